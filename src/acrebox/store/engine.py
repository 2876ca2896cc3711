"""The connection to PostgreSQL, and the migrations that bring its tables up to date."""

from pathlib import Path

from alembic import command
from alembic.config import Config
from alembic.runtime.migration import MigrationContext
from alembic.script import ScriptDirectory
from sqlalchemy import Engine, create_engine
from sqlalchemy.engine import make_url

REACHED_IN_S = 5
"""How long a database may take to let us in."""


def connect(url: str) -> Engine:
    """An engine for a PostgreSQL address, whichever way its scheme is written."""
    address = make_url(url)
    if address.drivername in ("postgres", "postgresql"):
        address = address.set(drivername="postgresql+psycopg")
    return create_engine(address, pool_pre_ping=True, connect_args={"connect_timeout": REACHED_IN_S})


def _config() -> Config:
    config = Config()
    config.set_main_option("script_location", str(Path(__file__).parent / "migrations"))
    return config


def is_behind(engine: Engine) -> bool:
    """Whether there are tables of an older release, which are to be brought up to date."""
    with engine.connect() as connection:
        heads = set(MigrationContext.configure(connection).get_current_heads())
    return bool(heads) and heads != set(ScriptDirectory.from_config(_config()).get_heads())


def migrate(engine: Engine) -> None:
    """Bring the tables up to date; says nothing when they are."""
    config = _config()
    with engine.begin() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, "head")
