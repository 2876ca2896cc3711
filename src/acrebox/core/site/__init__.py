"""Where the bed stands: the plan of its yard, sun and what hides it, room round it, ways to it."""

from acrebox.core.site.asked import SunAnswer, SunSite, read_sun_site, sun_hours
from acrebox.core.site.grounds import (
    Footprint,
    GroundPlan,
    Here,
    Laid,
    assembled,
    footprint,
    footprints,
    ground_plan,
    here_of,
    plain,
)
from acrebox.core.site.light import Light, Shade, light_on
from acrebox.core.site.limits import site_limit
from acrebox.core.site.load import Load
from acrebox.core.site.map import BestPlace, SunMap, best_place, sun_map
from acrebox.core.site.rows import Edge, Toward, in_a_row, lined_up, placed_at
from acrebox.core.site.shade import Screen, Sky, screens_round
from acrebox.core.site.standing import Covered, Run, Standing, stand
from acrebox.core.site.stored import Stored, lying_in
from acrebox.core.site.sun import Days, days_at, season, sun_at
from acrebox.core.site.ways import LOOKED_MM, Way, free_ground, way_to, ways_round

__all__ = [
    "LOOKED_MM",
    "BestPlace",
    "Covered",
    "Days",
    "Edge",
    "Footprint",
    "GroundPlan",
    "Here",
    "Laid",
    "Light",
    "Load",
    "Run",
    "Screen",
    "Shade",
    "Sky",
    "Standing",
    "Stored",
    "SunAnswer",
    "SunMap",
    "SunSite",
    "Toward",
    "Way",
    "assembled",
    "best_place",
    "days_at",
    "footprint",
    "footprints",
    "free_ground",
    "ground_plan",
    "here_of",
    "in_a_row",
    "light_on",
    "lined_up",
    "lying_in",
    "placed_at",
    "plain",
    "read_sun_site",
    "screens_round",
    "season",
    "site_limit",
    "stand",
    "sun_at",
    "sun_hours",
    "sun_map",
    "way_to",
    "ways_round",
]
