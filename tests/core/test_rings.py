"""Rings of corrugated sheet: girth and diameter, seams, flat spots, cap, roundness."""

from math import cos, pi, radians, tan
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import Point, Polygon

import sample
from acrebox.core.construction import assemble
from acrebox.core.construction.ring_shape import flat_spot, stands_as
from acrebox.core.design import read_design
from acrebox.core.errors import DesignError
from acrebox.core.fits import fits
from acrebox.core.measure.systems import System
from acrebox.core.plan import Plan
from acrebox.core.stock import catalogue
from acrebox.core.strength.hoop import screw_takes
from strategies import ring_designs


def ring(outline: dict[str, Any] | None = None, **construction: Any) -> dict[str, Any]:
    """A ring 600 mm high of sheets that cover 760 mm."""
    return {
        "schema": 1,
        "name": "Ring",
        "outline": outline or {"shape": "circle"},
        "height": "600 mm",
        "construction": {"kind": "ring", "sheet": "sheet-wave-18", **construction},
    }


def across(diameter: str, **more: Any) -> dict[str, Any]:
    return ring({"shape": "circle", "diameter": diameter}, **more)


def planned(document: dict[str, Any]) -> Plan:
    return sample.planned(document, "totals", "ground")


def refused(document: dict[str, Any]) -> tuple[str, str, str]:
    with pytest.raises(DesignError) as caught:
        planned(document)
    [problem] = caught.value.problems
    return problem.field, problem.value, problem.allowed


def codes(plan: Plan) -> dict[str, str]:
    return {w.code: w.level for w in plan.watch_outs}


@pytest.mark.parametrize(("sheets", "diameter"), [(6, 1490), (7, 1738)])
def test_sheets_of_780_mm_cover_make_the_diameters_that_everybody_knows(sheets: int, diameter: int) -> None:
    """Common practice."""
    facts = planned(ring(sheets=sheets, sheet_measured={"cover": "780 mm"})).facts
    assert facts["diameter"].amount == pytest.approx(diameter, abs=0.5)
    assert facts["sheets"].amount == sheets


@given(ring_designs())
def test_the_girth_closes_and_every_sheet_is_one_piece_of_its_height(document: dict[str, Any]) -> None:
    plan = planned(document)
    bed = assemble(read_design(document), catalogue())
    sheets = [p for p in bed.parts if p.role.name == "ring sheet"]
    facts = plan.facts
    assert len(sheets) == facts["sheets"].amount
    [cut] = [c for c in plan.cuts if c.role == "ring sheet"]
    assert cut.count == len(sheets)
    assert cut.length_mm == pytest.approx(float(document["height"].split()[0]))
    # Each begins where the one before it ends, the last where the first begins.
    ends = [p.body.seen_from_above[0].polygon for p in sheets]
    for one, other in zip(ends, [*ends[1:], ends[0]], strict=True):
        assert one.distance(other) < 1e-3
    # What the outline holds is steel, soil, or the hollows outside the wave.
    assert bed.compartments[0].inside.volume < bed.soil_face.area * bed.wall_top * 1.005
    assert bed.soil_face.area < bed.outline.area


@given(st.integers(900, 2400))
def test_a_diameter_gets_the_nearest_that_sheets_make_and_both_neighbours(diameter: int) -> None:
    facts = planned(across(f"{diameter} mm")).facts
    low, made, high = (facts[name].amount for name in ("smaller", "diameter", "larger"))
    assert low <= diameter <= high
    assert made in (pytest.approx(low), pytest.approx(high))
    assert abs(made - diameter) == pytest.approx(min(diameter - low, high - diameter), abs=1e-6)


def test_a_diameter_outside_or_inside_is_that_of_the_ridges() -> None:
    """Of a wave of 18 mm, 9 mm lie on either side of its middle."""
    for measured, asked in (("middle", 1209.6), ("outside", 1227.6), ("inside", 1191.6)):
        facts = planned(ring({"shape": "circle", "diameter": f"{asked} mm", "measured": measured})).facts
        assert facts["sheets"].amount == 5
        assert facts["diameter"].amount == pytest.approx(1209.58, abs=0.01)
    assert planned(across("1209.6 mm")).outside.length_mm == pytest.approx(1209.58 + 18, abs=0.1)


def test_fewer_than_three_sheets_a_lap_wider_than_the_sheet_and_both_sizes_are_named() -> None:
    assert refused(ring(sheets=2))[:2] == ("construction.sheets", "2")
    assert refused(ring(sheets=5, lap="900 mm"))[:2] == ("construction.lap", "900 mm")
    assert refused(ring(sheets=5, sheet_measured={"cover": "900 mm"}, lap="60 mm"))[0] == "construction.lap"
    wide = {"cover": "840 mm", "width": "836 mm"}
    assert refused(ring(sheets=5, sheet_measured=wide))[:2] == ("construction.sheet_measured.cover", "840 mm")
    assert refused(across("1 m", sheets=5))[0] == "construction.sheets"
    assert refused(ring())[0] == "outline.diameter"
    assert refused(across("300 mm"))[:2] == ("outline.diameter", "300 mm")
    assert refused({**ring(sheets=5), "add_ons": {"cap": {"board": "2x6"}}})[0] == "add_ons.cap"
    assert refused(ring(sheets=5, bury="550 mm"))[:2] == ("construction.bury", "550 mm")
    square = {"shape": "rectangle", "length": "2 m", "width": "1 m"}
    assert refused(ring(square, sheets=5))[0] == "outline.shape"


def test_an_oval_bulges_unless_rods_tie_it() -> None:
    oval = {"shape": "oval", "length": "2.2 m", "width": "1 m"}
    assert refused(ring(oval))[0] == "outline.shape"
    plan = planned(ring(oval, ties={}))
    # (8 × 760 − π × 1000) ÷ 2 + 1000, in the middle of the wave; 7 sheets come to 2089.
    assert plan.facts["sheets"].amount == 7
    assert plan.outside.length_mm - 18 == pytest.approx((7 * 760 - pi * 1000) / 2 + 1000)
    straight = plan.outside.length_mm - plan.outside.width_mm
    assert plan.facts["tie_rods"].amount == 2 * -(-straight // 600)
    assert codes(plan)["ring-oval"] == "note"
    assert [t.what for t in plan.strength.ties] == ["tie rod"]


def test_three_sheets_make_a_rounded_triangle_and_more_come_near_a_circle() -> None:
    """The lap and a wave on either side stay flat, the rest bends: a polygon of flats with round corners."""
    flat = flat_spot(760, 76, 76)
    assert flat == 228
    shares = []
    for count in range(3, 9):
        bend, low, high = stands_as(count, 760, flat)
        assert 2 * pi * bend + count * flat == pytest.approx(count * 760)
        assert high - low == pytest.approx(flat / 2 * tan(pi / count / 2))
        shares.append((high - low) / (count * 760 / pi / 2))
    assert shares == sorted(shares, reverse=True)
    assert shares[0] > 0.15
    assert shares[2] < 0.07
    assert "rounded triangle" in next(
        w.message for w in planned(ring(sheets=3)).watch_outs if w.code == "ring-flat"
    )
    assert "ring-flat" not in codes(planned(ring(sheets=5)))
    [guide] = [s for s in planned(ring(sheets=3)).drawings.plan.shapes if s.kind == "guide"]
    line = Polygon(guide.points).exterior
    middle = Point(371.9, 371.9)
    _, low, high = stands_as(3, 760, flat)
    assert middle.distance(line) == pytest.approx(low, abs=0.5)
    assert max(middle.distance(Point(p)) for p in guide.points) == pytest.approx(high, abs=0.5)


def test_more_than_seven_sheets_are_advised_against() -> None:
    assert "ring-wide" not in codes(planned(ring(sheets=7)))
    assert codes(planned(ring(sheets=8)))["ring-wide"] == "fix"
    assert codes(planned(ring(sheets=8)))["reach"] == "fix"
    assert "reach" not in codes(planned(ring(sheets=7)))


def test_the_tension_is_the_push_times_the_radius_and_a_seam_has_screws_for_it() -> None:
    """By hand: 575 mm of soil of 13 kN/m³ at 30°: 13 × 0.575 ÷ 3 = 2.492 kPa; × 0.6048 m = 1507 N/m. The seam
    takes half of that over 575 mm: 433 N.
    """
    loads = {"loads": {"unit_weight": "13 kN/m3"}}
    plan = planned({**ring(sheets=5), **loads})
    [hoop] = plan.strength.hoops
    assert plan.facts["hoop_tension"].amount == pytest.approx(13 / 3 * 0.575 * 760 * 5 / pi / 2, rel=1e-6)
    assert hoop.seam_n == pytest.approx(13 / 3 * 0.575**2 / 2 * 760 * 5 / pi / 2, rel=1e-6)
    assert plan.facts["seam_screws"].amount == 4
    [seam] = [f for f in plan.fixings if f.joint == "sheet seam"]
    assert (seam.joints, seam.count, seam.trouble) == (5, 20, None)
    # Three times the push wants more screws than spacing alone.
    heavy = planned(
        {**ring(sheets=7), "height": "900 mm", "loads": {"unit_weight": "20 kN/m3", "school": "at_rest"}}
    )
    assert heavy.facts["seam_screws"].amount > 5
    assert heavy.strength.hoops[0].lowest_n <= heavy.strength.hoops[0].takes_n


def test_points_of_seam_screws_end_in_the_hollow_of_the_wave() -> None:
    for system, start in (("metric", "sheet-wave-18"), ("imperial", "sheet-wave-half")):
        document = ring(sheets=5, sheet=start) | {"units": system}
        [seam] = [f for f in planned(document).fixings if f.joint == "sheet seam"]
        depth = {"metric": 18.0, "imperial": 12.7}[system]
        assert seam.trouble is None
        assert seam.length_mm < depth + 0.5
        assert seam.bite_mm >= 5


def test_a_screw_tilts_out_of_thin_sheet_by_the_published_formula() -> None:
    """AISI S100 (from memory): 4.2·√(t³·d)·Fu / 3; 0.5 mm sheet, 6.3 mm screw, 310 MPa: 385 N."""
    assert screw_takes(0.5, 6.3) == pytest.approx(4.2 * (0.125 * 6.3) ** 0.5 * 310 / 3)
    assert screw_takes(0.5, 6.3) == pytest.approx(385, abs=1)


@pytest.mark.parametrize(("over", "boards"), [("outside", 0), ("centre", 1), ("inside", 2)])
@pytest.mark.parametrize("sides", [4, 6, 8, 12])
def test_a_cap_is_a_polygon_round_the_sheets_circle(over: str, boards: int, sides: int) -> None:
    """Closed form: side = D·tan(180°/N), mitre = 180°/N; across flats D and so many boards of 145 mm."""
    document = ring(sheets=6, cap={"sides": sides, "over": over, "board": "larch-27x145"})
    plan = planned(document)
    flats = 6 * 760 / pi + boards * 145
    assert plan.facts["cap_side"].amount == pytest.approx(flats * tan(radians(180 / sides)))
    assert plan.facts["cap_short_side"].amount == pytest.approx((flats - 290) * tan(radians(180 / sides)))
    assert plan.facts["cap_mitre"].amount == pytest.approx(180 / sides)
    [cut] = [c for c in plan.cuts if c.role == "cap board"]
    assert cut.count == sides
    assert cut.long_point_mm == pytest.approx(plan.facts["cap_side"].amount, abs=0.01)
    assert cut.short_point_mm == pytest.approx(plan.facts["cap_short_side"].amount, abs=0.01)
    assert f"{180 / sides:.4g}° mitre at both ends" in cut.ends


def test_a_cap_lies_loose_or_on_brackets() -> None:
    loose, fixed = (planned(ring(sheets=6, cap={"sides": 8, "held": held})) for held in ("loose", "fixed"))
    assert "angle-bracket" not in {b.item for b in loose.buying}
    assert next(b.count for b in fixed.buying if b.item == "angle-bracket") == 8
    screws = {f.joint: f for f in fixed.fixings}
    assert screws["bracket to sheet"].count == screws["bracket to cap"].count == 8 * 2
    assert 3 < screws["bracket to cap"].length_mm < 3 + 27
    assert loose.facts["cap_weight"].amount > 5
    assert refused(
        ring(sheets=3, sheet="sheet-wave-half", cap={"sides": 24, "over": "outside", "board": "spruce-2x12"})
    )[0] == ("construction.cap.sides")


def test_several_rings_come_out_of_one_sheet() -> None:
    """2.5 m gives four heights of 600 mm with three cuts of 3 mm between; 2 m gives three."""
    facts = planned(ring(sheets=5)).facts
    assert facts["rings_a_sheet"].amount == 4
    assert "2000 mm gives 3" in facts["rings_a_sheet"].working
    assert sum(b.count for b in planned(ring(sheets=5)).buying if b.unit == "sheet") == 2


def test_the_edge_is_guarded_along_its_waves() -> None:
    """A sine of 18 mm in 76 is 1.127 times as long as it is wide."""
    facts = planned(ring(sheets=5)).facts
    assert facts["edge_guard"].amount / 3800 == pytest.approx(1.127, abs=0.002)
    assert "raw-sheet-edge" not in codes(planned(ring(sheets=5)))
    assert codes(planned(ring(sheets=5, guard="none")))["raw-sheet-edge"] == "fix"
    assert "raw-sheet-edge" not in codes(planned(ring(sheets=5, guard="none", cap={"sides": 8})))


def test_what_is_buried_is_cut_but_stands_in_the_ground() -> None:
    deep = planned(ring(sheets=5, bury="150 mm"))
    assert deep.outside.height_mm == 450
    assert [c.length_mm for c in deep.cuts if c.role == "ring sheet"] == [600]
    assert deep.inside.volume_l == pytest.approx(
        planned(ring(sheets=5)).inside.volume_l * (450 - 25) / (600 - 25)
    )


def measured(*rows: tuple[float, float]) -> list[dict[str, Any]]:
    return [{"bearing": bearing, "across": f"{mm} mm"} for bearing, mm in rows]


@given(st.floats(5, 60), st.floats(0, 179))
def test_roundness_finds_the_long_way_and_how_far_to_push(swing: float, longest: float) -> None:
    """Diameters of a ring that is out by a known amount at a known bearing."""
    rows = [(b, 1191.6 + swing * cos(radians(2 * (b - longest)))) for b in (0, 30, 75, 110, 160)]
    plan = planned(ring(sheets=5, measured_across=measured(*rows)))
    found = plan.facts["measured_out_of_round"]
    assert found.amount == pytest.approx(2 * swing, abs=1e-4)
    either = {round(longest - 0.01) % 180, round(longest + 0.01) % 180}
    assert any(f"longest at {bearing}°" in found.working for bearing in either)
    assert codes(plan)["out-of-round"] == ("fix" if 2 * swing > 0.03 * 1209.58 else "note")


def test_two_bearings_do_not_tell_and_a_misread_one_is_named() -> None:
    few = planned(ring(sheets=5, measured_across=measured((0, 1200), (90, 1180))))
    assert "measured_out_of_round" not in few.facts
    rows = measured((0, 1190), (36, 1190), (72, 1290), (108, 1190), (144, 1190))
    assert (
        "the one at 72° disagrees"
        in planned(ring(sheets=5, measured_across=rows)).facts["measured_out_of_round"].working
    )


def test_a_hair_less_of_a_diameter_saves_a_sheet() -> None:
    """Halfway between 5 sheets (1209.6) and 6 (1451.5) lies 1330.5: asked a hair more, six are nearest."""
    assert planned(across("1332 mm")).facts["sheets"].amount == 6
    [fit] = [f for f in fits(read_design(across("1332 mm"))) if f.field == "outline.diameter"]
    assert fit.to == "1330 mm"
    assert fit.saves.cost > 0
    assert planned(across(fit.to)).facts["sheets"].amount == 5


def test_old_sheet_and_faces_are_told() -> None:
    plan = planned(ring(sheets=5, stock="reclaimed", outward="dark"))
    assert codes(plan)["old-sheet"] == "note"
    assert "warms the soil" in next(n.words for n in plan.notes if n.name == "face")


def test_a_ring_in_feet_is_told_in_feet() -> None:
    document = ring({"shape": "circle", "diameter": "5 ft"}, sheet="sheet-wave-half") | {"height": "2 ft"}
    plan = planned(document)
    assert plan.units is System.IMPERIAL
    assert "mm" not in " ".join(f.working for f in plan.facts.values())


def test_the_next_ovals_are_a_sheet_shorter_and_longer() -> None:
    """By hand: 1 m wide through the wave, seven sheets of 780 mm make two half circles, π m together, and two
    straight sides of (5460 − 3142) / 2 = 1159 mm: 2159 mm long; nine 2939 mm.
    """
    oval = {"shape": "oval", "length": "2.2 m", "width": "1 m", "measured": "middle"}
    facts = planned(ring(oval, sheet_measured={"cover": "780 mm"}, ties={}, sheets=8)).facts
    assert (facts["smaller"].amount, facts["larger"].amount) == pytest.approx((2159.2, 2939.2), abs=0.1)
