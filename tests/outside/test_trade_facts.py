"""Facts of the trade (common practice, no source)."""

from typing import Any

import pytest

from acrebox.core.construction.addons.ties import ties_by_rule
from acrebox.core.measure.convert import litres_to_yd3
from acrebox.core.measure.systems import System
from acrebox.core.plan import plan_document
from sample import document


def test_a_bed_24_by_4_ft_filled_26_in_deep_takes_208_cubic_feet() -> None:
    """24 × 4 × 26/12 = 208 ft³ = 7.70 yd³: three boards of 9 in and an inch left free, posts outside."""
    boards = {"kind": "boards", "board": "2x10", "board_measured": {"width": "9 in"}, "post": "4x4"}
    plan = plan_document(
        document(
            outline={"length": "24 ft", "width": "4 ft", "measured": "inside"},
            height=None,
            courses=3,
            construction={**boards, "posts": "outside"},
            fill={"gap": "1 in"},
        )
    )
    assert plan["fill"]["settled_ft3"] == pytest.approx(208)
    assert litres_to_yd3(plan["inside"]["volume_l"]) == pytest.approx(7.70, abs=0.005)


def test_a_post_50_mm_below_the_top_of_two_200_mm_courses_and_300_mm_in_the_ground_is_650_mm() -> None:
    plan = plan_document(
        document(
            outline={"length": "2.4 m", "width": "1.2 m"},
            height=None,
            courses=2,
            construction__board="50x200",
            construction__post="75x75",
        )
    )
    assert plan["outside"]["post_mm"] == pytest.approx(650)


def test_seven_posts_on_a_24_ft_side_with_one_every_4_ft() -> None:
    """Post centres run a little less than the outside: six bays, seven posts, corners counted."""
    long = {"bench": {"lengths": [{"stock": "2x8", "length": "24 ft", "price": "60.00"}]}}
    plan = plan_document(document(outline__length="24 ft", construction__post_limit="4 ft", **long))
    front = [
        d
        for d in plan["drawings"]["plan"]["dimensions"]
        if d["name"] == "post centres" and d["side"] == "above"
    ]
    assert len(front) + 1 == 7


def test_shares_are_of_the_settled_volume() -> None:
    """By hand: 2 × 1 m inside, two courses of 200 mm, 25 mm left free: 750 L, of which 450, 225 and 75 L."""
    plan = plan_document(
        document(
            units="metric",
            outline={"length": "2 m", "width": "1 m", "measured": "inside"},
            height=None,
            courses=2,
            construction={"kind": "boards", "board": "50x200", "post": "75x75", "posts": "outside"},
            fill={
                "gap": "25 mm",
                "layers": [
                    {"material": "garden-soil", "share": 60},
                    {"material": "compost", "share": 30},
                    {"material": "manure", "share": 10},
                ],
            },
        )
    )
    layers = plan["fill"]["layers"]
    assert [layer["settled_l"] for layer in layers] == pytest.approx([450, 225, 75])
    assert [layer["depth_mm"] for layer in layers] == pytest.approx([225, 112.5, 37.5])


@pytest.mark.parametrize("gap", ["1 in", "25.4 mm"])
def test_soil_is_what_the_walls_and_the_posts_leave(gap: str) -> None:
    """By hand, of 8 × 4 ft of 1½ in boards: 93 × 45 × 13½ in, less six posts of 3½ in that end 2 in below the
    top, is 55,579 in³ or 911 L; outside sizes would say 1,019 L.
    """
    inches = 93 * 45 * 13.5 - 6 * 3.5**2 * 12.5
    assert plan_document(document(fill__gap=gap))["inside"]["volume_l"] == pytest.approx(inches * 0.016387064)


def sleepers(**changes: Any) -> dict[str, Any]:
    construction = {
        "kind": "sleepers",
        "sleeper": "sleeper-100x200",
        "post": "post-75x75",
        **changes.pop("construction", {}),
    }
    return document(
        **{
            "outline": {"length": "4.8 m", "width": "1.2 m"},
            "height": None,
            "courses": 3,
            "construction": construction,
            **changes,
        }
    )


def test_three_courses_of_200_mm_with_supports_50_mm_below_the_top_stand_550_mm() -> None:
    plan = plan_document(sleepers(construction={"hung": {"side": "back"}}))
    assert {c["length_mm"] for c in plan["cuts"] if c["role"] == "ledger post"} == {550}


def test_front_posts_of_a_wall_hung_bed_are_twice_the_back_ones() -> None:
    posts = {
        c["role"]: c["length_mm"]
        for c in plan_document(sleepers(construction={"hung": {"side": "back"}}))["cuts"]
        if "post" in c["role"]
    }
    assert posts["corner post"] == 2 * posts["ledger post"]


def test_two_anchors_a_ledger_post_and_a_third_when_it_is_long() -> None:
    for courses, each in ((3, 2), (4, 3)):
        plan = plan_document(sleepers(courses=courses, construction={"hung": {"side": "back"}}))
        ledgers = sum(p["role"] == "ledger post" for p in plan["parts"])
        assert next(b["count"] for b in plan["buying"] if b["item"] == "wall-anchor") == each * ledgers


@pytest.mark.parametrize(("units", "long"), [("metric", "600 mm"), ("imperial", "2′")])
def test_what_a_long_ledger_post_is_stands_in_the_units_of_the_bed(units: str, long: str) -> None:
    plan = plan_document(sleepers(units=units, construction={"hung": {"side": "back"}}))
    assert f"a third in posts over {long}" in str(plan)


def test_a_150_mm_screw_through_a_100_mm_sleeper_bites_50_mm() -> None:
    [row] = [f for f in plan_document(sleepers())["fixings"] if f["joint"] == "sleeper to post"]
    assert (row["length_mm"], row["bite_mm"]) == (150, 50)


def test_half_sleeper_corner_blocks_leave_1_2_by_1_1_m_and_396_litres_at_300_mm() -> None:
    """Half-sleepers 1.2 m long and 50 mm thick, butt-joined: one face is a sleeper long, the other a
    thickness longer.
    """
    plan = plan_document(
        document(
            outline={"length": "1.2 m", "width": "1.1 m", "measured": "inside"},
            height=None,
            courses=2,
            fill={"gap": "100 mm"},
            construction={
                "kind": "sleepers",
                "sleeper": "sleeper-50x200",
                "post": "post-75x75",
                "corner": "short_through",
                "held_by": "corner_blocks",
            },
        )
    )
    assert plan["inside"]["volume_l"] == pytest.approx(396)
    assert {c["length_mm"] for c in plan["cuts"] if c["role"] == "sleeper"} == {1200}
    assert sorted({s["outside_mm"] for s in plan["outside"]["sides"]}) == [1200, 1300]


@pytest.mark.parametrize(("side", "ties"), [(1200, 0), (2990, 0), (3000, 1), (3590, 1), (3600, 2), (4800, 3)])
def test_ties_by_the_rule(side: float, ties: int) -> None:
    assert ties_by_rule(side, System.METRIC) == ties


@pytest.mark.parametrize(("feet", "ties"), [(9.9, 0), (10, 1), (11.9, 1), (12, 2), (16, 3)])
def test_ties_by_the_rule_in_feet(feet: float, ties: int) -> None:
    assert ties_by_rule(feet * 304.8, System.IMPERIAL) == ties


def test_studs_behind_sheet_stand_at_most_900_mm_apart_or_it_is_said() -> None:
    def seen(limit: str) -> set[str]:
        frame = {
            "kind": "framed_sheet",
            "sheet": "sheet-wave-18",
            "rail": "larch-45x70",
            "post": "post-75x75",
            "footing": "frames",
            "stud_limit": limit,
        }
        return {
            w["code"]
            for w in plan_document(
                document(
                    outline={"length": "3 m", "width": "1.2 m"}, height=None, courses=1, construction=frame
                )
            )["watch_outs"]
        }

    assert "bow" not in seen("900 mm")
    assert "bow" in seen("1.5 m")


def test_sheet_screws_every_200_to_250_mm_along_a_rail() -> None:
    frame = {"kind": "framed_sheet", "sheet": "sheet-wave-18", "rail": "larch-45x70", "post": "post-75x75"}
    plan = plan_document(
        document(outline={"length": "2.4 m", "width": "1.2 m"}, height=None, courses=1, construction=frame)
    )
    [row] = [f for f in plan["fixings"] if f["joint"] == "sheet to rail"]
    length = 2 * sum(p["length_mm"] for p in plan["parts"] if p["role"] == "sheet")
    assert 200 <= length / (row["count"] - row["joints"]) <= 250


def test_staves_are_counted_by_panel_and_not_by_perimeter() -> None:
    """Boards 5½ in wide round 96 + 96 + 48 + 48 = 288 in: 52.4, so 53 by the perimeter; each panel ends with
    a board of its own.
    """
    staves = {"kind": "staves", "average": "5 1/2 in", "rail": "2x4", "post": "4x4", "panel": "4 ft"}
    plan = plan_document(document(height="18 in", construction=staves))
    notes = {n["name"]: n["words"] for n in plan["notes"]}
    assert notes["by perimeter"].startswith("53 boards")
    assert sum(p["role"] == "stave" for p in plan["parts"]) == 6 * 9


@pytest.mark.parametrize(("sheets", "across"), [(6, 1490), (7, 1738)])
def test_sheets_with_780_mm_cover_make_rings_of_1490_and_1738_mm(sheets: int, across: int) -> None:
    ring = {"kind": "ring", "sheet": "sheet-wave-18", "sheet_measured": {"cover": "780 mm"}, "sheets": sheets}
    bed = {
        "schema": 1,
        "name": "Ring",
        "outline": {"shape": "circle"},
        "height": "760 mm",
        "construction": ring,
    }
    assert plan_document(bed)["facts"]["diameter"]["amount"] == pytest.approx(across, abs=0.5)


def test_blocks_of_16_8_8_round_8_by_4_feet_are_16_a_course_and_48_in_three() -> None:
    blocks = {"kind": "blocks", "block": "16x8x8", "laid": "dry"}
    outline = {"shape": "rectangle", "length": "8 ft", "width": "4 ft"}
    bed = {"schema": 1, "name": "Blocks", "outline": outline, "courses": 3, "construction": blocks}
    facts = plan_document(bed)["facts"]
    counts = [facts[name]["amount"] for name in ("blocks_a_course", "blocks", "corner_blocks")]
    assert counts == [16, 48, 12]


def test_a_tank_of_1000_litres_makes_two_beds() -> None:
    tote = {"kind": "tote", "tote": "tote-1000", "history": "food"}
    outline = {"shape": "rectangle", "length": "1.2 m", "width": "1 m"}
    halves = [{**tote, "half": half} for half in ("lower", "upper")]
    beds = [{"schema": 1, "name": "Tank", "outline": outline, "construction": half} for half in halves]
    held = sum(plan_document(bed)["facts"]["capacity"]["amount"] for bed in beds)
    assert held == pytest.approx(1000, rel=0.01)


def lined(units: str) -> Any:
    return plan_document(document(units=units, lining__floor="mesh"))


@pytest.mark.parametrize("units", ["metric", "imperial"])
def test_fabric_and_mesh_are_stapled_every_50_to_75_mm(units: str) -> None:
    plan = lined(units)
    lining = plan["lining"]
    strips = [p for p in lining["pieces"] if p["what"].startswith("wall strip")]
    edge = 2 * (plan["inside"]["length_mm"] + plan["inside"]["width_mm"])
    run = lining["round_mm"] + sum(p["width_mm"] for p in strips) + edge
    assert 50 <= run / lining["staples"] <= 75


def test_mesh_on_a_floor_has_holes_of_6_mm() -> None:
    assert "6 mm" in next(b["name"] for b in lined("metric")["buying"] if b["item"].startswith("mesh"))


def test_two_200_mm_courses_with_the_liner_25_mm_below_the_top_are_lined_375_mm_deep() -> None:
    wall = {
        "kind": "sleepers",
        "sleeper": "sleeper-oak-130x260",
        "sleeper_measured": {"thickness": "100 mm", "width": "200 mm"},
        "lay": "edge",
        "post": "post-100x100",
    }
    plan = plan_document(
        {
            "schema": 1,
            "name": "Lined",
            "outline": {"shape": "rectangle", "length": "2.4 m", "width": "1.2 m"},
            "construction": wall,
            "courses": 2,
        }
    )
    assert plan["lining"]["depth_mm"] == pytest.approx(375)
