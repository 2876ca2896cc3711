"""The bed's outline, as people give it: a rectangle, an L, U or H by its legs, a regular polygon, or side
by side.
"""

from enum import StrEnum
from typing import Annotated, Any, Literal

from pydantic import Field

from acrebox.core.design.base import Choice
from acrebox.core.design.questions import Asking, asks
from acrebox.core.measure.written import Length


class Measured(StrEnum):
    """Whether the outline's sizes are those of the outside, of the space inside, or of the wall's middle."""

    OUTSIDE = "outside"
    INSIDE = "inside"
    MIDDLE = "middle"


SHAPES: dict[str, Any] = {
    "rectangle": "a rectangle",
    "l": "an L",
    "u": "a U",
    "h": "an H",
    "regular": "equal sides all round",
    "polygon": "side by side, as I walk it",
    "circle": "a circle",
    "oval": "an oval: two half circles and a straight between",
}
MEASURES: dict[str, Any] = {"outside": "outside, edge to edge", "inside": "inside, where soil goes"}
ROUND_MEASURES: dict[str, Any] = {**MEASURES, "middle": "in the middle of the wave"}
LONG, WIDE = "Length, {outline.measured}", "Width, {outline.measured}"


def _leg(ask: str) -> dict[str, Any]:
    return asks(ask, label=f"{ask}, {{outline.measured}}")


class _Outline(Asking):
    measured: Measured = Field(Measured.OUTSIDE, json_schema_extra=asks("Sizes are measured", words=MEASURES))


class _Boxed(_Outline):
    length: Length = Field(json_schema_extra=asks("Overall length", label=LONG))
    width: Length = Field(json_schema_extra=asks("Overall width", label=WIDE))


class Rectangle(_Outline):
    """A rectangular bed."""

    order = ("measured", "length", "width")

    shape: Literal["rectangle"] = "rectangle"
    length: Length = Field(json_schema_extra=asks("How long", label=LONG))
    width: Length = Field(json_schema_extra=asks("How wide", label=WIDE))


class LShape(_Boxed):
    """A rectangle of `length` × `width` less its back right corner: the front leg is `front` wide, the
    left leg `left`.
    """

    order = ("measured", "length", "width", "front", "left")

    shape: Literal["l"] = "l"
    front: Length = Field(json_schema_extra=_leg("Front leg, wide"))
    left: Length = Field(json_schema_extra=_leg("Left leg, wide"))


class UShape(_Boxed):
    """A rectangle less a bay in its back: the front leg is `front` wide, the legs at the sides `left` and
    `right`.
    """

    order = ("measured", "length", "width", "front", "left", "right")

    shape: Literal["u"] = "u"
    front: Length = Field(json_schema_extra=_leg("Front leg, wide"))
    left: Length = Field(json_schema_extra=_leg("Left leg, wide"))
    right: Length = Field(json_schema_extra=_leg("Right leg, wide"))


class HShape(_Boxed):
    """Two legs `left` and `right` wide, joined by a bar `bar` wide across the middle."""

    order = ("measured", "length", "width", "left", "right", "bar")

    shape: Literal["h"] = "h"
    left: Length = Field(json_schema_extra=_leg("Left leg, wide"))
    right: Length = Field(json_schema_extra=_leg("Right leg, wide"))
    bar: Length = Field(json_schema_extra=_leg("Bar, wide"))


class RegularPolygon(_Outline):
    """A polygon of equal sides, `side` long each."""

    order = ("measured", "sides", "side")

    shape: Literal["regular"] = "regular"
    sides: Annotated[int, Field(ge=3, le=24)] = Field(json_schema_extra=asks("How many sides"))
    side: Length = Field(json_schema_extra=asks("Each side", label="Each side, {outline.measured}"))


class TypedSide(Choice):
    """One side, and the corner at its end: the angle inside the bed [°], 90 for square, 270 for one that
    turns back.
    """

    length: Length
    corner: Annotated[float, Field(gt=0, lt=360)] = 90.0


class Polygon(_Outline):
    """Sides walked anticlockwise, the bed on the left hand; the last side closes the outline by itself."""

    order = ("measured", "sides")

    shape: Literal["polygon"] = "polygon"
    sides: Annotated[tuple[TypedSide, ...], Field(min_length=2, max_length=80)] = Field(
        json_schema_extra=asks("Its sides", instrument="walked")
    )


class _Round(_Outline):
    measured: Measured = Field(
        Measured.OUTSIDE, json_schema_extra=asks("It is measured", label="Round sizes", words=ROUND_MEASURES)
    )


class CircleShape(_Round):
    """A circle; without a diameter what it is built of gives one."""

    order = ("measured", "diameter")

    shape: Literal["circle"] = "circle"
    diameter: Length | None = Field(
        None,
        json_schema_extra=asks(
            "Across",
            label="Diameter, {outline.measured}",
            hint="Left empty: as the sheets or the drum make it.",
        ),
    )


class OvalShape(_Round):
    """Two half circles as wide as the oval, and a straight between them."""

    order = ("measured", "length", "width")

    shape: Literal["oval"] = "oval"
    length: Length = Field(json_schema_extra=asks("How long", label=LONG))
    width: Length = Field(json_schema_extra=asks("How wide", label=WIDE))


AnyOutline = Annotated[
    Rectangle | LShape | UShape | HShape | RegularPolygon | Polygon | CircleShape | OvalShape,
    Field(discriminator="shape"),
]


OUTLINES: tuple[type[_Outline], ...] = (
    Rectangle,
    LShape,
    UShape,
    HShape,
    RegularPolygon,
    Polygon,
    CircleShape,
    OvalShape,
)
STRAIGHT: tuple[str, ...] = ("rectangle", "l", "u", "h", "regular", "polygon")
"""The shapes whose sides are straight."""
SQUARE_CORNERED: tuple[str, ...] = ("rectangle", "l", "u", "h", "polygon")
"""The shapes whose corners are square, or can be."""
