"""The least Design document, planned."""

import pytest

from acrebox.core.measure.systems import System
from acrebox.core.plan import plan_bed, plan_document
from sample import NORTH_BED, design, document


def test_two_courses_of_four_long_and_four_short_boards() -> None:
    plan = plan_document(NORTH_BED)
    boards = {(c["length_mm"], c["count"]) for c in plan["cuts"] if c["role"] == "wall board"}
    assert boards == {(2438.4, 4), (1143.0, 4)}
    assert (plan["inside"]["length_mm"], plan["inside"]["width_mm"]) == (2362.2, 1143.0)
    assert plan["outside"]["courses"] == 2


def test_the_contract_carries_what_it_promises_each_with_its_working() -> None:
    plan = plan_document(NORTH_BED)
    assert {"stock", "length_mm", "count", "label", "working"} <= plan["cuts"][0].keys()
    assert {"item", "count", "unit", "cost", "working"} <= plan["buying"][0].keys()
    assert {"stock", "length_mm", "pieces"} <= plan["cutting"]["sticks"][0].keys()
    assert {"bound", "proven", "working"} <= plan["cutting"].keys()
    assert {"length_mm", "width_mm", "depth_mm", "volume_l"} <= plan["inside"]["working"].keys()
    assert {"layers", "settled_l", "loose_l", "working"} <= plan["fill"].keys()
    assert {"joint", "name", "count", "bite_mm", "working"} <= plan["fixings"][0].keys()
    assert {"code", "level", "message"} <= plan["watch_outs"][0].keys()
    for cut in plan["cuts"]:
        assert cut["working"]["length_mm"]["amount"] == pytest.approx(cut["length_mm"])


def test_the_inside_volume_is_the_box_less_its_posts() -> None:
    plan = plan_document(document(fill={"gap": "1 in"}))
    depth = (14.5 - 1) * 25.4
    post_height = (14.5 - 2) * 25.4  # the posts stop 2 in below the top
    by_hand = (2362.2 * 1143.0 * depth - 6 * 88.9**2 * post_height) / 1e6  # four corners, two mid posts
    assert plan["inside"]["volume_l"] == pytest.approx(by_hand, abs=1e-3)


def test_a_board_that_measures_otherwise_changes_everything_after_it() -> None:
    plan = plan_document(
        document(
            courses=2, height=None, construction__board_measured={"thickness": "40 mm", "width": "190 mm"}
        )
    )
    assert plan["outside"]["height_mm"] == 380
    assert plan["inside"]["length_mm"] == pytest.approx(2438.4 - 80)
    assert {c["length_mm"] for c in plan["cuts"] if c["role"] == "wall board"} == {
        2438.4,
        round(1219.2 - 80, 4),
    }
    assert "measured-differs" in {w["code"] for w in plan["watch_outs"]}


def test_inside_sizes_give_the_same_bed_as_the_outside_sizes_they_imply() -> None:
    outside = plan_document(document())
    inside = plan_document(document(outline={"length": "93 in", "width": "45 in", "measured": "inside"}))
    for key in ("cuts", "buying"):
        assert [{k: v for k, v in row.items() if k != "working"} for row in inside[key]] == [
            {k: v for k, v in row.items() if k != "working"} for row in outside[key]
        ]
    for one, other in zip(inside["parts"], outside["parts"], strict=True):
        assert one["origin"] == pytest.approx(other["origin"])


def test_a_top_course_may_be_ripped_to_the_height_wanted() -> None:
    plan = plan_document(document(height="12 in", construction__top_course="ripped"))
    assert {c["rip_mm"] for c in plan["cuts"]} == {None, round((12 - 7.25) * 25.4, 4)}
    assert plan["outside"]["height_mm"] == pytest.approx(12 * 25.4)


def test_posts_left_long_are_cut_with_an_allowance() -> None:
    plan = plan_document(document(construction__post_top="trimmed"))
    [post] = [c for c in plan["cuts"] if "post" in c["role"]]
    assert post["length_mm"] == pytest.approx((14.5 + 12 + 2) * 25.4, abs=0.05)
    assert "trim" in post["working"]["length_mm"]["working"]


def test_the_unit_shown_is_the_one_the_length_was_written_in_until_chosen() -> None:
    assert plan_bed(design()).units is System.IMPERIAL
    assert plan_bed(design(outline__length="2.4 m")).units is System.METRIC
    assert plan_bed(design(units="metric")).units is System.METRIC


def test_one_stock_for_boards_and_posts_is_cut_together() -> None:
    plan = plan_document(document(construction__post="2x8"))
    assert [s["stock"] for s in plan["cutting"]["sections"]] == ["spruce-2x8"]
