"""What to buy: sticks and sheets, fixings and goods, soil."""

from collections import Counter
from collections.abc import Sequence
from decimal import Decimal
from math import ceil

from acrebox.core.bench.supply import Supply
from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.measure.telling import told
from acrebox.core.plan.bench_rows import Buy
from acrebox.core.plan.fill import SOIL
from acrebox.core.worked import Worked

PRICE_LIST = "the yard's price list (invented)"


def stick_lines(seen: Seen) -> list[Buy]:
    """The timber of the buying list: sticks by section and length; off-cuts to hand are not bought."""
    lines = []
    for section in seen.cuttings:
        timber = seen.book.find_cuttable(section.stock)
        supply = Counter(section.bought)
        for bought, count in sorted(supply.items(), key=lambda row: -row[0].length):
            cost = bought.price * count
            length = seen.show.length(bought.length / 10)
            lines.append(
                Buy(
                    item=section.stock,
                    name=timber.name if timber else section.stock,
                    stage="bench",
                    count=count,
                    unit="sheet" if seen.book.find_sheet(section.stock) else "stick",
                    length_mm=bought.length / 10,
                    each=float(bought.price),
                    cost=float(cost),
                    working={
                        "cost": Worked(
                            amount=float(cost),
                            unit=seen.book.currency,
                            working=(
                                f"{count} × {length} at {seen.show.money(bought.price)} ="
                                f" {seen.show.money(cost)}{_aside(section.aside, bought)}"
                            ),
                            assumptions=["the yard's list price, or the one you typed"],
                            source=PRICE_LIST,
                        )
                    },
                )
            )
    return lines


def _aside(aside: Sequence[Supply], bought: Supply) -> str:
    """How many of a length are set aside for bad ones, in words."""
    more = sum(s == bought for s in aside)
    return f"; {more} of them set aside for bad ones" if more else ""


def _line(key: str, name: str, count: int, unit: str, price: Decimal, words: str, seen: Seen) -> Buy:
    """A line of the buying list; `words` say how the count came about."""
    cost, show = price * count, seen.show.money
    working = Worked(
        amount=float(cost),
        unit=seen.book.currency,
        working=f"{words} × {show(price)} = {show(cost)}",
        source=PRICE_LIST,
    )
    return Buy(
        item=key,
        name=name,
        stage="bench",
        count=count,
        unit=unit,
        each=float(price),
        cost=float(cost),
        working={"cost": working},
    )


def goods_lines(seen: Seen) -> list[Buy]:
    """Whole boxes of fixings, and goods by the piece or the metre."""
    counts: Counter[str] = Counter()
    for fixed in seen.fixings:
        counts[fixed.screw.key] += fixed.count
    lines = []
    for screw in seen.book.screw:
        if counts[screw.key]:
            boxes = ceil(counts[screw.key] / screw.box)
            words = f"{counts[screw.key]} ÷ {screw.box} a box, rounded up = {boxes}"
            lines.append(_line(screw.key, screw.name, boxes, f"box of {screw.box}", screw.price, words, seen))
    for good in seen.takeoff.counted:
        sold, count = seen.book.find_good(good.key), ceil(good.count)
        lines.append(
            _line(
                good.key,
                told(sold.name, seen.show),
                count,
                good.unit,
                sold.price,
                f"{good.working}; {count} to buy",
                seen,
            )
        )
    return lines


def buying_of(seen: Seen) -> list[Buy]:
    """Everything to buy: sticks and sheets, fixings and goods, soil."""
    return [*stick_lines(seen), *seen.of(GOODS), *seen.of(SOIL)]


GOODS = register(Chapter(key="goods", stage="bench", reads=("show", "fixed", "takeoff"), work=goods_lines))
BUYING = register(
    Chapter(
        key="buying",
        stage="bench",
        reads=("show", "cuttings", "goods", "soil"),
        work=buying_of,
        model=list[Buy],
    )
)
