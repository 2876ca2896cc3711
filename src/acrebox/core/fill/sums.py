"""The sums of all layers, each spelled out layer by layer."""

from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal

from acrebox.core.fill.carried import barrows_for
from acrebox.core.fill.layers import FilledLayer, three_ways
from acrebox.core.fill.purchase import LIST_PRICES, Purchase
from acrebox.core.measure.printing import Printer
from acrebox.core.worked import COMMON_PRACTICE, Worked


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
    """Add up layers and their purchases, carried in barrows of so many litres."""
    return FillSums(
        settled=_settled(layers, show),
        loose=_loose(layers, show),
        wet=_wet(layers, show),
        barrows=_barrows(layers, barrow, show),
        cost=_cost(layers, purchases, currency, show),
    )


def _settled(layers: Sequence[FilledLayer], show: Printer) -> Worked:
    total = sum(x.settled for x in layers)
    words = " + ".join(f"{x.material.name} {show.volume(x.settled)}" for x in layers)
    return Worked(amount=total, unit="L", working=f"{words} = {show.volume(total)}, {three_ways(total)}")


def _loose(layers: Sequence[FilledLayer], show: Printer) -> Worked:
    total = sum(x.loose for x in layers)
    words = " + ".join(f"{x.material.name} {show.volume(x.loose)}" for x in layers)
    return Worked(
        amount=total,
        unit="L",
        working=f"{words} = {show.volume(total)}, {three_ways(total)}",
        assumptions=["settling factors of each material"],
        source=COMMON_PRACTICE,
    )


def _wet(layers: Sequence[FilledLayer], show: Printer) -> Worked:
    total = sum(x.settled * x.material.wet_kg_per_l for x in layers)
    words = " + ".join(
        f"{x.material.name} {show.volume(x.settled)} × {x.material.wet_kg_per_l:g} kg/L" for x in layers
    )
    return Worked(
        amount=total,
        unit="kg",
        working=f"{words} = {show.weight(total)}",
        assumptions=["watered through"],
        source=COMMON_PRACTICE,
    )


def _barrows(layers: Sequence[FilledLayer], barrow: float, show: Printer) -> Worked:
    loads = [(x.material.name, barrows_for(x.loose, barrow)) for x in layers]
    total = sum(count for _, count in loads)
    words = " + ".join(f"{name} {count}" for name, count in loads)
    return Worked(
        amount=total,
        unit="loads",
        working=f"{words} = {total} loads of {show.volume(barrow)}",
        source="whole loads of each material",
    )


def _cost(
    layers: Sequence[FilledLayer], purchases: Sequence[Purchase], currency: str, show: Printer
) -> Worked:
    total = sum((p.cost for p in purchases), Decimal(0))
    words = " + ".join(
        f"{x.material.name} {show.money(p.cost)}" for x, p in zip(layers, purchases, strict=True)
    )
    return Worked(
        amount=float(total), unit=currency, working=f"{words} = {show.money(total)}", source=LIST_PRICES
    )
