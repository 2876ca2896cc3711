"""A dive: the linear optimum made whole pattern by pattern, each step worked out anew for what is left."""

from collections.abc import Sequence

from acrebox.core.bench.problem import CuttingProblem, Stick
from acrebox.core.bench.programme import Column, Master
from acrebox.core.bench.starts import greedy, sticks_from
from acrebox.core.bench.work import Work


def dive(
    problem: CuttingProblem, master: Master, limits: Sequence[int], work: Work
) -> tuple[Stick, ...] | None:
    """Sticks within the limits, or None where the dive ends with pieces left. The master is left as it
    was.
    """
    left, spare = list(problem.demand), list(limits)
    nothing = [0] * len(spare)
    chosen: list[Column] = []
    while any(left) and not work.over:
        answer = master.solve(nothing, spare, left)
        if answer is None:
            break
        taken = _whole_part(master.columns, answer.amounts)
        if not taken:
            break
        for column, times in taken:
            for _ in range(times):
                kind, pattern = column
                if spare[kind] <= 0 or not any(n and p for n, p in zip(left, pattern, strict=True)):
                    break
                chosen.append(column)
                spare[kind] -= 1
                left = [max(0, n - p) for n, p in zip(left, pattern, strict=True)]
    master.solve(nothing, problem.limits, problem.demand)
    whole = greedy(problem, chosen, limits, work) if any(left) else chosen
    return sticks_from(problem, whole) if whole is not None else None


def _whole_part(columns: Sequence[Column], amounts: Sequence[float]) -> list[tuple[Column, int]]:
    """Every pattern as often as it is whole in the optimum; where none is, the one that is nearest to it
    once.
    """
    whole = [(c, int(x + 1e-6)) for c, x in zip(columns, amounts, strict=True) if x > 1 - 1e-6]
    if whole:
        return whole
    best = max(range(len(columns)), key=lambda n: (amounts[n], -n), default=None)
    return [(columns[best], 1)] if best is not None and amounts[best] > 1e-6 else []
