"""A cylinder lying on its side, whole or cut open along its length: half a drum, and what it holds."""

from dataclasses import dataclass
from functools import cached_property
from math import acos, cos, pi, sin, sqrt

from shapely import Polygon

from acrebox.core.shape.bodies.body import Body
from acrebox.core.shape.bodies.box import Box
from acrebox.core.shape.bodies.extrusion import Extrusion
from acrebox.core.shape.bodies.face import Circle, Face
from acrebox.core.shape.bodies.mesh import Mesh
from acrebox.core.shape.slices import AreaPiece, SegmentSlice
from acrebox.core.shape.vector import UP, Point

POINTS = 96


@dataclass(frozen=True, kw_only=True)
class LyingCylinder(Body):
    """A cylinder with a level axis from `start` along `along` [mm], cut off level at the height `top`
    [mm].
    """

    start: Point
    along: Point
    length: float
    radius: float
    top: float

    @cached_property
    def _half_turn(self) -> float:
        """Half the angle that is left, from the lowest line [rad]."""
        over = min(1.0, max(-1.0, (self.top - self.start[2]) / self.radius))
        return pi - acos(over)

    @cached_property
    def _drawn(self) -> Extrusion:
        half = self._half_turn
        angles = [-half + 2 * half * n / POINTS for n in range(POINTS + 1)]
        if half > pi - 1e-9:
            angles.pop()
        ring = [(-self.radius * cos(a), self.radius * sin(a)) for a in angles]
        through = (-self.along[1], self.along[0], 0.0)
        return Extrusion(
            Polygon(ring), self.start, self.along, UP, through, self.length, (Circle(0.0, 0.0, self.radius),)
        )

    @property
    def mesh(self) -> Mesh:
        """Its closed surface."""
        return self._drawn.mesh

    @cached_property
    def areas(self) -> tuple[AreaPiece, ...]:
        """Length × chord by height."""
        axis = self.start[2]
        return (
            SegmentSlice(
                z0=axis - self.radius,
                z1=min(self.top, axis + self.radius),
                axis=axis,
                radius=self.radius,
                length=self.length,
            ),
        )

    @property
    def volume(self) -> float:
        """Length × circular segment [mm³]."""
        h = min(self.top, self.start[2] + self.radius) - self.start[2] + self.radius
        r = self.radius
        return self.length * (r**2 * acos((r - h) / r) - (r - h) * sqrt(max(0.0, 2 * r * h - h**2)))

    @property
    def envelope(self) -> Box:
        """The box round it."""
        return self._drawn.envelope

    def circles(self, across: Point, up: Point) -> tuple[Circle, ...]:
        """Its round end [mm], seen along its length."""
        return self._drawn.circles(across, up)

    def section(self, axis: int, at: float) -> tuple[Face, ...]:
        """Its section by `axis = at` [mm]; across its length the segment of a circle."""
        return self._drawn.section(axis, at)
