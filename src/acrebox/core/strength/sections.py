"""Cross-sections: rectangles and corrugated sheet."""

from dataclasses import dataclass
from functools import cache
from math import cos, pi, sin, sqrt

from acrebox.core.stock import Wave

SLICES = 2000


@dataclass(frozen=True)
class BendingSection:
    """Section modulus S [mm³] and second moment of area I [mm⁴]."""

    modulus: float
    inertia: float


def rectangle(breadth: float, depth: float) -> BendingSection:
    """b·d²/6 and b·d³/12, `depth` in the direction of the load [mm]."""
    return BendingSection(breadth * depth**2 / 6, breadth * depth**3 / 12)


@cache
def corrugated(width: float, wave: Wave) -> BendingSection:
    """Sheet of that width [mm] bent along its waves: I = ∫ t·y² ds over the sine, S = I / (half the whole
    depth).
    """
    slope = pi * wave.depth / wave.pitch
    per_mm = 0.0
    for n in range(SLICES):
        x = 2 * pi * (n + 0.5) / SLICES
        per_mm += wave.steel * (wave.depth / 2 * sin(x)) ** 2 * sqrt(1 + (slope * cos(x)) ** 2)
    inertia = width * per_mm / SLICES
    return BendingSection(inertia / ((wave.depth + wave.steel) / 2), inertia)
