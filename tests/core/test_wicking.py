"""Water kept under the soil: what it holds and for how long; weather read, and what is wrong of it named."""

from datetime import date, timedelta
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from acrebox.core.design import read_design
from acrebox.core.errors import DesignError
from acrebox.core.plan import Plan, open_plan
from acrebox.core.plan.season import season_document
from acrebox.core.wicking import Day, read_weather, season_of
from acrebox.core.yard import LONE

HEAD = "date,tmin_c,tmax_c,rain_mm"


def box(**more: Any) -> dict[str, Any]:
    """2.4 × 1.2 m inside and three courses high, lined with pond sheet, no post in it but four."""
    return {
        "schema": 1,
        "name": "Tank",
        "outline": {"shape": "rectangle", "length": "2.4 m", "width": "1.2 m", "measured": "inside"},
        "construction": {
            "kind": "boards",
            "board": "larch-45x195",
            "post": "post-75x75",
            "post_depth": "none",
            "post_limit": "9 m",
        },
        "courses": 3,
        "lining": {"walls": "pond", "floor": "pond"},
        "reservoir": {"medium": "gravel"},
        **more,
    }


def planned(document: dict[str, Any]) -> Plan:
    return open_plan(read_design(document))


def refused(document: dict[str, Any]) -> set[str]:
    with pytest.raises(DesignError) as fault:
        planned(document).totals  # noqa: B018
    return {p.field for p in fault.value.problems}


def test_water_held_is_what_lies_under_the_overflow_times_the_open_share() -> None:
    """By hand: (2.4 · 1.2 − 4 · 0.075²) m² · 0.25 m · 0.35 = 250.0 L."""
    found = planned(box(reservoir={"porosity": 0.35, "depth": "250 mm"})).reservoir
    assert found.held_l == pytest.approx((2400 * 1200 - 4 * 75 * 75) * 250 * 0.35 / 1e6)
    assert (found.depth_mm, found.overflow_mm) == (250, 250)
    # 585 mm of wall less 25 mm left free and the reservoir.
    assert found.soil_above_mm == pytest.approx(585 - 25 - 250)
    assert found.inlet_mm == pytest.approx(585 + 50)


def test_its_usual_depth_is_half_the_bed_or_what_300_mm_of_soil_leave() -> None:
    assert planned(box()).reservoir.depth_mm == pytest.approx(585 - 25 - 300)
    tall = planned(box(courses=6)).reservoir
    assert tall.depth_mm == pytest.approx(1170 / 2)


def test_a_bucket_tells_the_open_share() -> None:
    bucket = {"bucket": "10 L", "took": "4.2 L"}
    assert planned(box(reservoir=bucket)).reservoir.porosity == pytest.approx(0.42)


def test_the_medium_lies_under_the_soil_and_is_bought() -> None:
    plan = planned(box(reservoir={"medium": "sand", "depth": "200 mm"}))
    first = plan.fill.layers[0]
    assert (first.material, first.depth_mm, first.at) == ("sharp-sand", 200, None)
    assert sum(x.settled_l for x in plan.fill.layers) == pytest.approx(plan.inside.volume_l)
    assert any(row.material == "sharp-sand" for row in plan.fill.purchases)
    assert "sealed-floor" not in {w.code for w in plan.watch_outs}


@pytest.mark.parametrize(
    ("more", "code"),
    [
        ({"reservoir": {"depth": "300 mm"}}, "soil-over-reservoir"),
        ({"courses": 5, "reservoir": {"depth": "200 mm"}}, "soil-too-deep-to-lift"),
        ({"fill": {"layers": [{"material": "garden-soil", "share": 100}]}}, "reservoir-soil-poor"),
    ],
)
def test_what_needs_a_look(more: dict[str, Any], code: str) -> None:
    assert code in {w.code for w in planned(box(**more)).watch_outs}
    assert code not in {w.code for w in planned(box()).watch_outs} or code == "reservoir-soil-poor"


@pytest.mark.parametrize(
    ("more", "field"),
    [
        ({"reservoir": {"depth": "700 mm"}}, "reservoir.depth"),
        ({"reservoir": {"porosity": 1.2}}, "reservoir.porosity"),
        ({"reservoir": {"bucket": "10 L"}}, "reservoir.took"),
        ({"reservoir": {"bucket": "10 L", "took": "11 L"}}, "reservoir.took"),
        ({"lining": {"walls": "membrane"}}, "reservoir"),
        ({"drainage": {"kind": "plumbed"}}, "drainage.kind"),
    ],
)
def test_what_cannot_be_is_named(more: dict[str, Any], field: str) -> None:
    try:
        assert refused(box(**more)) == {field}
    except DesignError as fault:
        assert {p.field for p in fault.problems} == {field}  # noqa: PT017


def csv(days: int, tmin: float = 15, tmax: float = 28, rain: float = 0, start: str = "2026-06-01") -> str:
    first = date.fromisoformat(start)
    rows = (f"{first + timedelta(days=n)},{tmin},{tmax},{rain}" for n in range(days))
    return "\n".join([HEAD, *rows])


def test_a_half_tank_lasts_about_a_week_in_a_hot_dry_summer() -> None:
    """Common practice. A half tank of 1.16 × 0.96 m with half of it gravel."""
    tank = {
        "schema": 1,
        "name": "Half tank",
        "outline": {"shape": "rectangle", "length": "1.2 m", "width": "1 m"},
        "construction": {"kind": "tote", "tote": "tote-1000", "half": "lower", "history": "food"},
        "reservoir": {"medium": "gravel"},
    }
    dry = season_document(tank, csv(60, 18, 34), LONE)
    assert 5 <= dry["days_between_hot"] <= 12
    assert dry["balance_l"] == pytest.approx(0, abs=1e-6)
    assert dry["filled_l"] == pytest.approx(dry["used_l"] - (dry["held_l"] - dry["days"][-1]["store_l"]))
    wet = season_document(tank, csv(60, 18, 34, rain=20), LONE)
    assert (wet["fillings"], wet["days_between_hot"]) == (0, None)
    assert wet["overflow_l"] > 0


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("date,tmin_c,rain_mm\n2026-06-01,1,2", "does not name tmax_c"),
        (f"{HEAD}\n2026-06-01,10,20,0\n2026-06-03,10,20,0", "1 day is missing"),
        (f"{HEAD}\n2026-06-01,10,20,0\n2026-06-01,10,20,0", "comes twice"),
        (f"{HEAD}\n2026-06-02,10,20,0\n2026-06-01,10,20,0", "comes after"),
        (csv(5, 62, 88), "Fahrenheit"),
        (f"{HEAD}\n2026-06-01,25,20,0", "over the highest"),
        (f"{HEAD}\n2026-06-01,10,20,-1", "out of range"),
        (f"{HEAD}\n2026-06-01,10,warm,0", "no number"),
        (f"{HEAD}\nJune 1,10,20,0", "no date"),
        (HEAD, "no day in it"),
        ("", "does not name"),
    ],
)
def test_what_is_wrong_of_a_weather_file_is_named(text: str, words: str) -> None:
    with pytest.raises(DesignError, match=words):
        read_weather(text)


DAYS = st.lists(
    st.tuples(st.floats(-5, 25), st.floats(0, 20), st.floats(0, 30)), min_size=1, max_size=120
).map(
    lambda rows: [
        Day(date(2026, 1, 1) + timedelta(days=n), low, low + span, rain)
        for n, (low, span, rain) in enumerate(rows)
    ]
)


@given(DAYS, st.floats(1, 500), st.floats(0.2, 5), st.floats(0.2, 1.3))
def test_no_water_is_lost(days: list[Day], held: float, area: float, kc: float) -> None:
    season = season_of(days, held, area, kc, 45.0)
    store = held
    for day in season.days:
        assert day.rain + day.filled - day.use - day.overflow == pytest.approx(day.store - store, abs=1e-6)
        assert -1e-9 <= day.store <= held + 1e-9
        store = day.store
    assert season.balance == pytest.approx(0, abs=1e-6)


@given(DAYS, st.floats(5, 200), st.floats(1.0, 4.0))
def test_a_deeper_reservoir_is_not_filled_earlier(days: list[Day], held: float, more: float) -> None:
    one, deeper = (season_of(days, h, 2.0, 1.0, 45.0) for h in (held, held * more))
    assert deeper.fillings <= one.fillings
    if deeper.filled_on:
        assert deeper.filled_on[0] >= one.filled_on[0]
