"""Notices to pages: who may look hears of what is changed, and nobody else."""

import json
import time
from collections.abc import Iterator
from concurrent.futures import Future, ThreadPoolExecutor
from typing import Any
from uuid import UUID, uuid4

import pytest
from fastapi.testclient import TestClient
from sqlalchemy import Engine

from acrebox.api import changes
from acrebox.api.changes import KEPT, Listener
from acrebox.store import ALL, AccountStore, Changed
from databases import Apps
from sample import document

PASSPHRASE = "three damp sacks of leaves"


@pytest.fixture(autouse=True)
def short_answers(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(changes, "SPEAKS_S", 2.0)


@pytest.fixture
def listening() -> Iterator[ThreadPoolExecutor]:
    with ThreadPoolExecutor() as threads:
        yield threads


@pytest.fixture
def hedda(engine: Engine, apps: Apps) -> Iterator[TestClient]:
    """Who owns a house with a door."""
    key = AccountStore(engine).invite_first()
    with TestClient(apps.over(engine, accounts=True)) as made:
        person = {"key": key, "name": "Hedda Brook", "passphrase": PASSPHRASE}
        assert made.post("/api/accounts", json=person).status_code == 201
        yield made


def heard(client: TestClient) -> list[dict[str, Any]]:
    """All notices of one answer."""
    answer = client.get("/api/changes")
    assert answer.status_code == 200
    assert answer.headers["content-type"].startswith("text/event-stream")
    lines = [line for line in answer.text.splitlines() if line.startswith("data:")]
    return [json.loads(line.removeprefix("data:")) for line in lines]


def begun(client: TestClient, threads: ThreadPoolExecutor) -> "Future[list[dict[str, Any]]]":
    """A page of that client's, once it is listened for it."""
    hub = client.app.state.hub  # type: ignore[attr-defined]
    there = len(hub._listeners)
    found = threads.submit(heard, client)
    while len(hub._listeners) == there or hub._ear is None:
        assert not found.done(), found.result()
        time.sleep(0.01)
    time.sleep(0.3)  # the ear is at the wall
    return found


def test_a_page_hears_what_is_changed_and_from_when_on(
    client: TestClient, listening: ThreadPoolExecutor
) -> None:
    page = begun(client, listening)
    bed = client.post("/api/beds", json=document()).json()
    client.put(f"/api/beds/{bed['id']}", json=document(name="Other"), headers={"If-Match": "1"})
    told = page.result()
    assert told[0] == {}
    of_bed = [one for one in told if one.get("bed")]
    assert of_bed == [{"yard": bed["yard"], "bed": bed["id"], "revision": n} for n in (1, 2)]


def test_who_may_not_look_hears_nothing_and_who_is_let_in_hears_that(
    hedda: TestClient, listening: ThreadPoolExecutor
) -> None:
    yard = hedda.get("/api/yards").json()[0]["id"]
    own = hedda.post(f"/api/yards/{yard}/invitations", json={"may": "look"}).json()["key"]
    other = hedda.post("/api/yards", json={"name": "Second"}).json()["id"]
    with TestClient(hedda.app) as rolf:
        joined = rolf.post("/api/accounts", json={"key": own, "name": "Rolf", "passphrase": PASSPHRASE})
        assert joined.status_code == 201
        page = begun(rolf, listening)
        hers = hedda.post(f"/api/beds?yard={other}", json=document()).json()
        both = hedda.post(f"/api/beds?yard={yard}", json=document()).json()
        told = page.result()
        assert [one["bed"] for one in told if "bed" in one] == [both["id"]]
        assert hers["id"] not in json.dumps(told)

        page = begun(rolf, listening)
        me = rolf.get("/api/session").json()["id"]
        assert hedda.delete(f"/api/yards/{yard}/people/{me}").status_code == 204
        hedda.post(f"/api/beds?yard={yard}", json=document())
        told = page.result()
        assert told[-1] == {"account": me}  # and the answer is over: it is found out anew what he may look at
        page = begun(rolf, listening)
        hedda.post(f"/api/beds?yard={yard}", json=document())
        assert [one for one in page.result() if "bed" in one] == []


def test_nobody_hears_who_is_not_signed_in(hedda: TestClient) -> None:
    with TestClient(hedda.app) as stranger:
        assert stranger.get("/api/changes").status_code == 401


def test_one_more_than_there_is_room_for_is_told_so(
    client: TestClient, listening: ThreadPoolExecutor, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(changes, "MOST_OF_ONE", 1)
    first = begun(client, listening)
    refused = client.get("/api/changes")
    assert (refused.status_code, refused.json()["type"]) == (503, "/problems/busy")
    assert first.result()[0] == {}
    assert heard(client)[0] == {}  # its place is free again


def test_the_head_of_notices_ends(client: TestClient, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(changes, "SPEAKS_S", 0.1)
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
