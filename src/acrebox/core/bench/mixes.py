"""Mixes of sticks that cost the same: those with fewer sticks, in order."""

from math import gcd

from acrebox.core.bench.problem import CuttingProblem
from acrebox.core.bench.work import Work

# One step of the walk costs so many units; at most this share of the work left goes into the list.
UNITS_A_STEP = 2
SHARE_OF_WORK = 4


def equal_mixes(
    problem: CuttingProblem, cost: int, sticks: int, work: Work
) -> tuple[list[tuple[int, ...]], bool]:
    """Mixes of exactly that cost [cents] with fewer sticks, and room enough, fewest sticks first.

    Also whether those are all: the walk is bounded by counted work, since off-cuts that cost nothing
    multiply the mixes.
    """
    kinds = problem.kinds
    need = sum(n * w for n, w in zip(problem.demand, problem.weights, strict=True))
    divisors = [gcd(*(k.price for k in kinds[i:])) for i in range(len(kinds))] + [0]
    room_left = [max(problem.capacities[i:], default=0) for i in range(len(kinds))] + [0]
    found: list[tuple[int, ...]] = []
    steps = max(1, work.left // SHARE_OF_WORK // UNITS_A_STEP)
    taken = 0

    def walk(k: int, mix: tuple[int, ...], money: int, spare: int, room: int) -> bool:
        """Look at all mixes that start so; False when the work is done."""
        nonlocal taken
        taken += 1
        if taken > steps:
            return False
        if (money % divisors[k] if divisors[k] else money) or room + spare * room_left[k] < need:
            return True
        if k == len(kinds):
            found.append(mix)
            return True
        price = kinds[k].price
        most = min(problem.limits[k], spare, money // price if price else spare)
        return all(
            walk(k + 1, (*mix, n), money - n * price, spare - n, room + n * problem.capacities[k])
            for n in range(most + 1)
        )

    whole = walk(0, (), cost, sticks - 1, 0)
    work.spend(taken * UNITS_A_STEP)
    return sorted(found, key=lambda mix: (sum(mix), mix)), whole
