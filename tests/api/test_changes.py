"""Notices to pages: who may look hears of what is changed, and nobody else."""

import json
from collections.abc import Callable, Iterator
from concurrent.futures import ThreadPoolExecutor
from queue import SimpleQueue
from typing import Any
from uuid import UUID, uuid4

import pytest
from fastapi.testclient import TestClient
from sqlalchemy import Engine

from acrebox.api import changes
from acrebox.api.changes import KEPT, Hub, Listener
from acrebox.store import ALL, AccountStore, Changed
from databases import Apps
from sample import document

PASSPHRASE = "three damp sacks of leaves"
WITHIN_S = 40


class Page:
    """A page of a client's, from when it is listened for it."""

    def __init__(
        self, client: TestClient, threads: ThreadPoolExecutor, heard: "SimpleQueue[Changed]"
    ) -> None:
        self._client, self._heard = client, heard
        self._answer = threads.submit(client.get, "/api/changes")
        self.until(ALL)

    def until(self, changed: Changed) -> None:
        """Wait until a notice is here."""
        while self._heard.get(timeout=WITHIN_S) != changed:
            pass

    def told(self) -> list[dict[str, Any]]:
        """All notices of the answer, once that has ended by itself."""
        answer = self._answer.result(WITHIN_S)
        assert answer.status_code == 200
        assert answer.headers["content-type"].startswith("text/event-stream")
        lines = [line for line in answer.text.splitlines() if line.startswith("data:")]
        return [json.loads(line.removeprefix("data:")) for line in lines]

    def ended(self) -> list[dict[str, Any]]:
        """The same, where it is made to end."""
        hub: Hub = self._client.app.state.hub  # type: ignore[attr-defined]
        assert self._client.portal
        self._client.portal.call(hub.close)
        return self.told()


@pytest.fixture
def opened(monkeypatch: pytest.MonkeyPatch) -> "Iterator[Opens]":
    """Opens a page."""
    heard: SimpleQueue[Changed] = SimpleQueue()
    plain = Hub._hear

    def hear(self: Hub, changed: Changed) -> None:
        plain(self, changed)
        heard.put(changed)

    monkeypatch.setattr(Hub, "_hear", hear)
    with ThreadPoolExecutor() as threads:
        yield lambda client: Page(client, threads, heard)


Opens = Callable[[TestClient], Page]


@pytest.fixture
def hedda(engine: Engine, apps: Apps) -> Iterator[TestClient]:
    """Who owns a house with a door."""
    key = AccountStore(engine).invite_first()
    with TestClient(apps.over(engine, accounts=True)) as made:
        person = {"key": key, "name": "Hedda Brook", "passphrase": PASSPHRASE}
        assert made.post("/api/accounts", json=person).status_code == 201
        yield made


def of_beds(told: list[dict[str, Any]]) -> list[dict[str, Any]]:
    return [one for one in told if "bed" in one]


def test_a_page_hears_what_is_changed_and_from_when_on(client: TestClient, opened: Opens) -> None:
    page = opened(client)
    bed = client.post("/api/beds", json=document()).json()
    client.put(f"/api/beds/{bed['id']}", json=document(name="Other"), headers={"If-Match": "1"})
    page.until(Changed(UUID(bed["yard"]), UUID(bed["id"]), 2))
    told = page.ended()
    assert told[0] == {}
    assert of_beds(told) == [{"yard": bed["yard"], "bed": bed["id"], "revision": n} for n in (1, 2)]


def test_who_may_not_look_hears_nothing_and_who_is_let_in_hears_that(
    hedda: TestClient, opened: Opens
) -> None:
    yard = hedda.get("/api/yards").json()[0]["id"]
    own = hedda.post(f"/api/yards/{yard}/invitations", json={"may": "look"}).json()["key"]
    other = hedda.post("/api/yards", json={"name": "Second"}).json()["id"]

    def made(where: str) -> Changed:
        bed = hedda.post(f"/api/beds?yard={where}", json=document()).json()
        return Changed(UUID(where), UUID(bed["id"]), 1)

    with TestClient(hedda.app) as rolf:
        joined = rolf.post("/api/accounts", json={"key": own, "name": "Rolf", "passphrase": PASSPHRASE})
        assert joined.status_code == 201
        page = opened(rolf)
        hers, both = made(other), made(yard)
        page.until(both)
        told = page.ended()
        assert [one["bed"] for one in of_beds(told)] == [str(both.bed)]
        assert str(hers.bed) not in json.dumps(told)

        page = opened(rolf)
        me = rolf.get("/api/session").json()["id"]
        assert hedda.delete(f"/api/yards/{yard}/people/{me}").status_code == 204
        # The answer is over by itself: it is found out anew what he may look at.
        assert page.told()[-1] == {"account": me}
        page = opened(rolf)
        page.until(made(yard))
        assert of_beds(page.ended()) == []


def test_nobody_hears_who_is_not_signed_in(hedda: TestClient) -> None:
    with TestClient(hedda.app) as stranger:
        assert stranger.get("/api/changes").status_code == 401


def test_one_more_than_there_is_room_for_is_told_so(
    client: TestClient, opened: Opens, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(changes, "MOST_OF_ONE", 1)
    page = opened(client)
    refused = client.get("/api/changes")
    assert (refused.status_code, refused.json()["type"]) == (503, "/problems/busy")
    assert page.ended() == [{}]
    assert opened(client).ended() == [{}]  # its place is free again


def test_an_answer_ends_by_itself_and_so_does_its_head(
    client: TestClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(changes, "SPEAKS_S", 0.1)
    assert client.get("/api/changes").status_code == 200
    answer = client.head("/api/changes")
    assert (answer.status_code, answer.content) == (200, b"")


def test_who_reads_slowly_is_told_that_anything_may_have_been_changed() -> None:
    page = Listener("house", None, None)
    for n in range(KEPT + 3):
        page.hear(Changed(yard=UUID(int=n)))
    left = [page.heard.get_nowait() for _ in range(page.heard.qsize())]
    assert left == [ALL, Changed(yard=UUID(int=KEPT + 1)), Changed(yard=UUID(int=KEPT + 2))]


def test_another_account_and_another_yard_are_not_told() -> None:
    mine, yard = uuid4(), uuid4()
    page = Listener("house", mine, {yard})
    for changed in (Changed(yard=uuid4()), Changed(account=uuid4())):
        page.hear(changed)
    assert page.heard.empty()
    for changed in (Changed(yard=yard, bed=uuid4()), Changed(account=mine), ALL):
        page.hear(changed)
    assert page.heard.qsize() == 3
