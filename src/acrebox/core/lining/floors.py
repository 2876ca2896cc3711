"""What lies on a floor: fabric and mesh in bands off a roll, notched round what stands there; pond sheet in
one piece, folded up at the walls.
"""

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace
from math import ceil, hypot

import numpy as np
from shapely import LineString, Polygon, affinity, box, unary_union
from shapely.geometry.base import BaseGeometry

from acrebox.core.assembly import Part
from acrebox.core.design import Sold
from acrebox.core.lining.limits import lining_limit
from acrebox.core.lining.pieces import Line, LinerPiece, Pattern, plain, rings_of
from acrebox.core.lining.room import Corner, LinedRoom, reflex_corners, shape_of
from acrebox.core.measure.systems import System
from acrebox.core.shape.bodies.face import polygons

CRUMB_MM2 = 2500.0
"""What is left of a floor in a corner behind a post is no piece where it is smaller than this."""
SLIVER_MM = 1e-6
FAR_MM = 150.0
"""What stands further from a wall than this is reached by a slit instead of an open notch."""
MITRE = 1.45
"""How far a corner of a sheet stands out at most, in times of its flap: a square of it at a right angle,
which is folded over; less at a sharp one.
"""


@dataclass(frozen=True, kw_only=True)
class FloorWay:
    """What lies on a floor: of what, what is turned up at the walls, how far pieces lap [mm], whether they
    may.
    """

    what: str
    material: Sold
    built: System
    up: float
    lap: float
    seams: bool


def in_bands(floor: Polygon, room: LinedRoom, way: FloorWay, roll: float) -> list[LinerPiece] | None:
    """A floor in bands off a roll so wide [mm], the way that takes less of it; None where the roll is too
    narrow and pieces may not be joined.
    """
    whole = floor.buffer(way.up, join_style="mitre", mitre_limit=MITRE)
    posts = [notch_round(p, floor, way) for p in (*room.against, *room.free) if shape_of(p).intersects(floor)]
    found = [_bands(whole, floor, posts, way, roll, upright=upright) for upright in (False, True)]
    kept = [pieces for pieces in found if pieces is not None]
    return min(kept, key=lambda pieces: (round(_off_roll(pieces)), len(pieces)), default=None)


def notch_round(part: Part, floor: Polygon, way: FloorWay) -> BaseGeometry:
    """What is cut out of a floor for a part that stands there: a little wider than it, and open to the
    nearest edge, so that the sheet goes round it [mm].
    """
    clear = lining_limit("clear", way.built)
    stands = shape_of(part).buffer(clear, join_style="mitre")
    middle = stands.centroid
    edge = floor.exterior.interpolate(floor.exterior.project(middle))
    dx, dy = edge.x - middle.x, edge.y - middle.y
    near = hypot(dx, dy)
    if near < SLIVER_MM or not floor.contains(middle):
        return stands
    out = (near + way.up + 1) / near
    moved = affinity.translate(stands, dx * out, dy * out)
    # What stands far from the walls is reached by a slit.
    far = shape_of(part).distance(floor.exterior) > FAR_MM
    if far:
        return stands.union(LineString([middle, moved.centroid]).buffer(clear / 2))
    return stands.union(moved).convex_hull


def _off_roll(pieces: list[LinerPiece]) -> float:
    return sum(p.length * p.count for p in pieces)


def _bands(
    whole: Polygon, floor: Polygon, posts: list[BaseGeometry], way: FloorWay, roll: float, *, upright: bool
) -> list[LinerPiece] | None:
    x0, y0, x1, y1 = whole.bounds
    low, high = (x0, x1) if upright else (y0, y1)
    if high - low > roll and (not way.seams or roll <= way.lap):
        return None
    count = 1 if high - low <= roll else ceil((high - low - way.lap) / (roll - way.lap) - 1e-9)
    each = (high - low + (count - 1) * way.lap) / count
    cut = whole.difference(unary_union(posts)) if posts else whole
    found = []
    for n in range(count):
        begin = low + n * (each - way.lap)
        strip = (begin, y0, begin + each, y1) if upright else (x0, begin, x1, begin + each)
        for part in polygons(cut.intersection(box(*strip))):
            if part.intersection(floor).area >= CRUMB_MM2:
                found.append(_band(part, floor, posts, way, upright=upright))
    if len(found) == 1:
        return found
    return [replace(p, what=f"{way.what} {n} of {len(found)}") for n, p in enumerate(found, start=1)]


def _band(
    part: Polygon, floor: Polygon, posts: list[BaseGeometry], way: FloorWay, *, upright: bool
) -> LinerPiece:
    """One band: what of the floor lies in it, with its notches."""
    fold = floor.exterior.intersection(part)
    flat = _flattened(part, upright=upright)
    whole = flat(part)
    _, _, long, wide = whole.bounds
    return LinerPiece(
        kind="floor",
        what=way.what,
        material=way.material,
        length=long,
        width=wide,
        notches=sum(p.distance(part) < 1 for p in posts),
        pattern=Pattern(rings=rings_of(whole), folds=tuple(_lines(flat(fold)))),
        lies=rings_of(part),
    )


def _lines(shape: BaseGeometry) -> Iterator[Line]:
    for line in getattr(shape, "geoms", [shape]):
        if isinstance(line, LineString) and line.length > 1:
            yield tuple((float(x), float(y)) for x, y in line.coords)


def _flattened(piece: Polygon, *, upright: bool) -> Callable[[BaseGeometry], BaseGeometry]:
    """Moves a shape as it brings a piece to lie in its lower left corner, an upright one along the roll."""
    x0, y0, x1, _ = piece.bounds

    def flat(shape: BaseGeometry) -> BaseGeometry:
        moved = affinity.translate(shape, -x0, -y0)
        return affinity.affine_transform(moved, (0, 1, -1, 0, 0, x1 - x0)) if upright else moved

    return flat


def in_one(room: LinedRoom, depth: float, longer: float, lap: float) -> list[LinerPiece]:
    """Floor and walls of a room in one piece, so deep [mm] and cut `longer` than it lies: its flaps fold up,
    the corners fold over; where a corner stands into the room the sheet is slit, and a patch is taped over
    the slit.
    """
    up = depth * longer
    bed = affinity.scale(room.way, longer, longer, origin=room.way.bounds[:2])
    sheet = bed.buffer(up, join_style="mitre", mitre_limit=MITRE)
    x0, y0, x1, y1 = sheet.bounds
    flat = _flattened(sheet, upright=y1 - y0 > x1 - x0)
    whole = flat(sheet)
    _, _, long, wide = whole.bounds
    slits = [_slit(corner, sheet, 2 * up) for corner in reflex_corners(bed)]
    found = [
        LinerPiece(
            kind="one",
            what="floor and walls in one",
            material="pond",
            length=long,
            width=wide,
            notches=len(slits),
            pattern=Pattern(
                rings=rings_of(whole),
                folds=tuple(_lines(flat(LineString(bed.exterior.coords)))),
                slits=tuple(line for s in slits for line in _lines(flat(s))),
            ),
        )
    ]
    if slits:
        found.append(plain("patch", "patch over a slit", "pond", depth + lap, 2 * lap, len(slits)))
    return found


def _slit(corner: Corner, sheet: Polygon, far: float) -> LineString:
    """From a corner that stands into the room outwards, half way between its sides, to the sheet's edge and
    at most so `far` [mm].
    """
    before, at, after = (np.array(p) for p in corner)
    one, two = (before - at) / np.linalg.norm(before - at), (after - at) / np.linalg.norm(after - at)
    out = (one + two) / np.linalg.norm(one + two)
    line = LineString([at, at + far * out])
    met = line.intersection(sheet)
    return met if isinstance(met, LineString) else line
