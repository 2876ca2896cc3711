"""The wave of corrugated sheet: a sine from crest to crest."""

from dataclasses import dataclass
from functools import cache
from math import cos, pi, sqrt

SLICES = 2000


@dataclass(frozen=True)
class Wave:
    """A sine wave `depth` [mm] from outer crest to inner crest over all, `pitch` [mm] long, of steel
    `steel` [mm] thick.
    """

    depth: float
    pitch: float
    steel: float

    @property
    def girth(self) -> float:
        """Length of one wave over its pitch [a ratio]: the arc of y = (depth/2)·sin(2πx/pitch), integrated
        numerically.
        """
        return _girth(self.depth, self.pitch)

    @property
    def inward(self) -> float:
        """How much of the sheet's depth its steel takes on the average [mm]: its thickness along the
        girth.
        """
        return self.steel * self.girth

    def swing(self, along: float) -> float:
        """How far in from the middle of the sheet the steel's middle stands, `along` [mm] from an outer
        crest.
        """
        return -(self.depth - self.inward) / 2 * cos(2 * pi * along / self.pitch)


@cache
def _girth(depth: float, pitch: float) -> float:
    slope = pi * depth / pitch
    return sum(sqrt(1 + (slope * cos(2 * pi * (n + 0.5) / SLICES)) ** 2) for n in range(SLICES)) / SLICES
