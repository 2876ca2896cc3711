"""Pricing patterns: one bounded-knapsack pass for all stick lengths at once, in int64."""

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from acrebox.core.bench.problem import Pattern, binary_chunks

Int64s = NDArray[np.int64]


def best_patterns(
    weights: Sequence[int], demand: Sequence[int], values: Sequence[int], capacities: Sequence[int]
) -> list[tuple[int, Pattern]]:
    """For each capacity, the pattern of greatest value and that value.

    `values` are whole numbers ≥ 0, one a piece; a pattern takes each piece at most `demand` times.
    """
    most = max(capacities)
    best: Int64s = np.zeros(most + 1, dtype=np.int64)
    stages: list[tuple[int, int, Int64s]] = []
    for item, (weight, count, value) in enumerate(zip(weights, demand, values, strict=True)):
        if value <= 0:
            continue
        for chunk in binary_chunks(min(count, most // weight)):
            before, shift = best, chunk * weight
            best = before.copy()
            np.maximum(before[shift:], before[: most + 1 - shift] + chunk * value, out=best[shift:])
            stages.append((item, chunk, before))
    return [(int(best[c]), _retrace(weights, stages, best, c)) for c in capacities]


def _retrace(
    weights: Sequence[int], stages: list[tuple[int, int, Int64s]], best: Int64s, capacity: int
) -> Pattern:
    pattern = [0] * len(weights)
    after, room = best, capacity
    for item, chunk, before in reversed(stages):
        if after[room] != before[room]:
            pattern[item] += chunk
            room -= chunk * weights[item]
        after = before
    return tuple(pattern)


def all_patterns(
    weights: Sequence[int], demand: Sequence[int], capacity: int, slack: int, most: int
) -> list[Pattern] | None:
    """Every pattern whose loss on `capacity` is between 0 and `slack`; None when there are over `most`.

    Branches that cannot end in the slack are cut by the sums that the remaining pieces can reach.
    """
    count = len(weights)
    rest = [1] * (count + 1)
    for i in range(count - 1, -1, -1):
        bits = rest[i + 1]
        for chunk in binary_chunks(min(demand[i], capacity // weights[i])):
            bits |= bits << (chunk * weights[i])
        rest[i] = bits & ((1 << (capacity + 1)) - 1)
    found: list[Pattern] = []
    taken = [0] * count

    def walk(i: int, room: int) -> bool:
        low = max(0, room - slack)
        if not (rest[i] >> low) & ((1 << (room - low + 1)) - 1):
            return True
        if i == count:
            found.append(tuple(taken))
            return len(found) <= most
        for n in range(min(demand[i], room // weights[i]), -1, -1):
            taken[i] = n
            if not walk(i + 1, room - n * weights[i]):
                return False
        taken[i] = 0
        return True

    return found if walk(0, capacity) else None
