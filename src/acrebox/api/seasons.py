"""Seasons of reservoirs, and the weather they are worked out by: the yard's own file, or the stand-in."""

from functools import lru_cache
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Query
from pydantic import BaseModel, Field

from acrebox.api.context import AllStores, Context, InItsUnits
from acrebox.api.planning import Shown
from acrebox.api.problems import RESPONSES
from acrebox.api.working import AtWork
from acrebox.core.design import Design
from acrebox.core.measure.systems import System
from acrebox.core.plan.season import USUAL_LATITUDE, SeasonRow, season_for
from acrebox.core.wicking import Day, read_weather
from acrebox.core.yard import Yard
from acrebox.standins.weather import NAME, growing_at, year_at
from acrebox.store import KeptWeather

router = APIRouter(prefix="/api", tags=["seasons"], responses=RESPONSES, dependencies=[InItsUnits])
MOST_TEXT = 2_000_000
"""How long a weather file is at most [characters]: forty years of days."""


class WeatherIn(BaseModel):
    """A weather file: what it is called, and its text (CSV)."""

    name: Annotated[str, Field(min_length=1, max_length=120, pattern=r"^[^\x00]+$")]
    text: Annotated[str, Field(min_length=1, max_length=MOST_TEXT, pattern=r"^[^\x00]+$")]


class WeatherOut(BaseModel):
    """A weather: what it is called, whether it is the stand-in, its first and last day, how many days."""

    name: str
    standin: bool
    first: str
    last: str
    days: int


class SeasonOut(SeasonRow):
    """A season, and the weather it is worked out by."""

    weather: WeatherOut


Invented = Annotated[bool, Query(description="by the stand-in, though the yard has weather of its own")]


@router.post("/season")
def work_out_season(
    design: Design, asked: Context, work: AtWork, standin: Invented = False, shown: Shown = None
) -> SeasonOut:
    """A season of a bed with a reservoir, by the weather of its yard, or by the stand-in where it has none or
    that is asked for. Stores nothing.
    """
    yard = asked.yard_of(design.name)
    own = None if standin else asked.weather
    return work(_season, design, own, yard, shown)


def _season(design: Design, own: KeptWeather | None, yard: Yard, shown: System | None) -> SeasonOut:
    days = _days(own.text) if own else _invented(USUAL_LATITUDE if yard.latitude is None else yard.latitude)
    season = season_for(design, days, yard, shown)
    return SeasonOut(**dict(season), weather=_told(own.name if own else NAME, days, standin=own is None))


@lru_cache(maxsize=8)
def _days(text: str) -> tuple[Day, ...]:
    """The days of a file that was taken."""
    return read_weather(text)


@lru_cache(maxsize=8)
def _invented(latitude: float) -> tuple[Day, ...]:
    """The months of growing of the invented year at a latitude."""
    first, last = growing_at(latitude)
    return tuple(d for d in read_weather(year_at(latitude)) if first <= d.date <= last)


def _told(name: str, days: tuple[Day, ...], *, standin: bool) -> WeatherOut:
    return WeatherOut(
        name=name,
        standin=standin,
        first=days[0].date.isoformat(),
        last=days[-1].date.isoformat(),
        days=len(days),
    )


@router.put("/yards/{yard_id}/weather")
def keep_weather(yard_id: UUID, weather: WeatherIn, kept: AllStores, work: AtWork) -> WeatherOut:
    """Keep a weather file for all beds of a yard; one that cannot be read is refused line by line, and the
    one before stays.
    """
    days = work(read_weather, weather.text)
    kept.weather.keep(yard_id, KeptWeather(weather.name, weather.text))
    return _told(weather.name, days, standin=False)


@router.delete("/yards/{yard_id}/weather", status_code=204)
def forget_weather(yard_id: UUID, kept: AllStores) -> None:
    """Go back to the stand-in."""
    kept.yards.get(yard_id)
    kept.weather.forget(yard_id)
