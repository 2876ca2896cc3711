"""Room to keep finished boxes in until they are set in their places."""

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import pairwise
from math import atan2, degrees, inf

from shapely import Polygon
from shapely.affinity import rotate, translate

from acrebox.core.site.grounds import HAIR_MM, Footprint, Here, Laid, Point


@dataclass(frozen=True)
class Stored:
    """Where a box is kept: whether it fits lying on the ground; what area all boxes of the yard take, side by
    side, and what there is [mm²].
    """

    thing: Laid
    fits: bool
    take: float
    area: float


def stored(bed: Footprint, here: Here) -> Stored | None:
    """Where a bed's box is kept: the smallest room that takes it, else the largest there is; None where none
    is drawn, or where the bed is laid in its place and is never a box.
    """
    rooms = here.plan.of_kind("store")
    if not rooms or not bed.boxed:
        return None
    take = sum(b.size[0] * b.size[1] for b in (bed, *here.others) if b.boxed)
    found = [Stored(t, box_fits(t.shape, bed.size), take, float(t.shape.area)) for t in rooms]
    return min(found, key=lambda s: s.area if s.fits else inf if s.area <= 0 else 1e18 / s.area)


def box_fits(room: Polygon, size: Point) -> bool:
    """Whether a box [mm] lies in a room on the ground with a side along one of its walls. One that would
    go in only aslant is not found.
    """
    ring = list(room.exterior.coords)
    walls = {round(degrees(atan2(b[1] - a[1], b[0] - a[0])) % 90, 6) for a, b in pairwise(ring)}
    return any(
        _takes(rotate(room, -turn, origin=(0, 0)), w, d)
        for turn in sorted(walls)
        for w, d in (size, (size[1], size[0]))
    )


def _takes(room: Polygon, wide: float, deep: float) -> bool:
    """Whether a box of these sides lies straight in a room: where all its corners are in, it is tried."""
    roomy = room.buffer(HAIR_MM, join_style="mitre")
    left = roomy
    for dx, dy in ((wide, 0), (wide, deep), (0, deep)):
        left = left.intersection(translate(roomy, -dx, -dy))
    return any(roomy.covers(_box(p, wide, deep)) for p in _spots(left))


def _spots(where: Polygon) -> Iterator[Point]:
    for part in getattr(where, "geoms", [where]):
        if part.geom_type != "Polygon" or part.is_empty:
            continue
        inner = part.representative_point()
        yield from ((x, y) for x, y in part.exterior.coords)
        yield inner.x, inner.y


def _box(p: Point, wide: float, deep: float) -> Polygon:
    return Polygon([p, (p[0] + wide, p[1]), (p[0] + wide, p[1] + deep), (p[0], p[1] + deep)])
