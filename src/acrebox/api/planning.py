"""Planning without storing, and what the yard sells."""

from fastapi import APIRouter, Response

from acrebox.api.problems import RESPONSES
from acrebox.api.shapes import ChangeIn, ChangeOut, WeighIn
from acrebox.core.choosing import Offer, change_construction, offers
from acrebox.core.design import Design
from acrebox.core.measure.printing import System
from acrebox.core.plan import Plan, Remedy, plan_bed, remedies
from acrebox.core.stock import Catalogue, catalogue
from acrebox.core.weighing import Weighed, weigh

router = APIRouter(prefix="/api", tags=["planning"], responses={422: RESPONSES[422]})


@router.post("/plan", response_model=Plan)
def plan(design: Design) -> Response:
    """The Plan of a Design; stores nothing."""
    return Response(plan_bed(design).model_dump_json(), media_type="application/json")


@router.get("/constructions")
def constructions(units: System = System.METRIC) -> list[Offer]:
    """The constructions that can be built, each with its picture and a design to start from."""
    return list(offers(units))


@router.post("/change-construction")
def change(asked: ChangeIn) -> ChangeOut:
    """The same bed built another way, and what was dropped; stores nothing."""
    changed = change_construction(asked.design, asked.kind)
    return ChangeOut(design=changed.design, dropped=list(changed.dropped))


@router.post("/remedies")
def find_remedies(design: Design) -> list[Remedy]:
    """What would bring right what was seen, cheapest first; each was tried. Stores nothing."""
    return remedies(design)


@router.post("/weigh-up")
def weigh_up(asked: WeighIn) -> Weighed:
    """Up to four variants side by side; stores nothing."""
    return weigh(asked.designs, asked.rates)


@router.get("/stock")
def stock() -> Catalogue:
    """The yard's catalogue."""
    return catalogue()


@router.get("/health")
def health() -> dict[str, str]:
    """Answers when the server is up."""
    return {"status": "up"}
