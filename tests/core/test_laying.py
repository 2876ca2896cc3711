"""Layers laid into beds: by depth, by share, by all that is to hand; boundaries between them moved."""

import itertools

import pytest
from hypothesis import given
from hypothesis import strategies as st

from acrebox.core.design import put_at, read_design
from acrebox.core.errors import DesignError
from acrebox.core.otherwise import moved
from acrebox.core.plan import ASSEMBLY, LAYERS, PURCHASES
from filled import KINDS, MIX, Document, boards, planned, stacks


def refused(document: Document) -> dict[str, str]:
    with pytest.raises(DesignError) as fault:
        planned(document)[LAYERS]
    return {p.field: f"{p.value} | {p.message} | {p.allowed}" for p in fault.value.problems}


def test_all_that_is_to_hand_is_laid_settled() -> None:
    """By hand: 10 bags of 60 L of logs are 600 L loose, 600 ÷ 1.3 = 461.5 L in place."""
    heaps = [{"material": "logs", "measured": "bags", "count": 10, "holds": "60 L"}]
    plan = planned(boards(layers=[{"material": "logs", "all_to_hand": True}, MIX], heaps=heaps))
    logs, soil = plan.fill.layers
    assert logs.settled_l == pytest.approx(600 / 1.3, abs=1e-3)
    assert soil.settled_l == pytest.approx(plan.inside.volume_l - logs.settled_l)
    bought = {p.material: p for p in plan.fill.purchases}
    assert (bought["logs"].way, bought["logs"].to_hand_l) == ("to hand", pytest.approx(600))


def test_a_heap_measured_as_a_cone_is_laid_whole() -> None:
    """π · 1.2² · 0.6 ÷ 12 m³ = 226.2 L loose."""
    heaps = [{"material": "compost", "measured": "cone", "across": "1.2 m", "high": "600 mm"}]
    layers = [{"material": "topsoil-blend", "share": 100}, {"material": "compost", "all_to_hand": True}]
    plan = planned(boards(layers=layers, heaps=heaps))
    assert plan.fill.layers[1].settled_l == pytest.approx(226.195 / 1.25, abs=0.01)
    assert plan.fill.layers[1].base_mm + plan.fill.layers[1].depth_mm == pytest.approx(755)


def test_soil_that_falls_into_logs_comes_out_of_what_is_to_hand() -> None:
    heaps = [{"material": "topsoil-blend", "measured": "volume", "volume": "600 L"}]
    layers = [
        {"material": "logs", "depth": "200 mm"},
        {"material": "topsoil-blend", "all_to_hand": True},
        {"material": "compost", "share": 100},
    ]
    plan = planned(boards(layers=layers, heaps=heaps))
    used = next(p for p in plan.fill.purchases if p.material == "topsoil-blend")
    assert used.loose_l == pytest.approx(600, abs=0.01)
    assert plan.fill.layers[0].fallen_l > 100
    assert used.bags == []


def test_a_mix_of_what_is_to_hand_is_as_much_as_the_scarcest_makes() -> None:
    mix = [{"material": "garden-soil", "share": 75}, {"material": "compost", "share": 25}]
    heaps = [
        {"material": "garden-soil", "measured": "volume", "volume": "690 L"},
        {"material": "compost", "measured": "volume", "volume": "125 L"},
    ]
    layers = [{"mix": mix, "all_to_hand": True}, {"material": "topsoil-blend", "share": 100}]
    # 125 ÷ 1.25 = 100 L of compost are a quarter of 400 L; the soil would do for 800 L.
    assert planned(boards(layers=layers, heaps=heaps)).fill.layers[0].settled_l == pytest.approx(400)


@pytest.mark.parametrize(
    ("fill", "field", "says"),
    [
        (
            {"layers": [{"material": "logs", "all_to_hand": True}, MIX]},
            "fill.layers.0.all_to_hand",
            "Nothing",
        ),
        (
            {
                "layers": [{"material": "logs", "all_to_hand": True}] * 2 + [MIX],
                "heaps": [{"material": "logs", "volume": "100 L"}],
            },
            "fill.layers.1.all_to_hand",
            "uses all",
        ),
        (
            {
                "layers": [{"material": "compost", "all_to_hand": True}],
                "heaps": [{"material": "compost", "volume": "9 m3"}],
            },
            "fill.layers",
            "deeper than the bed holds",
        ),
        (
            {
                "layers": [{"material": "compost", "all_to_hand": True}],
                "heaps": [{"material": "compost", "volume": "90 L"}],
            },
            "fill.layers",
            "do not fill the bed",
        ),
        (
            {"layers": [{"material": "compost", "share": 60}, {"material": "logs", "share": 60}]},
            "fill.layers",
            "120 %",
        ),
        ({"layers": [{"material": "compost", "depth": "2 m"}]}, "fill.layers", "deeper than the bed"),
        (
            {"layers": [{"material": "compost", "share": 100, "depth": "2 m"}]},
            "fill.layers.0",
            "depth or by its",
        ),
    ],
)
def test_what_cannot_be_laid_is_named(fill: Document, field: str, says: str) -> None:
    found = refused(boards(**fill))
    assert field in found
    assert says in found[field]


@given(stacks())
def test_layers_lie_on_each_other_and_fill_the_bed(document: Document) -> None:
    plan = planned(document)
    layers, cavity = plan[LAYERS], plan[ASSEMBLY].cavity
    assert sum(x.settled for x in layers) == pytest.approx(plan.inside.volume_l, rel=1e-9)
    assert (layers[0].base, layers[-1].top) == pytest.approx((cavity.floor, cavity.top - 25))
    for low, high in itertools.pairwise(layers):
        assert high.base == pytest.approx(low.top)
        assert high.top >= high.base - 1e-6
    for bought in plan[PURCHASES]:
        assert bought.brought + bought.to_hand >= bought.loose - 1e-6 or bought.material.to_hand


NO_GAPS = tuple(kind for kind in KINDS if kind != "logs")
"""What soil does not fall into: there the layers beside a boundary alone give way."""


@given(stacks(NO_GAPS), st.data())
def test_a_boundary_lies_where_it_was_moved_and_others_stay(document: Document, data: st.DataObject) -> None:
    before = planned(document)
    layers = before[LAYERS]
    at = data.draw(st.integers(0, len(layers) - 2)) if len(layers) > 1 else None
    if at is None:
        return
    low, high, base = layers[at].base, layers[at + 1].top, layers[0].base
    if high - low < 30:
        return
    to = low + (high - low) * data.draw(st.floats(0.3, 0.7))
    changed = document
    for edit in moved(before.design, at, to - base):
        changed = put_at(changed, edit.path, edit.value)
    after = planned(changed)[LAYERS]
    # Shares are written to a tenth of a percent, depths to the millimetre.
    for n, (was, now) in enumerate(zip(layers, after, strict=True)):
        assert now.top == pytest.approx(to if n == at else was.top, abs=4)


def test_the_uppermost_boundary_is_the_gap_and_the_lowest_may_be_the_reservoir() -> None:
    plain = boards(layers=[MIX])
    assert [(e.path, e.value) for e in moved(read_design(plain), 0, "700 mm")] == [("fill.gap", "80 mm")]
    lined = {**plain, "lining": {"walls": "pond", "floor": "pond"}, "reservoir": {"medium": "gravel"}}
    edits = moved(read_design(lined), 0, "220 mm")
    assert [(e.path, e.value) for e in edits] == [("reservoir.depth", "220 mm")]


@pytest.mark.parametrize(
    ("boundary", "to", "field"),
    [(0, "900 mm", "to"), (0, "nowhere", "to"), (0, "-3 mm", "to"), (7, "1 mm", "boundary")],
)
def test_a_boundary_past_its_neighbours_is_refused(boundary: int, to: str, field: str) -> None:
    layers = [{"material": "logs", "depth": "200 mm"}, MIX]
    with pytest.raises(DesignError) as fault:
        moved(read_design(boards(layers=layers)), boundary, to)
    assert [p.field for p in fault.value.problems] == [field]
