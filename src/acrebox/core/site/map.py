"""The sun over a whole yard, and the best place in it for a bed."""

from collections.abc import Iterator
from dataclasses import dataclass
from functools import lru_cache
from math import ceil, inf

import numpy as np
import shapely
from shapely import Polygon, unary_union

from acrebox.core.assembly import Assembly
from acrebox.core.measure.systems import System
from acrebox.core.measure.written import Coordinate
from acrebox.core.site.grounds import HAIR_MM, Footprint, GroundPlan, Here, footprint
from acrebox.core.site.limits import site_limit
from acrebox.core.site.sun import Floats
from acrebox.core.site.ways import reach_of, ways_round
from acrebox.core.yard import Place

STEP_MM = 250.0
MOST_CELLS = 12_000
MARGIN_MM = 500.0
MAPS_KEPT = 8


@dataclass(frozen=True, eq=False)
class SunMap:
    """Hours of direct sun on the ground by cell: from the corner at `x`, `y` [mm] in cells of `step` [mm], so
    many `columns` to the right and `rows` up; `hours` are months × rows × columns, `over_season` their mean
    over the months of growing. Where nothing grows, NaN.
    """

    x: float
    y: float
    step: float
    columns: int
    rows: int
    hours: Floats
    over_season: Floats


@lru_cache(maxsize=MAPS_KEPT)
def sun_map(plan: GroundPlan, step: float = STEP_MM) -> SunMap | None:
    """The sun over the ground of a yard, in cells of `step` [mm], larger ones where the yard is large; None
    without a latitude, an edge or anything on it.
    """
    shapes = [plan.edge] if plan.edge is not None else [t.shape for t in plan.things]
    if plan.sky is None or not shapes:
        return None
    x0, y0, x1, y1 = unary_union(shapes).bounds
    if plan.edge is None:
        x0, y0, x1, y1 = x0 - MARGIN_MM, y0 - MARGIN_MM, x1 + MARGIN_MM, y1 + MARGIN_MM
    while ceil((x1 - x0) / step) * ceil((y1 - y0) / step) > MOST_CELLS:
        step *= 2
    columns, rows = max(1, ceil((x1 - x0) / step)), max(1, ceil((y1 - y0) / step))
    xs, ys = np.meshgrid(x0 + step * (np.arange(columns) + 0.5), y0 + step * (np.arange(rows) + 0.5))
    points = np.column_stack([xs.ravel(), ys.ravel(), np.zeros(xs.size)])
    spots = shapely.points(points[:, 0], points[:, 1])
    open_ground = np.ones(len(points), dtype=bool)
    if plan.edge is not None:
        open_ground &= shapely.covers(plan.edge.buffer(HAIR_MM), spots)
    solid = [t.shape for t in plan.things if t.kind.solid]
    if solid:
        open_ground &= ~shapely.covers(unary_union(solid), spots)
    hours = np.full((len(points), 12), np.nan)
    if open_ground.any():
        hours[open_ground] = plan.sky.map_hours(points[open_ground])
    shaped = hours.T.reshape(12, rows, columns)
    return SunMap(x0, y0, step, columns, rows, shaped, plan.sky.over_season(hours).reshape(rows, columns))


@dataclass(frozen=True)
class BestPlace:
    """A place that was tried and found good: where, the hours of sun there over the months of growing, and
    how many places were tried that were free.
    """

    place: Place
    sun: float
    tried: int


def best_place(bed: Assembly, name: str, here: Here, built: System) -> BestPlace | None:
    """The sunniest place for a bed in its yard, straight or turned by a quarter, with ways to kneel in from
    which an arm reaches all of it; the nearer to a tap of two that are as sunny. None where
    there is no sun map, or nowhere is free.
    """
    found = sun_map(here.plan)
    if found is None:
        return None
    kneel, most = (site_limit(k, built) for k in ("way_to_kneel", "arm_most"))
    taken = _taken(here, kneel)
    free = (here.plan.edge or Polygon(_box(found))).buffer(HAIR_MM)
    taps = [t.corners[0] for t in here.plan.of_kind("tap")]
    best: tuple[float, float, Place] | None = None
    tried = 0
    for place in _places(found):
        lying = footprint(name, bed, place, here.plan)
        if lying is None or not free.covers(lying.polygon) or lying.polygon.intersects(taken):
            continue
        tried += 1
        sun = round(_mean(found, lying), 1)
        middle = lying.polygon.centroid
        far = min((float(np.hypot(middle.x - x, middle.y - y)) for x, y in taps), default=0.0)
        if best is not None and (sun, -far) <= (best[0], -best[1]):
            continue
        if reach_of(lying, ways_round(lying, here), kneel) <= most + HAIR_MM:
            best = (sun, far, place)
    return None if best is None else BestPlace(best[2], best[0], tried)


def _box(found: SunMap) -> list[tuple[float, float]]:
    x1, y1 = found.x + found.columns * found.step, found.y + found.rows * found.step
    return [(found.x, found.y), (x1, found.y), (x1, y1), (found.x, y1)]


def _places(found: SunMap) -> Iterator[Place]:
    for turn in (0.0, 90.0):
        for row in range(0, found.rows, 2):
            for column in range(0, found.columns, 2):
                x, y = found.x + column * found.step, found.y + row * found.step
                yield Place(x=Coordinate(round(x, 1)), y=Coordinate(round(y, 1)), turn=turn)


def _taken(here: Here, kneel: float) -> shapely.Geometry:
    """Ground that no bed may stand on: solid things and other beds with a way round them, what must stay
    free, ways.
    """
    found = [b.polygon.buffer(kneel, join_style="mitre") for b in here.others]
    for thing in here.plan.things:
        kind = thing.kind
        if kind.solid or kind.name in ("tree", "path", "gate", "workshop", "tap"):
            found.append(thing.shape.buffer(HAIR_MM))
        elif thing.keep is not None:
            found.append(thing.shape.buffer(thing.keep))
    return unary_union(found) if found else Polygon()


def _mean(found: SunMap, lying: Footprint) -> float:
    x0, y0, x1, y1 = lying.polygon.bounds
    columns = slice(int((x0 - found.x) // found.step), int(-(-(x1 - found.x) // found.step)))
    rows = slice(int((y0 - found.y) // found.step), int(-(-(y1 - found.y) // found.step)))
    cells = found.over_season[rows, columns]
    return float(np.nanmean(cells)) if cells.size and not np.isnan(cells).all() else -inf
