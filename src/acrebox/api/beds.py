"""Beds: read, make, change from a known revision, undo, copy, delete, tick."""

from functools import lru_cache
from typing import Annotated, Literal
from uuid import UUID

from fastapi import APIRouter, Depends, Header, HTTPException, Path, Request, Response

from acrebox.api.problems import RESPONSES
from acrebox.api.shapes import BedOut, YardBed
from acrebox.core.design import Design
from acrebox.core.errors import refuse
from acrebox.core.plan import Plan, plan_bed
from acrebox.core.stages import tick_kinds
from acrebox.store import Bed, BedStore

router = APIRouter(prefix="/api/beds", tags=["beds"], responses=RESPONSES)

Key = Annotated[str, Path(min_length=1, max_length=120)]


def _tick_kind(kind: str) -> str:
    """A kind of tick that some stage has."""
    if kind not in tick_kinds():
        raise refuse("kind", kind, "Nothing of that kind is ticked off.", ", ".join(tick_kinds()))
    return kind


TickKind = Annotated[str, Depends(_tick_kind)]


def _store(request: Request) -> BedStore:
    store = request.app.state.beds
    assert isinstance(store, BedStore)
    return store


def _base(if_match: Annotated[str | None, Header()] = None) -> int:
    """The revision a write started from, out of `If-Match`."""
    if if_match is None:
        raise HTTPException(428, "Say which revision this started from: If-Match is missing.")
    number = if_match.strip().removeprefix("W/").strip('"')
    if not number.isdigit():
        raise HTTPException(400, f"If-Match '{if_match}' is not a revision of a bed.")
    return int(number)


Store = Annotated[BedStore, Depends(_store)]
Base = Annotated[int, Depends(_base)]


def _answer(bed: Bed, response: Response) -> BedOut:
    response.headers["ETag"] = f'"{bed.revision}"'
    return BedOut.of(bed)


@lru_cache(maxsize=256)
def _planned(design: Design) -> Plan:
    """A plan depends on its design alone, so the yard plans a bed once for as long as it stays as it is."""
    return plan_bed(design)


@router.get("")
def list_beds(store: Store) -> list[YardBed]:
    """Every bed of the yard, with its drawing from above and its main figures."""
    return [YardBed.of(bed, _planned(bed.design)) for bed in store.list()]


@router.post("", status_code=201)
def make_bed(design: Design, store: Store, response: Response) -> BedOut:
    """A new bed; a design that cannot be planned is refused."""
    plan_bed(design)
    return _answer(store.make(design), response)


@router.get("/{bed_id}")
def read_bed(bed_id: UUID, store: Store, response: Response) -> BedOut:
    """One bed at its newest revision."""
    return _answer(store.get(bed_id), response)


@router.put("/{bed_id}")
def change_bed(bed_id: UUID, base: Base, design: Design, store: Store, response: Response) -> BedOut:
    """Save a design; refused with 412 and the saved bed when it did not start from the newest revision."""
    plan_bed(design)
    return _answer(store.change(bed_id, base, design), response)


@router.delete("/{bed_id}", status_code=204)
def delete_bed(bed_id: UUID, base: Base, store: Store) -> None:
    """Put a bed away; it can be restored."""
    store.delete(bed_id, base)


@router.post("/{bed_id}/restore")
def restore_bed(bed_id: UUID, store: Store, response: Response) -> BedOut:
    """Bring a deleted bed back."""
    return _answer(store.restore(bed_id), response)


@router.post("/{bed_id}/copy", status_code=201)
def copy_bed(bed_id: UUID, store: Store, response: Response) -> BedOut:
    """A new bed of the same design, under a name of its own; nothing of it is ticked off."""
    design = store.get(bed_id).design
    taken = {bed.design.name for bed in store.list()}
    return _answer(store.make(design.model_copy(update={"name": _copy_name(design.name, taken)})), response)


def _copy_name(name: str, taken: set[str]) -> str:
    stem = name[:70]
    names = [f"{stem}, copy", *(f"{stem}, copy {n}" for n in range(2, len(taken) + 3))]
    return next(n for n in names if n not in taken)


@router.post("/{bed_id}/{way}")
def step_bed(
    bed_id: UUID, way: Literal["undo", "redo"], base: Base, store: Store, response: Response
) -> BedOut:
    """Undo or redo one change."""
    return _answer(store.step(bed_id, base, way), response)


@router.put("/{bed_id}/ticks/{kind}/{key}")
def tick(bed_id: UUID, kind: TickKind, key: Key, store: Store, response: Response) -> BedOut:
    """Tick off a piece cut, a line bought or a layer laid."""
    return _answer(store.tick(bed_id, kind, key, done=True), response)


@router.delete("/{bed_id}/ticks/{kind}/{key}")
def untick(bed_id: UUID, kind: TickKind, key: Key, store: Store, response: Response) -> BedOut:
    """Take a tick back."""
    return _answer(store.tick(bed_id, kind, key, done=False), response)
