"""The saw, what the yard has and what is to hand."""

from decimal import Decimal
from typing import Annotated, Any, ClassVar, Literal

from pydantic import Field

from acrebox.core.design.base import Choice, LeftToYard
from acrebox.core.design.questions import Asking, asks
from acrebox.core.measure.written import Length


class SoldLength(Choice):
    """A length the yard really has: it replaces the catalogue's lengths of that section."""

    stock: str
    length: Length
    price: Annotated[Decimal, Field(ge=0, max_digits=9, decimal_places=2)]
    limit: Annotated[int, Field(ge=0, le=10_000)] | None = None


class OffCut(Choice):
    """Sticks to hand that cost nothing."""

    stock: str
    length: Length
    count: Annotated[int, Field(ge=1, le=1000)] = 1


TRIMMED: dict[str, Any] = {"one": "one end of each stick", "both": "both ends"}


class SawChoice(Asking):
    """The saw and how it is used: what a cut takes, what is squared off a stick first, which off-cuts are
    kept.
    """

    order: ClassVar[tuple[str, ...]] = ("kerf", "trim", "trim_ends", "keep_from")

    kerf: Length = Field(Length("3 mm"), json_schema_extra=asks("Kerf, a cut", label="Kerf"))
    trim: Length = Field(
        Length("0 mm"),
        json_schema_extra=asks(
            "Squared off",
            label="Squared off a stick",
            hint="What comes off a stick's end before the first piece.",
        ),
    )
    trim_ends: Literal["one", "both"] = Field(
        "one", json_schema_extra=asks("Squared are", label="Squared ends", words=TRIMMED)
    )
    keep_from: Length = Field(Length("300 mm"), json_schema_extra=asks("Off-cuts kept from"))


class BenchChoice(LeftToYard, SawChoice):
    """The saw, what the yard has and what is to hand, where that is another than for the whole yard."""

    lengths: tuple[SoldLength, ...] = ()
    offcuts: tuple[OffCut, ...] = ()
