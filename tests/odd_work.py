"""Work as bad as work can be, for the processes that do it; they read in this file and no test."""

import os
import signal
import time
from uuid import uuid4

from acrebox.core.errors import DesignError, Problem
from acrebox.core.plan import KEPT
from acrebox.jobs.lanes import began_with, has_mb

MUCH = "x" * 400_000
"""What does not go through a pipe at once."""


def loops() -> None:
    while True:
        pass


def hoards() -> int:
    return len([b"x" * 50_000_000 for _ in range(40)])


def is_given_no_more() -> None:
    """As a package in C++ tells it."""
    raise RuntimeError("std::bad_alloc")


def keeps() -> int:
    """Keep 50 MB more of what was worked out; answers how much there is besides what it began with [MB]."""
    KEPT.put("of a test", uuid4(), b"x" * 50_000_000)
    return has_mb() - began_with()


def dies() -> None:
    os.kill(os.getpid(), signal.SIGKILL)


def refuses() -> None:
    raise DesignError([Problem("name", "x", "No.", "another"), Problem("height", "y", "No.", "less")])


def adds() -> int:
    return 1 + 1


def fails() -> float:
    return 1 / (1 - 1)


def tells_much(took_s: float) -> str:
    time.sleep(took_s)
    return MUCH
