"""Beds brought into line on the plan of a yard: level with something, or in a row with paths between."""

from collections.abc import Sequence
from math import cos, radians, sin
from typing import Literal

from acrebox.core.measure.printing import Printer
from acrebox.core.measure.written import Coordinate
from acrebox.core.site.grounds import Footprint, Point
from acrebox.core.yard import Place

Edge = Literal["left", "right", "lower", "upper"]
Toward = Literal["right", "left", "back", "front"]


def placed_at(at: Point, turn: float, place: Place, show: Printer) -> Place:
    """A bed with the front left corner of its box there [mm], as one types it; it follows nothing."""
    x, y = (Coordinate(show.typed_at(v)) for v in at)
    return Place(x=x, y=y, turn=round((turn + 180) % 360 - 180, 3), top=place.top)


def lined_up(bed: Footprint, place: Place, with_: Sequence[Point], edge: Edge, show: Printer) -> Place:
    """A bed moved so that an edge of it on the plan is level with that of a ring [mm], as far as both
    reach.
    """
    axis, most = (0, edge == "right") if edge in ("left", "right") else (1, edge == "upper")
    far = max if most else min
    by = far(p[axis] for p in with_) - far(p[axis] for p in bed.ring)
    x, y = bed.corner
    return placed_at((x + by, y) if axis == 0 else (x, y + by), bed.turn, place, show)


def in_a_row(
    bed: Footprint, place: Place, times: int, toward: Toward, path: float, show: Printer
) -> list[Place]:
    """The places of so many more beds of the same kind, one after another to a side of the first, with a path
    [mm] between them.
    """
    (x, y), turn = bed.corner, bed.turn
    a = radians(turn)
    right, back = (cos(a), -sin(a)), (sin(a), cos(a))
    along, size = (right, bed.size[0]) if toward in ("right", "left") else (back, bed.size[1])
    step = (size + path) * (1 if toward in ("right", "back") else -1)
    return [
        placed_at((x + along[0] * step * n, y + along[1] * step * n), turn, place, show)
        for n in range(1, times + 1)
    ]
