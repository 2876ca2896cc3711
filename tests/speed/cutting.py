"""Hard cutting cases: cost, bound and proof after counted work, beside CP-SAT (OR-Tools) and SciPy's `milp`.

Prints figures and ratios; asserts nothing. Without OR-Tools its line says so.
Run: .venv/bin/python tests/speed/cutting.py [SECONDS_FOR_THE_OTHERS]
"""

import importlib.util
import json
import random
import subprocess
import sys
from collections import Counter
from time import perf_counter
from typing import Any

import numpy as np
from scipy.optimize import Bounds, LinearConstraint, milp

from acrebox.core.bench import CuttingPlan, CuttingProblem, StickKind
from acrebox.core.bench.search import _Search, cut_best
from acrebox.core.bench.work import FIRST_ANSWER, Work

EFFORTS = (1, 20, 200)
CP_SAT = """
import json, sys
from ortools.sat.python import cp_model
q = json.load(sys.stdin)
m = cp_model.CpModel()
y = [m.new_bool_var('') for _ in q['rooms']]
x = [[m.new_int_var(0, d, '') for d in q['demand']] for _ in q['rooms']]
for row, taken, room in zip(x, y, q['rooms']):
    m.add(sum(c * w for c, w in zip(row, q['weights'])) <= room * taken)
for i, need in enumerate(q['demand']):
    m.add(sum(row[i] for row in x) == need)
m.minimize(sum(p * t for p, t in zip(q['prices'], y)))
s = cp_model.CpSolver()
s.parameters.max_time_in_seconds = q['seconds']
s.parameters.num_workers = 1
found = s.solve(m)
good = found in (cp_model.OPTIMAL, cp_model.FEASIBLE)
print(f"{s.objective_value:.0f}{' proven' if found == cp_model.OPTIMAL else ''}" if good else 'none found')
"""


def random_yard(seed: int, lengths: int, pieces: int, kinds: int) -> CuttingProblem:
    """Pieces of several lengths from sticks at odd prices [0.1 mm, cents]."""
    draw = random.Random(seed)
    sizes = sorted(draw.sample(range(3000, 24_000), lengths), reverse=True)
    counts = tuple(draw.randint(1, max(1, 2 * pieces // lengths)) for _ in sizes)
    sold = draw.sample([18_000, 24_000, 24_384, 30_000, 36_000, 42_000], kinds - 1)
    offers = [*sold, 48_768]
    prices = [int(n / 24 * draw.uniform(0.9, 1.1)) + draw.randint(0, 100) for n in offers]
    return CuttingProblem(tuple(sizes), counts, 30, tuple(map(StickKind, offers, prices)))


def triplets(seed: int, bins: int) -> CuttingProblem:
    """Falkenauer (1996): three pieces fill a stick of 1000 exactly; the least is a third of the pieces."""
    draw, pieces = random.Random(seed), []
    for _ in range(bins):
        a = draw.randint(380, 490)
        b = draw.randint(250, (1000 - a) // 2)
        pieces += [a, b, 1000 - a - b]
    counts = Counter(pieces)
    sizes = sorted(counts, reverse=True)
    return CuttingProblem(tuple(sizes), tuple(counts[n] for n in sizes), 0, (StickKind(1000, 1),))


def off_cuts() -> CuttingProblem:
    """Eighteen rows of off-cuts that cost nothing beside two lengths sold."""
    sold = [StickKind(24_000, 1450), StickKind(30_000, 1900)]
    free = [StickKind(5000 + 700 * n, 0, 2) for n in range(18)]
    return CuttingProblem((9000, 7000, 4100), (29, 28, 31), 30, (*sold, *free))


CASES = {
    "bed, 8 lengths, 52 pieces": random_yard(1, 8, 52, 4),
    "reclaimed rails, 12 lengths, odd prices": random_yard(2, 12, 100, 4),
    "reclaimed rails, 20 lengths, odd prices": random_yard(3, 20, 120, 3),
    "twelve boxes, 500 pieces": random_yard(4, 15, 500, 4),
    "sixty boxes, 3000 pieces": random_yard(5, 15, 3000, 4),
    "triplets, 60 pieces": triplets(0, 20),
    "triplets, 120 pieces": triplets(0, 40),
    "triplets, 249 pieces": triplets(0, 83),
    "eighteen rows of off-cuts": off_cuts(),
}


def model(problem: CuttingProblem) -> tuple[list[int], list[StickKind]]:
    """Pieces one by one and enough sticks one by one, for models that assign pieces to sticks."""
    pieces = [n for n, count in zip(problem.lengths, problem.demand, strict=True) for _ in range(count)]
    plan = cut_best(problem)
    most = len(plan.sticks) if isinstance(plan, CuttingPlan) else len(pieces)
    sticks = [k for k in problem.kinds for _ in range(min(most, k.limit if k.limit is not None else most))]
    return pieces, sticks


def by_milp(problem: CuttingProblem, seconds: float) -> str:
    """SciPy: least cost of the assignment model within a time."""
    pieces, sticks = model(problem)
    m, n = len(pieces), len(sticks)
    if m * n > 20_000:
        return "too large"
    cost = np.concatenate([np.zeros(m * n), [k.price for k in sticks]])
    rows = np.zeros((m + n, m * n + n))
    for p in range(m):
        rows[p, p * n : (p + 1) * n] = 1
    for s, kind in enumerate(sticks):
        rows[m + s, s : m * n : n] = [length + problem.kerf for length in pieces]
        rows[m + s, m * n + s] = -(kind.usable + problem.kerf)
    low = np.concatenate([np.ones(m), np.full(n, -np.inf)])
    high = np.concatenate([np.ones(m), np.zeros(n)])
    whole = np.ones(m * n + n, dtype=np.int64)
    options: Any = {"time_limit": seconds}
    answer = milp(
        cost,
        constraints=LinearConstraint(rows, low, high),
        integrality=whole,
        bounds=Bounds(0, 1),
        options=options,
    )
    return "none found" if answer.x is None else f"{answer.fun:.0f}{' proven' if answer.status == 0 else ''}"


def by_cp_sat(problem: CuttingProblem, seconds: float) -> str:
    """OR-Tools' CP-SAT on counts a stick, in a process of its own: it brings another HiGHS with it."""
    if importlib.util.find_spec("ortools") is None:
        return "not installed"
    _, sticks = model(problem)
    if len(sticks) * len(problem.lengths) > 20_000:
        return "too large"
    asked = {
        "weights": [n + problem.kerf for n in problem.lengths],
        "demand": problem.demand,
        "rooms": [k.usable + problem.kerf for k in sticks],
        "prices": [k.price for k in sticks],
        "seconds": seconds,
    }
    words = [sys.executable, "-c", CP_SAT]
    done = subprocess.run(words, input=json.dumps(asked), capture_output=True, text=True, check=True)
    return done.stdout.strip()


def main() -> None:
    """Print every case after growing work, and what the others reach in the same time."""
    seconds = float(sys.argv[1]) if len(sys.argv) > 1 else 5.0
    for name, problem in CASES.items():
        print(name)
        best: int | None = None
        for effort in EFFORTS:
            work = Work(int(FIRST_ANSWER * effort))
            start = perf_counter()
            search = _Search(problem, work)
            search.run()
            took = perf_counter() - start
            if search.best is None:
                print(f"  effort {effort}: nothing found, {took:.2f} s")
                continue
            best = search.best_cost if best is None else min(best, search.best_cost)
            gap = search.best_cost - search.bound
            proof = "proven" if gap == 0 else f"gap {gap / max(1, search.best_cost):.2%}"
            rate = took * 1e6 / max(1, work.done)
            print(
                f"  effort {effort}: {search.best_cost}, {proof}, {took:.2f} s ({rate:.1f} µs a unit of work)"
            )
            if gap == 0:
                break
        print(f"  SciPy milp in {seconds:g} s: {by_milp(problem, seconds)}")
        print(f"  CP-SAT in {seconds:g} s: {by_cp_sat(problem, seconds)}")


if __name__ == "__main__":
    main()
