"""From pieces and a yard's lengths to sticks as cut: one cutting problem a section, put back in the job's words."""

from collections import Counter, defaultdict
from dataclasses import dataclass
from decimal import Decimal

from acrebox.core.bench.problem import CuttingProblem, StickKind
from acrebox.core.bench.search import cut_best
from acrebox.core.design import Bench
from acrebox.core.errors import refuse
from acrebox.core.measure.convert import tenths
from acrebox.core.measure.printing import Printer
from acrebox.core.stock import Catalogue
from acrebox.core.takeoff import CutGroup, Takeoff

CENTS = 100


@dataclass(frozen=True)
class Supply:
    """One length of a section that can be had [0.1 mm]: price, limit, or an off-cut to hand."""

    length: int
    price: Decimal
    limit: int | None
    to_hand: bool


@dataclass(frozen=True)
class CutStick:
    """A stick as cut: pieces as (label, length [0.1 mm]), and what is left over [0.1 mm]."""

    stock: str
    supply: Supply
    pieces: tuple[tuple[str, int], ...]
    offcut: int


@dataclass(frozen=True)
class SectionCutting:
    """All sticks of one section with their cost and bound."""

    stock: str
    sticks: tuple[CutStick, ...]
    cost: Decimal
    bound: Decimal
    proven: bool
    fewest: bool


def supplies(stock: str, bench: Bench, book: Catalogue) -> list[Supply]:
    """What can be had of a section: the yard's lengths (or the ones the gardener gave), and off-cuts to hand."""
    own = [s for s in bench.lengths if book.find_cuttable(s.stock) == book.find_cuttable(stock)]
    timber = book.find_cuttable(stock)
    assert timber is not None
    sold = [(s.length.mm, s.price, s.limit) for s in own] or [
        (s.length.mm, s.price, None) for s in timber.lengths
    ]
    bought = [Supply(tenths(mm), price, limit, False) for mm, price, limit in sold]
    spare: Counter[int] = Counter()
    for cut in bench.offcuts:
        if book.find_cuttable(cut.stock) == timber:
            spare[tenths(cut.length.mm)] += cut.count
    return bought + [Supply(mm, Decimal(0), count, True) for mm, count in sorted(spare.items(), reverse=True)]


def cut_sections(
    takeoff: Takeoff, bench: Bench, book: Catalogue, show: Printer, seconds: float
) -> list[SectionCutting]:
    """Cut every section.

    Raises DesignError when a piece fits no stick, or the sticks that can be had do not suffice.
    """
    by_stock: dict[str, list[CutGroup]] = defaultdict(list)
    for group in takeoff.groups:
        by_stock[group.stock].append(group)
    return [
        _cut_section(stock, groups, supplies(stock, bench, book), bench, show, seconds)
        for stock, groups in by_stock.items()
    ]


def usable(supply: Supply, bench: Bench) -> int:
    """Length left after squaring the end or ends [0.1 mm]."""
    return supply.length - tenths(bench.trim.mm) * (2 if bench.trim_ends == "both" else 1)


def _cut_section(
    stock: str, groups: list[CutGroup], had: list[Supply], bench: Bench, show: Printer, seconds: float
) -> SectionCutting:
    longest = max(groups, key=lambda g: g.length)
    most = max((usable(s, bench) for s in had if s.limit != 0), default=0)
    if longest.length > most:
        squared = " after squaring" if bench.trim.mm else ""
        raise refuse(
            "bench.lengths",
            show.length(longest.length / 10),
            f"Piece {longest.label} of {show.length(longest.length / 10)} fits no stick of {stock}.",
            f"the longest stick that can be had gives {show.length(most / 10)}{squared}: choose another"
            " board, a smaller bed or the other sides to run through",
        )
    demand: Counter[int] = Counter()
    for group in groups:
        demand[group.length] += group.count
    lengths = tuple(sorted(demand, reverse=True))
    kinds = tuple(
        StickKind(usable(s, bench), int(s.price * CENTS), s.limit) for s in had if usable(s, bench) > 0
    )
    kept = [s for s in had if usable(s, bench) > 0]
    plan = cut_best(
        CuttingProblem(lengths, tuple(demand[n] for n in lengths), tenths(bench.kerf.mm), kinds), seconds
    )
    if plan is None:
        raise refuse(
            "bench.lengths",
            stock,
            f"The sticks of {stock} that can be had do not suffice for all pieces.",
            "a higher limit on a length, or one more length",
        )
    labels = _Labels(groups)
    sticks = []
    for stick in plan.sticks:
        pieces = tuple((labels.next(length), length) for length in stick.pieces)
        left = kinds[stick.kind].usable - sum(stick.pieces) - tenths(bench.kerf.mm) * len(stick.pieces)
        sticks.append(CutStick(stock, kept[stick.kind], pieces, max(0, left)))
    return SectionCutting(
        stock,
        tuple(sticks),
        Decimal(plan.cost) / CENTS,
        Decimal(plan.bound) / CENTS,
        plan.proven,
        plan.fewest_sticks,
    )


class _Labels:
    """Hands out labels (`A1`, `A2` …) of pieces of a length, each once."""

    def __init__(self, groups: list[CutGroup]) -> None:
        self._waiting: dict[int, list[str]] = defaultdict(list)
        for group in groups:
            self._waiting[group.length] += [f"{group.label}{n}" for n in range(1, group.count + 1)]

    def next(self, length: int) -> str:
        return self._waiting[length].pop(0)
