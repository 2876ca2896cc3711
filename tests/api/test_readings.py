"""Readings over the wire: kept with time and method, struck out and never lost, answered by the core."""

from typing import Any
from uuid import uuid4

import pytest
from fastapi.testclient import TestClient
from sqlalchemy import Engine, text

from acrebox.api import readings
from placed import bed as boards

NOW = "2026-05-04T10:00:00Z"
CORNERS = ["front left", "front right", "back right", "back left"]


@pytest.fixture
def bed(client: TestClient) -> str:
    yard = client.post("/api/yards", json={"schema": 1, "name": "Plot", "units": "metric"}).json()["id"]
    return str(client.post(f"/api/beds?yard={yard}", json=boards("Level me")).json()["id"])


def take(client: TestClient, bed: str, station: str, written: str, **more: Any) -> dict[str, Any]:
    body = {
        "id": str(uuid4()),
        "job": "ground",
        "method": "instrument",
        "station": station,
        "sight": "between",
        "written": written,
        "taken_at": NOW,
        **more,
    }
    answer = client.post(f"/api/beds/{bed}/readings", json=body)
    assert answer.status_code == 201, answer.text
    found: dict[str, Any] = answer.json()
    return found


def test_a_set_of_readings_becomes_heights_to_take(client: TestClient, bed: str) -> None:
    take(client, bed, "BM", "1.5 m", sight="back")
    for station, written in zip(CORNERS, ["1500", "1510", "1400", "1390"], strict=True):
        found = take(client, bed, station, written)
    assert [(s["at"], s["height"]) for s in found["concluded"]] == [
        ("front left", "0 mm"),
        ("front right", "-10 mm"),
        ("back right", "100 mm"),
        ("back left", "110 mm"),
    ]
    assert found["ground"]["ground"]["fall_mm"] == 120
    assert found["ground"]["suspects"] == []
    again = client.get(f"/api/beds/{bed}/readings").json()
    assert again == found
    assert {r["method"] for r in again["readings"]} == {"instrument"}
    assert again["readings"][1]["written"] == "1500 mm"


def test_one_that_is_sent_twice_counts_once_and_a_struck_one_stays(client: TestClient, bed: str) -> None:
    name = str(uuid4())
    take(client, bed, "BM", "1.5 m", sight="back", id=name)
    found = take(client, bed, "BM", "1.5 m", sight="back", id=name)
    assert len(found["readings"]) == 1
    struck = client.delete(f"/api/beds/{bed}/readings/{name}").json()
    assert [r["struck"] for r in struck["readings"]] == [True]
    assert struck["ground"] is None
    assert client.delete(f"/api/beds/{bed}/readings/{name}").json() == struck
    back = client.put(f"/api/beds/{bed}/readings/{name}").json()
    assert [r["struck"] for r in back["readings"]] == [False]


def test_what_cannot_be_reduced_is_kept_and_named(client: TestClient, bed: str) -> None:
    found = take(client, bed, "front left", "1.4 m")
    assert found["ground"] is None
    assert [p["field"] for p in found["problems"]] == ["ground.readings.0.sight"]
    assert len(found["readings"]) == 1
    bad = {
        "id": str(uuid4()),
        "job": "ground",
        "method": "string",
        "station": "front left",
        "written": "low",
        "taken_at": NOW,
    }
    refused = client.post(f"/api/beds/{bed}/readings", json=bad)
    assert refused.status_code == 422
    [problem] = refused.json()["problems"]
    assert (problem["field"], problem["value"]) == ("written", "low")
    assert client.post(f"/api/beds/{uuid4()}/readings", json={**bad, "written": "10 mm"}).status_code == 404


def test_a_course_that_is_read_again_is_true_after_it_was_set_right(client: TestClient, bed: str) -> None:
    job = {"job": "first_course"}
    take(client, bed, "BM", "1.5 m", sight="back", **job)
    for station, written in zip(CORNERS, ["1310", "1322", "1310", "1310"], strict=True):
        found = take(client, bed, station, written, **job)
    off = {s["name"]: s for s in found["first_course"]["stations"]}
    assert not found["first_course"]["holds"]
    assert off["front right"]["by_mm"] == pytest.approx(9)
    found = take(client, bed, "front right", "1311", **job)
    assert found["first_course"]["holds"]
    assert found["ground"] is None


def test_six_tapes_answer_whether_it_is_square(client: TestClient, bed: str) -> None:
    lengths = {
        "front": "2400",
        "right": "1200",
        "back": "2400",
        "left": "1200",
        "first diagonal": "2702",
        "second diagonal": "2664.5",
    }
    for station, written in lengths.items():
        found = take(client, bed, station, written, job="tape", method="tape", sight=None)
    assert found["square"]["move"]["corner"] == "back right"
    assert found["square"]["move"]["by_mm"] == pytest.approx(21, abs=0.2)
    wrong = take(client, bed, "first diagonal", "2683.3", job="tape", method="tape", sight=None)
    assert wrong["square"]["suspect"] is not None


def test_the_stand_in_reads_a_plot_that_a_book_can_reduce(client: TestClient, bed: str) -> None:
    def laser(station: str, job: str = "ground") -> str:
        answer = client.get(f"/api/beds/{bed}/laser", params={"station": station, "job": job})
        return str(answer.json()["written"])

    take(client, bed, "BM", laser("BM"), sight="back")
    for station in CORNERS:
        take(client, bed, station, laser(station))
    found = take(client, bed, "BM", laser("BM"), sight="fore")
    assert abs(found["ground"]["checks"]["misclosure_mm"]) < 8
    assert found["ground"]["suspects"] == []
    # A turning point of one's own is read too; one with a place, there.
    assert client.get(f"/api/beds/{bed}/laser", params={"station": "doorstep"}).status_code == 200
    far = {"station": "hollow", "right": "1.2 m", "back": "moon"}
    refused = client.get(f"/api/beds/{bed}/laser", params=far)
    assert [p["field"] for p in refused.json()["problems"]] == ["back"]


def test_a_gap_under_a_level_is_reckoned_over_a_reach(client: TestClient, bed: str) -> None:
    at = f"/api/beds/{bed}/packing"
    found = client.get(at, params={"gap": "3", "level": "600", "reach": "2.4 m"}).json()
    assert found == {"pack_mm": 12, "says": "3 mm ÷ 600 mm × 2400 mm = pack 12 mm."}
    wrong = client.get(at, params={"gap": "a bit", "level": "10 mm", "reach": "2.4 m"}).json()
    assert [p["field"] for p in wrong["problems"]] == ["gap", "level"]


def test_what_is_taped_anew_after_a_push_counts_as_a_new_set(client: TestClient, bed: str) -> None:
    lengths = {"front": 2400, "right": 1200, "back": 2400, "left": 1200}
    for station, length in {**lengths, "first diagonal": 2702, "second diagonal": 2664.5}.items():
        take(client, bed, station, f"{length} mm", job="tape", method="tape", sight=None)
    for station in ("first diagonal", "second diagonal"):
        found = take(client, bed, station, "2683.3 mm", job="tape", method="tape", sight=None)
    assert found["square"]["square"]
    assert found["square"]["suspect"] is None


def test_a_practice_answer_that_is_no_length_is_named_and_the_rest_checked(client: TestClient) -> None:
    """By hand: a backsight of 1500 mm less 1400 mm is a height of 100 mm."""
    read = [{"station": "BM", "written": "1500"}, {"station": "front left", "written": "1400"}]
    asked = {"readings": read, "heights": {"front left": "100 mm", "back left": "-20 mm"}}
    checked = client.post("/api/practice/7/check", json=asked).json()
    told = {f["about"]: f for f in checked["feedback"]}
    assert told["front left"]["right"]
    assert "not read yet" in told["back left"]["words"]
    wrong = client.post("/api/practice/7/check", json={**asked, "heights": {"front left": "tall"}})
    assert wrong.status_code == 422
    assert wrong.json()["problems"][0]["field"] == "heights.front left"


def test_a_place_of_ones_own_is_kept_with_its_readings(client: TestClient, bed: str) -> None:
    for corner in CORNERS:
        take(client, bed, corner, "100 mm", method="string")
    found = take(client, bed, "hollow", "180 mm", method="string", place=["1.2", "600 mm"])
    assert found["readings"][-1]["place"] == ["1.2 mm", "600 mm"]
    found = take(client, bed, "hollow", "182 mm", method="string", place=["1.2 m", "600 mm"])
    assert found["places"]["hollow"] == [1200, 600]
    own = found["concluded"][-1]
    assert (own["at"], own["place"]) == ("hollow", ["1.2 m", "600 mm"])
    design = {**boards("Level me"), "ground": {"stations": found["concluded"]}}
    assert client.post("/api/plan", json=design).json()["ground"]["stations"][-1]["x_mm"] == 1200
    bad: dict[str, Any] = {
        "id": str(uuid4()),
        "job": "ground",
        "method": "string",
        "station": "far",
        "written": "10 mm",
    }
    bad |= {"taken_at": "2026-05-01T10:00:00Z", "place": ["far", "900 m"]}
    refused = client.post(f"/api/beds/{bed}/readings", json=bad)
    told = {p["field"]: p["value"] for p in refused.json()["problems"]}
    assert told == {"place.0": "far", "place.1": "900 m"}


def test_what_is_taped_follows_the_outline(client: TestClient) -> None:
    ell = {"shape": "l", "length": "3 m", "width": "2.4 m", "front": "900 mm", "left": "900 mm"}
    bed = client.post("/api/beds", json=boards("L", outline=ell)).json()["id"]
    found = client.get(f"/api/beds/{bed}/readings").json()
    assert (len(found["tapes"]), found["tapes_wanted"]) == (15, 10)
    for n, tape in enumerate(found["tapes"][:10]):
        assert found["square"] is None
        far = 25 if tape["name"] == "side 2" else 0
        found = take(client, bed, tape["name"], f"{tape['wanted_mm'] + far} mm", job="tape", method="tape")
        assert (found["square"] is None) == (n < 9)
    assert found["square"]["suspect"]["which"]
    refused = client.post(
        f"/api/beds/{bed}/readings",
        json={
            "id": str(uuid4()),
            "job": "tape",
            "method": "tape",
            "station": "first diagonal",
            "written": "2 m",
            "taken_at": "2026-05-01T10:00:00Z",
        },
    )
    assert refused.json()["problems"][0]["field"] == "station"


@pytest.mark.parametrize(
    "when",
    [
        "9999-12-31T23:59:59-14:00",
        "0001-01-01T00:00:00+14:00",
        "2300-01-01T00:00:00Z",
        "1900-05-01T10:00:00Z",
    ],
)
def test_a_reading_of_no_time_is_refused_and_the_book_stays_open(
    client: TestClient, bed: str, when: str
) -> None:
    take(client, bed, "BM", "1.5 m", sight="back")
    body = {"id": str(uuid4()), "job": "ground", "method": "instrument", "station": "front left"}
    body |= {"sight": "between", "written": "1500", "taken_at": when}
    answer = client.post(f"/api/beds/{bed}/readings", json=body)
    assert answer.status_code == 422
    [told] = answer.json()["problems"]
    assert told["field"] == "taken_at"
    assert "1926-01-01 to 2126-12-31" in told["allowed"]
    assert len(client.get(f"/api/beds/{bed}/readings").json()["readings"]) == 1


def test_a_reading_that_was_kept_with_no_time_reads_as_one_that_is_wrong(
    client: TestClient, bed: str, engine: Engine
) -> None:
    """As an earlier release kept it: in Greenwich the first hours of the year 10 000."""
    name = str(uuid4())
    take(client, bed, "BM", "1.5 m", sight="back")
    take(client, bed, "front left", "1500", id=name)
    with engine.begin() as told:
        told.execute(
            text("UPDATE reading SET taken_at = '10000-01-01 13:59:59+00' WHERE id = :id"), {"id": name}
        )
    found = client.get(f"/api/beds/{bed}/readings").json()
    assert [r["taken_at"] for r in found["readings"]][1] is None
    assert [p["field"] for p in found["problems"]] == ["readings.1.taken_at"]
    assert found["problems"][0]["value"].startswith("10000-01-01")
    struck = client.delete(f"/api/beds/{bed}/readings/{name}").json()
    assert [r["struck"] for r in struck["readings"]] == [False, True]
    counted = client.put(f"/api/beds/{bed}/readings/{name}").json()
    assert [r["struck"] for r in counted["readings"]] == [False, False]


def test_a_time_is_kept_by_the_clock_of_greenwich(client: TestClient, bed: str) -> None:
    found = take(client, bed, "BM", "1.5 m", sight="back", taken_at="2026-05-04T10:00:00-05:00")
    assert found["readings"][0]["taken_at"] == "2026-05-04T15:00:00Z"


@pytest.mark.parametrize("what", ["take", "strike", "count"])
def test_what_is_answered_500_has_changed_nothing(
    client: TestClient, bed: str, what: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    name = str(uuid4())
    take(client, bed, "BM", "1.5 m", sight="back", id=name)
    if what == "count":
        client.delete(f"/api/beds/{bed}/readings/{name}")
    before = client.get(f"/api/beds/{bed}/readings").json()

    def fails(*_: object) -> None:
        raise RuntimeError("worked out wrongly")

    monkeypatch.setattr(readings, "follow", fails)
    told = TestClient(client.app, raise_server_exceptions=False)
    body = {**before["readings"][0], "id": str(uuid4()), "place": None}
    body = {k: v for k, v in body.items() if k not in ("struck", "taken_text")}
    address = f"/api/beds/{bed}/readings"
    if what == "take":
        answer = told.post(address, json=body)
    else:
        answer = told.request("DELETE" if what == "strike" else "PUT", f"{address}/{name}")
    assert answer.status_code == 500
    monkeypatch.undo()
    assert client.get(address).json() == before
