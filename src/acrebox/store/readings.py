"""Readings of levels and tapes: kept as they were taken, struck out and never lost."""

from collections.abc import Callable
from dataclasses import dataclass
from datetime import UTC, datetime, time
from typing import TypeVar
from uuid import UUID

from sqlalchemy import Engine, Text, case, cast, func, select, update
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.orm import Session, defer

from acrebox.core.measure.days import FIRST, LAST
from acrebox.store.documents import NotFoundError
from acrebox.store.tables import BedRow, ReadingRow
from acrebox.store.telling import Changed, tell

T = TypeVar("T")
_BEGIN, _END = datetime.combine(FIRST, time.min, UTC), datetime.combine(LAST, time.max, UTC)


@dataclass(frozen=True, kw_only=True)
class KeptReading:
    """One reading as it was taken: for which job, by which method, at which station, where that lies if the
    bed does not have it; as it was written. One that is `struck` does not count. `taken_at` is None where no
    calendar has the time that was kept; `taken_text` is that as the database writes it.
    """

    id: UUID
    job: str
    method: str
    station: str
    sight: str | None
    written: str
    taken_at: datetime | None
    struck: bool = False
    place: tuple[str, str] | None = None
    taken_text: str = ""


class ReadingStore:
    """All readings of beds."""

    def __init__(self, engine: Engine) -> None:
        self._engine = engine

    def of(self, bed_id: UUID) -> list[KeptReading]:
        """Every reading of a bed in the order in which they came, struck ones among them. Raises
        NotFoundError.
        """
        with Session(self._engine) as session:
            return self._of(session, bed_id)

    def take(self, bed_id: UUID, reading: KeptReading, told: Callable[[list[KeptReading]], T]) -> T:
        """Keep a reading; one that is sent twice counts once. Answers what is `told` of all of them; where
        that fails, nothing is kept. Raises NotFoundError.
        """
        with Session(self._engine) as session:
            bed = self._bed(session, bed_id)
            new = insert(ReadingRow).values(
                id=reading.id,
                bed_id=bed_id,
                job=reading.job,
                method=reading.method,
                station=reading.station,
                sight=reading.sight,
                written=reading.written,
                right=reading.place[0] if reading.place else None,
                back=reading.place[1] if reading.place else None,
                taken_at=reading.taken_at,
            )
            session.execute(new.on_conflict_do_nothing())
            answer = told(self._of(session, bed_id))
            tell(session, Changed(yard=bed.yard_id, bed=bed_id))
            session.commit()
            return answer

    def strike(
        self, bed_id: UUID, reading_id: UUID, told: Callable[[list[KeptReading]], T], struck: bool = True
    ) -> T:
        """Strike a reading out, or let it count again; doing either twice changes nothing. Answers what is
        `told` of all of them; where that fails, nothing is changed. Raises NotFoundError.
        """
        with Session(self._engine) as session:
            bed = self._bed(session, bed_id)
            rows = update(ReadingRow).where(ReadingRow.bed_id == bed_id, ReadingRow.id == reading_id)
            session.execute(rows.values(struck_at=func.now() if struck else None))
            answer = told(self._of(session, bed_id))
            tell(session, Changed(yard=bed.yard_id, bed=bed_id))
            session.commit()
            return answer

    def _of(self, session: Session, bed_id: UUID) -> list[KeptReading]:
        self._bed(session, bed_id)
        at = ReadingRow.taken_at
        known = case((at.between(_BEGIN, _END), at), else_=None)
        rows = (
            select(ReadingRow, known, cast(at, Text))
            .where(ReadingRow.bed_id == bed_id)
            .order_by(ReadingRow.place)
            .options(defer(at, raiseload=True))  # no datetime of Python's holds the year 10 000
        )
        return [
            KeptReading(
                id=row.id,
                job=row.job,
                method=row.method,
                station=row.station,
                sight=row.sight,
                written=row.written,
                taken_at=taken_at,
                taken_text=text,
                struck=row.struck_at is not None,
                place=(row.right, row.back) if row.right is not None and row.back is not None else None,
            )
            for row, taken_at, text in session.execute(rows)
        ]

    def _bed(self, session: Session, bed_id: UUID) -> BedRow:
        bed = session.get(BedRow, bed_id)
        if bed is None or bed.deleted_at is not None:
            raise NotFoundError(f"there is no bed {bed_id}")
        return bed
