"""What every body answers: where it is, how much there is of it, and how it looks cut, from outside, and
as a surface.
"""

from abc import ABC, abstractmethod
from functools import cached_property
from itertools import pairwise
from typing import TYPE_CHECKING

from acrebox.core.shape.bodies.face import Circle, Face, faces_of
from acrebox.core.shape.bodies.mesh import Mesh, flat_shape
from acrebox.core.shape.slices import AreaPiece, Slice, fitted
from acrebox.core.shape.vector import Point, X, Y, Z, cross

if TYPE_CHECKING:
    from acrebox.core.shape.bodies.box import Box

# Which two directions a section by a plane across x, y or z is drawn in, and the direction it looks along.
ACROSS: tuple[tuple[Point, Point, Point], ...] = ((Y, Z, X), (X, Z, (0.0, -1.0, 0.0)), (X, Y, Z))


class Body(ABC):
    """A closed body in place [mm], z up from the ground at the first course.

    A kind of body gives its surface, volume, area by height and the box it lies in; sections and
    silhouettes follow from the surface unless it knows a shorter way.
    """

    @property
    @abstractmethod
    def mesh(self) -> Mesh:
        """Its closed surface; round faces as flat ones of at most a hundredth of the circle."""

    @property
    @abstractmethod
    def volume(self) -> float:
        """Volume [mm³], exact also where the surface is round."""

    @property
    @abstractmethod
    def envelope(self) -> "Box":
        """The box that it fits in, in its own directions: along its length, up its face, through its
        thickness.
        """

    @property
    def areas(self) -> tuple[AreaPiece, ...]:
        """Area by height [mm², mm]."""
        return areas_of(self.mesh)

    @property
    def edges(self) -> list[tuple[int, int]]:
        """The edges worth drawing, by the numbers of the points of its surface."""
        return self.mesh.edges

    @property
    def bounds(self) -> tuple[Point, Point]:
        """Least and greatest corner [mm]."""
        return self.mesh.bounds

    @property
    def is_convex(self) -> bool:
        """Whether separating axes tell for certain that two of its kind overlap."""
        return False

    def circles(self, across: Point, up: Point) -> tuple[Circle, ...]:
        """Circles that edges follow where the body is seen or cut in the plane of two directions [mm]."""
        del across, up
        return ()

    def footprint(self, z: float) -> tuple[Face, ...]:
        """What it covers of the plan at a height [mm]."""
        return self.section(2, z)

    def section(self, axis: int, at: float) -> tuple[Face, ...]:
        """Its section by the plane `axis = at` [mm] (0 x, 1 y, 2 z), drawn in the other two axes; empty
        if missed.
        """
        low, high = self.bounds
        if not low[axis] < at < high[axis]:
            return ()
        across, up, ahead = ACROSS[axis]
        height = -at if axis == 1 else at
        found = flat_shape(self.mesh.turned((across, up, ahead)).manifold.slice(height))
        return faces_of(found.simplify(1e-4), self.circles(across, up))

    def silhouette(self, across: Point, up: Point) -> tuple[Face, ...]:
        """Its outline seen in the plane of two directions at right angles [mm along them]."""
        ahead = cross(across, up)
        found = flat_shape(self.mesh.turned((across, up, ahead)).manifold.project())
        return faces_of(found.simplify(1e-4), self.circles(across, up))

    def reach(self, way: Point) -> tuple[float, float]:
        """From where to where it reaches in a direction [mm along it from the origin]."""
        along = self.mesh.points @ way
        return float(along.min()), float(along.max())

    @cached_property
    def seen_from_above(self) -> tuple[Face, ...]:
        """Its outline on the plan."""
        return self.silhouette(X, Y)


def areas_of(mesh: Mesh) -> tuple[Slice, ...]:
    """Area by height within a surface of flat faces: quadratic between the heights of its corners, so it
    is exact.
    """
    marks = sorted({round(float(z), 6) for z in mesh.points[:, 2]})
    found = []
    for low, high in pairwise(marks):
        size = high - low
        if size > 1e-6:
            at = [mesh.manifold.slice(low + size * share).area() for share in (1 / 6, 1 / 2, 5 / 6)]
            found.append(fitted(low, high, (at[0], at[1], at[2])))
    return tuple(found)
