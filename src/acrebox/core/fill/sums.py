"""The sums of all layers, each spelled out."""

from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal

from acrebox.core.fill.carried import barrows_for, wet_words
from acrebox.core.fill.layers import FilledLayer
from acrebox.core.fill.purchase import Purchase
from acrebox.core.measure.printing import Printer, named
from acrebox.core.worked import COMMON_PRACTICE, LIST_PRICES, Worked


@dataclass(frozen=True, kw_only=True)
class FillSums:
    """Settled and loose volume [L], weight watered through [kg], barrow loads, cost in the currency of the
    yard.
    """

    settled: Worked
    loose: Worked
    wet: Worked
    barrows: Worked
    cost: Worked


def sum_up(
    layers: Sequence[FilledLayer], purchases: Sequence[Purchase], barrow: float, currency: str, show: Printer
) -> FillSums:
    """Add up layers and purchases, carried in barrows of so many litres."""
    settled = sum(x.settled for x in layers)
    loose = sum(p.loose for p in purchases)
    wet = sum(x.wet for x in layers)
    loads = [(p.material.name, barrows_for(p.loose, barrow)) for p in purchases]
    barrows = sum(count for _, count in loads)
    cost = sum((p.cost for p in purchases), Decimal(0))
    by_layer = " + ".join(named(show.cubic(x.settled), x.name) for x in layers)
    by_material = " + ".join(named(show.cubic(p.loose), p.material.name) for p in purchases)
    return FillSums(
        settled=Worked(
            amount=settled,
            unit="L",
            working=f"{by_layer} = {show.cubic(settled)} = {show.as_loads(settled)}",
        ),
        loose=Worked(
            amount=loose,
            unit="L",
            working=f"{by_material} = {show.cubic(loose)} = {show.as_loads(loose)}",
            assumptions=["settling factors of each material"],
            source=COMMON_PRACTICE,
        ),
        wet=Worked(
            amount=wet,
            unit="kg",
            working=f"{' + '.join(wet_words(x, show) for x in layers)} = {show.weight(wet)}",
            assumptions=["watered through"],
            source=COMMON_PRACTICE,
        ),
        barrows=Worked(
            amount=barrows,
            unit="loads",
            working=(
                f"loads of {show.pack(barrow)}:"
                f" {' + '.join(named(str(count), name) for name, count in loads)} = {barrows}"
            ),
            source="whole loads of each material",
        ),
        cost=Worked(
            amount=float(cost),
            unit=currency,
            working=(
                f"{' + '.join(named(show.money(p.cost), p.material.name) for p in purchases)} ="
                f" {show.money(cost)}"
            ),
            source=LIST_PRICES,
        ),
    )
