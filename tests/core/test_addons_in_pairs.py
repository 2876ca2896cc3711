"""Add-ons of every pair: no two parts share space, and every part is reached by a fixing."""

from itertools import combinations
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from acrebox.core.assembly import of_role
from acrebox.core.choosing.offers import starting_design
from acrebox.core.construction import assemble
from acrebox.core.design import read_design
from acrebox.core.errors import DesignError
from acrebox.core.measure.systems import System
from acrebox.core.plan import plan_document
from acrebox.core.stock import catalogue
from sample import courses_of
from stands import clear_and_fixed

ADD_ONS: dict[str, dict[str, Any]] = {
    "cap": {"board": "larch-27x145", "overhang": "20 mm"},
    "ties": {"count": 2, "levels": "top_and_bottom"},
    "straps": {},
    "seats": {"sides": ["front"], "height": "400 mm", "depth": "300 mm"},
    "trellis": {"side": "back"},
    "hoops": {},
}
PAIRS = list(combinations(ADD_ONS, 2))


@pytest.mark.parametrize("kind", ["boards", "sleepers", "staves", "framed_sheet"])
@pytest.mark.parametrize("pair", PAIRS, ids="+".join)
def test_add_ons_in_pairs_share_no_space(kind: str, pair: tuple[str, str]) -> None:
    data = starting_design(kind, System.METRIC).document()
    data["outline"]["length"] = "3.4 m"
    data["add_ons"] = {name: ADD_ONS[name] for name in pair}
    clear_and_fixed(assemble(read_design(data), catalogue()))


@given(
    st.integers(2, 3),
    st.integers(330, 640),
    st.integers(0, 60),
    st.booleans(),
    st.sampled_from(["boards", "sleepers"]),
)
def test_a_bench_at_any_height_and_a_cap_are_clear_and_fixed(
    courses: int, height: int, overhang: int, outside: bool, made_of: str
) -> None:
    """Boards stay clear of the overhang; bearers under it, or the height is refused."""
    data = courses_of(
        courses,
        outline={"shape": "rectangle", "length": "2.4 m", "width": "1.2 m"},
        construction={"kind": "boards", "board": "larch-45x195", "post": "post-75x75"},
        add_ons={
            "cap": {"board": "larch-27x145", "overhang": f"{overhang} mm"},
            "seats": {"sides": ["front"], "height": f"{height} mm", "depth": "300 mm", "made_of": made_of},
        },
    )
    if outside:
        data["construction"]["posts"] = "outside"
    try:
        bed = assemble(read_design(data), catalogue())
    except DesignError as refused:
        fields = {p.field for p in refused.problems}
    else:
        clear_and_fixed(bed)
        fields = {"add_ons.seats.height"}
    assert fields == {"add_ons.seats.height"}


def test_the_seat_of_two_courses_begins_before_the_cap() -> None:
    """390 of wall, a cap of 27 on it that overhangs 20, a seat at 400: its boards lie 20 mm off the wall."""
    data = courses_of(
        2,
        outline={"shape": "rectangle", "length": "2.4 m", "width": "1.2 m"},
        construction={"kind": "boards", "board": "larch-45x195", "post": "post-75x75"},
        add_ons={"cap": ADD_ONS["cap"], "seats": {**ADD_ONS["seats"], "rail": "larch-45x70"}},
    )
    bed = assemble(read_design(data), catalogue())
    [front, *_] = bed.outline.sides
    assert max(front.depth(p.body)[1] for p in of_role(bed.parts, "seat board")) == pytest.approx(-20)
    assert max(front.depth(p.body)[1] for p in of_role(bed.parts, "seat bearer")) == pytest.approx(0)
    clear_and_fixed(bed)


def test_posts_inside_end_under_a_cap_and_carry_it() -> None:
    """A cap of 145 mm, 20 over boards of 27: its middle lies 72.5 from its outer edge. The boards carry it to
    47, so that it hangs over by 25.5; with posts of 75 behind them to 122.
    """
    shape = {"shape": "rectangle", "length": "2.4 m", "width": "1.2 m"}
    boards = {"kind": "boards", "board": "larch-27x145", "post": "post-75x75"}
    asked = courses_of(2, outline=shape, construction=boards, add_ons={"cap": ADD_ONS["cap"]})
    plan = plan_document(asked)
    assert plan["outside"]["post_mm"] == pytest.approx(290 + 300)
    assert "cap-tips" not in {w["code"] for w in plan["watch_outs"]}
    carried = {
        name
        for j in assemble(read_design(asked), catalogue()).joints
        if j.kind == "cap to wall"
        for name in j.parts
    }
    assert sum("corner" in name for name in carried) == 4
    asked["construction"]["post_drop"] = "50 mm"
    lower = plan_document(asked)
    assert lower["outside"]["post_mm"] == pytest.approx(240 + 300)
    [told] = [w for w in lower["watch_outs"] if w["code"] == "cap-tips"]
    assert (told["level"], told["field"]) == ("fix", "construction.post_drop")
    assert "26 mm" in told["message"]
    bare = plan_document(courses_of(2, outline=shape, construction=boards))
    assert bare["outside"]["post_mm"] == pytest.approx(240 + 300)


@pytest.mark.parametrize(("corner", "fixed"), [("butted", "add_ons.cap.corner"), ("mitred", None)])
def test_a_butted_cap_between_two_others_lies_on_no_post(corner: str, fixed: str | None) -> None:
    """Of a bed 0.9 m wide: the caps of its long sides cover the corner posts. On boards of 27 its middle lies
    25.5 mm beside them.
    """
    shape = {"shape": "rectangle", "length": "2.4 m", "width": "0.9 m"}
    boards = {"kind": "boards", "board": "larch-27x145", "post": "post-75x75", "post_limit": "1.2 m"}
    caps = {"cap": {**ADD_ONS["cap"], "corner": corner}}
    plan = plan_document(courses_of(2, outline=shape, construction=boards, add_ons=caps))
    assert [w["field"] for w in plan["watch_outs"] if w["code"] == "cap-tips"] == ([fixed] if fixed else [])
