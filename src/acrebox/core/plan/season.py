"""A season of a bed with a reservoir: its water day by day, when it is filled, what rain it catches."""

from typing import Any

from acrebox.core.design import read_design
from acrebox.core.errors import refuse
from acrebox.core.plan.base import ASSEMBLY
from acrebox.core.plan.book import open_plan
from acrebox.core.plan.reservoir_of import RESERVOIR_OF
from acrebox.core.plan.rows import Amount, Row
from acrebox.core.wicking import Season, read_weather, season_of
from acrebox.core.yard import Yard

USUAL_LATITUDE = 45.0
"""Half way to the pole, where nobody has said where the bed stands [°]."""


class SeasonDayRow(Row):
    """A day: reference evapotranspiration [mm], what plants use, rain, what is filled, what overflows, what
    is left at its end [L].
    """

    date: str
    et0_mm: Amount
    use_l: Amount
    rain_l: Amount
    filled_l: Amount
    overflow_l: Amount
    store_l: Amount


class SeasonRow(Row):
    """A season: how often it was filled, the shortest time between fillings, what it holds, in − out −
    change, what rain brought and what of it was lost [L]; how many days had all that Penman–Monteith wants.
    """

    held_l: Amount
    fillings: int
    days_between_hot: int | None
    balance_l: Amount
    used_l: Amount
    rain_l: Amount
    overflow_l: Amount
    filled_l: Amount
    filled_on: list[str]
    by_penman_monteith: int
    latitude: float
    assumed: list[str]
    days: list[SeasonDayRow]


def season_document(design: Any, weather: str, yard: Yard) -> dict[str, Any]:
    """A season as plain JSON. Raises DesignError naming what is wrong of the design or of the weather, and
    where the bed has no reservoir.
    """
    plan = open_plan(read_design(design, yard.units), yard)
    reservoir = plan[RESERVOIR_OF]
    if reservoir is None:
        raise refuse("reservoir", "nothing", "The bed keeps no water under its soil.", "a reservoir")
    area = plan[ASSEMBLY].soil_face.area / 1e6
    latitude = USUAL_LATITUDE if yard.latitude is None else yard.latitude
    season = season_of(read_weather(weather), reservoir.held, area, reservoir.kc, latitude)
    assumed = (
        [] if yard.latitude is not None else [f"latitude {latitude:g}: the yard does not say where it is"]
    )
    return season_row(season, latitude, assumed).model_dump(mode="json")


def season_row(season: Season, latitude: float, assumed: list[str]) -> SeasonRow:
    """A season as published."""
    days = season.days
    return SeasonRow(
        held_l=season.held,
        fillings=season.fillings,
        days_between_hot=season.days_between,
        balance_l=season.balance,
        used_l=sum(d.use for d in days),
        rain_l=sum(d.rain for d in days),
        overflow_l=sum(d.overflow for d in days),
        filled_l=sum(d.filled for d in days),
        filled_on=[d.date.isoformat() for d in days if d.fillings],
        by_penman_monteith=season.by_all,
        latitude=latitude,
        assumed=assumed,
        days=[
            SeasonDayRow(
                date=d.date.isoformat(),
                et0_mm=d.et0,
                use_l=d.use,
                rain_l=d.rain,
                filled_l=d.filled,
                overflow_l=d.overflow,
                store_l=d.store,
            )
            for d in days
        ],
    )
