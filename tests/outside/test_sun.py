"""Where the sun stands and how long it shines, against published cases and against pvlib."""

from datetime import UTC, datetime
from math import atan2, degrees

import numpy as np
import pandas as pd
import pvlib
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from acrebox.core.site import Screen, Sky, days_at, season, sun_at
from acrebox.core.site.sun import YEAR

HORIZON = -0.8333
PLACES = [(40.0, -105.0), (51.5, 0.0), (60.0, 25.0), (0.0, 100.0), (-33.9, 151.2), (-54.8, -68.3)]


def minutes(moment: str) -> np.ndarray:
    return np.array([datetime.fromisoformat(moment).replace(tzinfo=UTC).timestamp() / 60])


def test_the_solar_position_case_of_nrel() -> None:
    """NREL/TP-560-34302, appendix: zenith 50.11162°, azimuth 194.34024°, air's refraction at that height
    (0.016°) taken in, which ours leaves out.
    """
    height, azimuth = sun_at(minutes("2003-10-17T19:30:30"), 39.742476, -105.1786)
    assert 90 - height[0] == pytest.approx(50.11162, abs=0.02)
    assert azimuth[0] == pytest.approx(194.34024, abs=0.01)


@pytest.mark.parametrize(("day", "noon"), [("03-20", 50.05), ("06-21", 73.44), ("12-21", 26.56)])
def test_noon_at_forty_north(day: str, noon: float) -> None:
    height, _ = sun_at(minutes(f"2025-{day}") + np.arange(1440), 40.0, 0.0)
    assert height.max() == pytest.approx(noon, abs=0.01)


@pytest.mark.parametrize(("latitude", "longitude"), PLACES)
def test_every_hour_of_a_year_agrees_with_pvlib(latitude: float, longitude: float) -> None:
    times = pd.date_range("2026-01-01", "2026-12-31 23:00", freq="h", tz="UTC")
    theirs = pvlib.solarposition.get_solarposition(times, latitude, longitude)
    ours, azimuth = sun_at(times.as_unit("s").asi8 / 60, latitude, longitude)
    assert np.abs(ours - theirs["elevation"]).max() < 0.02
    apart = np.abs((azimuth - theirs["azimuth"] + 180) % 360 - 180)
    high = theirs["elevation"].abs() < 80  # straight above, an azimuth turns fast
    assert apart[high].max() < 0.1


@pytest.mark.parametrize(("latitude", "longitude"), PLACES)
def test_day_lengths_agree_with_pvlib(latitude: float, longitude: float) -> None:
    """By its heights minute by minute: its own sunrise and sunset drift by minutes in the far south."""
    hours = of_pvlib(Sky(latitude, longitude), (0.0, 0.0, 0.0))
    assert days_at(latitude, longitude).lengths() == pytest.approx(hours, abs=0.03)
    assert Sky(latitude, longitude).hours(np.zeros((1, 3)))[0] == pytest.approx(hours, abs=0.03)


def of_pvlib(sky: Sky, point: tuple[float, float, float]) -> list[float]:
    """Hours of sun on a point, minute by minute, each screen met by its own angles."""
    hours = []
    for month in range(1, 13):
        noon = pd.Timestamp(f"{YEAR}-{month:02d}-21", tz="UTC") - pd.Timedelta(minutes=4 * sky.longitude)
        times = pd.date_range(noon, periods=1440, freq="min")
        sun = pvlib.solarposition.get_solarposition(times, sky.latitude, sky.longitude)
        lit = 0
        for height, azimuth in zip(sun["elevation"], sun["azimuth"], strict=True):
            lit += height > HORIZON and not any(
                hides(s, sky.north, point, height, azimuth) for s in sky.screens
            )
        hours.append(lit / 60)
    return hours


def hides(
    screen: Screen, north: float, point: tuple[float, float, float], height: float, azimuth: float
) -> bool:
    """Whether a wall's two ends stand on either side of the sun, and its top over it."""
    (ax, ay), (bx, by) = screen.start, screen.end
    bearing = np.radians(azimuth - north)
    ux, uy = np.sin(bearing), np.cos(bearing)
    left = (ax - point[0]) * uy - (ay - point[1]) * ux
    right = (bx - point[0]) * uy - (by - point[1]) * ux
    if left * right > 0 or left == right:
        return False
    part = left / (left - right)
    far = (ax + (bx - ax) * part - point[0]) * ux + (ay + (by - ay) * part - point[1]) * uy
    return far > 1 and height < degrees(atan2(screen.height - point[2], far))


def test_hours_behind_walls_agree_with_pvlib() -> None:
    """A bed between a house to its south and west, and a fence to its east; the plan turned by 25°."""
    walls = (
        Screen((-6000, -3000), (2000, -3000), 5200),
        Screen((-6000, -3000), (-6000, 4000), 5200),
        Screen((3000, -8000), (3000, 8000), 1800),
    )
    sky = Sky(47.3, 9.1, 25.0, walls)
    for point in ((0.0, 0.0, 0.0), (1500.0, 900.0, 600.0)):
        ours = sky.hours(np.array([point]))[0]
        assert ours == pytest.approx(of_pvlib(sky, point), abs=0.06)
        assert sky.map_hours(np.array([point]))[0] == pytest.approx(ours, abs=0.25)


def test_a_mask_all_round() -> None:
    """20° at 40° north: 11.06 h in June, 4.23 h in December (pvlib). 45° on the equator at an equinox: 90° of
    the sun's half circle, six hours, in closed form.
    """
    at_forty = Sky(40, 0, horizon=20).hours(np.zeros((1, 3)))[0]
    assert at_forty[5] == pytest.approx(11.06, abs=0.02)
    assert at_forty[11] == pytest.approx(4.23, abs=0.02)
    assert Sky(0, 0, horizon=45).hours(np.zeros((1, 3)))[0][2] == pytest.approx(6.0, abs=0.02)


@pytest.mark.parametrize("distance", [1000.0, 2500.0])
def test_a_wall_on_the_equator_at_an_equinox_in_closed_form(distance: float) -> None:
    """The sun goes straight over from east to west, 15° an hour: a long wall to the east hides it until it
    stands atan(height / distance) high.
    """
    wall = Screen((distance, -1e7), (distance, 1e7), 2000)
    hidden = degrees(atan2(2000, distance)) / 15
    open_day = Sky(0, 0).hours(np.zeros((1, 3)))[0][2]
    ours = Sky(0, 0, 0, (wall,)).hours(np.zeros((1, 3)))[0][2]
    assert open_day - ours == pytest.approx(hidden + 0.833 / 15, abs=0.02)


def test_a_round_crown_hides_as_much_sky_as_it_is_wide() -> None:
    """3 m wide, its middle 6 m off: 2 asin(1.5 / 6) of the horizon, 29°, and all of it from beneath."""
    tree = Sky(50, 0, 0, (Screen((0, 6000), (0, 6000), 7000, 3000),))
    mask = tree.mask(np.zeros((1, 3)), np.arange(0, 360, 0.1))
    assert (mask > 0).sum() / 10 == pytest.approx(2 * degrees(np.arcsin(0.25)), abs=0.2)
    assert mask.max() == pytest.approx(degrees(atan2(7000, 4500)), abs=0.01)
    assert (tree.mask(np.array([[0.0, 5500.0, 0.0]]), np.arange(0.0, 360.0)) > 80).all()


numbers = st.floats(-20_000, 20_000)
walls = st.builds(
    lambda a, b, c, d, h: Screen((a, b), (c, d), h),
    numbers,
    numbers,
    numbers,
    numbers,
    st.floats(100, 9000),
)
skies = st.builds(
    Sky,
    st.floats(-66, 66),
    st.floats(-180, 180),
    st.floats(0, 359),
    st.lists(walls, max_size=4).map(tuple),
)
points = st.builds(lambda x, y, h: np.array([[x, y, h]]), numbers, numbers, st.floats(0, 900))


def turned(at: tuple[float, float], angle: float) -> tuple[float, float]:
    """A place turned clockwise about the plan's beginning."""
    a = np.radians(angle)
    return float(at[0] * np.cos(a) + at[1] * np.sin(a)), float(-at[0] * np.sin(a) + at[1] * np.cos(a))


@settings(max_examples=40)
@given(skies, points, st.floats(-180, 180))
def test_turning_the_plan_and_its_north_together_changes_no_hour(
    sky: Sky, point: np.ndarray, angle: float
) -> None:
    screens = tuple(Screen(turned(s.start, angle), turned(s.end, angle), s.height) for s in sky.screens)
    again = Sky(sky.latitude, sky.longitude, sky.north - angle, screens)
    x, y = turned((point[0][0], point[0][1]), angle)
    assert again.hours(np.array([[x, y, point[0][2]]])) == pytest.approx(sky.hours(point), abs=0.04)


@settings(max_examples=40)
@given(skies, points, st.floats(1, 3000))
def test_a_higher_screen_never_adds_sun_and_no_day_is_longer_than_it_is(
    sky: Sky, point: np.ndarray, more: float
) -> None:
    hours = sky.hours(point)[0]
    lengths = days_at(sky.latitude, sky.longitude).lengths()
    assert (hours <= lengths + 1e-9).all()
    assert (hours >= 0).all()
    higher = tuple(Screen(s.start, s.end, s.height + more) for s in sky.screens)
    raised = Sky(sky.latitude, sky.longitude, sky.north, higher)
    assert (raised.hours(point)[0] <= hours + 1e-9).all()
    assert sky.over_season(hours) == pytest.approx(hours[list(season(sky.latitude))].mean())
