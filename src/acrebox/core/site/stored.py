"""Room to keep finished boxes in until they are set in their places."""

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import pairwise
from math import atan2, degrees

from shapely import MultiPolygon, Polygon
from shapely.affinity import rotate, translate

from acrebox.core.site.grounds import HAIR_MM, Footprint, Here, Laid, Point


@dataclass(frozen=True)
class Stored:
    """Where a box is kept: whether it fits lying on the ground of an empty room, and beside the boxes of the
    beds before it; what area all boxes of the yard take, side by side, and what there is [mm²].
    """

    thing: Laid
    fits: bool
    beside: bool
    take: float
    area: float


def stored(bed: Footprint, here: Here) -> Stored | None:
    """Where a bed's box is kept: the smallest room that takes it, else the largest there is; None where none
    is drawn, or where the bed is laid in its place and is never a box.
    """
    rooms = sorted(here.plan.of_kind("store"), key=lambda t: float(t.shape.area))
    if not rooms or not bed.boxed:
        return None
    take = sum(b.size[0] * b.size[1] for b in (bed, *here.others) if b.boxed)
    left = [t.shape for t in rooms]
    for other in (b for b in here.others if b.boxed and b.name in here.before):
        _put(other.size, left)
    free = _put(bed.size, left)
    empty = next((n for n, t in enumerate(rooms) if lying_in(t.shape, bed.size) is not None), None)
    at = free if free is not None else empty if empty is not None else len(rooms) - 1
    room = rooms[at]
    return Stored(room, empty is not None, free is not None, take, float(room.shape.area))


def _put(size: Point, left: list[Polygon]) -> int | None:
    """Lay a box [mm] in the first room that has space for it, and take that away; which it was, or None."""
    for n, room in enumerate(left):
        lies = lying_in(room, size)
        if lies is not None:
            left[n] = room.difference(lies)
            return n
    return None


def lying_in(room: Polygon | MultiPolygon, size: Point) -> Polygon | None:
    """A box [mm] in a room, on the ground with a side along one of its walls and pushed into a corner; None
    where it does not go in so. One that would go in only aslant is not found.
    """
    turns = {
        round(degrees(atan2(b[1] - a[1], b[0] - a[0])) % 90, 6)
        for part in getattr(room, "geoms", [room])
        for a, b in pairwise(part.exterior.coords)
    }
    for turn in sorted(turns):
        for wide, deep in (size, (size[1], size[0])):
            lies = _lying(rotate(room, -turn, origin=(0, 0)), wide, deep)
            if lies is not None:
                return rotate(lies, turn, origin=(0, 0))
    return None


def _lying(room: Polygon | MultiPolygon, wide: float, deep: float) -> Polygon | None:
    """A box of these sides, straight in a room: where all its corners are in, it is tried."""
    roomy = room.buffer(HAIR_MM, join_style="mitre")
    left = roomy
    for dx, dy in ((wide, 0), (wide, deep), (0, deep)):
        left = left.intersection(translate(roomy, -dx, -dy))
    spots = sorted(_spots(left), key=lambda p: (round(p[1], 3), round(p[0], 3)))
    return next((b for b in (_box(p, wide, deep) for p in spots) if roomy.covers(b)), None)


def _spots(where: Polygon) -> Iterator[Point]:
    for part in getattr(where, "geoms", [where]):
        if part.geom_type != "Polygon" or part.is_empty:
            continue
        inner = part.representative_point()
        yield from ((x, y) for x, y in part.exterior.coords)
        yield inner.x, inner.y


def _box(p: Point, wide: float, deep: float) -> Polygon:
    return Polygon([p, (p[0] + wide, p[1]), (p[0] + wide, p[1] + deep), (p[0], p[1] + deep)])
