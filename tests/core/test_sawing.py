"""How pieces are sawn: mitre and bevel by their right names, and which pieces are one."""

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from acrebox.core.assembly import ends_in_words, sawn
from acrebox.core.plan import plan_document
from acrebox.core.shape.bodies import Box, EndCut, Notch
from acrebox.core.shape.vector import UP, Point
from sample import courses_of

X: Point = (1.0, 0.0, 0.0)
Y: Point = (0.0, 1.0, 0.0)

angles = st.sampled_from([0.0, 15.0, -22.5, 45.0, -45.0])
cuts = st.builds(EndCut, mitre=angles, bevel=angles)
notches = st.lists(
    st.tuples(st.integers(50, 800), st.integers(10, 60), st.booleans()).map(
        lambda n: Notch((n[0], n[0] + 70), (0, n[1]) if n[2] else (195 - n[1], 195), (0, 20))
    ),
    max_size=2,
)
sticks = st.builds(
    lambda a, b, n: Box((0, 0, 0), X, UP, Y, 1200, 195, 45, ends=(a, b), notches=tuple(n)),
    cuts,
    cuts,
    notches,
)


def negative(way: Point) -> Point:
    return (-way[0], -way[1], -way[2])


def end_for_end(box: Box) -> Box:
    """The same body told from its other end, its face still upright."""
    first, last = box.ends
    near, far = box.corners[1], box.corners[5]  # the edge on the far side, at the foot of the face
    length = sum((f - n) * a for f, n, a in zip(far, near, box.along, strict=True))
    start = sum((n - o) * a for n, o, a in zip(near, box.origin, box.along, strict=True))
    return Box(
        far,
        negative(box.along),
        box.face,
        negative(box.through),
        length,
        box.width,
        box.thickness,
        ends=(EndCut(last.mitre, -last.bevel), EndCut(first.mitre, -first.bevel)),
        notches=tuple(
            Notch(
                (start + length - n.along[1], start + length - n.along[0]),
                n.face,
                (box.thickness - n.through[1], box.thickness - n.through[0]),
            )
            for n in box.notches
        ),
    )


@given(sticks)
def test_a_piece_told_from_its_other_end_is_the_same_body_and_the_same_piece(box: Box) -> None:
    turned = end_for_end(box)
    assert {tuple(round(c, 6) + 0.0 for c in p) for p in turned.corners} == {
        tuple(round(c, 6) + 0.0 for c in p) for p in box.corners
    }
    if box.ends[0] == box.ends[1] == EndCut() or not box.notches:
        assert sawn(turned).likeness == sawn(box).likeness


@given(sticks)
def test_the_longest_and_the_shortest_edge_are_within_the_length_over_all(box: Box) -> None:
    piece = sawn(box)
    if piece.long_point is None or piece.short_point is None:
        assert piece.ends == (EndCut(), EndCut())
    else:
        assert piece.short_point <= piece.long_point <= piece.length + 1e-6


@pytest.mark.parametrize(
    ("ends", "words"),
    [
        ((EndCut(), EndCut()), "square"),
        ((EndCut(bevel=45), EndCut(bevel=45)), "45° bevel at both ends"),
        ((EndCut(bevel=30), EndCut(bevel=-30)), "30° bevel at both ends, parallel"),
        ((EndCut(mitre=22.5), EndCut()), "22.5° mitre at one end"),
        (
            (EndCut(mitre=30, bevel=10), EndCut(bevel=15)),
            "30° mitre with 10° bevel at one end, 15° bevel at the other",
        ),
    ],
)
def test_ends_are_told_as_a_sawyer_says_them(ends: tuple[EndCut, EndCut], words: str) -> None:
    assert ends_in_words(ends) == words


def test_a_timber_that_lies_flat_is_mitred_at_a_corner_and_one_on_edge_is_bevelled() -> None:
    on_edge = Box((0, 0, 0), X, UP, Y, 1000, 200, 100, ends=(EndCut(bevel=45), EndCut(bevel=45)))
    flat = Box((0, 0, 0), X, UP, Y, 1000, 100, 200, ends=(EndCut(bevel=45), EndCut(bevel=45)))
    assert ends_in_words(sawn(on_edge).ends) == "45° bevel at both ends"
    assert ends_in_words(sawn(flat).ends) == "45° mitre at both ends"


def cuts_of(data: dict[str, Any]) -> list[dict[str, Any]]:
    found: list[dict[str, Any]] = plan_document(data)["cuts"]
    return found


def test_sides_as_long_over_all_but_cut_otherwise_are_not_one_piece() -> None:
    sides = [
        {"length": "3078 mm", "corner": 60},
        {"length": "1500 mm", "corner": 120},
        {"length": "1578 mm", "corner": 120},
    ]
    data = courses_of(1, outline={"shape": "polygon", "sides": sides})
    walls = [c for c in cuts_of(data) if c["role"] == "wall board"]
    assert len({(c["length_mm"], c["ends"], c["long_point_mm"], c["short_point_mm"]) for c in walls}) == len(
        walls
    )
    assert sum(c["count"] for c in walls) == 4


def test_long_and_short_points_of_a_bevelled_board() -> None:
    [long, _] = [
        c for c in cuts_of(courses_of(1, construction__corner="mitred")) if c["role"] == "wall board"
    ]
    assert long["ends"] == "45° bevel at both ends"
    assert long["long_point_mm"] - long["short_point_mm"] == pytest.approx(2 * 38.1)
    assert long["long_point_mm"] == pytest.approx(long["length_mm"]) == pytest.approx(2438.4)


def test_a_bevel_past_the_tilt_of_the_saw_is_told() -> None:
    sides = [
        {"length": "2 m", "corner": 60},
        {"length": "1.5 m", "corner": 120},
        {"length": "1.5 m", "corner": 120},
    ]
    data = courses_of(1, outline={"shape": "polygon", "sides": sides}, construction__corner="mitred")
    assert "past-the-tilt" in [w["code"] for w in plan_document(data)["watch_outs"]]
    assert "past-the-tilt" not in [
        w["code"] for w in plan_document({**data, "bench": {"tilt": 60}})["watch_outs"]
    ]


@given(st.integers(1, 5))
def test_only_the_bottom_loses_its_groove_and_only_the_top_its_tongue(courses: int) -> None:
    """Common practice. The larch board is 135 mm wide, its tongue 7 mm."""
    data = courses_of(courses, construction__board="larch-tg-28x135", construction__post="post-75x75")
    walls = [c for c in cuts_of(data) if c["role"] == "wall board"]
    widths = {width: sum(c["count"] for c in walls if c["rip_mm"] == width) for width in (None, 128.0, 121.0)}
    assert widths == (
        {None: 0, 128.0: 0, 121.0: 4} if courses == 1 else {None: 4 * (courses - 2), 128.0: 8, 121.0: 0}
    )
    assert plan_document(data)["outside"]["height_mm"] == pytest.approx(128 * courses - 7)
    # The fence stands alike for both, but one loses its lower edge and one its upper: two labels.
    off = {c["rip_off"]: sum(o["count"] for o in walls if o["rip_off"] == c["rip_off"]) for c in walls}
    both, one = {"the groove and the tongue": 4}, {"the groove": 4, "the tongue": 4}
    between = {"": 4 * (courses - 2)} if courses > 2 else {}
    assert off == (both if courses == 1 else {**one, **between})


def test_a_housing_is_told_with_its_place_width_and_depth() -> None:
    data = courses_of(
        1,
        construction={
            "kind": "framed_sheet",
            "sheet": "sheet-wave-18",
            "rail": "larch-45x70",
            "post": "post-75x75",
        },
    )
    [post, *_] = [c for c in cuts_of(data) if c["role"] == "corner post"]
    assert post["notches"] == len(post["housings"]) > 0
    for housing in post["housings"]:
        # The top one is open at the post's end, 2 in below the rail's upper edge.
        assert housing["wide_mm"] in (pytest.approx(70), pytest.approx(70 - 50.8))
        assert housing["deep_mm"] in (pytest.approx(45), pytest.approx(75))
