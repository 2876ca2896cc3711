"""A six-faced solid: the shape of every straight part, whatever its ends are cut to.

Axes: x along the bed's length, y across its width, z up; z = 0 is the ground at the first course.
"""

from collections.abc import Iterable
from dataclasses import dataclass
from functools import cached_property
from math import hypot, radians, tan

Point = tuple[float, float, float]

# Corners are numbered 4·end + 2·(top of the face) + (far side of the thickness).
EDGES = ((0, 1), (2, 3), (4, 5), (6, 7), (0, 2), (1, 3), (4, 6), (5, 7), (0, 4), (1, 5), (2, 6), (3, 7))
FACES = ((0, 1, 2), (4, 5, 6), (0, 1, 4), (2, 3, 6), (0, 2, 4), (1, 3, 5))


@dataclass(frozen=True)
class EndCut:
    """How an end is cut: mitre across the thickness and bevel across the face, from square [°]."""

    mitre: float = 0.0
    bevel: float = 0.0


SQUARE = EndCut()


@dataclass(frozen=True)
class Notch:
    """A box cut out of a stick, from and to along its length, face and thickness [mm]."""

    along: tuple[float, float]
    face: tuple[float, float]
    through: tuple[float, float]

    @property
    def volume(self) -> float:
        """Volume taken away [mm³]."""
        return (
            (self.along[1] - self.along[0])
            * (self.face[1] - self.face[0])
            * (self.through[1] - self.through[0])
        )


@dataclass(frozen=True)
class Solid:
    """A stick in place: origin corner, three unit axes (along, face, thickness), its size [mm], end cuts, notches.

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
    notches: tuple[Notch, ...] = ()

    @cached_property
    def corners(self) -> tuple[Point, ...]:
        """The eight corners [mm]."""
        start, end = self.ends
        points = []
        for far, cut in ((0, start), (1, end)):
            across, up = tan(radians(cut.mitre)), tan(radians(cut.bevel))
            for v in (0.0, self.width):
                for w in (0.0, self.thickness):
                    slip = across * w + up * v
                    points.append(self.at(self.length - slip if far else slip, v, w))
        return tuple(points)

    def at(self, u: float, v: float, w: float) -> Point:
        """A point `u` along its length, `v` up its face, `w` through its thickness [mm]."""
        (ox, oy, oz), (ax, ay, az), (fx, fy, fz), (tx, ty, tz) = (
            self.origin,
            self.along,
            self.face,
            self.through,
        )
        return ox + ax * u + fx * v + tx * w, oy + ay * u + fy * v + ty * w, oz + az * u + fz * v + tz * w

    @property
    def volume(self) -> float:
        """Volume [mm³]: the mean of the end faces' positions makes it exact for any end cuts."""
        slip = (
            sum(
                tan(radians(cut.mitre)) * self.thickness + tan(radians(cut.bevel)) * self.width
                for cut in self.ends
            )
            / 2
        )
        return (self.length - slip) * self.width * self.thickness - sum(n.volume for n in self.notches)

    @cached_property
    def overall(self) -> float:
        """The longest it is along its length [mm]: what must be sawn off a stick."""
        lengths = [_dot(c, self.along) for c in self.corners]
        return round(max(lengths) - min(lengths), 6)

    @cached_property
    def bounds(self) -> tuple[Point, Point]:
        """Least and greatest corner [mm]."""
        xs, ys, zs = zip(*self.corners, strict=True)
        return (min(xs), min(ys), min(zs)), (max(xs), max(ys), max(zs))

    @cached_property
    def is_aligned(self) -> bool:
        """Whether it is a plain box along the axes: then its bounds are the solid itself."""
        return self.ends == (SQUARE, SQUARE) and all(
            sum(abs(part) > 1e-9 for part in axis) == 1 for axis in (self.along, self.face, self.through)
        )

    @cached_property
    def axes(self) -> tuple[tuple[Point, ...], tuple[Point, ...]]:
        """Normals of its faces and directions of its edges: what separates it from others, if anything does."""
        c = self.corners
        normals = tuple(_cross(_less(c[j], c[i]), _less(c[k], c[i])) for i, j, k in FACES)
        edges: list[Point] = []
        for i, j in EDGES:
            edge = _unit(_less(c[j], c[i]))
            if all(abs(abs(_dot(edge, other)) - 1) > 1e-9 for other in edges):
                edges.append(edge)
        return normals, tuple(edges)

    @property
    def is_upright(self) -> bool:
        """Whether it is the same all the way up: its axes lie flat or stand plumb, and its ends are cut plumb."""
        flat_or_plumb = all(
            abs(axis[2]) < 1e-9 or abs(abs(axis[2]) - 1) < 1e-9
            for axis in (self.along, self.face, self.through)
        )
        if not flat_or_plumb:
            return False
        on_plumb = next(name for name in ("along", "face", "through") if abs(getattr(self, name)[2]) > 0.5)
        return all(
            end == SQUARE
            or (on_plumb == "face" and end.bevel == 0)
            or (on_plumb == "through" and end.mitre == 0)
            for end in self.ends
        )

    def notch_bounds(self, notch: Notch) -> tuple[Point, Point]:
        """Least and greatest corner of a notch in place [mm]; of its box, where the solid stands askew."""
        points = [self.at(u, v, w) for u in notch.along for v in notch.face for w in notch.through]
        xs, ys, zs = zip(*points, strict=True)
        return (min(xs), min(ys), min(zs)), (max(xs), max(ys), max(zs))

    def overlaps(self, other: "Solid") -> bool:
        """Whether they run into each other by more than a hundredth of a millimetre."""
        return overlap_depth(self, other) > 0.01

    def seen_along(self, axis: int) -> list[tuple[float, float]]:
        """Its outline looking along an axis (0 x, 1 y, 2 z): a convex polygon in the other two [mm]."""
        a, b = (i for i in range(3) if i != axis)
        if self.is_aligned:
            low, high = self.bounds
            return [(low[a], low[b]), (high[a], low[b]), (high[a], high[b]), (low[a], high[b])]
        return convex_hull((c[a], c[b]) for c in self.corners)

    def cut_at(self, axis: int, at: float) -> list[tuple[float, float]]:
        """Its section by the plane `axis = at`: a convex polygon in the other two axes, empty if missed."""
        low, high = self.bounds
        if not low[axis] < at < high[axis]:
            return []
        if self.is_aligned:
            return self.seen_along(axis)
        a, b = (i for i in range(3) if i != axis)
        met = []
        for i, j in EDGES:
            p, q = self.corners[i], self.corners[j]
            if (p[axis] - at) * (q[axis] - at) < 0:
                share = (at - p[axis]) / (q[axis] - p[axis])
                met.append((p[a] + share * (q[a] - p[a]), p[b] + share * (q[b] - p[b])))
        return convex_hull(met) if len(met) >= 3 else []


def overlap_depth(a: Solid, b: Solid) -> float:
    """How far two solids run into each other [mm]: positive when they overlap, 0 when they touch, negative when apart.

    Separating axes of two convex bodies: face normals and cross products of edges; apart by at least the answer's size.
    """
    (a0, a1), (b0, b1) = a.bounds, b.bounds
    least = min(min(a1[i], b1[i]) - max(a0[i], b0[i]) for i in range(3))
    if (a.is_aligned and b.is_aligned) or least < -1.0:
        return least
    (normals_a, edges_a), (normals_b, edges_b) = a.axes, b.axes
    for axis in (*normals_a, *normals_b, *(_cross(u, v) for u in edges_a for v in edges_b)):
        size = hypot(*axis)
        if size < 1e-9:
            continue
        on_a = [_dot(c, axis) for c in a.corners]
        on_b = [_dot(c, axis) for c in b.corners]
        least = min(least, (min(max(on_a), max(on_b)) - max(min(on_a), min(on_b))) / size)
        if least < -1.0:
            break
    return least


def convex_hull(points: Iterable[tuple[float, float]]) -> list[tuple[float, float]]:
    """Convex hull of 2-D points, anticlockwise from the least (monotone chain)."""
    ordered = sorted({(round(x, 6), round(y, 6)) for x, y in points})

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


def _dot(a: Point, b: Point) -> float:
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2]


def _less(a: Point, b: Point) -> Point:
    return a[0] - b[0], a[1] - b[1], a[2] - b[2]


def _cross(a: Point, b: Point) -> Point:
    return a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]


def _unit(a: Point) -> Point:
    size = hypot(*a)
    return a[0] / size, a[1] / size, a[2] / size
