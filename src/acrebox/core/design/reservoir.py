"""Water kept under the soil: in what, how deep, where it overflows."""

from typing import Annotated, Any, Literal

from pydantic import Field

from acrebox.core.design.base import LeftToYard
from acrebox.core.design.questions import Asking, asks
from acrebox.core.measure.written import Length, Volume, between

Medium = Literal["gravel", "porous_rock", "sand"]
MEDIA: dict[str, Any] = {
    "gravel": "coarse gravel",
    "porous_rock": "porous rock",
    "sand": "coarse sand",
}
OVERFLOWS: dict[str, Any] = {
    "top_of_medium": "at the top of the stone",
    "low_elbow": "low, by an elbow that turns",
}


class ReservoirChoice(LeftToYard, Asking):
    """A reservoir under the soil: its medium and how much of that is open, its depth, its overflow; the
    bucket that the open share was measured in; how much plants use against short grass (`kc`).
    """

    order = ("medium", "depth", "overflow", "porosity", "bucket", "took", "kc")

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
    porosity: Annotated[float, Field(gt=0, lt=0.95)] | None = Field(
        None,
        json_schema_extra=asks(
            "Of it is open",
            label="Open share of the medium",
            hint="Left empty: by the bucket, or as is usual.",
        ),
    )
    bucket: Annotated[Volume, between(Volume("0.5 L"), Volume("200 L"))] | None = Field(
        None,
        json_schema_extra=asks(
            "A bucket of it, brimful",
            label="The bucket holds",
            hint="Fill a bucket with the dry medium to the brim, and pour water in to the brim.",
        ),
    )
    took: Annotated[Volume, between(Volume("0.05 L"), Volume("200 L"))] | None = Field(
        None, json_schema_extra=asks("Took so much water", label="Water that the bucket took")
    )
    kc: Annotated[float, Field(gt=0, le=2)] = Field(
        1.0,
        json_schema_extra=asks("Plants use", label="What plants use", after="times what short grass does"),
    )
