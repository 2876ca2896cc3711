"""The app over a database of its own."""

from collections.abc import Iterator

import pytest
from fastapi.testclient import TestClient
from sqlalchemy import Engine

from acrebox.api.app import make_app


@pytest.fixture
def client(engine: Engine) -> Iterator[TestClient]:
    with TestClient(make_app(engine)) as made:
        yield made
