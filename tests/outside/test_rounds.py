"""Rounds against general-purpose libraries: drums, frustums, ovals by fluids and trimesh; sheet by gauge."""

from math import pi
from typing import Any

import pytest
import trimesh
from fluids.geometry import TANK
from hypothesis import given, settings

from acrebox.core.construction import assemble
from acrebox.core.design import read_design
from acrebox.core.plan import open_plan
from acrebox.core.stock import catalogue
from acrebox.core.stock.wave import Wave
from strategies import round_designs


def capacity(document: dict[str, Any]) -> float:
    """To the rim, empty [L]."""
    return float(open_plan(read_design(document)).facts["capacity"].amount)


def drum(cut: str, **more: Any) -> dict[str, Any]:
    measured = {"diameter": "585 mm", "length": "880 mm"}
    outline = {"shape": "circle"} if cut == "across" else {"length": "880 mm", "width": "585 mm"}
    construction = {"kind": "drum", "cut": cut, "drum_measured": measured, "history": "food"}
    return {"schema": 1, "name": "Drum", "outline": outline, "construction": construction, **more}


def trough(outline: dict[str, Any], height: str, **more: Any) -> dict[str, Any]:
    construction = {"kind": "trough", **more}
    return {"schema": 1, "name": "T", "outline": outline, "height": height, "construction": construction}


def test_a_lying_drum_is_the_segment_of_fluids() -> None:
    """fluids 1.3, TANK: a cylinder with flat ends, D 0.585, L 0.88, half and a quarter full."""
    tank = TANK(D=0.585, L=0.88, horizontal=True)
    assert capacity(drum("lengthwise")) == pytest.approx(tank.V_from_h(0.2925) * 1000, rel=1e-9)
    assert capacity(drum("lengthwise")) == pytest.approx(118.264, abs=0.001)
    bed = assemble(read_design(drum("lengthwise")), catalogue())
    quarter = bed.cavity.litres_to(bed.cavity.floor + 585 / 4)
    assert quarter == pytest.approx(tank.V_from_h(0.585 / 4) * 1000, rel=1e-9)
    assert quarter == pytest.approx(46.242, abs=0.001)


def test_an_upright_half_is_a_cylinder() -> None:
    assert capacity(drum("across")) == pytest.approx(pi / 4 * 0.585**2 * 0.44 * 1000)


def test_a_round_taper_is_the_frustum_of_a_cone() -> None:
    """R 0.25 below, 0.30 above, 0.4 high: 95.295 L; trimesh agrees on a fine mesh."""
    round_one = trough({"shape": "circle", "diameter": "600 mm"}, "400 mm", base={"diameter": "500 mm"})
    assert capacity(round_one) == pytest.approx(95.2950, abs=0.0005)
    profile = [[0.0, 0.0], [0.25, 0.0], [0.30, 0.4], [0.0, 0.4]]
    mesh = trimesh.creation.revolve(profile, sections=4096)
    assert capacity(round_one) == pytest.approx(mesh.volume * 1000, rel=1e-5)


def test_a_tapered_oval_is_no_mean_of_two_areas() -> None:
    """Straight 0.9, r 0.28 to 0.30, 0.3 high: 235.894 L; the mean of the areas gives 235.957."""
    outline = {"shape": "oval", "length": "1.5 m", "width": "600 mm"}
    found = capacity(trough(outline, "300 mm", base={"length": "1.46 m", "width": "560 mm"}))
    assert found == pytest.approx(235.8938, abs=0.0001)
    areas = [pi * r**2 + 2 * r * 0.9 for r in (0.28, 0.30)]
    assert sum(areas) / 2 * 300 == pytest.approx(235.957, abs=0.001)
    assert abs(found - sum(areas) / 2 * 300) > 0.06


@settings(max_examples=25)
@given(round_designs())
def test_every_body_is_closed_by_trimesh_and_weighs_what_it_is_said_to(document: dict[str, Any]) -> None:
    bed = assemble(read_design(document), catalogue())
    for part in bed.parts:
        mesh = trimesh.Trimesh(part.body.mesh.points, part.body.mesh.triangles, process=True)
        assert mesh.is_watertight, part.name
        # Round faces are drawn as flat ones.
        assert mesh.volume == pytest.approx(part.body.volume, rel=0.012), part.name


@pytest.mark.parametrize(
    ("gauge", "inches"), [(20, 0.0359), (22, 0.0299), (24, 0.0239), (26, 0.0179), (28, 0.0149)]
)
def test_sheet_by_its_gauge(gauge: int, inches: float) -> None:
    """Steel gauges: (lb/ft²)/41.82 in. The sheet sold by gauge is as thick as its gauge."""
    pounds = {20: 1.5, 22: 1.25, 24: 1.0, 26: 0.75, 28: 0.625}[gauge]
    assert pounds / 41.82 == pytest.approx(inches, abs=0.0001)
    named = [s for s in catalogue().sheet if f"{gauge} gauge" in s.name]
    assert all(s.steel.mm == pytest.approx(inches * 25.4, abs=0.003) for s in named)


def test_the_girth_of_a_wave() -> None:
    """A sine 2 2/3 in long and 1/2 in deep is 1.0818 times as long as it is wide."""
    assert Wave(12.7, 2 / 3 * 25.4 + 2 * 25.4, 0.5).girth == pytest.approx(1.0818, abs=0.0001)
