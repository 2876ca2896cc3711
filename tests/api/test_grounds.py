"""The plan of a yard over the wire: beds where they stand, the sun, a place that is tried, the best one."""

from typing import Any

import pytest
from fastapi.testclient import TestClient

from placed import bed

EDGE = [[0, 0], ["12 m", 0], ["12 m", "9 m"], [0, "9 m"]]
HOUSE = {"name": "House", "kind": "house", "at": [[0, "9 m"], ["9 m", "9 m"], ["9 m", "8 m"], [0, "8 m"]]}
TAP = {"name": "Tap", "kind": "tap", "at": [["4 m", "7.9 m"]]}


@pytest.fixture
def grounds(client: TestClient) -> dict[str, Any]:
    """A yard with two beds of one name: the first stands on its plan."""
    yard = {
        "schema": 1,
        "name": "Plot",
        "units": "metric",
        "latitude": 47,
        "outline": EDGE,
        "things": [HOUSE, TAP],
    }
    made = client.post("/api/yards", json=yard).json()
    ids = [client.post(f"/api/beds?yard={made['id']}", json=bed("Bed")).json()["id"] for _ in range(2)]
    placed = {**made["yard"], "places": {ids[0]: {"x": "4 m", "y": "3 m"}}}
    saved = client.put(f"/api/yards/{made['id']}", json=placed, headers={"If-Match": '"1"'})
    assert saved.status_code == 200, saved.text
    return {"yard": made["id"], "beds": ids, "document": placed}


def test_the_plan_has_its_edge_its_things_and_every_bed(client: TestClient, grounds: dict[str, Any]) -> None:
    plan = client.get(f"/api/yards/{grounds['yard']}/plan").json()
    assert plan["edge"] == [[0, 0], [12_000, 0], [12_000, 9000], [0, 9000]]
    assert [(t["name"], t["title"]) for t in plan["things"]] == [
        ("House", "a house or its wall"),
        ("Tap", "a tap"),
    ]
    first, second = plan["beds"]
    assert [first["name"], second["name"]] == ["Bed", "Bed (2)"]
    assert first["site"]["ring"] == [[4000, 3000], [6400, 3000], [6400, 4200], [4000, 4200]]
    assert first["site"]["sun"]["hours_season"] > 8
    assert first["size"] == [2400, 1200]
    assert second["site"] is None
    assert second["size"] == [2400, 1200]


def test_a_bed_is_planned_where_it_stands(client: TestClient, grounds: dict[str, Any]) -> None:
    first, second = grounds["beds"]
    answer = client.post(f"/api/plan?bed={first}&chapters=site,watch_outs", json=bed("Renamed")).json()
    assert answer["site"]["placed"]
    assert answer["site"]["hose"]["start"] == "Tap"
    assert not client.post(f"/api/plan?bed={second}&chapters=site", json=bed("Bed")).json()["site"]["placed"]
    rows = client.get(f"/api/beds?yard={grounds['yard']}").json()["beds"]
    assert [r["problems"] for r in rows] == [[], []]


def test_a_place_is_tried_without_being_kept(client: TestClient, grounds: dict[str, Any]) -> None:
    url, second = f"/api/yards/{grounds['yard']}/stand", grounds["beds"][1]
    tried = client.post(url, json={"bed": second, "place": {"x": "5 m", "y": "3.5 m"}}).json()
    assert tried["site"]["placed"]
    assert any("lies over Bed" in text for text in tried["needs_a_look"])
    plan = client.get(f"/api/yards/{grounds['yard']}/plan").json()
    assert plan["beds"][1]["site"] is None
    unknown = client.post(url, json={"bed": grounds["yard"], "place": {"x": 0, "y": 0}})
    assert unknown.status_code == 422
    assert unknown.json()["problems"][0]["field"] == "bed"


def test_the_sun_by_month_and_the_best_place(client: TestClient, grounds: dict[str, Any]) -> None:
    url = f"/api/yards/{grounds['yard']}"
    season, june = (client.get(f"{url}/sun-map{ask}").json() for ask in ("", "?month=6"))
    assert (season["columns"], season["rows"]) == (48, 36)
    assert len(june["hours"]) == 48 * 36
    lit = [(a, b) for a, b in zip(season["hours"], june["hours"], strict=True) if a is not None]
    assert all(b >= a - 2 for a, b in lit)
    best = client.get(f"{url}/best-place?bed={grounds['beds'][1]}").json()
    tried = client.post(f"{url}/stand", json={"bed": grounds["beds"][1], "place": best["place"]}).json()
    assert tried["needs_a_look"] == []
    assert "hours of sun" in best["says"]
    assert client.get(f"{url}/sun-map?month=13").status_code == 422


FAR = {"kind": "hatch", "name": "Hatch", "at": [["40 m", 0]]}
FLAT = {"kind": "fence", "name": "Fence", "at": [[0, 0], ["2 m", 0]], "height": "0"}


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"latitude": 95}, "latitude"),
        ({"things": [HOUSE, TAP, FAR]}, "things.2.at.0"),
        ({"things": [FLAT]}, "things.0.height"),
    ],
)
def test_what_cannot_be_drawn_is_refused_by_its_field_and_nothing_is_lost(
    client: TestClient, grounds: dict[str, Any], change: dict[str, Any], field: str
) -> None:
    url = f"/api/yards/{grounds['yard']}"
    refused = client.put(url, json={**grounds["document"], **change}, headers={"If-Match": '"2"'})
    assert refused.status_code == 422
    assert field in [p["field"] for p in refused.json()["problems"]]
    assert client.get(url).json()["revision"] == 2


def test_a_bed_is_lined_up_without_being_kept(client: TestClient, grounds: dict[str, Any]) -> None:
    asked = {"bed": grounds["beds"][0], "with": "House", "edge": "upper"}
    place = client.post(f"/api/yards/{grounds['yard']}/line-up", json=asked).json()
    assert (place["x"], place["y"]) == ("4000 mm", "7800 mm")
    wrong = client.post(f"/api/yards/{grounds['yard']}/line-up", json={**asked, "with": "Barn"})
    assert wrong.status_code == 422
    [problem] = wrong.json()["problems"]
    assert (problem["field"], problem["value"]) == ("with", "Barn")
    assert "House, Tap" in problem["allowed"]
    waits = client.post(f"/api/yards/{grounds['yard']}/line-up", json={**asked, "bed": grounds["beds"][1]})
    assert waits.json()["problems"][0]["field"] == "bed"


def test_a_row_of_beds_is_placed_as_far_as_the_yard_goes(client: TestClient, grounds: dict[str, Any]) -> None:
    """The bed lies from 4 to 6.4 m of 12: beside it is room for one more at 600 mm, for none behind."""
    at = f"/api/yards/{grounds['yard']}/repeat"
    asked = {"bed": grounds["beds"][0], "times": 1, "toward": "right", "path": "600"}
    row = client.post(at, json=asked).json()
    assert [(p["x"], p["y"]) for p in row["places"]] == [("7000 mm", "3000 mm")]
    wrongs: list[tuple[dict[str, Any], str, str]] = [
        ({"times": 3}, "times", "up to 2"),
        ({"times": 0}, "times", ""),
        ({"path": "wide"}, "path", "20000 mm"),
        ({"path": "30 m"}, "path", "20000 mm"),
        ({"toward": "up"}, "toward", ""),
    ]
    for change, field, allowed in wrongs:
        wrong = client.post(at, json={**asked, **change})
        assert wrong.status_code == 422
        [problem] = wrong.json()["problems"]
        assert problem["field"].endswith(field)
        assert allowed in problem["allowed"]
