"""The same bed filled otherwise: recipes, and what other ways would save."""

import pytest

from acrebox.core.choosing import change_construction
from acrebox.core.design import put_at, read_design
from acrebox.core.otherwise import other_ways, recipes, recipes_for
from acrebox.core.plan import TOTALS, open_plan
from acrebox.core.yard import read_yard
from filled import MIX, Document, boards, trough

KINDS = ("boards", "sleepers", "framed_sheet", "ring", "tote", "drum")
IMPERIAL: Document = {
    "schema": 1,
    "name": "In inches",
    "units": "imperial",
    "outline": {"shape": "rectangle", "length": "8 ft", "width": "4 ft"},
    "courses": 3,
    "construction": {"kind": "boards", "board": "2x8", "post": "4x4"},
}


@pytest.mark.parametrize("document", [boards(), trough(), IMPERIAL])
def test_every_recipe_says_what_it_comes_to_or_why_it_cannot_be(document: Document) -> None:
    rows = recipes_for(read_design(document))
    assert [r.key for r in rows if not r.own]
    assert len(rows) == len(recipes())
    for row in rows:
        if row.trouble:
            continue
        plan = open_plan(read_design(put_at(document, "fill.layers", row.layers)))
        assert row.cost == pytest.approx(plan.fill.cost)
        assert row.wet_kg == pytest.approx(plan.fill.wet_kg)


def test_recipes_that_suit_come_first() -> None:
    def first(document: Document) -> set[str]:
        return {r.key for r in recipes_for(read_design(document)) if r.suits}

    assert "half-and-half" in first(boards())
    assert first({**trough(), "reservoir": {"medium": "gravel"}}) == {"reservoir-mix"}
    assert first({**boards(), "site": {"stands_on": "deck"}}) == {"light-mix"}
    assert "half-and-half" not in first(trough())


def test_a_filler_does_not_suit_where_it_leaves_too_little_for_roots() -> None:
    low = {r.key: r for r in recipes_for(read_design({**boards(), "courses": 2}))}
    assert not low["wood-below"].suits
    assert not low["wood-below"].trouble
    assert low["half-and-half"].suits


def test_a_light_mix_is_half_the_weight_of_soil() -> None:
    rows = {r.key: r for r in recipes_for(read_design(boards()))}
    light, soil = rows["light-mix"].wet_kg, rows["five-four-one"].wet_kg
    assert light is not None
    assert soil is not None
    assert light < 0.6 * soil


def test_a_mix_for_reservoirs_is_organic_enough() -> None:
    bed = {**boards(), "lining": {"walls": "pond", "floor": "pond"}, "reservoir": {"medium": "gravel"}}
    layers = next(r.layers for r in recipes_for(read_design(bed)) if r.key == "reservoir-mix")
    codes = {w.code for w in open_plan(read_design(put_at(bed, "fill.layers", layers))).watch_outs}
    assert "reservoir-soil-poor" not in codes


def test_a_recipe_in_inches_is_round_in_inches() -> None:
    rows = {r.key: r for r in recipes_for(read_design(IMPERIAL))}
    assert rows["wood-below"].layers[0]["depth"] == "8 in"


def test_a_recipe_too_deep_for_a_bed_says_so() -> None:
    low = {**boards(), "courses": 1}
    wood = next(r for r in recipes_for(read_design(low)) if r.key == "wood-below")
    assert wood.trouble
    assert not wood.suits


def test_a_yard_keeps_recipes_of_its_own() -> None:
    yard = read_yard({"schema": 1, "name": "Y", "recipes": [{"name": "Grandpa's", "layers": [MIX]}]})
    mine = recipes_for(read_design(boards()), yard)[-1]
    assert (mine.name, mine.own) == ("Grandpa's", True)
    filled = open_plan(read_design(boards(layers=[MIX])))
    assert mine.cost == pytest.approx(filled.fill.cost)


def test_other_ways_save_what_they_say() -> None:
    document = boards()
    before = open_plan(read_design(document))
    ways = other_ways(read_design(document))
    found = {w.key: w for w in ways}
    assert {"shallower", "filler-logs", "loads"} <= found.keys()
    costs = [w.saves_cost for w in ways if not w.already]
    assert costs == sorted(costs, reverse=True)
    for way in ways:
        if way.design is None:
            continue
        after = open_plan(way.design)
        assert before[TOTALS].cost - after[TOTALS].cost == pytest.approx(way.saves_cost)
        assert way.saves_cost > 0
    assert found["loads"].design is None


def test_what_was_asked_for_in_bags_is_offered_the_cheapest_way() -> None:
    dear = boards(bought=[{"material": "compost", "way": "bags"}])
    found = {w.key: w for w in other_ways(read_design(dear))}
    cheap = open_plan(read_design(boards()))[TOTALS].cost
    assert open_plan(read_design(dear))[TOTALS].cost - cheap == pytest.approx(found["cheapest"].saves_cost)


def test_no_filler_is_offered_where_it_leaves_too_little_for_roots_or_water_is_kept() -> None:
    low = {w.key for w in other_ways(read_design({**boards(), "courses": 2}))}
    assert not any(key.startswith("filler") for key in low)
    wet = {**boards(), "lining": {"walls": "pond", "floor": "pond"}, "reservoir": {"medium": "gravel"}}
    assert not any(w.key.startswith("filler") for w in other_ways(read_design(wet)))


@pytest.mark.parametrize("kind", KINDS)
def test_a_bed_that_keeps_water_keeps_it_however_it_is_built(kind: str) -> None:
    tank = {**trough(), "reservoir": {"medium": "gravel"}}
    if kind == "ring":
        tank = {
            **tank,
            "outline": {"shape": "circle", "diameter": "1.5 m"},
            "construction": {"kind": "trough"},
        }
    changed = change_construction(read_design(tank), kind)
    plan = open_plan(changed.design)
    assert plan.reservoir.held_l > 0
    if not changed.design.construction.floored:
        assert any("pond sheet" in words for words in changed.dropped)
        assert plan.lining.floor == "pond"
