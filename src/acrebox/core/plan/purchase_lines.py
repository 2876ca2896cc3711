"""Lines of the buying list for what comes in bags or as a load."""

from collections.abc import Iterator

from acrebox.core.chapter import Seen
from acrebox.core.fill.purchase import Purchase, cost_worked
from acrebox.core.plan.buy_rows import Buy, buy_line


def purchase_lines(seen: Seen, bought: Purchase, stage: str) -> Iterator[Buy]:
    """A material's bags size by size, its load, and what brings it."""
    taken, bulk = bought.taken, bought.bulk
    if taken is None or not taken.packs:
        return
    rows = [
        (n, f"bag of {seen.show.pack(b.size.litres)}", b.price)
        for b, n in zip(bought.bags, taken.counts, strict=True)
    ]
    if bulk:
        rows.append((taken.steps, f"× {seen.show.pack(bulk.step.litres)} loose", bulk.price))
        rows.append((1 if taken.steps and bulk.delivery else 0, "delivery", bulk.delivery))
    whole = cost_worked(bought, seen.book.currency, seen.show)
    for count, unit, price in rows:
        if count:
            yield buy_line(
                seen,
                bought.material.key,
                bought.material.name,
                count,
                unit,
                price,
                f"{count} × {seen.show.money(price)}",
                stage=stage,
                assumptions=[whole.working],
            )
