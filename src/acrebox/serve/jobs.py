"""The process that takes long work off the queue: begun by the start, and anew where it ended."""

import logging
import os
from multiprocessing import get_context, parent_process
from pathlib import Path
from threading import Event, Thread
from time import monotonic

from procrastinate.exceptions import ConnectorException
from sqlalchemy.exc import SQLAlchemyError

from acrebox.api.working import TAKES_MB, TAKES_S
from acrebox.jobs.doing import do_jobs
from acrebox.jobs.lanes import begin
from acrebox.serve.log import log_to

LOG = logging.getLogger("acrebox")
NAME = "acrebox jobs"
"""What it is called in a list of processes."""
SOON_S = 0.5
"""How long after its end the next is begun; each that ends at once waits twice as long as the one before."""
LONGEST_S = 30.0
WELL_S = 20.0
"""After how long it is taken to be well."""


class JobsProcess:
    """Keeps one such process there until it is stopped."""

    def __init__(self, url: str, home: Path) -> None:
        self._told = (url, str(home))
        self._over = Event()
        self._thread = Thread(target=self._keep, name="jobs", daemon=True)

    def start(self) -> None:
        """Begin it; this waits for nothing."""
        self._thread.start()

    def stop(self) -> None:
        """End it, whatever it does: what it was at is taken up when it is begun again."""
        self._over.set()
        self._thread.join()

    def _keep(self) -> None:
        waits_s = SOON_S
        while not self._over.is_set():
            process = get_context("forkserver").Process(target=_does_jobs, args=self._told, daemon=True)
            begun = monotonic()
            process.start()
            while process.is_alive() and not self._over.wait(SOON_S):
                continue
            if self._over.is_set():
                process.kill()
            else:
                LOG.warning("the process that does long work ended (%s) and is begun anew", process.exitcode)
            process.join()
            waits_s = SOON_S if monotonic() - begun > WELL_S else min(2 * waits_s, LONGEST_S)
            self._over.wait(waits_s)


def _does_jobs(url: str, home: str) -> None:
    begin()
    Thread(target=_end_with_start, name="start", daemon=True).start()
    Path("/proc/self/comm").write_text(NAME)
    log_to(Path(home))
    try:
        do_jobs(url, TAKES_S, TAKES_MB)
    except (ConnectorException, SQLAlchemyError) as reason:
        LOG.warning("the database is away: %s", " ".join(str(reason.__cause__ or reason).split()))


def _end_with_start() -> None:
    """End when the start has ended, however that came."""
    start = parent_process()
    if start:
        start.join()
    os._exit(0)
