"""Beds: made in a yard, changed from a known revision, undone, copied, put away, ticked; their figures."""

import json
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from datetime import timedelta
from functools import cached_property, lru_cache
from typing import Any
from uuid import UUID, uuid4

from sqlalchemy import delete, func, select
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.orm import Session, aliased

from acrebox.core.design import CURRENT_SCHEMA, Design, read_design
from acrebox.core.errors import DesignError
from acrebox.core.yard import Yard
from acrebox.store.documents import DocumentStore, NotFoundError, Stored, check_few, stored
from acrebox.store.tables import BedRow, FigureRow, RevisionRow, TickRow, WrittenRow, YardRevisionRow, YardRow
from acrebox.store.telling import Changed, tell
from acrebox.store.yards import yard_of

KNOWN_DAYS = 60
"""How long a write that made no revision is known by its name."""
BACK_DAYS = 60
"""For how long the owner of the yard from which a bed was taken can bring it back."""
MOST_BEDS = 200
"""How many beds stand in a yard."""


@dataclass(frozen=True)
class Tick:
    """Something ticked off; of a piece cut, how long it is [mm] where that is known."""

    kind: str
    key: str
    length_mm: float | None = None


@dataclass(frozen=True, kw_only=True)
class Bed(Stored):
    """A bed at its newest revision, with what is ticked off, and its figures as last worked out."""

    yard_id: UUID
    ticks: tuple[Tick, ...]
    basis: str | None = None
    figures: Mapping[str, Any] | None = None

    @property
    def sawn(self) -> tuple[tuple[str, float], ...]:
        """The pieces that are sawn and whose length is known, by part and length [mm]."""
        cut = (t for t in self.ticks if t.kind == "cut")
        return tuple((t.key, t.length_mm) for t in cut if t.length_mm is not None)

    @cached_property
    def design(self) -> Design:
        """The design that is kept. Raises DesignError when nobody can read it any more."""
        return read_design(self.document)


@dataclass(frozen=True, kw_only=True)
class Around:
    """What a bed is planned with besides its design: its yard, its pieces that are sawn by name and length
    [mm], and the sticks of the pile that beds before it are cut from, as stock and length [0.1 mm].
    """

    yard: Yard
    yard_id: UUID
    sawn: tuple[tuple[str, float], ...]
    taken: tuple[tuple[str, int], ...]


class BedStore(DocumentStore[Bed, BedRow]):
    """Beds in one database."""

    what = "bed"
    rows = BedRow
    revisions = RevisionRow

    def list(self, yard_id: UUID) -> list[Bed]:
        """All beds of a yard that are not put away, in the order they were made."""
        with Session(self._engine) as session:
            query = (
                select(BedRow, RevisionRow, FigureRow)
                .join(RevisionRow, (RevisionRow.owner_id == BedRow.id) & (RevisionRow.number == BedRow.head))
                .outerjoin(FigureRow, FigureRow.bed_id == BedRow.id)
                .where(BedRow.yard_id == yard_id, BedRow.deleted_at.is_(None))
                .order_by(BedRow.place)
            )
            rows = session.execute(query).all()
            ticks: dict[UUID, list[Tick]] = {bed.id: [] for bed, _, _ in rows}
            for tick in session.scalars(
                select(TickRow).where(TickRow.bed_id.in_(ticks)).order_by(TickRow.kind, TickRow.key)
            ):
                ticks[tick.bed_id].append(_tick(tick))
            return [_bed(bed, revision, ticks[bed.id], figure) for bed, revision, figure in rows]

    def designs(self, yard_id: UUID) -> dict[UUID, Design]:
        """The designs of a yard's beds that can be read, in the order in which the beds were made."""
        query = (
            select(BedRow.id, RevisionRow.document)
            .join(RevisionRow, (RevisionRow.owner_id == BedRow.id) & (RevisionRow.number == BedRow.head))
            .where(BedRow.yard_id == yard_id, BedRow.deleted_at.is_(None))
            .order_by(BedRow.place)
        )
        with self._engine.connect() as connection:
            rows = connection.execute(query).all()
        read = ((key, _read_text(json.dumps(document))) for key, document in rows)
        return {key: design for key, design in read if design is not None}

    def around(self, bed_id: UUID) -> Around:
        """What a bed is planned with besides its design, read in one question. Raises NotFoundError."""
        ticked = (
            select(func.jsonb_agg(func.jsonb_build_array(TickRow.key, TickRow.length_mm)))
            .where(TickRow.bed_id == BedRow.id, TickRow.kind == "cut", TickRow.length_mm.is_not(None))
            .scalar_subquery()
        )
        before = aliased(BedRow)
        taken = (
            select(func.jsonb_agg(FigureRow.figures["uses"]))
            .join(before, before.id == FigureRow.bed_id)
            .where(before.yard_id == BedRow.yard_id, before.deleted_at.is_(None), before.place < BedRow.place)
            .scalar_subquery()
        )
        newest = (YardRevisionRow.owner_id == YardRow.id) & (YardRevisionRow.number == YardRow.head)
        query = (
            select(YardRow.id, YardRevisionRow.document, ticked, taken)
            .join_from(BedRow, YardRow, BedRow.yard_id == YardRow.id)
            .join(YardRevisionRow, newest)
            .where(BedRow.id == bed_id, BedRow.deleted_at.is_(None), YardRow.deleted_at.is_(None))
        )
        with self._engine.connect() as connection:
            found = connection.execute(query).one_or_none()
        if found is None:
            raise NotFoundError(f"there is no bed {bed_id}")
        yard_id, document, sawn, uses = found
        return Around(
            yard=yard_of(document),
            yard_id=yard_id,
            sawn=tuple(sorted((key, length) for key, length in sawn or ())),
            taken=tuple((stock, length) for of in uses or () for stock, length in of),
        )

    def make(self, design: Design, yard_id: UUID, made: UUID | None = None) -> Bed:
        """A new bed of that design in a yard; the one of an id where that was made already.

        Raises NotFoundError when there is no such yard, and TooManyError.
        """
        with Session(self._engine) as session:
            if (there := self._made_before(session, made)) is not None:
                return there
            self._check_room(session, yard_id)
            bed = BedRow(id=made or uuid4(), head=0, yard_id=yard_id)
            session.add(bed)
            session.flush()
            self._append(session, bed, "make", design.document(), CURRENT_SCHEMA)
            session.commit()
            return self._read(session, bed)

    def change(self, bed_id: UUID, base: int, design: Design, write_id: UUID | None = None) -> Bed:
        """Save a design that started from revision `base`. Raises StaleError when that is not the newest."""
        return self._change(bed_id, base, design.document(), CURRENT_SCHEMA, write_id)

    def move(self, bed_id: UUID, yard_id: UUID) -> Bed:
        """Put a bed into another yard, with its history and its ticks; from which it came is kept.

        Raises NotFoundError, and TooManyError.
        """
        with Session(self._engine) as session:
            bed = self._row(session, bed_id, lock=True)
            if bed.yard_id != yard_id:
                self._check_room(session, yard_id)
                tell(session, self._changed(bed))
                bed.came_from, bed.moved_at = bed.yard_id, session.scalar(select(func.now()))
                bed.yard_id = yard_id
                tell(session, self._changed(bed))
            session.commit()
            return self._read(session, bed)

    def came_from(self, bed_id: UUID) -> UUID | None:
        """The yard from which a bed was taken, for so long as its owner can bring it back."""
        lately = BedRow.moved_at > func.now() - timedelta(days=BACK_DAYS)
        with Session(self._engine) as session:
            return session.scalar(select(BedRow.came_from).where(BedRow.id == bed_id, lately))

    def _check_room(self, session: Session, yard_id: UUID) -> None:
        yard = session.get(YardRow, yard_id)
        if yard is None or yard.deleted_at is not None:
            raise NotFoundError(f"there is no yard {yard_id}")
        count = select(func.count()).where(BedRow.yard_id == yard_id, BedRow.deleted_at.is_(None))
        check_few(session.scalar(count), MOST_BEDS, "beds in one yard")

    def tick(
        self,
        bed_id: UUID,
        kind: str,
        key: str,
        done: bool,
        length_mm: float | None = None,
        write_id: UUID | None = None,
    ) -> Bed:
        """Tick something off, or take the tick back; doing either twice changes nothing, and a write that is
        known already does nothing any more.
        """
        with Session(self._engine) as session:
            bed = self._row(session, bed_id)
            if write_id is not None and not self._is_new(session, bed_id, write_id):
                return self._read(session, bed)
            if done:
                new = insert(TickRow).values(bed_id=bed_id, kind=kind, key=key, length_mm=length_mm)
                session.execute(new.on_conflict_do_nothing())
            else:
                session.execute(
                    delete(TickRow).where(TickRow.bed_id == bed_id, TickRow.kind == kind, TickRow.key == key)
                )
            tell(session, self._changed(bed))
            session.commit()
            return self._read(session, bed)

    def _is_new(self, session: Session, bed_id: UUID, write_id: UUID) -> bool:
        """Whether a write is not known yet; from here on it is. Long after its writing it is forgotten."""
        old = WrittenRow.made_at < func.now() - timedelta(days=KNOWN_DAYS)
        session.execute(delete(WrittenRow).where(old))
        row = insert(WrittenRow).values(id=write_id, bed_id=bed_id)
        new = session.execute(row.on_conflict_do_nothing().returning(WrittenRow.id)).all()
        return bool(new)

    def keep_figures(self, found: Iterable[tuple[UUID, str, Mapping[str, Any]]]) -> None:
        """Keep figures of beds (id, what they were worked out from, figures) in place of older ones."""
        rows = [{"bed_id": bed, "basis": basis, "figures": dict(figures)} for bed, basis, figures in found]
        if not rows:
            return
        with Session(self._engine) as session:
            new = insert(FigureRow).values(rows)
            session.execute(
                new.on_conflict_do_update(
                    index_elements=["bed_id"],
                    set_={"basis": new.excluded.basis, "figures": new.excluded.figures},
                )
            )
            session.commit()

    def _changed(self, row: BedRow, revision: int | None = None) -> Changed:
        return Changed(yard=row.yard_id, bed=row.id, revision=revision)

    def _read(self, session: Session, row: BedRow) -> Bed:
        ticks = session.scalars(
            select(TickRow).where(TickRow.bed_id == row.id).order_by(TickRow.kind, TickRow.key)
        )
        newest = self._newest(session, row)
        assert isinstance(newest, RevisionRow)
        return _bed(row, newest, [_tick(t) for t in ticks], session.get(FigureRow, row.id))


@lru_cache(maxsize=256)
def _read_text(text: str) -> Design | None:
    """A design as it is kept; None where nobody can read it any more."""
    try:
        return read_design(json.loads(text))
    except DesignError:
        return None


def _tick(row: TickRow) -> Tick:
    return Tick(row.kind, row.key, row.length_mm)


def _bed(bed: BedRow, revision: RevisionRow, ticks: Iterable[Tick], figure: FigureRow | None) -> Bed:
    return Bed(
        **stored(bed, revision),
        yard_id=bed.yard_id,
        ticks=tuple(ticks),
        basis=figure.basis if figure else None,
        figures=figure.figures if figure else None,
    )
