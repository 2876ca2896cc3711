"""The plan of a yard: what stands on it, the sun over it, where a bed would stand well."""

from typing import Annotated
from uuid import UUID

import numpy as np
from fastapi import APIRouter, Query
from pydantic import BaseModel
from shapely import get_coordinates
from shapely.geometry.base import BaseGeometry

from acrebox.api.context import AllStores, Stores
from acrebox.api.problems import RESPONSES
from acrebox.api.working import AtWork
from acrebox.core.design import Design
from acrebox.core.errors import DesignError
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.plan import WATCH_OUTS, open_plan
from acrebox.core.plan.site import NOWHERE, lying_at
from acrebox.core.plan.site_rows import LyingRow
from acrebox.core.site import Laid, assembled, footprint, ground_plan, light_on, plain, sun_map
from acrebox.core.yard import Yard, kinds
from acrebox.jobs.places import names_of, stood

router = APIRouter(prefix="/api/yards/{yard_id}", tags=["grounds"], responses=RESPONSES)

Points = list[list[float]]
MOST_PATH_MM = 20_000.0


class ThingOut(BaseModel):
    """A thing as it is drawn: its corners as measured in, how many walls it has to stand along, the ground
    that it takes [mm], how high it is.
    """

    name: str
    kind: str
    title: str
    corners: Points
    walls: int
    rings: list[Points]
    height: float | None
    wide: float


class BedOnPlan(BaseModel):
    """A bed on the plan, and what the place gives it; without a place it waits beside the plan. `size` is
    that of its box [mm]; what needs a look is told of a place that is tried, else with the beds of the yard.
    """

    id: UUID
    name: str
    size: list[float] | None
    site: LyingRow | None
    needs_a_look: list[str]
    problem: str | None


class MisfitOut(BaseModel):
    """A tape that does not agree with the plan: where it was measured, by how much it is off [mm]."""

    where: str
    off_mm: float
    says: str


class KindOut(BaseModel):
    """A kind of thing that can be drawn: how it is measured in, and how high and how wide it is unless told
    [mm], where that says something of it.
    """

    name: str
    title: str
    shape: str
    height: float | None
    wide: float | None
    carries: bool


class PlanOut(BaseModel):
    """The plan of a yard [mm, x to the right and y up], `north` the turn of its up from north, clockwise."""

    edge: Points | None
    things: list[ThingOut]
    beds: list[BedOnPlan]
    misfits: list[MisfitOut]
    north: float
    sunny: bool
    kinds: list[KindOut]


class MapOut(BaseModel):
    """Hours of direct sun by cell, row by row from the bottom left; none where nothing grows."""

    x: float
    y: float
    step: float
    columns: int
    rows: int
    hours: list[float | None]


def _rings(shape: BaseGeometry) -> list[Points]:
    parts = getattr(shape, "geoms", [shape])
    return [plain(get_coordinates(p.exterior)[:-1]) for p in parts if p.geom_type == "Polygon"]


def _thing(laid: Laid) -> ThingOut:
    return ThingOut(
        name=laid.name,
        kind=laid.kind.name,
        title=laid.kind.title,
        corners=plain(laid.corners),
        walls=len(laid.walls) - (1 if laid.kind.shape == "line" else 0),
        rings=_rings(laid.shape),
        height=laid.height,
        wide=laid.wide,
    )


def stood_yard(yard_id: UUID, kept: Stores) -> tuple[Yard, dict[UUID, Design]]:
    """A yard as the core has it, and its beds by id, each under a name of its own."""
    yard, beds = kept.yards.get(yard_id).yard, kept.beds.designs(yard_id)
    names = names_of(beds)
    named = {key: bed.model_copy(update={"name": names[key]}) for key, bed in beds.items()}
    return stood(yard, beds, names), named


def on_plan(key: UUID, bed: Design, yard: Yard, shown: System | None, judged: bool = False) -> BedOnPlan:
    """A bed as it stands on the plan; `judged`, with what needs a look there."""
    name, built = str(bed.name), assembled(bed)
    found = BedOnPlan(
        id=key,
        name=name,
        size=[float(v) for v in built.outline.size] if built else None,
        site=None,
        needs_a_look=[],
        problem=None,
    )
    if name not in yard.places:
        return found
    try:
        if built is None or judged:
            seen = open_plan(bed, yard, shown=shown)[WATCH_OUTS]
            found.needs_a_look = [w.message for w in seen if w.stage == "site" and w.unanswered]
    except DesignError as fault:
        found.problem = fault.problems[0].message
        return found
    if built is None:
        return found
    plan = ground_plan(yard)
    lying = footprint(name, built, yard.places[name], plan)
    found.site = (
        lying_at(lying, light_on(lying, plan), Printer(shown or yard.units or System.METRIC))
        if lying
        else NOWHERE
    )
    return found


def _corner(where: str, yard: Yard) -> str:
    """A corner by what it belongs to, as people name it: `outline.2`, `things.3.at.0`."""
    steps = where.split(".")
    whose = "The edge" if steps[0] == "outline" else yard.things[int(steps[1])].name
    return f"{whose}, corner {int(steps[-1]) + 1}"


Month = Annotated[int | None, Query(ge=1, le=12, description="January is 1; the season unless told")]
Shown = Annotated[System | None, Query(description="the system of units in which figures are printed")]


@router.get("/plan")
def draw_plan(yard_id: UUID, kept: AllStores, work: AtWork, shown: Shown = None) -> PlanOut:
    """The plan of a yard with all its beds, and what its places give them."""
    return work(_drawn, *stood_yard(yard_id, kept), shown)


def _drawn(yard: Yard, beds: dict[UUID, Design], shown: System | None) -> PlanOut:
    plan = ground_plan(yard)
    show = Printer(shown or yard.units or System.METRIC)
    return PlanOut(
        edge=plain(get_coordinates(plan.edge.exterior)[:-1]) if plan.edge is not None else None,
        things=[_thing(t) for t in plan.things],
        beds=[on_plan(key, bed, yard, shown) for key, bed in beds.items()],
        misfits=[
            MisfitOut(
                where=_corner(m.where, yard),
                off_mm=round(m.off, 1),
                says=f"the tape says {show.length(m.said)}, the plan {show.length(m.found)}",
            )
            for m in plan.misfits
        ],
        north=yard.north_deg,
        sunny=plan.sky is not None,
        kinds=[
            KindOut(
                name=k.name,
                title=k.title,
                shape=k.shape,
                height=k.usual("height", show.built),
                wide=k.usual("wide", show.built),
                carries=k.carries,
            )
            for k in kinds().values()
        ],
    )


@router.get("/sun-map")
def draw_sun(
    yard_id: UUID,
    kept: AllStores,
    work: AtWork,
    month: Month = None,
) -> MapOut | None:
    """The sun over the ground of a yard: on the 21st of a month, or over the months of growing. Null where
    nobody knows the latitude, or nothing is drawn.
    """
    return work(_sun, kept.yards.get(yard_id).yard, month)


def _sun(yard: Yard, month: int | None) -> MapOut | None:
    found = sun_map(ground_plan(yard))
    if found is None:
        return None
    cells = found.over_season if month is None else found.hours[month - 1]
    return MapOut(
        x=found.x,
        y=found.y,
        step=found.step,
        columns=found.columns,
        rows=found.rows,
        hours=[None if np.isnan(h) else round(float(h), 1) for h in cells.ravel()],
    )
