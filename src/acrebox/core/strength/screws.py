"""What wood screws take in wet softwood: sideways, and drawn out of side grain. Drawn out of end grain they
take nothing. Source: National Design Specification (from memory).
"""

from collections.abc import Callable
from dataclasses import dataclass
from functools import cache

from acrebox.core.assembly import Joint
from acrebox.core.data import read_as, row_reached
from acrebox.core.measure.convert import MM_PER_INCH
from acrebox.core.strength.factors import factor

N_PER_LB = 4.44822


@dataclass(frozen=True, kw_only=True)
class _Lateral:
    diameter_mm: float
    newton: float
    source: str


@cache
def _lateral() -> list[_Lateral]:
    return read_as(list[_Lateral], "strength", "factors.toml", "lateral")


def sideways(diameter: float) -> float:
    """What one screw of a diameter [mm] takes sideways, wet, for as long as people sit [N]."""
    return row_reached(_lateral(), "diameter_mm", diameter, 0.05).newton * factor("wet_screws")


def drawn(diameter: float, bite: float) -> float:
    """What one screw of a diameter takes drawn out of side grain, so deep in it [mm], wet, for as long as
    people sit [N].
    """
    inch = float(MM_PER_INCH)
    pounds = factor("screw_drawn") * factor("screw_gravity") ** 2 * (diameter / inch) * (bite / inch)
    return pounds * N_PER_LB * factor("wet_screws")


@dataclass(frozen=True)
class Screws:
    """What holds a joint: so many screws, of a diameter, so deep in the second part [mm]."""

    count: int
    diameter: float
    bite: float

    @property
    def sideways(self) -> float:
        """What they take sideways [N]."""
        return self.count * sideways(self.diameter)

    @property
    def drawn(self) -> float:
        """What they take drawn out of side grain [N]."""
        return self.count * drawn(self.diameter, self.bite)


ScrewsOf = Callable[[Joint], Screws]


def none_yet(_: Joint) -> Screws:
    """No screws: where none have been chosen yet."""
    return Screws(0, 0.0, 0.0)
