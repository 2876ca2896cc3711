"""Posts that stand already hold the walls; walls may be of more than one timber."""

from itertools import pairwise
from typing import Any

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from acrebox.core.assembly import StandingPiece, of_role
from acrebox.core.construction import assemble
from acrebox.core.construction.joining import touching
from acrebox.core.design import read_design
from acrebox.core.errors import DesignError
from acrebox.core.plan import plan_document
from acrebox.core.shape.bodies import near_pairs, overlap
from acrebox.core.stock import catalogue
from sample import courses_of


def bed(courses: int = 3, length: str = "4.4 m", **construction: Any) -> dict[str, Any]:
    return courses_of(
        courses,
        outline={"shape": "rectangle", "length": length, "width": "1.2 m"},
        construction={"kind": "boards", "board": "larch-45x195", "post": "post-75x75", **construction},
    )


def refused(data: dict[str, Any]) -> str:
    with pytest.raises(DesignError) as fault:
        plan_document(data)
    return fault.value.problems[0].field


def test_a_fence_post_behind_the_bed_takes_the_place_of_one_of_its_own() -> None:
    """4.4 m with a post every 1.22 m wants three between the corners; one in the middle leaves two."""
    alone = plan_document(bed())
    data = bed(existing=[{"side": "back", "at": "2.2 m", "width": "90 mm"}])
    plan = plan_document(data)

    def mids(plan: dict[str, Any]) -> int:
        return sum(p["role"] == "mid post" and p["side"] == "back" for p in plan["parts"])

    assert (mids(alone), mids(plan)) == (3, 2)
    made = assemble(read_design(data), catalogue())
    [post] = of_role(made.parts, "existing post")
    assert isinstance(post.piece, StandingPiece)
    assert len([j for j in made.joints if post.name in j.parts]) == 3
    assert post.name not in [name for cut in plan["cuts"] for name in cut["parts"]]
    assert "existing post" not in [cut["role"] for cut in plan["cuts"]]


@given(
    st.sampled_from(["boards", "sleepers"]),
    st.lists(
        st.fixed_dictionaries(
            {
                "side": st.sampled_from(["front", "back", "left"]),
                "at": st.integers(150, 1100).map(lambda mm: f"{mm} mm"),
                "width": st.sampled_from(["75 mm", "100 mm"]),
                "stands": st.sampled_from(["outside", "inside"]),
            }
        ),
        min_size=1,
        max_size=2,
    ),
)
def test_every_existing_post_is_screwed_to_and_stands_clear(kind: str, rows: list[dict[str, Any]]) -> None:
    data = bed(existing=rows)
    if kind == "sleepers":
        own = {"kind": "sleepers", "sleeper": "sleeper-50x200", "post": "post-75x75", "existing": rows}
        data["construction"] = own
    try:
        made = assemble(read_design(data), catalogue())
    except DesignError as fault:
        assume(fault.problems[0].field != "outline")  # two posts in one place
        raise
    bodies = [p.body for p in made.parts]
    assert not any(i < j and overlap(bodies[i], bodies[j]) for i, j in near_pairs(bodies, bodies))
    walls = of_role(made.parts, "wall board", "sleeper")
    for post in of_role(made.parts, "existing post"):
        met = {p.name for p in walls if touching(p, post)}
        assert met == {j.parts[0] for j in made.joints if j.parts[1] == post.name}
        assert met
    for side in made.outline.sides:
        marks = made.post_marks(side.name)
        assert max(b - a for a, b in pairwise(marks)) <= made.post_limit + 75


def test_a_join_that_meets_a_post_that_stands_there_needs_none_of_its_own() -> None:
    data = bed(2, "4.8 m", kind="sleepers", sleeper="sleeper-50x200", joins="equal", corner="short_through")
    del data["construction"]["board"]
    before = plan_document(data)
    [join] = {
        round(p["origin"][0])
        for p in before["parts"]
        if p["role"] == "sleeper" and p["side"] == "front" and p["course"] == 1 and p["origin"][0] > 100
    }
    data["construction"]["existing"] = [{"side": "front", "at": f"{join} mm", "width": "100 mm"}]
    after = plan_document(data)
    assert join not in {
        round(p["origin"][0] + p["width_mm"] / 2)
        for p in after["parts"]
        if p["role"] == "mid post" and p["side"] == "front"
    }


@pytest.mark.parametrize(
    ("row", "field"),
    [
        ({"side": "north", "at": "1 m"}, "side"),
        ({"side": "back", "at": "9 m"}, "at"),
        ({"side": "back", "at": "1 m", "width": "20 mm"}, "width"),
        ({"side": "back", "at": "1 m", "depth": "3 m"}, "depth"),
    ],
)
def test_a_post_that_cannot_hold_is_refused_by_its_row(row: dict[str, Any], field: str) -> None:
    assert refused(bed(existing=[row])) == f"construction.existing.0.{field}"


def test_a_side_or_a_course_may_be_of_another_timber() -> None:
    plan = plan_document(
        bed(
            2,
            other=[
                {"side": "front", "stock": "oak-45x195"},
                {"course": 2, "side": "back", "stock": "oak-45x195"},
            ],
        )
    )
    stock = {(p["side"], p["course"]): p["stock"] for p in plan["parts"] if p["role"] == "wall board"}
    oak = {place for place, key in stock.items() if key == "oak-45x195"}
    assert oak == {("front", 1), ("front", 2), ("back", 2)}
    assert {b["item"] for b in plan["buying"]} >= {"oak-45x195", "larch-45x195"}
    # Oak is sold to 3 m: only the sides that have some are joined.
    joints = next(n["words"] for n in plan["notes"] if n["name"] == "joints")
    assert joints.startswith("front, back:")
    assert any(f["pilot_must"] if "pilot_must" in f else f["hard"] for f in plan["fixings"])


def test_another_timber_for_a_whole_course_sets_its_height() -> None:
    """Two courses of 184 mm and a top one of 140 mm: 20 in. PS 20-20, dry (from memory)."""
    plan = plan_document(bed(3, board="2x8", other=[{"course": 3, "stock": "2x6"}]))
    assert plan["outside"]["height_mm"] == pytest.approx((7.25 + 7.25 + 5.5) * 25.4)
    tops = [p for p in plan["parts"] if p["role"] == "wall board" and p["course"] == 3]
    assert {p["width_mm"] for p in tops} == {139.7}


@pytest.mark.parametrize(
    ("rows", "field"),
    [
        ([{"stock": "oak-45x195"}], "construction.other.0"),
        ([{"course": 9, "stock": "oak-45x195"}], "construction.other.0.course"),
        ([{"side": "north", "stock": "oak-45x195"}], "construction.other.0.side"),
        ([{"course": 1, "stock": "larch-27x145"}], "construction.other.0.stock"),
        ([{"course": 1, "stock": "larch-tg-28x135"}], "construction.other.0.stock"),
        ([{"course": 1, "stock": "gold"}], "construction.other.0.stock"),
    ],
)
def test_another_timber_that_does_not_fit_is_refused_by_its_row(
    rows: list[dict[str, Any]], field: str
) -> None:
    assert refused(bed(other=rows)) == field


def test_a_side_cannot_stand_in_courses_of_another_height() -> None:
    assert refused(bed(3, board="2x8", other=[{"side": "front", "stock": "2x6"}])) == (
        "construction.other.0.stock"
    )
