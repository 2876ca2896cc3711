"""What is done by itself while a server runs: backups once a day, the log begun anew before it is long."""

import logging
from collections.abc import Callable
from datetime import datetime
from pathlib import Path
from threading import Event, Thread
from time import time

from acrebox.core.errors import AcreBoxError
from acrebox.store.backup import Elsewhere, keep_one, newest

DAY_S = 24 * 3600
LOOKS_EVERY_S = 600
LOG = logging.getLogger("acrebox")


class Backups:
    """Backups that are taken by themselves: one a day, in a folder beside the data, and from there to another
    disk where one is named.
    """

    def __init__(self, home: Path, url: str, elsewhere: Elsewhere | None = None) -> None:
        self._url, self._folder, self._elsewhere = url, home / "backups", elsewhere

    def take(self) -> Path:
        """Take one now. Raises BackupError."""
        return keep_one(self._url, self._folder, datetime.now())

    def look(self) -> None:
        """Take one where the last is a day old, and put it to the other disk. Raises BackupError."""
        last = newest(self._folder)
        if last is None or time() - last.stat().st_mtime >= DAY_S:
            last = self.take()
        if self._elsewhere and self._elsewhere.lacks(last):
            LOG.info("a backup was put to %s", self._elsewhere.put(self._url, last))


class Rounds:
    """Does a few things every ten minutes until it is stopped; what is being done is let be. What goes wrong
    is in the log, and tried again at the next round.
    """

    def __init__(self, *rounds: Callable[[], None]) -> None:
        self._rounds, self._over = rounds, Event()
        self._thread = Thread(target=self._work, name="rounds", daemon=True)

    def start(self) -> None:
        """Begin with the first round."""
        self._thread.start()

    def stop(self) -> None:
        """Do no more rounds."""
        self._over.set()

    def _work(self) -> None:
        while not self._over.is_set():
            for one in self._rounds:
                try:
                    one()
                except (AcreBoxError, OSError) as reason:
                    LOG.error("not done: %s", reason)
            self._over.wait(LOOKS_EVERY_S)
