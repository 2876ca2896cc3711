"""Revisions of long ago are thinned: what is kept can be undone to, what is not is not spoken of."""

from datetime import UTC, datetime, timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st
from sqlalchemy import Engine, text

from acrebox.core.yard import Yard
from acrebox.store import BedStore, StoredYard, YardStore, thinning
from acrebox.store.thinning import EVERY, NEWEST, Mark, thinned
from sample import design

FEW = 20
BEGUN = datetime(2026, 3, 1, tzinfo=UTC)


@st.composite
def written(draw: st.DrawFn) -> list[Mark]:
    """Saves, undone and redone as people do, over some days."""
    marks, at = list[Mark](), BEGUN
    undo: list[int | None] = [None]
    for number in range(1, draw(st.integers(1, 400)) + 1):
        at += timedelta(minutes=draw(st.integers(0, 600)))
        newest = marks[-1] if marks else None
        if newest and newest.undo_to is not None and draw(st.integers(0, 4)) == 0:
            target = marks[newest.undo_to - 1]
            marks.append(Mark(number, at, undo_to=target.undo_to, redo_to=newest.number))
        else:
            marks.append(Mark(number, at, undo_to=newest.number if newest else None))
        undo.append(marks[-1].undo_to)
    return marks


@given(written())
def test_the_newest_and_one_a_day_stay_and_undoing_leads_to_what_is_there(marks: list[Mark]) -> None:
    found = thinned(marks)
    stay = [m for m in marks if m.number not in found.gone]
    assert stay[-NEWEST:] == marks[-NEWEST:]
    older = marks[:-NEWEST]
    assert {m.made_at.date() for m in older} <= {m.made_at.date() for m in stay}
    there = {m.number for m in stay}
    leads = {m.number: found.undo_to.get(m.number, m.undo_to) for m in stay}
    assert all(to is None or to in there for to in leads.values())
    assert all(found.redo_to.get(m.number, m.redo_to) in {*there, None} for m in stay)
    # Undone to its end, it is the way it was, with steps left out.
    before, was = marks[-1].undo_to, list[int]()
    while before is not None:
        was.append(before)
        before = marks[before - 1].undo_to
    step, goes = leads[stay[-1].number], list[int]()
    while step is not None:
        goes.append(step)
        step = leads[step]
    assert goes == [number for number in was if number in there]
    assert goes[:NEWEST] == was[:NEWEST]
    # Besides, there is one a day.
    redone = list[int]()
    step = marks[-1].redo_to
    while step is not None and len(redone) < NEWEST:
        redone.append(step)
        step = marks[step - 1].redo_to
    assert set(redone) <= there
    steps = {*goes[:NEWEST], *redone}
    more = [m.made_at.date() for m in stay if m in older and m.number not in steps]
    assert len(more) == len(set(more))


@pytest.fixture
def few(monkeypatch: pytest.MonkeyPatch) -> None:
    """As if that many were the newest."""
    monkeypatch.setattr(thinning, "NEWEST", FEW)


def test_of_many_saves_the_newest_stay_and_can_be_undone(engine: Engine, few: None) -> None:
    yard = YardStore(engine).make(Yard())
    store = BedStore(engine)
    bed = store.make(design(name="Save 1"), yard.id)
    for n in range(2, 2 * FEW + EVERY + 1):
        bed = store.change(bed.id, bed.revision, design(name=f"Save {n}"))
    with engine.connect() as at:
        numbers = list(at.scalars(text("SELECT number FROM revision ORDER BY number")))
    assert len(numbers) <= FEW + EVERY + 1
    assert numbers[-1] == bed.revision
    last = 2 * FEW + EVERY
    for n in range(1, FEW + 1):
        bed = store.step(bed.id, bed.revision, "undo")
        assert bed.document["name"] == f"Save {last - n}"
    for n in range(FEW - 1, -1, -1):
        bed = store.step(bed.id, bed.revision, "redo")
        assert bed.document["name"] == f"Save {last - n}"


def test_of_a_yard_too(few: None, engine: Engine, yards: YardStore, yard: StoredYard) -> None:
    for n in range(2, FEW + 3 * EVERY):
        yard = yards.change(yard.id, yard.revision, Yard.model_validate({"name": f"Plot {n}"}))
    with engine.connect() as at:
        assert at.scalar(text("SELECT count(*) FROM yard_revision")) <= FEW + EVERY + 1
    assert str(yards.step(yard.id, yard.revision, "undo").document["name"]) == f"Plot {n - 1}"
