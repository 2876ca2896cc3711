"""The plan of a yard as geometry: its edge, what stands in it, and where beds stand."""

import json
from collections.abc import Sequence
from dataclasses import dataclass, field
from functools import cached_property, lru_cache
from math import atan2, cos, degrees, hypot, radians, sin
from typing import Any

from shapely import LineString, Polygon
from shapely import Point as Spot
from shapely.geometry.base import BaseGeometry

from acrebox.core.assembly import Assembly
from acrebox.core.construction import assemble
from acrebox.core.design import Design, MayCarry, StandsOn, read_design
from acrebox.core.errors import DesignError
from acrebox.core.measure.systems import System
from acrebox.core.site.shade import Screen, Sky, screens_round
from acrebox.core.stock import catalogue
from acrebox.core.yard import YARD, Follow, Kind, Lie, Misfit, Place, Thing, Yard, settled, square, turns_left

Point = tuple[float, float]
OUTLINES_KEPT = 256
BUILT_FROM = ("schema_", "name", "units", "outline", "height", "courses", "construction", "add_ons")
"""What of a design, besides what it stands on, its outline and its height follow from."""
PLANS_KEPT = 32
HAIR_MM = 1.0
DRAWN = ("units", "outline", "things", "latitude", "longitude", "north_deg", "lie", "clock", "two_lift")
"""What of a yard its plan follows from."""


@dataclass(frozen=True, eq=False)
class Laid:
    """A thing as it lies on the plan: its corners, what ground it takes, how high it stands, how far beds
    stay off it [mm].
    """

    name: str
    kind: Kind
    corners: tuple[Point, ...]
    shape: BaseGeometry
    height: float | None
    wide: float
    keep: float | None
    may_carry: MayCarry

    @property
    def walls(self) -> tuple[Point, ...]:
        """The corners between which its walls run: of a spot that takes room, those of its square."""
        if self.kind.shape != "spot" or len(self.corners) > 1:
            return self.corners
        return square(self.corners[0], self.wide)

    @property
    def ground(self) -> StandsOn | None:
        """What a bed on it stands on; None where it is no ground."""
        return self.kind.ground

    @cached_property
    def screens(self) -> tuple[Screen, ...]:
        """What of it keeps the sun off."""
        if self.height is None:
            return ()
        if self.kind.shape == "spot":
            [at] = self.corners[:1]
            return (Screen(at, at, self.height, max(self.wide, HAIR_MM)),)
        return screens_round(self.corners, self.height, closed=self.kind.shape == "area")


@dataclass(frozen=True)
class Footprint:
    """A bed on the plan: the ring of its outline, the front left corner of its box, how high its wall is, how
    the bed is turned (clockwise [°]), where its sides are, and how large its box is, across its front and
    from front to back [mm]; without corners, it has no sides. One that is `boxed` is built as a whole and
    can be carried.
    """

    name: str
    ring: tuple[Point, ...]
    corner: Point
    top: float
    turn: float
    sides: tuple[tuple[str, Point, Point], ...]
    size: Point
    boxed: bool

    @cached_property
    def polygon(self) -> Polygon:
        """The ground it takes."""
        return Polygon(self.ring)


@dataclass(frozen=True, eq=False)
class GroundPlan:
    """A yard's plan: its edge, its things in their order, the sun where the latitude is known, how the
    ground lies, which clock it has, what two people lift [kg], and what was measured twice and does not
    agree.
    """

    edge: Polygon | None
    things: tuple[Laid, ...]
    sky: Sky | None
    lie: Lie
    clock: str | None
    two_lift: float | None = None
    misfits: tuple[Misfit, ...] = field(default=())

    def of_kind(self, *names: str) -> tuple[Laid, ...]:
        """Its things of some kinds."""
        return tuple(t for t in self.things if t.kind.name in names)

    def named(self, name: str) -> Laid | None:
        """The thing of that name."""
        return next((t for t in self.things if t.name == name), None)


def ground_plan(yard: Yard) -> GroundPlan:
    """The plan of a yard; what cannot be placed is left out of it. The same yard gives the same plan."""
    told = yard.model_dump(
        mode="json",
        include={*DRAWN},
        exclude_none=True,
    )
    return _plan_of(json.dumps(told, sort_keys=True))


@lru_cache(maxsize=PLANS_KEPT)
def _plan_of(text: str) -> GroundPlan:
    yard = Yard.model_validate({"schema": 1, **json.loads(text)})
    system = yard.units or System.METRIC
    placed = yard.measured()
    things = tuple(
        laid for t in yard.things if (laid := _laid(t, placed.corners.get(t.name, ()), system)) is not None
    )
    edge = placed.corners.get(YARD)
    sky = None
    if yard.latitude is not None:
        screens = tuple(s for t in things for s in t.screens)
        sky = Sky(yard.latitude, yard.longitude or 0.0, yard.north_deg, screens)
    polygon = Polygon(edge) if edge else None
    return GroundPlan(
        edge=polygon if polygon is not None and polygon.is_valid else None,
        things=things,
        sky=sky,
        lie=yard.lie,
        clock=yard.clock,
        two_lift=yard.two_lift.kg if yard.two_lift else None,
        misfits=tuple(placed.misfits),
    )


def _laid(thing: Thing, corners: Sequence[Point], system: System) -> Laid | None:
    kind = thing.of
    if (
        not corners
        or (kind.shape == "line" and len(corners) < 2)
        or (kind.shape == "area" and len(corners) < 3)
    ):
        return None
    wide = thing.across(system)
    height = thing.height.mm if thing.height else kind.usual("height", system)
    keep = thing.keep.mm if thing.keep else kind.usual("keep", system)
    shape: BaseGeometry
    if kind.shape == "area":
        shape = Polygon(corners)
        shape = shape if shape.is_valid else shape.buffer(0)
    elif kind.shape == "line":
        shape = LineString(corners).buffer(max(wide / 2, HAIR_MM), cap_style="flat", join_style="mitre")
    elif len(corners) > 2:
        shape = Polygon(corners)
    elif kind.solid or kind.name == "tree":
        shape = Spot(corners[0]).buffer(TRUNK_MM)
    elif kind.whole:
        shape = Polygon(square(corners[0], wide))
    else:
        shape = Spot(corners[0]).buffer(max(wide / 2, HAIR_MM))
    return Laid(thing.name, kind, tuple(corners), shape, height, wide, keep, thing.may_carry)


TRUNK_MM = 150.0
"""A trunk takes as much ground as a man's two hands span; its crown shades more."""


def footprint(name: str, bed: Assembly, place: Place, plan: GroundPlan) -> Footprint | None:
    """A bed where its place says; None where it follows what is not there."""
    lying = _front_left(place, bed.outline.size, plan)
    if lying is None:
        return None
    (x, y), turn = lying
    sides = bed.outline.sides if bed.outline.corners else ()
    return Footprint(
        name=name,
        ring=tuple(_moved(p, (x, y), turn) for p in bed.outline.points),
        corner=(x, y),
        top=bed.wall_top,
        turn=turn,
        sides=tuple((s.name, _moved(s.start, (x, y), turn), _moved(s.end, (x, y), turn)) for s in sides),
        size=(float(bed.outline.size[0]), float(bed.outline.size[1])),
        boxed=not any(p.role.laid for p in bed.parts),
    )


def _moved(p: Point, to: Point, turn: float) -> Point:
    a = radians(turn)
    return to[0] + p[0] * cos(a) + p[1] * sin(a), to[1] - p[0] * sin(a) + p[1] * cos(a)


def _front_left(place: Place, size: Point, plan: GroundPlan) -> tuple[Point, float] | None:
    """Where the front left corner of a bed's box lies, and how far it is turned, clockwise [°]; None where
    it follows what is not there.
    """
    if place.follow is None:
        return (place.x.mm, place.y.mm), place.turn
    wall = _wall(place.follow, plan)
    if wall is None:
        return None
    a, b, left = wall
    long = hypot(b[0] - a[0], b[1] - a[1])
    if long < HAIR_MM:
        return None
    u = ((b[0] - a[0]) / long, (b[1] - a[1]) / long)
    # The bed lies on the side of n; its back is to the wall, its front looks the same way as n.
    n = (-u[1] * left, u[0] * left)
    right = (-n[1], n[0])
    ahead = right[0] * u[0] + right[1] * u[1]
    start = place.follow.along.mm + (0.0 if ahead > 0 else size[0])
    off = place.follow.gap.mm + size[1]
    corner = (a[0] + u[0] * start + n[0] * off, a[1] + u[1] * start + n[1] * off)
    return corner, degrees(atan2(-right[1], right[0]))


def _wall(follow: Follow, plan: GroundPlan) -> tuple[Point, Point, float] | None:
    """The ends of a wall, and 1 where beds stand on its left, -1 where on its right."""
    if follow.thing == YARD:
        if plan.edge is None:
            return None
        corners, closed, side = tuple(plan.edge.exterior.coords)[:-1], True, 1.0
    else:
        thing = plan.named(follow.thing)
        if thing is None:
            return None
        corners, side = thing.walls, -1.0
        closed = thing.kind.shape != "line"
    if follow.wall > (len(corners) if closed else len(corners) - 1):
        return None
    a, b = corners[follow.wall - 1], corners[follow.wall % len(corners)]
    if closed:
        side *= 1.0 if turns_left(corners) else -1.0
    else:
        side = 1.0
    return (a[0], a[1]), (b[0], b[1]), side


@lru_cache(maxsize=OUTLINES_KEPT)
def _assembled(text: str) -> Assembly | None:
    """A bed as it is built; None where it cannot be."""
    try:
        return assemble(read_design(json.loads(text)), catalogue())
    except DesignError:
        return None


def assembled(design: Design) -> Assembly | None:
    """A bed as it is built, kept for as long as it stays as it is; None where it cannot be."""
    built = design.model_dump(
        mode="json",
        exclude_none=True,
        include={**dict.fromkeys(BUILT_FROM, True), "site": {"stands_on"}},
    )
    return _assembled(json.dumps({**built, "schema": 1}, sort_keys=True))


@dataclass(frozen=True)
class Here:
    """Where one bed stands: the plan of its yard, its place on it, the beds that stand round it, those of
    them that stand on something that carries only so much, and those that come before it in the yard.
    """

    plan: GroundPlan
    place: Place | None
    others: tuple[Footprint, ...] = ()
    carried: tuple[Design, ...] = ()
    before: frozenset[str] = frozenset()


def here_of(name: str, yard: Yard) -> Here | None:
    """Where the bed of that name stands in its yard; None where the yard has no plan."""
    if yard.outline is None and not yard.things and not yard.places:
        return None
    plan = ground_plan(yard)
    others = footprints(yard, plan, but=name)
    carriers = [t.shape for t in plan.things if t.kind.carries]
    upon = {b.name for b in others if any(b.polygon.intersects(shape) for shape in carriers)}
    carried = tuple(settled(d, yard) for d in yard.beds if d.name in upon)
    names = [str(d.name) for d in yard.beds]
    before = frozenset(names[: names.index(name)] if name in names else names)
    return Here(plan, yard.places.get(name), others, carried, before)


def footprints(yard: Yard, plan: GroundPlan, but: str | None = None) -> tuple[Footprint, ...]:
    """Every bed of a yard that has a place on its plan and can be built, in their order."""
    found = []
    for design in yard.beds:
        place = yard.places.get(str(design.name))
        if place is None or design.name == but:
            continue
        bed = assembled(design)
        lying = footprint(str(design.name), bed, place, plan) if bed is not None else None
        if lying is not None:
            found.append(lying)
    return tuple(found)


def plain(points: Any) -> list[list[float]]:
    """Corners as plain numbers [mm], to a tenth."""
    return [[round(float(x), 1), round(float(y), 1)] for x, y in points]
