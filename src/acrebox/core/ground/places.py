"""The places round a bed at which its ground is levelled, by their names."""

from collections.abc import Mapping
from functools import lru_cache
from math import atan2, cos, pi, sin

from acrebox.core.assembly import Assembly
from acrebox.core.ground.square import CORNERS
from acrebox.core.shape.outline import Outline
from acrebox.core.shape.vector import Point2

ROUND = ("front", "front right", "right", "back right", "back", "back left", "left", "front left")
"""Eight places round what has no corners, against the clock from the front."""
KEPT = 64


def corner_places(bed: Assembly) -> Mapping[str, Point2]:
    """The corners of a bed [mm]; of a round one, the eight places round it."""
    return _corners(bed.staked)


def places_of(bed: Assembly) -> Mapping[str, Point2]:
    """Every place at which the ground of a bed can be levelled [mm]: its corners, and the middle of each side
    by the side's name.
    """
    found = dict(_corners(bed.staked))
    if bed.outline.corners:
        for side in bed.staked.sides:
            middle = ((side.start[0] + side.end[0]) / 2, (side.start[1] + side.end[1]) / 2)
            found.setdefault(side.name, middle)
    return found


@lru_cache(maxsize=KEPT)
def _corners(outline: Outline) -> Mapping[str, Point2]:
    if not outline.corners:
        return _round(outline)
    if outline.is_rectangle:
        return dict(zip(CORNERS, outline.points, strict=True))
    return {f"corner {n}": p for n, p in enumerate(outline.points, 1)}


def _round(outline: Outline) -> Mapping[str, Point2]:
    xs, ys = [p[0] for p in outline.points], [p[1] for p in outline.points]
    middle = ((min(xs) + max(xs)) / 2, (min(ys) + max(ys)) / 2)
    found = {}
    for n, name in enumerate(ROUND):
        angle = -pi / 2 + n * pi / 4
        ahead = (cos(angle), sin(angle))
        found[name] = max(outline.points, key=lambda p: _toward(p, middle, ahead))
    return found


def _toward(p: Point2, middle: Point2, ahead: Point2) -> float:
    """How nearly a point lies in a direction from the middle: 1 straight ahead."""
    angle = atan2(p[1] - middle[1], p[0] - middle[0])
    return cos(angle) * ahead[0] + sin(angle) * ahead[1]
