"""Fixings and counted goods of the Plan, and their lines on the buying list."""

from collections import Counter
from decimal import Decimal
from math import ceil

from acrebox.core.advice import Seen
from acrebox.core.fixing import Fixed, fixing_rules
from acrebox.core.plan.model import Buy, Fixing
from acrebox.core.stock import Catalogue
from acrebox.core.worked import COMMON_PRACTICE, Worked

PRICES = "the yard's price list (invented)"


def fixings_of(seen: Seen) -> list[Fixing]:
    """Every kind of joint with its fixing."""
    return [_row(fixed, seen) for fixed in seen.fixings]


def _row(fixed: Fixed, seen: Seen) -> Fixing:
    show, rule = seen.show.length, fixing_rules()[fixed.kind]
    screw = fixed.screw
    words = (
        f"{fixed.joints} joints × {_each(fixed)} = {fixed.count}: at least {rule.least} a joint, one every"
        f" {show(rule.every_mm)} of contact"
    )
    bite = (
        f"{show(screw.length.mm)} long − {show(fixed.through)} passed = {show(fixed.bite)} bite into"
        f" {show(fixed.into)}"
    )
    pilot = (
        f"drill {show(screw.pilot.mm)} first: a must in hard timber"
        if fixed.hard
        else f"drill {screw.pilot.mm:g} mm near ends, so that nothing splits"
    )
    return Fixing(
        joint=fixed.kind,
        screw=screw.key,
        name=screw.name,
        joints=fixed.joints,
        each=_each(fixed),
        count=fixed.count,
        length_mm=screw.length.mm,
        bite_mm=fixed.bite,
        pilot_mm=screw.pilot.mm,
        pilot_must=fixed.hard,
        countersink=rule.family == "timber",
        trouble=fixed.trouble,
        working={
            "count": Worked(amount=fixed.count, unit="fixings", working=words, source=COMMON_PRACTICE),
            "bite_mm": Worked(
                amount=fixed.bite,
                unit="mm",
                working=bite,
                assumptions=[pilot, "stainless or galvanised, since it stands outdoors"],
                source=COMMON_PRACTICE,
            ),
        },
    )


def _each(fixed: Fixed) -> str:
    low, high = fixed.each
    return str(low) if low == high else f"{low} to {high}"


def _line(
    key: str, name: str, count: int, unit: str, price: Decimal, words: str, seen: Seen, book: Catalogue
) -> Buy:
    """A line of the buying list; `words` say how the count came about."""
    cost, show = price * count, seen.show.money
    working = Worked(
        amount=float(cost),
        unit=book.currency,
        working=f"{words} × {show(price)} = {show(cost)}",
        source=PRICES,
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


def fixing_lines(seen: Seen, book: Catalogue) -> list[Buy]:
    """Whole boxes of fixings, and goods by the piece or the metre."""
    counts: Counter[str] = Counter()
    for fixed in seen.fixings:
        counts[fixed.screw.key] += fixed.count
    lines = []
    for screw in book.screw:
        if counts[screw.key]:
            boxes = ceil(counts[screw.key] / screw.box)
            words = f"{counts[screw.key]} ÷ {screw.box} a box, rounded up = {boxes}"
            lines.append(
                _line(screw.key, screw.name, boxes, f"box of {screw.box}", screw.price, words, seen, book)
            )
    for good in seen.assembly.goods:
        sold, count = book.find_good(good.key), ceil(good.count)
        lines.append(
            _line(
                good.key,
                sold.name,
                count,
                good.unit,
                sold.price,
                f"{good.working}; {count} {good.unit}",
                seen,
                book,
            )
        )
    return lines


def fixing_cost(lines: list[Buy]) -> Decimal:
    """What the fixings and goods cost together."""
    return sum((Decimal(str(line.cost)) for line in lines), Decimal(0))
