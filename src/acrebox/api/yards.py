"""Yards: listed, made, changed from a known revision, undone, put away."""

from uuid import UUID

from fastapi import APIRouter, Response

from acrebox.api.beds import Base
from acrebox.api.context import AllStores, LongWork
from acrebox.api.door import Asks, MayDo, yards_of
from acrebox.api.notes import Notes
from acrebox.api.once import MadeId, WriteId
from acrebox.api.problems import RESPONSES
from acrebox.api.shapes import YardOut
from acrebox.core.yard import Yard, check_yard
from acrebox.store import Happened, May, StoredYard

router = APIRouter(prefix="/api/yards", tags=["yards"], responses=RESPONSES)


def _answer(yard: StoredYard, response: Response, may: May) -> YardOut:
    response.headers["ETag"] = f'"{yard.revision}"'
    return YardOut.of(yard, may)


@router.get("")
def list_yards(asks: Asks, kept: AllStores) -> list[YardOut]:
    """Every yard that one may look at; the usual one is made where there is none yet."""
    return [YardOut.of(yard, may) for yard, may in yards_of(asks, kept)]


@router.post("", status_code=201)
def make_yard(yard: Yard, asks: Asks, kept: AllStores, response: Response, made: MadeId) -> YardOut:
    """A new yard, without beds."""
    return _answer(kept.yards.make(check_yard(yard), asks.owner, made), response, May.OWN)


@router.get("/{yard_id}")
def read_yard(yard_id: UUID, kept: AllStores, may: MayDo, response: Response) -> YardOut:
    """One yard at its newest revision."""
    return _answer(kept.yards.get(yard_id), response, may)


@router.put("/{yard_id}")
def change_yard(
    yard_id: UUID,
    base: Base,
    yard: Yard,
    kept: AllStores,
    may: MayDo,
    response: Response,
    write: WriteId = None,
) -> YardOut:
    """Save a yard; refused with 412 and the saved one when it did not start from the newest revision."""
    return _answer(kept.yards.change(yard_id, base, check_yard(yard), write), response, may)


@router.delete("/{yard_id}", status_code=204)
def delete_yard(yard_id: UUID, base: Base, kept: AllStores, notes: Notes) -> None:
    """Put a yard away with all its beds; it can be restored."""
    kept.yards.delete(yard_id, base)
    notes(Happened.DELETED, "yard", yard=yard_id)


@router.post("/{yard_id}/restore")
def restore_yard(yard_id: UUID, kept: AllStores, may: MayDo, notes: Notes, response: Response) -> YardOut:
    """Bring back a yard that was put away."""
    notes(Happened.RESTORED, "yard", yard=yard_id)
    return _answer(kept.yards.restore(yard_id), response, may)


@router.post("/{yard_id}/undo")
def undo_yard(yard_id: UUID, base: Base, kept: AllStores, may: MayDo, response: Response) -> YardOut:
    """Undo one change."""
    return _answer(kept.yards.step(yard_id, base, "undo"), response, may)


@router.post("/{yard_id}/redo")
def redo_yard(yard_id: UUID, base: Base, kept: AllStores, may: MayDo, response: Response) -> YardOut:
    """Redo one change."""
    return _answer(kept.yards.step(yard_id, base, "redo"), response, may)


@router.post("/{yard_id}/work", status_code=204)
def begin_work(yard_id: UUID, kept: AllStores, queue: LongWork) -> None:
    """Have the beds of a yard worked out whose figures are not there, also where that was stopped."""
    kept.yards.get(yard_id)
    if queue:
        queue.put(yard_id)


@router.delete("/{yard_id}/work", status_code=204)
def stop_work(yard_id: UUID, kept: AllStores, queue: LongWork) -> None:
    """Have that stop after the bed that is being worked out. What is there stays."""
    kept.yards.get(yard_id)
    if queue:
        queue.stop(yard_id)
