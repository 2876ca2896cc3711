"""Carbon and nitrogen against published values.

Cornell Waste Management Institute, *Compost Engineering*, the worked example of grass and leaves; NRAES-54,
*On-Farm Composting Handbook*, Table A.1, recalled from memory.
"""

import pytest

from acrebox.core.fill.nitrogen import Feedstock, balancing, mixed_ratio
from acrebox.core.stock import catalogue

GRASS = Feedstock(kg=10, moisture=0.77, carbon=0.45, nitrogen=0.024)
LEAVES = Feedstock(kg=1, moisture=0.35, carbon=0.50, nitrogen=0.0075)
FILLS = {f.key: f for f in catalogue().fill}


def test_ten_kilograms_of_grass_want_3_5_of_leaves_to_come_to_30() -> None:
    kg = balancing(GRASS, LEAVES, 30)
    assert kg == pytest.approx(3.474, abs=0.001)
    leaves = Feedstock(kg=kg, moisture=0.35, carbon=0.50, nitrogen=0.0075)
    assert mixed_ratio([GRASS, leaves]) == pytest.approx(30)


@pytest.mark.parametrize(
    ("key", "ratio"), [("straw", 127), ("leaves", 54), ("logs", 560), ("bark-mulch", 496)]
)
def test_carbon_to_nitrogen_of_feedstocks(key: str, ratio: float) -> None:
    """From memory: wheat straw 127, leaves 54, hardwood chips 560, softwood bark 496."""
    fill = FILLS[key]
    assert fill.carbon / fill.nitrogen == pytest.approx(ratio, rel=0.01)
