"""Work that may take long or go wrong is done in processes of their own: bounded in time and memory, one of
which may die without taking anything along.

Routes hand over a function of a module and what it needs; `Work` is how. A bed is planned in the same process
every time where that is free, which has of its chapters what did not change.
"""

import asyncio
import ctypes
import os
import resource
import signal
from collections.abc import Callable
from concurrent.futures import Future
from concurrent.futures.process import BrokenProcessPool
from functools import cache, partial
from hashlib import blake2b
from multiprocessing import get_context, set_forkserver_preload
from multiprocessing.forkserver import ensure_running
from threading import Lock, Thread
from typing import Annotated, Any, ParamSpec, Protocol, TypeVar

from anyio import from_thread
from fastapi import Depends, Request
from pebble import ProcessExpired, ProcessPool
from starlette.types import Receive

from acrebox.core.errors import AcreBoxError, refuse
from acrebox.core.plan import KEPT

P = ParamSpec("P")
T = TypeVar("T")

TAKES_S = 10.0
"""How much of a processor's time one piece of work may take: on a busy machine that comes more slowly."""
WAITED_S = 45.0
"""How long one piece of work is waited for, however busy the machine is."""
TAKES_MB = 512
"""How much memory one piece of work may take, besides what is there before it."""
KEPT_MB = 96
"""How much a process keeps of what it worked out, besides what it begins with; then it forgets all of it."""
MOST_WAITING = 64
"""How many pieces of work wait at most."""
LEFT_S = 1.0
"""How long work goes on that nobody waits for any more: what is nearly done is cheaper than to begin anew."""
MB = 1024 * 1024
BEGINS_IN_S = 60.0
WORKS = 2000
"""After how many pieces of work a process is made anew."""
PR_SET_PDEATHSIG = 1
NO_MEMORY = 77
"""With what a process ends to which no more memory was given: what is left in it is not to be trusted."""
NICER = 5
"""How much work stands back behind answering."""
ODD = "a smaller bed, or one with less in it"


class BusyError(AcreBoxError):
    """So much waits to be worked out that nothing more is taken in."""


class LeftError(AcreBoxError):
    """Who asked has left."""


class Doer(Protocol):
    """Something that does work."""

    async def do(self, receive: Receive, about: str, work: Callable[[], T]) -> T:
        """What `work` answers; what is about the same goes to the same process where that is free."""


class Here:
    """Does all work where it is asked for, as tests and tools want it."""

    async def do(self, receive: Receive, about: str, work: Callable[[], T]) -> T:  # noqa: ARG002
        """What `work` answers."""
        return await asyncio.get_running_loop().run_in_executor(None, work)


def prepare() -> None:
    """Begin what new processes are made from, which reads everything in; it goes on by itself meanwhile."""
    # Numbers are small here: threads of their own would only get into each other's way.
    os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")
    set_forkserver_preload(["acrebox.api.warm"])
    ensure_running()


class Workers:
    """Processes that do work: `count` of them, each with a line of its own."""

    def __init__(
        self, count: int, *, waiting: int = MOST_WAITING, takes_s: float = TAKES_S, takes_mb: int = TAKES_MB
    ) -> None:
        prepare()
        self._takes_s, self._takes_mb, self._most = takes_s, takes_mb, waiting + count
        self._lanes = [_Lane() for _ in range(count)]
        self._loads = [0] * count

    @property
    def waiting(self) -> int:
        """How many pieces of work are being done or wait."""
        return sum(self._loads)

    def start(self) -> None:
        """Have every process ready before the first is asked for."""
        for future in [lane.schedule(_pid, BEGINS_IN_S) for lane in self._lanes]:
            future.result()

    def stop(self) -> None:
        """End all processes, whatever they do."""
        for lane in self._lanes:
            lane.stop()

    async def do(self, receive: Receive, about: str, work: Callable[[], T]) -> T:
        """What `work` answers. Ended when it takes too long or too much, or when who asked has left.

        Raises whatever it raises, DesignError where it is too much, BusyError, LeftError.
        """
        if self.waiting >= self._most:
            raise BusyError("So much is being worked out that this has to wait. Try again in a moment.")
        lane, timed = self._lane(about), partial(_bounded, work, self._takes_s, self._takes_mb)
        self._loads[lane] += 1
        try:
            try:
                return await self._answer(self._lanes[lane].schedule(timed, WAITED_S), receive)
            except BrokenProcessPool:
                # Its process was killed before it had begun with this.
                return await self._answer(self._lanes[lane].schedule(timed, WAITED_S), receive)
        except TimeoutError:
            says = f"This was not worked out in {WAITED_S:g} s: the machine is busy, or it is too much."
            raise refuse("design", "too much work", says, ODD) from None
        except ProcessExpired as fault:
            if fault.exitcode == NO_MEMORY:
                says = f"This takes more than {self._takes_mb} MB to work out."
                raise refuse("design", "too much memory", says, ODD) from None
            if fault.exitcode == -signal.SIGPROF:
                says = f"This takes longer than {self._takes_s:g} s to work out."
                raise refuse("design", "too much work", says, ODD) from None
            says = f"What worked this out ended before it was done ({fault.exitcode})."
            raise refuse("design", "too much work", says, f"to try once more; {ODD}") from None
        finally:
            self._loads[lane] -= 1

    def _lane(self, about: str) -> int:
        """Where something about this goes: where it went before, unless another line is shorter."""
        usual = blake2b(about.encode("utf-8", "replace"), digest_size=4).digest()[0] % len(self._lanes)
        return min(range(len(self._lanes)), key=lambda n: (self._loads[n], n != usual))

    async def _answer(self, future: "Future[T]", receive: Receive) -> T:
        answer = asyncio.wrap_future(future)
        left = asyncio.ensure_future(_left(receive))
        try:
            waited: set[asyncio.Future[Any]] = {answer, left}
            await asyncio.wait(waited, return_when=asyncio.FIRST_COMPLETED)
            if not answer.done() and future.running():
                await asyncio.wait({answer}, timeout=LEFT_S)
            if answer.done():
                return answer.result()
            future.cancel()
            raise LeftError("Nobody waits for this any more.")
        finally:
            left.cancel()
            if not answer.done():
                answer.cancel()


class _Lane:
    """One process that works, and the line before it. Where the process was killed while it waited, the pool
    gives up; then there is a new one.
    """

    def __init__(self) -> None:
        self._changing = Lock()
        self._pool = self._made()

    def _made(self) -> ProcessPool:
        return ProcessPool(
            1,
            max_tasks=WORKS,
            initializer=_begin,
            context=get_context("forkserver"),
        )

    def schedule(self, work: Callable[[], T], takes_s: float) -> "Future[T]":
        """Put work in line."""
        with self._changing:
            try:
                return self._pool.schedule(work, timeout=takes_s)
            except RuntimeError:
                Thread(target=_end, args=(self._pool,), daemon=True).start()
                self._pool = self._made()
                return self._pool.schedule(work, timeout=takes_s)

    def stop(self) -> None:
        """End the process."""
        _end(self._pool)


def _end(pool: ProcessPool) -> None:
    pool.stop()  # type: ignore[no-untyped-call]
    pool.join()


async def _left(receive: Receive) -> None:
    """Until who asked has left."""
    while (await receive())["type"] != "http.disconnect":
        continue


def _begin() -> None:
    """What a new process does first: it stands back."""
    end_with_parent()
    signal.signal(signal.SIGINT, signal.SIG_IGN)
    os.nice(NICER)
    began_with()


def end_with_parent() -> None:
    """Have this process end when the one that began it ends, however that comes."""
    libc = ctypes.CDLL(None, use_errno=True)
    libc.prctl(PR_SET_PDEATHSIG, signal.SIGKILL)


def has_mb() -> int:
    """What this process takes of addresses [MB]."""
    with open("/proc/self/statm", encoding="ascii") as told:
        return int(told.read().split()[0]) * resource.getpagesize() // MB


@cache
def began_with() -> int:
    """What this process had when it began [MB]."""
    return has_mb()


def _bounded(work: Callable[[], T], takes_s: float, takes_mb: int) -> T:
    """What work answers; its process ends when it has taken so much of a processor's time, or of memory."""
    resource.setrlimit(resource.RLIMIT_AS, ((has_mb() + takes_mb) * MB, resource.RLIM_INFINITY))
    signal.setitimer(signal.ITIMER_PROF, takes_s)
    try:
        return work()
    except Exception as fault:
        # Packages in C++ tell it in words of their own.
        if isinstance(fault, MemoryError) or "bad_alloc" in str(fault):
            os._exit(NO_MEMORY)
        raise
    finally:
        signal.setitimer(signal.ITIMER_PROF, 0)
        if has_mb() - began_with() > KEPT_MB:
            KEPT.clear()


def _pid() -> int:
    return os.getpid()


class Work:
    """Does work for one request: `work(function, arguments…)`, in a thread of a route."""

    def __init__(self, request: Request) -> None:
        doer = getattr(request.app.state, "workers", None)
        self._doer: Doer = doer or Here()
        self._receive = request.receive
        named = {**request.query_params, **request.path_params}
        self._about = str(named.get("bed_id") or named.get("bed") or named.get("yard_id") or request.client)

    def __call__(self, work: Callable[P, T], *args: P.args, **kwargs: P.kwargs) -> T:
        """What the function answers to the arguments. Raises what it raises, DesignError, BusyError."""
        done: Callable[[], T] = partial(work, *args, **kwargs)
        answer: Any = from_thread.run(self._doer.do, self._receive, self._about, done)
        return answer  # type: ignore[no-any-return]


AtWork = Annotated[Work, Depends()]
