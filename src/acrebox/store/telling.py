"""What was changed is told to every process that answers, by the notices of the database (LISTEN, NOTIFY).

A notice says only what to look at: whoever hears it asks for that as always, and is let see it or not. It
comes once what it tells of is committed, and never where that was taken back. What is told while a line is
down is lost; so whoever listens is told when the line is there again.
"""

import json
import logging
from collections.abc import Callable
from contextlib import closing
from dataclasses import asdict, dataclass
from threading import Event, Thread
from typing import Any
from uuid import UUID

from sqlalchemy import Connection, Engine, func, select
from sqlalchemy.exc import TimeoutError
from sqlalchemy.orm import Session

LOG = logging.getLogger("acrebox")
CHANNEL = "acrebox_changed"
LOOKS_S = 0.5
"""How often the one who listens looks whether it is to stop [s]."""
AGAIN_S = 1.0
"""How long it waits before it tries a line again that went down [s]."""


@dataclass(frozen=True)
class Changed:
    """What was changed: something of a yard, of one of its beds where that is named, now at `revision` where
    its document was changed; or something of an account.
    """

    yard: UUID | None = None
    bed: UUID | None = None
    revision: int | None = None
    account: UUID | None = None


ALL = Changed()
"""Anything may have been changed: nobody listened for a while."""


def tell(at: Session | Connection, changed: Changed) -> None:
    """Tell of a change once it is committed."""
    says = {name: value for name, value in asdict(changed).items() if value is not None}
    at.execute(select(func.pg_notify(CHANNEL, json.dumps(says, default=str))))


def _read(told: str) -> Changed:
    says = json.loads(told)
    revision = says.pop("revision", None)
    return Changed(revision=revision, **{name: UUID(value) for name, value in says.items()})


class Ear:
    """Listens in a thread of its own, by a line of its own, and hands on what it hears."""

    def __init__(self, engine: Engine, hear: Callable[[Changed], None]) -> None:
        self._engine, self._hear = engine, hear
        self._over = Event()
        self._thread = Thread(target=self._listen, name="ear", daemon=True)

    def start(self) -> None:
        """Begin to listen."""
        self._thread.start()

    def stop(self) -> None:
        """Listen no more, after what is being heard."""
        self._over.set()

    def _listen(self) -> None:
        while not self._over.is_set():
            try:
                self._hear_all()
            except (self._engine.dialect.loaded_dbapi.Error, TimeoutError) as fault:
                LOG.info("does not hear of changes", extra={"why": " ".join(str(fault).split())})
                self._over.wait(AGAIN_S)

    def _hear_all(self) -> None:
        """Hand on what is heard by a line, until it goes down or nobody wants to hear. The line is taken out
        of the engine's pool: it is held for long.
        """
        held = self._engine.raw_connection()
        line: Any = held.driver_connection
        held.detach()
        with closing(line):
            line.rollback()
            line.autocommit = True
            line.execute(f"LISTEN {CHANNEL}")
            self._hear(ALL)
            while not self._over.is_set():
                for notice in line.notifies(timeout=LOOKS_S):
                    self._hear(_read(notice.payload))
