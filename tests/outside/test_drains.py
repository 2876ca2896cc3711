"""Orifices and pipes against published values and a library of fluid mechanics."""

from math import pi
from typing import Any

import pytest
from fluids.piping import nearest_pipe

from acrebox.core.drainage import orifice, pipe_sizes
from acrebox.core.measure.systems import System

INCH = 25.4


def test_an_orifice_by_hand() -> None:
    """Cd 0.62, 6 mm, 0.30 m of water: 2.5514 L/min; Cd 0.6, 8 mm, 50 mm: 1.792 L/min, six for ten."""
    assert orifice(6, 300, 0.62) == pytest.approx(2.5514, abs=1e-3)
    assert orifice(8, 50, 0.6) == pytest.approx(1.792, abs=1e-3)
    assert 5 * orifice(8, 50, 0.6) < 10 < 6 * orifice(8, 50, 0.6)
    # Without a coefficient it is Torricelli's jet.
    assert orifice(10, 1000, 1.0) / 60_000 == pytest.approx(pi / 4 * 0.01**2 * (2 * 9.80665) ** 0.5)


@pytest.mark.parametrize(
    ("key", "nominal"),
    [("1/2", 0.5), ("3/4", 0.75), ("1", 1), ("1 1/4", 1.25), ("1 1/2", 1.5), ("2", 2)],
)
def test_outside_diameters_are_those_of_astm_d1785(key: str, nominal: Any) -> None:
    """The schedule of the library `fluids` for ASTM D1785, by nominal size."""
    [size] = [s for s in pipe_sizes() if s.key == key and s.system is System.IMPERIAL]
    _, _, outside, _ = nearest_pipe(NPS=nominal, schedule="40D1785")
    assert size.outside.mm == pytest.approx(outside * 1000, abs=0.06)


def test_socket_depths_are_those_of_astm_d2466() -> None:
    depths = {s.key: s.socket.mm / INCH for s in pipe_sizes() if s.system is System.IMPERIAL}
    assert depths == pytest.approx(
        {"1/2": 0.688, "3/4": 0.719, "1": 0.875, "1 1/4": 0.938, "1 1/2": 1.094, "2": 1.156}
    )
