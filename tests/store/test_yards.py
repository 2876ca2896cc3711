"""Yards and the figures of their beds in a real PostgreSQL."""

from typing import Any
from uuid import uuid4

import pytest
from sqlalchemy import Engine, text

from acrebox.api import figures
from acrebox.api.figures import listed
from acrebox.core.plan import plan_bed
from acrebox.core.yard import Yard, read_yard
from acrebox.store import BedStore, NotFoundError, StaleError, StoredYard, YardStore
from sample import design


def made(**fields: Any) -> Yard:
    return read_yard({"schema": 1, "name": "Plot 7", **fields})


def test_beds_belong_to_one_yard(yards: YardStore, store: BedStore) -> None:
    here, there = yards.make(made(name="Here")), yards.make(made(name="There"))
    bed = store.make(design(), here.id)
    assert [b.id for b in store.list(here.id)] == [bed.id]
    assert store.list(there.id) == []
    assert (yards.get(here.id).beds, yards.get(there.id).beds) == (1, 0)
    with pytest.raises(NotFoundError):
        store.make(design(), uuid4())
    yards.delete(there.id, 1)
    with pytest.raises(NotFoundError):
        store.make(design(), there.id)


def test_a_bed_is_moved_with_its_history_and_its_ticks(yards: YardStore, store: BedStore) -> None:
    here, there = yards.make(made(name="Here")), yards.make(made(name="There"))
    bed = store.make(design(), here.id)
    store.change(bed.id, 1, design(name="Moved"))
    store.tick(bed.id, "cut", "front 1", done=True, length_mm=2400)
    moved = store.move(bed.id, there.id)
    assert (moved.yard_id, moved.revision, len(moved.ticks)) == (there.id, 2, 1)
    assert store.list(here.id) == []
    assert store.step(bed.id, 2, "undo").yard_id == there.id
    yards.delete(here.id, 1)
    with pytest.raises(NotFoundError):
        store.move(bed.id, here.id)


def test_what_a_bed_is_planned_with_is_read_in_one_question(yards: YardStore, store: BedStore) -> None:
    yard = yards.make(made(pile=[{"stock": "4x4", "length": "8 ft", "count": 2}]))
    first, second = (store.make(design(name=f"Bed {n}"), yard.id) for n in range(2))
    store.tick(second.id, "cut", "front 1", done=True, length_mm=2400)
    store.tick(second.id, "buy", "spruce-2x8:2438", done=True)
    [row, _] = listed(yard, store)
    assert row.figures
    around = store.around(second.id)
    assert around.yard == yard.yard
    assert around.sawn == (("front 1", 2400.0),)
    assert sorted(around.taken) == sorted(row.figures.uses)
    assert (store.around(first.id).sawn, store.around(first.id).taken) == ((), ())
    store.delete(first.id, 1)
    assert store.around(second.id).taken == ()
    with pytest.raises(NotFoundError):
        store.around(first.id)


def test_a_yard_is_changed_from_a_known_revision_and_undone(yards: YardStore) -> None:
    yard = yards.make(made())
    changed = yards.change(yard.id, 1, made(saw={"kerf": "2 mm"}))
    assert changed.yard.saw.kerf.mm == 2
    with pytest.raises(StaleError):
        yards.change(yard.id, 1, made(name="Other"))
    assert yards.step(yard.id, 2, "undo").yard == made()


def test_a_write_sent_twice_counts_once(store: BedStore, yard: StoredYard) -> None:
    bed, name = store.make(design(), yard.id), uuid4()
    first = store.change(bed.id, 1, design(name="Once"), name)
    again = store.change(bed.id, 1, design(name="Once"), name)
    assert (first.revision, again.revision) == (2, 2)


def test_a_yard_that_nobody_can_read_is_there_with_what_is_wrong(yards: YardStore, engine: Engine) -> None:
    yard = yards.make(made())
    with engine.begin() as connection:
        connection.execute(
            text("""UPDATE yard_revision SET document = '{"schema": 1, "saw": {"kerf": "x"}}'""")
        )
    again = yards.get(yard.id)
    assert [p.field for p in again.problems] == ["saw.kerf"]
    assert again.yard.saw.kerf.mm == 3


def test_figures_are_worked_out_once_and_again_when_what_they_come_from_changes(
    yards: YardStore, store: BedStore, yard: StoredYard, monkeypatch: pytest.MonkeyPatch
) -> None:
    planned: list[str] = []
    plan = plan_bed

    def counted(of: Any, *more: Any) -> Any:
        planned.append(of.name)
        return plan(of, *more)

    monkeypatch.setattr(figures, "plan_bed", counted)
    beds = [store.make(design(name=f"Bed {n}"), yard.id) for n in range(3)]
    first = listed(yard, store)
    assert (len(planned), len(first)) == (3, 3)
    assert [r.figures for r in listed(yard, store)] == [r.figures for r in first]
    assert len(planned) == 3
    store.change(beds[1].id, 1, design(name="Bed 1", outline__length="7 ft"))
    listed(yard, store)
    assert planned[3:] == ["Bed 1"]
    priced = yards.change(yard.id, 1, made(prices=[{"stock": "2x8", "length": "8 ft", "price": "1"}]))
    assert {
        r.figures.cost < f.figures.cost
        for r, f in zip(listed(priced, store), first, strict=True)
        if r.figures and f.figures
    } == {True}


def test_what_is_not_worked_out_yet_is_said_and_follows(store: BedStore, yard: StoredYard) -> None:
    for n in range(4):
        store.make(design(name=f"Bed {n}"), yard.id)
    assert [r.stale for r in listed(yard, store, at_once=3)] == [False, False, False, True]
    assert not any(r.stale for r in listed(yard, store, at_once=3))


def test_a_stick_promised_to_one_bed_is_not_shown_as_anothers(store: BedStore, yards: YardStore) -> None:
    yard = yards.make(made(pile=[{"stock": "4x4", "length": "8 ft", "count": 2}]))
    for n in range(2):
        store.make(design(name=f"Bed {n}"), yard.id)
    used = [r.figures.uses for r in listed(yard, store) if r.figures]
    assert sum(len(u) for u in used) == 2
    assert len(used[0]) == 2 or used[1]


def test_a_tick_of_a_piece_changes_the_figures(store: BedStore, yard: StoredYard) -> None:
    bed = store.make(design(), yard.id)
    listed(yard, store)
    store.tick(bed.id, "cut", "front 1", done=True, length_mm=2000)
    [row] = listed(yard, store)
    assert row.figures
    assert any("front 1" in look.message for look in row.figures.looks)
