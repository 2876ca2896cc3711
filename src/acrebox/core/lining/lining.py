"""A bed's lining: the pieces of its walls and floors, from what they are cut, what holds them, what coats the
wood.
"""

from dataclasses import dataclass
from math import ceil
from typing import cast

from acrebox.core.assembly import Assembly
from acrebox.core.design import Design, FloorLining, Sold, WallLining
from acrebox.core.drainage import Drains, Port
from acrebox.core.errors import refuse
from acrebox.core.lining.cuts import Cloth, cut_all, cuts_of
from acrebox.core.lining.held import is_wooden, nails_of, sleeves_of, staples_of, tape_of
from acrebox.core.lining.limits import lining_limit
from acrebox.core.lining.paint import Coat, coat_of
from acrebox.core.lining.pieces import LinerPiece
from acrebox.core.lining.rolls import Taken
from acrebox.core.lining.room import Crossing, LinedRoom, rooms_of
from acrebox.core.lining.way import WallWay
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.stock import Catalogue


@dataclass(frozen=True, kw_only=True)
class Lining:
    """What a bed is lined with. `depth` is that of the walls' lining without what is turned in, `round` the
    way along them and over the posts, with its slack `longer` [mm]; `staples` and `nails` so many; `tape` how
    much tape, `sleeves` how long each sleeve through a wall is [mm].
    """

    walls: WallLining
    floor: FloorLining
    one_piece: bool
    wooden: bool
    rooms: tuple[LinedRoom, ...]
    depth: float
    turn_in: float
    over: float
    round: float
    longer: float
    pieces: tuple[LinerPiece, ...]
    taken: tuple[Taken, ...]
    staples: int
    nails: int
    tape: float
    sleeves: tuple[float, ...]
    coat: Coat | None


def lining_of(
    design: Design,
    bed: Assembly,
    drains: Drains,
    book: Catalogue,
    show: Printer,
    effort: float,
    port: Port | None = None,
    cloth: Cloth | None = None,
) -> Lining:
    """Line a bed: `port` is where an overflow leaves it, `cloth` what lies in it over a medium.

    Raises DesignError naming what cannot be: a lining that ends under the floor, a roll that is too narrow
    where pieces may not be joined.
    """
    choice, built = design.lining, show.built
    walls, floor = choice.walls or design.construction.lined, choice.floor
    rooms = rooms_of(bed, built)
    one_piece = walls == floor == "pond"
    depth = min(r.depth for r in rooms) - choice.top.mm
    if walls != "none" and depth <= 0:
        allowed = f"less than {show.length(min(r.depth for r in rooms))}"
        says = "The lining would end under the floor."
        raise refuse("lining.top", choice.top.text, says, allowed)
    wooden = is_wooden(bed)
    over = choice.top.mm + lining_limit("over_rim", built) if choice.trim == "after" else 0.0
    rigid = walls == "plastic_board"
    turn_in = 0.0 if rigid or one_piece or walls == "none" else lining_limit("turn_in", built)
    if rigid:
        over = 0.0
    longer = 1 + choice.slack / 100
    wall_ways = [
        WallWay(
            material=cast(Sold, walls),
            built=built,
            depth=room.depth - choice.top.mm,
            turn_in=turn_in,
            over=over,
            round=room.round * longer,
            longer=longer,
            lap=choice.lap.mm,
            seams=choice.seams,
            stapled=wooden,
            crossings=_crossings(room, drains, port, built),
        )
        for room in rooms
    ]
    cuts = cuts_of(choice, walls, rooms, wall_ways, drains, cloth)
    pieces, taken = cut_all(cuts, choice, book, show, effort)
    run = sum(w.round for w in wall_ways) if walls != "none" else 0.0
    stapled = staples_of(walls, run, pieces, rooms) if wooden else 0.0
    return Lining(
        walls=walls,
        floor=floor,
        one_piece=one_piece,
        wooden=wooden,
        rooms=rooms,
        depth=depth if walls != "none" else 0.0,
        turn_in=turn_in,
        over=over,
        round=run,
        longer=longer,
        pieces=tuple(pieces),
        taken=tuple(taken),
        staples=ceil(stapled / choice.every.mm - 1e-9),
        nails=nails_of(pieces, built) if wooden else 0,
        tape=tape_of(bed, choice, rooms, pieces),
        sleeves=sleeves_of(bed, (drains.loop is not None) + (port is not None), built),
        coat=coat_of(bed, lambda key: book.find_timber(key) is not None, choice.coat, choice.coats),
    )


def _crossings(room: LinedRoom, drains: Drains, port: Port | None, built: System) -> tuple[Crossing, ...]:
    """Where something goes through the lining of a room's walls: what crosses it, pipes that leave it."""
    clear = lining_limit("clear", built)
    found = room.crossings(clear)
    if drains.loop is not None:
        wide = drains.loop.size.outside.mm
        found.append(room.through(drains.loop.port, wide, room.low + clear + wide / 2, clear))
    if port is not None:
        found.append(room.through(port.at, port.wide, port.height, clear))
    return tuple(sorted(found, key=lambda c: c.at))
