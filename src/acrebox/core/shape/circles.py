"""Circles that may meet: how many there are of them, what they cover together, what round pits hold."""

from collections.abc import Sequence
from dataclasses import dataclass
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


@dataclass(frozen=True)
class Pit:
    """A round pit about a middle, so deep [mm], of which what stands in it takes an area [mm²]."""

    at: Point2
    deep: float
    taken: float


def pits_hold(pits: Sequence[Pit], wide: float) -> tuple[int, float]:
    """How many pits so wide [mm] there are, those that meet as one, and what they hold beside what stands in
    them [mm³]; those that meet are as deep as they are in the mean.
    """
    groups = together([p.at for p in pits], wide) if pits else []
    total = 0.0
    for mine, area in groups:
        deep = sum(pits[n].deep for n in mine) / len(mine)
        total += area * deep - sum(pits[n].taken * pits[n].deep for n in mine)
    return len(groups), max(0.0, total)
