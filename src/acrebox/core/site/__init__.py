"""Where the bed stands: sun and what hides it."""

from acrebox.core.site.asked import SunAnswer, SunSite, read_sun_site, sun_hours
from acrebox.core.site.shade import Screen, Sky, screens_round
from acrebox.core.site.sun import Days, days_at, season, sun_at

__all__ = [
    "Days",
    "Screen",
    "Sky",
    "SunAnswer",
    "SunSite",
    "days_at",
    "read_sun_site",
    "screens_round",
    "season",
    "sun_at",
    "sun_hours",
]
