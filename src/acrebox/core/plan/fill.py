"""The fill part of the Plan: layers in place and as bought, their sums, their lines on the buying list."""

from decimal import Decimal

from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.fill import FilledLayer, Purchase, fill_cavity, purchase
from acrebox.core.fill.carried import barrows_worked, wet_worked
from acrebox.core.fill.layers import volumes_worked
from acrebox.core.fill.purchase import cost_worked
from acrebox.core.fill.sums import sum_up
from acrebox.core.measure.convert import litres_to_ft3, litres_to_yd3
from acrebox.core.plan.bench_rows import Buy
from acrebox.core.plan.fill_rows import FillLayer, FillPlan


def fill_of(seen: Seen) -> FillPlan:
    """All layers and their sums."""
    sums = sum_up(seen.layers, seen.purchases, seen.design.fill.barrow.litres, seen.book.currency, seen.show)
    settled, loose = sums.settled.amount, sums.loose.amount
    return FillPlan(
        layers=[
            _layer(layer, bought, seen) for layer, bought in zip(seen.layers, seen.purchases, strict=True)
        ],
        settled_l=settled,
        loose_l=loose,
        settled_ft3=litres_to_ft3(settled),
        settled_yd3=litres_to_yd3(settled),
        loose_ft3=litres_to_ft3(loose),
        loose_yd3=litres_to_yd3(loose),
        wet_kg=sums.wet.amount,
        barrows=int(sums.barrows.amount),
        cost=sums.cost.amount,
        working={
            "settled_l": sums.settled,
            "loose_l": sums.loose,
            "wet_kg": sums.wet,
            "barrows": sums.barrows,
            "cost": sums.cost,
        },
    )


def _layer(layer: FilledLayer, bought: Purchase, seen: Seen) -> FillLayer:
    material, show = layer.material, seen.show
    barrows, wet = barrows_worked(layer, seen.design.fill.barrow.litres), wet_worked(layer, show)
    return FillLayer(
        material=material.key,
        name=material.name,
        kind=material.kind,
        base_mm=layer.base,
        depth_mm=layer.top - layer.base,
        settled_l=layer.settled,
        loose_l=layer.loose,
        wet_kg=wet.amount,
        barrows=int(barrows.amount),
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
        working={
            **volumes_worked(layer, show),
            "wet_kg": wet,
            "barrows": barrows,
            "cost": cost_worked(layer, bought, seen.book.currency, show),
        },
    )


def _money(amount: Decimal | None) -> float | None:
    return None if amount is None else float(amount)


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
                working={"cost": cost_worked(layer, bought, seen.book.currency, seen.show)},
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
