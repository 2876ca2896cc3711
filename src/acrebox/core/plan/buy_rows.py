"""A line of the buying list, as published."""

from collections.abc import Sequence
from decimal import Decimal

from acrebox.core.chapter import Seen
from acrebox.core.measure.telling import told
from acrebox.core.plan.rows import Amount, Figures
from acrebox.core.worked import LIST_PRICES, Worked


class Buy(Figures):
    """One line of the buying list; it is ticked off under its `key`."""

    key: str
    item: str
    name: str
    stage: str
    count: int
    unit: str
    length_mm: Amount | None = None
    each: Amount
    cost: Amount


def good_line(seen: Seen, key: str, count: int, counted: str, stage: str) -> Buy:
    """So many of a good that a stage needs; `counted` are the words of how many."""
    good = seen.book.find_good(key)
    words = f"{counted}; {count} × {seen.show.money(good.price)}"
    return buy_line(seen, key, told(good.name, seen.show), count, good.unit, good.price, words, stage=stage)


def buy_line(
    seen: Seen,
    item: str,
    name: str,
    count: int,
    unit: str,
    price: Decimal,
    counted: str,
    *,
    stage: str = "bench",
    length: float | None = None,
    aside: str = "",
    assumptions: Sequence[str] = (),
) -> Buy:
    """So many of an item at a price each, a stick of a `length` [mm]; `counted` are the words of the sum
    before what it comes to, `aside` those after it.
    """
    cost = count * price
    worked = Worked(
        amount=float(cost),
        unit=seen.book.currency,
        working=f"{counted} = {seen.show.money(cost)}{aside}",
        assumptions=list(assumptions),
        source=LIST_PRICES,
    )
    sold = "" if length is None else f":{repr(length).removesuffix('.0')}"
    return Buy(
        key=f"{item}{sold}",
        item=item,
        name=name,
        stage=stage,
        count=count,
        unit=unit,
        length_mm=length,
        each=float(price),
        cost=float(cost),
        working={"cost": worked},
    )
