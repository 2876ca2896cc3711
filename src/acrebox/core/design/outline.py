"""The bed's outline, as people give it: a rectangle, an L, U or H by its legs, a regular polygon, or side
by side.
"""

from enum import StrEnum
from typing import Annotated, Literal

from pydantic import Field

from acrebox.core.design.base import Choice
from acrebox.core.measure.written import Length


class Measured(StrEnum):
    """Whether the outline's sizes are those of the outside or of the space inside."""

    OUTSIDE = "outside"
    INSIDE = "inside"


class _Outline(Choice):
    measured: Measured = Measured.OUTSIDE


class Rectangle(_Outline):
    """A rectangular bed."""

    shape: Literal["rectangle"] = "rectangle"
    length: Length
    width: Length


class LShape(_Outline):
    """A rectangle of `length` × `width` less its back right corner: the front leg is `front` wide, the
    left leg `left`.
    """

    shape: Literal["l"] = "l"
    length: Length
    width: Length
    front: Length
    left: Length


class UShape(_Outline):
    """A rectangle less a bay in its back: the front leg is `front` wide, the legs at the sides `left` and
    `right`.
    """

    shape: Literal["u"] = "u"
    length: Length
    width: Length
    front: Length
    left: Length
    right: Length


class HShape(_Outline):
    """Two legs `left` and `right` wide, joined by a bar `bar` wide across the middle."""

    shape: Literal["h"] = "h"
    length: Length
    width: Length
    left: Length
    right: Length
    bar: Length


class RegularPolygon(_Outline):
    """A polygon of equal sides, `side` long each."""

    shape: Literal["regular"] = "regular"
    sides: Annotated[int, Field(ge=3, le=24)]
    side: Length


class TypedSide(Choice):
    """One side, and the corner at its end: the angle inside the bed [°], 90 for square, 270 for one that
    turns back.
    """

    length: Length
    corner: Annotated[float, Field(gt=0, lt=360)] = 90.0


class Polygon(_Outline):
    """Sides walked anticlockwise, the bed on the left hand; the last side closes the outline by itself."""

    shape: Literal["polygon"] = "polygon"
    sides: Annotated[tuple[TypedSide, ...], Field(min_length=2, max_length=80)]


AnyOutline = Annotated[
    Rectangle | LShape | UShape | HShape | RegularPolygon | Polygon, Field(discriminator="shape")
]
