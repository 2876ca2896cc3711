"""Yards: made, changed from a known revision, undone, put away."""

import json
from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache
from typing import Any
from uuid import UUID, uuid4

from sqlalchemy import ColumnElement, func, select
from sqlalchemy.orm import Session

from acrebox.core.errors import DesignError, Problem
from acrebox.core.yard import CURRENT_SCHEMA, LONE, Yard, read_yard, yard_problems
from acrebox.store.documents import HOUSE, DocumentStore, Stored, check_few, stored, wait_for
from acrebox.store.tables import BedRow, YardRevisionRow, YardRow
from acrebox.store.telling import Changed, tell

MOST_YARDS = 100
"""How many yards somebody has."""


@dataclass(frozen=True, kw_only=True)
class StoredYard(Stored):
    """A yard at its newest revision, and how many beds stand in it."""

    beds: int

    @property
    def _parts(self) -> tuple[Yard, tuple[Problem, ...]]:
        return _readable(json.dumps(self.document))

    @property
    def yard(self) -> Yard:
        """The yard that is kept; the usual one where nobody can read it any more, as `problems` says."""
        return self._parts[0]

    @property
    def problems(self) -> tuple[Problem, ...]:
        """What of it cannot be read, or no bed can use."""
        return self._parts[1]


def yard_of(document: Mapping[str, Any]) -> Yard:
    """The yard of a document as it is kept; the usual one where nobody can read it."""
    return _readable(json.dumps(document))[0]


@lru_cache(maxsize=64)
def _readable(text: str) -> tuple[Yard, tuple[Problem, ...]]:
    """The yard of a text, and what of it cannot be read, or no bed can use."""
    try:
        found = read_yard(json.loads(text))
    except DesignError as fault:
        return LONE, fault.problems
    return found, tuple(yard_problems(found))


class YardStore(DocumentStore[StoredYard, YardRow]):
    """Yards in one database."""

    what = "yard"
    rows = YardRow
    revisions = YardRevisionRow

    def list(self) -> list[StoredYard]:
        """All yards that are not put away, in the order they were made."""
        with Session(self._engine) as session:
            query = select(YardRow).where(YardRow.deleted_at.is_(None)).order_by(YardRow.place)
            return [self._read(session, row) for row in session.scalars(query)]

    def make(self, yard: Yard, owner: UUID | None = None, made: UUID | None = None) -> StoredYard:
        """A new yard, somebody's where that is told; the one of an id where that was made already.

        Raises TooManyError.
        """
        with Session(self._engine) as session:
            if (there := self._made_before(session, made)) is not None:
                return there
            count = select(func.count()).where(_of(owner), YardRow.deleted_at.is_(None))
            check_few(session.scalar(count), MOST_YARDS, "yards of one owner")
            return self._make(session, yard, owner, made or uuid4())

    def usual(self, owner: UUID | None = None) -> StoredYard:
        """The first yard of somebody's own, or of nobody's; made where there is none, once however many ask
        for it at once.
        """
        with Session(self._engine) as session:
            wait_for(session, owner or HOUSE)
            own = select(YardRow).where(_of(owner), YardRow.deleted_at.is_(None))
            row = session.scalar(own.order_by(YardRow.place).limit(1))
            return self._read(session, row) if row else self._make(session, LONE, owner, uuid4())

    def _make(self, session: Session, yard: Yard, owner: UUID | None, made: UUID) -> StoredYard:
        row = YardRow(id=made, head=0, owner_id=owner)
        session.add(row)
        session.flush()
        self._append(session, row, "make", yard.document(), CURRENT_SCHEMA)
        if owner is not None:
            tell(session, Changed(account=owner))
        session.commit()
        return self._read(session, row)

    def change(self, yard_id: UUID, base: int, yard: Yard, write_id: UUID | None = None) -> StoredYard:
        """Save a yard that started from revision `base`. Raises StaleError when that is not the newest."""
        return self._change(yard_id, base, yard.document(), CURRENT_SCHEMA, write_id)

    def _changed(self, row: YardRow, revision: int | None = None) -> Changed:
        return Changed(yard=row.id, revision=revision)

    def _read(self, session: Session, row: YardRow) -> StoredYard:
        count = select(func.count()).where(BedRow.yard_id == row.id, BedRow.deleted_at.is_(None))
        return StoredYard(**stored(row, self._newest(session, row)), beds=session.scalar(count) or 0)


def _of(owner: UUID | None) -> ColumnElement[bool]:
    """That a yard has that owner, or none."""
    return YardRow.owner_id == owner if owner else YardRow.owner_id.is_(None)
