"""Where holes lie on a floor: in rows, staggered, in a ring with some within; clear of what bears it."""

from collections.abc import Iterator, Sequence
from math import ceil, pi

import numpy as np
from shapely import LineString, Polygon
from shapely import Point as Spot
from shapely.geometry.base import BaseGeometry
from shapely.ops import nearest_points

from acrebox.core.design import Pattern
from acrebox.core.shape.bodies.face import polygons
from acrebox.core.shape.vector import Point2

MOST_ROWS = 24
WITHIN_SHARE = 1 / 3
"""Of holes in a ring so many lie within."""
WITHIN_AT = 0.45
NEAR_MM = 0.01
FULL = 0.9069
"""What circles laid as close as can be cover of a plane: π ÷ (2·√3) (Thue; Fejes Tóth 1940)."""


def laid_out(room: BaseGeometry, count: int, pattern: Pattern, apart: float) -> tuple[Point2, ...] | None:
    """So many middles of holes [mm] in the room for them, none nearer to another than `apart`; None where so
    many do not fit in that pattern.
    """
    best: tuple[float, tuple[Point2, ...]] | None = None
    for found in _tried(room, count, pattern):
        gap = _nearest(found)
        if gap >= apart - NEAR_MM and (best is None or gap > best[0] + NEAR_MM):
            best = (gap, found)
            if pattern == "ring_and_centre":
                break  # The usual share within comes first.
    return best[1] if best else None


def most_that_fit(room: BaseGeometry, pattern: Pattern, apart: float, below: int) -> int:
    """The most holes under `below` that a pattern takes, as far as fewer fit where more do."""
    closest = int(FULL * room.buffer(apart / 2).area / (pi * apart**2 / 4))
    low, high = 0, min(below - 1, closest)
    while low < high:
        middle = (low + high + 1) // 2
        fits = laid_out(room, middle, pattern, apart) is not None
        low, high = (middle, high) if fits else (low, middle - 1)
    return low


def _tried(room: BaseGeometry, count: int, pattern: Pattern) -> Iterator[tuple[Point2, ...]]:
    if room.is_empty:
        return
    if count == 1:
        yield (_put(room, (room.envelope.centroid.x, room.envelope.centroid.y)),)
    elif pattern == "ring_and_centre":
        yield from _rings(room, count)
    else:
        for rows in range(1, min(count, MOST_ROWS) + 1):
            found = _rows(room, count, rows, staggered=pattern == "staggered")
            if found is not None:
                yield found


def _nearest(points: Sequence[Point2]) -> float:
    """How near the two nearest lie [mm]."""
    if len(points) < 2:
        return float("inf")
    at = np.array(points)
    apart = np.hypot(*(at[:, None] - at[None, :]).transpose(2, 0, 1))
    np.fill_diagonal(apart, np.inf)
    return float(apart.min())


def _put(room: BaseGeometry, at: Point2) -> Point2:
    """The nearest place in the room."""
    spot = Spot(at)
    if room.covers(spot):
        return at
    inside, _ = nearest_points(room, spot)
    return inside.x, inside.y


def _rows(room: BaseGeometry, count: int, rows: int, *, staggered: bool) -> tuple[Point2, ...] | None:
    """Rows from front to back, holes shared out by how long each row is; a hole that would lie where it may
    not goes along its row to the nearest place where it may.
    """
    x0, y0, x1, y1 = room.bounds
    chords = []
    for k in range(rows):
        y = y0 + (y1 - y0) * (k / (rows - 1) if rows > 1 else 0.5)
        # The outermost rows lie a hair within, so that a round floor has a row there at all.
        y = min(max(y, y0 + (y1 - y0) * 0.06), y1 - (y1 - y0) * 0.06) if _is_round(room) else y
        row = room.intersection(LineString([(x0 - 1, y), (x1 + 1, y)]))
        if row.is_empty or row.length < NEAR_MM:
            return None
        chords.append((y, row))
    shares = _shared(count, [c.bounds[2] - c.bounds[0] for _, c in chords])
    found = []
    for n, ((y, row), many) in enumerate(zip(chords, shares, strict=True)):
        low, _, high, _ = row.bounds
        for x in _along(low, high, many, n if staggered else None):
            found.append(_put(row, (x, y)))
    return tuple(found)


def _is_round(room: BaseGeometry) -> bool:
    whole = room.envelope.area
    return any(p.area < 0.95 * whole for p in polygons(room.convex_hull))


def _along(low: float, high: float, many: int, staggered: int | None) -> Iterator[float]:
    """Places along a row from end to end; of staggered rows every other one begins half a step in."""
    if many == 1:
        yield (low + high) / 2
        return
    if staggered is None:
        step, first = (high - low) / (many - 1), 0.0
    else:
        step = (high - low) / (many - 0.5)
        first = step / 2 if staggered % 2 else 0.0
    for k in range(many):
        yield low + first + k * step


def _shared(count: int, lengths: Sequence[float]) -> list[int]:
    """Holes by the lengths of rows, each at least one, all of them together."""
    whole = sum(lengths)
    exact = [count * long / whole for long in lengths]
    found = [max(1, int(e)) for e in exact]
    while sum(found) < count:
        n = max(
            range(len(found)), key=lambda k: (round(exact[k] - found[k], 9), -abs(k - (len(found) - 1) / 2))
        )
        found[n] += 1
    while sum(found) > count:
        n = min((k for k in range(len(found)) if found[k] > 1), key=lambda k: exact[k] - found[k])
        found[n] -= 1
    return found


def _rings(room: BaseGeometry, count: int) -> Iterator[tuple[Point2, ...]]:
    """A ring along the edge of the room and the rest within: one in the middle, or a ring of their own."""
    hull = max(polygons(room.convex_hull), key=lambda p: p.area)
    middle = (hull.centroid.x, hull.centroid.y)
    usual = max(1, round(count * WITHIN_SHARE)) if count > 4 else 0 if count == 2 else 1
    for within in dict.fromkeys((usual, max(0, usual - 1), usual + 1, 1, 0)):
        if count - within < 2:
            continue
        ring = [_put(room, p) for p in _round(hull, count - within, 1.0, middle)]
        if within == 1:
            inner = [_put(room, middle)]
        else:
            inner = [_put(room, p) for p in _round(hull, within, WITHIN_AT, middle)]
        yield (*ring, *inner)


def _round(hull: Polygon, many: int, share: float, middle: Point2) -> Iterator[Point2]:
    """Places at even steps round an outline, drawn in to a share of it."""
    edge = hull.exterior
    for k in range(many):
        p = edge.interpolate((k + 0.5) / many, normalized=True)
        yield middle[0] + (p.x - middle[0]) * share, middle[1] + (p.y - middle[1]) * share


def by_distance(room: BaseGeometry, spacing: float) -> int:
    """How many holes a floor takes at a distance: each drains a square of it, or a length of a narrow one."""
    x0, y0, x1, y1 = map(float, room.bounds)
    along = float(max(x1 - x0, y1 - y0)) / spacing
    return max(1, ceil(max(float(room.area) / spacing**2, along) - 1e-9))
