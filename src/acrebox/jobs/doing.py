"""What the process does that takes work off the queue: one piece after the other, until it is ended.

It is bounded as every process that works is, and may end over a bed. What it was at is then taken up by the
next one, which the start makes; a bed over which so many ended is told as too much, and the rest goes on.
"""

import asyncio
import logging
from collections.abc import Callable
from functools import partial
from typing import Any
from uuid import UUID

from procrastinate import App, JobContext, PsycopgConnector, RetryStrategy
from procrastinate.exceptions import JobAborted, UniqueViolation
from procrastinate.jobs import Status
from sqlalchemy import Engine
from sqlalchemy.engine import make_url

from acrebox.core.errors import refuse
from acrebox.jobs.figures import listed
from acrebox.jobs.lanes import ODD, bounded
from acrebox.store import Bed, BedStore, NotFoundError, YardStore
from acrebox.store.engine import REACHED_IN_S, connect
from acrebox.store.queue import FIGURES, SCHEMA, Queue, begun, done

LOG = logging.getLogger("acrebox.jobs")
TURN_S = 6.0
"""For how long the beds of one yard are worked out; then it is another's turn, and what is left waits."""
ENDED_OVER = 2
"""How many processes may end over a bed until it is told as too much."""
GONE_S = 6.0
"""After how long without a word a process is taken to be gone, and its work taken up by another."""
BEATS = 5
"""How often it says in that time that it is there."""
TRIES = 5
"""How often work is tried that went wrong, as where the database was away."""


class Figures:
    """Works out the beds of yards whose figures are not there."""

    def __init__(self, engine: Engine, takes_s: float, takes_mb: int) -> None:
        self._engine, self._takes_s, self._takes_mb = engine, takes_s, takes_mb

    def work_out(self, yard: UUID, is_to_stop: Callable[[], bool]) -> bool:
        """The beds of a yard, for one turn; whether some are left. Raises JobAborted where it is to stop."""
        try:
            kept = YardStore(self._engine).get(yard)
        except NotFoundError:
            return False

        def one(work: Callable[..., Any], bed: Bed, *args: Any) -> Any:
            if is_to_stop():
                raise JobAborted
            return self._one(work, bed, *args)

        left = any(row.stale for row in listed(kept, BedStore(self._engine), TURN_S, one))
        if left and is_to_stop():
            raise JobAborted
        return left

    def _one(self, work: Callable[..., Any], bed: Bed, *args: Any) -> Any:
        """What one bed comes to. Raises DesignError where processes ended over it."""
        if begun(self._engine, bed.id) >= ENDED_OVER:
            done(self._engine, bed.id)
            says = f"This takes more than {self._takes_s:g} s or {self._takes_mb} MB to work out."
            raise refuse("design", "too much work", says, ODD)
        answer = bounded(partial(work, bed, *args), self._takes_s, self._takes_mb)
        done(self._engine, bed.id)
        return answer


def do_jobs(url: str, takes_s: float, takes_mb: int, gone_s: float = GONE_S) -> None:
    """Take work off the queue until this process is ended."""
    engine = connect(url)
    figures, queue = Figures(engine, takes_s, takes_mb), Queue(engine)
    app = App(connector=PsycopgConnector(**_reached(url)))

    @app.task(name=FIGURES, pass_context=True, retry=RetryStrategy(max_attempts=TRIES, exponential_wait=2))
    def work_out(context: JobContext, yard: str) -> None:
        if figures.work_out(UUID(yard), context.should_abort):
            queue.put(UUID(yard))

    asyncio.run(_work(app, gone_s))


def _reached(url: str) -> dict[str, Any]:
    """How the tables of the queue are reached."""
    address = make_url(url).set(drivername="postgresql").render_as_string(hide_password=False)
    options = {"options": f"-c search_path={SCHEMA}", "connect_timeout": REACHED_IN_S}
    return {"conninfo": address, "kwargs": options, "min_size": 1, "max_size": 3, "timeout": 10}


async def _work(app: App, gone_s: float) -> None:
    async with app.open_async():
        taking_up = asyncio.ensure_future(_take_up(app, gone_s))
        try:
            await app.run_worker_async(
                concurrency=1,
                delete_jobs="successful",
                update_heartbeat_interval=gone_s / BEATS,
                stalled_worker_timeout=gone_s,
                shutdown_graceful_timeout=1,
            )
        finally:
            taking_up.cancel()


async def _take_up(app: App, gone_s: float) -> None:
    """Put work back on the queue over which a process ended."""
    while True:
        for job in await app.job_manager.get_stalled_jobs(seconds_since_heartbeat=gone_s):
            LOG.warning("taken up again: %s", job.id)
            try:
                await app.job_manager.retry_job(job)
            except UniqueViolation:  # the same was put on the queue once more meanwhile
                await app.job_manager.finish_job(job, Status.FAILED, delete_job=True)
        await asyncio.sleep(gone_s / BEATS)
