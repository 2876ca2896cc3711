"""Days and moments as they come in: none so far off that a calendar loses it once its zone is taken out."""

from datetime import UTC, date, datetime
from typing import Annotated

from pydantic import AfterValidator
from pydantic_core import PydanticCustomError

FIRST, LAST = date(1926, 1, 1), date(2126, 12, 31)
"""A century each way of the years in which this was written: no bed was measured before it."""


def day_in_time(day: date) -> date:
    """The day, where it is one of these two centuries. Raises PydanticCustomError naming it."""
    if FIRST <= day <= LAST:
        return day
    raise _out_of_time(day)


def moment_in_time(moment: datetime) -> datetime:
    """The moment by the clock of Greenwich, where it is in these two centuries; without a zone it is by that
    clock already. Raises PydanticCustomError naming it.
    """
    try:
        found = moment.astimezone(UTC) if moment.tzinfo else moment.replace(tzinfo=UTC)
    except OverflowError:
        raise _out_of_time(moment) from None
    if FIRST <= found.date() <= LAST:
        return found
    raise _out_of_time(moment)


def _out_of_time(value: date) -> PydanticCustomError:
    allowed = f"{FIRST.isoformat()} to {LAST.isoformat()}"
    return PydanticCustomError(
        "out_of_time", "That is too far off", {"value": value.isoformat(), "allowed": allowed}
    )


Day = Annotated[date, AfterValidator(day_in_time)]
Moment = Annotated[datetime, AfterValidator(moment_in_time)]
