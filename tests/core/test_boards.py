"""Boards on edge: the box they make."""

from typing import Any

import pytest
from hypothesis import given

from acrebox.core.construction import assemble
from acrebox.core.design import read_design
from acrebox.core.errors import DesignError
from acrebox.core.plan import open_plan, plan_document
from acrebox.core.stock import catalogue
from sample import document
from strategies import board_designs


@given(board_designs())
def test_walls_and_cavity_make_up_the_outside_prism(data: dict[str, Any]) -> None:
    data["construction"]["posts"] = "inside"
    bed = assemble(read_design(data), catalogue())
    length, width = bed.size("outside")
    walls = sum(p.solid.volume for p in bed.parts if p.role.name == "wall board")
    top = bed.wall_top
    posts = sum(
        p.solid.width * p.solid.thickness * min(p.solid.bounds[1][2], top) for p in bed.parts if p.role.post
    )
    assert walls + posts + bed.cavity.litres_to(top) * 1e6 == pytest.approx(length * width * top, rel=1e-9)


@given(board_designs())
def test_everything_but_the_cap_stands_inside_the_outside_outline(data: dict[str, Any]) -> None:
    data["construction"]["posts"] = "inside"
    bed = assemble(read_design(data), catalogue())
    length, width = bed.size("outside")
    for part in bed.parts:
        if part.role.name != "cap board":
            (x0, y0, _), (x1, y1, _) = part.solid.bounds
            assert min(x0, y0) >= -0.01
            assert x1 <= length + 0.01
            assert y1 <= width + 0.01


@given(board_designs())
def test_turning_the_bed_a_quarter_changes_no_quantity(data: dict[str, Any]) -> None:
    outline = data["outline"]
    turned = {**data, "outline": {**outline, "length": outline["width"], "width": outline["length"]}}
    one, other = (open_plan(read_design({**d, "units": "metric"})) for d in (data, turned))
    if one.outside.length_mm == one.outside.width_mm:
        return  # which sides are the long ones is then a matter of naming
    assert [(c.length_mm, c.count) for c in one.cuts] == [(c.length_mm, c.count) for c in other.cuts]
    assert one.cutting.cost == other.cutting.cost
    assert one.fill.settled_l == pytest.approx(other.fill.settled_l)


@given(board_designs())
def test_bays_are_even_and_none_is_over_the_limit(data: dict[str, Any]) -> None:
    bed = assemble(read_design(data), catalogue())
    limit = open_plan(read_design(data)).outside.post_limit_mm
    for span in bed.spans:
        assert span.length <= limit + 1e-6


@pytest.mark.parametrize(
    ("changes", "field", "says"),
    [
        ({"outline__length": "0"}, "outline.length", "at least"),
        ({"outline__length": "-2 m"}, "outline.length", "negative"),
        ({"outline__width": "abc"}, "outline.width", "not a"),
        ({"outline__width": "9 in"}, "outline.width", "shorter than its posts"),
        ({"height": "13 in"}, "height", "1 course"),
        ({"height": "0"}, "height", "more than nothing"),
        ({"height": None}, "height", "one of the two"),
        ({"courses": 2}, "height", "one of the two"),
        ({"construction__board": "3x9"}, "construction.board", "no timber called"),
        ({"construction__kind": "straw"}, "construction", "boards"),
        ({"construction__post_limit": "2 in"}, "construction.post_limit", "against each other"),
        ({"construction__post_drop": "16 in"}, "construction.post_drop", "below the ground"),
        (
            {"construction__board_measured": {"thickness": "2 m"}},
            "construction.board_measured.thickness",
            "no stick",
        ),
        ({"bench__kerf": "1 m"}, "bench.kerf", "0"),
        ({"name": ""}, "name", "at least"),
        ({"colour": "red"}, "colour", "Nobody reads"),
        ({"height": None, "courses": 0}, "courses", "at least 1"),
        ({"height": None, "courses": 12}, "courses", "at most"),
        ({"fill__gap": "20 in"}, "fill.gap", "no room"),
        ({"fill__layers": [{"material": "compost", "share": 90}]}, "fill.layers", "100"),
        (
            {"fill__layers": [{"material": "moon dust", "share": 100}]},
            "fill.layers.0.material",
            "no such fill",
        ),
        ({"fill__layers": [{"material": "compost"}]}, "fill.layers.0", "depth or by its share"),
        ({"bench__offcuts": [{"stock": "9x9", "length": "1 m"}]}, "bench.offcuts.0.stock", "no timber"),
        ({"loads__waterlogged": 0}, "loads.waterlogged", "true or false"),
        ({"loads__waterlogged": "yes"}, "loads.waterlogged", "true or false"),
        (
            {"bench__lengths": [{"stock": "2x8", "length": "8 ft", "price": "-1"}]},
            "bench.lengths.0.price",
            "at least 0",
        ),
    ],
)
def test_bad_input_names_the_field_the_value_and_what_is_allowed(
    changes: dict[str, Any], field: str, says: str
) -> None:
    with pytest.raises(DesignError) as caught:
        plan_document(document(**changes))
    [problem] = [p for p in caught.value.problems if p.field.startswith(field)]
    assert says in f"{problem.message} {problem.allowed}"
    assert problem.allowed


def test_a_full_bed_weighs_its_wet_soil_and_its_timber() -> None:
    """By hand: 2 × (2438.4 + 1143) mm of 2×8, two high, at 450 kg/m³, and six posts of 3½ × 3½ × 24½ in at
    550 kg/m³.
    """
    totals = open_plan(read_design(document())).totals
    boards = 4 * (2438.4 + 1143) * 38.1 * 184.15 / 1e9 * 450
    posts = 6 * 88.9**2 * 24.5 * 25.4 / 1e9 * 550
    assert totals.timber_kg == pytest.approx(boards + posts, rel=1e-3)
    assert totals.weight_kg == pytest.approx(totals.soil_kg + totals.timber_kg)
