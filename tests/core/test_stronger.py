"""What makes a wall stronger never makes it look weaker; what is left out never makes it look stronger."""

from typing import Any

from hypothesis import assume, given, settings
from hypothesis import strategies as st

from acrebox.core.design import read_design
from acrebox.core.errors import DesignError
from acrebox.core.plan import ASSEMBLY, STRENGTH_CHECK, open_plan
from acrebox.core.remedies import remedies
from acrebox.core.strength import StrengthCheck

ROUNDING = 0.1
"""What is not worth a word [mm]."""
LOOSE = 1000.0
"""What bows further hangs loose, and how far it would is no figure [mm]."""
LEVER = 1.05
"""A wall held at its top turns about it: its foot may go a little further than before."""
LEANING = 0.3
"""A post gives and a tie does not: beside it the line that a bow is measured from turns by as much [mm]."""
BOARDS = ["larch-27x145", "spruce-2x6", "spruce-2x8", "larch-45x195", "larch-50x200"]


@st.composite
def long_beds(draw: st.DrawFn) -> dict[str, Any]:
    """Boards of one stick, 2 to 3.6 m long, on posts in the ground or on battens."""
    return {
        "schema": 1,
        "name": "Long",
        "outline": {"length": f"{draw(st.integers(2000, 3600))} mm", "width": "1.2 m"},
        "courses": draw(st.integers(2, 4)),
        "construction": {
            "kind": "boards",
            "board": draw(st.sampled_from(BOARDS)),
            "post": draw(st.sampled_from(["post-75x75", "post-100x100"])),
            "post_depth": draw(st.sampled_from(["concrete", "driven", "none"])),
            "post_limit": f"{draw(st.integers(600, 6000))} mm",
        },
        "loads": {"on_top": draw(st.sampled_from([0.0, 1.0]))},
    }


def check(design: dict[str, Any]) -> StrengthCheck:
    return open_plan(read_design(design))[STRENGTH_CHECK]


def bow(design: dict[str, Any]) -> float:
    """How far the longest side stands out at most [mm]."""
    found = (m.bow for s in check(design).sides for m in s.members if s.wall.side == "front")
    return min(LOOSE, max(found))


def stress(design: dict[str, Any]) -> float:
    return max(m.stress_ratio for s in check(design).sides for m in s.members if s.wall.side == "front")


def posts_of(design: dict[str, Any]) -> int:
    return sum(p.role.post for p in open_plan(read_design(design))[ASSEMBLY].parts)


def built(bed: dict[str, Any], **changes: Any) -> dict[str, Any]:
    return {**bed, "construction": {**bed["construction"], **changes}}


@settings(max_examples=30)
@given(long_beds(), st.sampled_from(["cap", "ties"]))
def test_a_cap_or_ties_never_make_a_wall_look_weaker(bed: dict[str, Any], what: str) -> None:
    more = {"cap": {"board": "2x6"}} if what == "cap" else {"ties": {"count": 1, "levels": "top_and_bottom"}}
    try:
        with_it = bow({**bed, "add_ons": more})
    except DesignError:
        return  # no room for a tie between the posts
    assert with_it <= LEVER * bow(bed) + LEANING


@settings(max_examples=30)
@given(long_beds())
def test_one_course_less_and_less_on_top_bow_less(bed: dict[str, Any]) -> None:
    assert bow({**bed, "courses": bed["courses"] - 1}) <= bow(bed) + ROUNDING
    assert bow({**bed, "loads": {"on_top": 0.0}}) <= bow(bed) + ROUNDING
    assert bow({**bed, "loads": {"school": "at_rest", **bed["loads"]}}) >= bow(bed) - ROUNDING


@settings(max_examples=30)
@given(long_beds())
def test_thicker_boards_bow_less_and_are_stressed_less(bed: dict[str, Any]) -> None:
    thicker = built(bed, board_measured={"thickness": "60 mm"})
    # They leave less between the corner posts: where that takes a post out, there is nothing to compare.
    assume(posts_of(thicker) == posts_of(bed))
    assert bow(thicker) <= bow(bed) + ROUNDING
    assert stress(thicker) <= stress(bed) + ROUNDING


@settings(max_examples=30)
@given(long_beds())
def test_posts_in_the_ground_hold_better_than_battens_and_twice_as_many_better_than_half(
    bed: dict[str, Any],
) -> None:
    apart = float(bed["construction"]["post_limit"].split()[0])
    grounded = built(bed, post_depth="concrete")
    assert bow(grounded) <= bow(built(bed, post_depth="none")) + ROUNDING
    assert bow(built(grounded, post_limit=f"{max(300, apart / 2)} mm")) <= bow(grounded) + ROUNDING


@settings(max_examples=6)
@given(long_beds())
def test_a_remedy_that_claims_to_cure_does_and_none_is_absurd(bed: dict[str, Any]) -> None:
    design = read_design(bed)
    whole = open_plan(design)
    offered = remedies(design)
    assert len({(r.cost, r.sticks, tuple(r.answers)) for r in offered}) == len(offered)
    assert [(not r.whole, r.cost) for r in offered] == sorted((not r.whole, r.cost) for r in offered)
    for remedy in offered:
        after = open_plan(remedy.design)[STRENGTH_CHECK]
        assert after.holds or not remedy.whole
        limit = remedy.design.document()["construction"].get("post_limit")
        assert limit is None or limit == bed["construction"]["post_limit"] or float(limit.split()[0]) >= 450
        if remedy.design.courses != design.courses:
            assert "instead of" in remedy.words or remedy.changes
    assert whole is not None


def test_straps_across_hold_the_wall_that_they_run_from() -> None:
    """3.6 m on battens, a strap at the middle post: it stands out less than a third of what it did."""
    bed = {
        "schema": 1,
        "name": "Strapped",
        "outline": {"length": "3.6 m", "width": "1.2 m"},
        "courses": 2,
        "construction": {
            "kind": "boards",
            "board": "larch-45x195",
            "post": "post-75x75",
            "post_depth": "none",
            "post_limit": "900 mm",
        },
    }
    strapped = {**bed, "add_ons": {"straps": {"way": "across", "count": 1}}}
    assert bow(strapped) < bow(bed) * 0.7
    round_it = {**bed, "add_ons": {"straps": {"way": "round", "count": 1}}}
    assert bow(round_it) == bow(bed)


def test_a_remedy_that_cannot_be_cut_is_not_offered_and_harms_nothing() -> None:
    """Four short posts to hand and no more can be had: none between the corners is of use."""
    bed = {
        "schema": 1,
        "name": "Few",
        "outline": {"length": "8 ft", "width": "4 ft"},
        "courses": 2,
        "construction": {"kind": "boards", "board": "2x8", "post": "4x4", "post_limit": "9 ft"},
        "bench": {"lengths": [{"stock": "4x4", "length": "700 mm", "price": "3", "limit": 4}]},
    }
    offered = remedies(read_design(bed))
    assert offered
    assert not any("post at least" in r.words for r in offered)
