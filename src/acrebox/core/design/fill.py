"""What goes in."""

from typing import Annotated, Literal

from pydantic import Field

from acrebox.core.design.base import Choice
from acrebox.core.design.questions import Asking, asks
from acrebox.core.measure.written import Length, Volume


class Layer(Choice):
    """One material, bottom to top: so deep, or a share [%] of what the depths leave."""

    material: str
    depth: Length | None = None
    share: Annotated[float, Field(gt=0, le=100)] | None = None
    bag: Volume | None = None
    buy: Literal["cheaper", "bags", "bulk"] = "cheaper"


def _usual_layers() -> tuple[Layer, ...]:
    return (
        Layer(material="garden-soil", share=50),
        Layer(material="compost", share=40),
        Layer(material="manure", share=10),
    )


class FillChoice(Asking):
    """What goes in, and how much is left free at the top."""

    order = ("gap", "keep_back", "barrow")

    gap: Length = Field(Length("25 mm"), json_schema_extra=asks("Left free at the top", imperial="1 in"))
    layers: tuple[Layer, ...] = Field(default_factory=_usual_layers)
    keep_back: Annotated[int, Field(ge=0, le=10)] = Field(
        1,
        json_schema_extra=asks(
            "Bags kept back", hint="Of each material that is bought in bags, for topping up."
        ),
    )
    barrow: Volume = Field(Volume("85 L"), json_schema_extra=asks("A barrow holds", imperial="3 cu ft"))
