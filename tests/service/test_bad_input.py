"""Whatever comes in is planned or refused by its field, and nothing makes the server fail or grow."""

import json
import socket
from copy import deepcopy
from typing import Any
from uuid import uuid4

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from fuzzing import paths_of
from served import DESIGN, Served

MOST_ANSWERED = 60_000
"""How long a refusal is at most [bytes]."""


def changed(path: str, value: Any) -> dict[str, Any]:
    """The design with something put at a path."""
    found: Any = deepcopy(DESIGN)
    at = found
    *steps, last = path.split(".")
    for step in steps:
        at = at.setdefault(step, {})
    at[last] = value
    return found  # type: ignore[no-any-return]


STICK = {"stock": "larch-27x145", "length": "2000 m", "count": 1000}
BAD: dict[str, tuple[Any, str]] = {
    "a stick as long as a road": (changed("bench.offcuts", [STICK]), "bench.offcuts.0.length"),
    "a price of a stick of ten kilometres": (
        changed("bench.lengths", [{**STICK, "length": "2e3 m", "price": 3}]),
        "bench.lengths.0.length",
    ),
    "a bed two thousand kilometres long": (changed("outline.length", "2000000 m"), "outline.length"),
    "a number of thirty digits": (changed("outline.length", 10**30), "outline.length"),
    "a count of thirty digits": (changed("courses", 10**30), "courses"),
    "twenty thousand wrong layers": (changed("fill.layers", [{"x": 1}] * 20_000), "fill.layers"),
    "two thousand wrong layers": (changed("fill.layers", [{"x": 1}] * 1900), "fill.layers"),
    "a name of a megabyte": (changed("name", "n" * 1_000_000), "name"),
    "a barrow with twenty thousand spaces": (changed("fill.barrow", f"1{' ' * 20_000}cu ft"), "fill.barrow"),
    "a length with as many": (changed("outline.length", f"1{' ' * 900}{'-' * 50}"), "outline.length"),
    "half a character": (changed("name", "\ud800"), "name"),
    "the character of nothing": (changed("name", "a\0b"), "name"),
    "a hundred thousand fields": ({f"f{n}": 1 for n in range(100_000)}, "design"),
    "a field named by a megabyte": ({"x" * 1_000_000: 1}, "design"),
    "no number": (json.dumps(DESIGN).replace('"1.35 m"', "NaN").encode(), "body"),
    "a number of five thousand digits": (b'{"name": ' + b"9" * 5000 + b"}", "body"),
    "brackets without end": (b"[" * 100_000, "body"),
    "nested thirty deep": (b"[" * 30 + b"]" * 30, "0.0.0"),
    "half a text": (b'{"name": "', "body"),
    "no UTF-8": (b'{"name": "\xff\xfe"}', "body"),
}


@pytest.mark.parametrize("what", BAD)
def test_it_is_refused_by_its_field_in_few_words(service: Served, what: str) -> None:
    body, field = BAD[what]
    status, text = service.ask("POST", "/api/plan?light=true", body)
    assert status == 422, text[:300]
    assert len(text) < MOST_ANSWERED
    told = json.loads(text)
    assert told["problems"][0]["field"].startswith(field), told["problems"][0]
    assert told["id"]
    assert service.logs(told["id"])


def test_what_is_too_large_or_too_long_is_refused_unread(service: Served) -> None:
    assert service.ask("POST", "/api/plan", b"[" + b"1," * 1_500_000 + b"1]")[0] == 413
    assert service.ask("GET", f"/api/stock?units={'x' * 9000}")[0] == 414
    # A file may be larger; what it says has a bound of its own.
    yard = service.told("GET", "/api/yards")[0]["id"]
    file = {"name": "w.csv", "text": "d" * 3_000_000}
    status, text = service.ask("PUT", f"/api/yards/{yard}/weather", file)
    assert (status, json.loads(text)["problems"][0]["field"]) == (422, "text")
    file = {"name": "w.csv", "text": "d" * 21_000_000}
    assert service.ask("PUT", f"/api/yards/{yard}/weather", file)[0] == 413


@pytest.mark.parametrize("mark", ['"²"', "²", '"-1"', '"99999999999999999999"', "*", "W/", "\xff"])
def test_a_revision_that_is_none_is_told(service: Served, mark: str) -> None:
    bed = service.told("GET", "/api/beds")["beds"][0]
    status, text = service.ask("PUT", f"/api/beds/{bed['id']}", DESIGN, {"If-Match": mark})
    assert status == 400, text
    assert "is not a revision" in json.loads(text)["detail"]


def test_what_is_no_http_is_answered_by_a_problem_all_the_same(service: Served) -> None:
    for sent in (
        b"\x00\x01\x02\r\n\r\n",
        b"GET / HTTP/1.1\r\nIf-Match: \x7f\r\n\r\n",
        b"GET / HTTP/9\r\n\r\n",
    ):
        with socket.create_connection(("127.0.0.1", service.port)) as line:
            line.sendall(sent)
            answer = line.makefile("rb").read()
        head, body = answer.split(b"\r\n\r\n", 1)
        assert head.startswith(b"HTTP/1.1 400"), answer
        assert b"application/problem+json" in head
        assert service.logs(json.loads(body)["id"])


def test_sides_named_twice_are_one(service: Served) -> None:
    bench = {"sides": ["front"], "height": "380 mm"}
    one = service.told("POST", "/api/plan?chapters=buying", changed("add_ons.seats", bench))
    sixty = {**bench, "sides": ["front"] * 60}
    many = service.told("POST", "/api/plan?chapters=buying", changed("add_ons.seats", sixty))
    assert one["buying"] == many["buying"]
    assert any("bracket" in str(line) or line["cost"] for line in one["buying"])


def test_only_what_the_bed_has_is_ticked_off_and_a_tick_sent_twice_counts_once(service: Served) -> None:
    bed = service.told("POST", "/api/beds", DESIGN)
    ticks = f"/api/beds/{bed['id']}/ticks"
    plan = service.told("POST", f"/api/plan?bed={bed['id']}&chapters=ticks,buying", DESIGN)
    cut = next(t["key"] for t in plan["ticks"] if t["kind"] == "cut")
    status, text = service.ask("PUT", f"{ticks}/cut/front%2099")
    assert status == 422
    assert cut in json.loads(text)["problems"][0]["allowed"]
    write = str(uuid4())
    service.told("PUT", f"{ticks}/buy/{plan['buying'][0]['key'].replace(' ', '%20')}")
    done = service.told("PUT", f"{ticks}/cut/{cut.replace(' ', '%20')}", Idempotency_Key=write)
    assert {t["kind"] for t in done["ticks"]} == {"buy", "cut"}
    # Taken back elsewhere, then the first comes a second time, late: it stays taken back.
    service.told("DELETE", f"{ticks}/cut/{cut.replace(' ', '%20')}")
    late = service.told("PUT", f"{ticks}/cut/{cut.replace(' ', '%20')}", Idempotency_Key=write)
    assert {t["kind"] for t in late["ticks"]} == {"buy"}


def test_a_write_that_arrives_twice_is_answered_as_saved(service: Served) -> None:
    bed = service.told("POST", "/api/beds", DESIGN)
    path, write = f"/api/beds/{bed['id']}", str(uuid4())
    wanted = changed("name", "Twice")
    answers = [service.told("PUT", path, wanted, If_Match='"1"', Idempotency_Key=write) for _ in range(2)]
    assert [a["revision"] for a in answers] == [2, 2]
    # Without a name of its own, too, as long as it stands as it was wanted.
    assert service.told("PUT", path, wanted, If_Match='"1"')["revision"] == 2
    assert service.ask("PUT", path, changed("name", "Late"), {"If-Match": '"1"'})[0] == 412


# --- a generator of more -------------------------------------------------------------------------

ODD = st.one_of(
    st.none(),
    st.booleans(),
    st.integers(-(10**40), 10**40),
    st.floats(allow_nan=False),
    st.sampled_from(
        ["", " ", "-", "1e400 mm", "0", "-1 m", "1/0 in", "½", "٣ m", "9" * 60, "1 m 2 m", "\u202e"]
    ),
    st.text(max_size=80),
    st.lists(st.integers(), max_size=5),
    st.dictionaries(st.text(max_size=5), st.integers(), max_size=3),
)


@st.composite
def spoiled(draw: st.DrawFn) -> dict[str, Any]:
    """A demo bed with one to three of its values put wrong, taken away, or doubled."""
    from acrebox.demo import demo_beds

    found: Any = draw(st.sampled_from(demo_beds())).document()
    for _ in range(draw(st.integers(1, 3))):
        *steps, last = draw(st.sampled_from(paths_of(found)))
        at = found
        for step in steps:
            at = at[step]
        what = draw(st.sampled_from(["odd", "gone", "more"]))
        if what == "gone" and isinstance(at, dict):
            del at[last]
        elif what == "more" and isinstance(at[last], list):
            at[last] = at[last] * draw(st.integers(2, 300))
        else:
            at[last] = draw(ODD)
        if not paths_of(found):
            break
    return found  # type: ignore[no-any-return]


@settings(max_examples=150)
@given(spoiled())
def test_any_spoiled_bed_is_planned_or_refused_by_fields(service: Served, document: dict[str, Any]) -> None:
    text = json.dumps(document).encode()
    status, answer = service.ask("POST", "/api/plan?light=true", text)
    assert status in (200, 422), (document, answer[:300])
    if status == 422:
        told = json.loads(answer)
        assert len(answer) < MOST_ANSWERED
        assert told["problems"], told
        assert all(p["field"] and p["message"] and p["allowed"] for p in told["problems"]), told
