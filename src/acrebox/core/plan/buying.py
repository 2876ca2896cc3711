"""What to buy: sticks and sheets, fixings and goods, soil."""

from collections import Counter
from collections.abc import Iterable, Sequence
from decimal import Decimal
from math import ceil

from acrebox.core.bench.supply import Supply
from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.measure.telling import told
from acrebox.core.plan.buy_rows import Buy, buy_line
from acrebox.core.plan.drain_goods import DRAIN_GOODS
from acrebox.core.plan.fill import SOIL
from acrebox.core.plan.level_goods import LEVEL_GOODS
from acrebox.core.plan.line_goods import LINE_GOODS
from acrebox.core.takeoff import CountedNeed


def stick_lines(seen: Seen) -> list[Buy]:
    """The timber of the buying list: sticks by section and length; off-cuts to hand are not bought."""
    lines = []
    for section in seen.cuttings:
        timber = seen.book.find_cuttable(section.stock)
        supply = Counter(section.bought)
        for bought, count in sorted(supply.items(), key=lambda row: -row[0].length):
            length, price = seen.show.length(bought.length / 10), seen.show.money(bought.price)
            line = buy_line(
                seen,
                section.stock,
                timber.name if timber else section.stock,
                count,
                "sheet" if seen.book.find_sheet(section.stock) else "stick",
                bought.price,
                f"{length} long: {count} × {price}",
                length=bought.length / 10,
                aside=_aside(section.aside, bought),
                assumptions=["the yard's list price, or the one you typed"],
            )
            lines.append(line)
    return lines


def _aside(aside: Sequence[Supply], bought: Supply) -> str:
    """How many of a length are set aside for bad ones, in words."""
    more = sum(s == bought for s in aside)
    return f"; {more} of them set aside for bad ones" if more else ""


def goods_lines(seen: Seen) -> list[Buy]:
    """Whole boxes of fixings, and goods by the piece or the metre."""
    counts: Counter[str] = Counter()
    for fixed in seen.fixings:
        counts[fixed.screw.key] += fixed.count
    lines, money = [], seen.show.money
    for screw in seen.book.screw:
        if counts[screw.key]:
            boxes = ceil(counts[screw.key] / screw.box)
            words = (
                f"{counts[screw.key]} ÷ {screw.box} a box, rounded up = {boxes}; {boxes} ×"
                f" {money(screw.price)}"
            )
            unit = f"box of {screw.box}"
            lines.append(buy_line(seen, screw.key, screw.name, boxes, unit, screw.price, words))
    for good in seen.takeoff.counted:
        lines.append(_good_line(good, seen))
    return lines


def _good_line(good: CountedNeed, seen: Seen) -> Buy:
    """A line of goods; of what serves two beds only this one's share is paid here."""
    count, money = ceil(good.count), seen.show.money
    if good.price is None:
        sold = seen.book.find_good(good.key)
        price, name = sold.price, good.name or told(sold.name, seen.show)
    else:
        price, name = good.price, good.name or good.key
    each = (price * Decimal(str(good.share))).quantize(Decimal("0.01"))
    share = seen.show.short(good.share)
    shared = (
        "" if good.share == 1 else f"{share} is paid by this bed: {share} × {money(price)} = {money(each)}; "
    )
    words = f"{good.working}; {shared}{count} × {money(each)}"
    return buy_line(seen, good.key, name, count, good.unit, each, words)


def buying_of(seen: Seen) -> list[Buy]:
    """Everything to buy: sticks and sheets, fixings and goods, stone for a base, lining, drains, soil."""
    goods = (seen.of(c) for c in (GOODS, LEVEL_GOODS, LINE_GOODS, DRAIN_GOODS, SOIL))
    return keyed(line for part in (stick_lines(seen), *goods) for line in part)


def keyed(lines: Iterable[Buy]) -> list[Buy]:
    """The lines, each with a key of its own: what is bought in two ways is counted."""
    times: Counter[str] = Counter()
    found = []
    for line in lines:
        times[line.key] += 1
        again = times[line.key]
        found.append(line if again == 1 else line.model_copy(update={"key": f"{line.key}:{again}"}))
    return found


GOODS = register(Chapter(key="goods", stage="bench", reads=("show", "fixed", "takeoff"), work=goods_lines))
BUYING = register(
    Chapter(
        key="buying",
        stage="bench",
        reads=("show", "cuttings", "goods", "line_goods", "drain_goods", "level_goods", "soil"),
        work=buying_of,
        model=list[Buy],
    )
)
