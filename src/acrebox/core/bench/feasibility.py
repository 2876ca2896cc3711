"""An exact proof that the sticks that can be had cannot hold the pieces, whatever they cost."""

from collections.abc import Sequence
from dataclasses import dataclass

from acrebox.core.bench.pricing import make_pricer
from acrebox.core.bench.problem import CuttingProblem
from acrebox.core.bench.programme import Column, Master
from acrebox.core.bench.work import SCALE, WHOLE, Work


@dataclass
class FeasibilityProof:
    """Whether so many sticks of each kind can hold the pieces at all: an LP that only missing pieces cost.

    With whole dual prices π: where Σ dπ > Σ n·V(π), V the best pattern of a kind, no plan exists.
    """

    problem: CuttingProblem
    limits: tuple[int, ...]
    work: Work

    def refutes(self, columns: Sequence[Column]) -> bool:
        """Whether it proves that there is no plan."""
        problem = self.problem
        master = Master(problem.demand, [0] * len(problem.kinds), 1.0, self.work)
        seen = set(columns)
        for column in columns:
            master.add(column)
        nothing = tuple(0 for _ in self.limits)
        pricer = make_pricer(problem.weights, problem.demand, problem.capacities)
        while not self.work.over:
            answer = master.solve(nothing, self.limits)
            if answer is None or answer.missing < WHOLE:
                return False
            values = [int(d * SCALE) for d in answer.piece_duals]
            found = pricer.best(values)
            self.work.spend(pricer.units)
            held = sum(n * value for n, (value, _) in zip(self.limits, found, strict=True))
            if sum(n * v for n, v in zip(problem.demand, values, strict=True)) > held:
                return True
            fresh = [(k, p) for k, (_, p) in enumerate(found) if any(p) and (k, p) not in seen]
            if not fresh:
                return False
            for column in fresh:
                seen.add(column)
                master.add(column)
        return False
