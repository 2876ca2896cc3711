"""Water kept under the soil: what it holds and for how long; weather read, and what is wrong of it named."""

from datetime import date, timedelta
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import Point, Polygon

from acrebox.core.design import read_design
from acrebox.core.errors import DesignError
from acrebox.core.plan import Plan, open_plan
from acrebox.core.plan.season import season_document
from acrebox.core.wicking import Day, days_held, depletion_after, read_weather, season_of
from acrebox.core.wicking.balance import et0_of
from acrebox.core.yard import LONE
from acrebox.standins.weather import growing_at, year_at
from filled import OVAL, WET_TANK
from strategies import any_design

WET_OVAL = {**OVAL, "reservoir": {"medium": "porous_rock", "overflow": "low_elbow"}}
POND = {"lining": {"walls": "pond", "floor": "pond"}}
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
    assert code not in {w.code for w in planned(box()).watch_outs}


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
        ("a>\rb{", "does not name"),
        (f'{HEAD}\n2026-06-01,10,20,0\n"{"x" * 200_000}"', "apart by commas"),
        (f"{HEAD}\n\n\n2026-06-01,10,warm,0", "weather.4.rain_mm|weather.4.tmax_c"),
    ],
)
def test_what_is_wrong_of_a_weather_file_is_named(text: str, words: str) -> None:
    with pytest.raises(DesignError, match=words):
        read_weather(text)


def test_lines_of_a_weather_file_end_as_on_any_machine() -> None:
    unix = f"{HEAD}\n2026-06-01,10,20,0\n2026-06-02,11,21,3\n"
    assert all(read_weather(unix.replace("\n", end)) == read_weather(unix) for end in ("\r\n", "\r"))


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


def test_pipe_is_cut_by_what_its_fittings_take() -> None:
    """By hand: a floor of 1160 × 960 mm, 80 mm off its walls, pipe of 32 mm: 17 mm in every fitting."""
    found = planned(WET_TANK).reservoir
    cut = {p.label: p for p in found.pipes}
    assert cut["front and back"].length_mm == pytest.approx(1160 - 160 - 34)
    assert cut["left end"].length_mm == pytest.approx(960 - 160 - 34)
    assert cut["right end, each side of the tee"].length_mm == pytest.approx(400 - 34)
    assert [cut[n].count for n in ("front and back", "left end", "right end, each side of the tee")] == [
        2,
        1,
        2,
    ]
    # The riser stands in the tee, whose middle lies half a pipe over the floor.
    assert cut["riser, out of the tee"].length_mm == pytest.approx(found.inlet_mm - 16 - 17)
    assert {f.name: f.count for f in found.fittings} == {
        "elbow": 4,
        "tee": 1,
        "threaded adapter": 1,
        "end cap": 1,
    }
    assert found.pipe_holes == 2 * ((2 * 966 + 766 + 2 * 366) // 50)


def test_a_low_overflow_has_an_elbow_and_a_pipe_upright_in_it() -> None:
    found = planned(WET_OVAL).reservoir
    upright = next(p for p in found.pipes if p.label.startswith("overflow, upright"))
    assert upright.length_mm == pytest.approx(found.depth_mm - found.port_mm - 17)
    assert {f.name: f.count for f in found.fittings}["elbow"] == 5
    assert found.port_mm < found.overflow_mm


@pytest.mark.parametrize("document", [WET_TANK, WET_OVAL, box()])
def test_pipe_fittings_medium_and_cloth_are_bought(document: dict[str, Any]) -> None:
    plan = planned(document)
    bought = {row.item: row.count for row in plan.buying}
    names = " ".join(bought)
    for good in ("pipe-", "elbow-", "tee-", "adapter-"):
        assert good in names
    assert [p for p in plan.lining.pieces if p.what.startswith("fabric over the medium")]
    total = sum(p.length_mm * p.count for p in plan.reservoir.pipes)
    pipe = next(count for item, count in bought.items() if item.startswith("pipe-"))
    assert pipe * 2000 >= total


def test_the_cloth_covers_the_medium_and_turns_up_at_the_walls() -> None:
    """By hand: a tank of 1160 × 960 mm and 100 mm up at every wall, its corners folded."""
    pieces = [p for p in planned(WET_TANK).lining.pieces if p.what.startswith("fabric over the medium")]
    across = sum(p.width_mm for p in pieces) - 150 * (len(pieces) - 1)
    assert sorted([across, pieces[0].length_mm]) == pytest.approx([1160, 1360], abs=1)


def test_an_overflow_goes_through_a_lined_wall_in_a_sleeve() -> None:
    plan = planned(box())
    assert plan.reservoir.sleeve_mm == pytest.approx(plan.lining.sleeves_mm[0])
    assert {"drain-sleeve"} <= {row.item for row in plan.buying}
    assert "sleeve" in plan.reservoir.steps[0].words
    assert planned(WET_TANK).reservoir.sleeve_mm is None


def test_a_membrane_is_cut_where_the_overflow_goes_through() -> None:
    lining = {"walls": "membrane", "floor": "pond"}

    def notches(document: dict[str, Any]) -> int:
        return sum(p.notches for p in planned(document).lining.pieces if p.material == "membrane")

    assert notches(box(lining=lining)) == notches(box(lining=lining, reservoir=None)) + 1


def test_a_layer_that_is_the_medium_is_not_laid_twice() -> None:
    def laid(deep: str) -> Any:
        layers = [{"material": "gravel", "depth": deep}, {"material": "topsoil-blend", "share": 100}]
        kept = {"medium": "gravel", "depth": "250 mm"}
        return planned(box(reservoir=kept, fill={"layers": layers})).fill.layers

    lowest, own, soil = laid("100 mm")
    assert (lowest.depth_mm, own.depth_mm, soil.base_mm) == pytest.approx((150, 100, 250))
    assert len(laid("250 mm")) == 2


def water_tested(**test: Any) -> Plan:
    of = {"on": "2026-04-01", "marked": "250 mm", **test}
    return planned(box(reservoir={"medium": "gravel", "depth": "250 mm", "test": of}))


def test_the_water_test_is_kept_and_judged() -> None:
    holds = water_tested(later="245 mm", hours=24, ran=True)
    leaks = water_tested(later="240 mm", hours=12, ran=True)
    dry = water_tested(later="250 mm")
    assert (holds.reservoir.test.drop_mm, holds.reservoir.test.leaks) == (5, False)
    # 10 mm in 12 hours are 20 mm a day.
    assert (leaks.reservoir.test.a_day_mm, leaks.reservoir.test.leaks) == (20, True)
    seen = [{w.code for w in p.watch_outs} for p in (holds, leaks, dry, planned(box()))]
    assert "reservoir-leaks" in seen[1]
    assert "reservoir-leaks" not in seen[0] | seen[2]
    assert "overflow-untested" in seen[2]
    assert "reservoir-untested" in seen[3]
    assert not {"reservoir-untested", "overflow-untested"} & seen[0]


@pytest.mark.parametrize(
    ("choice", "field"),
    [
        ({"test": {"marked": "300 mm", "later": "290 mm"}, "depth": "250 mm"}, "reservoir.test.marked"),
        ({"test": {"marked": "200 mm", "later": "210 mm"}}, "reservoir.test.later"),
        ({"test": {"on": "the first"}}, "reservoir.test.on"),
        ({"pipe": "70 mm"}, "reservoir.pipe"),
        ({"depth": "40 mm", "pipe": "50 mm"}, "reservoir.pipe"),
        ({"crop": "bananas"}, "reservoir.crop"),
        ({"kc": 9}, "reservoir.kc"),
    ],
)
def test_what_of_a_reservoir_cannot_be_is_named(choice: dict[str, Any], field: str) -> None:
    try:
        planned(box(reservoir=choice)).document()
    except DesignError as fault:
        assert {p.field for p in fault.problems} == {field}  # noqa: PT017
    else:
        pytest.fail("it was planned")


def test_a_crop_uses_what_it_does_at_its_height_unless_told() -> None:
    assert planned(box(reservoir={"crop": "tomato"})).reservoir.kc == 1.15
    assert planned(box(reservoir={"crop": "tomato", "kc": 0.8})).reservoir.kc == 0.8
    assert planned(box()).reservoir.kc == 1.0


def test_the_soil_itself_holds_what_its_materials_do() -> None:
    """By hand: of garden soil 0.28 − 0.14 of its volume."""
    plan = planned(box(fill={"layers": [{"material": "garden-soil", "share": 100}]}))
    assert plan.reservoir.available_l == pytest.approx(plan.fill.layers[1].settled_l * 0.14)


def test_days_on_the_soil_s_own_water() -> None:
    """100 L, four tenths of them to be had: 40 L at 10 L a day last four days."""
    assert days_held(100, 0.4, 10) == 4
    assert days_held(100, 0.4, 41) == 0
    assert days_held(100, 0.4, 0) == 366


@given(st.floats(20, 500), st.floats(0.1, 0.8), st.floats(0.1, 60), st.floats(0, 1))
def test_stressed_plants_use_less_and_never_more_than_there_is(
    taw: float, p: float, use: float, drawn: float
) -> None:
    before = drawn * taw
    after = depletion_after(before, use, taw, p)
    assert before - 1e-9 <= after <= taw
    assert after - before <= use + 1e-9
    assert depletion_after(before, use, taw, p, water=taw + use) == 0


def test_media_and_depths_side_by_side() -> None:
    found = season_document(WET_TANK, csv(90, 18, 32), LONE)
    others = found["others"]
    assert [o["chosen"] for o in others].count(True) == 1
    chosen = next(o for o in others if o["chosen"])
    assert chosen["held_l"] == pytest.approx(found["held_l"])
    assert (chosen["fillings"], chosen["days_between_hot"]) == (found["fillings"], found["days_between_hot"])
    for medium in {o["medium"] for o in others}:
        by_depth = sorted((o for o in others if o["medium"] == medium), key=lambda o: o["depth_mm"])
        held = [o["held_l"] for o in by_depth]
        assert held == sorted(held)
        fillings = [o["fillings"] for o in by_depth]
        assert fillings == sorted(fillings, reverse=True)
        assert all(o["cost"] > 0 for o in by_depth)


def test_months_add_up_to_the_season() -> None:
    found = season_document(WET_TANK, csv(100, 16, 29, rain=1.5), LONE)
    for name in ("used_l", "rain_l", "filled_l", "fillings"):
        assert sum(m[name] for m in found["months"]) == pytest.approx(found[name])
    assert [m["first"] for m in found["months"]] == ["2026-06-01", "2026-07-01", "2026-08-01", "2026-09-01"]
    assert found["holds_out_days"] > 0


def test_the_invented_year_is_the_same_every_time_and_fits_its_place() -> None:
    for latitude in (52.0, -34.0, 5.0):
        text = year_at(latitude)
        assert text == year_at(latitude)
        days = read_weather(text)
        assert len(days) == 365
        first, last = growing_at(latitude)
        growing = [d for d in days if first <= d.date <= last]
        assert len(growing) in (182, 183)
        if abs(latitude) > 20:
            others = [d for d in days if not first <= d.date <= last]
            assert sum(d.tmax for d in growing) / len(growing) > sum(d.tmax for d in others) / len(others) + 5


def test_the_invented_year_is_a_place_on_earth() -> None:
    """Common practice: 41° N has 9 to 12 h of sun a day in July, the equator about 1500 mm of rain a year,
    45° S a mild July by the sea. ET₀ within the ranges of FAO-56, Table 2 (from memory): 4 to 7 mm a day
    where it is warm and half dry, 1 to 3 where it is cool and humid, 5 to 7 at most in the wet tropics.
    """

    def july(latitude: float) -> list[Day]:
        return [d for d in read_weather(year_at(latitude)) if d.date.month == 7]

    def mean(values: list[float]) -> float:
        return sum(values) / len(values)

    assert 9 <= mean([d.sun or 0.0 for d in july(41)]) <= 12
    assert 1300 <= sum(d.rain for d in read_weather(year_at(0))) <= 1700
    assert 5 <= mean([(d.tmin + d.tmax) / 2 for d in july(-45)]) <= 9
    for latitude, least, most in ((41.0, 4.0, 7.0), (-45.0, 0.5, 3.0), (0.0, 3.0, 7.0)):
        assert least <= mean([et0_of(d, latitude)[0] for d in july(latitude)]) <= most


@settings(max_examples=30)
@given(
    any_design(),
    st.sampled_from(["gravel", "porous_rock", "sand"]),
    st.sampled_from(["top_of_medium", "low_elbow"]),
    st.sampled_from([{}, {"depth": "60 mm"}, {"depth": "150 mm"}]),
)
def test_any_bed_that_holds_water_has_its_pipe(
    document: dict[str, Any], medium: str, overflow: str, deep: dict[str, str]
) -> None:
    lining = {} if document["construction"]["kind"] in ("trough", "tote", "drum") else POND
    document = {**document, **lining, "reservoir": {"medium": medium, "overflow": overflow, **deep}}
    document.pop("drainage", None)
    try:
        plan = open_plan(read_design(document))
        found = plan.reservoir
    except DesignError:
        return
    assert found.held_l > 0
    assert all(p.length_mm > 0 for p in found.pipes)
    floor = Polygon(plan.drainage.floor)
    assert floor.buffer(1).contains(Point(found.riser))
    assert floor.exterior.distance(Point(found.port)) < 1
    for corner in found.loop:
        assert floor.contains(Point(corner))


def test_the_loop_of_a_bed_that_bends_lies_in_its_widest_part() -> None:
    bent = {"shape": "l", "length": "3 m", "width": "2.4 m", "front": "1 m", "left": "1 m"}
    found = planned(box(outline=bent)).reservoir
    long = next(p.middles_mm for p in found.pipes if p.label == "front and back")
    assert long > 700
    assert found.loop


def test_it_lasts_as_long_as_in_its_hottest_time() -> None:
    """Cool to begin with, hot later: the time between two fillings is that of the heat."""
    first = date(2026, 5, 1)
    weather = [Day(first + timedelta(days=n), 5, 10 if n < 30 else 38, 0) for n in range(60)]
    season = season_of(weather, 60, 1.0, 1.0, 45.0)
    assert len(season.filled_on) > 3
    assert season.days_between is not None
    assert season.days_between < season.filled_on[0] / 2
