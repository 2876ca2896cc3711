"""What keeps the soil off the wood, and the soil in the bed."""

from typing import Annotated, Any, Literal

from pydantic import Field, StrictBool

from acrebox.core.design.base import LeftToYard
from acrebox.core.design.questions import Asking, asks
from acrebox.core.measure.written import Length, between

WallLining = Literal["membrane", "pond", "thick_plastic", "plastic_board", "fabric", "none"]
FloorLining = Literal["fabric", "mesh", "mesh_and_fabric", "pond", "none"]
Sold = Literal["membrane", "pond", "thick_plastic", "plastic_board", "fabric", "mesh"]
WALLS: dict[str, Any] = {
    "": "as suits the bed",
    "membrane": "membrane",
    "pond": "pond sheet: holds water",
    "thick_plastic": "thick plastic",
    "plastic_board": "corrugated plastic board",
    "fabric": "fabric: lets water through",
    "none": "nothing",
}
FLOORS: dict[str, Any] = {
    "none": "nothing",
    "fabric": "fabric: holds soil, lets water through",
    "mesh": "mesh: against what digs",
    "mesh_and_fabric": "mesh, fabric over it",
    "pond": "pond sheet: holds water",
}
CORNERS: dict[str, Any] = {"none": "nothing", "tape": "tape over corners and joints"}
TRIMMED: dict[str, Any] = {
    "before": "before filling, below the top",
    "after": "after filling, at the soil line",
}
COATS: dict[str, Any] = {
    "none": "nothing",
    "bitumen": "bitumen paint where soil and ground are",
    "oil": "oil where the weather is",
}
MATERIALS: dict[Sold, Any] = {
    "membrane": "membrane",
    "pond": "pond sheet",
    "thick_plastic": "thick plastic",
    "plastic_board": "corrugated plastic board",
    "fabric": "fabric",
    "mesh": "mesh",
}


class RollToHand(Asking):
    """Rolls, or sheets, to hand that cost nothing."""

    order = ("material", "width", "length", "count")

    material: Sold = Field(json_schema_extra=asks("Of", label="Material to hand", words={**MATERIALS}))
    width: Annotated[Length, between(Length("100 mm"), Length("12 m"))] = Field(
        json_schema_extra=asks("Wide", label="Width to hand")
    )
    length: Annotated[Length, between(Length("100 mm"), Length("200 m"))] = Field(
        json_schema_extra=asks("Long", label="Length of it to hand")
    )
    count: Annotated[int, Field(ge=1, le=50)] = Field(
        1, json_schema_extra=asks("How many", label="How many of them to hand", before="×")
    )


class LiningChoice(LeftToYard, Asking):
    """What is lined with what: walls, floor, corners and joints; how far under the top it ends and when it is
    trimmed; what the wood is coated with.

    `slack` is how much longer a wall strip is than the way along it [%], `lap` where two pieces lie over each
    other, `seams` whether they may, `every` the distance of staples.
    """

    order = (
        "walls",
        "floor",
        "corners",
        "trim",
        "top",
        "coat",
        "coats",
        "slack",
        "lap",
        "every",
        "seams",
    )

    walls: WallLining | None = Field(
        None, json_schema_extra=asks("On the walls", label="Lining of the walls", words=WALLS)
    )
    floor: FloorLining = Field(
        "none", json_schema_extra=asks("On the floor", label="Lining of the floor", words=FLOORS)
    )
    corners: Literal["tape", "none"] = Field(
        "none", json_schema_extra=asks("On corners and joints", words=CORNERS)
    )
    trim: Literal["before", "after"] = Field(
        "before", json_schema_extra=asks("It is trimmed", label="When the lining is trimmed", words=TRIMMED)
    )
    top: Annotated[Length, between(Length(0), Length("500 mm"))] = Field(
        Length("25 mm"),
        json_schema_extra=asks("It ends below the top by", label="Lining below the top", imperial="1 in"),
    )
    coat: Literal["bitumen", "oil", "none"] = Field(
        "none", json_schema_extra=asks("The wood is coated with", label="Coat of the wood", words=COATS)
    )
    coats: Annotated[int, Field(ge=1, le=4)] = Field(
        2, json_schema_extra=asks("Coats", label="How many coats", after="coats")
    )
    slack: Annotated[float, Field(ge=0, le=20)] = Field(
        3.0, json_schema_extra=asks("Slack", label="Slack of the lining", after="% longer than the wall")
    )
    lap: Annotated[Length, between(Length("30 mm"), Length("600 mm"))] = Field(
        Length("150 mm"),
        json_schema_extra=asks("Pieces lap by", label="Lap of the lining", imperial="6 in"),
    )
    every: Annotated[Length, between(Length("20 mm"), Length("300 mm"))] = Field(
        Length("60 mm"),
        json_schema_extra=asks("A staple every", label="Distance of staples", imperial="2 1/2 in"),
    )
    seams: StrictBool = Field(
        True, json_schema_extra=asks("Pieces may be joined", after="where a roll is too narrow")
    )
    rolls: Annotated[tuple[RollToHand, ...], Field(max_length=40)] = ()
