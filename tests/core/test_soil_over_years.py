"""What fill does: it goes in by loads, sinks, is topped up; straw and wood take nitrogen while they rot."""

import itertools

import pytest
from hypothesis import given
from hypothesis import strategies as st

from acrebox.core.fill.nitrogen import Feedstock, balancing, mixed_ratio, rots_at_first, tied_up
from acrebox.core.fill.settling import LEAST, MOST, left_of, sinks, topped_up
from acrebox.core.plan import ASSEMBLY, LAYERS
from acrebox.core.stock import catalogue
from filled import MIX, Document, boards, planned, stacks, trough

COMPOST = [{"material": "compost", "share": 100}]
STRAW = [{"material": "straw", "depth": "150 mm"}, MIX]
FILLS = {f.key: f for f in catalogue().fill}


def codes(document: Document) -> dict[str, str]:
    return {w.code: w.level for w in planned(document).watch_outs}


def test_compost_sinks_by_its_band() -> None:
    """By hand: 755 mm of compost lose 10 to 20 % in the first year, 5 to 10 % in each after."""
    years = planned(boards(layers=COMPOST)).settling.years
    assert [y.year for y in years] == list(range(6))
    assert years[1].depth_least_mm == pytest.approx(755 * 0.9, abs=0.5)
    assert years[1].depth_most_mm == pytest.approx(755 * 0.8, abs=0.5)
    assert years[5].depth_most_mm == pytest.approx(755 * 0.8 * 0.9**4, abs=0.5)
    # 10 % of what lies in place comes back as compost, which settles to four fifths.
    lost = planned(boards()).inside.volume_l * 0.1
    assert years[1].top_up_least_l == pytest.approx(lost * 1.25, rel=1e-6)


def test_tipped_in_loose_it_packs_by_its_settling_factor() -> None:
    found = planned(boards(layers=COMPOST)).settling
    assert found.first_weeks_mm == pytest.approx(755 * (1 - 1 / 1.25), abs=0.5)


def test_stone_and_perlite_stay() -> None:
    years = planned(boards(layers=[{"material": "gravel", "share": 100}])).settling.years
    assert [y.depth_most_mm for y in years] == pytest.approx([755] * 6)


@given(stacks())
def test_settling_conserves_mass_and_only_sinks(document: Document) -> None:
    plan = planned(document)
    layers, cavity = plan[LAYERS], plan[ASSEMBLY].cavity
    years = sinks(layers, cavity)
    dry = sum(c.dry for x in layers for c in x.everything)
    for before, after in itertools.pairwise(years):
        for was, now in ((before.least, after.least), (before.most, after.most)):
            assert now.dry + now.gone == pytest.approx(dry)
            assert now.dry <= was.dry + 1e-9
            assert now.top <= was.top + 1e-6
            assert now.left == pytest.approx(was.left - now.lost)
        assert after.most.top <= after.least.top + 1e-6
        assert after.most.top > cavity.floor - 1e-6


@given(st.sampled_from(sorted(FILLS)), st.integers(1, 8))
def test_less_is_left_every_year(key: str, years: int) -> None:
    fill = FILLS[key]
    for bound in (LEAST, MOST):
        assert 0 <= left_of(fill, years, bound) <= left_of(fill, years - 1, bound) <= 1
    assert left_of(fill, years, MOST) <= left_of(fill, years, LEAST)


def test_a_bed_kept_full_takes_less_after_its_straw_is_gone() -> None:
    layers = planned(boards(layers=STRAW))[LAYERS]
    added = topped_up(layers, FILLS["compost"], MOST)
    assert added[0] > added[1] > added[4] > 0


def test_straw_takes_seven_to_ten_grams_of_nitrogen_a_kilogram() -> None:
    """Common practice: 0.7 to 1 kg of nitrogen on 100 kg of straw."""
    layers = planned(boards(layers=STRAW))[LAYERS]
    [tied] = tied_up(layers)
    assert 7 <= tied.grams / tied.dry <= 10
    # By hand, of a kilogram: 0.65 × (0.48 ÷ 30 − 0.00378) = 7.94 g.
    assert tied.grams / tied.dry == pytest.approx(0.65 * (0.48 / 30 - 0.00378) * 1000, rel=1e-9)
    assert rots_at_first(FILLS["straw"]) == pytest.approx(0.65)


def test_a_feed_gives_what_is_tied_up() -> None:
    found = planned(boards(layers=STRAW)).nitrogen
    feeds = {f.name: f.kg for f in found.feeds}
    assert feeds["dried blood"] * 0.12 == pytest.approx(found.grams / 1000, rel=1e-3)
    assert "nitrogen-tied" in codes(boards(layers=STRAW))
    assert planned(boards()).nitrogen.feeds == []


@given(st.floats(20, 200), st.floats(5, 28), st.floats(0, 0.8), st.floats(0, 0.8))
def test_what_balances_a_mix_brings_it_to_its_ratio(high: float, low: float, wet: float, damp: float) -> None:
    first = Feedstock(kg=10, moisture=wet, carbon=0.45, nitrogen=0.45 / (30 + high))
    second = Feedstock(kg=1, moisture=damp, carbon=0.4, nitrogen=0.4 / low)
    kg = balancing(first, second, 30)
    more = Feedstock(kg=kg, moisture=damp, carbon=0.4, nitrogen=0.4 / low)
    assert mixed_ratio([first, more]) == pytest.approx(30)


@pytest.mark.parametrize(
    ("document", "code", "level"),
    [
        (boards(layers=[{"material": "logs", "depth": "500 mm"}, MIX]), "roots-over-filler", "fix"),
        (boards(layers=[{"material": "logs", "depth": "400 mm"}, MIX]), "filler-depth", "note"),
        (boards(layers=[{"material": "straw", "depth": "100 mm"}, MIX]), "filler-depth", "note"),
        (
            trough(layers=[{"material": "garden-soil", "share": 70}, {"material": "compost", "share": 30}]),
            "container-soil",
            "fix",
        ),
        (
            boards(
                layers=[{"material": "compost", "share": 100}],
                bought=[{"material": "compost", "way": "bags"}],
            ),
            "bags-dearer",
            "note",
        ),
    ],
)
def test_what_of_the_fill_needs_a_look(document: Document, code: str, level: str) -> None:
    assert codes(document).get(code) == level
    assert code not in codes(boards())


def test_an_end_stays_open_only_where_the_rest_stands_by_itself() -> None:
    tall = planned(boards())
    assert tall.tipping.open_end
    loose = boards()
    loose["construction"] = {**loose["construction"], "post_depth": "none"}
    assert not planned(loose).tipping.open_end
    low = {**boards(), "courses": 2}
    assert not planned(low).tipping.open_end
    assert "barrow tips over" in planned(low).tipping.says


def test_loads_take_their_time_and_their_order() -> None:
    plan = planned(boards(layers=STRAW))
    words = [step.words for step in plan.tipping.order]
    assert plan.tipping.loads == plan.fill.barrows
    assert plan.tipping.minutes == pytest.approx(4 * plan.fill.barrows)
    assert [n for n, w in enumerate(words) if w.startswith("Straw")] < [
        n for n, w in enumerate(words) if w.startswith("Garden soil")
    ]
    assert any("dried blood" in w for w in words)
    assert words[-1].endswith("mulch last.")


def test_one_s_own_compost_is_organic_and_rots_as_compost_does() -> None:
    own = [{"name": "From the corner", "kind": "compost"}]
    layers = [{"material": "From the corner", "share": 100}]
    mine = planned(boards(layers=layers, own=own))
    bought = planned(boards(layers=COMPOST))
    assert [y.depth_most_mm for y in mine.settling.years] == [y.depth_most_mm for y in bought.settling.years]
    straw = [{"name": "Old hay", "kind": "filler", "cn": 60}]
    layers = [{"material": "Old hay", "depth": "150 mm"}, MIX]
    ratios = planned(boards(layers=layers, own=straw)).nitrogen.ratios
    assert ratios[0].ratio == pytest.approx(60)
