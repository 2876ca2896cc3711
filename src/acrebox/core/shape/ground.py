"""The ground under a bed: a surface of triangles over the plan, and what lies over it in a plan's outline."""

import itertools
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

from shapely import LineString, MultiPoint, Polygon, delaunay_triangles, get_coordinates, unary_union
from shapely import Point as Spot

from acrebox.core.shape.bodies.face import polygons
from acrebox.core.shape.slices import Slice, fitted
from acrebox.core.shape.vector import Point, Point2

NEAR_MM = 0.01
"""Marks along a profile that lie nearer are one."""


@dataclass(frozen=True)
class Ground:
    """Heights at points (x, y, z) [mm], straight in between (a triangulation of the points in plan)."""

    points: tuple[Point, ...]

    @cached_property
    def triangles(self) -> tuple[tuple[Point, Point, Point], ...]:
        """The triangles between the points, each three corners [mm]."""
        heights = {(x, y): z for x, y, z in self.points}
        found = []
        for triangle in polygons(delaunay_triangles(MultiPoint([p[:2] for p in self.points]))):
            a, b, c = [(x, y, heights[x, y]) for x, y in list(triangle.exterior.coords)[:3]]
            found.append((a, b, c))
        return tuple(found)

    @cached_property
    def covers(self) -> Polygon:
        """What of the plan the points enclose."""
        return unary_union([Polygon([p[:2] for p in t]) for t in self.triangles])

    def height_at(self, at: Point2) -> float:
        """The ground's height at a point of the plan [mm]. Raises ValueError outside the points."""
        for triangle in self.triangles:
            weights = _weights(triangle, at)
            if min(weights) > -1e-9:
                return sum(w * p[2] for w, p in zip(weights, triangle, strict=True))
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
        heights of the corners of what the region cuts out of it. Raises ValueError where the points do
        not enclose it.
        """
        if not self.covers.buffer(0.01).covers(region):
            raise ValueError("the heights do not reach round the whole bed")
        slices: list[Slice] = []
        for triangle in self.triangles:
            for piece in polygons(Polygon([p[:2] for p in triangle]).intersection(region)):
                slices += _over_plane(piece, triangle, top)
        return tuple(slices)


def _weights(triangle: Sequence[Point], at: Point2) -> tuple[float, float, float]:
    """Barycentric coordinates of a point of the plan."""
    (ax, ay, _), (bx, by, _), (cx, cy, _) = triangle
    whole = (bx - ax) * (cy - ay) - (cx - ax) * (by - ay)
    to_b = ((at[0] - ax) * (cy - ay) - (cx - ax) * (at[1] - ay)) / whole
    to_c = ((bx - ax) * (at[1] - ay) - (at[0] - ax) * (by - ay)) / whole
    return 1 - to_b - to_c, to_b, to_c


def _over_plane(piece: Polygon, triangle: Sequence[Point], top: float) -> list[Slice]:
    corners = [
        (x, y, sum(w * p[2] for w, p in zip(_weights(triangle, (x, y)), triangle, strict=True)))
        for x, y in list(piece.exterior.coords)[:-1]
    ]
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
