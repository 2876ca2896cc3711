"""Points and directions in space, as plain tuples of three numbers [mm]."""

from math import hypot

Point = tuple[float, float, float]
Point2 = tuple[float, float]

UP: Point = (0.0, 0.0, 1.0)
X: Point = (1.0, 0.0, 0.0)
Y: Point = (0.0, 1.0, 0.0)
Z = UP
AXES: tuple[Point, Point, Point] = (X, Y, Z)


def dot(a: Point, b: Point) -> float:
    """Scalar product."""
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2]


def less(a: Point, b: Point) -> Point:
    """a − b."""
    return a[0] - b[0], a[1] - b[1], a[2] - b[2]


def cross(a: Point, b: Point) -> Point:
    """Vector product."""
    return a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]


def unit(a: Point) -> Point:
    """The direction of a vector that is not nothing."""
    size = hypot(*a)
    return a[0] / size, a[1] / size, a[2] / size


def tidy(a: Point) -> Point:
    """A direction without the dust of rounding."""
    x, y, z = (float(round(v)) + 0.0 if abs(v - round(v)) < 1e-9 else v for v in a)
    return x, y, z
