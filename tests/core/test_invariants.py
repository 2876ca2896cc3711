"""What holds for every design of every construction (the invariants of the architecture)."""

import json
from collections import Counter
from typing import Any

import pytest
from hypothesis import HealthCheck, assume, given, settings
from hypothesis import strategies as st

import sample
from acrebox.core.assembly import Assembly
from acrebox.core.chapter import Kept, published
from acrebox.core.construction import assemble
from acrebox.core.construction.joining import touching_pairs
from acrebox.core.design import Design, read_design
from acrebox.core.errors import DesignError
from acrebox.core.measure.systems import System
from acrebox.core.plan import ASSEMBLY, Plan, plan_bed
from acrebox.core.shape.bodies import near_pairs, overlap, overlap_depth
from acrebox.core.stock import catalogue
from stands import beds_into
from strategies import OF_EACH, WALLED, full_design, long_legged

TOLERANCE = 0.01


def built(document: dict[str, Any]) -> Assembly:
    """The bed, where it can carry the add-ons that were drawn for it."""
    try:
        return assemble(read_design(document), catalogue())
    except DesignError as fault:
        assume(not any(p.field.startswith(("add_ons", "outline")) for p in fault.problems))
        raise


WHOLE = tuple(chapter.key for chapter in published() if not chapter.spread and not chapter.heavy)


def planned(document: dict[str, Any], *chapters: str) -> Plan:
    """Chapters of its Plan, where the yard drawn for it has sticks enough and it can carry its add-ons."""
    try:
        return sample.planned(document, *chapters)
    except DesignError as fault:
        fields = [p.field for p in fault.problems]
        assume(not any(f.startswith(("add_ons", "outline")) or f == "bench.lengths" for f in fields))
        raise


@given(full_design())
def test_no_two_parts_overlap_and_joints_touch(document: dict[str, Any]) -> None:
    bed = built(document)
    bodies = [p.body for p in bed.parts]
    for i, j in near_pairs(bodies, bodies):
        apart = i == j or beds_into(bed.parts[i], bed.parts[j]) or not overlap(bodies[i], bodies[j])
        assert apart, f"{bed.parts[i].name} runs into {bed.parts[j].name}"
    parts = {p.name: p for p in bed.parts}
    assert len(parts) == len(bed.parts)
    for joint in bed.joints:
        one, other = (parts[name] for name in joint.parts)
        assert overlap_depth(one.solid, other.solid) > -TOLERANCE, f"{joint.parts} do not touch"


@given(full_design())
def test_every_part_is_in_one_piece_of_the_cutting_and_every_stick_holds_its_pieces(
    document: dict[str, Any],
) -> None:
    plan = planned(document, "cuts", "cutting", "buying", "totals")
    cut = [piece.label for stick in plan.cutting.sticks for piece in stick.pieces]
    assert sorted(cut) == sorted(label for c in plan.cuts for label in c.parts)
    for stick in plan.cutting.sticks:
        end = stick.pieces[-1].start_mm + stick.pieces[-1].length_mm
        assert end <= stick.length_mm + 1e-6
        for a, b in zip(stick.pieces, stick.pieces[1:], strict=False):
            assert b.start_mm == pytest.approx(a.start_mm + a.length_mm + stick.kerf_mm)
    bought = sum(b.count for b in plan.buying if b.stage == "bench" and b.unit in ("stick", "sheet"))
    aside = sum(s.set_aside for s in plan.cutting.sections)
    taken = sum(not s.to_hand and s.strip == 1 for s in plan.cutting.sticks)
    assert bought == plan.totals.sticks == taken + aside
    assert plan.cutting.cost >= plan.cutting.bound
    assert plan.cutting.cost == pytest.approx(sum(s.price for s in plan.cutting.sticks))


@given(full_design())
def test_the_cavity_fills_evenly_and_the_layers_add_up(document: dict[str, Any]) -> None:
    bed, plan = built(document), planned(document, "fill", "inside")
    heights = [bed.cavity.floor + (bed.cavity.top - bed.cavity.floor) * n / 7 for n in range(8)]
    volumes = [bed.cavity.litres_to(z) for z in heights]
    assert volumes == sorted(volumes)
    for z, v in zip(heights, volumes, strict=True):
        assert bed.cavity.height_of(v) == pytest.approx(z, abs=1e-3)
    assert sum(layer.settled_l for layer in plan.fill.layers) == pytest.approx(plan.inside.volume_l)
    assert sum(layer.depth_mm for layer in plan.fill.layers) == pytest.approx(plan.inside.depth_mm, abs=1e-3)


@given(full_design())
def test_bags_hold_what_is_brought_and_one_fewer_would_not(document: dict[str, Any]) -> None:
    plan = planned(document, "fill")
    fill = plan.fill
    for row in fill.purchases:
        if row.way == "to hand":
            continue
        sizes = [bag.size_l for bag in row.bags for _ in range(bag.count)]
        step = row.bulk_step_l or 0.0
        brought, wanted = sum(sizes) + row.bulk_steps * step, row.loose_l + row.reserve_l
        assert brought >= wanted - 1e-3
        # Without any one of the bags, or of the steps, it would not do.
        assert not sizes or brought - max(sizes) < wanted
        assert row.cost <= min(c for c in (row.bag_cost, row.bulk_cost) if c is not None) + 1e-9
    assert sum(row.cost for row in fill.purchases) == pytest.approx(fill.cost)
    # What fills the walls themselves is bought with the layers, and is no layer's.
    walls = plan[ASSEMBLY].brought
    layers = sum(layer.cost for layer in fill.layers)
    assert layers < fill.cost if walls else layers == pytest.approx(fill.cost, abs=0.02 * len(fill.layers))


@given(full_design())
def test_the_same_design_gives_the_same_bytes(document: dict[str, Any]) -> None:
    once = planned(document, *WHOLE).json()
    assert once == plan_bed(read_design(json.loads(json.dumps(document))), kept=Kept()).json()


@given(full_design())
def test_metric_and_imperial_views_are_one_plan(document: dict[str, Any]) -> None:
    planned(document, *WHOLE)
    one, other = (plan_bed(read_design(document), shown=units).document() for units in System)
    assert (one["units"], other["units"]) == ("metric", "imperial")
    assert numbers(one) == numbers(other)


@pytest.mark.parametrize(
    "designs",
    [
        *(pytest.param(OF_EACH[kind](), id=kind) for kind in WALLED),
        *(
            pytest.param(OF_EACH[kind](long_legged()), id=f"long {kind}", marks=pytest.mark.long)
            for kind in WALLED
        ),
    ],
)
def test_a_bed_mirrored_or_walked_from_another_corner_needs_the_same(
    designs: st.SearchStrategy[dict[str, Any]],
) -> None:
    @settings(max_examples=12, suppress_health_check=[HealthCheck.filter_too_much, HealthCheck.too_slow])
    @given(designs, st.integers(1, 7))
    def holds(document: dict[str, Any], turned: int) -> None:
        sides = walked_sides(read_design(document))
        document = {k: v for k, v in document.items() if k != "add_ons"}
        # What hangs on a wall has a front; boards to hand are taken as the walk comes to them.
        assume("hung" not in document["construction"] and "widths" not in document["construction"])
        # Of two neighbours alike one must run through, and which one is a matter of where the walk began.
        lengths = [float(s["length"].removesuffix(" mm")) for s in sides]
        assume(all(abs(a - b) > 1 for a, b in zip(lengths, [*lengths[1:], lengths[0]], strict=True)))
        turn = turned % len(sides)
        ways = [sides, sides[turn:] + sides[:turn], mirrored(sides)]
        first, *others = (needs({**document, "outline": {"shape": "polygon", "sides": way}}) for way in ways)
        for other in others:
            assert other.pop("cuts") == first["cuts"]
            assert other == pytest.approx({k: v for k, v in first.items() if k != "cuts"}, abs=0.01)

    holds()


def walked_sides(design: Design) -> list[dict[str, Any]]:
    """The outside of a bed as sides walked, with the corner at the end of each."""
    outline = assemble(design, catalogue()).outline
    return [{"length": f"{side.length:.4f} mm", "corner": side.corner_end} for side in outline.sides]


def mirrored(sides: list[dict[str, Any]]) -> list[dict[str, Any]]:
    """The same walk on the other hand: sides in reverse, each with the corner that was at its start."""
    corners = [s["corner"] for s in sides]
    return [{"length": s["length"], "corner": corners[n - 1]} for n, s in reversed(list(enumerate(sides)))]


def needs(document: dict[str, Any]) -> dict[str, Any]:
    """What a bed needs, as far as it says nothing of where things are."""
    plan = planned(document, "cuts", "cutting", "inside", "outside", "fixings", "strength")
    return {
        "cuts": sorted(Counter((c.stock, round(c.length_mm)) for c in plan.cuts for _ in c.parts).items()),
        "soil": plan.inside.volume_l,
        "fixings": sum(f.count for f in plan.fixings),
        "cost": plan.cutting.cost,
        "round": plan.outside.perimeter_mm,
        "bow": max((m.bow_mm for m in plan.strength.members), default=0.0),
        "stress": max((m.stress_ratio for m in plan.strength.members), default=0.0),
    }


WORDS = (
    "working",
    "assumptions",
    "units",
    "watch_outs",
    "notes",
    "says",
    "words",
    "rule_mm",
    "unit",
    "size",
    "bag_sizes",
    "bulk_step",
    "name",
    "text",
)


def numbers(value: Any) -> Any:
    """A plan without what is words, and without rules of thumb, which are round in each system."""
    if isinstance(value, dict):
        return {k: numbers(v) for k, v in value.items() if k not in WORDS}
    return [numbers(v) for v in value] if isinstance(value, list) else value


def test_every_end_of_a_sleeper_is_held() -> None:
    bed = built(
        {
            "schema": 1,
            "name": "Long",
            "outline": {"length": "4.8 m", "width": "1.2 m"},
            "courses": 2,
            "construction": {"kind": "sleepers", "sleeper": "sleeper-100x200", "post": "post-75x75"},
        }
    )
    held: dict[str, int] = {}
    for joint in bed.joints:
        for name in joint.parts:
            held[name] = held.get(name, 0) + 1
    front = next(s for s in bed.outline.sides if s.name == "front")
    for part in bed.parts:
        if part.role.name == "sleeper" and part.side == "front" and part.course == 2:
            for end in front.reach(part.body):
                posts = [front.reach(p.body) for p in bed.posts_at("front")]
                assert any(low - 1 <= end <= high + 1 for low, high in posts), (
                    f"{part.name} ends at {end:.0f}"
                )


def test_every_sheet_is_fixed_to_what_stands_behind_it() -> None:
    sheet = {"kind": "framed_sheet", "sheet": "sheet-wave-18", "rail": "larch-45x70", "post": "post-75x75"}
    bed = built(
        {
            "schema": 1,
            "name": "Sheet",
            "outline": {"length": "2.4 m", "width": "1.2 m"},
            "courses": 1,
            "construction": {**sheet, "post_drop": "20 mm"},
        }
    )
    joined = {frozenset(j.parts) for j in bed.joints}
    sheets = [p for p in bed.parts if p.role.name == "sheet"]
    studs = [p for p in bed.parts if p.role.name == "stud"]
    assert all(frozenset((s.name, stud.name)) in joined for s, stud in touching_pairs(sheets, studs))


def test_a_trellis_stands_clear_of_the_cap() -> None:
    design = {
        "schema": 1,
        "name": "Both",
        "outline": {"length": "2.4 m", "width": "1.2 m"},
        "courses": 2,
        "construction": {"kind": "boards", "board": "larch-45x195", "post": "post-75x75"},
        "add_ons": {"cap": {}, "trellis": {"side": "back"}},
    }
    bodies = [p.body for p in assemble(read_design(design), catalogue()).parts]
    assert not any(i < j and overlap(bodies[i], bodies[j]) for i, j in near_pairs(bodies, bodies))


def test_an_imperial_bed_has_round_defaults() -> None:
    plan = planned(
        {
            "schema": 1,
            "name": "Feet",
            "outline": {"length": "8 ft", "width": "4 ft"},
            "courses": 2,
            "construction": {"kind": "boards", "board": "2x8", "post": "4x4"},
        }
    )
    # Posts 12 in deep, 2 in below the top.
    assert plan.outside.post_mm == pytest.approx((14.5 - 2 + 12) * 25.4)
