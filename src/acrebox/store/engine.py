"""The connection to PostgreSQL, and the migrations that bring its tables up to date."""

from pathlib import Path

from alembic import command
from alembic.config import Config
from sqlalchemy import Engine, create_engine
from sqlalchemy.engine import make_url


def connect(url: str) -> Engine:
    """An engine for a PostgreSQL address, whichever way its scheme is written."""
    address = make_url(url)
    if address.drivername in ("postgres", "postgresql"):
        address = address.set(drivername="postgresql+psycopg")
    return create_engine(address, pool_pre_ping=True)


def migrate(engine: Engine) -> None:
    """Bring the tables up to date; says nothing when they are."""
    config = Config()
    config.set_main_option("script_location", str(Path(__file__).parent / "migrations"))
    with engine.begin() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, "head")
