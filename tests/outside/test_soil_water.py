"""Water and pores in soil and stone.

Saxton and Rawls (2006), *Soil Water Characteristic Estimates by Texture and Organic Matter*, Table 3;
packings of equal balls: geometry (Conway and Sloane, *Sphere Packings, Lattices and Groups*).
"""

from math import pi, sqrt

import pytest

from acrebox.core.stock import catalogue
from acrebox.core.wicking import wicking_limit

FILLS = {f.key: f for f in catalogue().fill}
CUBIC, CLOSE = 1 - pi / 6, 1 - pi / (3 * sqrt(2))


def test_a_loam_wilts_drains_and_is_full() -> None:
    soil = FILLS["garden-soil"]
    assert (soil.wilts, soil.holds, soil.pores) == (0.14, 0.28, 0.46)


@pytest.mark.parametrize("fill", FILLS.values(), ids=lambda f: f.key)
def test_every_material_wilts_before_it_drains_and_is_full_last(fill: object) -> None:
    wilts, holds, pores = (getattr(fill, name) for name in ("wilts", "holds", "pores"))
    assert 0 < wilts < holds < pores < 1


def test_the_open_share_of_gravel_lies_between_close_and_cubic_packing() -> None:
    assert pytest.approx([0.4764, 0.2595], abs=5e-5) == [CUBIC, CLOSE]
    for medium in ("gravel", "sand"):
        assert CLOSE < wicking_limit(medium) < CUBIC
    # Rock that is porous itself is open between its pieces and within them.
    assert wicking_limit("porous_rock") > CUBIC
