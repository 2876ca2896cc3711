"""The plane that misses some heights least."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from acrebox.core.shape.vector import Point2


@dataclass(frozen=True)
class Plane:
    """Through the mean height over the middle of its points [mm], rising along x and y by its slopes."""

    middle: Point2
    mean: float
    slope: tuple[float, float]

    def at(self, p: Point2) -> float:
        """How high it is at a place [mm]."""
        rises = (p[0] - self.middle[0]) * self.slope[0] + (p[1] - self.middle[1]) * self.slope[1]
        return self.mean + rises


def plane_through(points: Sequence[Point2], heights: Sequence[float]) -> Plane:
    """The plane through heights at points [mm] by least squares; level across what they do not tell."""
    spots, known = np.array(points, dtype=float), np.array(heights, dtype=float)
    middle, mean = spots.mean(axis=0), float(known.mean())
    slope = np.linalg.lstsq(spots - middle, known - mean, rcond=None)[0]
    return Plane((float(middle[0]), float(middle[1])), mean, (float(slope[0]), float(slope[1])))
