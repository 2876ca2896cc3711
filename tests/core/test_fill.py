"""The soil."""

from decimal import Decimal
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from acrebox.core.fill.offers import break_even, bulk_price
from acrebox.core.measure.written import Volume
from acrebox.core.plan import plan_document
from acrebox.core.shape.cavity import Cavity, cavity_of
from acrebox.core.shape.slices import Slice
from acrebox.core.stock import BagSize, Bulk, catalogue
from sample import document


def fill(**choice: Any) -> dict[str, Any]:
    planned: dict[str, Any] = plan_document(document(fill=choice))["fill"]
    return planned


def test_shares_are_shares_of_what_the_depths_leave() -> None:
    plan = plan_document(
        document(
            fill={
                "layers": [
                    {"material": "logs", "depth": "4 in"},
                    {"material": "topsoil-blend", "share": 75},
                    {"material": "compost", "share": 25},
                ]
            }
        )
    )
    logs, blend, compost = plan["fill"]["layers"]
    assert logs["depth_mm"] == pytest.approx(101.6)
    assert blend["settled_l"] == pytest.approx(3 * compost["settled_l"])
    assert logs["settled_l"] + blend["settled_l"] + compost["settled_l"] == pytest.approx(
        plan["inside"]["volume_l"]
    )


def test_a_depth_above_the_shares_is_measured_from_the_top() -> None:
    layers = fill(
        layers=[{"material": "topsoil-blend", "share": 100}, {"material": "compost", "depth": "2 in"}]
    )["layers"]
    assert layers[1]["depth_mm"] == pytest.approx(50.8, abs=1e-3)


@pytest.mark.parametrize(
    ("layers", "says"),
    [
        ([], "at least one layer"),
        ([{"material": "compost", "depth": "30 in"}], "in all"),
        ([{"material": "compost", "depth": "2 in"}], "in all"),
        ([{"material": "compost", "depth": "0"}], "more than 0"),
        ([{"material": "compost", "share": 100, "bag": "33 L"}], "1.5 ft³"),
        ([{"material": "logs", "share": 100, "buy": "bags"}], "cheaper"),
        ([{"material": "leaf-mould", "share": 100, "buy": "bulk"}], "bags"),
    ],
)
def test_layers_that_cannot_be_laid_or_bought_are_refused(layers: list[dict[str, Any]], says: str) -> None:
    with pytest.raises(Exception) as caught:  # noqa: PT011
        fill(layers=layers)
    assert says in " ".join(p.allowed for p in caught.value.problems)  # type: ignore[attr-defined]


def test_one_reserve_is_kept_back_of_what_lies_on_top_and_sinks() -> None:
    """A bag of leaf mould (1.5 ft³) at most, from what the bags leave over first; of gravel under it nothing,
    and none where the top does not sink.
    """
    layers = [{"material": "gravel", "depth": "50 mm"}, {"material": "leaf-mould", "share": 100}]
    usual, none = fill(layers=layers), fill(layers=layers, keep_back=0)
    mould, stone = (
        next(p for p in usual["purchases"] if p["material"] == key) for key in ("leaf-mould", "gravel")
    )
    assert mould["reserve_l"] == pytest.approx(1.5 * 28.3168, abs=1e-2)
    assert stone["reserve_l"] == 0
    assert mould["left_over_l"] >= mould["reserve_l"]
    assert 0 <= usual["cost"] - none["cost"] <= 6.80
    still = fill(layers=[{"material": "gravel", "depth": "60 mm"}, {"material": "sharp-sand", "share": 100}])
    assert all(p["reserve_l"] == 0 for p in still["purchases"])


def test_barrow_loads_are_whole_loads_of_each_material() -> None:
    plan = fill(barrow="100 L")
    assert plan["barrows"] == sum(-(-layer["loose_l"] // 100) for layer in plan["layers"])


def test_volumes_come_in_litres_cubic_feet_and_cubic_yards() -> None:
    plan = fill()
    assert plan["settled_ft3"] == pytest.approx(plan["settled_l"] / 28.316846592, abs=1e-3)
    assert plan["loose_yd3"] == pytest.approx(plan["loose_ft3"] / 27, abs=1e-3)


sizes = st.integers(10, 80)
cents = st.integers(100, 9000).map(lambda n: Decimal(n) / 100)


@given(sizes, cents, st.integers(200, 1000), cents, cents)
def test_past_the_break_even_a_load_never_costs_more(
    bag_l: int, bag_price: Decimal, step_l: int, step_price: Decimal, delivery: Decimal
) -> None:
    bag, bulk = (
        BagSize(size=Volume(bag_l), price=bag_price),
        Bulk(step=Volume(step_l), price=step_price, delivery=delivery),
    )
    even = break_even(bag, bulk)

    def dearer(bags: int) -> bool:
        """Whether that many bags, full, cost less than a load of the same volume."""
        return bulk_price(bulk, -(-bags * bag_l // step_l)) > bag_price * bags

    if even is None:
        assert bag_price / bag_l <= step_price / step_l
        return
    last = round(even / bag_l)
    assert not any(dearer(n) for n in range(last + 1, last + 60))
    assert last == 0 or dearer(last)


@given(st.floats(1e4, 1e7), st.floats(-1e3, 1e3), st.floats(0, 1), st.floats(10, 500))
def test_a_slice_integrates_its_area(a: float, b: float, c: float, height: float) -> None:
    piece = Slice(0.0, height, a, b, c)
    steps = 2000
    by_strips = (
        sum(
            (a + b * t + c * t**2) * height / steps
            for t in ((n + 0.5) * height / steps for n in range(steps))
        )
        / 1e6
    )
    assert piece.litres_to(height) == pytest.approx(by_strips, rel=1e-4, abs=1e-6)


def test_a_cavity_says_how_much_it_holds_when_asked_for_more() -> None:
    cavity = cavity_of([Slice(0, 300, 1e6)], [Slice(-100, 200, 1e4), Slice(0, 300, 1e4)])
    assert cavity.litres_to(300) == pytest.approx((1e6 * 300 - 1e4 * 200 - 1e4 * 300) / 1e6)
    assert cavity.height_of(0) == pytest.approx(0, abs=1e-5)
    with pytest.raises(ValueError, match="holds"):
        cavity.height_of(1000)
    assert Cavity(cavity.pieces).top == 300


def test_every_material_weighs_more_wet_in_place_than_loose() -> None:
    for material in catalogue().fill:
        assert material.wet_kg_per_l > material.loose_kg_per_l
        assert material.loose_per_settled >= 1
