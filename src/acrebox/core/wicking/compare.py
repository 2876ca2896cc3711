"""Other media and other depths of a reservoir beside it: water, weight, cost, days between fillings."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from decimal import Decimal
from typing import get_args

from acrebox.core.design import Medium
from acrebox.core.fill.offers import best_offer
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.cavity import Cavity
from acrebox.core.stock import Catalogue, Fill
from acrebox.core.wicking.balance import Demand, Season, balance
from acrebox.core.wicking.limits import wicking_limit
from acrebox.core.wicking.reservoir import STONES, Reservoir


@dataclass(frozen=True, kw_only=True)
class Other:
    """A reservoir of a medium and a depth [mm]: what it holds [L], what it weighs full of water [kg], what
    its medium costs (None where it is not sold), the soil left over it [mm], its season; whether it is the
    one that is chosen.
    """

    medium: Medium
    depth: float
    held: float
    kg: float
    cost: Decimal | None
    soil: float
    season: Season
    chosen: bool


def compared(
    kept: Reservoir,
    cavity: Cavity,
    soil_top: float,
    demand: Sequence[Demand],
    area: float,
    book: Catalogue,
    show: Printer,
) -> list[Other]:
    """Every medium in every depth that leaves room for roots, and the one chosen."""
    found = []
    for medium in get_args(Medium):
        fill = book.find_fill(STONES[medium])
        assert fill is not None
        share = kept.porosity if medium == kept.medium else wicking_limit(medium)
        for depth in _depths(kept, soil_top, show):
            bulk = cavity.litres_to(kept.base + depth)
            held = bulk * share
            found.append(
                Other(
                    medium=medium,
                    depth=depth,
                    held=held,
                    kg=bulk * fill.loose_kg_per_l + held,
                    cost=_cost(fill, bulk),
                    soil=soil_top - kept.base - depth,
                    season=balance(demand, held, area, kept.kc),
                    chosen=medium == kept.medium and abs(depth - kept.depth) < 0.5,
                )
            )
    return found


def _depths(kept: Reservoir, soil_top: float, show: Printer) -> Iterator[float]:
    """Depths to put side by side, in whole steps: a half of the one chosen, that one, and the deepest that
    leaves so much soil as roots want.
    """
    step = wicking_limit("compared_step", show.built)
    most = soil_top - kept.base - wicking_limit("soil_above", show.built)
    deepest = most // step * step
    half = round(kept.depth / 2 / step) * step
    wanted = {d for d in (half, deepest) if d >= step and abs(d - kept.depth) > step / 2}
    yield from sorted([kept.depth, *wanted])


def _cost(fill: Fill, litres: float) -> Decimal | None:
    """What so much of a medium costs the cheapest way, none kept back."""
    if not fill.bags and fill.bulk is None:
        return None
    return best_offer(litres * fill.loose_per_settled, fill.bags, fill.bulk).cost
