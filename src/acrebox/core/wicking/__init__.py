"""Beds that keep water under their soil: what a reservoir of stone holds, how far soil lifts its water, how
long it lasts in a season of weather.
"""

from acrebox.core.wicking.balance import (
    Demand,
    Season,
    WaterDay,
    balance,
    demand_of,
    et0_of,
    hottest,
    season_of,
)
from acrebox.core.wicking.compare import Other, compared
from acrebox.core.wicking.crops import Crop, crops, kc_of, p_of
from acrebox.core.wicking.limits import wicking_limit
from acrebox.core.wicking.pipes import KeptPipes, pipes_of
from acrebox.core.wicking.reservoir import (
    STONES,
    Reservoir,
    Tested,
    depth_of,
    lift_of,
    organic_of,
    porosity_of,
    reservoir_of,
    tested,
)
from acrebox.core.wicking.stress import available, days_held, depletion_after, stressed
from acrebox.core.wicking.weather import Day, read_weather

__all__ = [
    "STONES",
    "Crop",
    "Day",
    "Demand",
    "KeptPipes",
    "Other",
    "Reservoir",
    "Season",
    "Tested",
    "WaterDay",
    "available",
    "balance",
    "compared",
    "crops",
    "days_held",
    "demand_of",
    "depletion_after",
    "depth_of",
    "et0_of",
    "hottest",
    "kc_of",
    "lift_of",
    "organic_of",
    "p_of",
    "pipes_of",
    "porosity_of",
    "read_weather",
    "reservoir_of",
    "season_of",
    "stressed",
    "tested",
    "wicking_limit",
]
