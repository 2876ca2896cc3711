"""The sun on one bed: hours by month, before and after noon, when which thing shades it."""

from dataclasses import dataclass, replace
from datetime import UTC, datetime, timedelta
from functools import lru_cache
from zoneinfo import ZoneInfo

import numpy as np
from numpy.typing import NDArray

from acrebox.core.site.grounds import Footprint, GroundPlan
from acrebox.core.site.shade import Sky
from acrebox.core.site.sun import DAY_OF_MONTH, RISES_AT, STEP_MINUTES, YEAR, Floats, lit_hours, season

BINS = 720
LIGHTS_KEPT = 256
SHORTEST_SHADE = 15
"""A shade that passes in less time is not told [min]."""


@dataclass(frozen=True)
class Shade:
    """When a thing keeps the sun off on a day of a month (January being 0), by the clock [min of the day]."""

    month: int
    begins: float
    ends: float
    by: str


@dataclass(frozen=True)
class Light:
    """The sun on a bed: hours a day by month, the months of growing and the mean over them, of which before
    and after the sun is highest; when it is shaded in its middle, and by which clock (None: by the sun).
    """

    hours: tuple[float, ...]
    growing: tuple[int, ...]
    over_season: float
    morning: float
    afternoon: float
    shades: tuple[Shade, ...]
    clock: str | None


@lru_cache(maxsize=LIGHTS_KEPT)
def light_on(bed: Footprint, plan: GroundPlan) -> Light | None:
    """The sun on a bed, as high as its rim: the mean of its middle and of four places half way to the corners
    of its box. None where nobody knows the latitude.
    """
    if plan.sky is None:
        return None
    sky, points = plan.sky, _points(bed)
    hours = sky.hours(points).mean(axis=0)
    seen = _Seen(points[:1], plan, sky)
    growing = season(sky.latitude)
    before = float(np.mean([lit_hours(seen.over(m)[: _noon(sky, m) + 1]) for m in growing]))
    after = float(np.mean([lit_hours(seen.over(m)[_noon(sky, m) :]) for m in growing]))
    mean = float(sky.over_season(hours))
    share = before / (before + after) if before + after else 0.0
    return Light(
        hours=tuple(float(h) for h in hours),
        growing=tuple(growing),
        over_season=mean,
        morning=mean * share,
        afternoon=mean * (1 - share) if mean else 0.0,
        shades=tuple(s for month in range(12) for s in _shades(seen, month)),
        clock=plan.clock,
    )


class _Seen:
    """What hides the sun from one place (1 × 3), thing by thing, every half degree."""

    def __init__(self, point: Floats, plan: GroundPlan, sky: Sky) -> None:
        self.plan, self.sky = plan, sky
        self.names = [t.name for t in plan.things if t.screens]
        bins = np.arange(BINS) * 360 / BINS
        skies = [replace(sky, screens=t.screens) for t in plan.things if t.screens]
        self.masks = np.array([s.mask(point, bins)[0] for s in skies] or [np.full(BINS, sky.horizon)])
        self.bin = np.rint(sky.days.azimuth * BINS / 360).astype(np.int64) % BINS

    def over(self, month: int) -> Floats:
        """By how much the sun stands over what hides it, over a day of a month [°]."""
        mask, height = self.masks.max(axis=0)[self.bin[month]], self.sky.days.height[month]
        return np.where(mask > 0, height - mask, height - RISES_AT)

    def hidden_by(self, month: int) -> NDArray[np.int64]:
        """The thing that hides the sun at every sample of a day, the highest of them; -1 where none does."""
        masks, height = self.masks[:, self.bin[month]], self.sky.days.height[month]
        hides = (height > RISES_AT) & (masks.max(axis=0) > np.maximum(height, 0.0))
        return np.where(hides, masks.argmax(axis=0), -1)


def _points(bed: Footprint) -> Floats:
    ring = bed.polygon
    middle = ring.representative_point() if not ring.contains(ring.centroid) else ring.centroid
    corners = np.array(ring.minimum_rotated_rectangle.exterior.coords)[:4]
    centre = np.array([[middle.x, middle.y]])
    flat = np.vstack([centre, (corners + centre) / 2])
    return np.column_stack([flat, np.full(len(flat), bed.top)])


def _noon(sky: Sky, month: int) -> int:
    return int(np.argmax(sky.days.height[month]))


def _shades(seen: _Seen, month: int) -> list[Shade]:
    """The times of a day in which a place would have sun but for a thing, the highest hiding it named."""
    if not seen.names:
        return []
    by, minutes, found, start = seen.hidden_by(month), seen.sky.days.minutes, list[Shade](), 0
    for n in range(1, len(by) + 1):
        if n < len(by) and by[n] == by[start]:
            continue
        if by[start] >= 0 and (n - start) * STEP_MINUTES >= SHORTEST_SHADE:
            begins, ends = (clock_of(float(minutes[k]), month, seen.plan, seen.sky) for k in (start, n - 1))
            found.append(Shade(month, begins, ends, seen.names[int(by[start])]))
        start = n
    return found


def clock_of(minute: float, month: int, plan: GroundPlan, sky: Sky) -> float:
    """What the clock shows [min of the day] at a minute of the mean sun's day: that of the yard, or one by
    which the sun is highest at twelve.
    """
    if plan.clock is None:
        highest = float(sky.days.minutes[_noon(sky, month)])
        return (minute - highest + 720) % 1440
    begins = datetime(YEAR, month + 1, DAY_OF_MONTH, tzinfo=UTC) - timedelta(minutes=4 * sky.longitude)
    shown = (begins + timedelta(minutes=minute)).astimezone(ZoneInfo(plan.clock))
    return float(shown.hour * 60 + shown.minute)
