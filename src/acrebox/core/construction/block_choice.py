"""What is asked of walls of hollow blocks, and what follows from it."""

from dataclasses import dataclass
from typing import Literal

from pydantic import Field, StrictBool

from acrebox.core.construction.block_lattice import Lattice, Module
from acrebox.core.construction.sizes import size
from acrebox.core.design import HARD, SQUARE_CORNERED, Construction, StandsOn, asks
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.written import Length
from acrebox.core.stock import Bar, Block, Catalogue

LAID = {"dry": "dry, one on the other", "mortared": "in mortar"}
CORES = {"soil": "soil", "stone": "stone", "concrete": "concrete", "empty": "nothing"}
BARS = {"none": "none", "corners": "in the corners", "all": "in the corners and between"}


class Blocks(Construction):
    """Hollow blocks in running bond round any outline of square corners."""

    order = ("block", "laid", "height", "cores", "bars", "bar_every", "bar", "pockets", "cap", "fabric")
    shapes = SQUARE_CORNERED
    keeps_own = frozenset({"cap", "bar"})
    takes = ("straps", "hoops")

    kind: Literal["blocks"] = "blocks"
    block: str = Field(json_schema_extra=asks("Blocks", stock="block"))
    laid: Literal["dry", "mortared"] = Field("dry", json_schema_extra=asks("They are laid", words={**LAID}))
    cores: Literal["soil", "stone", "concrete", "empty"] = Field(
        "soil", json_schema_extra=asks("Their cores hold", label="Cores filled with", words={**CORES})
    )
    bars: Literal["none", "corners", "all"] = Field(
        "corners", json_schema_extra=asks("Steel bars stand", label="Steel bars", words={**BARS})
    )
    bar: str | None = None
    bar_every: Length = Field(
        Length("1.2 m"),
        json_schema_extra=asks(
            "One every", label="Limit between bars", when={"bars": ["all"]}, imperial="4 ft"
        ),
    )
    pockets: StrictBool = Field(
        False, json_schema_extra=asks("Pockets", after="the cores of the top course are planted")
    )
    cap: StrictBool = Field(False, json_schema_extra=asks("Cap blocks", after="flat ones on top, to sit on"))
    fabric: StrictBool = Field(
        True, json_schema_extra=asks("Fabric", after="inside, its edge trapped under the top course")
    )


@dataclass(frozen=True, kw_only=True)
class BlockWall:
    """Walls of blocks: their lattice and the lattices one half block smaller and larger each way, how many
    courses and how high one is [mm].
    """

    choice: Blocks
    block: Block
    lattice: Lattice
    asked: tuple[float, float]
    courses: int
    asked_height: float | None
    bar: Bar | None
    book: Catalogue
    show: Printer
    stands_on: StandsOn = StandsOn.SOIL

    @property
    def in_ground(self) -> float:
        """How far the bars go into the ground [mm]; not at all where nobody digs."""
        return 0.0 if self.stands_on in HARD else size("bar_in_ground", self.show.built)

    @property
    def module(self) -> Module:
        return self.lattice.module

    @property
    def rise(self) -> float:
        """What a course adds [mm]."""
        return self.block.height.mm + self.module.joint

    @property
    def height(self) -> float:
        return self.courses * self.rise - self.module.joint
