"""Four corners from four taped sides and two diagonals: six measures of five unknowns, by least squares."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property
from math import acos, degrees, hypot

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]

CORNERS = ("front left", "front right", "back right", "back left")
MEASURES = ("front", "right", "back", "left", "first diagonal", "second diagonal")
"""The first diagonal goes from front left to back right, the second from front right to back left."""
ENDS = ((0, 1), (1, 2), (2, 3), (3, 0), (0, 2), (1, 3))
STEPS = 60
CLOSE_MM = 1e-9


@dataclass(frozen=True)
class Quadrilateral:
    """Corners (front left at the origin, the front along x) that fit taped lengths best [mm]."""

    corners: tuple[tuple[float, float], ...]
    taped: tuple[float, ...]

    @cached_property
    def lengths(self) -> tuple[float, ...]:
        """Its sides and diagonals, in the order of `MEASURES` [mm]."""
        return tuple(hypot(*np.subtract(self.corners[j], self.corners[i])) for i, j in ENDS)

    @property
    def residuals(self) -> tuple[float, ...]:
        """How much longer each was taped than it is here [mm]."""
        return tuple(t - n for t, n in zip(self.taped, self.lengths, strict=True))

    @property
    def noise(self) -> float:
        """How far the six measures miss each other, all together [mm]: the length of their residuals, which
        has one degree of freedom.
        """
        return float(np.linalg.norm(self.residuals))

    @property
    def push(self) -> float:
        """How far a racked bed is pushed along its back to be square, from back right to back left [mm]
        (negative: the other way): (d₁² − d₂²) ÷ 4 × its mean length.
        """
        front, _, back, _, first, second = self.lengths
        return (first**2 - second**2) / (2 * (front + back))

    @property
    def angles(self) -> tuple[float, ...]:
        """The angle inside each corner [°], in the order of `CORNERS`."""
        return tuple(
            _angle(self.corners[n - 1], self.corners[n], self.corners[(n + 1) % 4]) for n in range(4)
        )


def fitted(taped: Sequence[float]) -> Quadrilateral:
    """The quadrilateral that six taped lengths describe best [mm], each as good as the other."""
    return Quadrilateral(_corners(taped, tuple(range(6))), tuple(taped))


def off_by_itself(taped: Sequence[float]) -> tuple[float, ...]:
    """By how much each length would be misread if the five others were right [mm]: taped less what follows
    from the others. NaN where the others leave it open.
    """
    found = []
    for n in range(6):
        corners = _corners(taped, tuple(k for k in range(6) if k != n))
        i, j = ENDS[n]
        found.append(taped[n] - hypot(*np.subtract(corners[j], corners[i])))
    return tuple(found)


def _corners(taped: Sequence[float], used: tuple[int, ...]) -> tuple[tuple[float, float], ...]:
    """Gauss and Newton from the rectangle of mean sides, over the lengths that are used."""
    long, wide = (taped[0] + taped[2]) / 2, (taped[1] + taped[3]) / 2
    free = np.array([long, long, wide, 0.0, wide])
    want = np.array([taped[n] for n in used])
    for _ in range(STEPS):
        have, slope = _lengths(free, used)
        step = np.linalg.lstsq(slope, want - have, rcond=None)[0]
        free = free + step
        if float(np.abs(step).max()) < CLOSE_MM:
            break
    points = _points(free)
    return tuple((float(x), float(y)) for x, y in points)


def _points(free: Floats) -> Floats:
    bx, cx, cy, dx, dy = free
    return np.array([(0.0, 0.0), (bx, 0.0), (cx, cy), (dx, dy)])


PLACES = {(1, 0): 0, (2, 0): 1, (2, 1): 2, (3, 0): 3, (3, 1): 4}
"""Which unknown is which coordinate of which corner."""


def _lengths(free: Floats, used: tuple[int, ...]) -> tuple[Floats, Floats]:
    """Lengths, and how they change with each unknown."""
    points = _points(free)
    have, slope = np.zeros(len(used)), np.zeros((len(used), 5))
    for row, n in enumerate(used):
        i, j = ENDS[n]
        along = points[j] - points[i]
        have[row] = float(np.hypot(*along))
        for axis in (0, 1):
            for corner, sign in ((j, 1.0), (i, -1.0)):
                place = PLACES.get((corner, axis))
                if place is not None:
                    slope[row, place] += sign * along[axis] / max(have[row], CLOSE_MM)
    return have, slope


def _angle(before: Sequence[float], at: Sequence[float], after: Sequence[float]) -> float:
    u, v = np.subtract(before, at), np.subtract(after, at)
    cosine = float(u @ v / (np.linalg.norm(u) * np.linalg.norm(v)))
    return degrees(acos(min(1.0, max(-1.0, cosine))))


def placed_on(
    wanted: Mapping[int, Sequence[float]], found: Mapping[int, Sequence[float]]
) -> tuple[Floats, Floats]:
    """How the wanted corners are turned and moved to lie on those found, in the mean: a turn (2 × 2) and a
    move [mm]. Kabsch, Acta Crystallographica A32 (1976).
    """
    keys = sorted(wanted)
    a, b = np.array([wanted[k] for k in keys], float), np.array([found[k] for k in keys], float)
    u, _, vt = np.linalg.svd((a - a.mean(0)).T @ (b - b.mean(0)))
    flip = np.diag([1.0, float(np.sign(np.linalg.det(u @ vt)))])
    turn = u @ flip @ vt
    return turn, b.mean(0) - a.mean(0) @ turn
