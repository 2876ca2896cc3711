"""What a drawing is made of."""

from collections.abc import Iterable, Iterator, Sequence
from math import hypot
from typing import Literal

from pydantic import BaseModel, ConfigDict

from acrebox.core.assembly import Part
from acrebox.core.shape.bodies import Circle, Face
from acrebox.core.shape.vector import Point2

Points = list[tuple[float, float]]
Placing = Literal["above", "below", "left", "right", "aligned"]
Kind = Literal["cut", "seen", "hidden", "layer", "soil", "fixing", "guide"]
ON_CIRCLE_MM = 0.02
LEAST_ON_ARC = 4
MOST_SAG = 0.004


class Arc(BaseModel):
    """A part of a shape's outline that is round: from which point to which, round what centre, how wide
    [mm].
    """

    model_config = ConfigDict(frozen=True)

    first: int
    last: int
    centre: tuple[float, float]
    radius: float


class Drawn(BaseModel):
    """A shape of a view: a part cut through, seen or hidden, a layer of fill, the soil from above, or a
    fixing's place.

    `holes` are cut out of it; `arcs` say where its outline is round; `hatch` is how it is filled.
    """

    model_config = ConfigDict(frozen=True)

    kind: Kind
    part: str | None
    role: str
    hatch: str
    points: Points
    holes: list[Points] = []
    arcs: list[Arc] = []


class Dimension(BaseModel):
    """A dimension line from one point to another, laid out on a side of the view, `tier` lines away from it.

    An `aligned` one lies along its own line, on its right hand.
    """

    model_config = ConfigDict(frozen=True)

    name: str
    start: tuple[float, float]
    end: tuple[float, float]
    side: Placing
    tier: int
    length_mm: float


class View(BaseModel):
    """One view: x to the right, y upwards [mm]; the ground line where there is one: how high it lies, and of
    ground that was levelled its points from left to right.
    """

    model_config = ConfigDict(frozen=True)

    name: str
    title: str
    shapes: list[Drawn]
    dimensions: list[Dimension]
    ground: float | None = None
    ground_line: Points = []


class Across(BaseModel):
    """Plan from above; section across the bed, between posts."""

    model_config = ConfigDict(frozen=True)

    plan: View
    section: View


class Sides(BaseModel):
    """One elevation a side; a corner, course by course; whole courses where they are laid piece by piece."""

    model_config = ConfigDict(frozen=True)

    elevations: list[View]
    corners: list[View]
    courses: list[View]


class Drawings(Across, Sides):
    """All views of a bed."""

    @property
    def picture(self) -> View:
        """The bed by its first side, for lists and choices; by its section where it has no sides."""
        return self.elevations[0] if self.elevations else self.section


def sent(points: Iterable[tuple[float, float]]) -> Points:
    """Points as they are sent: to the hundredth of a millimetre."""
    return [(round(x, 2) + 0.0, round(y, 2) + 0.0) for x, y in points]


def drawn_part(kind: Kind, part: Part, label: str, faces: Sequence[Face]) -> Iterator[Drawn]:
    """A part in a view, hatched as its role is."""
    hatch = "none" if kind == "hidden" else part.role.hatch_cut if kind == "cut" else part.role.hatch
    for face in faces:
        yield drawn(kind, label, part.role.name, hatch, face)


def drawn(kind: Kind, label: str | None, role: str, hatch: str, face: Face) -> Drawn:
    """A face in a view."""
    return Drawn(
        kind=kind,
        part=label,
        role=role,
        hatch=hatch,
        points=sent(face.ring),
        holes=[sent(hole) for hole in face.holes],
        arcs=list(_arcs(face.ring, face.circles)),
    )


def _arcs(ring: Sequence[Point2], circles: Sequence[Circle]) -> Iterator[Arc]:
    """Runs of points that lie on one of the circles."""
    for circle in circles:
        on = [abs(hypot(x - circle.x, y - circle.y) - circle.radius) < ON_CIRCLE_MM for x, y in ring]
        start = 0
        while start < len(on):
            end = start
            while end < len(on) and on[end] and (end == start or _along(circle, ring[end - 1], ring[end])):
                end += 1
            if end - start >= LEAST_ON_ARC:
                centre = sent([(circle.x, circle.y)])[0]
                yield Arc(first=start, last=end - 1, centre=centre, radius=round(circle.radius, 2))
            start = max(end, start + 1)


def _along(circle: Circle, a: Point2, b: Point2) -> bool:
    """Whether the line between two points on a circle follows it, and is no chord across."""
    middle = hypot((a[0] + b[0]) / 2 - circle.x, (a[1] + b[1]) / 2 - circle.y)
    return circle.radius - middle < MOST_SAG * circle.radius


def dimension(
    name: str, start: tuple[float, float], end: tuple[float, float], side: Placing, tier: int
) -> Dimension:
    """A dimension of what lies between two points along the axis that its side measures [mm]."""
    (a, b), (c, d) = start, end
    across = side in ("above", "below")
    length = hypot(c - a, d - b) if side == "aligned" else abs(c - a) if across else abs(d - b)
    [p, q] = sent([start, end])
    return Dimension(name=name, start=p, end=q, side=side, tier=tier, length_mm=round(length, 4))
