"""Branch and price on the mix: how many sticks of each kind, with an exact bound at every node.

The master LP over patterns only guesses dual prices; scaled and floored they give a Lagrangian bound in whole
numbers, so a plan is called best only when its cost equals a bound that holds exactly. Branching is on the number
of sticks of a kind, so pricing never changes (Gilmore and Gomory 1961 for the patterns; Vance 1998 and
Valério de Carvalho 1999 branch elsewhere: the mix suits a yard with several lengths at several prices).
"""

import heapq
from collections.abc import Sequence
from dataclasses import dataclass, field
from functools import lru_cache
from itertools import count
from math import gcd
from time import monotonic

from acrebox.core.bench.packing import greedy, pack_mix, sticks_from
from acrebox.core.bench.pricing import best_patterns
from acrebox.core.bench.problem import CuttingPlan, CuttingProblem, Stick, check_plan
from acrebox.core.bench.programme import Column, Master, MasterAnswer, choose_whole

SCALE = 1 << 20
WHOLE = 1e-6
Box = tuple[tuple[int, ...], tuple[int, ...]]


@dataclass
class _Search:
    """One minimisation of what the sticks cost."""

    problem: CuttingProblem
    deadline: float
    best: tuple[Stick, ...] | None = None
    best_cost: int = 0
    bound: int = 0
    seen: set[Column] = field(default_factory=set)
    # Every dual guess gives a bound that holds for every mix: (Σ d·π, p − V by kind), scaled.
    cuts: list[tuple[int, tuple[int, ...]]] = field(default_factory=list)

    def __post_init__(self) -> None:
        self.prices = tuple(k.price for k in self.problem.kinds)
        self.master = Master(self.problem.demand, self.prices, dear=float(max([*self.prices, 1]) * 2))

    def run(self) -> None:
        """Search until the best is proven or the time is up; `bound` then holds for every plan."""
        chosen = greedy(self.problem, (), self.problem.limits)
        if chosen is not None and (sticks := sticks_from(self.problem, chosen)) is not None:
            self._offer(sticks)
        for column in self._singles():
            self._add(column)
        order = count()
        start: Box = (tuple(0 for _ in self.prices), self.problem.limits)
        nodes = [(0, next(order), start)]
        unsettled: list[int] = []
        while nodes:
            floor, _, box = heapq.heappop(nodes)
            if self.best is not None and floor >= self.best_cost:
                break
            if monotonic() > self.deadline:
                unsettled.append(floor)
                break
            bound, children, settled = self._visit(box, first=floor == 0 and not nodes)
            bound = max(bound, floor)
            if not settled:
                unsettled.append(bound)
            for child in children:
                heapq.heappush(nodes, (bound, next(order), child))
        open_bounds = [*unsettled, *(n[0] for n in nodes)]
        top = self.best_cost if self.best is not None else min(open_bounds, default=0)
        self.bound = min([top, *open_bounds])

    def _singles(self) -> list[Column]:
        """A full stick of each piece alone, on every kind it fits."""
        found = []
        for kind, capacity in enumerate(self.problem.capacities):
            for i, (weight, need) in enumerate(zip(self.problem.weights, self.problem.demand, strict=True)):
                if n := min(need, capacity // weight):
                    found.append((kind, tuple(n if j == i else 0 for j in range(len(self.problem.weights)))))
        return found

    def _add(self, column: Column) -> bool:
        if column in self.seen:
            return False
        self.seen.add(column)
        self.master.add(column)
        return True

    def _visit(self, box: Box, first: bool) -> tuple[int, list[Box], bool]:
        """(bound of the box, boxes to look into, whether the box is settled by those)."""
        bound, answer = self.price_box(box, stop_at=self.best_cost if self.best is not None else None)
        if answer is None or (self.best is not None and bound >= self.best_cost):
            return bound, [], True
        if first:
            self._round_up()
            if self.best is not None and bound >= self.best_cost:
                return bound, [], True
        mix = [round(s) for s in answer.sticks]
        split = max(range(len(mix)), key=lambda k: abs(answer.sticks[k] - mix[k]))
        low, high = box
        if abs(answer.sticks[split] - mix[split]) > WHOLE:
            whole = int(answer.sticks[split])
            return bound, [(low, _with(high, split, whole)), (_with(low, split, whole + 1), high)], True
        sticks, refuted = pack_mix(self.problem, mix, self.master.columns, answer.amounts, self.deadline)
        if sticks is not None:
            self._offer(sticks)
        # What is not this mix or a smaller one has more of some kind: one box for each kind.
        children = []
        for k in range(len(mix)):
            top = tuple(min(h, m) if j < k else h for j, (h, m) in enumerate(zip(high, mix, strict=True)))
            foot = _with(low, k, max(low[k], mix[k] + 1))
            if foot[k] <= top[k] and all(a <= b for a, b in zip(foot, top, strict=True)):
                children.append((foot, top))
        return bound, children, sticks is not None or refuted

    def price_box(self, box: Box, stop_at: int | None) -> tuple[int, MasterAnswer | None]:
        """Column generation in a box: its exact bound, and the LP optimum so far; stops once the bound is `stop_at`."""
        bound = 0
        while True:
            answer = self.master.solve(*box)
            if answer is None:
                return bound, None
            values = [int(d * SCALE) for d in answer.piece_duals]
            found = best_patterns(self.problem.weights, self.problem.demand, values, self.problem.capacities)
            bound = max(bound, self._lagrangian(box, values, [v for v, _ in found]))
            if stop_at is not None and bound >= stop_at:
                return bound, answer
            grown = False
            for kind, (value, pattern) in enumerate(found):
                worth = self.prices[kind] - answer.kind_duals[kind]
                if value / SCALE > worth + 1e-7 and any(pattern):
                    grown |= self._add((kind, pattern))
            if not grown:
                return bound, answer

    def _lagrangian(self, box: Box, values: Sequence[int], most: Sequence[int]) -> int:
        """⌈L(π)⌉ to the price step: Σ dπ + Σ min over n in the box of n·(p − V), all in whole numbers."""
        total = sum(n * v for n, v in zip(self.problem.demand, values, strict=True))
        excess = tuple(price * SCALE - value for price, value in zip(self.prices, most, strict=True))
        self.cuts.append((total, excess))
        total += sum(
            each * (low if each >= 0 else high) for each, low, high in zip(excess, *box, strict=True)
        )
        cost, step = -(-total // SCALE), self.problem.price_step
        return max(0, -(-cost // step) * step)

    def refuted(self, mix: Sequence[int], cost: int) -> bool:
        """Whether a bound met before shows that this mix cannot pack at that cost; the newest bounds are tried first."""
        most = cost * SCALE
        return any(
            total + sum(e * n for e, n in zip(excess, mix, strict=True)) > most
            for total, excess in reversed(self.cuts)
        )

    def _round_up(self) -> None:
        """A first good plan from the patterns so far."""
        seconds = min(1.0, self.deadline - monotonic())
        picked, _ = choose_whole(
            self.master.columns,
            self.problem.demand,
            [float(p) for p in self.prices],
            self.problem.limits,
            exact=False,
            seconds=seconds,
        )
        if picked is not None:
            chosen = [c for c, n in zip(self.master.columns, picked, strict=True) for _ in range(n)]
            if (sticks := sticks_from(self.problem, chosen)) is not None:
                self._offer(sticks)

    def _offer(self, sticks: tuple[Stick, ...]) -> None:
        cost = sum(self.prices[s.kind] for s in sticks)
        if self.best is None or cost < self.best_cost:
            self.best, self.best_cost = sticks, cost


def _with(box: tuple[int, ...], k: int, value: int) -> tuple[int, ...]:
    return (*box[:k], value, *box[k + 1 :])


def cut_best(problem: CuttingProblem, seconds: float = 5.0) -> CuttingPlan | None:
    """The cheapest plan, then the fewest sticks; None when the sticks that can be had do not suffice.

    At the deadline [s] it answers the best plan so far with its exact bound.
    """
    return _cut_best(problem, seconds)


@lru_cache(maxsize=512)
def _cut_best(problem: CuttingProblem, seconds: float) -> CuttingPlan | None:
    deadline = monotonic() + seconds
    search = _Search(problem, deadline)
    search.run()
    if search.best is None:
        return None
    best, fewest = search.best, False
    if search.best_cost == search.bound:
        best, fewest = _fewest_sticks(search)
    order = sorted(
        best,
        key=lambda s: (
            problem.kinds[s.kind].price == 0,
            -problem.kinds[s.kind].usable,
            tuple(-p for p in s.pieces),
        ),
    )
    cost = check_plan(problem, order)
    return CuttingPlan(tuple(order), cost, min(search.bound, cost), fewest)


def _fewest_sticks(search: _Search) -> tuple[tuple[Stick, ...], bool]:
    """Among mixes of the same least cost, the first in order of sticks that packs, and whether that is proven."""
    assert search.best is not None
    problem = search.problem
    for mix in equal_mixes(problem, search.best_cost, len(search.best)):
        if monotonic() > search.deadline:
            return search.best, False
        if search.refuted(mix, search.best_cost):
            continue
        bound, answer = search.price_box((mix, mix), stop_at=search.best_cost + 1)
        if answer is None or bound > search.best_cost:
            continue
        whole = [round(s) for s in answer.sticks]
        sticks, refuted = pack_mix(problem, whole, search.master.columns, answer.amounts, search.deadline)
        if sticks is not None:
            return sticks, True
        if not refuted:
            return search.best, False
    return search.best, True


def equal_mixes(problem: CuttingProblem, cost: int, sticks: int) -> list[tuple[int, ...]]:
    """Mixes of exactly that cost [cents] with fewer sticks, and room enough; fewest sticks first."""
    kinds = problem.kinds
    need = sum(n * w for n, w in zip(problem.demand, problem.weights, strict=True))
    divisors = [gcd(*(k.price for k in kinds[i:])) for i in range(len(kinds))] + [0]
    room_left = [max(problem.capacities[i:], default=0) for i in range(len(kinds))] + [0]
    found: list[tuple[int, ...]] = []

    def walk(k: int, mix: tuple[int, ...], money: int, spare: int, room: int) -> None:
        if money % divisors[k] if divisors[k] else money:
            return
        if room + spare * room_left[k] < need:
            return
        if k == len(kinds):
            found.append(mix)
            return
        price = kinds[k].price
        most = min(problem.limits[k], spare, money // price if price else spare)
        for n in range(most + 1):
            walk(k + 1, (*mix, n), money - n * price, spare - n, room + n * problem.capacities[k])

    walk(0, (), cost, sticks - 1, 0)
    return sorted(found, key=lambda mix: (sum(mix), mix))
