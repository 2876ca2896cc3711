"""Sheets cut in two stages and a trim: first into shelves across the sheet, then each shelf into pieces side
by side. The best such plan by an integer programme: which piece begins a shelf, which stand beside it, which
shelf lies in which sheet. After Lodi, Martello and Vigo, Journal of Combinatorial Optimization 8 (2004).
"""

from collections.abc import Sequence
from dataclasses import dataclass

import highspy
import numpy as np

from acrebox.core.bench.flat.problem import FlatPiece, FlatProblem, FlatStock, Placed, Roll, Sheet, singles
from acrebox.core.bench.programme import UNITS_A_NODE, new_solver
from acrebox.core.bench.work import Work, least_of_whole, of_whole

MOST_PIECES = 30


@dataclass(frozen=True)
class _Lying:
    """A piece in one way to lie: how deep its shelf is at least, and how much of the shelf it takes."""

    piece: int
    deep: int
    takes: int


def _lying(pieces: Sequence[FlatPiece], *, across: bool) -> list[_Lying]:
    """Every way to lie, deepest first. Shelves lie across the sheet, or along it."""
    ways = [
        _Lying(n, a, b) if across else _Lying(n, b, a)
        for n, piece in enumerate(pieces)
        for a, b in piece.ways()
    ]
    return sorted(ways, key=lambda w: (-w.deep, -w.takes, w.piece))


class _Shelves:
    """The programme: begins[i] (a shelf as deep as i begins with it), beside[i, j] (j stands beside i)."""

    def __init__(self, ways: Sequence[_Lying], pieces: int) -> None:
        self.ways, self.solver = ways, new_solver()
        self.begins = [self.column() for _ in ways]
        self.beside = {
            (i, j): self.column()
            for i in range(len(ways))
            for j in range(i + 1, len(ways))
            if ways[j].piece != ways[i].piece
        }
        for n in range(pieces):
            mine = [self.begins[j] for j, w in enumerate(ways) if w.piece == n]
            mine += [c for (_, j), c in self.beside.items() if ways[j].piece == n]
            self.row(1, 1, dict.fromkeys(mine, 1))

    def column(self, cost: float = 0.0) -> int:
        """One more choice of yes or no that costs so much."""
        at = int(self.solver.getNumCol())
        self.solver.addCol(cost, 0.0, 1.0, 0, np.array([], np.int32), np.array([], np.float64))
        self.solver.changeColIntegrality(at, highspy.HighsVarType.kInteger)
        return at

    def cost(self, column: int, cost: float) -> None:
        """What a choice costs."""
        self.solver.changeColCost(column, cost)

    def row(self, low: float, high: float, using: dict[int, float]) -> None:
        """low ≤ Σ ≤ high."""
        places = np.array(list(using), np.int32)
        self.solver.addRow(low, high, len(using), places, np.array(list(using.values()), np.float64))

    def taken(self, i: int) -> dict[int, float]:
        """What stands beside the beginning of a shelf, by how much it takes."""
        return {c: float(self.ways[j].takes) for (n, j), c in self.beside.items() if n == i}

    def shelves(self, chosen: Sequence[float]) -> list[tuple[int, list[int]]]:
        """The shelves that were chosen: what begins each, and all that stand in it."""
        return [
            (i, [i, *(j for (n, j), c in self.beside.items() if n == i and chosen[c] > 0.5)])
            for i, column in enumerate(self.begins)
            if chosen[column] > 0.5
        ]

    def solved(self, work: Work) -> list[float] | None:
        """The choices of the best plan found with the work that is left; None where none was."""
        solver = self.solver
        solver.setOptionValue("mip_max_nodes", max(1, work.left // UNITS_A_NODE))
        solver.run()
        info = solver.getInfo()
        work.spend(of_whole(int(solver.getNumCol()), max(0, info.simplex_iteration_count)))
        if info.primal_solution_status != highspy.SolutionStatus.kSolutionStatusFeasible:
            return None
        return list(solver.getSolution().col_value)


def shelved(problem: FlatProblem, most: int, work: Work) -> list[tuple[int, list[Sheet]]]:
    """The best plans in shelves across the sheets and along them, at a cost under `most` [cents]; none where
    there are too many pieces to look into.
    """
    pieces = singles(problem.wide)
    if len(pieces) > MOST_PIECES:
        return []
    found = (_shelved(problem, pieces, most, work, across=across) for across in (True, False))
    return [plan for plan in found if plan is not None]


def _columns(ways: Sequence[_Lying], each: int) -> int:
    """How many choices the programme has: what begins, what stands beside what, `each` more of every way."""
    return len(ways) * (len(ways) - 1) // 2 + len(ways) * each


def _bins(problem: FlatProblem, pieces: int, most: int) -> list[FlatStock]:
    """Every sheet that could be taken one by one."""
    found = []
    for stock in problem.stocks:
        many = pieces if stock.limit is None else min(stock.limit, pieces)
        if stock.price:
            many = min(many, most // stock.price)
        found += [stock] * many
    return found


def _shelved(
    problem: FlatProblem, pieces: Sequence[FlatPiece], most: int, work: Work, *, across: bool
) -> tuple[int, list[Sheet]] | None:
    bins = _bins(problem, len(pieces), most)
    ways = _lying(pieces, across=across)
    if not bins or work.left < least_of_whole(_columns(ways, len(bins) + 1)):
        return None
    rooms = [problem.room(s) if across else problem.room(s)[::-1] for s in bins]
    plan = _Shelves(ways, len(pieces))
    open_ = [plan.column(float(s.price)) for s in bins]
    lies = {(i, b): plan.column() for i in range(len(ways)) for b in range(len(bins))}
    for i, way in enumerate(ways):
        wide = {lies[i, b]: -float(rooms[b][1]) for b in range(len(bins))}
        plan.row(-highspy.kHighsInf, 0.0, {plan.begins[i]: float(way.takes), **plan.taken(i), **wide})
        plan.row(0, 0, {plan.begins[i]: -1.0, **{lies[i, b]: 1.0 for b in range(len(bins))}})
    for b, (deep, _) in enumerate(rooms):
        used = {lies[i, b]: float(w.deep) for i, w in enumerate(ways)}
        plan.row(-highspy.kHighsInf, 0.0, {**used, open_[b]: -float(deep)})
        if b and bins[b] is bins[b - 1]:
            plan.row(0, 1, {open_[b - 1]: 1.0, open_[b]: -1.0})
    plan.row(
        -highspy.kHighsInf, float(most - 1), {c: float(s.price) for c, s in zip(open_, bins, strict=True)}
    )
    chosen = plan.solved(work)
    if chosen is None:
        return None
    sheets = []
    for b, stock in enumerate(bins):
        mine = [s for s in plan.shelves(chosen) if chosen[lies[s[0], b]] > 0.5]
        if mine:
            placed = _placed(mine, ways, pieces, problem.kerf, across=across)
            sheets.append((stock, Sheet(stock.key, stock.along, stock.across, placed)))
    return sum(s.price for s, _ in sheets), [sheet for _, sheet in sheets]


def _placed(
    shelves: Sequence[tuple[int, list[int]]],
    ways: Sequence[_Lying],
    pieces: Sequence[FlatPiece],
    kerf: int,
    *,
    across: bool,
) -> tuple[Placed, ...]:
    found, at = [], 0
    for first, standing in shelves:
        beside = 0
        for j in standing:
            way = ways[j]
            spot = (at, beside, way.deep, way.takes) if across else (beside, at, way.takes, way.deep)
            x, y, along, wide = spot
            found.append(Placed(pieces[way.piece].key, x, y, along - kerf, wide - kerf))
            beside += way.takes
        at += ways[first].deep
    return tuple(found)


def off_the_roll(pieces: Sequence[FlatPiece], roll: Roll, most: int, work: Work) -> Sheet | None:
    """The shortest piece off a roll in shelves across it, shorter than `most` [0.1 mm]; None where none is
    found.
    """
    every = singles(pieces)
    if len(every) > MOST_PIECES:
        return None
    ways = [w for w in _lying(every, across=True) if w.takes <= roll.across]
    if work.left < least_of_whole(_columns(ways, 1)):
        return None
    plan = _Shelves(ways, len(every))
    for i, way in enumerate(ways):
        plan.cost(plan.begins[i], float(way.deep))
        room = {plan.begins[i]: float(way.takes - roll.across), **plan.taken(i)}
        plan.row(-highspy.kHighsInf, 0.0, room)
    plan.row(
        -highspy.kHighsInf,
        float(most - 1),
        {c: float(w.deep) for c, w in zip(plan.begins, ways, strict=True)},
    )
    chosen = plan.solved(work)
    if chosen is None:
        return None
    placed = _placed(plan.shelves(chosen), ways, every, 0, across=True)
    return Sheet(roll.key, max(p.x + p.along for p in placed), roll.across, placed)
