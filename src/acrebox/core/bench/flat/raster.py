"""The most that can be cut out of one sheet by cuts from edge to edge, when pieces may be taken as often as
one likes: dynamic programming over raster points. Gilmore and Gomory, Operations Research 14 (1966); Herz,
IBM Journal of Research and Development 16 (1972); raster points by Terno, Lindemann and Scheithauer (1987).
"""

from bisect import bisect_right
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

MOST_POINTS = 160
"""Over finer rasters sizes are rounded, sheets up and pieces down: the answer is then still no less than the
most that can be had.
"""
NOTHING = 1e-12

Sized = tuple[int, int, float]
"""A piece in one way to lie: along, across, worth."""


@dataclass(frozen=True)
class Best:
    """The most that a sheet can be worth, how often each piece is in it, and whether that is exact (else it
    is an upper bound).
    """

    worth: float
    taken: tuple[int, ...]
    exact: bool


def most_of(long: int, wide: int, pieces: Sequence[Sized]) -> Best:
    """The most that can be cut out of `long` × `wide`, by guillotine cuts of any number of stages."""
    coarse_x, coarse_y = _coarse(long, [p[0] for p in pieces]), _coarse(wide, [p[1] for p in pieces])
    exact = coarse_x == coarse_y == 1
    long, wide = -(-long // coarse_x), -(-wide // coarse_y)
    sized = [(max(1, a // coarse_x), max(1, b // coarse_y), v) for a, b, v in pieces]
    xs, ys = raster(long, [p[0] for p in sized]), raster(wide, [p[1] for p in sized])
    worth, first, cut = _filled(xs, ys, sized)
    taken = [0] * len(pieces)
    _collect(len(xs) - 1, len(ys) - 1, xs, ys, first, cut, taken)
    return Best(float(worth[-1, -1]), tuple(taken), exact)


def _coarse(size: int, steps: Sequence[int]) -> int:
    """By how much sizes are divided so that no more raster points are left; 1 where they are few."""
    return 1 if len(raster(size, steps)) <= MOST_POINTS else -(-size // MOST_POINTS)


def raster(size: int, steps: Sequence[int]) -> list[int]:
    """Raster points of a length: the places at which a cut can be of use, the length itself last."""
    sums = 1
    for step in set(steps):
        reach = step
        while reach <= size:
            grown = sums | (sums << reach)
            sums = grown & ((1 << (size + 1)) - 1)
            reach *= 2
    points = [n for n, bit in enumerate(reversed(bin(sums)[2:])) if bit == "1"]
    return sorted({points[bisect_right(points, size - x) - 1] for x in points})


Floats = NDArray[np.float64]
Whole = NDArray[np.int64]


def _filled(xs: Sequence[int], ys: Sequence[int], pieces: Sequence[Sized]) -> tuple[Floats, Whole, Whole]:
    """Worth by raster point; the piece that lies there by itself (−1: none); the cut (0: none, +n: along at
    the raster point n, −n: across).
    """
    x_at, y_at = np.array(xs), np.array(ys)
    worth = np.zeros((len(xs), len(ys)))
    first = np.full((len(xs), len(ys)), -1)
    cut = np.zeros((len(xs), len(ys)), dtype=np.int64)
    for n, (a, b, v) in enumerate(pieces):
        i, j = int(np.searchsorted(x_at, a)), int(np.searchsorted(y_at, b))
        better = worth[i:, j:] < v
        worth[i:, j:][better] = v
        first[i:, j:][better] = n
    # The raster point at or under what a cut leaves.
    left_x = np.searchsorted(x_at, x_at[:, None] - x_at[None, :], side="right") - 1
    left_y = np.searchsorted(y_at, y_at[:, None] - y_at[None, :], side="right") - 1
    for i in range(len(xs)):
        for k in range(1, i + 1):
            rest = int(left_x[i, k])
            if k > rest:
                break
            halves = worth[k] + worth[rest]
            better = halves > worth[i] + NOTHING
            worth[i][better] = halves[better]
            cut[i][better] = k
        for j in range(1, len(ys)):
            ks = np.arange(1, j + 1)
            halves = worth[i, ks] + worth[i, left_y[j, ks]]
            k = int(np.argmax(halves))
            if halves[k] > worth[i, j] + NOTHING:
                worth[i, j] = halves[k]
                cut[i, j] = -(k + 1)
    return worth, first, cut


def _collect(
    i: int,
    j: int,
    xs: Sequence[int],
    ys: Sequence[int],
    first: Whole,
    cut: Whole,
    taken: list[int],
) -> None:
    """How often each piece is in what lies at a raster point."""
    left = [(i, j)]
    while left:
        i, j = left.pop()
        at = int(cut[i, j])
        if at > 0:
            left += [(at, j), (int(np.searchsorted(xs, xs[i] - xs[at], side="right")) - 1, j)]
        elif at < 0:
            left += [(i, -at), (i, int(np.searchsorted(ys, ys[j] - ys[-at], side="right")) - 1)]
        elif first[i, j] >= 0:
            taken[int(first[i, j])] += 1
