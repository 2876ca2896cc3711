"""The app over a database of its own."""

from collections.abc import Iterator

import pytest
from fastapi.testclient import TestClient
from sqlalchemy import Engine

from databases import Apps


@pytest.fixture
def client(engine: Engine, apps: Apps) -> Iterator[TestClient]:
    with TestClient(apps.over(engine)) as made:
        yield made
