"""Filling otherwise over the wire, and the recipes that a yard keeps."""

from typing import Any

import pytest
from fastapi.testclient import TestClient

from filled import MIX, boards


@pytest.fixture
def yard(client: TestClient) -> str:
    return str(client.post("/api/yards", json={"schema": 1, "name": "Plot", "units": "metric"}).json()["id"])


def recipes(client: TestClient, yard: str) -> dict[str, dict[str, Any]]:
    answer = client.post(f"/api/recipes?yard={yard}", json=boards())
    assert answer.status_code == 200, answer.text
    return {r["name"]: r for r in answer.json()}


def test_a_recipe_is_kept_changed_and_dropped(client: TestClient, yard: str) -> None:
    before = client.get(f"/api/yards/{yard}").json()["revision"]
    kept = client.put(f"/api/yards/{yard}/recipes", json={"name": "Ours", "layers": [MIX]})
    assert [r["name"] for r in kept.json()] == ["Ours"]
    assert recipes(client, yard)["Ours"]["own"]
    half = {"material": "topsoil-blend", "share": 100}
    client.put(f"/api/yards/{yard}/recipes", json={"name": "Ours", "layers": [half]})
    assert recipes(client, yard)["Ours"]["layers"] == [half]
    # Kept again as it is, the yard has no new revision.
    now = client.get(f"/api/yards/{yard}").json()["revision"]
    client.put(f"/api/yards/{yard}/recipes", json={"name": "Ours", "layers": [half]})
    assert client.get(f"/api/yards/{yard}").json()["revision"] == now > before
    assert client.delete(f"/api/yards/{yard}/recipes/Ours").json() == []
    assert "Ours" not in recipes(client, yard)


@pytest.mark.parametrize(
    ("body", "field"),
    [
        ({"name": "half-and-half", "layers": [MIX]}, None),
        ({"name": "Half and half", "layers": [MIX]}, "name"),
        ({"name": "", "layers": [MIX]}, "name"),
        ({"name": "None", "layers": []}, "layers"),
        ({"name": "Odd", "layers": [{"material": "compost", "share": 0}]}, "layers.0.share"),
    ],
)
def test_a_recipe_that_cannot_be_kept_is_refused(
    client: TestClient, yard: str, body: dict[str, Any], field: str | None
) -> None:
    answer = client.put(f"/api/yards/{yard}/recipes", json=body)
    if field is None:
        assert answer.status_code == 200
        return
    assert answer.status_code == 422
    assert [p["field"] for p in answer.json()["problems"]] == [field]
    assert client.get(f"/api/yards/{yard}").json()["yard"].get("recipes", []) == []


def test_no_recipe_is_kept_in_a_yard_that_is_not_there(client: TestClient) -> None:
    nowhere = "00000000-0000-0000-0000-000000000000"
    assert client.put(f"/api/yards/{nowhere}/recipes", json={"name": "X", "layers": [MIX]}).status_code == 404


def test_other_ways_come_with_the_bed_they_make(client: TestClient, yard: str) -> None:
    ways = client.post(f"/api/other-ways?yard={yard}", json=boards()).json()
    lower = next(w for w in ways if w["key"] == "shallower")
    assert lower["design"]["courses"] == 3
    assert client.post("/api/plan?chapters=totals", json=lower["design"]).status_code == 200


def test_a_boundary_is_moved_as_typed_in_the_units_of_the_yard(client: TestClient, yard: str) -> None:
    layers = [{"material": "logs", "depth": "200 mm"}, MIX]
    body = {"design": boards(layers=layers), "boundary": 0, "to": "25 cm"}
    [edit] = client.post(f"/api/layers-moved?yard={yard}", json=body).json()
    assert (edit["path"], edit["value"][0]["depth"]) == ("fill.layers", "250 mm")
    past = client.post(f"/api/layers-moved?yard={yard}", json={**body, "to": "2 m"})
    assert past.status_code == 422
    problem = past.json()["problems"][0]
    assert (problem["field"], problem["value"]) == ("to", "2 m")
    assert "750 mm" in problem["allowed"]
