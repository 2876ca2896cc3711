"""Beds: read, make, change from a known revision, undo, copy, delete, tick."""

from functools import partial
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Depends, Header, HTTPException, Path, Response
from pydantic import WithJsonSchema

from acrebox.api.context import AllStores, InItsUnits, LongWork, yard_for
from acrebox.api.door import Asks, MayDo, first_of
from acrebox.api.notes import Notes
from acrebox.api.once import MadeId, WriteId
from acrebox.api.problems import RESPONSES
from acrebox.api.shapes import BedOut, BedsOfYard, TickIn
from acrebox.api.working import AtWork
from acrebox.core.design import Design
from acrebox.core.errors import refuse
from acrebox.core.plan import BUYING, TICKS, open_plan, plan_bed
from acrebox.core.stages import tick_kinds
from acrebox.core.yard import Yard
from acrebox.jobs.figures import LOOK_S, listed
from acrebox.store import Bed, Happened, May
from acrebox.store.queue import At

router = APIRouter(prefix="/api/beds", tags=["beds"], responses=RESPONSES, dependencies=[InItsUnits])

Key = Annotated[str, Path(min_length=1, max_length=120, pattern=r"^[^\x00-\x1f]+$")]


def _tick_kind(kind: str) -> str:
    """A kind of tick that some stage has."""
    if kind not in tick_kinds():
        raise refuse("kind", kind, "Nothing of that kind is ticked off.", ", ".join(tick_kinds()))
    return kind


TickKind = Annotated[str, Depends(_tick_kind)]


Revision = Annotated[
    str | None,
    Header(
        description='the revision that this started from, as its ETag was: "3"',
    ),
    WithJsonSchema({"type": "string", "pattern": r'^(W/)?"?[0-9]{1,9}"?$'}),
]


def base_of(if_match: Revision = None) -> int:
    """The revision a write started from, out of `If-Match`."""
    if if_match is None:
        raise HTTPException(428, "Say which revision this started from: If-Match is missing.")
    number = if_match.strip().removeprefix("W/").strip('"')
    if not (number.isascii() and number.isdigit() and len(number) < 10):
        raise HTTPException(400, f"If-Match '{if_match[:40]}' is not a revision.")
    return int(number)


Base = Annotated[int, Depends(base_of)]


def _check(design: Design, yard: Yard) -> None:
    """Raises DesignError where a bed cannot be planned as it is."""
    plan_bed(design, yard)


def _answer(bed: Bed, response: Response, may: May = May.OWN) -> BedOut:
    response.headers["ETag"] = f'"{bed.revision}"'
    return BedOut.of(bed, may)


@router.get("")
def list_beds(
    asks: Asks, kept: AllStores, work: AtWork, queue: LongWork, yard: UUID | None = None
) -> BedsOfYard:
    """Every bed of a yard (of the first one unless told), with its picture and its main figures, and what
    they come to. What is not worked out at once is put on the queue.
    """
    found = first_of(asks, kept, May.LOOK) if yard is None else kept.yards.get(yard)
    if queue is None:
        return BedsOfYard.of(listed(found, kept.beds, work=work))
    at = queue.at(found.id)
    rows = listed(found, kept.beds, None if at else LOOK_S, partial(work.within, LOOK_S))
    if at is None and any(row.stale for row in rows):
        queue.put(found.id)
        at = At.WAITING
    return BedsOfYard.of(rows, at)


@router.post("", status_code=201)
def make_bed(
    design: Design,
    asks: Asks,
    kept: AllStores,
    work: AtWork,
    response: Response,
    made: MadeId,
    yard: UUID | None = None,
) -> BedOut:
    """A new bed in a yard (in the first one unless told); a design that cannot be planned is refused."""
    found = first_of(asks, kept, May.WORK) if yard is None else kept.yards.get(yard)
    work(_check, design, found.yard)
    return _answer(kept.beds.make(design, found.id, made), response)


@router.get("/{bed_id}")
def read_bed(bed_id: UUID, kept: AllStores, may: MayDo, response: Response) -> BedOut:
    """One bed at its newest revision."""
    return _answer(kept.beds.get(bed_id), response, may)


@router.put("/{bed_id}")
def change_bed(
    bed_id: UUID,
    base: Base,
    design: Design,
    kept: AllStores,
    work: AtWork,
    may: MayDo,
    response: Response,
    write: WriteId = None,
) -> BedOut:
    """Save a design; refused with 412 and the saved bed when it did not start from the newest revision."""
    work(_check, design, yard_for(bed_id, kept, design.name))
    return _answer(kept.beds.change(bed_id, base, design, write), response, may)


@router.delete("/{bed_id}", status_code=204)
def delete_bed(bed_id: UUID, base: Base, kept: AllStores, notes: Notes) -> None:
    """Put a bed away; it can be restored."""
    bed = kept.beds.get(bed_id)
    kept.beds.delete(bed_id, base)
    notes(Happened.DELETED, f"bed {bed.document.get('name')}", yard=bed.yard_id)


@router.post("/{bed_id}/restore")
def restore_bed(bed_id: UUID, kept: AllStores, may: MayDo, notes: Notes, response: Response) -> BedOut:
    """Bring a deleted bed back."""
    bed = kept.beds.restore(bed_id)
    notes(Happened.RESTORED, f"bed {bed.document.get('name')}", yard=bed.yard_id)
    return _answer(bed, response, may)


@router.post("/{bed_id}/copy", status_code=201)
def copy_bed(bed_id: UUID, kept: AllStores, may: MayDo, response: Response, made: MadeId) -> BedOut:
    """A new bed of the same design, under a name of its own; nothing of it is ticked off."""
    bed = kept.beds.get(bed_id)
    taken = {str(other.document.get("name")) for other in kept.beds.list(bed.yard_id)}
    design = bed.design.model_copy(update={"name": _copy_name(bed.design.name, taken)})
    return _answer(kept.beds.make(design, bed.yard_id, made), response, may)


def _copy_name(name: str, taken: set[str]) -> str:
    stem = name[:70]
    names = [f"{stem}, copy", *(f"{stem}, copy {n}" for n in range(2, len(taken) + 3))]
    return next(n for n in names if n not in taken)


@router.put("/{bed_id}/yard/{yard_id}")
def move_bed(
    bed_id: UUID, yard_id: UUID, kept: AllStores, work: AtWork, may: MayDo, notes: Notes, response: Response
) -> BedOut:
    """Move a bed to another yard, whose prices, saw and pile it has from then on; or bring it back to the one
    from which it was taken.

    Refused where it cannot be planned there.
    """
    bed = kept.beds.get(bed_id)
    work(_check, bed.design, kept.yards.get(yard_id).yard)
    moved = kept.beds.move(bed_id, yard_id)
    for yard in {bed.yard_id, yard_id}:
        notes(Happened.MOVED, f"bed {bed.document.get('name')}", yard=yard)
    return _answer(moved, response, may)


@router.post("/{bed_id}/undo")
def undo_bed(bed_id: UUID, base: Base, kept: AllStores, may: MayDo, response: Response) -> BedOut:
    """Undo one change."""
    return _answer(kept.beds.step(bed_id, base, "undo"), response, may)


@router.post("/{bed_id}/redo")
def redo_bed(bed_id: UUID, base: Base, kept: AllStores, may: MayDo, response: Response) -> BedOut:
    """Redo one change."""
    return _answer(kept.beds.step(bed_id, base, "redo"), response, may)


@router.put("/{bed_id}/ticks/{kind}/{key}")
def tick(
    bed_id: UUID,
    kind: TickKind,
    key: Key,
    kept: AllStores,
    work: AtWork,
    may: MayDo,
    response: Response,
    of: TickIn | None = None,
    write: WriteId = None,
) -> BedOut:
    """Tick off a piece cut, a line bought or a layer laid. Refused is what the bed does not have."""
    bed = kept.beds.get(bed_id)
    known = work(_tickable, bed.design, yard_for(bed_id, kept, bed.design.name), kind)
    if key not in known:
        raise refuse("key", key, "This bed has nothing of that name to tick off.", ", ".join(sorted(known)))
    length = of.length_mm if of else None
    return _answer(
        kept.beds.tick(bed_id, kind, key, done=True, length_mm=length, write_id=write), response, may
    )


def _tickable(design: Design, yard: Yard, kind: str) -> set[str]:
    """The keys of everything of a kind that a bed has to tick off."""
    plan = open_plan(design, yard)
    if kind == "buy":
        return {line.key for line in plan[BUYING]}
    return {row.key for row in plan[TICKS] if row.kind == kind}


@router.delete("/{bed_id}/ticks/{kind}/{key}")
def untick(
    bed_id: UUID,
    kind: TickKind,
    key: Key,
    kept: AllStores,
    may: MayDo,
    response: Response,
    write: WriteId = None,
) -> BedOut:
    """Take a tick back."""
    return _answer(kept.beds.tick(bed_id, kind, key, done=False, write_id=write), response, may)
