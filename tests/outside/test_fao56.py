"""Reference evapotranspiration: Allen, Pereira, Raes and Smith, FAO Irrigation and Drainage Paper 56 (1998),
Examples 8, 9, 14, 17, 18, 20 and 37, their printed values; its Tables 12 and 22 by pyfao56.
"""

from datetime import date

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pyfao56.refet import ascedaily
from pyfao56.tools.tables import FAO56Tables

from acrebox.core.wicking import crops, depletion_after
from acrebox.core.wicking.evaporation import (
    daylight,
    extraterrestrial,
    hargreaves,
    net_radiation,
    penman_monteith,
    penman_monteith_of,
    psychrometric,
    saturation,
    slope,
    wind_at_two_metres,
)


def of_year(month: int, day: int) -> int:
    return date(2001, month, day).timetuple().tm_yday


def test_example_8_extraterrestrial_radiation_on_3_september_at_20_south() -> None:
    assert extraterrestrial(-20, 246) == pytest.approx(32.2, abs=0.05)


def test_example_9_daylight_hours_there() -> None:
    assert daylight(-20, 246) == pytest.approx(11.7, abs=0.05)


def test_example_14_wind_at_10_metres() -> None:
    assert wind_at_two_metres(3.2, 10) == pytest.approx(2.4, abs=0.05)


def test_example_17_bangkok_in_april() -> None:
    assert slope(30.2) == pytest.approx(0.246, abs=5e-4)
    # The source rounds the pressure to 101.3 kPa first.
    assert psychrometric(2) == pytest.approx(0.0674, abs=6e-5)
    latitude, day = 13 + 44 / 60, 105
    ra, hours = extraterrestrial(latitude, day), daylight(latitude, day)
    assert ra == pytest.approx(38.06, abs=0.02)
    rn = net_radiation(ra=ra, sun=8.5, hours=hours, tmin=25.6, tmax=34.8, ea=2.85, altitude=2)
    assert rn == pytest.approx(14.33, abs=0.02)
    et0 = penman_monteith_of(
        tmin=25.6,
        tmax=34.8,
        ea=2.85,
        wind=2.0,
        sun=8.5,
        latitude=latitude,
        day=day,
        altitude=2,
        into_soil=0.14,
    )
    assert et0 == pytest.approx(5.72, abs=0.01)


def test_example_18_uccle_on_6_july() -> None:
    wind = wind_at_two_metres(10 / 3.6, 10)
    assert wind == pytest.approx(2.078, abs=1e-3)
    ea = (saturation(12.3) * 0.84 + saturation(21.5) * 0.63) / 2  # Eq. 17
    assert ea == pytest.approx(1.409, abs=1e-3)
    et0 = penman_monteith_of(
        tmin=12.3, tmax=21.5, ea=ea, wind=wind, sun=9.25, latitude=50.8, day=187, altitude=100
    )
    assert et0 == pytest.approx(3.88, abs=0.01)


def test_example_20_lyon_in_july_from_temperatures_alone() -> None:
    assert hargreaves(tmin=14.8, tmax=26.6, latitude=45 + 43 / 60, day=196) == pytest.approx(5.03, abs=0.02)


def test_the_sun_that_does_not_rise_evaporates_nothing() -> None:
    assert extraterrestrial(80, of_year(12, 21)) == 0
    assert daylight(80, of_year(6, 21)) == pytest.approx(24)
    dark = penman_monteith(
        tmin=-20, tmax=-10, rh_mean=100, wind=1, sun=0, latitude=80, day=of_year(12, 21), altitude=0
    )
    assert dark == 0


def test_example_37_depletion_under_water_stress() -> None:
    """Tomatoes on loam, TAW 136 mm, p 0.40, ETc 6 mm/day, 55 mm drawn at first."""
    depletion, found = 55.0, []
    for _ in range(5):
        depletion = depletion_after(depletion, 6.0, 136.0, 0.40)
        found.append(depletion)
    assert found == pytest.approx([60.96, 66.47, 71.59, 76.32, 80.71], abs=0.02)


CALLED = {
    "lettuce": "lettuce",
    "spinach": "spinach",
    "tomato": "tomato",
    "sweet_pepper": "sweet peppers bell",
    "carrot": "carrots",
    "green_bean": "beans green",
    "potato": "potato",
    "strawberry": "strawberries",
}
"""What pyfao56 1.4 calls each crop in its Tables 12 and 22."""


def test_tables_12_and_22_by_pyfao56() -> None:
    tables = FAO56Tables()
    assert CALLED.keys() == crops().keys()
    for key, name in CALLED.items():
        crop = crops()[key]
        [row] = [r for _, r in tables.table12.iterrows() if r["Crop"] == name]
        assert (crop.beginning, crop.middle, crop.end) == tuple(
            float(row[k]) for k in ("Kcmini", "Kcmmid", "Kcmend")
        )
        [row] = [r for _, r in tables.table22.iterrows() if r["Crop"] == name]
        assert crop.p == float(row["pbase"])


@given(
    st.floats(-2, 22),
    st.floats(3, 16),
    st.floats(0.4, 0.95),
    st.floats(0.5, 6),
    st.floats(0.1, 0.95),
    st.floats(25, 60),
    st.integers(60, 300),
)
def test_penman_monteith_by_pyfao56(
    tmin: float, span: float, damp: float, wind: float, bright: float, latitude: float, day: int
) -> None:
    """pyfao56 1.4, `refet.ascedaily` of the short crop: the standardized form of 2005, whose constants are
    rounded otherwise.
    """
    tmax = tmin + span
    ea = damp * saturation(tmin)
    hours, ra = daylight(latitude, day), extraterrestrial(latitude, day)
    sun = bright * hours
    ours = penman_monteith_of(
        tmin=tmin, tmax=tmax, ea=ea, wind=wind, sun=sun, latitude=latitude, day=day, altitude=0
    )
    solar = (0.25 + 0.5 * bright) * ra
    theirs = ascedaily("S", 0, latitude, day, solar, tmax, tmin, vapr=ea, wndsp=wind)
    assert ours == pytest.approx(max(0.0, theirs), abs=0.03)
