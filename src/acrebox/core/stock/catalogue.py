"""The yard's catalogue, read once from the data files beside this module."""

import re
from decimal import Decimal
from functools import cache
from typing import Any, Literal

from pydantic import BaseModel, ConfigDict, ValidationError, computed_field

from acrebox.core.data import DataFileError, by_key, read_table
from acrebox.core.errors import AcreBoxError
from acrebox.core.measure.written import Length, Volume
from acrebox.core.stock.wave import Wave

STEEL_KG_M3 = 7850.0


class CatalogueGapError(AcreBoxError):
    """Something of a bed is in no row of the yard's catalogue."""

    def __init__(self, key: str) -> None:
        self.key = key
        super().__init__(f"the yard's catalogue has no row for '{key}'; add it to stock/data")


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
    use: Literal["board", "post", "sleeper", "rail", "stave", "sleeve"]
    density_kg_m3: float
    source: str
    lengths: tuple[StickLength, ...]
    tongue: Length | None = None
    hard: bool = False
    reclaimed: bool = False
    species: str = "unknown"

    @property
    def tongue_mm(self) -> float:
        """How far the tongue stands out of the upper edge [mm]; 0 for square-edged boards."""
        return self.tongue.mm if self.tongue else 0.0

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


class Sheet(_Item):
    """Corrugated sheet: its full and cover width, profile depth, side and end laps, lengths sold."""

    key: str
    name: str
    width: Length
    cover: Length
    depth: Length
    pitch: Length
    steel: Length
    end_lap: Length
    source: str
    lengths: tuple[StickLength, ...]

    @computed_field  # type: ignore[prop-decorator]
    @property
    def cover_mm(self) -> float:
        """The cover width as understood [mm]."""
        return self.cover.mm

    @property
    def density_kg_m3(self) -> float:
        """Steel [kg/m³]; a sheet's body is the steel alone."""
        return STEEL_KG_M3

    @property
    def wave(self) -> Wave:
        """Its wave, of the depth over all."""
        return Wave(self.depth.mm, self.pitch.mm, self.steel.mm)


class ClearWood(_Item):
    """Clear wood at 12 % moisture: stiffness and bending strength [MPa], specific gravity."""

    name: str
    e_mpa: float
    mor_mpa: float
    sg: float


class Species(_Item):
    """A kind of wood: reference design values for bending [MPa] and its life outdoors [years]."""

    key: str
    name: str
    fb_mpa: float
    e_mpa: float
    life_years: tuple[int, int]
    source: str
    hard: bool = False
    clear: ClearWood | None = None


class Good(_Item):
    """Something sold by the piece or by the metre: a band, a membrane, an anchor."""

    key: str
    source: str
    name: str
    unit: str
    price: Decimal


class Screw(_Item):
    """A kind of fixing in one length, sold by the box."""

    key: str
    source: str
    family: str
    name: str
    length: Length
    diameter: Length
    pilot: Length
    box: int
    price: Decimal


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
    source: str
    name: str
    kind: Literal["soil", "compost", "manure", "structure", "filler", "stone"]
    loose_per_settled: float
    wet_kg_per_l: float
    loose_kg_per_l: float
    to_hand: bool = False
    bags: tuple[BagSize, ...] = ()
    bulk: Bulk | None = None


class Catalogue(_Item):
    """Everything the yard sells, with its currency; `tax` comes on top of its prices [%]."""

    currency: str
    currency_sign: str
    tax: float = 0.0
    timber: tuple[Timber, ...]
    sheet: tuple[Sheet, ...]
    species: tuple[Species, ...]
    good: tuple[Good, ...]
    screw: tuple[Screw, ...]
    fill: tuple[Fill, ...]

    def find_timber(self, name: str) -> Timber | None:
        """The timber of that stock key or nominal size (`2x8`, `2 x 8`, `45x195`), or None."""
        wanted = re.sub(r"\s+", "", name).lower().replace("×", "x")
        return next((t for t in self.timber if wanted in (t.key, t.nominal)), None)

    def find_sheet(self, key: str) -> Sheet | None:
        """The sheet of that key, or None."""
        return next((s for s in self.sheet if s.key == key), None)

    def find_cuttable(self, name: str) -> Timber | Sheet | None:
        """What is sold by the length under that name: timber or sheet."""
        return self.find_timber(name) or self.find_sheet(name)

    def find_species(self, key: str) -> Species | None:
        """The kind of wood of that key, or None."""
        return next((s for s in self.species if s.key == key), None)

    def find_good(self, key: str) -> Good:
        """The good of that key. Raises CatalogueGapError when the yard sells none: the data, not the
        design, is at fault.
        """
        found = next((g for g in self.good if g.key == key), None)
        if found is None:
            raise CatalogueGapError(key)
        return found

    def density(self, key: str) -> float:
        """Weight over the volume of a part's body [kg/m³]; 0 for what is not known by it."""
        cut = self.find_cuttable(key)
        return cut.density_kg_m3 if cut else 0.0

    def find_fill(self, key: str) -> Fill | None:
        """The fill material of that key, or None."""
        return next((f for f in self.fill if f.key == key), None)


@cache
def catalogue() -> Catalogue:
    """The sample yard's catalogue; a duplicate key is refused as the data is read."""
    tables: dict[str, Any] = {}
    for name in ("timber", "species", "sheet", "fixing", "fill"):
        tables |= read_table("stock", f"data/{name}.toml")
    try:
        book = Catalogue.model_validate(tables)
    except ValidationError as fault:
        raise DataFileError(f"stock/data: {fault}") from None
    by_key([*book.timber, *book.species, *book.sheet, *book.good, *book.screw, *book.fill])
    return book
