"""Where the sun stands: the published NOAA equations, in NumPy.

Angles in degrees; azimuths clockwise from north. Good to about 0.01° in this century.
"""

from functools import lru_cache
from typing import Any

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.floating[Any]]

JULIAN_2000 = 2451545.0
EPOCH_JULIAN = 2440587.5
DAYS_A_CENTURY = 36525.0
MINUTES_A_DAY = 1440
RISES_AT = -0.833
"""Height of the sun's middle at sunrise and sunset [°]: its upper edge on a flat horizon, as NOAA has it."""
YEAR = 2026
DAY_OF_MONTH = 21
STEP_MINUTES = 2


def sun_at(minutes: Floats, latitude: float, longitude: float) -> tuple[Floats, Floats]:
    """Heights and azimuths of the sun's middle [°], without refraction, at moments [min since 1970, UTC].

    Source: NOAA Global Monitoring Laboratory, solar calculation details (after Meeus, Astronomical
    Algorithms).
    """
    t = (minutes / MINUTES_A_DAY + EPOCH_JULIAN - JULIAN_2000) / DAYS_A_CENTURY
    mean_long = np.radians((280.46646 + t * (36000.76983 + t * 0.0003032)) % 360)
    anomaly = np.radians(357.52911 + t * (35999.05029 - 0.0001537 * t))
    eccentric = 0.016708634 - t * (0.000042037 + 0.0000001267 * t)
    centre = np.radians(
        np.sin(anomaly) * (1.914602 - t * (0.004817 + 0.000014 * t))
        + np.sin(2 * anomaly) * (0.019993 - 0.000101 * t)
        + np.sin(3 * anomaly) * 0.000289
    )
    node = np.radians(125.04 - 1934.136 * t)
    apparent = mean_long + centre - np.radians(0.00569 + 0.00478 * np.sin(node))
    mean_tilt = 23 + (26 + (21.448 - t * (46.815 + t * (0.00059 - t * 0.001813))) / 60) / 60
    tilt = np.radians(mean_tilt + 0.00256 * np.cos(node))
    declination = np.arcsin(np.sin(tilt) * np.sin(apparent))
    y = np.tan(tilt / 2) ** 2
    equation = 4 * np.degrees(
        y * np.sin(2 * mean_long)
        - 2 * eccentric * np.sin(anomaly)
        + 4 * eccentric * y * np.sin(anomaly) * np.cos(2 * mean_long)
        - y * y / 2 * np.sin(4 * mean_long)
        - 1.25 * eccentric**2 * np.sin(2 * anomaly)
    )
    by_the_sun = (minutes + equation + 4 * longitude) % MINUTES_A_DAY
    angle, north = np.radians(by_the_sun / 4 - 180), np.radians(latitude)
    sine = np.sin(north) * np.sin(declination) + np.cos(north) * np.cos(declination) * np.cos(angle)
    height = np.degrees(np.arcsin(np.clip(sine, -1.0, 1.0)))
    azimuth = np.degrees(
        np.arctan2(
            np.sin(angle) * np.cos(declination),
            np.cos(angle) * np.sin(north) * np.cos(declination) - np.sin(declination) * np.cos(north),
        )
    )
    return height, (azimuth + 180) % 360


class Days:
    """The sun on the 21st of each month at a place: its heights and azimuths [°], each one row a month, every
    other minute of a day by the mean sun of the place; `minutes` are those of the day.

    Heights are without refraction, which lifts the sun by less than 0.1° where it clears a fence.
    """

    def __init__(self, latitude: float, longitude: float) -> None:
        self.minutes: Floats = np.arange(0, MINUTES_A_DAY + 1, STEP_MINUTES, dtype=np.float64)
        months = np.array([f"{YEAR}-{m:02d}-{DAY_OF_MONTH}" for m in range(1, 13)], dtype="datetime64[m]")
        begins = months.astype(np.int64).astype(np.float64) - 4 * longitude
        self.height, self.azimuth = sun_at(begins[:, None] + self.minutes, latitude, longitude)

    def lengths(self) -> Floats:
        """Hours from sunrise to sunset in each month."""
        return lit_hours(self.height - RISES_AT)


@lru_cache(maxsize=32)
def days_at(latitude: float, longitude: float) -> Days:
    """The sun at a place through the year."""
    return Days(latitude, longitude)


def lit_hours(over: Floats, step: float = STEP_MINUTES) -> Floats:
    """Hours in which something sampled along the last axis every so many minutes is over 0, straight between
    the samples.
    """
    a, b = over[..., :-1], over[..., 1:]
    span = np.abs(a) + np.abs(b)
    part = np.where(
        (a > 0) & (b > 0),
        1.0,
        np.where((a <= 0) & (b <= 0), 0.0, np.maximum(a, b) / np.where(span > 0, span, 1.0)),
    )
    return np.asarray(part.sum(axis=-1) * step / 60)


def season(latitude: float) -> tuple[int, ...]:
    """The months of growing, January being 0: April to September in the north, October to March in the
    south.
    """
    return (3, 4, 5, 6, 7, 8) if latitude >= 0 else (9, 10, 11, 0, 1, 2)
