"""Documents kept as append-only revisions: claimed from a known one, changed, undone, put away.

StoreError (an AcreBoxError)
 ├─ NotFoundError         no such bed or yard, or it is put away
 ├─ StaleError            the write started from an older revision; carries the newest
 ├─ TooManyError          as many as there can be are there already
 └─ NothingToUndoError    nothing to undo or redo
"""

from abc import ABC, abstractmethod
from dataclasses import dataclass
from datetime import datetime
from typing import Any, ClassVar, Generic, Literal, TypeVar, cast
from uuid import UUID

from sqlalchemy import Engine, delete, func, select, update
from sqlalchemy.orm import Session

from acrebox.core.errors import AcreBoxError
from acrebox.store.tables import BedRow, RevisionRow, YardRevisionRow, YardRow
from acrebox.store.telling import Changed, tell
from acrebox.store.thinning import EVERY, Mark, thinned

HOUSE = UUID("6f1d2a52-7f0b-5d53-9d3f-2f2b0a9f7c11")
"""Who asks where nobody has to sign in; and what ids of what he makes follow from."""


class StoreError(AcreBoxError):
    """Base of what the store refuses."""


class NotFoundError(StoreError):
    """No such bed or yard, or it is put away."""


class TooManyError(StoreError):
    """As many as there can be are there already."""


def check_few(there: int | None, most: int, of: str) -> None:
    """Raises TooManyError where one more would be too many."""
    if there is not None and there >= most:
        raise TooManyError(f"There are {there} {of}, and {most} is as many as there can be.")


def wait_for(session: Session, what: UUID) -> None:
    """Of two who do something of that name at once, the second waits until the first is done."""
    session.execute(select(func.pg_advisory_xact_lock(int.from_bytes(what.bytes[:8], signed=True))))


class NothingToUndoError(StoreError):
    """Nothing to undo or redo."""


@dataclass(frozen=True, kw_only=True)
class Stored:
    """Something at its newest revision, its document as it was written."""

    id: UUID
    revision: int
    document: dict[str, Any]
    saved_at: datetime
    can_undo: bool
    can_redo: bool


K = TypeVar("K", bound=Stored)
R = TypeVar("R", YardRow, BedRow)


class StaleError(StoreError):
    """The write started from another revision than the newest; `saved` is what stands."""

    def __init__(self, saved: Stored) -> None:
        self.saved = saved
        super().__init__(f"it stands at revision {saved.revision}")


class DocumentStore(ABC, Generic[K, R]):
    """Documents of one kind in one database. Every call is a transaction of its own."""

    what: ClassVar[str]
    rows: type[R]
    revisions: type[YardRevisionRow] | type[RevisionRow]

    def __init__(self, engine: Engine) -> None:
        self._engine = engine

    @abstractmethod
    def _read(self, session: Session, row: R) -> K:
        """The newest of a row."""

    @abstractmethod
    def _changed(self, row: R, revision: int | None = None) -> Changed:
        """What is told of a row that was changed."""

    def untouched(self) -> bool:
        """Whether nothing of its kind was ever made here."""
        with Session(self._engine) as session:
            return session.scalar(select(self.rows.id).limit(1)) is None

    def get(self, row_id: UUID) -> K:
        """It at its newest revision. Raises NotFoundError."""
        with Session(self._engine) as session:
            return self._read(session, self._row(session, row_id))

    def _made_before(self, session: Session, made: UUID | None) -> K | None:
        """What a write that came before has made already under an id; of two at once the second waits."""
        if made is None:
            return None
        wait_for(session, made)
        row = session.get(self.rows, made)
        return None if row is None else self._read(session, row)

    def _change(
        self, row_id: UUID, base: int, document: dict[str, Any], schema: int, write_id: UUID | None
    ) -> K:
        """Save a document that started from revision `base`; a write that is known already counts once.

        Raises StaleError when that is not the newest.
        """
        with Session(self._engine) as session:
            row = self._row(session, row_id, lock=True)
            if write_id is not None and self._is_known(session, row_id, write_id):
                return self._read(session, row)
            if self._newest(session, row).document == document:
                return self._read(session, row)  # it stands as it is wanted, whoever wrote it
            newest = self._claim(session, row, base)
            self._append(session, row, "edit", document, schema, undo_to=newest.number, write_id=write_id)
            session.commit()
            return self._read(session, row)

    def step(self, row_id: UUID, base: int, way: Literal["undo", "redo"]) -> K:
        """Undo or redo one change. Raises StaleError, NothingToUndoError."""
        with Session(self._engine) as session:
            row = self._row(session, row_id, lock=True)
            newest = self._claim(session, row, base)
            number = newest.undo_to if way == "undo" else newest.redo_to
            if number is None:
                raise NothingToUndoError(f"there is nothing to {way}")
            target = self._revision(session, row_id, number)
            redo_to = newest.number if way == "undo" else target.redo_to
            self._append(
                session,
                row,
                way,
                target.document,
                target.schema_version,
                undo_to=target.undo_to,
                redo_to=redo_to,
            )
            session.commit()
            return self._read(session, row)

    def delete(self, row_id: UUID, base: int) -> None:
        """Put it away; `restore` brings it back. Raises StaleError."""
        with Session(self._engine) as session:
            row = self._row(session, row_id, lock=True)
            self._claim(session, row, base)
            row.deleted_at = session.scalar(select(func.now()))
            tell(session, self._changed(row))
            session.commit()

    def restore(self, row_id: UUID) -> K:
        """Bring back as it was what was put away. Raises NotFoundError when there never was one."""
        with Session(self._engine) as session:
            row = session.get(self.rows, row_id, with_for_update=True)
            if row is None:
                raise NotFoundError(f"there is no {self.what} {row_id}")
            row.deleted_at = None
            tell(session, self._changed(row))
            session.commit()
            return self._read(session, row)

    def _thin(self, session: Session, row: R) -> None:
        """Forget revisions of long ago that nobody needs one by one."""
        kind = self.revisions
        columns = kind.number, kind.made_at, kind.undo_to, kind.redo_to
        of = kind.owner_id == row.id
        found = thinned([Mark(*m) for m in session.execute(select(*columns).where(of).order_by(kind.number))])
        for column, leads in ((kind.undo_to, found.undo_to), (kind.redo_to, found.redo_to)):
            for number, to in leads.items():
                one = update(kind).where(of, kind.number == number)
                session.execute(one.values({column: to}))
        session.execute(delete(kind).where(of, kind.number.in_(found.gone)))

    def _row(self, session: Session, row_id: UUID, lock: bool = False) -> R:
        row = session.get(self.rows, row_id, with_for_update=lock)
        if row is None or row.deleted_at is not None:
            raise NotFoundError(f"there is no {self.what} {row_id}")
        return row

    def _is_known(self, session: Session, row_id: UUID, write_id: UUID) -> bool:
        kind = self.revisions
        query = select(kind.number).where(kind.owner_id == row_id, kind.write_id == write_id)
        return session.scalar(query) is not None

    def _newest(self, session: Session, row: R) -> YardRevisionRow | RevisionRow:
        return self._revision(session, row.id, row.head)

    def _revision(self, session: Session, row_id: UUID, number: int) -> YardRevisionRow | RevisionRow:
        found = session.get_one(self.revisions, {"owner_id": row_id, "number": number})
        return cast("YardRevisionRow | RevisionRow", found)

    def _claim(self, session: Session, row: R, base: int) -> YardRevisionRow | RevisionRow:
        """The newest revision of a locked row, which must be `base`."""
        if row.head != base:
            raise StaleError(self._read(session, row))
        return self._newest(session, row)

    def _append(
        self,
        session: Session,
        row: R,
        kind: str,
        document: dict[str, Any],
        schema: int,
        *,
        undo_to: int | None = None,
        redo_to: int | None = None,
        write_id: UUID | None = None,
    ) -> None:
        row.head += 1
        session.add(
            self.revisions(
                owner_id=row.id,
                number=row.head,
                kind=kind,
                schema_version=schema,
                document=document,
                undo_to=undo_to,
                redo_to=redo_to,
                write_id=write_id,
            )
        )
        session.flush()
        tell(session, self._changed(row, row.head))
        if row.head % EVERY == 0:
            self._thin(session, row)


def stored(row: YardRow | BedRow, revision: YardRevisionRow | RevisionRow) -> dict[str, Any]:
    """What every kept document has, by the names of Stored."""
    return {
        "id": row.id,
        "revision": row.head,
        "document": revision.document,
        "saved_at": revision.made_at,
        "can_undo": revision.undo_to is not None,
        "can_redo": revision.redo_to is not None,
    }
