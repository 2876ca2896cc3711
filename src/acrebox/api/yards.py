"""Yards: listed, made, changed from a known revision, undone, put away."""

from typing import Literal
from uuid import UUID

from fastapi import APIRouter, Response

from acrebox.api.beds import Base, WriteId
from acrebox.api.context import AllStores
from acrebox.api.problems import RESPONSES
from acrebox.api.shapes import YardOut
from acrebox.core.yard import Yard, check_yard
from acrebox.store import StoredYard

router = APIRouter(prefix="/api/yards", tags=["yards"], responses=RESPONSES)


def _answer(yard: StoredYard, response: Response) -> YardOut:
    response.headers["ETag"] = f'"{yard.revision}"'
    return YardOut.of(yard)


@router.get("")
def list_yards(kept: AllStores) -> list[YardOut]:
    """Every yard; the usual one is made where there is none yet."""
    return [YardOut.of(yard) for yard in kept.yards.list() or [kept.yards.first()]]


@router.post("", status_code=201)
def make_yard(yard: Yard, kept: AllStores, response: Response) -> YardOut:
    """A new yard, without beds."""
    return _answer(kept.yards.make(check_yard(yard)), response)


@router.get("/{yard_id}")
def read_yard(yard_id: UUID, kept: AllStores, response: Response) -> YardOut:
    """One yard at its newest revision."""
    return _answer(kept.yards.get(yard_id), response)


@router.put("/{yard_id}")
def change_yard(
    yard_id: UUID, base: Base, yard: Yard, kept: AllStores, response: Response, write: WriteId = None
) -> YardOut:
    """Save a yard; refused with 412 and the saved one when it did not start from the newest revision."""
    return _answer(kept.yards.change(yard_id, base, check_yard(yard), write), response)


@router.delete("/{yard_id}", status_code=204)
def delete_yard(yard_id: UUID, base: Base, kept: AllStores) -> None:
    """Put a yard away with all its beds; it can be restored."""
    kept.yards.delete(yard_id, base)


@router.post("/{yard_id}/restore")
def restore_yard(yard_id: UUID, kept: AllStores, response: Response) -> YardOut:
    """Bring back a yard that was put away."""
    return _answer(kept.yards.restore(yard_id), response)


@router.post("/{yard_id}/{way}")
def step_yard(
    yard_id: UUID, way: Literal["undo", "redo"], base: Base, kept: AllStores, response: Response
) -> YardOut:
    """Undo or redo one change."""
    return _answer(kept.yards.step(yard_id, base, way), response)
