"""A six-faced solid: the shape of every straight part, whatever its ends are cut to.

Axes: x along the bed's length, y across its width, z up; z = 0 is the ground at the first course.
"""

from dataclasses import dataclass
from functools import cached_property
from math import radians, tan

import numpy as np
from numpy.typing import NDArray

Points = NDArray[np.float64]
Point = tuple[float, float, float]

# Corners are numbered 4·end + 2·(top of the face) + (far side of the thickness).
EDGES = ((0, 1), (2, 3), (4, 5), (6, 7), (0, 2), (1, 3), (4, 6), (5, 7), (0, 4), (1, 5), (2, 6), (3, 7))


@dataclass(frozen=True)
class EndCut:
    """How an end is cut: mitre across the thickness and bevel across the face, from square [°]."""

    mitre: float = 0.0
    bevel: float = 0.0


SQUARE = EndCut()


@dataclass(frozen=True)
class Solid:
    """A stick in place: origin corner, three unit axes (along, face, thickness), its size [mm] and end cuts.

    `length` is along the edge through the origin; a positive cut takes away from the far edges.
    """

    origin: Point
    along: Point
    face: Point
    through: Point
    length: float
    width: float
    thickness: float
    ends: tuple[EndCut, EndCut] = (SQUARE, SQUARE)

    @cached_property
    def corners(self) -> Points:
        """The eight corners, shape (8, 3) [mm]."""
        start, end = self.ends
        points = []
        for far in (0, 1):
            cut = end if far else start
            for v in (0.0, self.width):
                for w in (0.0, self.thickness):
                    slip = tan(radians(cut.mitre)) * w + tan(radians(cut.bevel)) * v
                    points.append((self.length - slip if far else slip, v, w))
        frame = np.array((self.along, self.face, self.through))
        placed: Points = np.array(self.origin) + np.array(points) @ frame
        return placed

    @property
    def volume(self) -> float:
        """Volume [mm³]: the mean of the end faces' positions makes it exact for any end cuts."""
        slip = sum(tan(radians(cut.mitre)) * self.thickness + tan(radians(cut.bevel)) * self.width for cut in self.ends) / 2
        return (self.length - slip) * self.width * self.thickness

    @cached_property
    def bounds(self) -> tuple[Point, Point]:
        """Least and greatest corner [mm]."""
        low, high = self.corners.min(axis=0).tolist(), self.corners.max(axis=0).tolist()
        return (low[0], low[1], low[2]), (high[0], high[1], high[2])

    def seen_along(self, axis: int) -> list[tuple[float, float]]:
        """Its outline looking along an axis (0 x, 1 y, 2 z): a convex polygon in the other two [mm]."""
        keep = [i for i in range(3) if i != axis]
        return convex_hull(self.corners[:, keep])

    def cut_at(self, axis: int, at: float) -> list[tuple[float, float]]:
        """Its section by the plane `axis = at`: a convex polygon in the other two axes, empty if missed."""
        keep = [i for i in range(3) if i != axis]
        met = []
        for a, b in EDGES:
            p, q = self.corners[a], self.corners[b]
            if (p[axis] - at) * (q[axis] - at) < 0:
                share = (at - p[axis]) / (q[axis] - p[axis])
                met.append((p + share * (q - p))[keep])
        return convex_hull(np.array(met)) if len(met) >= 3 else []


def overlap_depth(a: Solid, b: Solid) -> float:
    """How far two solids run into each other [mm]: positive when they overlap, 0 when they touch, negative when apart.

    Separating axes of two convex bodies: face normals and cross products of edges; apart by at least the answer's size.
    """
    axes = [*_normals(a), *_normals(b)]
    edges_a, edges_b = _edge_directions(a), _edge_directions(b)
    axes += [np.asarray(np.cross(u, v), np.float64) for u in edges_a for v in edges_b]
    least = np.inf
    for axis in axes:
        size = float(np.linalg.norm(axis))
        if size < 1e-9:
            continue
        on_a, on_b = a.corners @ axis / size, b.corners @ axis / size
        least = min(least, float(min(on_a.max(), on_b.max()) - max(on_a.min(), on_b.min())))
        if least < -1.0:
            break
    return float(least)


def _edge_directions(solid: Solid) -> list[Points]:
    found: list[Points] = []
    for i, j in EDGES:
        edge = solid.corners[j] - solid.corners[i]
        edge = edge / np.linalg.norm(edge)
        if not any(abs(abs(float(edge @ other)) - 1) < 1e-9 for other in found):
            found.append(edge)
    return found


def _normals(solid: Solid) -> list[Points]:
    faces = ((0, 1, 2), (4, 5, 6), (0, 1, 4), (2, 3, 6), (0, 2, 4), (1, 3, 5))
    c = solid.corners
    return [np.asarray(np.cross(c[j] - c[i], c[k] - c[i]), np.float64) for i, j, k in faces]


def convex_hull(points: Points) -> list[tuple[float, float]]:
    """Convex hull of 2-D points, anticlockwise from the least (monotone chain)."""
    ordered = sorted({(round(float(x), 6), round(float(y), 6)) for x, y in points})

    def chain(run: list[tuple[float, float]]) -> list[tuple[float, float]]:
        hull: list[tuple[float, float]] = []
        for p in run:
            while len(hull) >= 2 and _turn(hull[-2], hull[-1], p) <= 0:
                hull.pop()
            hull.append(p)
        return hull[:-1]

    return chain(ordered) + chain(ordered[::-1])


def _turn(o: tuple[float, float], a: tuple[float, float], b: tuple[float, float]) -> float:
    return (a[0] - o[0]) * (b[1] - o[1]) - (a[1] - o[1]) * (b[0] - o[0])
