"""Small changes of a size that save sticks, sheets or money, each planned whole before it is offered.

How the pieces follow a size is read off two assemblies, as it is and a step further; where a hair makes one
more piece fit a stick, the cutting of the changed pieces is searched; the most promising changes are
planned whole. They stand above the chapters, as remedies do, and share what those keep.
"""

from collections import Counter, defaultdict
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal
from itertools import combinations_with_replacement
from typing import Any

from acrebox.core.bench.sticks import cost_of, strips_of
from acrebox.core.bench.supply import Supply, supplies, usable
from acrebox.core.design import BenchChoice, Design, put_at, read_design
from acrebox.core.errors import DesignError
from acrebox.core.fits.rows import Fit, Saves
from acrebox.core.fits.sizes import Size, setting, sizes_of
from acrebox.core.measure.convert import tenths
from acrebox.core.measure.systems import System
from acrebox.core.plan import (
    ASSEMBLY,
    BUYING,
    INSIDE,
    OUTSIDE,
    TAKEOFF,
    TOTALS,
    WATCH_OUTS,
    Plan,
    open_plan,
)
from acrebox.core.yard import LONE, Yard

MOST_ON_A_STICK = 5
MOST_KINDS = 8
Document = dict[str, Any]
Pieces = dict[str, tuple[str, int]]
"""By the name of a part: the stock that it is cut from and its length [0.1 mm]."""


@dataclass(frozen=True)
class _Try:
    size: Size
    change: float
    saves: Decimal


def fits(design: Design, yard: Yard = LONE, shown: System | None = None) -> list[Fit]:
    """The best few small changes of one size that save money, sticks or sheets, or give more room for no
    more stock; none that brings a watch-out above a note. The same design always gets the same answer.

    Raises DesignError when the design itself cannot be planned.
    """
    before = open_plan(design, yard, shown=shown)
    pieces = _pieces(before)
    found = []
    beds = int(setting("assembled") // max(1, len(before[ASSEMBLY].parts)))
    planned = max(1, min(int(setting("planned")), beds // 2))
    sizes = sorted(sizes_of(before.design, before.show), key=lambda s: s.field.startswith("outline."))
    tries = [t for s in sizes[: max(1, beds - planned)] for t in _tries(s, before, pieces, yard)]
    tries.sort(key=lambda t: (-t.saves, abs(t.change), t.size.field))
    for attempt in tries[:planned]:
        fit = _fit(attempt, before, yard, shown)
        if fit is not None:
            found.append(fit)
    found.sort(key=lambda f: (-f.saves.cost, -f.saves.sticks, -f.saves.sheets, f.field))
    once: dict[str, Fit] = {}
    for fit in found:
        once.setdefault(fit.field, fit)
    return list(once.values())[: int(setting("offered"))]


def _pieces(plan: Plan) -> Pieces:
    """What is cut from sticks, or from whole sheets: boards as measured and strips are left alone."""
    groups = [
        g for g in plan[TAKEOFF].cut if not g.piece.board and strips_of(g.piece, plan.design.bench) == 1
    ]
    return {p.name: (g.stock, g.length) for g in groups for p in g.parts}


def _changed(size: Size, change: float, before: Plan, yard: Yard, shown: System | None = None) -> Plan | None:
    """The plan with a size changed; None where it cannot be."""
    document = put_at(before.asked.document(), size.field, before.show.typed(size.mm + change))
    try:
        plan = open_plan(read_design(document, yard.units), yard, shown=shown)
        plan[ASSEMBLY], plan[TAKEOFF]
    except DesignError:
        return None
    return plan


def _tries(size: Size, before: Plan, pieces: Pieces, yard: Yard) -> Iterator[_Try]:
    """Changes of a size whose cutting costs less, by what the pieces would be: the cheapest ones, and the
    one that gives most room at the same cost.
    """
    if size.field in before[ASSEMBLY].snaps:
        change = size.near(before[ASSEMBLY].snaps[size.field])
        if change is not None:
            yield _Try(size, change, Decimal(1))
        return
    if size.field == "height":
        yield from _courses(size, before)
        return
    stepped = _changed(size, _first_step(size), before, yard)
    if stepped is None:
        return
    after, step = _pieces(stepped), tenths(_first_step(size))
    if after.keys() != pieces.keys():
        return
    slopes = {name: (after[name][1] - length) / step for name, (_, length) in pieces.items()}
    if not any(slopes.values()):
        return
    bench = before.design.bench
    had = {stock: supplies(stock, bench, before.book) for stock in {s for s, _ in pieces.values()}}
    now = _cost(pieces, slopes, 0.0, had, bench)
    if now is None:
        return
    changes = sorted(_thresholds(size, pieces, slopes, had, bench), key=lambda c: (abs(c), c))
    for change in changes[: int(setting("tried"))]:
        cost = _cost(pieces, slopes, change, had, bench)
        if cost is not None and cost < now:
            yield _Try(size, change, now - cost)
    if size.field.startswith("outline."):
        more = size.near(size.far) or size.near(size.far - size.step)
        cost = _cost(pieces, slopes, more, had, bench) if more else None
        if more and cost is not None and cost <= now and more >= setting("worth_growing", before.show.built):
            yield _Try(size, more, now - cost)


def _first_step(size: Size) -> float:
    """One step, the way in which it can be taken: less where more would be unlike, and the other way at
    nothing.
    """
    return -size.step if size.mm > size.step else size.step


def _courses(size: Size, before: Plan) -> Iterator[_Try]:
    """A height at which whole courses end: lower, so that one fewer is needed."""
    bed = before[ASSEMBLY]
    if len(bed.course_heights) < 2:
        return
    lower = -bed.course_heights[-1]
    change = size.near(lower)
    if change is not None:
        yield _Try(size, change, Decimal(1))


def _thresholds(
    size: Size,
    pieces: Pieces,
    slopes: Mapping[str, float],
    had: Mapping[str, Sequence[Supply]],
    bench: BenchChoice,
) -> set[float]:
    """Changes [mm] at which one more set of pieces goes into a stick that is a hair too short for it now."""
    found: set[float] = set()
    kerf, far = tenths(bench.kerf.mm), tenths(size.far)
    by_stock: dict[str, set[tuple[int, float]]] = defaultdict(set)
    for name, (stock, length) in pieces.items():
        by_stock[stock].add((length, slopes[name]))
    for stock, kinds in by_stock.items():
        if not any(slope for _, slope in kinds):
            continue
        rooms = [usable(s, bench) for s in had[stock]]
        most = sorted(kinds, reverse=True)[:MOST_KINDS]
        for count in range(1, MOST_ON_A_STICK + 1):
            for chosen in combinations_with_replacement(most, count):
                slope = sum(s for _, s in chosen)
                if not slope:
                    continue
                long = sum(length for length, _ in chosen) + kerf * (count - 1)
                for room in rooms:
                    over = long - room
                    if 0 < over <= abs(slope) * far + 1:
                        change = size.near(-over / slope / 10)
                        if change is not None:
                            found.add(round(change, 4))
    return found


def _cost(
    pieces: Pieces,
    slopes: Mapping[str, float],
    change: float,
    had: Mapping[str, Sequence[Supply]],
    bench: BenchChoice,
) -> Decimal | None:
    """What the sticks cost whose pieces follow a change [mm]; None where they cannot be cut."""
    demand: dict[str, Counter[int]] = defaultdict(Counter)
    touched = set()
    for name, (stock, length) in pieces.items():
        demand[stock][round(length + slopes[name] * change * 10)] += 1
        if slopes[name]:
            touched.add(stock)
    total = Decimal(0)
    for stock in sorted(touched):
        cost = cost_of(demand[stock], had[stock], bench)
        if cost is None:
            return None
        total += cost
    return total


def _bought(plan: Plan, unit: str) -> int:
    return sum(row.count for row in plan[BUYING] if row.unit == unit)


def _blocks(plan: Plan) -> int:
    units = {key for block in plan.book.block for key in block.units}
    return sum(row.count for row in plan[BUYING] if row.item in units)


def _alarms(plan: Plan) -> set[str]:
    return {w.code for w in plan[WATCH_OUTS] if w.alarm}


def _fit(attempt: _Try, before: Plan, yard: Yard, shown: System | None) -> Fit | None:
    """What a change really saves; None where it saves nothing or breaks a rule."""
    after = _changed(attempt.size, attempt.change, before, yard, shown)
    if after is None:
        return None
    try:
        if _alarms(after) - _alarms(before):
            return None
        sticks = _bought(before, "stick") - _bought(after, "stick")
        sheets = _bought(before, "sheet") - _bought(after, "sheet")
        stock = before[TOTALS].stock_cost - after[TOTALS].stock_cost
        cost = round(before[TOTALS].cost - after[TOTALS].cost, 2)
    except DesignError:
        return None
    grows = attempt.change > 0 and attempt.size.field.startswith("outline.")
    saves_some = cost > 0.005 and (sticks >= 0 or stock > 0.005)
    gives_room = grows and stock >= -0.005 and sticks >= 0 and sheets >= 0
    if not (saves_some or gives_room):
        return None
    show, size = before.show, attempt.size
    to = size.mm + attempt.change
    saves = Saves(sticks=sticks, sheets=sheets, blocks=_blocks(before) - _blocks(after), cost=cost)
    return Fit(
        field=size.field,
        from_=show.typed(size.mm),
        to=show.typed(to),
        saves=saves,
        words=f"{size.words} {show.length(to)} instead of {show.length(size.mm)}: {_words(saves, before)}",
        changes=_changes(before, after),
    )


def _words(saves: Saves, before: Plan) -> str:
    said = []
    for count, what in (
        (saves.sticks, "stick"),
        (saves.sheets, "sheet"),
        (saves.blocks, "block"),
    ):
        if count > 0:
            said.append(f"{count} {what}{'s' if count > 1 else ''} fewer")
    if saves.cost > 0.005:
        said.append(f"{before.show.money(Decimal(str(saves.cost)))} saved")
    return ", ".join(said) or "more room for no more sticks or sheets"


def _changes(before: Plan, after: Plan) -> list[str]:
    """What else is other: the room inside, the soil, the size."""
    show, said = before.show, []
    for name, was, now in (
        ("long", before[OUTSIDE].length_mm, after[OUTSIDE].length_mm),
        ("wide", before[OUTSIDE].width_mm, after[OUTSIDE].width_mm),
        ("high", before[OUTSIDE].height_mm, after[OUTSIDE].height_mm),
    ):
        if abs(now - was) > 0.4:
            said.append(f"{show.length(now)} {name} instead of {show.length(was)}")
    soil = after[INSIDE].volume_l - before[INSIDE].volume_l
    if abs(soil) > 1.5:
        said.append(f"{show.cubic(abs(soil))} {'more' if soil > 0 else 'less'} soil")
    fill = after[TOTALS].fill_cost - before[TOTALS].fill_cost
    if abs(fill) > 0.005:
        said.append(
            f"soil {show.money(Decimal(str(abs(round(fill, 2)))))} {'dearer' if fill > 0 else 'cheaper'}"
        )
    return said
