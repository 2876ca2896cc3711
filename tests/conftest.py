"""One PostgreSQL cluster for all tests that want one, each test in a database of its own."""

import os
from collections.abc import Iterator
from pathlib import Path
from uuid import uuid4

import pytest
from hypothesis import HealthCheck, settings
from sqlalchemy import Engine, text
from sqlalchemy.engine import make_url

from acrebox.store.cluster import admin_url, running_cluster
from acrebox.store.engine import connect, migrate

pytest_plugins = ["pages"]
ROOT = Path(__file__).parents[1]

EXPLORE = int(os.environ.get("ACREBOX_EXPLORE", "0"))
"""So many new random examples a property; else the same 40 in every run."""

settings.register_profile(
    "acrebox",
    deadline=None,
    max_examples=EXPLORE or 25,
    derandomize=not EXPLORE,
    suppress_health_check=[HealthCheck.too_slow],
)
settings.load_profile("acrebox")


@pytest.fixture(scope="session")
def server_url(worker_id: str) -> Iterator[str]:
    """By which databases are made: the address in ACREBOX_DATABASE_URL, else of the tests' own cluster."""
    given = os.environ.get("ACREBOX_DATABASE_URL")
    if given:
        yield given
        return
    home = ROOT / ".local" / f"test-{worker_id}"
    with running_cluster(home):
        yield admin_url(home)


@pytest.fixture
def database_url(server_url: str) -> Iterator[str]:
    """An empty database, dropped afterwards."""
    name = f"test_{uuid4().hex}"
    admin = connect(server_url).execution_options(isolation_level="AUTOCOMMIT")
    with admin.connect() as connection:
        connection.execute(text(f"CREATE DATABASE {name}"))
    yield make_url(server_url).set(database=name).render_as_string(hide_password=False)
    with admin.connect() as connection:
        connection.execute(text(f"DROP DATABASE {name} WITH (FORCE)"))
    admin.dispose()


@pytest.fixture
def engine(database_url: str) -> Iterator[Engine]:
    """An engine on an empty, migrated database."""
    made = connect(database_url)
    migrate(made)
    yield made
    made.dispose()
