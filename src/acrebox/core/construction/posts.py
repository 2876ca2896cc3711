"""Posts: how long by school, where they stand along walls of any outline, and how a run is divided."""

import itertools
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from functools import cache
from math import ceil, radians, sin, tan
from typing import TypeVar

from acrebox.core.assembly import Part, Span, Stance, role_order, stick
from acrebox.core.construction.clearance import check_clear
from acrebox.core.construction.corner_posts import CornerCut, corner_cut, rip
from acrebox.core.construction.sections import ChosenTimber
from acrebox.core.construction.sizes import printed, size
from acrebox.core.construction.walls import LEAST_BUTT_SINE
from acrebox.core.data import by_key, in_round, read_as, row_reached
from acrebox.core.design import HARD, Construction, Design, PostDepth, Posted, PostTop
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.measure.telling import told
from acrebox.core.measure.written import Length
from acrebox.core.shape.bodies import Box
from acrebox.core.shape.outline import Outline, Side
from acrebox.core.shape.vector import UP
from acrebox.core.stock import Catalogue

C = TypeVar("C", bound=Construction)
SAME_RUN_MM = 0.2
"""Runs are the same that differ by less [mm]: an outline that is walked is closed within this."""
NOTHING_HELD: Mapping[int, Sequence[tuple[float, float]]] = {}


@dataclass(frozen=True, kw_only=True)
class _Spacing:
    thickness_mm: float
    limit_mm: float
    limit_in: float
    source: str


@dataclass(frozen=True, kw_only=True)
class _School:
    key: str
    words: str
    source: str
    below_mm: float = 0.0
    below_in: float = 0.0
    bears_mm: float = 0.0
    bears_in: float = 0.0
    deep_as_tall: bool = False

    def below(self, built: System) -> float:
        """How deep a post stands in the ground [mm], round in a system."""
        return in_round(self.below_mm, self.below_in, built)

    def bears(self, built: System) -> float:
        """How broad it bears on the ground [mm], round in a system."""
        return in_round(self.bears_mm, self.bears_in, built)


@dataclass(frozen=True, kw_only=True)
class _Setting:
    trim_allowance_mm: float
    trim_allowance_in: float
    least_limit_mm: float
    least_limit_in: float
    source: str


@cache
def _spacings() -> list[_Spacing]:
    return read_as(list[_Spacing], "construction", "posts.toml", "spacing")


@cache
def _schools() -> dict[str, _School]:
    return by_key(read_as(list[_School], "construction", "posts.toml", "school"))


@cache
def _setting() -> _Setting:
    return read_as(_Setting, "construction", "posts.toml", "setting")


def school_of(design: Design, choice: Posted) -> PostDepth:
    """The school by which posts are set: the one chosen, else in concrete, or none where nobody digs."""
    usual = PostDepth.NONE if design.site.stands_on in HARD else PostDepth.CONCRETE
    return choice.post_depth or usual


def stance(choice: Posted, above: float, show: Printer, depth: PostDepth) -> Stance:
    """How posts that stand `above` [mm] the ground stand in it, by a school."""
    school = _schools()[depth]
    trimmed = choice.post_top is PostTop.TRIMMED
    below = above if school.deep_as_tall else school.below(show.built)
    words = told(school.words, show)
    if choice.post_below is not None:
        if not 0 <= choice.post_below.mm <= size("post_deepest", show.built):
            raise refuse(
                "construction.post_below",
                choice.post_below.text,
                "Posts cannot be set that deep.",
                f"{show.length(0)} to {printed('post_deepest', show)}",
            )
        below = choice.post_below.mm
        words = f"{show.length(below)} as you chose"
    return Stance(
        above,
        below,
        words,
        0.0 if trimmed else _drop(choice),
        trimmed,
        school.bears(show.built),
    )


def bays(run: float, limit: float) -> int:
    """The fewest even bays of a run [mm] with none over the limit [mm] by as much as a tape shows."""
    return max(1, ceil((run - SAME_RUN_MM) / limit))


def even_marks(anchors: Sequence[float], limit: float) -> list[float]:
    """Marks from the first anchor to the last [mm]: every anchor, and even bays between them with none
    over the limit.
    """
    marks = [anchors[0]]
    for a, b in itertools.pairwise(anchors):
        count = bays(b - a, limit)
        marks += [a + (b - a) * n / count for n in range(1, count + 1)]
    return marks


def spacing_rule(thickness: float, built: System) -> float:
    """The rule-of-thumb limit between supports [mm] for boards of that thickness [mm].

    Source: common practice, row by row in `posts.toml`.
    """
    found = row_reached(_spacings(), "thickness_mm", thickness, 0.5)
    return in_round(found.limit_mm, found.limit_in, built)


def with_drop(choice: C, design: Design, book: Catalogue) -> C:
    """The construction with how far its posts end below the top, where that is left open: as is usual, and
    not at all under a cap, which they then carry beside the wall.
    """
    if not isinstance(choice, Posted) or choice.post_drop is not None:
        return choice
    drop = 0.0 if design.add_ons.cap is not None else size("post_drop", design.system)
    return choice.model_copy(update={"post_drop": Length(book.printer(design.system).typed(drop))})


def stand_height(choice: Posted, wall_top: float, show: Printer) -> float:
    """How high the posts stand above ground [mm].

    Raises DesignError when they would end below it.
    """
    drop = _drop(choice) if choice.post_top is PostTop.HIDDEN else 0.0
    if drop >= wall_top:
        raise refuse(
            "construction.post_drop",
            choice.post_drop.text if choice.post_drop else None,
            "The posts would end below the ground.",
            f"less than the wall's {show.length(wall_top)}",
        )
    return wall_top - drop


def _drop(choice: Posted) -> float:
    """How far the posts end below the top [mm], once that is said."""
    return choice.post_drop.mm if choice.post_drop is not None else 0.0


def chosen_limit(choice: Posted, rule: float, post_width: float, show: Printer) -> float:
    """Limit between posts [mm]: the one chosen, else the rule.

    Raises DesignError when posts would stand against each other.
    """
    if choice.post_limit is None:
        return rule
    least = max(in_round(_setting().least_limit_mm, _setting().least_limit_in, show.built), 2.2 * post_width)
    if choice.post_limit.mm < least:
        raise refuse(
            "construction.post_limit",
            choice.post_limit.text,
            "The posts would stand against each other.",
            f"at least {show.length(least)}",
        )
    return choice.post_limit.mm


@dataclass(frozen=True)
class Stand:
    """A post against a side: `at` [mm] from the side's first corner to its near edge; the `corner` that it is
    ripped for, if any.
    """

    side: Side
    at: float
    role: str
    name: str
    corner: int | None = None


@dataclass(frozen=True)
class PostLine:
    """What the posts of a bed share: the face they stand against, whether outside it, their section and
    limit, how thick a wall is that goes round the edge of a corner [mm]; from where to where on each side
    posts stand already that hold it too.
    """

    face: Outline
    post: ChosenTimber
    outward: bool
    limit: float
    wall: float = 0.0
    held: Mapping[int, Sequence[tuple[float, float]]] = field(default_factory=lambda: NOTHING_HELD)

    def _angle(self, corner: int) -> float:
        """The angle of the ground where a corner's posts stand [°]."""
        angle = self.face.corners[corner]
        return 360 - angle if self.outward else angle

    def _shared(self, corner: int) -> bool:
        """Whether one post stands tight in a corner for both sides: in a square one as it is, else ripped."""
        return abs(self._angle(corner) - 90) < 1e-6 or self.cut(corner) is not None

    def cut(self, corner: int) -> CornerCut | None:
        """How the post in a corner is ripped; None where it stands as it is."""
        if self.outward or not self.wall:
            return None
        return corner_cut(self._angle(corner), self.post.width, self.post.thickness)

    def _owner(self, corner: int) -> int:
        """The side along which the post of a corner stands: a flat one lies along the longer of both,
        wherever the walk round the bed began.
        """
        before, after = self.face.sides[corner - 1], self.face.sides[corner]
        flat = abs(self.post.width - self.post.thickness) > 1.0
        return before.index if flat and before.length > after.length + 0.5 else after.index

    def _across(self, corner: int, side: Side) -> float:
        """How much of a side the post takes that stands in its corner for both [mm]."""
        if (cut := self.cut(corner)) is not None:
            return cut.own if self._owner(corner) == side.index else cut.other
        return self.post.width if self._owner(corner) == side.index else self.post.thickness

    def _past(self, corner: int) -> float:
        """How far a post reaches past its corner [mm]."""
        cut = self.cut(corner)
        return cut.past if cut is not None else 0.0

    def _off(self, corner: int) -> float:
        """How far from a corner a post of its own keeps clear of the neighbour's [mm]: their edges meet
        on the bisector.
        """
        return max(0.0, self.post.thickness / tan(radians(self._angle(corner) / 2)))

    def _clear(self, corner: int) -> float:
        """How far from a corner the edge of a side's own post stands [mm]."""
        if self._shared(corner):
            return 0.0
        round_an_edge = self._angle(corner) > 180
        return max(self._off(corner), self._set_in(corner) if round_an_edge else 0.0)

    def _set_in(self, corner: int) -> float:
        """How far from an edge a post stands so that the end of a piece that butts there lies on it [mm];
        that of a heavy timber with as much as it is thick, on the whole post at most.
        """
        bearing = size("end_bearing")
        if self.wall >= size("heavy_timber"):
            bearing = max(bearing, min(self.post.width, self.wall))
        slope = abs(sin(radians(self._angle(corner))))
        if slope < LEAST_BUTT_SINE:
            return 0.0
        return max(0.0, self.wall / slope + bearing - self.post.width)

    def ends(self, side: Side) -> tuple[float, float]:
        """Centres of the first and the last post against a side [mm along it]."""
        first, last = side.index, (side.index + 1) % len(self.face.points)

        def inset(corner: int) -> float:
            if self._shared(corner):
                return self._across(corner, side) / 2
            return self._clear(corner) + self.post.width / 2

        return inset(first), side.length - inset(last)

    def _is_held(self, side: Side, at: float) -> bool:
        """Whether both ends of a join lie on a post that is there already."""
        least = size("end_bearing")
        return any(
            a + least <= at + 1e-6 and at <= b - least + 1e-6 for a, b in self.held.get(side.index, ())
        )

    def stands(
        self, joins: Mapping[int, Sequence[float]]
    ) -> tuple[list[Stand], list[tuple[Side, float, int]]]:
        """All posts, and of every side its widest bay [mm] and how many bays it has. `joins` must each
        have a post.
        """
        found: list[Stand] = []
        runs = []
        for side in self.face.sides:
            first, last = self.ends(side)
            half = self.post.width / 2
            there = [(a + b) / 2 for a, b in self.held.get(side.index, ())]
            wanted = [at for at in joins.get(side.index, ()) if not self._is_held(side, at)]
            anchors = [*wanted, *(at for at in there if first < at < last)]
            marks = even_marks([first, *sorted(anchors), last], self.limit)
            runs.append((side, max(b - a for a, b in itertools.pairwise(marks)), len(marks) - 1))
            corner, after = side.index, self.face.sides[(side.index + 1) % len(self.face.points)]
            if self._shared(corner):
                if self._owner(corner) == side.index:
                    name = f"{side.name} corner"
                    found.append(Stand(side, -self._past(corner), "corner post", name, corner))
            else:
                found.append(Stand(side, first - half, "corner post", f"{side.name} corner"))
            found += [
                Stand(side, mark - half, "mid post", f"{side.name} mid {n}")
                for n, mark in enumerate((m for m in marks[1:-1] if m not in there), start=1)
            ]
            if not self._shared(after.index):
                found.append(Stand(side, last - half, "corner post", f"{side.name} far corner"))
            elif self._owner(after.index) == side.index:
                begins = side.length - self.post.width + self._past(after.index)
                found.append(Stand(side, begins, "corner post", f"{after.name} corner", after.index))
        return found, runs


def post_box(plan: PostLine, stand: Stand, foot: Stance) -> Box:
    """A post in place."""
    depth = plan.post.thickness
    return Box(
        origin=stand.side.place(stand.at, -depth if plan.outward else 0.0, -foot.below),
        along=UP,
        face=stand.side.along,
        through=stand.side.inward,
        length=foot.above + foot.below,
        width=plan.post.width,
        thickness=depth,
    )


def set_posts(
    plan: PostLine,
    choice: Posted,
    foot: Stance,
    joins: Mapping[int, Sequence[float]],
    show: Printer,
    existing: Sequence[Part] = (),
) -> tuple[list[Part], list[tuple[Side, float, int]]]:
    """The posts of a bed as parts beside those that exist, and every side's widest bay [mm] and number of
    bays.

    Raises DesignError when two posts would stand in each other.
    """
    stands, runs = plan.stands(joins)
    spare = in_round(_setting().trim_allowance_mm, _setting().trim_allowance_in, show.built)
    allowance = spare if choice.post_top is PostTop.TRIMMED else 0.0
    stock = plan.post.timber.key
    parts = [
        _ripped(
            stick(s.name, s.role, stock, post_box(plan, s, foot), side=s.side.name, allowance=allowance),
            s,
            plan,
            show,
        )
        for s in stands
    ]
    check_clear([*parts, *existing], show)
    order = role_order()
    return sorted(parts, key=lambda p: order[p.role.name]), runs


def _ripped(post: Part, stand: Stand, plan: PostLine, show: Printer) -> Part:
    """A post as it stands, or ripped where its corner is not square."""
    cut = plan.cut(stand.corner) if stand.corner is not None else None
    if cut is None or stand.corner is None:
        return post
    sides, at_end = plan.face.sides, stand.corner != stand.side.index
    other = sides[stand.corner] if at_end else sides[stand.corner - 1]
    return rip(post, cut, at_end=at_end, other=other, show=show)


def spans_of(
    runs: Iterable[tuple[Side, float, int]],
    thickness: float,
    what: str,
    built: System,
    between: str = "posts",
) -> tuple[Span, ...]:
    """Spans of what the posts (or what else is named) hold, with the rule of thumb for its thickness [mm]."""
    limit = spacing_rule(thickness, built)
    return tuple(
        Span(
            side=side.name,
            length=bay,
            bays=count,
            thickness=thickness,
            rule=limit,
            what=what,
            between=between,
        )
        for side, bay, count in runs
    )
