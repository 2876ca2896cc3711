"""Circles that may meet: how many there are of them, and what they cover together."""

from collections.abc import Sequence
from math import pi, sin

from shapely import Point, unary_union
from shapely.geometry.base import BaseGeometry

from acrebox.core.shape.vector import Point2

QUARTER = 64
LARGER = pi / (2 * QUARTER * sin(2 * pi / (4 * QUARTER)))
"""How much larger a circle is than the polygon of four quarters that stands for it."""


def together(middles: Sequence[Point2], wide: float) -> list[tuple[list[int], float]]:
    """Circles so wide [mm] about their middles, those that meet as one: which they are, their area [mm²]."""
    drawn = [Point(at).buffer(wide / 2, QUARTER) for at in middles]
    whole: BaseGeometry = unary_union(drawn)
    groups = []
    for part in getattr(whole, "geoms", [whole]):
        mine = [n for n, at in enumerate(middles) if part.covers(Point(at))]
        groups.append((mine, float(part.area) * LARGER))
    return groups
