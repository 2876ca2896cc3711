"""A profile swept round an upright axis: all the way for a vessel or a rim, part of it for a bent sheet
or a band.
"""

from dataclasses import dataclass
from functools import cached_property
from itertools import pairwise
from math import ceil, cos, pi, radians, sin

from shapely import Polygon

from acrebox.core.shape.bodies.body import Body
from acrebox.core.shape.bodies.box import Box, box_round
from acrebox.core.shape.bodies.face import Circle
from acrebox.core.shape.bodies.mesh import Mesh, made, triangulated
from acrebox.core.shape.slices import AreaPiece, Slice, fitted
from acrebox.core.shape.vector import UP, Point, Point2, X, Y

SEGMENTS_A_TURN = 96


@dataclass(frozen=True)
class Swept(Body):
    """`profile` in (radius, height) [mm] swept from `start` by `turn` [°, anticlockwise] round an axis at
    `centre`.
    """

    profile: Polygon
    centre: Point2
    start: float = 0.0
    turn: float = 360.0

    @property
    def whole(self) -> bool:
        """Whether it closes on itself."""
        return self.turn >= 360.0 - 1e-9

    @property
    def volume(self) -> float:
        """Angle × area × the radius of its centroid [mm³] (Pappus)."""
        return radians(self.turn) * float(self.profile.area) * float(self.profile.centroid.x)

    @cached_property
    def mesh(self) -> Mesh:
        """The swept rings, and both ends where it does not close."""
        steps = max(1, ceil(SEGMENTS_A_TURN * self.turn / 360 - 1e-9))
        flat, ends = triangulated(self.profile)
        size, turns = len(flat), steps if self.whole else steps + 1
        points = [self._at(r, z, self.start + self.turn * n / steps) for n in range(turns) for r, z in flat]
        faces: list[tuple[int, int, int]] = []
        start = 0
        for ring in (self.profile.exterior, *self.profile.interiors):
            count = len(ring.coords) - 1
            for step in range(steps):
                here, there = step * size, (step + 1) % turns * size
                for n in range(count):
                    a, b = start + n, start + (n + 1) % count
                    faces += [(here + a, here + b, there + a), (here + b, there + b, there + a)]
            start += count
        if not self.whole:
            far = steps * size
            faces += [(a, c, b) for a, b, c in ends] + [(far + a, far + b, far + c) for a, b, c in ends]
        return made(points, faces)

    def _at(self, radius: float, z: float, angle: float) -> Point:
        return self.centre[0] + radius * cos(radians(angle)), self.centre[1] + radius * sin(radians(angle)), z

    @cached_property
    def envelope(self) -> Box:
        """The box round it: along x for a closed one, along the middle of its arc otherwise."""
        if self.whole:
            return box_round(self.mesh.points, (X, UP, Y))
        middle = radians(self.start + self.turn / 2)
        return box_round(
            self.mesh.points, ((-sin(middle), cos(middle), 0.0), UP, (cos(middle), sin(middle), 0.0))
        )

    @cached_property
    def areas(self) -> tuple[AreaPiece, ...]:
        """Area by height: half the angle × (outer² − inner²), summed over what the profile has at that
        height.
        """
        marks = sorted({round(z, 6) for ring in self._rings for _, z in ring})
        found: list[Slice] = []
        for low, high in pairwise(marks):
            size = high - low
            if size > 1e-6:
                at = [self._area(low + size * share) for share in (1 / 6, 1 / 2, 5 / 6)]
                found.append(fitted(low, high, (at[0], at[1], at[2])))
        return tuple(found)

    @property
    def _rings(self) -> list[list[Point2]]:
        return [[(r, z) for r, z in ring.coords] for ring in (self.profile.exterior, *self.profile.interiors)]

    def _area(self, z: float) -> float:
        met = sorted(
            a[0] + (z - a[1]) / (b[1] - a[1]) * (b[0] - a[0])
            for ring in self._rings
            for a, b in pairwise(ring)
            if (a[1] - z) * (b[1] - z) < 0
        )
        return self.turn / 360 * pi * sum(b**2 - a**2 for a, b in zip(met[::2], met[1::2], strict=True))

    def circles(self, across: Point, up: Point) -> tuple[Circle, ...]:
        """The circles of its rims [mm], seen from above."""
        if across != X or up != Y:
            return ()
        radii = sorted({round(r, 6) for ring in self._rings for r, _ in ring if r > 0})
        return tuple(Circle(*self.centre, r) for r in radii)
