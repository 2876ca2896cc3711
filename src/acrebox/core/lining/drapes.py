"""The lining of a room whose walls are the round of a lying drum: a drape along it and its two ends."""

from shapely import box

from acrebox.core.design import Sold
from acrebox.core.lining.pieces import LinerPiece, plain
from acrebox.core.lining.room import LinedRoom
from acrebox.core.shape.bodies import LyingCylinder
from acrebox.core.shape.bodies.face import polygons


def drapes(
    room: LinedRoom, material: Sold, depth: float, longer: float, roll: float
) -> list[LinerPiece] | None:
    """A drape from rim to rim, so deep [mm], and the ends; None where a roll is too narrow for them."""
    drum = room.compartment.inside
    low_corner, high_corner = drum.bounds
    axis = 0 if not isinstance(drum, LyingCylinder) or abs(drum.along[0]) > abs(drum.along[1]) else 1
    x0, x1 = low_corner[axis], high_corner[axis]
    face = drum.section(axis, (x0 + x1) / 2)
    round_ = max((f.polygon for f in face), key=lambda p: p.area)
    top = room.low + depth
    low = round_.intersection(box(round_.bounds[0] - 1, room.low - 1, round_.bounds[2] + 1, top))
    [whole] = polygons(low)
    a, _, b, _ = whole.intersection(box(round_.bounds[0] - 1, top - 1, round_.bounds[2] + 1, top)).bounds
    arc = (whole.exterior.length - (b - a)) * longer
    wide = whole.bounds[2] - whole.bounds[0]
    pieces = [
        plain("drape", "drape from rim to rim", material, (x1 - x0) * longer, arc),
        plain("drape", "end", material, wide * longer, depth * longer, 2),
    ]
    return pieces if all(p.width <= roll for p in pieces) else None
