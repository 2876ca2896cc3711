"""Corrugated sheet on frames of rails and studs, inside or outside; on posts notched for the rails, or on
frames alone.
"""

from dataclasses import dataclass
from itertools import pairwise
from math import ceil
from typing import Literal

from pydantic import Field

from acrebox.core.assembly import (
    Assembly,
    Compartment,
    Good,
    Joint,
    LoadCase,
    Part,
    SheetPiece,
    Span,
    Upright,
    WallAlong,
    WallLayer,
    role,
    stick,
)
from acrebox.core.construction.joining import layer_joints, post_joints, touching_pairs
from acrebox.core.construction.notching import notched
from acrebox.core.construction.outlines import outside_outline, refuse_askew
from acrebox.core.construction.posts import (
    PostLine,
    alone,
    chosen_limit,
    even_marks,
    set_posts,
    stance,
    stand_height,
)
from acrebox.core.construction.registry import builds
from acrebox.core.construction.sections import ChosenTimber, choose_sheet, choose_timber, longest_stick
from acrebox.core.construction.sizes import size
from acrebox.core.construction.walls import WallLine, even_joints
from acrebox.core.construction.wave import room_behind, sheet_body
from acrebox.core.design import POST_QUESTIONS, SQUARE_CORNERS, Corner, Design, MeasuredStick, Posted, asks
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.written import Length
from acrebox.core.shape.bodies import Box
from acrebox.core.shape.outline import Outline, Side
from acrebox.core.shape.vector import UP
from acrebox.core.stock import Catalogue, Sheet
from acrebox.core.worked import Worked

FACES = {"outside": "outside the frame", "inside": "inside the frame"}
ON_POSTS = {"footing": ["posts"]}
COUNTED_IN_ROWS = {"after": "rows of sheet"}
STANDS = {"posts": "on posts, notched for the rails", "frames": "on its frames, tied at the corners"}


class FramedSheet(Posted):
    """Corrugated sheet on frames of rails and studs; its cover width, or a cut of it, sets the height."""

    order = (
        "sheet",
        "height",
        "face",
        "rail",
        "stud_limit",
        "corner",
        "footing",
        *POST_QUESTIONS,
        "open_end",
    )
    conditions = dict.fromkeys(POST_QUESTIONS, ON_POSTS)
    height_asks = COUNTED_IN_ROWS
    measured_by = ("height", "courses")
    keeps_own = frozenset({"post_drop", "post_limit"})

    kind: Literal["framed_sheet"] = "framed_sheet"
    sheet: str = Field(json_schema_extra=asks("Sheet", stock="sheet"))
    rail: str = Field(json_schema_extra=asks("Rails and studs", stock="rail"))
    rail_measured: MeasuredStick = MeasuredStick()
    face: Literal["outside", "inside"] = Field(
        "outside", json_schema_extra=asks("The sheet is", words={**FACES})
    )
    footing: Literal["posts", "frames"] = Field(
        "posts", json_schema_extra=asks("It stands", words={**STANDS})
    )
    stud_limit: Length = Field(
        Length("600 mm"), json_schema_extra=asks("A stud every", label="Limit between studs")
    )
    corner: Corner = Field(
        Corner.LONG_THROUGH, json_schema_extra=asks("At the corners", words={**SQUARE_CORNERS})
    )
    open_end: bool = Field(
        False, json_schema_extra=asks("One end stays open", after="until the barrow has been in")
    )


@dataclass(frozen=True, kw_only=True)
class _Frame:
    outline: Outline
    skin: WallLine
    frames: WallLine
    inner: Outline
    sheet: Sheet
    rail: ChosenTimber
    post: ChosenTimber
    height: float
    rows: tuple[float, ...]
    choice: FramedSheet
    longest_rail: float
    longest_sheet: float
    show: Printer

    @property
    def has_posts(self) -> bool:
        return self.choice.footing == "posts"


@builds(FramedSheet)
def assemble_framed_sheet(design: Design, choice: FramedSheet, book: Catalogue) -> Assembly:
    """Place sheets, rails, studs and posts of a bed with square corners.

    Raises DesignError naming the fields when the sizes cannot stand.
    """
    frame = _frame(design, choice, book)
    foot = stance(choice, stand_height(choice, frame.height, frame.show)) if frame.has_posts else None
    posts, limit = _posts(frame)
    rails, studs, spans = _timber(frame, posts)
    posts = [notched(p, rails) for p in posts]
    sheets = _sheets(frame)
    loads = _bent(frame, spans, posts)
    bay = max((c.span for c in loads if isinstance(c, WallAlong) and c.between == "posts"), default=0.0)
    layers = (WallLayer("sheet", frame.sheet.depth.mm), WallLayer("frame", frame.rail.thickness))
    # Round an inner corner the end of one sheet stands in the wave of the next.
    inner = {s.name for s in frame.outline.sides if max(s.corner_start, s.corner_end) > 180}
    ends = [p for p in sheets if p.side in inner]
    room = room_behind(frame.skin.outline, frame.sheet, frame.rows)
    return Assembly(
        outline=frame.outline,
        inner=frame.inner,
        soil_face=frame.inner if choice.face == "inside" else frame.frames.outline,
        wall_top=frame.height,
        wall=layers if choice.face == "outside" else layers[::-1],
        course_heights=frame.rows,
        whole_course=frame.rows[0],
        parts=(*sheets, *rails, *studs, *posts),
        joints=tuple(_joints(frame, sheets, rails, studs, posts)),
        compartments=(Compartment("bed", room, (*rails, *studs, *posts, *ends)),),
        spans=spans,
        loads=(*loads, *(alone(frame.post, foot, bay, choice) if foot else ())),
        stance=foot,
        timbers=(frame.rail.used, frame.post.used) if frame.has_posts else (frame.rail.used,),
        goods=_membrane(frame),
        notes=_notes(frame, sheets, studs),
        facts=_facts(frame),
        post_limit=limit,
        limit_chosen=choice.post_limit is not None,
    )


def _joints(
    frame: _Frame, sheets: list[Part], rails: list[Part], studs: list[Part], posts: list[Part]
) -> list[Joint]:
    thick, wide = frame.rail.thickness, frame.rail.width
    return [
        *layer_joints(sheets, rails, "sheet to rail", along=True, through=frame.sheet.steel.mm),
        *post_joints(rails, posts, "rail to post"),
        *(
            Joint(kind="stud to rail", parts=(rail.name, stud.name), through=thick, into=wide, run=thick)
            for rail, stud in touching_pairs(rails, studs)
            if _stands_on(rail, stud)
        ),
    ]


def _frame(design: Design, choice: FramedSheet, book: Catalogue) -> _Frame:
    show = Printer(design.system, book.currency_sign)
    sheet = choose_sheet(book, choice.sheet, "construction.sheet")
    rail = choose_timber(book, choice.rail, choice.rail_measured, "construction.rail")
    post = choose_timber(book, choice.post, choice.post_measured, "construction.post")
    rows = _rows(design, sheet, rail, show)
    if not size("stud_limit_least") <= choice.stud_limit.mm <= size("stud_limit_most"):
        raise refuse(
            "construction.stud_limit",
            choice.stud_limit.text,
            "Studs cannot be spaced like that.",
            f"{show.length(size('stud_limit_least'))} to {show.length(size('stud_limit_most'))}",
        )
    wall = sheet.depth.mm + rail.thickness
    least = max(size("sheet_least_inside"), 2 * (post.width if choice.footing == "posts" else rail.width))
    outline = outside_outline(design, wall, least, show)
    refuse_askew(outline, choice.corner, "Frames with sheet")
    thicks = (sheet.depth.mm, rail.thickness)
    outer, thick = thicks if choice.face == "outside" else thicks[::-1]
    first, second = (
        WallLine(outline, outer, choice.corner),
        WallLine(outline.inset(outer), thick, choice.corner),
    )
    skin, frames = (first, second) if choice.face == "outside" else (second, first)
    return _Frame(
        outline=outline,
        skin=skin,
        frames=frames,
        inner=outline.inset(wall),
        sheet=sheet,
        rail=rail,
        post=post,
        height=sum(rows),
        rows=rows,
        choice=choice,
        longest_rail=longest_stick(design, rail.timber, book),
        longest_sheet=longest_stick(design, sheet, book),
        show=show,
    )


def _rows(design: Design, sheet: Sheet, rail: ChosenTimber, show: Printer) -> tuple[float, ...]:
    """Heights of the rows of sheet [mm]: so many cover widths, or one row cut to the height."""
    lowest = 2 * rail.width + 20
    if design.courses is not None:
        if design.courses > 2:
            raise refuse(
                "courses", design.courses, "That many rows of sheet are no garden bed.", "1 or 2 rows"
            )
        return (sheet.cover.mm,) * design.courses
    assert design.height is not None
    height = design.height.mm
    if not lowest <= height <= sheet.width.mm:
        raise refuse(
            "height",
            design.height.text,
            f"The sheet is {show.length(sheet.width.mm)} wide and cannot stand {show.length(height)} high.",
            f"{show.length(lowest)} to {show.length(sheet.width.mm)}, or 1 or 2 rows of"
            f" {show.length(sheet.cover.mm)} cover",
        )
    return (height,)


def _posts(frame: _Frame) -> tuple[list[Part], float]:
    if not frame.has_posts:
        return [], 0.0
    limit = chosen_limit(frame.choice, size("sheet_post_rule"), frame.post.width, frame.show)
    if frame.post.thickness <= frame.rail.thickness:
        raise refuse(
            "construction.post",
            frame.choice.post,
            "The post is no thicker than the rail it is notched for.",
            f"a post thicker than {frame.show.length(frame.rail.thickness)}",
        )
    stand = stand_height(frame.choice, frame.height, frame.show)
    most = frame.rail.width - size("post_houses")
    if frame.height - stand > most + 1e-6:
        raise refuse(
            "construction.post_drop",
            frame.choice.post_drop.text,
            "The top rail would pass over the posts.",
            f"at most {frame.show.length(most)}",
        )
    # Sheet inside: the posts stand outside it, their inner faces flush with the frame's.
    outward = frame.choice.face == "inside"
    face = frame.skin.outline if outward else frame.frames.outline
    line = PostLine(face, frame.post, outward, limit)
    posts, _ = set_posts(line, frame.choice, stance(frame.choice, stand), {}, frame.show)
    return posts, limit


def _by_side(side: Side, part: Part, depth: float) -> bool:
    """Whether a post stands within the line of a side's frame."""
    (u0, u1), (v0, v1) = side.reach(part.body), side.depth(part.body)
    return v0 < depth - 0.01 and v1 > 0.01 and u1 > 0.01 and u0 < side.length - 0.01


def _timber(frame: _Frame, posts: list[Part]) -> tuple[list[Part], list[Part], tuple[Span, ...]]:
    """Rails and studs of every side, and the spans between its studs."""
    rails: list[Part] = []
    studs: list[Part] = []
    spans = []
    wide = frame.rail.width
    for side in frame.frames.outline.sides:
        low, high = frame.frames.longest(side, 1)
        taken = [side.reach(p.body) for p in posts if _by_side(side, p, frame.rail.thickness)]
        anchors = sorted((a + b) / 2 for a, b in taken) or [low + wide / 2, high - wide / 2]
        marks = even_marks(anchors, frame.choice.stud_limit.mm)
        spans.append(_stud_span(frame, side, marks))
        stud_marks = [
            m for m in marks if not any(a - 0.01 < m + wide / 2 and m - wide / 2 < b + 0.01 for a, b in taken)
        ]
        studs += [_stud(frame, side, m, n) for n, m in enumerate(stud_marks, start=1)]
        rails += _rails(frame, side, marks)
    return rails, studs, tuple(spans)


def _stud_span(frame: _Frame, side: Side, marks: list[float]) -> Span:
    return Span(
        side=side.name,
        length=max(b - a for a, b in pairwise(marks)),
        bays=len(marks) - 1,
        thickness=frame.sheet.depth.mm,
        rule=size("stud_rule"),
        what="sheet",
        between="studs",
    )


def _rails(frame: _Frame, side: Side, marks: list[float]) -> list[Part]:
    """The bottom and the top rail of a side, joined on its studs where it is longer than a stick."""
    wide, stock = frame.rail.width, frame.rail.timber.key
    try:
        joints = even_joints(*frame.frames.longest(side, 1), frame.longest_rail, marks[1:-1])
    except ValueError:
        raise refuse(
            "construction.stud_limit",
            frame.choice.stud_limit.text,
            f"The rails of {side.name} cannot be joined on its studs.",
            f"studs closer than {frame.show.length(frame.longest_rail)}",
        ) from None
    return [
        stick(f"{side.name} {level} rail {n}", "rail", stock, box, side=side.name)
        for level, base in (("bottom", 0.0), ("top", frame.height - wide))
        for n, box in enumerate(frame.frames.pieces(side, 1, base, wide, joints), start=1)
    ]


def _stud(frame: _Frame, side: Side, mark: float, number: int) -> Part:
    wide, tall = frame.rail.width, frame.height - 2 * frame.rail.width
    start = side.place(mark - wide / 2, 0.0, wide)
    box = Box(start, UP, side.along, side.inward, tall, wide, frame.rail.thickness)
    return stick(f"{side.name} stud {number}", "stud", frame.rail.timber.key, box, side=side.name)


def _stands_on(rail: Part, stud: Part) -> bool:
    (a0, a1), (b0, b1) = rail.solid.bounds, stud.solid.bounds
    shared = [min(a1[i], b1[i]) - max(a0[i], b0[i]) for i in range(3)]
    return rail.side == stud.side and shared[0] > 0.1 and shared[1] > 0.1 and abs(shared[2]) < 0.01


def _sheets(frame: _Frame) -> list[Part]:
    """Sheets lengthwise along every side, row over row; all but the last of a run carry the end lap."""
    lap = frame.sheet.end_lap.mm
    made = []
    for side in frame.skin.outline.sides:
        low, high = frame.skin.longest(side, 1)
        whole = high - low <= frame.longest_sheet
        count = 1 if whole else ceil((high - low) / (frame.longest_sheet - lap) - 1e-9)
        joints = tuple(low + (high - low) * n / count for n in range(1, count))
        for row, height in enumerate(frame.rows, start=1):
            base = sum(frame.rows[: row - 1])
            for n, box in enumerate(frame.skin.pieces(side, 1, base, height, joints), start=1):
                start = side.coordinates(box.origin[0], box.origin[1])[0]
                body = sheet_body(side, frame.sheet, start=start, length=box.length, base=base, height=height)
                piece = SheetPiece(
                    stock=frame.sheet.key,
                    finished=box.length,
                    allowance=lap if n < count else 0.0,
                    ripped=_ripped(frame, height),
                )
                name = f"{side.name} sheet {row}.{n}"
                made.append(
                    Part(name=name, role=role("sheet"), body=body, piece=piece, side=side.name, course=row)
                )
    return made


def _ripped(frame: _Frame, height: float) -> float | None:
    """The width a single row of sheet is cut to, where it is neither whole nor just the cover [mm]."""
    sheet = frame.sheet
    narrower = height < sheet.width.mm - 0.8 and height != sheet.cover.mm
    return height if narrower and len(frame.rows) == 1 else None


def _membrane(frame: _Frame) -> tuple[Good, ...]:
    corners = len(frame.outline.points)
    metres = corners * frame.height / 1000
    words = f"{corners} corners × {frame.show.length(frame.height)} = {metres:.2f} m"
    count = ceil(metres * 10) / 10
    return (Good(key="corner-membrane", what="corner membrane", count=count, unit="m", working=words),)


def _notes(frame: _Frame, sheets: list[Part], studs: list[Part]) -> dict[str, str]:
    show = frame.show.length
    words = {"sheets": f"{len(sheets)} pieces of sheet", "studs": f"{len(studs)} studs"}
    spacers = []
    for side in frame.frames.outline.sides:
        mine = sorted(side.reach(s.body)[0] for s in studs if s.side == side.name)
        # Where a post stands between two studs there is no spacer of theirs.
        near = [(a, b) for a, b in pairwise(mine) if b - a <= frame.choice.stud_limit.mm + 0.1]
        gaps = {round(b - a - frame.rail.width, 1) for a, b in near}
        if gaps:
            spacers.append(f"{side.name} {show(min(gaps))}")
    if spacers:
        words["spacers between studs"] = ", ".join(spacers)
    if frame.choice.open_end:
        words["open end"] = (
            "leave one short end off until the barrow has been in; screw it on before the last load"
        )
    return words


def _facts(frame: _Frame) -> dict[str, Worked]:
    """How many sides stand only by being closed while one is to stay open."""
    if not frame.choice.open_end or frame.has_posts:
        return {}
    others = len(frame.outline.points) - 1
    words = f"{len(frame.outline.points)} sides less the one that stays open"
    return {"sides_leaning_on_the_open_end": Worked(amount=others, unit="sides", working=words)}


def _bent(frame: _Frame, spans: tuple[Span, ...], posts: list[Part]) -> list[LoadCase]:
    """The sheet between studs, a stud between rails, the bottom rail between posts, or from corner to
    corner.
    """
    rail = frame.rail
    found: list[LoadCase] = []
    for span in spans:
        side = next(s for s in frame.frames.outline.sides if s.name == span.side)
        marks = sorted(sum(side.reach(p.body)) / 2 for p in posts if _by_side(side, p, rail.thickness))
        sheet = WallAlong(
            side=span.side,
            what="sheet",
            by_rule=True,
            limit_field="construction.stud_limit",
            stock=frame.sheet.key,
            span=span.length,
            spans=min(4, span.bays),
            low=0.0,
            high=frame.rows[0],
            breadth=frame.rows[0],
            depth=frame.sheet.depth.mm,
            between="studs",
        )
        stud = Upright(
            side=span.side,
            what="stud",
            stock=rail.timber.key,
            span=frame.height - rail.width,
            breadth=rail.width,
            depth=rail.thickness,
            strip=span.length,
        )
        bottom = WallAlong(
            side=span.side,
            what="bottom rail",
            limit_field="construction.post_limit" if posts else "",
            stock=rail.timber.key,
            span=max((b - a for a, b in pairwise(marks)), default=side.length),
            spans=1,
            low=0.0,
            high=frame.height,
            breadth=rail.width,
            depth=rail.thickness,
            between="posts" if posts else "corners",
            share=2 / 3,
        )
        found += [sheet, stud, bottom]
    return found
