"""Corrugated sheet on frames of rails and studs, inside or outside; on posts that are notched for the rails, or on the frames alone."""

from dataclasses import dataclass, replace
from itertools import pairwise
from math import ceil

from acrebox.core.assembly import Assembly, Good, Joint, Member, Part, Role, Span, WallLayer
from acrebox.core.construction.inside import cavity_within
from acrebox.core.construction.joining import layer_joints, post_joints
from acrebox.core.construction.outlines import outside_outline, refuse_askew
from acrebox.core.construction.posts import (
    PostPlan,
    chosen_limit,
    even_marks,
    footing,
    set_posts,
    stand_height,
)
from acrebox.core.construction.sections import ChosenTimber, choose_timber, longest_stick
from acrebox.core.construction.walls import UP, Ring, even_joints
from acrebox.core.design import Design, FramedSheet
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.outline import Outline, Side
from acrebox.core.shape.solid import Notch, Solid
from acrebox.core.stock import Catalogue, Sheet

# Common practice: studs behind corrugated sheet at most this far apart.
STUD_RULE_MM = 900.0
POST_RULE_MM = 1800.0
LEAST_INSIDE_MM = 200.0
# The least of a top rail that a post must still house.
HOUSED_MM = 15.0


@dataclass(frozen=True)
class _Frame:
    outline: Outline
    skin: Ring
    frames: Ring
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


def assemble_framed_sheet(design: Design, book: Catalogue) -> Assembly:
    """Place sheets, rails, studs and posts of a bed with square corners.

    Raises DesignError naming the fields when the sizes cannot stand.
    """
    frame = _frame(design, book)
    choice, show = frame.choice, frame.show
    posts, limit = _posts(frame)
    rails, studs, spans = _timber(frame, posts)
    posts = [_notched(p, rails) for p in posts]
    sheets = _sheets(frame)
    joints: list[Joint] = [
        *layer_joints(sheets, rails, "sheet to rail", along=True, through=frame.sheet.steel.mm),
        *post_joints(rails, posts, "rail to post"),
        *(
            Joint(
                "stud to rail",
                (rail.name, stud.name),
                frame.rail.thickness,
                frame.rail.width,
                frame.rail.thickness,
            )
            for rail in rails
            for stud in studs
            if _stands_on(rail, stud)
        ),
    ]
    stand = stand_height(choice, frame.height, show)
    face = frame.inner if choice.face == "inside" else frame.frames.outline
    layers = (WallLayer("sheet", frame.sheet.depth.mm), WallLayer("frame", frame.rail.thickness))
    timbers = (frame.rail.used, frame.post.used) if frame.has_posts else (frame.rail.used,)
    return Assembly(
        outline=frame.outline,
        inner=frame.inner,
        soil_face=face,
        wall=layers if choice.face == "outside" else layers[::-1],
        course_heights=frame.rows,
        whole_course=frame.rows[0],
        parts=(*sheets, *rails, *studs, *posts),
        joints=tuple(joints),
        cavity=cavity_within(face, frame.height, [*rails, *studs, *posts]),
        spans=spans,
        members=_members(frame, spans, posts),
        footing=footing(choice.post_depth, stand) if frame.has_posts else None,
        timbers=timbers,
        goods=_membrane(frame),
        counts=_counts(frame, sheets, studs),
        post_limit=limit,
    )


def _frame(design: Design, book: Catalogue) -> _Frame:
    show, choice = Printer(design.system, book.currency_sign), design.construction
    assert isinstance(choice, FramedSheet)
    sheet = book.find_sheet(choice.sheet)
    if sheet is None:
        raise refuse(
            "construction.sheet",
            choice.sheet,
            "The yard has no such sheet.",
            ", ".join(s.key for s in book.sheet),
        )
    rail = choose_timber(book, choice.rail, choice.rail_measured, "construction.rail")
    post = choose_timber(book, choice.post, choice.post_measured, "construction.post")
    rows = _rows(design, sheet, rail, show)
    if not 200.0 <= choice.stud_limit.mm <= 3000.0:
        raise refuse(
            "construction.stud_limit",
            choice.stud_limit.text,
            "Studs cannot be spaced like that.",
            f"{show.length(200)} to {show.length(3000)}",
        )
    wall = sheet.depth.mm + rail.thickness
    outline = outside_outline(
        design,
        wall,
        max(LEAST_INSIDE_MM, 2 * post.width if choice.footing == "posts" else 2 * rail.width),
        show,
    )
    refuse_askew(outline, choice.corner, "Frames with sheet")
    outer, thick = (
        (sheet.depth.mm, rail.thickness) if choice.face == "outside" else (rail.thickness, sheet.depth.mm)
    )
    first, second = Ring(outline, outer, choice.corner), Ring(outline.inset(outer), thick, choice.corner)
    skin, frames = (first, second) if choice.face == "outside" else (second, first)
    return _Frame(
        outline,
        skin,
        frames,
        outline.inset(wall),
        sheet,
        rail,
        post,
        sum(rows),
        rows,
        choice,
        longest_stick(design, rail.timber, book),
        longest_stick(design, sheet, book),
        show,
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
    limit = chosen_limit(frame.choice, POST_RULE_MM, frame.post.width, frame.show)
    if frame.post.thickness <= frame.rail.thickness:
        raise refuse(
            "construction.post",
            frame.choice.post,
            "The post is no thicker than the rail it is notched for.",
            f"a post thicker than {frame.show.length(frame.rail.thickness)}",
        )
    stand = stand_height(frame.choice, frame.height, frame.show)
    most = frame.rail.width - HOUSED_MM
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
    posts, _ = set_posts(PostPlan(face, frame.post, outward, limit), frame.choice, stand, {}, frame.show)
    return posts, limit


def _along(side: Side, part: Part) -> tuple[float, float]:
    """From where to where along a side a part reaches [mm]."""
    us = [
        (c[0] - side.start[0]) * side.along[0] + (c[1] - side.start[1]) * side.along[1]
        for c in part.solid.corners
    ]
    return min(us), max(us)


def _by_side(side: Side, part: Part, depth: float) -> bool:
    """Whether a post stands within the line of a side's frame."""
    vs = [
        (c[0] - side.start[0]) * side.inward[0] + (c[1] - side.start[1]) * side.inward[1]
        for c in part.solid.corners
    ]
    u0, u1 = _along(side, part)
    return min(vs) < depth - 0.01 and max(vs) > 0.01 and u1 > 0.01 and u0 < side.length - 0.01


def _timber(frame: _Frame, posts: list[Part]) -> tuple[list[Part], list[Part], tuple[Span, ...]]:
    """Rails and studs of every side, and the spans between its studs."""
    rails: list[Part] = []
    studs: list[Part] = []
    spans = []
    wide = frame.rail.width
    for side in frame.frames.outline.sides:
        low, high = frame.frames.longest(side, 1)
        taken = [_along(side, p) for p in posts if _by_side(side, p, frame.rail.thickness)]
        anchors = sorted((a + b) / 2 for a, b in taken) or [low + wide / 2, high - wide / 2]
        marks = even_marks(anchors, frame.choice.stud_limit.mm)
        spans.append(
            Span(
                side.name,
                max(b - a for a, b in pairwise(marks)),
                len(marks) - 1,
                frame.sheet.depth.mm,
                STUD_RULE_MM,
                "sheet",
                "studs",
            )
        )
        stud_marks = [
            m for m in marks if not any(a - 0.01 < m + wide / 2 and m - wide / 2 < b + 0.01 for a, b in taken)
        ]
        studs += [_stud(frame, side, m, n) for n, m in enumerate(stud_marks, start=1)]
        try:
            joints = even_joints(low, high, frame.longest_rail, marks[1:-1])
        except ValueError:
            raise refuse(
                "construction.stud_limit",
                frame.choice.stud_limit.text,
                f"The rails of {side.name} cannot be joined on its studs.",
                f"studs closer than {frame.show.length(frame.longest_rail)}",
            ) from None
        for level, base in (("bottom", 0.0), ("top", frame.height - wide)):
            for n, solid in enumerate(frame.frames.pieces(side, 1, base, wide, joints), start=1):
                rails.append(
                    Part(f"{side.name} {level} rail {n}", Role.RAIL, frame.rail.timber.key, solid, side.name)
                )
    return rails, studs, tuple(spans)


def _stud(frame: _Frame, side: Side, mark: float, number: int) -> Part:
    wide = frame.rail.width
    solid = Solid(
        side.place(mark - wide / 2, 0.0, wide),
        UP,
        side.along,
        side.inward,
        frame.height - 2 * wide,
        wide,
        frame.rail.thickness,
    )
    return Part(f"{side.name} stud {number}", Role.STUD, frame.rail.timber.key, solid, side.name)


def _stands_on(rail: Part, stud: Part) -> bool:
    (a0, a1), (b0, b1) = rail.solid.bounds, stud.solid.bounds
    shared = [min(a1[i], b1[i]) - max(a0[i], b0[i]) for i in range(3)]
    return rail.side == stud.side and shared[0] > 0.1 and shared[1] > 0.1 and abs(shared[2]) < 0.01


def _notched(post: Part, rails: list[Part]) -> Part:
    """The post with a housing for every rail that passes through it."""
    p0, p1 = post.solid.bounds
    frame = (post.solid.along, post.solid.face, post.solid.through)
    origin = post.solid.origin
    cut: list[Notch] = []
    for rail in rails:
        r0, r1 = rail.solid.bounds
        low, high = [max(p0[i], r0[i]) for i in range(3)], [min(p1[i], r1[i]) for i in range(3)]
        if any(high[i] - low[i] < 0.01 for i in range(3)):
            continue
        spans = []
        for axis in frame:
            ends = sorted(sum((point[i] - origin[i]) * axis[i] for i in range(3)) for point in (low, high))
            spans.append((ends[0], ends[1]))
        cut.append(Notch(*spans))
    return replace(post, solid=replace(post.solid, notches=tuple(_merged(cut)))) if cut else post


def _merged(notches: list[Notch]) -> list[Notch]:
    """Neighbouring housings that make one longer one, as where two rails butt inside a post."""
    done: list[Notch] = []
    for notch in sorted(notches, key=lambda n: (n.along, n.through, n.face)):
        last = done[-1] if done else None
        if (
            last
            and last.along == notch.along
            and last.through == notch.through
            and abs(last.face[1] - notch.face[0]) < 0.01
        ):
            done[-1] = Notch(last.along, (last.face[0], notch.face[1]), last.through)
        else:
            done.append(notch)
    return done


def _sheets(frame: _Frame) -> list[Part]:
    """Sheets lengthwise along every side, row over row; all but the last of a run carry the end lap."""
    lap = frame.sheet.end_lap.mm
    made = []
    for side in frame.skin.outline.sides:
        low, high = frame.skin.longest(side, 1)
        count = (
            1
            if high - low <= frame.longest_sheet
            else ceil((high - low) / (frame.longest_sheet - lap) - 1e-9)
        )
        joints = tuple(low + (high - low) * n / count for n in range(1, count))
        for row, height in enumerate(frame.rows, start=1):
            base = sum(frame.rows[: row - 1])
            for n, solid in enumerate(frame.skin.pieces(side, 1, base, height, joints), start=1):
                cut = (
                    height
                    if height < frame.sheet.width.mm - 0.8
                    and len(frame.rows) == 1
                    and height != frame.sheet.cover.mm
                    else None
                )
                made.append(
                    Part(
                        f"{side.name} sheet {row}.{n}",
                        Role.SHEET,
                        frame.sheet.key,
                        solid,
                        side.name,
                        row,
                        allowance=lap if n < count else 0.0,
                        ripped=cut,
                    )
                )
    return made


def _membrane(frame: _Frame) -> tuple[Good, ...]:
    corners = len(frame.outline.ring)
    metres = corners * frame.height / 1000
    return (
        Good(
            "corner-membrane",
            "corner membrane",
            ceil(metres * 10) / 10,
            "m",
            f"{corners} corners × {frame.show.length(frame.height)} = {metres:.2f} m",
        ),
    )


def _counts(frame: _Frame, sheets: list[Part], studs: list[Part]) -> dict[str, str]:
    show = frame.show.length
    words = {"sheets": f"{len(sheets)} pieces of sheet", "studs": f"{len(studs)} studs"}
    spacers = []
    for side in frame.frames.outline.sides:
        mine = sorted(_along(side, s)[0] for s in studs if s.side == side.name)
        # Where a post stands between two studs there is no spacer of theirs.
        gaps = {
            round(b - a - frame.rail.width, 1)
            for a, b in pairwise(mine)
            if b - a <= frame.choice.stud_limit.mm + 0.1
        }
        if gaps:
            spacers.append(f"{side.name} {show(min(gaps))}")
    if spacers:
        words["spacers between studs"] = ", ".join(spacers)
    if frame.choice.open_end:
        words["open end"] = (
            "leave one short end off until the barrow has been in; screw it on before the last load"
        )
    return words


def _members(frame: _Frame, spans: tuple[Span, ...], posts: list[Part]) -> tuple[Member, ...]:
    """The sheet between studs, a stud between rails, and the bottom rail between posts, or from corner to corner without them."""
    rail = frame.rail
    found = []
    for span in spans:
        side = next(s for s in frame.frames.outline.sides if s.name == span.side)
        found.append(
            Member(
                span.side,
                "sheet",
                frame.sheet.key,
                "along",
                span.length,
                min(4, span.bays),
                0.0,
                frame.rows[0],
                frame.rows[0],
                frame.sheet.depth.mm,
                "studs",
            )
        )
        found.append(
            Member(
                span.side,
                "stud",
                rail.timber.key,
                "up",
                frame.height - rail.width,
                1,
                0.0,
                frame.height,
                rail.width,
                rail.thickness,
                "rails",
                strip=span.length,
            )
        )
        marks = sorted(
            (a + b) / 2 for a, b in (_along(side, p) for p in posts if _by_side(side, p, rail.thickness))
        )
        bay = max((b - a for a, b in pairwise(marks)), default=side.length)
        found.append(
            Member(
                span.side,
                "bottom rail",
                rail.timber.key,
                "along",
                bay,
                1,
                0.0,
                frame.height,
                rail.width,
                rail.thickness,
                "posts" if posts else "corners",
                share=2 / 3,
            )
        )
    return tuple(found)
