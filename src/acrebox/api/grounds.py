"""The plan of a yard: what stands on it, the sun over it, where a bed would stand well."""

from typing import Annotated
from uuid import UUID

import numpy as np
from fastapi import APIRouter, Query
from pydantic import BaseModel
from shapely import get_coordinates
from shapely.geometry.base import BaseGeometry

from acrebox.api.context import AllStores, Stores
from acrebox.api.places import names_of, stood
from acrebox.api.problems import RESPONSES
from acrebox.core.design import Design
from acrebox.core.errors import DesignError, refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.plan import SITE, WATCH_OUTS, open_plan
from acrebox.core.plan.site_rows import SiteRow
from acrebox.core.site import Laid, assembled, best_place, ground_plan, here_of, plain, sun_map
from acrebox.core.yard import Place, Yard, kinds

router = APIRouter(prefix="/api/yards/{yard_id}", tags=["grounds"], responses=RESPONSES)

Points = list[list[float]]


class ThingOut(BaseModel):
    """A thing as it is drawn: its corners as measured in, the ground that it takes [mm], how high it is."""

    name: str
    kind: str
    title: str
    corners: Points
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
    site: SiteRow | None
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


class BestOut(BaseModel):
    """Where a bed would stand best, and why."""

    place: Place
    sun: float
    tried: int
    says: str


class StandIn(BaseModel):
    """A bed and a place that is tried."""

    bed: UUID
    place: Place


def _rings(shape: BaseGeometry) -> list[Points]:
    parts = getattr(shape, "geoms", [shape])
    return [plain(get_coordinates(p.exterior)[:-1]) for p in parts if p.geom_type == "Polygon"]


def _thing(laid: Laid) -> ThingOut:
    return ThingOut(
        name=laid.name,
        kind=laid.kind.name,
        title=laid.kind.title,
        corners=plain(laid.corners),
        rings=_rings(laid.shape),
        height=laid.height,
        wide=laid.wide,
    )


def _stood(yard_id: UUID, kept: Stores) -> tuple[Yard, dict[UUID, Design]]:
    """A yard as the core has it, and its beds by id, each under a name of its own."""
    yard, beds = kept.yards.get(yard_id).yard, kept.beds.designs(yard_id)
    names = names_of(beds)
    named = {key: bed.model_copy(update={"name": names[key]}) for key, bed in beds.items()}
    return stood(yard, beds, names), named


def _on_plan(key: UUID, bed: Design, yard: Yard, shown: System | None, judged: bool = False) -> BedOnPlan:
    built = assembled(bed)
    size = [float(v) for v in built.outline.size] if built else None
    if str(bed.name) not in yard.places:
        return BedOnPlan(id=key, name=str(bed.name), size=size, site=None, needs_a_look=[], problem=None)
    try:
        plan = open_plan(bed, yard, shown=shown)
        site = plan[SITE]
        seen = plan[WATCH_OUTS] if judged and site.placed else []
        look = [w.message for w in seen if w.stage == "site" and w.unanswered]
    except DesignError as fault:
        problem = fault.problems[0].message
        return BedOnPlan(id=key, name=str(bed.name), size=size, site=None, needs_a_look=[], problem=problem)
    return BedOnPlan(id=key, name=str(bed.name), size=size, site=site, needs_a_look=look, problem=None)


Month = Annotated[int | None, Query(ge=1, le=12, description="January is 1; the season unless told")]
Shown = Annotated[System | None, Query(description="the system of units in which figures are printed")]


@router.get("/plan")
def draw_plan(yard_id: UUID, kept: AllStores, shown: Shown = None) -> PlanOut:
    """The plan of a yard with all its beds, and what its places give them."""
    yard, beds = _stood(yard_id, kept)
    plan = ground_plan(yard)
    show = Printer(shown or yard.units or System.METRIC)
    return PlanOut(
        edge=plain(get_coordinates(plan.edge.exterior)[:-1]) if plan.edge is not None else None,
        things=[_thing(t) for t in plan.things],
        beds=[_on_plan(key, bed, yard, shown) for key, bed in beds.items()],
        misfits=[
            MisfitOut(
                where=m.where,
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
    month: Annotated[
        int | None, Query(ge=1, le=12, description="January is 1; the season unless told")
    ] = None,
) -> MapOut | None:
    """The sun over the ground of a yard: on the 21st of a month, or over the months of growing. Null where
    nobody knows the latitude, or nothing is drawn.
    """
    found = sun_map(ground_plan(kept.yards.get(yard_id).yard))
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


@router.post("/stand")
def try_place(yard_id: UUID, asked: StandIn, kept: AllStores, shown: Shown = None) -> BedOnPlan:
    """What a place would give a bed; stores nothing."""
    yard, beds = _stood(yard_id, kept)
    bed = _bed(asked.bed, beds)
    tried = yard.model_copy(update={"places": {**yard.places, str(bed.name): asked.place}})
    return _on_plan(asked.bed, bed, tried, shown, judged=True)


@router.get("/best-place")
def find_place(yard_id: UUID, bed: UUID, kept: AllStores) -> BestOut | None:
    """The best place for a bed, found by trying; null where nowhere is free or there is no sun map."""
    yard, beds = _stood(yard_id, kept)
    design = _bed(bed, beds)
    built, here = assembled(design), here_of(str(design.name), yard)
    if built is None or here is None:
        return None
    found = best_place(built, str(design.name), here, design.system)
    if found is None:
        return None
    says = (
        f"{found.sun:.1f} hours of sun a day over the months of growing, the most of {found.tried} free"
        " places in which an arm reaches all of it from the ways round it; of equals, the nearest to a tap"
    )
    return BestOut(place=found.place, sun=found.sun, tried=found.tried, says=says)


def _bed(key: UUID, beds: dict[UUID, Design]) -> Design:
    if key not in beds:
        names = ", ".join(str(b.name) for b in beds.values()) or "none yet"
        raise refuse("bed", str(key), "No such bed stands in this yard.", f"one of its beds: {names}")
    return beds[key]
