"""A flat face: a ring of points with holes, and the circles that parts of its edge lie on."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

import numpy as np
from shapely import Polygon
from shapely.geometry.base import BaseGeometry

from acrebox.core.shape.vector import Point2


@dataclass(frozen=True)
class Circle:
    """A circle that an edge follows: centre and radius [mm], in the axes of its face."""

    x: float
    y: float
    radius: float


@dataclass(frozen=True)
class Face:
    """What a view or a section shows of a body: an outer ring, holes [mm], and the circles of round edges."""

    ring: tuple[Point2, ...]
    holes: tuple[tuple[Point2, ...], ...] = ()
    circles: tuple[Circle, ...] = ()

    @property
    def polygon(self) -> Polygon:
        """The same as a polygon of shapely's."""
        return Polygon(np.array(self.ring), [np.array(hole) for hole in self.holes])


def polygons(shape: BaseGeometry) -> list[Polygon]:
    """The polygons in what shapely answers: none, one or several; slivers, lines and points left out."""
    parts = getattr(shape, "geoms", [shape])
    return [p for p in parts if isinstance(p, Polygon) and p.area > 1e-6]


def faces_of(shape: BaseGeometry, circles: Sequence[Circle] = ()) -> tuple[Face, ...]:
    """Faces of what shapely answers, each with the circles its edge may follow."""
    return tuple(
        Face(_open(p.exterior.coords), tuple(_open(h.coords) for h in p.interiors), tuple(circles))
        for p in polygons(shape)
    )


def _open(points: Iterable[Sequence[float]]) -> tuple[Point2, ...]:
    """A closed ring of shapely's without the point that it repeats."""
    return tuple((p[0], p[1]) for p in points)[:-1]
