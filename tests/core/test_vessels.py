"""Troughs, halves of tanks and of drums: sizes, supports, weights, what is known of them."""

from typing import Any

import pytest
from hypothesis import assume, given

import sample
from acrebox.core.assembly import WholePiece
from acrebox.core.choosing import change_construction, other_half, starting_design
from acrebox.core.construction import assemble, registered
from acrebox.core.design import read_design
from acrebox.core.errors import DesignError
from acrebox.core.measure.systems import System
from acrebox.core.plan import ASSEMBLY, Plan, open_plan, plan_bed
from acrebox.core.stock import catalogue
from strategies import half_designs, trough_designs

OVAL = {"shape": "oval", "length": "1.2 m", "width": "600 mm"}
BOX = {"shape": "rectangle", "length": "1.2 m", "width": "1 m"}


def vessel(construction: dict[str, Any], outline: dict[str, Any] = OVAL, **rest: Any) -> dict[str, Any]:
    return {"schema": 1, "name": "Vessel", "outline": outline, "construction": construction, **rest}


def trough(outline: dict[str, Any] = OVAL, height: str | None = "600 mm", **more: Any) -> dict[str, Any]:
    rest = {"height": height} if height else {}
    return vessel({"kind": "trough", **more}, outline, **rest)


def tote(**more: Any) -> dict[str, Any]:
    return vessel({"kind": "tote", "history": "food", **more}, BOX)


def drum(**more: Any) -> dict[str, Any]:
    return vessel({"kind": "drum", "history": "food", **more}, {"shape": "circle"})


def planned(document: dict[str, Any]) -> Plan:
    return sample.planned(document, "totals", "ground")


def codes(plan: Plan) -> dict[str, str]:
    return {w.code: w.level for w in plan.watch_outs}


def refused(document: dict[str, Any]) -> str:
    with pytest.raises(DesignError) as caught:
        planned(document)
    [problem] = caught.value.problems
    return problem.field


@given(trough_designs())
def test_a_trough_holds_what_its_rim_and_base_enclose(document: dict[str, Any]) -> None:
    try:
        plan, bed = planned(document), assemble(read_design(document), catalogue())
    except DesignError as fault:
        # A floor of a hand and a half has no room for its drain.
        assume({p.field for p in fault.problems}.isdisjoint({"drainage.kind", "drainage.diameter"}))
        raise
    assert plan.facts["capacity"].amount == pytest.approx(bed.cavity.litres_to(bed.cavity.top))
    assert plan.inside.volume_l < plan.facts["capacity"].amount
    on_blocks = document["site"]["stands_on"] == "blocks"
    assert (plan.facts["footing_blocks"].amount > 0) == on_blocks
    if on_blocks:
        area = plan.facts["footprint"].amount
        assert area == pytest.approx(plan.facts["footing_blocks"].amount * 0.2**2)
        load = plan.facts["weight_full"].amount * 9.80665 / area / 1000
        assert plan.facts["footprint_pressure"].amount == pytest.approx(load)


@given(half_designs())
def test_halves_hold_what_is_filled_into_them(document: dict[str, Any]) -> None:
    plan, bed = planned(document), assemble(read_design(document), catalogue())
    assert plan.facts["capacity"].amount == pytest.approx(bed.cavity.litres_to(bed.cavity.top))
    assert plan.facts["tanks"].amount == (0.5 if document["construction"]["halves"] == "both" else 1)


def test_inside_sizes_are_inside_sizes_unless_outside_is_said() -> None:
    said, outside = trough(), trough({**OVAL, "measured": "outside"})
    assert planned(said).inside.length_mm == pytest.approx(1200)
    assert planned(outside).inside.length_mm == pytest.approx(1200 - 1.6)
    assert read_design(said).outline.measured == "inside"


def test_a_trough_by_hand_on_its_blocks() -> None:
    """1.2 × 0.6 m oval, 0.6 m deep: (π · 0.3² + 0.6 · 0.6) · 600 = 385.6 L. Blocks no more than 600 mm apart
    under it: three along, two across; each carries a sixth.
    """
    plan = planned({**trough(), "site": {"stands_on": "blocks"}})
    assert plan.facts["capacity"].amount == pytest.approx(385.646, abs=0.001)
    assert plan.facts["footing_blocks"].amount == 6
    assert plan.facts["support_load"].amount == pytest.approx(plan.facts["weight_full"].amount / 6)
    assert plan.outside.height_mm == 600
    assert next(b.count for b in plan.buying if b.item == "footing-block") == 6


def test_a_listed_trough_has_its_own_size_and_a_typed_one_has_no_price() -> None:
    listed = planned(trough({"shape": "circle"}, None, trough="trough-oval-1800"))
    assert (listed.inside.length_mm, listed.inside.width_mm) == (pytest.approx(1800), pytest.approx(700))
    assert "no-price" not in codes(listed)
    typed = planned(trough())
    assert codes(typed)["no-price"] == "note"
    priced = planned(trough(price="120.00"))
    assert "no-price" not in codes(priced)
    assert priced.totals.cost - typed.totals.cost == pytest.approx(120)


def test_a_plug_takes_the_pipe_or_says_so() -> None:
    keyed: dict[str, Any] = {
        "outline": {"shape": "circle"},
        "height": None,
        "trough": "trough-round-900",
        "drain": "plug",
    }
    assert refused(trough(**keyed, pipe="60 mm")) == "construction.pipe"
    assert "no-animals" not in codes(planned(trough(**keyed, pipe="32 mm")))
    assert codes(planned(trough()))["no-animals"] == "note"


def test_a_taper_that_closes_and_other_sizes_that_are_no_trough() -> None:
    assert refused(trough(base={"length": "700 mm", "width": "0 mm"})) == "construction.base.width"
    assert refused(trough(base={"length": "1.3 m", "width": "500 mm"})) == "construction.base.length"
    assert refused(trough(base={"length": "700 mm"})) == "construction.base.width"
    assert refused(trough({"shape": "oval", "length": "500 mm", "width": "600 mm"})) == "outline.width"
    assert refused(trough({"shape": "circle"})) == "outline.diameter"
    assert refused(trough(trough="drum-200")) == "construction.trough"
    with pytest.raises(DesignError) as caught:
        planned(trough(height=None))
    assert [p.field for p in caught.value.problems] == ["height"]


def test_fill_above_the_rim_is_refused() -> None:
    over = {
        "fill": {"layers": [{"material": "gravel", "depth": "700 mm"}, {"material": "compost", "share": 100}]}
    }
    assert refused({**trough(), **over}) == "fill.layers"
    assert refused({**trough(), "fill": {"gap": "650 mm"}}) == "fill.gap"


def test_a_tank_with_another_history_is_refused_and_an_unknown_one_stops() -> None:
    for of in (tote, drum):
        assert refused(of(history="other")) == "construction.history"
        assert codes(planned(of(history="unknown")))["tank-history"] == "stop"
        assert "tank-history" not in codes(planned(of()))


def test_both_halves_share_one_tank() -> None:
    one, both = planned(tote()), planned(tote(halves="both"))
    costs = [next(b.cost for b in p.buying if b.item == "tote-1000") for p in (one, both)]
    assert costs[1] == pytest.approx(costs[0] / 2)
    assert both.totals.cost < one.totals.cost


def test_a_tank_cut_elsewhere_leaves_the_rest_to_the_other_half() -> None:
    deep = planned({**tote(), "height": "600 mm"})
    assert deep.facts["capacity"].amount == pytest.approx(1.16 * 0.96 * 600)
    assert refused({**tote(), "height": "850 mm"}) == "height"


@pytest.mark.parametrize("board", [t.key for t in catalogue().timber if t.use == "board"])
def test_screws_of_the_cladding_drill_into_the_tube_and_end_in_it(board: str) -> None:
    """Wood screws do not bite in 1 mm of steel. A point that passes the tube of 18 mm is in the tank."""
    thick = next(t for t in catalogue().timber if t.key == board).thickness.mm
    plan = planned(tote(cladding=board))
    [fixed] = [f for f in plan.fixings if f.joint == "cladding to cage"]
    assert fixed.screw.startswith("drill-screw")
    assert fixed.trouble is None
    assert thick + 9.5 <= fixed.length_mm < thick + 18


def test_a_cage_weighs_what_its_tubes_weigh() -> None:
    """18 mm tube with 1 mm of wall: π × 17 × 1 mm² of steel, 0.419 kg a metre. Two rings of 4.328 m along
    their middle, and 2 × (6 + 5) uprights of two lengths that fill 450 mm and the floor but for the rings.
    """
    bed = assemble(read_design(tote()), catalogue())
    [half] = [p.piece for p in bed.parts if isinstance(p.piece, WholePiece)]
    metres = 2 * 4.328 + 22 * (0.452 - 2 * 0.018)
    assert half.with_it == pytest.approx(0.4192 * metres, rel=1e-3)


def test_each_half_says_which_fittings_serve() -> None:
    notes = [{n.name: n.words for n in planned(tote(half=half)).notes} for half in ("lower", "upper")]
    assert "outlet" in notes[0]["fittings"]
    assert "filling lid" in notes[1]["fittings"]
    assert "cut edge faces down" in notes[0]["cutting"]


def test_a_lying_drum_lies_in_chocks_sawn_to_its_curve() -> None:
    plan = planned(drum(cut="lengthwise"))
    bed = assemble(read_design(drum(cut="lengthwise")), catalogue())
    assert plan.facts["chock_radius"].amount == pytest.approx(570 / 2 + 2.5)
    chocks = [p for p in bed.parts if p.role.name == "cradle"]
    half = bed.part("drum half")
    for chock in chocks:
        assert chock.body.mesh.manifold.min_gap(half.body.mesh.manifold, 50) < 1.0
    assert {c.role for c in plan.cuts} == {"cradle", "cradle rail"}
    assert plan.outside.height_mm == pytest.approx(285)
    assert refused({**drum(cut="lengthwise"), "height": "200 mm"}) == "height"


def test_what_a_deck_may_carry_is_compared_and_without_a_word_only_a_caution_is_given() -> None:
    heavy = planned(
        {**trough(), "site": {"stands_on": "deck", "may_carry": {"total_kg": "400 kg", "kpa": "3 kPa"}}}
    )
    found = [w for w in heavy.watch_outs if w.code == "may-carry"]
    assert [w.field for w in found] == ["site.may_carry.total_kg", "site.may_carry.kpa"]
    assert all(w.level == "stop" for w in found)
    assert "carried-unknown" not in codes(heavy)
    silent = planned({**trough(), "site": {"stands_on": "roof"}})
    caution = next(w for w in silent.watch_outs if w.code == "carried-unknown")
    assert "1.90 kPa" in caution.message
    assert "licensed" in caution.action
    assert "may-carry" not in codes(silent)
    light = {"stands_on": "deck", "may_carry": {"total_kg": 5000, "kpa": "1000 psf"}}
    assert not {"may-carry", "carried-unknown"} & set(codes(planned({**trough(), "site": light})))


def test_a_weight_is_read_in_the_units_of_the_bed() -> None:
    site = {"stands_on": "deck", "may_carry": {"total_kg": "1,000"}}
    feet = {"shape": "oval", "length": "4 ft", "width": "2 ft"}
    plan = planned({**trough(feet, "2 ft"), "site": site})
    assert plan.understood["site.may_carry.total_kg"].amount == pytest.approx(453.592, abs=0.001)
    assert plan.understood["site.may_carry.total_kg"].imperial == "1,000 lb"
    bad = {"stands_on": "deck", "may_carry": {"total_kg": "5 kPa"}}
    assert refused({**trough(), "site": bad}) == "site.may_carry.total_kg"


@pytest.mark.parametrize("system", list(System))
@pytest.mark.parametrize("kind", registered())
def test_every_start_shows_no_red_and_changes_into_every_other(kind: str, system: System) -> None:
    start = starting_design(kind, system)
    assert [w.code for w in open_plan(start).watch_outs if w.level != "note"] == []
    for other in registered():
        changed = change_construction(start, other)
        plan_bed(changed.design)
        assert changed.design.construction.kind == other
        # What becomes of the outline is said; blocks keep it and say how they snap.
        if changed.design.outline != start.outline:
            assert any("outline" in said for said in changed.dropped)


def test_the_other_half_is_a_bed_of_its_own_and_both_pay_half() -> None:
    lower = read_design({**tote(half="lower"), "height": "600 mm"})
    upper = other_half(lower)
    assert upper is not None
    assert upper.construction.model_dump()["half"] == "upper"
    plan = open_plan(upper)
    # 900 mm of tank: what one is deeper, the other is shallower.
    assert plan.outside.height_mm == pytest.approx(300)
    assert plan.facts["tanks"].amount == 0.5
    drums = other_half(read_design(drum(end="plain")))
    assert drums is not None
    assert drums.construction.model_dump()["end"] == "bungs"
    assert other_half(read_design(trough())) is None


def test_from_above_the_soil_is_seen_within_the_rim_and_not_the_floor() -> None:
    plan = planned({**trough(), "site": {"stands_on": "blocks"}})
    shapes = plan.drawings.plan.shapes
    rim = next(s for s in shapes if s.role == "trough")
    assert len(rim.holes) == 1
    assert rim.arcs
    soil = next(s for s in shapes if s.kind == "soil")
    assert {a.radius for a in soil.arcs} == {300}


def test_layers_in_a_lying_drum_are_round_at_their_ends_only() -> None:
    layers = {
        "fill": {"layers": [{"material": "compost", "share": 50}, {"material": "topsoil-blend", "share": 50}]}
    }
    section = planned({**drum(cut="lengthwise"), **layers}).drawings.section
    lower, upper = (s for s in section.shapes if s.kind == "layer")
    assert 1 <= len(lower.arcs) <= 2  # its ring may begin within the arc
    assert len(upper.arcs) == 2
    assert all(arc.last - arc.first < len(upper.points) / 2 for arc in upper.arcs)


def test_a_hand_lower_saves_what_the_top_hand_of_soil_holds() -> None:
    """1.2 × 0.6 m oval: 0.643 m² × 100 mm = 64.3 L."""
    plan = planned(trough())
    assert plan.facts["lower_saves"].amount == pytest.approx(64.27, abs=0.02)
    assert "€" in plan.facts["lower_saves"].working
    feet = planned(trough({"shape": "oval", "length": "4 ft", "width": "2 ft"}, "2 ft"))
    assert "4″ less high" in feet.facts["lower_saves"].working


@pytest.mark.parametrize(("length", "tins"), [("1.6 m", 1), ("3 m", 2)])
def test_paint_covers_the_outside_twice(length: str, tins: int) -> None:
    """By hand, 1 m wide and 800 mm deep: a rim of π + 2 × 0.6 = 4.34 m is 6.9 m² for two coats, one of
    π + 4 = 7.14 m is 11.4 m²; a tin covers 7.5 m² (common practice).
    """
    outline = {"shape": "oval", "length": length, "width": "1 m"}
    document = {**vessel({"kind": "trough", "finish": "painted"}, outline), "height": "800 mm"}
    assert {row.item: row.count for row in planned(document).buying}["metal-paint"] == tins


def test_a_lying_drum_bears_on_the_whole_of_its_chocks() -> None:
    """Two chocks of 45 mm, as long as the cradle is wide: what it weighs over that."""
    plan = planned({**drum(cut="lengthwise")})
    chocks = [p for p in plan[ASSEMBLY].parts if p.role.name == "cradle"]
    areas = [(x1 - x0) * (y1 - y0) for (x0, y0, _), (x1, y1, _) in (p.body.bounds for p in chocks)]
    assert len(areas) == 2
    assert min(areas) > 45 * 400
    assert plan.facts["footprint"].amount == pytest.approx(sum(areas) / 1e6)
    weight = plan.facts["weight_full"].amount
    assert plan.facts["footprint_pressure"].amount == pytest.approx(
        weight * 9.80665 / sum(areas) * 1000, rel=1e-3
    )
