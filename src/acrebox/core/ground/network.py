"""Corners from taped lengths: more lengths than a shape needs, by least squares, and what each tells of the
others.
"""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from math import atan2, cos, degrees, hypot, sin

import numpy as np
from numpy.typing import NDArray

from acrebox.core.shape.vector import Point2

Floats = NDArray[np.float64]
Indices = NDArray[np.intp]

STEPS = 60
HALVINGS = 12
CLOSE_MM = 1e-9
UNCHECKED = 1e-6
"""A tape that the others check by no more than this share of its error is checked by none."""
FLAT = 0.1
"""Three corners of which two ties are longer than the third by less lie nearly in line: a little noise bends
them, and only what is over by half of that cannot be.
"""


@dataclass(frozen=True)
class Tie:
    """What is taped under a name: from corner to corner, by their numbers."""

    name: str
    start: int
    end: int


@dataclass(frozen=True)
class Network:
    """The corners of a shape by name, walked against the clock, where they should lie [mm], and what is taped
    between them: first its sides, from each corner to the next, then diagonals.
    """

    corners: tuple[str, ...]
    wanted: tuple[Point2, ...]
    ties: tuple[Tie, ...]

    @property
    def names(self) -> tuple[str, ...]:
        """What is taped, in order."""
        return tuple(t.name for t in self.ties)

    @cached_property
    def lengths(self) -> tuple[float, ...]:
        """What each tie should measure [mm]."""
        return tuple(self.between(self.wanted, t) for t in self.ties)

    @staticmethod
    def between(points: Sequence[Sequence[float]], tie: Tie) -> float:
        """How far the ends of a tie lie apart among points [mm]."""
        return hypot(*np.subtract(points[tie.end], points[tie.start]))

    def of(self, names: Sequence[str] | Mapping[str, object]) -> "Network":
        """The same corners with only the ties of those names."""
        return replace(self, ties=tuple(t for t in self.ties if t.name in names))

    @cached_property
    def spare(self) -> int:
        """How many tapes there are more than the shape needs; less than none where they leave it open."""
        need = 2 * len(self.corners) - 3
        if len(self.ties) < need:
            return len(self.ties) - need
        rank = int(np.linalg.matrix_rank(_slope(np.array(self.wanted, float), self.ties)))
        return len(self.ties) - need if rank == need else rank - need

    def out_of_reach(self, taped: Sequence[float]) -> Iterator[tuple[int, float, float]]:
        """Every tie that no corners have beside the others: it is longer than two that lead round it, or
        shorter than they differ by. Its place, the least and the most it can be [mm]; of three that do not
        fit the one that is farthest off what is wanted.
        """
        at = {frozenset((t.start, t.end)): n for n, t in enumerate(self.ties)}
        told: dict[int, tuple[float, float]] = {}
        for n, tie in enumerate(self.ties):
            for k in range(len(self.corners)):
                one, other = at.get(frozenset((tie.start, k))), at.get(frozenset((k, tie.end)))
                if one is None or other is None:
                    continue
                least, most = abs(taped[one] - taped[other]), taped[one] + taped[other]
                should = sorted(self.lengths[m] for m in (n, one, other))
                spare = 0.0 if should[0] + should[1] > (1 + FLAT) * should[2] else FLAT / 2 * should[2]
                wrong = max((n, one, other), key=lambda m: abs(taped[m] - self.lengths[m]))
                if not least - spare < taped[n] < most + spare and wrong == n:
                    was = told.get(n, (0.0, np.inf))
                    told[n] = (max(least, was[0]), min(most, was[1]))
        for n, (least, most) in sorted(told.items()):
            yield n, least, most


@dataclass(frozen=True)
class Laid:
    """A shape as it is laid: the corners that fit taped lengths best, each as good as the other [mm]. The
    first corner lies at the origin, the second along x.
    """

    network: Network
    taped: tuple[float, ...]
    corners: tuple[Point2, ...]

    @cached_property
    def lengths(self) -> tuple[float, ...]:
        """What each tie measures here, in order [mm]."""
        return tuple(Network.between(self.corners, t) for t in self.network.ties)

    @property
    def residuals(self) -> tuple[float, ...]:
        """How much longer each was taped than it is here [mm]."""
        return tuple(t - n for t, n in zip(self.taped, self.lengths, strict=True))

    @cached_property
    def checked(self) -> tuple[float, ...]:
        """The share of each tape's error that shows in its residual, 0 to 1 (its redundancy number); all
        together they are the tapes to spare.
        """
        slope = _slope(np.array(self.corners), self.network.ties)
        hat = slope @ np.linalg.pinv(slope)
        return tuple(float(max(0.0, 1 - h)) for h in np.diag(hat))

    @property
    def unchecked(self) -> tuple[str, ...]:
        """The tapes that no other checks."""
        pairs = zip(self.network.names, self.checked, strict=True)
        return tuple(n for n, c in pairs if c <= UNCHECKED)

    @cached_property
    def misses(self) -> tuple[float, ...]:
        """How far each tape misses the others [mm], as much as its noise alone would make it: |residual| ÷
        √(share checked); 0 where nothing checks it. Baarda's data snooping, Netherlands Geodetic
        Commission, Publications on Geodesy 2.5 (1968).
        """
        pairs = zip(self.residuals, self.checked, strict=True)
        return tuple(abs(r) / c**0.5 if c > UNCHECKED else 0.0 for r, c in pairs)

    @cached_property
    def angles(self) -> tuple[float, ...]:
        """The angle inside each corner [°], the corners walked against the clock."""
        return angles_of(self.corners)

    def without(self, name: str) -> "Laid":
        """The same without one tape."""
        kept = [(t.name, length) for t, length in zip(self.network.ties, self.taped, strict=True)]
        return laid(self.network, {n: length for n, length in kept if n != name})

    def off_by_itself(self, name: str) -> float | None:
        """By how much a tape would be misread if all others were right [mm]: taped less what follows from
        them. None where they leave it open.
        """
        n = self.network.names.index(name)
        if self.checked[n] <= UNCHECKED:
            return None
        return self.taped[n] - Network.between(self.without(name).corners, self.network.ties[n])


def laid(network: Network, taped: Mapping[str, float]) -> Laid:
    """The corners that taped lengths [mm] describe best, by Gauss and Newton from where they should lie."""
    used = network.of(taped)
    want = np.array([taped[t.name] for t in used.ties])
    points = _turned(network.wanted)
    # Nothing is gained by moving the first corner, or the second across.
    free = [m for m in range(2 * len(points)) if m not in (0, 1, 3)]
    apart = want - _have(points, used.ties)
    for _ in range(STEPS):
        step = np.linalg.lstsq(_slope(points, used.ties)[:, free], apart, rcond=None)[0]
        for halved in range(HALVINGS):
            tried = points.copy()
            tried.reshape(-1)[free] += step / 2**halved
            left = want - _have(tried, used.ties)
            if float(left @ left) <= float(apart @ apart):
                break
        else:
            break
        moved = float(np.abs(tried - points).max())
        points, apart = tried, left
        if moved < CLOSE_MM:
            break
    return Laid(used, tuple(map(float, want)), tuple((float(x), float(y)) for x, y in points))


def _turned(wanted: Sequence[Point2]) -> Floats:
    """The first corner at the origin, the second along x."""
    points = np.array(wanted, float) - np.array(wanted[0], float)
    angle = -atan2(points[1][1], points[1][0])
    turn = np.array([[cos(angle), sin(angle)], [-sin(angle), cos(angle)]])
    return np.asarray(points @ turn, dtype=np.float64)


def _ends(ties: Sequence[Tie]) -> tuple[Indices, Indices]:
    return np.array([t.start for t in ties], np.intp), np.array([t.end for t in ties], np.intp)


def _have(points: Floats, ties: Sequence[Tie]) -> Floats:
    starts, ends = _ends(ties)
    return np.asarray(np.linalg.norm(points[ends] - points[starts], axis=1), np.float64)


def _slope(points: Floats, ties: Sequence[Tie]) -> Floats:
    """How each length changes with each coordinate."""
    starts, ends = _ends(ties)
    along = points[ends] - points[starts]
    units = along / np.maximum(np.hypot(along[:, 0], along[:, 1]), CLOSE_MM)[:, None]
    found = np.zeros((len(starts), len(points), 2))
    rows = np.arange(len(starts))
    found[rows, ends] = units
    found[rows, starts] = -units
    return found.reshape(len(starts), -1)


def angles_of(points: Sequence[Point2]) -> tuple[float, ...]:
    """The angle inside each corner of an outline walked against the clock [°]."""
    count = len(points)
    return tuple(_inside(points[n - 1], points[n], points[(n + 1) % count]) for n in range(count))


def _inside(before: Sequence[float], at: Sequence[float], after: Sequence[float]) -> float:
    """The angle at a corner [°, 0 to 360] on the left hand of a walk past it."""
    u, v = np.subtract(after, at), np.subtract(before, at)
    return degrees(atan2(u[0] * v[1] - u[1] * v[0], float(u @ v))) % 360


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
