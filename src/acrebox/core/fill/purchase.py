"""What of a material is bought, once for the whole bed, and what it costs, in words."""

from dataclasses import dataclass, replace
from decimal import Decimal

from acrebox.core.fill.layers import Content
from acrebox.core.fill.offers import Offer, best_offer, break_even, cheapest
from acrebox.core.fill.wanted import Wanted
from acrebox.core.fill.worked import loose_words
from acrebox.core.measure.printing import Printer
from acrebox.core.stock import BagSize, Bulk, Fill
from acrebox.core.worked import LIST_PRICES, Worked

ALONG = ", on the lorry that brings the rest"


@dataclass(frozen=True, kw_only=True)
class Purchase:
    """One material's buying for the whole bed: what each layer takes of it, the way asked for, what is to
    bring, to hand and to keep back for topping up (`reserve`) [L], the sizes of bags looked at, the load with
    what bringing it costs here, the offer taken (`kept` of its bags are bought for the reserve alone), and
    the cheapest in bags alone and as a load alone.
    """

    material: Fill
    uses: tuple[tuple[int, Content], ...]
    heaps: tuple[str, ...]
    asked: str
    loose: float
    to_hand: float
    reserve: float
    bags: tuple[BagSize, ...]
    bulk: Bulk | None
    kept: int
    taken: Offer | None
    in_bags: Offer | None
    as_load: Offer | None
    break_even: float | None

    @property
    def wanted(self) -> float:
        """What is to be bought [L]."""
        return max(0.0, self.loose - self.to_hand)

    @property
    def cost(self) -> Decimal:
        """What is paid; material to hand costs nothing."""
        return self.taken.cost if self.taken else Decimal(0)

    @property
    def way(self) -> str:
        """`bags`, `bulk`, `both` of them, or `to hand`."""
        if self.taken is None or not self.taken.packs:
            return "to hand"
        return (
            "both" if self.taken.steps and any(self.taken.counts) else "bulk" if self.taken.steps else "bags"
        )

    @property
    def brought(self) -> float:
        """How much is bought [L], what is kept back with it."""
        if self.taken is None:
            return 0.0
        step = self.bulk.step.litres if self.bulk else 0.0
        sacks = sum(n * bag.size.litres for n, bag in zip(self.taken.counts, self.bags, strict=True))
        return self.taken.steps * step + sacks

    @property
    def left(self) -> float:
        """What is left over after the last bag, with what is kept back [L]."""
        return max(0.0, self.brought - self.wanted) if self.taken and self.taken.packs else 0.0


def bought_as(want: Wanted, taken: Offer | None) -> Purchase:
    """A material that is wanted, bought as that offer says; None for what is to hand and sold nowhere."""
    bags, bulk = want.bags, want.bulk
    in_bags = best_offer(want.litres, bags, None) if bags else None
    as_load = best_offer(want.litres, (), bulk) if bulk else None
    if as_load is not None:
        as_load = replace(as_load, counts=(0,) * len(bags))
    without = want.best(max(0.0, want.loose - want.to_hand), bulk) if bags else None
    return Purchase(
        material=want.material,
        uses=want.uses,
        heaps=want.heaps,
        asked=want.asked,
        loose=want.loose,
        to_hand=want.to_hand,
        bags=bags,
        bulk=bulk,
        reserve=want.reserve,
        kept=max(0, sum(taken.counts) - sum(without.counts)) if taken and without else 0,
        taken=taken,
        in_bags=in_bags,
        as_load=as_load,
        break_even=break_even(cheapest(bags), bulk) if bags and bulk else None,
    )


def loose_worked(bought: Purchase, show: Printer) -> Worked:
    """What is to bring of a material [L], from all layers."""
    words = " + ".join(loose_words(c, show) for _, c in bought.uses)
    return Worked(
        amount=bought.loose,
        unit="L",
        working=f"{words} = {show.cubic(bought.loose)} = {show.as_loads(bought.loose)}",
        assumptions=list(bought.heaps),
    )


def cost_worked(bought: Purchase, currency: str, show: Printer) -> Worked:
    """What a material costs, the way taken beside the others, in words."""
    return Worked(amount=float(bought.cost), unit=currency, working=_offers(bought, show), source=LIST_PRICES)


def offer_words(offer: Offer, bought: Purchase, show: Printer) -> str:
    """What is bought in one way, and for how much."""
    words, said = list[str](), list[str]()
    bulk = bought.bulk
    if offer.steps and bulk:
        words.append(f"{offer.steps} × {show.money(bulk.price)} loose")
        if bulk.delivery:
            words.append(f"{show.money(bulk.delivery)} to bring it")
        along = (
            "" if bulk.delivery or not bought.material.bulk or not bought.material.bulk.delivery else ALONG
        )
        said.append(f"loose by {show.pack(bulk.step.litres)}{along}")
    for count, bag in zip(offer.counts, bought.bags, strict=True):
        if count:
            words.append(f"{count} × {show.money(bag.price)}")
            said.append(f"{count} {_bags_of(count)} {show.pack(bag.size.litres)}")
    return f"{' + '.join(words)} = {show.money(offer.cost)}; {' and '.join(said)}"


def _bags_of(count: int) -> str:
    return "bag of" if count == 1 else "bags of"


def _offers(bought: Purchase, show: Printer) -> str:
    if bought.taken is None or not bought.taken.packs:
        return f"all of it to hand: {show.money(Decimal(0))}"
    loose, hand = bought.loose, bought.to_hand
    less = f" − {show.cubic(hand)} to hand = {show.cubic(loose - hand)}; for that" if hand else ""
    words = [f"{show.cubic(loose)}{less}: {offer_words(bought.taken, bought, show)}"]
    words.append(f"{show.cubic(bought.left)} left over in all")
    if bought.reserve:
        words.append(f"{show.cubic(bought.reserve)} of it kept back for topping up")
    for name, offer in (("in bags alone", bought.in_bags), ("as a load alone", bought.as_load)):
        if offer is not None and offer != bought.taken and offer.packs:
            words.append(f"{name} {show.money(offer.cost)}")
    if bought.bags and bought.bulk:
        words.append(
            "bags stay cheaper at any volume"
            if bought.break_even is None
            else f"past {show.cubic(bought.break_even)} a load never costs more than bags"
        )
    return "; ".join(words)
