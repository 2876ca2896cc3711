"""Hollow blocks: bond, counts, snapping, bars, cores, and whether a wall stands by its weight."""

from itertools import pairwise
from math import ceil
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

import sample
from acrebox.core.assembly import Assembly
from acrebox.core.construction import assemble
from acrebox.core.construction.block_lattice import Module, snapped
from acrebox.core.design import read_design
from acrebox.core.errors import DesignError
from acrebox.core.fits import fits
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.plan import ASSEMBLY, Plan, open_plan
from acrebox.core.remedies import remedies
from acrebox.core.shape.outline import Outline
from acrebox.core.stock import catalogue
from acrebox.core.weighing import weigh
from strategies import block_designs

FEET = {"shape": "rectangle", "length": "8 ft", "width": "4 ft"}
METRES = {"shape": "rectangle", "length": "2.4 m", "width": "1.2 m"}


def blocks(outline: dict[str, Any] = METRES, courses: int = 2, **construction: Any) -> dict[str, Any]:
    return {
        "schema": 1,
        "name": "Blocks",
        "outline": outline,
        "courses": courses,
        "construction": {"kind": "blocks", "block": "400x200x200", **construction},
    }


def planned(document: dict[str, Any]) -> Plan:
    return sample.planned(document, "totals", "ground")


def built(document: dict[str, Any]) -> Assembly:
    return assemble(read_design(document), catalogue())


def joints_of(bed: Assembly, course: int, side: int) -> list[float]:
    """Middles of the joints between the blocks of a course that lie along a side [mm from its corner]."""
    line = bed.outline.sides[side]
    runs = sorted(line.reach(p.body) for p in bed.parts if p.course == course and p.side == line.name)
    return [(a[1] + b[0]) / 2 for a, b in pairwise(runs)]


def test_sixteen_inch_blocks_round_8_by_4_feet() -> None:
    """Common practice: 16 a course, three courses 48, of which 12 are corner blocks."""
    facts = planned(blocks(FEET, 3, block="16x8x8")).facts
    counts = {name: facts[name].amount for name in ("blocks_a_course", "blocks", "corner_blocks", "cores")}
    assert counts == {"blocks_a_course": 16, "blocks": 48, "corner_blocks": 12, "cores": 96}


def test_a_hundred_square_feet_take_112_blocks_and_a_half() -> None:
    """ASTM C90 unit with a joint of 3/8 in: 1.125 blocks a square foot of wall (from memory)."""
    block = catalogue().find_block("16x8x8")
    assert block is not None
    face = (block.length.mm + block.joint.mm) * (block.height.mm + block.joint.mm)
    assert 100 * 304.8**2 / face == pytest.approx(112.5)


@given(block_designs())
def test_no_joint_stands_over_another(document: dict[str, Any]) -> None:
    bed = built(document)
    for side in range(len(bed.outline.sides)):
        for course in range(1, len(bed.course_heights)):
            for lower in joints_of(bed, course, side):
                for upper in joints_of(bed, course + 1, side):
                    assert abs(lower - upper) > 150


@given(block_designs())
def test_blocks_fill_the_wall_but_for_joints_up_to_a_finger(document: dict[str, Any]) -> None:
    """In plan, all of the wall is within half a joint, 10 mm or 3/8 in, of a block of every course."""
    bed = built(document)
    wall = bed.outline.polygon.difference(bed.inner.polygon)
    most = 10.0 if document["construction"]["block"] == "400x200x200" else 9.53
    for course in range(1, len(bed.course_heights) + 1):
        left = wall
        for part in (p for p in bed.parts if p.course == course):
            [face] = part.body.seen_from_above
            assert wall.buffer(0.01).contains(face.polygon.exterior)
            left = left.difference(face.polygon.convex_hull.buffer(most / 2 + 0.01, join_style="mitre"))
        assert left.area < 1.0


@given(block_designs())
def test_corners_turn_from_course_to_course(document: dict[str, Any]) -> None:
    bed = built(document)
    corners = len(bed.outline.points)
    for course in range(1, len(bed.course_heights) + 1):
        mine = [p for p in bed.parts if p.course == course]
        assert sum(p.role.name == "corner unit" for p in mine) <= corners
        assert len(mine) == len([p for p in bed.parts if p.course == 1])
    for at in bed.outline.points:
        sides = []
        for course in (1, 2):
            near = [
                p.side
                for p in bed.parts
                if p.course == course and p.body.seen_from_above[0].polygon.distance(_spot(at)) < 1.0
            ]
            sides.append(near)
        if len(bed.course_heights) > 1 and all(len(s) == 1 for s in sides):
            assert sides[0] != sides[1]


def _spot(at: tuple[float, float]) -> Any:
    from shapely import Point

    return Point(*at)


def test_a_course_by_hand() -> None:
    """2.4 × 1.2 m of blocks 390 long, laid dry: 12 and 6 halves of 195: 2340 × 1170. Course 1: the front runs
    through with six, the back with six, the ends stand between them with two each.
    """
    bed = built(blocks())
    assert bed.outline.size == pytest.approx((2340, 1170))
    first = {
        side: sum(p.course == 1 and p.side == side for p in bed.parts)
        for side in ("front", "right", "back", "left")
    }
    assert sum(first.values()) == 16
    assert joints_of(bed, 1, 0)[0] == pytest.approx(390, abs=8)
    assert joints_of(bed, 2, 0)[0] == pytest.approx(585, abs=8)


def test_in_mortar_joints_are_ten_millimetres_and_the_module_is_four_hundred() -> None:
    bed = built(blocks(laid="mortared"))
    assert bed.outline.size == pytest.approx((2390, 1190))
    assert bed.wall_top == pytest.approx(2 * 200 - 10)
    line = bed.outline.sides[0]
    runs = sorted(line.reach(p.body) for p in bed.parts if p.course == 1 and p.side == "front")
    assert all(b[0] - a[1] == pytest.approx(10) for a, b in pairwise(runs))


def test_what_was_asked_is_kept_and_what_is_made_is_told() -> None:
    plan = planned(blocks(FEET, block="16x8x8"))
    assert plan.understood["outline.length"].amount == pytest.approx(2438.4)
    assert plan.outside.length_mm == pytest.approx(93.75 * 25.4)
    assert plan.facts["length_smaller"].amount == pytest.approx(93.75 * 25.4)
    assert plan.facts["length_larger"].amount == pytest.approx((93.75 + 7.8125) * 25.4)
    assert "2 blocks more" in plan.facts["length_larger"].working
    snapped_to = next(w for w in plan.watch_outs if w.code == "blocks-snapped")
    assert "7′ 9 3/4″" in snapped_to.message


def test_a_height_is_the_nearest_whole_courses() -> None:
    tall = {k: v for k, v in blocks().items() if k != "courses"} | {"height": "600 mm"}
    plan = planned(tall)
    assert (plan.outside.height_mm, plan.outside.courses) == (570, 3)
    assert plan.understood["height"].amount == 600


def test_outlines_that_cannot_be_bonded_are_named() -> None:
    for document, field in (
        (blocks({"shape": "rectangle", "length": "1 m", "width": "450 mm"}), "outline"),
        (
            blocks({"shape": "l", "length": "2 m", "width": "2 m", "front": "500 mm", "left": "420 mm"}),
            "outline",
        ),
        (blocks({"shape": "regular", "sides": 6, "side": "1 m"}), "outline.shape"),
        (blocks(block="nine inches"), "construction.block"),
        (blocks(bars="all", bar_every="90 mm"), "construction.bar_every"),
        ({**blocks(), "add_ons": {"seats": {"sides": ["front"]}}}, "add_ons.seats"),
    ):
        with pytest.raises(DesignError) as caught:
            planned(document)
        assert [p.field for p in caught.value.problems] == [field]


def test_bars_stand_in_cores_through_all_courses() -> None:
    bed = built(blocks(courses=3, bars="all", bar_every="800 mm"))
    steel = [p for p in bed.parts if p.role.name == "steel bar"]
    # Four corners; two between on each long side (2340 ÷ 800: three gaps), one on each end (1170: two).
    assert len(steel) == 4 + 2 * 2 + 2 * 1
    assert {round(p.body.bounds[1][2] - p.body.bounds[0][2]) for p in steel} == {300 + 570 - 20}
    plan = planned(blocks(courses=3, bars="all", bar_every="800 mm"))
    assert [c.count for c in plan.cuts if c.stock == "bar-12"] == [10]


def test_cores_are_filled_with_what_is_asked_and_bought_with_the_rest() -> None:
    """A block of 390 × 190 × 190 with shells of 32 and webs of 28: two cores of 153 × 126, 7.326 L."""
    core = 2 * 153 * 126 * 190 / 1e6
    soil = planned(blocks(bars="none"))
    assert soil.facts["core_fill"].amount == pytest.approx(32 * core, rel=1e-6)
    # Soil in the cores is the bed's own mix: no material more, each of them by its share more.
    empty = planned(blocks(bars="none", cores="empty"))
    more = {p.material: p.loose_l for p in soil.fill.purchases}
    less = {p.material: p.loose_l for p in empty.fill.purchases}
    assert more.keys() == less.keys()
    settled = {"garden-soil": (0.5, 1.15), "compost": (0.4, 1.25)}
    for key, (share, loose) in settled.items():
        assert more[key] - less[key] == pytest.approx(32 * core * share * loose, rel=1e-6)
    stone = planned(blocks(bars="none", cores="stone"))
    assert any(p.material == "gravel" for p in stone.fill.purchases)
    concrete = planned(blocks(bars="none", cores="concrete"))
    assert next(b.count for b in concrete.buying if b.item == "concrete") == -(-32 * core // 12)
    pockets = planned(blocks(bars="none", cores="stone", pockets=True))
    assert pockets.facts["pockets"].amount == 32
    assert pockets.facts["core_fill"].amount == pytest.approx(16 * core, rel=1e-6)
    assert (
        soil.facts["weight_full"].amount
        > planned(blocks(bars="none", cores="empty")).facts["weight_full"].amount
    )


@pytest.mark.parametrize(("laid", "item"), [("dry", "block-glue"), ("mortared", "mortar")])
def test_cap_blocks_are_held_down(laid: str, item: str) -> None:
    """Glue under dry caps, in two beads, a tube giving 8 m of one; in mortar they are bedded in it."""
    plain, capped = (planned(blocks(laid=laid, cap=cap, cores="empty")) for cap in (False, True))
    bought = [{b.item: b.count for b in p.buying} for p in (plain, capped)]
    assert bought[1].get(item, 0) > bought[0].get(item, 0) or laid == "mortared"
    assert bought[1].get(item, 0) >= 1
    if laid == "dry":
        run = next(g for g in capped[ASSEMBLY].goods if g.key == item).working
        assert "two beads" in run


def test_a_wall_by_its_weight_by_hand() -> None:
    """Four dry courses of 10 m, cores empty: a metre weighs 4 × 2.15 × (14.08 − 7.33) L ÷ 0.39 m = 149 kg,
    95 mm in: 138 N·m. Soil 735 mm deep, 13 kN/m³ ÷ 3: 1.170 kN/m, 245 mm up: 287 N·m. It tips.
    """
    outline = {"shape": "rectangle", "length": "10 m", "width": "1.2 m"}
    loads = {"loads": {"unit_weight": "13 kN/m3"}}
    plan = planned({**blocks(outline, 4, cores="empty", bars="none"), **loads})
    front = next(x for x in plan.strength.laid if x.side == "front")
    gross, core = 0.39 * 0.19 * 0.19, 2 * 0.153 * 0.126 * 0.19
    weight = 4 * 2150 * (gross - core) / 0.39 * 9.81
    deep = 0.735
    assert front.tip == pytest.approx(weight * 0.095 / (13000 / 3 * deep**3 / 6), rel=0.03)
    assert not front.holds
    found = {w.code: w.level for w in plan.watch_outs}
    assert found["laid-loose"] == "stop"
    # The ends are short between the walls that meet them, and are held by those.
    right = next(x for x in plan.strength.laid if x.side == "right")
    assert right.tip is not None
    assert right.tip > 2 * front.tip


def test_bars_keep_courses_from_sliding_and_concrete_keeps_a_wall_up() -> None:
    outline = {"shape": "rectangle", "length": "6 m", "width": "1.2 m"}

    def laid(**more: Any) -> Any:
        plan = planned(blocks(outline, 4, **more))
        return next(x for x in plan.strength.laid if x.side == "front")

    loose, barred, poured = (
        laid(bars="none"),
        laid(bars="all"),
        laid(bars="all", cores="concrete"),
    )
    assert loose.slide is not None
    assert barred.slide is None
    assert poured.tip > barred.tip
    assert poured.holds


def test_as_many_blocks_as_low_beds_are_told() -> None:
    found = next(
        w for w in planned(blocks(FEET, 3, block="16x8x8")).watch_outs if w.code == "low-beds-instead"
    )
    assert "48 blocks make 3 beds of one course" in found.message


def test_hoops_stand_in_free_cores() -> None:
    document = {**blocks(courses=3), "add_ons": {"hoops": {"length": "250 mm", "spacing": "900 mm"}}}
    bed = built(document)
    sleeves = [p for p in bed.parts if p.role.name == "hoop sleeve"]
    assert len(sleeves) >= 6
    for sleeve in sleeves:
        (_, y0, z0), (_, y1, z1) = sleeve.body.bounds
        assert z1 == pytest.approx(bed.wall_top)
        assert z1 - z0 == pytest.approx(250)
        assert min(y0, bed.outline.size[1] - y1) > 32


@given(st.integers(2100, 2700))
def test_the_size_made_is_the_nearest_that_blocks_give(asked: int) -> None:
    module = Module(length=390, thick=190, joint=0)
    ring = Outline(((0.0, 0.0), (float(asked), 0.0), (float(asked), 1200.0), (0.0, 1200.0)))
    made = snapped(ring, module, "outline", Printer(System.METRIC)).outline.size[0]
    assert abs(made - asked) <= 195 / 2 + 1e-6
    assert made % 195 == pytest.approx(0, abs=1e-6) or 195 - made % 195 < 1e-6


def test_a_hair_less_saves_blocks() -> None:
    """12.5 halves of 195 are 2437.5: asked for 2440, thirteen are nearest; for 2437, twelve."""
    wide = {**METRES, "length": "2440 mm"}
    assert planned(blocks(wide)).outside.length_mm == pytest.approx(2535)
    [fit] = [f for f in fits(read_design(blocks(wide))) if f.field == "outline.length"]
    assert fit.to == "2437 mm"
    assert fit.saves.blocks == 2
    assert "2 blocks fewer" in fit.words


def test_what_would_keep_a_loose_wall_up_is_offered() -> None:
    outline = {"shape": "rectangle", "length": "6 m", "width": "3 m"}
    found = remedies(read_design(blocks(outline, 4)))
    assert [r.answers for r in found] == [["laid-loose"]] * len(found)
    assert {"3 courses instead of 4", "Concrete in the cores, round bars in the corners and between"} <= {
        r.words for r in found
    }


def test_one_tall_bed_is_weighed_against_the_low_ones_that_its_blocks_make() -> None:
    tall, low = read_design(blocks(FEET, 3, block="16x8x8")), read_design(blocks(FEET, 1, block="16x8x8"))
    rows = {r.key: r for r in weigh([tall, low]).rows}
    area = open_plan(low).inside.area_m2
    assert rows["low_beds_area"].values == pytest.approx([3 * area, area])
    assert "48 blocks in beds of one course: 3 ×" in rows["low_beds_area"].working[0].working
    # 48 blocks at four minutes are most of its hours.
    assert "48 blocks laid × 4 min" in rows["hours"].working[0].working


def test_every_course_is_drawn_with_its_cores() -> None:
    plan = planned(blocks(courses=3))
    courses = plan.drawings.courses
    assert [v.title for v in courses] == [f"Course {n}, from above" for n in (1, 2, 3)]
    first, second = ([s for s in v.shapes if s.role != "steel bar"] for v in courses[:2])
    assert len(first) == len(second) == 16
    assert all(len(s.holes) == 2 for s in first)
    assert sorted(s.points for s in first) != sorted(s.points for s in second)
    assert sorted(s.points for s in first) == sorted(
        s.points for s in courses[2].shapes if s.role != "steel bar"
    )


def test_a_size_on_either_side_is_offered_as_it_is_typed() -> None:
    plan = planned(blocks({**METRES, "length": "2.4 m"}))
    longer = plan.facts["length_larger"]
    assert (longer.field, longer.to) == ("outline.length", "2535 mm")
    made = planned(blocks({**METRES, "length": str(longer.to)}))
    assert made.outside.length_mm == pytest.approx(longer.amount)
    assert plan.facts["length_smaller"].field is None  # as it is made
    asked = planned(blocks({**METRES, "length": f"{plan.outside.length_mm} mm"}))
    assert asked.facts["length_larger"].amount - asked.facts["length_smaller"].amount == pytest.approx(
        2 * 195
    )
    assert "blocks-snapped" not in {w.code for w in asked.watch_outs if "length" in w.message}
    inside = planned(blocks({**METRES, "measured": "inside"})).facts["length_larger"]
    again = planned(blocks({**METRES, "length": str(inside.to), "measured": "inside"}))
    assert again.outside.length_mm == pytest.approx(inside.amount, abs=0.6)


def test_mortar_fills_the_joints_and_a_tenth_is_wasted() -> None:
    """By hand: walls of 2390 × 1190 mm, 190 thick and 390 high, are 474.24 L; in them lie 2 × 16 blocks of
    390 × 190 × 190 mm, 450.53 L. The joints take 23.71 L, with a tenth more 26.08 L.
    """
    sold = catalogue().find_good("mortar")
    bags = {row.item: row.count for row in planned(blocks(laid="mortared")).buying}["mortar"]
    assert bags == ceil(26.08 / sold.yield_l)
