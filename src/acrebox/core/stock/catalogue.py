"""What a yard sells: timber, sheets, fixings, goods and fills, and how its figures are printed."""

import re
from decimal import Decimal
from math import ceil
from typing import Literal

from pydantic import computed_field

from acrebox.core.errors import AcreBoxError
from acrebox.core.measure.convert import MM_PER_FOOT
from acrebox.core.measure.printing import Dates, Numbers, Printer
from acrebox.core.measure.systems import System
from acrebox.core.measure.written import Length, Volume
from acrebox.core.stock.item import STEEL_KG_M3, Item, StickLength, system_of
from acrebox.core.stock.ready import Bar, Block, Vessel
from acrebox.core.stock.wave import Wave


class CatalogueGapError(AcreBoxError):
    """Something of a bed is in no row of the yard's catalogue."""

    def __init__(self, key: str) -> None:
        self.key = key
        super().__init__(f"the yard's catalogue has no row for '{key}'; add it to stock/data")


class Timber(Item):
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

    @computed_field  # type: ignore[prop-decorator]
    @property
    def system(self) -> System:
        """The system in which its section is round."""
        return system_of(self.thickness)

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


class Sheet(Item):
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
    def system(self) -> System:
        """The system in which its width is round."""
        return system_of(self.width)

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


class Liner(Item):
    """What beds are lined with, off a roll or in sheets: of what it is, how wide, a sheet also how long; sold
    by so much of its length at a price, or by the sheet.
    """

    key: str
    material: str
    system: System
    name: str
    width: Length
    length: Length | None = None
    source: str
    step: Length | None = None
    price: Decimal


class ClearWood(Item):
    """Clear wood at 12 % moisture: stiffness and bending strength [MPa], specific gravity."""

    name: str
    e_mpa: float
    mor_mpa: float
    sg: float


class Species(Item):
    """A kind of wood: reference design values for bending [MPa]; its life against wet soil, and in the ground
    [years].
    """

    key: str
    name: str
    fb_mpa: float
    e_mpa: float
    life_years: tuple[int, int]
    ground_years: tuple[int, int]
    source: str
    hard: bool = False
    clear: ClearWood | None = None


class Good(Item):
    """Something sold by the piece, the metre or the foot: a band, a membrane, an anchor. `{…}` in its name is
    a size. A bag of concrete sets to `yield_l` [L], as much paint is in a tin; a box `holds` so many, a pipe
    has a `length`. One of no `system` is sold in both.
    """

    key: str
    system: System | None = None
    source: str
    name: str
    unit: Literal["m", "ft", "piece", "bag", "box", "tin"]
    price: Decimal
    yield_l: float = 0.0
    holds: int = 0
    length: Length | None = None

    def units_of(self, mm: float) -> float:
        """How many units a length [mm] is, up to the tenth above."""
        return ceil(mm / {"m": 1000.0, "ft": float(MM_PER_FOOT)}[self.unit] * 10 - 1e-9) / 10


class Screw(Item):
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


class BagSize(Item):
    """A size of bag and the price of one."""

    size: Volume
    price: Decimal


class Bulk(Item):
    """Loose delivery: sold by the step, with one charge for bringing a load."""

    step: Volume
    price: Decimal
    delivery: Decimal


class Fill(Item):
    """A fill material: loose litres per settled litre; weight wet, as brought and of its dry matter [kg/L];
    the share of it that is open and takes in soil, that is organic; how much of its place it loses in the
    first year and in each after, from least to most; the shares of its dry matter that are carbon and
    nitrogen; which share of it is open, is water once it has drained, and when plants wilt; how it is sold.
    """

    key: str
    source: str
    name: str
    kind: Literal["soil", "compost", "manure", "structure", "filler", "stone"]
    loose_per_settled: float
    wet_kg_per_l: float
    loose_kg_per_l: float
    dry_kg_per_l: float
    lost_first: tuple[float, float]
    lost_year: tuple[float, float]
    carbon: float = 0.0
    nitrogen: float = 0.0
    pores: float
    holds: float
    wilts: float
    to_hand: bool = False
    voids: float = 0.0
    organic: float = 0.0
    bags: tuple[BagSize, ...] = ()
    bulk: Bulk | None = None


class Catalogue(Item):
    """Everything the yard sells by its price list, with its currency; `tax` comes on top of its prices [%].

    `shown` is the system in which figures are printed, where that is not the one a bed is planned in;
    `numbers` and `dates` how they are written.
    """

    price_list: str
    currency: str
    currency_sign: str
    tax: float = 0.0
    shown: System | None = None
    numbers: Numbers = Numbers.POINT
    dates: Dates = Dates.DAY_FIRST
    timber: tuple[Timber, ...]
    sheet: tuple[Sheet, ...]
    bar: tuple[Bar, ...]
    block: tuple[Block, ...]
    vessel: tuple[Vessel, ...]
    species: tuple[Species, ...]
    good: tuple[Good, ...]
    liner: tuple[Liner, ...]
    screw: tuple[Screw, ...]
    fill: tuple[Fill, ...]

    def printer(self, built: System) -> Printer:
        """Prints figures of a bed that is planned in a system, as they are shown in this yard."""
        return Printer(self.shown or built, self.currency_sign, self.numbers, built)

    def find_timber(self, name: str) -> Timber | None:
        """The timber of that stock key or nominal size (`2x8`, `2 x 8`, `45x195`), or None."""
        wanted = re.sub(r"\s+", "", name).lower().replace("×", "x")
        return next((t for t in self.timber if wanted in (t.key, t.nominal)), None)

    def find_sheet(self, key: str) -> Sheet | None:
        """The sheet of that key, or None."""
        return next((s for s in self.sheet if s.key == key), None)

    def find_bar(self, key: str) -> Bar | None:
        """The steel bar of that key, or None."""
        return next((b for b in self.bar if b.key == key), None)

    def find_block(self, name: str) -> Block | None:
        """The block of that key or nominal size (`16x8x8`), or None."""
        wanted = re.sub(r"\s+", "", name).lower().replace("×", "x")
        return next((b for b in self.block if wanted in (b.key, b.nominal)), None)

    def find_vessel(self, key: str) -> Vessel | None:
        """The trough, tank or drum of that key, or None."""
        return next((v for v in self.vessel if v.key == key), None)

    def find_cuttable(self, name: str) -> Timber | Sheet | Bar | None:
        """What is sold by the length under that name: timber, sheet or bars."""
        return self.find_timber(name) or self.find_sheet(name) or self.find_bar(name)

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
        found = cut or next((b for b in self.block if key in b.units), None) or self.find_vessel(key)
        return found.density_kg_m3 if found else 0.0

    def find_fill(self, key: str) -> Fill | None:
        """The fill material of that key, or None."""
        return next((f for f in self.fill if f.key == key), None)
