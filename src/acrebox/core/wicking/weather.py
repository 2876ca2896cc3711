"""Daily weather from a file (CSV): temperatures, rain, and where known humidity, wind and sun. What is wrong
is named line by line.
"""

import csv
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from io import StringIO
from itertools import pairwise

from acrebox.core.errors import DesignError, Problem
from acrebox.core.measure.days import FIRST, LAST

NEEDED = ("date", "tmin_c", "tmax_c", "rain_mm")
MORE = ("rh_mean", "wind_m_s", "sun_h")
RANGES = {
    "tmin_c": (-60.0, 60.0),
    "tmax_c": (-60.0, 60.0),
    "rain_mm": (0.0, 2000.0),
    "rh_mean": (0.0, 100.0),
    "wind_m_s": (0.0, 60.0),
    "sun_h": (0.0, 24.0),
}
MOST_DAYS = 40_000
MOST_TOLD = 20
FAHRENHEIT_C = 45.0
"""A mean highest temperature over this is no °C of any garden."""


@dataclass(frozen=True)
class Day:
    """The weather of a day [°C, mm, %, m/s, h]."""

    date: date
    tmin: float
    tmax: float
    rain: float
    rh: float | None = None
    wind: float | None = None
    sun: float | None = None

    @property
    def of_year(self) -> int:
        """Its number in the year, from 1."""
        return self.date.timetuple().tm_yday


def read_weather(text: str) -> tuple[Day, ...]:
    """The days of a file. Raises DesignError naming the lines at fault: what is no number or out of range,
    days that are missing or come twice, temperatures in Fahrenheit.
    """
    rows = csv.DictReader(StringIO(text.lstrip("\ufeff"), newline=None))  # lines may end as on any machine
    try:
        return _days_of(rows)
    except csv.Error:  # a field longer than any reading
        at = f"line {rows.line_num + 1}"
        says = "It cannot be read as values apart by commas."
        raise DesignError([Problem("weather", at, says, "one line a day")]) from None


def _days_of(rows: "csv.DictReader[str]") -> tuple[Day, ...]:
    names = [n.strip() for n in rows.fieldnames or []]
    lacking = [n for n in NEEDED if n not in names]
    if lacking:
        raise DesignError(
            [
                Problem(
                    "weather",
                    ", ".join(names) or "nothing",
                    f"The first line does not name {', '.join(lacking)}.",
                    f"{', '.join(NEEDED)} and where known {', '.join(MORE)}",
                )
            ]
        )
    problems: list[Problem] = []
    days: list[Day] = []
    for row in rows:
        number = rows.line_num
        if len(days) >= MOST_DAYS or len(problems) >= MOST_DAYS:
            problems.append(Problem("weather", f"line {number}", "There are too many days.", f"{MOST_DAYS}"))
            break
        day = _day({(k or "").strip(): (v or "").strip() for k, v in row.items() if k}, number, problems)
        if day is not None:
            days.append(day)
    problems += _out_of_turn(days)
    problems += _too_warm(days)
    if not days and not problems:
        problems.append(Problem("weather", "nothing", "There is no day in it.", "one line a day"))
    if problems:
        raise DesignError(problems[:MOST_TOLD])
    return tuple(days)


def _day(row: dict[str, str], number: int, problems: list[Problem]) -> Day | None:
    at = f"weather.{number}"
    try:
        when = date.fromisoformat(row["date"])
    except ValueError:
        problems.append(Problem(f"{at}.date", row["date"], "That is no date.", "2026-06-30"))
        return None
    if not FIRST <= when <= LAST:
        allowed = f"{FIRST.isoformat()} to {LAST.isoformat()}"
        problems.append(Problem(f"{at}.date", row["date"], "That is too far off.", allowed))
        return None
    values: dict[str, float | None] = {}
    for name, (low, high) in RANGES.items():
        text = row.get(name, "")
        if not text and name in MORE:
            values[name] = None
            continue
        try:
            value = float(text)
        except ValueError:
            problems.append(
                Problem(f"{at}.{name}", text or "nothing", "That is no number.", f"{low:g} to {high:g}")
            )
            return None
        if not low <= value <= high and not (name in ("tmin_c", "tmax_c") and high < value <= 140):
            problems.append(Problem(f"{at}.{name}", text, "That is out of range.", f"{low:g} to {high:g}"))
            return None
        values[name] = value
    tmin, tmax, rain = values["tmin_c"], values["tmax_c"], values["rain_mm"]
    assert tmin is not None
    assert tmax is not None
    assert rain is not None
    if tmin > tmax:
        problems.append(Problem(f"{at}.tmin_c", f"{tmin:g}", "It is over the highest.", f"at most {tmax:g}"))
        return None
    return Day(when, tmin, tmax, rain, values["rh_mean"], values["wind_m_s"], values["sun_h"])


def _out_of_turn(days: Sequence[Day]) -> list[Problem]:
    """Days that come twice, out of turn, or are missing."""
    found = []
    for before, after in pairwise(days):
        wanted = before.date + timedelta(days=1)
        if after.date == before.date:
            found.append(Problem("weather", str(after.date), "That day comes twice.", "each day once"))
        elif after.date < before.date:
            found.append(
                Problem("weather", str(after.date), f"It comes after {before.date}.", "days in their order")
            )
        elif after.date > wanted:
            gap = (after.date - wanted).days
            found.append(
                Problem(
                    "weather",
                    f"{wanted} to {after.date - timedelta(days=1)}",
                    f"{gap} {'day is' if gap == 1 else 'days are'} missing.",
                    "every day once",
                )
            )
    return found


def _too_warm(days: Sequence[Day]) -> list[Problem]:
    """Temperatures that can only be in Fahrenheit."""
    if not days:
        return []
    warmest = max(d.tmax for d in days)
    mean = sum(d.tmax for d in days) / len(days)
    if warmest > 60 or mean > FAHRENHEIT_C:
        return [
            Problem(
                "weather.tmax_c",
                f"{warmest:g}",
                "These are degrees Fahrenheit, as it seems.",
                "degrees Celsius: (°F − 32) × 5 ÷ 9",
            )
        ]
    return []
