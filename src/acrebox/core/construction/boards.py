"""Boards on edge, stacked in courses, screwed to posts inside the corners and along the sides."""

from acrebox.core.assembly import Assembly, Joint, Member, Part, Role, WallLayer
from acrebox.core.construction.courses import Courses, stack_courses
from acrebox.core.construction.inside import cavity_within
from acrebox.core.construction.joining import corner_joints, post_joints
from acrebox.core.construction.outlines import outside_outline
from acrebox.core.construction.posts import (
    PostPlan,
    chosen_limit,
    footing,
    set_posts,
    spacing_rule,
    spans_of,
    stand_height,
)
from acrebox.core.construction.sections import choose_timber
from acrebox.core.construction.walls import Ring
from acrebox.core.design import Boards, Design
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.outline import Side
from acrebox.core.stock import Catalogue


def assemble_boards(design: Design, book: Catalogue) -> Assembly:
    """Place the boards and posts of a bed of any outline.

    Raises DesignError naming the fields when the sizes cannot stand.
    """
    show, choice = Printer(design.system, book.currency_sign), design.construction
    assert isinstance(choice, Boards)
    board = choose_timber(book, choice.board, choice.board_measured, "construction.board")
    post = choose_timber(book, choice.post, choice.post_measured, "construction.post")
    courses = stack_courses(design, board.cover, board.timber.tongue_mm, choice.top_course == "ripped", show)
    stand = stand_height(choice, courses.height, show)
    outline = outside_outline(design, board.thickness, 2 * post.width, show)
    inner = outline.inset(board.thickness)
    limit = chosen_limit(choice, spacing_rule(board.thickness), post.width, show)
    ring = Ring(outline, board.thickness, choice.corner)
    walls = _walls(ring, courses, board.timber.key, board.width)
    posts, runs = set_posts(PostPlan(inner, post, outward=False, limit=limit), choice, stand, {}, show)
    joints: list[Joint] = [*post_joints(walls, posts), *corner_joints(walls)]
    return Assembly(
        outline=outline,
        inner=inner,
        soil_face=inner,
        wall=(WallLayer("board", board.thickness),),
        course_heights=courses.heights,
        whole_course=courses.whole,
        parts=(*walls, *posts),
        joints=tuple(joints),
        cavity=cavity_within(inner, courses.height, posts),
        spans=spans_of(runs, board.thickness, "boards"),
        members=_members(ring, courses, runs, board.timber.key),
        footing=footing(choice.post_depth, stand),
        timbers=(board.used, post.used),
        post_limit=limit,
    )


def _walls(ring: Ring, courses: Courses, stock: str, stock_width: float) -> list[Part]:
    return [
        Part(
            f"{side.name} {course}",
            Role.WALL,
            stock,
            solid,
            side.name,
            course,
            ripped=courses.ripped(course, stock_width),
        )
        for course in range(1, courses.count + 1)
        for side in ring.outline.sides
        for solid in ring.pieces(side, course, courses.base(course), courses.of(course))
    ]


def _members(
    ring: Ring, courses: Courses, runs: list[tuple[Side, float, int]], stock: str
) -> tuple[Member, ...]:
    """The bottom board of every side: the soil is deepest there."""
    return tuple(
        Member(
            side.name,
            "bottom board",
            stock,
            "along",
            bay,
            min(4, count),
            0.0,
            courses.of(1),
            courses.of(1),
            ring.thickness,
        )
        for side, bay, count in runs
    )
