"""What a hair would change: every fit really saves what it says."""

from typing import Any

import pytest
from hypothesis import HealthCheck, given, settings

from acrebox.core.design import put_at, read_design
from acrebox.core.errors import DesignError
from acrebox.core.fits import Fit, fits
from acrebox.core.measure.written import Length
from acrebox.core.plan import open_plan, plan_document
from sample import document
from strategies import full_design

CAPPED = {
    "schema": 1,
    "name": "Hair",
    "outline": {"shape": "rectangle", "length": "8 ft", "width": "4 ft"},
    "construction": {"kind": "boards", "board": "2x8", "post": "4x4"},
    "courses": 2,
    "add_ons": {"cap": {"board": "2x6", "overhang": "3/4 in", "corner": "mitred"}},
}


def found(data: dict[str, Any]) -> list[Fit]:
    return fits(read_design(data))


def taken(data: dict[str, Any], fit: Fit) -> dict[str, Any]:
    made: dict[str, Any] = put_at(read_design(data).document(), fit.field, fit.to)
    return made


def test_a_cap_that_just_misses_a_stick_is_told_of() -> None:
    """8 ft of wall and 3/4 in either side is 97½ in: cut from 10 ft. With none it is 96 in, an 8 ft stick."""
    [cap] = [f for f in found(CAPPED) if f.field == "add_ons.cap.overhang"]
    assert (cap.from_, Length(cap.to).mm) == ('3/4"', 0)
    # By the list: two 8 ft sticks of 2×6 at 9.35 for two of 10 ft at 11.90.
    assert cap.saves.cost == pytest.approx(2 * (11.90 - 9.35))


def test_posts_a_hair_shorter_come_out_of_one_stick_more() -> None:
    """24½ in with a cut of 1/8 in: four and three cuts are 98 3/8 in; an 8 ft stick wants them 5/8 in less
    each.
    """
    lower = put_at(read_design(CAPPED).document(), "construction.post_drop", "2 in")
    [drop] = [f for f in found(lower) if f.field == "construction.post_drop"]
    assert Length(drop.to).mm == pytest.approx((2 + 5 / 8) * 25.4)


@settings(max_examples=12, deadline=None, suppress_health_check=[HealthCheck.too_slow])
@given(full_design())
def test_every_fit_saves_what_it_says_and_breaks_no_rule(data: dict[str, Any]) -> None:
    try:
        before = plan_document(data)
    except DesignError:
        return
    alarms = {w["code"] for w in before["watch_outs"] if w["level"] != "note"}
    for fit in found(data):
        after = plan_document(taken(data, fit))
        saved = before["totals"]["cost"] - after["totals"]["cost"]
        assert fit.saves.cost == pytest.approx(saved, abs=0.011)
        assert {w["code"] for w in after["watch_outs"] if w["level"] != "note"} <= alarms
        was, now = Length(fit.from_).mm, Length(fit.to).mm
        assert 0 < abs(now - was) <= max(0.02 * was, 25.4) + 0.01
        assert fit.saves.cost > 0 or fit.saves.sticks >= 0


def test_the_same_bed_gets_the_same_answer_and_more_room_costs_no_stick() -> None:
    data = document(outline__length="2.35 m", outline__width="1.15 m", units="metric")
    first = found(data)
    assert first == found(data)
    before = open_plan(read_design(data))
    for fit in first:
        if fit.saves.cost <= 0:
            after = open_plan(read_design(taken(data, fit)))
            assert after.totals.stock_cost <= before.totals.stock_cost + 0.005
            assert after.inside.volume_l > before.inside.volume_l


def test_a_height_a_hair_lower_saves_a_course() -> None:
    # Two courses of 7 1/4 in, and a strip an inch high that is ripped.
    data = document(height="15 1/2 in", units="imperial", construction__top_course="ripped")
    [height] = [f for f in found(data) if f.field == "height"]
    assert Length(height.to).mm == pytest.approx(14.5 * 25.4)
    assert height.saves.sticks > 0
    assert height.saves.cost > 0
