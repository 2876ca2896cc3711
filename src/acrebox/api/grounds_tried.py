"""Places tried for a bed on the plan of its yard: as it would stand, the best one, level with something, in a
row.
"""

from itertools import takewhile
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter
from pydantic import BaseModel, Field
from shapely import get_coordinates

from acrebox.api.context import AllStores
from acrebox.api.grounds import BedOnPlan, Shown, on_plan, stood_yard
from acrebox.api.problems import RESPONSES
from acrebox.api.typed import Typed
from acrebox.api.working import AtWork
from acrebox.core.design import Design
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.site import (
    Edge,
    Footprint,
    Toward,
    assembled,
    best_place,
    footprints,
    ground_plan,
    here_of,
    in_a_row,
    lined_up,
    placed_at,
)
from acrebox.core.yard import YARD, Place, Yard, within

router = APIRouter(prefix="/api/yards/{yard_id}", tags=["grounds"], responses=RESPONSES)

MOST_PATH_MM = 20_000.0


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


class LineUpIn(BaseModel):
    """A bed, and what an edge of it on the plan is to be level with: another bed by its id, a thing by its
    name, or the edge of the `yard`.
    """

    bed: UUID
    with_: str = Field(alias="with", max_length=60)
    edge: Edge


class RepeatIn(BaseModel):
    """A bed of which so many more are wanted to a side of it, and the path between them."""

    bed: UUID
    times: Annotated[int, Field(ge=1, le=20)]
    toward: Toward
    path: Annotated[str, Field(max_length=40)]


class RepeatOut(BaseModel):
    """Where the others stand, and what it comes to."""

    places: list[Place]
    says: str


@router.post("/stand")
def try_place(yard_id: UUID, asked: StandIn, kept: AllStores, work: AtWork, shown: Shown = None) -> BedOnPlan:
    """What a place would give a bed; stores nothing."""
    yard, beds = stood_yard(yard_id, kept)
    bed = _bed(asked.bed, beds)
    tried = yard.model_copy(update={"places": {**yard.places, str(bed.name): asked.place}})
    return work(on_plan, asked.bed, bed, tried, shown, judged=True)


@router.get("/best-place")
def find_place(yard_id: UUID, bed: UUID, kept: AllStores, work: AtWork) -> BestOut | None:
    """The best place for a bed, found by trying; null where nowhere is free or there is no sun map."""
    yard, beds = stood_yard(yard_id, kept)
    return work(_best, _bed(bed, beds), yard)


def _best(design: Design, yard: Yard) -> BestOut | None:
    built, here = assembled(design), here_of(str(design.name), yard)
    if built is None or here is None:
        return None
    found = best_place(built, str(design.name), here, design.system)
    if found is None:
        return None
    typed = Printer(yard.units or System.METRIC)
    at = (found.place.x.mm, found.place.y.mm)
    says = (
        f"{found.sun:.1f} hours of sun a day over the months of growing, the most of {found.tried} free"
        " places in which an arm reaches all of it from the ways round it; of equals, the nearest to a tap"
    )
    place = placed_at(at, found.place.turn, here.place or found.place, typed)
    return BestOut(place=place, sun=found.sun, tried=found.tried, says=says)


@router.post("/line-up")
def line_up(yard_id: UUID, asked: LineUpIn, kept: AllStores, work: AtWork) -> Place:
    """The place of a bed moved until an edge of it is level with that of something; stores nothing."""
    return work(_lined_up, asked, *stood_yard(yard_id, kept))


def _lined_up(asked: LineUpIn, yard: Yard, beds: dict[UUID, Design]) -> Place:
    plan, show = ground_plan(yard), Printer(yard.units or System.METRIC)
    bed, place = _lying(asked.bed, beds, yard)
    rings = {str(key): lying.ring for key, lying in _all_lying(beds, yard).items() if key != asked.bed}
    rings |= {t.name: tuple(get_coordinates(t.shape)) for t in plan.things}
    if plan.edge is not None:
        rings[YARD] = tuple(get_coordinates(plan.edge))
    if asked.with_ not in rings:
        names = ", ".join([str(beds[UUID(k)].name) if k in map(str, beds) else k for k in rings]) or "nothing"
        raise refuse("with", asked.with_, "Nothing of that name lies on the plan.", names)
    return lined_up(bed, place, rings[asked.with_], asked.edge, show)


@router.post("/repeat")
def repeat(yard_id: UUID, asked: RepeatIn, kept: AllStores, work: AtWork) -> RepeatOut:
    """Where more beds like one would stand, in a row with paths between; stores nothing."""
    return work(_repeated, asked, *stood_yard(yard_id, kept))


def _repeated(asked: RepeatIn, yard: Yard, beds: dict[UUID, Design]) -> RepeatOut:
    plan, show = ground_plan(yard), Printer(yard.units or System.METRIC)
    bed, place = _lying(asked.bed, beds, yard)
    typed = Typed(show.system)
    path = typed.length("path", asked.path, most=MOST_PATH_MM)
    typed.done()
    places = in_a_row(bed, place, asked.times, asked.toward, path, show)
    if plan.edge is not None:
        edge = list(plan.edge.exterior.coords)[:-1]
        fit = sum(1 for _ in takewhile(lambda p: within(edge, (p.x.mm, p.y.mm)), places))
        if fit < len(places):
            says = "So many run beyond the edge of the yard."
            raise refuse("times", str(asked.times), says, f"up to {fit}" if fit else "another side")
    wide = show.length(path)
    return RepeatOut(places=places, says=f"{asked.times} more, with {wide} between")


def _all_lying(beds: dict[UUID, Design], yard: Yard) -> dict[UUID, Footprint]:
    ids = {str(bed.name): key for key, bed in beds.items()}
    return {ids[lying.name]: lying for lying in footprints(yard, ground_plan(yard))}


def _lying(key: UUID, beds: dict[UUID, Design], yard: Yard) -> tuple[Footprint, Place]:
    """A bed that stands on the plan, and its place there."""
    bed, lying = _bed(key, beds), _all_lying(beds, yard).get(key)
    if lying is None:
        raise refuse(
            "bed", str(bed.name), "It has no place on the plan yet.", "a bed that stands on the plan"
        )
    return lying, yard.places[str(bed.name)]


def _bed(key: UUID, beds: dict[UUID, Design]) -> Design:
    if key not in beds:
        names = ", ".join(str(b.name) for b in beds.values()) or "none yet"
        raise refuse("bed", str(key), "No such bed stands in this yard.", f"one of its beds: {names}")
    return beds[key]
