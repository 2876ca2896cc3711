"""Signing in and out: keys, passphrases, and how often anybody may try."""

import sys
from collections.abc import Iterator
from datetime import UTC, datetime, timedelta
from io import StringIO
from unicodedata import normalize

import pytest
from fastapi.testclient import TestClient
from hypothesis import given
from hypothesis import strategies as st
from limits import parse
from limits.strategies import FixedWindowRateLimiter
from sqlalchemy import Engine, text

from acrebox import keeping
from acrebox.core.yard import Yard
from acrebox.serve.holding import DATABASE_SETTING
from acrebox.store import AccountStore, May, Rates, YardStore
from acrebox.store.names import known_as, looks_as
from databases import Apps

PASSPHRASE = "three damp sacks of leaves"


@pytest.fixture
def client(engine: Engine, apps: Apps) -> Iterator[TestClient]:
    key = AccountStore(engine).invite_first()
    with TestClient(apps.over(engine, accounts=True)) as made:
        answer = made.post(
            "/api/accounts", json={"key": key, "name": "Hedda Brook", "passphrase": PASSPHRASE}
        )
        assert answer.status_code == 201
        yield made


def sign_in(client: TestClient, name: str = "Hedda Brook", passphrase: str = PASSPHRASE) -> int:
    answer = client.post("/api/session", json={"name": name, "passphrase": passphrase})
    return int(answer.status_code)


@pytest.mark.usefixtures("hashes_as_served")
def test_the_key_is_for_the_browser_alone_and_only_its_hash_is_kept(
    client: TestClient, engine: Engine
) -> None:
    answer = client.post("/api/session", json={"name": "hedda  brook", "passphrase": PASSPHRASE})
    cookie = answer.headers["set-cookie"]
    assert {"HttpOnly", "SameSite=strict", "Path=/"} <= {part.strip() for part in cookie.split(";")}
    assert "Secure" not in cookie
    key = client.cookies["acrebox_session"]
    with engine.connect() as connection:
        kept = [row[0] for row in connection.execute(text("SELECT key FROM session"))]
        secret = connection.scalar(text("SELECT secret FROM account"))
    assert key not in kept
    assert str(secret).startswith("$argon2id$v=19$m=65536,t=3,p=4$")


def test_under_tls_the_key_is_sent_by_tls_alone(engine: Engine, apps: Apps) -> None:
    key = AccountStore(engine).invite_first()
    with TestClient(apps.over(engine, accounts=True, secure=True), base_url="https://testserver") as client:
        body = {"key": key, "name": "Hedda", "passphrase": PASSPHRASE}
        cookie = client.post("/api/accounts", json=body).headers["set-cookie"]
        assert cookie.startswith("__Host-acrebox_session=")
        assert "Secure" in cookie
        assert client.get("/api/yards").status_code == 200


def test_signed_out_the_key_is_good_no_more_wherever_it_was_copied(client: TestClient) -> None:
    key = client.cookies["acrebox_session"]
    assert client.delete("/api/session").status_code == 204
    client.cookies.set("acrebox_session", key)
    assert client.get("/api/yards").status_code == 401


def test_who_signs_in_over_a_session_ends_it(client: TestClient) -> None:
    copied = client.cookies["acrebox_session"]
    assert sign_in(client) == 200
    assert client.cookies["acrebox_session"] != copied
    assert client.get("/api/yards").status_code == 200
    with TestClient(client.app, cookies={"acrebox_session": copied}) as elsewhere:
        assert elsewhere.get("/api/yards").status_code == 401


def test_a_key_ends_by_itself_when_it_is_not_used(client: TestClient, engine: Engine) -> None:
    with engine.begin() as connection:
        connection.execute(text("UPDATE session SET ends_at = now() - interval '1 s'"))
    assert client.get("/api/yards").status_code == 401


def test_another_passphrase_signs_other_browsers_out_and_this_one_stays(client: TestClient) -> None:
    with TestClient(client.app) as phone:
        assert sign_in(phone) == 200
        change = {"old": PASSPHRASE, "new": "nine wet wheelbarrows"}
        wrong = client.put("/api/account/passphrase", json={**change, "old": "not this one at all"})
        assert (wrong.status_code, wrong.json()["problems"][0]["field"]) == (422, "old")
        short = client.put("/api/account/passphrase", json={**change, "new": "short"})
        assert (short.status_code, short.json()["problems"][0]["field"]) == (422, "new")
        assert client.put("/api/account/passphrase", json=change).status_code == 204
        assert phone.get("/api/yards").status_code == 401
        assert client.get("/api/yards").status_code == 200
        assert sign_in(phone) == 401
        assert sign_in(phone, passphrase="nine wet wheelbarrows") == 200


def test_wrong_names_and_wrong_passphrases_are_told_alike(client: TestClient) -> None:
    bodies = [{"name": "Hedda Brook", "passphrase": "wrong"}, {"name": "Nobody", "passphrase": "wrong"}]
    told = [client.post("/api/session", json=body) for body in bodies]
    assert [t.status_code for t in told] == [401, 401]
    assert told[0].json()["detail"] == told[1].json()["detail"]


# --- tries ----------------------------------------------------------------------------------------------


def at(client: TestClient, address: str) -> TestClient:
    """Another browser, at another address."""
    return TestClient(client.app, client=(address, 50000))


def test_who_tries_too_often_waits_and_every_process_counts_the_same(
    client: TestClient, engine: Engine, apps: Apps
) -> None:
    # Another process over the same database, as with --processes 2.
    with TestClient(apps.over(engine, process=2, accounts=True)) as other:
        stranger = TestClient(client.app)
        tries = [sign_in((stranger, other)[n % 2], passphrase="wrong") for n in range(12)]
    assert tries[:10] == [401] * 10
    assert tries[10:] == [429] * 2
    late = stranger.post("/api/session", json={"name": "Hedda Brook", "passphrase": PASSPHRASE})
    assert 0 < int(late.headers["Retry-After"]) <= 900


def test_nobody_is_locked_out_by_the_tries_of_others(client: TestClient) -> None:
    attacker = at(client, "198.51.100.7")
    assert [sign_in(attacker, passphrase=f"wrong {n}") for n in range(12)] == [401] * 10 + [429] * 2
    assert sign_in(attacker) == 429, "he waits, even where he is right by now"
    assert sign_in(at(client, "203.0.113.5")) == 200, "another browser elsewhere does not"
    assert sign_in(client) == 200, "nor one that signed in before"


def test_from_many_addresses_a_name_only_waits_for_half_a_minute(client: TestClient, engine: Engine) -> None:
    for n in range(16):
        # Each waits for its turn, as whoever guesses would.
        with engine.begin() as connection:
            connection.execute(text("DELETE FROM rate WHERE key LIKE 'wait/%'"))
        assert sign_in(at(client, f"198.51.100.{n}"), passphrase="wrong") == 401
    held = at(client, "203.0.113.5").post(
        "/api/session", json={"name": "Hedda Brook", "passphrase": PASSPHRASE}
    )
    assert held.status_code == 429
    assert 1 <= int(held.headers["Retry-After"]) <= 30
    assert sign_in(client) == 200, "a browser that signed in before is not held"
    assert sign_in(at(client, "203.0.113.5")) == 200, "and what was wrong before is forgotten"


def test_one_address_tries_so_many_names_and_no_more(client: TestClient) -> None:
    attacker = at(client, "198.51.100.7")
    told = [sign_in(attacker, f"Somebody {n}", "wrong") for n in range(42)]
    assert told == [401] * 40 + [429] * 2


def test_a_house_has_one_address_however_many_its_network_gives_it(client: TestClient) -> None:
    told = [sign_in(at(client, f"2001:db8:7:1::{n + 1:x}"), passphrase="wrong") for n in range(11)]
    assert told == [401] * 10 + [429]
    assert sign_in(at(client, "2001:db8:7:2::1")) == 200


def test_who_was_right_begins_anew(client: TestClient) -> None:
    browser = at(client, "203.0.113.9")
    for _ in range(3):
        assert [sign_in(browser, passphrase="wrong") for _ in range(6)] == [401] * 6
        assert sign_in(browser) == 200


def test_a_name_is_counted_and_kept_however_it_is_spelled(client: TestClient, engine: Engine) -> None:
    spelled = [" " * n + "hedda" + " " * (n + 1) + "BROOK" for n in range(12)]
    stranger = TestClient(client.app)
    assert [sign_in(stranger, name, "wrong") for name in spelled] == [401] * 10 + [429] * 2
    # In small letters this one is three times as long.
    body = {"key": link(engine), "name": "\u0390" * 60, "passphrase": PASSPHRASE}
    assert client.post("/api/accounts", json=body).status_code == 201


# --- names and passphrases ------------------------------------------------------------------------------


def link(engine: Engine) -> str:
    """The key of a link by which somebody else comes."""
    store = AccountStore(engine)
    found = store.secret_of("Hedda Brook")
    assert found is not None
    return store.invite(found[0].id, YardStore(engine).make(Yard()).id, May.LOOK)[0]


ALIKE = {
    "hedda\u200b brook": "nobody sees",
    "Hedda\u00ad Brook": "nobody sees",
    "H\u0435dda Brook": "two scripts",  # a Cyrillic e
    "Hedda Br\u03bf\u03bfk": "two scripts",  # Greek o
    "\uff28edda Brook": "looks like it",  # a wide H
    "\U0001d407\U0001d41e\U0001d41d\U0001d41d\U0001d41a Brook": "looks like it",  # a bold name
    "HEDDA  brook": "looks like it",
}


@pytest.mark.parametrize("name", ALIKE)
def test_nobody_takes_a_name_that_looks_like_anothers(name: str, client: TestClient, engine: Engine) -> None:
    key = link(engine)
    answer = client.post("/api/accounts", json={"key": key, "name": name, "passphrase": PASSPHRASE})
    assert answer.status_code in (409, 422)
    assert ALIKE[name] in answer.text
    if answer.status_code == 422:
        assert answer.json()["problems"][0]["field"] == "name"
    good = {"key": key, "name": "\u0418\u0432\u0430\u043d", "passphrase": PASSPHRASE}
    assert client.post("/api/accounts", json=good).status_code == 201, "the link is good yet"


@pytest.mark.parametrize(
    ("one", "other"), [("Bill", "Bi11"), ("Odo", "\u041e\u0501\u043e"), ("Nora", "\u039dora")]
)
def test_letters_that_are_taken_for_others_look_alike(one: str, other: str) -> None:
    """Pairs of Unicode's confusables.txt (UTS #39), from memory: l and 1, and Cyrillic and Greek letters."""
    assert looks_as(one) == looks_as(other)


def test_while_it_is_typed_one_is_told_how_good_a_passphrase_is_as_it_is_judged_at_last(
    client: TestClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Whoever comes by a link has no account yet, and is told for the name that he types."""
    ask = "/api/passphrase-strength"
    own = {"passphrase": "hedda brook, hedda brook"}
    as_hedda = client.post(ask, json=own).json()["score"]
    client.cookies.clear()
    assert as_hedda < client.post(ask, json=own).json()["score"], "who is signed in has a name already"
    brief = client.post(ask, json={"passphrase": "three damp"})
    assert brief.json()["missing"] == 2
    nothing = client.post(ask, json={"passphrase": ""}).json()
    assert nothing == {"score": 0, "taken": False, "missing": 12, "why": ""}
    assert brief.headers["cache-control"] == "no-store"
    for passphrase in EASY:
        told = client.post(ask, json={"passphrase": passphrase, "name": "Hedda Brook"}).json()
        assert not told["taken"], passphrase
    assert client.post(ask, json={"passphrase": "password1234"}).json()["why"].startswith("this is")
    good = client.post(ask, json={"passphrase": PASSPHRASE, "name": "Hedda Brook"}).json()
    assert good == {"score": 4, "taken": True, "missing": 0, "why": ""}
    assert client.post(ask, json={"passphrase": "x" * 201}).status_code == 422
    # Where it has one's name in it, it is worse.
    named = "the garden of wilhelmina-tuesday"
    before = client.post(ask, json={"passphrase": named}).json()["score"]
    assert client.post(ask, json={"passphrase": named, "name": named}).json()["score"] < before
    monkeypatch.setattr("acrebox.api.accounts.BY_TYPING", parse("2/minute"))
    asked = [client.post(ask, json={"passphrase": "a"}).status_code for _ in range(3)]
    assert asked == [200, 200, 429]


EASY = [
    "brief one",
    "aaaaaaaaaaaa",
    "password1234",
    "qwertyuiop12",
    "hedda brook 1",
    "abcdefghijkl",
    "acrebox12345",
]


@pytest.mark.parametrize("passphrase", EASY)
def test_what_is_easy_to_guess_is_no_passphrase(passphrase: str, client: TestClient) -> None:
    change = client.put("/api/account/passphrase", json={"old": PASSPHRASE, "new": passphrase})
    assert (change.status_code, change.json()["problems"][0]["field"]) == (422, "new")
    assert passphrase not in change.text


def test_accents_are_the_same_however_a_keyboard_sends_them(client: TestClient, engine: Engine) -> None:
    key = link(engine)
    name, passphrase = "Zo\u00eb Brook", "caf\u00e9s and wet leaves"
    body = {"key": key, "name": name, "passphrase": passphrase}
    assert client.post("/api/accounts", json=body).status_code == 201
    assert sign_in(client, normalize("NFD", name), normalize("NFD", passphrase)) == 200
    assert sign_in(client, name, "cafes and wet leaves") == 401


def test_who_forgot_a_passphrase_is_given_another_where_it_runs(
    client: TestClient,
    engine: Engine,
    monkeypatch: pytest.MonkeyPatch,
    capfd: pytest.CaptureFixture[str],
) -> None:
    monkeypatch.setenv(DATABASE_SETTING, engine.url.render_as_string(hide_password=False))

    def give(name: str, passphrase: str) -> tuple[int, str]:
        monkeypatch.setattr(sys, "stdin", StringIO(f"{passphrase}\n"))
        return keeping.main(["passphrase", name]), capfd.readouterr().err

    assert give("Odo", "nine wet wheelbarrows") == (
        1,
        "acrebox: There is no account 'Odo'. Allowed: Hedda Brook.\n",
    )
    status, says = give("Hedda Brook", "short")
    assert (status, "at least 12 characters" in says) == (1, True)
    assert client.get("/api/yards").status_code == 200
    assert give(" hedda brook", "nine wet wheelbarrows") == (0, "")
    assert client.get("/api/yards").status_code == 401
    assert [sign_in(client), sign_in(client, passphrase="nine wet wheelbarrows")] == [401, 200]


def test_a_name_is_taken_however_it_is_spelled(client: TestClient, engine: Engine) -> None:
    key = link(engine)
    body = {"key": key, "name": " HEDDA  brook ", "passphrase": PASSPHRASE}
    taken = client.post("/api/accounts", json=body)
    assert taken.status_code == 409
    assert client.post("/api/accounts", json={**body, "name": "Odo"}).status_code == 201, (
        "the link is good yet"
    )


@given(st.text(min_size=1, max_size=60))
def test_a_name_is_known_by_one_spelling(name: str) -> None:
    assert known_as(known_as(name)) == known_as(name)
    assert known_as(f"  {name} ") == known_as(name)


def test_counts_begin_anew_when_their_time_is_up(engine: Engine) -> None:
    rates, limit = Rates(engine), parse("3/minute")
    limiter = FixedWindowRateLimiter(rates)
    assert [limiter.hit(limit, "x") for _ in range(4)] == [True, True, True, False]
    assert limiter.hit(limit, "y")
    until = datetime.fromtimestamp(limiter.get_window_stats(limit, "x").reset_time, UTC)
    assert timedelta(0) < until - datetime.now(UTC) <= timedelta(minutes=1)
    with engine.begin() as connection:
        connection.execute(text("UPDATE rate SET ends_at = now() - interval '1 s'"))
    assert limiter.hit(limit, "x")
    assert rates.reset() == 2
    assert rates.get("x") == 0
