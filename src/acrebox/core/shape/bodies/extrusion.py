"""A flat profile, with holes if it has any, drawn out straight: corrugated sheet, a channel, a block with
cores.
"""

from dataclasses import dataclass
from functools import cached_property

import numpy as np
from shapely import Polygon

from acrebox.core.shape.bodies.body import Body
from acrebox.core.shape.bodies.box import Box
from acrebox.core.shape.bodies.face import Circle, Face, faces_of
from acrebox.core.shape.bodies.mesh import Mesh, made, triangulated
from acrebox.core.shape.slices import AreaPiece, Slice
from acrebox.core.shape.vector import Point, dot


@dataclass(frozen=True)
class Extrusion(Body):
    """A profile in the plane of `face` and `through` at `origin`, drawn out `length` [mm] along `along`.

    `profile` holds its corners in those two directions [mm]; `rounds` are the circles that its edges
    follow. The three directions stand at right angles.
    """

    profile: Polygon
    origin: Point
    along: Point
    face: Point
    through: Point
    length: float
    rounds: tuple[Circle, ...] = ()

    @property
    def volume(self) -> float:
        """Volume [mm³] of the profile as drawn, its round edges as many flat ones."""
        return float(self.profile.area) * self.length

    @cached_property
    def mesh(self) -> Mesh:
        """Both ends and the walls between them."""
        flat, ends = triangulated(self.profile)
        size = len(flat)
        points = [self._at(u, v, w) for u in (0.0, self.length) for v, w in flat]
        walls = []
        start = 0
        for ring in (self.profile.exterior, *self.profile.interiors):
            count = len(ring.coords) - 1
            for n in range(count):
                a, b = start + n, start + (n + 1) % count
                walls += [(a, b, size + a), (b, size + b, size + a)]
            start += count
        # Rings were turned for the ends: outer ones anticlockwise, holes clockwise; walls follow them.
        closed = (
            [(a, c, b) for a, b, c in ends] + [(size + a, size + b, size + c) for a, b, c in ends] + walls
        )
        return made(points, closed)

    def _at(self, u: float, v: float, w: float) -> Point:
        o, a, f, t = self.origin, self.along, self.face, self.through
        x, y, z = (o[n] + a[n] * u + f[n] * v + t[n] * w for n in range(3))
        return x, y, z

    @cached_property
    def envelope(self) -> Box:
        """The box round it, along its own directions."""
        low_v, low_w, high_v, high_w = self.profile.bounds
        return Box(
            origin=self._at(0.0, low_v, low_w),
            along=self.along,
            face=self.face,
            through=self.through,
            length=self.length,
            width=high_v - low_v,
            thickness=high_w - low_w,
        )

    @cached_property
    def bounds(self) -> tuple[Point, Point]:
        """Least and greatest corner [mm]."""
        return self.envelope.bounds if self.envelope.is_aligned else self.mesh.bounds

    def reach(self, way: Point) -> tuple[float, float]:
        """From where to where it reaches in a direction [mm along it from the origin]."""
        own = any(abs(abs(dot(axis, way)) - 1) < 1e-9 for axis in (self.along, self.face, self.through))
        return self.envelope.reach(way) if own else super().reach(way)

    def silhouette(self, across: Point, up: Point) -> tuple[Face, ...]:
        """Its outline [mm along the two directions]; seen square to its length that is a rectangle."""
        if any(abs(abs(dot(self.along, way)) - 1) < 1e-9 for way in (across, up)):
            (u0, u1), (v0, v1) = self.reach(across), self.reach(up)
            return (Face(((u0, v0), (u1, v0), (u1, v1), (u0, v1))),)
        return super().silhouette(across, up)

    @cached_property
    def areas(self) -> tuple[AreaPiece, ...]:
        """Area by height: of an upright one the profile's, all the way up."""
        if abs(abs(self.along[2]) - 1) < 1e-9:
            (_, _, z0), (_, _, z1) = self.bounds
            return (Slice(z0, z1, float(self.profile.area)),)
        return super().areas

    def section(self, axis: int, at: float) -> tuple[Face, ...]:
        """Its section by `axis = at` [mm]; across its length that is the profile itself."""
        way = [0.0, 0.0, 0.0]
        way[axis] = 1.0
        low, high = self.bounds
        if abs(abs(self.along[axis]) - 1) > 1e-9 or not low[axis] < at < high[axis]:
            return super().section(axis, at)
        a, b = (i for i in range(3) if i != axis)
        return faces_of(self._placed(a, b), self._circles(a, b))

    def circles(self, across: Point, up: Point) -> tuple[Circle, ...]:
        """The circles of its profile [mm], where it is seen along its length."""
        if not self.rounds or abs(dot(self.along, across)) > 1e-9 or abs(dot(self.along, up)) > 1e-9:
            return ()
        centres = [(self._at(0.0, c.x, c.y), c.radius) for c in self.rounds]
        return tuple(Circle(dot(at, across), dot(at, up), radius) for at, radius in centres)

    def _circles(self, a: int, b: int) -> tuple[Circle, ...]:
        centres = [(self._at(0.0, c.x, c.y), c.radius) for c in self.rounds]
        return tuple(Circle(at[a], at[b], radius) for at, radius in centres)

    def _placed(self, a: int, b: int) -> Polygon:
        """The profile in two of the axes."""

        def ring(points: "np.ndarray[tuple[int, ...], np.dtype[np.float64]]") -> list[tuple[float, float]]:
            placed = [self._at(0.0, float(v), float(w)) for v, w in points]
            return [(p[a], p[b]) for p in placed]

        return Polygon(
            ring(np.array(self.profile.exterior.coords)),
            [ring(np.array(hole.coords)) for hole in self.profile.interiors],
        )
