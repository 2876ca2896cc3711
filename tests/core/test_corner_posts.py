"""Corners that are not square: one post, a corner of it ripped off, with a face against each side."""

from math import cos, radians, sin
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import LineString

from acrebox.core.assembly import Assembly
from acrebox.core.construction import assemble
from acrebox.core.construction.corner_posts import corner_cut
from acrebox.core.design import read_design
from acrebox.core.plan import plan_document
from acrebox.core.shape.bodies import Extrusion
from acrebox.core.stock import catalogue
from sample import courses_of
from stands import clear_and_fixed


def asked(sides: int, **more: Any) -> dict[str, Any]:
    shape = {"shape": "regular", "sides": sides, "side": "700 mm"}
    boards = {"kind": "boards", "board": "larch-27x145", "post": "post-75x75", **more}
    return courses_of(2, outline=shape, construction=boards)


def built(sides: int, **more: Any) -> Assembly:
    return assemble(read_design(asked(sides, **more)), catalogue())


def test_a_hexagon_has_one_post_a_corner() -> None:
    """By hand: cos 120° = −½. It reaches 75 × ½ ÷ 1½ = 25 mm past its corner, lies 50 mm against its own side
    and 25 ÷ ½ = 50 mm against the other; what comes off is 25 wide and 50 × sin 120° = 43 deep.

    Six holes of 250 mm, 300 deep: 14.73 L each. A post is 75² − 25 × 43.3 ÷ 2 = 5084 mm², 1.53 L of it in the
    ground: 6 × 13.20 = 79.2 L, seven bags of 12 L. In twos there were twelve posts and 14 bags.
    """
    bed = built(6)
    clear_and_fixed(bed)
    plan = plan_document(asked(6))
    [posts] = [c for c in plan["cuts"] if "post" in c["role"]]
    assert posts["count"] == 6
    assert posts["rip_off"].startswith("one corner, 25 mm × 43 mm, along its whole length")
    assert "120°" in posts["rip_off"]
    [poured] = [b for b in plan["buying"] if b["item"] == "concrete"]
    assert poured["count"] == 7 == plan["setting_out"]["concrete"]["bags"]
    assert plan["setting_out"]["concrete"]["litres"] == pytest.approx(79.2, abs=0.1)
    assert plan["strength"]["holds"]


@pytest.mark.parametrize("sides", [3, 5, 6, 8, 12])
def test_each_post_holds_both_sides_of_its_corner(sides: int) -> None:
    bed = built(sides)
    clear_and_fixed(bed)
    posts = [p for p in bed.parts if p.role.post]
    assert len(posts) == sides
    for post in posts:
        assert isinstance(post.body, Extrusion)
        joints = [j for j in bed.joints if post.name in j.parts]
        held = [next(name for name in j.parts if name != post.name) for j in joints]
        assert len(held) == len(set(held)) == 4
        assert len({bed.part(name).side for name in held}) == 2


@given(st.floats(45, 165), st.integers(60, 120), st.integers(60, 120))
def test_a_ripped_post_fills_its_corner(angle: float, wide: int, deep: int) -> None:
    """Its section lies inside the corner, along both sides as far as is said, and is never more than the
    stick.
    """
    cut = corner_cut(angle, wide, deep)
    if cut is None:
        return
    section, slope = cut.profile, radians(angle)
    assert 0 < section.area < wide * deep
    x, y = cut.other * cos(slope), cut.other * sin(slope)
    along = LineString([(cut.past, 0), (cut.past + x, y)])
    assert along.distance(section.exterior) == pytest.approx(0, abs=1e-6)
    assert section.exterior.intersection(along.buffer(1e-6)).length >= cut.other - 1e-3
    own = LineString([(cut.past, 0), (cut.past + cut.own, 0)])
    assert section.exterior.intersection(own.buffer(1e-6)).length >= cut.own - 1e-3
    assert min(cut.own, cut.other) >= 35
    if angle > 90 and cut.other < deep / sin(slope) - 1e-6:
        assert cut.own == pytest.approx(cut.other)


@pytest.mark.parametrize("angle", [90.0, 180.0, 240.0, 20.0])
def test_no_post_is_ripped_that_needs_it_not_or_would_not_hold(angle: float) -> None:
    assert corner_cut(angle, 75, 75) is None


def test_posts_outside_stand_in_twos() -> None:
    """Round a corner that points away from them, none lies against both sides."""
    assert len([p for p in built(6, posts="outside").parts if p.role.post]) == 12
