"""Every working is arithmetic that a reader can repeat: what is printed is put into a pocket calculator, each
number anywhere within half a unit of its last place, and has to come to what is printed behind it, in its
units. `arithmetic/grammar.lark` says how it is read.
"""

from collections.abc import Iterator
from typing import Any

import pytest
from hypothesis import assume, given

from acrebox.core.design import Design, read_design
from acrebox.core.errors import DesignError
from acrebox.core.measure.systems import System
from acrebox.core.plan import open_plan
from acrebox.core.plan.season import season_document
from acrebox.core.weighing import weigh
from acrebox.core.yard import LONE, Yard
from acrebox.demo import demo_beds, demo_yard
from acrebox.standins.weather import year_at
from arithmetic import UnreadableError, Value, numbers_in, parts, repeated, within
from six_beds import SIX
from strategies import full_design

# What is read off the parts as they lie, counted, looked up, or searched for: told with its amount.
READ_OFF = {
    "cuts.count": "counted; the parts are named",
    "cuts.length_mm": "where a piece lies askew",
    "cutting.bound": "searched for",
    "cutting.cost": "where nothing is sawn",
    "cutting.sections.bound": "searched for",
    "drainage.stone_l": "round a pipe that lies in it",
    "drainage.*": "a piece of pipe without fittings",
    "facts.area_outside": "of any polygon",
    "facts.bars": "counted",
    "facts.boards_spare": "counted",
    "facts.cap_blocks": "counted",
    "facts.diameter": "as it was asked for",
    "facts.footing_blocks": "none",
    "facts.footprint": "of any polygon",
    "facts.half_blocks": "none, ever",
    "facts.hatch": "as it was asked for",
    "facts.parts_put_on_last": "counted; the parts are named",
    "facts.seam_screws": "by how they are spaced",
    "facts.sides_joined_loose": "counted; the sides are named",
    "facts.tanks": "as it was asked for",
    "fill.layers.settled_l": "the room between two heights, however it is shaped",
    "fill.purchases.cost": "where all is to hand",
    "ground.backfill_l": "a surface over many stations",
    "ground.base_l": "a surface over many stations",
    "ground.trench_l": "a surface over many stations",
    "ground.wedge_l": "a surface over many stations",
    "ground.wedge_within_l": "a surface over many stations",
    "weighing.life": "looked up",
    "weighing.watch_outs": "counted",
    "weighing.cuts": "where nothing is sawn",
    "weighing.bow": "where nothing bends",
    "inside.length_mm": "where a wall stands askew",
    "inside.width_mm": "where a wall stands askew",
    "lining.staples": "counted edge by edge",
    "lining.tape_mm": "measured edge by edge",
    "nitrogen.grams": "where nothing is wanted",
    "outside.height_mm": "as it is sold",
    "outside.length_mm": "as it was asked for",
    "outside.post_limit_mm": "looked up",
    "outside.post_mm": "where there are none",
    "outside.width_mm": "as it was asked for",
    "reservoir.lifts_mm": "looked up",
    "reservoir.*": "a piece of pipe without fittings",
    "settling.first_weeks_mm": "by the room between two heights, however it is shaped",
    "site.reach_mm": "searched for",
    "site.hose.long_mm": "searched for",
    "site.barrow.long_mm": "searched for",
    "site.carried.long_mm": "searched for",
    "strength.hoops.screws": "by how they are spaced",
    "strength.laid.slide": "where nothing pushes",
    "strength.laid.tip": "where nothing pushes",
    "strength.members.bow_mm": "where nothing leans on it",
    "strength.members.longest_mm": "where nothing limits it",
    "strength.posts.wanted_mm": "searched for; what the ground holds there is repeated",
    "totals.soil_l": "where all of the fill is soil: the sum of the layers, under fill",
    "totals.sticks": "where nothing is sawn",
}


def figures(value: Any, path: tuple[str, ...] = ()) -> Iterator[tuple[str, dict[str, Any]]]:
    """Every figure of a document that has a working, by its place."""
    if isinstance(value, dict):
        if {"amount", "unit", "working"} <= value.keys():
            yield ".".join(p for p in path if p != "working"), value
        for key, found in value.items():
            yield from figures(found, (*path, key))
    elif isinstance(value, list):
        for found in value:
            yield from figures(found, path)


def wrong_with(place: str, worked: dict[str, Any]) -> str | None:
    """Why a working cannot be repeated, or comes to something else than its figure; None where it does."""
    amount, unit, said = worked["amount"], worked["unit"], worked["working"]
    told: list[Value] = []
    try:
        told = [value for part in parts(said) if (value := repeated(part))]
    except UnreadableError as found:
        return f"{place}: {found}"
    if any(within(amount, unit, value) for value in told):
        return None
    if place not in READ_OFF and f"{place.partition('.')[0]}.*" not in READ_OFF:
        return f"{place}: {amount:g} {unit} is not worked out in: {said}"
    if not any(within(amount, unit, value) for value in numbers_in(said)):
        return f"{place}: {amount:g} {unit} is not told in: {said}"
    return None


def repeat(design: Design, yard: Yard = LONE) -> int:
    """Repeats every working of a bed's plan in both systems; how many there were."""
    count, wrong = 0, set[str]()
    for system in System:
        for place, worked in figures(open_plan(design, yard, shown=system).document()):
            wrong.add(wrong_with(place, worked) or "")
            count += 1
    assert sorted(wrong - {""}) == []
    return count


@pytest.mark.parametrize("design", demo_beds(), ids=lambda b: str(b.name))
def test_every_working_of_the_demo_yard_is_repeated(design: Design) -> None:
    assert repeat(design, demo_yard()) > 60


@pytest.mark.parametrize("name", SIX)
def test_every_working_of_a_bed_worked_out_by_hand_is_repeated(name: str) -> None:
    repeat(read_design(SIX[name].asked))


@given(full_design())
def test_every_working_of_any_bed_is_repeated(document: dict[str, Any]) -> None:
    try:
        repeat(read_design(document))
    except DesignError as fault:  # the yard drawn for it has no such sticks, or it cannot carry its add-ons
        fields = [p.field for p in fault.problems]
        assume(not any(f.startswith(("add_ons", "outline")) or f == "bench.lengths" for f in fields))
        raise


def test_the_workings_of_a_season_and_of_variants_are_repeated() -> None:
    kept = [b for b in demo_beds() if b.reservoir is not None]
    assert kept
    seasons = [season_document(b.document(), year_at(48.0), LONE) for b in kept]
    weighed = weigh(demo_beds()[:4]).model_dump(mode="json")
    rows = [(f"weighing.{row['key']}", worked) for row in weighed["rows"] for worked in row["working"]]
    found = [(f"season.{place}", worked) for season in seasons for place, worked in figures(season)]
    assert len(found) >= 3 * len(kept)
    assert len(rows) > 30
    assert [wrong for place, worked in found + rows if (wrong := wrong_with(place, worked))] == []


@pytest.mark.parametrize(
    ("working", "why"),
    [
        ("2.274 m × 1.074 m × 0.575 m × 1000 L/m³ = 1,438 L", "comes to"),
        ("2.274 m × 1.074 m × 0.575 m = 1,404 L", "told in"),
        ("8 × 3000 mm = €219.20", "told in"),
        ("2 kPa × 0.7 m = 1,400 N/m", "told in"),
        ("1 × 5 = 5 and 6", "cannot be read"),
        ("12 mm 14 mm + 3 mm = 15 mm", "cannot be read"),
        ("2 × 7 1/4″ = 1′ 3″", "comes to"),
        ("64 ÷ 50 a box, rounded up = 3", "comes to"),
        ("1.5 m + 300 mm = 1.8 m", "added up"),
        ("457 L = 0.47 m³", "told as"),
        ("24 to 53 L × 1.25 = 30 to 69 L", "comes to"),
        ("√(4 m) = 2 m", "no unit"),
        ("0.5 × 8 ÷ 0 = 4", "divided by"),
    ],
)
def test_what_is_no_arithmetic_is_found_out(working: str, why: str) -> None:
    with pytest.raises(UnreadableError, match=why):
        repeated(parts(working)[-1])


@pytest.mark.parametrize(
    ("working", "amount", "unit"),
    [
        ("1.26 m × 1.01 m × 0.365 m × 1000 L/m³ = 464 L = 0.46 m³", 464.499, "L"),
        ("of a sheet: (2950 mm + a cut 1.5 mm) ÷ (60 mm + a cut 1.5 mm), rounded down = 48", 48, "rings"),
        ("outside 4′ 5 1/8″ − 2 boards × 1 3/4″ (planed, 2x8) = 4′ 1 5/8″", 1260.0, "mm"),
        ("√((1.35 m)² + (1.1 m)²) = 1.741 m = 1741 mm", 1741.4, "mm"),
        ("(1451 mm + 145 mm) × tan(22.5°) = 661 mm", 661.1, "mm"),
        ("1,463 lb ÷ 15.98 ft² = 91.6 psf", 4.384, "kPa"),
        ("24 to 53 L × 1.25 = 30 to 66 L", 66.2, "L"),
        ("228 L (Garden soil, screened) × 1.60 kg/L = 365 kg", 365.0, "kg"),
    ],
)
def test_what_is_arithmetic_is_repeated(working: str, amount: float, unit: str) -> None:
    found = repeated(parts(working)[-1])
    assert found is not None
    assert within(amount, unit, found)
    assert not within(amount * 1.02, unit, found)
