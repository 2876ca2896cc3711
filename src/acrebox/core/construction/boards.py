"""Boards on edge, stacked in courses, screwed to posts inside the corners and along the sides."""

from typing import Annotated, Literal

from pydantic import Field

from acrebox.core.assembly import Assembly, Joint, Part, WallLayer, stick, within_walls
from acrebox.core.construction.concrete import concrete_for
from acrebox.core.construction.courses import Courses, stack_courses
from acrebox.core.construction.existing import ExistingPost, existing_posts, held_at
from acrebox.core.construction.joining import corner_joints, course_joints, hardly_held, post_joints
from acrebox.core.construction.joins import (
    Joins,
    Ways,
    check_bearing,
    choose_joins,
    course_pieces,
    posts_behind,
)
from acrebox.core.construction.left_out import butting
from acrebox.core.construction.other_stock import OtherBoards, WallStock, wall_stock
from acrebox.core.construction.outlines import outside_outline
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
from acrebox.core.construction.sections import choose_timber
from acrebox.core.construction.sizes import size
from acrebox.core.construction.walls import WallLine
from acrebox.core.design import (
    CORNERS,
    OPEN_QUESTIONS,
    POST_QUESTIONS,
    Corner,
    Design,
    Heads,
    MeasuredStick,
    Posted,
    asks,
    heads_asked,
)
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.written import Length
from acrebox.core.stock import Catalogue

SIDES = {"inside": "inside the walls", "outside": "outside the walls"}
TOP_COURSES = {"whole": "whole boards only", "ripped": "top course may be ripped"}
# A top course can only come short where the height is given as a length.
BY_LENGTH = {"/courses": [""]}


class Boards(Posted):
    """Boards on edge, stacked in courses, on posts inside the corners and along the sides."""

    order = (
        "board",
        "corner",
        "height",
        "top_course",
        "other",
        "posts",
        *POST_QUESTIONS,
        "existing",
        "heads",
        *OPEN_QUESTIONS,
    )

    kind: Literal["boards"] = "boards"
    board: str = Field(json_schema_extra=asks("Boards", stock="board"))
    board_measured: MeasuredStick = MeasuredStick()
    corner: Corner = Field(Corner.LONG_THROUGH, json_schema_extra=asks("At the corners", words={**CORNERS}))
    posts: Literal["inside", "outside"] = Field(
        "inside", json_schema_extra=asks("Posts are", words={**SIDES})
    )
    heads: Heads = heads_asked()
    other: Annotated[tuple[OtherBoards, ...], Field(max_length=200)] = Field(
        (), json_schema_extra=asks("Other boards in places", instrument="rows")
    )
    existing: Annotated[tuple[ExistingPost, ...], Field(max_length=60)] = Field(
        (), json_schema_extra=asks("Posts that stand already", instrument="rows")
    )
    top_course: Literal["whole", "ripped"] = Field(
        "whole", json_schema_extra=asks("The top course", words={**TOP_COURSES}, when={**BY_LENGTH})
    )


@builds(Boards)
def assemble_boards(design: Design, choice: Boards, book: Catalogue) -> Assembly:
    """Place the boards and posts of a bed of any outline.

    Raises DesignError naming the fields when the sizes cannot stand.
    """
    show = book.printer(design.system)
    board = choose_timber(book, choice.board, choice.board_measured, "construction.board", design.system)
    post = choose_timber(book, choice.post, choice.post_measured, "construction.post", design.system)
    courses = stack_courses(design, board.cover, board.timber.tongue_mm, choice.top_course == "ripped", show)
    outline = outside_outline(design, board.thickness, 2 * post.width, show)
    stock, courses = wall_stock(
        board,
        choice.other,
        lambda timber: (timber.thickness, timber.cover),
        outline=outline,
        courses=courses,
        counted=design.courses is not None,
        book=book,
        show=show,
    )
    school = school_of(design, choice)
    foot = stance(choice, stand_height(choice, courses.height, show), show, school)
    inner = outline.inset(board.thickness)
    limit = chosen_limit(choice, spacing_rule(board.thickness, show.built), post.width, show)
    outward = choice.posts == "outside"
    line = WallLine(outline, board.thickness, choice.corner, butting(choice, outline))
    face = outline if outward else inner
    there = existing_posts(choice.existing, outline, board.thickness, courses.height, show)
    plan = PostLine(face, post, outward, limit, board.thickness, held_at(there, face))
    ways = Ways(
        design=design,
        book=book,
        line=line,
        timber=board.timber,
        longest=stock.longest(outline, courses, design, book),
        posts=plan,
        foot=foot,
        courses=courses.count,
        overlap=Length(size("joins_apart", show.built)),
        show=show,
    )
    joins, notes = choose_joins(ways, "cheaper")
    check_bearing(joins, post.width, choice.post, show)
    walls = _walls(line, courses, joins, stock)
    posts, runs = set_posts(plan, choice, foot, posts_behind(plan.face, line, joins.all), show, there)
    holding = [*posts, *there]
    on_posts = [
        *post_joints(walls, posts, from_post=choice.heads == "inside"),
        *post_joints(walls, there),
    ]
    screwed_down = _screwed_down(walls, on_posts, courses, choice, show)
    spans = spans_of(runs, board.thickness, "boards", show.built)
    return Assembly(
        outline=outline,
        inner=inner,
        soil_face=inner,
        wall_top=courses.height,
        wall=(WallLayer("board", board.thickness),),
        course_heights=courses.heights,
        whole_course=courses.whole,
        parts=(*walls, *holding),
        joints=(
            *on_posts,
            *screwed_down,
            *corner_joints(walls),
        ),
        compartments=(within_walls(inner, courses.height, holding),),
        spans=spans,
        stance=foot,
        timbers=(*stock.used, post.used),
        goods=concrete_for(posts, foot, school, book, show),
        notes=notes,
        post_limit=limit,
        limit_chosen=choice.post_limit is not None,
    )


def _screwed_down(
    walls: list[Part], on_posts: list[Joint], courses: Courses, choice: Boards, show: Printer
) -> list[Joint]:
    """A narrow strip on top that does not reach the posts is screwed down into the course below it.

    Raises DesignError when what does not reach them is too wide for that.
    """
    loose = hardly_held(walls, on_posts)
    widest = max((p.solid.width for p in walls if p.name in loose), default=0.0)
    if widest > size("screwed_down"):
        least = courses.heights[-1] - size("screw_room", show.built)
        raise refuse(
            "construction.post_drop",
            choice.post_drop.text if choice.post_drop else None,
            "The top course would hardly reach the posts.",
            f"at most {show.length(least)}, or posts left long and trimmed level",
        )
    return list(course_joints(walls, loose)) if loose else []


def _walls(line: WallLine, courses: Courses, joins: Joins, stock: WallStock) -> list[Part]:
    return [
        stick(
            name,
            "wall board",
            stock.of(side, course).timber.key,
            box,
            side=side.name,
            course=course,
            ripped=(wide := courses.ripped(course, stock.of(side, course).width)),
            off=courses.off(course) if wide else "",
        )
        for course in range(1, courses.count + 1)
        for side in line.outline.sides
        for name, box in course_pieces(line, courses, joins, side, course)
    ]
