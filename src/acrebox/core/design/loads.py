"""What pushes on the walls."""

from typing import Annotated, Any, Literal

from pydantic import Field

from acrebox.core.design.base import LeftToYard
from acrebox.core.design.questions import Asking, asks

PUSHES: dict[str, Any] = {
    "at_rest": "at rest: walls that do not give",
    "active": "active: walls that give a little",
}


class Loads(LeftToYard, Asking):
    """The soil's unit weight [kN/m³] and friction [°], a load on top [kPa], and by which school they push.

    `species` overrides what the wood is taken for.
    """

    order = ("school", "unit_weight", "friction", "on_top", "waterlogged", "species")

    school: Literal["at_rest", "active"] = Field(
        "at_rest", json_schema_extra=asks("The push", label="School of the push", words=PUSHES)
    )
    unit_weight: Annotated[float, Field(ge=6, le=25)] = Field(
        15.0, json_schema_extra=asks("Wet soil weighs", label="Weight of wet soil", after="kN/m³")
    )
    friction: Annotated[float, Field(ge=10, le=45)] = Field(
        30.0, json_schema_extra=asks("Friction", label="Friction of the soil", after="°")
    )
    on_top: Annotated[float, Field(gt=0, le=20)] = Field(
        2.4, json_schema_extra=asks("Standing on it", label="Load on top of the soil", after="kPa")
    )
    waterlogged: bool = Field(False, json_schema_extra=asks("Waterlogged", after="it cannot drain"))
    species: str | None = Field(
        None, json_schema_extra=asks("The wood is", of="species", hint="Left alone: as the stock list says.")
    )
