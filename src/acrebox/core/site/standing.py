"""What a place gives a bed: sun, room to work it, the way of the barrow and the hose, what it covers, what
carries it.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from math import cos, inf, radians, sin

from shapely import LineString

from acrebox.core.assembly import Assembly
from acrebox.core.design import Design
from acrebox.core.measure.systems import System
from acrebox.core.site.grounds import HAIR_MM, Footprint, GroundPlan, Here, Laid, footprint
from acrebox.core.site.light import Light, light_on
from acrebox.core.site.limits import site_limit
from acrebox.core.site.stored import Stored, stored
from acrebox.core.site.ways import Way, free_ground, reach_of, way_to, ways_round

HOSE_MM = 100.0
OVER_HALF = 0.5
POINTS = ("n", "ne", "e", "se", "s", "sw", "w", "nw")


@dataclass(frozen=True)
class Run:
    """The way from a thing to the bed [mm]; None long where there is none."""

    start: str
    long: float | None


@dataclass(frozen=True)
class Covered:
    """A thing that the bed lies over, or nearer to than it may [mm]: how far off it is (0: over it), and how
    far it should be.
    """

    thing: Laid
    far: float
    keep: float


@dataclass(frozen=True)
class Standing:
    """Where a bed stands, and what follows from it.

    `beside` are other beds on the same thing, where that carries only so much; `stored` is where its box is
    kept until then. `reach` is how far the farthest place in it is from a side with room to kneel [mm],
    infinite where no side has; `on` is the thing it stands on; `fall` is by how much the ground falls under
    it [mm]; `beyond` how much of it lies outside the yard, `over` other beds it lies over, `top` how high
    its rim is wanted, `two_lift` what two people say they lift [kg].
    """

    bed: Footprint
    light: Light | None
    ways: tuple[Way, ...]
    reach: float
    reached: tuple[str, ...]
    hose: Run | None
    barrow: Run | None
    turns: bool
    covers: tuple[Covered, ...]
    on: Laid | None
    fall: float | None
    sheltered: str | None
    beyond: float
    over: tuple[str, ...]
    carried: Run | None
    beside: tuple[Design, ...]
    stored: Stored | None
    top: float | None
    two_lift: float | None


def stand(bed: Assembly, name: str, here: Here | None, built: System) -> Standing | None:
    """Where a bed stands in its yard; None where nobody has said."""
    if here is None or here.place is None:
        return None
    lying = footprint(name, bed, here.place, here.plan)
    if lying is None:
        return None
    ways = ways_round(lying, here)
    kneel = site_limit("way_to_kneel", built)
    reached = tuple(w.side for w in ways if w.clear >= kneel)
    wide = site_limit("way_for_a_barrow", built)
    plan = here.plan
    on = _on(lying, plan)
    return Standing(
        bed=lying,
        light=light_on(lying, plan),
        ways=ways,
        reach=reach_of(lying, ways, kneel),
        reached=reached,
        hose=_run(here, lying, "tap", HOSE_MM),
        barrow=_run(here, lying, "gate", wide),
        turns=_turns(here, lying, site_limit("barrow_turns", built)),
        covers=tuple(_covers(lying, plan)),
        on=on,
        fall=_fall(lying, plan),
        sheltered=_sheltered(lying, plan),
        beyond=_beyond(lying, plan),
        over=tuple(b.name for b in here.others if b.polygon.intersection(lying.polygon).area > HAIR_MM**2),
        carried=_run(here, lying, "workshop", site_limit("way_to_kneel", built)),
        beside=tuple(_beside(on, here)),
        stored=stored(lying, here),
        top=here.place.top.mm if here.place.top else None,
        two_lift=plan.two_lift,
    )


def _run(here: Here, bed: Footprint, kind: str, wide: float) -> Run | None:
    """The shortest way from a thing of a kind, for what is so wide [mm]."""
    starts = here.plan.of_kind(kind)
    if not starts:
        return None
    free = free_ground(here.plan, here.others, wide)
    runs = [Run(t.name, way_to(t.corners[0], bed.polygon, free, wide)) for t in starts]
    return min(runs, key=lambda r: inf if r.long is None else r.long)


def _turns(here: Here, bed: Footprint, wide: float) -> bool:
    """Whether something as wide can be turned round beside the bed."""
    free = free_ground(here.plan, (*here.others, bed), wide)
    return not free.is_empty and float(free.distance(bed.polygon)) <= wide


def _covers(bed: Footprint, plan: GroundPlan) -> Iterator[Covered]:
    for thing in plan.things:
        if thing.keep is None:
            continue
        over = bed.polygon.intersection(thing.shape).area > HAIR_MM**2
        far = 0.0 if over else float(bed.polygon.distance(thing.shape))
        if over or far < thing.keep - HAIR_MM:
            yield Covered(thing, far, thing.keep)


def _on(bed: Footprint, plan: GroundPlan) -> Laid | None:
    """What most of a bed stands on: of what lies over each other, the last."""
    area = bed.polygon.area
    grounds = [t for t in plan.things if t.ground is not None]
    on = [t for t in grounds if bed.polygon.intersection(t.shape).area > OVER_HALF * area]
    return on[-1] if on else None


def _beside(on: Laid | None, here: Here) -> Iterator[Design]:
    """Other beds on the same thing, where that carries only so much."""
    if on is None or not on.kind.carries:
        return
    upon = {b.name for b in here.others if _on(b, here.plan) is on}
    yield from (d for d in here.carried if d.name in upon)


def _toward(point: str, plan: GroundPlan) -> tuple[float, float]:
    """A compass point as a direction on the plan."""
    north = plan.sky.north if plan.sky else 0.0
    a = radians(POINTS.index(point) * 45 - north)
    return sin(a), cos(a)


def _fall(bed: Footprint, plan: GroundPlan) -> float | None:
    """By how much the ground falls from one end of a bed to the other [mm]."""
    lie = plan.lie
    if lie.fall is None or lie.toward is None:
        return None
    x, y = _toward(lie.toward, plan)
    along = [p[0] * x + p[1] * y for p in bed.ring]
    edge = [p[0] * x + p[1] * y for p in plan.edge.exterior.coords] if plan.edge else []
    over = lie.over.mm if lie.over else (max(edge) - min(edge) if edge else 0.0)
    return (max(along) - min(along)) * lie.fall.mm / over if over > HAIR_MM else None


def _sheltered(bed: Footprint, plan: GroundPlan) -> str | None:
    """What stands between the bed and where strong wind comes from, near enough to shelter it."""
    if plan.lie.wind_from is None:
        return None
    x, y = _toward(plan.lie.wind_from, plan)
    middle = bed.polygon.centroid
    found = []
    for thing in plan.things:
        if thing.height is None or thing.height <= bed.top:
            continue
        reach = site_limit("shelter_heights") * (thing.height - bed.top)
        line = LineString([(middle.x, middle.y), (middle.x + x * reach, middle.y + y * reach)])
        if line.intersects(thing.shape):
            found.append((float(middle.distance(thing.shape)), thing.name))
    return min(found)[1] if found else None


def _beyond(bed: Footprint, plan: GroundPlan) -> float:
    """How much of a bed lies beyond the edge of the yard, as a share of it."""
    if plan.edge is None:
        return 0.0
    return float(bed.polygon.difference(plan.edge.buffer(HAIR_MM)).area / bed.polygon.area)
