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
from acrebox.store.accounts import known_as
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


def test_who_tries_too_often_waits_and_every_process_counts_the_same(
    client: TestClient, engine: Engine, apps: Apps
) -> None:
    # Another process over the same database, as with --processes 2.
    with TestClient(apps.over(engine, process=2, accounts=True)) as other:
        tries = [sign_in((client, other)[n % 2], passphrase="wrong") for n in range(12)]
    assert tries[:10] == [401] * 10
    assert tries[10:] == [429] * 2
    late = client.post("/api/session", json={"name": "Hedda Brook", "passphrase": PASSPHRASE})
    assert 0 < int(late.headers["Retry-After"]) <= 900


def test_a_name_is_counted_and_kept_however_it_is_spelled(client: TestClient, engine: Engine) -> None:
    spelled = [" " * n + "hedda" + " " * (n + 1) + "BROOK" for n in range(12)]
    assert [sign_in(client, name, "wrong") for name in spelled] == [401] * 10 + [429] * 2
    # In small letters this one is three times as long.
    store = AccountStore(engine)
    found = store.secret_of("Hedda Brook")
    assert found is not None
    key, _ = store.invite(found[0].id, YardStore(engine).make(Yard()).id, May.LOOK)
    body = {"key": key, "name": "\u0390" * 60, "passphrase": PASSPHRASE}
    assert client.post("/api/accounts", json=body).status_code == 201


def test_accents_are_the_same_however_a_keyboard_sends_them(client: TestClient, engine: Engine) -> None:
    store = AccountStore(engine)
    found = store.secret_of("Hedda Brook")
    assert found is not None
    key, _ = store.invite(found[0].id, YardStore(engine).make(Yard()).id, May.LOOK)
    name, passphrase = "Zo\u00eb Brook", "caf\u00e9s and wet leaves"
    body = {"key": key, "name": name, "passphrase": passphrase}
    assert client.post("/api/accounts", json=body).status_code == 201
    assert sign_in(client, normalize("NFD", name), normalize("NFD", passphrase)) == 200
    assert sign_in(client, name, "cafes and wet leaves") == 401


def test_who_forgot_a_passphrase_is_given_another_where_it_runs(
    client: TestClient,
    engine: Engine,
    monkeypatch: pytest.MonkeyPatch,
    capsys: pytest.CaptureFixture[str],
) -> None:
    monkeypatch.setenv(DATABASE_SETTING, engine.url.render_as_string(hide_password=False))

    def give(name: str, passphrase: str) -> tuple[int, str]:
        monkeypatch.setattr(sys, "stdin", StringIO(f"{passphrase}\n"))
        return keeping.main(["passphrase", name]), capsys.readouterr().err

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
    store = AccountStore(engine)
    found = store.secret_of("Hedda Brook")
    assert found is not None
    key, _ = store.invite(found[0].id, YardStore(engine).make(Yard()).id, May.LOOK)
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
