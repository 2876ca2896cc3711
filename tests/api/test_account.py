"""One's own account: where one is signed in, what happened to it, and what one is told of that."""

from collections.abc import Iterator
from typing import Any

import pyotp
import pytest
from cryptography.fernet import Fernet
from fastapi.testclient import TestClient
from sqlalchemy import Engine, text

from acrebox.api.account import told_of
from acrebox.store import AccountStore, EventStore, Happened, second_factor
from acrebox.store.events import KEPT_DAYS
from databases import Apps
from sample import document

PASSPHRASE = "three damp sacks of leaves"
KEY = Fernet(Fernet.generate_key())
DESK, PHONE = "Any/5.0 (Windowed; desk)", "Any/5.0 (Pocket) Mobile"


def browser(app: Any, agent: str, address: str = "203.0.113.5") -> TestClient:
    return TestClient(app, headers={"User-Agent": agent}, client=(address, 50000))


@pytest.fixture
def owner(engine: Engine, apps: Apps) -> Iterator[TestClient]:
    key = AccountStore(engine).invite_first()
    with TestClient(apps.over(engine, accounts=True, key=KEY)) as app:
        made = browser(app.app, DESK)
        joined(made, key, "Hedda")
        yield made


def joined(client: TestClient, key: str | None, name: str) -> dict[str, Any]:
    answer = client.post("/api/accounts", json={"key": key, "name": name, "passphrase": PASSPHRASE})
    assert answer.status_code == 201, answer.text
    found: dict[str, Any] = answer.json()
    return found


def sign_in(client: TestClient, passphrase: str = PASSPHRASE) -> int:
    given = {"name": "Hedda", "passphrase": passphrase}
    return int(client.post("/api/session", json=given).status_code)


def told(client: TestClient, what: str = "events") -> list[str]:
    return [row["what"] for row in client.get(f"/api/account/{what}").json()]


# --- browsers -------------------------------------------------------------------------------------------


def test_a_browser_is_signed_out_from_another(owner: TestClient) -> None:
    phone = browser(owner.app, PHONE, "198.51.100.3")
    assert sign_in(phone) == 200
    rows = owner.get("/api/account/sessions").json()
    assert sorted((r["browser"], r["address"], r["here"]) for r in rows) == [
        ("a computer", "203.0.113.5", True),
        ("a phone", "198.51.100.3", False),
    ]
    assert {r["agent"] for r in rows} == {DESK, PHONE}
    [other] = [r["id"] for r in rows if not r["here"]]
    assert owner.delete(f"/api/account/sessions/{other}").status_code == 204
    assert phone.get("/api/yards").status_code == 401
    assert owner.delete(f"/api/account/sessions/{other}").status_code == 404
    assert len(owner.get("/api/account/sessions").json()) == 1
    assert told(owner)[0] == "ended"


def test_nobody_ends_what_is_anothers(owner: TestClient) -> None:
    yard = owner.get("/api/yards").json()[0]["id"]
    key = owner.post(f"/api/yards/{yard}/invitations", json={"may": "work"}).json()["key"]
    other = browser(owner.app, DESK)
    joined(other, key, "Odo")
    [mine] = owner.get("/api/account/sessions").json()
    assert other.delete(f"/api/account/sessions/{mine['id']}").status_code == 404
    assert owner.get("/api/yards").status_code == 200


def test_however_much_it_is_used_a_session_ends(owner: TestClient, engine: Engine) -> None:
    for days, status in ((89, 200), (91, 401)):
        with engine.begin() as at:
            at.execute(text(f"UPDATE session SET made_at = now() - interval '{days} days'"))
        assert owner.get("/api/yards").status_code == status


@pytest.mark.parametrize(
    ("agent", "says"),
    [
        (DESK, "a computer"),
        (PHONE, "a phone"),
        ("Any/5.0 (Slate; Tablet)", "a tablet"),
        ("fetcher/8.1 more", "a program, fetcher/8.1"),
        ("", "a program that does not say what it is"),
        ("<script>", "a program that does not say what it is"),
    ],
)
def test_what_a_browser_is_is_told_in_words(agent: str, says: str) -> None:
    assert told_of(agent) == says


# --- what happened --------------------------------------------------------------------------------------


def test_whose_it_is_is_told_of_new_browsers_passphrases_and_shares_until_he_has_read_it(
    owner: TestClient,
) -> None:
    assert told(owner, "notices") == []
    assert sign_in(owner) == 200
    assert told(owner, "notices") == [], "this browser is known"
    phone = browser(owner.app, PHONE, "198.51.100.3")
    assert sign_in(phone) == 200
    change = {"old": PASSPHRASE, "new": "nine wet wheelbarrows"}
    assert phone.put("/api/account/passphrase", json=change).status_code == 204
    assert sign_in(owner, "nine wet wheelbarrows") == 200
    rows = owner.get("/api/account/notices").json()
    assert [(r["what"], r["by"], r["address"]) for r in rows] == [
        ("new browser", "Hedda", "198.51.100.3"),
        ("passphrase", "Hedda", "198.51.100.3"),
    ]
    assert owner.put("/api/account/notices", json={"place": rows[0]["place"]}).status_code == 204
    assert told(owner, "notices") == ["passphrase"]
    assert owner.put("/api/account/notices", json={"place": rows[1]["place"]}).status_code == 204
    assert owner.put("/api/account/notices", json={"place": 0}).status_code == 204
    assert told(owner, "notices") == []


def test_who_works_in_a_yard_is_told_that_he_may_not_any_more(owner: TestClient) -> None:
    yard = owner.get("/api/yards").json()[0]["id"]
    key = owner.post(f"/api/yards/{yard}/invitations", json={"may": "work"}).json()["key"]
    other = browser(owner.app, DESK)
    who = joined(other, key, "Odo")["id"]
    owner.put(f"/api/yards/{yard}/people/{who}", json={"may": "look"})
    owner.delete(f"/api/yards/{yard}/people/{who}")
    assert told(other, "notices") == ["shared", "let go"]
    assert told(owner, "notices") == []


def test_the_owner_reads_who_did_what_in_his_yards_and_nobody_else_does(owner: TestClient) -> None:
    yard = owner.get("/api/yards").json()[0]["id"]
    key = owner.post(f"/api/yards/{yard}/invitations", json={"may": "work"}).json()["key"]
    worker = browser(owner.app, PHONE, "198.51.100.3")
    joined(worker, key, "Odo")
    bed = worker.post(f"/api/beds?yard={yard}", json=document(name="Beans")).json()
    gone = worker.delete(f"/api/beds/{bed['id']}", headers={"If-Match": '"1"'})
    assert gone.status_code == 204
    assert owner.post(f"/api/beds/{bed['id']}/restore").status_code == 200
    first = owner.get("/api/account/events").json()
    assert [(r["what"], r["by"], r["named"]) for r in first[:4]] == [
        ("restored", "Hedda", "bed Beans"),
        ("deleted", "Odo", "bed Beans"),
        ("joined", "Odo", ""),
        ("invited", "Hedda", "work"),
    ]
    assert first[1]["address"] == "198.51.100.3"
    earlier = owner.get(f"/api/account/events?before={first[1]['place']}").json()
    assert earlier == first[2:]
    assert told(worker) == ["joined"], "what is done in anothers yard is not his to read"
    # With the account that one has, too.
    other = owner.post("/api/yards", json={"name": "Elsewhere"}).json()["id"]
    key = owner.post(f"/api/yards/{other}/invitations", json={"may": "look"}).json()["key"]
    assert worker.post("/api/invitations/accept", json={"key": key}).status_code == 204
    row = owner.get("/api/account/events").json()[0]
    assert (row["what"], row["by"], row["yard"]) == ("joined", "Odo", other)


def test_wrong_tries_under_a_name_are_written_down_for_whose_it_is(owner: TestClient) -> None:
    stranger = browser(owner.app, DESK, "198.51.100.9")
    assert sign_in(stranger, "wrong") == 401
    row = owner.get("/api/account/events").json()[0]
    assert (row["what"], row["address"]) == ("refused", "198.51.100.9")


def test_what_is_very_old_is_forgotten(engine: Engine) -> None:
    store = EventStore(engine)
    for _ in range(2):
        store.note(Happened.DELETED, "Odo", "::1")
        with engine.begin() as at:
            at.execute(text(f"UPDATE event SET at = now() - interval '{KEPT_DAYS + 1} days'"))
    with engine.connect() as at:
        assert at.scalar(text("SELECT count(*) FROM event")) == 1


def test_where_nobody_signs_in_there_is_no_account(engine: Engine, apps: Apps) -> None:
    with TestClient(apps.over(engine)) as client:
        assert client.get("/api/account/sessions").status_code == 404


# --- a second factor ------------------------------------------------------------------------------------

FACTOR = "/api/account/second-factor"


@pytest.fixture
def now(monkeypatch: pytest.MonkeyPatch) -> list[int]:
    """What the clock says, which a test moves."""
    clock = [1_700_000_000]
    monkeypatch.setattr(second_factor, "time", lambda: clock[0])
    return clock


def with_code(client: TestClient, code: str, passphrase: str = PASSPHRASE) -> tuple[int, str]:
    given = {"name": "Hedda", "passphrase": passphrase, "code": code}
    answer = client.post("/api/session", json=given)
    return answer.status_code, answer.json().get("type", "")


def test_a_second_factor_is_taken_asked_for_and_given_up(owner: TestClient, now: list[int]) -> None:
    assert owner.get(FACTOR).json() == {"since": None, "codes_left": 0}
    wrong = owner.post(FACTOR, json={"passphrase": "not that"})
    assert (wrong.status_code, wrong.json()["problems"][0]["field"]) == (422, "passphrase")
    begun = owner.post(FACTOR, json={"passphrase": PASSPHRASE}).json()
    clock = pyotp.TOTP(begun["secret"])
    read = pyotp.parse_uri(begun["address"])
    assert isinstance(read, pyotp.TOTP)
    assert read.at(now[0]) == clock.at(now[0])
    assert begun["picture"]["size"] >= 21
    # Until a code of it was given nobody is asked for one.
    phone = browser(owner.app, PHONE, "198.51.100.3")
    assert sign_in(phone) == 200
    refused = owner.put(FACTOR, json={"code": "abcdef"})
    assert (refused.status_code, refused.json()["problems"][0]["field"]) == (422, "code")
    codes = owner.put(FACTOR, json={"code": clock.at(now[0])}).json()["codes"]
    assert owner.get(FACTOR).json()["codes_left"] == len(codes)
    assert owner.post(FACTOR, json={"passphrase": PASSPHRASE}).status_code == 409

    now[0] += 60
    wanted = (401, "/problems/code-wanted")
    assert with_code(phone, "") == wanted
    assert with_code(phone, "", "not that passphrase")[1] == "/problems/http", "which is right is not told"
    assert with_code(phone, "123456" if clock.at(now[0]) != "123456" else "654321") == wanted
    assert with_code(phone, clock.at(now[0])) == (200, "")
    assert with_code(phone, clock.at(now[0])) == wanted, "a code works once"
    assert with_code(phone, codes[0]) == (200, "")
    assert with_code(phone, codes[0]) == wanted
    assert told(owner)[:3] == ["refused", "sign-in", "recovery code"]
    assert {"second factor", "recovery code"} <= set(told(owner, "notices"))

    now[0] += 60
    both = {"passphrase": PASSPHRASE, "code": codes[1]}
    fresh = owner.post(f"{FACTOR}/codes", json=both).json()["codes"]
    assert not set(fresh) & set(codes)
    assert told(owner, "notices")[-1] == "other recovery codes"
    assert owner.post(f"{FACTOR}/off", json={**both, "code": codes[2]}).status_code == 422
    assert owner.post(f"{FACTOR}/off", json={**both, "code": clock.at(now[0])}).status_code == 204
    assert sign_in(phone) == 200
    assert told(owner)[1] == "no second factor"


def test_codes_are_tried_as_often_as_passphrases_and_no_more(owner: TestClient, now: list[int]) -> None:
    begun = owner.post(FACTOR, json={"passphrase": PASSPHRASE}).json()
    clock = pyotp.TOTP(begun["secret"])
    owner.put(FACTOR, json={"code": clock.at(now[0])})
    now[0] += 60
    other = browser(owner.app, PHONE, "198.51.100.3")
    right = {clock.at(now[0] + off) for off in (-30, 0, 30)}
    codes = [code for code in (f"{n:06}" for n in range(20)) if code not in right]
    assert [with_code(other, code)[0] for code in codes[:11]] == [401] * 10 + [429]


def test_where_the_key_is_another_a_recovery_code_is_wanted(
    owner: TestClient, engine: Engine, apps: Apps, now: list[int]
) -> None:
    begun = owner.post(FACTOR, json={"passphrase": PASSPHRASE}).json()
    codes = owner.put(FACTOR, json={"code": pyotp.TOTP(begun["secret"]).at(now[0])}).json()["codes"]
    moved = browser(apps.over(engine, accounts=True, key=Fernet(Fernet.generate_key())), DESK)
    now[0] += 60
    assert with_code(moved, pyotp.TOTP(begun["secret"]).at(now[0])) == (409, "/problems/other-key")
    assert with_code(moved, codes[0]) == (200, "")
