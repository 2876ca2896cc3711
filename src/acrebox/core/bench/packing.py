"""Packing a given mix of sticks: quick ways first, then an integer programme, then proof that none packs."""

from collections.abc import Sequence

from acrebox.core.bench.dive import dive
from acrebox.core.bench.pricing import all_patterns
from acrebox.core.bench.problem import CuttingProblem, Stick
from acrebox.core.bench.programme import Column, Master, affordable, choose_whole
from acrebox.core.bench.starts import fullest, fullest_pays, greedy, sticks_from
from acrebox.core.bench.work import Work

MOST_PATTERNS = 30_000
UNITS_A_PATTERN = 4


def pack_mix(
    problem: CuttingProblem, mix: Sequence[int], master: Master, amounts: Sequence[float], work: Work
) -> tuple[tuple[Stick, ...] | None, bool]:
    """Pack into exactly this mix (or fewer). Answers (sticks or None, whether a None is proven)."""
    columns = master.columns
    floor = [c for c, x in zip(columns, amounts, strict=True) for _ in range(int(x + 1e-6))]
    for start, fill in ((floor, greedy), (floor, fullest), ((), greedy), ((), fullest)):
        if fill is fullest and not fullest_pays(problem, work):
            continue
        chosen = fill(problem, start, mix, work)
        if chosen is not None and (sticks := sticks_from(problem, chosen)) is not None:
            return sticks, False
    sticks = dive(problem, master, mix, work)
    if sticks is not None:
        return sticks, False
    zero = [0.0] * len(mix)
    pool = [c for c in columns if mix[c[0]] > 0]
    picked = None
    if affordable(len(pool), work):
        picked, _ = choose_whole(pool, problem.demand, zero, mix, exact=False, work=work)
    if picked is None:
        every = _patterns_in_slack(problem, mix, work)
        if every is None:
            return None, False
        if not every:
            return None, True
        if not affordable(len(every), work):
            return None, False
        pool = every
        picked, final = choose_whole(pool, problem.demand, zero, mix, exact=True, work=work)
        if picked is None:
            return None, final
    return sticks_from(problem, [c for c, n in zip(pool, picked, strict=True) for _ in range(n)]), False


def _patterns_in_slack(problem: CuttingProblem, mix: Sequence[int], work: Work) -> list[Column] | None:
    """All patterns whose loss fits the mix's slack: a packing uses no others, and where there are none it
    is refuted.

    None when there are too many for the work left.
    """
    slack = sum(n * c for n, c in zip(mix, problem.capacities, strict=True))
    slack -= sum(n * w for n, w in zip(problem.demand, problem.weights, strict=True))
    if slack < 0:
        return []
    columns: list[Column] = []
    for kind, capacity in enumerate(problem.capacities):
        if mix[kind] == 0:
            continue
        most = min(MOST_PATTERNS, work.left // UNITS_A_PATTERN) - len(columns)
        found = all_patterns(problem.weights, problem.demand, capacity, slack, max(0, most))
        work.spend(UNITS_A_PATTERN * (len(found) if found is not None else max(0, most)) + 50)
        if found is None:
            return None
        columns += [(kind, p) for p in found]
    return columns
