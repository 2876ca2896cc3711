"""Heavy timbers, flat or on edge, joints staggered as in brickwork; on posts, on rigid corners, or hung
on a wall.
"""

from dataclasses import dataclass
from typing import Annotated, Literal

from pydantic import Field

from acrebox.core.assembly import (
    Assembly,
    Joint,
    Part,
    Span,
    Stance,
    WallLayer,
    of_role,
    stick,
    within_walls,
)
from acrebox.core.construction.clearance import check_clear
from acrebox.core.construction.concrete import concrete_for
from acrebox.core.construction.corner_blocks import (
    BETWEEN_BLOCKS,
    CornerBlocks,
    block_joints,
    place_blocks,
)
from acrebox.core.construction.courses import Courses, stack_courses
from acrebox.core.construction.existing import ExistingPost, existing_posts, held_at
from acrebox.core.construction.hung import (
    WallHung,
    anchor_notes,
    check_wall,
    hang_posts,
    hatch_fact,
    hung_side,
    running_to_the_wall,
    stands_out,
    wall_anchors,
)
from acrebox.core.construction.joining import corner_joints, course_joints, hardly_held, post_joints
from acrebox.core.construction.joins import (
    Joins,
    Ways,
    check_bearing,
    check_joins,
    choose_joins,
    course_pieces,
    posts_behind,
)
from acrebox.core.construction.left_out import butting
from acrebox.core.construction.other_stock import OtherSleepers, WallStock, wall_stock
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
from acrebox.core.construction.sections import ChosenTimber, choose_timber
from acrebox.core.construction.sizes import size
from acrebox.core.construction.walls import WallLine
from acrebox.core.design import (
    CORNERS,
    HARD,
    OPEN_QUESTIONS,
    POST_QUESTIONS,
    Corner,
    Design,
    Heads,
    MeasuredStick,
    PostDepth,
    Posted,
    asks,
    heads_asked,
)
from acrebox.core.errors import DesignError, refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.written import Length
from acrebox.core.shape.outline import Outline, Side
from acrebox.core.stock import Catalogue
from acrebox.core.worked import Worked

LIE = {"edge": "on edge", "flat": "flat"}
JOINED = {
    "cheaper": "whichever way is cheaper",
    "full": "full timbers first, the off-cut next",
    "equal": "in equal pieces",
}
BLOCKS = {"outside": "outside the corners", "inside": "inside the corners"}
HELD = {
    "posts_inside": "posts inside",
    "posts_outside": "posts outside",
    "corner_blocks": "corner blocks, no posts",
}
ON_POSTS = {"held_by": ["posts_inside", "posts_outside"]}
ON_BLOCKS = {"held_by": ["corner_blocks"]}


class Sleepers(Posted):
    """Heavy timbers, flat or on edge, their joints staggered course by course."""

    order = (
        "sleeper",
        "lay",
        "height",
        "corner",
        "other",
        "joins",
        "overlap",
        "held_by",
        "blocks",
        *POST_QUESTIONS,
        "existing",
        "heads",
        "hung",
        *OPEN_QUESTIONS,
    )
    measured_by = ("courses",)
    conditions = dict.fromkeys((*POST_QUESTIONS, "existing", "heads"), ON_POSTS)

    kind: Literal["sleepers"] = "sleepers"
    sleeper: str = Field(json_schema_extra=asks("Sleepers", stock="sleeper"))
    sleeper_measured: MeasuredStick = MeasuredStick()
    lay: Literal["edge", "flat"] = Field("edge", json_schema_extra=asks("They lie", words={**LIE}))
    corner: Corner = Field(Corner.ALTERNATE, json_schema_extra=asks("At the corners", words={**CORNERS}))
    held_by: Literal["posts_inside", "posts_outside", "corner_blocks"] = Field(
        "posts_inside", json_schema_extra=asks("Held by", words={**HELD})
    )
    heads: Heads = heads_asked()
    other: Annotated[tuple[OtherSleepers, ...], Field(max_length=200)] = Field(
        (), json_schema_extra=asks("Other sleepers in places", instrument="rows")
    )
    existing: Annotated[tuple[ExistingPost, ...], Field(max_length=60)] = Field(
        (), json_schema_extra=asks("Posts that stand already", instrument="rows")
    )
    blocks: Literal["outside", "inside"] = Field(
        "outside", json_schema_extra=asks("The blocks stand", words={**BLOCKS}, when={**ON_BLOCKS})
    )
    joins: Literal["cheaper", "full", "equal"] = Field(
        "cheaper", json_schema_extra=asks("Long sides are joined", words={**JOINED})
    )
    overlap: Length = Field(
        Length("300 mm"),
        json_schema_extra=asks(
            "Joints overlap by",
            hint="The least that joints of neighbouring courses lie apart.",
            imperial="12 in",
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
    stock: WallStock
    there: list[Part]
    choice: Sleepers
    joins: Joins
    notes: dict[str, str]
    posts: PostLine
    school: PostDepth
    foot: Stance
    book: Catalogue
    show: Printer

    @property
    def postless(self) -> bool:
        return self.choice.held_by == "corner_blocks"

    @property
    def sleeper(self) -> ChosenTimber:
        return self.stock.main

    @property
    def post(self) -> ChosenTimber:
        return self.posts.post

    @property
    def corner_blocks(self) -> CornerBlocks:
        """The blocks that hold a bed without posts."""
        face = self.line.outline if self.choice.blocks == "outside" else self.inner
        return CornerBlocks(
            line=self.line,
            face=face,
            where=self.choice.blocks,
            timber=self.sleeper,
            height=self.courses.height,
        )


@builds(Sleepers)
def assemble_sleepers(design: Design, choice: Sleepers, book: Catalogue) -> Assembly:
    """Place sleepers and posts of a bed of any outline; where a hatch must stay clear of posts, joined the
    way that keeps it so.

    Raises DesignError naming the fields when the sizes cannot stand.
    """
    ways = [choice]
    if choice.hung is not None and choice.hung.hatch is not None and "joins" not in choice.model_fields_set:
        ways += [choice.model_copy(update={"joins": way}) for way in ("full", "equal")]
    refused: list[DesignError] = []
    for way in ways:
        try:
            return _assembled(design, way, book)
        except DesignError as fault:
            refused.append(fault)
    raise refused[0]


def _assembled(design: Design, choice: Sleepers, book: Catalogue) -> Assembly:
    frame = _frame(design, choice, book)
    walls = _walls(frame)
    blocks = place_blocks(frame.corner_blocks, frame.show) if frame.postless else []
    posts, spans, foot = _posts(frame)
    ledgers = of_role(posts, "ledger post")
    before_it = [p for p in posts if p not in ledgers]
    if choice.hung and frame.hung:
        check_wall(choice.hung, frame.hung, frame.courses.height, ledgers, frame.show)
    on_posts = [
        *post_joints(walls, before_it, "sleeper to post", from_post=choice.heads == "inside"),
        *post_joints(walls, ledgers, "sleeper to post"),  # nobody gets at them from the wall's side
        *post_joints(walls, frame.there, "sleeper to post"),
    ]
    joints: list[Joint] = [
        *on_posts,
        *corner_joints(walls, "sleeper corner"),
        *(block_joints(frame.corner_blocks, walls, blocks) if blocks else ()),
        *course_joints(walls, None if frame.postless else hardly_held(walls, on_posts)),
    ]
    return Assembly(
        outline=frame.line.outline,
        inner=frame.inner,
        soil_face=frame.inner,
        wall_top=frame.courses.height,
        wall=(WallLayer("sleeper", frame.line.thickness),),
        course_heights=frame.courses.heights,
        whole_course=frame.courses.whole,
        parts=(*walls, *posts, *frame.there, *blocks),
        joints=tuple(joints),
        compartments=(within_walls(frame.inner, frame.courses.height, [*posts, *frame.there, *blocks]),),
        spans=spans,
        stance=foot,
        timbers=(*frame.stock.used, frame.post.used) if posts else frame.stock.used,
        goods=(
            *wall_anchors(ledgers, frame.show),
            *concrete_for(posts, foot, _set_in(frame), frame.book, frame.show),
        ),
        notes={
            "sleepers": f"{len(walls)} pieces in {frame.courses.count} courses",
            **frame.notes,
            **anchor_notes(ledgers),
        },
        facts=_facts(frame),
        against={frame.hung.name: frame.post.thickness} if frame.hung else {},
        post_limit=frame.posts.limit if posts else 0.0,
        limit_chosen=choice.post_limit is not None,
    )


def _frame(design: Design, choice: Sleepers, book: Catalogue) -> _Frame:
    show = book.printer(design.system)
    sleeper = choose_timber(
        book, choice.sleeper, choice.sleeper_measured, "construction.sleeper", design.system
    )
    post = choose_timber(book, choice.post, choice.post_measured, "construction.post", design.system)
    wall, course = _section(choice, sleeper)
    postless = choice.held_by == "corner_blocks"
    outline = outside_outline(
        design, wall, size("sleeper_least_inside", show.built) if postless else 2 * post.width, show
    )
    stock, courses = wall_stock(
        sleeper,
        choice.other,
        lambda timber: _section(choice, timber),
        outline=outline,
        courses=stack_courses(design, course, 0.0, False, show),
        counted=design.courses is not None,
        book=book,
        show=show,
    )
    hung = hung_side(choice.hung, outline) if choice.hung else None
    passing = running_to_the_wall(hung, outline, post.thickness) if hung else {}
    passing = {**butting(choice, outline), **passing}
    line = WallLine(outline, wall, choice.corner, passing)
    school = _school(design, choice)
    foot = stance(choice, stand_height(choice, courses.height, show), show, school)
    limit = chosen_limit(choice, spacing_rule(wall, show.built), post.width, show)
    inner = outline.inset(wall)
    outward = choice.held_by == "posts_outside"
    face = outline if outward else inner
    there = existing_posts(() if postless else choice.existing, outline, wall, courses.height, show)
    posts = PostLine(face, post, outward, limit, wall, held_at(there, face))
    ways = Ways(
        design=design,
        book=book,
        line=line,
        timber=sleeper.timber,
        longest=stock.longest(outline, courses, design, book),
        posts=None if postless else posts,
        foot=foot,
        courses=courses.count,
        overlap=choice.overlap,
        show=show,
    )
    joins, notes = choose_joins(ways, choice.joins)
    return _Frame(
        line=line,
        inner=inner,
        hung=hung,
        courses=courses,
        stock=stock,
        there=there,
        choice=choice,
        joins=joins,
        notes=notes,
        posts=posts,
        school=school,
        foot=foot,
        book=book,
        show=show,
    )


def _section(choice: Sleepers, timber: ChosenTimber) -> tuple[float, float]:
    """How thick a wall a timber makes as it lies, and how high a course [mm]."""
    return (timber.thick, timber.wide) if choice.lay == "edge" else (timber.wide, timber.thick)


def _school(design: Design, choice: Sleepers) -> PostDepth:
    """How the posts are set: those in front of a hung bed go as deep as they stand, where anybody digs."""
    school = school_of(design, choice)
    return PostDepth.AS_DEEP_AS_TALL if choice.hung and design.site.stands_on not in HARD else school


def _set_in(frame: _Frame) -> PostDepth:
    """What the posts are set in: in concrete where that is asked for, however deep they go."""
    asked = frame.choice.post_depth is PostDepth.CONCRETE
    return PostDepth.CONCRETE if asked else frame.school


def _walls(frame: _Frame) -> list[Part]:
    walls = []
    for course in range(1, frame.courses.count + 1):
        for side in frame.line.outline.sides:
            for name, box in course_pieces(frame.line, frame.courses, frame.joins, side, course):
                walls.append(
                    stick(
                        name,
                        "sleeper",
                        frame.stock.of(side, course).timber.key,
                        box,
                        side=side.name,
                        course=course,
                    )
                )
    check_joins(frame.joins, frame.line, frame.choice.overlap, frame.show)
    if frame.postless and frame.joins.any and frame.courses.count == 1:
        raise refuse(
            "construction.held_by",
            frame.choice.held_by,
            "In one course nothing would be behind a join.",
            "two courses or more, posts, or sides no longer than one timber",
        )
    if not frame.postless:
        check_bearing(frame.joins, frame.post.width, frame.choice.post, frame.show)
    return walls


def _posts(frame: _Frame) -> tuple[list[Part], tuple[Span, ...], Stance | None]:
    if frame.postless:
        blocks = frame.corner_blocks
        runs = [(side, blocks.run(blocks.face.sides[side.index]), 1) for side in frame.line.outline.sides]
        return (
            [],
            spans_of(runs, frame.line.thickness, "sleepers", frame.show.built, between=BETWEEN_BLOCKS),
            None,
        )
    joins = posts_behind(frame.posts.face, frame.line, frame.joins.all)
    posts, runs = set_posts(frame.posts, frame.choice, frame.foot, joins, frame.show, frame.there)
    if frame.hung is not None and frame.choice.hung is not None:
        posts = hang_posts(
            posts,
            frame.posts,
            frame.line,
            frame.hung,
            frame.choice.hung,
            joins=frame.joins.all(frame.hung),
            above=frame.foot.above,
        )
        check_clear([*posts, *frame.there], frame.show)
    return posts, spans_of(runs, frame.line.thickness, "sleepers", frame.show.built), frame.foot


def _facts(frame: _Frame) -> dict[str, Worked]:
    """Sides joined along their run with nothing behind, and the hatch that lies behind the bed."""
    facts = {}
    if frame.postless:
        loose = [s.name for s in frame.line.outline.sides if frame.joins.of(s, 1)]
        if loose:
            facts["sides_joined_loose"] = Worked(
                amount=len(loose), unit="sides", working=f"{', '.join(sorted(loose))}: {len(loose)}"
            )
    if frame.hung:
        facts["stands_out"] = stands_out(frame.hung, frame.line.outline, frame.post.thickness, frame.show)
    if frame.choice.hung and frame.choice.hung.hatch:
        facts["hatch"] = hatch_fact(frame.choice.hung.hatch, frame.show)
    return facts
