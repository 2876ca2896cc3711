"""What of a material is wanted, from all layers and for the walls, and how it is asked to be bought."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from math import isclose

from acrebox.core.design import Bought, FillChoice
from acrebox.core.errors import refuse
from acrebox.core.fill.layers import NOT_CHOSEN, Content, FilledLayer
from acrebox.core.fill.offers import Offer, best_offer, cheapest
from acrebox.core.measure.printing import Printer
from acrebox.core.stock import BagSize, Bulk, Fill


@dataclass(frozen=True, kw_only=True)
class Wanted:
    """A material that is wanted, before it is said how it is bought."""

    material: Fill
    uses: tuple[tuple[int, Content], ...]
    heaps: tuple[str, ...]
    asked: str
    way: str
    loose: float
    to_hand: float
    reserve: float
    bags: tuple[BagSize, ...]
    bulk: Bulk | None

    @property
    def litres(self) -> float:
        """What is to be bought, with what is kept back [L]."""
        return max(0.0, self.loose + self.reserve - self.to_hand)

    def best(self, litres: float, bulk: Bulk | None) -> Offer | None:
        """The cheapest way to buy so much [L] that was asked for, with the load as told; None for none."""
        bags = self.bags if self.way != "bulk" else ()
        bulk = bulk if self.way != "bags" else None
        if not bags and bulk is None:
            return None
        found = best_offer(litres, bags, bulk)
        return found if bags else replace(found, counts=(0,) * len(self.bags))


def wanted_of(
    material: Fill,
    uses: Sequence[tuple[int, Content]],
    hand: tuple[list[str], float],
    how: Bought,
    field: str,
    reserve: float,
    show: Printer,
) -> Wanted:
    """What is wanted of a material by its `uses`, of which `hand` is there (its words, and how much [L]);
    `field` says how it is bought. Raises DesignError where it is not sold so.
    """
    bags, bulk = _bags(material, how, field, show), material.bulk
    sold = {"bags": bool(bags), "bulk": bulk is not None}
    return Wanted(
        material=material,
        uses=tuple(uses),
        heaps=tuple(hand[0]),
        asked=how.way,
        way=_way(how, field, material, sold=sold, uses=uses),
        loose=sum(c.loose for _, c in uses),
        to_hand=hand[1],
        reserve=reserve,
        bags=bags,
        bulk=bulk,
    )


def how_bought(key: str, uses: Sequence[tuple[int, Content]], choice: FillChoice) -> tuple[Bought, str]:
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


def like_the_bed(
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


def reserve_of(layers: Sequence[FilledLayer], keep_back: int) -> dict[str, float]:
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
