"""What can be added to a bed of any construction."""

from enum import StrEnum
from typing import Annotated, Literal

from pydantic import Field

from acrebox.core.design.base import Choice, MeasuredStick
from acrebox.core.measure.written import Length


class CapCorner(StrEnum):
    """How the cap's boards meet at the corners."""

    MITRED = "mitred"
    BUTTED = "butted"


class Cap(Choice):
    """A board laid flat along the top of the walls."""

    board: str = "2x6"
    board_measured: MeasuredStick = MeasuredStick()
    overhang: Length = Length("3/4 in")
    corner: CapCorner = CapCorner.BUTTED


class Ties(Choice):
    """Timbers across the inside that hold long sides together: by the rule, or so many a side."""

    stock: str = "2x4"
    count: Annotated[int, Field(ge=1, le=12)] | None = None
    levels: Literal["top", "top_and_bottom"] = "top"


class Straps(Choice):
    """Steel bands right round the outside, the highest at three quarters of the height."""

    count: Annotated[int, Field(ge=1, le=4)] = 1
    lap: Length = Length("150 mm")


class Seats(Choice):
    """Benches outside on chosen sides: seat boards on rails, carried by 45° brackets."""

    sides: Annotated[tuple[str, ...], Field(min_length=1)]
    board: str = "2x6"
    rail: str = "2x4"
    height: Length = Length("430 mm")
    depth: Length = Length("300 mm")
    overhang: Length = Length("20 mm")


class Trellis(Choice):
    """Uprights on the outside of one side, feet on the ground, for something to climb."""

    side: str
    stock: str = "2x4"
    height: Length = Length("1.8 m")
    spacing: Length = Length("900 mm")


class Hoops(Choice):
    """Sleeves inside the two longest sides that hold the feet of hoops."""

    stock: str = "sleeve-25"
    length: Length = Length("300 mm")
    spacing: Length = Length("1 m")


class AddOns(Choice):
    """Everything added to the walls."""

    cap: Cap | None = None
    ties: Ties | None = None
    straps: Straps | None = None
    seats: Seats | None = None
    trellis: Trellis | None = None
    hoops: Hoops | None = None
