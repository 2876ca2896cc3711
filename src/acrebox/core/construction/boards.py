"""Boards on edge, stacked in courses, screwed to posts inside the corners and along the sides."""

from collections.abc import Iterator
from dataclasses import dataclass
from math import inf

from acrebox.core.assembly import Assembly, Joint, Part, Role, Span
from acrebox.core.construction.courses import Courses, stack_courses
from acrebox.core.construction.posts import TRIM_ALLOWANCE_MM, bays, footing, spacing_rule
from acrebox.core.construction.sections import ChosenTimber, choose_timber
from acrebox.core.design import Boards, Corner, Design, Measured, PostTop, Section
from acrebox.core.errors import DesignError, Problem, refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.cavity import prism_less
from acrebox.core.shape.solid import Point, Solid
from acrebox.core.stock import Catalogue

X, Y, Z = (1.0, 0.0, 0.0), (0.0, 1.0, 0.0), (0.0, 0.0, 1.0)
LONGEST_MM = 60_000.0
LEAST_LIMIT_MM = 200.0


@dataclass(frozen=True)
class _Frame:
    """What every builder below needs: sizes [mm], sections, courses."""

    length: float
    width: float
    board: ChosenTimber
    post: ChosenTimber
    courses: Courses
    choice: Boards

    @property
    def wall(self) -> float:
        return self.board.thickness

    @property
    def long_is_x(self) -> bool:
        return self.length >= self.width

    def x_runs_through(self, course: int) -> bool:
        """Whether the front and back boards run to the corners in a course (from 1)."""
        corner = self.choice.corner
        long_through = corner is Corner.LONG_THROUGH or (corner is Corner.ALTERNATE and course % 2 == 1)
        return long_through == self.long_is_x


def assemble_boards(design: Design, book: Catalogue) -> Assembly:
    """Place boards, posts and cap of a rectangular bed.

    Raises DesignError naming the fields when the sizes cannot stand.
    """
    show = Printer(design.system, book.currency_sign)
    frame = _frame(design, book, show)
    walls = list(_walls(frame))
    posts, spans = _posts(frame, _limit(frame, show))
    caps = list(_caps(frame, book))
    t, (length, width) = frame.wall, (frame.length, frame.width)
    stands = [(p.solid.width * p.solid.thickness, p.solid.bounds[0][2], p.solid.bounds[1][2]) for p in posts]
    return Assembly(
        outside=((0, 0), (length, 0), (length, width), (0, width)),
        inside=((t, t), (length - t, t), (length - t, width - t), (t, width - t)),
        wall_top=frame.courses.height,
        course_height=frame.courses.each,
        top_course_height=frame.courses.top,
        courses=frame.courses.count,
        parts=(*walls, *posts, *caps),
        joints=tuple(_joints(walls, posts)),
        cavity=prism_less((length - 2 * t) * (width - 2 * t), 0.0, frame.courses.height, stands),
        spans=spans,
        footing=footing(frame.choice.post_depth, _stand(frame)),
    )


def _frame(design: Design, book: Catalogue, show: Printer) -> _Frame:
    choice = design.construction
    board = choose_timber(book, choice.board, choice.board_measured, "construction.board")
    post = choose_timber(book, choice.post, choice.post_measured, "construction.post")
    courses = stack_courses(design, board.width, choice.top_course == "ripped", show)
    length, width = _outside(design, board.thickness, post, show)
    frame = _Frame(length, width, board, post, courses, choice)
    if choice.post_top is PostTop.HIDDEN and choice.post_drop.mm >= courses.height:
        raise refuse(
            "construction.post_drop", choice.post_drop.text, "The posts would end below the ground.", f"less than the wall's {show.length(courses.height)}"
        )
    return frame


def _outside(design: Design, wall: float, post: ChosenTimber, show: Printer) -> tuple[float, float]:
    add = 2 * wall if design.outline.measured is Measured.INSIDE else 0.0
    least = 2 * wall + 2 * post.width
    problems = []
    sizes = []
    for side in ("length", "width"):
        written = getattr(design.outline, side)
        size = written.mm + add
        if written.mm <= 0 or size < least or size > LONGEST_MM:
            allowed = f"at least {show.length(least - add)} {design.outline.measured} (two boards, two posts), at most {show.length(LONGEST_MM)}"
            short = "is shorter than its posts and boards" if size < least else "is longer than a bed can be planned"
            problems.append(Problem(f"outline.{side}", str(written.text), f"A {side} of {show.length(written.mm)} {short}.", allowed))
        sizes.append(size)
    if problems:
        raise DesignError(problems)
    return sizes[0], sizes[1]


def _limit(frame: _Frame, show: Printer) -> float:
    """Limit between posts [mm]: the one chosen, else the rule of thumb for the board's thickness."""
    chosen = frame.choice.post_limit
    if chosen is None:
        return spacing_rule(frame.wall)
    least = max(LEAST_LIMIT_MM, 2.2 * frame.post.width)
    if chosen.mm < least:
        raise refuse("construction.post_limit", chosen.text, "The posts would stand against each other.", f"at least {show.length(least)}")
    return chosen.mm


def _side(name: str, frame: _Frame) -> tuple[Point, Point, Point]:
    """Origin corner (outside, ground), direction along, direction inwards of a side, seen anticlockwise."""
    length, width = frame.length, frame.width
    return {
        "front": ((0.0, 0.0, 0.0), X, Y),
        "right": ((length, 0.0, 0.0), Y, (-1.0, 0.0, 0.0)),
        "back": ((length, width, 0.0), (-1.0, 0.0, 0.0), (0.0, -1.0, 0.0)),
        "left": ((0.0, width, 0.0), (0.0, -1.0, 0.0), X),
    }[name]


def _move(origin: Point, *steps: tuple[Point, float]) -> Point:
    x, y, z = (origin[i] + sum(direction[i] * by for direction, by in steps) for i in range(3))
    return x, y, z


def _walls(frame: _Frame) -> Iterator[Part]:
    t = frame.wall
    for course in range(1, frame.courses.count + 1):
        for name in ("front", "right", "back", "left"):
            origin, along, inwards = _side(name, frame)
            is_x = name in ("front", "back")
            run = frame.length if is_x else frame.width
            set_in = 0.0 if frame.x_runs_through(course) == is_x else t
            solid = Solid(
                origin=_move(origin, (along, set_in), (Z, frame.courses.base(course))),
                along=along, face=Z, through=inwards,
                length=run - 2 * set_in, width=frame.courses.width(course), thickness=t,
            )  # fmt: skip
            ripped = frame.courses.ripped and course == frame.courses.count
            yield Part(f"{name} {course}", Role.WALL, frame.board.timber.key, solid, name, course, ripped=ripped)


def _stand(frame: _Frame) -> float:
    """How high the posts stand above ground [mm]."""
    drop = frame.choice.post_drop.mm if frame.choice.post_top is PostTop.HIDDEN else 0.0
    return frame.courses.height - drop


def _posts(frame: _Frame, limit: float) -> tuple[list[Part], tuple[Span, ...]]:
    parts: list[Part] = []
    spans = []
    for name in ("front", "right", "back", "left"):
        ends = (frame.post.width + frame.post.thickness) / 2
        run = (frame.length if name in ("front", "back") else frame.width) - 2 * frame.wall - ends
        count = bays(run, limit)
        spans.append(Span(name, run / count, count, frame.wall))
        parts.append(_post(frame, name, 0.0, f"{name} corner", Role.CORNER_POST))
        parts.extend(_post(frame, name, run * n / count, f"{name} mid {n}", Role.MID_POST) for n in range(1, count))
    order = [Role.CORNER_POST, Role.MID_POST]
    return sorted(parts, key=lambda p: order.index(p.role)), tuple(spans)


def _post(frame: _Frame, side: str, at: float, name: str, role: Role) -> Part:
    """A post against the inside of a side, `at` [mm] from that side's first corner post."""
    origin, along, inwards = _side(side, frame)
    stand = footing(frame.choice.post_depth, _stand(frame))
    solid = Solid(
        origin=_move(origin, (along, frame.wall + at), (inwards, frame.wall), (Z, -stand.below)),
        along=Z, face=along, through=inwards,
        length=stand.above + stand.below, width=frame.post.width, thickness=frame.post.thickness,
    )  # fmt: skip
    allowance = TRIM_ALLOWANCE_MM if frame.choice.post_top is PostTop.TRIMMED else 0.0
    return Part(name, role, frame.post.timber.key, solid, side, allowance=allowance)


def _caps(frame: _Frame, book: Catalogue) -> Iterator[Part]:
    cap = frame.choice.cap
    if cap is None:
        return
    timber = choose_timber(book, cap.board, Section(), "construction.cap.board")
    out, wide = cap.overhang.mm, timber.width
    if out > wide - frame.wall:
        raise refuse("construction.cap.overhang", cap.overhang.text, "The cap would not rest on the wall.", f"at most {wide - frame.wall:.0f} mm")
    if min(frame.length, frame.width) + 2 * out <= 2 * wide:
        raise refuse("construction.cap.board", cap.board, "The cap boards would close the bed.", "a narrower cap board, or a wider bed")
    for name in ("front", "right", "back", "left"):
        origin, along, inwards = _side(name, frame)
        is_x = name in ("front", "back")
        run = (frame.length if is_x else frame.width) + 2 * out
        set_in = 0.0 if is_x == frame.long_is_x else wide
        solid = Solid(
            origin=_move(origin, (along, set_in - out), (inwards, -out), (Z, frame.courses.height)),
            along=along, face=inwards, through=Z,
            length=run - 2 * set_in, width=wide, thickness=timber.thickness,
        )  # fmt: skip
        yield Part(f"{name} cap", Role.CAP, timber.timber.key, solid, name)


def _joints(walls: list[Part], posts: list[Part]) -> Iterator[Joint]:
    """Every board against every post it touches, and boards against boards at the corners."""
    for board in walls:
        yield from (Joint("board to post", (board.name, post.name)) for post in posts if _touch(board.solid, post.solid))
    for i, one in enumerate(walls):
        same = (other for other in walls[i + 1 :] if other.course == one.course)
        yield from (Joint("corner", (one.name, other.name)) for other in same if _touch(one.solid, other.solid))


def _touch(a: Solid, b: Solid) -> bool:
    """Whether two upright solids share a face: no gap on any axis, and flat against each other on one."""
    (a0, a1), (b0, b1) = a.bounds, b.bounds
    overlap = [min(a1[i], b1[i]) - max(a0[i], b0[i]) for i in range(3)]
    flat = [i for i in range(3) if abs(overlap[i]) < 0.01]
    return len(flat) == 1 and min(overlap[i] if i not in flat else inf for i in range(3)) > 0.01
