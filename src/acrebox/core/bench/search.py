"""Branch and price on the mix: how many sticks of each kind, with an exact bound at every node.

The master LP over patterns only guesses dual prices; scaled and floored they give a Lagrangian bound in
whole numbers, so a plan is called best only when its cost equals a bound that holds exactly. Branching is
on the number of sticks of a kind, so pricing never changes (Gilmore and Gomory 1961 for the patterns;
Vance 1998 and Valério de Carvalho 1999 branch elsewhere: the mix suits a yard with several lengths at
several prices). The search is bounded by counted work and starts from first-fit, so it never answers
worse than that.
"""

import heapq
from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from functools import lru_cache
from itertools import count
from typing import Literal

from acrebox.core.bench.closing import PROVEN_TO, Guess, cheapest_of_all, fewest_of_all, least_to_hold
from acrebox.core.bench.dive import dive
from acrebox.core.bench.feasibility import FeasibilityProof
from acrebox.core.bench.mixes import equal_mixes
from acrebox.core.bench.packing import pack_mix
from acrebox.core.bench.pricing import make_pricer
from acrebox.core.bench.problem import CuttingPlan, CuttingProblem, Stick, StickKind, check_plan
from acrebox.core.bench.programme import Column, Master, MasterAnswer, affordable, choose_whole
from acrebox.core.bench.starts import starts, sticks_from
from acrebox.core.bench.work import FIRST_ANSWER, SCALE, WHOLE, Work

MixRange = tuple[tuple[int, ...], tuple[int, ...]]
# Where nothing has been found yet, so many first answers' work before that is said.
PATIENCE = 6
FIRST_SHARE = 3


@dataclass(frozen=True)
class NoCutting:
    """No plan: because there can be none (`cannot be`), or because none was found in the work allowed
    (`not found yet`).
    """

    why: Literal["cannot be", "not found yet"]


@dataclass
class _Search:
    """One minimisation of what the sticks cost."""

    problem: CuttingProblem
    work: Work
    best: tuple[Stick, ...] | None = None
    best_cost: int = 0
    bound: int = 0
    settled: bool = False
    seen: set[Column] = field(default_factory=set)
    # Every dual guess gives a bound that holds for every mix: (Σ d·π, p − V by kind), scaled.
    cuts: list[tuple[int, tuple[int, ...]]] = field(default_factory=list)
    # The one of them that is best with every mix still open, with its prices and values.
    guess: Guess | None = None

    def __post_init__(self) -> None:
        self.prices = tuple(k.price for k in self.problem.kinds)
        dear = float(max([*self.prices, 1]) * 2)
        self.master = Master(self.problem.demand, self.prices, dear, self.work)
        self.pricer = make_pricer(self.problem.weights, self.problem.demand, self.problem.capacities)
        self._area_cut()

    def run(self) -> None:
        """Search until the best is proven or the work is done; `bound` then holds for every plan."""
        for sticks in starts(self.problem, self.work):
            self._offer(sticks)
            for column in self._columns_of(sticks):
                self._add(column)
        for column in self._singles():
            self._add(column)
        order = count()
        start: MixRange = (tuple(0 for _ in self.prices), self.problem.limits)
        nodes = [(least_to_hold(self.problem), next(order), start)]
        first = True
        unsettled: list[int] = []
        while nodes:
            floor, _, mixes = heapq.heappop(nodes)
            if self.best is not None and floor >= self.best_cost:
                break
            if self.work.over:
                unsettled.append(max(floor, self._by_cut(mixes, *self.cuts[0])))
                break
            bound, children, settled = self._visit(mixes, first=first)
            first = False
            bound = max(bound, floor)
            if not settled:
                unsettled.append(bound)
            for child in children:
                heapq.heappush(nodes, (bound, next(order), child))
        open_bounds = [*unsettled, *(n[0] for n in nodes)]
        if self._close(min(open_bounds, default=self.best_cost)):
            open_bounds = []
        self.settled = not open_bounds
        top = self.best_cost if self.best is not None else min(open_bounds, default=0)
        self.bound = min([top, *open_bounds])

    def _columns_of(self, sticks: Sequence[Stick]) -> list[Column]:
        """The patterns of a plan."""
        place = {length: i for i, length in enumerate(self.problem.lengths)}
        found = set()
        for stick in sticks:
            pattern = [0] * len(place)
            for piece in stick.pieces:
                pattern[place[piece]] += 1
            found.add((stick.kind, tuple(pattern)))
        return sorted(found)

    def _singles(self) -> list[Column]:
        """A full stick of each piece alone, on every kind it fits."""
        found = []
        size = len(self.problem.weights)
        for kind, capacity in enumerate(self.problem.capacities):
            for i, (weight, need) in enumerate(zip(self.problem.weights, self.problem.demand, strict=True)):
                if n := min(need, capacity // weight):
                    found.append((kind, tuple(n if j == i else 0 for j in range(size))))
        return found

    def _add(self, column: Column) -> bool:
        if column in self.seen:
            return False
        self.seen.add(column)
        self.master.add(column)
        return True

    def _visit(self, mixes: MixRange, first: bool) -> tuple[int, list[MixRange], bool]:
        """(bound of the range, ranges to look into, whether the range is settled by those)."""
        bound, answer, priced = self.price(mixes, stop_at=self.best_cost if self.best is not None else None)
        if answer is None:
            return bound, [], priced
        if self.best is not None and bound >= self.best_cost:
            return bound, [], True
        if priced and answer.missing > WHOLE and self._impossible(mixes):
            return bound, [], True
        if first:
            self._round_up(bound)
            if self.best is not None and bound >= self.best_cost:
                return bound, [], True
        if self.work.over:
            return bound, [], False
        mix = [round(s) for s in answer.sticks]
        split = max(range(len(mix)), key=lambda k: abs(answer.sticks[k] - mix[k]))
        low, high = mixes
        if abs(answer.sticks[split] - mix[split]) > WHOLE:
            whole = int(answer.sticks[split])
            lower, upper = (low, _with(high, split, whole)), (_with(low, split, whole + 1), high)
            return bound, [m for m in (lower, upper) if m[0][split] <= m[1][split]], True
        sticks, refuted = pack_mix(self.problem, mix, self.master, answer.amounts, self.work)
        if sticks is not None:
            self._offer(sticks)
        # What is not this mix or a smaller one has more of some kind: one range for each kind.
        children = []
        for k in range(len(mix)):
            top = tuple(min(h, m) if j < k else h for j, (h, m) in enumerate(zip(high, mix, strict=True)))
            foot = _with(low, k, max(low[k], mix[k] + 1))
            if all(a <= b for a, b in zip(foot, top, strict=True)):
                children.append((foot, top))
        return bound, children, sticks is not None or refuted

    def price(self, mixes: MixRange, stop_at: int | None) -> tuple[int, MasterAnswer | None, bool]:
        """Column generation in a range: its exact bound, the LP optimum so far, whether pricing came to
        an end.

        Stops once the bound is `stop_at`, or the work is done. Source: Gilmore and Gomory (1961).
        """
        bound = self._by_cut(mixes, *self.cuts[0])
        while True:
            answer = self.master.solve(*mixes)
            if answer is None:
                return bound, None, True
            values = [int(d * SCALE) for d in answer.piece_duals]
            found = self.pricer.best(values)
            self.work.spend(self.pricer.units)
            bound = max(bound, self._lagrangian(mixes, values, [v for v, _ in found]))
            if (stop_at is not None and bound >= stop_at) or self.work.over:
                return bound, answer, False
            grown = False
            for kind, (value, pattern) in enumerate(found):
                worth = self.prices[kind] - answer.kind_duals[kind]
                if value / SCALE > worth + 1e-7 and any(pattern):
                    grown |= self._add((kind, pattern))
            if not grown:
                return bound, answer, True

    def _lagrangian(self, mixes: MixRange, values: Sequence[int], most: Sequence[int]) -> int:
        """⌈L(π)⌉ to the price step: Σ dπ + Σ min over n in the range of n·(p − V), all in whole numbers."""
        guess = Guess(self.problem, tuple(values), tuple(most))
        if self.guess is None or guess.bound > self.guess.bound:
            self.guess = guess
        total = sum(n * v for n, v in zip(self.problem.demand, values, strict=True))
        excess = tuple(price * SCALE - value for price, value in zip(self.prices, most, strict=True))
        self.cuts.append((total, excess))
        return self._by_cut(mixes, total, excess)

    def _area_cut(self) -> None:
        """The first bound, before any pricing: every length at the least price there is for a length of
        stick.
        """
        problem = self.problem
        rate = min(
            (p * SCALE // c for p, c in zip(self.prices, problem.capacities, strict=True) if c), default=0
        )
        total = rate * sum(n * w for n, w in zip(problem.demand, problem.weights, strict=True))
        excess = tuple(p * SCALE - rate * c for p, c in zip(self.prices, problem.capacities, strict=True))
        self.cuts.append((total, excess))

    def _by_cut(self, mixes: MixRange, total: int, excess: Sequence[int]) -> int:
        total += sum(e * (low if e >= 0 else high) for e, low, high in zip(excess, *mixes, strict=True))
        cost, step = -(-total // SCALE), self.problem.price_step
        return max(0, -(-cost // step) * step)

    def _impossible(self, mixes: MixRange) -> bool:
        """Whether no mix of a range can hold the pieces, by their sum or by a bound that no price enters
        (exact).
        """
        problem, high = self.problem, mixes[1]
        need = sum(n * w for n, w in zip(problem.demand, problem.weights, strict=True))
        if need > sum(n * c for n, c in zip(high, problem.capacities, strict=True)):
            return True
        return FeasibilityProof(problem, high, self.work).refutes(self.master.columns)

    def refuted(self, mix: Sequence[int], cost: int) -> bool:
        """Whether a bound met before shows that this mix cannot pack at that cost; the newest bounds are
        tried first.
        """
        most = cost * SCALE
        return any(
            total + sum(e * n for e, n in zip(excess, mix, strict=True)) > most
            for total, excess in reversed(self.cuts)
        )

    def _round_up(self, bound: int) -> None:
        """A good plan from the patterns so far, unless one stands at the bound already."""
        sticks = dive(self.problem, self.master, self.problem.limits, self.work)
        if sticks is not None:
            self._offer(sticks)
        at_bound = self.best is not None and self.best_cost <= bound
        if at_bound or not affordable(len(self.master.columns), self.work):
            return
        picked, _ = choose_whole(
            self.master.columns,
            self.problem.demand,
            [float(p) for p in self.prices],
            self.problem.limits,
            exact=False,
            work=self.work,
        )
        if picked is not None:
            chosen = [c for c, n in zip(self.master.columns, picked, strict=True) for _ in range(n)]
            if (found := sticks_from(self.problem, chosen)) is not None:
                self._offer(found)

    def _close(self, bound: int) -> bool:
        """Whether the best was found, or proven, over all patterns that a cheaper plan could use."""
        if self.best is None or bound >= self.best_cost or self.guess is None:
            return False
        cost = self.best_cost - self.problem.price_step
        sticks, final = cheapest_of_all(self.problem, self.guess, cost, self.work.allowed)
        if sticks is not None:
            self._offer(sticks)
        return final

    def _offer(self, sticks: tuple[Stick, ...]) -> None:
        cost = sum(self.prices[s.kind] for s in sticks)
        if self.best is None or (cost, len(sticks)) < (self.best_cost, len(self.best)):
            self.best, self.best_cost = sticks, cost


def _with(mix: tuple[int, ...], k: int, value: int) -> tuple[int, ...]:
    return (*mix[:k], value, *mix[k + 1 :])


def cut_best(problem: CuttingProblem, effort: float = 1.0) -> CuttingPlan | NoCutting:
    """The cheapest plan, then the fewest sticks; or why there is none.

    `effort` multiplies the work allowed for a first answer. When it is done the best plan so far is
    answered with its exact bound. Same problem and effort, same plan, however busy the machine.
    """
    kept = _worth_buying(problem.kinds)
    if len(kept) == len(problem.kinds):
        return _cut_best(problem, int(FIRST_ANSWER * effort))
    fewer = replace(problem, kinds=tuple(problem.kinds[n] for n in kept))
    found = _cut_best(fewer, int(FIRST_ANSWER * effort))
    if isinstance(found, NoCutting):
        return found
    return replace(found, sticks=tuple(replace(s, kind=kept[s.kind]) for s in found.sticks))


def _worth_buying(kinds: Sequence[StickKind]) -> list[int]:
    """The kinds that no other makes idle: one that is as long, costs less (or is the same and comes before
    it) and of which there are as many as wanted.
    """

    def idle(n: int, kind: StickKind) -> bool:
        return any(
            other.limit is None
            and other.usable >= kind.usable
            and (other.price < kind.price or (other == replace(kind, limit=None) and m < n))
            for m, other in enumerate(kinds)
        )

    return [n for n, kind in enumerate(kinds) if not idle(n, kind)]


@lru_cache(maxsize=512)
def _cut_best(problem: CuttingProblem, allowed: int) -> CuttingPlan | NoCutting:
    # What a little work proves needs no more: more of it looks into larger programmes first.
    search = _searched(problem, allowed // FIRST_SHARE)
    if not search.settled:
        search = _searched(problem, allowed, search)
    if _unanswered(search) and allowed < FIRST_ANSWER * PATIENCE:
        search = _searched(problem, FIRST_ANSWER * PATIENCE, search)
    if search.best is None:
        return NoCutting("cannot be" if search.settled else "not found yet")
    best, fewest = search.best, False
    if search.best_cost == search.bound:
        best, fewest = _fewest_sticks(search)
        if not fewest and search.guess is not None:
            found, fewest = fewest_of_all(problem, search.guess, search.best_cost, allowed)
            best = found if found is not None and len(found) < len(best) else best
    order = sorted(
        best, key=lambda s: (problem.kinds[s.kind].price == 0, -problem.kinds[s.kind].usable, _down(s))
    )
    cost = check_plan(problem, order)
    return CuttingPlan(tuple(order), cost, min(search.bound, cost), fewest)


def _searched(problem: CuttingProblem, allowed: int, before: _Search | None = None) -> _Search:
    """A search with so much work, from the best that one before it found."""
    search = _Search(problem, Work(allowed))
    if before is not None and before.best is not None:
        search.best, search.best_cost = before.best, before.best_cost
    search.run()
    if before is not None:
        search.bound = max(search.bound, min(before.bound, search.best_cost or before.bound))
    return search


def _unanswered(search: _Search) -> bool:
    """Whether more work is worth it: where nothing was found yet, and where few pieces leave a gap."""
    few = sum(search.problem.demand) <= PROVEN_TO and search.bound < search.best_cost
    return not search.settled and (search.best is None or few)


def _down(stick: Stick) -> tuple[int, ...]:
    return tuple(-p for p in stick.pieces)


def _fewest_sticks(search: _Search) -> tuple[tuple[Stick, ...], bool]:
    """Among mixes of the same least cost, the first in order of sticks that packs, and whether that is
    proven.
    """
    assert search.best is not None
    problem = search.problem
    mixes, whole_list = equal_mixes(problem, search.best_cost, len(search.best), search.work)
    for mix in mixes:
        if search.work.over:
            return search.best, False
        search.work.spend(2)
        if search.refuted(mix, search.best_cost):
            continue
        bound, answer, _ = search.price((mix, mix), stop_at=search.best_cost + 1)
        if bound > search.best_cost:
            continue
        if answer is None:
            continue
        whole = [round(s) for s in answer.sticks]
        sticks, refuted = pack_mix(problem, whole, search.master, answer.amounts, search.work)
        if sticks is not None:
            return sticks, whole_list
        if not refuted:
            return search.best, False
    return search.best, whole_list
