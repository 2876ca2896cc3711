"""The queue of long work, in a real PostgreSQL, and processes that take work off it."""

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from multiprocessing import get_context
from multiprocessing.process import BaseProcess
from time import monotonic, sleep

import pytest
from procrastinate.exceptions import JobAborted
from sqlalchemy import Engine, text

from acrebox.core.yard import Yard
from acrebox.jobs import doing as module
from acrebox.jobs.doing import do_jobs
from acrebox.jobs.figures import Listed, listed
from acrebox.jobs.lanes import prepare
from acrebox.serve.app import READS_IN
from acrebox.store import BedStore, StoredYard, YardStore
from acrebox.store.queue import At, Queue, make_tables
from sample import design

WITHIN_S = 90.0


@pytest.fixture
def queue(engine: Engine) -> Queue:
    make_tables(engine)
    return Queue(engine)


@contextmanager
def doing(engine: Engine, takes_s: float = 10) -> Iterator[BaseProcess]:
    """A process that takes work off the queue, in a hurry where one before it is gone."""
    url = engine.url.render_as_string(hide_password=False)
    prepare(READS_IN)
    process = get_context("forkserver").Process(target=do_jobs, args=(url, takes_s, 512, 1.0))
    process.start()
    try:
        yield process
    finally:
        process.kill()
        process.join()


def until(there: Callable[[], bool]) -> None:
    last = monotonic() + WITHIN_S
    while not there():
        assert monotonic() < last
        sleep(0.05)


def kept(store: BedStore, yard: StoredYard) -> list[Listed]:
    return listed(yard, store, None)


def test_the_tables_are_made_once_and_anew_for_another_release(engine: Engine) -> None:
    make_tables(engine)
    queue = Queue(engine)
    yard = YardStore(engine).make(Yard()).id
    queue.put(yard)
    make_tables(engine)
    assert queue.at(yard) is At.WAITING
    with engine.begin() as connection:
        connection.execute(text("COMMENT ON SCHEMA jobs IS 'procrastinate 1.0.0'"))
    make_tables(engine)
    assert queue.at(yard) is None


def test_work_that_waits_is_there_once_and_is_stopped_and_begun_anew(queue: Queue, yard: StoredYard) -> None:
    assert queue.at(yard.id) is None
    for _ in range(2):
        queue.put(yard.id)
        assert queue.at(yard.id) is At.WAITING
    queue.stop(yard.id)
    assert queue.at(yard.id) is At.STOPPED
    queue.put(yard.id)
    assert queue.at(yard.id) is At.WAITING
    queue.stop(yard.id)
    queue.stop(yard.id)
    assert queue.at(yard.id) is At.STOPPED


def test_what_is_on_the_queue_is_worked_out(
    engine: Engine, queue: Queue, yard: StoredYard, store: BedStore
) -> None:
    for n in range(3):
        store.make(design(name=f"Bed {n}"), yard.id)
    assert [row.stale for row in kept(store, yard)] == [True] * 3
    queue.put(yard.id)
    with doing(engine):
        until(lambda: queue.at(yard.id) is None)
        told = kept(store, yard)
        assert all(row.figures and not row.stale for row in told)
        # Where the yard is gone there is nothing to do.
        YardStore(engine).delete(yard.id, yard.revision)
        queue.put(yard.id)
        until(lambda: queue.at(yard.id) is None)


def test_a_bed_over_which_processes_end_is_told_and_the_rest_goes_on(
    engine: Engine, queue: Queue, yard: StoredYard, store: BedStore
) -> None:
    bed = store.make(design(), yard.id)
    queue.put(yard.id)
    ended = 0
    while queue.at(yard.id) is not None:
        with doing(engine, takes_s=0.01) as process:
            until(lambda p=process: p.exitcode is not None or queue.at(yard.id) is None)  # type: ignore[misc]
            ended += process.exitcode is not None
    assert ended == 2
    [row] = kept(store, yard)
    assert (row.bed.id, row.stale, row.problems[0].value) == (bed.id, False, "too much work")


def test_one_that_is_killed_loses_nothing(
    engine: Engine, queue: Queue, yard: StoredYard, store: BedStore
) -> None:
    for n in range(12):
        store.make(design(name=f"Bed {n}"), yard.id)
    queue.put(yard.id)

    def stale() -> int:
        return sum(row.stale for row in kept(store, yard))

    with doing(engine):
        until(lambda: stale() < 12)
    assert stale() > 0, "it was killed before it was done"
    assert queue.at(yard.id) is At.DOING
    with doing(engine):
        until(lambda: queue.at(yard.id) is None)
    assert stale() == 0


def test_one_that_is_told_to_stop_stops_and_what_is_there_stays(
    engine: Engine, queue: Queue, yard: StoredYard, store: BedStore
) -> None:
    for n in range(40):
        store.make(design(name=f"Bed {n}", outline__length=f"{2000 + n} mm"), yard.id)
    queue.put(yard.id)
    with doing(engine):
        until(lambda: queue.at(yard.id) is At.DOING)
        queue.stop(yard.id)
        assert queue.at(yard.id) in (At.STOPPING, At.STOPPED)
        until(lambda: queue.at(yard.id) is At.STOPPED)
    assert any(row.stale for row in kept(store, yard))


def test_who_stops_it_over_the_last_bed_of_a_turn_stops_it(
    engine: Engine, queue: Queue, yard: StoredYard, store: BedStore, monkeypatch: pytest.MonkeyPatch
) -> None:
    for n in range(2):
        store.make(design(name=f"Bed {n}"), yard.id)
    monkeypatch.setattr(module, "TURN_S", 0.0)  # a turn is one bed
    monkeypatch.setattr(module, "bounded", lambda work, *_: work())  # this process is to stay as it is
    asked = iter((False, True))
    with pytest.raises(JobAborted):
        module.Figures(engine, 10, 512).work_out(yard.id, lambda: next(asked))
    assert [row.stale for row in kept(store, yard)] == [False, True]
