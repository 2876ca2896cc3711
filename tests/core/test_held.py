"""Every piece that spans is held at both ends, and every part is reached by a fixing."""

from typing import Any

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from acrebox.core.assembly import Assembly, Part, of_role
from acrebox.core.construction import assemble
from acrebox.core.construction.joining import touching
from acrebox.core.design import read_design
from acrebox.core.errors import DesignError
from acrebox.core.plan import plan_document
from acrebox.core.shape.outline import Side
from acrebox.core.stock import catalogue
from sample import document
from strategies import any_design, any_outline, board_designs, rectangles, sleeper_designs

END_BEARING = 35
"""What an end wants to lie on [mm]; common practice."""

long_boards = board_designs(st.one_of(rectangles(longest=12_000), any_outline()))


def built(data: dict[str, Any]) -> Assembly:
    """The bed, where its outline has room for the posts drawn for it."""
    try:
        return assemble(read_design(data), catalogue())
    except DesignError as fault:
        fields = {p.field for p in fault.problems}
        assume(
            not fields
            <= {
                "outline",
                "construction.post",
                "construction.held_by",
                "construction.blocks",
                "construction.overlap",
            }
        )
        raise


def supports(bed: Assembly, piece: Part, side: Side) -> list[tuple[float, float]]:
    """From where to where along a side a piece lies against posts and blocks [mm]."""
    held = [p for p in bed.parts if (p.role.post or p.role.name == "corner block") and touching(piece, p)]
    low, high = side.reach(piece.body)
    found = []
    for post in held:
        a, b = side.reach(post.body)
        found.append((max(a, low), min(b, high)))
    return sorted(found)


@given(st.one_of(long_boards, sleeper_designs()))
def test_every_end_of_a_piece_lies_on_a_post_or_a_block(data: dict[str, Any]) -> None:
    bed = built(data)
    joined_loose = "sides_joined_loose" in bed.facts
    for side in bed.outline.sides:
        last = (side.index + 1) % len(bed.outline.points)
        for piece in (p for p in of_role(bed.parts, "wall board", "sleeper") if p.side == side.name):
            low, high = side.reach(piece.body)
            held = supports(bed, piece, side)
            for at, corner in ((low, side.index), (high, last)):
                near = [(a, b) for a, b in held if b - a >= END_BEARING - 0.01]
                clear = 150 + bed.wall_thickness
                is_join = clear < at < side.length - clear
                if is_join and joined_loose:
                    continue  # what has no post there is held by the courses above and below it
                reach = 0.5 if is_join else 60 + 3 * bed.wall_thickness + 200
                assert any(a - reach <= at <= b + reach for a, b in near), (
                    f"{piece.name} at {at:.0f} (corner {bed.outline.corners[corner]:.0f}°): {held}"
                )


@given(st.one_of(long_boards, any_design()))
def test_every_part_is_reached_by_a_fixing(data: dict[str, Any]) -> None:
    bed = built(data)
    fixed = {name for joint in bed.joints for name in joint.parts}
    assert {p.name for p in bed.parts} <= fixed


@given(sleeper_designs())
def test_on_corner_blocks_every_course_is_fixed_to_the_one_below_it(data: dict[str, Any]) -> None:
    data["construction"] = {**data["construction"], "held_by": "corner_blocks", "lay": "edge"}
    data["construction"].pop("hung", None)
    bed = built(data)
    below = {j.parts[0] for j in bed.joints if j.kind == "course to course"}
    assert below == {p.name for p in of_role(bed.parts, "sleeper") if (p.course or 0) > 1}
    words = str([bed.notes, bed.spans, [j.kind for j in bed.joints], [p.role.name for p in bed.parts]])
    assert "post" not in words


def test_joins_at_each_course_of_a_long_wall_have_their_posts() -> None:
    """4.8 m of 2.4 m sleepers in equal pieces: joins at half in odd courses, at quarters in even ones."""
    data = document(
        outline={"shape": "rectangle", "length": "4.8 m", "width": "1.2 m"},
        construction={
            "kind": "sleepers",
            "sleeper": "sleeper-50x200",
            "post": "post-100x100",
            "joins": "equal",
            "post_limit": "2.4 m",
        },
        courses=2,
    )
    del data["height"]
    bed = built(data)
    [front, *_] = bed.outline.sides
    marks = [round(m) for m in bed.post_marks("front")]
    joins = {
        round(side_high)
        for p in of_role(bed.parts, "sleeper")
        if p.side == "front"
        for side_high in [front.reach(p.body)[1]]
        if side_high < 4700
    }
    assert len(joins) == 3
    assert all(any(abs(m - j) < 2 for m in marks) for j in joins)


def test_boards_longer_than_the_longest_stick_are_joined_on_posts() -> None:
    """12 ft is the longest 1×6 of the list but one sold to 10 ft: 22 ft take three boards a course."""
    data = document(outline__length="22 ft", construction__board="spruce-1x6", courses=2)
    del data["height"]
    plan = plan_document(data)
    front = [p for p in plan["parts"] if p["side"] == "front" and p["role"] == "wall board"]
    assert max(p["length_mm"] for p in front) <= 10 * 304.8 + 0.5
    assert {p["course"] for p in front} == {1, 2}
    assert "joined" in {n["name"] for n in plan["notes"]} or "joints" in {n["name"] for n in plan["notes"]}


@pytest.mark.parametrize("where", ["outside", "inside"])
def test_corner_blocks_are_two_to_a_corner_as_tall_as_the_wall(where: str) -> None:
    """Two upright lengths in an L: one lies to its wall by its whole width, the other by that less a
    thickness, where they stand outside. Common practice.
    """
    data = document(
        outline={"shape": "rectangle", "length": "1.4 m", "width": "1.2 m"},
        construction={
            "kind": "sleepers",
            "sleeper": "sleeper-50x200",
            "post": "post-75x75",
            "held_by": "corner_blocks",
            "blocks": where,
        },
        courses=3,
    )
    del data["height"]
    bed = built(data)
    blocks = of_role(bed.parts, "corner block")
    assert len(blocks) == 8
    assert {round(b.solid.length) for b in blocks} == {600}
    faces = sorted(
        round(b - a)
        for block in blocks
        for side in bed.outline.sides
        if side.name == block.side
        for a, b in [side.reach(block.body)]
        for a, b in [(max(a, 0.0), min(b, side.length))]
    )
    assert faces == [150] * 4 + [200] * 4 if where == "outside" else [200] * 8
    kinds = [j.kind for j in bed.joints]
    assert kinds.count("block to block") == 4
    assert kinds.count("block to wall") == 8 * 3


def test_a_leg_narrower_than_its_blocks_is_refused_by_name() -> None:
    data = document(
        outline={"shape": "l", "length": "2 m", "width": "2 m", "front": "420 mm", "left": "600 mm"},
        construction={
            "kind": "sleepers",
            "sleeper": "sleeper-50x200",
            "post": "post-75x75",
            "held_by": "corner_blocks",
            "blocks": "inside",
        },
        courses=2,
    )
    del data["height"]
    with pytest.raises(DesignError) as refused:
        assemble(read_design(data), catalogue())
    assert refused.value.problems[0].field == "construction.held_by"
