"""A weather station that is not there: an invented year of daily weather for a latitude, as a file has it."""

from collections.abc import Iterator
from datetime import date, timedelta
from math import asin, cos, pi, radians, sin, tan
from random import Random

NAME = "Station at the Old Weir, invented"
YEAR = 2025
HEAD = "date,tmin_c,tmax_c,rain_mm,rh_mean,wind_m_s,sun_h"
DAYS = 365
WARMEST = 201
"""The day of the year that is warmest in the north."""
WET_AFTER_WET, WET_AFTER_DRY = 0.62, 0.24
"""How often a day is wet, after a wet and after a dry one, in spring and autumn."""
DRY_SUMMERS = 40.0
"""Latitude [°] at which summers are driest; 20° either side of it they are as wet as the rest of the year."""
RAIN_MM, TROPICS_MM, TROPICS = 5.5, 5.2, 25.0
"""Rain of a wet day [mm], how much more of it falls at the equator, and to which latitude [°]."""


def year_at(latitude: float) -> str:
    """The year at a latitude [°, north is positive] as a CSV file; the same latitude gives the same year."""
    return "\n".join([HEAD, *_days(latitude)]) + "\n"


def growing_at(latitude: float) -> tuple[date, date]:
    """The first and the last day of the months of growing: April to September in the north, the first half of
    the year and what comes before it in the south.
    """
    if latitude >= 0:
        return date(YEAR, 4, 1), date(YEAR, 9, 30)
    return date(YEAR, 10, 1), date(YEAR + 1, 3, 31)


def _days(latitude: float) -> Iterator[str]:
    dice = Random(f"weir {round(latitude)}")
    # The south is mostly sea: its seasons lie nearer together.
    mean, swing = 27 - 0.36 * abs(latitude), (0.2 if latitude >= 0 else 0.12) * abs(latitude)
    driest = max(0.0, 1 - abs(abs(latitude) - DRY_SUMMERS) / 20)
    heavy = RAIN_MM + TROPICS_MM * max(0.0, 1 - abs(latitude) / TROPICS)
    wet, drift = False, 0.0
    first = date(YEAR, 1, 1) if latitude >= 0 else date(YEAR, 7, 1)
    for n in range(DAYS):
        day = first + timedelta(days=n)
        of_year = day.timetuple().tm_yday
        season = cos(2 * pi * (of_year - WARMEST) / DAYS) * (1 if latitude >= 0 else -1)
        drift = 0.75 * drift + dice.gauss(0, 1.6)
        chance = (WET_AFTER_WET if wet else WET_AFTER_DRY) * (1 - 0.5 * season * driest)
        wet = dice.random() < chance
        rain = round(dice.expovariate(1 / heavy), 1) if wet else 0.0
        middle = mean + swing * season + drift - (1.2 if wet else 0)
        span = (5.5 if wet else 9.5) + 1.5 * season + dice.uniform(-1.5, 1.5)
        long = _daylight(latitude, of_year)
        sun = long * (dice.uniform(0.05, 0.35) if wet else dice.uniform(0.55, 0.92))
        damp = min(98.0, max(35.0, (84 if wet else 66) - 6 * season + dice.gauss(0, 5)))
        wind = 1.2 + dice.expovariate(1 / 1.4)
        yield (
            f"{day},{middle - span / 2:.1f},{middle + span / 2:.1f},{rain:g},{damp:.0f},{wind:.1f},{sun:.1f}"
        )


def _daylight(latitude: float, of_year: int) -> float:
    """How long the sun is up [h] (FAO-56, Eq. 24, 25, 34)."""
    tilt = 0.409 * sin(2 * pi * of_year / DAYS - 1.39)
    edge = max(-1.0, min(1.0, tan(radians(latitude)) * tan(tilt)))
    return 24 / pi * (pi / 2 + asin(edge))
