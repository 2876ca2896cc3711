"""Posts: how long by school, where they stand along walls of any outline, and how a run is divided."""

import itertools
import tomllib
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from functools import cache
from importlib.resources import files
from math import ceil, radians, tan

from acrebox.core.assembly import Footing, Part, Role, Span
from acrebox.core.construction.sections import ChosenTimber
from acrebox.core.construction.walls import UP
from acrebox.core.design import PostDepth, Posted, PostTop
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.outline import Outline, Side
from acrebox.core.shape.solid import Solid

CONCRETE_MM = 300.0
DRIVEN_MM = 600.0
TRIM_ALLOWANCE_MM = 50.0
LEAST_LIMIT_MM = 200.0


def footing(school: PostDepth, above: float) -> Footing:
    """Post above and below ground [mm] by school of depth, common practice."""
    below = {
        PostDepth.CONCRETE: CONCRETE_MM,
        PostDepth.AS_DEEP_AS_TALL: above,
        PostDepth.DRIVEN: DRIVEN_MM,
        PostDepth.NONE: 0.0,
    }[school]
    return Footing(above, below)


def bays(run: float, limit: float) -> int:
    """The fewest even bays of a run [mm] with none over the limit [mm]."""
    return max(1, ceil(run / limit - 1e-9))


def even_marks(anchors: Sequence[float], limit: float) -> list[float]:
    """Marks from the first anchor to the last [mm]: every anchor, and even bays between them with none over the limit."""
    marks = [anchors[0]]
    for a, b in itertools.pairwise(anchors):
        count = bays(b - a, limit)
        marks += [a + (b - a) * n / count for n in range(1, count + 1)]
    return marks


@cache
def spacing_rules() -> tuple[tuple[float, float], ...]:
    """(least thickness [mm], limit between supports [mm]) from `posts.toml`, thickest first."""
    data = tomllib.loads(files("acrebox.core.construction").joinpath("posts.toml").read_text("utf-8"))
    return tuple(sorted(((row["thickness_mm"], row["limit_mm"]) for row in data["spacing"]), reverse=True))


def spacing_rule(thickness: float) -> float:
    """The rule-of-thumb limit between supports [mm] for boards of that thickness [mm]."""
    return next(
        (limit for least, limit in spacing_rules() if thickness >= least - 0.5), spacing_rules()[-1][1]
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
    least = max(LEAST_LIMIT_MM, 2.2 * post_width)
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
    role: Role
    name: str


@dataclass(frozen=True)
class PostPlan:
    """What the posts of a bed share: the face they stand against, whether outside it, their section and limit."""

    face: Outline
    post: ChosenTimber
    outward: bool
    limit: float

    def _angle(self, corner: int) -> float:
        """The angle of the ground where a corner's posts stand [°]."""
        angle = self.face.corners[corner]
        return 360 - angle if self.outward else angle

    def _shared(self, corner: int) -> bool:
        """Whether one post stands tight in a square corner for both sides."""
        return abs(self._angle(corner) - 90) < 1e-6

    def _off(self, corner: int) -> float:
        """How far from a corner a post of its own keeps clear of the neighbour's [mm]: their edges meet on the bisector."""
        return max(0.0, self.post.thickness / tan(radians(self._angle(corner) / 2)))

    def ends(self, side: Side) -> tuple[float, float]:
        """Centres of the first and the last post against a side [mm along it]."""
        last = (side.index + 1) % len(self.face.ring)
        first_at = self.post.width / 2 + (0.0 if self._shared(side.index) else self._off(side.index))
        if self._shared(last):
            # That post belongs to the next side; along this one it takes its thickness.
            return first_at, side.length - self.post.thickness / 2
        return first_at, side.length - self._off(last) - self.post.width / 2

    def stands(
        self, joins: Mapping[int, Sequence[float]]
    ) -> tuple[list[Stand], list[tuple[Side, float, int]]]:
        """All posts, and of every side its widest bay [mm] and how many bays it has. `joins` must each have a post."""
        found: list[Stand] = []
        runs = []
        for side in self.face.sides:
            first, last = self.ends(side)
            half = self.post.width / 2
            marks = even_marks([first, *joins.get(side.index, ()), last], self.limit)
            runs.append((side, max(b - a for a, b in itertools.pairwise(marks)), len(marks) - 1))
            found.append(Stand(side, first - half, Role.CORNER_POST, f"{side.name} corner"))
            found += [
                Stand(side, mark - half, Role.MID_POST, f"{side.name} mid {n}")
                for n, mark in enumerate(marks[1:-1], start=1)
            ]
            if not self._shared((side.index + 1) % len(self.face.ring)):
                found.append(Stand(side, last - half, Role.CORNER_POST, f"{side.name} far corner"))
        return found, runs


def post_solid(plan: PostPlan, stand: Stand, above: float, below: float) -> Solid:
    """A post in place: `above` and `below` the ground [mm]."""
    depth = plan.post.thickness
    return Solid(
        origin=stand.side.place(stand.at, -depth if plan.outward else 0.0, -below),
        along=UP,
        face=stand.side.along,
        through=stand.side.inward,
        length=above + below,
        width=plan.post.width,
        thickness=depth,
    )


def set_posts(
    plan: PostPlan, choice: Posted, stand: float, joins: Mapping[int, Sequence[float]], show: Printer
) -> tuple[list[Part], list[tuple[Side, float, int]]]:
    """The posts of a bed as parts, and every side's widest bay and number of bays.

    Raises DesignError when two posts would stand in each other.
    """
    stands, runs = plan.stands(joins)
    foot = footing(choice.post_depth, stand)
    allowance = TRIM_ALLOWANCE_MM if choice.post_top is PostTop.TRIMMED else 0.0
    parts = [
        Part(
            s.name,
            s.role,
            plan.post.timber.key,
            post_solid(plan, s, foot.above, foot.below),
            s.side.name,
            allowance=allowance,
        )
        for s in stands
    ]
    check_clear(parts, show)
    order = [Role.CORNER_POST, Role.MID_POST]
    return sorted(parts, key=lambda p: order.index(p.role)), runs


def check_clear(posts: Sequence[Part], show: Printer) -> None:
    """Refuse posts that would stand in each other."""
    for n, one in enumerate(posts):
        for other in posts[n + 1 :]:
            (a0, a1), (b0, b1) = one.solid.bounds, other.solid.bounds
            if all(min(a1[i], b1[i]) - max(a0[i], b0[i]) > 0.01 for i in (0, 1)) and one.solid.overlaps(
                other.solid
            ):
                raise refuse(
                    "outline",
                    f"{one.name}, {other.name}",
                    "Two posts would stand in each other.",
                    f"longer sides, thinner posts than {show.length(one.solid.width)}, or a wider limit"
                    " between posts",
                )


def spans_of(
    runs: Iterable[tuple[Side, float, int]], thickness: float, what: str, rule: float | None = None
) -> tuple[Span, ...]:
    """Spans of what the posts hold, with the rule of thumb for its thickness [mm]."""
    return tuple(
        Span(side.name, bay, count, thickness, rule if rule is not None else spacing_rule(thickness), what)
        for side, bay, count in runs
    )
