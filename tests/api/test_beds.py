"""The API over a real database."""

from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient
from sqlalchemy import Engine, text

from acrebox.core.plan import plan_document
from databases import Apps
from sample import NORTH_BED, document


@pytest.fixture
def client(engine: Engine, apps: Apps, built: Path) -> Iterator[TestClient]:
    with TestClient(apps.over(engine, built=built)) as made:
        yield made


@pytest.fixture(scope="module")
def built(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """A folder of built pages."""
    folder = tmp_path_factory.mktemp("built")
    (folder / "assets").mkdir()
    (folder / "index.html").write_text("<title>Acre Box</title>")
    (folder / "assets" / "app-1a2b.js").write_text("/* hashed */" * 100)
    return folder


@pytest.fixture
def bed(client: TestClient) -> dict[str, Any]:
    made: dict[str, Any] = client.post("/api/beds", json=NORTH_BED).json()
    return made


def put(client: TestClient, bed: dict[str, Any], data: dict[str, Any], revision: int | None = None) -> Any:
    return client.put(
        f"/api/beds/{bed['id']}", json=data, headers={"If-Match": f'"{revision or bed["revision"]}"'}
    )


def test_planning_answers_the_cores_plan_and_stores_nothing(client: TestClient) -> None:
    assert client.post("/api/plan", json=NORTH_BED).json() == plan_document(NORTH_BED)
    assert client.get("/api/beds").json()["beds"] == []


def test_a_bad_design_is_a_problem_with_field_paths(client: TestClient) -> None:
    answer = client.post("/api/plan", json=document(outline__length="-1", outline__width="x"))
    assert answer.status_code == 422
    assert answer.headers["content-type"] == "application/problem+json"
    body = answer.json()
    assert {"type", "title", "status", "detail"} <= body.keys()
    assert [p["field"] for p in body["problems"]] == ["outline.length", "outline.width"]
    assert body["problems"][0]["value"] == "-1"
    planned = client.post("/api/plan", json=document(height="13 in")).json()
    assert planned["problems"][0]["field"] == "height"


def test_a_bed_is_made_read_changed_from_its_etag(client: TestClient, bed: dict[str, Any]) -> None:
    read = client.get(f"/api/beds/{bed['id']}")
    assert read.headers["etag"] == '"1"'
    changed = put(client, bed, document(name="South bed"))
    assert changed.headers["etag"] == '"2"'
    assert client.get(f"/api/beds/{bed['id']}").json()["design"]["name"] == "South bed"


def test_a_write_without_if_match_is_asked_for_it(client: TestClient, bed: dict[str, Any]) -> None:
    assert client.put(f"/api/beds/{bed['id']}", json=NORTH_BED).status_code == 428
    assert (
        client.put(f"/api/beds/{bed['id']}", json=NORTH_BED, headers={"If-Match": "newest"}).status_code
        == 400
    )


def test_a_stale_write_answers_both_versions_and_changes_nothing(
    client: TestClient, bed: dict[str, Any]
) -> None:
    put(client, bed, document(name="From one tab"))
    refused = put(client, bed, document(name="From the other"), revision=1)
    assert refused.status_code == 412
    assert refused.json()["saved"]["design"]["name"] == "From one tab"
    assert refused.json()["saved"]["revision"] == 2


def test_a_design_that_cannot_be_planned_is_not_saved(client: TestClient, bed: dict[str, Any]) -> None:
    assert put(client, bed, document(height="13 in")).status_code == 422
    assert client.get(f"/api/beds/{bed['id']}").json()["revision"] == 1


def test_undo_and_redo(client: TestClient, bed: dict[str, Any]) -> None:
    assert client.post(f"/api/beds/{bed['id']}/undo", headers={"If-Match": '"1"'}).status_code == 409
    put(client, bed, document(name="Second"))
    undone = client.post(f"/api/beds/{bed['id']}/undo", headers={"If-Match": '"2"'}).json()
    assert (undone["design"]["name"], undone["can_redo"]) == ("North bed", True)
    assert (
        client.post(f"/api/beds/{bed['id']}/redo", headers={"If-Match": '"3"'}).json()["design"]["name"]
        == "Second"
    )


def test_a_copy_has_a_name_of_its_own_and_no_ticks(client: TestClient, bed: dict[str, Any]) -> None:
    client.put(f"/api/beds/{bed['id']}/ticks/cut/front 1")
    names = [client.post(f"/api/beds/{bed['id']}/copy").json()["design"]["name"] for _ in range(2)]
    assert names == ["North bed, copy", "North bed, copy 2"]
    assert [b["pieces_cut"] for b in client.get("/api/beds").json()["beds"]] == [1, 0, 0]


def test_ticks(client: TestClient, bed: dict[str, Any]) -> None:
    path = f"/api/beds/{bed['id']}/ticks/cut/front 1"
    assert client.put(path).json()["ticks"] == [{"kind": "cut", "key": "front 1", "length_mm": None}]
    assert client.delete(path).json()["ticks"] == []
    assert client.put(f"/api/beds/{bed['id']}/ticks/spell/x").status_code == 422


def test_a_bed_that_is_not_there_is_a_problem(client: TestClient, bed: dict[str, Any]) -> None:
    assert client.delete(f"/api/beds/{bed['id']}", headers={"If-Match": '"1"'}).status_code == 204
    gone = client.get(f"/api/beds/{bed['id']}")
    assert (gone.status_code, gone.json()["type"]) == (404, "/problems/not-found")
    assert client.post(f"/api/beds/{bed['id']}/restore").status_code == 200


def test_pages_are_compressed_and_assets_cached_by_their_content(client: TestClient) -> None:
    asset = client.get("/assets/app-1a2b.js")
    assert "immutable" in asset.headers["cache-control"]
    assert asset.headers["content-encoding"] == "gzip"
    for address in ("/", "/bed/some-id/shape"):
        page = client.get(address)
        assert page.headers["cache-control"] == "no-cache"
        assert "Acre Box" in page.text
    assert client.get("/api/nothing").status_code == 404
    assert client.get("/assets/none.js").status_code == 404


def test_the_yard_lists_beds_with_their_figures(client: TestClient, bed: dict[str, Any]) -> None:
    [row] = client.get("/api/beds").json()["beds"]
    assert row["figures"]["sticks"] == plan_document(NORTH_BED)["totals"]["sticks"]
    assert len(row["figures"]["pieces"]) == 14


def test_a_bed_of_a_stock_no_longer_sold_is_a_row_with_what_could_stand_there(
    client: TestClient, bed: dict[str, Any], engine: Engine
) -> None:
    other = client.post("/api/beds", json=document(name="Other")).json()
    with engine.begin() as connection:
        connection.execute(
            text(
                "UPDATE revision SET design = jsonb_set(design, '{construction,post}', '\"yew-4x4\"')"
                " WHERE bed_id = :bed"
            ),
            {"bed": bed["id"]},
        )
    for _ in range(2):  # the first look at a busy machine may leave one for the next
        rows = {r["name"]: r for r in client.get("/api/beds").json()["beds"]}
    assert rows["Other"]["figures"]["cost"] > 0
    assert rows["Other"]["id"] == other["id"]
    [mend] = rows["North bed"]["mends"]
    assert (mend["field"], mend["value"]) == ("construction.post", "yew-4x4")
    assert "post-4x4" in mend["choices"]
    assert not [c for c in mend["choices"] if c.startswith("spruce")]
    assert client.get(f"/api/beds/{bed['id']}").json()["problems"] == []


def test_yards_are_made_changed_undone_put_away_and_brought_back(client: TestClient) -> None:
    made = client.post("/api/yards", json={"name": "Plot 7", "saw": {"kerf": "4 mm"}})
    assert (made.status_code, made.headers["etag"]) == (201, '"1"')
    path = f"/api/yards/{made.json()['id']}"
    assert client.put(path, json={"name": "X"}).status_code == 428
    changed = client.put(path, json={"name": "Plot 8"}, headers={"If-Match": '"1"'}).json()
    assert (changed["yard"]["name"], changed["revision"]) == ("Plot 8", 2)
    stale = client.put(path, json={"name": "Plot 9"}, headers={"If-Match": '"1"'})
    assert (stale.status_code, stale.json()["saved"]["yard"]["name"]) == (412, "Plot 8")
    assert client.post(f"{path}/undo", headers={"If-Match": '"2"'}).json()["yard"]["name"] == "Plot 7"
    assert client.get(path).json()["understood"]["saw.kerf"]["imperial"] == "3/16″"
    assert client.delete(path, headers={"If-Match": '"3"'}).status_code == 204
    assert client.get(path).status_code == 404
    assert client.post(f"{path}/restore").status_code == 200
    bad = client.post("/api/yards", json={"pile": [{"stock": "teak", "length": "1 m"}]})
    assert [p["field"] for p in bad.json()["problems"]] == ["pile.0.stock"]


def test_a_bed_is_planned_with_its_yards_saw_and_what_is_sawn(client: TestClient) -> None:
    yard = client.post("/api/yards", json={"saw": {"kerf": "4 mm"}}).json()["id"]
    bed = client.post(f"/api/beds?yard={yard}", json=NORTH_BED).json()
    plan = client.post(f"/api/plan?bed={bed['id']}", json=NORTH_BED).json()
    assert {s["kerf_mm"] for s in plan["cutting"]["sticks"]} == {4.0}
    client.put(f"/api/beds/{bed['id']}/ticks/cut/front 1", json={"length_mm": 2000})
    told = client.post(f"/api/plan?bed={bed['id']}", json=NORTH_BED).json()
    assert [(m["part"], m["fits"]) for m in told["made"]] == [("front 1", False)]
    assert client.post(f"/api/plan?bed={yard}", json=NORTH_BED).status_code == 404


def test_an_edit_is_answered_with_what_changed_alone_and_no_workings(client: TestClient) -> None:
    keys = "totals,outside,cuts"
    first = client.post(f"/api/plan?chapters={keys}&have=&workings=false", json=NORTH_BED).json()
    assert first["outside"]["working"] == {}
    assert set(first["marks"]) == set(keys.split(","))
    have = ",".join(f"{k}:{m}" for k, m in first["marks"].items())
    same = client.post(f"/api/plan?chapters={keys}&have={have}&workings=false", json=NORTH_BED).json()
    assert not set(keys.split(",")) & same.keys()
    deeper = document(fill={"gap": "2 in"})
    less = client.post(f"/api/plan?chapters={keys}&have={have}&workings=false", json=deeper).json()
    assert "totals" in less
    assert not {"outside", "cuts"} & less.keys()
    whole = client.post("/api/plan?chapters=outside", json=NORTH_BED).json()
    assert whole["outside"]["working"]["length_mm"]["working"]


def test_a_write_sent_again_under_its_name_counts_once(client: TestClient, bed: dict[str, Any]) -> None:
    headers = {"If-Match": '"1"', "Idempotency-Key": "5f0c2a4e-2a62-4c1a-9d5b-0f6f0a3d2b11"}
    for _ in range(2):
        answer = client.put(f"/api/beds/{bed['id']}", json=document(name="Once"), headers=headers)
        assert (answer.status_code, answer.json()["revision"]) == (200, 2)


def test_text_that_no_store_keeps_is_refused_and_not_a_fault_of_the_server(
    client: TestClient, bed: dict[str, Any]
) -> None:
    for answer in (
        client.post("/api/beds", json=document(name="a\0b")),
        client.post("/api/yards", json={"name": "a\0b"}),
        client.put(f"/api/beds/{bed['id']}/ticks/cut/front%00"),
        put(client, bed, document(accepted=[{"code": "x", "reason": "a\0"}])),
    ):
        assert answer.status_code == 422
        assert answer.json()["problems"][0]["field"]


def test_a_bed_without_units_is_read_in_those_of_its_yard(client: TestClient) -> None:
    """The yard is known before the bed is read: in the address of a bed, or beside it."""
    bare = document(units=None, outline__length="96", outline__width="48", height="14 1/2 in")
    yards = {
        units: client.post("/api/yards", json={"schema": 1, "name": units, "units": units}).json()["id"]
        for units in ("metric", "imperial")
    }
    for units, mm in (("imperial", 2438.4), ("metric", None)):
        answer = client.post(f"/api/plan?yard={yards[units]}", json=bare)
        if mm is None:  # 96 mm is no bed
            assert answer.status_code == 422
            continue
        assert answer.json()["outside"]["length_mm"] == pytest.approx(mm)
        made = client.post(f"/api/beds?yard={yards[units]}", json=bare).json()
        assert made["design"]["outline"]["length"] == "96 in"
        changed = put(client, made, {**bare, "outline": {**bare["outline"], "length": "84"}}).json()
        assert changed["design"]["outline"]["length"] == "84 in"


def test_figures_are_shown_in_the_other_units_and_the_plan_is_the_same(client: TestClient) -> None:
    one, other = (client.post(f"/api/plan?shown={s}", json=NORTH_BED).json() for s in ("metric", "imperial"))
    assert (one["units"], other["units"], one["built"]) == ("metric", "imperial", "imperial")
    assert one["outside"]["post_mm"] == other["outside"]["post_mm"]
    questions = client.get("/api/questions?units=imperial&shown=metric").json()["bed"]
    [gap] = [q for group in questions for q in group["questions"] if q["path"] == "fill.gap"]
    assert gap["usual"] == "25 mm"
