"""The Assembly: what stands there, as facts that no construction has to be known for."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import cached_property

from acrebox.core.assembly.compartment import Compartment
from acrebox.core.assembly.facts import (
    Brought,
    Good,
    Guide,
    Held,
    Joint,
    Span,
    Stance,
    Supports,
    UsedTimber,
    WallLayer,
)
from acrebox.core.assembly.loads import LoadCase
from acrebox.core.assembly.parts import Part
from acrebox.core.shape.cavity import Cavity, together
from acrebox.core.shape.ground import Ground
from acrebox.core.shape.outline import Outline, Side
from acrebox.core.worked import Worked

SAME_CORNER_MM = 20.0
NO_FACTS: Mapping[str, Worked] = {}
NO_OFFERS: Mapping[str, tuple[str, float]] = {}
NO_SOCKETS: Mapping[str, tuple[float, ...]] = {}
NO_SNAPS: Mapping[str, float] = {}
NO_NOTES: Mapping[str, str] = {}


@dataclass(frozen=True, kw_only=True)
class Assembly:
    """A bed as built, whatever its construction.

    `inner` is the face that the sizes inside are measured to, `soil_face` what is planted, seen from above;
    `wall_top` [mm] is the height of its rim over the ground, `foot` that of its lower edge: what stands on
    blocks begins there. `guides` are drawn and are no part; `brought` is filled into the wall itself;
    `open_edge` [mm] of sheet at the top is bare; `known` is what is no number: that its history is unknown,
    that its floor is drilled; `sockets` are the places along each side [mm] at which the wall itself takes
    the foot of a hoop; `snaps` are the changes of sizes asked for [mm], by their fields, from which on the
    next smaller one is built; `offers` are sizes that can be had, by the fact that tells them: their field,
    and how much it would be [mm, or so many]; `told` says how its `length`, `width` and `height` came about
    where they are not as given; `ground` is what it stands on, where that was levelled; `plug` is how wide
    the hole is through which it can be drained [mm]; `against` are the sides along which a wall or a fence
    stands already, and how far that is beyond the outline [mm]; less than nothing where it stands in place of
    a wall of its own. What a construction has none of stays empty.
    """

    outline: Outline
    inner: Outline
    soil_face: Outline
    wall_top: float
    parts: tuple[Part, ...]
    compartments: tuple[Compartment, ...]
    wall: tuple[WallLayer, ...] = ()
    course_heights: tuple[float, ...] = ()
    whole_course: float = 0.0
    joints: tuple[Joint, ...] = ()
    spans: tuple[Span, ...] = ()
    loads: tuple[LoadCase, ...] = ()
    held: tuple[Held, ...] = ()
    stance: Stance | None = None
    timbers: tuple[UsedTimber, ...] = ()
    goods: tuple[Good, ...] = ()
    notes: Mapping[str, str] = field(default_factory=lambda: NO_NOTES)
    facts: Mapping[str, Worked] = field(default_factory=lambda: NO_FACTS)
    post_limit: float = 0.0
    limit_chosen: bool = False
    crown: float = 0.0
    foot: float = 0.0
    guides: tuple[Guide, ...] = ()
    brought: tuple[Brought, ...] = ()
    supports: Supports | None = None
    open_edge: float = 0.0
    known: frozenset[str] = frozenset()
    sockets: Mapping[str, tuple[float, ...]] = field(default_factory=lambda: NO_SOCKETS)
    snaps: Mapping[str, float] = field(default_factory=lambda: NO_SNAPS)
    offers: Mapping[str, tuple[str, float]] = field(default_factory=lambda: NO_OFFERS)
    told: Mapping[str, str] = field(default_factory=lambda: NO_NOTES)
    ground: Ground | None = None
    plug: float | None = None
    against: Mapping[str, float] = field(default_factory=lambda: NO_SNAPS)

    @property
    def wall_height(self) -> float:
        """Height of the wall itself [mm], from its lower edge over the ground."""
        return self.wall_top - self.foot

    @property
    def top(self) -> float:
        """Height of what stands highest in the wall itself [mm]: what is laid on top starts there."""
        return max(self.crown, self.wall_top)

    @cached_property
    def cavity(self) -> Cavity:
        """All compartments, filled alike from their floors."""
        return together([c.cavity for c in self.compartments])

    @cached_property
    def staked(self) -> Outline:
        """The outline as it can be pegged and taped: where a wall or a fence stands in the place of a side,
        its corners lie on that.
        """
        sides, points = self.outline.sides, list(self.outline.points)
        for side in sides:
            behind = self.against.get(side.name, 0.0)
            for n in (side.index, (side.index + 1) % len(points)) if behind < 0 else ():
                x, y, _ = side.place(side.coordinates(*points[n])[0], -behind, 0.0)
                points[n] = (x, y)
        return self.outline if points == list(self.outline.points) else Outline(tuple(points))

    @property
    def own_sides(self) -> tuple[Side, ...]:
        """The sides that it has a wall of its own along."""
        return tuple(s for s in self.outline.sides if self.against.get(s.name, 0.0) >= 0)

    @property
    def on_level(self) -> "Assembly":
        """The bed as it would stand on level ground."""
        return replace(self, compartments=tuple(replace(c, ground=None) for c in self.compartments))

    def adding(
        self,
        parts: Sequence[Part] = (),
        joints: Sequence[Joint] = (),
        timbers: Sequence[UsedTimber] = (),
        goods: Sequence[Good] = (),
        loads: Sequence[LoadCase] = (),
        held: Sequence[Held] = (),
    ) -> "Assembly":
        """The bed with more of these; what of the parts stands in a compartment takes room from its soil."""
        return replace(
            self,
            parts=(*self.parts, *parts),
            joints=(*self.joints, *joints),
            timbers=(*self.timbers, *timbers),
            goods=(*self.goods, *goods),
            loads=(*self.loads, *loads),
            held=(*self.held, *held),
            compartments=tuple(replace(c, parts=(*c.parts, *parts)) for c in self.compartments),
        )

    def part(self, name: str) -> Part:
        """The part of that name."""
        return self._by_name[name]

    @cached_property
    def _by_name(self) -> dict[str, Part]:
        return {p.name: p for p in self.parts}

    def posts_at(self, side: str) -> tuple[Part, ...]:
        """The posts that stand against a side, inside or outside of it."""
        return self._posts_along[side][0]

    def posts_before(self, side: Side) -> tuple[Part, ...]:
        """Those of them that stand outside the wall."""
        return tuple(p for p in self.posts_at(side.name) if side.depth(p.body)[0] < -1.0)

    def post_marks(self, side: str) -> tuple[float, ...]:
        """Centres of the posts along a side, from its first corner [mm]; two posts at one corner count
        once.
        """
        return self._posts_along[side][1]

    @cached_property
    def _posts_along(self) -> dict[str, tuple[tuple[Part, ...], tuple[float, ...]]]:
        posts = [p for p in self.parts if p.role.post]
        thick = max((p.solid.thickness for p in posts), default=0.0)
        return {side.name: self._posts_near(side, posts, thick) for side in self.outline.sides}

    def _posts_near(
        self, side: Side, posts: Sequence[Part], thick: float
    ) -> tuple[tuple[Part, ...], tuple[float, ...]]:
        """The posts that stand against a side, and their centres along it [mm]; `thick` [mm] the thickest."""
        deepest = self.wall_thickness + thick
        near = []
        for post in posts:
            (x0, y0, _), (x1, y1, _) = post.body.bounds
            u, v = side.coordinates((x0 + x1) / 2, (y0 + y1) / 2)
            far = x1 - x0 + y1 - y0
            if u < -far - thick or u > side.length + far + thick or abs(v) > deepest + far:
                continue
            (u0, u1), (v0, v1) = side.reach(post.body), side.depth(post.body)
            along = u0 > -1.0 - thick and u1 < side.length + 1.0 + thick
            reach = deepest + (thick / 2 if post.leans else 0.0)  # one that is ripped stands askew to a side
            if along and v1 <= reach + 0.5 and v0 >= -deepest:
                near.append((post, (u0 + u1) / 2))
        marks = sorted(mark for _, mark in near)
        alone = tuple(m for n, m in enumerate(marks) if n == 0 or m - marks[n - 1] > SAME_CORNER_MM)
        return tuple(post for post, _ in near), alone

    @cached_property
    def wall_thickness(self) -> float:
        """Of all its layers [mm]."""
        return sum(layer.thickness for layer in self.wall)

    def size(self, which: str) -> tuple[float, float]:
        """Length and width [mm] of the box round the `outside` or `inside` outline."""
        return self.outline.size if which == "outside" else self.inner.size
