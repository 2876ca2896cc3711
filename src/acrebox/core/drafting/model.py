"""What a drawing is made of."""

from collections.abc import Sequence
from typing import Literal

from pydantic import BaseModel, ConfigDict

Ring = list[tuple[float, float]]
Placing = Literal["above", "below", "left", "right", "aligned"]


class Shape(BaseModel):
    """A polygon of a view: a part cut through, seen or hidden, a layer of fill, the soil from above, or a fixing's place."""

    model_config = ConfigDict(frozen=True)

    kind: Literal["cut", "seen", "hidden", "layer", "soil", "fixing"]
    part: str | None
    role: str
    points: Ring


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
    """One view: x to the right, y upwards [mm]; the ground line where there is one."""

    model_config = ConfigDict(frozen=True)

    name: str
    title: str
    shapes: list[Shape]
    dimensions: list[Dimension]
    ground: float | None = None


class Drawings(BaseModel):
    """Plan from above; section across the bed, between posts; one elevation a side; a corner, course by course."""

    model_config = ConfigDict(frozen=True)

    plan: View
    section: View
    elevations: list[View]
    corners: list[View]


def ring(points: Sequence[tuple[float, float]]) -> Ring:
    """Points as they are sent: to the hundredth of a millimetre."""
    return [(round(x, 2) + 0.0, round(y, 2) + 0.0) for x, y in points]


def dimension(
    name: str, start: tuple[float, float], end: tuple[float, float], side: Placing, tier: int
) -> Dimension:
    """A dimension of what lies between two points along the axis that its side measures."""
    (a, b), (c, d) = start, end
    length = (
        ((c - a) ** 2 + (d - b) ** 2) ** 0.5
        if side == "aligned"
        else abs(c - a)
        if side in ("above", "below")
        else abs(d - b)
    )
    [p, q] = ring([start, end])
    return Dimension(name=name, start=p, end=q, side=side, tier=tier, length_mm=round(length, 4))
