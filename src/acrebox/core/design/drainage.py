"""How water leaves a bed."""

from typing import Annotated, Any, Literal

from pydantic import Field, StrictBool

from acrebox.core.design.base import LeftToYard
from acrebox.core.design.questions import Asking, asks
from acrebox.core.measure.written import Length, Rain, Volume, between

DrainKind = Literal["open", "holes", "few_sleeved", "plumbed", "sealed"]
Pattern = Literal["grid", "staggered", "ring_and_centre", "few"]
KINDS: dict[str, Any] = {
    "": "as it is built",
    "open": "an open bottom on soil",
    "holes": "holes drilled all over the floor",
    "few_sleeved": "few holes with sleeves, over trays",
    "plumbed": "a loop of pipe to its plug",
    "sealed": "nothing: it holds water",
}
PATTERNS: dict[str, Any] = {
    "": "as suits the floor",
    "grid": "in rows",
    "staggered": "in staggered rows",
    "ring_and_centre": "in a ring, some within",
    "few": "few, far apart",
}
DRILLED = ["holes", "few_sleeved"]


class DrainageChoice(LeftToYard, Asking):
    """How water leaves: through what, holes of what size in what pattern, how many or how far apart, against
    what rain; trays under them; the stone over a loop of pipe, and how many tanks are on it.

    `head` is the water that stands over a hole, `coefficient` what of the ideal flow passes it.
    """

    order = (
        "kind",
        "diameter",
        "pattern",
        "count",
        "spacing",
        "trays",
        "tray_holds",
        "pipe",
        "sleeve",
        "stone",
        "tanks",
        "apart",
        "rain_mm_h",
        "head",
        "coefficient",
    )

    kind: DrainKind | None = Field(None, json_schema_extra=asks("Water leaves through", words=KINDS))
    diameter: Annotated[Length, between(Length("2 mm"), Length("100 mm"))] = Field(
        Length("12 mm"),
        json_schema_extra=asks(
            "Each hole", label="Holes, wide", after="wide: the bit to hand", imperial="1/2 in"
        ),
    )
    pattern: Pattern | None = Field(
        None, json_schema_extra=asks("They lie", label="Pattern of the holes", words=PATTERNS)
    )
    count: Annotated[int, Field(ge=1, le=400)] | None = Field(
        None,
        json_schema_extra=asks("How many", label="How many holes", hint="Left empty: by their distance."),
    )
    spacing: Annotated[Length, between(Length("30 mm"), Length("1 m"))] = Field(
        Length("140 mm"),
        json_schema_extra=asks("One every", label="Distance of the holes", imperial="5 1/2 in"),
    )
    trays: StrictBool | None = Field(None, json_schema_extra=asks("Trays", after="a tray under each hole"))
    tray_holds: Annotated[Volume, between(Volume("0.1 L"), Volume("200 L"))] = Field(
        Volume("10 L"),
        json_schema_extra=asks("A tray holds", label="A tray holds", imperial="0.35 cu ft"),
    )
    pipe: Annotated[Length, between(Length("12 mm"), Length("120 mm"))] | None = Field(
        None,
        json_schema_extra=asks(
            "The pipe, outside", label="Outside of the drain pipe", hint="Left empty: as its plug takes."
        ),
    )
    sleeve: StrictBool = Field(
        True, json_schema_extra=asks("Sleeve", after="a sleeve where it goes through a wall of wood")
    )
    stone: Annotated[Length, between(Length(0), Length("300 mm"))] = Field(
        Length("50 mm"),
        json_schema_extra=asks(
            "Stone round the pipe",
            label="Depth of the stone",
            imperial="2 in",
            hint="To the top of the pipe at least.",
        ),
    )
    tanks: Annotated[int, Field(ge=1, le=12)] = Field(
        1,
        json_schema_extra=asks(
            "Tanks on one pipe", label="Tanks on one drain pipe", hint="Those beside it are joined to it."
        ),
    )
    apart: Annotated[Length, between(Length("200 mm"), Length("20 m"))] | None = Field(
        None,
        json_schema_extra=asks(
            "From plug to plug",
            label="Distance of the plugs of two tanks",
            hint="Left empty: as they stand close beside each other.",
        ),
    )
    rain_mm_h: Annotated[Rain, between(Rain(1), Rain(500))] = Field(
        Rain("50 mm/h"), json_schema_extra=asks("It rains at most", label="Design rain", imperial="2 in/h")
    )
    head: Annotated[Length, between(Length("1 mm"), Length("2 m"))] = Field(
        Length("50 mm"),
        json_schema_extra=asks("Water over a hole", label="Head over a hole", imperial="2 in"),
    )
    coefficient: Annotated[float, Field(gt=0, le=1)] = Field(
        0.6, json_schema_extra=asks("Of the ideal flow passes", label="Coefficient of a hole")
    )
