"""What is bought of every material of a bed, in the way asked for; what is to hand comes first."""

from collections.abc import Iterator, Sequence
from dataclasses import replace
from decimal import Decimal

from acrebox.core.assembly import Brought
from acrebox.core.design import Bought, FillChoice
from acrebox.core.fill.heaps import to_hand
from acrebox.core.fill.layers import NOT_CHOSEN, Content, FilledLayer
from acrebox.core.fill.materials import materials_of
from acrebox.core.fill.offers import Offer
from acrebox.core.fill.purchase import Purchase, bought_as
from acrebox.core.fill.wanted import Wanted, how_bought, like_the_bed, reserve_of, wanted_of
from acrebox.core.measure.printing import Printer
from acrebox.core.stock import Bulk, Catalogue, CatalogueGapError


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
        for material, litres in like_the_bed(every[more.material], more.litres, layers):
            content = Content(material=material, settled=litres)
            uses.setdefault(material.key, []).append((NOT_CHOSEN, content))
    hand = to_hand(choice, every, show)
    how = {key: how_bought(key, rows, choice) for key, rows in uses.items()}
    spare = reserve_of(layers, choice.keep_back)
    wanted = [
        wanted_of(every[key], rows, hand.get(key, ([], 0.0)), *how[key], spare.get(key, 0.0), show)
        for key, rows in uses.items()
    ]
    if choice.lorries == "one":
        return list(by_one_lorry(wanted))
    return [bought_as(want, want.best(want.litres, want.bulk)) for want in wanted]


def by_one_lorry(wanted: Sequence[Wanted]) -> Iterator[Purchase]:
    """What is bought where one lorry brings all loads and the dearest of them is paid for: the first material
    of that fee pays it, all others come along.

    The cheapest of all fees that could be the dearest, each with the best ways to buy under it.
    """
    best: tuple[Decimal, int, Decimal] | None = None
    for fee in sorted({Decimal(0), *(w.bulk.delivery for w in wanted if w.bulk is not None)}):
        offers = [_free(w, fee) for w in wanted]
        if any(o is None and w.bulk is not None for o, w in zip(offers, wanted, strict=True)):
            continue  # one that is to come as a load would not
        loads = any(o and o.steps for o in offers)
        cost = sum((o.cost for o in offers if o), fee if loads else Decimal(0))
        key = (cost, sum(o.packs for o in offers if o), fee)
        best = key if best is None or key < best else best
    assert best is not None  # the highest fee lets every load come
    fee, paid = best[2], False
    for want in wanted:
        free = _free(want, fee)
        if want.bulk is None or free is None:
            yield bought_as(want, free)
            continue
        pays = not paid and want.bulk.delivery == fee and bool(free.steps)
        paid = paid or pays
        mine = fee if pays else max(Decimal(0), want.bulk.delivery - fee)
        here = replace(want, bulk=_brought_for(want.bulk, mine))
        yield bought_as(here, replace(free, cost=free.cost + fee) if pays else free)


def _free(want: Wanted, fee: Decimal) -> Offer | None:
    """The best way to buy it where loads of up to that fee are brought for nothing, and no others are."""
    comes = want.bulk is not None and want.bulk.delivery <= fee
    return want.best(want.litres, _brought_for(want.bulk, Decimal(0)) if comes else None)


def _brought_for(bulk: Bulk | None, fee: Decimal) -> Bulk | None:
    return None if bulk is None else bulk.model_copy(update={"delivery": fee})


def purchase_of(key: str, settled: float, where: str, book: Catalogue, show: Printer) -> Purchase:
    """What is bought of one material that is no layer of the fill, so much of it in place [L]; `where` stands
    for the field that could say how.
    """
    found = book.find_fill(key)
    if found is None:
        raise CatalogueGapError(key)
    content = Content(material=found, settled=settled)
    how = Bought(material=key)
    want = wanted_of(found, [(NOT_CHOSEN, content)], ([], 0.0), how, where, 0.0, show)
    return bought_as(want, want.best(want.litres, want.bulk))
