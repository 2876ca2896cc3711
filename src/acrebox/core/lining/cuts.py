"""What is cut of each material, as a matter of the roll it comes off."""

from collections.abc import Sequence
from dataclasses import dataclass

from shapely import Polygon

from acrebox.core.design import MATERIALS, FloorLining, LiningChoice, Sold, WallLining
from acrebox.core.drainage import Drains
from acrebox.core.errors import DesignError, refuse
from acrebox.core.lining.drapes import drapes
from acrebox.core.lining.floors import FloorWay, in_bands, in_one
from acrebox.core.lining.held import STIFF
from acrebox.core.lining.limits import lining_limit
from acrebox.core.lining.pieces import LinerPiece, alike, plain
from acrebox.core.lining.rolls import Cut, Taken, cut_from, numbered
from acrebox.core.lining.room import LinedRoom
from acrebox.core.lining.walls import boards, strips, wraps
from acrebox.core.lining.way import WallWay
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.stock import Catalogue

LIES: dict[FloorLining, tuple[Sold, ...]] = {
    "none": (),
    "fabric": ("fabric",),
    "mesh": ("mesh",),
    "mesh_and_fabric": ("mesh", "fabric"),
    "pond": ("pond",),
}
"""What lies on a floor, the lowest first."""


@dataclass(frozen=True)
class Cloth:
    """Cloth that lies in the bed so high over its floor, and turns up at the walls [mm]."""

    over: float
    up: float


def cuts_of(
    choice: LiningChoice,
    walls: WallLining,
    rooms: Sequence[LinedRoom],
    ways: Sequence[WallWay],
    drains: Drains,
    cloth: Cloth | None = None,
) -> dict[Sold, list[Cut]]:
    """What is cut of each material, as a matter of how wide and long its roll is."""
    found: dict[Sold, list[Cut]] = {}
    for room, way in zip(rooms, ways, strict=True):
        in_one_piece = walls == choice.floor == "pond"
        if in_one_piece and not room.lying:
            found.setdefault("pond", []).append(_one(choice, room, way))
        elif walls != "none":
            found.setdefault(way.material, []).append(_wall(room, way))
        if walls not in STIFF:
            found.setdefault(way.material, []).append(_as_they_are(wraps(room, way)))
        floor = _floor(room, drains)
        lies = () if in_one_piece else LIES[choice.floor]
        for material in lies:
            found.setdefault(material, []).append(_lies(choice, room, floor, material, way.built))
        if drains.loop is not None and "fabric" not in lies:
            over = _lies(choice, room, floor, "fabric", way.built, "over the stone")
            found.setdefault("fabric", []).append(over)
        if cloth is not None:
            face = _face(room, cloth.over, floor)
            over = _lies(choice, room, face, "fabric", way.built, "over the medium", cloth.up)
            found.setdefault("fabric", []).append(over)
    screened = "mesh" in LIES[choice.floor]
    if pieces := drain_pieces(drains, ways[0].built, screened=screened):
        for material in dict.fromkeys(p.material for p in pieces):
            mine = [p for p in pieces if p.material == material]
            found.setdefault(material, []).append(_as_they_are(mine))
    return found


def drain_pieces(drains: Drains, built: System, *, screened: bool) -> list[LinerPiece]:
    """Screens over the holes of a floor that is not screened as a whole, fabric round a loop of pipe."""
    if drains.screens:
        if screened:
            return []
        return [plain("drain", "screen over a hole", "mesh", drains.screen, drains.screen, drains.screens)]
    if drains.loop is None:
        return []
    around = drains.loop.around(built)
    return [
        plain("drain", "fabric round the pipe", "fabric", p.length, around, p.count)
        for p in drains.loop.drilled_pieces
    ]


def _as_they_are(pieces: list[LinerPiece]) -> Cut:
    def cut(roll: float, longest: float | None) -> list[LinerPiece] | None:
        fits = all(p.width <= roll and (longest is None or p.length <= longest) for p in pieces)
        return pieces if fits else None

    return cut


def _floor(room: LinedRoom, drains: Drains) -> Polygon:
    """What of a room lies on its floor."""
    return drains.floor.outline if drains.floor is not None else room.bare


def _face(room: LinedRoom, over: float, floor: Polygon) -> Polygon:
    """A room as it is cut level, so high over its floor [mm]."""
    faces = room.compartment.inside.section(2, room.low + over)
    return max((f.polygon for f in faces), key=lambda p: p.area, default=floor)


def _one(choice: LiningChoice, room: LinedRoom, way: WallWay) -> Cut:
    return _as_they_are(in_one(room, way.depth + way.over, way.longer, choice.lap.mm))


def _wall(room: LinedRoom, way: WallWay) -> Cut:
    def cut(roll: float, longest: float | None) -> list[LinerPiece] | None:
        if room.lying:
            return drapes(room, way.material, way.depth, way.longer, roll)
        if way.material == "plastic_board":
            return boards(room, way, (roll, longest or room.perimeter))
        return strips(room, way, roll, longest)

    return cut


def _lies(
    choice: LiningChoice,
    room: LinedRoom,
    floor: Polygon,
    material: Sold,
    built: System,
    where: str = "on the floor",
    up: float | None = None,
) -> Cut:
    usual = lining_limit("pond_up" if material == "pond" else "turn_up", built)
    lies = FloorWay(
        what=f"{MATERIALS[material]} {where}",
        material=material,
        built=built,
        up=min(usual if up is None else up, room.depth),
        lap=choice.lap.mm,
        seams=choice.seams,
    )

    def cut(roll: float, longest: float | None) -> list[LinerPiece] | None:
        pieces = in_bands(floor, room, lies, roll)
        short = pieces is not None and longest is not None and any(p.length > longest for p in pieces)
        return None if short else pieces

    return cut


def cut_all(
    cuts: dict[Sold, list[Cut]], choice: LiningChoice, book: Catalogue, show: Printer, effort: float
) -> tuple[list[LinerPiece], list[Taken]]:
    """Every material cut from what can be had. Raises DesignError where no roll is wide enough."""
    pieces: list[LinerPiece] = []
    taken: list[Taken] = []
    for material, each in cuts.items():
        found = cut_from(
            material,
            _together(each),
            [x for x in book.liner if x.material == material],
            [r for r in choice.rolls if r.material == material],
            effort,
        )
        if found is None:
            raise _too_narrow(material, each, choice, book, show)
        first = len(pieces)
        pieces += found[0]
        numbers = range(first, len(pieces))
        taken += [numbered(t, numbers) for t in found[1]]
    return pieces, taken


def _together(cuts: Sequence[Cut]) -> Cut:
    def cut(roll: float, longest: float | None) -> list[LinerPiece] | None:
        found: list[LinerPiece] = []
        for one in cuts:
            pieces = one(roll, longest)
            if pieces is None:
                return None
            found += pieces
        return alike(found)

    return cut


def _too_narrow(
    material: Sold, cuts: Sequence[Cut], choice: LiningChoice, book: Catalogue, show: Printer
) -> DesignError:
    """Which roll is too narrow, and for what."""
    endless = 1e9
    pieces = _together(cuts)(endless, None) or []
    wide = max((p.width for p in pieces), default=0.0)
    rolls = [x.width.mm for x in book.liner if x.material == material]
    rolls += [r.width.mm for r in choice.rolls if r.material == material]
    widest = show.length(max(rolls, default=0.0))
    says = f"A piece of {MATERIALS[material]} is {show.length(wide)} wide; the widest roll is {widest}."
    if choice.seams:
        allowed = f"a roll to hand at least {show.length(wide)} wide, or another lining"
        return refuse("lining.walls" if material == choice.walls else "lining.floor", material, says, allowed)
    allowed = f"a roll to hand at least {show.length(wide)} wide, or pieces that may be joined"
    return refuse("lining.seams", "no", says, allowed)
