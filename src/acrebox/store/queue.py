"""The queue of long work: what is put on it, how far it is, and how it is stopped.

It lies in a schema of its own of the same database, so that a backup holds nothing of it and a restore lets
it be: all that is on it can be put there again.
"""

import json
from collections.abc import Mapping
from enum import StrEnum
from importlib.metadata import version
from typing import Any
from uuid import UUID

from procrastinate import App
from procrastinate.connector import BaseConnector
from procrastinate.exceptions import AlreadyEnqueued, UniqueViolation
from procrastinate.jobs import Job, Status
from procrastinate.schema import SchemaManager
from sqlalchemy import Column, Engine, Integer, MetaData, Table, Uuid, delete, text
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.exc import IntegrityError

SCHEMA = "jobs"
FIGURES = "figures"
"""The work of a yard whose beds are worked out."""
UNIQUE = "23505"
"""What the database says where there is such a row already."""
MAKING = 8_240_011
"""A lock of the database: one at a time makes the tables of the queue."""

_OWN = MetaData(schema=SCHEMA)
BEGUN = Table(
    "begun", _OWN, Column("bed_id", Uuid, primary_key=True), Column("times", Integer, nullable=False)
)
"""How often a bed was begun with since it was last done: a process may end over one."""


class At(StrEnum):
    """How far work is that was put on the queue and is not done."""

    WAITING = "waiting"
    DOING = "doing"
    STOPPING = "stopping"
    STOPPED = "stopped"
    FAILED = "failed"


ENDED = {Status.CANCELLED: At.STOPPED, Status.ABORTED: At.STOPPED, Status.FAILED: At.FAILED}


def make_tables(engine: Engine) -> None:
    """Make the tables of the queue, anew where they are of another release of it."""
    release = f"procrastinate {version('procrastinate')}"
    with engine.begin() as connection:
        connection.execute(text("SELECT pg_advisory_xact_lock(:lock)"), {"lock": MAKING})
        made_by = text("SELECT obj_description(to_regnamespace(:schema), 'pg_namespace')")
        if connection.scalar(made_by, {"schema": SCHEMA}) == release:
            return
        connection.execute(text(f"DROP SCHEMA IF EXISTS {SCHEMA} CASCADE"))
        connection.execute(text(f"CREATE SCHEMA {SCHEMA}"))
        connection.execute(text(f"SET LOCAL search_path = {SCHEMA}"))
        driver: Any = connection.connection.driver_connection
        driver.execute(SchemaManager.get_schema())
        _OWN.create_all(connection)
        connection.execute(text(f"COMMENT ON SCHEMA {SCHEMA} IS '{release}'"))


class _ByEngine(BaseConnector):
    """Asks the tables of the queue by our own engine, in its pool and with its bounds."""

    def __init__(self, engine: Engine) -> None:
        self._engine = engine

    def get_sync_connector(self) -> BaseConnector:
        return self

    def execute_query(self, query: str, **arguments: Any) -> None:
        self._rows(query, arguments)

    def execute_query_one(self, query: str, **arguments: Any) -> dict[str, Any]:
        [row] = self._rows(query, arguments)
        return row

    def execute_query_all(self, query: str, **arguments: Any) -> list[dict[str, Any]]:
        return self._rows(query, arguments)

    def _rows(self, query: str, arguments: Mapping[str, Any]) -> list[dict[str, Any]]:
        given = {name: _as_sent(value) for name, value in arguments.items()}
        try:
            with self._engine.begin() as connection:
                connection.execute(text(f"SET LOCAL search_path = {SCHEMA}"))
                told = connection.exec_driver_sql(query, given)
                return [dict(row) for row in told.mappings()] if told.returns_rows else []
        except IntegrityError as fault:
            said: Any = fault.orig
            if said.sqlstate != UNIQUE:
                raise
            raise UniqueViolation(constraint_name=said.diag.constraint_name, queueing_lock=None) from fault


def _as_sent(value: Any) -> Any:
    """A value as the driver takes it."""
    if isinstance(value, dict):
        return json.dumps(value)
    if isinstance(value, tuple):
        return tuple(_as_sent(one) for one in value)
    return [_as_sent(one) for one in value] if isinstance(value, list) else value


class Queue:
    """The queue in one database, as whoever answers sees it."""

    def __init__(self, engine: Engine) -> None:
        self._tables = _ByEngine(engine)
        self._app = App(connector=self._tables)

    def put(self, yard: UUID) -> None:
        """Have the beds of a yard worked out; where that waits already it is let be."""
        for job in self._of(yard):
            if Status(str(job.status)) in ENDED:
                self._forget(job)
        own = _lock_of(yard)
        task = self._app.configure_task(FIGURES, allow_unknown=True, lock=own, queueing_lock=own)
        try:
            task.defer(yard=str(yard))
        except AlreadyEnqueued:
            return

    def at(self, yard: UUID) -> At | None:
        """How far the work of a yard is; None where there is none."""
        jobs = self._of(yard)
        if not jobs:
            return None
        last = max(jobs, key=lambda job: job.id or 0)
        if last.status == Status.DOING.value:
            return At.STOPPING if last.abort_requested else At.DOING
        return At.WAITING if last.status == Status.TODO.value else ENDED.get(Status(last.status))

    def stop(self, yard: UUID) -> None:
        """Have the work of a yard stop after the bed that is being worked out."""
        for job in self._of(yard):
            if job.id is not None:
                self._app.job_manager.cancel_job_by_id(job.id, abort=True)

    def _of(self, yard: UUID) -> list[Job]:
        return self._app.job_manager.list_jobs(queueing_lock=_lock_of(yard))

    def _forget(self, job: Job) -> None:
        self._tables.execute_query("DELETE FROM procrastinate_jobs WHERE id = %(id)s", id=job.id)


def _lock_of(yard: UUID) -> str:
    """By what the work of a yard is known, of which one is done at a time and one waits."""
    return f"{FIGURES} {yard}"


def begun(engine: Engine, bed: UUID) -> int:
    """Write down that a bed is begun with; how often it was before, since it was last done."""
    new = insert(BEGUN).values(bed_id=bed, times=1)
    again = new.on_conflict_do_update(index_elements=["bed_id"], set_={"times": BEGUN.c.times + 1})
    with engine.begin() as connection:
        return int(connection.scalar(again.returning(BEGUN.c.times)) or 1) - 1


def done(engine: Engine, bed: UUID) -> None:
    """Write down that a bed is done."""
    with engine.begin() as connection:
        connection.execute(delete(BEGUN).where(BEGUN.c.bed_id == bed))
