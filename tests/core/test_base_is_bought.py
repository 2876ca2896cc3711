"""Stone that is said to lie under the walls is bought: under a base, and where the low side is built up."""

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from acrebox.core.ground import ground_limit
from acrebox.core.stock import catalogue
from sample import courses_of, planned

FLAT = {"outline": {"shape": "rectangle", "length": "2.4 m", "width": "1.2 m"}}
BOARDS = {"kind": "boards", "board": "larch-45x195", "post": "post-75x75"}


def bed(**ground: Any) -> dict[str, Any]:
    return courses_of(2, **FLAT, construction=BOARDS, ground=ground)


def falling(*heights: int) -> list[dict[str, str]]:
    names = ("front left", "front right", "back right", "back left")
    return [{"at": at, "height": f"{h} mm"} for at, h in zip(names, heights, strict=True)]


def stone(data: dict[str, Any]) -> float:
    """Litres of stone on the buying list, as they are brought."""
    sold = catalogue("metric-eur").find_fill("crushed-stone")
    assert sold is not None
    sizes = {f"bag of {b.size.litres:g} L": b.size.litres for b in sold.bags}
    lines = [b for b in planned(data).buying if b.item == "crushed-stone" and b.unit != "delivery"]
    return float(sum(b.count * sizes.get(b.unit, 500.0) for b in lines))


def test_a_base_of_50_mm_by_hand() -> None:
    """200 wide along the middle of the walls, 2355 × 1155 between their middles: 7020 mm round, 50 deep:
    70.2 L rammed, 84.2 L as it comes, six bags of 15.
    """
    assert stone(bed(base="50 mm")) == 6 * 15
    [line] = [b for b in planned(bed(base="50 mm")).buying if b.item == "crushed-stone"]
    assert (line.count, line.stage) == (6, "level")
    assert "84 L" in line.working["cost"].assumptions[0]
    assert stone(bed()) == 0.0


def test_what_is_built_up_is_bought_and_paid_for() -> None:
    level, fall = bed(school="build_up", stations=falling(0, 0, 0, 0)), falling(0, 0, 150, 150)
    built_up = bed(school="build_up", stations=fall)
    plan = planned(built_up)
    assert stone(built_up) >= plan.ground.bring_l
    assert stone(level) == 0.0
    assert plan.totals.ground_cost > 0
    assert plan.totals.cost == pytest.approx(plan.totals.stock_cost + plan.totals.fill_cost)
    assert plan.totals.by_stage["level"] == plan.totals.ground_cost
    assert plan.totals.cost == pytest.approx(sum(b.cost for b in plan.buying), abs=0.01)


def test_stone_is_rammed_as_the_ground_has_it() -> None:
    sold = catalogue("metric-eur").find_fill("crushed-stone")
    assert sold is not None
    assert sold.loose_per_settled == ground_limit("ramming")


@given(
    st.lists(st.integers(0, 200), min_size=4, max_size=4),
    st.sampled_from(["dig_in", "build_up", "hang", "legs"]),
    st.integers(0, 100),
)
def test_never_less_stone_than_is_packed(heights: list[int], school: str, base: int) -> None:
    data = bed(school=school, base=f"{base} mm", stations=falling(*heights))
    plan = planned(data)
    assert stone(data) >= plan.ground.bring_l - 1.2
    if not plan.ground.base_l:
        assert stone(data) == 0.0
