"""Who may do what: every route by strangers, outsiders, who may look, who may work, and the owner."""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any
from uuid import uuid4

import pytest
from fastapi.testclient import TestClient
from sqlalchemy import Engine

from acrebox.api import changes
from acrebox.api.door import LEAVES, OPEN, RULES, SIGNED_IN
from acrebox.store import AccountStore, May
from databases import Apps
from sample import document

PASSPHRASE = "three damp sacks of leaves"
Client = TestClient


@dataclass
class House:
    """A house where everybody signs in: a yard with a bed, and a browser for each who comes."""

    stranger: Client
    outsider: Client
    viewer: Client
    worker: Client
    owner: Client
    yard: str
    bed: str
    people: dict[str, str]
    store: AccountStore


@pytest.fixture
def house(engine: Engine, apps: Apps) -> Iterator[House]:
    app = apps.over(engine, accounts=True)
    store = AccountStore(engine)
    first = store.invite_first()
    assert first is not None
    with TestClient(app) as stranger:
        owner, viewer, worker, outsider = (TestClient(app) for _ in range(4))
        joined(owner, first, "Owner")
        yard = owner.get("/api/yards").json()[0]["id"]
        people = {}
        for client, name, may in ((viewer, "Viewer", "look"), (worker, "Worker", "work")):
            key = owner.post(f"/api/yards/{yard}/invitations", json={"may": may}).json()["key"]
            people[name] = joined(client, key, name)["id"]
        elsewhere = owner.post("/api/yards", json={"name": "Elsewhere"}).json()["id"]
        links = f"/api/yards/{elsewhere}"
        key = owner.post(f"{links}/invitations", json={"may": "look"}).json()["key"]
        # Somebody who came by another yard, and left that.
        who = joined(outsider, key, "Outsider")["id"]
        assert outsider.delete(f"{links}/people/{who}").status_code == 204
        made = owner.post(f"/api/beds?yard={yard}", json=document())
        assert made.status_code == 201, made.text
        yield House(stranger, outsider, viewer, worker, owner, yard, made.json()["id"], people, store)


def joined(client: Client, key: str, name: str) -> dict[str, Any]:
    answer = client.post("/api/accounts", json={"key": key, "name": name, "passphrase": PASSPHRASE})
    assert answer.status_code == 201, answer.text
    found: dict[str, Any] = answer.json()
    return found


def routes(house: House) -> list[tuple[str, str, str]]:
    """Every route of the OpenAPI document: its rule's name, its method, an address of it in the house."""
    found = []
    for path, methods in house.owner.get("/api/openapi.json").json()["paths"].items():
        for method, about in methods.items():
            if method in ("get", "post", "put", "delete"):
                filled = path.replace("{bed_id}", house.bed).replace("{yard_id}", house.yard)
                filled = filled.replace("{account_id}", house.people["Viewer"])
                for name in ("{reading_id}", "{invitation_id}", "{session_id}"):
                    filled = filled.replace(name, str(uuid4()))
                filled = filled.replace("{kind}", "cut").replace("{key}", "front 1").replace("{number}", "1")
                filled = filled.replace("{name}", "Mine")
                if any(p["name"] == "yard" for p in about.get("parameters", ())):
                    filled = f"{filled}?yard={house.yard}"
                found.append((f"{method.upper()} {path}", method.upper(), filled))
    return found


def test_every_route_has_a_rule_and_every_rule_a_route(house: House) -> None:
    assert {name for name, _, _ in routes(house)} == set(RULES)


def test_every_route_is_open_to_whom_its_rule_says_and_to_nobody_else(
    house: House, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(changes, "SPEAKS_S", 0.1)
    by = {"stranger": None, "outsider": -1, "viewer": 0, "worker": 1, "owner": 2}
    # What puts the yard away or lets somebody go comes last.
    walk = sorted(routes(house), key=lambda r: (r[0].startswith("DELETE") and "people" in r[0], r[0]))
    told: list[str] = []
    for name, method, path in walk:
        rule = RULES[name]
        for who, rank in by.items():
            client: Client = getattr(house, who)
            if name == "DELETE /api/session":
                continue  # signs out: it is tried below
            answer = client.request(method, path, json=[] if method in ("POST", "PUT") else None)
            if rule == OPEN:
                right = answer.status_code not in (403, 404)
            elif rank is None:
                right = answer.status_code == 401
            elif rule == SIGNED_IN:
                # A yard that is named there is looked at, too.
                nothing = "{session_id}" in name or ("?yard=" in path and rank < 0)
                right = (answer.status_code == 404) == nothing
            elif rank < 0:
                right = answer.status_code == 404
            else:
                assert isinstance(rule, May)
                own = name.startswith("DELETE") and name.endswith("people/{account_id}") and who != "viewer"
                own = own or name == LEAVES
                wanted = May.OWN.rank if own else rule.rank
                right = (answer.status_code == 403) == (rank < wanted) and answer.status_code != 401
            if not right:
                told.append(f"{who}: {name} answers {answer.status_code}: {answer.text[:120]}")
    assert told == []


def test_what_is_another_yards_is_not_there_whatever_it_is_named_by(house: House) -> None:
    asked = house.outsider.post(f"/api/plan?bed={house.bed}", json=document())
    assert asked.status_code == 404
    assert house.outsider.post(f"/api/weigh-up?yard={house.yard}", json={"designs": []}).status_code == 404
    own = house.outsider.get("/api/yards").json()
    assert [y["beds"] for y in own] == [0]
    moved = house.outsider.put(f"/api/beds/{house.bed}/yard/{own[0]['id']}")
    assert moved.status_code == 404
    # Nor does who works there learn of another yard of its owner's by trying to carry a bed to it.
    other = house.owner.post("/api/yards", json={"name": "Behind the shed"}).json()["id"]
    nowhere = "00000000-0000-4000-8000-000000000000"
    tried = [house.worker.put(f"/api/beds/{house.bed}/yard/{yard}").status_code for yard in (other, nowhere)]
    assert tried == [403, 403]


def test_out_of_a_yard_only_its_owner_lets_a_bed_go(house: House) -> None:
    """Who works in it could take all of them to a yard of his own, else."""
    mine = house.worker.post("/api/yards", json={"name": "Mine"}).json()["id"]
    taken = house.worker.put(f"/api/beds/{house.bed}/yard/{mine}")
    assert taken.status_code == 403
    assert "owner" in taken.json()["detail"]
    assert house.owner.get(f"/api/beds/{house.bed}").json()["yard"] == house.yard
    other = house.owner.post("/api/yards", json={"name": "Behind the shed"}).json()["id"]
    assert house.owner.put(f"/api/beds/{house.bed}/yard/{other}").status_code == 200


def test_what_was_taken_is_brought_back_by_whose_it_was(house: House) -> None:
    """Moved by its owner into the worker's yard, where he may do nothing, it is his to take back."""
    theirs = house.worker.post("/api/yards", json={"name": "Mine"}).json()["id"]
    who = house.owner.get("/api/session").json()["id"]
    links = f"/api/yards/{theirs}/invitations"
    key = house.worker.post(links, json={"may": "work"}).json()["key"]
    assert house.owner.post("/api/invitations/accept", json={"key": key}).status_code == 204
    assert house.owner.put(f"/api/beds/{house.bed}/yard/{theirs}").status_code == 200
    assert house.worker.delete(f"/api/yards/{theirs}/people/{who}").status_code == 204
    assert house.owner.get(f"/api/beds/{house.bed}").status_code == 404
    back = f"/api/beds/{house.bed}/yard/{house.yard}"
    assert house.outsider.put(back).status_code == 404
    assert house.viewer.put(back).status_code == 404
    assert house.owner.put(back).status_code == 200
    assert house.owner.get(f"/api/beds/{house.bed}").json()["yard"] == house.yard
    # It came from there now; nobody takes it who does not own that yard, and nobody brings it anywhere else.
    other = house.worker.post("/api/yards", json={"name": "Another"}).json()["id"]
    assert house.worker.put(f"/api/beds/{house.bed}/yard/{other}").status_code == 403


def test_two_at_one_bed_see_each_others_saves_and_a_viewer_changes_nothing(house: House) -> None:
    path = f"/api/beds/{house.bed}"
    bed = house.worker.get(path).json()
    assert (bed["may"], house.viewer.get(path).json()["may"]) == ("work", "look")
    changed = {**bed["design"], "name": "Changed by the worker"}
    saved = house.worker.put(path, json=changed, headers={"If-Match": '"1"'})
    assert saved.status_code == 200
    assert house.owner.get(path).json()["design"]["name"] == "Changed by the worker"
    assert house.viewer.put(path, json=changed, headers={"If-Match": '"2"'}).status_code == 403
    assert house.owner.get(path).json()["revision"] == 2


def test_sharing_is_taken_back_at_once_and_everybody_may_leave(house: House) -> None:
    people = f"/api/yards/{house.yard}/people"
    assert [p["may"] for p in house.viewer.get(people).json()] == ["own", "look", "work"]
    told = house.owner.put(f"{people}/{house.people['Viewer']}", json={"may": "work"})
    assert [p["may"] for p in told.json()] == ["own", "work", "work"]
    assert house.owner.delete(f"{people}/{house.people['Viewer']}").status_code == 204
    assert house.viewer.get(f"/api/beds/{house.bed}").status_code == 404
    assert house.worker.delete(f"{people}/{house.people['Worker']}").status_code == 204
    assert house.worker.get(people).status_code == 404


def test_a_link_is_good_once_and_can_be_withdrawn(house: House) -> None:
    links = f"/api/yards/{house.yard}/invitations"
    key = house.owner.post(links, json={"may": "look"}).json()["key"]
    assert house.outsider.post("/api/invitations/accept", json={"key": key}).status_code == 204
    assert house.outsider.get(f"/api/beds/{house.bed}").json()["may"] == "look"
    again = {"key": key, "name": "Late", "passphrase": PASSPHRASE}
    assert house.stranger.post("/api/accounts", json=again).status_code == 403
    key = house.owner.post(links, json={"may": "work"}).json()["key"]
    [open_link] = house.owner.get(links).json()
    assert house.owner.delete(f"{links}/{open_link['id']}").status_code == 204
    assert house.stranger.post("/api/accounts", json={**again, "key": key}).status_code == 403
    assert house.owner.get(links).json() == []


def test_what_is_not_there_cannot_be_withdrawn_or_let_go(house: House) -> None:
    happened = house.owner.get("/api/account/events").json()
    for kind in ("invitations", "people"):
        for yard in (house.yard, uuid4()):
            told = house.owner.delete(f"/api/yards/{yard}/{kind}/{uuid4()}")
            assert told.status_code == 404, told.text
    assert house.owner.get("/api/account/events").json() == happened


def test_a_link_gives_a_right_and_takes_none(house: House) -> None:
    links = f"/api/yards/{house.yard}/invitations"
    for may, who, has in (
        ("look", house.worker, "work"),
        ("look", house.owner, "own"),
        ("work", house.viewer, "work"),
    ):
        key = house.owner.post(links, json={"may": may}).json()["key"]
        assert who.post("/api/invitations/accept", json={"key": key}).status_code == 204
        assert who.get(f"/api/beds/{house.bed}").json()["may"] == has


def test_the_first_account_has_what_was_there_and_there_is_one_first(engine: Engine, apps: Apps) -> None:
    with TestClient(apps.over(engine)) as at_home:
        yard = at_home.get("/api/yards").json()[0]
        assert at_home.get("/api/yards").json() == [yard], "there is always a yard, and it is one"
        assert yard["may"] == "own"
        assert at_home.get("/api/session").json() == {
            "accounts": False,
            "anybody": False,
            "name": None,
            "id": None,
        }
    store = AccountStore(engine)
    old, key = store.invite_first(), store.invite_first()
    assert old is not None
    assert key is not None
    with TestClient(apps.over(engine, accounts=True)) as client:
        body = {"key": old, "name": "Hedda", "passphrase": PASSPHRASE}
        assert client.post("/api/accounts", json=body).status_code == 403, "an older link is good no more"
        joined(client, key, "Hedda")
        assert [y["id"] for y in client.get("/api/yards").json()] == [yard["id"]]
    assert store.invite_first() is None
