"""Seasons over the wire: by the stand-in or a yard's own weather; a file that cannot be read is refused."""

from datetime import date, timedelta
from typing import Any

import pytest
from fastapi.testclient import TestClient

from filled import WET_TANK, boards

HEAD = "date,tmin_c,tmax_c,rain_mm"


@pytest.fixture
def yard(client: TestClient) -> str:
    yard = {"schema": 1, "name": "Plot", "units": "metric", "latitude": 51.0}
    return str(client.post("/api/yards", json=yard).json()["id"])


def weather(days: int = 40, **more: float) -> str:
    of = {"tmin": 16.0, "tmax": 30.0, "rain": 0.0, **more}
    first = date(2026, 6, 1)
    rows = (f"{first + timedelta(days=n)},{of['tmin']},{of['tmax']},{of['rain']}" for n in range(days))
    return "\n".join([HEAD, *rows])


def season(client: TestClient, yard: str, more: str = "") -> dict[str, Any]:
    answer = client.post(f"/api/season?yard={yard}{more}", json=WET_TANK)
    assert answer.status_code == 200, answer.text
    found: dict[str, Any] = answer.json()
    return found


def test_without_weather_of_its_own_a_yard_has_an_invented_year(client: TestClient, yard: str) -> None:
    found = season(client, yard)
    assert found["weather"]["standin"]
    assert (found["weather"]["first"], found["weather"]["days"]) == ("2025-04-01", 183)
    assert (found["latitude"], found["assumed"]) == (51, [])
    assert found["balance_l"] == pytest.approx(0, abs=1e-6)
    assert found["by_penman_monteith"] == 183


def test_a_file_is_kept_for_all_beds_until_it_is_dropped(client: TestClient, yard: str) -> None:
    told = client.put(f"/api/yards/{yard}/weather", json={"name": "june.csv", "text": weather()})
    assert told.json() == {
        "name": "june.csv",
        "standin": False,
        "first": "2026-06-01",
        "last": "2026-07-10",
        "days": 40,
    }
    assert season(client, yard)["weather"]["name"] == "june.csv"
    assert season(client, yard, "&standin=true")["weather"]["standin"]
    client.put(f"/api/yards/{yard}/weather", json={"name": "july.csv", "text": weather(10)})
    assert season(client, yard)["weather"]["days"] == 10
    assert client.delete(f"/api/yards/{yard}/weather").status_code == 204
    assert client.delete(f"/api/yards/{yard}/weather").status_code == 204
    assert season(client, yard)["weather"]["standin"]


@pytest.mark.parametrize(
    ("text", "field", "words"),
    [
        (weather(5, tmax=88, tmin=61), "weather.tmax_c", "Fahrenheit"),
        (weather(3) + "\n2026-06-03,16,30,0", "weather", "twice"),
        (weather(3) + "\n2026-06-09,16,30,0", "weather", "missing"),
        (weather(3) + "\n2026-06-04,16,warm,0", "weather.5.tmax_c", "number"),
        ("date,rain\n", "weather", "does not name"),
    ],
)
def test_a_file_that_cannot_be_read_changes_nothing(
    client: TestClient, yard: str, text: str, field: str, words: str
) -> None:
    client.put(f"/api/yards/{yard}/weather", json={"name": "good.csv", "text": weather()})
    answer = client.put(f"/api/yards/{yard}/weather", json={"name": "bad.csv", "text": text})
    assert answer.status_code == 422
    [problem] = answer.json()["problems"]
    assert problem["field"] == field
    assert words in problem["message"]
    assert season(client, yard)["weather"]["name"] == "good.csv"


def test_a_bed_has_the_weather_of_its_yard(client: TestClient, yard: str) -> None:
    bed = client.post(f"/api/beds?yard={yard}", json=WET_TANK).json()["id"]
    client.put(f"/api/yards/{yard}/weather", json={"name": "june.csv", "text": weather()})
    found = client.post(f"/api/season?bed={bed}", json=WET_TANK).json()
    assert found["weather"]["name"] == "june.csv"


def test_no_weather_without_a_yard_and_no_season_without_a_reservoir(
    client: TestClient,
) -> None:
    nowhere = "00000000-0000-0000-0000-000000000000"
    body = {"name": "x", "text": weather()}
    assert client.put(f"/api/yards/{nowhere}/weather", json=body).status_code == 404
    assert client.delete(f"/api/yards/{nowhere}/weather").status_code == 404
    refused = client.post("/api/season", json=boards())
    assert [p["field"] for p in refused.json()["problems"]] == ["reservoir"]
