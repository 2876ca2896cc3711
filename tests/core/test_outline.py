"""Outlines: rings, corners, names."""

import pytest
from hypothesis import given

from acrebox.core.construction import assemble
from acrebox.core.design import read_design
from acrebox.core.errors import DesignError
from acrebox.core.plan import plan_document
from acrebox.core.shape.outline import Outline, walked
from acrebox.core.stock import catalogue
from sample import document
from strategies import any_outline

SQUARE = Outline(((0, 0), (1000, 0), (1000, 1000), (0, 1000)))


def test_a_rectangle_has_a_front_a_right_a_back_and_a_left() -> None:
    assert [s.name for s in SQUARE.sides] == ["front", "right", "back", "left"]
    assert SQUARE.corners == (90, 90, 90, 90)
    assert [s.inward for s in SQUARE.sides] == [(0, 1, 0), (-1, 0, 0), (0, -1, 0), (1, 0, 0)]


def test_a_walk_turns_by_what_the_corner_leaves_of_a_straight_line() -> None:
    assert walked([3, 2, 3], [90, 90, 90]) == ((0, 0), (3, 0), (3, 2), (0, 2))
    assert walked([1, 1], [270, 90]) == ((0, 0), (1, 0), (1, -1))


@pytest.mark.parametrize(
    ("ring", "says"),
    [
        (((0, 0), (10, 10), (10, 0), (0, 10)), "Self-intersection"),
        (((0, 0), (0, 10), (10, 10), (10, 0)), "clockwise"),
        (((0, 0), (2000, 0)), "fold onto one line"),
    ],
)
def test_what_is_no_outline_is_said(ring: tuple[tuple[float, float], ...], says: str) -> None:
    assert says in str(Outline(ring).trouble())


@pytest.mark.parametrize("corner", [0.001, 0.01, 0.1, 1, 359.99])
def test_sides_that_nearly_fold_on_each_other_are_refused_by_name(corner: float) -> None:
    sides = [{"length": "2 m", "corner": corner}, {"length": "2 m", "corner": 90}]
    with pytest.raises(DesignError) as refused:
        plan_document(document(outline={"shape": "polygon", "sides": sides}))
    assert refused.value.problems[0].field.startswith("outline")


def test_a_side_may_not_vanish_on_the_way_in() -> None:
    with pytest.raises(ValueError, match="too short"):
        SQUARE.inset(501)


@given(any_outline())
def test_corners_add_up_and_sides_meet(chosen: dict[str, object]) -> None:
    bed = assemble(
        read_design(document(outline=chosen, construction__board="45x195", height=None, courses=1)),
        catalogue(),
    )
    ring = bed.outline
    assert sum(ring.corners) == pytest.approx((len(ring.points) - 2) * 180)
    for side, after in zip(ring.sides, (*ring.sides[1:], ring.sides[0]), strict=True):
        assert side.end == after.start
        assert side.corner_end == after.corner_start
    assert min(min(p) for p in ring.points) == pytest.approx(0, abs=1e-6)


def mirrored_l(flip: bool) -> dict[str, object]:
    """An L walked side by side, or its mirror image."""
    walk = [(3000, 90), (1000, 90), (2000, 270), (1400, 90), (1000, 90)]
    if flip:
        walk = [(2400, 90), (1000, 90), (1400, 270), (2000, 90), (1000, 90)]
    return {
        "shape": "polygon",
        "sides": [{"length": f"{length} mm", "corner": corner} for length, corner in walk],
    }


@pytest.mark.parametrize("corner", ["mitred", "long_through"])
def test_mirroring_the_outline_changes_no_quantity(corner: str) -> None:
    one, other = (
        plan_document(
            document(outline=mirrored_l(flip), construction__corner=corner, construction__post="75x75")
        )
        for flip in (False, True)
    )
    assert one["outside"]["perimeter_mm"] == other["outside"]["perimeter_mm"]
    assert one["inside"]["volume_l"] == pytest.approx(other["inside"]["volume_l"], rel=1e-9)

    def cuts(plan: dict[str, list[dict[str, object]]]) -> list[tuple[object, ...]]:
        return sorted((str(c["role"]), c["length_mm"], c["count"]) for c in plan["cuts"])

    assert cuts(one) == cuts(other)
    assert one["cutting"]["cost"] == other["cutting"]["cost"]


def test_an_l_by_its_legs_is_the_same_as_walked() -> None:
    by_legs = {"shape": "l", "length": "3000 mm", "width": "2400 mm", "front": "1000 mm", "left": "1000 mm"}
    one, other = (plan_document(document(outline=o)) for o in (by_legs, mirrored_l(False)))
    assert [c["length_mm"] for c in one["cuts"]] == [c["length_mm"] for c in other["cuts"]]
    assert one["inside"]["area_m2"] == other["inside"]["area_m2"]
