"""Where the bed stands, as far as the stages built so far ask."""

from enum import StrEnum
from typing import Annotated, Any, ClassVar

from pydantic import Field

from acrebox.core.design.questions import Asking, asks
from acrebox.core.measure.written import Pressure, Weight, between


class Reach(StrEnum):
    """From where the gardener can work the bed."""

    TWO_SIDES = "two_sides"
    ONE_SIDE = "one_side"


class StandsOn(StrEnum):
    """What the bed stands on."""

    SOIL = "soil"
    GRAVEL = "gravel"
    BLOCKS = "blocks"
    PAVING = "paving"
    DECK = "deck"
    ROOF = "roof"


REACHES: dict[str, Any] = {"two_sides": "from two sides or all round", "one_side": "from one side only"}
STANDS: dict[str, Any] = {
    "soil": "soil",
    "gravel": "a bed of gravel",
    "blocks": "level blocks",
    "paving": "paving",
    "deck": "a deck or a balcony",
    "roof": "a roof",
}
CARRIED = ("deck", "roof")
"""What somebody built to carry so much and no more."""
HARD = ("paving", "deck", "roof")
"""What nobody digs into."""
ON_HARD = {"paving": "paving", "deck": "a deck", "roof": "a roof"}
"""That, in words."""


class MayCarry(Asking):
    """What the owner states that a deck, roof or balcony may carry: in all, and on each area of it."""

    order = ("total_kg", "kpa")
    conditions: ClassVar[dict[str, dict[str, list[str]]]] = {
        key: {"/site.stands_on": [*CARRIED]} for key in ("total_kg", "kpa")
    }

    total_kg: Annotated[Weight, between(Weight(1), Weight(100_000))] | None = Field(
        None,
        json_schema_extra=asks(
            "It may carry, in all",
            hint="As its owner or builder states; left empty where nobody knows.",
        ),
    )
    kpa: Annotated[Pressure, between(Pressure(0.1), Pressure(100))] | None = Field(
        None, json_schema_extra=asks("It may carry, on each area", label="It may carry, on an area")
    )


class Site(Asking):
    """Where the bed stands."""

    order = ("stands_on", "reach")

    stands_on: StandsOn = Field(
        StandsOn.SOIL, json_schema_extra=asks("It stands on", label="The bed stands on", words=STANDS)
    )
    may_carry: MayCarry = MayCarry()
    reach: Reach = Field(
        Reach.TWO_SIDES, json_schema_extra=asks("Worked", label="Worked from", words=REACHES)
    )
