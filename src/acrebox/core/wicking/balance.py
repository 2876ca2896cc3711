"""The water in a reservoir day by day: S(t+1) = S + rain + fill − use − overflow, with use = Kc · ET₀ · area
(FAO-56, Eq. 56 and 85 for a store with an overflow).
"""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from functools import lru_cache
from itertools import pairwise
from typing import NamedTuple

from acrebox.core.wicking.evaporation import hargreaves, penman_monteith
from acrebox.core.wicking.weather import Day

SEA_LEVEL = 0.0
WEEK = 7
KEPT_WEATHERS = 8


class WaterDay(NamedTuple):
    """A day: ET₀ [mm], what the plants use, what rain brings, what is filled, what overflows, what is left at
    its end [L]; how often it was filled.
    """

    date: date
    et0: float
    use: float
    rain: float
    filled: float
    overflow: float
    store: float
    fillings: int


@dataclass(frozen=True)
class Season:
    """A season: its days, what the reservoir holds [L], how many of its days had ET₀ by Penman–Monteith."""

    days: tuple[WaterDay, ...]
    held: float
    by_all: int

    @property
    def fillings(self) -> int:
        """How often it was filled, the first filling not counted: it starts full."""
        return sum(d.fillings for d in self.days)

    @property
    def filled_on(self) -> tuple[int, ...]:
        """The days on which it was filled, by their number from 0."""
        return tuple(n for n, d in enumerate(self.days) if d.fillings)

    @property
    def days_between(self) -> int | None:
        """The shortest time from one filling to the next, the first from the start; None where it was never
        filled.
        """
        marks = self.filled_on
        if not marks:
            return None
        gaps = [marks[0], *(b - a for a, b in pairwise(marks))]
        return min(gaps)

    @property
    def balance(self) -> float:
        """In − out − change [L]: nothing, where all water is accounted for."""
        into = sum(d.rain + d.filled for d in self.days)
        out = sum(d.use + d.overflow for d in self.days)
        left = self.days[-1].store if self.days else self.held
        return into - out - (left - self.held) + 0.0


def et0_of(day: Day, latitude: float, altitude: float = SEA_LEVEL) -> tuple[float, bool]:
    """ET₀ of a day [mm]: Penman–Monteith where humidity, wind and sun are known, else Hargreaves; whether the
    first.
    """
    if day.rh is not None and day.wind is not None and day.sun is not None:
        return (
            penman_monteith(
                tmin=day.tmin,
                tmax=day.tmax,
                rh_mean=day.rh,
                wind=day.wind,
                sun=day.sun,
                latitude=latitude,
                day=day.of_year,
                altitude=altitude,
            ),
            True,
        )
    return hargreaves(tmin=day.tmin, tmax=day.tmax, latitude=latitude, day=day.of_year), False


class Demand(NamedTuple):
    """A day's demand of water: ET₀ [mm], whether by Penman–Monteith, and its rain [mm]."""

    date: date
    et0: float
    whole: bool
    rain: float


@lru_cache(maxsize=KEPT_WEATHERS)
def demand_of(weather: tuple[Day, ...], latitude: float, altitude: float = SEA_LEVEL) -> tuple[Demand, ...]:
    """What every day of a weather wants, whatever the bed."""
    found = []
    for day in weather:
        et0, whole = et0_of(day, latitude, altitude)
        found.append(Demand(day.date, et0, whole, day.rain))
    return tuple(found)


def season_of(
    weather: Sequence[Day], held: float, area: float, kc: float, latitude: float, altitude: float = SEA_LEVEL
) -> Season:
    """A season of a reservoir that holds so much [L] under an area [m²] of plants: it starts full, and is
    filled to the overflow on the day on which it would run empty.
    """
    return balance(demand_of(tuple(weather), latitude, altitude), held, area, kc)


def balance(demand: Sequence[Demand], held: float, area: float, kc: float) -> Season:
    """The same from the demand of its days."""
    store, days = held, []
    for day in demand:
        use, rain = kc * day.et0 * area, day.rain * area
        filled, fillings = 0.0, 0
        if store + rain < use:
            filled, fillings = held - store, 1
            while held > 0 and store + filled + rain < use:
                filled, fillings = filled + held, fillings + 1
        if held <= 0:
            filled = max(0.0, use - rain)
        left = store + rain + filled - use
        overflow = max(0.0, left - held)
        store = left - overflow
        days.append(WaterDay(day.date, day.et0, use, rain, filled, overflow, store, fillings))
    return Season(tuple(days), held, sum(d.whole for d in demand))


def hottest(season: Season, days: int = WEEK) -> float:
    """The most that plants use a day over so many days on end [L]: over all of them where they are fewer."""
    uses = [d.use for d in season.days]
    if not uses:
        return 0.0
    span = min(days, len(uses))
    return max(sum(uses[n : n + span]) for n in range(len(uses) - span + 1)) / span
