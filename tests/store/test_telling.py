"""Notices of what was changed, in a real PostgreSQL: what is committed is heard of, and nothing else."""

from collections.abc import Callable, Iterator
from datetime import UTC, datetime
from pathlib import Path
from queue import Empty, SimpleQueue
from uuid import UUID, uuid4

import pytest
from sqlalchemy import Engine, text
from sqlalchemy.orm import Session

from acrebox.core.yard import Yard
from acrebox.store import ALL, BedStore, Changed, Ear, KeptReading, ReadingStore, StoredYard, YardStore
from acrebox.store.backup import put_back, take_backup
from acrebox.store.telling import tell
from sample import design

WITHIN_S = 30
Hears = Callable[[], Changed]
AT = datetime(2026, 5, 2, 9, tzinfo=UTC)
READING = KeptReading(
    id=uuid4(), job="level", method="laser", station="A", sight=None, written="12 mm", taken_at=AT
)


@pytest.fixture
def hears(engine: Engine) -> Iterator[Hears]:
    """What is heard next; from here on it is listened."""
    heard: SimpleQueue[Changed] = SimpleQueue()
    ear = Ear(engine, heard.put)
    ear.start()
    assert heard.get(timeout=WITHIN_S) == ALL
    yield lambda: heard.get(timeout=WITHIN_S)
    ear.stop()
    with pytest.raises(Empty):
        heard.get_nowait()


def test_what_is_done_with_a_bed_is_heard_with_its_revision(
    engine: Engine, store: BedStore, yard: StoredYard, hears: Hears
) -> None:
    bed = store.make(design(), yard.id)
    assert hears() == Changed(yard.id, bed.id, 1)
    store.change(bed.id, 1, design(name="Other"))
    assert hears() == Changed(yard.id, bed.id, 2)
    store.step(bed.id, 2, "undo")
    assert hears() == Changed(yard.id, bed.id, 3)
    store.tick(bed.id, "cut", "front 1", True)
    assert hears() == Changed(yard.id, bed.id)
    ReadingStore(engine).take(bed.id, READING, list)
    assert hears() == Changed(yard.id, bed.id)
    store.delete(bed.id, 3)
    assert hears() == Changed(yard.id, bed.id)
    store.restore(bed.id)
    assert hears() == Changed(yard.id, bed.id)


def test_a_bed_that_is_moved_is_heard_of_in_both_yards(
    store: BedStore, yards: YardStore, yard: StoredYard, hears: Hears
) -> None:
    other = yards.make(Yard())
    assert hears() == Changed(other.id, None, 1)
    bed = store.make(design(), yard.id)
    assert hears() == Changed(yard.id, bed.id, 1)
    store.move(bed.id, other.id)
    assert {hears().yard, hears().yard} == {yard.id, other.id}


def test_what_is_put_back_from_a_backup_is_heard_of_as_anything(
    engine: Engine, yard: StoredYard, tmp_path: Path, hears: Hears
) -> None:
    url = engine.url.render_as_string(hide_password=False)
    file = tmp_path / "kept.zip"
    take_backup(url, file)
    with file.open("rb") as read:
        put_back(url, read, file.name, AT)
    assert hears() == ALL


def test_what_is_taken_back_is_not_heard_of(engine: Engine, yard: StoredYard, hears: Hears) -> None:
    with Session(engine) as session:
        tell(session, Changed(yard=UUID(int=1)))
        session.rollback()
        tell(session, Changed(yard=UUID(int=2)))
        session.commit()
    assert hears() == Changed(yard=UUID(int=2))


def test_a_line_that_is_cut_is_made_anew_and_that_is_told(
    engine: Engine, yards: YardStore, hears: Hears
) -> None:
    with engine.begin() as connection:
        cut = connection.execute(
            text(
                "SELECT pg_terminate_backend(pid) FROM pg_stat_activity"
                " WHERE datname = current_database() AND query LIKE 'LISTEN%'"
            )
        )
        assert cut.scalars().all() == [True]
    assert hears() == ALL
    yard = yards.make(Yard())
    assert hears() == Changed(yard.id, None, 1)
