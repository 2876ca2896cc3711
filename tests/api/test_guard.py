"""What keeps strangers' pages out: names, writes from elsewhere, what every answer tells the browser."""

from collections.abc import Iterator

import pytest
from fastapi.testclient import TestClient
from sqlalchemy import Engine

from acrebox.api.app import make_app
from acrebox.api.guard import HEADERS, LOOPBACK

YARD = {"schema": 1, "name": "Plot"}


@pytest.fixture
def guarded(engine: Engine) -> Iterator[TestClient]:
    """The app as it serves this machine, and one name besides."""
    with TestClient(make_app(engine, names={*LOOPBACK, "shed.local"})) as made:
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


def test_no_script_in_the_page_itself_is_allowed() -> None:
    policy = dict(rule.split(" ", 1) for rule in HEADERS["Content-Security-Policy"].split("; "))
    assert policy["script-src"] == "'self'"
    assert policy["frame-ancestors"] == "'none'"


def test_whatever_can_be_read_can_be_asked_for_its_head(guarded: TestClient) -> None:
    whole = guarded.get("/api/health", headers={"Host": "localhost"})
    head = guarded.head("/api/health", headers={"Host": "localhost"})
    assert (head.status_code, head.content) == (200, b"")
    assert head.headers["content-length"] == whole.headers["content-length"]
    assert guarded.head("/api/nothing", headers={"Host": "localhost"}).status_code == 404


def test_what_is_not_done_to_an_address_tells_what_is(guarded: TestClient) -> None:
    answer = guarded.delete("/api/yards", headers={"Host": "localhost"})
    assert answer.status_code == 405
    assert answer.headers["Allow"]
