"""What holds for every design of every construction (the invariants of the architecture)."""

import json
from itertools import combinations
from math import ceil
from typing import Any

import pytest
from hypothesis import given

from acrebox.core.assembly import Assembly
from acrebox.core.construction import assemble
from acrebox.core.design import read_design
from acrebox.core.plan import plan_bed, plan_document
from acrebox.core.shape.bodies import overlap_depth
from acrebox.core.stock import catalogue
from strategies import any_design

TOLERANCE = 0.01


def built(document: dict[str, Any]) -> Assembly:
    return assemble(read_design(document), catalogue())


@given(any_design())
def test_no_two_parts_overlap_and_joints_touch(document: dict[str, Any]) -> None:
    bed = built(document)
    for a, b in combinations(bed.parts, 2):
        if a.solid.notches or b.solid.notches:
            continue  # what stands in a notch is checked with real solids, in tests/outside/test_solids.py
        (a0, a1), (b0, b1) = a.solid.bounds, b.solid.bounds
        if all(min(a1[i], b1[i]) - max(a0[i], b0[i]) > TOLERANCE for i in range(3)):
            assert overlap_depth(a.solid, b.solid) < TOLERANCE, f"{a.name} runs into {b.name}"
    parts = {p.name: p for p in bed.parts}
    assert len(parts) == len(bed.parts)
    for joint in bed.joints:
        one, other = (parts[name] for name in joint.parts)
        assert overlap_depth(one.solid, other.solid) > -TOLERANCE, f"{joint.parts} do not touch"


@given(any_design())
def test_every_part_is_in_one_piece_of_the_cutting_and_every_stick_holds_its_pieces(
    document: dict[str, Any],
) -> None:
    plan = plan_bed(read_design(document))
    cut = [piece.label for stick in plan.cutting.sticks for piece in stick.pieces]
    assert sorted(cut) == sorted(label for c in plan.cuts for label in c.parts)
    for stick in plan.cutting.sticks:
        end = stick.pieces[-1].start_mm + stick.pieces[-1].length_mm
        assert end <= stick.length_mm + 1e-6
        for a, b in zip(stick.pieces, stick.pieces[1:], strict=False):
            assert b.start_mm == pytest.approx(a.start_mm + a.length_mm + stick.kerf_mm)
    bought = sum(b.count for b in plan.buying if b.stage == "bench" and b.unit in ("stick", "sheet"))
    assert bought == plan.totals.sticks == sum(not s.to_hand for s in plan.cutting.sticks)
    assert plan.cutting.cost >= plan.cutting.bound
    assert plan.cutting.cost == pytest.approx(sum(s.price for s in plan.cutting.sticks))


@given(any_design())
def test_the_cavity_fills_evenly_and_the_layers_add_up(document: dict[str, Any]) -> None:
    bed, plan = built(document), plan_bed(read_design(document))
    heights = [bed.cavity.floor + (bed.cavity.top - bed.cavity.floor) * n / 7 for n in range(8)]
    volumes = [bed.cavity.litres_to(z) for z in heights]
    assert volumes == sorted(volumes)
    for z, v in zip(heights, volumes, strict=True):
        assert bed.cavity.height_of(v) == pytest.approx(z, abs=1e-3)
    assert sum(layer.settled_l for layer in plan.fill.layers) == pytest.approx(plan.inside.volume_l)
    assert sum(layer.depth_mm for layer in plan.fill.layers) == pytest.approx(plan.inside.depth_mm, abs=1e-3)


@given(any_design())
def test_bags_hold_what_is_brought_and_one_fewer_would_not(document: dict[str, Any]) -> None:
    for layer in plan_bed(read_design(document)).fill.layers:
        if layer.bag_l:
            assert layer.bags * layer.bag_l >= layer.loose_l - 1e-5 > (layer.bags - 1) * layer.bag_l
        if layer.bulk_step_l:
            assert layer.bulk_steps == ceil((layer.loose_l - 1e-6) / layer.bulk_step_l)
        offers = [cost for cost in (layer.bag_cost, layer.bulk_cost) if cost is not None]
        assert layer.cost == min(offers, default=0)


@given(any_design())
def test_the_same_design_gives_the_same_bytes(document: dict[str, Any]) -> None:
    assert json.dumps(plan_document(document)) == json.dumps(plan_document(json.loads(json.dumps(document))))


@given(any_design())
def test_metric_and_imperial_views_are_one_plan(document: dict[str, Any]) -> None:
    one, other = (plan_document({**document, "units": units}) for units in ("metric", "imperial"))
    assert numbers(one) == numbers(other)


def numbers(value: Any) -> Any:
    """A plan without what is words."""
    if isinstance(value, dict):
        return {
            k: numbers(v)
            for k, v in value.items()
            if k not in ("working", "units", "watch_outs", "notes", "says", "words")
        }
    return [numbers(v) for v in value] if isinstance(value, list) else value
