"""The connection to PostgreSQL, and the migrations that bring its tables up to date."""

from pathlib import Path

from alembic import command
from alembic.config import Config
from alembic.runtime.migration import MigrationContext
from alembic.script import ScriptDirectory
from sqlalchemy import Connection, Engine, create_engine, func, select
from sqlalchemy.engine import make_url

from acrebox.core.errors import AcreBoxError


class NewerTablesError(AcreBoxError):
    """The tables are of a newer release, which does not let this one serve them."""


REACHED_IN_S = 5
"""How long a database may take to let us in."""
FELT = {"keepalives_idle": 15, "keepalives_interval": 5, "keepalives_count": 3}
"""How soon a line is felt to be down whose other end went away without a word [s]."""
SERVED_BY = "served by releases of"
ALSO: tuple[str, ...] = ()
"""The older revisions whose releases may go on serving our tables, and be started over them, while one server
after the other is brought to ours: what came since is only added, and what they write is read. Of every new
revision that holds or does not: say so here. None so far: releases before this one do not ask.
"""
MIGRATING = 8_240_010
"""A lock of the database: one at a time changes its tables."""
CONNECTIONS = 8
"""How many connections a process that answers keeps; twice as many where they are all in use."""
ANSWERING_MS = {"statement_timeout": 20_000, "lock_timeout": 10_000}
"""How long one question to the database may take, and wait for others, while a request is answered [ms]."""


def connect(url: str, *, answering: bool = False) -> Engine:
    """An engine for a PostgreSQL address, whichever way its scheme is written; one by which requests are
    answered waits for nothing long.
    """
    address = make_url(url)
    if address.drivername in ("postgres", "postgresql"):
        address = address.set(drivername="postgresql+psycopg")
    reached: dict[str, object] = {"connect_timeout": REACHED_IN_S, **FELT}
    if not answering:
        return create_engine(address, pool_pre_ping=True, connect_args=reached)
    bounds = " ".join(f"-c {name}={milliseconds}" for name, milliseconds in ANSWERING_MS.items())
    return create_engine(
        address,
        pool_pre_ping=True,
        pool_size=CONNECTIONS,
        max_overflow=CONNECTIONS,
        pool_timeout=REACHED_IN_S,
        connect_args={**reached, "options": bounds},
    )


def _config() -> Config:
    config = Config()
    config.set_main_option("script_location", str(Path(__file__).parent / "migrations"))
    return config


def revision_of(connection: Connection) -> str | None:
    """Of which revision the tables are; None where there are none."""
    return MigrationContext.configure(connection).get_current_revision()


def _head() -> str:
    """The revision of this release's tables."""
    head = ScriptDirectory.from_config(_config()).get_current_head()
    assert head is not None
    return head


def knows(revision: str) -> bool:
    """Whether this release has a revision of the tables: its own, or one that was before."""
    return any(each.revision == revision for each in ScriptDirectory.from_config(_config()).walk_revisions())


def is_behind(engine: Engine) -> bool:
    """Whether there are tables of an older release, which are to be brought up to date.

    Raises NewerTablesError.
    """
    with engine.connect() as connection:
        has = revision_of(connection)
        return has not in (None, _head()) and not _is_newer(connection, has)


def migrate(engine: Engine) -> None:
    """Bring the tables up to date; says nothing when they are, or are of a newer release that lets this one
    serve them. Of two at once the second waits.

    Raises NewerTablesError.
    """
    with engine.begin() as connection:
        connection.execute(select(func.pg_advisory_xact_lock(MIGRATING)))
        migrate_in(connection)


def migrate_in(connection: Connection, revision: str = "head") -> None:
    """Bring the tables of the schema in which a connection works to a revision, in its transaction.

    Raises NewerTablesError.
    """
    if _is_newer(connection, revision_of(connection)):
        return
    config = _config()
    config.attributes["connection"] = connection
    command.upgrade(config, revision)
    if revision == "head":
        said = " ".join((SERVED_BY, _head(), *ALSO))
        connection.exec_driver_sql(f"COMMENT ON TABLE alembic_version IS '{said}'")


def _is_newer(connection: Connection, has: str | None) -> bool:
    """Whether tables of that revision are of a newer release, which lets this one serve them.

    Raises NewerTablesError where it does not.
    """
    if has is None or knows(has):
        return False
    asked = "SELECT obj_description(to_regclass('alembic_version'), 'pg_class')"
    said = str(connection.exec_driver_sql(asked).scalar() or "")
    if _head() not in said.removeprefix(SERVED_BY).split():
        raise NewerTablesError(
            f"A newer release wrote what is kept here (tables {has}; this one knows those up to {_head()})."
            " Nothing was changed. Start that release."
        )
    return True
