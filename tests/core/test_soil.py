"""Soil as people have it: mixes, one purchase a material, material to hand, materials of one's own."""

from decimal import Decimal
from itertools import product
from math import ceil, pi
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from acrebox.core.errors import DesignError
from acrebox.core.fill.buying import by_one_lorry
from acrebox.core.fill.offers import best_offer
from acrebox.core.fill.wanted import Wanted
from acrebox.core.measure.written import Volume
from acrebox.core.plan import plan_document
from acrebox.core.stock import BagSize, Bulk, catalogue
from sample import document

HALVES = [{"material": "garden-soil", "share": 50}, {"material": "compost", "share": 50}]


def plan(**choice: Any) -> dict[str, Any]:
    return plan_document(document(fill=choice))


def fill(**choice: Any) -> dict[str, Any]:
    found: dict[str, Any] = plan(**choice)["fill"]
    return found


def bought(planned: dict[str, Any], material: str) -> dict[str, Any]:
    [row] = [p for p in planned["purchases"] if p["material"] == material]
    return dict(row)


prices = st.integers(100, 3000).map(lambda n: Decimal(n) / 100)
bags = st.lists(st.tuples(st.integers(5, 90), prices), min_size=0, max_size=3, unique_by=lambda b: b[0])
loads = st.none() | st.tuples(st.integers(100, 600), prices, prices)


def wanted_of(
    n: int, litres: int, sizes: list[tuple[int, Decimal]], load: tuple[int, Decimal, Decimal] | None
) -> Wanted:
    soil = catalogue().fill[0].model_copy(update={"key": f"soil-{n}"})
    return Wanted(
        material=soil,
        uses=(),
        heaps=(),
        asked="cheaper",
        way="cheaper",
        loose=litres,
        to_hand=0.0,
        reserve=0.0,
        bags=tuple(BagSize(size=Volume(size), price=price) for size, price in sizes),
        bulk=Bulk(step=Volume(load[0]), price=load[1], delivery=load[2]) if load else None,
    )


@settings(max_examples=150)
@given(st.integers(1, 900), bags, loads)
def test_no_bags_or_loads_bring_it_for_less(
    litres: int, sizes: list[tuple[int, Decimal]], load: tuple[int, Decimal, Decimal] | None
) -> None:
    """Against every count of bags and steps that could do, tried one by one."""
    if not sizes and load is None:
        return
    sold = [BagSize(size=Volume(size), price=price) for size, price in sizes]
    bulk = Bulk(step=Volume(load[0]), price=load[1], delivery=load[2]) if load else None
    found = best_offer(litres, sold, bulk)
    least = None
    for steps in range(ceil(litres / load[0]) + 1 if load else 1):
        rest = litres - steps * (load[0] if load else 0)
        base = load[1] * steps + load[2] if load and steps else Decimal(0)
        most = [max(0, ceil(rest / size)) for size, _ in sizes]
        if rest <= 0:
            least = base if least is None else min(least, base)
            continue
        if not sizes:
            continue
        # Of the last size only as many as are needed.
        for counts in product(*(range(n + 1) for n in most[:-1])):
            left = rest - sum(n * size for n, (size, _) in zip(counts, sizes, strict=False))
            last = max(0, ceil(left / sizes[-1][0]))
            cost = sum((n * price for n, (_, price) in zip((*counts, last), sizes, strict=True)), base)
            least = cost if least is None else min(least, cost)
    assert found.cost == least
    has = sum(n * size for n, (size, _) in zip(found.counts, sizes, strict=True))
    assert has + found.steps * (load[0] if load else 0) >= litres


def test_one_lorry_is_paid_once() -> None:
    """By the list: a load of either costs 55 to bring."""
    bought = [{"material": "garden-soil", "way": "bulk"}, {"material": "compost", "way": "bulk"}]
    one, each = (plan(layers=HALVES, bought=bought, lorries=how) for how in ("one", "each"))
    paid = [[b for b in p["buying"] if b["unit"] == "delivery"] for p in (one, each)]
    assert [len(rows) for rows in paid] == [1, 2]
    assert each["fill"]["cost"] - one["fill"]["cost"] == pytest.approx(55)
    along = [p["working"]["cost"]["working"] for p in one["fill"]["purchases"]]
    assert sum("on the lorry that brings the rest" in words for words in along) == 1
    assert sum(p["cost"] for p in one["fill"]["purchases"]) == pytest.approx(one["fill"]["cost"])


three = st.lists(st.tuples(st.integers(1, 900), bags, loads), min_size=1, max_size=3)


@settings(max_examples=100)
@given(three)
def test_no_other_materials_by_the_load_would_be_cheaper(
    rows: list[tuple[int, list[tuple[int, Decimal]], tuple[int, Decimal, Decimal] | None]],
) -> None:
    """Against every choice of which materials may come as a load, the dearest of those paid for."""
    rows = [row for row in rows if row[1] or row[2]]
    wanted = [wanted_of(n, *row) for n, row in enumerate(rows)]
    least = None
    for choice in product(*((False, True) if w.bulk else (False,) for w in wanted)):
        fee, cost = Decimal(0), Decimal(0)
        for want, loose in zip(wanted, choice, strict=True):
            if not loose and not want.bags:
                break
            free = want.bulk.model_copy(update={"delivery": Decimal(0)}) if loose and want.bulk else None
            offer = best_offer(want.litres, want.bags, free)
            cost += offer.cost
            fee = max(fee, want.bulk.delivery) if offer.steps and want.bulk else fee
        else:
            least = cost + fee if least is None else min(least, cost + fee)
    found = list(by_one_lorry(wanted))
    assert sum(p.cost for p in found) == (least or 0)
    assert (
        sum(p.taken is not None and p.taken.steps > 0 and p.bulk.delivery > 0 for p in found if p.bulk) <= 1
    )


def test_one_material_in_two_layers_is_bought_once() -> None:
    two = fill(
        layers=[
            {"material": "compost", "depth": "3 in"},
            {"material": "garden-soil", "depth": "3 in"},
            {"material": "compost", "share": 100},
        ]
    )
    compost = bought(two, "compost")
    assert compost["layers"] == [0, 2]
    assert compost["loose_l"] == pytest.approx(two["layers"][0]["loose_l"] + two["layers"][2]["loose_l"])
    # Each layer has its share of the one price.
    assert two["layers"][0]["cost"] + two["layers"][2]["cost"] == pytest.approx(compost["cost"], abs=0.011)
    assert sum(row["cost"] for row in two["purchases"]) == pytest.approx(two["cost"])


def test_two_layers_cannot_have_one_material_bought_in_two_ways() -> None:
    layers = [
        {"material": "compost", "share": 50, "buy": "bulk"},
        {"material": "compost", "share": 50, "buy": "bags"},
    ]
    with pytest.raises(DesignError) as fault:
        fill(layers=layers)
    assert fault.value.problems[0].field == "fill.layers.1.buy"


def test_a_mix_weighs_and_takes_what_its_materials_do() -> None:
    mix = fill(layers=[{"mix": [{**row} for row in HALVES], "share": 100}])
    apart = fill(layers=HALVES)
    for name in ("settled_l", "loose_l", "wet_kg", "cost"):
        assert mix[name] == pytest.approx(apart[name]), name
    assert [m["material"] for m in mix["mixes"]] == ["garden-soil", "compost"]
    assert sum(m["wet_kg"] for m in mix["mixes"]) == pytest.approx(mix["wet_kg"])


@pytest.mark.parametrize(
    ("layer", "field"),
    [
        ({"mix": [{"material": "compost", "share": 50}]}, "fill.layers.0.mix"),
        ({"mix": [{"material": "compost", "share": 50}] * 2}, "fill.layers.0.mix"),
        ({"mix": [{"material": "moon-dust", "share": 100}]}, "fill.layers.0.mix.0.material"),
        ({"mix": HALVES, "material": "compost"}, "fill.layers.0.material"),
        ({}, "fill.layers.0.material"),
    ],
)
def test_a_mix_that_does_not_add_up_is_refused_by_name(layer: dict[str, Any], field: str) -> None:
    with pytest.raises(DesignError) as fault:
        fill(layers=[{**layer, "share": 100}])
    assert field in [p.field for p in fault.value.problems]


@given(st.floats(0.5, 8), st.floats(10, 90))
@settings(max_examples=25)
def test_a_layer_of_a_depth_keeps_it_wherever_it_lies(depth: float, below: float) -> None:
    """Posts end under the soil, so that the bed is wider at the top: yet a depth is a depth."""
    layers = [
        {"material": "compost", "share": below},
        {"material": "garden-soil", "depth": f"{depth:.3f} in"},
        {"material": "manure", "share": 100 - below},
    ]
    first, middle, last = fill(layers=layers)["layers"]
    assert middle["depth_mm"] == pytest.approx(round(depth, 3) * 25.4, abs=1e-3)
    shared = first["settled_l"] + last["settled_l"]
    assert first["settled_l"] == pytest.approx(shared * below / 100, rel=1e-4)


def test_logs_take_soil_into_their_voids() -> None:
    """By hand: 35 % of what logs fill is open, and the blend above them falls into it."""
    layers = [{"material": "logs", "depth": "4 in"}, {"material": "topsoil-blend", "share": 100}]
    planned = fill(layers=layers)
    logs, blend = planned["layers"]
    assert logs["fallen_l"] == pytest.approx(0.35 * logs["settled_l"])
    loose = 1.20 * (blend["settled_l"] + 0.35 * logs["settled_l"])
    assert bought(planned, "topsoil-blend")["loose_l"] == pytest.approx(loose)
    assert logs["wet_kg"] == pytest.approx(logs["settled_l"] * (0.62 + 0.35 * 1.40))
    # On top nothing falls into them.
    assert fill(layers=layers[::-1])["layers"][1]["fallen_l"] == 0


def test_a_filler_is_no_depth_for_roots() -> None:
    def warned(*layers: dict[str, Any]) -> bool:
        return "root-depth" in {w["code"] for w in plan(layers=list(layers))["watch_outs"]}

    soil = {"material": "topsoil-blend", "share": 100}
    assert not warned(soil)
    assert warned({"material": "logs", "depth": "6 in"}, soil)
    assert warned({"material": "gravel", "depth": "4 in"}, soil)


def test_the_push_of_the_soil_follows_the_layers() -> None:
    heavy, light = (
        plan(layers=[{"material": key, "share": 100}])["strength"]["push_kpa"]
        for key in ("gravel", "leaf-mould")
    )
    # Wet weights in place 1.90 and 0.85 kg/L.
    assert heavy / light == pytest.approx(1.90 / 0.85, abs=1e-3)


HEAPS = [
    ({"measured": "cone", "across": "6 ft", "high": "2 ft"}, pi * 72**2 * 24 / 12 * 0.016387064),
    ({"measured": "buckets", "count": 12, "holds": "10 L"}, 120),
    ({"measured": "barrows", "count": 3}, 3 * 3 * 28.316846592),
    ({"measured": "volume", "volume": "5 cu ft"}, 5 * 28.316846592),
]


@pytest.mark.parametrize(("heap", "litres"), HEAPS)
def test_what_is_to_hand_costs_nothing_and_is_used_first(heap: dict[str, Any], litres: float) -> None:
    """A cone holds π d² h / 12; a cubic inch is 0.016387064 L."""
    alone = {"layers": HALVES, "lorries": "each"}
    without, having = fill(**alone), fill(**alone, heaps=[{"material": "garden-soil", **heap}])
    soil, before = bought(having, "garden-soil"), bought(without, "garden-soil")
    assert soil["to_hand_l"] == pytest.approx(min(litres, soil["loose_l"]), abs=0.01)
    assert soil["loose_l"] == before["loose_l"]
    assert soil["cost"] < before["cost"]
    assert bought(having, "compost") == bought(without, "compost")


def test_more_than_enough_to_hand_is_bought_nowhere() -> None:
    heap = {"material": "compost", "measured": "volume", "volume": "9 yd"}
    planned = plan(layers=HALVES, heaps=[heap])
    assert bought(planned["fill"], "compost")["way"] == "to hand"
    assert bought(planned["fill"], "compost")["cost"] == 0
    assert "compost" not in {b["item"] for b in planned["buying"]}


@pytest.mark.parametrize(
    ("heap", "field"),
    [
        ({"material": "compost", "measured": "cone", "across": "2 m"}, "fill.heaps.0.high"),
        ({"material": "compost", "measured": "buckets"}, "fill.heaps.0.count"),
        ({"material": "moon-dust", "volume": "1 m3"}, "fill.heaps.0.material"),
    ],
)
def test_a_heap_that_is_not_measured_is_asked_about(heap: dict[str, Any], field: str) -> None:
    with pytest.raises(DesignError) as fault:
        fill(heaps=[heap])
    assert [p.field for p in fault.value.problems] == [field]


def test_a_material_of_ones_own_has_its_own_weight_settling_and_price() -> None:
    own = {
        "name": "Bob's mix",
        "kind": "soil",
        "wet": 1.5,
        "loose": 0.9,
        "settles": 1.1,
        "sold": "bags",
        "pack": "2 cu ft",
        "price": "9.00",
    }
    planned = fill(own=[own], layers=[{"material": "Bob's mix", "share": 100}], keep_back=0)
    [layer], row = planned["layers"], bought(planned, "Bob's mix")
    assert layer["wet_kg"] == pytest.approx(layer["settled_l"] * 1.5)
    assert row["loose_l"] == pytest.approx(layer["settled_l"] * 1.1)
    assert row["cost"] == 9 * ceil(row["loose_l"] / (2 * 28.316846592))
    for wrong, field in (
        ({**own, "name": "compost"}, "name"),
        ({**own, "pack": None}, "pack"),
        ({**own, "price": None}, "price"),
    ):
        with pytest.raises(DesignError) as fault:
            fill(own=[{k: v for k, v in wrong.items() if v is not None}], layers=HALVES)
        assert fault.value.problems[0].field == f"fill.own.0.{field}"


def test_the_buying_list_adds_up_to_what_is_told() -> None:
    """Parts × price = total, line by line, delivery a line of its own."""
    planned = plan(layers=HALVES, bought=[{"material": "garden-soil", "way": "bulk"}])
    soil = [b for b in planned["buying"] if b["stage"] == "fill"]
    for row in soil:
        assert Decimal(str(row["each"])) * row["count"] == Decimal(str(row["cost"]))
    assert sum(Decimal(str(row["cost"])) for row in soil) == Decimal(str(planned["fill"]["cost"]))
    assert [row["unit"] for row in soil if row["item"] == "garden-soil"] == ["× 1 yd³ loose", "delivery"]


def test_what_is_left_over_after_the_last_bag_is_told() -> None:
    planned = fill(layers=[{"material": "leaf-mould", "share": 100}])
    row = bought(planned, "leaf-mould")
    brought = sum(b["count"] * b["size_l"] for b in row["bags"])
    assert row["left_over_l"] >= row["reserve_l"] > 0
    assert row["left_over_l"] == pytest.approx(brought - row["loose_l"], abs=0.01)


def test_what_is_left_over_counts_what_is_to_hand() -> None:
    """Of 100 L to hand all go in: left is what the bags bring beyond the rest."""
    heap = {"material": "leaf-mould", "measured": "volume", "volume": "100 L"}
    row = bought(fill(layers=[{"material": "leaf-mould", "share": 100}], heaps=[heap]), "leaf-mould")
    brought = sum(b["count"] * b["size_l"] for b in row["bags"])
    assert row["to_hand_l"] == pytest.approx(100)
    assert row["left_over_l"] == pytest.approx(brought - (row["loose_l"] - 100), abs=0.01)
