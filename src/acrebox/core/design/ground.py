"""The ground under a bed as it was levelled, and how the first course is made level on it."""

from typing import Annotated, Any, Literal, Self

from pydantic import Field

from acrebox.core.design.base import Choice, LeftToYard
from acrebox.core.design.questions import Asking, asks
from acrebox.core.design.site import HARD, StandsOn
from acrebox.core.measure.written import Coordinate, Length, between

School = Literal["dig_in", "build_up", "hang", "legs"]
SCHOOLS: dict[str, Any] = {
    "dig_in": "dig the high side in; nothing is propped",
    "build_up": "build the low side up with what packs hard",
    "hang": "hang it level on its posts, and back-fill",
    "legs": "trim its legs, or pack under its pavers",
}


Offset = Annotated[Coordinate, between(Coordinate("-50 m"), Coordinate("50 m"))]
StationPlace = tuple[Offset, Offset]
"""Where a station of one's own lies: to the right of the front left corner of the bed's box, and back."""


class GroundStation(Choice):
    """A place of the bed (a corner or the middle of a side, by its name), or one of one's own with where it
    lies (`place`), and how high the ground is there, over any datum.
    """

    at: Annotated[str, Field(min_length=1, max_length=60)]
    height: Coordinate
    place: StationPlace | None = None


class GroundChoice(LeftToYard, Asking):
    """Heights of the ground round a bed, the school by which its first course is made level, how deep that
    goes into the ground at least (`bury`), and how deep a base of stone or screenings lies under it.
    """

    order = ("school", "bury", "base", "trench", "true_to")

    stations: Annotated[tuple[GroundStation, ...], Field(max_length=60)] = ()
    school: School = Field(
        "dig_in",
        json_schema_extra=asks(
            "The first course",
            label="School of levelling",
            words=SCHOOLS,
            left=True,
            hint="Left as usual: dug in; on paving, a deck or a roof packed up where it stands.",
        ),
    )
    bury: Annotated[Length, between(Length(0), Length("1 m"))] = Field(
        Length(0),
        json_schema_extra=asks("In the ground at least", label="Depth in the ground", imperial="0 in"),
    )
    base: Annotated[Length, between(Length(0), Length("500 mm"))] = Field(
        Length(0),
        json_schema_extra=asks(
            "On a base of",
            label="Depth of the base",
            imperial="0 in",
            hint="Stone or screenings, rammed; under softwood it lets water go.",
        ),
    )
    trench: Annotated[Length, between(Length("50 mm"), Length("1 m"))] = Field(
        Length("200 mm"),
        json_schema_extra=asks(
            "Trench and packing are", label="Width of the trench", after="wide", imperial="8 in"
        ),
    )
    true_to: Annotated[Length, between(Length("0.5 mm"), Length("50 mm"))] = Field(
        Length("3 mm"),
        json_schema_extra=asks(
            "True to",
            label="Tolerance of level",
            imperial="1/4 in",
            hint="Over the length of a level: a metre, or eight feet.",
        ),
    )

    def on(self, stands_on: StandsOn) -> Self:
        """The choices as they are where nobody digs: a school that nobody chose is the one that does not."""
        if stands_on not in HARD or "school" in self.model_fields_set:
            return self
        return self.model_copy(update={"school": "legs"})
