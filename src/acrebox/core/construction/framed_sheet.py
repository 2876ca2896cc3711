"""Corrugated sheet on frames of rails and studs, inside or outside; on posts notched for the rails, or on
frames alone.
"""

from dataclasses import dataclass, replace
from itertools import pairwise
from typing import Annotated, Literal

from pydantic import Field

from acrebox.core.assembly import (
    Assembly,
    Compartment,
    Good,
    Part,
    WallLayer,
)
from acrebox.core.construction.concrete import concrete_for
from acrebox.core.construction.existing import ExistingPost, existing_posts, held_at
from acrebox.core.construction.framed_loads import framed_loads, stud_spans
from acrebox.core.construction.joining import corner_joints, housed_joints, layer_joints, post_joints
from acrebox.core.construction.joins import check_two_ends, posts_behind
from acrebox.core.construction.left_out import butting
from acrebox.core.construction.notching import notched
from acrebox.core.construction.outlines import outside_outline, refuse_askew
from acrebox.core.construction.posts import (
    PostLine,
    chosen_limit,
    school_of,
    set_posts,
    stance,
    stand_height,
)
from acrebox.core.construction.registry import builds
from acrebox.core.construction.sections import ChosenTimber, choose_sheet, choose_timber, longest_stick
from acrebox.core.construction.sheeting import Sheeting, sheet_rows
from acrebox.core.construction.sizes import size
from acrebox.core.construction.studwork import (
    Studwork,
    check_stud_limit,
    panel_joints,
    side_frames,
    stud_joints,
)
from acrebox.core.construction.walls import WallLine
from acrebox.core.construction.wave import room_behind
from acrebox.core.design import (
    OPEN_QUESTIONS,
    POST_QUESTIONS,
    SQUARE_CORNERS,
    Corner,
    Design,
    MeasuredStick,
    PostDepth,
    Posted,
    asks,
)
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.written import Length
from acrebox.core.shape.outline import Outline
from acrebox.core.stock import Catalogue, Sheet

MEET = {"lap": "lap over each other on a stud or a post", "butt": "butt on a post or between two studs"}
FACES = {"outside": "outside the frame", "inside": "inside the frame"}
LIE = {"edge": "on edge, the wide side to the sheet", "flat": "flat, the narrow side to the sheet"}
ON_POSTS = {"footing": ["posts"]}
COUNTED_IN_ROWS = {"after": "rows of sheet"}
LEAST_BETWEEN_RAILS = 20
BEHIND = {
    ("posts", "lap"): "on a stud, or a post where one stands there",
    ("posts", "butt"): "on a post",
    ("frames", "lap"): "where two panels meet, on both their studs",
    ("frames", "butt"): "where two panels meet, on both their studs",
}
STANDS = {"posts": "on posts, notched for the rails", "frames": "on its frames, tied at the corners"}


class FramedSheet(Posted):
    """Corrugated sheet on frames of rails and studs; its cover width, or a cut of it, sets the height."""

    order = (
        "sheet",
        "height",
        "face",
        "sheets",
        "rail",
        "rails",
        "stud_limit",
        "corner",
        "footing",
        *POST_QUESTIONS,
        "existing",
        *OPEN_QUESTIONS,
    )
    conditions = dict.fromkeys(POST_QUESTIONS, ON_POSTS)
    height_asks = COUNTED_IN_ROWS
    measured_by = ("height", "courses")
    keeps_own = frozenset({"post_drop", "post_limit", "sheets"})

    kind: Literal["framed_sheet"] = "framed_sheet"
    sheet: str = Field(json_schema_extra=asks("Sheet", stock="sheet"))
    rail: str = Field(json_schema_extra=asks("Rails and studs", stock="rail"))
    rail_measured: MeasuredStick = MeasuredStick()
    post_drop: Length | None = Field(
        Length("50 mm"),
        json_schema_extra=asks(
            "Below the top by", label="Posts below the top", when={"post_top": ["hidden"]}, imperial="2 in"
        ),
    )
    rails: Literal["edge", "flat"] = Field(
        "edge", json_schema_extra=asks("They lie", label="Rails and studs lie", words={**LIE})
    )
    face: Literal["outside", "inside"] = Field(
        "outside", json_schema_extra=asks("The sheet is", words={**FACES})
    )
    sheets: Literal["lap", "butt"] = Field(
        "lap", json_schema_extra=asks("Along a long side, sheets", label="Where sheets meet", words={**MEET})
    )
    footing: Literal["posts", "frames"] = Field(
        "posts", json_schema_extra=asks("It stands", words={**STANDS})
    )
    existing: Annotated[tuple[ExistingPost, ...], Field(max_length=60)] = Field(
        (), json_schema_extra=asks("Posts that stand already", instrument="rows")
    )
    stud_limit: Length = Field(
        Length("600 mm"), json_schema_extra=asks("A stud every", label="Limit between studs", imperial="2 ft")
    )
    corner: Corner = Field(
        Corner.LONG_THROUGH, json_schema_extra=asks("At the corners", words={**SQUARE_CORNERS})
    )


@dataclass(frozen=True, kw_only=True)
class _Frame:
    outline: Outline
    sheeting: Sheeting
    studwork: Studwork
    inner: Outline
    post: ChosenTimber
    choice: FramedSheet
    school: PostDepth
    book: Catalogue
    show: Printer

    @property
    def skin(self) -> WallLine:
        return self.sheeting.skin

    @property
    def sheet(self) -> Sheet:
        return self.sheeting.sheet

    @property
    def rows(self) -> tuple[float, ...]:
        return self.sheeting.rows

    @property
    def rail(self) -> ChosenTimber:
        return self.studwork.rail

    @property
    def height(self) -> float:
        return self.studwork.height

    @property
    def has_posts(self) -> bool:
        return self.choice.footing == "posts"


@builds(FramedSheet)
def assemble_framed_sheet(design: Design, choice: FramedSheet, book: Catalogue) -> Assembly:
    """Place sheets, rails, studs and posts of a bed with square corners.

    Raises DesignError naming the fields when the sizes cannot stand.
    """
    frame = _frame(design, choice, book)
    foot = (
        stance(choice, stand_height(choice, frame.height, frame.show), frame.show, frame.school)
        if frame.has_posts
        else None
    )
    there = _existing(frame)
    posts, limit = _posts(frame, there)
    frames = side_frames(
        frame.studwork, posts, posts_behind(frame.studwork.line.outline, frame.skin, frame.sheeting.joins)
    )
    rails, studs = [r for f in frames for r in f.rails], [s for f in frames for s in f.studs]
    spans = stud_spans(frame.studwork, frame.sheet, frames)
    posts = [notched(p, rails) for p in posts]
    sheets = frame.sheeting.lay()
    loads = framed_loads(frame.studwork, frame.sheet, frame.rows[0], frames)
    steel = frame.sheet.steel.mm
    layers = (WallLayer("sheet", frame.sheet.depth.mm), WallLayer("frame", frame.rail.thickness))
    # Round an inner corner the end of one sheet stands in the wave of the next.
    inner = {s.name for s in frame.outline.sides if max(s.corner_start, s.corner_end) > 180}
    ends = [p for p in sheets if p.side in inner]
    room = room_behind(frame.skin.outline, frame.sheet, frame.rows)
    return Assembly(
        outline=frame.outline,
        inner=frame.inner,
        soil_face=frame.inner if choice.face == "inside" else frame.studwork.line.outline,
        wall_top=frame.height,
        wall=layers if choice.face == "outside" else layers[::-1],
        course_heights=frame.rows,
        whole_course=frame.rows[0],
        parts=(*sheets, *rails, *studs, *posts, *there),
        joints=(
            *layer_joints(sheets, rails, "sheet to rail", along=True, through=steel),
            *layer_joints(sheets, studs, "sheet to stud", along=True, through=steel),
            *layer_joints(sheets, [*posts, *there], "sheet to post", along=True, through=steel),
            *post_joints(rails, there, "rail to post"),
            *housed_joints(rails, posts, "rail in post"),
            *corner_joints(rails, "frame to frame"),
            *panel_joints(studs),
            *stud_joints(rails, studs, frame.rail),
        ),
        compartments=(Compartment("bed", room, (*rails, *studs, *posts, *there, *ends)),),
        spans=spans,
        loads=tuple(loads),
        stance=foot,
        timbers=(frame.rail.used, frame.post.used) if frame.has_posts else (frame.rail.used,),
        goods=(
            *_membrane(frame),
            *concrete_for(posts, foot, frame.school, frame.book, frame.show),
        ),
        notes=_notes(frame, sheets, studs),
        post_limit=limit,
        limit_chosen=choice.post_limit is not None,
    )


def _frame(design: Design, choice: FramedSheet, book: Catalogue) -> _Frame:
    show = book.printer(design.system)
    sheet = choose_sheet(book, choice.sheet, "construction.sheet")
    rail = choose_timber(book, choice.rail, choice.rail_measured, "construction.rail", design.system)
    if choice.rails == "flat":
        rail = replace(rail, thickness=rail.width, width=rail.thickness)
    post = choose_timber(book, choice.post, choice.post_measured, "construction.post", design.system)
    rows = sheet_rows(design, sheet, 2 * rail.width + LEAST_BETWEEN_RAILS, show)
    check_stud_limit(choice.stud_limit, show)
    wall = sheet.depth.mm + rail.thickness
    least = max(
        size("sheet_least_inside", show.built), 2 * (post.width if choice.footing == "posts" else rail.width)
    )
    outline = outside_outline(design, wall, least, show)
    refuse_askew(outline, choice.corner, "Frames with sheet")
    thicks = (sheet.depth.mm, rail.thickness)
    outer, thick = thicks if choice.face == "outside" else thicks[::-1]
    out = butting(choice, outline)
    first, second = (
        WallLine(outline, outer, choice.corner, out),
        WallLine(outline.inset(outer), thick, choice.corner, out),
    )
    skin, frames = (first, second) if choice.face == "outside" else (second, first)
    return _Frame(
        outline=outline,
        sheeting=Sheeting(
            skin=skin,
            sheet=sheet,
            rows=rows,
            longest=longest_stick(design, sheet, book),
            lap=sheet.end_lap.mm if choice.sheets == "lap" else 0.0,
            least=size("sheet_end_least", show.built),
        ),
        studwork=Studwork(
            line=frames,
            rail=rail,
            height=sum(rows),
            limit=choice.stud_limit,
            longest=longest_stick(design, rail.timber, book),
            show=show,
        ),
        inner=outline.inset(wall),
        post=post,
        choice=choice,
        school=school_of(design, choice),
        book=book,
        show=show,
    )


def _existing(frame: _Frame) -> list[Part]:
    wall = frame.sheet.depth.mm + frame.rail.thickness
    return existing_posts(frame.choice.existing, frame.outline, wall, frame.height, frame.show)


def _posts(frame: _Frame, there: list[Part]) -> tuple[list[Part], float]:
    if not frame.has_posts:
        return [], 0.0
    limit = chosen_limit(
        frame.choice, size("sheet_post_rule", frame.show.built), frame.post.width, frame.show
    )
    if frame.post.thickness <= frame.rail.thickness:
        raise refuse(
            "construction.post",
            frame.choice.post,
            "The post is no thicker than the rail it is notched for.",
            f"a post thicker than {frame.show.length(frame.rail.thickness)}",
        )
    stand = stand_height(frame.choice, frame.height, frame.show)
    most = frame.rail.width - size("post_houses", frame.show.built)
    if frame.height - stand > most + 1e-6:
        raise refuse(
            "construction.post_drop",
            frame.choice.post_drop.text if frame.choice.post_drop else None,
            "The top rail would pass over the posts.",
            f"at most {frame.show.length(most)}",
        )
    # Sheet inside: the posts stand outside it, their inner faces flush with the frame's.
    outward = frame.choice.face == "inside"
    face = frame.skin.outline if outward else frame.studwork.line.outline
    line = PostLine(face, frame.post, outward, limit, held=held_at(there, face))
    # Laps lie on studs; two ends that butt want a face as wide as a post's.
    butts = frame.choice.sheets == "butt"
    joins = posts_behind(face, frame.skin, frame.sheeting.joins) if butts else {}
    if any(joins.values()):
        check_two_ends(frame.post.width, frame.choice.post, "one sheet", frame.show)
    posts, _ = set_posts(
        line, frame.choice, stance(frame.choice, stand, frame.show, frame.school), joins, frame.show, there
    )
    return posts, limit


def _membrane(frame: _Frame) -> tuple[Good, ...]:
    corners = len(frame.outline.points)
    long, sold = corners * frame.height, frame.book.find_good("corner-membrane")
    words = f"{corners} corners × {frame.show.length(frame.height)} = {frame.show.length_and_run(long)}"
    return (
        Good(key=sold.key, what="corner membrane", count=sold.units_of(long), unit=sold.unit, working=words),
    )


def _notes(frame: _Frame, sheets: list[Part], studs: list[Part]) -> dict[str, str]:
    show = frame.show.length
    words = {"sheets": f"{len(sheets)} pieces of sheet"}
    if studs:
        words["studs"] = f"{len(studs)} studs"
    ripped = next((p.ripped for p in sheets if p.ripped), None)
    if ripped:
        words["ripped"] = f"every sheet is ripped to {show(ripped)} of its {show(frame.sheet.width.mm)}"
    if any(frame.sheeting.joins(side) for side in frame.skin.outline.sides):
        lap, behind = frame.sheeting.lap, BEHIND[frame.choice.footing, frame.choice.sheets]
        words["sheets meet"] = f"lapped by {show(lap)} {behind}" if lap else f"butted {behind}"
    words["corners"] = (
        f"hang a strip of corner membrane behind the sheets at each of {len(frame.outline.points)} corners,"
        " before the walls are lined: soil finds every slit there"
    )
    spacers = []
    for side in frame.studwork.line.outline.sides:
        mine = sorted(side.reach(s.body)[0] for s in studs if s.side == side.name)
        # Where a post stands between two studs there is no spacer of theirs, nor between those of two panels.
        near = [(a, b) for a, b in pairwise(mine) if b - a <= frame.choice.stud_limit.mm + 0.1]
        gaps = sorted({round(b - a - frame.rail.width, 1) for a, b in near} - {0.0}, reverse=True)
        if gaps:
            spacers.append(f"{side.name} {', '.join(show(gap) for gap in gaps)}")
    if spacers:
        words["spacers between studs"] = "; ".join(spacers)
    return words
