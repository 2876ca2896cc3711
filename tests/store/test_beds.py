"""Beds in a real PostgreSQL."""

from threading import Thread
from uuid import uuid4

import pytest
from sqlalchemy import Engine, text

from acrebox.demo import demo_beds, demo_yard, seed
from acrebox.store import BedStore, NotFoundError, NothingToUndoError, StaleError, StoredYard, Tick, YardStore
from sample import design


def test_a_bed_is_kept_as_it_was_written(store: BedStore, yard: StoredYard) -> None:
    made = store.make(design(outline__length="7ft 10-1/2"), yard.id)
    again = store.get(made.id)
    assert again.design.document()["outline"]["length"] == "7ft 10-1/2"
    assert again.revision == 1
    assert again.design == made.design


def test_changes_are_appended_and_the_history_kept(store: BedStore, yard: StoredYard, engine: Engine) -> None:
    bed = store.make(design(), yard.id)
    for n in range(3):
        bed = store.change(bed.id, bed.revision, design(name=f"Name {n}"))
    with engine.connect() as connection:
        names = connection.scalars(text("SELECT design->>'name' FROM revision ORDER BY number")).all()
    assert names == ["North bed", "Name 0", "Name 1", "Name 2"]


def test_a_stale_write_is_refused_with_what_stands(store: BedStore, yard: StoredYard) -> None:
    bed = store.make(design(), yard.id)
    store.change(bed.id, 1, design(name="First"))
    with pytest.raises(StaleError) as refused:
        store.change(bed.id, 1, design(name="Second"))
    assert refused.value.saved.document["name"] == "First"
    assert store.get(bed.id).design.name == "First"


def test_of_two_writes_at_once_one_wins(store: BedStore, yard: StoredYard) -> None:
    bed = store.make(design(), yard.id)
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


def test_undo_and_redo_walk_the_history_and_a_new_change_ends_redo(store: BedStore, yard: StoredYard) -> None:
    bed = store.make(design(name="A"), yard.id)
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


def test_there_is_nothing_to_undo_in_a_new_bed(store: BedStore, yard: StoredYard) -> None:
    bed = store.make(design(), yard.id)
    with pytest.raises(NothingToUndoError):
        store.step(bed.id, bed.revision, "undo")


def test_ticks_are_kept_through_changes_and_taken_back(store: BedStore, yard: StoredYard) -> None:
    bed = store.make(design(), yard.id)
    store.tick(bed.id, "cut", "front 1", done=True, length_mm=2438.4)
    store.tick(bed.id, "cut", "front 1", done=True, length_mm=2438.4)
    bed = store.change(bed.id, bed.revision, design(name="Other"))
    assert bed.ticks == (Tick("cut", "front 1", 2438.4),)
    assert store.tick(bed.id, "cut", "front 1", done=False).ticks == ()


def test_a_deleted_bed_is_gone_until_it_is_brought_back(store: BedStore, yard: StoredYard) -> None:
    bed = store.make(design(), yard.id)
    store.delete(bed.id, bed.revision)
    assert store.list(yard.id) == []
    with pytest.raises(NotFoundError):
        store.get(bed.id)
    assert store.restore(bed.id).design == bed.design
    with pytest.raises(NotFoundError):
        store.restore(uuid4())


def test_the_sample_yard_goes_only_into_a_place_never_used(store: BedStore, yards: YardStore) -> None:
    seed(yards, store)
    [sample] = yards.list()
    assert [b.design.name for b in store.list(sample.id)] == [d.name for d in demo_beds()]
    names = {str(b.id): b.design.name for b in store.list(sample.id)}
    by_name = {names[key]: place for key, place in sample.yard.places.items()}
    assert sample.yard.model_copy(update={"places": by_name}) == demo_yard()
    for bed in store.list(sample.id):
        store.delete(bed.id, bed.revision)
    seed(yards, store)
    assert store.list(sample.id) == []
    assert len(yards.list()) == 1
