"""A six-faced stick: the body of every straight part of timber, whatever its ends are cut to. The fast path.

Most of a bed is boxes, so what a box can tell by itself never goes through a mesh.
"""

from dataclasses import dataclass, field
from functools import cached_property
from math import radians, tan

import numpy as np
from shapely import Polygon, convex_hull, multipoints, unary_union
from shapely import box as rectangle

from acrebox.core.shape.bodies.body import Body
from acrebox.core.shape.bodies.face import Face, faces_of
from acrebox.core.shape.bodies.mesh import Floats, Mesh, made, mesh_of
from acrebox.core.shape.slices import AreaPiece, Slice, merged
from acrebox.core.shape.vector import AXES, Point, Point2, dot

# Corners are numbered 4·end + 2·(top of the face) + (far side of the thickness).
EDGES = ((0, 1), (2, 3), (4, 5), (6, 7), (0, 2), (1, 3), (4, 6), (5, 7), (0, 4), (1, 5), (2, 6), (3, 7))
FACES = ((0, 1, 2), (4, 5, 6), (0, 1, 4), (2, 3, 6), (0, 2, 4), (1, 3, 5))
QUADS = ((0, 1, 3, 2), (4, 6, 7, 5), (0, 4, 5, 1), (2, 3, 7, 6), (0, 2, 6, 4), (1, 5, 7, 3))
TRIANGLES = tuple(t for a, b, c, d in QUADS for t in ((a, b, c), (a, c, d)))


@dataclass(frozen=True)
class EndCut:
    """How an end is cut, from square [°]: a mitre across the face, a bevel through the thickness. A positive
    one takes away from the far edge.
    """

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
        (a0, a1), (f0, f1), (t0, t1) = self.along, self.face, self.through
        return (a1 - a0) * (f1 - f0) * (t1 - t0)


@dataclass(frozen=True)
class Box(Body):
    """A stick in place: origin corner, three unit axes (along, face, thickness), its size [mm], end cuts,
    notches.

    `length` is along the edge through the origin; a positive cut takes away from the far edges.
    """

    origin: Point
    along: Point
    face: Point
    through: Point
    length: float
    width: float
    thickness: float
    ends: tuple[EndCut, EndCut] = field(default=(SQUARE, SQUARE))
    notches: tuple[Notch, ...] = ()

    @cached_property
    def corners(self) -> tuple[Point, ...]:
        """The eight corners [mm]."""
        start, end = self.ends
        points = []
        for far, cut in ((0, start), (1, end)):
            across, up = tan(radians(cut.bevel)), tan(radians(cut.mitre))
            for v in (0.0, self.width):
                for w in (0.0, self.thickness):
                    slip = across * w + up * v
                    points.append(self.at(self.length - slip if far else slip, v, w))
        return tuple(points)

    @cached_property
    def corner_points(self) -> Floats:
        """The same as rows of numbers (8 × 3) [mm]."""
        return np.array(self.corners)

    def at(self, u: float, v: float, w: float) -> Point:
        """A point `u` along its length, `v` up its face, `w` through its thickness [mm]."""
        (ox, oy, oz), (ax, ay, az) = self.origin, self.along
        (fx, fy, fz), (tx, ty, tz) = self.face, self.through
        return ox + ax * u + fx * v + tx * w, oy + ay * u + fy * v + ty * w, oz + az * u + fz * v + tz * w

    @property
    def envelope(self) -> "Box":
        """Itself."""
        return self

    @property
    def volume(self) -> float:
        """Volume [mm³]: the mean of the end faces' positions makes it exact for any end cuts."""
        return self._uncut - sum(n.volume for n in self.notches)

    @property
    def _uncut(self) -> float:
        slips = (
            tan(radians(c.bevel)) * self.thickness + tan(radians(c.mitre)) * self.width for c in self.ends
        )
        return (self.length - sum(slips) / 2) * self.width * self.thickness

    @cached_property
    def overall(self) -> float:
        """The longest it is along its length [mm]: what must be sawn off a stick."""
        low, high = self.reach(self.along)
        return round(high - low, 6)

    @cached_property
    def bounds(self) -> tuple[Point, Point]:
        """Least and greatest corner [mm]."""
        xs, ys, zs = zip(*self.corners, strict=True)
        return (min(xs), min(ys), min(zs)), (max(xs), max(ys), max(zs))

    def reach(self, way: Point) -> tuple[float, float]:
        """From where to where it reaches in a direction [mm along it from the origin]."""
        along = [dot(c, way) for c in self.corners]
        return min(along), max(along)

    @cached_property
    def is_aligned(self) -> bool:
        """Whether it is a plain box along the axes: then its bounds are the body itself."""
        return self.ends == (SQUARE, SQUARE) and all(
            sum(abs(part) > 1e-9 for part in axis) == 1 for axis in (self.along, self.face, self.through)
        )

    @property
    def is_convex(self) -> bool:
        """Whether nothing is cut out of it."""
        return not self.notches

    @cached_property
    def axes(self) -> tuple[Floats, Floats]:
        """Normals of its faces and directions of its edges (n × 3): what separates it from others, if
        anything does.
        """
        c = self.corner_points
        i, j, k = (list(n) for n in zip(*FACES, strict=True))
        first, last = (list(n) for n in zip(*EDGES, strict=True))
        edges = c[last] - c[first]
        edges /= np.sqrt((edges * edges).sum(axis=1))[:, None]
        parallel = np.abs(np.abs(edges @ edges.T) - 1) < 1e-9
        first_of_its_kind = ~np.tril(parallel, -1).any(axis=1)
        normals: Floats = np.asarray(np.cross(c[j] - c[i], c[k] - c[i]), np.float64)
        return normals, edges[first_of_its_kind]

    @cached_property
    def is_upright(self) -> bool:
        """Whether it is the same all the way up: its axes lie flat or stand plumb, and its ends are cut
        plumb.
        """
        axes = {"along": self.along, "face": self.face, "through": self.through}
        if not all(abs(a[2]) < 1e-9 or abs(abs(a[2]) - 1) < 1e-9 for a in axes.values()):
            return False
        on_plumb = next(name for name, axis in axes.items() if abs(axis[2]) > 0.5)
        return all(
            end == SQUARE
            or (on_plumb == "face" and end.mitre == 0)
            or (on_plumb == "through" and end.bevel == 0)
            for end in self.ends
        )

    def notch_bounds(self, notch: Notch) -> tuple[Point, Point]:
        """Least and greatest corner of a notch in place [mm]; of its box, where the stick stands askew."""
        points = [self.at(u, v, w) for u in notch.along for v in notch.face for w in notch.through]
        xs, ys, zs = zip(*points, strict=True)
        return (min(xs), min(ys), min(zs)), (max(xs), max(ys), max(zs))

    @cached_property
    def areas(self) -> tuple[AreaPiece, ...]:
        """Area by height [mm², mm]."""
        if not self.is_upright:
            return super().areas
        (_, _, z0), (_, _, z1) = self.bounds
        taken = []
        for notch in self.notches:
            (_, _, low), (_, _, high) = self.notch_bounds(notch)
            taken.append(Slice(low, high, notch.volume / (high - low)))
        return merged([Slice(z0, z1, self._uncut / (z1 - z0))], taken)

    @cached_property
    def mesh(self) -> Mesh:
        """Its closed surface, notches cut out."""
        plain = made(self.corners, TRIANGLES)
        if not self.notches:
            return plain
        left = plain.manifold
        for notch in self.notches:
            left -= made(_notch_corners(self, notch), TRIANGLES).manifold
        return mesh_of(left)

    @property
    def edges(self) -> list[tuple[int, int]]:
        """Its twelve edges; of one with notches those of what is left."""
        return self.mesh.edges if self.notches else list(EDGES)

    def silhouette(self, across: Point, up: Point) -> tuple[Face, ...]:
        """Its outline seen in the plane of two directions [mm along them]; notches do not show in it."""
        if self.is_aligned and across in AXES and up in AXES:
            low, high = self.bounds
            return (_rectangle(low, high, AXES.index(across), AXES.index(up)),)
        if self._shows_a_rectangle(across, up):
            (u0, u1), (v0, v1) = self.reach(across), self.reach(up)
            return (Face(((u0, v0), (u1, v0), (u1, v1), (u0, v1))),)
        return (_hull([(dot(c, across), dot(c, up)) for c in self.corners]),)

    def _shows_a_rectangle(self, across: Point, up: Point) -> bool:
        """Whether it is seen square to its face, its ends cut so that they show as straight lines."""
        flat = _parallel(self.along, across) and _parallel(self.face, up)
        plumb = _parallel(self.along, up) and _parallel(self.face, across)
        return (flat or plumb) and all(end.mitre == 0 for end in self.ends)

    def section(self, axis: int, at: float) -> tuple[Face, ...]:
        """Its section by the plane `axis = at` [mm], drawn in the other two axes, notches cut out."""
        low, high = self.bounds
        if not low[axis] < at < high[axis]:
            return ()
        a, b = (i for i in range(3) if i != axis)
        whole = _rectangle(low, high, a, b) if self.is_aligned else self._cut(axis, at, a, b)
        if whole is None:
            return ()
        gone = [self.notch_bounds(n) for n in self.notches]
        gone = [(n0, n1) for n0, n1 in gone if n0[axis] < at < n1[axis]]
        if not gone:
            return (whole,)
        holes = unary_union([rectangle(n0[a], n0[b], n1[a], n1[b]) for n0, n1 in gone])
        return faces_of(whole.polygon.difference(holes))

    def _cut(self, axis: int, at: float, a: int, b: int) -> Face | None:
        met: list[Point2] = []
        for i, j in EDGES:
            p, q = self.corners[i], self.corners[j]
            if (p[axis] - at) * (q[axis] - at) < 0:
                share = (at - p[axis]) / (q[axis] - p[axis])
                met.append((p[a] + share * (q[a] - p[a]), p[b] + share * (q[b] - p[b])))
        return _hull(met) if len(met) >= 3 else None


def _notch_corners(box: Box, notch: Notch) -> list[Point]:
    """The corners of what is cut out, grown by a hair where it breaks through a face, so that no skin is
    left.
    """

    def grown(span: tuple[float, float], size: float) -> tuple[float, float]:
        low, high = span
        return low - 1.0 if low < 1e-6 else low, high + 1.0 if high > size - 1e-6 else high

    along, face, through = (
        grown(notch.along, box.length),
        grown(notch.face, box.width),
        grown(notch.through, box.thickness),
    )
    return [box.at(u, v, w) for u in along for v in face for w in through]


def _parallel(one: Point, other: Point) -> bool:
    return abs(abs(dot(one, other)) - 1) < 1e-9


def _rectangle(low: Point, high: Point, a: int, b: int) -> Face:
    return Face(((low[a], low[b]), (high[a], low[b]), (high[a], high[b]), (low[a], high[b])))


def _hull(points: list[Point2]) -> Face:
    hull = convex_hull(multipoints([(round(x, 6), round(y, 6)) for x, y in points]))
    assert isinstance(hull, Polygon)
    ring = hull.exterior.coords[:-1] if hull.exterior.is_ccw else hull.exterior.coords[::-1][:-1]
    return Face(tuple((x, y) for x, y in ring))


def box_round(points: Floats, axes: tuple[Point, Point, Point]) -> Box:
    """The smallest box round points (n × 3) [mm] whose sides follow three directions at right angles."""
    reaches = [(points @ np.array(axis)) for axis in axes]
    lows = [float(r.min()) for r in reaches]
    sizes = [float(r.max() - r.min()) for r in reaches]
    origin = [sum(low * axis[n] for low, axis in zip(lows, axes, strict=True)) for n in range(3)]
    length, width, thickness = sizes
    return Box((origin[0], origin[1], origin[2]), *axes, length, width, thickness)


def overlap_depth(a: Box, b: Box) -> float:
    """How far two boxes run into each other [mm]: positive when they overlap, 0 when they touch, negative
    when apart.

    Separating axes of two convex bodies: face normals and cross products of edges; apart by at least the
    answer's size. Notches are not looked at.
    """
    (a0, a1), (b0, b1) = a.bounds, b.bounds
    least = min(min(a1[i], b1[i]) - max(a0[i], b0[i]) for i in range(3))
    if (a.is_aligned and b.is_aligned) or least < -1.0:
        return least
    (normals_a, edges_a), (normals_b, edges_b) = a.axes, b.axes
    axes = np.concatenate((normals_a, normals_b))
    if not (a.is_upright and b.is_upright):
        crossed = np.cross(edges_a[:, None, :], edges_b[None, :, :]).reshape(-1, 3)
        axes = np.concatenate((axes, crossed))
    sizes = np.sqrt((axes * axes).sum(axis=1))
    axes = axes[sizes > 1e-9] / sizes[sizes > 1e-9, None]
    on_a, on_b = axes @ a.corner_points.T, axes @ b.corner_points.T
    depths = np.minimum(on_a.max(axis=1), on_b.max(axis=1)) - np.maximum(on_a.min(axis=1), on_b.min(axis=1))
    return min(least, float(depths.min()))
