"""Writes that make something count once, however often they are sent."""

from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from typing import Any
from uuid import uuid4

import pytest
from fastapi.testclient import TestClient
from sqlalchemy import Engine, text

from acrebox.store import AccountStore, AnswerStore, BedStore, YardStore
from acrebox.store.beds import MOST_BEDS
from acrebox.store.yards import MOST_YARDS
from databases import Apps
from sample import design, document


def key() -> dict[str, str]:
    return {"Idempotency-Key": str(uuid4())}


def beds(client: TestClient) -> list[dict[str, Any]]:
    found: list[dict[str, Any]] = client.get("/api/beds").json()["beds"]
    return found


def test_a_bed_that_is_sent_twice_is_made_once_and_answered_alike(client: TestClient) -> None:
    name = key()
    first = client.post("/api/beds", json=document(), headers=name)
    again = client.post("/api/beds", json=document(), headers=name)
    assert (first.status_code, again.status_code) == (201, 201)
    assert again.json() == first.json()
    assert again.headers["etag"] == first.headers["etag"]
    assert (first.headers.get("idempotency-replayed"), again.headers["idempotency-replayed"]) == (
        None,
        "true",
    )
    assert len(beds(client)) == 1
    assert client.post("/api/beds", json=document(), headers=key()).status_code == 201
    assert len(beds(client)) == 2


def test_it_is_answered_as_it_was_whatever_was_changed_since(client: TestClient) -> None:
    name = key()
    made = client.post("/api/beds", json=document(), headers=name).json()
    changed = {**made["design"], "name": "Changed"}
    assert client.put(f"/api/beds/{made['id']}", json=changed, headers={"If-Match": '"1"'}).status_code == 200
    assert client.post("/api/beds", json=document(), headers=name).json() == made


def test_the_name_of_another_write_is_refused(client: TestClient) -> None:
    name = key()
    client.post("/api/beds", json=document(), headers=name)
    other = client.post("/api/beds", json=document(name="Another"), headers=name)
    assert (other.status_code, other.json()["type"]) == (422, "/problems/key")
    elsewhere = client.post("/api/yards", json={"name": "Plot"}, headers=name)
    assert elsewhere.status_code == 422
    assert len(beds(client)) == 1


def test_what_was_killed_before_it_answered_is_made_once(client: TestClient, engine: Engine) -> None:
    name = key()
    made = client.post("/api/beds", json=document(), headers=name).json()
    with engine.begin() as at:
        at.execute(text("UPDATE answered SET status = NULL, headers = NULL, body = NULL"))
    again = client.post("/api/beds", json=document(), headers=name)
    assert (again.status_code, again.json()["id"]) == (201, made["id"])
    assert len(beds(client)) == 1


def test_of_many_at_once_that_are_refused_each_is_told_why(engine: Engine) -> None:
    """One may let the name go just as another finds it taken."""
    kept, who, key = AnswerStore(engine), uuid4(), uuid4()

    def refused(_: int) -> None:
        kept.claim(who, key, "a sum")
        kept.forget(who, key)

    with ThreadPoolExecutor(6) as pool:
        list(pool.map(refused, range(400)))
    assert kept.claim(who, key, "a sum") is None


def test_two_at_once_make_one(client: TestClient) -> None:
    name = key()
    with ThreadPoolExecutor(6) as pool:
        told = list(pool.map(lambda _: client.post("/api/beds", json=document(), headers=name), range(6)))
    assert {t.status_code for t in told} == {201}
    assert len({t.json()["id"] for t in told}) == 1
    assert len(beds(client)) == 1


def test_what_was_refused_can_be_sent_again_under_its_name(client: TestClient) -> None:
    name = key()
    assert client.post("/api/beds?yard=" + str(uuid4()), json=document(), headers=name).status_code == 404
    assert client.post("/api/beds", json=document(), headers=name).status_code == 201


def test_yards_and_copies_are_made_once_too(client: TestClient) -> None:
    name, copy = key(), key()
    yards = [client.post("/api/yards", json={"name": "Plot"}, headers=name).json()["id"] for _ in range(2)]
    assert yards[0] == yards[1]
    bed = client.post("/api/beds", json=document()).json()["id"]
    copies = [client.post(f"/api/beds/{bed}/copy", headers=copy).json()["id"] for _ in range(2)]
    assert copies[0] == copies[1]
    assert len(beds(client)) == 2


def test_a_name_is_anybodys_own_and_good_for_a_day(client: TestClient, engine: Engine) -> None:
    name = key()
    client.post("/api/beds", json=document(), headers=name)
    with engine.begin() as at:
        at.execute(text("UPDATE answered SET made_at = now() - interval '25 hours'"))
    client.post("/api/beds", json=document(name="The next day"), headers=key())
    with engine.connect() as at:
        assert at.scalar(text("SELECT count(*) FROM answered")) == 1


def test_what_is_no_name_is_told_by_its_field(client: TestClient) -> None:
    told = client.post("/api/beds", json=document(), headers={"Idempotency-Key": "mine"})
    assert (told.status_code, told.json()["problems"][0]["field"]) == (422, "Idempotency-Key")
    assert beds(client) == []


@pytest.fixture
def signed_in(engine: Engine, apps: Apps) -> Iterator[TestClient]:
    first = AccountStore(engine).invite_first()
    with TestClient(apps.over(engine, accounts=True)) as client:
        body = {"key": first, "name": "Hedda", "passphrase": "three damp sacks of leaves"}
        assert client.post("/api/accounts", json=body).status_code == 201
        yield client


def test_of_a_link_that_is_asked_for_twice_the_last_is_good(signed_in: TestClient, engine: Engine) -> None:
    """Its key is kept nowhere, so it cannot be told again: there is one link, with another key."""
    yard = signed_in.get("/api/yards").json()[0]["id"]
    name, links = key(), f"/api/yards/{yard}/invitations"
    keys = [signed_in.post(links, json={"may": "look"}, headers=name).json()["key"] for _ in range(2)]
    assert len(signed_in.get(links).json()) == 1
    store = AccountStore(engine)
    assert [store.is_good(k) for k in keys] == [False, True]
    with engine.connect() as at:
        assert at.scalar(text("SELECT body FROM answered")) is None


def test_anothers_name_of_a_write_is_none_of_ones_own(signed_in: TestClient, engine: Engine) -> None:
    yard = signed_in.get("/api/yards").json()[0]["id"]
    invited = signed_in.post(f"/api/yards/{yard}/invitations", json={"may": "work"}).json()["key"]
    with TestClient(signed_in.app) as other:
        body = {"key": invited, "name": "Odo", "passphrase": "three damp sacks of leaves"}
        assert other.post("/api/accounts", json=body).status_code == 201
        name = key()
        address = f"/api/beds?yard={yard}"
        ids = [c.post(address, json=document(), headers=name).json()["id"] for c in (signed_in, other)]
    assert ids[0] != ids[1]


# --- as many as there can be ----------------------------------------------------------------------------


def test_there_are_so_many_beds_in_a_yard_and_no_more(client: TestClient, engine: Engine) -> None:
    first = client.post("/api/beds", json=document()).json()
    store = BedStore(engine)
    with engine.begin() as at:
        at.execute(
            text(
                "INSERT INTO bed (id, head, yard_id) SELECT gen_random_uuid(), 1, yard_id FROM bed,"
                f" generate_series(1, {MOST_BEDS - 1})"
            )
        )
    told = client.post("/api/beds", json=document())
    assert (told.status_code, told.json()["type"]) == (409, "/problems/too-many")
    assert f"{MOST_BEDS} beds in one yard" in told.json()["detail"]
    elsewhere = YardStore(engine).list()[0]
    other = client.post("/api/yards", json={"name": "Plot"}).json()["id"]
    moved = store.make(design(name="From elsewhere"), other)
    assert client.put(f"/api/beds/{moved.id}/yard/{elsewhere.id}").status_code == 409
    assert client.put(f"/api/beds/{first['id']}/yard/{other}").status_code == 200
    assert client.post("/api/beds?yard=" + str(elsewhere.id), json=document()).status_code == 201


def test_there_are_so_many_yards_and_links_and_no_more(signed_in: TestClient) -> None:
    for _ in range(MOST_YARDS - 1):
        yard = signed_in.post("/api/yards", json={"name": "Plot"})
    yard = signed_in.get("/api/yards").json()[0]["id"]
    assert signed_in.post("/api/yards", json={"name": "One more"}).status_code in (201, 409)
    assert signed_in.post("/api/yards", json={"name": "One more"}).status_code == 409
    links = f"/api/yards/{yard}/invitations"
    told = [signed_in.post(links, json={"may": "look"}).status_code for _ in range(51)]
    assert told == [201] * 50 + [409]
