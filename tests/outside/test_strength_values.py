"""Published values behind the strength figures.

- NDS Supplement Table 1B: S [in³] and I [in⁴] (from memory; ±0.1 %).
- Wood Handbook, Table 5-3: clear wood at 12 % moisture.
- Soil push in closed form; Caltrans Trenching and Shoring, Table 3-2.
- Girth of a sine corrugation 2⅔ × ½ in; manufacturers' standard gauge of sheet steel.
"""

import pytest

from acrebox.core.design import Loads
from acrebox.core.stock import Wave, catalogue
from acrebox.core.strength.sections import corrugated, rectangle
from acrebox.core.strength.soil import active, at_rest, push_of

TABLE_1B = {
    "1x6": (3.781, 10.40),
    "2x4": (3.063, 5.359),
    "2x6": (7.563, 20.80),
    "2x8": (13.14, 47.63),
    "2x10": (21.39, 98.93),
    "2x12": (31.64, 178.0),
    "4x4": (7.146, 12.51),
    "6x6": (27.73, 76.26),
}


@pytest.mark.parametrize("nominal", TABLE_1B)
def test_section_modulus_and_inertia(nominal: str) -> None:
    timber = catalogue().find_timber(nominal)
    assert timber is not None
    modulus, inertia = TABLE_1B[nominal]
    section = rectangle(timber.thickness.mm / 25.4, timber.width.mm / 25.4)
    assert section.modulus == pytest.approx(modulus, rel=1e-3)
    assert section.inertia == pytest.approx(inertia, rel=1e-3)


CLEAR = {
    "Douglas-fir, coast": (13400, 85, 0.48),
    "loblolly pine": (12300, 88, 0.51),
    "western hemlock": (11300, 78, 0.45),
    "lodgepole pine": (9200, 65, 0.41),
    "western redcedar": (7700, 51.7, 0.32),
}


def test_clear_wood_is_the_handbooks_and_never_what_is_designed_with() -> None:
    seen = set()
    for species in catalogue().species:
        if species.clear:
            seen.add(species.clear.name)
            assert (species.clear.e_mpa, species.clear.mor_mpa, species.clear.sg) == CLEAR[species.clear.name]
            assert species.fb_mpa < species.clear.mor_mpa / 5
            assert species.e_mpa < species.clear.e_mpa * 1.1
    assert seen == CLEAR.keys()


PSI = 0.006894757
GRADED = {"eastern softwoods": (575, 1.1e6), "western cedars": (700, 1.0e6), "spruce-pine-fir": (875, 1.4e6)}
"""NDS Supplement Table 4A, No. 2 (from memory): F_b and E [psi]."""


@pytest.mark.parametrize("species", GRADED)
def test_unknown_wood_is_taken_weaker_than_any_graded_board(species: str) -> None:
    unknown = catalogue().find_species("unknown")
    assert unknown is not None
    bending, stiffness = GRADED[species]
    assert 0.5 * bending * PSI < unknown.fb_mpa < bending * PSI
    assert 0.5 * stiffness * PSI < unknown.e_mpa < stiffness * PSI


@pytest.mark.parametrize(
    ("phi", "ka"), [(25, 0.4059), (28, 0.3610), (30, 0.3333), (34, 0.2827), (40, 0.2174)]
)
def test_active_push(phi: float, ka: float) -> None:
    assert active(phi) == pytest.approx(ka, abs=5e-5)


def test_push_at_rest() -> None:
    assert at_rest(30) == pytest.approx(0.5)


def test_120_pcf_10_ft_a_third_is_400_psf_and_2000_plf() -> None:
    psf, pcf, ft = 0.04788026, 0.1570875, 0.3048
    push = push_of(Loads(school="active", friction=30, unit_weight=120 * pcf, on_top=0), 13.0)
    assert push.at(10 * ft) / psf == pytest.approx(400, rel=1e-4)
    assert push.total(10 * ft) / (psf * ft) == pytest.approx(2000, rel=1e-4)


@pytest.mark.parametrize(("school", "kpa", "kn"), [("active", 3.60, 1.08), ("at_rest", 5.40, 1.62)])
def test_600_mm_of_18_kn_soil(school: str, kpa: float, kn: float) -> None:
    push = push_of(Loads(school=school, friction=30, unit_weight=18, on_top=0), 13.0)
    assert push.at(0.6) == pytest.approx(kpa, abs=5e-3)
    assert push.total(0.6) == pytest.approx(kn, abs=5e-3)


def test_caltrans_medium_dense_sand() -> None:
    assert active(31) == pytest.approx(0.32, abs=5e-3)


def test_girth_of_two_and_two_thirds_by_a_half() -> None:
    assert Wave(0.5, 8 / 3, 0.02).girth == pytest.approx(1.0818, abs=5e-5)


def test_a_flat_sheet_has_no_more_than_its_own_thickness_to_bend_with() -> None:
    """As the waves flatten, I = ∫ t·y² ds goes to width·t·depth²/8: the sine's mean square is a half of
    (depth/2)².
    """
    section = corrugated(1000, Wave(1, 1000, 0.5))
    assert section.inertia == pytest.approx(1000 * 0.5 * 1**2 / 8, rel=1e-4)


GAUGES = {
    20: 0.0359,
    22: 0.0299,
    24: 0.0239,
    26: 0.0179,
    28: 0.0149,
}  # in; (lb/ft²)/41.82, manufacturers' standard gauge


def test_sheet_sold_by_gauge_has_that_gauges_steel() -> None:
    named = [s for s in catalogue().sheet if "gauge" in s.source]
    assert named
    for sheet in named:
        gauge = int(sheet.source.split("steel: ")[1].split(" gauge")[0])
        assert sheet.steel.mm / 25.4 == pytest.approx(GAUGES[gauge], abs=5e-5)


def test_soil_under_water_pushes_by_its_weight_less_the_water_s_and_the_water_by_all_of_its_own() -> None:
    """Soil mechanics, effective stress: 1 m of soil of 18 kN/m³ at K = 1/3 under water of 9.81 kN/m³ pushes
    (18 − 9.81) / 3 + 9.81 = 12.54 kPa.
    """
    push = push_of(Loads(school="active", friction=30, unit_weight=18, on_top=0, waterlogged=True), 13.0)
    assert push.at(1.0) == pytest.approx(12.54, abs=0.005)
