"""What a bench takes of those who sit at its edge, worked out by hand; what a tie's ends take of its pull."""

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from acrebox.core.plan import STRENGTH_CHECK, Plan
from acrebox.core.remedies import remedies
from acrebox.core.strength import SeatCheck
from acrebox.core.strength.carried import CarriedRow
from acrebox.core.strength.seats import sitting
from sample import courses_of, planned

W = 200 * 9.80665 / 1000
"""Two hundred kilograms on a metre [N/mm]."""


def seated(length: str = "4.2 m", courses: int = 3, **seats: Any) -> Plan:
    """Boards of 45 on posts, a bench in front."""
    asked = {"sides": ["front"], "board": "larch-27x145", "rail": "larch-45x70", "height": "420 mm", **seats}
    return planned(
        courses_of(
            courses,
            outline={"shape": "rectangle", "length": length, "width": "1.2 m"},
            construction={"kind": "boards", "board": "larch-45x195", "post": "post-75x75"},
            add_ons={"seats": asked},
        )
    )


def rows(plan: Plan) -> dict[str, CarriedRow]:
    [seat] = plan_check(plan)
    return {row.what: row for row in seat.rows}


def plan_check(plan: Plan) -> tuple[SeatCheck, ...]:
    return plan[STRENGTH_CHECK].seats


def test_a_bench_by_hand() -> None:
    """Legs 60 from the ends of 4200: five bays of 816; bearers every 272, three boards, 447 deep. Sections by
    hand.
    """
    found = rows(seated(depth="400 mm"))
    assert sitting() == pytest.approx(W)
    assert found["seat board"].carries == pytest.approx(W * 272**2 / 8)
    # Wall to the front rail's middle 404.5; its end 42.5 beyond; the worse is all of it in the middle.
    assert found["bearer"].carries == pytest.approx(W * 272 * 382 / 4)
    assert found["front rail"].carries == pytest.approx(W * 816**2 / 8)
    assert found["leg"].carries == pytest.approx(W * 816)
    assert found["ground under a leg"].carries == pytest.approx(W * 816 / 200**2 * 1000)
    # What bearers between legs bring: all of a bay but what lies over the leg. Five screws of 5 mm.
    assert found["screws at a leg"].carries == pytest.approx(W * (816 - 272))
    assert found["screws at a leg"].takes == pytest.approx(5 * 440 * 0.7)
    wall = found["screws in the wall, to the metre"]
    assert wall.carries == pytest.approx(W * 1000)
    pieces = (1692, 2508)
    count = sum(-(-run // 125) for run in pieces)
    assert wall.takes == pytest.approx(count * 440 * 0.7 / 4.2)
    # On its edge 45 × 70: half a rail's thickness before the wall, half its height over its lower edge.
    drawn = found["screws in the wall, drawn out"]
    assert drawn.carries == pytest.approx(W * 1000 * 22.5 / 35)
    assert found["ground under the wall"].carries == pytest.approx(W / 45 * 1000)
    # Board 145 × 27: S = 145 · 27² / 6. Both bend under the same wood's strength, one flatwise.
    assert found["seat board"].takes / found["front rail"].takes == pytest.approx(
        (145 * 27**2 / 6) / (45 * 70**2 / 6), rel=0.2
    )


def test_the_plan_tells_what_is_nearest_to_its_limit() -> None:
    plan = seated(depth="300 mm")
    [seat] = plan.strength.seats
    ratios = {row.what: row.ratio for row in seat.rows}
    worst = max(ratios, key=lambda what: ratios[what])
    assert seat.says == f"nearest to its limit: {worst}, at {ratios[worst]:.0%}"
    assert seat.holds
    assert all(row.working["ratio"].working for row in seat.rows)
    assert plan.strength.holds


def test_on_hard_ground_legs_stand_without_pavers() -> None:
    soft = seated(depth="300 mm")
    data = soft.asked.document()
    hard = planned({**data, "site": {"stands_on": "paving"}})
    assert next(b.count for b in soft.buying if b.item == "leg-pad") == 6
    assert "leg-pad" not in {b.item for b in hard.buying}
    assert "ground under a leg" not in rows(hard)


def test_a_bench_that_would_give_way_is_told_at_what_mends_it() -> None:
    """Rails of 38 × 64 in wood that nobody knows, over 816 mm: S = 25,941 mm³."""
    asked = {**seated(depth="600 mm", rail="spruce-2x3").asked.document(), "loads": {"species": "unknown"}}
    plan = planned(asked)
    [weak] = [w for w in plan.watch_outs if w.code == "seat-weak"]
    assert (weak.level, weak.field) == ("fix", "add_ons.seats.rail")
    assert "front rail" in weak.message
    assert not plan.strength.holds
    rail = rows(plan)["front rail"]
    assert rail.carries == pytest.approx(W * 816**2 / 8)
    assert rail.ratio > 1
    known = planned({**asked, "loads": {"species": "spruce"}})
    assert known.strength.holds


@given(st.integers(250, 600), st.integers(1200, 6000), st.integers(360, 480))
def test_no_bench_of_usual_sticks_gives_way(depth: int, length: int, height: int) -> None:
    plan = seated(f"{length} mm", depth=f"{depth} mm", height=f"{height} mm")
    [seat] = plan.strength.seats
    assert seat.holds
    assert "seat-weak" not in {w.code for w in plan.watch_outs}


def tied(**ties: Any) -> dict[str, Any]:
    """Four courses of 45 mm on loose battens, 4.8 m long: they lean on their ties."""
    return courses_of(
        4,
        outline={"shape": "rectangle", "length": "4.8 m", "width": "1.2 m"},
        construction={
            "kind": "boards",
            "board": "larch-45x195",
            "post": "post-75x75",
            "post_depth": "none",
            "post_limit": "1 m",
        },
        add_ons={"ties": {"stock": "larch-45x70", "levels": "top", "count": 1, **ties}},
    )


def test_what_the_ends_of_a_tie_take_by_hand() -> None:
    """At each end a cleat on either side: three screws of 5 mm across each, under soil that stays (0.9)."""
    plan = planned(tied())
    [tie] = plan.strength.ties
    assert tie.takes_n == pytest.approx(2 * 3 * 440 * 0.7 * 0.9)
    told = {w.code for w in plan.watch_outs}
    assert ("tie-weak" in told) == (tie.pull_n > tie.takes_n)
    assert tie.heavier_pull_n > tie.pull_n


def test_more_ties_are_the_remedy_for_one_that_pulls_out() -> None:
    data = tied()
    plan = planned(data)
    assert plan.strength.ties[0].pull_n > plan.strength.ties[0].takes_n
    [weak] = [w for w in plan.watch_outs if w.code == "tie-weak"]
    assert (weak.level, weak.field) == ("fix", "add_ons.ties")
    cures = [r for r in remedies(plan.asked) if "tie-weak" in r.answers]
    assert cures


def test_a_cleat_holds_every_course_that_it_is_screwed_to() -> None:
    """Boards of 145: a cleat of 200 beside a tie near the top is screwed to the two upper ones of three."""
    thin = courses_of(
        3,
        outline={"shape": "rectangle", "length": "3 m", "width": "1.2 m"},
        construction={
            "kind": "boards",
            "board": "larch-27x145",
            "post": "post-75x75",
            "post_limit": "3 m",
        },
    )
    tied = planned({**thin, "add_ons": {"ties": {"stock": "larch-45x70", "count": 1}}})
    loose = planned(thin)

    def spans(plan: Plan) -> dict[str, float]:
        [front] = [s for s in plan[STRENGTH_CHECK].sides if s.wall.side == "front"]
        return {m.case.what: m.case.span for m in front.members}

    assert set(spans(loose).values()) == {2871.0}
    assert sorted(spans(tied).values()) == pytest.approx([1435.5, 1435.5, 2871.0], abs=30)
    [tie] = tied.strength.ties
    # It takes what leans on both, as the grid balances it.
    [front] = [s for s in tied[STRENGTH_CHECK].sides if s.wall.side == "front"]
    assert len(front.wall.stops) == 2
    assert tie.pull_n == pytest.approx(abs(sum(sum(f) for f in front.answer.stops)), rel=1e-6)
