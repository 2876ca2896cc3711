"""What the vessels share: how it was used before, and how it is told."""

from enum import StrEnum
from typing import Any

from pydantic import Field

from acrebox.core.design.questions import Asking, asks
from acrebox.core.errors import refuse
from acrebox.core.measure.written import Length


class History(StrEnum):
    """What a used tank or drum held before."""

    FOOD = "food"
    UNKNOWN = "unknown"
    OTHER = "other"


HISTORIES: dict[str, Any] = {
    "food": "food only, and it says so",
    "unknown": "nobody knows",
    "other": "something else",
}


UNKNOWN_HISTORY = "history unknown"


class MeasuredVessel(Asking):
    """What a vessel really measures inside, when it differs from the catalogue."""

    order = ("diameter", "length")

    diameter: Length | None = Field(
        None, json_schema_extra=asks("Across inside", label="Diameter measured inside")
    )
    length: Length | None = Field(None, json_schema_extra=asks("Long inside", label="Length measured inside"))


def history_asked() -> Any:
    """What it held before, the first thing to ask of a used tank."""
    return Field(
        History.UNKNOWN,
        json_schema_extra=asks(
            "It held before", label="What it held before", words=dict[str, Any](HISTORIES)
        ),
    )


def check_history(history: History) -> None:
    """Raises DesignError for a tank that held something else than food."""
    if history is History.OTHER:
        raise refuse(
            "construction.history",
            history,
            "What a tank held stays in its wall, and comes out into the soil.",
            "a tank that held food only, with the label or the paper that says so",
        )


def known_of(history: History) -> frozenset[str]:
    """What is known of a vessel, for those who judge it."""
    return frozenset({UNKNOWN_HISTORY}) if history is History.UNKNOWN else frozenset()
