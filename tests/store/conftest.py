"""Stores on a real PostgreSQL."""

from collections.abc import Iterator
from pathlib import Path

import pytest
from sqlalchemy import Engine

from acrebox.core.yard import Yard
from acrebox.store import BedStore, YardStore
from acrebox.store.yards import StoredYard
from served import clear


@pytest.fixture
def home(worker_id: str) -> Iterator[Path]:
    """A folder for a cluster of a test's own."""
    folder = Path(__file__).parents[2] / ".local" / f"home-test-{worker_id}"
    clear(folder)
    yield folder
    clear(folder)


@pytest.fixture
def yards(engine: Engine) -> YardStore:
    return YardStore(engine)


@pytest.fixture
def yard(yards: YardStore) -> StoredYard:
    return yards.make(Yard())


@pytest.fixture
def store(engine: Engine) -> BedStore:
    return BedStore(engine)
