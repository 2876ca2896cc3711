"""The connection to PostgreSQL, and the migrations that bring its tables up to date."""

from pathlib import Path

from alembic import command
from alembic.config import Config
from alembic.runtime.migration import MigrationContext
from alembic.script import ScriptDirectory
from sqlalchemy import Connection, Engine, create_engine, func, select
from sqlalchemy.engine import make_url

REACHED_IN_S = 5
"""How long a database may take to let us in."""
FELT = {"keepalives_idle": 15, "keepalives_interval": 5, "keepalives_count": 3}
"""How soon a line is felt to be down whose other end went away without a word [s]."""
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


def knows(revision: str) -> bool:
    """Whether this release has a revision of the tables: its own, or one that was before."""
    return any(each.revision == revision for each in ScriptDirectory.from_config(_config()).walk_revisions())


def is_behind(engine: Engine) -> bool:
    """Whether there are tables of an older release, which are to be brought up to date."""
    with engine.connect() as connection:
        has = revision_of(connection)
    return has is not None and has != ScriptDirectory.from_config(_config()).get_current_head()


def migrate(engine: Engine) -> None:
    """Bring the tables up to date; says nothing when they are. Of two at once the second waits."""
    with engine.begin() as connection:
        connection.execute(select(func.pg_advisory_xact_lock(MIGRATING)))
        migrate_in(connection)


def migrate_in(connection: Connection, revision: str = "head") -> None:
    """Bring the tables of the schema in which a connection works to a revision, in its transaction."""
    config = _config()
    config.attributes["connection"] = connection
    command.upgrade(config, revision)
