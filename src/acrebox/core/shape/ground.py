"""The ground under a bed: a surface of triangles over the plan, and what lies over it in a plan's outline."""

import itertools
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import cached_property
from math import atan2, hypot

from shapely import LineString, MultiPoint, Polygon, delaunay_triangles, get_coordinates, unary_union
from shapely import Point as Spot
from shapely.geometry.base import BaseGeometry

from acrebox.core.shape.bodies.face import polygons
from acrebox.core.shape.slices import Slice, fitted, merged, within
from acrebox.core.shape.vector import Point, Point2

Triangle = tuple[Point, Point, Point]
Cell = tuple[Point, ...]
"""Three points of the ground with none within the circle through them, or more on one circle, against the
clock.
"""
NOWHERE = Polygon()
NEAR_MM = 0.01
"""Marks along a profile that lie nearer are one."""
ONE_CIRCLE = 0.02
"""By how much of its radius the middle of a circle may lie elsewhere for it to be the same."""


@dataclass(frozen=True)
class Ground:
    """Heights over the plan [mm], straight over each of its triangles; `cells` are those of the points at
    which it is known, `packed` is where it is packed up to height 0.
    """

    triangles: tuple[Triangle, ...]
    cells: tuple[Cell, ...] = ()
    packed: Polygon = NOWHERE

    @cached_property
    def lowest(self) -> float:
        """The lowest height of it [mm]."""
        return min(z for t in self.triangles for _, _, z in t)

    @cached_property
    def covers(self) -> Polygon:
        """What of the plan it covers."""
        return unary_union([Polygon([p[:2] for p in t]) for t in self.triangles])

    def height_at(self, at: Point2) -> float:
        """The ground's height at a point of the plan [mm]. Raises ValueError outside it."""
        for triangle in self.triangles:
            if min(_weights(triangle, at)) > -1e-9:
                return height_on(triangle, at)
        raise ValueError(f"there is no height at {at}")

    def profile(self, start: Point2, end: Point2) -> tuple[Point2, ...]:
        """The ground along a line: distances from its start and heights [mm], straight in between. Raises
        ValueError outside the points.
        """
        line = LineString([start, end])
        marks = {0.0, line.length}
        for triangle in self.triangles:
            crossed = Polygon([p[:2] for p in triangle]).exterior.intersection(line)
            marks |= {line.project(Spot(at)) for at in get_coordinates(crossed)}
        kept: list[float] = []
        for mark in sorted(marks):
            if not kept or mark - kept[-1] > NEAR_MM:
                kept.append(mark)
        spots = [line.interpolate(mark) for mark in kept]
        return tuple((mark, self.height_at((s.x, s.y))) for mark, s in zip(kept, spots, strict=True))

    def over(self, region: Polygon, top: float) -> tuple[Slice, ...]:
        """Area by height of what lies in a region of the plan above the ground, up to `top` [mm, mm²]:
        exact.

        Over each triangle the ground is a plane, so that the area under a height is quadratic between the
        heights of the corners of what the region cuts out of it. Raises ValueError where it does not cover
        the region.
        """
        if not self.covers.buffer(0.01).covers(region):
            raise ValueError("the heights do not reach round the whole bed")
        slices: list[Slice] = []
        for triangle, piece in self._pieces(region.difference(self.packed)):
            slices += _over_plane(piece, triangle, top)
        for triangle, piece in self._pieces(region.intersection(self.packed)):
            slices += within(_over_plane(piece, triangle, top), 0.0, top)
        return tuple(slices)

    def standing(self, region: Polygon) -> tuple[Slice, ...]:
        """Area by height of the ground that stands over height 0 in a region of the plan [mm, mm²]: exact."""
        slices: list[Slice] = []
        for triangle, piece in self._pieces(region):
            top = max(z for _, _, z in _corners(piece, triangle))
            if top > 0:
                slices.append(Slice(0.0, top, float(piece.area)))
                slices += [s.times(-1.0) for s in within(_over_plane(piece, triangle, top), 0.0, top)]
        return merged(slices)

    def rises_over(self, region: Polygon, height: float) -> float:
        """How much of a region of the plan the ground stands over a height in [mm²]."""
        pieces = self._pieces(region)
        return float(sum(piece.area - _under(_corners(piece, t), height) for t, piece in pieces))

    def _pieces(self, region: BaseGeometry) -> Iterator[tuple[Triangle, Polygon]]:
        """What each triangle has of a region."""
        for triangle in self.triangles:
            for piece in polygons(Polygon([p[:2] for p in triangle]).intersection(region)):
                yield triangle, piece


def ground_between(points: Sequence[Point]) -> Ground:
    """The ground within the outermost of some points (x, y, z) [mm]."""
    found = tuple(cells(points))
    return Ground(tuple(t for cell in found for t in fanned(cell)), found)


def cells(points: Sequence[Point]) -> list[Cell]:
    """The cells of points (x, y, z) [mm]: the triangles of their Delaunay triangulation; those that lie side
    by side on one circle are one, since nothing tells along which of its diagonals the ground folds.
    """
    heights = {(x, y): z for x, y, z in points}
    whole: list[tuple[set[Point2], Point2, float]] = []
    for triangle in polygons(delaunay_triangles(MultiPoint(list(heights)))):
        corners = {(x, y) for x, y in triangle.exterior.coords}
        middle, radius = _circle(*corners)
        for other in [w for w in whole if _is_same(w[1], middle, radius) and len(w[0] & corners) == 2]:
            whole.remove(other)
            corners |= other[0]
        whole.append((corners, middle, radius))
    return [
        tuple((*p, heights[p]) for p in sorted(corners, key=lambda p: atan2(p[1] - at[1], p[0] - at[0])))
        for corners, _, _ in whole
        for at in [_mean(corners)]
    ]


def fanned(cell: Cell) -> list[Triangle]:
    """The triangles of a cell: itself, or those round its middle, which lies at the mean of its corners."""
    if len(cell) == 3:
        return [(cell[0], cell[1], cell[2])]
    n = len(cell)
    middle = (sum(p[0] for p in cell) / n, sum(p[1] for p in cell) / n, sum(p[2] for p in cell) / n)
    return [(middle, a, b) for a, b in zip(cell, [*cell[1:], cell[0]], strict=True)]


def folded(cell: Cell) -> Iterator[list[Triangle]]:
    """The other ways in which a cell can fold: from each of its corners to all others."""
    for n in range(len(cell)) if len(cell) > 3 else ():
        first, *others = (*cell[n:], *cell[:n])
        yield [(first, a, b) for a, b in itertools.pairwise(others)]


def height_on(triangle: Triangle, at: Point2) -> float:
    """The height of the plane of a triangle at a point of the plan [mm]."""
    return sum(w * p[2] for w, p in zip(_weights(triangle, at), triangle, strict=True))


def _circle(a: Point2, b: Point2, c: Point2) -> tuple[Point2, float]:
    """The middle and radius of the circle through three points [mm]."""
    (bx, by), (cx, cy) = (b[0] - a[0], b[1] - a[1]), (c[0] - a[0], c[1] - a[1])
    twice = 2 * (bx * cy - by * cx)
    bb, cc = bx * bx + by * by, cx * cx + cy * cy
    x, y = (cy * bb - by * cc) / twice, (bx * cc - cx * bb) / twice
    return (a[0] + x, a[1] + y), hypot(x, y)


def _is_same(one: Point2, other: Point2, radius: float) -> bool:
    return hypot(one[0] - other[0], one[1] - other[1]) < ONE_CIRCLE * radius


def _mean(points: Sequence[Point2] | set[Point2]) -> Point2:
    return sum(p[0] for p in points) / len(points), sum(p[1] for p in points) / len(points)


def _weights(triangle: Sequence[Point], at: Point2) -> tuple[float, float, float]:
    """Barycentric coordinates of a point of the plan."""
    (ax, ay, _), (bx, by, _), (cx, cy, _) = triangle
    whole = (bx - ax) * (cy - ay) - (cx - ax) * (by - ay)
    to_b = ((at[0] - ax) * (cy - ay) - (cx - ax) * (at[1] - ay)) / whole
    to_c = ((bx - ax) * (at[1] - ay) - (at[0] - ax) * (by - ay)) / whole
    return 1 - to_b - to_c, to_b, to_c


def _over_plane(piece: Polygon, triangle: Triangle, top: float) -> list[Slice]:
    corners = _corners(piece, triangle)
    marks = sorted({min(round(z, 9), top) for _, _, z in corners})
    found = []
    for low, high in itertools.pairwise(marks):
        size = high - low
        if size > 1e-6:
            at = (low + size / 6, low + size / 2, low + size * 5 / 6)
            found.append(
                fitted(low, high, (_under(corners, at[0]), _under(corners, at[1]), _under(corners, at[2])))
            )
    if marks[-1] < top:
        found.append(Slice(marks[-1], top, float(piece.area)))
    return found


def _corners(piece: Polygon, triangle: Triangle) -> list[Point]:
    """The corners of what is cut out of a triangle, on its plane [mm]."""
    return [(x, y, height_on(triangle, (x, y))) for x, y in list(piece.exterior.coords)[:-1]]


def _under(corners: Sequence[Point], height: float) -> float:
    """The plan area of a polygon's part that lies under a height [mm²]."""
    kept: list[Point2] = []
    for a, b in zip(corners, [*corners[1:], corners[0]], strict=True):
        if a[2] <= height:
            kept.append(a[:2])
        if (a[2] - height) * (b[2] - height) < 0:
            share = (height - a[2]) / (b[2] - a[2])
            kept.append((a[0] + share * (b[0] - a[0]), a[1] + share * (b[1] - a[1])))
    return float(Polygon(kept).area) if len(kept) > 2 else 0.0
