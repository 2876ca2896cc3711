"""The fill part of the Plan: layers in place and as bought, their sums, their lines on the buying list."""

from decimal import Decimal

from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.errors import refuse
from acrebox.core.fill import FilledLayer, Purchase, fill_cavity, purchases_of
from acrebox.core.fill.carried import barrows_for, barrows_worked, wet_worked
from acrebox.core.fill.layers import NOT_CHOSEN, stone_on
from acrebox.core.fill.offers import Offer
from acrebox.core.fill.purchase import cost_worked, loose_worked
from acrebox.core.fill.sums import sum_up
from acrebox.core.fill.worked import volumes_worked
from acrebox.core.measure.convert import litres, litres_to_ft3, litres_to_yd3
from acrebox.core.measure.printing import named
from acrebox.core.plan.buy_rows import Buy
from acrebox.core.plan.fill_rows import BagsBought, FillLayer, FillPlan, FillPurchase, MixRow
from acrebox.core.plan.purchase_lines import purchase_lines
from acrebox.core.shape.cavity import over
from acrebox.core.wicking import STONES, Reservoir
from acrebox.core.worked import Worked


def fill_of(seen: Seen) -> FillPlan:
    """All layers, what is bought, and their sums."""
    barrow = seen.design.fill.barrow.litres
    sums = sum_up(seen.layers, seen.purchases, barrow, seen.book.currency, seen.show)
    settled, loose = sums.settled.amount, sums.loose.amount
    return FillPlan(
        layers=[_layer(layer, seen) for layer in seen.layers],
        mixes=[row for layer in seen.layers if layer.choice.mix for row in _mix(layer)],
        purchases=[_purchase(bought, seen) for bought in seen.purchases],
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


def _mix(layer: FilledLayer) -> list[MixRow]:
    return [
        MixRow(
            layer=layer.at,
            material=c.material.key,
            name=c.material.name,
            share=c.share,
            settled_l=c.settled,
            loose_l=c.loose,
            wet_kg=c.wet,
        )
        for c in layer.contents
    ]


def _share_of_cost(number: int, seen: Seen) -> tuple[Decimal, str]:
    """What a layer has of the cost of its materials, by what it takes of them; in words."""
    total, words = Decimal(0), list[str]()
    for bought in seen.purchases:
        mine = sum(c.loose for n, c in bought.uses if n == number)
        if mine > 0 and bought.loose > 0:
            part = (bought.cost * Decimal(str(mine / bought.loose))).quantize(Decimal("0.01"))
            total += part
            share = seen.show.number(mine / bought.loose * 100, 1)
            words.append(f"{share} % × {named(seen.show.money(bought.cost), bought.material.name)}")
    return total, f"{' + '.join(words)} = {seen.show.money(total)}"


def _layer(layer: FilledLayer, seen: Seen) -> FillLayer:
    show = seen.show
    barrows, wet = barrows_worked(layer, seen.design.fill.barrow.litres, show), wet_worked(layer, show)
    alone = None if layer.choice.mix else next(p for p in seen.purchases if p.material == layer.main)
    cost, words = _share_of_cost(layer.at, seen)
    taken = alone.taken if alone else None
    counts = taken.counts if taken else ()
    sizes = [b for b, n in zip(alone.bags, counts, strict=True) if n] if alone and taken else []
    bulk = alone.material.bulk if alone else None
    steps = taken.steps if taken else 0
    return FillLayer(
        at=None if layer.at == NOT_CHOSEN else layer.at,
        material=layer.key,
        name=layer.name,
        kind=layer.kind,
        base_mm=layer.base,
        depth_mm=layer.top - layer.base,
        settled_l=layer.settled,
        loose_l=layer.loose,
        fallen_l=sum(c.settled for c in layer.fallen),
        wet_kg=wet.amount,
        barrows=int(barrows.amount),
        bag_l=sizes[0].size.litres if sizes else None,
        bag_sizes=[show.pack(b.size.litres) for b in alone.material.bags] if alone else [],
        bags=sum(counts) - (alone.kept if alone else 0),
        kept_back=alone.kept if alone else 0,
        bag_cost=_cost(alone.in_bags) if alone else None,
        bulk_step_l=bulk.step.litres if bulk else None,
        bulk_steps=steps,
        bulk_l=steps * bulk.step.litres if bulk else None,
        bulk_cost=_cost(alone.as_load) if alone else None,
        break_even_l=alone.break_even if alone else None,
        way=alone.way if alone else "mix",
        cost=float(cost),
        working={
            **volumes_worked(layer, show),
            "wet_kg": wet,
            "barrows": barrows,
            "cost": Worked(amount=float(cost), unit=seen.book.currency, working=words),
        },
    )


def _cost(offer: Offer | None) -> float | None:
    return None if offer is None else float(offer.cost)


def _purchase(bought: Purchase, seen: Seen) -> FillPurchase:
    show, taken, bulk = seen.show, bought.taken, bought.bulk
    counts = taken.counts if taken else (0,) * len(bought.bags)
    return FillPurchase(
        material=bought.material.key,
        name=bought.material.name,
        kind=bought.material.kind,
        layers=list(dict.fromkeys(n for n, _ in bought.uses if n != NOT_CHOSEN)),
        loose_l=bought.loose,
        to_hand_l=min(bought.to_hand, bought.loose) if bought.way != "to hand" else bought.loose,
        way=bought.way,
        asked=bought.asked,
        bags=[
            BagsBought(size_l=b.size.litres, size=show.pack(b.size.litres), count=n, each=float(b.price))
            for b, n in zip(bought.bags, counts, strict=True)
            if n
        ],
        bag_sizes=[show.pack(b.size.litres) for b in bought.material.bags],
        kept_back=bought.kept,
        reserve_l=bought.reserve,
        bulk_steps=taken.steps if taken else 0,
        bulk_step_l=bulk.step.litres if bulk else None,
        bulk_step=show.pack(bulk.step.litres) if bulk else None,
        bulk_each=float(bulk.price) if bulk else None,
        delivery=float(bulk.delivery) if bulk else None,
        left_over_l=bought.left,
        bag_cost=_cost(bought.in_bags),
        bulk_cost=_cost(bought.as_load),
        break_even_l=bought.break_even,
        barrows=barrows_for(bought.loose, seen.design.fill.barrow.litres),
        cost=float(bought.cost),
        working={
            "loose_l": loose_worked(bought, show),
            "cost": cost_worked(bought, seen.book.currency, show),
        },
    )


def soil_lines(seen: Seen) -> list[Buy]:
    """The soil of the buying list: of each material its bags size by size, its load, and what brings it."""
    return [line for bought in seen.purchases for line in purchase_lines(seen, bought, "fill")]


def layers_of(seen: Seen) -> list[FilledLayer]:
    """The layers in place: over the medium of a reservoir, or over the stone that a drain lies in."""
    cavity, reservoir, drains = seen.assembly.cavity, seen.reservoir, seen.drains
    if reservoir is not None:
        lowest = _medium(reservoir, seen)
        if lowest is None:
            return fill_cavity(seen.design.fill, cavity, seen.book, seen.show)
    elif drains.stone:
        lowest = stone_on(cavity, _top_of_stone(seen), litres(drains.stone), seen.book)
    else:
        return fill_cavity(seen.design.fill, cavity, seen.book, seen.show)
    return [lowest, *fill_cavity(seen.design.fill, over(cavity, lowest.top), seen.book, seen.show)]


def _medium(reservoir: Reservoir, seen: Seen) -> FilledLayer | None:
    """The medium of a reservoir; where the lowest chosen layer is of it and so deep, what that leaves of it,
    or nothing.
    """
    first, stone = seen.design.fill.layers[:1], STONES[reservoir.medium]
    own = first[0].depth.mm if first and first[0].material == stone and first[0].depth else 0.0
    top = reservoir.top - own
    if top <= reservoir.base + 0.5:
        return None
    cavity = seen.assembly.cavity
    return stone_on(cavity, top, cavity.litres_to(top), seen.book, stone)


def _top_of_stone(seen: Seen) -> float:
    """Up to which height stone lies round a drain [mm]. Raises DesignError where no soil has room over it."""
    cavity, deep = seen.assembly.cavity, seen.drains.stone_deep
    room = cavity.top - seen.design.fill.gap.mm - cavity.base
    if deep >= room:
        says, most = "The stone leaves no room for soil.", seen.show.length(room)
        raise refuse("drainage.stone", seen.show.length(deep), says, f"less than {most}")
    return cavity.base + deep


def bought_of(seen: Seen) -> list[Purchase]:
    """How each material is bought."""
    brought = seen.assembly.brought
    return purchases_of(seen.layers, seen.design.fill, seen.book, seen.show, brought)


LAYERS = register(
    Chapter(
        key="layers",
        stage="fill",
        reads=("show", "assembly", "drains", "reservoir_of", "design.fill"),
        work=layers_of,
    )
)
PURCHASES = register(
    Chapter(
        key="purchases", stage="fill", reads=("show", "assembly", "layers", "design.fill"), work=bought_of
    )
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
