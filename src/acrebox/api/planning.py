"""Planning without storing, and what the yard sells."""

from fastapi import APIRouter, Response

from acrebox.api.problems import RESPONSES
from acrebox.core.design import Design
from acrebox.core.plan import Plan, plan_bed
from acrebox.core.stock import Catalogue, catalogue

router = APIRouter(prefix="/api", tags=["planning"], responses={422: RESPONSES[422]})


@router.post("/plan", response_model=Plan)
def plan(design: Design) -> Response:
    """The Plan of a Design; stores nothing."""
    return Response(plan_bed(design).model_dump_json(), media_type="application/json")


@router.get("/stock")
def stock() -> Catalogue:
    """The yard's catalogue."""
    return catalogue()


@router.get("/health")
def health() -> dict[str, str]:
    """Answers when the server is up."""
    return {"status": "up"}
