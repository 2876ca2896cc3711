"""The fill part of the Plan: layers in place and as bought, their sums, their lines on the buying list."""

from decimal import Decimal
from math import ceil

from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.fill import FilledLayer, Purchase, fill_cavity, purchase
from acrebox.core.fill.purchase import CRUMB_L
from acrebox.core.measure.convert import litres_to_ft3, litres_to_yd3
from acrebox.core.plan.bench_rows import Buy
from acrebox.core.plan.fill_rows import FillLayer, FillPlan
from acrebox.core.worked import COMMON_PRACTICE, GEOMETRY, Worked, Workings


def barrows_for(litres: float, barrow: float) -> int:
    """Barrow loads that carry a loose volume [L]."""
    return ceil((litres - CRUMB_L) / barrow)


def fill_of(seen: Seen) -> FillPlan:
    """All layers and their sums."""
    layers = [_layer(layer, bought, seen) for layer, bought in zip(seen.layers, seen.purchases, strict=True)]
    settled, loose = sum(x.settled for x in seen.layers), sum(x.loose for x in seen.layers)
    wet = sum(row.wet_kg for row in layers)
    barrows = sum(row.barrows for row in layers)
    cost = sum((p.cost for p in seen.purchases), Decimal(0))
    show = seen.show
    names = " + ".join(f"{x.material.name} {show.volume(x.settled)}" for x in seen.layers)
    return FillPlan(
        layers=layers,
        settled_l=settled,
        loose_l=loose,
        settled_ft3=litres_to_ft3(settled),
        settled_yd3=litres_to_yd3(settled),
        loose_ft3=litres_to_ft3(loose),
        loose_yd3=litres_to_yd3(loose),
        wet_kg=wet,
        barrows=barrows,
        cost=float(cost),
        working={
            "settled_l": Worked(
                amount=settled, unit="L", working=f"{names} = {show.volume(settled)}, {_three(settled)}"
            ),
            "loose_l": Worked(
                amount=loose,
                unit="L",
                working=" + ".join(f"{x.material.name} {show.volume(x.loose)}" for x in seen.layers)
                + f" = {show.volume(loose)}, {_three(loose)}",
                assumptions=["settling factors of each material"],
                source=COMMON_PRACTICE,
            ),
            "wet_kg": Worked(
                amount=wet,
                unit="kg",
                working=" + ".join(
                    f"{x.material.name} {show.volume(x.settled)} × {x.material.wet_kg_per_l:g} kg/L"
                    for x in seen.layers
                )
                + f" = {show.weight(wet)}",
                assumptions=["watered through"],
                source=COMMON_PRACTICE,
            ),
            "barrows": Worked(
                amount=barrows,
                unit="loads",
                working=" + ".join(f"{row.name} {row.barrows}" for row in layers)
                + f" = {barrows} loads of {show.volume(seen.design.fill.barrow.litres)}",
                source="whole loads of each material",
            ),
            "cost": Worked(
                amount=float(cost),
                unit=seen.book.currency,
                working=" + ".join(
                    f"{x.material.name} {show.money(p.cost)}"
                    for x, p in zip(seen.layers, seen.purchases, strict=True)
                )
                + f" = {show.money(cost)}",
                source="the yard's price list (invented)",
            ),
        },
    )


def _three(litres: float) -> str:
    return f"that is {litres:,.0f} L or {litres_to_ft3(litres):.1f} ft³ or {litres_to_yd3(litres):.2f} yd³"


def _layer(layer: FilledLayer, bought: Purchase, seen: Seen) -> FillLayer:
    material = layer.material
    barrows = barrows_for(layer.loose, seen.design.fill.barrow.litres)
    return FillLayer(
        material=material.key,
        name=material.name,
        kind=material.kind,
        base_mm=layer.base,
        depth_mm=layer.top - layer.base,
        settled_l=layer.settled,
        loose_l=layer.loose,
        wet_kg=layer.settled * material.wet_kg_per_l,
        barrows=barrows,
        bag_l=bought.bag.size.litres if bought.bag else None,
        bag_sizes=[str(b.size.text) for b in material.bags],
        bags=bought.bags_needed,
        kept_back=bought.kept_back,
        bag_cost=_money(bought.bag_cost),
        bulk_step_l=bought.bulk.step.litres if bought.bulk else None,
        bulk_steps=bought.bulk_steps,
        bulk_l=bought.bulk_steps * bought.bulk.step.litres if bought.bulk else None,
        bulk_cost=_money(bought.bulk_cost),
        break_even_l=bought.break_even,
        way=bought.way,
        cost=float(bought.cost),
        working=_layer_working(layer, bought, barrows, seen),
    )


def _money(amount: Decimal | None) -> float | None:
    return None if amount is None else float(amount)


def _layer_working(layer: FilledLayer, bought: Purchase, barrows: int, seen: Seen) -> Workings:
    show, material, barrow = seen.show, layer.material, seen.design.fill.barrow.litres
    share = (
        f"{layer.choice.share:g} % of what the depths leave"
        if layer.choice.share is not None
        else f"a layer {show.length(layer.top - layer.base)} deep"
    )
    wet = layer.settled * material.wet_kg_per_l
    working = {
        "settled_l": Worked(
            amount=layer.settled,
            unit="L",
            working=f"{share} = {show.volume(layer.settled)}, {_three(layer.settled)}",
            source=GEOMETRY,
        ),
        "loose_l": Worked(
            amount=layer.loose,
            unit="L",
            working=(
                f"{show.volume(layer.settled)} settled × {material.loose_per_settled:g} ="
                f" {show.volume(layer.loose)} to bring, {_three(layer.loose)}"
            ),
            assumptions=[f"{material.name} settles by that factor"],
            source=COMMON_PRACTICE,
        ),
        "wet_kg": Worked(
            amount=wet,
            unit="kg",
            working=f"{layer.settled:,.0f} L × {material.wet_kg_per_l:g} kg/L = {show.weight(wet)}",
            source=COMMON_PRACTICE,
        ),
        "barrows": Worked(
            amount=barrows,
            unit="loads",
            working=f"{layer.loose:,.0f} L ÷ {barrow:g} L a load, rounded up = {barrows}",
            source="whole loads",
        ),
    }
    working["cost"] = Worked(
        amount=float(bought.cost),
        unit=seen.book.currency,
        working=_offers(layer, bought, seen),
        source="the yard's price list (invented)",
    )
    return working


def _offers(layer: FilledLayer, bought: Purchase, seen: Seen) -> str:
    """Bags beside bulk, in words."""
    show, words = seen.show, []
    if bought.bag and bought.bag_cost is not None:
        size = str(bought.bag.size.text)
        words.append(
            f"bags: {layer.loose:,.0f} L ÷ {size}, rounded up = {bought.bags_needed}, + {bought.kept_back}"
            f" kept back, × {show.money(bought.bag.price)} = {show.money(bought.bag_cost)}"
        )
    if bought.bulk and bought.bulk_cost is not None:
        words.append(
            f"loose: {bought.bulk_steps} × {bought.bulk.step.text} × {show.money(bought.bulk.price)} +"
            f" {show.money(bought.bulk.delivery)} to bring it = {show.money(bought.bulk_cost)}"
        )
    if bought.bag and bought.bulk:
        words.append(
            "bags stay cheaper at any volume"
            if bought.break_even is None
            else f"past {bought.break_even:,.0f} L a load never costs more"
        )
    return "; ".join(words) or "to hand: costs nothing"


def soil_lines(seen: Seen) -> list[Buy]:
    """The soil of the buying list, each layer the way it is taken."""
    lines = []
    for layer, bought in zip(seen.layers, seen.purchases, strict=True):
        if bought.way == "to hand":
            continue
        bags = bought.way == "bags"
        each = bought.bag.price if bags and bought.bag else bought.bulk.price if bought.bulk else Decimal(0)
        size = bought.bag.size.text if bags and bought.bag else bought.bulk.step.text if bought.bulk else ""
        lines.append(
            Buy(
                item=layer.material.key,
                name=layer.material.name,
                stage="fill",
                count=bought.bags_needed + bought.kept_back if bags else bought.bulk_steps,
                unit=f"bag of {size}" if bags else f"× {size} loose",
                each=float(each),
                cost=float(bought.cost),
                working={
                    "cost": Worked(
                        amount=float(bought.cost),
                        unit=seen.book.currency,
                        working=_offers(layer, bought, seen),
                        source="the yard's price list (invented)",
                    )
                },
            )
        )
    return lines


def layers_of(seen: Seen) -> list[FilledLayer]:
    """The layers in place."""
    return fill_cavity(seen.design.fill, seen.assembly.cavity, seen.book, seen.show)


def purchases_of(seen: Seen) -> list[Purchase]:
    """How each layer is bought."""
    return [purchase(layer, seen.design.fill.keep_back) for layer in seen.layers]


LAYERS = register(
    Chapter(key="layers", stage="fill", reads=("show", "assembly", "design.fill"), work=layers_of)
)
PURCHASES = register(
    Chapter(key="purchases", stage="fill", reads=("layers", "design.fill"), work=purchases_of)
)
FILL = register(
    Chapter(
        key="fill",
        stage="fill",
        reads=("show", "layers", "purchases", "design.fill"),
        work=fill_of,
        model=FillPlan,
    )
)
SOIL = register(Chapter(key="soil", stage="fill", reads=("show", "layers", "purchases"), work=soil_lines))
