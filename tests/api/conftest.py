"""The app over a database of its own."""

from collections.abc import Iterator

import pytest
from argon2 import PasswordHasher
from fastapi.testclient import TestClient
from sqlalchemy import Engine

from acrebox.api import passphrases
from databases import Apps

AS_SERVED = passphrases.HASHER


@pytest.fixture(autouse=True)
def quick_hashes(monkeypatch: pytest.MonkeyPatch) -> None:
    """Hashes of passphrases that are made at once: how dear those are that are served is tried by itself."""
    monkeypatch.setattr(passphrases, "HASHER", PasswordHasher(time_cost=1, memory_cost=64, parallelism=1))


@pytest.fixture
def hashes_as_served(quick_hashes: None, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(passphrases, "HASHER", AS_SERVED)


@pytest.fixture
def client(engine: Engine, apps: Apps) -> Iterator[TestClient]:
    with TestClient(apps.over(engine)) as made:
        yield made
