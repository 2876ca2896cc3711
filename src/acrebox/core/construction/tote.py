"""Half of a caged tank: cut across, its cage turned so that the cut edge faces down."""

from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal
from math import floor as whole
from math import pi
from typing import Literal

from pydantic import Field

from acrebox.core.assembly import (
    Assembly,
    Good,
    Joint,
    Part,
    StandingPiece,
    UsedTimber,
    WallLayer,
    WholePiece,
    role,
    stick,
)
from acrebox.core.construction.registry import builds
from acrebox.core.construction.sections import choose_timber
from acrebox.core.construction.sizes import printed, size
from acrebox.core.construction.standing import blocks_under, footing_fact, supports_of
from acrebox.core.construction.vessels import Face, capacity_fact, prismatoid_words, room_of, vessel_of
from acrebox.core.construction.walls import WallLine
from acrebox.core.design import (
    Construction,
    Corner,
    Design,
    History,
    Measured,
    MeasuredStick,
    StandsOn,
    asks,
    check_history,
    history_asked,
    known_of,
)
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.bodies import Box, Corners, Hollowed, Loft
from acrebox.core.shape.outline import Outline
from acrebox.core.shape.vector import UP
from acrebox.core.stock import STEEL_KG_M3, Catalogue, Vessel
from acrebox.core.worked import Worked

HALVES = {"lower": "the lower one, with the outlet at its foot", "upper": "the upper one, turned over"}
SHARED = {"one": "one; the rest is not used", "both": "both: this bed pays half of the tank"}
FITTINGS = {
    "lower": "the outlet at the foot stays: unscrew its cap, and it takes a tap or an elbow",
    "upper": "turned over, the filling lid lies in its floor: it is the drain, or it is sealed",
}
CUT_HEIGHT = {"ask": "Cut so that it is", "instrument": "height_only"}


class Tote(Construction):
    """Half of a caged tank, which held food and nothing else."""

    order = ("history", "tote", "half", "height", "halves", "cladding")
    shapes = ("rectangle",)
    measured = Measured.INSIDE
    measured_by = ("height",)
    size_from = "tote"
    takes = ()
    closed = True
    height_asks = CUT_HEIGHT

    kind: Literal["tote"] = "tote"
    tote: str = Field("tote-1000", json_schema_extra=asks("The tank", stock="tote"))
    half: Literal["lower", "upper"] = Field("lower", json_schema_extra=asks("Which half", words={**HALVES}))
    history: History = history_asked()
    halves: Literal["one", "both"] = Field(
        "one", json_schema_extra=asks("Halves that become beds", words={**SHARED})
    )
    cladding: str | None = Field(
        None,
        json_schema_extra=asks(
            "Boards round the cage", stock="board", hint="Left empty: the cage stays bare."
        ),
    )


@dataclass(frozen=True, kw_only=True)
class _Cage:
    """The tank's outside in place, its cage's tubes, from and to a height [mm]."""

    outer: Outline
    tube: float
    low: float
    top: float


@builds(Tote)
def assemble_tote(design: Design, choice: Tote, book: Catalogue) -> Assembly:
    """Place half a tank in its cage, with boards round it if they are wanted.

    Raises DesignError naming the field: another history than food, a cut that leaves no half.
    """
    check_history(choice.history)
    show = book.printer(design.system)
    tank = vessel_of(book, choice.tote, "tote", "construction.tote")
    deep = _deep(design, tank, show)
    tube = tank.tube.mm if tank.tube else 0.0
    inside = Face(False, tank.length.mm, tank.width.mm)
    shell, caged = inside.grown(tank.wall.mm), inside.grown(tank.wall.mm + tube)
    boards = (
        choose_timber(book, choice.cladding, MeasuredStick(), "construction.cladding", design.system)
        if choice.cladding
        else None
    )
    whole_face = caged.grown(boards.thick) if boards else caged
    centre = (whole_face.length / 2, whole_face.width / 2)
    on_blocks = design.site.stands_on is StandsOn.BLOCKS
    blocks = blocks_under((caged.length, caged.width), centre, show) if on_blocks else []
    foot = size("footing_block", show.built) if blocks else 0.0
    floor = foot + tank.wall.mm
    top = floor + deep
    face = inside.level(centre)
    room = room_of("tank", face, face, floor, top)
    outline = whole_face.outline()
    inner = outline.inset((whole_face.width - inside.width) / 2)
    line = outline.inset(boards.thick) if boards else outline
    cage = _cage(_Cage(outer=line, tube=tube, low=foot, top=top), show)
    half = Part(
        name=f"{choice.half} half",
        role=role("tank half"),
        body=Loft(
            ((foot, shell.level(centre)), (top, shell.level(centre))), Loft(((floor, face), (top, face)))
        ),
        piece=WholePiece(
            stock=tank.key, share=0.5 if choice.halves == "both" else 1.0, with_it=_cage_weight(cage, tank)
        ),
    )
    clad: list[Part] = []
    used: tuple[UsedTimber, ...] = ()
    if boards:
        wall = WallLine(outline, boards.thick, Corner.LONG_THROUGH)
        clad = _cladding(wall, boards.timber.key, boards.wide, foot, top)
        used = (boards.used,)
    area = inside.length * inside.width
    return Assembly(
        outline=outline,
        inner=inner,
        soil_face=inner,
        wall_top=top,
        foot=floor,
        wall=(WallLayer("wall", (whole_face.width - inside.width) / 2),),
        parts=(half, *cage, *clad, *blocks),
        compartments=(room,),
        joints=tuple(_held(clad, cage, boards.thick if boards else 0.0, tube)),
        timbers=used,
        goods=_edge(inside, book, show),
        notes=_notes(choice, clad, tube, show),
        facts={
            "capacity": capacity_fact(room, show, prismatoid_words(area, area, area, deep, show)),
            "footing_blocks": footing_fact(blocks, show),
            "tanks": _tanks(choice, book, tank, show),
        },
        supports=supports_of(blocks, show),
        known=known_of(choice.history),
        plug=tank.plug.mm if tank.plug and choice.half == "lower" else None,
        told={
            "length": f"tank {show.length(inside.length)} inside + wall, cage and boards"
            f" {show.length(whole_face.length - inside.length)} = {show.length(whole_face.length)}",
            "width": f"tank {show.length(inside.width)} inside + wall, cage and boards"
            f" {show.length(whole_face.width - inside.width)} = {show.length(whole_face.width)}",
            "height": f"the {choice.half} half of a tank {show.length(tank.height.mm)} high:"
            f" {show.length(deep)}",
        },
    )


def _deep(design: Design, tank: Vessel, show: Printer) -> float:
    """How deep the half is: half of the tank, or what is typed. Raises DesignError for what is no half."""
    if design.courses is not None:
        raise refuse(
            "courses", design.courses, "A tank has no courses.", "the height of its half, or nothing"
        )
    if design.height is None:
        return tank.height.mm / 2
    least, most = size("least_vessel", show.built), tank.height.mm - size("least_vessel", show.built)
    if not least <= design.height.mm <= most:
        raise refuse(
            "height",
            design.height.text,
            f"The tank is {show.length(tank.height.mm)} high: that leaves no second half.",
            f"{show.length(least)} to {show.length(most)}",
        )
    return design.height.mm


def _cage(cage: _Cage, show: Printer) -> list[Part]:
    """Tubes of the cage: a ring at the top, where it is whole, one at half its height, uprights between that
    end in the cut at the ground.
    """
    middle = cage.low + (cage.top - cage.low) / 2
    made = []
    inner = cage.outer.inset(cage.tube)
    for n, high in enumerate((middle, cage.top), start=1):
        made.append(_tube(f"cage ring {n}", "", _ring(cage.outer, inner, high - cage.tube, high)))
    for side in cage.outer.sides:
        count = max(1, round(side.length / size("cage_every", show.built)))
        for n in range(count):
            at = cage.tube + (side.length - 2 * cage.tube) * (n + 0.5) / count - cage.tube / 2
            for part, low, high in (
                ("lower", cage.low, middle - cage.tube),
                ("upper", middle, cage.top - cage.tube),
            ):
                box = Box(
                    side.place(at, 0.0, low),
                    UP,
                    side.along,
                    side.inward,
                    high - low,
                    cage.tube,
                    cage.tube,
                )
                made.append(_tube(f"{side.name} {part} tube {n + 1}", side.name, box))
    return made


def _cage_weight(cage: Sequence[Part], tank: Vessel) -> float:
    """Weight of the tubes [kg]: drawn square, they are round and hollow."""
    if not tank.tube or not tank.tube_wall:
        return 0.0
    wide, thick = tank.tube.mm, tank.tube_wall.mm
    long = sum(part.body.volume for part in cage) / wide**2
    return long * pi * (wide - thick) * thick / 1e9 * STEEL_KG_M3


def _ring(outer: Outline, inner: Outline, low: float, high: float) -> Hollowed:
    a, b = Corners(outer.points), Corners(inner.points)
    through = Loft(((low - 1.0, b), (high + 1.0, b)))
    return Hollowed(Loft(((low, a), (high, a))), through, inner.area * (high - low))


def _tube(name: str, side: str, body: Box | Hollowed) -> Part:
    return Part(name=name, role=role("cage"), body=body, piece=StandingPiece(stock=""), side=side)


def _cladding(line: WallLine, stock: str, wide: float, low: float, top: float) -> list[Part]:
    """Boards lying round the cage, as many whole ones as it is high, with even gaps between them."""
    count = max(1, whole((top - low) / wide + 1e-9))
    gap = (top - low - count * wide) / count
    return [
        stick(f"{side.name} board {n + 1}", "cladding board", stock, box, side=side.name, course=n + 1)
        for n in range(count)
        for side in line.outline.sides
        for box in line.pieces(side, 1, low + gap + n * (wide + gap), wide)
    ]


def _held(clad: list[Part], cage: list[Part], thick: float, tube: float) -> list[Joint]:
    """Every board is screwed to every upright tube that it crosses; a point that passes the tube is in the
    tank.
    """
    found = []
    for board in clad:
        (_, _, z0), (_, _, z1) = board.body.bounds
        for upright in (c for c in cage if c.side == board.side):
            (_, _, a), (_, _, b) = upright.body.bounds
            if min(z1, b) - max(z0, a) > tube:
                found.append(
                    Joint(
                        kind="cladding to cage",
                        parts=(board.name, upright.name),
                        through=thick,
                        into=tube,
                        run=0.0,
                    )
                )
    return found


def _edge(inside: Face, book: Catalogue, show: Printer) -> tuple[Good, ...]:
    long, sold = 2 * (inside.length + inside.width), book.find_good("edge-hose")
    sides = f"{show.length(inside.length)} + {show.length(inside.width)}"
    words = f"round the cut edge 2 × ({sides}) = {show.length_and_run(long)}"
    return (Good(key=sold.key, what="edge guard", count=sold.units_of(long), unit=sold.unit, working=words),)


def _tanks(choice: Tote, book: Catalogue, tank: Vessel, show: Printer) -> Worked:
    price = book.find_good(tank.key).price
    share = 0.5 if choice.halves == "both" else 1.0
    paid = show.money(price * Decimal(str(share)))
    words = (
        f"1 tank ÷ 2 beds = 0.5; 0.5 × {show.money(price)} = {paid}"
        if choice.halves == "both"
        else f"a tank at {show.money(price)}, paid by this bed: 1; a bed of its other half would halve that"
    )
    return Worked(amount=share, unit="tanks", working=words)


def _notes(choice: Tote, clad: list[Part], tube: float, show: Printer) -> dict[str, str]:
    words = {
        "fittings": FITTINGS[choice.half],
        "cleaning": "rinse, scrub with washing-up liquid, fill and let it stand a day, rinse until it"
        " smells of nothing",
        "cutting": "cut the cage first, then the tank; goggles and gloves; turn the cage so that its cut edge"
        " faces down, and slit hose over the edge of the tank before filling",
        "base": "level and firm under the whole floor: water finds the low corner, and plastic sags over"
        " a hole",
    }
    if clad:
        words["cladding screws"] = (
            f"into the tubes of {show.length(tube)} only: a point that comes through them is in the tank"
        )
    words["holes"] = f"drill for irrigation before filling: {printed('sleeve_hole', show)} with a grommet"
    return words
