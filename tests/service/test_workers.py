"""Plans are worked out in processes of their own: bounded in time and memory, ended when nobody waits."""

import asyncio
import os
import signal
import sys
import time
from collections.abc import Callable, Coroutine, Iterator
from concurrent.futures import ThreadPoolExecutor
from contextlib import suppress
from functools import partial
from typing import Any

import pytest

from acrebox.api import working
from acrebox.api.working import Workers
from acrebox.core.errors import DesignError
from acrebox.demo import demo_beds
from acrebox.jobs import lanes
from acrebox.jobs.lanes import KEPT_MB, BusyError, LeftError, NotYetError, prepare
from acrebox.serve.app import READS_IN
from odd_work import MUCH, adds, dies, fails, hoards, is_given_no_more, keeps, loops, refuses, tells_much
from served import DESIGN, Served


async def stays() -> dict[str, str]:
    """Who asked, and waits."""
    await asyncio.sleep(3600)
    return {}


async def leaves() -> dict[str, str]:
    await asyncio.sleep(0.05)
    return {"type": "http.disconnect"}


def holds_up(for_s: float) -> None:
    """Let no other thread of this process come to work for so long, as on a busy machine."""
    until = time.perf_counter() + for_s
    while time.perf_counter() < until:
        pass


@pytest.fixture(scope="module")
def workers() -> Iterator[Workers]:
    prepare(READS_IN)
    made = Workers(2, waiting=4, takes_s=1.0, takes_mb=400)
    made.start()
    yield made
    made.stop()


@pytest.fixture
def one() -> Iterator[Workers]:
    """One process for all, which may take its time."""
    prepare(READS_IN)
    made = Workers(1, takes_s=600)
    made.start()
    yield made
    made.stop()


def done(workers: Workers, work: object, receive: object = stays) -> object:
    return in_a_loop(lambda: workers.do(receive, "a bed", work))  # type: ignore[arg-type]


def in_a_loop(work: Callable[[], Coroutine[Any, Any, Any]]) -> Any:
    """What work answers in a loop of its own, whichever runs in this thread already."""
    with ThreadPoolExecutor(1) as thread:
        return thread.submit(lambda: asyncio.run(work())).result()


TOO_MUCH = [
    (loops, "longer than 1 s"),
    (hoards, "more than 400 MB"),
    (is_given_no_more, "more than 400 MB"),
    (dies, "ended"),
]


@pytest.mark.parametrize(("work", "says"), TOO_MUCH)
def test_too_much_is_refused_and_the_next_is_done(workers: Workers, work: object, says: str) -> None:
    with pytest.raises(DesignError, match=says):
        done(workers, work)
    assert done(workers, adds) == 2


def test_what_is_kept_from_plan_to_plan_leaves_room_for_the_next(workers: Workers) -> None:
    has = [done(workers, keeps) for _ in range(12)]
    assert max(has) < KEPT_MB + 60  # type: ignore[type-var, operator]
    assert done(workers, adds) == 2


def test_what_it_refuses_is_told_with_all_its_fields(workers: Workers) -> None:
    with pytest.raises(DesignError) as refused:
        done(workers, refuses)
    assert [p.field for p in refused.value.problems] == ["name", "height"]


def test_work_is_ended_that_nobody_waits_for(one: Workers) -> None:
    with pytest.raises(LeftError):
        done(one, loops, leaves)
    # Had it gone on, this would wait for ten minutes.
    assert done(one, adds) == 2


def test_who_leaves_just_as_it_is_done_takes_nobody_along(
    one: Workers, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(working, "LEFT_S", 0.0)
    monkeypatch.setattr(lanes, "WAITED_S", 8.0)
    usual = sys.getswitchinterval()
    sys.setswitchinterval(1)

    async def crossed(took_s: float, leaves_s: float) -> list[object]:
        async def leaves() -> dict[str, str]:
            await asyncio.sleep(leaves_s)
            return {"type": "http.disconnect"}

        asyncio.get_running_loop().call_later(leaves_s + 0.001, holds_up, 0.08)
        first = asyncio.ensure_future(one.do(leaves, "a bed", partial(tells_much, took_s)))
        second = asyncio.ensure_future(one.do(stays, "a bed", partial(tells_much, 0.1)))
        third = asyncio.ensure_future(one.do(stays, "a bed", adds))
        told = await asyncio.gather(first, second, third, return_exceptions=True)
        assert isinstance(told[0], LeftError) or told[0] == MUCH
        return list(told[1:])

    try:
        for nth in range(24):
            assert in_a_loop(partial(crossed, 0.02, 0.015 + nth % 24 / 2000)) == [MUCH, 2]
    finally:
        sys.setswitchinterval(usual)


def test_who_waits_too_long_on_a_busy_machine_is_asked_to_come_again(
    workers: Workers, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(lanes, "WAITED_S", 0.2)
    with pytest.raises(BusyError, match=r"in 0\.2 s"):
        done(workers, partial(time.sleep, 60))
    monkeypatch.undo()
    assert done(workers, adds) == 2


def test_a_fault_is_told_with_where_it_was(workers: Workers) -> None:
    with pytest.raises(ZeroDivisionError) as fault:
        done(workers, fails)
    assert "in fails" in "".join(fault.value.__notes__)


def test_who_waits_for_so_long_only_is_told_and_the_work_goes_on(one: Workers) -> None:
    async def walk() -> tuple[int, int]:
        with pytest.raises(NotYetError):
            await one.do(stays, "a bed", partial(time.sleep, 0.5), within_s=0.1)
        under_way = one.waiting
        assert await one.do(stays, "a bed", adds, within_s=30) == 2
        return under_way, one.waiting

    assert in_a_loop(walk) == (1, 0)


def test_so_much_waits_and_no_more(workers: Workers) -> None:
    async def crowd() -> list[object]:
        asked = [workers.do(stays, f"bed {n}", loops) for n in range(9)]
        return await asyncio.gather(*asked, return_exceptions=True)

    told = in_a_loop(crowd)
    assert sum(isinstance(t, BusyError) for t in told) == 3, "two are done and four wait"
    assert sum(isinstance(t, DesignError) for t in told) == 6
    assert workers.waiting == 0


def test_a_worker_that_is_killed_takes_nothing_along(service: Served) -> None:
    plan = "/api/plan?light=true"
    before = service.ask("POST", plan, DESIGN)
    assert before[0] == 200
    for _ in range(5):
        for pid in service.workers():
            with suppress(ProcessLookupError):
                os.kill(pid, signal.SIGKILL)
        answers = [service.ask("POST", plan, DESIGN) for _ in range(3)]
        # One that is under way when its process dies is told; those after it are planned.
        assert answers[-1] == before
        assert all(status in (200, 422) for status, _ in answers)


def test_no_process_is_left_behind_when_the_server_is_killed(own_home: object) -> None:
    served = Served(own_home)  # type: ignore[arg-type]
    assert len(served.told("GET", "/api/beds")["beds"]) == len(demo_beds())
    pids = [*served.workers(), int((served.kept / "postgres" / "postmaster.pid").read_text().split()[0])]
    assert len(pids) >= 2
    served.kill()
    until = time.monotonic() + 60
    while any(os.path.exists(f"/proc/{pid}") for pid in pids):
        assert time.monotonic() < until, "its workers or its database are there yet"
        time.sleep(0.1)
    # The sample yard is there, and once.
    served.start()
    assert len(served.told("GET", "/api/beds")["beds"]) == len(demo_beds())
    assert served.stop() == 0
