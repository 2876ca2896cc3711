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
from concurrent.futures import Future, ThreadPoolExecutor
from contextlib import suppress
from dataclasses import dataclass
from functools import cache, partial
from hashlib import blake2b
from multiprocessing import get_context, set_forkserver_preload
from multiprocessing.connection import Connection
from multiprocessing.forkserver import ensure_running
from multiprocessing.reduction import ForkingPickler
from pickle import loads
from threading import Lock
from traceback import format_exc
from typing import Annotated, Any, ParamSpec, Protocol, TypeVar

from anyio import from_thread
from fastapi import Depends, Request
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
"""How long a new process may take to be there."""
ENDS_IN_S = 5.0
"""How long one that was killed may take to be gone."""
BEGUN = b""
"""What a process says that begins with a piece of work."""
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
        for future in [lane.schedule(_Piece(_pid)) for lane in self._lanes]:
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
        lane, piece = self._lane(about), _Piece(partial(_bounded, work, self._takes_s, self._takes_mb))
        self._loads[lane] += 1
        try:
            answer: T = await self._answer(self._lanes[lane], piece, receive)
            return answer
        except _EndedError as fault:
            if fault.code == NO_MEMORY:
                says = f"This takes more than {self._takes_mb} MB to work out."
                raise refuse("design", "too much memory", says, ODD) from None
            if fault.code == -signal.SIGPROF:
                says = f"This takes longer than {self._takes_s:g} s to work out."
                raise refuse("design", "too much work", says, ODD) from None
            says = f"What worked this out ended before it was done ({fault.code})."
            raise refuse("design", "too much work", says, f"to try once more; {ODD}") from None
        finally:
            self._loads[lane] -= 1

    def _lane(self, about: str) -> int:
        """Where something about this goes: where it went before, unless another line is shorter."""
        usual = blake2b(about.encode("utf-8", "replace"), digest_size=4).digest()[0] % len(self._lanes)
        return min(range(len(self._lanes)), key=lambda n: (self._loads[n], n != usual))

    async def _answer(self, lane: "_Lane", piece: "_Piece", receive: Receive) -> Any:
        """What one piece of work answers; waited for as long as who asked is there."""
        future = lane.schedule(piece)
        answer = asyncio.wrap_future(future)
        left = asyncio.ensure_future(_left(receive))
        try:
            waited: set[asyncio.Future[Any]] = {answer, left}
            await asyncio.wait(waited, return_when=asyncio.FIRST_COMPLETED)
            if not answer.done() and future.running():
                await asyncio.wait({answer}, timeout=LEFT_S)
            if answer.done():
                return answer.result()
            raise LeftError("Nobody waits for this any more.")
        finally:
            left.cancel()
            if not answer.done():
                answer.cancel()
                lane.leave(piece)


class _EndedError(Exception):
    """The process ended over a piece of work, with this code."""

    def __init__(self, code: int | None) -> None:
        super().__init__(code)
        self.code = code


class _NotBegunError(_EndedError):
    """It ended before it had begun with it."""


@dataclass(eq=False)
class _Piece:
    """One piece of work, which nobody may wait for any more."""

    work: Callable[[], Any]
    left: bool = False


class _Lane:
    """One process that works, and the thread that hands it one piece after the other.

    Each process has a pipe of its own, and gets a piece when the one before it is done with: what is ended
    takes nothing along. (A pool that hands over ahead ends the next piece with one left just as it was done.)
    """

    def __init__(self) -> None:
        self._line = ThreadPoolExecutor(1, thread_name_prefix="lane")
        self._changing = Lock()
        self._doing: _Piece | None = None
        self._worker: _Worker | None = None
        self._stopped = False

    def schedule(self, piece: _Piece) -> "Future[Any]":
        """Put work in line. Its answer raises what the work raises, _EndedError, BusyError."""
        return self._line.submit(self._do, piece)

    def leave(self, piece: _Piece) -> None:
        """End a piece of work, or have it not begun with."""
        with self._changing:
            piece.left = True
            if self._doing is piece and self._worker:
                self._worker.end()

    def stop(self) -> None:
        """End the process."""
        self._line.shutdown(wait=False, cancel_futures=True)
        with self._changing:
            self._stopped = True
            if self._worker:
                self._worker.end()
        self._line.shutdown()
        if self._worker:
            self._worker.close()

    def _do(self, piece: _Piece) -> Any:
        told = ForkingPickler.dumps(piece.work)
        try:
            try:
                return self._ready(piece).answer(told)
            except _NotBegunError:
                # It was killed while it waited.
                return self._ready(piece).answer(told)
        finally:
            with self._changing:
                self._doing = None

    def _ready(self, piece: _Piece) -> "_Worker":
        """A process for a piece of work: the one there is, unless that has ended or has worked enough."""
        worker = self._worker
        if worker is None or not worker.is_well():
            if worker:
                worker.close()
            worker = _Worker()
        with self._changing:
            self._worker, self._doing = worker, piece
            if piece.left or self._stopped:
                raise LeftError("Nobody waits for this any more.")
        return worker


class _Worker:
    """A process that works, at the other end of a pipe; nothing of it outlives it."""

    def __init__(self) -> None:
        context = get_context("forkserver")
        self._pipe, its = context.Pipe()
        self._process = context.Process(target=_works, args=(its,), daemon=True)
        self._process.start()
        its.close()
        self._ended, self._done = False, 0

    def is_well(self) -> bool:
        """Whether it can be asked for more."""
        return not self._ended and self._done < WORKS and self._process.is_alive()

    def answer(self, told: bytes | memoryview) -> Any:
        """What it answers to a piece of work. Raises what that raises, _EndedError and such."""
        begun = False
        try:
            self._pipe.send_bytes(told)
            for waits_s in (BEGINS_IN_S, WAITED_S):
                if not self._pipe.poll(waits_s):
                    self.end()
                    says = f"This was not worked out in {waits_s:g} s: the machine is busy."
                    raise BusyError(f"{says} Try again in a moment.")
                said = self._pipe.recv()
                begun = True
        except (OSError, EOFError):
            self._ended = True
            self._process.join(ENDS_IN_S)
            raise (_EndedError if begun else _NotBegunError)(self._process.exitcode) from None
        self._done += 1
        raised, answered = said
        if raised:
            raise answered
        return answered

    def end(self) -> None:
        """End it, whatever it does."""
        self._ended = True
        self._process.kill()

    def close(self) -> None:
        """End it and give back what it had."""
        self.end()
        self._process.join(ENDS_IN_S)
        self._pipe.close()


def _works(pipe: Connection) -> None:
    """What a process does that works: one piece after the other, until nobody is at the other end."""
    _begin()
    with suppress(EOFError, BrokenPipeError):
        while True:
            told = pipe.recv_bytes()
            pipe.send(BEGUN)
            pipe.send(_tried(told))


def _tried(told: bytes) -> tuple[bool, Any]:
    """Whether a piece of work raised something, and what that or its answer is."""
    try:
        return False, loads(told)()
    except AcreBoxError as refused:
        return True, refused
    except Exception as fault:
        fault.add_note(f"In the process that worked it out:\n{format_exc()}")
        return True, fault


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
