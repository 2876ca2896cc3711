"""The ground round and under a bed, from the heights of its stations."""

from collections.abc import Mapping
from math import hypot

from shapely import Point as Spot
from shapely import Polygon

from acrebox.core.assembly import Assembly
from acrebox.core.ground.places import corner_places
from acrebox.core.ground.plane import plane_through
from acrebox.core.measure.convert import MM3_PER_LITRE
from acrebox.core.shape.bodies.face import polygons
from acrebox.core.shape.ground import Ground
from acrebox.core.shape.vector import Point2

BEYOND_MM = 2000.0
"""How far beyond the bed the ground goes on as it is at its edge."""
NEAR_MM = 1e-6


def surface(bed: Assembly, heights: Mapping[Point2, float], datum: float = 0.0) -> Ground:
    """The ground of a bed in its own axes [mm] from heights at places, `datum` less: straight between
    stations; at corners without one, as the plane of all stations has it, corrected by those that are near.
    """
    known = {at: h - datum for at, h in heights.items()}
    points = dict(known)
    for at in corner_places(bed).values():
        points.setdefault(at, _guessed(known, at))
    beyond = dict(_beyond(bed, points))
    return Ground(tuple((x, y, z) for (x, y), z in {**points, **beyond}.items()))


def _guessed(known: Mapping[Point2, float], at: Point2) -> float:
    """The plane that misses the stations least (level across what they do not tell), and what near ones miss
    it by, weighted by the square of their distance.
    """
    plane = plane_through(list(known), list(known.values()))
    weights = {p: 1 / max(hypot(p[0] - at[0], p[1] - at[1]), 1.0) ** 2 for p in known}
    misses = sum(w * (known[p] - plane.at(p)) for p, w in weights.items())
    return plane.at(at) + misses / sum(weights.values())


def _beyond(bed: Assembly, points: Mapping[Point2, float]) -> list[tuple[Point2, float]]:
    """Places outside the bed, each as high as the corner that it lies before."""
    xs, ys = [p[0] for p in bed.outline.points], [p[1] for p in bed.outline.points]
    middle = ((min(xs) + max(xs)) / 2, (min(ys) + max(ys)) / 2)
    hull = Polygon(bed.outline.points).convex_hull
    found = []
    for (x, y), z in points.items():
        far = hypot(x - middle[0], y - middle[1])
        if far < NEAR_MM or hull.exterior.distance(Spot(x, y)) > 1.0:
            continue
        share = (far + BEYOND_MM) / far
        found.append(((middle[0] + (x - middle[0]) * share, middle[1] + (y - middle[1]) * share), z))
    return found


def under(ground: Ground, region: Polygon, top: float) -> tuple[float, float]:
    """How much ground stands over a height within a region, and how much is missing up to it [mm³]."""
    missing = rising = 0.0
    for part in polygons(region):
        empty = sum(piece.litres_to(piece.z1) for piece in ground.over(part, top)) * MM3_PER_LITRE
        missing += empty
        rising += _whole(ground, part, top) + empty
    return rising, missing


def _whole(ground: Ground, region: Polygon, level: float) -> float:
    """The volume between the ground and a level under a region [mm³], negative where the ground lies lower:
    over each triangle the height at the centre of what the region cuts out of it, times its area.
    """
    found = 0.0
    for triangle in ground.triangles:
        for piece in polygons(Polygon([p[:2] for p in triangle]).intersection(region)):
            centre = piece.centroid
            found += (ground.height_at((centre.x, centre.y)) - level) * piece.area
    return float(found)
