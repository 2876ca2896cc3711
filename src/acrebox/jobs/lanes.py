"""The processes that do work, each at the other end of a pipe of its own: given one piece after the other,
bounded in time and memory, ended where nobody waits any more.
"""

import ctypes
import os
import resource
import signal
from collections.abc import Callable
from concurrent.futures import Future, ThreadPoolExecutor
from contextlib import suppress
from dataclasses import dataclass
from functools import cache
from multiprocessing import get_context, set_forkserver_preload
from multiprocessing.connection import Connection
from multiprocessing.forkserver import ensure_running
from multiprocessing.reduction import ForkingPickler
from pickle import loads
from threading import Lock
from traceback import format_exc
from typing import Any, TypeVar

from acrebox.core.errors import AcreBoxError, DesignError
from acrebox.core.plan import KEPT

T = TypeVar("T")

WAITED_S = 45.0
"""How long one piece of work is waited for, however busy the machine is."""
KEPT_MB = 96
"""How much a process keeps of what it worked out, besides what it begins with; then it forgets all of it."""
BEGINS_IN_S = 60.0
"""How long a new process may take to be there."""
ENDS_IN_S = 5.0
"""How long one that was killed may take to be gone."""
BEGUN = b""
"""What a process says that begins with a piece of work."""
WORKS = 2000
"""After how many pieces of work a process is made anew."""
MB = 1024 * 1024
PR_SET_PDEATHSIG = 1
NO_MEMORY = 77
"""With what a process ends to which no more memory was given: what is left in it is not to be trusted."""
ODD = "a smaller bed, or one with less in it"
"""What is allowed where a bed takes too much to work out."""
NICER = 5
"""How much work stands back behind answering."""


class BusyError(AcreBoxError):
    """So much waits to be worked out that nothing more is taken in."""


class EndedEarlyError(DesignError):
    """A process ended before it was done, by no fault of what it worked out: once more may do."""


class LeftError(AcreBoxError):
    """Who asked has left."""


class NotYetError(AcreBoxError):
    """It takes longer than who asked waits; it goes on, and nobody hears of it."""


def prepare(reads_in: str) -> None:
    """Begin what new processes are made from, which reads a module in; it goes on by itself meanwhile."""
    # Numbers are small here: threads of their own would only get into each other's way.
    os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")
    set_forkserver_preload([reads_in])
    ensure_running()


class EndedError(Exception):
    """The process ended over a piece of work, with this code."""

    def __init__(self, code: int | None) -> None:
        super().__init__(code)
        self.code = code


class _NotBegunError(EndedError):
    """It ended before it had begun with it."""


@dataclass(eq=False)
class Piece:
    """One piece of work, which nobody may wait for any more."""

    work: Callable[[], Any]
    left: bool = False


class Lane:
    """One process that works, and the thread that hands it one piece after the other.

    Each process has a pipe of its own, and gets a piece when the one before it is done with: what is ended
    takes nothing along. (A pool that hands over ahead ends the next piece with one left just as it was done.)
    """

    def __init__(self) -> None:
        self._line = ThreadPoolExecutor(1, thread_name_prefix="lane")
        self._changing = Lock()
        self._doing: Piece | None = None
        self._worker: _Worker | None = None
        self._stopped = False

    def schedule(self, piece: Piece) -> "Future[Any]":
        """Put work in line. Its answer raises what the work raises, EndedError, BusyError."""
        return self._line.submit(self._do, piece)

    def leave(self, piece: Piece) -> None:
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

    def _do(self, piece: Piece) -> Any:
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

    def _ready(self, piece: Piece) -> "_Worker":
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
        """What it answers to a piece of work. Raises what that raises, EndedError and such."""
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
            raise (EndedError if begun else _NotBegunError)(self._process.exitcode) from None
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
    begin()
    with suppress(EOFError, ConnectionError):
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


def begin() -> None:
    """What a new process does first: it stands back, and ends with the one that it came from."""
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


def bounded(work: Callable[[], T], takes_s: float, takes_mb: int) -> T:
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
