"""What screws take, against the National Design Specification: its yield limit equations (chapter 12) and its
table of withdrawal (12.2B). Both from memory, the printed pages not seen.
"""

from math import sqrt

import pytest

from acrebox.core.strength.screws import N_PER_LB, drawn, sideways

WET = 0.7
G = 0.42
FE = 3350
"""Dowel bearing of spruce-pine-fir, screws thinner than a quarter inch [psi]: 16600 G^1.84."""


def yields(root: float, bends: float, side: float = 1.5) -> float:
    """The least of modes III and IV of a single shear joint [lb]; the main member long enough for both."""
    reduction = 2.2 if root <= 0.17 else 10 * root + 0.5
    k3 = -1 + sqrt(4 + 2 * bends * 3 * root**2 / (3 * FE * side**2))
    third = k3 * root * side * FE / (3 * reduction)
    fourth = root**2 / reduction * sqrt(2 * FE * bends / (3 * 2))
    return min(third, fourth)


def test_bearing_by_gravity() -> None:
    assert pytest.approx(16600 * G**1.84, rel=0.01) == FE


@pytest.mark.parametrize(
    ("mm", "root_in", "bends_psi"),
    [
        (4.2, 0.131, 90_000),  # No. 8
        (4.8, 0.152, 80_000),  # No. 10
        (5.5, 0.171, 80_000),  # No. 12
        (6.1, 0.196, 70_000),  # No. 14
        (7.9, 0.227, 70_000),  # lag screw, 5/16 in
    ],
)
def test_sideways_by_the_yield_equations(mm: float, root_in: float, bends_psi: float) -> None:
    assert sideways(mm) == pytest.approx(yields(root_in, bends_psi) * N_PER_LB * WET, rel=0.02)


@pytest.mark.parametrize(
    ("gauge_in", "pounds"), [(0.138, 69), (0.164, 82), (0.190, 95), (0.216, 108), (0.242, 122)]
)
def test_drawn_out_of_side_grain_by_the_inch(gauge_in: float, pounds: int) -> None:
    """Table 12.2B, G 0.42: No. 6, 8, 10, 12, 14."""
    assert drawn(gauge_in * 25.4, 25.4) == pytest.approx(pounds * N_PER_LB * WET, rel=0.01)
