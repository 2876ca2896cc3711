"""Every piece that spans is held at both ends, and every part is reached by a fixing."""

from itertools import pairwise
from math import ceil, pi
from typing import Any

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st
from shapely import box

from acrebox.core.assembly import Assembly, Part, of_role
from acrebox.core.choosing.offers import starting_design
from acrebox.core.construction import assemble
from acrebox.core.construction.joining import touching
from acrebox.core.design import read_design
from acrebox.core.errors import DesignError
from acrebox.core.measure.systems import System
from acrebox.core.plan import ASSEMBLY, open_plan, plan_document
from acrebox.core.shape.outline import Side
from acrebox.core.stock import catalogue
from sample import courses_of, document
from stands import clear_and_fixed
from strategies import any_outline, board_designs, rectangles, sleeper_designs, walled_designs

END_BEARING = 35
"""What an end wants to lie on [mm]; common practice."""

long_boards = board_designs(st.one_of(rectangles(longest=12_000), any_outline()))


WALLED = ("boards", "sleepers", "staves", "framed_sheet")


def begun(kind: str, **outline: str) -> dict[str, Any]:
    """What a newcomer begins with of a construction, its outline changed."""
    data = starting_design(kind, System.METRIC).document()
    data["outline"] |= outline
    return data


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
    # What no two posts reach, as a course over their tops, is screwed to the course below it.
    on_others = {name for j in bed.joints if j.kind == "course to course" for name in j.parts}
    for side in bed.outline.sides:
        last = (side.index + 1) % len(bed.outline.points)
        for piece in (p for p in of_role(bed.parts, "wall board", "sleeper") if p.side == side.name):
            low, high = side.reach(piece.body)
            held = supports(bed, piece, side)
            if len(held) < 2 and piece.name in on_others:
                continue
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


@given(st.one_of(long_boards, walled_designs()))
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
    data = courses_of(
        2,
        outline={"shape": "rectangle", "length": "4.8 m", "width": "1.2 m"},
        construction={
            "kind": "sleepers",
            "sleeper": "sleeper-50x200",
            "post": "post-100x100",
            "joins": "equal",
            "post_limit": "2.4 m",
        },
    )
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
    data = courses_of(2, outline__length="22 ft", construction__board="spruce-1x6")
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
    data = courses_of(
        3,
        outline={"shape": "rectangle", "length": "1.4 m", "width": "1.2 m"},
        construction={
            "kind": "sleepers",
            "sleeper": "sleeper-50x200",
            "post": "post-75x75",
            "held_by": "corner_blocks",
            "blocks": where,
        },
    )
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
    data = courses_of(
        2,
        outline={"shape": "l", "length": "2 m", "width": "2 m", "front": "420 mm", "left": "600 mm"},
        construction={
            "kind": "sleepers",
            "sleeper": "sleeper-50x200",
            "post": "post-75x75",
            "held_by": "corner_blocks",
            "blocks": "inside",
        },
    )
    with pytest.raises(DesignError) as refused:
        assemble(read_design(data), catalogue())
    assert refused.value.problems[0].field == "construction.held_by"


def long_bed(**add_ons: Any) -> dict[str, Any]:
    """4.2 m of boards on posts."""
    return courses_of(
        2,
        outline={"shape": "rectangle", "length": "4.2 m", "width": "1.2 m"},
        construction={"kind": "boards", "board": "larch-45x195", "post": "post-75x75"},
        add_ons=add_ons,
    )


@pytest.mark.parametrize("start", [200, 600, 1100, 1300, 1500, 1700, 1900])
def test_posts_stand_clear_of_a_hatch_wherever_it_is(start: int) -> None:
    """A bed of 4.8 m hung on a wall: where a join would lie behind the hatch, it is joined another way."""
    hatch = {"start": f"{start} mm", "width": "400 mm"}
    data = courses_of(
        2,
        outline={"shape": "rectangle", "length": "4.8 m", "width": "0.8 m"},
        construction={
            "kind": "sleepers",
            "sleeper": "sleeper-100x200",
            "post": "post-100x100",
            "hung": {"side": "back", "hatch": hatch},
        },
    )
    bed = assemble(read_design(data), catalogue())
    [side] = [s for s in bed.outline.sides if s.name == "back"]
    for post in of_role(bed.parts, "ledger post"):
        low, high = side.reach(post.body)
        left, right = side.length - high, side.length - low
        assert right <= start + 0.1 or left >= start + 400 - 0.1
    for join in {round(side.reach(p.body)[1], 1) for p in bed.parts if p.side == "back" and p.course}:
        if 150 < join < side.length - 150:
            posts = [side.reach(p.body) for p in of_role(bed.parts, "ledger post")]
            assert any(a + 30 < join < b - 30 for a, b in posts)


@pytest.mark.parametrize("asked", [None, "concrete"])
def test_the_front_posts_of_a_hung_bed_are_set_in_concrete_where_that_is_asked(asked: str | None) -> None:
    data = courses_of(
        2,
        outline={"shape": "rectangle", "length": "2.4 m", "width": "0.8 m"},
        construction={
            "kind": "sleepers",
            "sleeper": "sleeper-100x200",
            "post": "post-100x100",
            "hung": {"side": "back"},
            **({"post_depth": asked} if asked else {}),
        },
    )
    bought = {b["item"] for b in plan_document(data)["buying"]}
    assert ("concrete" in bought) is (asked is not None)


def test_straps_across_run_from_post_to_post_at_three_quarters_of_the_wall() -> None:
    """Clear of the posts 4200 × 1200 leaves 1200 − 2 × 45 − 2 × 75 = 960 mm, and each strap lies 75 mm along
    both: two of 1110 mm make 2.22 m, sold by the tenth of a metre.
    """
    data = long_bed(straps={"way": "across", "count": 2, "lap": "150 mm"})
    plan = plan_document(data)
    [strap] = [b for b in plan["buying"] if b["item"] == "strap"]
    assert strap["count"] == 3
    assert "from post to post 960 mm + along both 150 mm" in strap["working"]["cost"]["working"]
    assert "strap-round" not in [w["code"] for w in plan["watch_outs"]]
    assert plan["facts"]["strap_height"]["amount"] == pytest.approx(0.75 * 390)
    bed = assemble(read_design(data), catalogue())
    clear_and_fixed(bed)
    straps = of_role(bed.parts, "strap")
    assert [s.solid.length for s in straps] == pytest.approx([1110, 1110])
    # Pulled along itself, a screw in the flank of a post is pulled across.
    for strap in straps:
        met = [p for p in bed.parts if p.role.post and touching(strap, p)]
        assert len(met) == 2
    [screws] = [f for f in plan["fixings"] if f["joint"] == "strap to post"]
    assert screws["count"] == 2 * 2 * 4


def test_a_strap_that_lies_shorter_along_the_posts_is_as_long_as_its_lap_says() -> None:
    bed = assemble(read_design(long_bed(straps={"way": "across", "lap": "80 mm"})), catalogue())
    [strap] = of_role(bed.parts, "strap")
    assert strap.solid.length == pytest.approx(960 + 80)


def test_a_band_round_a_bed_is_drawn_tight_and_kept_at_its_height() -> None:
    """Twice (4.2 + 1.2) m and 150 mm of lap; a lock each, and a screw at the middle of each side."""
    data = long_bed(straps={"count": 2}, trellis={"side": "back"})
    plan = plan_document(data)
    assert "strap-round" in [w["code"] for w in plan["watch_outs"]]
    bought = {b["item"]: b["count"] for b in plan["buying"]}
    assert bought["strap"] == ceil(2 * 10.95)
    assert bought["strap-lock"] == 2
    [screws] = [f for f in plan["fixings"] if f["joint"] == "strap to wall"]
    assert screws["count"] == 2 * 4
    bed = assemble(read_design(data), catalogue())
    clear_and_fixed(bed)
    [line, other] = of_role(bed.parts, "strap")
    assert line.body.volume == pytest.approx(((4203 * 1203) - 4200 * 1200) * 30, rel=1e-6)
    assert sum(line.body.bounds[n][2] for n in (0, 1)) / 2 == pytest.approx(0.75 * 390)
    assert sum(other.body.bounds[n][2] for n in (0, 1)) / 2 == pytest.approx(0.375 * 390)


def test_a_band_goes_round_posts_that_stand_outside() -> None:
    data = long_bed(straps={})
    data["construction"]["posts"] = "outside"
    bed = assemble(read_design(data), catalogue())
    clear_and_fixed(bed)
    [strap] = of_role(bed.parts, "strap")
    posts = [p.body.bounds for p in bed.parts if p.role.post]
    for axis in (0, 1):
        assert strap.body.bounds[0][axis] == pytest.approx(min(b[0][axis] for b in posts) - 1.5)
        assert strap.body.bounds[1][axis] == pytest.approx(max(b[1][axis] for b in posts) + 1.5)


@pytest.mark.parametrize(("length", "count", "said"), [("3.4 m", 1, False), ("3.7 m", 1, True)])
def test_one_strap_across_a_long_bed_is_too_few(length: str, count: int, said: bool) -> None:
    data = long_bed(straps={"way": "across", "count": count})
    data["outline"]["length"] = length
    assert ("straps-few" in [w["code"] for w in plan_document(data)["watch_outs"]]) == said


def test_straps_across_are_refused_where_no_posts_stand_inside() -> None:
    data = long_bed(straps={"way": "across"})
    data["construction"]["posts"] = "outside"
    with pytest.raises(DesignError) as refused:
        assemble(read_design(data), catalogue())
    assert refused.value.problems[0].field == "add_ons.straps.count"


@pytest.mark.parametrize("to", ["walls", "posts"])
def test_ties_by_the_rule_run_from_wall_to_wall(to: str) -> None:
    bed = assemble(read_design(long_bed(ties={"to": to})), catalogue())
    ties = of_role(bed.parts, "cross tie")
    assert len(ties) == 2
    assert {round(t.solid.length) for t in ties} == {1110}
    posts = [p for p in bed.parts if p.role.post]
    beside = [any(touching(tie, post) for post in posts) for tie in ties]
    assert all(beside) or to == "walls"
    held_at_both_ends(bed)


def held_at_both_ends(bed: Assembly) -> None:
    """Every tie is screwed sideways into something at each of its ends, and every cleat through the wall:
    none hangs by screws in its end grain, which take no pull (NDS).
    """
    into = {"tie to cleat", "tie to post"}
    for tie in of_role(bed.parts, "cross tie"):
        low, high = tie.solid.reach(tie.solid.along)
        ends = set()
        for joint in (j for j in bed.joints if j.kind in into and j.parts[0] == tie.name):
            other = bed.part(joint.parts[1])
            assert joint.through == pytest.approx(tie.solid.thickness)
            ends.add(sum(other.body.reach(tie.solid.along)) / 2 > (low + high) / 2)
        assert ends == {False, True}, tie.name
    for cleat in of_role(bed.parts, "tie cleat"):
        behind = [j for j in bed.joints if j.kind == "wall to cleat" and j.parts[1] == cleat.name]
        assert behind, cleat.name
        assert {j.into for j in behind} == {cleat.solid.width}
    clear_and_fixed(bed)


@pytest.mark.parametrize("kind", WALLED)
def test_ties_of_every_construction_are_held_by_their_sides(kind: str) -> None:
    data = begun(kind, length="4.2 m")
    data["add_ons"] = {"ties": {"count": 2, "levels": "top_and_bottom"}}
    bed = assemble(read_design(data), catalogue())
    assert len(of_role(bed.parts, "cross tie")) == 4
    held_at_both_ends(bed)


def test_ties_of_an_l_lie_within_its_arms() -> None:
    data = long_bed(ties={})
    data["outline"] = {"shape": "l", "length": "4.2 m", "width": "4 m", "front": "1.1 m", "left": "1 m"}
    bed = assemble(read_design(data), catalogue())
    ties = of_role(bed.parts, "cross tie")
    assert ties
    for tie in ties:
        (x0, y0, _), (x1, y1, _) = tie.body.bounds
        assert bed.inner.polygon.buffer(0.1).contains(box(x0, y0, x1, y1))
    held_at_both_ends(bed)


def test_concrete_is_bought_for_every_post_that_is_set_in_it() -> None:
    """A hole 250 mm wide and 300 mm deep less a 75 mm post takes 13.0 L; 12 L a bag. Common practice."""
    plan = plan_document(long_bed())
    posts = sum(p["role"] in ("corner post", "mid post") for p in plan["parts"])
    [bags] = [b for b in plan["buying"] if b["item"] == "concrete"]
    assert bags["count"] == ceil(posts * (pi / 4 * 250**2 - 75**2) * 300 / 1e6 / 12)
    driven = long_bed()
    driven["construction"]["post_depth"] = "driven"
    assert "concrete" not in [b["item"] for b in plan_document(driven)["buying"]]


def test_heads_can_be_hidden_by_screwing_from_inside() -> None:
    data = long_bed()
    data["construction"]["heads"] = "inside"
    bed = assemble(read_design(data), catalogue())
    joints = [j for j in bed.joints if j.kind == "board to post"]
    assert {(j.through, j.into) for j in joints} == {(75.0, 45.0)}


def test_posts_go_as_deep_as_is_said() -> None:
    data = long_bed()
    data["construction"] |= {"post_below": "450 mm", "post_drop": "80 mm"}
    bed = assemble(read_design(data), catalogue())
    assert {round(p.solid.length) for p in bed.parts if p.role.post} == {450 + 390 - 80}
    data["construction"]["post_below"] = "3 m"
    with pytest.raises(DesignError) as refused:
        assemble(read_design(data), catalogue())
    assert refused.value.problems[0].field == "construction.post_below"


def test_a_cap_in_several_pieces_is_screwed_to_what_lies_under_each() -> None:
    data = long_bed(cap={"board": "larch-27x145"})
    data["outline"]["length"] = "9 m"
    bed = assemble(read_design(data), catalogue())
    front = [p for p in of_role(bed.parts, "cap board") if p.side == "front"]
    assert len(front) > 1
    sides = {s.name: s for s in bed.outline.sides}
    for joint in (j for j in bed.joints if j.kind == "cap to wall"):
        cap, under = (bed.part(name) for name in joint.parts)
        side = sides[cap.side]
        (a0, a1), (b0, b1) = side.reach(cap.solid), side.reach(under.body)
        assert joint.run == pytest.approx(min(a1, b1) - max(a0, b0))


@pytest.mark.parametrize("rails", ["edge", "flat"])
def test_every_contact_of_a_framed_sheet_has_its_joint(rails: str) -> None:
    data = long_bed()
    data["construction"] = {
        "kind": "framed_sheet",
        "sheet": "sheet-wave-18",
        "rail": "larch-45x70",
        "rails": rails,
        "post": "post-100x100",
        "post_drop": "20 mm",
    }
    data["courses"] = 1
    bed = assemble(read_design(data), catalogue())
    kinds = {j.kind for j in bed.joints}
    stud = "stud to rail" if rails == "flat" else "stud to rail, skewed"
    assert {
        "sheet to rail",
        "sheet to stud",
        "sheet to post",
        "rail in post",
        "frame to frame",
        stud,
    } <= kinds
    # A row stands as high as its sheet is wide.
    assert bed.wall_top == 836
    assert all(p.ripped is None for p in of_role(bed.parts, "sheet"))


def test_a_bench_and_a_trellis_stand_clear_of_posts_outside() -> None:
    data = long_bed(
        seats={"sides": ["front"], "height": "420 mm", "depth": "250 mm"},
        trellis={"side": "back"},
        cap={"board": "larch-27x145"},
    )
    data["construction"]["posts"] = "outside"
    data["courses"] = 3
    bed = assemble(read_design(data), catalogue())
    clear_and_fixed(bed)
    hung = [j for j in bed.joints if j.kind == "rail to upright"]
    behind = {bed.part(j.parts[1]).role.name for j in hung}
    assert behind == {"corner post", "mid post", "seat packer"}
    carried(bed)


def on_blocks(**seats: Any) -> dict[str, Any]:
    """Sleepers on corner blocks, 1.2 × 1.1 m inside, with a bench in front."""
    return courses_of(
        2,
        outline={"shape": "rectangle", "length": "1.2 m", "width": "1.1 m", "measured": "inside"},
        construction={
            "kind": "sleepers",
            "sleeper": "sleeper-50x200",
            "post": "post-75x75",
            "held_by": "corner_blocks",
            "corner": "short_through",
        },
        add_ons={"seats": {"sides": ["front"], "height": "420 mm", **seats}},
    )


def test_a_seat_of_the_beds_own_sleepers_lies_on_lengths_of_them_between_the_corner_blocks() -> None:
    """1300 mm outside less a block of 200 mm at either end; each leg is as wide as the seat, and stands on
    the ground: 420 less 50. Common practice.
    """
    bed = assemble(read_design(on_blocks(made_of="sleepers")), catalogue())
    clear_and_fixed(bed)
    [seat] = of_role(bed.parts, "seat board")
    assert seat.stock == "sleeper-50x200"
    assert round(seat.solid.length) == 900
    assert seat.solid.bounds[1][2] == pytest.approx(420)
    legs = of_role(bed.parts, "seat leg")
    assert {round(leg.solid.length) for leg in legs} == {370}
    assert {leg.body.bounds[0][2] for leg in legs} == {0.0}
    [front, *_] = bed.outline.sides
    assert {front.depth(leg.body) for leg in legs} == {front.depth(seat.body)} == {(-200.0, 0.0)}
    assert next(g.count for g in bed.goods if g.key == "leg-pad") == len(legs)
    with pytest.raises(DesignError) as refused:
        assemble(read_design(on_blocks(made_of="sleepers", height="500 mm")), catalogue())
    assert refused.value.problems[0].field == "add_ons.seats.height"
    thin = on_blocks(made_of="sleepers")
    thin["construction"] = {"kind": "boards", "board": "larch-27x145", "post": "post-75x75"}
    thin["courses"] = 3
    with pytest.raises(DesignError) as refused:
        assemble(read_design(thin), catalogue())
    assert refused.value.problems[0].field == "add_ons.seats.made_of"


def test_a_bench_of_boards_stands_between_the_corner_blocks_too() -> None:
    seats = {"board": "larch-27x145", "rail": "larch-45x70", "height": "380 mm", "depth": "250 mm"}
    bed = assemble(read_design(on_blocks(**seats)), catalogue())
    clear_and_fixed(bed)
    assert {round(p.solid.length) for p in of_role(bed.parts, "seat board", "seat rail")} == {900}
    carried(bed)


def carried(bed: Assembly) -> None:
    """A bench of boards stands: every board lies on every bearer that it reaches, at both its ends; every
    bearer on a rail at the wall and one in front, past neither's edge; rails hang from the wall or stand
    on legs, and legs on the ground, a bearer over each.
    """
    for side in bed.outline.sides:
        own = [p for p in bed.parts if p.side == side.name]
        boards, bearers = of_role(own, "seat board"), of_role(own, "seat bearer")
        rails, legs = of_role(own, "seat rail"), of_role(own, "seat leg")
        wall = [r for r in rails if "wall rail" in r.name]
        for board in boards:
            a, b = side.reach(board.body)
            reached = [
                p for p in bearers if side.reach(p.body)[1] > a + 0.1 and side.reach(p.body)[0] < b - 0.1
            ]
            assert len(reached) >= 2, board.name
            assert all(touching(board, p) for p in reached), board.name
            lain = [side.reach(p.body) for p in reached]
            for at, inner in ((a, min(low for low, _ in lain)), (b, max(high for _, high in lain))):
                assert abs(inner - at) <= 60 + 0.1, board.name
            gaps = [d - c for (_, c), (d, _) in pairwise(sorted(lain))]
            assert max(gaps, default=0) <= {27: 400, 45: 600}[round(board.solid.thickness)]
        for bearer in bearers:
            on = [r for r in rails if touching(bearer, r)]
            assert len({r in wall for r in on}) == 2, bearer.name
            outer = min(side.depth(bearer.body))
            assert outer >= min(side.depth(r.body)[0] for r in on) - 0.1
        for leg in legs:
            assert leg.body.bounds[0][2] == 0.0
            assert any(touching(leg, p) for p in bearers), leg.name
        for rail in rails:
            held = [j for j in bed.joints if rail.name in j.parts and j.kind.startswith("rail to")]
            stood = [p for p in legs if touching(rail, p)]
            assert held, rail.name
            if rail not in wall:
                low, high = side.reach(rail.body)
                marks = sorted(sum(side.reach(p.body)) / 2 for p in stood)
                assert max(b - a for a, b in pairwise(marks)) <= 900.1
                assert max(marks[0] - low, high - marks[-1]) <= 60.1
    assert of_role(bed.parts, "seat bearer")
    clear_and_fixed(bed)


@pytest.mark.parametrize("depth", ["250 mm", "450 mm"])
def test_a_bench_before_far_posts_has_packers_behind_its_rail(depth: str) -> None:
    data = long_bed(seats={"sides": ["front"], "height": "560 mm", "depth": depth, "rail": "larch-45x70"})
    data["construction"] |= {"posts": "outside", "post_limit": "2.2 m"}
    data["courses"] = 3
    bed = assemble(read_design(data), catalogue())
    [front, *_] = bed.outline.sides
    behind = [*bed.posts_before(front), *of_role(bed.parts, "seat packer")]
    marks = sorted(sum(front.reach(p.body)) / 2 for p in behind)
    assert max(b - a for a, b in pairwise(marks)) <= 900.01
    assert of_role(bed.parts, "seat packer")
    carried(bed)


@pytest.mark.parametrize("kind", WALLED)
@pytest.mark.parametrize("depth", ["300 mm", "400 mm"])
def test_a_bench_before_a_wall_of_any_construction_stands(kind: str, depth: str) -> None:
    """Deep ones too; where a wall is too thin to carry (staves, sheet) the bench has legs there as well."""
    data = begun(kind, length="4.2 m")
    data["add_ons"] = {"seats": {"sides": ["front"], "height": "400 mm", "depth": depth}}
    plan = open_plan(read_design(data))
    bed = plan[ASSEMBLY]
    carried(bed)
    thin = kind in ("staves", "framed_sheet")
    backs = [p for p in of_role(bed.parts, "seat leg") if "back" in p.name]
    assert bool(backs) == thin
    assert any(j.kind == "wall to rail" for j in bed.joints) == thin
    [seat] = plan.strength.seats
    assert seat.holds
    assert {"seat-weak", "fixing-short", "fixing-pokes"}.isdisjoint(w.code for w in plan.watch_outs)


def test_two_benches_in_an_inner_corner_are_refused_and_round_an_outer_one_are_not() -> None:
    """Sides 3 and 4 of an L meet at its inner corner."""
    data = long_bed(seats={"sides": ["side 3", "side 4"], "height": "400 mm", "depth": "300 mm"})
    data["outline"] = {"shape": "l", "length": "4.2 m", "width": "3 m", "front": "1.4 m", "left": "1.2 m"}
    data["courses"] = 3
    corners = assemble(read_design({**data, "add_ons": {}}), catalogue()).outline.corners
    inner = next(n for n, angle in enumerate(corners) if angle > 180)
    sides = [f"side {(inner - 1) % 6 + 1}", f"side {inner + 1}"]
    data["add_ons"]["seats"]["sides"] = sides
    with pytest.raises(DesignError) as refused:
        assemble(read_design(data), catalogue())
    assert refused.value.problems[0].field == "add_ons.seats.sides"
    data["add_ons"]["seats"]["sides"] = ["side 1", "side 2"]
    carried(assemble(read_design(data), catalogue()))


def test_legs_are_left_long_where_the_bed_stands_over_ground_that_falls() -> None:
    """150 mm of fall, built up to its highest ground: legs as much longer, to be trimmed where they stand."""
    data = long_bed(seats={"sides": ["front"], "height": "420 mm", "depth": "300 mm"})
    places = {"front left": 0, "front right": 50, "back right": 150, "back left": 100}
    data["ground"] = {"stations": [{"at": at, "height": f"{h} mm"} for at, h in places.items()]}
    data["courses"] = 3

    def legs(school: str) -> set[float]:
        plan = plan_document({**data, "ground": {**data["ground"], "school": school}})
        return {c["length_mm"] for c in plan["cuts"] if c["role"] == "seat leg"}

    assert legs("dig_in") == {323.0}
    assert legs("build_up") == {323.0 + 150.0}


@given(
    st.sampled_from(["front", "right"]),
    st.integers(210, 600),
    st.integers(300, 560),
    st.sampled_from(["larch-27x145", "larch-45x195"]),
    st.booleans(),
    st.integers(1000, 9000),
)
def test_any_bench_that_is_not_refused_stands(
    side: str, depth: int, height: int, board: str, outside: bool, long: int
) -> None:
    seats = {"sides": [side], "height": f"{height} mm", "depth": f"{depth} mm", "board": board}
    data = long_bed(seats={**seats, "rail": "larch-45x70"})
    data["outline"] = {"shape": "rectangle", "length": f"{long} mm", "width": "1.2 m"}
    data["courses"] = 3
    if outside:
        data["construction"]["posts"] = "outside"
    try:
        bed = assemble(read_design(data), catalogue())
    except DesignError as fault:
        fields = {p.field for p in fault.problems}
        assert fields <= {"add_ons.seats.height", "add_ons.seats.depth"}
        return
    carried(bed)


def test_a_course_over_the_tops_of_the_posts_is_screwed_to_the_one_below() -> None:
    """Sleepers of 50 mm lying flat, posts 50 mm below the top: the top course rests on them."""
    flat = {"kind": "sleepers", "sleeper": "sleeper-50x200", "lay": "flat", "post": "post-75x75"}
    data = courses_of(2, outline={"length": "2.2 m", "width": "1.4 m"}, construction=flat)
    bed = assemble(read_design(data), catalogue())
    upper = {j.parts[0] for j in bed.joints if j.kind == "course to course"}
    assert upper == {p.name for p in of_role(bed.parts, "sleeper") if p.course == 2}
    data["construction"]["post_drop"] = "20 mm"
    held = assemble(read_design(data), catalogue())
    assert "course to course" not in {j.kind for j in held.joints}


def test_a_narrow_strip_over_the_posts_is_screwed_down_through_its_edge() -> None:
    """7¼ in of board and a strip of 1¾ in on top, posts 50 mm below it."""
    data = document(height="9 in", construction__top_course="ripped")
    bed = assemble(read_design(data), catalogue())
    down = [j for j in bed.joints if j.kind == "course to course"]
    assert {j.parts[0] for j in down} == {p.name for p in of_role(bed.parts, "wall board") if p.course == 2}
    assert {round(j.through, 2) for j in down} == {44.45}


def test_boards_that_would_hardly_reach_their_posts_are_refused() -> None:
    data = long_bed()
    data["construction"]["post_drop"] = "180 mm"
    with pytest.raises(DesignError) as refused:
        assemble(read_design(data), catalogue())
    assert refused.value.problems[0].field == "construction.post_drop"


@pytest.mark.parametrize("face", ["outside", "inside"])
def test_a_cleat_of_a_tie_is_screwed_through_rail_and_sheet(face: str) -> None:
    """18 mm of wave and 45 of rail, from outside into the cleat, and 50 of bite: 120 long."""
    data = long_bed(ties={"stock": "larch-45x70"})
    data["construction"] = {
        "kind": "framed_sheet",
        "sheet": "sheet-wave-18",
        "rail": "larch-45x70",
        "post": "post-100x100",
        "post_drop": "20 mm",
        "face": face,
    }
    data["courses"] = 1
    plan = plan_document(data)
    [cleat] = [f for f in plan["fixings"] if f["joint"] == "wall to cleat"]
    assert (cleat["screw"], cleat["bite_mm"]) == ("screw-120", 57)


@pytest.mark.parametrize("corner", ["long_through", "alternate"])
def test_a_heavy_timber_lies_on_the_whole_post_of_an_inner_corner(corner: str) -> None:
    """100 × 200 on posts of 100: its screws of 8 mm want 56 mm to the end, common practice."""
    l_shape = {"shape": "l", "length": "3 m", "width": "2.4 m", "front": "1.2 m", "left": "1 m"}
    sleepers = {"kind": "sleepers", "sleeper": "sleeper-100x200", "post": "post-100x100", "corner": corner}
    bed = assemble(read_design(courses_of(3, outline=l_shape, construction=sleepers)), catalogue())
    lines = {s.name: s for s in bed.outline.sides}
    for joint in (j for j in bed.joints if j.kind == "sleeper to post"):
        piece, post = (bed.part(name) for name in joint.parts)
        side = lines[piece.side or ""]
        (a0, a1), (b0, b1) = side.reach(piece.solid), side.reach(post.solid)
        if "mid" not in post.name:
            assert min(a1, b1) - max(a0, b0) > 56
