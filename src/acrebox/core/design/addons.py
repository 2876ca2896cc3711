"""What can be added to a bed of any construction."""

from enum import StrEnum
from typing import Annotated, Any, ClassVar, Literal

from pydantic import AfterValidator, Field

from acrebox.core.design.base import Choice, MeasuredStick
from acrebox.core.design.questions import Asking, asks, usually
from acrebox.core.measure.written import Length


class CapCorner(StrEnum):
    """How the cap's boards meet at the corners."""

    MITRED = "mitred"
    BUTTED = "butted"


CAP_CORNERS: dict[str, Any] = {"butted": "butted", "mitred": "mitred"}
LEVELS: dict[str, Any] = {
    "top": "near the top",
    "bottom": "near the bottom",
    "top_and_bottom": "near the top and the bottom",
}
TIED: dict[str, Any] = {"walls": "from wall to wall", "posts": "from wall to wall, beside posts"}


class Cap(Asking):
    """A board laid flat along the top of the walls."""

    order = ("board", "overhang", "corner")

    board: str = Field("larch-27x145", json_schema_extra=asks("Cap of", stock="board", imperial="2x6"))
    board_measured: MeasuredStick = MeasuredStick()
    overhang: Length = Field(
        Length("20 mm"),
        json_schema_extra=asks("Overhang outside", label="Overhang of the cap", imperial="3/4 in"),
    )
    corner: CapCorner = Field(
        CapCorner.BUTTED,
        json_schema_extra=asks("Its corners", label="Corners of the cap", words=CAP_CORNERS),
    )


class Ties(Asking):
    """Timbers across the inside that hold long sides together: by the rule, or so many a side."""

    order = ("stock", "count", "levels", "to")

    stock: str = Field("larch-45x70", json_schema_extra=asks("Ties of", stock="rail", imperial="2x4"))
    count: Annotated[int, Field(ge=1, le=12)] | None = Field(
        None,
        json_schema_extra=asks(
            "Ties in a side", hint="Left empty: by the rule, one in {3 m|10 ft}, two in {3.6 m|12 ft}."
        ),
    )
    levels: Literal["top", "bottom", "top_and_bottom"] = Field(
        "top", json_schema_extra=asks("They lie", label="Ties lie", words=LEVELS)
    )
    to: Literal["walls", "posts"] = Field(
        "walls", json_schema_extra=asks("They run", label="Ties run", words=TIED)
    )


STRAPPED: dict[str, Any] = {
    "round": "right round the outside",
    "across": "across the bed, from post to post",
}


class Straps(Asking):
    """Steel bands at three quarters of the height: right round the outside, or across from post to post."""

    order = ("way", "count", "lap")

    way: Literal["round", "across"] = Field(
        "round", json_schema_extra=asks("They run", label="Straps run", words=STRAPPED)
    )
    count: Annotated[int, Field(ge=1, le=4)] = Field(1, json_schema_extra=asks("How many", label="Straps"))
    lap: Length = Field(
        Length("150 mm"), json_schema_extra=asks("Ends lap", label="Lap of the strap", imperial="6 in")
    )


SEATS: dict[str, Any] = {
    "boards": "boards on bearers, rails and legs",
    "sleepers": "the bed's own timbers, on lengths of them stood on end",
}


def _each_once(sides: tuple[str, ...]) -> tuple[str, ...]:
    """A side that is named twice is one side."""
    return tuple(dict.fromkeys(sides))


class Seats(Asking):
    """Benches outside on chosen sides: seat boards on bearers across, those on a rail at the wall and one on
    legs in front; or the bed's own timbers, laid flat on lengths of them stood on end.
    """

    order = ("sides", "made_of", "height", "depth", "overhang", "board", "rail")
    conditions: ClassVar[dict[str, dict[str, list[str]]]] = {
        name: {"made_of": ["boards"]} for name in ("depth", "overhang", "board", "rail")
    }

    sides: Annotated[tuple[str, ...], Field(min_length=1, max_length=100), AfterValidator(_each_once)] = (
        Field(json_schema_extra=asks("On the sides", label="Bench on", instrument="sides"))
    )
    made_of: Literal["boards", "sleepers"] = Field(
        "boards", json_schema_extra=asks("It is made of", label="Bench made of", words=SEATS)
    )
    board: str = Field("larch-27x145", json_schema_extra=asks("Seat of", stock="board", imperial="2x6"))
    rail: str = Field(
        "larch-45x70", json_schema_extra=asks("Rails, bearers, legs", stock="rail", imperial="2x4")
    )
    height: Length = Field(Length("430 mm"), json_schema_extra=asks("Seat height", imperial="17 in"))
    depth: Length = Field(
        Length("300 mm"), json_schema_extra=asks("Seat depth, about", label="Seat depth", imperial="12 in")
    )
    overhang: Length = Field(
        Length("20 mm"),
        json_schema_extra=asks("Overhang in front", label="Overhang of the seat", imperial="3/4 in"),
    )


class Trellis(Asking):
    """Uprights on the outside of one side, feet on the ground, for something to climb."""

    order = ("side", "height", "spacing", "stock")

    side: str = Field(json_schema_extra=asks("On side", label="Trellis on side", of="sides"))
    stock: str = Field("larch-45x70", json_schema_extra=asks("Uprights of", stock="rail", imperial="2x4"))
    height: Length = Field(
        Length("1.8 m"),
        json_schema_extra=asks("Uprights, high", label="Height of the uprights", imperial="6 ft"),
    )
    spacing: Length = Field(
        Length("900 mm"), json_schema_extra=asks("One every", label="Limit between uprights", imperial="3 ft")
    )


class Hoops(Asking):
    """Sleeves inside the two longest sides that hold the feet of hoops."""

    order = ("length", "spacing")

    stock: str = Field("sleeve-25", json_schema_extra=usually("sleeve-1"))
    length: Length = Field(
        Length("300 mm"),
        json_schema_extra=asks("Sleeves, long", label="Length of a sleeve", imperial="12 in"),
    )
    spacing: Length = Field(
        Length("1 m"), json_schema_extra=asks("One every", label="Limit between sleeves", imperial="3 ft")
    )


class AddOns(Choice):
    """Everything added to the walls."""

    cap: Cap | None = None
    ties: Ties | None = None
    straps: Straps | None = None
    seats: Seats | None = None
    trellis: Trellis | None = None
    hoops: Hoops | None = None
