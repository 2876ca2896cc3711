"""How the first course is made level on the ground as it is: what is dug, what is packed, where it steps."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from itertools import pairwise
from math import hypot

from shapely import Point as Spot
from shapely import Polygon, unary_union

from acrebox.core.assembly import Assembly
from acrebox.core.design import GroundChoice, School
from acrebox.core.errors import DesignError, Problem
from acrebox.core.ground.limits import ground_limit
from acrebox.core.ground.places import corner_places, places_of
from acrebox.core.ground.surface import surface, under, unsure
from acrebox.core.shape.ground import Ground
from acrebox.core.shape.vector import Point2

APART_MM = 50.0
"""Stations of one's own lie no nearer to another."""
HAIR_MM = 0.01
CARRIED = frozenset({"dig_in", "build_up"})
"""The schools in which the ground carries the walls: their strip is dug or packed."""


@dataclass(frozen=True)
class LevelStation:
    """A station: how high the ground is there over the datum, how deep to dig, how much to pack up [mm], and
    whether it `carries` a wall.
    """

    name: str
    at: Point2
    height: float
    dig: float
    pack: float
    carries: bool


@dataclass(frozen=True)
class SideSection:
    """The ground along a side: distances from its first corner, and heights over the underside of the first
    course [mm]; where the first course steps up, and by how many courses.
    """

    side: str
    length: float
    ground: tuple[tuple[float, float], ...]
    steps: tuple[tuple[float, int], ...]

    @property
    def gap(self) -> float:
        """The widest gap under a level first course along it [mm]."""
        return max(0.0, -min(z for _, z in self.ground))


@dataclass(frozen=True)
class Levelled:
    """A bed made level by a school: the ground in its own axes, 0 being the underside of its first course
    (`target` over the datum), the stations, the sides in section, and volumes [mm³].

    `dug` is what comes out of the trench, `packed` what is rammed in it and under the walls, `backfill`
    what closes gaps that nothing carries, and would wash out of them; `wedge` is what the soil of the bed
    fills under the level first course within its inner outline, negative where ground stands in it, and
    `unsure` by how much that may be out where the stations do not tell how the ground folds.
    """

    school: School
    ground: Ground
    target: float
    fall: float
    stations: tuple[LevelStation, ...]
    sides: tuple[SideSection, ...]
    dug: float
    packed: float
    backfill: float
    wedge: float
    unsure: float

    @property
    def widest(self) -> SideSection:
        """The side under which the widest gap is."""
        return max(self.sides, key=lambda s: s.gap)

    @cached_property
    def spoil(self) -> float:
        """What is dug, loose [mm³]."""
        return self.dug * ground_limit("bulking")

    @cached_property
    def bring(self) -> float:
        """What is packed, as it is brought [mm³]."""
        return self.packed * ground_limit("ramming")


@dataclass(frozen=True)
class _Read:
    """A station that was read: where it is, how high, and whether it carries a wall. What lies in the bed or
    beside it shapes the ground, and is not dug or packed.
    """

    name: str
    at: Point2
    height: float
    carries: bool


def _read(bed: Assembly, choice: GroundChoice) -> list[_Read]:
    places = places_of(bed)
    strip = trench_of(bed, choice.trench.mm)
    found = []
    for s in choice.stations:
        at = places[s.at] if s.place is None else (s.place[0].mm, s.place[1].mm)
        by_name = s.place is None and len(bed.own_sides) == len(bed.outline.sides)
        found.append(_Read(s.at, at, s.height.mm, by_name or bool(strip.distance(Spot(*at)) < HAIR_MM)))
    return found if any(r.carries for r in found) else [replace(r, carries=True) for r in found]


def _target(read: Sequence[_Read], choice: GroundChoice) -> float:
    """How high the underside of the first course comes over the datum [mm]: dug in to the lowest station
    under a wall, less what is buried anyway; built up, hung or on legs from the highest.
    """
    heights = [r.height for r in read if r.carries]
    return (min(heights) if choice.school == "dig_in" else max(heights)) - choice.bury.mm


def ground_of(bed: Assembly, choice: GroundChoice) -> Ground | None:
    """The ground of a bed in its own axes; None where it was not levelled.

    Raises DesignError naming the stations that are nowhere, or named twice.
    """
    if not choice.stations:
        return None
    problems = list(_problems(bed, choice))
    if problems:
        raise DesignError(problems)
    read = _read(bed, choice)
    return _surface(bed, read, _target(read, choice))


def _surface(bed: Assembly, read: Sequence[_Read], target: float) -> Ground:
    return surface(corner_places(bed).values(), {r.at: r.height for r in read}, target)


def _problems(bed: Assembly, choice: GroundChoice) -> Iterator[Problem]:
    places, met = places_of(bed), set[str]()
    there = dict(places)
    for n, station in enumerate(choice.stations):
        if station.at not in places and station.place is None:
            says = "The bed has no such place; one of your own wants to be told where it lies."
            yield Problem(f"ground.stations.{n}.at", station.at, says, ", ".join(places))
        if station.at in places and station.place is not None:
            says = "The bed knows where that place is."
            yield Problem(f"ground.stations.{n}.place", station.at, says, "a name of your own, or no place")
        if station.at in met:
            says = "That place has a height already."
            left = (
                ", ".join(p for p in places if p not in {s.at for s in choice.stations}) or "each place once"
            )
            yield Problem(f"ground.stations.{n}.at", station.at, says, left)
        met.add(station.at)
        if station.place is not None:
            at = (station.place[0].mm, station.place[1].mm)
            near = next((n for n, p in there.items() if hypot(p[0] - at[0], p[1] - at[1]) < APART_MM), None)
            if near is not None:
                value = ", ".join(str(c.text) for c in station.place)
                says = f"That is where {near} lies."
                yield Problem(f"ground.stations.{n}.place", value, says, "a place a hand's width away")
            there[station.at] = at


def levelled(bed: Assembly, choice: GroundChoice) -> Levelled | None:
    """What making a bed level takes; None where its ground was not levelled."""
    ground = ground_of(bed, choice)
    if ground is None:
        return None
    read = _read(bed, choice)
    target, heights = _target(read, choice), [r.height for r in read if r.carries]
    carried = choice.school in CARRIED
    base = choice.base.mm if carried else 0.0
    strip = trench_of(bed, choice.trench.mm)
    dug, lower = under(ground, strip, -base)
    # Over the floor of the trench the whole base lies, under it what the ground lacks.
    filled = base * float(strip.area) + lower
    inner = Polygon(bed.inner.points)
    rising, lacking = under(ground, inner, 0.0)
    return Levelled(
        school=choice.school,
        ground=ground,
        target=target,
        fall=max(heights) - min(heights),
        stations=tuple(
            LevelStation(
                r.name,
                r.at,
                r.height,
                dig=max(0.0, r.height - target + base) if r.carries else 0.0,
                pack=max(0.0, target - r.height) if r.carries else 0.0,
                carries=r.carries,
            )
            for r in read
        ),
        sides=tuple(_section(bed, ground, *line) for line in _lines(bed)),
        dug=max(0.0, dug) if carried or choice.bury.mm else 0.0,
        packed=max(0.0, filled) if carried else 0.0,
        backfill=0.0 if carried else max(0.0, filled),
        wedge=lacking - rising,
        unsure=unsure(ground, inner),
    )


def base_on_level_ground(bed: Assembly, choice: GroundChoice) -> float:
    """What a base takes where nobody read the ground: its depth all along the walls [mm³]."""
    base = choice.base.mm if choice.school in CARRIED else 0.0
    return base * float(trench_of(bed, choice.trench.mm).area)


def trench_of(bed: Assembly, wide: float) -> Polygon:
    """The strip under the walls that is dug or packed, as wide as that [mm], the wall along its middle; none
    where something else stands along a side.
    """
    outer, inner = Polygon(bed.outline.points), Polygon(bed.inner.points)
    wall = (outer.area - inner.area) / max(outer.length, HAIR_MM)
    beyond = max(0.0, (wide - wall) / 2)
    out = outer.buffer(beyond, join_style="mitre")
    strip = out.difference(outer.buffer(beyond - wide, join_style="mitre"))
    return strip.difference(unary_union(list(_without_wall(bed, beyond, wide - beyond))))


def _without_wall(bed: Assembly, beyond: float, within: float) -> Iterator[Polygon]:
    """What of the strip lies along a side without a wall, and behind the face of what stands there instead
    [mm].
    """
    for side in bed.outline.sides:
        behind = bed.against.get(side.name, 0.0)
        if behind >= 0:
            continue
        for u0, u1, v1 in ((-beyond, side.length + beyond, -behind), (within, side.length - within, within)):
            corners = [(u0, -beyond), (u1, -beyond), (u1, v1), (u0, v1)]
            yield Polygon([side.place(u, v, 0.0)[:2] for u, v in corners])


def _lines(bed: Assembly) -> list[tuple[str, Point2, Point2]]:
    """The sides of a bed that have a wall; of a round one, the chords between its places."""
    if bed.outline.corners:
        return [(s.name, s.start, s.end) for s in bed.own_sides]
    places = list(places_of(bed).items())
    return [(f"{n} to {m}", a, b) for (n, a), (m, b) in zip(places, [*places[1:], places[0]], strict=True)]


def _section(bed: Assembly, ground: Ground, side: str, start: Point2, end: Point2) -> SideSection:
    long = hypot(end[0] - start[0], end[1] - start[1])
    found = ground.profile(start, end)
    course = bed.course_heights[0] if bed.course_heights else bed.whole_course
    return SideSection(side, long, found, tuple(_steps(found, course)))


def _steps(section: Sequence[tuple[float, float]], course: float) -> Iterator[tuple[float, int]]:
    """Where the ground has risen by whole courses over the underside of the first one: from there on it can
    begin that much higher. A positive place is where it steps up, in walking order.
    """
    if course <= 0:
        return
    for (x0, z0), (x1, z1) in pairwise(section):
        begins, ends = (int(max(0.0, z) // course) for z in (z0, z1))
        rises = ends > begins
        for edge in range(begins + 1, ends + 1) if rises else range(begins, ends, -1):
            share = (edge * course - z0) / (z1 - z0)
            yield x0 + (x1 - x0) * share, edge if rises else edge - 1
