"""Ways on the plan of a yard: how much room each side of a bed has, and how far it is to walk, wheel or lay a
hose to it.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from heapq import heappop, heappush
from math import cos, inf, radians, sin

import numpy as np
import shapely
from shapely import LineString, Polygon, prepare, unary_union
from shapely import Point as Spot
from shapely.geometry.base import BaseGeometry
from shapely.geometry.polygon import orient
from shapely.ops import substring

from acrebox.core.site.grounds import Footprint, GroundPlan, Here, Point

EDGE_MM = 0.01
GRID = 24
LOOKED_MM = 3000.0
"""How far from a side its way is looked for: more room than that is all the same."""
TOUCHES_MM = 1.0
CORNER_MM = 20.0
"""What only touches a corner of a side does not stand beside it."""
ROUGH_MM = 30.0
ROUND_SIDES = ("front", "right", "back", "left")
EDGE = "the edge of the yard"


@dataclass(frozen=True)
class Way:
    """How much room there is beside a side of a bed [mm], at most `LOOKED_MM`, and what stands there."""

    side: str
    clear: float
    against: str | None


def ways_round(bed: Footprint, here: Here) -> tuple[Way, ...]:
    """The room beside every side of a bed; of a round one, towards its front, right, back and left."""
    return tuple(_way(side, line, bed, here) for side, line in sides_of(bed))


def sides_of(bed: Footprint) -> list[tuple[str, LineString]]:
    """The sides of a bed as lines; of a round one, its front, right, back and left quarters."""
    if bed.sides:
        return [(name, LineString((a, b))) for name, a, b in bed.sides]
    ring = list(bed.ring)
    # It is walked from its right, against the clock: its quarters are the right, the back and so on.
    middle = bed.polygon.centroid
    first = max(range(len(ring)), key=lambda n: _ahead(ring[n], middle, bed.turn))
    ring = ring[first:] + ring[:first]
    quarter = len(ring) // 4
    return [
        (name, LineString([ring[(start + k) % len(ring)] for k in range(quarter + 1)]))
        for name, start in zip(ROUND_SIDES, range(0, 4 * quarter, quarter), strict=False)
    ]


def _ahead(p: Point, middle: Spot, turn: float) -> float:
    """How far a corner lies to the front left of the middle: there the front begins, walked against the
    clock.
    """
    a = radians(turn)
    x, y = p[0] - middle.x, p[1] - middle.y
    right, back = x * cos(a) - y * sin(a), x * sin(a) + y * cos(a)
    return float(-right - back)


def _way(side: str, line: LineString, bed: Footprint, here: Here) -> Way:
    strip = _outward(line, bed)
    clear, against = LOOKED_MM, None
    for name, shape in _stands(here):
        met = shape.intersection(strip)
        if met.is_empty:
            continue
        far = float(line.distance(met))
        if far < clear - TOUCHES_MM:
            clear, against = far, name
    own = _own_leg(line, bed)
    if own < clear:
        clear, against = own, bed.name
    return Way(side, 0.0 if clear < TOUCHES_MM else clear, against)


def _own_leg(line: LineString, bed: Footprint) -> float:
    """How far the bed's own next leg stands from a side of it [mm], as in a U; infinite where none does."""
    if not bed.sides or bed.polygon.convex_hull.area - bed.polygon.area < TOUCHES_MM**2:
        return inf
    ahead = line.parallel_offset(LOOKED_MM, "right")
    strip = Polygon([*line.coords, *reversed(ahead.coords)]) if ahead.coords else Polygon()
    met = strip.buffer(0).intersection(bed.polygon)
    legs = [p for p in getattr(met, "geoms", [met]) if p.area > CORNER_MM**2]
    far = [float(p.distance(line)) for p in legs]
    return min((f for f in far if f > TOUCHES_MM), default=inf)


def _outward(line: LineString, bed: Footprint) -> BaseGeometry:
    """The ground beside a side, as far as it is looked at: the bed itself left out."""
    short = min(CORNER_MM, line.length / 4)
    strip = substring(line, short, line.length - short).buffer(LOOKED_MM, cap_style="flat")
    beside = strip.difference(bed.polygon.buffer(TOUCHES_MM / 2, join_style="mitre"))
    parts = getattr(beside, "geoms", [beside])
    near = [p for p in parts if p.distance(line) < TOUCHES_MM]
    return unary_union(near) if near else Polygon()


def _stands(here: Here) -> list[tuple[str, BaseGeometry]]:
    """What nobody walks through: solid things, trunks, other beds, the edge of the yard."""
    plan = here.plan
    found = [(t.name, t.shape) for t in plan.things if t.kind.solid or t.kind.name == "tree"]
    found += [(b.name, b.polygon) for b in here.others]
    if plan.edge is not None:
        found.append((EDGE, plan.edge.buffer(2 * LOOKED_MM, join_style="mitre").difference(plan.edge)))
    return found


def reach_of(bed: Footprint, ways: tuple[Way, ...], kneel: float) -> float:
    """How far the farthest place in a bed is from a side that somebody can kneel at [mm]."""
    open_sides = [w.side for w in ways if w.clear >= kneel]
    if not open_sides:
        return inf
    lines = unary_union([line for name, line in sides_of(bed) if name in open_sides])
    x0, y0, x1, y1 = bed.polygon.bounds
    xs, ys = np.meshgrid(np.linspace(x0, x1, GRID + 1), np.linspace(y0, y1, GRID + 1))
    spots = shapely.points(xs.ravel(), ys.ravel())
    # What lies on its edge is in it, whatever a turn leaves of the last digit.
    inside = spots[shapely.covers(bed.polygon.buffer(EDGE_MM), spots)]
    return float(shapely.distance(inside, lines).max())


def free_ground(plan: GroundPlan, beds: Sequence[Footprint], wide: float) -> BaseGeometry:
    """Where the middle of something so wide [mm] can go."""
    blocks = [t.shape for t in plan.things if t.kind.solid or t.kind.name == "tree"]
    blocks += [b.polygon.simplify(ROUGH_MM) for b in beds]
    taken = unary_union(blocks).buffer(wide / 2, quad_segs=2) if blocks else Polygon()
    if plan.edge is not None:
        return plan.edge.buffer(-wide / 2, join_style="mitre").difference(taken)
    around = unary_union([*blocks, *(t.shape for t in plan.things)]).envelope.buffer(4 * LOOKED_MM)
    return around.difference(taken)


def way_to(start: Point, goal: BaseGeometry, free: BaseGeometry, wide: float) -> float | None:
    """How long the shortest way is from a place to within half its width of a goal [mm], on free ground;
    None where there is none. A start beside the free ground steps onto it.
    """
    reach = goal.simplify(ROUGH_MM).buffer(wide / 2 + ROUGH_MM, quad_segs=1)
    begins = Spot(start)
    if begins.distance(goal) <= wide / 2:
        return float(begins.distance(goal))
    if free.is_empty:
        return None
    onto = free.boundary.interpolate(free.boundary.project(begins)) if not free.covers(begins) else begins
    if begins.distance(onto) > LOOKED_MM:
        return None
    open_ground = free.buffer(TOUCHES_MM)
    prepare(open_ground)
    ends = _ends(reach, free, onto)
    nodes = [(onto.x, onto.y), *_corners(free), *ends]
    goals = set(range(len(nodes) - len(ends), len(nodes)))
    found = _shortest(nodes, goals, open_ground)
    return None if found is None else found + float(begins.distance(onto))


def _ends(reach: BaseGeometry, free: BaseGeometry, near: Spot) -> list[Point]:
    """Places on free ground within reach of the goal: the nearest to the start, and corners of where they
    lie.
    """
    there = free.intersection(reach)
    if there.is_empty:
        return []
    found = []
    for part in getattr(there, "geoms", [there]):
        if part.is_empty:
            continue
        nearest = (
            part.interpolate(part.project(near)) if part.length and part.geom_type == "LineString" else None
        )
        coords = list(getattr(part, "exterior", part).coords)
        found += [(x, y) for x, y in coords]
        if nearest is not None:
            found.append((nearest.x, nearest.y))
        elif part.geom_type == "Polygon":
            on = part.exterior.interpolate(part.exterior.project(near))
            found.append((on.x, on.y))
    return list(dict.fromkeys(found))


def _corners(free: BaseGeometry) -> list[Point]:
    """The corners round which a shortest way can go: those that stand out into the free ground."""
    found: list[Point] = []
    for part in getattr(free, "geoms", [free]):
        if part.geom_type != "Polygon":
            continue
        for ring in (orient(part).exterior, *orient(part).interiors):
            corners = ring.coords[:-1]
            for n, b in enumerate(corners):
                a, c = corners[n - 1], corners[(n + 1) % len(corners)]
                if (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0]) < 0:
                    found.append((b[0], b[1]))
    return found


def _shortest(nodes: list[Point], goals: set[int], open_ground: BaseGeometry) -> float | None:
    """The length of the shortest way from the first node to any goal, straight from corner to corner: A*, by
    the straight line to the nearest goal, which is left at least. Whether one can go straight is looked
    at only once that is next.
    """
    at = np.array(nodes)
    ends = at[sorted(goals)]
    left = np.hypot(*(at[:, None, :] - ends[None, :, :]).transpose(2, 0, 1)).min(axis=1, initial=inf)
    done = np.zeros(len(nodes), dtype=bool)
    queue = [(float(left[0]), 0.0, 0, 0)]
    while queue:
        _, far, here, before = heappop(queue)
        if done[here] or not open_ground.covers(LineString((nodes[before], nodes[here]))):
            continue
        if here in goals:
            return far
        done[here] = True
        new = far + np.hypot(*(at - at[here]).T)
        for n in np.flatnonzero(~done):
            heappush(queue, (float(new[n] + left[n]), float(new[n]), int(n), here))
    return None
