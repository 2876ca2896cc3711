"""Stores on a real PostgreSQL."""

import pytest
from sqlalchemy import Engine

from acrebox.store import BedStore, YardStore
from acrebox.store.yards import StoredYard


@pytest.fixture
def yards(engine: Engine) -> YardStore:
    return YardStore(engine)


@pytest.fixture
def yard(yards: YardStore) -> StoredYard:
    return yards.first()


@pytest.fixture
def store(engine: Engine) -> BedStore:
    return BedStore(engine)
