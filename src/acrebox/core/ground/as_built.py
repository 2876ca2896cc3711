"""Is it true: how far a course lies off level as it was built, and what to raise or knock down."""

from collections.abc import Mapping
from dataclasses import dataclass
from math import hypot

from acrebox.core.ground.limits import ground_limit
from acrebox.core.shape.vector import Point2


@dataclass(frozen=True)
class TrueStation:
    """How far a station lies off [mm]: over the mean level of all (negative: under it), over the best plane,
    and how far it may lie off; `by` is what to raise it (negative: to knock it down).
    """

    name: str
    off: float
    off_plane: float
    may: float
    by: float

    @property
    def holds(self) -> bool:
        """Whether it is true enough."""
        return abs(self.off) <= self.may


@dataclass(frozen=True)
class AsBuilt:
    """All stations, and how far the whole leans [mm in a metre]; at a height over it [mm] everything upright
    stands off plumb by that much.
    """

    stations: tuple[TrueStation, ...]
    lean: float

    @property
    def holds(self) -> bool:
        """Whether all of it is true."""
        return all(s.holds for s in self.stations)

    def off_at(self, height: float) -> float:
        """How far the top of something upright stands off plumb at a height [mm]."""
        return self.lean / 1000 * height


def as_built(
    heights: Mapping[str, float], places: Mapping[str, Point2], per_metre: float | None = None
) -> AsBuilt | None:
    """Stations held against the level through their mean height: each may lie off by so much for every metre
    it stands from the middle of all of them, and by what nobody sets truer. None with fewer than two.
    """
    known = {name: h for name, h in heights.items() if name in places}
    if len(known) < 2:
        return None
    rate = (per_metre if per_metre is not None else ground_limit("level_per_metre")) / 1000
    least = ground_limit("true_enough")
    mean = sum(known.values()) / len(known)
    xs, ys = [places[n][0] for n in known], [places[n][1] for n in known]
    middle = (sum(xs) / len(xs), sum(ys) / len(ys))
    slope = _slope(known, places, middle, mean)
    found = []
    for name, height in known.items():
        x, y = places[name][0] - middle[0], places[name][1] - middle[1]
        off = height - mean
        plane = off - slope[0] * x - slope[1] * y
        found.append(TrueStation(name, off, plane, max(least, rate * hypot(x, y)), -off))
    return AsBuilt(tuple(found), hypot(*slope) * 1000)


def _slope(
    heights: Mapping[str, float], places: Mapping[str, Point2], middle: Point2, mean: float
) -> tuple[float, float]:
    """The slopes along x and y of the plane that misses the heights least."""
    xx = xy = yy = xz = yz = 0.0
    for name, height in heights.items():
        x, y, z = places[name][0] - middle[0], places[name][1] - middle[1], height - mean
        xx, xy, yy, xz, yz = xx + x * x, xy + x * y, yy + y * y, xz + x * z, yz + y * z
    whole = xx * yy - xy * xy
    if whole <= 1e-9 * max(xx, yy, 1.0) ** 2:
        # They lie in one line: it leans along that.
        along = xx + yy
        return (xz / along, yz / along) if along > 0 else (0.0, 0.0)
    return (xz * yy - yz * xy) / whole, (yz * xx - xz * xy) / whole


def packing(gap: float, level: float, reach: float) -> float:
    """How much to pack under the far end of a reach where a level of that length stands level over a gap
    under its end [all mm]: the gap grows with the length.
    """
    return gap / level * reach
