"""What is bought ready made: blocks with cores, steel bars, and vessels (troughs, caged tanks, drums)."""

from typing import Literal

from pydantic import computed_field

from acrebox.core.measure.systems import System
from acrebox.core.measure.written import Length
from acrebox.core.stock.item import STEEL_KG_M3, Item, StickLength, system_of


class Bar(Item):
    """A round steel bar: its diameter, lengths sold."""

    key: str
    name: str
    diameter: Length
    source: str
    lengths: tuple[StickLength, ...]

    @property
    def density_kg_m3(self) -> float:
        """Steel [kg/m³]."""
        return STEEL_KG_M3


class Block(Item):
    """A hollow block of concrete by its true size: how long, thick and high, the joint it is laid with in
    mortar, its two cores by the thickness of shell and web round them. `stretcher`, `corner`, `half` and
    `cap` are the goods it is bought as; `cap_height` is that of a cap block.
    """

    key: str
    name: str
    nominal: str
    length: Length
    thick: Length
    height: Length
    joint: Length
    shell: Length
    web: Length
    cap_height: Length
    density_kg_m3: float
    stretcher: str
    corner: str
    half: str
    cap: str
    source: str

    @property
    def units(self) -> tuple[str, ...]:
        """The goods that it is bought as."""
        return self.stretcher, self.corner, self.half, self.cap

    @computed_field  # type: ignore[prop-decorator]
    @property
    def system(self) -> System:
        """The system in which it is round."""
        return system_of(self.joint)


class Vessel(Item):
    """A vessel by its sizes inside: a trough at its rim (and at its base where it tapers), a caged tank, a
    drum lying or standing, `height` the drum's length. `wall` is how thick it is, `tube` and `tube_wall`
    the tubes of the cage that it stands in.
    """

    key: str
    kind: Literal["trough", "tote", "drum"]
    name: str
    shape: Literal["circle", "oval", "rectangle"]
    length: Length
    width: Length
    height: Length
    wall: Length
    density_kg_m3: float
    source: str
    base_length: Length | None = None
    base_width: Length | None = None
    plug: Length | None = None
    tube: Length | None = None
    tube_wall: Length | None = None

    @computed_field  # type: ignore[prop-decorator]
    @property
    def system(self) -> System:
        """The system in which it is round."""
        return system_of(self.length)
