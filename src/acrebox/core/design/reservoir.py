"""Water kept under the soil: in what, how deep, where it overflows."""

from typing import Annotated, Any, ClassVar, Literal

from pydantic import Field, StrictBool

from acrebox.core.design.base import LeftToYard
from acrebox.core.design.questions import Asking, asks
from acrebox.core.measure.days import Day
from acrebox.core.measure.written import Length, Volume, between

Medium = Literal["gravel", "porous_rock", "sand"]
MEDIA: dict[str, Any] = {
    "gravel": "coarse gravel",
    "porous_rock": "porous rock",
    "sand": "coarse sand",
}
CROPS: dict[str, Any] = {
    "lettuce": "lettuce",
    "spinach": "spinach",
    "tomato": "tomatoes",
    "sweet_pepper": "sweet peppers",
    "carrot": "carrots",
    "green_bean": "green beans",
    "potato": "potatoes",
    "strawberry": "strawberries",
}
OVERFLOWS: dict[str, Any] = {
    "top_of_medium": "at the top of the stone",
    "low_elbow": "low, by an elbow that turns",
}


class WaterTest(LeftToYard, Asking):
    """The test with water before anything goes in: on which day, how high the water stood over the floor when
    it was marked and after so many hours, whether it ran out of the overflow and away.
    """

    order = ("on", "marked", "later", "hours", "ran")

    on: Day | None = Field(None, json_schema_extra=asks("Tested on", label="Day of the water test"))
    marked: Annotated[Length, between(Length("1 mm"), Length("2 m"))] = Field(
        Length("100 mm"),
        json_schema_extra=asks("Water, marked at", after="over the floor", imperial="4 in"),
    )
    later: Annotated[Length, between(Length(0), Length("2 m"))] = Field(
        Length("100 mm"),
        json_schema_extra=asks("It stood later at", after="over the floor", imperial="4 in"),
    )
    hours: Annotated[float, Field(ge=1, le=240)] = Field(
        24.0, json_schema_extra=asks("After", label="Hours of the test", after="hours")
    )
    ran: StrictBool = Field(
        default=False,
        json_schema_extra=asks(
            "The overflow", label="Water ran out of the overflow", after="water ran out of it and away"
        ),
    )


class ReservoirChoice(LeftToYard, Asking):
    """A reservoir under the soil: its medium and how much of that is open, its depth, its overflow; the
    bucket that the open share was measured in; what grows in it, or how much that uses against short grass
    (`kc`); the test with water.
    """

    order = ("medium", "depth", "overflow", "pipe", "crop", "kc", "porosity", "bucket", "took")
    plain: ClassVar[int] = 6
    """So many of its questions are asked at once; the others measure how open the medium is."""

    medium: Medium = Field("gravel", json_schema_extra=asks("Water is kept in", label="Medium", words=MEDIA))
    depth: Annotated[Length, between(Length("30 mm"), Length("2 m"))] | None = Field(
        None,
        json_schema_extra=asks(
            "How deep",
            label="Depth of the reservoir",
            hint="Left empty: half the bed, or what the soil leaves.",
        ),
    )
    overflow: Literal["top_of_medium", "low_elbow"] = Field(
        "top_of_medium", json_schema_extra=asks("It overflows", label="Overflow", words=OVERFLOWS)
    )
    pipe: Length | None = Field(
        None,
        json_schema_extra=asks(
            "Its pipe is", label="Pipe of the reservoir", after="outside", hint="Left empty: a usual one."
        ),
    )
    porosity: Annotated[float, Field(gt=0, lt=0.95)] | None = Field(
        None,
        json_schema_extra=asks(
            "Or as you know it",
            label="Open share of the medium",
            hint="A share of one, such as 0.4; goes before the bucket.",
        ),
    )
    bucket: Annotated[Volume, between(Volume("0.5 L"), Volume("200 L"))] | None = Field(
        None,
        json_schema_extra=asks(
            "The bucket holds",
            label="The bucket holds",
        ),
    )
    took: Annotated[Volume, between(Volume("0.05 L"), Volume("200 L"))] | None = Field(
        None, json_schema_extra=asks("It took so much water", label="Water that the bucket took")
    )
    crop: (
        Literal[
            "lettuce", "spinach", "tomato", "sweet_pepper", "carrot", "green_bean", "potato", "strawberry"
        ]
        | None
    ) = Field(None, json_schema_extra=asks("It is planted with", label="Crop", words=CROPS))
    kc: Annotated[float, Field(gt=0, le=2)] | None = Field(
        None,
        json_schema_extra=asks(
            "Plants use",
            label="What plants use",
            after="times what short grass does",
            hint="Left empty: as the crop does at its height, or as grass does.",
        ),
    )
    test: WaterTest | None = None
