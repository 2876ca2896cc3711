"""Outlines: corners walked anticlockwise, the sides between them, and the outline that lies so far inside."""

from collections.abc import Sequence
from dataclasses import dataclass, field
from functools import cached_property
from math import atan2, cos, degrees, hypot, pi, radians, sin
from typing import Protocol

from shapely import Polygon as ShapelyPolygon
from shapely.validation import explain_validity

from acrebox.core.shape.level import Oval
from acrebox.core.shape.vector import Point, Point2


class Reaches(Protocol):
    """Anything that can tell from where to where it reaches in a direction [mm]."""

    def reach(self, way: Point) -> tuple[float, float]:
        """From where to where it reaches in a direction [mm]."""
        ...


RECTANGLE_NAMES = ("front", "right", "back", "left")


@dataclass(frozen=True, kw_only=True)
class Side:
    """One straight side, seen from above: its ends, and the angles inside the bed at them [°]."""

    index: int
    name: str
    start: Point2
    end: Point2
    corner_start: float
    corner_end: float

    @cached_property
    def length(self) -> float:
        """From corner to corner [mm]."""
        return hypot(self.end[0] - self.start[0], self.end[1] - self.start[1])

    @cached_property
    def along(self) -> tuple[float, float, float]:
        """Unit direction of the walk."""
        return (
            _tidy((self.end[0] - self.start[0]) / self.length),
            _tidy((self.end[1] - self.start[1]) / self.length),
            0.0,
        )

    @cached_property
    def inward(self) -> tuple[float, float, float]:
        """Unit direction into the bed: on the left hand of the walk."""
        x, y, _ = self.along
        return -y + 0.0, x, 0.0

    def place(self, u: float, v: float, z: float) -> tuple[float, float, float]:
        """A point `u` [mm] along the side, `v` inwards of it, at height `z`."""
        (ax, ay, _), (nx, ny, _) = self.along, self.inward
        return self.start[0] + ax * u + nx * v, self.start[1] + ay * u + ny * v, z

    def reach(self, body: Reaches) -> tuple[float, float]:
        """From where to where along the side a body reaches [mm from its first corner]."""
        return self._from_start(body, self.along)

    def depth(self, body: Reaches) -> tuple[float, float]:
        """From where to where inwards of the side's line a body reaches [mm]."""
        return self._from_start(body, self.inward)

    def _from_start(self, body: Reaches, way: Point) -> tuple[float, float]:
        start = self.start[0] * way[0] + self.start[1] * way[1]
        low, high = body.reach(way)
        return low - start, high - start

    def coordinates(self, x: float, y: float) -> Point2:
        """How far along the side and how far inwards of it a point of the plan lies [mm]."""
        dx, dy = x - self.start[0], y - self.start[1]
        return dx * self.along[0] + dy * self.along[1], dx * self.inward[0] + dy * self.inward[1]


@dataclass(frozen=True)
class Outline:
    """A simple polygon walked anticlockwise [mm]."""

    points: tuple[Point2, ...]

    @cached_property
    def sides(self) -> tuple[Side, ...]:
        """Its sides in order; a rectangle's are named front, right, back and left, others by number."""
        count = len(self.points)
        names = RECTANGLE_NAMES if self.is_rectangle else tuple(f"side {n}" for n in range(1, count + 1))
        angles = self.corners
        return tuple(
            Side(
                index=n,
                name=names[n],
                start=self.points[n],
                end=self.points[(n + 1) % count],
                corner_start=angles[n],
                corner_end=angles[(n + 1) % count],
            )
            for n in range(count)
        )

    @cached_property
    def corners(self) -> tuple[float, ...]:
        """The angle inside the bed at each corner of the ring [°]."""
        count = len(self.points)
        return tuple(
            _inside_angle(self.points[n - 1], self.points[n], self.points[(n + 1) % count])
            for n in range(count)
        )

    @cached_property
    def is_rectangle(self) -> bool:
        return len(self.points) == 4 and all(abs(c - 90) < 1e-6 for c in self.corners)

    @cached_property
    def polygon(self) -> ShapelyPolygon:
        """The same as a polygon of shapely's."""
        return ShapelyPolygon(self.points)

    @property
    def area(self) -> float:
        """Area [mm²]."""
        return float(self.polygon.area)

    @property
    def perimeter(self) -> float:
        """Length round the edge [mm]."""
        return sum(side.length for side in self.sides)

    @property
    def size(self) -> tuple[float, float]:
        """Length and width of the box around it [mm]."""
        xs, ys = [p[0] for p in self.points], [p[1] for p in self.points]
        return max(xs) - min(xs), max(ys) - min(ys)

    def inset(self, by: float) -> "Outline":
        """The outline that lies `by` [mm] inside this one, corner for corner; outside for a negative `by`.

        Raises ValueError when a side would vanish on the way.
        """
        if by == 0:
            return self
        ring = []
        for n, corner in enumerate(self.corners):
            side = self.sides[n]
            # The corner of the inner lines lies cot(half the angle) along the side.
            u = by * cos(radians(corner / 2)) / sin(radians(corner / 2))
            x, y, _ = side.place(u, by, 0.0)
            ring.append((_snap(x), _snap(y)))
        made = Outline(tuple(ring))
        for old, new in zip(self.sides, made.sides, strict=True):
            if old.along[0] * (new.end[0] - new.start[0]) + old.along[1] * (new.end[1] - new.start[1]) <= 0:
                raise ValueError(f"{old.name} is too short")
        if not made.polygon.is_valid:
            raise ValueError("the walls run into each other")
        return made

    def trouble(self) -> str | None:
        """Why this cannot be an outline, or None: it folds onto a line, crosses itself, touches itself
        or is walked clockwise.
        """
        if len(self.points) < 3:
            return "its sides fold onto one line"
        if not self.polygon.is_valid:
            return str(explain_validity(self.polygon))
        return None if self.polygon.exterior.is_ccw else "it is walked clockwise"


@dataclass(frozen=True)
class RoundOutline(Outline):
    """A circle or an oval; its sizes are exact, its `points` stand round it.

    It has no corners. Its sides are those from which it is looked at: the front, and of an oval the right,
    each as long as the box round it there.
    """

    oval: Oval = field(kw_only=True)

    @cached_property
    def sides(self) -> tuple[Side, ...]:
        """The front, and of an oval the right."""
        (x, y), r, half = self.oval.centre, self.oval.radius, self.oval.straight / 2
        corners = ((x - half - r, y - r), (x + half + r, y - r), (x + half + r, y + r))
        return tuple(
            Side(
                index=n, name=name, start=corners[n], end=corners[n + 1], corner_start=180.0, corner_end=180.0
            )
            for n, name in enumerate(RECTANGLE_NAMES[: 2 if half else 1])
        )

    @cached_property
    def corners(self) -> tuple[float, ...]:
        """None."""
        return ()

    @cached_property
    def is_rectangle(self) -> bool:
        """Never."""
        return False

    @property
    def area(self) -> float:
        """Area [mm²]."""
        return self.oval.area

    @property
    def perimeter(self) -> float:
        """2πr and both straights [mm]."""
        return 2 * pi * self.oval.radius + 2 * self.oval.straight

    @property
    def size(self) -> tuple[float, float]:
        """Length and width of the box around it [mm]."""
        return self.oval.straight + 2 * self.oval.radius, 2 * self.oval.radius

    def inset(self, by: float) -> "RoundOutline":
        """The outline that lies `by` [mm] inside this one; outside for a negative `by`.

        Raises ValueError when nothing is left.
        """
        if by >= self.oval.radius:
            raise ValueError("it closes")
        return round_outline(Oval(self.oval.centre, self.oval.radius - by, self.oval.straight))


def round_outline(oval: Oval) -> RoundOutline:
    """The outline round an oval or a circle."""
    return RoundOutline(oval.points, oval=oval)


def round_of_size(length: float, width: float) -> RoundOutline:
    """A circle or an oval so long and wide over all [mm], in the corner of its box."""
    return round_outline(Oval((length / 2, width / 2), width / 2, max(0.0, length - width)))


def walked(lengths: Sequence[float], corners: Sequence[float]) -> tuple[Point2, ...]:
    """The corners met by walking sides of `lengths` [mm], turning by what `corners` [°] leave of a
    straight line.
    """
    x = y = heading = 0.0
    ring = [(0.0, 0.0)]
    for length, corner in zip(lengths, corners, strict=True):
        x, y = x + length * cos(radians(heading)), y + length * sin(radians(heading))
        ring.append((_snap(x), _snap(y)))
        heading += 180 - corner
    return tuple(ring)


def _inside_angle(before: Point2, at: Point2, after: Point2) -> float:
    heading_in = atan2(at[1] - before[1], at[0] - before[0])
    heading_out = atan2(after[1] - at[1], after[0] - at[0])
    turn = (degrees(heading_out - heading_in) + 180) % 360 - 180
    angle = 180 - turn
    return round(angle) if abs(angle - round(angle)) < 1e-6 else angle


def _snap(value: float) -> float:
    """Whole tenths of a micrometre, so that sums of lengths meet."""
    return round(value, 4) + 0.0


def _tidy(value: float) -> float:
    """A direction without the dust of rounding."""
    return float(round(value)) + 0.0 if abs(value - round(value)) < 1e-9 else value
