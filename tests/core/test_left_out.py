"""Sides that are left out: a fence or a wall stands there instead."""

from math import hypot
from typing import Any

import pytest

from acrebox.core.assembly import Assembly
from acrebox.core.choosing.offers import starting_design
from acrebox.core.construction import assemble
from acrebox.core.design import read_design
from acrebox.core.errors import DesignError
from acrebox.core.ground import set_out, trench_of
from acrebox.core.measure.systems import System
from acrebox.core.plan import plan_document
from acrebox.core.stock import catalogue
from placed import planned, told, yard
from sample import courses_of
from six_beds import SIX
from stands import clear_and_fixed

KINDS = ("boards", "sleepers", "staves", "framed_sheet")


def open_at(*sides: str, kind: str = "boards", **more: Any) -> dict[str, Any]:
    data = starting_design(kind, System.METRIC).document()
    data["outline"] = {"shape": "rectangle", "length": "2.4 m", "width": "1.2 m"}
    data["construction"]["without"] = list(sides)
    return {**data, **more}


def built(data: dict[str, Any]) -> Assembly:
    return assemble(read_design(data), catalogue())


@pytest.mark.parametrize("kind", KINDS)
@pytest.mark.parametrize("side", ["back", "left"])
def test_a_side_that_is_left_out_has_nothing_but_its_corner_posts(kind: str, side: str) -> None:
    bed, whole = built(open_at(side, kind=kind)), built(open_at(kind=kind))
    clear_and_fixed(bed)
    left = {p.role.name for p in bed.parts if p.side == side}
    assert left <= {"corner post"}
    assert len([p for p in bed.parts if p.role.name == "corner post"]) == 4
    assert len(bed.parts) < len(whole.parts)
    # The sides next to it end at what stands in its place: where its inner face would be.
    line = next(s for s in bed.outline.sides if s.name == side)
    skins = [p for p in bed.parts if p.role.skin]
    assert min(line.depth(p.body)[0] for p in skins) > 5


@pytest.mark.parametrize("corner", ["long_through", "short_through", "alternate", "mitred"])
def test_the_sides_next_to_it_are_cut_square_there(corner: str) -> None:
    """1.2 m wide with 45 mm boards: both short sides end 45 mm off the back, whatever the corners are."""
    data = courses_of(
        2,
        outline={"shape": "rectangle", "length": "2.4 m", "width": "1.2 m"},
        construction={
            "kind": "boards",
            "board": "larch-45x195",
            "post": "post-75x75",
            "corner": corner,
            "without": ["back"],
        },
    )
    bed = built(data)
    clear_and_fixed(bed)
    back = next(s for s in bed.outline.sides if s.name == "back")
    for part in (p for p in bed.parts if p.role.skin and p.side in ("left", "right")):
        assert back.depth(part.body)[0] == pytest.approx(45)


def test_what_is_left_out_is_not_bought() -> None:
    """A board of 2.4 m and a post less in each course; two holes for the mid posts are not dug."""
    plan, whole = plan_document(open_at("back")), plan_document(open_at())
    assert plan["totals"]["cost"] < whole["totals"]["cost"]
    assert sum(c["count"] for c in plan["cuts"]) < sum(c["count"] for c in whole["cuts"])
    bags = [sum(b["count"] for b in p["buying"] if b["item"] == "concrete") for p in (plan, whole)]
    assert bags[0] <= bags[1]
    # As much soil lies in it.
    assert plan["inside"]["volume_l"] == pytest.approx(whole["inside"]["volume_l"], rel=0.01)
    assert plan["facts"]["left_out"]["amount"] == pytest.approx(plan["inside"]["length_mm"])
    found = {w["code"]: w for w in plan["watch_outs"]}
    assert found["damp-wall"]["level"] == "note"
    assert "damp-wall" not in {w["code"] for w in whole["watch_outs"]}
    assert all(m["side"] != "back" for m in plan["strength"]["members"])


@pytest.mark.parametrize("kind", KINDS)
def test_nothing_is_pegged_within_the_wall_that_stands_there(kind: str) -> None:
    """What cannot be driven is marked: the two corners on its face; the strings of the sides next to it end
    there, and along it runs none.
    """
    bed = built(open_at("back", kind=kind))
    out, back = set_out(bed, System.METRIC), next(s for s in bed.outline.sides if s.name == "back")
    face = back.coordinates(*bed.inner.sides[back.index].start)[1]
    assert face > 5
    assert all(back.coordinates(*peg.at)[1] >= face - 1e-6 for peg in out.pegs)
    assert [p.name for p in out.pegs if p.kind == "mark"] == ["mark 3", "mark 4"]
    assert len([p for p in out.pegs if p.kind == "profile"]) == 4
    diagonals = {round(d.length, 3) for d in out.diagonals}
    assert diagonals == {round(hypot(2400, 1200 - face), 3)}
    plan = plan_document(open_at("back", kind=kind))
    assert "a mark on it" in plan["setting_out"]["order"][0]["words"]


def test_a_base_lies_under_the_walls_there_are() -> None:
    """2.4 × 1.2 m, 45 mm boards, a trench of 200 mm. The wall is (2.88 − 2.31 × 1.11) ÷ 7.2 = 0.0439 m in the
    mean, so 0.0781 m lie beyond it. In front (2.4 + 2 × 0.0781) × 0.2; the two short ones from there to the
    fence's face, 1.2 − 0.045 + 0.0781 − 0.2 = 1.0331 m.
    """
    boards = {"kind": "boards", "board": "larch-45x195", "post": "post-75x75", "without": ["back"]}
    shape = {"shape": "rectangle", "length": "2.4 m", "width": "1.2 m"}
    data = courses_of(
        2,
        outline=shape,
        construction=boards,
        ground={"trench": "200 mm", "base": "100 mm", "school": "dig_in"},
    )
    strip = trench_of(built(data), 200).area / 1e6
    assert strip == pytest.approx(2.5561 * 0.2 + 2 * 0.2 * 1.0331, rel=1e-4)
    [stone] = [b for b in plan_document(data)["buying"] if b["item"] == "crushed-stone"]
    whole = plan_document({**data, "construction": {**boards, "without": []}})
    [more] = [b for b in whole["buying"] if b["item"] == "crushed-stone"]
    assert stone["count"] < more["count"]


def test_a_side_too_near_to_a_wall_is_not_screwed_from_there() -> None:
    """A drill wants 400 mm, from memory."""
    fence = {
        "kind": "wall",
        "name": "House wall",
        "at": [["3 m", "7.5 m"], ["8 m", "7.5 m"]],
        "height": "3 m",
    }
    near = planned(yard(fence, at={"Bed": {"x": "4 m", "y": "6.1 m"}}))
    far = planned(yard(fence, at={"Bed": {"x": "4 m", "y": "5 m"}}))
    assert "screws-at-wall" in told(near)
    assert "screws-at-wall" not in told(far)


def test_nobody_screws_a_bed_to_its_ledger_posts_from_behind() -> None:
    data = {**SIX["hung"].asked}
    data["construction"] = {**data["construction"], "heads": "inside"}
    made = built(data)
    ledgers = {p.name for p in made.parts if p.role.name == "ledger post"}
    met = [j for j in made.joints if ledgers & set(j.parts)]
    assert met
    assert not ledgers & {j.parts[0] for j in met}
    assert {p.off for p in set_out(made, System.METRIC).pegs if p.kind == "mark"} == {
        made.part(min(ledgers)).solid.thickness
    }


@pytest.mark.parametrize(
    ("data", "field"),
    [
        (open_at("north"), "construction.without.0"),
        (open_at("back", "left"), "construction.without"),
        (open_at("back", add_ons={"trellis": {"side": "back"}}), "add_ons.trellis"),
        (
            open_at("back", add_ons={"seats": {"sides": ["back"], "height": "400 mm", "depth": "300 mm"}}),
            "add_ons.seats",
        ),
    ],
)
def test_what_cannot_be_left_out_is_named_by_its_field(data: dict[str, Any], field: str) -> None:
    with pytest.raises(DesignError) as refused:
        built(data)
    assert field in [p.field for p in refused.value.problems]


def test_two_sides_across_from_each_other_can_be_left_out() -> None:
    clear_and_fixed(built(open_at("left", "right")))


@pytest.mark.parametrize("kind", ["staves", "framed_sheet"])
@pytest.mark.parametrize("stands", ["outside", "inside"])
def test_posts_of_a_fence_hold_panels_and_frames_too(kind: str, stands: str) -> None:
    """A post at 800 mm from the corner: it is fixed to, and none of the bed's own stands beside it."""
    row = {"side": "back", "at": "800 mm", "width": "90 mm", "stands": stands}
    data = open_at(kind=kind)
    data["construction"]["existing"] = [row]
    bed = built(data)
    clear_and_fixed(bed)
    [post] = [p for p in bed.parts if p.role.name == "existing post"]
    fixed = [j for j in bed.joints if post.name in j.parts]
    assert fixed
    back = next(s for s in bed.outline.sides if s.name == "back")
    own = [sum(back.reach(p.body)) / 2 for p in bed.parts if p.side == "back" and p.role.name == "mid post"]
    # Rails of panels lie against posts inside: there one outside takes the place of none.
    assert all(abs(at - 800) > 150 for at in own) or (kind, stands) == ("staves", "outside")
