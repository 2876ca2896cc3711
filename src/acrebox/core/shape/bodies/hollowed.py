"""A body with another one taken out of it: a lying drum, a trough of any shape."""

from dataclasses import dataclass
from functools import cached_property

from acrebox.core.shape.bodies.body import Body
from acrebox.core.shape.bodies.box import Box
from acrebox.core.shape.bodies.face import Circle
from acrebox.core.shape.bodies.mesh import Mesh, mesh_of
from acrebox.core.shape.vector import Point


@dataclass(frozen=True)
class Hollowed(Body):
    """`whole` less `taken` [mm], which may reach past its rim; `volume_taken` [mm³] is what lies within."""

    whole: Body
    taken: Body
    volume_taken: float

    @cached_property
    def mesh(self) -> Mesh:
        """Its closed surface."""
        return mesh_of(self.whole.mesh.manifold - self.taken.mesh.manifold)

    @property
    def volume(self) -> float:
        """Volume [mm³]."""
        return self.whole.volume - self.volume_taken

    @property
    def envelope(self) -> Box:
        """The box round it."""
        return self.whole.envelope

    @property
    def bounds(self) -> tuple[Point, Point]:
        """Least and greatest corner [mm]."""
        return self.whole.bounds

    def circles(self, across: Point, up: Point) -> tuple[Circle, ...]:
        """The circles of both [mm]."""
        return (*self.whole.circles(across, up), *self.taken.circles(across, up))
