"""A season of a bed with a reservoir: its water day by day, when it is filled, what rain it catches; other
media and depths beside it.
"""

from collections.abc import Sequence
from itertools import groupby
from typing import Any

from acrebox.core.design import Design, read_design
from acrebox.core.design.reservoir import MEDIA
from acrebox.core.errors import refuse
from acrebox.core.measure.systems import System
from acrebox.core.plan.base import ASSEMBLY
from acrebox.core.plan.book import Plan, open_plan
from acrebox.core.plan.fill import LAYERS
from acrebox.core.plan.reservoir_of import RESERVOIR_OF
from acrebox.core.plan.rows import Amount, Figures, Row
from acrebox.core.wicking import (
    Day,
    Demand,
    Other,
    Reservoir,
    Season,
    available,
    balance,
    compared,
    days_held,
    demand_of,
    hottest,
    read_weather,
)
from acrebox.core.worked import Worked, Workings
from acrebox.core.yard import Yard

SQUARE_MM = 1e6
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


class MonthRow(Row):
    """A month of a season: its first day in it, ET₀ [mm], what was used, rained, ran over and was filled, the
    least that was left [L], how often it was filled.
    """

    first: str
    et0_mm: Amount
    used_l: Amount
    rain_l: Amount
    overflow_l: Amount
    filled_l: Amount
    lowest_l: Amount
    fillings: int


class OtherRow(Row):
    """A reservoir of another medium or depth: what it holds [L], weighs full [kg], costs, the soil over it
    [mm], how often it is filled and the shortest time between; whether it is the one chosen.
    """

    medium: str
    name: str
    depth_mm: Amount
    held_l: Amount
    full_kg: Amount
    cost: Amount | None
    soil_mm: Amount
    fillings: int
    days_between_hot: int | None
    chosen: bool


class SeasonRow(Figures):
    """A season: how often it was filled, the shortest time between fillings, what it holds, in − out −
    change, what rain brought and what of it was lost [L]; how many days had all that Penman–Monteith wants;
    how many days plants live on the soil's own water in the hottest week; media and depths side by side.
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
    holds_out_days: int
    says: str
    others: list[OtherRow]
    latitude: float
    assumed: list[str]
    months: list[MonthRow]
    days: list[SeasonDayRow]


def season_document(design: Any, weather: str, yard: Yard) -> dict[str, Any]:
    """A season as plain JSON. Raises DesignError naming what is wrong of the design or of the weather, and
    where the bed has no reservoir.
    """
    return season_for(read_design(design, yard.units), read_weather(weather), yard).model_dump(mode="json")


def season_for(design: Design, weather: Sequence[Day], yard: Yard, shown: System | None = None) -> SeasonRow:
    """A season of a bed in its yard. Raises DesignError where the bed has no reservoir."""
    plan = open_plan(design, yard, shown=shown)
    kept = plan[RESERVOIR_OF]
    if kept is None:
        raise refuse("reservoir", "nothing", "The bed keeps no water under its soil.", "a reservoir")
    area = plan[ASSEMBLY].soil_face.area / SQUARE_MM
    latitude = USUAL_LATITUDE if yard.latitude is None else yard.latitude
    demand = demand_of(tuple(weather), latitude)
    season = balance(demand, kept.held, area, kept.kc)
    assumed = (
        [] if yard.latitude is not None else [f"latitude {latitude:g}: the yard does not say where it is"]
    )
    return season_row(season, kept, plan, demand, area, latitude, assumed)


def season_row(
    season: Season,
    kept: Reservoir,
    plan: Plan,
    demand: Sequence[Demand],
    area: float,
    latitude: float,
    assumed: list[str],
) -> SeasonRow:
    """A season as published."""
    days, layers = season.days, plan[LAYERS]
    others = compared(kept, plan[ASSEMBLY].cavity, layers[-1].top, demand, area, plan.book, plan.show)
    lives = days_held(available(layers), kept.p, hottest(season))
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
        holds_out_days=lives,
        says=_says(season, lives),
        others=[_other(o) for o in others],
        latitude=latitude,
        assumed=assumed,
        months=_months(season),
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
        working=_workings(season, kept, plan, area, lives),
    )


def _months(season: Season) -> list[MonthRow]:
    return [
        MonthRow(
            first=days[0].date.isoformat(),
            et0_mm=sum(d.et0 for d in days),
            used_l=sum(d.use for d in days),
            rain_l=sum(d.rain for d in days),
            overflow_l=sum(d.overflow for d in days),
            filled_l=sum(d.filled for d in days),
            lowest_l=min(d.store for d in days),
            fillings=sum(d.fillings for d in days),
        )
        for days in (
            list(group) for _, group in groupby(season.days, key=lambda d: (d.date.year, d.date.month))
        )
    ]


def _says(season: Season, lives: int) -> str:
    """A season in words."""
    many, least = season.fillings, season.days_between
    if not many:
        return "Rain alone keeps it from running empty: it is filled once, at the start."
    times = "once" if many == 1 else f"{many} times"
    gap = f" In the hottest time it lasts {least} {'day' if least == 1 else 'days'}." if least else ""
    held = f" Empty, the soil's own water holds out {lives} {'day' if lives == 1 else 'days'} more."
    return f"It runs empty and is filled {times}.{gap}{held}"


def _other(other: Other) -> OtherRow:
    return OtherRow(
        medium=other.medium,
        name=MEDIA[other.medium],
        depth_mm=other.depth,
        held_l=other.held,
        full_kg=other.kg,
        cost=None if other.cost is None else float(other.cost),
        soil_mm=other.soil,
        fillings=other.season.fillings,
        days_between_hot=other.season.days_between,
        chosen=other.chosen,
    )


def _workings(season: Season, kept: Reservoir, plan: Plan, area: float, lives: int) -> Workings:
    show = plan.show
    use = sum(d.use for d in season.days)
    rain, lost = sum(d.rain for d in season.days), sum(d.overflow for d in season.days)
    filled = sum(d.filled for d in season.days)
    soil, et0 = show.area(area * SQUARE_MM), sum(d.et0 for d in season.days)
    kept_more = (season.days[-1].store if season.days else season.held) - season.held
    hot = hottest(season)
    layers = plan[LAYERS]
    taw = available(layers)
    return {
        "used_l": Worked(
            amount=use,
            unit="L",
            working=f"Kc {show.short(kept.kc)} × ET₀ {show.water_on(et0)} × {soil} = {show.cubic(use)}",
            assumptions=["the soil stays moist, and plants cover it"],
            source="FAO-56, Eq. 6 where humidity, wind and sun are known, else Eq. 52; Kc: Table 12",
        ),
        "balance_l": Worked(
            amount=season.balance,
            unit="L",
            working=f"rain {show.cubic(rain)} + filled {show.cubic(filled)} − used {show.cubic(use)} −"
            f" run over"
            f" {show.cubic(lost)} − more in it at the end {show.signed_cubic(kept_more)} ="
            f" {show.signed_cubic(season.balance)}",
        ),
        "holds_out_days": Worked(
            amount=lives,
            unit="days",
            working=f"{show.cubic(taw)} in the soil × {show.short(kept.p)} that plants take before"
            f" they suffer ÷"
            f" {show.cubic(hot)} a day in the hottest week, rounded down = {lives}",
            source="FAO-56, Eq. 82 to 85",
        ),
    }
