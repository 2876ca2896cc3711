"""Sides that are left out: a fence or a wall stands there instead."""

from typing import Any

import pytest

from acrebox.core.assembly import Assembly
from acrebox.core.choosing.offers import starting_design
from acrebox.core.construction import assemble
from acrebox.core.design import read_design
from acrebox.core.errors import DesignError
from acrebox.core.measure.systems import System
from acrebox.core.plan import plan_document
from acrebox.core.stock import catalogue
from sample import courses_of
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
