"""Is it true: how far a course lies off level as it was built, and what to raise or knock down."""

from collections.abc import Mapping
from dataclasses import dataclass
from math import hypot

from acrebox.core.ground.limits import ground_limit
from acrebox.core.ground.plane import plane_through
from acrebox.core.shape.vector import Point2


@dataclass(frozen=True)
class TrueStation:
    """How far a station lies off the mean level of all [mm] (negative: under it), and how far it may; `by` is
    what to raise it (negative: to knock it down).
    """

    name: str
    off: float
    may: float
    by: float

    @property
    def holds(self) -> bool:
        """Whether it is true enough."""
        return abs(self.off) <= self.may


@dataclass(frozen=True)
class AsBuilt:
    """All stations, and how far the whole leans [mm in a metre]; at a height over it [mm] everything upright
    stands off plumb by that much.
    """

    stations: tuple[TrueStation, ...]
    lean: float

    @property
    def holds(self) -> bool:
        """Whether all of it is true."""
        return all(s.holds for s in self.stations)

    def off_at(self, height: float) -> float:
        """How far the top of something upright stands off plumb at a height [mm]."""
        return self.lean / 1000 * height


def as_built(
    heights: Mapping[str, float], places: Mapping[str, Point2], per_metre: float | None = None
) -> AsBuilt | None:
    """Stations held against the level through their mean height: each may lie off by so much for every metre
    it stands from the middle of all of them, and by what nobody sets truer. None with fewer than two.
    """
    known = {name: h for name, h in heights.items() if name in places}
    if len(known) < 2:
        return None
    rate = (per_metre if per_metre is not None else ground_limit("level_per_metre")) / 1000
    least = ground_limit("true_enough")
    plane = plane_through([places[n] for n in known], list(known.values()))
    found = []
    for name, height in known.items():
        at = places[name]
        off, far = height - plane.mean, hypot(at[0] - plane.middle[0], at[1] - plane.middle[1])
        found.append(TrueStation(name, off, max(least, rate * far), -off))
    return AsBuilt(tuple(found), hypot(*plane.slope) * 1000)


def packing(gap: float, level: float, reach: float) -> float:
    """How much to pack under the far end of a reach where a level of that length stands level over a gap
    under its end [all mm]: the gap grows with the length.
    """
    return gap / level * reach
