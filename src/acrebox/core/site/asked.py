"""Hours of sun on points that are asked for by themselves, without a yard."""

from typing import Annotated, Any

import numpy as np
from pydantic import BaseModel, Field

from acrebox.core.design import Choice, read_model
from acrebox.core.measure.written import Coordinate, Length, between
from acrebox.core.site.shade import Screen, Sky

Corner = tuple[Coordinate, Coordinate]


class SunPoint(Choice):
    """A point that the sun may reach: x east and y north where `north_deg` is 0, and how high it lies."""

    name: Annotated[str, Field(min_length=1, max_length=80)]
    x: Coordinate
    y: Coordinate
    height: Coordinate = Coordinate(0)


class Obstruction(Choice):
    """Something upright between two places."""

    from_: Corner = Field(alias="from")
    to: Corner
    height: Annotated[Length, between(Length("1 mm"), Length("300 m"))]


class SunSite(Choice):
    """Where points lie, what stands round them, or a horizon that is the same all round [°]; `north_deg` is
    how far the plan's up lies from north, clockwise.
    """

    latitude: Annotated[float, Field(ge=-90, le=90)]
    longitude: Annotated[float, Field(ge=-180, le=180)] = 0.0
    north_deg: Annotated[float, Field(ge=-360, le=360)] = 0.0
    horizon_deg: Annotated[float, Field(ge=0, lt=90)] = 0.0
    points: Annotated[tuple[SunPoint, ...], Field(min_length=1, max_length=1000)]
    obstructions: Annotated[tuple[Obstruction, ...], Field(max_length=1000)] = ()


class SunHours(BaseModel):
    """Hours of direct sun a day on a point: on the 21st of each month, and the mean of the months of growing
    (April to September in the north, October to March in the south).
    """

    name: str
    hours_by_month: list[float]
    hours_season: float


class SunAnswer(BaseModel):
    """Every point that was asked for, in that order."""

    points: list[SunHours]


def read_sun_site(data: Any) -> SunSite:
    """A SunSite from plain JSON values.

    Raises DesignError that names every field at fault, its value and what is allowed.
    """
    return read_model(SunSite, data)


def sun_hours(site: SunSite) -> SunAnswer:
    """The hours of direct sun on each point of a site."""
    screens = tuple(
        Screen((o.from_[0].mm, o.from_[1].mm), (o.to[0].mm, o.to[1].mm), o.height.mm)
        for o in site.obstructions
    )
    sky = Sky(site.latitude, site.longitude, site.north_deg, screens, site.horizon_deg)
    by_month = sky.hours(np.array([(p.x.mm, p.y.mm, p.height.mm) for p in site.points], dtype=np.float64))
    seasons = sky.over_season(by_month)
    return SunAnswer(
        points=[
            SunHours(
                name=point.name,
                hours_by_month=[round(float(h), 4) for h in hours],
                hours_season=round(float(over), 4),
            )
            for point, hours, over in zip(site.points, by_month, seasons, strict=True)
        ]
    )
