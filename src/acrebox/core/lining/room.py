"""The room that is lined, seen from above: the way along its walls and round what stands against them, what
stands free in it, what crosses it.
"""

from dataclasses import dataclass
from functools import cached_property

from shapely import LineString, Point, Polygon, unary_union
from shapely.geometry.base import BaseGeometry
from shapely.geometry.polygon import orient

from acrebox.core.assembly import Assembly, Compartment, Part
from acrebox.core.lining.limits import lining_limit
from acrebox.core.measure.systems import System
from acrebox.core.shape.bodies import Loft
from acrebox.core.shape.bodies.face import polygons
from acrebox.core.shape.outline import Outline
from acrebox.core.shape.vector import Point2

REFLEX_DEG = 185.0
CORNER_DEG = 10.0
LEAST_MM2 = 100.0
Corner = tuple[Point2, Point2, Point2]
"""A corner, between the one before it and the one after it [mm]."""


@dataclass(frozen=True)
class Crossing:
    """Where something goes through the wall's lining: how far along the way, how wide there, from height to
    height over the floor [mm].
    """

    at: float
    wide: float
    low: float
    high: float


@dataclass(frozen=True)
class LinedRoom:
    """A room: its walls from above (`bare`), the way of a lining along them and over what stands against
    them (`way`), from floor to rim [mm]; the parts that stand against the walls, that stand free, that cross.
    """

    bare: Polygon
    way: Polygon
    low: float
    rim: float
    against: tuple[Part, ...]
    free: tuple[Part, ...]
    across: tuple[Part, ...]
    lying: bool
    compartment: Compartment

    @property
    def depth(self) -> float:
        """From floor to rim [mm]."""
        return self.rim - self.low

    @property
    def perimeter(self) -> float:
        """Of the walls alone [mm]."""
        return float(self.bare.exterior.length)

    @property
    def round(self) -> float:
        """The way along the walls and over what stands against them [mm]."""
        return float(self.way.exterior.length)

    @cached_property
    def _round(self) -> tuple[Point2, ...]:
        return corners_of(self.way)

    @cached_property
    def ring(self) -> LineString:
        """The way, from the middle of its first side round [mm]."""
        points = list(self._round)
        lowest = min(range(len(points)), key=lambda n: (round(points[n][1], 3), round(points[n][0], 3)))
        points = [*points[lowest:], *points[:lowest]]
        (x0, y0), (x1, y1) = points[0], points[1]
        middle = ((x0 + x1) / 2, (y0 + y1) / 2)
        return LineString([middle, *points[1:], points[0], middle])

    @cached_property
    def corners(self) -> tuple[float, ...]:
        """Where the way turns, from its beginning [mm]; of a round room nowhere."""
        ring = Outline(self._round)
        turns = (
            float(self.ring.project(Point(p)))
            for p, angle in zip(ring.points, ring.corners, strict=True)
            if abs(angle - 180) > CORNER_DEG
        )
        return tuple(sorted(turns))

    @cached_property
    def reflex(self) -> list[Corner]:
        """The corners of the way that stand into the room: where a sheet in one piece has to be slit."""
        return reflex_corners(self.way)

    def crossings(self, clear: float) -> list[Crossing]:
        """Where what crosses the room goes through its lining, so much wider all round [mm]."""
        found = []
        for part in self.across:
            (_, _, z0), (_, _, z1) = part.body.bounds
            met = shape_of(part).intersection(self.way.exterior)
            for line in getattr(met, "geoms", [met]):
                if line.length > 0.1:
                    at = self.ring.project(line.interpolate(0.5, normalized=True))
                    low, high = z0 - self.low - clear, z1 - self.low + clear
                    found.append(Crossing(float(at), float(line.length) + 2 * clear, low, high))
        return sorted(_joined(found), key=lambda c: c.at)

    def through(self, at: Point2, wide: float, height: float, clear: float) -> Crossing:
        """A pipe so wide that goes through the wall at a place of the plan, its middle at a height [mm]."""
        run = float(self.ring.project(Point(at)))
        middle, half = height - self.low, wide / 2 + clear
        return Crossing(run, 2 * half, middle - half, middle + half)


def _joined(found: list[Crossing]) -> list[Crossing]:
    """Pieces of one crossing that lie beside each other are one."""
    kept: list[Crossing] = []
    for one in sorted(found, key=lambda c: (c.low, c.at)):
        last = kept[-1] if kept else None
        if last and last.low == one.low and one.at - last.at < (one.wide + last.wide) / 2:
            at = (last.at + one.at) / 2
            kept[-1] = Crossing(at, last.wide + one.wide, one.low, one.high)
        else:
            kept.append(one)
    return kept


def corners_of(shape: Polygon) -> tuple[Point2, ...]:
    """The corners of a shape, anticlockwise [mm]."""
    return tuple((float(x), float(y)) for x, y in list(orient(shape).exterior.coords)[:-1])


def reflex_corners(shape: Polygon) -> list[Corner]:
    """The corners of a shape that stand into it."""
    ring = Outline(corners_of(shape))
    count = len(ring.points)
    return [
        (ring.points[n - 1], ring.points[n], ring.points[(n + 1) % count])
        for n, angle in enumerate(ring.corners)
        if angle > REFLEX_DEG
    ]


def shape_of(part: Part) -> BaseGeometry:
    """A part seen from above [mm]."""
    return unary_union([f.polygon for f in part.body.seen_from_above])


def rooms_of(bed: Assembly, built: System) -> tuple[LinedRoom, ...]:
    """Every room of a bed that can be lined."""
    alone = len(bed.compartments) == 1
    return tuple(_room(c, bed.soil_face.polygon if alone else c.plan, built) for c in bed.compartments)


def _room(room: Compartment, bare: Polygon, built: System) -> LinedRoom:
    (_, _, low), (_, _, rim) = room.inside.bounds
    against: list[Part] = []
    across: list[Part] = []
    for part in room.parts:
        (_, _, z0), (_, _, z1) = part.body.bounds
        if z1 <= low + 1 or z0 >= rim - 1:
            continue
        shape = shape_of(part)
        within = shape.intersection(bare)
        if within.area < LEAST_MM2:
            continue
        if _stands(part):
            against.append(part)
        elif within.intersection(bare.buffer(-lining_limit("turn_in", built))).area > LEAST_MM2:
            across.append(part)
    way, free = _way(bare, against, lining_limit("bridged", built))
    return LinedRoom(
        bare=bare,
        way=way,
        low=low,
        rim=rim,
        against=tuple(p for p in against if p not in free),
        free=tuple(free),
        across=tuple(across),
        lying=not isinstance(room.inside, Loft),
        compartment=room,
    )


def _stands(part: Part) -> bool:
    """Whether it is higher than it is long and wide."""
    (x0, y0, z0), (x1, y1, z1) = part.body.bounds
    return part.role.upright or z1 - z0 >= max(x1 - x0, y1 - y0)


def _way(bare: Polygon, standing: list[Part], bridged: float) -> tuple[Polygon, list[Part]]:
    """The way of a lining, straight over what gaps it bridges; and what it does not come to."""
    if not standing:
        return bare, []
    left = bare.difference(unary_union([shape_of(p) for p in standing]))
    half = bridged / 2
    eased = left.buffer(-half, join_style="mitre").buffer(half, join_style="mitre").intersection(left)
    whole = max(polygons(eased), key=lambda p: p.area, default=bare)
    way = Polygon(whole.exterior).simplify(0.01)
    free = [p for p in standing if way.buffer(-1).contains(shape_of(p))]
    return way, free
