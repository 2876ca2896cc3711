"""Where the bed stands, as far as the stages built so far ask."""

from enum import StrEnum
from typing import Any

from pydantic import Field

from acrebox.core.design.questions import Asking, asks


class Reach(StrEnum):
    """From where the gardener can work the bed."""

    TWO_SIDES = "two_sides"
    ONE_SIDE = "one_side"


REACHES: dict[str, Any] = {"two_sides": "from two sides or all round", "one_side": "from one side only"}


class Site(Asking):
    """Where the bed stands."""

    order = ("reach",)

    reach: Reach = Field(
        Reach.TWO_SIDES, json_schema_extra=asks("Worked", label="Worked from", words=REACHES)
    )
