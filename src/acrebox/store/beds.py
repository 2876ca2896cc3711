"""Beds: made, changed from a known revision, undone, copied, deleted, ticked.

StoreError (an AcreBoxError)
 ├─ BedNotFoundError      no such bed, or it is deleted
 ├─ StaleError            the write started from an older revision; carries the newest
 └─ NothingToUndoError    nothing to undo or redo
"""

from dataclasses import dataclass
from datetime import datetime
from typing import Literal
from uuid import UUID, uuid4

from sqlalchemy import Engine, delete, func, select
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.orm import Session

from acrebox.core.design import CURRENT_SCHEMA, Design, read_design
from acrebox.core.errors import AcreBoxError
from acrebox.store.tables import BedRow, RevisionRow, TickRow


class StoreError(AcreBoxError):
    """Base of what the store refuses."""


class BedNotFoundError(StoreError):
    """No such bed, or it is deleted."""


class NothingToUndoError(StoreError):
    """Nothing to undo or redo."""


@dataclass(frozen=True)
class Bed:
    """A bed at its newest revision, with what is ticked off as (kind, key)."""

    id: UUID
    revision: int
    design: Design
    saved_at: datetime
    can_undo: bool
    can_redo: bool
    ticks: tuple[tuple[str, str], ...]


class StaleError(StoreError):
    """The write started from another revision than the newest; `saved` is what stands."""

    def __init__(self, saved: Bed) -> None:
        self.saved = saved
        super().__init__(f"the bed stands at revision {saved.revision}")


class BedStore:
    """Beds in one database. Every call is a transaction of its own."""

    def __init__(self, engine: Engine) -> None:
        self._engine = engine

    def list(self) -> list[Bed]:
        """All beds that are not deleted, in the order they were made."""
        with Session(self._engine) as session:
            query = (
                select(BedRow, RevisionRow)
                .join(RevisionRow, (RevisionRow.bed_id == BedRow.id) & (RevisionRow.number == BedRow.head))
                .where(BedRow.deleted_at.is_(None))
                .order_by(BedRow.place)
            )
            rows = session.execute(query).all()
            ticks: dict[UUID, list[tuple[str, str]]] = {bed.id: [] for bed, _ in rows}
            for tick in session.scalars(
                select(TickRow).where(TickRow.bed_id.in_(ticks)).order_by(TickRow.key)
            ):
                ticks[tick.bed_id].append((tick.kind, tick.key))
            return [_bed(bed, revision, tuple(ticks[bed.id])) for bed, revision in rows]

    def untouched(self) -> bool:
        """Whether no bed was ever made here."""
        with Session(self._engine) as session:
            return session.scalar(select(BedRow.id).limit(1)) is None

    def get(self, bed_id: UUID) -> Bed:
        """The bed at its newest revision. Raises BedNotFoundError."""
        with Session(self._engine) as session:
            return self._read(session, self._row(session, bed_id))

    def make(self, design: Design) -> Bed:
        """A new bed of that design."""
        with Session(self._engine) as session:
            bed = BedRow(id=uuid4(), head=0)
            session.add(bed)
            session.flush()
            self._append(session, bed, "make", design, undo_to=None, redo_to=None)
            session.commit()
            return self._read(session, bed)

    def change(self, bed_id: UUID, base: int, design: Design) -> Bed:
        """Save a design that started from revision `base`. Raises StaleError when that is not the newest."""
        with Session(self._engine) as session:
            bed, newest = self._claim(session, bed_id, base)
            if read_design(newest.design) != design:
                self._append(session, bed, "edit", design, undo_to=newest.number, redo_to=None)
                session.commit()
            return self._read(session, bed)

    def step(self, bed_id: UUID, base: int, way: Literal["undo", "redo"]) -> Bed:
        """Undo or redo one change. Raises StaleError, NothingToUndoError."""
        with Session(self._engine) as session:
            bed, newest = self._claim(session, bed_id, base)
            number = newest.undo_to if way == "undo" else newest.redo_to
            if number is None:
                raise NothingToUndoError(f"there is nothing to {way}")
            target = session.get_one(RevisionRow, (bed_id, number))
            redo_to = newest.number if way == "undo" else target.redo_to
            self._append(
                session, bed, way, read_design(target.design), undo_to=target.undo_to, redo_to=redo_to
            )
            session.commit()
            return self._read(session, bed)

    def delete(self, bed_id: UUID, base: int) -> None:
        """Put a bed away; `restore` brings it back. Raises StaleError."""
        with Session(self._engine) as session:
            bed, _ = self._claim(session, bed_id, base)
            bed.deleted_at = session.scalar(select(func.now()))
            session.commit()

    def restore(self, bed_id: UUID) -> Bed:
        """Bring a deleted bed back as it was. Raises BedNotFoundError when there never was one."""
        with Session(self._engine) as session:
            bed = session.get(BedRow, bed_id, with_for_update=True)
            if bed is None:
                raise BedNotFoundError(f"there is no bed {bed_id}")
            bed.deleted_at = None
            session.commit()
            return self._read(session, bed)

    def tick(self, bed_id: UUID, kind: str, key: str, done: bool) -> Bed:
        """Tick something off, or take the tick back; doing either twice changes nothing."""
        with Session(self._engine) as session:
            bed = self._row(session, bed_id)
            if done:
                session.execute(
                    insert(TickRow).values(bed_id=bed_id, kind=kind, key=key).on_conflict_do_nothing()
                )
            else:
                session.execute(
                    delete(TickRow).where(TickRow.bed_id == bed_id, TickRow.kind == kind, TickRow.key == key)
                )
            session.commit()
            return self._read(session, bed)

    def _row(self, session: Session, bed_id: UUID, lock: bool = False) -> BedRow:
        bed = session.get(BedRow, bed_id, with_for_update=lock)
        if bed is None or bed.deleted_at is not None:
            raise BedNotFoundError(f"there is no bed {bed_id}")
        return bed

    def _claim(self, session: Session, bed_id: UUID, base: int) -> tuple[BedRow, RevisionRow]:
        """The bed, locked for this transaction, and its newest revision, which must be `base`."""
        bed = self._row(session, bed_id, lock=True)
        if bed.head != base:
            raise StaleError(self._read(session, bed))
        return bed, session.get_one(RevisionRow, (bed_id, bed.head))

    def _append(
        self,
        session: Session,
        bed: BedRow,
        kind: str,
        design: Design,
        undo_to: int | None,
        redo_to: int | None,
    ) -> None:
        bed.head += 1
        session.add(
            RevisionRow(
                bed_id=bed.id,
                number=bed.head,
                kind=kind,
                schema_version=CURRENT_SCHEMA,
                design=design.document(),
                undo_to=undo_to,
                redo_to=redo_to,
            )
        )
        session.flush()

    def _read(self, session: Session, bed: BedRow) -> Bed:
        ticks = session.scalars(
            select(TickRow).where(TickRow.bed_id == bed.id).order_by(TickRow.kind, TickRow.key)
        )
        return _bed(
            bed, session.get_one(RevisionRow, (bed.id, bed.head)), tuple((t.kind, t.key) for t in ticks)
        )


def _bed(bed: BedRow, revision: RevisionRow, ticks: tuple[tuple[str, str], ...]) -> Bed:
    return Bed(
        bed.id,
        bed.head,
        read_design(revision.design),
        revision.made_at,
        revision.undo_to is not None,
        revision.redo_to is not None,
        ticks,
    )
