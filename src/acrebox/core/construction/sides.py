"""Sides asked for by name, and what faces a side across the soil."""

from shapely import LineString, Point

from acrebox.core.assembly import Assembly
from acrebox.core.errors import refuse
from acrebox.core.shape.outline import Outline, Side


def side_named(outline: Outline, name: str, field: str) -> Side:
    """The side of an outline of that name.

    Raises DesignError that lists the sides there are.
    """
    found = next((s for s in outline.sides if s.name == name), None)
    if found is None:
        names = ", ".join(s.name for s in outline.sides)
        raise refuse(field, name, f"The bed has no side called '{name}'.", names)
    return found


def outer_side(bed: Assembly, name: str, field: str) -> Side:
    """The side of that name, along the outside of the wall.

    Raises DesignError that lists the sides there are.
    """
    return side_named(bed.outline, name, field)


def facing(bed: Assembly, side: Side, at: float) -> Side | None:
    """The side straight across the soil from a place on another one [mm along it], if one faces it there."""
    start = side.place(at, 1.0, 0.0)[:2]
    far = side.place(at, 1.0 + sum(bed.inner.size), 0.0)[:2]
    ray = LineString([start, far])
    hits = []
    for other in bed.inner.sides:
        turned = side.along[0] * other.along[0] + side.along[1] * other.along[1]
        edge = LineString([other.start, other.place(other.length, 0.0, 0.0)[:2]])
        if other is not side and ray.intersects(edge):
            hits.append((ray.intersection(edge).distance(Point(start)), turned, other))
    if not hits:
        return None
    _, turned, other = min(hits, key=lambda hit: hit[0])
    return other if turned < -1 + 1e-9 else None
