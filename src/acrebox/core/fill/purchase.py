"""What of a material is bought, once for the whole bed, in the way asked for; what is to hand comes first."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal
from math import isclose

from acrebox.core.assembly import Brought
from acrebox.core.design import Bought, FillChoice
from acrebox.core.errors import refuse
from acrebox.core.fill.heaps import to_hand
from acrebox.core.fill.layers import NOT_CHOSEN, Content, FilledLayer
from acrebox.core.fill.materials import materials_of
from acrebox.core.fill.offers import Offer, best_offer, break_even, cheapest
from acrebox.core.fill.worked import loose_words
from acrebox.core.measure.printing import Printer
from acrebox.core.stock import BagSize, Catalogue, CatalogueGapError, Fill
from acrebox.core.worked import LIST_PRICES, Worked


@dataclass(frozen=True, kw_only=True)
class Purchase:
    """One material's buying for the whole bed: what each layer takes of it, the way asked for, what is to
    bring, to hand and to keep back for topping up (`reserve`) [L], the sizes of bags looked at, the offer
    taken (`kept` of its bags are bought for the reserve alone), and the cheapest in bags alone and as a load
    alone.
    """

    material: Fill
    uses: tuple[tuple[int, Content], ...]
    heaps: tuple[str, ...]
    asked: str
    loose: float
    to_hand: float
    reserve: float
    bags: tuple[BagSize, ...]
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
        step = self.material.bulk.step.litres if self.material.bulk else 0.0
        sacks = sum(n * bag.size.litres for n, bag in zip(self.taken.counts, self.bags, strict=True))
        return self.taken.steps * step + sacks

    @property
    def left(self) -> float:
        """What is left over after the last bag, with what is kept back [L]."""
        return max(0.0, self.brought - self.wanted) if self.taken and self.taken.packs else 0.0


def purchases_of(
    layers: Sequence[FilledLayer],
    choice: FillChoice,
    book: Catalogue,
    show: Printer,
    brought: Sequence[Brought] = (),
) -> list[Purchase]:
    """What is bought of every material, in the order in which they lie, then what is `brought` into the walls
    themselves.

    Raises DesignError when a material is to be bought in a way in which it is not sold, or in two ways.
    """
    every = materials_of(choice, book)
    uses: dict[str, list[tuple[int, Content]]] = {}
    for layer in layers:
        for content in layer.everything:
            uses.setdefault(content.material.key, []).append((layer.at, content))
    for more in brought:
        for material, litres in _like_the_bed(every[more.material], more.litres, layers):
            content = Content(material=material, settled=litres)
            uses.setdefault(material.key, []).append((NOT_CHOSEN, content))
    hand = to_hand(choice, every, show)
    how = {key: _how(key, rows, choice) for key, rows in uses.items()}
    spare = _reserve(layers, choice.keep_back)
    return [
        _purchase(every[key], rows, hand.get(key, ([], 0.0)), *how[key], spare.get(key, 0.0), show)
        for key, rows in uses.items()
    ]


def _like_the_bed(
    material: Fill, litres: float, layers: Sequence[FilledLayer]
) -> Iterator[tuple[Fill, float]]:
    """What is filled into walls: soil is what the bed's roots grow in, in its shares; all else as it is."""
    grows = [c for x in layers if x.for_roots for c in x.contents]
    whole = sum(c.settled for c in grows)
    if material.kind != "soil" or whole <= 0:
        yield material, litres
        return
    for content in grows:
        yield content.material, litres * content.settled / whole


def _reserve(layers: Sequence[FilledLayer], keep_back: int) -> dict[str, float]:
    """What is kept back for topping up [L, loose]: of what lies on top, of a mix what rots most, as much as
    the bed drops in its first year, and no more than so many bags of it. Nothing where nothing sinks.
    """
    top = next((layer for layer in reversed(layers) if layer.contents), None)
    if top is None or not keep_back:
        return {}
    drops = sum(c.settled * c.material.lost_first[1] for layer in layers for c in layer.everything)
    best = max(top.contents, key=lambda c: c.material.lost_first[1])
    bags = best.material.bags
    if drops <= 0 or not bags:
        return {}
    loose = drops * best.material.loose_per_settled
    return {best.material.key: min(loose, keep_back * cheapest(bags).size.litres)}


def purchase_of(key: str, settled: float, where: str, book: Catalogue, show: Printer) -> Purchase:
    """What is bought of one material that is no layer of the fill, so much of it in place [L]; `where` stands
    for the field that could say how.
    """
    found = book.find_fill(key)
    if found is None:
        raise CatalogueGapError(key)
    content = Content(material=found, settled=settled)
    return _purchase(found, [(NOT_CHOSEN, content)], ([], 0.0), Bought(material=key), where, 0.0, show)


def _how(key: str, uses: Sequence[tuple[int, Content]], choice: FillChoice) -> tuple[Bought, str]:
    """How a material is to be bought, and the field that says so."""
    for n, row in enumerate(choice.bought):
        if row.material == key:
            return row, f"fill.bought.{n}"
    said: list[tuple[Bought, str]] = []
    for n in dict.fromkeys(n for n, _ in uses if n != NOT_CHOSEN):
        layer = choice.layers[n]
        mine = layer.mix or layer.material == key
        if mine and (layer.buy != "cheaper" or layer.bag is not None):
            said.append((Bought(material=key, way=layer.buy, bag=layer.bag), f"fill.layers.{n}"))
    for other, field in said[1:]:
        if other != said[0][0]:
            raise refuse(
                f"{field}.buy",
                other.way,
                "One material is bought once for the whole bed, and another layer of it says another way.",
                f"as {said[0][1]}: {said[0][0].way}",
            )
    return said[0] if said else (Bought(material=key), "fill.bought")


def _purchase(
    material: Fill,
    uses: Sequence[tuple[int, Content]],
    hand: tuple[list[str], float],
    how: Bought,
    field: str,
    reserve: float,
    show: Printer,
) -> Purchase:
    bags, bulk = _bags(material, how, field, show), material.bulk
    way = _way(how, field, material, sold={"bags": bool(bags), "bulk": bulk is not None}, uses=uses)
    loose = sum(c.loose for _, c in uses)
    wanted = max(0.0, loose + reserve - hand[1])
    in_bags = best_offer(wanted, bags, None) if bags else None
    as_load = best_offer(wanted, (), bulk) if bulk else None
    if as_load is not None:
        as_load = Offer(counts=(0,) * len(bags), steps=as_load.steps, cost=as_load.cost)
    both = best_offer(wanted, bags, bulk) if bags and bulk else in_bags or as_load
    taken = {"cheaper": both, "bags": in_bags, "bulk": as_load}[way]
    if material.to_hand and not bags and bulk is None:
        taken = None
    even = break_even(cheapest(bags), bulk) if bags and bulk else None
    without = best_offer(max(0.0, loose - hand[1]), bags, bulk if way != "bags" else None) if bags else None
    return Purchase(
        material=material,
        uses=tuple(uses),
        heaps=tuple(hand[0]),
        asked=how.way,
        loose=loose,
        to_hand=hand[1],
        bags=bags,
        reserve=reserve,
        kept=max(0, sum(taken.counts) - sum(without.counts)) if taken and without else 0,
        taken=taken,
        in_bags=in_bags,
        as_load=as_load,
        break_even=even,
    )


def _way(
    how: Bought, field: str, material: Fill, sold: Mapping[str, bool], uses: Sequence[tuple[int, Content]]
) -> str:
    """The way asked for, where a material is sold so. A mix is asked for as a whole: a material of it that is
    not sold so is bought as it is.
    """
    if sold.get(how.way, True):
        return how.way
    of_layer = field.startswith("fill.layers.")
    if of_layer and any(c.share != 100.0 for _, c in uses):
        return "cheaper"
    says, instead = {"bulk": ("loose", "bags"), "bags": ("in bags", "cheaper")}[how.way]
    named = f"{field}.buy" if of_layer else f"{field}.way"
    raise refuse(named, how.way, f"{material.name} is not sold {says}.", instead)


def _bags(material: Fill, how: Bought, field: str, show: Printer) -> tuple[BagSize, ...]:
    """The sizes of bags to choose from: all, or the one asked for."""
    if how.bag is None:
        return material.bags
    if how.bag.litres <= 0:
        raise refuse(f"{field}.bag", how.bag.text, "A bag must hold something.", "more than nothing")
    wanted = how.bag.litres
    found = tuple(b for b in material.bags if isclose(b.size.litres, wanted, rel_tol=1e-3))
    if not found:
        sold = ", ".join(show.pack(b.size.litres) for b in material.bags) or "no bags"
        raise refuse(f"{field}.bag", how.bag.text, f"{material.name} is not sold in that bag.", sold)
    return found


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
    bulk = bought.material.bulk
    if offer.steps and bulk:
        words.append(
            f"{offer.steps} × {show.money(bulk.price)} loose + {show.money(bulk.delivery)} to bring it"
        )
        said.append(f"loose by {show.pack(bulk.step.litres)}")
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
    if bought.bags and bought.material.bulk:
        words.append(
            "bags stay cheaper at any volume"
            if bought.break_even is None
            else f"past {show.cubic(bought.break_even)} a load never costs more than bags"
        )
    return "; ".join(words)
