"""Level books and squareness against published worked examples and closed forms.

Punmia, Surveying I, chapter 9 (a worked level book; the values from memory) · 3-4-5 by Pythagoras · a racked
rectangle in closed form: sin of the rack = (d₁² − d₂²) ÷ 4ab.
"""

import random
from functools import partial
from math import asin, degrees, hypot, radians, sin
from typing import Any

import numpy as np
import pytest
import trimesh
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import least_squares
from shapely import Polygon

from acrebox.core.design import GroundChoice, read_design
from acrebox.core.ground import (
    Network,
    check_square,
    fitted,
    laid,
    levelled,
    network_of,
    packing,
    read_book,
    read_tape,
    reduced,
    three_four_five,
    trench_of,
)
from acrebox.core.measure.systems import System
from acrebox.core.plan import ASSEMBLY, open_plan
from acrebox.core.shape.bodies.face import polygons
from placed import bed

PUNMIA = [
    ("BM", "back", 2.228),
    ("A", "between", 1.606),
    ("B", "fore", 0.988),
    ("B", "back", 2.090),
    ("C", "between", 2.864),
    ("D", "fore", 1.262),
    ("D", "back", 0.602),
    ("E", "fore", 1.982),
    ("E", "back", 1.044),
    ("F", "fore", 2.684),
]
HEIGHTS = {"A": 433.006, "B": 433.624, "C": 432.850, "D": 434.452, "E": 433.072, "F": 431.432}


def book(rows: list[tuple[str, str, float]], datum: float = 0.0, unit: float = 1000.0) -> dict[str, Any]:
    return {
        "method": "instrument",
        "datum": {"station": rows[0][0], "height": datum * unit},
        "readings": [{"station": s, "sight": k, "reading": r * unit} for s, k, r in rows],
    }


def test_a_published_level_book() -> None:
    found = reduced(read_book(book(PUNMIA, 432.384)))
    for name, height in HEIGHTS.items():
        station = found.station(name)
        assert station is not None
        assert station.height == pytest.approx(height * 1000, abs=1e-6)
    assert (found.back, found.fore) == pytest.approx((5964, 6916))
    assert (found.rise, found.fall) == pytest.approx((2842, 3794))
    assert found.agrees


@given(st.floats(0.2, 8.0))
def test_a_racked_rectangle_in_closed_form(rack: float) -> None:
    a, b, s = 2400.0, 1200.0, sin(radians(rack))
    first, second = (a * a + b * b + 2 * a * b * s) ** 0.5, (a * a + b * b - 2 * a * b * s) ** 0.5
    tape = {"sides": [a, b, a, b], "diagonals": [first, second], "wanted": {"length": a, "width": b}}
    found = check_square(read_tape(tape))
    assert degrees(asin((first**2 - second**2) / (4 * a * b))) == pytest.approx(rack)
    assert max(c.angle_deg for c in found.corners) == pytest.approx(90 + rack, abs=1e-3)
    assert found.suspect is None
    assert found.true_diagonal_mm == pytest.approx(hypot(a, b))
    if found.move is not None:
        assert found.move.corner == "back right"
        assert found.move.by_mm == pytest.approx(b * s, rel=0.02)


def test_three_four_five_is_the_largest_that_fits() -> None:
    """In 2.4 × 1.2 m: 4 × 400 along, 3 × 400 across; in 8 × 4 ft: 3 × 15 in would be 45, of 48."""
    assert three_four_five(2400, 1200, System.METRIC) == 400
    assert three_four_five(1200, 2400, System.METRIC) == 400
    assert three_four_five(8 * 304.8, 4 * 304.8, System.IMPERIAL) == pytest.approx(15 * 25.4)


def test_a_gap_under_a_level_grows_with_the_reach() -> None:
    """3 mm under the end of a level of 600 mm are 12 mm over 2.4 m, by similar triangles."""
    assert packing(3, 600, 2400) == 12


boards = partial(bed, "Slope")
CORNERS = ["front left", "front right", "back right", "back left"]


def stations(*heights: float) -> list[dict[str, Any]]:
    return [{"at": at, "height": h} for at, h in zip(CORNERS, heights, strict=True)]


@given(
    st.lists(st.integers(-150, 150), min_size=4, max_size=4),
    st.sampled_from(["dig_in", "build_up"]),
    st.integers(0, 60),
)
def test_what_is_dug_and_packed_is_the_prism_between_the_surfaces(
    heights: list[int], school: str, bury: int
) -> None:
    """The same volumes by trimesh, from prisms on the triangles of the ground cut to the trench."""
    choice = GroundChoice.model_validate({"stations": stations(*heights), "school": school, "bury": bury})
    bed = open_plan(read_design(boards()))[ASSEMBLY]
    found = levelled(bed, choice)
    assert found is not None
    strip = trench_of(bed, choice.trench.mm)
    net = 0.0
    for triangle in found.ground.triangles:
        corners = np.array([(x, y) for x, y, _ in triangle])
        for piece in polygons(Polygon(corners).intersection(strip)):
            plan = trimesh.creation.extrude_polygon(piece, 1.0)
            # A prism under a plane holds its base times the height at the middle of that.
            middle = plan.center_mass[:2]
            net += plan.volume * found.ground.height_at((float(middle[0]), float(middle[1])))
    assert found.dug - found.packed == pytest.approx(net, abs=2e3)


def test_the_fill_takes_the_wedge_under_the_first_course() -> None:
    """Built up over a fall of 120 mm: the soil goes down to the ground, half of 120 mm in the mean, but not
    where it is packed under the walls: there lie 76.94 mm of the trench within them, and all posts.
    """
    flat = open_plan(read_design(boards()))
    slope = open_plan(
        read_design(boards(ground={"stations": stations(0, 0, 120, 120), "school": "build_up"}))
    )
    ground = slope.ground
    assert ground is not None
    inside = flat[ASSEMBLY].inner.area
    assert ground.wedge_l == pytest.approx(inside * 60 / 1e6, rel=1e-6)
    more = slope[ASSEMBLY].cavity.litres_to(390) - flat[ASSEMBLY].cavity.litres_to(390)
    left = (2310 - 2 * 76.9375) * (1110 - 2 * 76.9375)
    assert more == pytest.approx(left * 60 / 1e6, rel=1e-6)


def test_a_fitted_quadrilateral_has_the_taped_sides() -> None:
    points = [(0, 0), (2400, 0), (2450, 1230), (-20, 1180)]
    ends = ((0, 1), (1, 2), (2, 3), (3, 0), (0, 2), (1, 3))
    taped = [hypot(points[j][0] - points[i][0], points[j][1] - points[i][1]) for i, j in ends]
    assert fitted(taped).lengths == pytest.approx(taped)


@pytest.mark.parametrize("seed", range(6))
def test_a_network_of_tapes_is_fitted_as_a_general_solver_fits_it(seed: int) -> None:
    """Sides and diagonals of an L, a U and a hexagon by SciPy's trust region solver."""
    dice = random.Random(seed)
    leg = {"length": "3 m", "width": "2.4 m", "front": "900 mm", "left": "900 mm"}
    shapes = ({"shape": "l", **leg}, {"shape": "u", **leg, "right": "800 mm"})
    outline = (*shapes, {"shape": "regular", "sides": 6, "side": "900 mm"})[seed % 3]
    network = network_of(open_plan(read_design(boards(outline=outline)))[ASSEMBLY])
    taped = {n: mm + dice.uniform(-30, 30) for n, mm in zip(network.names, network.lengths, strict=True)}

    def misses(flat: Any) -> Any:
        points = flat.reshape(-1, 2)
        return [Network.between(points, t) - taped[t.name] for t in network.ties]

    other = least_squares(misses, np.array(network.wanted).reshape(-1), xtol=1e-13, ftol=1e-13, gtol=1e-13)
    found = laid(network, taped)
    assert sum(r * r for r in found.residuals) == pytest.approx(2 * other.cost, rel=1e-6)
    assert [-r for r in found.residuals] == pytest.approx(list(other.fun), abs=1e-3)
    # What the tapes check of each other comes to the tapes that are to spare.
    assert sum(found.checked) == pytest.approx(network.spare)
