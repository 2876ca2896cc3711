"""Taking one's data out, and leaving: everything of one's own and nothing of anybody else's."""

import json
import zipfile
from collections.abc import Iterator
from dataclasses import dataclass
from io import BytesIO
from typing import Any

import pyotp
import pytest
from cryptography.fernet import Fernet
from fastapi.testclient import TestClient
from sqlalchemy import Engine, text

from acrebox.core.design import read_design
from acrebox.core.plan import plan_bed
from acrebox.core.yard import read_yard
from acrebox.store import AccountStore
from acrebox.store.tables import Base
from databases import Apps
from sample import document

PASSPHRASE = "three damp sacks of leaves"
KEY = Fernet(Fernet.generate_key())
WEATHER = "date,tmin,tmax,rain\n" + "".join(f"2025-05-{d:02},8,19,2\n" for d in range(1, 29))


@dataclass
class Two:
    """The one whose house it is, and one with a yard of his own that he shares with the first."""

    first: TestClient
    odo: TestClient
    house: str
    plot: str


def joined(client: TestClient, key: str | None, name: str) -> None:
    given = {"key": key, "name": name, "passphrase": PASSPHRASE}
    assert client.post("/api/accounts", json=given).status_code == 201


@pytest.fixture
def two(engine: Engine, apps: Apps) -> Iterator[Two]:
    app = apps.over(engine, accounts=True, key=KEY)
    with TestClient(app) as first:
        odo = TestClient(app)
        joined(first, AccountStore(engine).invite_first(), "Hedda")
        house = first.get("/api/yards").json()[0]["id"]
        key = first.post(f"/api/yards/{house}/invitations", json={"may": "work"}).json()["key"]
        joined(odo, key, "Odo")
        plot = odo.post("/api/yards", json={"schema": 1, "name": "Odo's plot"}).json()["id"]
        back = odo.post(f"/api/yards/{plot}/invitations", json={"may": "work"}).json()["key"]
        assert first.post("/api/invitations/accept", json={"key": back}).status_code == 204
        yield Two(first, odo, house, plot)


def bed(client: TestClient, yard: str, name: str) -> dict[str, Any]:
    made = client.post(f"/api/beds?yard={yard}", json=document(name=name))
    assert made.status_code == 201, made.text
    found: dict[str, Any] = made.json()
    return found


def taken_out(client: TestClient) -> zipfile.ZipFile:
    answer = client.get("/api/account/data")
    assert answer.status_code == 200
    assert answer.headers["content-type"] == "application/zip"
    assert "attachment" in answer.headers["content-disposition"]
    return zipfile.ZipFile(BytesIO(answer.content))


def test_all_of_ones_own_is_in_the_file_and_nothing_of_anothers(two: Two) -> None:
    kept, away = bed(two.odo, two.plot, "Kept bed"), bed(two.odo, two.plot, "Put away")
    bed(two.odo, two.house, "In the house")
    put = two.odo.put(
        f"/api/beds/{kept['id']}",
        json=document(name="Kept bed", height="7 1/4 in"),
        headers={"If-Match": "1"},
    )
    assert put.status_code == 200, put.text
    two.odo.put(f"/api/beds/{kept['id']}/ticks/cut/front 1")
    assert two.odo.delete(f"/api/beds/{away['id']}", headers={"If-Match": "1"}).status_code == 204
    two.odo.put(f"/api/yards/{two.plot}/weather", json={"name": "../our may.csv", "text": WEATHER})
    file = taken_out(two.odo)
    assert file.testzip() is None
    names = file.namelist()
    assert all(name.startswith("yards/01/") or name == "account.json" for name in names)
    assert not [name for name in names if ".." in name.split("/")]

    account = json.loads(file.read("account.json"))
    assert (account["name"], len(account["browsers"])) == ("Odo", 1)
    assert account["shared_with_me"] == [{"yard": two.house, "may": "work"}]
    assert "joined" in [e["what"] for e in account["happened"]]
    # The documents are those that are read everywhere else.
    yard = read_yard(json.loads(file.read("yards/01/yard.json")))
    assert str(yard.name) == "Odo's plot"
    design = read_design(json.loads(file.read("yards/01/beds/001/design.json")))
    assert plan_bed(design).document()["name"] == "Kept bed"
    history = json.loads(file.read("yards/01/beds/001/history.json"))
    assert [r["document"]["height"] for r in history["revisions"]] == ["14 1/2 in", "7 1/4 in"]
    work = json.loads(file.read("yards/01/beds/001/work.json"))
    assert [(t["kind"], t["key"]) for t in work["ticks"]] == [("cut", "front 1")]
    assert json.loads(file.read("yards/01/beds/002/history.json"))["put_away"]
    assert json.loads(file.read("yards/01/people.json")) == [{"name": "Hedda", "may": "work"}]
    everything = b"".join(file.read(name) for name in names)
    assert b"argon2" not in everything
    assert b"In the house" not in everything


def test_who_leaves_is_gone_with_what_was_his_and_nothing_else(two: Two, engine: Engine) -> None:
    mine, theirs = bed(two.odo, two.plot, "Mine"), bed(two.first, two.house, "Of the house")
    came = bed(two.first, two.house, "Lent")
    # What came out of another's yard goes back to that.
    assert two.first.put(f"/api/beds/{came['id']}/yard/{two.plot}").status_code == 200
    two.odo.put(f"/api/beds/{theirs['id']}/ticks/cut/front 1")
    for wrong, field in (
        ({"name": "Odo", "passphrase": "not that"}, "passphrase"),
        ({"name": "odo", "passphrase": PASSPHRASE}, "name"),
    ):
        told = two.odo.post("/api/account/leave", json=wrong)
        assert (told.status_code, told.json()["problems"][0]["field"]) == (422, field)
    gone = two.odo.post("/api/account/leave", json={"name": "Odo", "passphrase": PASSPHRASE})
    assert gone.status_code == 204
    assert two.odo.get("/api/account/sessions").status_code == 401
    again = two.odo.post("/api/session", json={"name": "Odo", "passphrase": PASSPHRASE})
    assert again.status_code == 401
    assert two.first.get(f"/api/yards/{two.plot}").status_code == 404
    assert two.first.get(f"/api/beds/{mine['id']}").status_code == 404
    assert two.first.get(f"/api/beds/{came['id']}").status_code == 200
    names = {b["name"] for b in two.first.get(f"/api/beds?yard={two.house}").json()["beds"]}
    assert {"Of the house", "Lent"} <= names
    assert len(two.first.get(f"/api/beds/{theirs['id']}").json()["ticks"]) == 1
    # Nothing of him is left in any table.
    with engine.connect() as connection:
        for table in Base.metadata.sorted_tables:
            rows = str(connection.execute(text(f'SELECT * FROM "{table.name}"')).all())
            assert "Odo" not in rows, table.name
            assert mine["id"] not in rows, table.name
            assert two.plot not in rows, table.name


def test_a_second_factor_is_asked_for_too(two: Two) -> None:
    begun = two.odo.post("/api/account/second-factor", json={"passphrase": PASSPHRASE}).json()
    code = pyotp.TOTP(begun["secret"]).now()
    codes = two.odo.put("/api/account/second-factor", json={"code": code}).json()["codes"]
    me = {"name": "Odo", "passphrase": PASSPHRASE}
    assert two.odo.post("/api/account/leave", json=me).status_code == 422
    assert two.odo.post("/api/account/leave", json={**me, "code": codes[0]}).status_code == 204


def test_the_first_leaves_when_no_others_are_there(two: Two, engine: Engine) -> None:
    me = {"name": "Hedda", "passphrase": PASSPHRASE}
    told = two.first.post("/api/account/leave", json=me)
    assert (told.status_code, told.json()["type"]) == (409, "/problems/taken")
    assert "first account" in told.json()["detail"]
    two.odo.post("/api/account/leave", json={"name": "Odo", "passphrase": PASSPHRASE})
    assert two.first.post("/api/account/leave", json=me).status_code == 204
    assert two.first.get("/api/session").json()["anybody"] is False
    assert AccountStore(engine).invite_first()
