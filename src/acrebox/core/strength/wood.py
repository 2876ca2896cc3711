"""What wet timber takes: bending and stiffness by the National Design Specification (from memory)."""

from dataclasses import dataclass
from functools import cache

from acrebox.core.data import read_as
from acrebox.core.measure.convert import MM_PER_INCH
from acrebox.core.stock import Species
from acrebox.core.strength.factors import factor

MPA_PER_PSI = 0.00689476


@dataclass(frozen=True, kw_only=True)
class _Step:
    """Up to a width of the wide face [in]: the size factor, and the one for bending flatwise."""

    to_in: float
    size: float
    flat: float
    source: str


@cache
def _steps() -> tuple[_Step, ...]:
    return tuple(read_as(list[_Step], "strength", "factors.toml", "size"))


def _step(wide: float) -> _Step:
    return next((s for s in _steps() if wide / float(MM_PER_INCH) <= s.to_in + 0.3), _steps()[-1])


def bending_strength(wood: Species, breadth: float, depth: float, *, lasting: bool = True) -> float:
    """What a section may be bent to [MPa], `depth` [mm] in the direction of the load, `breadth` across it.

    Fb · C_D · C_F · C_fu · C_M: lasting load, or people who come and go; size by the wider face; flatwise
    where the load is on the wider face; wet, save where Fb·C_F is at most 1150 psi. Source: NDS, sawn lumber,
    No. 2 (from memory).
    """
    wide, thin = max(breadth, depth), min(breadth, depth)
    step = _step(wide)
    flat = step.flat if breadth > depth + 1.0 and thin < factor("timber_from") else 1.0
    sized = wood.fb_mpa * step.size
    wet = 1.0 if sized <= 1150 * MPA_PER_PSI else factor("wet_bending")
    return sized * flat * (factor("duration") if lasting else 1.0) * wet


def stiffness(wood: Species) -> float:
    """Modulus of elasticity, wet [MPa]. Source: NDS (from memory)."""
    return wood.e_mpa * factor("wet_stiffness")
