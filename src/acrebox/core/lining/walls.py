"""Strips that hang on the walls, boards that stand before them, wraps on what stands free or crosses."""

from collections.abc import Iterator
from itertools import pairwise
from math import ceil, floor

from shapely import LineString, box, unary_union

from acrebox.core.lining.limits import lining_limit
from acrebox.core.lining.pieces import Line, LinerPiece, Pattern, plain, rings_of
from acrebox.core.lining.room import LinedRoom, shape_of
from acrebox.core.lining.way import WallWay

MOST_STRIPS = 8
LEAST_BAY_MM = 20.0
LEAST_END_MM = 1.0


def strips(room: LinedRoom, way: WallWay, roll: float, longest: float | None) -> list[LinerPiece] | None:
    """The strips of a room from a roll so wide and so `longest` [mm; None: without end]. None where the roll
    is too narrow and pieces may not be joined, or too short.
    """
    tiers = _tiers(way.wide, roll, way.lap) if way.seams else ([way.wide] if way.wide <= roll else None)
    if tiers is None:
        return None
    count = _how_many(way, max(tiers), roll, longest)
    if count is None:
        return None
    long = way.round / count + way.lap
    found = []
    for tier, wide in enumerate(tiers):
        foot = tier * (roll - way.lap)
        top = tier == len(tiers) - 1
        for n in range(count):
            begin, what = n * way.round / count, _what(n, count, tier, len(tiers))
            found.append(_strip(room, way, what, (begin, long), (foot, wide), row=tier, top=top))
    return found


def _what(n: int, count: int, tier: int, tiers: int) -> str:
    named = "wall strip" if count == 1 else f"wall strip {n + 1} of {count}"
    return named if tiers == 1 else f"{named}, row {tier + 1} from the floor"


def _tiers(wide: float, roll: float, lap: float) -> list[float] | None:
    """How wide each row of strips is, from the floor up [mm]; None where a roll is no wider than the lap."""
    if wide <= roll:
        return [wide]
    if roll <= lap:
        return None
    more = ceil((wide - roll) / (roll - lap) - 1e-9)
    return [roll] * more + [wide - more * (roll - lap)]


def _how_many(way: WallWay, wide: float, roll: float, longest: float | None) -> int | None:
    """In how many strips the way is hung so that the least of the roll is used; the fewest of those."""
    beside = max(1, floor(roll / wide + 1e-9))

    def used(count: int) -> float:
        return ceil(count / beside) * (way.round / count + way.lap)

    most = 1 if not way.seams else MOST_STRIPS
    allowed = [n for n in range(1, most + 1) if longest is None or way.round / n + way.lap <= longest]
    return min(allowed, key=lambda n: (round(used(n)), n), default=None)


def _strip(
    room: LinedRoom,
    way: WallWay,
    what: str,
    run: tuple[float, float],
    height: tuple[float, float],
    *,
    row: int,
    top: bool,
) -> LinerPiece:
    """One strip: from where along the way and how long, from which height over its foot and how wide [mm]."""
    (begin, long), (foot, wide) = run, height
    holes = []
    for crossing in way.crossings:
        low, high = crossing.low + way.turn_in - foot, crossing.high + way.turn_in - foot
        if not 0 <= (low + high) / 2 < wide:
            continue
        for at in (crossing.at * way.longer - begin, crossing.at * way.longer - begin + way.round):
            if -LEAST_END_MM <= at <= long + LEAST_END_MM:
                holes.append(box(at - crossing.wide / 2, max(low, 0.0), at + crossing.wide / 2, high))
    sheet = box(0, 0, long, wide).difference(unary_union(holes)) if holes else box(0, 0, long, wide)
    staple = wide - lining_limit("staple_below", way.built)
    return LinerPiece(
        kind="strip",
        row=row,
        what=what,
        material=way.material,
        length=long,
        width=wide,
        notches=len(holes),
        pattern=Pattern(
            rings=rings_of(sheet),
            folds=(*_foot(way, foot, long), *_corners(room, way, run, wide)),
            staples=(((0.0, staple), (long, staple)),) if top and way.stapled else (),
        ),
    )


def _foot(way: WallWay, foot: float, long: float) -> Iterator[Line]:
    """Where a strip is turned in at the floor."""
    if foot == 0 and way.turn_in:
        yield (0.0, way.turn_in), (long, way.turn_in)


def _corners(room: LinedRoom, way: WallWay, run: tuple[float, float], wide: float) -> Iterator[Line]:
    """Where a strip turns with the way: for holding it up to the corners."""
    begin, long = run
    for corner in room.corners:
        for at in (corner * way.longer - begin, corner * way.longer - begin + way.round):
            if LEAST_END_MM < at < long - LEAST_END_MM:
                yield (at, 0.0), (at, wide)


def boards(room: LinedRoom, way: WallWay, sheet: tuple[float, float]) -> list[LinerPiece] | None:
    """Boards cut to the bays between what stands against the walls, from sheets so long and wide [mm]; None
    where the wall is deeper than a sheet and boards may not be joined.
    """
    long, wide = max(sheet), min(sheet)
    bays = _bays(room)
    if not way.seams and (way.depth > wide or max(bays, default=0.0) > long):
        return None
    rows = _tiers(way.depth, wide, way.lap)
    if rows is None or long <= way.lap:
        return None
    found = []
    for bay in bays:
        count = 1 if bay <= long else ceil((bay - way.lap) / (long - way.lap) - 1e-9)
        each = (bay + (count - 1) * way.lap) / count
        found += [plain("board", "board in a bay", way.material, each, row, count) for row in rows]
    return found


def _bays(room: LinedRoom) -> list[float]:
    """The runs of bare wall between what stands against it [mm]; of a round room the way round."""
    points = list(room.bare.exterior.coords)
    if not room.corners or len(points) > MOST_STRIPS * 4:
        return [room.perimeter]
    standing = unary_union([shape_of(p).buffer(0.5, join_style="mitre") for p in room.against])
    found = []
    for a, b in pairwise(points):
        free = LineString([a, b]).difference(standing)
        found += [float(g.length) for g in getattr(free, "geoms", [free]) if g.length > LEAST_BAY_MM]
    return found


def wraps(room: LinedRoom, way: WallWay) -> list[LinerPiece]:
    """Wraps on what stands free in the soil and on what crosses it."""
    lap, high = lining_limit("wrap_lap", way.built), room.low + way.depth
    found = []
    for part in (*room.free, *room.across):
        stick = part.solid
        (_, _, z0), (_, _, z1) = part.body.bounds
        within = shape_of(part).intersection(room.bare).bounds
        long = (
            min(z1, high) - max(z0, room.low)
            if part in room.free
            else max(within[2] - within[0], within[3] - within[1])
        )
        girth = 2 * (stick.width + stick.thickness) + lap
        if z0 < high:
            found.append(plain("wrap", f"wrap on a {part.role.name}", way.material, long, girth))
    return found
