"""SciPy's `milp` (HiGHS behind another model: pieces assigned to sticks) gives the same cost on small
instances.
"""

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.optimize import Bounds, LinearConstraint, milp

from acrebox.core.bench import CuttingPlan, CuttingProblem, NoCutting, StickKind, cut_best

small = st.builds(
    lambda pieces, kerf, kinds: CuttingProblem(tuple(pieces), tuple(pieces.values()), kerf, tuple(kinds)),
    st.dictionaries(st.integers(300, 1000), st.integers(1, 2), min_size=1, max_size=3),
    st.sampled_from([0, 30]),
    st.lists(
        st.builds(
            StickKind, st.sampled_from([1000, 1500, 2400]), st.integers(1, 20), st.sampled_from([None, 1, 2])
        ),
        min_size=1,
        max_size=2,
    ),
)


def by_assignment(problem: CuttingProblem) -> int | None:
    """Least cost by the assignment model: x[p, s] piece p on stick s, y[s] stick s taken."""
    pieces = [length for length, n in zip(problem.lengths, problem.demand, strict=True) for _ in range(n)]
    sticks = [
        k
        for k in problem.kinds
        for _ in range(min(len(pieces), k.limit if k.limit is not None else len(pieces)))
    ]
    m, n = len(pieces), len(sticks)
    cost = np.concatenate([np.zeros(m * n), [k.price for k in sticks]])
    rows: list[np.ndarray] = []
    low: list[float] = []
    high: list[float] = []
    for p in range(m):
        row = np.zeros(m * n + n)
        row[p * n : (p + 1) * n] = 1
        rows.append(row)
        low.append(1)
        high.append(1)
    for s, kind in enumerate(sticks):
        row = np.zeros(m * n + n)
        for p, length in enumerate(pieces):
            row[p * n + s] = length + problem.kerf
        row[m * n + s] = -(kind.usable + problem.kerf)
        rows.append(row)
        low.append(-np.inf)
        high.append(0)
    if not sticks:
        return None
    answer = milp(
        cost,
        constraints=LinearConstraint(np.array(rows), low, high),
        integrality=np.ones(m * n + n, dtype=np.int64),
        bounds=Bounds(0, 1),
    )
    return round(answer.fun) if answer.success else None


@settings(max_examples=60)
@given(small)
def test_the_same_cost_or_the_same_impossibility(problem: CuttingProblem) -> None:
    plan = cut_best(problem)
    expected = by_assignment(problem)
    if expected is None:
        assert plan == NoCutting("cannot be")
        return
    assert isinstance(plan, CuttingPlan)
    assert plan.cost == expected
    assert plan.proven
