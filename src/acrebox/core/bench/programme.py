"""The linear and integer programmes over patterns, on HiGHS with one thread."""

from collections.abc import Sequence
from dataclasses import dataclass

import highspy
import numpy as np

from acrebox.core.bench.problem import Pattern

Column = tuple[int, Pattern]  # stick kind, pieces taken
INFINITY = highspy.kHighsInf


def _solver() -> highspy.Highs:
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


@dataclass(frozen=True)
class MasterAnswer:
    """An LP optimum over the patterns so far: sticks of each kind, pattern amounts, duals."""

    sticks: tuple[float, ...]
    amounts: tuple[float, ...]
    piece_duals: tuple[float, ...]
    kind_duals: tuple[float, ...]


class Master:
    """min Σ p·x over patterns, every piece covered, sticks of each kind within a box.

    Rows: pieces, then kinds. One artificial column a piece, at a dear price, keeps it feasible.
    """

    def __init__(self, demand: Sequence[int], prices: Sequence[int], dear: float) -> None:
        self._prices = prices
        self._pieces, self._kinds = len(demand), len(prices)
        self.columns: list[Column] = []
        self._solver = _solver()
        for need in demand:
            self._solver.addRow(float(need), INFINITY, 0, np.array([], np.int32), np.array([], np.float64))
        for _ in prices:
            self._solver.addRow(0.0, INFINITY, 0, np.array([], np.int32), np.array([], np.float64))
        for i in range(self._pieces):
            self._solver.addCol(dear, 0.0, INFINITY, 1, np.array([i], np.int32), np.array([1.0]))

    def add(self, column: Column) -> None:
        """Add a pattern on a kind of stick."""
        kind, pattern = column
        rows = [i for i, n in enumerate(pattern) if n]
        values = [float(pattern[i]) for i in rows]
        rows.append(self._pieces + kind)
        values.append(1.0)
        self._solver.addCol(
            float(self._prices[kind]), 0.0, INFINITY, len(rows), np.array(rows, np.int32), np.array(values)
        )
        self.columns.append(column)

    def solve(self, low: Sequence[int], high: Sequence[int]) -> MasterAnswer | None:
        """The optimum with low ≤ sticks ≤ high, or None when no amounts at all fit."""
        for k in range(self._kinds):
            self._solver.changeRowBounds(self._pieces + k, float(low[k]), float(high[k]))
        self._solver.run()
        if self._solver.getModelStatus() != highspy.HighsModelStatus.kOptimal:
            return None
        answer = self._solver.getSolution()
        amounts = answer.col_value[self._pieces :]
        sticks = [0.0] * self._kinds
        for (kind, _), amount in zip(self.columns, amounts, strict=True):
            sticks[kind] += amount
        duals = answer.row_dual
        return MasterAnswer(
            tuple(sticks),
            tuple(amounts),
            tuple(max(0.0, d) for d in duals[: self._pieces]),
            tuple(duals[self._pieces : self._pieces + self._kinds]),
        )


def choose_whole(
    columns: Sequence[Column],
    demand: Sequence[int],
    costs: Sequence[float],
    limits: Sequence[int],
    exact: bool,
    seconds: float,
) -> tuple[list[int] | None, bool]:
    """Whole amounts of patterns that cover the demand (or meet it exactly), least Σ c·x, kinds within limits.

    Answers (amounts or None, whether the answer is final: an optimum, or proof that there is none).
    """
    solver = _solver()
    solver.setOptionValue("time_limit", max(0.05, seconds))
    for kind, pattern in columns:
        solver.addCol(costs[kind], 0.0, INFINITY, 0, np.array([], np.int32), np.array([], np.float64))
        most = min((need // n for need, n in zip(demand, pattern, strict=True) if n), default=0)
        solver.changeColBounds(
            solver.getNumCol() - 1, 0.0, float(most if exact else min(most + 1, limits[kind]))
        )
    for i, need in enumerate(demand):
        using = [(c, float(p[i])) for c, (_, p) in enumerate(columns) if p[i]]
        _row(solver, using, float(need), float(need) if exact else INFINITY)
    for kind, limit in enumerate(limits):
        using = [(c, 1.0) for c, (k, _) in enumerate(columns) if k == kind]
        _row(solver, using, -INFINITY, float(limit))
    solver.changeColsIntegrality(
        len(columns),
        np.arange(len(columns), dtype=np.int32),
        np.array([highspy.HighsVarType.kInteger] * len(columns)),
    )
    solver.run()
    status = solver.getModelStatus()
    if status == highspy.HighsModelStatus.kInfeasible:
        return None, True
    if solver.getInfo().primal_solution_status != highspy.SolutionStatus.kSolutionStatusFeasible:
        return None, False
    return [round(v) for v in solver.getSolution().col_value], status == highspy.HighsModelStatus.kOptimal


def _row(solver: highspy.Highs, using: list[tuple[int, float]], low: float, high: float) -> None:
    solver.addRow(
        low,
        high,
        len(using),
        np.array([c for c, _ in using], np.int32),
        np.array([v for _, v in using], np.float64),
    )
