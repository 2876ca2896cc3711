"""Heavy timbers, flat or on edge, joints staggered as in brickwork; on posts, on rigid corners, or hung
on a wall.
"""

from dataclasses import dataclass
from typing import Literal

from pydantic import Field

from acrebox.core.assembly import (
    Assembly,
    Joint,
    Part,
    Span,
    Stance,
    WallAlong,
    WallLayer,
    of_role,
    stick,
    within_walls,
)
from acrebox.core.construction.clearance import check_clear
from acrebox.core.construction.courses import Courses, stack_courses
from acrebox.core.construction.hung import (
    WallHung,
    check_wall,
    hatch_fact,
    hung_side,
    ledger_posts,
    stands_against,
    wall_anchors,
)
from acrebox.core.construction.joining import corner_joints, post_joints
from acrebox.core.construction.outlines import outside_outline
from acrebox.core.construction.posts import (
    PostLine,
    alone,
    chosen_limit,
    set_posts,
    spacing_rule,
    spans_of,
    stance,
    stand_height,
)
from acrebox.core.construction.registry import builds
from acrebox.core.construction.sections import ChosenTimber, choose_timber, longest_stick
from acrebox.core.construction.sizes import size
from acrebox.core.construction.walls import WallLine, across, staggered
from acrebox.core.design import (
    CORNERS,
    POST_QUESTIONS,
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
from acrebox.core.shape.outline import Outline, Side
from acrebox.core.stock import Catalogue
from acrebox.core.worked import Worked

LIE = {"edge": "on edge", "flat": "flat"}
HELD = {
    "posts_inside": "posts inside",
    "posts_outside": "posts outside",
    "corner_blocks": "corner blocks, no posts",
}
ON_POSTS = {"held_by": ["posts_inside", "posts_outside"]}


class Sleepers(Posted):
    """Heavy timbers, flat or on edge, their joints staggered course by course."""

    order = ("sleeper", "lay", "height", "corner", "overlap", "held_by", *POST_QUESTIONS, "hung")
    measured_by = ("courses",)
    conditions = dict.fromkeys(POST_QUESTIONS, ON_POSTS)

    kind: Literal["sleepers"] = "sleepers"
    sleeper: str = Field(json_schema_extra=asks("Sleepers", stock="sleeper"))
    sleeper_measured: MeasuredStick = MeasuredStick()
    lay: Literal["edge", "flat"] = Field("edge", json_schema_extra=asks("They lie", words={**LIE}))
    corner: Corner = Field(Corner.ALTERNATE, json_schema_extra=asks("At the corners", words={**CORNERS}))
    held_by: Literal["posts_inside", "posts_outside", "corner_blocks"] = Field(
        "posts_inside", json_schema_extra=asks("Held by", words={**HELD})
    )
    overlap: Length = Field(
        Length("300 mm"),
        json_schema_extra=asks(
            "Joints overlap by", hint="The least that joints of neighbouring courses lie apart."
        ),
    )
    hung: WallHung | None = Field(
        None, json_schema_extra=asks("Hung on a wall", instrument="hung", when={**ON_POSTS})
    )


@dataclass(frozen=True, kw_only=True)
class _Frame:
    line: WallLine
    inner: Outline
    hung: Side | None
    courses: Courses
    sleeper: ChosenTimber
    post: ChosenTimber
    choice: Sleepers
    longest: float
    stand: float
    limit: float
    show: Printer


@builds(Sleepers)
def assemble_sleepers(design: Design, choice: Sleepers, book: Catalogue) -> Assembly:
    """Place sleepers and posts of a bed of any outline.

    Raises DesignError naming the fields when the sizes cannot stand.
    """
    frame = _frame(design, choice, book)
    walls = _walls(frame)
    posts, spans, foot = _posts(frame)
    ledgers = of_role(posts, "ledger post")
    if choice.hung and frame.hung:
        check_wall(choice.hung, frame.hung, frame.courses.height, ledgers, frame.show)
    joints: list[Joint] = [
        *post_joints(walls, posts, "sleeper to post"),
        *corner_joints(walls, "sleeper corner"),
    ]
    digs = [p for p in posts if p.role.dug]
    bay = max(s.length for s in spans)
    return Assembly(
        outline=frame.line.outline,
        inner=frame.inner,
        soil_face=frame.inner,
        wall_top=frame.courses.height,
        wall=(WallLayer("sleeper", frame.line.thickness),),
        course_heights=frame.courses.heights,
        whole_course=frame.courses.whole,
        parts=(*walls, *posts),
        joints=tuple(joints),
        compartments=(within_walls(frame.inner, frame.courses.height, posts),),
        spans=spans,
        loads=(
            *_bottom_sleepers(frame, spans),
            *(alone(frame.post, foot, bay, choice) if foot and digs else ()),
        ),
        stance=foot,
        timbers=(frame.sleeper.used, frame.post.used) if posts else (frame.sleeper.used,),
        goods=wall_anchors(ledgers, frame.show),
        notes=_notes(frame, walls),
        facts=_facts(frame),
        post_limit=frame.limit if posts else 0.0,
        limit_chosen=choice.post_limit is not None,
    )


def _frame(design: Design, choice: Sleepers, book: Catalogue) -> _Frame:
    show = Printer(design.system, book.currency_sign)
    sleeper = choose_timber(book, choice.sleeper, choice.sleeper_measured, "construction.sleeper")
    post = choose_timber(book, choice.post, choice.post_measured, "construction.post")
    low, high = sorted((sleeper.thickness, sleeper.width))
    wall, course = (low, high) if choice.lay == "edge" else (high, low)
    courses = stack_courses(design, course, 0.0, False, show)
    postless = choice.held_by == "corner_blocks"
    outline = outside_outline(
        design, wall, size("sleeper_least_inside") if postless else 2 * post.width, show
    )
    return _Frame(
        line=WallLine(outline, wall, choice.corner),
        inner=outline.inset(wall),
        hung=hung_side(choice.hung, outline) if choice.hung else None,
        courses=courses,
        sleeper=sleeper,
        post=post,
        choice=choice,
        longest=longest_stick(design, sleeper.timber, book),
        stand=stand_height(choice, courses.height, show),
        limit=chosen_limit(choice, spacing_rule(wall), post.width, show),
        show=show,
    )


def _joints(frame: _Frame, side: Side, course: int) -> tuple[float, ...]:
    low, high = frame.line.longest(side, course)
    return staggered(low, high, frame.longest, course)


def _walls(frame: _Frame) -> list[Part]:
    walls = []
    for course in range(1, frame.courses.count + 1):
        for side in frame.line.outline.sides:
            joints = _joints(frame, side, course)
            pieces = frame.line.pieces(
                side, course, frame.courses.base(course), frame.courses.of(course), joints
            )
            for n, box in enumerate(pieces, start=1):
                name = f"{side.name} {course}" if len(pieces) == 1 else f"{side.name} {course}, piece {n}"
                walls.append(
                    stick(name, "sleeper", frame.sleeper.timber.key, box, side=side.name, course=course)
                )
    _check_overlap(frame)
    return walls


def _check_overlap(frame: _Frame) -> None:
    """Joints of neighbouring courses must lie apart by the overlap asked for."""
    if frame.courses.count < 2:
        return
    for side in frame.line.outline.sides:
        odd, even = _joints(frame, side, 1), _joints(frame, side, 2)
        least = min((abs(a - b) for a in odd for b in even), default=None)
        if least is not None and least < frame.choice.overlap.mm - 0.5:
            raise refuse(
                "construction.overlap",
                frame.choice.overlap.text,
                f"On {side.name} the joints of two courses lie {frame.show.length(least)} apart.",
                f"at most {frame.show.length(least)}, or longer sleepers",
            )


def _posts(frame: _Frame) -> tuple[list[Part], tuple[Span, ...], Stance | None]:
    if frame.choice.held_by == "corner_blocks":
        runs = [(side, side.length - 2 * frame.line.thickness, 1) for side in frame.line.outline.sides]
        return [], spans_of(runs, frame.line.thickness, "sleepers"), None
    outward = frame.choice.held_by == "posts_outside"
    face = frame.line.outline if outward else frame.inner
    plan = PostLine(face, frame.post, outward, frame.limit)
    joins = {
        side.index: [at - across(side, face.sides[side.index]) for at in _joints(frame, side, 1)]
        for side in frame.line.outline.sides
    }
    depth = PostDepth.AS_DEEP_AS_TALL if frame.choice.hung else None
    foot = stance(frame.choice, frame.stand, depth)
    posts, runs = set_posts(plan, frame.choice, foot, joins, frame.show)
    hung = frame.hung
    if hung is not None:
        reach = frame.line.thickness + frame.post.thickness
        back = across(hung, frame.inner.sides[hung.index])
        marks = [at + back for at in joins[hung.index]]
        behind = PostLine(frame.line.outline, frame.post, outward=True, limit=frame.limit)
        posts = [
            *(p for p in posts if not stands_against(p, hung, reach)),
            *ledger_posts(hung, behind, marks, frame.stand),
        ]
        check_clear(posts, frame.show)
    return posts, spans_of(runs, frame.line.thickness, "sleepers"), foot


def _notes(frame: _Frame, walls: list[Part]) -> dict[str, str]:
    pieces = {side.name: len(_joints(frame, side, 1)) + 1 for side in frame.line.outline.sides}
    joined = {name: n for name, n in pieces.items() if n > 1}
    words = {"sleepers": f"{len(walls)} pieces in {frame.courses.count} courses"}
    if joined:
        each = ", ".join(f"{name} in {n} equal pieces a course" for name, n in joined.items())
        words["joints"] = f"staggered by half a piece: {each}"
    return words


def _facts(frame: _Frame) -> dict[str, Worked]:
    """Sides joined along their run with nothing behind, and the hatch that lies behind the bed."""
    facts = {}
    if frame.choice.held_by == "corner_blocks":
        joined = [s.name for s in frame.line.outline.sides if _joints(frame, s, 1)]
        if joined:
            facts["sides_joined_loose"] = Worked(
                amount=len(joined), unit="sides", working=", ".join(sorted(joined))
            )
    if frame.choice.hung and frame.choice.hung.hatch:
        facts["hatch"] = hatch_fact(frame.choice.hung.hatch, frame.show)
    return facts


def _bottom_sleepers(frame: _Frame, spans: tuple[Span, ...]) -> list[WallAlong]:
    """The bottom sleeper of every side, over as many bays as one of its pieces runs."""
    found = []
    for span in spans:
        side = next(s for s in frame.line.outline.sides if s.name == span.side)
        pieces = len(_joints(frame, side, 1)) + 1
        found.append(
            WallAlong(
                side=span.side,
                what="bottom sleeper",
                by_rule=True,
                limit_field="construction.post_limit",
                stock=frame.sleeper.timber.key,
                span=span.length,
                spans=max(1, min(4, span.bays // pieces)),
                low=0.0,
                high=frame.courses.of(1),
                breadth=frame.courses.of(1),
                depth=frame.line.thickness,
            )
        )
    return found
