"""Areas of inset outlines, by shapely's own offset and by hand.

L (0,0)(3,0)(3,1)(1,1)(1,2.5)(0,2.5) m inset by 38 mm: 4.5 → 4.087776 m²; U 3 × 2 less 1 × 1: 5 → 4.549776 m².
"""

from math import cos, pi, sin, tan
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from acrebox.core.construction import assemble
from acrebox.core.construction.outlines import outside_outline
from acrebox.core.design import read_design
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.shape.outline import Outline
from acrebox.core.stock import catalogue
from sample import document
from strategies import any_outline

L = ((0, 0), (3000, 0), (3000, 1000), (1000, 1000), (1000, 2500), (0, 2500))
U = ((0, 0), (3000, 0), (3000, 2000), (2000, 2000), (2000, 1000), (1000, 1000), (1000, 2000), (0, 2000))


@pytest.mark.parametrize(("ring", "outside", "inside"), [(L, 4.5, 4.087776), (U, 5.0, 4.549776)])
def test_insets_of_an_l_and_a_u(ring: tuple[tuple[float, float], ...], outside: float, inside: float) -> None:
    outline = Outline(ring)
    assert outline.area / 1e6 == pytest.approx(outside)
    assert outline.inset(38).area / 1e6 == pytest.approx(inside, abs=1e-9)


@given(any_outline(), st.integers(10, 120))
def test_our_offset_is_shapelys_mitred_one(chosen: dict[str, Any], by: int) -> None:
    outline = outside_outline(read_design(document(outline=chosen)), 20.0, 150.0, Printer(System.METRIC))
    theirs = outline.polygon.buffer(-by, join_style="mitre", mitre_limit=100)
    assert outline.inset(by).area == pytest.approx(theirs.area, rel=1e-6)


@given(any_outline(), st.integers(10, 80))
def test_in_and_out_again_is_where_it_was(chosen: dict[str, Any], by: int) -> None:
    outline = outside_outline(read_design(document(outline=chosen)), 20.0, 150.0, Printer(System.METRIC))
    again = outline.inset(by).inset(-by)
    for (x, y), (a, b) in zip(again.points, outline.points, strict=True):
        assert (x, y) == pytest.approx((a, b), abs=0.01)


@pytest.mark.parametrize("sides", range(3, 13))
def test_polygon_mitres_in_closed_form(sides: int) -> None:
    """Side = D·tan(180°/N) with D across the flats; mitre = 180°/N; inside of boards t thick the flats
    are D − 2t apart.
    """
    side = 1500.0
    flats = side / tan(pi / sides)
    design = document(
        outline={"shape": "regular", "sides": sides, "side": f"{side} mm"},
        construction__corner="mitred",
        construction__board="45x195",
        height=None,
        courses=1,
    )
    bed = assemble(read_design(design), catalogue())
    walls = [p for p in bed.parts if p.role.name == "wall board"]
    assert len(walls) == sides
    for wall in walls:
        assert wall.solid.overall == pytest.approx(side, abs=1e-3)
        assert wall.solid.ends[0].bevel == pytest.approx(180 / sides, abs=1e-3)
    assert bed.inner.sides[0].length == pytest.approx((flats - 90) * tan(pi / sides), abs=1e-3)
    assert bed.outline.area == pytest.approx(
        sides / 2 * (side / 2 / sin(pi / sides)) ** 2 * 2 * sin(pi / sides) * cos(pi / sides), rel=1e-6
    )
