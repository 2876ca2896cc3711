"""The API that stores nothing: constructions, changes, remedies, weighing up, stock."""

import json
import re
from typing import Any

import pytest
from fastapi.testclient import TestClient

from acrebox.api.app import make_app
from acrebox.core.construction import registered
from acrebox.core.plan import plan_document
from sample import NORTH_BED, document


@pytest.fixture(scope="module")
def client() -> TestClient:
    return TestClient(make_app(None))


def test_constructions_come_with_a_sentence_a_picture_and_a_design(client: TestClient) -> None:
    for units in ("metric", "imperial"):
        offered = client.get("/api/constructions", params={"units": units}).json()
        assert [o["kind"] for o in offered] == list(registered())
        for o in offered:
            assert o["sentence"].endswith(".")
            assert o["picture"]["shapes"]
            assert plan_document(o["design"])["units"] == units
    assert client.get("/api/constructions", params={"units": "cubits"}).status_code == 422


def test_changing_the_construction_answers_the_design_and_what_was_dropped(client: TestClient) -> None:
    answer = client.post("/api/change-construction", json={"design": NORTH_BED, "kind": "sleepers"}).json()
    assert answer["design"]["construction"]["kind"] == "sleepers"
    assert answer["design"]["outline"] == NORTH_BED["outline"]
    assert any("board: 2x8" in d for d in answer["dropped"])
    assert (
        client.post("/api/change-construction", json={"design": NORTH_BED, "kind": "straw"}).status_code
        == 422
    )


def test_the_other_half_of_a_tank_is_answered_and_of_boards_there_is_none(
    client: TestClient,
) -> None:
    tank = {"kind": "tote", "tote": "tote-1000", "half": "lower", "history": "food"}
    outline = {"shape": "rectangle", "length": "1.2 m", "width": "1 m"}
    bed = {"schema": 1, "name": "Tank", "outline": outline, "construction": tank}
    other = client.post("/api/other-half", json=bed).json()
    assert other["name"] == "Tank, other half"
    assert (other["construction"]["half"], other["construction"]["halves"]) == ("upper", "both")
    assert client.post("/api/other-half", json=document()).json() is None


def test_offers_say_which_outlines_and_add_ons_they_take(client: TestClient) -> None:
    offers = {o["kind"]: o for o in client.get("/api/constructions").json()}
    assert offers["ring"]["shapes"] == ["circle", "oval"]
    assert offers["ring"]["takes"] == ["straps"]
    assert offers["trough"]["size_from"] == "trough"
    assert offers["boards"]["size_from"] is None
    assert {"cap", "seats"} <= set(offers["boards"]["takes"])


def test_an_outline_that_cannot_be_framed_says_so(client: TestClient) -> None:
    hexagon = document(outline={"shape": "regular", "sides": 6, "side": "1 m"})
    refused = client.post("/api/change-construction", json={"design": hexagon, "kind": "framed_sheet"})
    assert refused.status_code == 422
    assert refused.json()["problems"][0]["field"] == "outline"


def test_remedies_are_designs_that_can_be_planned(client: TestClient) -> None:
    offered: list[dict[str, Any]] = client.post(
        "/api/remedies", json=document(construction__post_limit="8 ft")
    ).json()
    assert offered
    for r in offered:
        assert "will-bow" in r["answers"]
        assert "will-bow" not in {
            w["code"] for w in client.post("/api/plan", json=r["design"]).json()["watch_outs"]
        }


def test_variants_are_weighed_with_rates_of_ones_own(client: TestClient) -> None:
    answer = client.post(
        "/api/weigh-up",
        json={"designs": [NORTH_BED, document(name="Low", height="7 1/4 in")], "rates": {"cut": 10}},
    ).json()
    assert answer["names"] == ["North bed", "Low"]
    assert answer["rates"]["cut"] == 10
    rows = {r["key"]: r for r in answer["rows"]}
    assert rows["cost"]["better"] == [1]
    assert rows["hours"]["working"][0]["working"].startswith("(14 pieces cut × 10 min")
    bad = client.post("/api/weigh-up", json={"designs": [NORTH_BED, document(height="13 in")]})
    assert bad.json()["problems"][0]["field"] == "designs.1.height"
    assert (
        client.post("/api/weigh-up", json={"designs": [NORTH_BED], "rates": {"cut": -1}}).status_code == 422
    )


def test_the_stock_list_carries_sizes_as_understood(client: TestClient) -> None:
    stock = client.get("/api/stock").json()
    plank = next(t for t in stock["timber"] if t["key"] == "spruce-2x8")
    assert (plank["width_mm"], plank["thickness_mm"]) == (184.15, 38.1)
    assert {"sheet", "species", "screw", "good", "fill"} <= stock.keys()


def test_every_error_has_the_one_shape(client: TestClient) -> None:
    for answer in (
        client.get("/api/nothing"),
        client.post("/api/plan", content="{"),
        client.post("/api/plan", json={"schema": 1}),
    ):
        assert answer.headers["content-type"] == "application/problem+json"
        assert {"type", "title", "status", "detail"} <= answer.json().keys()
    missing = {p["field"] for p in client.post("/api/plan", json={"schema": 1}).json()["problems"]}
    assert missing == {"name", "outline", "construction"}


def test_heavy_chapters_can_be_left_out_and_chapters_asked_for_by_name(client: TestClient) -> None:
    whole = client.post("/api/plan", json=NORTH_BED).json()
    light = client.post("/api/plan?light=true", json=NORTH_BED).json()
    assert set(whole) - set(light) == {"solids"}
    assert {k: v for k, v in whole.items() if k != "solids"} == light
    some = client.post("/api/plan?chapters=totals,solids", json=NORTH_BED).json()
    assert some["totals"] == whole["totals"]
    assert some["solids"] == whole["solids"]
    assert "cutting" not in some
    refused = client.post("/api/plan?chapters=weather", json=NORTH_BED)
    assert refused.status_code == 422
    assert refused.json()["problems"][0]["field"] == "chapters"


def test_more_work_is_asked_for_within_bounds(client: TestClient) -> None:
    assert client.post("/api/plan?effort=40", json=NORTH_BED).json()["cutting"]["proven"]
    assert client.post("/api/plan?effort=0", json=NORTH_BED).status_code == 422
    assert client.post("/api/plan?effort=9000", json=NORTH_BED).status_code == 422


def test_the_stages_come_in_the_order_of_work_with_their_chapters(client: TestClient) -> None:
    stages = client.get("/api/stages").json()
    assert [s["key"] for s in stages if s["open"]] == [
        "site",
        "shape",
        "bench",
        "level",
        "line",
        "drain",
        "fill",
    ]
    assert "cutting" in next(s for s in stages if s["key"] == "bench")["chapters"]
    assert next(s for s in stages if s["key"] == "bench")["ticks"] == ["cut", "buy"]


def test_every_refusal_is_described_in_the_one_shape(client: TestClient) -> None:
    told = client.get("/api/openapi.json").json()
    shapes = told["components"]["schemas"]
    refused = [
        content
        for methods in told["paths"].values()
        for route in methods.values()
        for status, answer in route["responses"].items()
        if status.startswith("4")
        for content in answer["content"].items()
    ]
    assert len(refused) > 100
    for kind, content in refused:
        assert (kind, content["schema"]["$ref"]) == (
            "application/problem+json",
            "#/components/schemas/ProblemDetails",
        )
    # What the shape holds is described, and so is what those hold.
    for name in set(re.findall(r"#/components/schemas/([^\"]+)", json.dumps(told))):
        assert name in shapes, name
    sent = client.post("/api/plan", json={}).json()
    assert set(sent) == set(shapes["ProblemDetails"]["properties"])
    assert set(sent["problems"][0]) == set(shapes["FieldProblem"]["properties"])
