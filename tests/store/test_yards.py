"""Yards and the figures of their beds in a real PostgreSQL."""

from collections.abc import Callable
from dataclasses import dataclass
from math import inf
from typing import Any
from uuid import uuid4

import pytest
from sqlalchemy import Engine, text

from acrebox.core.errors import Problem, refuse
from acrebox.core.plan import plan_bed
from acrebox.core.yard import Yard, read_yard
from acrebox.jobs import figures
from acrebox.jobs.figures import listed
from acrebox.jobs.lanes import BusyError, EndedEarlyError
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
    [row, _] = listed(yard, store, inf)
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
    first = listed(yard, store, inf)
    assert (len(planned), len(first)) == (3, 3)
    assert [r.figures for r in listed(yard, store, inf)] == [r.figures for r in first]
    assert len(planned) == 3
    store.change(beds[1].id, 1, design(name="Bed 1", outline__length="7 ft"))
    listed(yard, store, inf)
    assert planned[3:] == ["Bed 1"]
    priced = yards.change(yard.id, 1, made(prices=[{"stock": "2x8", "length": "8 ft", "price": "1"}]))
    assert {
        r.figures.cost < f.figures.cost
        for r, f in zip(listed(priced, store, inf), first, strict=True)
        if r.figures and f.figures
    } == {True}


def test_what_is_not_worked_out_yet_is_said_and_follows(store: BedStore, yard: StoredYard) -> None:
    for n in range(3):
        store.make(design(name=f"Bed {n}"), yard.id)
    # One at every look in any case, however little time there is.
    assert [r.stale for r in listed(yard, store, for_s=0)] == [False, True, True]
    assert [r.stale for r in listed(yard, store, for_s=0)] == [False, False, True]
    assert [r.stale for r in listed(yard, store, for_s=0)] == [False, False, False]


@dataclass
class Pool:
    """Processes that work, of which the `n`th piece of work does not come to its end."""

    n: int
    fault: Exception
    asked: int = 0

    def __call__(self, work: Callable[..., Any], *args: Any) -> Any:
        self.asked += 1
        if self.asked == self.n:
            raise self.fault
        return work(*args)


def test_what_was_worked_out_is_kept_whatever_becomes_of_the_next(store: BedStore, yard: StoredYard) -> None:
    for n in range(3):
        store.make(design(name=f"Bed {n}"), yard.id)
    with pytest.raises(RuntimeError):
        listed(yard, store, inf, Pool(3, RuntimeError("the line broke off")))
    again = Pool(9, RuntimeError())
    assert all(r.figures for r in listed(yard, store, inf, again))
    assert again.asked == 1


@pytest.mark.parametrize("fault", [BusyError("busy"), EndedEarlyError([Problem("design", "", "", "")])])
def test_where_the_machine_is_busy_the_rest_follows(
    store: BedStore, yard: StoredYard, fault: Exception
) -> None:
    for n in range(3):
        store.make(design(name=f"Bed {n}"), yard.id)
    rows = listed(yard, store, inf, Pool(2, fault))
    assert [(r.stale, r.problems, r.figures is None) for r in rows] == [
        (False, (), False),
        (True, (), True),
        (True, (), True),
    ]
    assert all(r.figures for r in listed(yard, store, inf))


def test_what_takes_too_much_is_tried_once(store: BedStore, yard: StoredYard) -> None:
    """It would take as much at every look, and the beds behind it would never come."""
    for n in range(2):
        store.make(design(name=f"Bed {n}"), yard.id)
    listed(yard, store, 0, Pool(1, refuse("design", "too much work", "It takes too long.", "smaller")))
    again = Pool(9, RuntimeError())
    rows = listed(yard, store, 0, again)
    assert [p.message for p in rows[0].problems] == ["It takes too long."]
    assert rows[1].figures is not None
    assert again.asked == 1


def test_a_stick_promised_to_one_bed_is_not_shown_as_anothers(store: BedStore, yards: YardStore) -> None:
    yard = yards.make(made(pile=[{"stock": "4x4", "length": "8 ft", "count": 2}]))
    for n in range(2):
        store.make(design(name=f"Bed {n}"), yard.id)
    used = [r.figures.uses for r in listed(yard, store, inf) if r.figures]
    assert sum(len(u) for u in used) == 2
    assert len(used[0]) == 2 or used[1]


def test_a_tick_of_a_piece_changes_the_figures(store: BedStore, yard: StoredYard) -> None:
    bed = store.make(design(), yard.id)
    listed(yard, store, inf)
    store.tick(bed.id, "cut", "front 1", done=True, length_mm=2000)
    [row] = listed(yard, store)
    assert row.figures
    assert any("front 1" in look.message for look in row.figures.looks)
