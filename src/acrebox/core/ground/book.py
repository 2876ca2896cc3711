"""A levelling book: readings with an instrument, or drops under a string, a water mark or a spirit level."""

from collections.abc import Iterator
from typing import Annotated, Any, Literal

from pydantic import Field

from acrebox.core.design import Choice, Design, School, StationPlace, read_checked, read_design, written_in
from acrebox.core.errors import DesignError, Problem
from acrebox.core.measure.systems import System
from acrebox.core.measure.written import Coordinate, Length, between

Method = Literal["instrument", "string", "water", "spirit"]
Sight = Literal["back", "between", "fore"]
Staff = Annotated[Length, between(Length(0), Length("20 m"))]
StationName = Annotated[str, Field(min_length=1, max_length=60)]

DATUM = "BM"
"""What the station is called whose height is given, unless told."""
UNDER = {"string": "the string", "water": "the mark of the water", "spirit": "the level"}
"""What drops are measured under, by the method."""


class Datum(Choice):
    """The station whose height is given: any height will do, as 0."""

    station: StationName = DATUM
    height: Coordinate = Coordinate(0)


class Reading(Choice):
    """One reading: on a staff, as a backsight on a height that is known, between, or as a foresight before
    the instrument is moved; or how far a station lies under a line (`drop`).
    """

    station: StationName
    sight: Sight | None = None
    reading: Staff | None = None
    drop: Staff | None = None

    @property
    def amount(self) -> float:
        """What was read [mm]: both are how far the station lies under a level line."""
        written = self.reading if self.reading is not None else self.drop
        return written.mm if written is not None else 0.0


class Book(Choice):
    """All readings of one job, in the order in which they were taken; with a bed, what follows for it, and
    where stations lie that are none of its `places`.
    """

    schema_: Literal[1] = Field(default=1, alias="schema")
    method: Method
    datum: Datum = Datum()
    readings: Annotated[tuple[Reading, ...], Field(min_length=1, max_length=2000)]
    places: Annotated[dict[StationName, StationPlace], Field(max_length=60)] = Field(default_factory=dict)
    bed: dict[str, Any] | None = None
    school: School | None = None
    bury: Annotated[Length, between(Length(0), Length("1 m"))] | None = None

    @property
    def system(self) -> System:
        """The system in which its readings are written."""
        return written_in([r.model_dump(mode="json") for r in self.readings])

    def design(self) -> Design | None:
        """The bed that is levelled. Raises DesignError naming its fields after `bed.`."""
        if self.bed is None:
            return None
        try:
            return read_design(self.bed)
        except DesignError as fault:
            told = [Problem(f"bed.{p.field}", p.value, p.message, p.allowed) for p in fault.problems]
            raise DesignError(told) from None


def read_book(data: Any) -> Book:
    """A Book from plain JSON values.

    Raises DesignError that names every field at fault, its value and what is allowed.
    """
    rows = data.get("readings") if isinstance(data, dict) else None
    return read_checked(Book, data, written_in(rows), _problems)


def _problems(book: Book) -> Iterator[Problem]:
    """Rows that are not of the book's method, or that stand where no such sight can."""
    if book.method == "instrument":
        yield from _instrument_problems(book)
        return
    for n, row in enumerate(book.readings):
        if row.drop is None or row.reading is not None or row.sight is not None:
            field = "reading" if row.reading is not None else "sight" if row.sight is not None else "drop"
            written = getattr(row, field)
            value = str(getattr(written, "text", written) or "")
            says = (
                "A staff reading has no place here: each row says how far its station lies under"
                f" {UNDER[book.method]}."
            )
            yield Problem(f"readings.{n}.{field}", value, says, "drop, and neither reading nor sight")


def _instrument_problems(book: Book) -> Iterator[Problem]:
    known, stands = {book.datum.station}, False
    for n, row in enumerate(book.readings):
        at = f"readings.{n}"
        if row.drop is not None:
            says = "A drop has no place among readings of an instrument."
            yield Problem(f"{at}.drop", str(row.drop.text), says, "reading and sight")
        if row.reading is None:
            says = "What was read on the staff is missing."
            yield Problem(f"{at}.reading", "", says, "a length such as 1.234 m")
        if row.sight is None:
            yield Problem(f"{at}.sight", "", "Say which sight it is.", "back, between, fore")
        elif row.sight == "back":
            if row.station not in known:
                says = "A backsight stands on a station whose height is known; this one is not read yet."
                yield Problem(f"{at}.station", row.station, says, ", ".join(sorted(known)))
            stands = True
        elif not stands:
            says = "The instrument stands anew here: the first sight from it is a backsight."
            yield Problem(f"{at}.sight", row.sight, says, "back")
        if row.sight == "fore":
            stands = False
        known.add(row.station)
