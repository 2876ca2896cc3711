"""Short upright boards from reclaimed pallets on two rails, made as panels and joined; a top rail ties
them.
"""

from dataclasses import replace
from typing import Annotated, Literal

from pydantic import Field

from acrebox.core.assembly import (
    Assembly,
    Joint,
    LoadCase,
    Upright,
    WallLayer,
    within_walls,
)
from acrebox.core.construction.concrete import concrete_for
from acrebox.core.construction.existing import ExistingPost, existing_posts, held_at
from acrebox.core.construction.joining import hardly_held, layer_joints, post_joints
from acrebox.core.construction.left_out import butting
from acrebox.core.construction.outlines import outside_outline, refuse_askew
from acrebox.core.construction.panels import Boards, PanelFrame, make_panels
from acrebox.core.construction.posts import (
    PostLine,
    chosen_limit,
    school_of,
    set_posts,
    spacing_rule,
    spans_of,
    stance,
    stand_height,
)
from acrebox.core.construction.registry import builds
from acrebox.core.construction.sections import ChosenTimber, choose_timber, longest_stick
from acrebox.core.construction.sizes import printed, size
from acrebox.core.construction.walls import WallLine
from acrebox.core.design import (
    OPEN_QUESTIONS,
    POST_QUESTIONS,
    SQUARE_CORNERS,
    Corner,
    Design,
    MeasuredStick,
    Posted,
    asks,
)
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.written import Length
from acrebox.core.stock import Catalogue

PANELS = {"even": "panels alike", "modules": "whole panels, and what is left"}
TOPS = {"rail": "a rail laid flat, which ties the panels", "none": "nothing: the panels stand loose"}
LENGTH_ONLY = {"instrument": "height_only"}


class Staves(Posted):
    """Short upright boards from reclaimed pallets on two rails, made as panels and joined; a top rail
    ties them.
    """

    order = (
        "height",
        "stave",
        "widths",
        "bad_share",
        "panel",
        "panels",
        "rail",
        "low_rail",
        "top",
        "top_rail",
        "corner",
        *POST_QUESTIONS,
        "existing",
        *OPEN_QUESTIONS,
    )
    height_asks = LENGTH_ONLY
    measured_by = ("height",)
    keeps_own = frozenset({"post_drop"})

    kind: Literal["staves"] = "staves"
    stave: str = Field(
        "pallet-board", json_schema_extra=asks("Boards to hand", stock="stave", imperial="pallet-slat")
    )
    stave_measured: MeasuredStick = MeasuredStick()
    widths: Annotated[tuple[Length, ...], Field(max_length=2000)] = Field(
        (), json_schema_extra=asks("Their widths", instrument="widths")
    )
    average: Length | None = None
    rail: str = Field(json_schema_extra=asks("Rails", stock="rail"))
    rail_measured: MeasuredStick = MeasuredStick()
    panel: Length = Field(
        Length("1.2 m"),
        json_schema_extra=asks("A panel is", label="Length of a panel, at most", imperial="4 ft"),
    )
    panels: Literal["even", "modules"] = Field(
        "even", json_schema_extra=asks("A side is made of", label="Panels of a side", words={**PANELS})
    )
    low_rail: str | None = Field(
        None, json_schema_extra=asks("Low rails", stock="rail", hint="As usual: like the other rails.")
    )
    low_rail_measured: MeasuredStick = MeasuredStick()
    top: Literal["rail", "none"] = Field("rail", json_schema_extra=asks("On top", words={**TOPS}))
    top_rail: str | None = Field(
        None,
        json_schema_extra=asks(
            "Top rail", stock="rail", hint="As usual: like the other rails.", when={"top": ["rail"]}
        ),
    )
    top_rail_measured: MeasuredStick = MeasuredStick()
    post_drop: Length | None = Field(
        Length("20 mm"),
        json_schema_extra=asks(
            "Below the top by",
            label="Posts below the top",
            imperial="3/4 in",
            hint="The high rails are screwed to them just under the top.",
            when={"post_top": ["hidden"]},
        ),
    )
    existing: Annotated[tuple[ExistingPost, ...], Field(max_length=60)] = Field(
        (), json_schema_extra=asks("Posts that stand already", instrument="rows")
    )
    bad_share: Annotated[float, Field(ge=0, le=60)] = Field(
        15.0, json_schema_extra=asks("Set aside for bad ones", label="Set aside for bad boards", after="%")
    )
    corner: Corner = Field(
        Corner.LONG_THROUGH, json_schema_extra=asks("At the corners", words={**SQUARE_CORNERS})
    )


@builds(Staves)
def assemble_staves(design: Design, choice: Staves, book: Catalogue) -> Assembly:
    """Place staves, rails and posts of a bed with square corners.

    Raises DesignError naming the fields when the sizes cannot stand or the boards to hand do not suffice.
    """
    frame = _frame(design, choice, book)
    show = frame.show
    post = choose_timber(book, choice.post, choice.post_measured, "construction.post", design.system)
    panels = make_panels(frame)
    rails = panels.rails
    school = school_of(design, choice)
    foot = stance(choice, stand_height(choice, frame.height, show), show, school)
    thick = frame.rail.thickness + frame.stave.thickness
    limit = chosen_limit(choice, spacing_rule(thick, show.built), post.width, show)
    there = existing_posts(choice.existing, frame.outline, thick, frame.height, show)
    # Rails lie against posts inside; one outside holds the staves before it, and no rail.
    inside = [p for p, row in zip(there, choice.existing, strict=True) if row.stands == "inside"]
    line = PostLine(frame.inner, post, outward=False, limit=limit, held=held_at(inside, frame.inner))
    posts, runs = set_posts(line, choice, foot, panels.joins, show, there)
    on_posts = list(post_joints(rails, [*posts, *there], "rail to post"))
    if hardly_held(rails, on_posts):
        raise refuse(
            "construction.post_drop",
            choice.post_drop.text if choice.post_drop else None,
            "The high rails would hardly reach the posts.",
            f"at most {show.length(frame.rail.width - size('screw_room', show.built))}, or wider rails",
        )
    joints: list[Joint] = [
        *layer_joints(panels.staves, rails, "stave to rail"),
        *on_posts,
        *post_joints(panels.staves, there, "stave to post"),
        *layer_joints(panels.tops, panels.high_rails, "top rail", along=True, into=frame.rail.width),
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
        parts=(*panels.staves, *rails, *panels.tops, *posts, *there),
        joints=tuple(joints),
        compartments=(within_walls(face, frame.height, (*rails, *posts, *there)),),
        spans=spans_of(runs, thick, "panels", show.built),
        loads=(_stave(frame),),
        stance=foot,
        goods=concrete_for(posts, foot, school, book, show),
        timbers=(replace(frame.stave.used, set_aside=choice.bad_share), *frame.rails_used, post.used),
        notes=panels.notes,
        facts=panels.facts,
        post_limit=limit,
        limit_chosen=choice.post_limit is not None,
        crown=frame.height + (frame.top.thickness if panels.tops else 0.0),
    )


def _frame(design: Design, choice: Staves, book: Catalogue) -> PanelFrame:
    show = book.printer(design.system)
    stave = choose_timber(book, choice.stave, choice.stave_measured, "construction.stave", design.system)
    rail = choose_timber(book, choice.rail, choice.rail_measured, "construction.rail", design.system)
    post = choose_timber(book, choice.post, choice.post_measured, "construction.post", design.system)
    if design.height is None:
        raise refuse("courses", design.courses, "Upright boards stand in no courses.", "a height instead")
    board = longest_stick(design, stave.timber, book)
    low, top = _other_rails(choice, rail, stave, book, show)
    lowest = rail.width + low.width + 2 * size("stave_rail_inset", show.built)
    most = min(board, size("tallest", show.built))
    if not lowest <= design.height.mm <= most:
        raise refuse(
            "height",
            design.height.text,
            f"Staves of {show.length(design.height.mm)} cannot be cut or carry two rails.",
            f"{show.length(lowest)} to {show.length(most)}, the longest board to hand",
        )
    _check_widths(choice, show)
    wall = stave.thickness + rail.thickness
    outline = outside_outline(design, wall, 2 * post.width, show)
    refuse_askew(outline, choice.corner, "Panels of staves")
    if choice.panel.mm < size("stave_widest", show.built):
        raise refuse(
            "construction.panel",
            choice.panel.text,
            "A panel that short is no panel.",
            f"at least {printed('stave_widest', show)}",
        )
    corner, out = choice.corner, butting(choice, outline)
    return PanelFrame(
        outline=outline,
        skin=WallLine(outline, stave.thickness, corner, out),
        rails=WallLine(outline.inset(stave.thickness), rail.thickness, corner, out),
        inner=outline.inset(wall),
        stave=stave,
        rail=rail,
        low=low,
        top=top,
        tied=choice.top == "rail",
        height=design.height.mm,
        panel=choice.panel,
        in_modules=choice.panels == "modules",
        boards=Boards(
            widths=tuple(w.mm for w in choice.widths),
            average=choice.average.mm if choice.average else None,
            length=board,
            bad_share=choice.bad_share,
        ),
        longest_top=longest_stick(design, top.timber, book),
        show=show,
    )


def _other_rails(
    choice: Staves, rail: ChosenTimber, stave: ChosenTimber, book: Catalogue, show: Printer
) -> tuple[ChosenTimber, ChosenTimber]:
    """What the low rails and the top rail are sawn from: the rails' own timber unless told otherwise.

    Raises DesignError when the low rail would not lie against the posts, or the top one not on the rails.
    """
    low, top = (
        choose_timber(book, name, measured, f"construction.{field}", show.built) if name else rail
        for name, measured, field in (
            (choice.low_rail, choice.low_rail_measured, "low_rail"),
            (choice.top_rail, choice.top_rail_measured, "top_rail"),
        )
    )
    if abs(low.thickness - rail.thickness) > size("tape_tolerance", show.built):
        raise refuse(
            "construction.low_rail",
            choice.low_rail,
            f"The low rails are {show.length(low.thickness)} thick and the high ones"
            f" {show.length(rail.thickness)}: the posts would not lie against both.",
            f"a timber {show.length(rail.thickness)} thick",
        )
    least = stave.thickness + size("end_bearing", show.built)
    if choice.top == "rail" and top.width < least - 1e-6:
        raise refuse(
            "construction.top_rail",
            choice.top_rail or choice.rail,
            f"A top rail {show.length(top.width)} wide would lie"
            f" {show.length(top.width - stave.thickness)} on the high rails.",
            f"a timber at least {show.length(least)} wide",
        )
    return low, top


def _check_widths(choice: Staves, show: Printer) -> None:
    if not choice.widths and choice.average is None:
        raise refuse(
            "construction.widths", "none", "No boards are measured.", "a list of widths, or their average"
        )
    named = [(f"construction.widths.{n}", w) for n, w in enumerate(choice.widths)]
    if choice.average is not None and not choice.widths:
        named.append(("construction.average", choice.average))
    for name, width in named:
        if not size("stave_narrowest", show.built) <= width.mm <= size("stave_widest", show.built):
            raise refuse(
                name,
                width.text,
                f"A board {show.length(width.mm)} wide is no pallet board.",
                f"{printed('stave_narrowest', show)} to {printed('stave_widest', show)}",
            )


def _stave(frame: PanelFrame) -> LoadCase:
    """A stave between its rails."""
    return Upright(
        side="every side",
        what="stave",
        stock=frame.stave.timber.key,
        span=frame.height
        - size("stave_rail_inset", frame.show.built)
        - (frame.low.width + frame.rail.width) / 2,
        breadth=frame.stave.width,
        depth=frame.stave.thickness,
        strip=frame.stave.width,
    )
