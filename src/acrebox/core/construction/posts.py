"""Posts: how long by school, where they stand along walls of any outline, and how a run is divided."""

import itertools
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from functools import cache
from math import ceil, pi, radians, sin, tan

from acrebox.core.assembly import Good, Part, Span, Stance, role_order, stick
from acrebox.core.construction.clearance import check_clear
from acrebox.core.construction.sections import ChosenTimber
from acrebox.core.construction.sizes import size
from acrebox.core.construction.walls import LEAST_BUTT_SINE
from acrebox.core.data import by_key, read_as
from acrebox.core.design import PostDepth, Posted, PostTop
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.bodies import Box
from acrebox.core.shape.outline import Outline, Side
from acrebox.core.shape.vector import UP

NOTHING_HELD: Mapping[int, Sequence[tuple[float, float]]] = {}


@dataclass(frozen=True, kw_only=True)
class _Spacing:
    thickness_mm: float
    limit_mm: float
    source: str


@dataclass(frozen=True, kw_only=True)
class _School:
    key: str
    words: str
    source: str
    below_mm: float = 0.0
    bears_mm: float = 0.0
    deep_as_tall: bool = False


@dataclass(frozen=True, kw_only=True)
class _Setting:
    trim_allowance_mm: float
    bag_yield_l: float
    least_limit_mm: float
    source: str


@cache
def _spacings() -> list[_Spacing]:
    rows = read_as(list[_Spacing], "construction", "posts.toml", "spacing")
    return sorted(rows, key=lambda row: -row.thickness_mm)


@cache
def _schools() -> dict[str, _School]:
    return by_key(read_as(list[_School], "construction", "posts.toml", "school"))


@cache
def _setting() -> _Setting:
    return read_as(_Setting, "construction", "posts.toml", "setting")


def stance(choice: Posted, above: float, depth: PostDepth | None = None) -> Stance:
    """How posts that stand `above` [mm] the ground stand in it, by the school chosen or another `depth`."""
    school = _schools()[depth or choice.post_depth]
    trimmed = choice.post_top is PostTop.TRIMMED
    below, words = above if school.deep_as_tall else school.below_mm, school.words
    if choice.post_below is not None:
        if not 0 <= choice.post_below.mm <= size("post_deepest"):
            raise refuse(
                "construction.post_below",
                choice.post_below.text,
                "Posts cannot be set that deep.",
                f"0 mm to {size('post_deepest'):g} mm",
            )
        below = choice.post_below.mm
        words = f"{choice.post_below.text} in the ground"
    return Stance(
        above,
        below,
        words,
        0.0 if trimmed else choice.post_drop.mm,
        trimmed,
        school.bears_mm,
    )


def bays(run: float, limit: float) -> int:
    """The fewest even bays of a run [mm] with none over the limit [mm]."""
    return max(1, ceil(run / limit - 1e-9))


def even_marks(anchors: Sequence[float], limit: float) -> list[float]:
    """Marks from the first anchor to the last [mm]: every anchor, and even bays between them with none
    over the limit.
    """
    marks = [anchors[0]]
    for a, b in itertools.pairwise(anchors):
        count = bays(b - a, limit)
        marks += [a + (b - a) * n / count for n in range(1, count + 1)]
    return marks


def spacing_rule(thickness: float) -> float:
    """The rule-of-thumb limit between supports [mm] for boards of that thickness [mm].

    Source: common practice, row by row in `posts.toml`.
    """
    return next(
        (r.limit_mm for r in _spacings() if thickness >= r.thickness_mm - 0.5), _spacings()[-1].limit_mm
    )


def stand_height(choice: Posted, wall_top: float, show: Printer) -> float:
    """How high the posts stand above ground [mm].

    Raises DesignError when they would end below it.
    """
    drop = choice.post_drop.mm if choice.post_top is PostTop.HIDDEN else 0.0
    if drop >= wall_top:
        raise refuse(
            "construction.post_drop",
            choice.post_drop.text,
            "The posts would end below the ground.",
            f"less than the wall's {show.length(wall_top)}",
        )
    return wall_top - drop


def chosen_limit(choice: Posted, rule: float, post_width: float, show: Printer) -> float:
    """Limit between posts [mm]: the one chosen, else the rule.

    Raises DesignError when posts would stand against each other.
    """
    if choice.post_limit is None:
        return rule
    least = max(_setting().least_limit_mm, 2.2 * post_width)
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
    """A post against a side: `at` [mm] from the side's first corner to its near edge."""

    side: Side
    at: float
    role: str
    name: str


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
        """Whether one post stands tight in a square corner for both sides."""
        return abs(self._angle(corner) - 90) < 1e-6

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
        """How far from an edge a post stands so that the end of a piece that butts there lies on it [mm]."""
        slope = abs(sin(radians(self._angle(corner))))
        if slope < LEAST_BUTT_SINE:
            return 0.0
        return max(0.0, self.wall / slope + size("end_bearing") - self.post.width)

    def ends(self, side: Side) -> tuple[float, float]:
        """Centres of the first and the last post against a side [mm along it]."""
        last = (side.index + 1) % len(self.face.points)
        first_at = self.post.width / 2 + self._clear(side.index)
        if self._shared(last):
            # That post belongs to the next side; along this one it takes its thickness.
            return first_at, side.length - self.post.thickness / 2
        return first_at, side.length - self._clear(last) - self.post.width / 2

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
            found.append(Stand(side, first - half, "corner post", f"{side.name} corner"))
            found += [
                Stand(side, mark - half, "mid post", f"{side.name} mid {n}")
                for n, mark in enumerate((m for m in marks[1:-1] if m not in there), start=1)
            ]
            if not self._shared((side.index + 1) % len(self.face.points)):
                found.append(Stand(side, last - half, "corner post", f"{side.name} far corner"))
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
    allowance = _setting().trim_allowance_mm if choice.post_top is PostTop.TRIMMED else 0.0
    stock = plan.post.timber.key
    parts = [
        stick(s.name, s.role, stock, post_box(plan, s, foot), side=s.side.name, allowance=allowance)
        for s in stands
    ]
    check_clear([*parts, *existing], show)
    order = role_order()
    return sorted(parts, key=lambda p: order[p.role.name]), runs


def concrete_for(
    posts: Sequence[Part], post: ChosenTimber, foot: Stance | None, school: PostDepth, show: Printer
) -> tuple[Good, ...]:
    """The concrete round posts that are set in it, by the bag: hole less post, so much a bag.

    Source: holes and yield common practice, in `posts.toml`.
    """
    dug = [p for p in posts if p.role.dug]
    if school is not PostDepth.CONCRETE or not dug or foot is None or foot.below <= 0:
        return ()
    wide, yields = _schools()[school].bears_mm, _setting().bag_yield_l
    hole = pi / 4 * wide**2 - post.width * post.thickness
    each = max(0.0, hole) * foot.below / 1e6
    bags = ceil(len(dug) * each / yields - 1e-9)
    working = (
        f"{len(dug)} holes {show.length(wide)} wide and {show.length(foot.below)} deep less the posts ="
        f" {len(dug)} × {show.volume(each)}, at {show.volume(yields)} a bag"
    )
    return (Good(key="concrete", what="post concrete", count=bags, unit="bag", working=working),)


def spans_of(
    runs: Iterable[tuple[Side, float, int]],
    thickness: float,
    what: str,
    rule: float | None = None,
    between: str = "posts",
) -> tuple[Span, ...]:
    """Spans of what the posts (or what else is named) hold, with the rule of thumb for its thickness [mm]."""
    limit = rule if rule is not None else spacing_rule(thickness)
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
