"""Bags or bulk: how many, what they cost, and from which volume on a load is the cheaper."""

from dataclasses import dataclass
from decimal import Decimal
from math import ceil, isclose

from acrebox.core.fill.layers import FilledLayer
from acrebox.core.measure.printing import Printer
from acrebox.core.stock import BagSize, Bulk
from acrebox.core.worked import Worked

LIST_PRICES = "the yard's price list (invented)"
# A bag must not be bought for what rounding adds.
CRUMB_L = 1e-6


@dataclass(frozen=True, kw_only=True)
class Purchase:
    """One layer's buying: bags needed and kept back, loads in steps, costs, which way is taken."""

    bag: BagSize | None
    bags_needed: int
    kept_back: int
    bag_cost: Decimal | None
    bulk: Bulk | None
    bulk_steps: int
    bulk_cost: Decimal | None
    break_even: float | None
    way: str

    @property
    def cost(self) -> Decimal:
        """What the way taken costs; material to hand costs nothing."""
        taken = {"bags": self.bag_cost, "bulk": self.bulk_cost}.get(self.way)
        return taken or Decimal(0)


def purchase(layer: FilledLayer, keep_back: int) -> Purchase:
    """Buy a layer: in its chosen bag with some kept back, or loose by the supplier's step."""
    material, loose = layer.material, layer.loose
    bag = _chosen_bag(layer)
    needed = bags_for(loose, bag.size.litres) if bag else 0
    bag_cost = bag.price * (needed + keep_back) if bag else None
    steps = bags_for(loose, material.bulk.step.litres) if material.bulk else 0
    bulk_cost = bulk_price(material.bulk, steps) if material.bulk else None
    way = layer.choice.buy
    if way == "cheaper":
        offers = [
            (cost, name) for cost, name in ((bag_cost, "bags"), (bulk_cost, "bulk")) if cost is not None
        ]
        way_taken = min(offers)[1] if offers else "to hand"
    else:
        way_taken = way
    even = break_even(bag, material.bulk, keep_back) if bag and material.bulk else None
    return Purchase(
        bag=bag,
        bags_needed=needed,
        kept_back=keep_back if bag else 0,
        bag_cost=bag_cost,
        bulk=material.bulk,
        bulk_steps=steps,
        bulk_cost=bulk_cost,
        break_even=even,
        way=way_taken,
    )


def bags_for(litres: float, size: float) -> int:
    """The fewest whole bags of a size [L] that hold a volume [L]."""
    return max(0, ceil((litres - CRUMB_L) / size))


def bulk_price(bulk: Bulk, steps: int) -> Decimal:
    """The price of a load in whole steps, brought."""
    return bulk.price * steps + bulk.delivery if steps else Decimal(0)


def break_even(bag: BagSize, bulk: Bulk, keep_back: int) -> float | None:
    """The volume [L] past which a load never costs more than bags; None when bags stay cheaper for ever.

    Bags cost at least V·b with b the price per litre in bags; a load at most (V + step)·s + delivery. Past
    V = (step·s + delivery)/(b − s) a load is the cheaper, so the search runs down from there, bag by bag.
    """
    size, step = bag.size.litres, bulk.step.litres
    per_litre, loose_per_litre = float(bag.price) / size, float(bulk.price) / step
    if per_litre <= loose_per_litre:
        return None
    certain = (float(bulk.price) + float(bulk.delivery)) / (per_litre - loose_per_litre)
    bags = bags_for(certain, size) + 1
    while bags > 0 and bulk_price(bulk, bags_for(bags * size, step)) <= bag.price * (bags + keep_back):
        bags -= 1
    return bags * size


def _chosen_bag(layer: FilledLayer) -> BagSize | None:
    bags = layer.material.bags
    wanted = layer.choice.bag
    if wanted is None:
        return bags[0] if bags else None
    return next(b for b in bags if isclose(b.size.litres, wanted.litres, rel_tol=1e-3))


def cost_worked(layer: FilledLayer, bought: Purchase, currency: str, show: Printer) -> Worked:
    """What a layer costs: its bags beside its load, in words."""
    return Worked(
        amount=float(bought.cost), unit=currency, working=_offers(layer, bought, show), source=LIST_PRICES
    )


def _offers(layer: FilledLayer, bought: Purchase, show: Printer) -> str:
    words = []
    if bought.bag and bought.bag_cost is not None:
        words.append(
            f"bags: {layer.loose:,.0f} L ÷ {bought.bag.size.text}, rounded up = {bought.bags_needed},"
            f" + {bought.kept_back} kept back, × {show.money(bought.bag.price)}"
            f" = {show.money(bought.bag_cost)}"
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
