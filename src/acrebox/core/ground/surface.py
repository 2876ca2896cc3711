"""The ground round and under a bed, from the heights of its stations."""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from math import hypot

from shapely import MultiPoint, Polygon
from shapely import Point as Spot
from shapely.geometry.polygon import orient

from acrebox.core.ground.plane import Plane, plane_through
from acrebox.core.measure.convert import MM3_PER_LITRE
from acrebox.core.shape.bodies.face import polygons
from acrebox.core.shape.ground import Cell, Ground, Triangle, cells, fanned, folded, height_on
from acrebox.core.shape.outline import Outline
from acrebox.core.shape.vector import Point, Point2

BEYOND_MM = 2000.0
"""How far beyond the stations the ground is drawn on, falling as they do."""
NEAR_MM = 0.01


def surface(corners: Iterable[Point2], heights: Mapping[Point2, float], datum: float = 0.0) -> Ground:
    """The ground of a bed with these corners [mm] from heights at places, `datum` less: straight between
    stations, round the mean of those that lie on one circle, as four corners of a rectangle do; at corners
    without one, as the plane of all stations has it, corrected by those that are near. Beyond them it goes on
    as that plane does. On a plane all of it is that plane.
    """
    known = {at: h - datum for at, h in heights.items()}
    plane = plane_through(list(known), list(known.values()))
    points = dict(known)
    for at in corners:
        points.setdefault(at, _guessed(known, plane, at))
    found = cells([(x, y, z) for (x, y), z in points.items()])
    return Ground((*(t for cell in found for t in fanned(cell)), *_beyond(points, plane)), tuple(found))


def _guessed(known: Mapping[Point2, float], plane: Plane, at: Point2) -> float:
    """The plane that misses the stations least (level across what they do not tell), and what near ones miss
    it by, weighted by the square of their distance.
    """
    weights = {p: 1 / max(hypot(p[0] - at[0], p[1] - at[1]), 1.0) ** 2 for p in known}
    misses = sum(w * (known[p] - plane.at(p)) for p, w in weights.items())
    return plane.at(at) + misses / sum(weights.values())


def _beyond(points: Mapping[Point2, float], plane: Plane) -> list[Triangle]:
    """A strip round the outermost points: the plane, missed by as much as at the point that it begins at."""
    around = orient(MultiPoint(list(points)).convex_hull).exterior
    rim = sorted(
        (p for p in points if around.distance(Spot(p)) < NEAR_MM), key=lambda p: around.project(Spot(p))
    )
    ring = []
    for at, far in zip(rim, Outline(tuple(rim)).inset(-BEYOND_MM).points, strict=True):
        ring.append(((*at, points[at]), (*far, plane.at(far) + points[at] - plane.at(at))))
    found: list[Triangle] = []
    for (a, far_a), (b, far_b) in zip(ring, [*ring[1:], ring[0]], strict=True):
        found += [(a, far_a, far_b), (a, far_b, b)]
    return found


def under(ground: Ground, region: Polygon, top: float) -> tuple[float, float]:
    """How much ground stands over a height within a region, and how much is missing up to it [mm³]."""
    missing = rising = 0.0
    for part in polygons(region):
        empty = sum(piece.litres_to(piece.z1) for piece in ground.over(part, top)) * MM3_PER_LITRE
        missing += empty
        rising += _whole(ground.triangles, part, top) + empty
    return rising, missing


def unsure(ground: Ground, region: Polygon) -> float:
    """By how much the volume of the ground in a region may be out [mm³] for what its points do not tell:
    between four of them it may fold along one diagonal or the other.
    """
    found = 0.0
    for cell in ground.cells:
        told = _whole(fanned(cell), region, 0.0)
        found += max((abs(_whole(other, region, 0.0) - told) for other in folded(cell)), default=0.0)
    for one, other in _turned(ground.cells):
        found += abs(_whole(one, region, 0.0) - _whole(other, region, 0.0))
    return found


def _turned(whole: Sequence[Cell]) -> Iterator[tuple[list[Triangle], list[Triangle]]]:
    """Of each edge between two cells the triangles beside it, and those that lie there when it is turned;
    none where that would leave the four of them.
    """
    beside: dict[frozenset[Point], list[Triangle]] = {}
    for cell in whole:
        for middle, a, b in _round(cell):
            beside.setdefault(frozenset((a, b)), []).append((middle, a, b))
    for pair in beside.values():
        if len(pair) == 2:
            (c, a, b), (d, _, _) = pair
            if _is_left(c, a, d) and _is_left(d, b, c):
                yield pair, [(c, a, d), (d, b, c)]


def _round(cell: Cell) -> list[Triangle]:
    """The triangles of a cell, each with a side of the cell last."""
    if len(cell) > 3:
        return fanned(cell)
    a, b, c = cell
    return [(a, b, c), (b, c, a), (c, a, b)]


def _is_left(a: Point, b: Point, c: Point) -> bool:
    """Whether the way from a over b to c turns against the clock."""
    return (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]) > NEAR_MM


def _whole(triangles: Sequence[Triangle], region: Polygon, level: float) -> float:
    """The volume between the ground and a level under a region [mm³], negative where the ground lies lower:
    over each triangle the height at the centre of what the region cuts out of it, times its area.
    """
    found = 0.0
    for triangle in triangles:
        for piece in polygons(Polygon([p[:2] for p in triangle]).intersection(region)):
            centre = piece.centroid
            found += (height_on(triangle, (centre.x, centre.y)) - level) * piece.area
    return float(found)
