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
    words = f"{fixed.joints} joints × {_each(fixed)} = {fixed.count}: at least {rule.least} a joint, one every {show(rule.every_mm)} of contact"
    bite = f"{show(screw.length.mm)} long − {show(fixed.through)} passed = {show(fixed.bite)} bite into {show(fixed.into)}"
    pilot = f"drill {show(screw.pilot.mm)} first: a must in hard timber" if fixed.hard else f"drill {screw.pilot.mm:g} mm near ends, so that nothing splits"
    return Fixing(
        joint=fixed.kind, screw=screw.key, name=screw.name, joints=fixed.joints, each=_each(fixed), count=fixed.count, length_mm=screw.length.mm,
        bite_mm=fixed.bite, pilot_mm=screw.pilot.mm, pilot_must=fixed.hard, countersink=rule.family == "timber", trouble=fixed.trouble,
        working={
            "count": Worked(amount=fixed.count, unit="fixings", working=words, source=COMMON_PRACTICE),
            "bite_mm": Worked(amount=fixed.bite, unit="mm", working=bite, assumptions=[pilot, "stainless or galvanised, since it stands outdoors"], source=COMMON_PRACTICE),
        },
    )  # fmt: skip


def _each(fixed: Fixed) -> str:
    low, high = fixed.each
    return str(low) if low == high else f"{low} to {high}"


def fixing_lines(seen: Seen, book: Catalogue) -> list[Buy]:
    """Whole boxes of fixings, and goods by the piece or the metre."""
    counts: Counter[str] = Counter()
    for fixed in seen.fixings:
        counts[fixed.screw.key] += fixed.count
    show = seen.show.money
    lines = []
    for screw in book.screw:
        if not counts[screw.key]:
            continue
        boxes = ceil(counts[screw.key] / screw.box)
        cost = screw.price * boxes
        words = f"{counts[screw.key]} ÷ {screw.box} a box, rounded up = {boxes} × {show(screw.price)} = {show(cost)}"
        lines.append(
            Buy(
                item=screw.key,
                name=screw.name,
                stage="bench",
                count=boxes,
                unit=f"box of {screw.box}",
                each=float(screw.price),
                cost=float(cost),
                working={"cost": Worked(amount=float(cost), unit=book.currency, working=words, source=PRICES)},
            )
        )
    for good in seen.assembly.goods:
        sold = book.find_good(good.key)
        count = ceil(good.count)
        cost = sold.price * count
        words = f"{good.working}; {count} {good.unit} × {show(sold.price)} = {show(cost)}"
        lines.append(
            Buy(
                item=good.key,
                name=sold.name,
                stage="bench",
                count=count,
                unit=good.unit,
                each=float(sold.price),
                cost=float(cost),
                working={"cost": Worked(amount=float(cost), unit=book.currency, working=words, source=PRICES)},
            )
        )
    return lines


def fixing_cost(lines: list[Buy]) -> Decimal:
    """What the fixings and goods cost together."""
    return sum((Decimal(str(line.cost)) for line in lines), Decimal(0))
