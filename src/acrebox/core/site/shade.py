"""What stands before the sun: walls upright on the plan, and the hours that they leave."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from acrebox.core.site.sun import RISES_AT, STEP_MINUTES, Days, Floats, days_at, lit_hours, season

NEAR_MM = 1.0
MAP_AZIMUTHS = 360
MAP_EVERY = 3


@dataclass(frozen=True)
class Screen:
    """Something upright that keeps the sun off: from a place to another on the plan [mm], so high [mm].

    A `round` one is a trunk with its crown: it stands at `start`, so many millimetres wide.
    """

    start: tuple[float, float]
    end: tuple[float, float]
    height: float
    round: float = 0.0


@dataclass(frozen=True)
class Sky:
    """The sun over a plan: where it lies, how far the plan's up lies from north (clockwise) [°], what stands
    on it, and a horizon that is the same all round [°].
    """

    latitude: float
    longitude: float = 0.0
    north: float = 0.0
    screens: tuple[Screen, ...] = ()
    horizon: float = 0.0

    @property
    def days(self) -> Days:
        """The sun at the place."""
        return days_at(self.latitude, self.longitude)

    def hours(self, points: Floats) -> Floats:
        """Hours of direct sun on points (n × 3: x, y, height [mm]), in each month (n × 12)."""
        days = self.days
        mask = self.mask(points, days.azimuth.ravel()).reshape(len(points), *days.azimuth.shape)
        return lit_hours(_over(days.height, mask))

    def lit(self, point: tuple[float, float, float], month: int) -> Floats:
        """By how much the sun stands over what hides it [°], over one day, seen from a point [mm]."""
        days = self.days
        mask = self.mask(np.array([point]), days.azimuth[month])
        return np.asarray(_over(days.height[month], mask)[0])

    def over_season(self, by_month: Floats) -> Floats:
        """The mean of the months of growing, of hours by month along the last axis."""
        return np.asarray(by_month[..., list(season(self.latitude))].mean(axis=-1))

    def mask(self, points: Floats, azimuths: Floats) -> Floats:
        """How high the sun must stand to reach points (n × 3) from azimuths (m) [°]: n × m."""
        bearing = np.radians(azimuths - self.north)
        ray = np.stack([np.sin(bearing), np.cos(bearing)]).astype(points.dtype)
        found = np.full((len(points), len(azimuths)), self.horizon, dtype=points.dtype)
        for screen in self.screens:
            far = _far(screen, points, ray)
            rise = (screen.height - points[:, 2])[:, None]
            with np.errstate(invalid="ignore", divide="ignore"):
                angle = np.degrees(np.arctan2(rise, far))
            found = np.where(np.isfinite(far) & (angle > found), angle, found)
        return found

    def map_hours(self, points: Floats) -> Floats:
        """As `hours`, for many points: their horizon is taken every degree and the sun every six minutes, so
        that an edge of what hides the sun is off by up to four minutes of its way.
        """
        days = self.days
        height, azimuth = days.height[:, ::MAP_EVERY], days.azimuth[:, ::MAP_EVERY]
        up = height > RISES_AT
        bins = np.rint(azimuth).astype(np.int64) % MAP_AZIMUTHS
        used = np.unique(bins[up])
        profile = np.zeros((len(points), MAP_AZIMUTHS), dtype=np.float32)
        profile[:, used] = self.mask(points.astype(np.float32), used.astype(np.float32))
        found = np.zeros((len(points), len(azimuth)))
        for month, row in enumerate(bins):
            lit = np.flatnonzero(up[month])
            if len(lit):
                span = slice(max(0, lit[0] - 1), lit[-1] + 2)
                over = _over(height[month, span].astype(np.float32), profile[:, row[span]])
                found[:, month] = lit_hours(over, MAP_EVERY * STEP_MINUTES)
        return found


def _over(height: Floats, mask: Floats) -> Floats:
    """By how much the sun's middle [°] stands over a mask [°]: where that is flat, over where it rises."""
    return np.where(mask > 0, height - mask, height - RISES_AT)


def _far(screen: Screen, points: Floats, ray: Floats) -> Floats:
    """How far rays (2 × m) from points (n × 3) go to a screen [mm]; infinite where they miss."""
    if screen.round:
        return _far_round(screen, points, ray)
    ax, ay = screen.start[0] - points[:, 0], screen.start[1] - points[:, 1]
    sx, sy = screen.end[0] - screen.start[0], screen.end[1] - screen.start[1]
    across = ray[0] * sy - ray[1] * sx
    with np.errstate(invalid="ignore", divide="ignore"):
        far = (ax * sy - ay * sx)[:, None] / across
        along = (ax[:, None] * ray[1] - ay[:, None] * ray[0]) / across
    meets = (np.abs(across) > 1e-12) & (far > NEAR_MM) & (along >= 0) & (along <= 1)
    return np.where(meets, far, np.inf)


def _far_round(screen: Screen, points: Floats, ray: Floats) -> Floats:
    """As `_far`, for what is round; from a point under it the sun is hidden all round."""
    ax, ay = screen.start[0] - points[:, 0], screen.start[1] - points[:, 1]
    radius = screen.round / 2
    along = ax[:, None] * ray[0] + ay[:, None] * ray[1]
    under = (ax**2 + ay**2)[:, None] < radius**2
    aside = (ax**2 + ay**2)[:, None] - along**2
    reach = np.sqrt(np.maximum(radius**2 - aside, 0.0))
    far = np.where(under, NEAR_MM, along - reach)
    return np.where(under | ((aside < radius**2) & (far > NEAR_MM)), far, np.inf)


def screens_round(corners: Sequence[tuple[float, float]], height: float, closed: bool) -> tuple[Screen, ...]:
    """The walls along a line of corners [mm], back to its beginning where it is closed."""
    ends = [*corners[1:], corners[0]] if closed else list(corners[1:])
    return tuple(Screen(a, b, height) for a, b in zip(corners, ends, strict=False))
