"""What pushes on the walls."""

from typing import Annotated, Any, Literal

from pydantic import Field, StrictBool

from acrebox.core.design.base import LeftToYard
from acrebox.core.design.questions import Asking, asks
from acrebox.core.measure.written import Pressure, UnitWeight, between

PUSHES: dict[str, Any] = {
    "active": "as the wall gives a little, as timber and sheet do",
    "at_rest": "at rest: for walls that give nothing, half as much again",
}


SoilWeight = Annotated[UnitWeight, between(UnitWeight(6), UnitWeight(25))]


class Loads(LeftToYard, Asking):
    """By which school soil pushes, its friction [°], its unit weight [kN/m³] where that is not as the layers
    have it; on which sides people sit or stand on the edge, and what else stands on the soil [kPa].

    `species` overrides what the wood is taken for.
    """

    order = ("school", "unit_weight", "friction", "people", "on_top", "waterlogged", "species")

    school: Literal["at_rest", "active"] = Field(
        "active", json_schema_extra=asks("The push", label="School of the push", words=PUSHES)
    )
    unit_weight: SoilWeight | None = Field(
        None,
        json_schema_extra=asks(
            "Wet soil weighs",
            label="Weight of wet soil",
            hint="Left empty: as the layers weigh when wet.",
        ),
    )
    friction: Annotated[float, Field(ge=10, le=45)] = Field(
        30.0, json_schema_extra=asks("Friction", label="Friction of the soil", after="°")
    )
    people: Annotated[tuple[str, ...], Field(max_length=12)] = Field(
        (),
        json_schema_extra=asks(
            "People sit or stand on the edge of", label="People on the edge of", instrument="sides"
        ),
    )
    on_top: Annotated[Pressure, between(Pressure(0), Pressure(20))] = Field(
        Pressure(0),
        json_schema_extra=asks(
            "Stored on the soil",
            label="Load on top of the soil",
            hint="Pots, slabs, a heap: all over the bed, beside people on its edges.",
        ),
    )
    waterlogged: StrictBool = Field(
        False, json_schema_extra=asks("Waterlogged", after="it cannot drain: water pushes too")
    )
    species: str | None = Field(
        None, json_schema_extra=asks("The wood is", of="species", hint="Left alone: as the stock list says.")
    )
