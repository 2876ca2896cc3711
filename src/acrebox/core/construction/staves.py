"""Short upright boards from reclaimed pallets on two rails, made as panels and joined; a top rail ties
them.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from math import ceil
from typing import Annotated, Literal

from pydantic import Field

from acrebox.core.assembly import (
    Assembly,
    Joint,
    LoadCase,
    Part,
    Upright,
    WallAlong,
    WallLayer,
    stick,
    within_walls,
)
from acrebox.core.construction.joining import layer_joints, post_joints
from acrebox.core.construction.outlines import outside_outline, refuse_askew
from acrebox.core.construction.pool import Pool
from acrebox.core.construction.posts import (
    PostLine,
    alone,
    chosen_limit,
    concrete_for,
    set_posts,
    spacing_rule,
    spans_of,
    stance,
    stand_height,
)
from acrebox.core.construction.registry import builds
from acrebox.core.construction.sections import ChosenTimber, choose_timber, longest_stick
from acrebox.core.construction.sizes import size
from acrebox.core.construction.walls import WallLine, across, even_joints, flat_pieces
from acrebox.core.design import POST_QUESTIONS, SQUARE_CORNERS, Corner, Design, MeasuredStick, Posted, asks
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.written import Length
from acrebox.core.shape.bodies import Box
from acrebox.core.shape.outline import Outline, Side
from acrebox.core.shape.vector import UP
from acrebox.core.stock import Catalogue

LENGTH_ONLY = {"instrument": "height_only"}


class Staves(Posted):
    """Short upright boards from reclaimed pallets on two rails, made as panels and joined; a top rail
    ties them.
    """

    order = ("height", "stave", "widths", "bad_share", "panel", "rail", "corner", *POST_QUESTIONS)
    height_asks = LENGTH_ONLY
    measured_by = ("height",)

    kind: Literal["staves"] = "staves"
    stave: str = Field("pallet-board", json_schema_extra=asks("Boards to hand", stock="stave"))
    stave_measured: MeasuredStick = MeasuredStick()
    widths: tuple[Length, ...] = Field((), json_schema_extra=asks("Their widths", instrument="widths"))
    average: Length | None = None
    rail: str = Field(json_schema_extra=asks("Rails", stock="rail"))
    rail_measured: MeasuredStick = MeasuredStick()
    panel: Length = Field(
        Length("1.2 m"), json_schema_extra=asks("A panel is", label="Length of a panel, at most")
    )
    bad_share: Annotated[float, Field(ge=0, le=60)] = Field(
        15.0, json_schema_extra=asks("Set aside for bad ones", label="Set aside for bad boards", after="%")
    )
    corner: Corner = Field(
        Corner.LONG_THROUGH, json_schema_extra=asks("At the corners", words={**SQUARE_CORNERS})
    )


@dataclass(frozen=True, kw_only=True)
class _Frame:
    outline: Outline
    skin: WallLine
    rails: WallLine
    inner: Outline
    stave: ChosenTimber
    rail: ChosenTimber
    height: float
    choice: Staves
    longest_rail: float
    show: Printer


@builds(Staves)
def assemble_staves(design: Design, choice: Staves, book: Catalogue) -> Assembly:
    """Place staves, rails and posts of a bed with square corners.

    Raises DesignError naming the fields when the sizes cannot stand or the boards to hand do not suffice.
    """
    frame = _frame(design, choice, book)
    show = frame.show
    post = choose_timber(book, choice.post, choice.post_measured, "construction.post")
    staves, rails, tops, joins, notes = _panels(frame)
    foot = stance(choice, stand_height(choice, frame.height, show))
    thick = frame.rail.thickness + frame.stave.thickness
    limit = chosen_limit(choice, spacing_rule(thick), post.width, show)
    posts, runs = set_posts(
        PostLine(frame.inner, post, outward=False, limit=limit), choice, foot, joins, show
    )
    joints: list[Joint] = [
        *layer_joints(staves, rails, "stave to rail"),
        *post_joints(rails, posts, "rail to post"),
        *layer_joints(tops, rails, "top rail", along=True, into=frame.rail.width),
    ]
    face = frame.outline.inset(frame.stave.thickness)
    return Assembly(
        outline=frame.outline,
        inner=frame.inner,
        soil_face=face,
        wall_top=frame.height,
        wall=(WallLayer("stave", frame.stave.thickness), WallLayer("rail", frame.rail.thickness)),
        course_heights=(frame.height,),
        whole_course=frame.height,
        parts=(*staves, *rails, *tops, *posts),
        joints=tuple(joints),
        compartments=(within_walls(face, frame.height, (*rails, *posts)),),
        spans=spans_of(runs, thick, "panels"),
        loads=(*_bent(frame, runs), *alone(post, foot, max(bay for _, bay, _ in runs), choice)),
        stance=foot,
        goods=concrete_for(posts, post, foot, choice.post_depth, show),
        timbers=(frame.stave.used, frame.rail.used, post.used),
        notes=notes,
        post_limit=limit,
        limit_chosen=choice.post_limit is not None,
        crown=frame.height + frame.rail.thickness,
    )


def _frame(design: Design, choice: Staves, book: Catalogue) -> _Frame:
    show = Printer(design.system, book.currency_sign)
    stave = choose_timber(book, choice.stave, choice.stave_measured, "construction.stave")
    rail = choose_timber(book, choice.rail, choice.rail_measured, "construction.rail")
    post = choose_timber(book, choice.post, choice.post_measured, "construction.post")
    if design.height is None:
        raise refuse("courses", design.courses, "Upright boards stand in no courses.", "a height instead")
    board = longest_stick(design, stave.timber, book)
    lowest = 2 * (rail.width + size("stave_rail_inset"))
    if not lowest <= design.height.mm <= min(board, size("tallest")):
        raise refuse(
            "height",
            design.height.text,
            f"Staves of {show.length(design.height.mm)} cannot be cut or carry two rails.",
            f"{show.length(lowest)} to {show.length(min(board, size('tallest')))}, the longest board to hand",
        )
    _check_widths(choice, show)
    wall = stave.thickness + rail.thickness
    outline = outside_outline(design, wall, 2 * post.width, show)
    refuse_askew(outline, choice.corner, "Panels of staves")
    if choice.panel.mm < 2 * size("stave_widest") / 2:
        raise refuse(
            "construction.panel",
            choice.panel.text,
            "A panel that short is no panel.",
            f"at least {show.length(size('stave_widest'))}",
        )
    corner = choice.corner
    return _Frame(
        outline=outline,
        skin=WallLine(outline, stave.thickness, corner),
        rails=WallLine(outline.inset(stave.thickness), rail.thickness, corner),
        inner=outline.inset(wall),
        stave=stave,
        rail=rail,
        height=design.height.mm,
        choice=choice,
        longest_rail=longest_stick(design, rail.timber, book),
        show=show,
    )


def _check_widths(choice: Staves, show: Printer) -> None:
    if not choice.widths and choice.average is None:
        raise refuse(
            "construction.widths", "none", "No boards are measured.", "a list of widths, or their average"
        )
    named = [(f"construction.widths.{n}", w) for n, w in enumerate(choice.widths)]
    if choice.average is not None and not choice.widths:
        named.append(("construction.average", choice.average))
    for name, width in named:
        if not size("stave_narrowest") <= width.mm <= size("stave_widest"):
            raise refuse(
                name,
                width.text,
                f"A board {show.length(width.mm)} wide is no pallet board.",
                f"{show.length(size('stave_narrowest'))} to {show.length(size('stave_widest'))}",
            )


_Panels = tuple[list[Part], list[Part], list[Part], dict[int, list[float]], dict[str, str]]


def _panels(frame: _Frame) -> _Panels:
    """Staves, rails, top rails; where panels join along the inner sides; what was counted, in words."""
    choice = frame.choice
    pool = Pool(
        sorted((w.mm for w in choice.widths), reverse=True),
        None if choice.widths else (choice.average.mm if choice.average else None),
    )
    staves: list[Part] = []
    rails: list[Part] = []
    tops: list[Part] = []
    joins: dict[int, list[float]] = {}
    per_panel: list[str] = []
    for side in frame.outline.sides:
        low, high = frame.skin.longest(side, 1)
        count = ceil((high - low) / choice.panel.mm - 1e-9)
        marks = [low + (high - low) * n / count for n in range(count + 1)]
        for n, (a, b) in enumerate(pairwise(marks), start=1):
            made = _staves(frame, side, n, a, b, pool)
            per_panel.append(f"{side.name} panel {n}: {len(made)}")
            staves += made
        rails += _rails(frame, side, marks[1:-1])
        tops += _top_rails(frame, side, marks)
        inner = frame.inner.sides[side.index]
        joins[side.index] = [m - across(side, inner) for m in marks[1:-1]]
    spare = ceil(pool.used * (1 + choice.bad_share / 100))
    perimeter = ceil(
        frame.outline.perimeter / (pool.average or sum(w.mm for w in choice.widths) / len(choice.widths))
    )
    notes = {
        "boards": f"{pool.used} boards in all, panel by panel ({'; '.join(per_panel)})",
        "set aside": f"{spare} boards: {pool.used} and {choice.bad_share:g} % for bad ones",
        "by perimeter": (
            f"{perimeter} boards: the perimeter {frame.show.length(frame.outline.perimeter)} ÷ a board;"
            f" panels need {pool.used}"
        ),
    }
    return staves, rails, tops, joins, notes


def _staves(frame: _Frame, side: Side, panel: int, low: float, high: float, pool: Pool) -> list[Part]:
    try:
        boards = pool.take(high - low)
    except LookupError:
        need = ceil(
            frame.outline.perimeter / (sum(w.mm for w in frame.choice.widths) / len(frame.choice.widths))
        )
        raise refuse(
            "construction.widths",
            f"{len(frame.choice.widths)} boards",
            f"The boards to hand run out at {side.name}, panel {panel}.",
            f"about {need} boards of those widths",
        ) from None
    parts, at = [], low
    for n, (width, ripped) in enumerate(boards, start=1):
        start = side.place(at, 0.0, 0.0)
        box = Box(start, UP, side.along, side.inward, frame.height, width, frame.stave.thickness)
        name = f"{side.name} panel {panel} stave {n}"
        stock = frame.stave.timber.key
        parts.append(stick(name, "stave", stock, box, side=side.name, ripped=width if ripped else None))
        at += width
    return parts


def _rails(frame: _Frame, side: Side, joins: Sequence[float]) -> list[Part]:
    """Two rails a panel, low and high, behind its staves."""
    behind = frame.rails.outline.sides[side.index]
    moved = tuple(j - across(side, behind) for j in joins)
    stock, wide = frame.rail.timber.key, frame.rail.width
    return [
        stick(f"{side.name} panel {n} {level} rail", "rail", stock, box, side=side.name)
        for level, base in (("low", size("stave_rail_inset")), ("high", frame.height - wide))
        for n, box in enumerate(frame.rails.pieces(behind, 1, base, wide, moved), start=1)
    ]


def _top_rails(frame: _Frame, side: Side, marks: Sequence[float]) -> list[Part]:
    """The rail laid flat on top, joined over the middle of panels and never where they meet."""
    line = WallLine(frame.outline, frame.rail.width, frame.choice.corner)
    low, high = line.longest(side, 1)
    middles = [(a + b) / 2 for a, b in pairwise(marks)]
    try:
        joints = even_joints(low, high, frame.longest_rail, middles)
    except ValueError:
        raise refuse(
            "construction.panel",
            frame.choice.panel.text,
            f"The top rail of {side.name} cannot be joined over the middle of its panels.",
            f"panels shorter than {frame.show.length(frame.longest_rail)}",
        ) from None
    pieces = flat_pieces(line, side, frame.height, frame.rail.thickness, joints)
    return [
        stick(f"{side.name} top rail {n}", "top rail", frame.rail.timber.key, box, side=side.name)
        for n, box in enumerate(pieces, start=1)
    ]


def _bent(frame: _Frame, runs: list[tuple[Side, float, int]]) -> list[LoadCase]:
    """A stave between its rails, and the low rails between posts, which take two thirds of all the push."""
    rail, stave = frame.rail, frame.stave
    up = Upright(
        side="every side",
        what="stave",
        stock=stave.timber.key,
        span=frame.height - size("stave_rail_inset") - rail.width,
        breadth=stave.width,
        depth=stave.thickness,
        strip=stave.width,
    )
    rails = [
        WallAlong(
            side=side.name,
            what="low rail",
            limit_field="construction.post_limit",
            stock=rail.timber.key,
            span=bay,
            spans=1,
            low=0.0,
            high=frame.height,
            breadth=rail.width,
            depth=rail.thickness,
            share=2 / 3,
        )
        for side, bay, _ in runs
    ]
    return [up, *rails]
