"""From pieces and a yard's lengths to sticks as cut: one cutting problem a section, put back in the job's
words.
"""

from collections import Counter, defaultdict
from collections.abc import Sequence
from dataclasses import replace
from decimal import Decimal
from math import floor, gcd

from acrebox.core.assembly import SheetPiece, StickPiece
from acrebox.core.bench.boards import cut_boards
from acrebox.core.bench.problem import CuttingProblem, StickKind
from acrebox.core.bench.search import NoCutting, cut_best
from acrebox.core.bench.sheets import cut_in_strips
from acrebox.core.bench.supply import CutStick, StockCutting, Supply, supplies, usable
from acrebox.core.design import BenchChoice
from acrebox.core.errors import DesignError, refuse
from acrebox.core.measure.convert import tenths
from acrebox.core.measure.printing import Printer
from acrebox.core.stock import Catalogue
from acrebox.core.takeoff import CutGroup, Takeoff

CENTS = 100


def cut_all(
    takeoff: Takeoff, bench: BenchChoice, book: Catalogue, show: Printer, effort: float = 1.0
) -> list[StockCutting]:
    """Cut every stock that sticks or sheets are taken from; `effort` multiplies the work of a first answer.

    Raises DesignError when a piece fits no stick, or the sticks that can be had do not suffice.
    """
    by_stock: dict[str, list[CutGroup]] = defaultdict(list)
    for group in takeoff.cut:
        by_stock[group.stock].append(group)
    found = []
    for stock, alike in by_stock.items():
        had = supplies(stock, bench, book)
        if alike[0].piece.board:
            cutting = cut_boards(
                alike,
                takeoff.part_labels,
                had,
                bench,
                show,
                bad_share=takeoff.set_aside.get(stock, 0.0),
            )
        else:
            cutting = _cut_stock(alike, had, bench, show, effort)
        found.append(cutting)
    return found


def _cut_stock(
    groups: list[CutGroup], had: list[Supply], bench: BenchChoice, show: Printer, effort: float
) -> StockCutting:
    stock = groups[0].stock
    _check_longest(groups, had, bench, show)
    demand: Counter[int] = Counter()
    for group in groups:
        demand[group.length] += group.count
    kept = [s for s in had if usable(s, bench) > 0]
    strips = min(strips_of(group.piece, bench) for group in groups)
    problem = _problem(demand, kept, bench, strips)
    plan = cut_best(problem, effort)
    if isinstance(plan, NoCutting):
        raise _refusal(plan, stock)
    labels = _Labels(groups)
    sticks = []
    ordered = plan.sticks if strips == 1 else sorted(plan.sticks, key=lambda s: s.kind)
    begun: Counter[int] = Counter()
    for stick in ordered:
        pieces = tuple((labels.next(length), length) for length in stick.pieces)
        left = problem.kinds[stick.kind].usable - sum(stick.pieces) - problem.kerf * len(stick.pieces)
        strip = begun[stick.kind] % strips + 1
        begun[stick.kind] += 1
        sticks.append(CutStick(stock, kept[stick.kind], pieces, max(0, left), strip, strips))
    cost = sum((s.supply.price for s in sticks if s.strip == 1), Decimal(0))
    bound = _in_whole_sheets(plan.bound, strips, problem.kinds)
    cutting = StockCutting(
        stock=stock,
        sticks=tuple(sticks),
        cost=cost,
        bound=bound,
        proven=cost == bound,
        fewest=plan.fewest_sticks,
    )
    return _by_whole_sheets(cutting, groups, kept, bench, effort) if strips > 1 and cost > bound else cutting


def _by_whole_sheets(
    found: StockCutting, groups: list[CutGroup], had: Sequence[Supply], bench: BenchChoice, effort: float
) -> StockCutting:
    """The same pieces by whole sheets, where that is cheaper: strips cut like sticks do not see that a sheet
    is paid once.
    """
    piece = groups[0].piece
    if not isinstance(piece, SheetPiece) or piece.ripped is None:
        return found
    demand: Counter[int] = Counter()
    for group in groups:
        demand[group.length] += group.count
    better = cut_in_strips(demand, piece.ripped, piece.stock_width, had, bench, effort)
    if better is None:
        return found
    plan, sheets = better
    bound = max(found.bound, Decimal(plan.bound) / CENTS)
    cost = Decimal(plan.cost) / CENTS
    if cost >= found.cost:
        return replace(found, bound=bound, proven=found.cost == bound)
    labels, kerf = _Labels(groups), tenths(bench.kerf.mm)
    sticks = [
        CutStick(
            found.stock,
            supply,
            tuple((labels.next(length), length) for length in row),
            max(0, usable(supply, bench) - sum(row) - kerf * len(row)),
            n,
            len(sheet),
        )
        for sheet in sheets
        for n, (supply, row) in enumerate(sheet, start=1)
    ]
    return StockCutting(
        stock=found.stock,
        sticks=tuple(sticks),
        cost=cost,
        bound=bound,
        proven=cost == bound,
        fewest=False,
    )


def _problem(
    demand: Counter[int], kept: Sequence[Supply], bench: BenchChoice, strips: int = 1
) -> CuttingProblem:
    """So many pieces of each length [0.1 mm] out of these sticks. A sheet in strips is so many sticks at a
    share of its price: all prices are taken by the whole sheet.
    """
    lengths = tuple(sorted(demand, reverse=True))
    kinds = tuple(
        StickKind(usable(s, bench), int(s.price * CENTS), None if s.limit is None else s.limit * strips)
        for s in kept
    )
    return CuttingProblem(lengths, tuple(demand[n] for n in lengths), tenths(bench.kerf.mm), kinds)


def cost_of(demand: Counter[int], had: Sequence[Supply], bench: BenchChoice) -> Decimal | None:
    """What the sticks cost that so many pieces of each length [0.1 mm] are cut from, as far as a first
    search finds; None where they cannot be cut.
    """
    kept = [s for s in had if usable(s, bench) > 0]
    if max(demand) > max((usable(s, bench) for s in kept), default=0):
        return None
    plan = cut_best(_problem(demand, kept, bench), 1.0)
    if isinstance(plan, NoCutting):
        return None
    return sum((kept[s.kind].price for s in plan.sticks), Decimal(0))


def strips_of(piece: StickPiece, bench: BenchChoice) -> int:
    """How many pieces of its width a sheet gives side by side, with a cut so wide [mm] between them."""
    if not isinstance(piece, SheetPiece) or piece.ripped is None:
        return 1
    kerf = bench.kerf.mm
    return max(1, floor((piece.stock_width + kerf) / (piece.ripped + kerf) + 1e-9))


def _in_whole_sheets(bound: int, strips: int, kinds: Sequence[StickKind]) -> Decimal:
    """What the whole sheets cost at the least of which strips are taken, the strips at a sheet's price each
    costing at least `bound` [cents]: a multiple of what all prices are multiples of.
    """
    step = gcd(*(k.price for k in kinds)) or 1
    return Decimal(-(-bound // (strips * step)) * step) / CENTS


def _check_longest(groups: list[CutGroup], had: list[Supply], bench: BenchChoice, show: Printer) -> None:
    longest = max(groups, key=lambda g: g.length)
    most = max((usable(s, bench) for s in had if s.limit != 0), default=0)
    if longest.length <= most:
        return
    squared = " after squaring" if bench.trim.mm else ""
    raise refuse(
        "bench.lengths",
        show.length(longest.length / 10),
        f"Piece {longest.label} of {show.length(longest.length / 10)} fits no stick of {longest.stock}.",
        f"the longest stick that can be had gives {show.length(most / 10)}{squared}: choose another board, a"
        " smaller bed or the other sides to run through",
    )


def _refusal(found: NoCutting, stock: str) -> DesignError:
    """Why there is no cutting: there can be none, or none was found in the work allowed."""
    if found.why == "cannot be":
        says = f"The sticks of {stock} that can be had do not suffice for all pieces."
        return refuse("bench.lengths", stock, says, "a higher limit on a length, or one more length")
    says = (
        f"No way of cutting all pieces from the sticks of {stock} that can be had was found yet; there may be"
        " one."
    )
    return refuse(
        "bench.lengths", stock, says, "a longer search, a higher limit on a length, or one more length"
    )


class _Labels:
    """Hands out labels (`A1`, `A2` …) of pieces of a length, each once."""

    def __init__(self, groups: list[CutGroup]) -> None:
        self._waiting: dict[int, list[str]] = defaultdict(list)
        for group in groups:
            self._waiting[group.length] += [f"{group.label}{n}" for n in range(1, group.count + 1)]

    def next(self, length: int) -> str:
        return self._waiting[length].pop(0)
