"""A row of what is sold, and what is sold by the length."""

from decimal import Decimal

from pydantic import BaseModel, ConfigDict, computed_field

from acrebox.core.measure.systems import System
from acrebox.core.measure.written import Length

STEEL_KG_M3 = 7850.0


class Item(BaseModel):
    """A row of what is sold: nothing in it that nobody knows."""

    model_config = ConfigDict(frozen=True, extra="forbid")


def system_of(size: Length) -> System:
    """The system in which a size is written."""
    return System.IMPERIAL if "in" in str(size.text) else System.METRIC


class StickLength(Item):
    """A length in which a section is sold, and the price of one stick."""

    length: Length
    price: Decimal

    @computed_field  # type: ignore[prop-decorator]
    @property
    def length_mm(self) -> float:
        """The length as understood [mm]."""
        return self.length.mm
