"""One PostgreSQL cluster for all tests that want one, each test in a database of its own."""

import os
from collections.abc import Iterator
from pathlib import Path

import pytest
from hypothesis import HealthCheck, settings
from sqlalchemy import Engine

from acrebox.store.cluster import admin_url, running_cluster
from acrebox.store.engine import connect
from databases import Apps, database, migrated

pytest_plugins = ["pages", "running"]
ROOT = Path(__file__).parents[1]

EXPLORE = int(os.environ.get("ACREBOX_EXPLORE", "0"))
"""So many new random examples a property; else the same ones in every run."""

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
    with database(server_url) as url:
        yield url


@pytest.fixture(scope="session")
def template(server_url: str) -> Iterator[str]:
    """A database with all tables, of which those of the tests are copies; nobody is connected to it."""
    with migrated(server_url) as url:
        yield url


@pytest.fixture
def engine(server_url: str, template: str) -> Iterator[Engine]:
    """An engine on a migrated database with nothing in it."""
    with database(server_url, like=template) as url:
        made = connect(url)
        yield made
        made.dispose()


@pytest.fixture(scope="session")
def apps() -> Apps:
    """Apps that all tests of a process share."""
    return Apps()
