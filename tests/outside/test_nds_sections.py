"""NDS Supplement, Table 1B: section properties of sawn lumber. From memory, the printed page not seen;
±0.1 %.
"""

import pytest

from acrebox.core.stock import catalogue

# nominal: area A [in²]
AREAS = {
    "1x6": 4.125,
    "2x4": 5.250,
    "2x6": 8.250,
    "2x8": 10.88,
    "2x10": 13.88,
    "2x12": 16.88,
    "4x4": 12.25,
    "6x6": 30.25,
}


@pytest.mark.parametrize("nominal", AREAS)
def test_areas(nominal: str) -> None:
    timber = catalogue().find_timber(nominal)
    assert timber is not None
    assert timber.thickness.mm * timber.width.mm / 25.4**2 == pytest.approx(AREAS[nominal], rel=1e-3)
