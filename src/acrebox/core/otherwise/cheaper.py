"""The same money, other ways: what a shallower bed, a filler, or another way of buying would save."""

from collections.abc import Iterator
from dataclasses import dataclass
from decimal import Decimal
from typing import Any

from pydantic import BaseModel, ConfigDict

from acrebox.core.data import amount
from acrebox.core.design import Design, put_at, read_design
from acrebox.core.errors import DesignError
from acrebox.core.fill import root_depth
from acrebox.core.fill.limits import fill_limit
from acrebox.core.measure.systems import System
from acrebox.core.plan import ASSEMBLY, FILL, LAYERS, PURCHASES, TOTALS, Plan, open_plan
from acrebox.core.plan.rows import Amount
from acrebox.core.yard import LONE, Yard

FILE = ("otherwise", "cheaper.toml")
WORTH = 0.005
Document = dict[str, Any]


class OtherWay(BaseModel):
    """One other way: in words, what the whole bed costs less, how much less is bought [L] and how much less
    it weighs [kg]; the design with it made. One that is taken `already` has none: it says what it saves now.
    """

    model_config = ConfigDict(frozen=True)

    key: str
    words: str
    saves_cost: Amount
    saves_l: Amount
    saves_kg: Amount
    already: bool = False
    design: Design | None = None


@dataclass(frozen=True)
class _Try:
    key: str
    words: str
    document: Document


def other_ways(design: Design, yard: Yard = LONE, shown: System | None = None) -> list[OtherWay]:
    """Other ways that save money, the best first, each planned whole; then what is saved already.

    Raises DesignError where the bed itself cannot be planned.
    """
    before = open_plan(design, yard, shown=shown)
    found = [way for attempt in _tries(before) if (way := _way(attempt, before, yard, shown))]
    found.sort(key=lambda way: -way.saves_cost)
    return [*found, *_already(before)]


def _way(attempt: _Try, before: Plan, yard: Yard, shown: System | None) -> OtherWay | None:
    """What a try saves; None where it cannot be, or saves nothing."""
    try:
        after = open_plan(read_design(attempt.document, yard.units), yard, shown=shown)
        cost = before[TOTALS].cost - after[TOTALS].cost
        now, then = before[LAYERS], after[LAYERS]
    except DesignError:
        return None
    least = fill_limit("over_filler", before.show.built)
    if cost < WORTH or root_depth(then) < min(least, root_depth(now)) - 1:
        return None
    bought = sum(p.brought for p in before[PURCHASES]) - sum(p.brought for p in after[PURCHASES])
    return OtherWay(
        key=attempt.key,
        words=attempt.words,
        saves_cost=cost,
        saves_l=bought,
        saves_kg=before[FILL].wet_kg - after[FILL].wet_kg,
        design=after.asked,
    )


def _tries(before: Plan) -> Iterator[_Try]:
    document = before.asked.document()
    yield from _shallower(before, document)
    yield from _fillers(before, document)
    if any(p.asked != "cheaper" for p in before[PURCHASES]):
        layers = [{k: v for k, v in row.items() if k not in ("buy", "bag")} for row in _layers(before)]
        open_ways = put_at(put_at(document, "fill.bought", []), "fill.layers", layers)
        yield _Try("cheapest", "Each material bought the cheapest way", open_ways)


def _layers(before: Plan) -> list[Document]:
    return [x.model_dump(mode="json", exclude_defaults=True) for x in before.design.fill.layers]


def _shallower(before: Plan, document: Document) -> Iterator[_Try]:
    """One course fewer, or a hand lower."""
    design, show = before.design, before.show
    if design.courses is not None and design.courses > 1:
        yield _Try("shallower", "One course fewer", put_at(document, "courses", design.courses - 1))
    elif design.height is not None:
        less = amount(*FILE, "lower", show.built)
        if design.height.mm > 2 * less:
            lower = show.typed(design.height.mm - less)
            yield _Try("shallower", f"{show.length(less)} lower", put_at(document, "height", lower))


def _fillers(before: Plan, document: Document) -> Iterator[_Try]:
    """A filler under the soil, as deep as is usual, where there is none and the bed keeps no water."""
    layers, show = before[LAYERS], before.show
    if any(x.is_filler for x in layers) or before.design.reservoir is not None:
        return
    room = before[ASSEMBLY].cavity.top - before.design.fill.gap.mm - layers[0].base
    over = fill_limit("over_filler", show.built)
    for key in ("logs", "straw", "leaves"):
        fill = before.book.find_fill(key)
        deep = amount(*FILE, key, show.built)
        if fill is None or room - deep < over - 0.5:
            continue
        chosen = _layers(before)
        if all("share" not in row for row in chosen):
            continue  # layers all by depth leave no room for one more
        below = {"material": key, "depth": show.typed(deep)}
        words = f"{show.length(deep)} of {fill.name} under the soil"
        yield _Try(f"filler-{key}", words, put_at(document, "fill.layers", [below, *chosen]))


def _already(before: Plan) -> Iterator[OtherWay]:
    """What loads save against bags, where they are bought."""
    saved = sum(
        (p.in_bags.cost - p.cost for p in before[PURCHASES] if p.in_bags and p.taken and p.taken.steps),
        Decimal(0),
    )
    if saved > 0:
        yield OtherWay(
            key="loads",
            words="Loads instead of bags",
            saves_cost=float(saved),
            saves_l=0.0,
            saves_kg=0.0,
            already=True,
        )
