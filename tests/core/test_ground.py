"""Level: books reduced, slips found, the first course made true, corners squared, what was built checked."""

import random
from functools import partial
from math import acos, ceil, degrees, hypot, pi, sqrt
from typing import Any

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import Point

from acrebox.core.choosing.offers import starting_design
from acrebox.core.design import read_design
from acrebox.core.errors import DesignError
from acrebox.core.fill import FilledLayer
from acrebox.core.ground import (
    CORNERS,
    MEASURES,
    as_built,
    check_square,
    ground_limit,
    places_of,
    read_book,
    read_tape,
    reduced,
    set_out,
)
from acrebox.core.measure.systems import System
from acrebox.core.plan import ASSEMBLY, LAYERS, TAKEOFF, Plan, open_plan, plan_document
from acrebox.core.plan.levelling import LevelAnswer, answer_book
from acrebox.core.shape.circles import together
from placed import bed
from sample import courses_of
from strategies import square_cornered

boards = partial(bed, "Slope")
ENDS = ((0, 1), (1, 2), (2, 3), (3, 0), (0, 2), (1, 3))


def on(heights: dict[str, float], **more: Any) -> Plan:
    stations = [{"at": at, "height": h} for at, h in heights.items()]
    bed_of = {key: more.pop(key) for key in ("fill",) if key in more}
    return open_plan(read_design(boards(ground={"stations": stations, **more}, **bed_of)))


SLOPE = {"front left": 0.0, "front right": 0.0, "back right": 120.0, "back left": 120.0}


def readings(heights: dict[str, float], line: float) -> list[dict[str, Any]]:
    """One set-up: the datum at 0, then every station, the datum last."""
    rows = [{"station": "BM", "sight": "back", "reading": line}]
    rows += [{"station": n, "sight": "between", "reading": line - h} for n, h in heights.items()]
    return [*rows, {"station": "BM", "sight": "fore", "reading": line}]


def answered(rows: list[dict[str, Any]], **more: Any) -> LevelAnswer:
    return answer_book(read_book({"method": "instrument", "readings": rows, **more}))


heights_of = st.lists(st.integers(-900, 900), min_size=3, max_size=8)


@given(heights_of, st.integers(1000, 3000), st.integers(1000, 3000))
def test_heights_do_not_depend_on_how_high_the_instrument_stands(
    heights: list[int], one: int, other: int
) -> None:
    named = {f"S{n}": float(h) for n, h in enumerate(heights)}
    first, second = (answered(readings(named, line)) for line in (one, other))
    assert [s.height_mm for s in first.stations] == pytest.approx([s.height_mm for s in second.stations])
    assert [s.height_mm for s in first.stations] == pytest.approx([0.0, *named.values()])
    assert first.checks.agrees
    assert first.checks.misclosure_mm == pytest.approx(0)
    assert first.suspects == []


@given(heights_of, st.lists(st.integers(1000, 3000), min_size=9, max_size=9))
def test_turning_points_change_no_height_and_both_ways_of_reducing_agree(
    heights: list[int], lines: list[int]
) -> None:
    """The instrument is moved after every station."""
    rows: list[dict[str, Any]] = []
    at, here = "BM", 0.0
    for n, (h, line) in enumerate(zip(heights, lines, strict=False)):
        rows.append({"station": at, "sight": "back", "reading": line})
        rows.append({"station": f"S{n}", "sight": "fore", "reading": line + here - h})
        at, here = f"S{n}", float(h)
    if any(r["reading"] < 0 for r in rows):
        return
    found = answered(rows)
    assert [s.height_mm for s in found.stations[1:]] == pytest.approx(heights)
    assert [r.height_mm for r in found.rows] == pytest.approx([r.by_rise_mm for r in found.rows])
    assert found.checks.agrees


def test_a_book_that_begins_anew_on_its_datum_still_agrees() -> None:
    """Three loops, each a little off: the arithmetic holds, and the last one's misclosure is told."""
    rows: list[dict[str, Any]] = []
    for back, between, fore in ((1500, 1480, 1502), (1400, 1382, 1397), (1600, 1579, 1601)):
        rows += [
            {"station": "BM", "sight": "back", "reading": back},
            {"station": "A", "sight": "between", "reading": between},
            {"station": "BM", "sight": "fore", "reading": fore},
        ]
    found = answered(rows)
    assert found.checks.agrees
    assert found.checks.misclosure_mm == -1
    assert next(s.height_mm for s in found.stations if s.name == "A") == 20


@given(heights_of, st.sampled_from(["string", "water", "spirit"]))
def test_drops_under_a_line_reduce_to_the_same_heights(heights: list[int], method: str) -> None:
    line = 1000.0
    rows = [{"station": "BM", "drop": line}]
    rows += [{"station": f"S{n}", "drop": line - h} for n, h in enumerate(heights)]
    found = answer_book(read_book({"method": method, "datum": {"height": "1 m"}, "readings": rows}))
    assert [s.height_mm for s in found.stations] == pytest.approx([1000, *(1000 + h for h in heights)])
    assert found.checks.agrees
    assert found.checks.misclosure_mm is None


def test_a_station_read_twice_that_disagrees_is_named_with_how_far() -> None:
    rows = readings({"A": 20, "B": 35, "C": 50}, 1500)
    rows.insert(-1, {"station": "C", "sight": "between", "reading": 1350})
    [suspect] = answered(rows).suspects
    assert (suspect.station, suspect.off_mm) == ("C", 100)
    assert "whole decimetre" in suspect.words
    rows.insert(-1, {"station": "C", "sight": "between", "reading": 1451})
    found = answered(rows)
    [suspect] = found.suspects
    assert suspect.off_mm == pytest.approx(100)
    # What was read three times counts by its middle one: the slip does not.
    assert next(s.height_mm for s in found.stations if s.name == "C") == 50


def test_a_station_that_leaves_the_plane_of_all_others_is_named_on_the_bed() -> None:
    heights = {**SLOPE, "front": 0.0, "back": 120.0, "right": 160.0, "left": 60.0}
    found = answered(readings(heights, 1500), bed=boards())
    [suspect] = found.suspects
    assert (suspect.station, round(suspect.off_mm)) == ("right", 100)
    assert answered(readings({**heights, "right": 60.0}, 1500), bed=boards()).suspects == []


def test_a_book_with_a_bed_says_what_is_dug_as_its_plan_does() -> None:
    found = answered(readings({**SLOPE, "tree": 40.0}, 1500), bed=boards(), school="build_up")
    assert found.ground is not None
    assert {s.name: s.pack_mm for s in found.ground.stations}["front left"] == 120
    again = on(SLOPE, school="build_up").ground
    assert again.wedge_l == pytest.approx(found.ground.wedge_l)


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"readings": []}, "readings"),
        ({"readings": [{"station": "A", "sight": "between", "reading": 1}]}, "readings.0.sight"),
        ({"readings": [{"station": "A", "sight": "back", "reading": 1}]}, "readings.0.station"),
        ({"readings": [{"station": "BM", "sight": "back", "drop": 1}]}, "readings.0.drop"),
        ({"readings": [{"station": "BM", "sight": "back"}]}, "readings.0.reading"),
        ({"readings": [{"station": "BM", "sight": "back", "reading": "high"}]}, "readings.0.reading"),
        ({"readings": [{"station": "BM", "sight": "back", "reading": "40 m"}]}, "readings.0.reading"),
        ({"method": "string", "readings": [{"station": "A", "reading": 1}]}, "readings.0.reading"),
        ({"method": "guess", "readings": [{"station": "A", "drop": 1}]}, "method"),
    ],
)
def test_rows_that_cannot_be_are_named(change: dict[str, Any], field: str) -> None:
    with pytest.raises(DesignError) as refused:
        read_book({"method": "instrument", **change})
    assert field in [p.field for p in refused.value.problems]


def test_digging_in_takes_the_fall_from_the_high_side() -> None:
    plan = on(SLOPE)
    assert [(s.dig_mm, s.pack_mm) for s in plan.ground.stations] == [(0, 0), (0, 0), (120, 0), (120, 0)]
    # The walls stand on the ground or in it, and no gap is left; only what of the trench lies before the
    # front, 78.06 mm of its 200, falls by a tenth of that below them, and is rammed.
    assert plan.ground.base_l == pytest.approx((2400 + 2 * 78.0625) * 0.1 * 78.0625**2 / 2 / 1e6, rel=1e-3)
    assert max(side.gap_mm for side in plan.ground.sides) == 0
    assert plan.ground.wedge_l < 0
    assert plan.ground.spoil_l == pytest.approx(plan.ground.trench_l * 1.25)
    deeper = on(SLOPE, bury="50 mm", base="40 mm").ground
    assert [s.dig_mm for s in deeper.stations] == [90, 90, 210, 210]
    # By hand: the base fills 40 mm of a trench 200 mm wide, along walls of about 7.2 m.
    assert deeper.base_l == pytest.approx(0.04 * 0.2 * 7.2 * 1000, rel=0.05)


def test_every_school_meets_level_ground_alike() -> None:
    for school in ("dig_in", "build_up", "hang", "legs"):
        ground = on(dict.fromkeys(SLOPE, 35.0), school=school).ground
        assert ground.fall_mm == 0
        assert ground.target_mm == 35
        assert [ground.trench_l, ground.base_l, ground.wedge_l] == pytest.approx([0, 0, 0], abs=1e-6)


def test_a_gap_under_a_hung_course_is_told_with_what_would_wash_out() -> None:
    plan = on(SLOPE, school="hang")
    told = {w.code: w for w in plan.watch_outs}
    assert "120 mm" in told["propped-gap"].message
    assert plan.ground.backfill_l > 0
    assert "propped-gap" not in {w.code for w in on(SLOPE).watch_outs}


def test_posts_on_packed_ground_stand_shallower_and_are_told() -> None:
    plan = on(SLOPE, school="build_up")
    holes = {h.post: h for h in plan.setting_out.holes}
    flat = {h.post: h for h in open_plan(read_design(boards())).setting_out.holes}
    assert holes["front corner"].deep_mm < flat["front corner"].deep_mm - 100
    assert holes["back corner"].deep_mm == pytest.approx(flat["back corner"].deep_mm, abs=10)
    told = {w.code: w.message for w in plan.watch_outs}
    assert "front" in told["post-on-slope"]


def test_where_the_ground_rises_by_a_course_the_first_one_can_step() -> None:
    steep = {"front left": 0.0, "front right": 430.0, "back right": 430.0, "back left": 0.0}
    front = next(s for s in on(steep).ground.sides if s.side == "front")
    assert [(round(s.at_mm), s.courses) for s in front.steps] == [
        (round(2400 * 195 / 430), 1),
        (round(2400 * 390 / 430), 2),
    ]


def test_a_step_back_to_the_foot_of_the_first_course_is_none_to_tell() -> None:
    plan = on({"front left": 0.0, "front right": 430.0, "back right": 430.0, "back left": 0.0})
    back = next(s for s in plan.ground.sides if s.side == "back")
    assert [s.courses for s in back.steps] == [1, 0]
    told = [w.message for w in plan.watch_outs if w.code == "steps-wanted"]
    assert len(told) == 3
    assert not [t for t in told if "0 courses" in t]


def test_stations_that_are_nowhere_or_twice_are_named() -> None:
    for rows, field in [
        ([{"at": "front left", "height": 0}, {"at": "middle", "height": 0}], "ground.stations.1.at"),
        ([{"at": "front left", "height": 0}, {"at": "front left", "height": 9}], "ground.stations.1.at"),
    ]:
        with pytest.raises(DesignError) as refused:
            open_plan(read_design(boards(ground={"stations": rows})))[ASSEMBLY]
        assert [p.field for p in refused.value.problems] == [field]


def test_any_outline_has_places_to_read() -> None:
    ell = {"shape": "l", "length": "3 m", "width": "2.4 m", "front": "1 m", "left": "1 m"}
    bed = open_plan(read_design({**boards(), "outline": ell}))
    places = places_of(bed[ASSEMBLY])
    assert [n for n in places if n.startswith("corner")] == [f"corner {n}" for n in range(1, 7)]
    assert "side 1" in places
    # Nine pairs of corners of six are no sides.
    assert len(bed.setting_out.diagonals) == 9
    ring = {
        "schema": 1,
        "name": "Ring",
        "outline": {"shape": "circle"},
        "construction": {"kind": "ring", "sheet": "sheet-wave-18", "sheets": 5},
        "height": "600 mm",
        "ground": {"stations": [{"at": "front", "height": 0}, {"at": "back", "height": 60}]},
    }
    plan = open_plan(read_design(ring))
    assert plan.ground.fall_mm == 60
    assert plan.ground.wedge_l == pytest.approx(-plan[ASSEMBLY].inner.area * 30 / 1e6, rel=0.05)
    assert plan.setting_out.radius_mm is not None
    assert plan.setting_out.diagonals == []


def racked(seed: int, noise: float) -> tuple[list[tuple[float, float]], list[float]]:
    dice = random.Random(seed)
    a = dice.uniform(1200, 3000)
    # In a long narrow bed the short sides hardly change the diagonals: nothing tells them apart there.
    b = a * dice.uniform(0.4, 1.0)
    box = [(0, 0), (a, 0), (a, b), (0, b)]
    points = [(x + dice.uniform(-40, 40), y + dice.uniform(-40, 40)) for x, y in box]
    taped = [hypot(points[j][0] - points[i][0], points[j][1] - points[i][1]) for i, j in ENDS]
    return points, [t + dice.gauss(0, noise) for t in taped]


def tape_of(taped: list[float], **again: float) -> dict[str, Any]:
    names = {"first_diagonal": "first diagonal", "second_diagonal": "second diagonal"}
    return {
        "sides": taped[:4],
        "diagonals": taped[4:],
        "noise": "0.3 mm",
        "again": {names.get(k, k): v for k, v in again.items()},
    }


@given(st.integers(0, 100_000))
def test_angles_of_random_corners_are_recovered_through_noise(seed: int) -> None:
    points, taped = racked(seed, 0.3)
    found = check_square(read_tape(tape_of(taped)))
    assert found.suspect is None
    for n, corner in enumerate(found.corners):
        u = [points[n - 1][k] - points[n][k] for k in (0, 1)]
        v = [points[(n + 1) % 4][k] - points[n][k] for k in (0, 1)]
        cosine = (u[0] * v[0] + u[1] * v[1]) / hypot(*u) / hypot(*v)
        assert corner.name == CORNERS[n]
        assert corner.angle_deg == pytest.approx(degrees(acos(cosine)), abs=0.25)


@given(st.integers(0, 100_000), st.integers(0, 5), st.sampled_from([-60.0, -35.0, 35.0, 60.0]))
def test_a_misread_tape_is_told_and_named_once_it_is_taken_again(seed: int, which: int, slip: float) -> None:
    _, taped = racked(seed, 0.3)
    wrong = [*taped]
    wrong[which] += slip
    found = check_square(read_tape(tape_of(wrong)))
    assert found.suspect is not None
    assert found.move is None
    off = dict(zip(found.suspect.which, found.suspect.off_mm, strict=True))
    assert off[MEASURES[which]] == pytest.approx(slip, abs=6)
    again = {MEASURES[which].replace(" ", "_"): taped[which]}
    settled = check_square(read_tape(tape_of(wrong, **again)))
    assert settled.suspect is not None
    assert settled.suspect.which == [MEASURES[which]]
    assert settled.suspect.off_mm == pytest.approx([slip], abs=0.01)
    other = MEASURES[(which + 1) % 6]
    still = check_square(read_tape(tape_of(wrong, **{other.replace(" ", "_"): wrong[(which + 1) % 6]})))
    assert still.suspect is not None
    assert other not in still.suspect.which


def test_a_square_bed_is_square_and_a_lone_corner_is_sent_home() -> None:
    square = [2400.0, 1200.0, 2400.0, 1200.0, 2683.282, 2683.282]
    assert check_square(read_tape(tape_of(square))).square
    points = [(0.0, 0.0), (2400.0, 0.0), (2400.0, 1150.0), (0.0, 1200.0)]
    taped = [hypot(points[j][0] - points[i][0], points[j][1] - points[i][1]) for i, j in ENDS]
    found = check_square(read_tape({**tape_of(taped), "wanted": {"length": 2400, "width": 1200}}))
    assert found.move is not None
    assert (found.move.corner, found.move.along) == ("back right", "right")
    # Away from the front right: the side is too short.
    assert found.move.by_mm == pytest.approx(-50, abs=0.5)


def test_a_diagonal_longer_than_two_sides_is_named() -> None:
    with pytest.raises(DesignError) as refused:
        read_tape({"sides": ["2.4 m", "1.2 m", "2.4 m", "1.2 m"], "diagonals": ["3.7 m", "2.7 m"]})
    [problem] = refused.value.problems
    assert (problem.field, problem.allowed) == ("diagonals.0", "between 1200 mm and 3600 mm")
    with pytest.raises(DesignError) as refused:
        read_tape({**tape_of([2400, 1200, 2400, 1200, 2683, 2683]), "again": {"middle": 5000}})
    assert [p.field for p in refused.value.problems] == ["again.middle"]


@given(square_cornered(), st.sampled_from(list(System)))
def test_no_profile_stands_in_the_bed(outline: dict[str, Any], built: System) -> None:
    """Where the string of a side runs on over the bed, past an inner corner, its profile stands beyond that,
    as far off as any.
    """
    boards = {"kind": "boards", "board": "larch-27x145", "post": "post-75x75"}
    made = open_plan(read_design(courses_of(2, outline=outline, construction=boards)))[ASSEMBLY]
    whole, off = made.outline.polygon, ground_limit("profile_off", built)
    for peg in set_out(made, built).pegs:
        if peg.kind == "profile":
            assert not whole.buffer(-1).contains(Point(peg.at))
            assert peg.off >= off - 1e-6


def test_pegs_diagonals_and_checks_of_a_rectangle() -> None:
    out = set_out(open_plan(read_design(boards()))[ASSEMBLY], System.METRIC)
    assert [d.length for d in out.diagonals] == pytest.approx([hypot(2400, 1200)] * 2)
    assert {(c.along, c.across, c.between) for c in out.checks} == {(1600, 1200, 2000), (1200, 1600, 2000)}
    beyond = [p for p in out.pegs if p.off]
    assert len(beyond) == 8
    front_left = [p.at for p in beyond if p.corner == "front left"]
    assert sorted(front_left) == [(-500, 0), (0, -500)]


@given(st.lists(st.integers(-12, 12), min_size=4, max_size=4))
def test_what_is_raised_by_what_it_is_told_is_level(heights: list[int]) -> None:
    places = dict(zip(CORNERS, [(0.0, 0.0), (2400.0, 0.0), (2400.0, 1200.0), (0.0, 1200.0)], strict=True))
    found = as_built(dict(zip(CORNERS, map(float, heights), strict=True)), places)
    assert found is not None
    assert len({round(h + s.by, 6) for h, s in zip(heights, found.stations, strict=True)}) == 1
    # 3 mm for every metre from the middle: 1.34 m to a corner.
    assert found.stations[0].may == pytest.approx(3 * hypot(1.2, 0.6))
    assert found.holds == all(abs(s.off) <= s.may for s in found.stations)


def test_a_tall_trellis_leans_by_what_the_course_does() -> None:
    """12 mm across 1.2 m are 10 mm in a metre: 18 mm at 1.8 m."""
    places = dict(zip(CORNERS, [(0.0, 0.0), (2400.0, 0.0), (2400.0, 1200.0), (0.0, 1200.0)], strict=True))
    found = as_built(dict(zip(CORNERS, [0.0, 0.0, 12.0, 12.0], strict=True)), places)
    assert found is not None
    assert found.lean == pytest.approx(10)
    assert found.off_at(1800) == pytest.approx(18)
    assert not found.holds
    assert as_built({"front left": 0.0}, places) is None


def test_the_gauge_is_an_off_cut_of_the_first_course() -> None:
    stations = [{"at": at, "height": h} for at, h in SLOPE.items()]
    long = {"length": "1.9 m", "width": "1.2 m"}
    plan = open_plan(read_design(boards(outline=long, ground={"stations": stations})))
    gauge = plan.gauge
    assert gauge is not None
    assert gauge.wide_mm == 195
    left = [s for s in plan.cutting.sticks if s.offcut_name and s.stock == "larch-45x195"]
    assert gauge.length_mm == min(s.offcut_mm for s in left if s.offcut_mm >= 200)
    assert open_plan(read_design(boards(outline=long))).gauge is None


def test_softwood_on_the_ground_itself_wants_a_base() -> None:
    stations = [{"at": at, "height": h} for at, h in SLOPE.items()]
    spruce = {"kind": "boards", "board": "spruce-2x8", "post": "post-4x4"}
    bare = open_plan(read_design(boards(construction=spruce, ground={"stations": stations})))
    assert "base-wanted" in {w.code for w in bare.watch_outs}
    bedded = {"stations": stations, "base": "50 mm"}
    on_stone = open_plan(read_design(boards(construction=spruce, ground=bedded)))
    assert "base-wanted" not in {w.code for w in on_stone.watch_outs}
    assert "base-wanted" not in {w.code for w in on(SLOPE).watch_outs}


def test_a_bed_that_was_not_levelled_has_no_ground() -> None:
    plan = open_plan(read_design(boards()))
    assert plan.ground is None
    assert plan.fill is not None
    assert (
        reduced(read_book({"method": "string", "readings": [{"station": "A", "drop": 5}]})).rows[0].line == 0
    )


def test_the_soil_on_a_slope_is_told_as_on_level_ground_and_the_wedge() -> None:
    """400 mm of a level bed, and what lies under it down to the ground."""
    flat = open_plan(read_design(boards())).inside.working["volume_l"]
    slope = on(SLOPE, school="build_up").inside.working["volume_l"]
    assert "more down to the ground" in slope.working
    assert slope.working.startswith(flat.working.split(" = ")[0])
    assert "level ground under the bed" not in slope.assumptions
    dug = on(SLOPE).inside.working["volume_l"]
    assert "ground that stands in it" in dug.working
    assert dug.amount < flat.amount < slope.amount


def test_concrete_follows_the_holes() -> None:
    """By hand: a hole 250 mm wide and 300 mm deep beside a post of 75 × 75 mm holds 13.0 L."""
    flat = open_plan(read_design(boards())).setting_out
    each = 3.14159265 / 4 * 0.25**2 - 0.075**2
    assert f"{6 * each * 0.3 * 1000:.0f} L" in flat.concrete.says
    [bought] = [c for c in open_plan(read_design(boards()))[TAKEOFF].counted if c.key == "concrete"]
    assert bought.count == flat.concrete.bags == ceil(6 * each * 300 / 12)
    # Dug in, the posts of the high side stand deeper: the list has the bags that its holes hold.
    slope = on(SLOPE)
    [more] = [c for c in slope[TAKEOFF].counted if c.key == "concrete"]
    deep = sum(h.deep_mm for h in slope.setting_out.holes) / 1000
    assert more.count == slope.setting_out.concrete.bags == ceil(each * deep * 1000 / 12)
    assert more.count > bought.count


def test_a_place_of_ones_own_shapes_the_ground_and_is_not_dug() -> None:
    """A hollow in the middle of the bed: a pyramid less of ground, and nothing to dig there."""
    corners = [{"at": at, "height": 0} for at in CORNERS]
    hollow = {"at": "the hollow", "height": "-120 mm", "place": ["1.2 m", "0.6 m"]}
    plan = open_plan(read_design(boards(ground={"stations": [*corners, hollow]})))
    assert plan.ground.target_mm == 0
    assert plan.ground.fall_mm == 0
    [own] = [s for s in plan.ground.stations if s.name == "the hollow"]
    assert (own.carries, own.dig_mm, own.pack_mm, own.says) == (False, 0, 0, "no wall here")
    # A third of base times height, the base being the bed's box; the walls stand on its thin edge.
    outside = 2400 * 1200 * 120 / 3 / 1e6
    assert outside * 0.9 < plan.ground.wedge_l < outside
    assert {(s.x_mm, s.y_mm) for s in plan.ground.stations} >= {(1200, 600), (0, 0)}
    # Under a wall it is one more station.
    under = {"at": "the root", "height": "80 mm", "place": ["600 mm", "20 mm"]}
    plan = open_plan(read_design(boards(ground={"stations": [*corners, under], "school": "build_up"})))
    assert plan.ground.target_mm == 80
    assert [s.says for s in plan.ground.stations if s.name == "the root"] == ["as it is"]


@pytest.mark.parametrize(
    ("station", "field"),
    [
        ({"at": "somewhere", "height": 0}, "ground.stations.1.at"),
        ({"at": "front right", "height": 0, "place": [0, "1 m"]}, "ground.stations.1.place"),
        ({"at": "mine", "height": 0, "place": [0, "10 mm"]}, "ground.stations.1.place"),
        ({"at": "mine", "height": 0, "place": ["60 m", 0]}, "ground.stations.1.place.0"),
    ],
)
def test_a_place_of_ones_own_that_cannot_be_is_named(station: dict[str, Any], field: str) -> None:
    stations = [{"at": "front left", "height": 0}, station]
    with pytest.raises(DesignError) as refused:
        open_plan(read_design(boards(ground={"stations": stations})))[ASSEMBLY]
    assert [p.field for p in refused.value.problems] == [field]


def test_a_book_places_its_own_stations() -> None:
    rows = [
        {"station": n, "drop": d}
        for n, d in zip([*CORNERS, "hollow"], [100, 100, 100, 100, 180], strict=True)
    ]
    book = {"method": "string", "readings": rows, "places": {"hollow": ["1.2 m", "600 mm"]}, "bed": boards()}
    answer = answer_book(read_book(book))
    assert answer.ground is not None
    assert answer.ground.wedge_l > 0
    assert {s.name for s in answer.ground.stations} == {*CORNERS, "hollow"}


def test_the_section_and_the_elevations_stand_on_the_ground_as_it_is() -> None:
    """Built up over a fall of 120 mm from back to front: soil reaches down to the line that is drawn."""
    plan = on(SLOPE, school="build_up")
    view = plan.drawings.section
    (x0, z0), *_, (x1, z1) = view.ground_line
    assert (x0, x1) == (0, 1200)
    assert abs(z1 - z0) == pytest.approx(120)
    assert max(z0, z1) == pytest.approx(0)
    lowest = min(y for s in view.shapes if s.kind == "layer" for _, y in s.points)
    thick = plan[ASSEMBLY].wall_thickness
    assert lowest == pytest.approx(-120 * (1 - thick / 1200), abs=0.1)
    left = next(v for v in plan.drawings.elevations if v.name == "left")
    assert sorted(z for _, z in left.ground_line) == pytest.approx(sorted((z0, z1)))
    assert open_plan(read_design(boards())).drawings.section.ground_line == []
    # Dug in, the ground stands in the bed: there is no soil under it.
    dug = on(SLOPE).drawings.section
    high = max(dug.ground_line, key=lambda p: p[1])
    near = [y for s in dug.shapes if s.kind == "layer" for x, y in s.points if abs(x - high[0]) < 100]
    assert min(near) > 100


@given(st.lists(st.integers(-90, 90), min_size=4, max_size=4), st.floats(0.05, 0.95), st.floats(0.05, 0.95))
def test_a_profile_is_the_ground_along_its_line(heights: list[int], a: float, b: float) -> None:
    """Between its marks the ground is straight, wherever it is asked."""
    stations = [{"at": at, "height": h} for at, h in zip(CORNERS, heights, strict=True)]
    ground = open_plan(read_design(boards(ground={"stations": stations})))[ASSEMBLY].ground
    assert ground is not None
    start, end = (2400 * a, 0.0), (2400 * b, 1200.0)
    line = ground.profile(start, end)
    along, heights_along = [p[0] for p in line], [p[1] for p in line]
    assert line[-1][0] == pytest.approx(hypot(end[0] - start[0], 1200))
    for n in range(21):
        far = line[-1][0] * n / 20
        here = (start[0] + (end[0] - start[0]) * n / 20, 1200 * n / 20)
        assert np.interp(far, along, heights_along) == pytest.approx(ground.height_at(here), abs=1e-3)


BY_DEPTH = [{"material": "logs", "depth": "150 mm"}, {"material": "garden-soil", "depth": "240 mm"}]


@pytest.mark.parametrize("school", ["dig_in", "build_up"])
def test_layers_by_depth_lie_level_as_designed_and_the_lowest_goes_to_the_ground(school: str) -> None:
    flat = open_plan(read_design(boards(fill={"layers": BY_DEPTH, "gap": 0})))
    slope = on(SLOPE, school=school, fill={"layers": BY_DEPTH, "gap": 0})
    laid: list[FilledLayer] = slope[LAYERS]
    flat_laid: list[FilledLayer] = flat[LAYERS]
    for a, b in zip(flat_laid, laid, strict=True):
        assert (a.base, a.top) == (b.base, b.top)
    assert slope[LAYERS][1].settled == pytest.approx(flat[LAYERS][1].settled, rel=1e-9)
    low, level = slope[LAYERS][0], flat[LAYERS][0]
    # Built up, what is packed within the walls, 76.94 mm of a trench of 200, is no soil.
    packed = (2310 * 1110 - (2310 - 2 * 76.9375) * (1110 - 2 * 76.9375)) * 60 / 1e6
    wedge = slope.ground.wedge_l - (packed if school == "build_up" else 0)
    assert low.settled - level.settled == pytest.approx(wedge, rel=1e-6 if school == "build_up" else 0.05)
    assert (low.settled > level.settled) == (school == "build_up")
    assert low.to_ground
    assert not level.to_ground


def test_a_layer_that_ground_stands_over_holds_nothing() -> None:
    thin = [{"material": "gravel", "depth": "20 mm"}, {"material": "garden-soil", "share": 100}]
    plan = on(SLOPE, bury="50 mm", fill={"layers": thin})
    assert plan[LAYERS][0].settled == 0
    assert plan[LAYERS][1].settled > 500


def test_the_litres_of_twisted_ground_are_told_with_how_far_they_may_be_out() -> None:
    """By hand: half of what lies between the two diagonals of the corners is area × twist / 12."""
    twisted = dict(zip(CORNERS, (95.0, 220.0, 84.0, 101.0), strict=True))
    plan = on(twisted, school="build_up")
    outer, inner = plan[ASSEMBLY].outline, plan[ASSEMBLY].inner
    whole = outer.area * (95 + 84 - 220 - 101) / 12 / 1e6
    assert 0.75 * abs(whole) < plan.ground.wedge_within_l < abs(whole)
    mean = (95 + 220 + 84 + 101) / 4
    assert plan.ground.wedge_l == pytest.approx((220 - mean) * inner.area / 1e6, rel=1e-6)
    assert [w.code for w in plan.watch_outs if w.stage == "level"].count("ground-twisted") == 1
    # Once the middle is read, nothing is open any more.
    middle = {"at": "middle", "height": 300.0, "place": [outer.points[1][0] / 2, outer.points[2][1] / 2]}
    stations = [*({"at": at, "height": h} for at, h in twisted.items()), middle]
    known = open_plan(read_design(boards(ground={"stations": stations, "school": "build_up"})))
    assert known.ground.wedge_within_l == pytest.approx(0, abs=1e-6)
    assert not [w for w in known.watch_outs if w.code == "ground-twisted"]


def test_on_a_plane_the_litres_are_sure_whichever_way_it_falls() -> None:
    """By hand: the inner outline times the mean height under the first course."""
    told = []
    for heights in ((120, 120, 0, 0), (0, 0, 120, 120), (0, 120, 120, 0), (120, 0, 0, 120)):
        plan = on(dict(zip(CORNERS, map(float, heights), strict=True)), school="build_up")
        assert plan.ground.wedge_l == pytest.approx(plan[ASSEMBLY].inner.area * 60 / 1e6, rel=1e-9)
        assert plan.ground.wedge_within_l == pytest.approx(0, abs=1e-6)
        told.append(plan.inside.volume_l)
    assert max(told) - min(told) < 1e-6


def test_a_corner_that_nobody_read_is_propped_where_the_ground_falls_on_to_it() -> None:
    """A plane that rises by 200 mm along the bed and by 200 mm across it, read in the middle of its sides."""
    read = {"front": 100.0, "right": 300.0, "back": 300.0, "left": 100.0}
    plan = on(read, school="dig_in")
    lowest = min(z for s in plan.ground.sides for _, z in s.points)
    gap = max(s.gap_mm for s in plan.ground.sides)
    assert gap == pytest.approx(-lowest)
    assert gap == pytest.approx(100)
    [found] = [w for w in plan.watch_outs if w.code == "propped-gap"]
    assert "nobody read it" in found.message
    assert "nothing is propped" not in plan.ground.says
    assert "nothing is propped" in on(SLOPE, school="dig_in").ground.says


def test_holes_that_meet_are_one() -> None:
    """Two circles of 250 mm, 102 mm apart, share 2r² acos(d/2r) − d/2 √(4r² − d²) = 24,263 mm²."""
    r, d = 125.0, 102.0
    shared = 2 * r**2 * acos(d / (2 * r)) - d / 2 * sqrt(4 * r**2 - d**2)
    [(both, area)] = together([(0, 0), (d, 0)], 2 * r)
    assert both == [0, 1]
    assert area == pytest.approx(2 * pi * r**2 - shared, rel=1e-3)
    apart = together([(0, 0), (251, 0)], 2 * r)
    assert [covered for _, covered in apart] == pytest.approx([pi * r**2] * 2, rel=1e-6)


def test_a_hexagon_pours_no_concrete_twice() -> None:
    """Posts outside stand in twos at each corner, near each other in holes of 250 mm: six holes."""
    hexagon = {"shape": "regular", "sides": 6, "side": "700 mm"}
    boards = {"kind": "boards", "board": "larch-27x145", "post": "post-75x75", "posts": "outside"}
    plan = plan_document(courses_of(2, outline=hexagon, construction=boards))
    [poured] = [b for b in plan["buying"] if b["item"] == "concrete"]
    assert "6 holes where they meet" in poured["working"]["cost"]["working"]
    assert poured["count"] < ceil(12 * (pi / 4 * 250**2 - 75**2) * 300 / 12e6)
    poured_here = plan["setting_out"]["concrete"]
    assert poured_here["litres"] < 12 * (pi / 4 * 250**2 - 75**2) * 300 / 1e6
    assert poured["count"] == ceil(poured_here["litres"] / 12 - 1e-9) == poured_here["bags"]


@pytest.mark.parametrize(
    ("kind", "first"),
    [
        ("boards", "Lay the first course, level it"),
        ("staves", "Stand the panels on their lines"),
        ("framed_sheet", "Stand the frames on their lines"),
        ("ring", "Set the ring on its circle"),
        ("trough", "Set its blocks level with each other"),
        ("tote", "Level its ground"),
    ],
)
def test_what_is_stood_first_is_what_it_is_made_as(kind: str, first: str) -> None:
    plan = plan_document(starting_design(kind, System.METRIC).document())
    words = [row["words"] for row in plan["setting_out"]["order"]]
    assert sum(line.startswith(first) for line in words) == 1
    assert ("course" in " ".join(words)) == (kind == "boards")


def test_posts_that_stand_in_no_hole_are_stood_too() -> None:
    data = {**starting_design("boards", System.METRIC).document(), "site": {"stands_on": "paving"}}
    words = [row["words"] for row in plan_document(data)["setting_out"]["order"]]
    assert words[-1].startswith("Stand the posts")
    assert not any("hole" in line for line in words)


def test_a_course_that_hangs_on_posts_comes_after_them() -> None:
    """Nothing is hung on concrete that is still wet; on the ground the first course comes first."""
    order = [row["words"] for row in on(SLOPE, school="hang").document()["setting_out"]["order"]]
    at = {
        word: next(n for n, line in enumerate(order) if word in line)
        for word in ("stand", "concrete", "Screw")
    }
    assert at["stand"] < at["concrete"] < at["Screw"]
    assert not any(line.startswith("Lay the first course") for line in order)
    dug = [row["words"] for row in on(SLOPE, school="dig_in").document()["setting_out"]["order"]]
    assert [line.startswith("Lay the first course") for line in dug].index(True) < len(dug) - 2
