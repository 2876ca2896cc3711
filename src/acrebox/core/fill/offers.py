"""The cheapest way to buy a volume: bags of all sizes, a load in whole steps, or a load topped with bags."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from decimal import Decimal
from itertools import product
from math import ceil, floor

from acrebox.core.stock import BagSize, Bulk

# A bag must not be bought for what rounding adds.
CRUMB_L = 1e-6
MOST_ALIKE = 200
Counts = tuple[int, ...]


@dataclass(frozen=True, kw_only=True)
class Offer:
    """One way to buy: bags of every size, steps of a load, what both cost."""

    counts: Counts
    steps: int
    cost: Decimal

    @property
    def packs(self) -> int:
        """How many things are carried in."""
        return sum(self.counts) + self.steps


def bags_for(litres: float, size: float) -> int:
    """The fewest whole bags of a size [L] that hold a volume [L]."""
    return max(0, ceil((litres - CRUMB_L) / size))


def bulk_price(bulk: Bulk, steps: int) -> Decimal:
    """The price of a load in whole steps, brought."""
    return bulk.price * steps + bulk.delivery if steps else Decimal(0)


def cheapest(bags: Sequence[BagSize]) -> BagSize:
    """The bag that costs least by the litre."""
    return min(bags, key=lambda b: (float(b.price) / b.size.litres, -b.size.litres))


def best_offer(litres: float, bags: Sequence[BagSize], bulk: Bulk | None) -> Offer:
    """The cheapest way to bring at least so much [L]; of ways that cost the same the fewest packs, then the
    least over.
    """
    if litres <= CRUMB_L:
        return Offer(counts=(0,) * len(bags), steps=0, cost=Decimal(0))
    most = bags_for(litres, bulk.step.litres) if bulk else 0
    by_litre = min((float(b.price) / b.size.litres for b in bags), default=0.0)
    best: tuple[Decimal, int, float, Offer] | None = None
    for steps in range(most, -1, -1):
        load = bulk_price(bulk, steps) if bulk else Decimal(0)
        rest = litres - (steps * bulk.step.litres if bulk else 0.0)
        if rest > CRUMB_L and not bags:
            break
        if best is not None and float(load) + by_litre * max(0.0, rest) > float(best[0]) + 1e-9:
            continue
        for counts in _covers(rest, bags):
            cost = load + sum((n * b.price for n, b in zip(counts, bags, strict=True)), Decimal(0))
            over = sum(n * b.size.litres for n, b in zip(counts, bags, strict=True)) - rest
            offer = Offer(counts=counts, steps=steps, cost=cost)
            key = (cost, offer.packs, over)
            if best is None or key < best[:3]:
                best = (*key, offer)
    assert best is not None  # without bags the whole load is one
    return best[3]


def _covers(litres: float, bags: Sequence[BagSize]) -> Iterator[Counts]:
    """Counts of bags that hold a volume, among them the cheapest: of all but the bag that costs least by
    the litre there can only be a few, since each of them costs more than it replaces and all they can save
    is one of those.
    """
    if litres <= CRUMB_L:
        yield (0,) * len(bags)
        return
    best = cheapest(bags)
    first = bags.index(best)
    ratio = float(best.price) / best.size.litres
    ranges = []
    for n, bag in enumerate(bags):
        if n == first:
            ranges.append(range(1))
            continue
        dearer = float(bag.price) - ratio * bag.size.litres
        few = floor(float(best.price) / dearer + 1e-9) if dearer > 1e-9 else MOST_ALIKE
        ranges.append(range(min(few, bags_for(litres, bag.size.litres), MOST_ALIKE) + 1))
    for counts in product(*ranges):
        rest = litres - sum(k * b.size.litres for k, b in zip(counts, bags, strict=True))
        yield tuple(bags_for(rest, best.size.litres) if n == first else k for n, k in enumerate(counts))


def break_even(bag: BagSize, bulk: Bulk) -> float | None:
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
    while bags > 0 and bulk_price(bulk, bags_for(bags * size, step)) <= bag.price * bags:
        bags -= 1
    return bags * size
