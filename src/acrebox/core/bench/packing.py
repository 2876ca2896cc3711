"""Packing a given mix of sticks: quick ways first, then an integer programme, then proof that none packs."""

from collections.abc import Sequence
from time import monotonic

from acrebox.core.bench.pricing import all_patterns
from acrebox.core.bench.problem import CuttingProblem, Pattern, Stick
from acrebox.core.bench.programme import Column, choose_whole

MOST_PATTERNS = 30_000
# One stubborn mix must not eat the time of all others: at most this share of what is left for each integer programme.
SHARE_OF_TIME = 0.4


def sticks_from(problem: CuttingProblem, chosen: Sequence[Column]) -> tuple[Stick, ...] | None:
    """Sticks of the chosen patterns with surplus pieces left off; None when a piece is still missing."""
    left = list(problem.demand)
    sticks = []
    for kind, pattern in chosen:
        pieces: list[int] = []
        for i, n in enumerate(pattern):
            take = min(n, left[i])
            left[i] -= take
            pieces += [problem.lengths[i]] * take
        if pieces:
            sticks.append(Stick(kind, tuple(sorted(pieces, reverse=True))))
    return None if any(left) else tuple(sticks)


def greedy(problem: CuttingProblem, start: Sequence[Column], mix: Sequence[int]) -> list[Column] | None:
    """Fill what `start` leaves, fullest pattern first, using at most `mix` sticks of each kind; None if stuck."""
    left = list(problem.demand)
    spare = list(mix)
    chosen: list[Column] = []
    for kind, pattern in start:
        if spare[kind] <= 0:
            continue
        chosen.append((kind, pattern))
        spare[kind] -= 1
        left = [max(0, n - p) for n, p in zip(left, pattern, strict=True)]
    order = sorted(range(len(left)), key=lambda i: -problem.weights[i])
    while any(left):
        biggest = max(problem.weights[i] for i in order if left[i])
        rooms = [k for k in range(len(spare)) if spare[k] > 0 and problem.capacities[k] >= biggest]
        if not rooms:
            return None
        kind, pattern = min(
            ((k, _fill(problem, order, left, k)) for k in rooms), key=lambda c: _loss(problem, *c)
        )
        chosen.append((kind, pattern))
        spare[kind] -= 1
        left = [n - p for n, p in zip(left, pattern, strict=True)]
    return chosen


def _fill(problem: CuttingProblem, order: Sequence[int], left: Sequence[int], kind: int) -> Pattern:
    """First-fit decreasing: the longest piece left, then whatever fits behind it."""
    room, pattern = problem.capacities[kind], [0] * len(left)
    for i in order:
        pattern[i] = min(left[i], room // problem.weights[i])
        room -= pattern[i] * problem.weights[i]
    return tuple(pattern)


def _loss(problem: CuttingProblem, kind: int, pattern: Pattern) -> float:
    used = sum(n * w for n, w in zip(pattern, problem.weights, strict=True))
    return (problem.kinds[kind].price + 1) / max(1, used)


def pack_mix(
    problem: CuttingProblem,
    mix: Sequence[int],
    columns: Sequence[Column],
    amounts: Sequence[float],
    deadline: float,
) -> tuple[tuple[Stick, ...] | None, bool]:
    """Pack into exactly this mix (or fewer). Answers (sticks or None, whether a None is proven)."""
    floor = [c for c, x in zip(columns, amounts, strict=True) for _ in range(int(x + 1e-6))]
    for start in (floor, ()):
        chosen = greedy(problem, start, mix)
        if chosen is not None:
            return sticks_from(problem, chosen), False
    zero = [0.0] * len(mix)
    pool = [c for c in columns if mix[c[0]] > 0]
    picked, _ = choose_whole(
        pool, problem.demand, zero, mix, exact=False, seconds=SHARE_OF_TIME * (deadline - monotonic())
    )
    if picked is None:
        pool_all = _patterns_in_slack(problem, mix)
        if pool_all is None:
            return None, False
        picked, final = choose_whole(
            pool_all, problem.demand, zero, mix, exact=True, seconds=SHARE_OF_TIME * (deadline - monotonic())
        )
        if picked is None:
            return None, final
        pool = pool_all
    return sticks_from(problem, [c for c, n in zip(pool, picked, strict=True) for _ in range(n)]), False


def _patterns_in_slack(problem: CuttingProblem, mix: Sequence[int]) -> list[Column] | None:
    """All patterns whose loss fits the mix's slack: a packing uses no others. None when there are too many."""
    slack = sum(n * c for n, c in zip(mix, problem.capacities, strict=True))
    slack -= sum(n * w for n, w in zip(problem.demand, problem.weights, strict=True))
    if slack < 0:
        return []
    columns: list[Column] = []
    for kind, capacity in enumerate(problem.capacities):
        if mix[kind] == 0:
            continue
        found = all_patterns(problem.weights, problem.demand, capacity, slack, MOST_PATTERNS - len(columns))
        if found is None:
            return None
        columns += [(kind, p) for p in found]
    return columns
