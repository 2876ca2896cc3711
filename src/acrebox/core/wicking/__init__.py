"""Beds that keep water under their soil: what a reservoir of stone holds, how far soil lifts its water, how
long it lasts in a season of weather.
"""

from acrebox.core.wicking.balance import Season, WaterDay, et0_of, season_of
from acrebox.core.wicking.limits import wicking_limit
from acrebox.core.wicking.reservoir import (
    STONES,
    Reservoir,
    depth_of,
    lift_of,
    organic_of,
    porosity_of,
    reservoir_of,
)
from acrebox.core.wicking.weather import Day, read_weather

__all__ = [
    "STONES",
    "Day",
    "Reservoir",
    "Season",
    "WaterDay",
    "depth_of",
    "et0_of",
    "lift_of",
    "organic_of",
    "porosity_of",
    "read_weather",
    "reservoir_of",
    "season_of",
    "wicking_limit",
]
