"""The yard's catalogue, read once from the data files beside this module."""

import re
import tomllib
from decimal import Decimal
from functools import cache
from importlib.resources import files
from typing import Any, Literal

from pydantic import BaseModel, ConfigDict, computed_field

from acrebox.core.measure.written import Length, Volume


class _Item(BaseModel):
    model_config = ConfigDict(frozen=True, extra="forbid")


class StickLength(_Item):
    """A length in which a section is sold, and the price of one stick."""

    length: Length
    price: Decimal

    @computed_field  # type: ignore[prop-decorator]
    @property
    def length_mm(self) -> float:
        """The length as understood [mm]."""
        return self.length.mm


class Timber(_Item):
    """A section of timber: nominal name, actual size, density [kg/m³], lengths sold."""

    key: str
    name: str
    nominal: str
    thickness: Length
    width: Length
    use: Literal["board", "post"]
    density_kg_m3: float
    source: str
    lengths: tuple[StickLength, ...]

    @computed_field  # type: ignore[prop-decorator]
    @property
    def thickness_mm(self) -> float:
        """The thickness as understood [mm]."""
        return self.thickness.mm

    @computed_field  # type: ignore[prop-decorator]
    @property
    def width_mm(self) -> float:
        """The width as understood [mm]."""
        return self.width.mm


class BagSize(_Item):
    """A size of bag and the price of one."""

    size: Volume
    price: Decimal


class Bulk(_Item):
    """Loose delivery: sold by the step, with one charge for bringing a load."""

    step: Volume
    price: Decimal
    delivery: Decimal


class Fill(_Item):
    """A fill material: loose litres per settled litre, wet and loose weight [kg/L], how it is sold."""

    key: str
    name: str
    kind: Literal["soil", "compost", "manure", "structure", "filler", "stone"]
    loose_per_settled: float
    wet_kg_per_l: float
    loose_kg_per_l: float
    to_hand: bool = False
    bags: tuple[BagSize, ...] = ()
    bulk: Bulk | None = None


class Catalogue(_Item):
    """Everything the yard sells, with its currency."""

    currency: str
    currency_sign: str
    timber: tuple[Timber, ...]
    fill: tuple[Fill, ...]

    def find_timber(self, name: str) -> Timber | None:
        """The timber of that stock key or nominal size (`2x8`, `2 x 8`, `45x195`), or None."""
        wanted = re.sub(r"\s+", "", name).lower().replace("×", "x")
        return next((t for t in self.timber if wanted in (t.key, t.nominal)), None)

    def find_fill(self, key: str) -> Fill | None:
        """The fill material of that key, or None."""
        return next((f for f in self.fill if f.key == key), None)


def _read(name: str) -> dict[str, Any]:
    return tomllib.loads(files("acrebox.core.stock").joinpath("data", name).read_text("utf-8"))


@cache
def catalogue() -> Catalogue:
    """The sample yard's catalogue; a duplicate key is refused as the data is read."""
    book = Catalogue.model_validate({**_read("timber.toml"), **_read("fill.toml")})
    keys = [*(t.key for t in book.timber), *(f.key for f in book.fill)]
    if len(set(keys)) != len(keys):
        raise ValueError(f"duplicate stock keys: {sorted(k for k in keys if keys.count(k) > 1)}")
    return book
