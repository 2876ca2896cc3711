"""Facts of the trade (common practice, no source)."""

from math import ceil

import pytest

from acrebox.core.measure.convert import litres_to_ft3, litres_to_yd3
from acrebox.core.measure.written import parse_length, parse_volume
from acrebox.core.plan import plan_document
from sample import document


def test_boards_by_perimeter() -> None:
    """96 + 96 + 48 + 48 in round the edge is 288 in; 5½ in boards: 52.4, so 53."""
    edge = sum(parse_length(side) for side in ("96 in", "96 in", "48 in", "48 in"))
    boards = edge / parse_length("5 1/2 in")
    assert edge == parse_length("288 in")
    assert round(float(boards), 1) == 52.4
    assert ceil(boards) == 53


def test_a_24_by_4_ft_bed_26_in_deep() -> None:
    litres = float(parse_length("24 ft") * parse_length("4 ft") * parse_length("26 in")) / 1e6
    assert litres_to_ft3(litres) == pytest.approx(208)
    assert litres_to_yd3(litres) == pytest.approx(7.70, abs=0.005)
    assert float(parse_volume("208 cu ft")) == pytest.approx(litres)


def test_a_post_50_mm_below_the_top_of_two_200_mm_courses_and_300_mm_in_the_ground_is_650_mm() -> None:
    plan = plan_document(
        document(outline={"length": "2.4 m", "width": "1.2 m"}, height=None, courses=2, construction__board="50x200", construction__post="75x75")
    )
    assert plan["outside"]["post_mm"] == pytest.approx(650)


def test_seven_posts_on_a_24_ft_side_with_one_every_4_ft() -> None:
    """Post centres run a little less than the outside: six bays, seven posts, corners counted."""
    long = {"bench": {"lengths": [{"stock": "2x8", "length": "24 ft", "price": "60.00"}]}}
    plan = plan_document(document(outline__length="24 ft", construction__post_limit="4 ft", **long))
    front = [d for d in plan["drawings"]["plan"]["dimensions"] if d["name"] == "post centres" and d["side"] == "above"]
    assert len(front) + 1 == 7


def test_the_usual_mix_is_shares_of_the_settled_volume() -> None:
    layers = plan_document(document())["fill"]["layers"]
    whole = sum(layer["settled_l"] for layer in layers)
    assert [(layer["material"], round(layer["settled_l"] / whole, 3)) for layer in layers] == [("garden-soil", 0.5), ("compost", 0.4), ("manure", 0.1)]


@pytest.mark.parametrize("gap", ["1 in", "25.4 mm"])
def test_outside_sizes_are_not_used_for_soil(gap: str) -> None:
    plan = plan_document(document(fill__gap=gap))
    assert plan["inside"]["volume_l"] < plan["inside"]["length_mm"] * plan["inside"]["width_mm"] * plan["inside"]["depth_mm"] / 1e6
