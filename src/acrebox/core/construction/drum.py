"""Half a drum: cut across and standing, or cut lengthwise and lying on a cradle."""

from dataclasses import dataclass
from math import pi, sqrt
from typing import Literal

from pydantic import Field
from shapely import Point as Spot
from shapely import box as flat_box

from acrebox.core.assembly import (
    Assembly,
    Compartment,
    Good,
    Joint,
    Part,
    StickPiece,
    Supports,
    WallLayer,
    WholePiece,
    role,
    stick,
)
from acrebox.core.construction.registry import builds
from acrebox.core.construction.sections import ChosenTimber, choose_timber
from acrebox.core.construction.sizes import printed, size
from acrebox.core.construction.standing import blocks_under, footing_fact, supports_of
from acrebox.core.construction.vessels import Face, capacity_fact, room_of, vessel_of
from acrebox.core.design import (
    Construction,
    Design,
    History,
    Measured,
    MeasuredStick,
    MeasuredVessel,
    StandsOn,
    asks,
    check_history,
    history_asked,
    known_of,
)
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.written import Length
from acrebox.core.shape.bodies import Box, Extrusion, Hollowed, Loft, LyingCylinder, faces_of
from acrebox.core.shape.level import Oval
from acrebox.core.shape.outline import Outline
from acrebox.core.shape.vector import UP, X, Y
from acrebox.core.stock import Catalogue, Vessel
from acrebox.core.worked import Worked

CUTS = {"across": "across: it stands upright", "lengthwise": "lengthwise: it lies on a cradle"}
HALVES = {"plain": "the one with a plain floor", "bungs": "the one with the bungs in its floor"}
SHARED = {"one": "one; the rest is not used", "both": "both: this bed pays half of the drum"}
STANDING = {"ask": "Cut so that it is", "instrument": "height_only", "when": {"construction.cut": ["across"]}}


class Drum(Construction):
    """Half a drum that held food and nothing else."""

    order = ("history", "drum", "cut", "end", "height", "halves", "chock")
    shapes = ("circle", "rectangle")
    measured = Measured.INSIDE
    measured_by = ("height",)
    size_from = "drum"
    takes = ()
    closed = True
    height_asks = STANDING

    kind: Literal["drum"] = "drum"
    drum: str = Field("drum-200", json_schema_extra=asks("The drum", stock="drum"))
    drum_measured: MeasuredVessel = MeasuredVessel()
    cut: Literal["across", "lengthwise"] = Field(
        "across", json_schema_extra=asks("It is cut", words={**CUTS})
    )
    end: Literal["plain", "bungs"] = Field(
        "plain", json_schema_extra=asks("Which half", words={**HALVES}, when={"cut": ["across"]})
    )
    history: History = history_asked()
    halves: Literal["one", "both"] = Field(
        "one", json_schema_extra=asks("Halves that become beds", words={**SHARED})
    )
    chock: str = Field(
        "larch-45x195",
        json_schema_extra=asks(
            "Chocks of", stock="board", when={"cut": ["lengthwise"]}, imperial="spruce-2x8"
        ),
    )


@dataclass(frozen=True, kw_only=True)
class _Drum:
    """A drum's diameter and length inside, its wall [mm]; what is bought of it."""

    across: float
    long: float
    wall: float
    piece: WholePiece
    design: Design
    choice: Drum
    book: Catalogue
    show: Printer


@builds(Drum)
def assemble_drum(design: Design, choice: Drum, book: Catalogue) -> Assembly:
    """Place half a drum, with the blocks or the cradle that it stands on.

    Raises DesignError naming the field: another history than food, sizes that are no drum's.
    """
    check_history(choice.history)
    show = book.printer(design.system)
    listed = vessel_of(book, choice.drum, "drum", "construction.drum")
    across = _measured("diameter", choice.drum_measured.diameter, listed.width, show)
    long = _measured("length", choice.drum_measured.length, listed.height, show)
    drum = _Drum(
        across=across,
        long=long,
        wall=listed.wall.mm,
        piece=_piece(listed, choice),
        design=design,
        choice=choice,
        book=book,
        show=show,
    )
    return _standing(drum) if choice.cut == "across" else _lying(drum)


def _piece(listed: Vessel, choice: Drum) -> WholePiece:
    return WholePiece(stock=listed.key, share=0.5 if choice.halves == "both" else 1.0)


def _measured(name: str, own: Length | None, listed: Length, show: Printer) -> float:
    """A size as measured, else as listed. Raises DesignError for what is no drum."""
    if own is None:
        return listed.mm
    least, most = size("drum_least", show.built), size("drum_most", show.built)
    if not least <= own.mm <= most:
        raise refuse(
            f"construction.drum_measured.{name}",
            own.text,
            "No drum is like that.",
            f"{show.length(least)} to {show.length(most)}",
        )
    return own.mm


def _standing(drum: _Drum) -> Assembly:
    """The half upright."""
    show, wall = drum.show, drum.wall
    deep = _deep(drum)
    inside = Face(True, drum.across, drum.across)
    outer = inside.grown(wall)
    centre = (outer.length / 2, outer.width / 2)
    on_blocks = drum.design.site.stands_on is StandsOn.BLOCKS
    blocks = blocks_under(Oval(centre, outer.width / 2), centre, show) if on_blocks else []
    foot = size("footing_block", show.built) if blocks else 0.0
    floor = foot + wall
    top = floor + deep
    face, skin = inside.level(centre), outer.level(centre)
    room = room_of("drum", face, face, floor, top)
    half = Part(
        name="drum half",
        role=role("drum half"),
        body=Loft(((foot, skin), (top, skin)), Loft(((floor, face), (top, face)))),
        piece=drum.piece,
    )
    outline = outer.outline()
    words = f"π ÷ 4 × ({show.run(drum.across)})² × {show.run(deep)}{show.to_cubic}"
    return Assembly(
        outline=outline,
        inner=outline.inset(wall),
        soil_face=outline.inset(wall),
        wall_top=top,
        foot=floor,
        wall=(WallLayer("wall", wall),),
        parts=(half, *blocks),
        compartments=(room,),
        goods=_edge(pi * drum.across, drum),
        notes=_notes(drum),
        facts={
            "capacity": capacity_fact(room, show, words),
            "footing_blocks": footing_fact(blocks, show),
            "tanks": _drums(drum),
        },
        supports=supports_of(blocks, show),
        known=known_of(drum.choice.history),
        told=_told(drum, deep),
    )


def _deep(drum: _Drum) -> float:
    """How deep a standing half is: half of the drum, or what is typed."""
    design, show = drum.design, drum.show
    if design.courses is not None:
        raise refuse(
            "courses", design.courses, "A drum has no courses.", "the height of its half, or nothing"
        )
    if design.height is None:
        return drum.long / 2
    least, most = size("least_vessel", show.built), drum.long - size("least_vessel", show.built)
    if not least <= design.height.mm <= most:
        raise refuse(
            "height",
            design.height.text,
            f"The drum is {show.length(drum.long)} long: that leaves no second half.",
            f"{show.length(least)} to {show.length(most)}",
        )
    return design.height.mm


def _lying(drum: _Drum) -> Assembly:
    """The half lying, its axis level with its rim, on a cradle of two chocks and two rails."""
    show, wall, radius = drum.show, drum.wall, drum.across / 2
    if drum.design.height is not None:
        raise refuse(
            "height",
            drum.design.height.text,
            "A drum cut lengthwise is half as high as it is wide.",
            "no height",
        )
    chock = choose_timber(
        drum.book, drum.choice.chock, MeasuredStick(), "construction.chock", drum.design.system
    )
    rest = size("cradle_rest", show.built)
    outer = radius + wall
    axis = rest + outer
    middle = outer
    room = Compartment("drum", _half(wall, middle, axis, drum.long, radius, axis))
    shell = Hollowed(
        _half(0.0, middle, axis, drum.long + 2 * wall, outer, axis),
        _half(wall, middle, axis, drum.long, radius, axis + 1.0),
        room.inside.volume,
    )
    half = Part(name="drum half", role=role("drum half"), body=shell, piece=drum.piece)
    cradle = _cradle(drum, chock, middle, axis, rest)
    long, wide = drum.long + 2 * wall, 2 * outer
    outline = Outline(((0.0, 0.0), (long, 0.0), (long, wide), (0.0, wide)))
    inner = outline.inset(wall)
    run, r = show.run(drum.long), show.run(radius)
    bears = [p for p in cradle if p.role.name == "cradle"]
    return Assembly(
        outline=outline,
        inner=inner,
        soil_face=inner,
        wall_top=axis,
        foot=rest + wall,
        wall=(WallLayer("wall", wall),),
        parts=(half, *cradle),
        compartments=(room,),
        joints=_screwed(cradle),
        timbers=(chock.used,),
        goods=_edge(2 * (drum.long + drum.across), drum),
        notes={**_notes(drum), "chocks": _curve_words(outer, show)},
        facts={
            "capacity": capacity_fact(room, show, f"π × ({r})² ÷ 2 × {run}{show.to_cubic}"),
            "footing_blocks": footing_fact([], show),
            "tanks": _drums(drum),
            "chock_radius": Worked(
                amount=outer,
                unit="mm",
                working=f"{show.length(drum.across)} inside ÷ 2 + wall {show.bow(wall)}"
                f" = {show.length(outer)}",
            ),
        },
        supports=Supports(
            what="chocks",
            count=len(bears),
            area=_on_the_ground(bears[0]),
            apart=abs(bears[1].body.bounds[0][0] - bears[0].body.bounds[0][0]),
        ),
        known=known_of(drum.choice.history),
        told=_told(drum, radius),
    )


def _half(start: float, middle: float, axis: float, long: float, radius: float, top: float) -> LyingCylinder:
    """A cylinder lying along x, cut off level."""
    return LyingCylinder(start=(start, middle, axis), along=X, length=long, radius=radius, top=top)


def _cradle(drum: _Drum, chock: ChosenTimber, middle: float, axis: float, rest: float) -> list[Part]:
    """Two boards on edge across the drum with its curve sawn out, and two rails between them."""
    show, outer = drum.show, drum.across / 2 + drum.wall
    high, thick = chock.wide, chock.thick
    if high <= rest + 10.0:
        raise refuse(
            "construction.chock",
            drum.choice.chock,
            "That board is too narrow to saw a curve out of.",
            f"wider than {show.length(rest + 10.0)}",
        )
    chord = 2 * sqrt(max(0.0, outer**2 - (axis - min(high, axis)) ** 2))
    long = chord + 2 * size("cradle_ends", show.built)
    board = flat_box(0.0, 0.0, long, high).difference(Spot(long / 2, axis).buffer(outer, quad_segs=48))
    profile = faces_of(board)[0].polygon
    whole = drum.long + 2 * drum.wall
    made: list[Part] = []
    for n, x in enumerate((whole * 0.2, whole * 0.8 - thick), start=1):
        body = Extrusion(profile, (x, middle - long / 2, 0.0), X, Y, UP, thick)
        piece = StickPiece(stock=chock.timber.key, finished=long)
        made.append(Part(name=f"chock {n}", role=role("cradle"), body=body, piece=piece))
    between = whole * 0.6 - 2 * thick
    wide = min(high, rest + 10.0)
    for name, y in (("front", middle - long / 2), ("back", middle + long / 2 - thick)):
        rail = Box((whole * 0.2 + thick, y, 0.0), X, UP, Y, between, wide, thick)
        ripped = wide if wide < high else None
        made.append(
            stick(f"{name} cradle rail", "cradle rail", chock.timber.key, rail, side=name, ripped=ripped)
        )
    return made


def _screwed(cradle: list[Part]) -> tuple[Joint, ...]:
    rails = [p for p in cradle if p.role.name == "cradle rail"]
    return tuple(
        Joint(
            kind="board to chock",
            parts=(chock.name, rail.name),
            through=chock.solid.length if chock.solid.length < chock.solid.width else rail.solid.thickness,
            into=rail.solid.length / 2,
            run=rail.solid.width,
        )
        for chock in cradle
        if chock.role.name == "cradle"
        for rail in rails
    )


def _edge(long: float, drum: _Drum) -> tuple[Good, ...]:
    sold = drum.book.find_good("edge-hose")
    words = f"round the cut edge {drum.show.run(long)}"
    return (Good(key=sold.key, what="edge guard", count=sold.units_of(long), unit=sold.unit, working=words),)


def _drums(drum: _Drum) -> Worked:
    both = drum.choice.halves == "both"
    price = drum.show.money(drum.book.find_good(drum.piece.stock).price)
    words = f"1 drum ÷ 2 beds = 0.5; a drum at {price}" if both else f"a drum at {price}, paid by this bed: 1"
    return Worked(amount=0.5 if both else 1.0, unit="drums", working=words)


def _told(drum: _Drum, deep: float) -> dict[str, str]:
    show, lying = drum.show, drum.choice.cut == "lengthwise"

    def outside(inner: float) -> str:
        both = f"{show.length(inner)} inside + 2 × wall {show.drill(drum.wall)}"
        return f"{both} = {show.length(inner + 2 * drum.wall)}"

    return {
        "length": outside(drum.long if lying else drum.across),
        "width": outside(drum.across),
        "height": f"{show.length(drum.across)} across ÷ 2 = {show.length(deep)}"
        if lying
        else f"of a drum {show.length(drum.long)} long: {show.length(deep)}",
    }


def _curve_words(outer: float, show: Printer) -> str:
    return (
        f"draw the curve with a string of {show.length(outer)} from a nail, saw it out, and leave"
        f" {printed('cradle_rest', show)} of wood under its deepest point"
    )


def _notes(drum: _Drum) -> dict[str, str]:
    words = {
        "cleaning": "rinse, scrub with washing-up liquid, fill and let it stand a day, rinse until it"
        " smells of nothing",
        "cutting": "goggles and gloves; file the cut edge, then slit hose over it before filling",
        "holes": f"drill for irrigation before filling: {printed('sleeve_hole', drum.show)} with a grommet",
    }
    if drum.choice.cut == "across" and drum.choice.end == "bungs":
        words["bungs"] = "its bungs lie in the floor: unscrew both, and they are two of the drain holes"
    return words


def _on_the_ground(chock: Part) -> float:
    """How much of the ground a chock covers [mm²]."""
    (x0, y0, _), (x1, y1, _) = chock.body.bounds
    return (x1 - x0) * (y1 - y0)
