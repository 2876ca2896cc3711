"""What is not worked out at once is put on the queue; how far it is stands in the list."""

from collections.abc import Iterator
from typing import Any

import pytest
from fastapi.testclient import TestClient
from sqlalchemy import Engine

from acrebox.api import beds as routes
from acrebox.api.app import make_app
from acrebox.api.working import Work
from acrebox.jobs.lanes import NotYetError
from acrebox.store.queue import At, Queue, make_tables
from sample import document


@pytest.fixture
def queue(engine: Engine) -> Queue:
    make_tables(engine)
    return Queue(engine)


@pytest.fixture
def client(engine: Engine, queue: Queue) -> Iterator[TestClient]:
    with TestClient(make_app(engine, queue=queue)) as made:
        for n in range(3):
            assert made.post("/api/beds", json=document(name=f"Bed {n}")).status_code == 201
        yield made


def told(client: TestClient) -> tuple[int, str | None]:
    """How many beds are not worked out yet, and how far the work is."""
    found: dict[str, Any] = client.get("/api/beds").json()
    return sum(bed["stale"] for bed in found["beds"]), found["work"]


def test_what_is_worked_out_at_once_needs_no_queue(client: TestClient, queue: Queue) -> None:
    yard = client.get("/api/yards").json()[0]["id"]
    assert told(client) == (0, None)
    assert queue.at(yard) is None


def test_what_takes_longer_waits_on_it_once_and_is_stopped_and_begun_again(
    client: TestClient, queue: Queue, monkeypatch: pytest.MonkeyPatch
) -> None:
    yard = client.get("/api/yards").json()[0]["id"]
    monkeypatch.setattr(routes, "LOOK_S", 0.0)
    assert told(client) == (2, "waiting")
    # From then on a list only tells what is there.
    monkeypatch.undo()
    for _ in range(2):
        assert told(client) == (2, "waiting")
    assert client.delete(f"/api/yards/{yard}/work").status_code == 204
    assert told(client) == (2, "stopped")
    assert queue.at(yard) is At.STOPPED
    assert client.post(f"/api/yards/{yard}/work").status_code == 204
    assert told(client) == (2, "waiting")
    for method in (client.post, client.delete):
        assert method("/api/yards/00000000-0000-4000-8000-000000000000/work").status_code == 404


def test_one_bed_that_takes_long_keeps_no_list_waiting(
    client: TestClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    def late(self: object, within_s: float, work: object, *args: object) -> None:
        raise NotYetError("not yet")

    monkeypatch.setattr(Work, "within", late)
    assert told(client) == (3, "waiting")
