"""What no plan can cost less than: patterns of any number of stages by column generation, pieces taken as
often as one likes; and for a roll, the pieces cut into strips as thin as one likes.
"""

from collections.abc import Sequence
from math import ceil

import highspy
import numpy as np

from acrebox.core.bench.flat.problem import FlatPiece, FlatProblem, Roll
from acrebox.core.bench.flat.raster import most_of
from acrebox.core.bench.programme import Master, new_solver
from acrebox.core.bench.work import Work, of_linear

ROUNDS = 60
NEAR = 1e-7
DEAR = 1e7
METRE = 1e4


def least_cost(problem: FlatProblem, work: Work) -> int:
    """A bound on the cost of all sheets [cents]: Σ dual × demand, less what limited sheets are worth more
    than they cost. Valid for any duals; those of the linear programme make it good.
    """
    pieces = problem.wide
    ways = [(n, a, b) for n, p in enumerate(pieces) for a, b in p.ways()]
    limits = [sum(p.count for p in pieces) if s.limit is None else s.limit for s in problem.stocks]
    prices = [s.price for s in problem.stocks]
    master = Master([p.count for p in pieces], prices, DEAR, work)
    best = 0.0
    for _ in range(ROUNDS):
        answer = master.solve([0] * len(prices), limits)
        if answer is None:
            break
        duals = answer.piece_duals
        worths, new = [], False
        for k, stock in enumerate(problem.stocks):
            long, wide = problem.room(stock)
            fit = [(n, a, b) for n, a, b in ways if a <= long and b <= wide and duals[n] > NEAR]
            if not fit:
                worths.append(0.0)
                continue
            most = most_of(long, wide, [(a, b, duals[n]) for n, a, b in fit])
            worths.append(most.worth)
            taken = [0] * len(pieces)
            for (n, _, _), count in zip(fit, most.taken, strict=True):
                taken[n] += count
            if most.worth > prices[k] - answer.kind_duals[k] + NEAR:
                taken = [min(t, p.count) for t, p in zip(taken, pieces, strict=True)]
                if (k, tuple(taken)) not in master.columns and any(taken):
                    master.add((k, tuple(taken)))
                    new = True
        best = max(best, _told(problem, duals, worths))
        if not new or work.over:
            break
    step = _step(prices)
    return ceil(best / step - 1e-6) * step


def _step(prices: Sequence[int]) -> int:
    return int(np.gcd.reduce([p for p in prices if p] or [1]))


def _told(problem: FlatProblem, duals: Sequence[float], worths: Sequence[float]) -> float:
    """The bound that duals give, scaled down so that no sheet of which there are as many as wanted is worth
    more than it costs.
    """
    if any(w > NEAR for s, w in zip(problem.stocks, worths, strict=True) if s.limit is None and not s.price):
        return 0.0
    open_ended = [(s.price, w) for s, w in zip(problem.stocks, worths, strict=True) if s.limit is None]
    scale = max([1.0, *(w / p for p, w in open_ended if p and w)])
    whole = sum(d / scale * p.count for d, p in zip(duals, problem.wide, strict=True))
    less = sum(
        (s.limit or 0) * max(0.0, w / scale - s.price)
        for s, w in zip(problem.stocks, worths, strict=True)
        if s.limit is not None
    )
    return whole - less


def least_length(pieces: Sequence[FlatPiece], roll: Roll, work: Work) -> int:
    """A bound on what is taken off a roll [0.1 mm]: the pieces cut into slices across it, each as thin as
    one likes; every slice holds pieces side by side, and all slices of a piece come to its length. (The bar
    relaxation of strip packing: Scheithauer, Pesquisa Operacional 19, 1999.)
    """
    ways = [(n, a, b) for n, p in enumerate(pieces) for a, b in p.ways() if b <= roll.across]
    if not ways:
        return 0
    # A slice of piece n that lies b across is worth 1 ÷ a of the piece.
    columns: list[tuple[float, ...]] = []
    for n, a, b in ways:
        fit = min(pieces[n].count, roll.across // b)
        columns.append(tuple(fit / a if m == n else 0.0 for m in range(len(pieces))))
    best = float(-(-sum(p.area * p.count for p in pieces) // roll.across))
    best = max(best, float(max(min(a for n, a, b in ways if n == m) for m in {w[0] for w in ways})))
    for _ in range(ROUNDS):
        duals = _slice_duals(columns, [p.count for p in pieces], work)
        worth, column = _slice(ways, duals, roll.across, pieces)
        told = sum(d * p.count for d, p in zip(duals, pieces, strict=True))
        best = max(best, told / max(1.0, worth))
        if worth <= 1 + NEAR or column in columns or work.over:
            break
        columns.append(column)
    return ceil(best - 1e-6)


def _slice_duals(columns: Sequence[tuple[float, ...]], demand: Sequence[int], work: Work) -> list[float]:
    """What one of each piece is worth in slices, at the optimum over the slices so far. Amounts are counted
    by the metre, so that the numbers of the programme are of one size.
    """
    solver = new_solver()
    for count in demand:
        solver.addRow(float(count), highspy.kHighsInf, 0, np.array([], np.int32), np.array([], np.float64))
    for column in columns:
        rows = [i for i, v in enumerate(column) if v]
        values = np.array([column[i] * METRE for i in rows])
        solver.addCol(1.0, 0.0, highspy.kHighsInf, len(rows), np.array(rows, np.int32), values)
    solver.run()
    iterations = max(0, solver.getInfo().simplex_iteration_count)
    work.spend(of_linear(len(demand), len(columns), iterations))
    return [max(0.0, float(d)) * METRE for d in solver.getSolution().row_dual]


def _slice(
    ways: Sequence[tuple[int, int, int]], duals: Sequence[float], across: int, pieces: Sequence[FlatPiece]
) -> tuple[float, tuple[float, ...]]:
    """The slice worth most: a knapsack across the roll, each piece no more often than there are of it."""
    best: dict[int, tuple[float, tuple[tuple[int, int], ...]]] = {0: (0.0, ())}
    for n, a, b in ways:
        value = duals[n] / a
        if value <= 0:
            continue
        for _ in range(min(pieces[n].count, across // b)):
            grown: dict[int, tuple[float, tuple[tuple[int, int], ...]]] = {}
            for used, (worth, taken) in best.items():
                if used + b <= across and worth + value > best.get(used + b, (-1.0, ()))[0]:
                    now = grown.get(used + b, (-1.0, ()))[0]
                    if worth + value > now:
                        grown[used + b] = (worth + value, (*taken, (n, a)))
            if not grown:
                break
            best.update(grown)
    worth, taken = max(best.values(), key=lambda found: found[0])
    column = [0.0] * len(pieces)
    for n, a in taken:
        column[n] += 1 / a
    return worth, tuple(column)
