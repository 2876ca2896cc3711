"""Closing a small gap: every pattern that a cheaper plan could use, and the integer programme over those.

With whole dual prices π every plan costs at least L = Σ dπ + Σ nₖ·min(0, pₖ − Vₖ), Vₖ the best value of a
pattern on kind k and nₖ how many there are. A stick whose pattern is worth v adds pₖ − v to that; one that
adds more than the gap is in no cheaper plan. What is left is often a few hundred patterns.

Source: reduced-cost fixing with enumeration of columns (Baldacci, Christofides and Mingozzi 2008).
"""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from acrebox.core.bench.problem import CuttingProblem, Pattern, Stick, binary_chunks
from acrebox.core.bench.programme import Column, choose_whole
from acrebox.core.bench.starts import sticks_from
from acrebox.core.bench.work import FIRST_ANSWER, SCALE, Work

MOST_COLUMNS = 700
FEW_COLUMNS = 250
PROVEN_TO = 25
"""So few pieces are always proven: many patterns are looked at for them, few for more."""
MOST_STEPS = 200_000
LEAST_WORK = 600_000
MOST_SUM = 300_000
NEVER = 1 << 60


@dataclass(frozen=True)
class Guess:
    """Dual prices with the best value of a pattern on each kind, and the bound they give [all scaled]."""

    problem: CuttingProblem
    values: tuple[int, ...]
    most: tuple[int, ...]

    @property
    def excess(self) -> tuple[int, ...]:
        """What a stick of each kind adds at the least; less than nothing where a limit holds it back."""
        prices = (kind.price * SCALE for kind in self.problem.kinds)
        return tuple(min(0, p - v) for p, v in zip(prices, self.most, strict=True))

    @property
    def bound(self) -> int:
        """What every plan costs at least [cents, scaled]."""
        total = sum(n * v for n, v in zip(self.problem.demand, self.values, strict=True))
        return total + sum(n * e for n, e in zip(self.problem.limits, self.excess, strict=True))


def columns_under(guess: Guess, cost: int, most: int = MOST_COLUMNS) -> list[Column] | None:
    """Every full pattern that a plan of at most that cost [cents] could use; None where they are too many."""
    problem, gap = guess.problem, cost * SCALE - guess.bound
    if gap < 0:
        return []
    found: list[Column] = []
    steps = MOST_STEPS
    for kind, (capacity, excess) in enumerate(zip(problem.capacities, guess.excess, strict=True)):
        if not problem.limits[kind]:
            continue
        least = problem.kinds[kind].price * SCALE - excess - gap
        walk = _Walk(problem, guess.values, least, most - len(found), steps)
        if not walk.over(capacity):
            return None
        steps = walk.steps
        found += [(kind, pattern) for pattern in walk.found]
    return found


def least_to_hold(problem: CuttingProblem) -> int:
    """The least that whole sticks cost which hold all pieces by their sum [cents]; 0 where that is too long a
    sum to look at.

    Source: the covering knapsack by dynamic programming.
    """
    need = sum(n * w for n, w in zip(problem.demand, problem.weights, strict=True))
    if need > MOST_SUM:
        return 0
    least: NDArray[np.int64] = np.full(need + 1, NEVER, dtype=np.int64)
    least[0] = 0
    for kind, capacity, limit in zip(problem.kinds, problem.capacities, problem.limits, strict=True):
        for chunk in binary_chunks(limit) if capacity else ():
            step = min(need, chunk * capacity)
            before, price = least.copy(), chunk * kind.price
            np.minimum(least[step:], before[: need + 1 - step] + price, out=least[step:])
            np.minimum(least[:step], price, out=least[:step])
            least[0] = 0
    return int(least[need]) if least[need] < NEVER else 0


def cheapest_of_all(
    problem: CuttingProblem, guess: Guess, cost: int, allowed: int
) -> tuple[tuple[Stick, ...] | None, bool]:
    """The cheapest plan of at most that cost [cents], and whether that, or that there is none, is proven."""
    prices = [float(kind.price) for kind in problem.kinds]
    return _whole(problem, guess, cost, prices, allowed)


def fewest_of_all(
    problem: CuttingProblem, guess: Guess, cost: int, allowed: int
) -> tuple[tuple[Stick, ...] | None, bool]:
    """The plan of fewest sticks of at most that cost [cents], and whether that is proven."""
    return _whole(problem, guess, cost, [1.0] * len(problem.kinds), allowed)


def _whole(
    problem: CuttingProblem, guess: Guess, cost: int, worth: Sequence[float], allowed: int
) -> tuple[tuple[Stick, ...] | None, bool]:
    columns = columns_under(guess, cost, _worth_looking_at(problem, allowed))
    if columns is None:
        return None, False
    prices = [kind.price for kind in problem.kinds]
    picked, final = choose_whole(
        columns,
        problem.demand,
        worth,
        problem.limits,
        exact=False,
        full=True,
        work=Work(max(allowed, LEAST_WORK)),
        money=(prices, cost),
    )
    if picked is None:
        return None, final
    chosen = [column for column, n in zip(columns, picked, strict=True) for _ in range(n)]
    return sticks_from(problem, chosen), final


def _worth_looking_at(problem: CuttingProblem, allowed: int) -> int:
    """How many patterns an integer programme is made of: all that can be for few pieces, else by the work
    allowed.
    """
    few = sum(problem.demand) <= PROVEN_TO
    return MOST_COLUMNS if few else min(MOST_COLUMNS, FEW_COLUMNS * allowed // FIRST_ANSWER)


class _Walk:
    """A walk over the patterns of a stick that are worth `least` and into which no piece more goes."""

    def __init__(
        self, problem: CuttingProblem, values: Sequence[int], least: int, most: int, steps: int
    ) -> None:
        worth = zip(problem.weights, problem.demand, values, range(len(values)), strict=True)
        # The dearest by their length first: what follows is worth no more than that, for what room is left.
        self.items = sorted(worth, key=lambda item: (-item[2] / item[0], -item[0]))
        self.least, self.most, self.steps = least, most, steps
        self.found: list[Pattern] = []
        self.taken = [0] * len(values)

    def over(self, capacity: int) -> bool:
        """Whether all were found."""
        return self._from(0, capacity, 0)

    def _from(self, n: int, room: int, value: int) -> bool:
        self.steps -= 1
        if self.steps < 0:
            return False
        if n == len(self.items):
            if value >= self.least and self._full(room):
                self.found.append(tuple(self.taken))
            return len(self.found) <= self.most
        weight, demand, worth, place = self.items[n]
        if (self.least - value) * weight > room * worth:
            return True
        for count in range(min(demand, room // weight), -1, -1):
            self.taken[place] = count
            if not self._from(n + 1, room - count * weight, value + count * worth):
                return False
        self.taken[place] = 0
        return True

    def _full(self, room: int) -> bool:
        """Whether no piece more goes in."""
        return all(weight > room or self.taken[place] >= demand for weight, demand, _, place in self.items)
