"""Heavy timbers, flat or on edge, joints staggered as in brickwork; on posts, on rigid corners, or hung on a wall."""

from dataclasses import dataclass

from acrebox.core.assembly import Assembly, Footing, Good, Joint, Member, Part, Role, Span, WallLayer
from acrebox.core.construction.courses import Courses, stack_courses
from acrebox.core.construction.inside import cavity_within
from acrebox.core.construction.joining import corner_joints, post_joints
from acrebox.core.construction.outlines import outside_outline
from acrebox.core.construction.posts import (
    PostPlan,
    check_clear,
    chosen_limit,
    even_marks,
    footing,
    post_solid,
    set_posts,
    spacing_rule,
    spans_of,
    stand_height,
)
from acrebox.core.construction.posts import Stand as PostStand
from acrebox.core.construction.sections import ChosenTimber, choose_timber, longest_stick
from acrebox.core.construction.walls import Ring, across, staggered
from acrebox.core.design import Design, PostDepth, Sleepers
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.outline import Outline, Side
from acrebox.core.stock import Catalogue

# Common practice: two anchors hold a short ledger post, a longer one has a third in the middle.
LONG_LEDGER_MM = 600.0
LEAST_INSIDE_MM = 150.0


@dataclass(frozen=True)
class _Frame:
    ring: Ring
    inner: Outline
    courses: Courses
    sleeper: ChosenTimber
    post: ChosenTimber
    choice: Sleepers
    longest: float
    stand: float
    limit: float
    show: Printer

    @property
    def hung(self) -> Side | None:
        """The side that hangs on a wall, if any."""
        if self.choice.hung is None:
            return None
        return next(side for side in self.ring.outline.sides if side.name == self.choice.hung.side)


def assemble_sleepers(design: Design, book: Catalogue) -> Assembly:
    """Place sleepers and posts of a bed of any outline.

    Raises DesignError naming the fields when the sizes cannot stand.
    """
    frame = _frame(design, book)
    walls = _walls(frame)
    posts, spans, foot = _posts(frame)
    _check_wall(frame, [p for p in posts if p.role is Role.LEDGER_POST])
    joints: list[Joint] = [
        *post_joints(walls, posts, "sleeper to post"),
        *corner_joints(walls, "sleeper corner"),
    ]
    timbers = (frame.sleeper.used, frame.post.used) if posts else (frame.sleeper.used,)
    return Assembly(
        outline=frame.ring.outline,
        inner=frame.inner,
        soil_face=frame.inner,
        wall=(WallLayer("sleeper", frame.ring.thickness),),
        course_heights=frame.courses.heights,
        whole_course=frame.courses.whole,
        parts=(*walls, *posts),
        joints=tuple(joints),
        cavity=cavity_within(frame.inner, frame.courses.height, posts),
        spans=spans,
        members=_members(frame, spans),
        footing=foot,
        timbers=timbers,
        goods=_anchors(posts),
        counts=_counts(frame, walls),
        post_limit=frame.limit if posts else 0.0,
    )


def _frame(design: Design, book: Catalogue) -> _Frame:
    show, choice = Printer(design.system, book.currency_sign), design.construction
    assert isinstance(choice, Sleepers)
    sleeper = choose_timber(book, choice.sleeper, choice.sleeper_measured, "construction.sleeper")
    post = choose_timber(book, choice.post, choice.post_measured, "construction.post")
    low, high = sorted((sleeper.thickness, sleeper.width))
    wall, course = (low, high) if choice.lay == "edge" else (high, low)
    courses = stack_courses(design, course, 0.0, False, show)
    postless = choice.held_by == "corner_blocks"
    outline = outside_outline(design, wall, LEAST_INSIDE_MM if postless else 2 * post.width, show)
    if choice.hung is not None and choice.hung.side not in [s.name for s in outline.sides]:
        raise refuse(
            "construction.hung.side",
            choice.hung.side,
            "The bed has no such side.",
            ", ".join(s.name for s in outline.sides),
        )
    limit = chosen_limit(choice, spacing_rule(wall), post.width, show)
    stand = stand_height(choice, courses.height, show)
    return _Frame(
        Ring(outline, wall, choice.corner),
        outline.inset(wall),
        courses,
        sleeper,
        post,
        choice,
        longest_stick(design, sleeper.timber, book),
        stand,
        limit,
        show,
    )


def _joints(frame: _Frame, side: Side, course: int) -> tuple[float, ...]:
    low, high = frame.ring.longest(side, course)
    return staggered(low, high, frame.longest, course)


def _walls(frame: _Frame) -> list[Part]:
    walls = []
    for course in range(1, frame.courses.count + 1):
        for side in frame.ring.outline.sides:
            joints = _joints(frame, side, course)
            pieces = frame.ring.pieces(
                side, course, frame.courses.base(course), frame.courses.of(course), joints
            )
            for n, solid in enumerate(pieces, start=1):
                name = f"{side.name} {course}" if len(pieces) == 1 else f"{side.name} {course}, piece {n}"
                walls.append(Part(name, Role.SLEEPER, frame.sleeper.timber.key, solid, side.name, course))
    _check_overlap(frame)
    return walls


def _check_overlap(frame: _Frame) -> None:
    """Joints of neighbouring courses must lie apart by the overlap asked for."""
    if frame.courses.count < 2:
        return
    for side in frame.ring.outline.sides:
        odd, even = _joints(frame, side, 1), _joints(frame, side, 2)
        least = min((abs(a - b) for a in odd for b in even), default=None)
        if least is not None and least < frame.choice.overlap.mm - 0.5:
            raise refuse(
                "construction.overlap",
                frame.choice.overlap.text,
                f"On {side.name} the joints of two courses lie {frame.show.length(least)} apart.",
                f"at most {frame.show.length(least)}, or longer sleepers",
            )


def _posts(frame: _Frame) -> tuple[list[Part], tuple[Span, ...], Footing | None]:
    if frame.choice.held_by == "corner_blocks":
        runs = [(side, side.length - 2 * frame.ring.thickness, 1) for side in frame.ring.outline.sides]
        return [], spans_of(runs, frame.ring.thickness, "sleepers"), None
    outward = frame.choice.held_by == "posts_outside"
    face = frame.ring.outline if outward else frame.inner
    plan = PostPlan(face, frame.post, outward, frame.limit)
    joins = {
        side.index: [at - across(side, face.sides[side.index]) for at in _joints(frame, side, 1)]
        for side in frame.ring.outline.sides
    }
    choice = (
        frame.choice
        if frame.choice.hung is None
        else frame.choice.model_copy(update={"post_depth": PostDepth.AS_DEEP_AS_TALL})
    )
    posts, runs = set_posts(plan, choice, frame.stand, joins, frame.show)
    hung = frame.hung
    if hung is not None:
        posts = [p for p in posts if not _at_wall(p, hung, frame)] + _ledgers(frame, hung, joins[hung.index])
        check_clear(posts, frame.show)
    return posts, spans_of(runs, frame.ring.thickness, "sleepers"), footing(choice.post_depth, frame.stand)


def _at_wall(post: Part, hung: Side, frame: _Frame) -> bool:
    """Whether a post stands against the side that hangs on the wall, its corners taken in."""
    (nx, ny, _), (x, y) = hung.inward, hung.start
    reach = frame.ring.thickness + frame.post.thickness + 1.0
    return all((c[0] - x) * nx + (c[1] - y) * ny < reach for c in post.solid.corners)


def _ledgers(frame: _Frame, hung: Side, joins: list[float]) -> list[Part]:
    """Posts bolted to the wall behind the hung side, standing on the ground and not in it."""
    half = frame.post.width / 2
    back = across(hung, frame.inner.sides[hung.index])
    marks = even_marks([half, *[at + back for at in joins], hung.length - half], frame.limit)
    plan = PostPlan(frame.ring.outline, frame.post, outward=True, limit=frame.limit)
    return [
        Part(
            f"{hung.name} ledger {n}",
            Role.LEDGER_POST,
            frame.post.timber.key,
            post_solid(plan, PostStand(hung, mark - half, Role.LEDGER_POST, ""), frame.stand, 0.0),
            hung.name,
        )
        for n, mark in enumerate(marks, start=1)
    ]


def _check_wall(frame: _Frame, ledgers: list[Part]) -> None:
    """What is above the bed must stay above it, and a hatch must stay clear of ledgers."""
    hung, side = frame.choice.hung, frame.hung
    if hung is None or side is None:
        return
    show = frame.show.length
    if hung.obstacle is not None and frame.courses.height > hung.obstacle.mm:
        raise refuse(
            "construction.hung.obstacle",
            hung.obstacle.text,
            f"The bed stands {show(frame.courses.height)} high and would cover what is at"
            f" {show(hung.obstacle.mm)}.",
            f"at least {show(frame.courses.height)}, or a lower bed",
        )
    if hung.hatch is None:
        return
    # People measure from the left, standing in front of the wall; the walk goes from right to left there.
    low, high = side.length - hung.hatch.start.mm - hung.hatch.width.mm, side.length - hung.hatch.start.mm
    if low < -0.5:
        raise refuse(
            "construction.hung.hatch.start",
            hung.hatch.start.text,
            "The hatch reaches past the end of the bed.",
            f"start and width together at most {show(side.length)}",
        )
    for post in ledgers:
        us = [
            (c[0] - side.start[0]) * side.along[0] + (c[1] - side.start[1]) * side.along[1]
            for c in post.solid.corners
        ]
        if min(us) < high - 0.01 and max(us) > low + 0.01:
            at = side.length - max(us)
            raise refuse(
                "construction.hung.hatch",
                f"{hung.hatch.start.text} + {hung.hatch.width.text}",
                f"The ledger post at {show(at)} from the left would cover the hatch.",
                f"a hatch clear of {show(at)} to {show(at + frame.post.width)}, or another limit between"
                " posts",
            )


def _anchors(posts: list[Part]) -> tuple[Good, ...]:
    ledgers = [p for p in posts if p.role is Role.LEDGER_POST]
    if not ledgers:
        return ()
    each = 3 if ledgers[0].solid.length > LONG_LEDGER_MM else 2
    return (
        Good(
            "wall-anchor",
            "wall anchors",
            each * len(ledgers),
            "piece",
            f"{len(ledgers)} ledger posts × {each} = {each * len(ledgers)}; two a post, a third in posts over"
            " 600 mm",
        ),
    )


def _counts(frame: _Frame, walls: list[Part]) -> dict[str, str]:
    pieces = {side.name: len(_joints(frame, side, 1)) + 1 for side in frame.ring.outline.sides}
    joined = {name: n for name, n in pieces.items() if n > 1}
    words = {"sleepers": f"{len(walls)} pieces in {frame.courses.count} courses"}
    if joined:
        words["joints"] = "staggered by half a piece: " + ", ".join(
            f"{name} in {n} equal pieces a course" for name, n in joined.items()
        )
    return words


def _members(frame: _Frame, spans: tuple[Span, ...]) -> tuple[Member, ...]:
    """The bottom sleeper of every side, over as many bays as one of its pieces runs."""
    found = []
    for span in spans:
        side = next(s for s in frame.ring.outline.sides if s.name == span.side)
        pieces = len(_joints(frame, side, 1)) + 1
        over = max(1, min(4, span.bays // pieces))
        found.append(
            Member(
                span.side,
                "bottom sleeper",
                frame.sleeper.timber.key,
                "along",
                span.length,
                over,
                0.0,
                frame.courses.of(1),
                frame.courses.of(1),
                frame.ring.thickness,
            )
        )
    return tuple(found)
