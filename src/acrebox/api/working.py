"""Work that may take long or go wrong is done in processes of their own: bounded in time and memory, one of
which may die without taking anything along.

Routes hand over a function of a module and what it needs; `Work` is how. A bed is planned in the same process
every time where that is free, which has of its chapters what did not change.
"""

import asyncio
import os
import signal
from collections.abc import Callable
from concurrent.futures import Future
from contextlib import suppress
from functools import partial
from hashlib import blake2b
from typing import Annotated, Any, ParamSpec, Protocol, TypeVar

from anyio import from_thread
from fastapi import Depends, Request
from starlette.types import Receive

from acrebox.core.errors import refuse
from acrebox.jobs.lanes import (
    NO_MEMORY,
    ODD,
    BusyError,
    EndedEarlyError,
    EndedError,
    Lane,
    LeftError,
    NotYetError,
    Piece,
    bounded,
)

P = ParamSpec("P")
T = TypeVar("T")

TAKES_S = 10.0
"""How much of a processor's time one piece of work may take: on a busy machine that comes more slowly."""
TAKES_MB = 512
"""How much memory one piece of work may take, besides what is there before it."""
MOST_WAITING = 64
"""How many pieces of work wait at most."""
LEFT_S = 1.0
"""How long work goes on that nobody waits for any more: what is nearly done is cheaper than to begin anew."""


class Doer(Protocol):
    """Something that does work."""

    async def do(
        self, receive: Receive, about: str, work: Callable[[], T], within_s: float | None = None
    ) -> T:
        """What `work` answers; what is about the same goes to the same process where that is free. Raises
        NotYetError where it takes longer than `within_s`.
        """


class Here:
    """Does all work where it is asked for, as tests and tools want it."""

    async def do(
        self,
        receive: Receive,  # noqa: ARG002
        about: str,  # noqa: ARG002
        work: Callable[[], T],
        within_s: float | None = None,  # noqa: ARG002
    ) -> T:
        """What `work` answers, however long it takes."""
        return await asyncio.get_running_loop().run_in_executor(None, work)


class Workers:
    """Processes that do work: `count` of them, each with a line of its own."""

    def __init__(
        self, count: int, *, waiting: int = MOST_WAITING, takes_s: float = TAKES_S, takes_mb: int = TAKES_MB
    ) -> None:
        self._takes_s, self._takes_mb, self._most = takes_s, takes_mb, waiting + count
        self._lanes = [Lane() for _ in range(count)]
        self._loads = [0] * count

    @property
    def waiting(self) -> int:
        """How many pieces of work are being done or wait."""
        return sum(self._loads)

    def start(self) -> None:
        """Have every process ready before the first is asked for."""
        for future in [lane.schedule(Piece(os.getpid)) for lane in self._lanes]:
            future.result()

    def stop(self) -> None:
        """End all processes, whatever they do."""
        for lane in self._lanes:
            lane.stop()

    async def do(
        self, receive: Receive, about: str, work: Callable[[], T], within_s: float | None = None
    ) -> T:
        """What `work` answers. Ended when it takes too long or too much, or when who asked has left.

        Raises whatever it raises, DesignError where it is too much, BusyError, LeftError, and NotYetError
        where it takes longer than `within_s`: then it goes on to its end.
        """
        if self.waiting >= self._most:
            raise BusyError("So much is being worked out that this has to wait. Try again in a moment.")
        lane, piece = self._lane(about), Piece(partial(bounded, work, self._takes_s, self._takes_mb))
        future = self._lanes[lane].schedule(piece)
        self._loads[lane] += 1
        loop = asyncio.get_running_loop()
        future.add_done_callback(lambda _: self._is_done(lane, loop))
        try:
            answer: T = await self._answer(self._lanes[lane], piece, future, receive, within_s)
            return answer
        except EndedError as fault:
            if fault.code == NO_MEMORY:
                says = f"This takes more than {self._takes_mb} MB to work out."
                raise refuse("design", "too much memory", says, ODD) from None
            if fault.code == -signal.SIGPROF:
                says = f"This takes longer than {self._takes_s:g} s to work out."
                raise refuse("design", "too much work", says, ODD) from None
            says = f"What worked this out ended before it was done ({fault.code})."
            told = refuse("design", "too much work", says, f"to try once more; {ODD}")
            raise EndedEarlyError(told.problems) from None

    def _is_done(self, lane: int, loop: asyncio.AbstractEventLoop) -> None:
        def tell() -> None:
            self._loads[lane] -= 1

        with suppress(RuntimeError):  # nobody answers any more
            loop.call_soon_threadsafe(tell)

    def _lane(self, about: str) -> int:
        """Where something about this goes: where it went before, unless another line is shorter."""
        usual = blake2b(about.encode("utf-8", "replace"), digest_size=4).digest()[0] % len(self._lanes)
        return min(range(len(self._lanes)), key=lambda n: (self._loads[n], n != usual))

    async def _answer(
        self, lane: Lane, piece: Piece, future: "Future[Any]", receive: Receive, within_s: float | None
    ) -> Any:
        """What one piece of work answers; waited for as long as who asked is there, and wants to wait."""
        answer = asyncio.wrap_future(future)
        left = asyncio.ensure_future(_left(receive))
        leaves = True
        try:
            waited: set[asyncio.Future[Any]] = {answer, left}
            await asyncio.wait(waited, timeout=within_s, return_when=asyncio.FIRST_COMPLETED)
            if not answer.done() and not left.done():
                leaves = False
                raise NotYetError(f"This is not worked out within {within_s:g} s.")
            if not answer.done() and future.running():
                await asyncio.wait({answer}, timeout=LEFT_S)
            if answer.done():
                return answer.result()
            raise LeftError("Nobody waits for this any more.")
        finally:
            left.cancel()
            if not answer.done() and leaves:
                answer.cancel()
                lane.leave(piece)
            else:
                answer.add_done_callback(_heard)


def _heard(answer: "asyncio.Future[Any]") -> None:
    """What went wrong where nobody listens any more is nobody's."""
    if not answer.cancelled():
        answer.exception()


async def _left(receive: Receive) -> None:
    """Until who asked has left."""
    while (await receive())["type"] != "http.disconnect":
        continue


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
        return self.within(None, work, *args, **kwargs)

    def within(self, within_s: float | None, work: Callable[P, T], *args: P.args, **kwargs: P.kwargs) -> T:
        """The same. Raises NotYetError where it takes longer than that."""
        done: Callable[[], T] = partial(work, *args, **kwargs)
        answer: Any = from_thread.run(self._doer.do, self._receive, self._about, done, within_s)
        return answer  # type: ignore[no-any-return]


AtWork = Annotated[Work, Depends()]
