"""The saw, what the yard has and what is to hand."""

from decimal import Decimal
from typing import Annotated, Literal

from pydantic import Field

from acrebox.core.design.base import Choice, LeftToYard
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


class BenchChoice(LeftToYard):
    """The saw, what the yard has and what is to hand, where that is another than for the whole yard."""

    kerf: Length = Length("3 mm")
    trim: Length = Length("0 mm")
    trim_ends: Literal["one", "both"] = "one"
    keep_from: Length = Length("300 mm")
    lengths: tuple[SoldLength, ...] = ()
    offcuts: tuple[OffCut, ...] = ()
