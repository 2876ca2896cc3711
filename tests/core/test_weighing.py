"""Weighing up: every figure is that of the variant planned alone."""

import pytest

from acrebox.core.choosing import change_construction
from acrebox.core.construction import assemble
from acrebox.core.design import CircleShape, Design
from acrebox.core.errors import DesignError
from acrebox.core.plan import WATCH_OUTS, plan_bed
from acrebox.core.stock import catalogue
from acrebox.core.weighing import Rates, alternatives, weigh
from acrebox.demo import demo_beds
from sample import design

VARIANTS = [
    design(name="Boards"),
    design(name="Higher", height=None, courses=3),
    change_construction(design(name="Sheet"), "framed_sheet").design,
]


def test_figures_equal_those_of_each_variant_alone() -> None:
    weighed = weigh(VARIANTS)
    rows = {r.key: r for r in weighed.rows}
    for n, variant in enumerate(VARIANTS):
        plan = plan_bed(variant)
        assert weighed.pictures[n] == plan.drawings.elevations[0]
        assert rows["cost"].values[n] == plan.totals.cost
        assert rows["inside_volume"].values[n] == plan.inside.volume_l
        assert rows["growing_area"].values[n] == plan.inside.area_m2
        assert rows["bow"].values[n] == max(m.bow_mm for m in plan.strength.members)
        assert rows["cuts"].values[n] == sum(c.count for c in plan.cuts)
        assert rows["stock_cost"].values[n] + rows["fill_cost"].values[n] == pytest.approx(plan.totals.cost)
        assert len(weighed.needs_a_look[n]) == rows["watch_outs"].values[n]


def test_the_better_figure_is_marked_and_none_where_all_are_alike() -> None:
    for row in weigh(VARIANTS).rows:
        for place in row.better:
            assert row.values[place] in (min(row.values), max(row.values)) or row.upto
        assert len(row.better) < len(VARIANTS)
    assert all(row.better == [] for row in weigh([VARIANTS[0], VARIANTS[0]]).rows)
    assert {r.key for r in weigh(VARIANTS).rows if not r.better} >= {"inside_volume", "height"}


def test_hours_follow_the_rates_of_work() -> None:
    def hours(rates: Rates) -> float:
        return next(r.values[0] for r in weigh(VARIANTS[:1], rates).rows if r.key == "hours")

    pieces = sum(c.count for c in plan_bed(VARIANTS[0]).cuts)
    none = Rates(cut=0, fixing=0, post=0, barrow=0, side=0)
    assert hours(none) == 0
    assert hours(none.model_copy(update={"cut": 6.0})) == pytest.approx(pieces / 10)
    assert hours(Rates()) > 0


def test_life_is_a_band_of_the_shortest_lived_wood() -> None:
    life = next(r for r in weigh(VARIANTS).rows if r.key == "life")
    assert life.upto is not None
    assert all(low < high for low, high in zip(life.values, life.upto, strict=True))


def test_a_variant_that_cannot_be_planned_is_named() -> None:
    with pytest.raises(DesignError) as caught:
        weigh([VARIANTS[0], design(name="Odd", height="13 in")])
    [problem] = caught.value.problems
    assert problem.field == "designs.1.height"
    assert "Variant 2, Odd" in problem.message


@pytest.mark.parametrize("count", [0, 5])
def test_one_to_four_variants(count: int) -> None:
    with pytest.raises(DesignError):
        weigh([VARIANTS[0]] * count)


@pytest.mark.parametrize("bed", demo_beds(), ids=lambda bed: str(bed.name))
def test_a_bed_is_weighed_up_against_two_sound_ones_of_its_size(bed: Design) -> None:
    def alarms(design: Design) -> set[str]:
        return {w.code for w in plan_bed(design)[WATCH_OUTS] if w.level != "note"}

    def ground(design: Design) -> float:
        return assemble(design, catalogue()).outline.area

    found = alternatives(bed)
    assert len(found) == 2
    for other in found:
        assert alarms(other) <= alarms(bed)
        if bed.construction.ready_made or isinstance(bed.outline, CircleShape):
            assert 0.8 < ground(other) / ground(bed) < 1.25
        else:
            assert other.outline == bed.outline
        assert other.construction != bed.construction or other.courses != bed.courses
    assert found == alternatives(bed)
