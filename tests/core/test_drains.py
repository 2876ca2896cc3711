"""How water leaves: holes clear of walls and blocks, what they carry, loops that close, what is refused."""

import random
from itertools import combinations
from math import hypot, pi, sqrt
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import Point as Spot
from shapely import Polygon, box

from acrebox.core.choosing.offers import starting_design
from acrebox.core.design import Pattern, read_design
from acrebox.core.drainage import Floor, drain_limit, floor_of, laid_out, loop_on, orifice, pipe_sizes
from acrebox.core.drainage.pattern import by_distance
from acrebox.core.errors import DesignError
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.plan import ASSEMBLY, Plan, open_plan, plan_document
from placed import bed

SHOW = Printer(System.METRIC)


def trough(**drainage: Any) -> dict[str, Any]:
    return {
        "schema": 1,
        "name": "Trough",
        "outline": {"shape": "rectangle", "length": "1.2 m", "width": "0.6 m"},
        "construction": {"kind": "trough"},
        "height": "350 mm",
        "drainage": drainage,
    }


def oval(plug: str = "40 mm", **more: Any) -> dict[str, Any]:
    return {
        "schema": 1,
        "name": "Oval",
        "outline": {"shape": "oval", "length": "1.6 m", "width": "800 mm"},
        "construction": {"kind": "trough", "drain": "plug", "plug": plug},
        "height": "500 mm",
        **more,
    }


def planned(document: dict[str, Any]) -> Plan:
    return open_plan(read_design(document))


def codes(plan: Plan) -> set[str]:
    return {w.code for w in plan.watch_outs}


def test_six_holes_carry_six_times_one() -> None:
    """By hand: π/4 · 8² mm² · 0.6 · √(2 · 9.80665 · 0.05 m) = 1.792 L/min."""
    one = 0.6 * pi / 4 * 0.008**2 * sqrt(2 * 9.80665 * 0.05) * 60_000
    assert orifice(8, 50, 0.6) == pytest.approx(one) == pytest.approx(1.792, abs=1e-3)
    found = planned(trough(kind="holes", diameter="8 mm", count=6, head="50 mm", coefficient=0.6)).drainage
    assert len(found.holes) == 6
    assert found.carries_l_min == pytest.approx(6 * one)
    # 1.2 × 0.6 m inside, and what wall and rim add, under 50 mm an hour: 0.6 L/min and a little.
    assert found.wanted_l_min == pytest.approx(0.72 * 50 / 60, rel=0.01)


@given(
    st.sampled_from(["grid", "staggered", "ring_and_centre", "few"]),
    st.integers(1, 14),
    st.integers(0, 10_000),
)
def test_no_hole_lies_near_another_a_wall_or_what_bears_the_floor(
    pattern: Pattern, count: int, seed: int
) -> None:
    dice = random.Random(seed)
    outline = box(0, 0, dice.uniform(600, 2000), dice.uniform(400, 1200))
    if seed % 2:
        outline = Spot(500, 500).buffer(dice.uniform(250, 600))
    blocks = [
        box(x, y, x + 100, y + 200) for x, y in [(dice.uniform(0, 900), dice.uniform(0, 600))] * (seed % 3)
    ]
    borne = Polygon() if not blocks else blocks[0]
    room = Floor(outline, 0.0, borne).open_to(46, 21)
    found = laid_out(room, count, pattern, 36)
    if found is None:
        return
    assert len(found) == count
    for x, y in found:
        assert outline.exterior.distance(Spot(x, y)) > 46 - 0.1
        assert outline.contains(Spot(x, y))
        assert borne.is_empty or borne.distance(Spot(x, y)) > 21 - 0.5
    for p, q in combinations(found, 2):
        assert hypot(p[0] - q[0], p[1] - q[1]) > 36 - 0.1


def test_a_small_count_always_fits_an_open_floor() -> None:
    room = Floor(box(0, 0, 1200, 600), 0.0, Polygon()).open_to(46, 21)
    for pattern in ("grid", "staggered", "ring_and_centre", "few"):
        for count in range(1, 13):
            assert laid_out(room, count, pattern, 36) is not None


def test_a_drum_on_end_gets_a_ring_with_some_within() -> None:
    """Common practice: about nine holes of 16 mm in the half of a drum of 200 litres."""
    drum = {
        "schema": 1,
        "name": "Drum",
        "outline": {"shape": "circle"},
        "construction": {"kind": "drum", "drum": "drum-200", "cut": "across"},
        "drainage": {"diameter": "16 mm"},
    }
    found = planned(drum).drainage
    assert found.pattern == "ring_and_centre"
    assert 8 <= len(found.holes) <= 11
    middle = (
        sum(h.x_mm for h in found.holes) / len(found.holes),
        sum(h.y_mm for h in found.holes) / len(found.holes),
    )
    far = [hypot(h.x_mm - middle[0], h.y_mm - middle[1]) for h in found.holes]
    assert sum(1 for f in far if f < 0.6 * max(far)) in (2, 3, 4)


def test_holes_keep_clear_of_the_blocks_under_a_trough() -> None:
    on_blocks = trough(kind="holes", count=8)
    on_blocks["site"] = {"stands_on": "blocks"}
    plan = planned(on_blocks)
    floor = floor_of(plan[ASSEMBLY])
    assert floor is not None
    assert not floor.borne.is_empty
    clear = drain_limit("clear") + 6
    for hole in plan.drainage.holes:
        assert floor.borne.distance(Spot(hole.x_mm, hole.y_mm)) > clear - 0.5


def test_a_loop_closes_and_its_pieces_give_the_middles_that_are_drawn() -> None:
    plan = planned(oval())
    found = plan.drainage
    floor = floor_of(plan[ASSEMBLY])
    assert floor is not None
    size = next(s for s in pipe_sizes() if s.key == "40")
    loop = loop_on(floor, size, SHOW)
    (x0, y0), (x1, _), (_, y1), _ = loop.corners
    lengths = {p.label: (p.length, p.middles, p.count) for p in loop.pieces}
    take = size.outside.mm / 2 + 1
    assert lengths["front and back"] == pytest.approx((x1 - x0 - 2 * take, x1 - x0, 2))
    assert lengths["left end"][1] == pytest.approx(y1 - y0)
    # The right end: two pieces and the tee between them are as long as the left one.
    right, middles, count = lengths["right end, each side of the tee"]
    assert count == 2
    assert 2 * (right + 2 * take) == pytest.approx(y1 - y0) == pytest.approx(2 * middles)
    assert loop.port[0] - loop.tee[0] == pytest.approx(lengths["from the tee into the threaded adapter"][1])
    assert all(floor.outline.contains(Spot(p)) for p in loop.corners)
    assert found.fittings[0].count == 4
    assert found.loop[0] == found.loop[-1]
    # Stone to the top of the pipe, less the pipe.
    cavity = plan[ASSEMBLY].cavity
    stone = cavity.litres_to(cavity.floor + 50) - loop.length * pi / 4 * 40**2 / 1e6
    assert found.stone_l == pytest.approx(stone)
    # It lies in the bed: the soil over it is that much less, and it is bought.
    first, *others = plan.fill.layers
    assert (first.material, first.at, first.depth_mm) == ("gravel", None, 50)
    assert sum(x.settled_l for x in plan.fill.layers) == pytest.approx(plan.inside.volume_l)
    assert [x.at for x in others] == list(range(len(others)))
    assert any(row.material == "gravel" for row in plan.fill.purchases)


@pytest.mark.parametrize(
    ("document", "field"),
    [
        (trough(kind="open"), "drainage.kind"),
        (trough(kind="holes", count=400, diameter="40 mm"), "drainage.count"),
        (trough(kind="holes", diameter="100 mm", count=60), "drainage.count"),
        (trough(diameter="200 mm"), "drainage.diameter"),
        (oval(plug="25 mm", drainage={"pipe": "32 mm"}), "drainage.pipe"),
        (oval(drainage={"pipe": "37 mm"}), "drainage.pipe"),
        (oval(plug="15 mm"), "construction.plug"),
    ],
)
def test_what_cannot_be_is_named(document: dict[str, Any], field: str) -> None:
    with pytest.raises(DesignError) as refused:
        _ = planned(document).drainage
    assert [p.field for p in refused.value.problems] == [field]
    assert refused.value.problems[0].allowed


def test_boards_have_no_floor_to_drill() -> None:
    boards = bed("Open")
    assert planned(boards).drainage.kind == "open"
    assert "Loosen the soil" in planned(boards).drainage.steps[0].words
    with pytest.raises(DesignError) as refused:
        _ = planned({**boards, "drainage": {"kind": "holes"}}).drainage
    assert refused.value.problems[0].field == "drainage.kind"


def test_the_plug_of_a_trough_as_it_is_sold_takes_no_wider_pipe() -> None:
    sold = oval()
    sold["outline"] = {"shape": "oval", "length": "1.8 m", "width": "700 mm"}
    sold["construction"] = {"kind": "trough", "drain": "plug", "trough": "trough-oval-1800"}
    del sold["height"]
    assert planned(sold).drainage.pipe_mm == 32
    for at in ({"drainage": {"pipe": "40 mm"}}, {"construction": {**sold["construction"], "pipe": "40 mm"}}):
        with pytest.raises(DesignError) as refused:
            _ = planned({**sold, **at}).drainage
        assert [p.field for p in refused.value.problems] == [f"{next(iter(at))}.pipe"]
    odd = {**sold, "construction": {**sold["construction"], "pipe": "27 mm"}}
    with pytest.raises(DesignError) as refused:
        _ = planned(odd).drainage
    assert [p.field for p in refused.value.problems] == ["construction.pipe"]


def test_watch_outs_of_drains() -> None:
    assert "sealed-floor" in codes(planned(trough(kind="sealed")))
    assert "drains-too-little" in codes(
        planned(trough(kind="holes", count=1, diameter="2 mm", rain_mm_h=300))
    )
    few = planned(trough(kind="few_sleeved"))
    assert "trays-breed" in codes(few)
    assert (few.drainage.trays, len(few.drainage.holes), few.drainage.pattern) == (4, 4, "few")
    # Four trays of 10 L under 0.6 L/min and a little.
    assert few.drainage.tray_full_min == pytest.approx(40 / few.drainage.wanted_l_min)
    assert "sealed-floor" not in codes(planned(trough()))
    assert "drain-unscreened" in codes(planned(trough(diameter="16 mm")))


@pytest.mark.parametrize(("length", "width", "holes"), [(2000, 1000, 23), (2000, 100, 7), (100, 100, 1)])
def test_each_hole_drains_a_square_or_a_length_of_a_narrow_floor(
    length: float, width: float, holes: int
) -> None:
    """By hand, 300 mm apart: 2 m² ÷ 0.09 m² = 22.2; of a floor 100 mm wide 2000 ÷ 300 = 6.7."""
    assert by_distance(box(0, 0, length, width), 300) == holes


@pytest.mark.parametrize(
    ("kind", "packers"),
    [
        # 2.4 × 1.2 m: 6 + 3 + 6 + 3; 3 × 1.2 m: 8 + 3 + 8 + 3.
        ("boards", 18),
        ("sleepers", 22),
        # An oval of 1226 × 626: (π × 626 + 2 × 600) ÷ 400 = 7.9.
        ("trough", 8),
        # Its edge lets water out under its waves; plastic bears all over.
        ("ring", 0),
        ("tote", 0),
    ],
)
def test_a_bed_on_hard_ground_stands_on_packers_that_are_bought(kind: str, packers: int) -> None:
    """None over 400 mm from the next, common practice."""
    data = starting_design(kind, System.METRIC).document()
    plan = plan_document({**data, "site": {"stands_on": "paving"}})
    bought = sum(b["count"] for b in plan["buying"] if b["item"] == "bed-packer")
    assert bought == packers
    said = [s["words"] for s in plan["drainage"]["steps"] if s["key"] == "packers"]
    assert [f"{packers} packers" in words for words in said] == ([True] if packers else [])
    soft = plan_document(data)
    assert not [b for b in soft["buying"] if b["item"] == "bed-packer"]


def test_paint_for_the_edges_of_holes_in_metal_is_bought_once() -> None:
    data = starting_design("trough", System.METRIC).document()
    [tin] = [b for b in plan_document(data)["buying"] if b["item"] == "metal-paint"]
    assert (tin["count"], tin["stage"]) == (1, "drain")
    data["construction"]["finish"] = "painted"
    assert [b["stage"] for b in plan_document(data)["buying"] if b["item"] == "metal-paint"] == ["bench"]


@pytest.mark.parametrize("stands", ["deck", "roof"])
def test_soil_on_the_boards_of_a_deck_is_told_until_it_has_a_floor(stands: str) -> None:
    data = starting_design("boards", System.METRIC).document()
    data["site"] = {"stands_on": stands, "may_carry": {"kpa": "9 kPa"}}

    def told(document: dict[str, Any]) -> list[tuple[str, str]]:
        found = plan_document(document)["watch_outs"]
        return [(w["level"], w["field"]) for w in found if w["code"] == "soil-on-deck"]

    assert told(data) == [("fix", "construction.floor")]
    data["construction"]["floor"] = {}
    assert told(data) == []
    ring = {**starting_design("ring", System.METRIC).document(), "site": data["site"]}
    assert told(ring) == [("fix", "lining.floor")]
    assert told({**ring, "site": {"stands_on": "paving"}}) == []
