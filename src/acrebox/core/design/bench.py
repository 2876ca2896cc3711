"""Where the bed stands, the saw, what the yard has and what is to hand."""

from decimal import Decimal
from enum import StrEnum
from typing import Annotated, Literal

from pydantic import Field

from acrebox.core.design.base import Choice
from acrebox.core.measure.written import Length


class Reach(StrEnum):
    """From where the gardener can work the bed."""

    TWO_SIDES = "two_sides"
    ONE_SIDE = "one_side"


class Site(Choice):
    """Where the bed stands, as far as the stages built so far ask."""

    reach: Reach = Reach.TWO_SIDES


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


class Bench(Choice):
    """The saw, what the yard has and what is to hand."""

    kerf: Length = Length("3 mm")
    trim: Length = Length("0 mm")
    trim_ends: Literal["one", "both"] = "one"
    keep_from: Length = Length("300 mm")
    lengths: tuple[SoldLength, ...] = ()
    offcuts: tuple[OffCut, ...] = ()


class Loads(Choice):
    """What pushes on the walls: the soil's unit weight [kN/m³] and friction [°], a load on top [kPa], and by which school.

    `species` overrides what the wood is taken for.
    """

    school: Literal["at_rest", "active"] = "at_rest"
    unit_weight: Annotated[float, Field(ge=6, le=25)] = 15.0
    friction: Annotated[float, Field(ge=10, le=45)] = 30.0
    on_top: Annotated[float, Field(gt=0, le=20)] = 2.4
    waterlogged: bool = False
    species: str | None = None
