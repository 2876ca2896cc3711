"""What keeps strangers' pages out: names, writes from elsewhere, what every answer tells the browser."""

import re
from collections.abc import Iterator
from pathlib import Path

import pytest
from fastapi.testclient import TestClient
from sqlalchemy import Engine

from acrebox.api.app import make_app
from acrebox.api.guard import HEADERS, LOOPBACK
from databases import Apps

YARD = {"schema": 1, "name": "Plot"}


@pytest.fixture
def guarded(engine: Engine, apps: Apps) -> Iterator[TestClient]:
    """The app as it serves this machine, and one name besides."""
    with TestClient(apps.over(engine, names={*LOOPBACK, "shed.local"})) as made:
        yield made


@pytest.mark.parametrize(
    ("host", "status"),
    [
        ("localhost:8040", 200),
        ("127.0.0.1:8040", 200),
        ("[::1]:8040", 200),
        ("192.168.1.20:8040", 200),
        ("shed.local", 200),
        ("SHED.local:80", 200),
        ("evil.example:8040", 400),
        ("localhost.evil.example", 400),
        ("", 400),
        ("[", 400),
    ],
)
def test_it_answers_under_its_own_names_and_numbers_alone(
    guarded: TestClient, host: str, status: int
) -> None:
    answer = guarded.get("/api/yards", headers={"Host": host})
    assert answer.status_code == status
    if status == 400:
        assert answer.json()["type"] == "/problems/host"


@pytest.mark.parametrize(
    ("headers", "status"),
    [
        ({}, 201),
        ({"Sec-Fetch-Site": "same-origin"}, 201),
        ({"Sec-Fetch-Site": "none"}, 201),
        ({"Sec-Fetch-Site": "cross-site"}, 403),
        ({"Sec-Fetch-Site": "same-site"}, 403),
        ({"Origin": "http://localhost:8040"}, 201),
        ({"Origin": "http://localhost:9000"}, 403),
        ({"Origin": "https://evil.example"}, 403),
        ({"Origin": "null"}, 403),
    ],
)
def test_no_other_site_s_page_writes(guarded: TestClient, headers: dict[str, str], status: int) -> None:
    before = len(guarded.get("/api/yards", headers={"Host": "localhost:8040"}).json())
    answer = guarded.post("/api/yards", json=YARD, headers={"Host": "localhost:8040", **headers})
    assert answer.status_code == status
    after = len(guarded.get("/api/yards", headers={"Host": "localhost:8040"}).json())
    assert after == before + (status == 201)


@pytest.mark.parametrize("address", ["/api/yards", "/api/nothing", "/api/health", "/api/openapi.json"])
def test_every_answer_tells_what_a_page_may_load(guarded: TestClient, address: str) -> None:
    answer = guarded.get(address, headers={"Host": "localhost"})
    for name, value in HEADERS.items():
        assert answer.headers[name] == value
    assert answer.headers["Cache-Control"] == "private, no-cache"


def test_where_it_is_asked_over_tls_it_is_asked_so_for_a_year(engine: Engine, apps: Apps) -> None:
    """RFC 6797, 7.2: the field is sent over a secure line, and over no other."""
    for base, told in (("https://localhost", "max-age=31536000"), ("http://localhost", None)):
        with TestClient(apps.over(engine, names=LOOPBACK), base_url=base) as client:
            assert client.get("/api/health").headers.get("Strict-Transport-Security") == told


def test_who_is_asked_is_named_once(guarded: TestClient) -> None:
    """RFC 9112, 3.2: a request with more than one Host is answered 400."""
    twice = [("Host", "localhost"), ("Host", "localhost")]
    answer = guarded.get("/api/yards", headers=twice)
    assert (answer.status_code, answer.json()["type"]) == (400, "/problems/host")
    assert guarded.get("/api/yards", headers=twice[:1]).status_code == 200


def test_no_script_in_the_page_itself_is_allowed() -> None:
    policy = dict(rule.split(" ", 1) for rule in HEADERS["Content-Security-Policy"].split("; "))
    assert policy["script-src"] == "'self'"
    assert policy["style-src"] == "'self'"
    assert policy["frame-ancestors"] == "'none'"


def test_whatever_can_be_read_can_be_asked_for_its_head(guarded: TestClient) -> None:
    whole = guarded.get("/api/health", headers={"Host": "localhost"})
    head = guarded.head("/api/health", headers={"Host": "localhost"})
    assert (head.status_code, head.content) == (200, b"")
    assert head.headers["content-length"] == whole.headers["content-length"]
    assert guarded.head("/api/nothing", headers={"Host": "localhost"}).status_code == 404


AT = {
    "/api/yards": "GET, HEAD, POST",
    "/api/session": "DELETE, GET, HEAD, POST",
    "/api/plan": "POST",
    "/api/health": "GET, HEAD",
    "/api/yards/7a0be1c5-4f0a-4a63-9a30-52a1f9a1a0b5/sun-map": "GET, HEAD",
}


@pytest.mark.parametrize(("address", "methods"), AT.items())
@pytest.mark.parametrize("method", ["PATCH", "OPTIONS", "TRACE", "LINK"])
def test_what_is_not_done_to_an_address_tells_all_that_is(
    guarded: TestClient, method: str, address: str, methods: str
) -> None:
    answer = guarded.request(method, address, headers={"Host": "localhost"})
    assert (answer.status_code, answer.headers["Allow"]) == (405, methods)
    assert answer.json()["detail"] == f"{method} is nothing that {address} can do. Allowed: {methods}."


def test_where_there_is_nothing_nothing_can_be_done(guarded: TestClient) -> None:
    for method in ("GET", "POST", "DELETE", "OPTIONS"):
        assert guarded.request(method, "/api/nothing", headers={"Host": "localhost"}).status_code == 404
    answer = guarded.post(
        "/api/beds/7a0be1c5-4f0a-4a63-9a30-52a1f9a1a0b5/laser", headers={"Host": "localhost"}
    )
    assert (answer.status_code, answer.headers["Allow"]) == (405, "GET, HEAD")


def test_styles_in_the_page_have_a_word_that_nobody_knows_before(engine: Engine, tmp_path: Path) -> None:
    (tmp_path / "index.html").write_text("<html><head></head></html>")
    with TestClient(make_app(engine, tmp_path), base_url="http://localhost") as client:
        pages = [client.get("/") for _ in range(2)]
    words = []
    for page in pages:
        found = re.search(r'<meta property="csp-nonce" nonce="([\w-]{20,})">', page.text)
        assert found
        assert f"style-src 'self' 'nonce-{found[1]}';" in page.headers["Content-Security-Policy"]
        assert page.headers["Cache-Control"] == "no-cache"
        words.append(found[1])
    assert words[0] != words[1]


@pytest.mark.parametrize("path", ["/api/session", "/api/account/sessions", "/api/account/second-factor"])
def test_what_is_of_an_account_is_stored_by_no_browser(client: TestClient, path: str) -> None:
    assert client.get(path).headers["cache-control"] == "no-store"
    assert client.get("/api/yards").headers["cache-control"] == "private, no-cache"
