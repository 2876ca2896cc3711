"""The exact cutting of sticks."""

from itertools import combinations_with_replacement
from typing import Any

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import Bounds, LinearConstraint, milp

from acrebox.core.bench import CuttingPlan, CuttingProblem, NoCutting, StickKind, cut_best
from acrebox.core.bench.closing import least_to_hold
from acrebox.core.bench.mixes import equal_mixes
from acrebox.core.bench.pricing import all_patterns, make_pricer
from acrebox.core.bench.problem import check_plan
from acrebox.core.bench.work import Work
from acrebox.core.plan import plan_document
from sample import document

problems = st.builds(
    lambda pieces, kerf, kinds: CuttingProblem(tuple(pieces), tuple(pieces.values()), kerf, tuple(kinds)),
    st.dictionaries(st.integers(300, 12_000), st.integers(1, 6), min_size=1, max_size=5),
    st.sampled_from([0, 28, 30, 32]),
    st.lists(
        st.builds(
            StickKind,
            st.sampled_from([12_000, 18_000, 24_000, 24_384, 36_000]),
            st.integers(1, 60).map(lambda n: n * 25),
        ),
        min_size=1,
        max_size=3,
    ),
)


def test_what_is_dearer_and_no_longer_is_not_looked_at() -> None:
    """Σ (l + kerf) is 24,034 of 24,032: two sticks of the cheaper kind, and nothing can cost less."""
    problem = CuttingProblem(
        lengths=(300, 301, 303, 1177, 2456),
        demand=(1, 6, 6, 6, 5),
        kerf=32,
        kinds=(StickKind(24000, 125), StickKind(24000, 100)),
    )
    plan = cut_best(problem)
    assert isinstance(plan, CuttingPlan)
    assert (plan.cost, plan.bound, plan.proven) == (200, 200, True)
    assert {s.kind for s in plan.sticks} == {1}
    assert check_plan(problem, plan.sticks) == 200


def test_a_few_pieces_beside_off_cuts_are_proven() -> None:
    """18 pieces whose best is 5 sticks of 1484: found over all patterns that a cheaper plan could use."""
    problem = CuttingProblem(
        lengths=(2341, 2291, 1156, 1130, 592, 437, 79),
        demand=(3, 3, 4, 3, 1, 3, 1),
        kerf=30,
        kinds=(
            StickKind(1840, 1055),
            StickKind(4612, 1484),
            StickKind(409, 0, 2),
            StickKind(949, 0, 2),
            StickKind(2342, 0, 1),
        ),
    )
    plan = cut_best(problem)
    assert isinstance(plan, CuttingPlan)
    assert (plan.cost, plan.bound, plan.fewest_sticks) == (7420, 7420, True)


def by_milp(problem: CuttingProblem, most: int, *, fewest: int | None = None) -> float:
    """The least cost by SciPy's `milp` over whole amounts of each piece on each of `most` sticks of a kind;
    or the fewest sticks at a cost of at most `fewest`.
    """
    rooms = [k for k in problem.kinds for _ in range(most if k.limit is None else min(most, k.limit))]
    n, s = len(problem.lengths), len(rooms)
    prices = np.array([k.price for k in rooms], float)
    rows: list[tuple[np.ndarray[Any, Any], float, float]] = []
    for at, kind in enumerate(rooms):
        row = np.zeros(n * s + s)
        row[at * n : (at + 1) * n] = [length + problem.kerf for length in problem.lengths]
        row[n * s + at] = -(kind.usable + problem.kerf)
        rows.append((row, -np.inf, 0))
    for i, need in enumerate(problem.demand):
        row = np.zeros(n * s + s)
        row[i : n * s : n] = 1
        rows.append((row, need, need))
    if fewest is not None:
        rows.append((np.concatenate([np.zeros(n * s), prices]), -np.inf, fewest))
    worth = prices if fewest is None else np.ones(s)
    found = milp(
        np.concatenate([np.zeros(n * s), worth]),
        constraints=[
            LinearConstraint(
                np.array([r for r, _, _ in rows]), *zip(*((a, b) for _, a, b in rows), strict=True)
            )
        ],
        integrality=np.ones(n * s + s, dtype=np.int64),
        bounds=Bounds(0, np.concatenate([np.tile(problem.demand, s), np.ones(s)])),
    )
    assert found.status == 0
    return float(found.fun)


small = st.builds(
    lambda pieces, kerf, kinds, free: CuttingProblem(
        tuple(sorted(pieces, reverse=True)),
        tuple(pieces[n] for n in sorted(pieces, reverse=True)),
        kerf,
        (StickKind(3000, 1499), *kinds, *free),
    ),
    st.dictionaries(st.integers(100, 2900), st.integers(1, 3), min_size=1, max_size=4),
    st.sampled_from([0, 20, 32]),
    st.lists(st.builds(StickKind, st.integers(500, 6000), st.integers(100, 3000)), max_size=2),
    st.lists(st.builds(StickKind, st.integers(100, 3000), st.just(0), st.integers(1, 2)), max_size=2),
)


@given(small)
def test_up_to_25_pieces_are_proven_and_cost_what_scipy_finds(problem: CuttingProblem) -> None:
    """SciPy 1.17's `milp` on another model: so much of each piece on each stick."""
    plan = cut_best(problem)
    assert isinstance(plan, CuttingPlan)
    assert plan.proven
    assert plan.fewest_sticks
    most = len(plan.sticks)
    assert by_milp(problem, most) == pytest.approx(plan.cost)
    assert by_milp(problem, most, fewest=plan.cost) == pytest.approx(most)


@given(small)
def test_no_plan_costs_less_than_whole_sticks_that_hold_the_sum(problem: CuttingProblem) -> None:
    plan = cut_best(problem)
    assert isinstance(plan, CuttingPlan)
    assert least_to_hold(problem) <= plan.cost


@given(problems)
def test_the_plan_holds_by_the_original_lengths_and_its_bound_is_below_it(problem: CuttingProblem) -> None:
    plan = cut_best(problem)
    assert isinstance(plan, CuttingPlan)
    assert check_plan(problem, plan.sticks) == plan.cost
    assert plan.bound <= plan.cost
    assert plan.proven


@given(problems)
def test_no_better_plan_by_first_fit_decreasing(problem: CuttingProblem) -> None:
    plan = cut_best(problem)
    assert isinstance(plan, CuttingPlan)
    for only, kind in enumerate(problem.kinds):
        pieces = sorted(
            (length for length, n in zip(problem.lengths, problem.demand, strict=True) for _ in range(n)),
            reverse=True,
        )
        if pieces[0] > kind.usable:
            continue
        rooms: list[int] = []
        for piece in pieces:
            fit = next((n for n, room in enumerate(rooms) if room >= piece), None)
            if fit is None:
                rooms.append(kind.usable)
                fit = len(rooms) - 1
            rooms[fit] -= piece + problem.kerf
        assert plan.cost <= len(rooms) * problem.kinds[only].price


@given(st.lists(st.integers(1, 9), min_size=1, max_size=4, unique=True), st.integers(5, 25))
def test_the_best_pattern_is_the_best_of_all_patterns(weights: list[int], capacity: int) -> None:
    demand, values = [3] * len(weights), [w * w + 1 for w in weights]
    [(value, pattern)] = make_pricer(weights, demand, [capacity]).best(values)
    every = all_patterns(weights, demand, capacity, capacity, 10_000)
    assert every is not None
    assert value == max(sum(n * v for n, v in zip(p, values, strict=True)) for p in every)
    assert sum(n * v for n, v in zip(pattern, values, strict=True)) == value


@given(
    st.lists(st.integers(1, 9), min_size=1, max_size=4, unique=True), st.integers(5, 25), st.integers(0, 6)
)
def test_all_patterns_in_a_slack_are_found(weights: list[int], capacity: int, slack: int) -> None:
    found = all_patterns(weights, [3] * len(weights), capacity, slack, 10_000)
    brute = set()
    for count in range(capacity + 1):
        for picked in combinations_with_replacement(range(len(weights)), count):
            pattern = tuple(picked.count(i) for i in range(len(weights)))
            used = sum(n * w for n, w in zip(pattern, weights, strict=True))
            if max(pattern, default=0) <= 3 and capacity - slack <= used <= capacity:
                brute.add(pattern)
    assert found is not None
    assert set(found) == brute
    assert all_patterns(weights, [3] * len(weights), capacity, capacity, 0) is None


def test_equal_mixes_are_of_that_cost_with_fewer_sticks() -> None:
    problem = CuttingProblem(
        (1000,), (6,), 0, (StickKind(2000, 200), StickKind(6000, 600), StickKind(1000, 100))
    )
    assert equal_mixes(problem, 600, 3, Work(10_000)) == ([(0, 1, 0)], True)


def test_of_equal_cost_the_plan_with_fewer_sticks_is_taken() -> None:
    plan = cut_best(CuttingProblem((1000,), (6,), 0, (StickKind(2000, 200), StickKind(6000, 600))))
    assert isinstance(plan, CuttingPlan)
    assert (plan.cost, len(plan.sticks), plan.fewest_sticks) == (600, 1, True)


def test_off_cuts_to_hand_cost_nothing_and_are_used_first() -> None:
    problem = CuttingProblem((10_000,), (4,), 30, (StickKind(24_000, 1450), StickKind(12_000, 0, limit=3)))
    plan = cut_best(problem)
    assert isinstance(plan, CuttingPlan)
    assert plan.cost == 1450
    assert sum(s.kind == 1 for s in plan.sticks) >= 2


def test_a_limit_on_a_length_is_kept_and_too_little_stock_is_said() -> None:
    cheap = StickKind(24_000, 100, limit=1)
    plan = cut_best(CuttingProblem((11_000,), (4,), 30, (cheap, StickKind(24_000, 900))))
    assert isinstance(plan, CuttingPlan)
    assert plan.cost == 1000
    assert cut_best(CuttingProblem((11_000,), (4,), 30, (cheap,))) == NoCutting("cannot be")


def test_when_the_work_is_done_the_gap_is_told_and_the_bound_still_holds() -> None:
    prices = (
        StickKind(24_000, 2180),
        StickKind(30_000, 2740),
        StickKind(36_000, 3260),
        StickKind(48_000, 4490),
    )
    lengths = (22_310, 17_905, 14_040, 11_870, 9_015, 7_640, 3_350)
    problem = CuttingProblem(lengths, (6, 9, 5, 11, 4, 8, 7), 30, prices)
    hurried, patient = cut_best(problem, effort=0.01), cut_best(problem, effort=60)
    assert isinstance(hurried, CuttingPlan)
    assert isinstance(patient, CuttingPlan)
    assert 0 < hurried.bound <= patient.cost <= hurried.cost
    assert patient.proven


def test_trim_and_kerf_leave_the_off_cut_that_a_tape_would_find() -> None:
    plan = plan_document(
        document(
            bench={
                "kerf": "3 mm",
                "trim": "10 mm",
                "keep_from": "100 mm",
                "lengths": [{"stock": "2x8", "length": "3 m", "price": "10.00"}],
            }
        )
    )
    stick = next(s for s in plan["cutting"]["sticks"] if [p["length_mm"] for p in s["pieces"]] == [2438.4])
    assert stick["pieces"][0]["start_mm"] == 10
    assert stick["offcut_mm"] == pytest.approx(3000 - 10 - 2438.4 - 3)
    assert stick["offcut_name"] == f"off-cut {stick['number']}"


def test_both_ends_squared_leave_less() -> None:
    """Eight feet from a stick an inch longer: squared at both ends it is too short, and is joined."""

    def longest(ends: str) -> float:
        lengths = [{"stock": "2x8", "length": "97 in", "price": "10"}]
        plan = plan_document(document(bench={"trim": "1 in", "trim_ends": ends, "lengths": lengths}))
        return float(max(c["length_mm"] for c in plan["cuts"] if c["role"] == "wall board"))

    assert longest("one") == pytest.approx(96 * 25.4)
    assert longest("both") < 95 * 25.4


def test_each_stop_setting_is_used_once_longest_first() -> None:
    plan = plan_document(document(construction__corner="alternate"))
    by_stock: dict[str, list[float]] = {}
    for setting in plan["cutting"]["settings"]:
        by_stock.setdefault(setting["stock"], []).append(setting["length_mm"])
    for lengths in by_stock.values():
        assert lengths == sorted(set(lengths), reverse=True)
    assert sum(s["count"] for s in plan["cutting"]["settings"]) == sum(c["count"] for c in plan["cuts"])


def test_ticks_outlive_a_change_that_keeps_the_piece() -> None:
    def keys(**changes: object) -> set[str]:
        return {
            p["key"] for s in plan_document(document(**changes))["cutting"]["sticks"] for p in s["pieces"]
        }

    assert keys() <= keys(outline__width="5 ft")
    assert keys() == keys(outline__length="2439.4 mm")
    assert len(keys()) == 8 + 6
