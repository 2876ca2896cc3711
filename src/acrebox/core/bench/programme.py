"""The linear and integer programmes over patterns, on HiGHS with one thread and never with a time limit."""

from collections.abc import Sequence
from dataclasses import dataclass

import highspy
import numpy as np

from acrebox.core.bench.problem import Pattern
from acrebox.core.bench.work import Work, least_of_whole, of_linear, of_whole

Column = tuple[int, Pattern]  # stick kind, pieces taken
INFINITY = highspy.kHighsInf
# An integer programme gets a node for so many units of work left, and at least one.
UNITS_A_NODE = 3000
COLUMNS_A_NODE = 100


def new_solver() -> highspy.Highs:
    """A solver with one thread that says nothing and answers alike every time."""
    solver = highspy.Highs()  # type: ignore[no-untyped-call]
    for option, value in (
        ("output_flag", False),
        ("threads", 1),
        ("mip_rel_gap", 0.0),
        ("mip_abs_gap", 0.0),
        ("random_seed", 1),
        ("mip_heuristic_run_feasibility_jump", False),
    ):
        solver.setOptionValue(option, value)
    return solver


@dataclass(frozen=True, kw_only=True)
class MasterAnswer:
    """An LP optimum over the patterns so far: sticks of each kind, pattern amounts, duals, pieces not
    covered.
    """

    sticks: tuple[float, ...]
    amounts: tuple[float, ...]
    piece_duals: tuple[float, ...]
    kind_duals: tuple[float, ...]
    missing: float


class Master:
    """min Σ p·x over patterns, every piece covered, sticks of each kind within a range.

    Rows: pieces, then kinds. One artificial column a piece, at a dear price, keeps it feasible; with
    `feasible` it is the artificial ones alone that cost, so that the optimum tells whether anything fits
    at all.
    """

    def __init__(self, demand: Sequence[int], prices: Sequence[int], dear: float, work: Work) -> None:
        self._prices, self._work = prices, work
        self._pieces, self._kinds = len(demand), len(prices)
        self.columns: list[Column] = []
        self._solver = new_solver()
        empty, none = np.array([], np.int32), np.array([], np.float64)
        for need in demand:
            self._solver.addRow(float(need), INFINITY, 0, empty, none)
        for _ in prices:
            self._solver.addRow(0.0, INFINITY, 0, empty, none)
        for i in range(self._pieces):
            self._solver.addCol(dear, 0.0, INFINITY, 1, np.array([i], np.int32), np.array([1.0]))

    def add(self, column: Column) -> None:
        """Add a pattern on a kind of stick."""
        kind, pattern = column
        rows = [i for i, n in enumerate(pattern) if n]
        values = [float(pattern[i]) for i in rows]
        rows.append(self._pieces + kind)
        values.append(1.0)
        price = float(self._prices[kind])
        self._solver.addCol(price, 0.0, INFINITY, len(rows), np.array(rows, np.int32), np.array(values))
        self.columns.append(column)

    def solve(
        self, low: Sequence[int], high: Sequence[int], need: Sequence[int] | None = None
    ) -> MasterAnswer | None:
        """The optimum with low ≤ sticks ≤ high, or None when no amounts at all fit; `need` stands for the
        demand.
        """
        if need is not None:
            for i, count in enumerate(need):
                self._solver.changeRowBounds(i, float(count), INFINITY)
        for k in range(self._kinds):
            self._solver.changeRowBounds(self._pieces + k, float(low[k]), float(high[k]))
        self._solver.run()
        iterations = self._solver.getInfo().simplex_iteration_count
        self._work.spend(of_linear(self._pieces + self._kinds, len(self.columns), max(0, iterations)))
        if self._solver.getModelStatus() != highspy.HighsModelStatus.kOptimal:
            return None
        answer = self._solver.getSolution()
        amounts = answer.col_value[self._pieces :]
        sticks = [0.0] * self._kinds
        for (kind, _), amount in zip(self.columns, amounts, strict=True):
            sticks[kind] += amount
        duals = answer.row_dual
        return MasterAnswer(
            sticks=tuple(sticks),
            amounts=tuple(amounts),
            piece_duals=tuple(max(0.0, d) for d in duals[: self._pieces]),
            kind_duals=tuple(duals[self._pieces : self._pieces + self._kinds]),
            missing=sum(answer.col_value[: self._pieces]),
        )


def affordable(columns: int, work: Work) -> bool:
    """Whether an integer programme of that size can be looked into with the work left."""
    return least_of_whole(columns) < work.left


def choose_whole(
    columns: Sequence[Column],
    demand: Sequence[int],
    costs: Sequence[float],
    limits: Sequence[int],
    *,
    exact: bool,
    work: Work,
    full: bool = False,
    money: tuple[Sequence[int], int] | None = None,
) -> tuple[list[int] | None, bool]:
    """Whole amounts of patterns that cover the demand (or meet it exactly), least Σ c·x, kinds within limits.

    Of `full` patterns one stands for all that are part of it, and is used as often as that needs; `money` is
    the price of each kind and what all may cost [cents]. Answers (amounts or None, whether the answer is
    final: an optimum, or proof that there is none).
    """
    if not columns:
        return None, True
    solver = new_solver()
    # A node over many patterns takes the longer for it.
    heavy = len(columns) / COLUMNS_A_NODE if full else 1.0
    solver.setOptionValue("mip_max_nodes", max(1, int(work.left / UNITS_A_NODE / max(1.0, heavy))))
    for kind, pattern in columns:
        solver.addCol(costs[kind], 0.0, INFINITY, 0, np.array([], np.int32), np.array([], np.float64))
        most = min((need // n for need, n in zip(demand, pattern, strict=True) if n), default=0)
        upper = float(limits[kind] if full else most if exact else min(most + 1, limits[kind]))
        solver.changeColBounds(solver.getNumCol() - 1, 0.0, upper)
    for i, need in enumerate(demand):
        using = [(c, float(p[i])) for c, (_, p) in enumerate(columns) if p[i]]
        _row(solver, using, float(need), float(need) if exact else INFINITY)
    for kind, limit in enumerate(limits):
        using = [(c, 1.0) for c, (k, _) in enumerate(columns) if k == kind]
        _row(solver, using, -INFINITY, float(limit))
    if money is not None:
        prices, most_cost = money
        _row(
            solver,
            [(c, float(prices[k])) for c, (k, _) in enumerate(columns) if prices[k]],
            -INFINITY,
            float(most_cost),
        )
    whole = np.array([highspy.HighsVarType.kInteger] * len(columns))
    solver.changeColsIntegrality(len(columns), np.arange(len(columns), dtype=np.int32), whole)
    solver.run()
    status, info = solver.getModelStatus(), solver.getInfo()
    work.spend(of_whole(len(columns), max(0, info.simplex_iteration_count)))
    if status == highspy.HighsModelStatus.kInfeasible:
        return None, True
    if info.primal_solution_status != highspy.SolutionStatus.kSolutionStatusFeasible:
        return None, False
    return [round(v) for v in solver.getSolution().col_value], status == highspy.HighsModelStatus.kOptimal


def _row(solver: highspy.Highs, using: list[tuple[int, float]], low: float, high: float) -> None:
    places = np.array([c for c, _ in using], np.int32)
    solver.addRow(low, high, len(using), places, np.array([v for _, v in using], np.float64))
