"""Beds in a real PostgreSQL."""

from threading import Thread
from uuid import uuid4

import pytest
from sqlalchemy import Engine, text

from acrebox.demo import demo_beds, seed
from acrebox.store import BedStore
from acrebox.store.beds import BedNotFoundError, NothingToUndoError, StaleError
from acrebox.store.engine import migrate
from sample import design


@pytest.fixture
def store(engine: Engine) -> BedStore:
    return BedStore(engine)


def test_a_bed_is_kept_as_it_was_written(store: BedStore) -> None:
    made = store.make(design(outline__length="7ft 10-1/2"))
    again = store.get(made.id)
    assert again.design.document()["outline"]["length"] == "7ft 10-1/2"
    assert again.revision == 1
    assert again.design == made.design


def test_changes_are_appended_and_the_history_kept(store: BedStore, engine: Engine) -> None:
    bed = store.make(design())
    for n in range(3):
        bed = store.change(bed.id, bed.revision, design(name=f"Name {n}"))
    with engine.connect() as connection:
        names = connection.scalars(text("SELECT design->>'name' FROM revision ORDER BY number")).all()
    assert names == ["North bed", "Name 0", "Name 1", "Name 2"]


def test_a_stale_write_is_refused_with_what_stands(store: BedStore) -> None:
    bed = store.make(design())
    store.change(bed.id, 1, design(name="First"))
    with pytest.raises(StaleError) as refused:
        store.change(bed.id, 1, design(name="Second"))
    assert refused.value.saved.design.name == "First"
    assert store.get(bed.id).design.name == "First"


def test_of_two_writes_at_once_one_wins(store: BedStore) -> None:
    bed = store.make(design())
    outcomes: list[str] = []

    def write(name: str) -> None:
        try:
            store.change(bed.id, 1, design(name=name))
            outcomes.append("won")
        except StaleError:
            outcomes.append("stale")

    threads = [Thread(target=write, args=(f"Tab {n}",)) for n in range(4)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert sorted(outcomes) == ["stale", "stale", "stale", "won"]
    assert store.get(bed.id).revision == 2


def test_undo_and_redo_walk_the_history_and_a_new_change_ends_redo(store: BedStore) -> None:
    bed = store.make(design(name="A"))
    for name in ("B", "C"):
        bed = store.change(bed.id, bed.revision, design(name=name))
    seen = []
    for way in ("undo", "undo", "redo", "redo", "undo"):
        bed = store.step(bed.id, bed.revision, way)
        seen.append(bed.design.name)
    assert seen == ["B", "A", "B", "C", "B"]
    assert bed.can_redo
    bed = store.change(bed.id, bed.revision, design(name="D"))
    assert not bed.can_redo
    assert store.step(bed.id, bed.revision, "undo").design.name == "B"


def test_there_is_nothing_to_undo_in_a_new_bed(store: BedStore) -> None:
    bed = store.make(design())
    with pytest.raises(NothingToUndoError):
        store.step(bed.id, bed.revision, "undo")


def test_ticks_are_kept_through_changes_and_taken_back(store: BedStore) -> None:
    bed = store.make(design())
    store.tick(bed.id, "cut", "spruce-2x8:24384:1", done=True)
    store.tick(bed.id, "cut", "spruce-2x8:24384:1", done=True)
    bed = store.change(bed.id, bed.revision, design(name="Other"))
    assert bed.ticks == (("cut", "spruce-2x8:24384:1"),)
    assert store.tick(bed.id, "cut", "spruce-2x8:24384:1", done=False).ticks == ()


def test_a_deleted_bed_is_gone_until_it_is_brought_back(store: BedStore) -> None:
    bed = store.make(design())
    store.delete(bed.id, bed.revision)
    assert store.list() == []
    with pytest.raises(BedNotFoundError):
        store.get(bed.id)
    assert store.restore(bed.id).design == bed.design
    with pytest.raises(BedNotFoundError):
        store.restore(uuid4())


def test_the_sample_yard_goes_only_into_a_yard_never_used(store: BedStore) -> None:
    seed(store)
    assert [b.design.name for b in store.list()] == [d.name for d in demo_beds()]
    for bed in store.list():
        store.delete(bed.id, bed.revision)
    seed(store)
    assert store.list() == []


def test_migrations_say_nothing_the_second_time(engine: Engine) -> None:
    migrate(engine)
    with engine.connect() as connection:
        assert connection.scalar(text("SELECT count(*) FROM alembic_version")) == 1
