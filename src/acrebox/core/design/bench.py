"""The saw, what the yard has and what is to hand."""

from decimal import Decimal
from typing import Annotated, Any, ClassVar, Literal

from pydantic import Field

from acrebox.core.design.base import LeftToYard
from acrebox.core.design.questions import Asking, asks
from acrebox.core.measure.written import Length, between

StickLength = Annotated[Length, between(Length(0), Length("30 m"))]
"""How long a stick is at most: longer ones are no timber."""


class SoldLength(Asking):
    """A length the yard really has: it replaces the catalogue's lengths of that section."""

    order = ("length", "price", "limit")

    stock: str
    length: StickLength = Field(json_schema_extra=asks("Length sold"))
    price: Annotated[Decimal, Field(ge=0, max_digits=9, decimal_places=2)] = Field(
        json_schema_extra=asks("Price of one", of="money")
    )
    limit: Annotated[int, Field(ge=0, le=10_000)] | None = Field(
        None, json_schema_extra=asks("At most", label="At most, empty: any number", before="at most")
    )


class OffCut(Asking):
    """Sticks to hand that cost nothing."""

    order = ("length", "count")

    stock: str
    length: StickLength = Field(json_schema_extra=asks("Length to hand"))
    count: Annotated[int, Field(ge=1, le=1000)] = Field(
        1, json_schema_extra=asks("How many", label="How many to hand", before="×")
    )


TRIMMED: dict[str, Any] = {"one": "one end of each stick", "both": "both ends"}


class SawChoice(Asking):
    """The saw and how it is used: what a cut takes, what is squared off a stick first, which off-cuts are
    kept.
    """

    order: ClassVar[tuple[str, ...]] = ("kerf", "trim", "trim_ends", "keep_from", "tilt", "depth")

    kerf: Length = Field(
        Length("3 mm"), json_schema_extra=asks("Kerf, a cut", label="Kerf", imperial="1/8 in")
    )
    trim: Length = Field(
        Length("0 mm"),
        json_schema_extra=asks(
            "Squared off",
            label="Squared off a stick",
            imperial="0 in",
            hint="What comes off a stick's end before the first piece.",
        ),
    )
    trim_ends: Literal["one", "both"] = Field(
        "one", json_schema_extra=asks("Squared are", label="Squared ends", words=TRIMMED)
    )
    keep_from: Length = Field(
        Length("300 mm"), json_schema_extra=asks("Off-cuts kept from", imperial="12 in")
    )
    tilt: Annotated[float, Field(ge=0, le=60)] = Field(
        45.0, json_schema_extra=asks("Its blade tilts to", label="Tilt of the blade", after="°")
    )
    depth: Length | None = Field(
        None,
        json_schema_extra=asks(
            "It cuts", label="Depth of cut", after="deep", hint="Upright; empty: not known."
        ),
    )


class BenchChoice(LeftToYard, SawChoice):
    """The saw, what the yard has and what is to hand, where that is another than for the whole yard."""

    lengths: Annotated[tuple[SoldLength, ...], Field(max_length=200)] = ()
    offcuts: Annotated[tuple[OffCut, ...], Field(max_length=200)] = ()
