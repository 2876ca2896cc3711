"""Readings of a bed as they were taken one by one: which of them count, and what follows from those."""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from typing import Any

from pydantic import BaseModel

from acrebox.core.assembly import Assembly
from acrebox.core.design import Design, GroundStation, StationPlace
from acrebox.core.errors import DesignError, Problem
from acrebox.core.ground import (
    DATUM,
    Reduction,
    SquareAnswer,
    Tapes,
    check_taped,
    corner_places,
    network_of,
    places_of,
    read_book,
    reduced,
    tapes_wanted,
)
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.written import Coordinate, Length
from acrebox.core.plan.levelling import (
    LevelAnswer,
    TrueAnswer,
    answer_reduction,
    answer_true,
    concluded,
    on_level_ground,
    where,
)

COURSES = ("first_course", "finished")
"""What is held against level as it was built; the `ground` is levelled too, the corners are taped."""


@dataclass(frozen=True)
class Taken:
    """A reading that counts: for which job, by which method, at which station, as it was written; of a
    station of one's own, where it lies, as that was written.
    """

    job: str
    method: str
    station: str
    sight: str | None
    written: str
    place: tuple[str, str] | None = None


class TapeOut(BaseModel):
    """What is taped: its name, from where to where, and how long it should be [mm]."""

    name: str
    start: str
    end: str
    wanted_mm: float


class Followed(BaseModel):
    """What follows from the readings of a bed: the ground, with the heights to take from it; the first course
    and the finished bed held against level; the corners. `places` are where it can be read, its `corners`
    first; `tapes` is what is taped to tell whether it lies as it should, which `tapes_wanted` of them tell.
    """

    places: dict[str, list[float]]
    corners: list[str]
    tapes: list[TapeOut]
    tapes_wanted: int
    ground: LevelAnswer | None = None
    concluded: list[GroundStation] = []
    first_course: TrueAnswer | None = None
    finished: TrueAnswer | None = None
    square: SquareAnswer | None = None


def follow(bed: Design, taken: Sequence[Taken], show: Printer) -> tuple[Followed, list[Problem]]:
    """What follows from readings, and what of them cannot be reduced, by its job and the place of its reading
    among those; what is wrong with one job leaves the others as they are.
    """
    level = on_level_ground(bed)
    own = _own(level, taken)
    found = Followed(
        places={name: [float(x), float(y)] for name, (x, y) in where(level, own).items()},
        corners=list(corner_places(level)),
        tapes=list(_tapes(level)),
        tapes_wanted=tapes_wanted(level),
    )
    problems: list[Problem] = []
    try:
        if (ground := _reduced("ground", taken)) is not None:
            found.ground = answer_reduction(ground, show, bed, own)
            found.concluded = list(concluded(bed, ground, own, show))
    except DesignError as fault:
        problems += _within("ground", fault.problems)
    for job in COURSES:
        try:
            if (course := _reduced(job, taken)) is not None:
                setattr(found, job, answer_true(bed, course, show))
        except DesignError as fault:
            problems += _within(job, fault.problems)
    try:
        found.square = _square(level, taken, show)
    except DesignError as fault:
        problems += _within("tape", fault.problems)
    return found, problems


def _own(bed: Assembly, taken: Sequence[Taken]) -> dict[str, StationPlace]:
    """Where stations lie that the bed does not have: as was said last of each."""
    theirs = places_of(bed)
    return {
        t.station: (Coordinate(t.place[0]), Coordinate(t.place[1]))
        for t in taken
        if t.place is not None and t.station not in theirs
    }


def _within(job: str, problems: Iterable[Problem]) -> list[Problem]:
    return [Problem(f"{job}.{p.field}", p.value, p.message, p.allowed) for p in problems]


def _reduced(job: str, taken: Sequence[Taken]) -> Reduction | None:
    """The book of a job reduced: what was read by the method that was used last. Of a course that is set
    right and read again, the last reading of a station counts. None where nothing was read.
    """
    every = [t for t in taken if t.job == job]
    if not every:
        return None
    method = every[-1].method
    rows = [t for t in every if t.method == method]
    if job in COURSES:
        last = {t.station: t for t in rows if t.station != DATUM}
        rows = [t for t in rows if t.station == DATUM or last[t.station] is t]
    readings: list[dict[str, Any]] = [
        {"station": t.station, "sight": t.sight, "reading": t.written}
        if method == "instrument"
        else {"station": t.station, "drop": t.written}
        for t in rows
    ]
    return reduced(read_book({"method": method, "readings": readings}))


def _tapes(bed: Assembly) -> Iterator[TapeOut]:
    network = network_of(bed)
    for tie, wanted in zip(network.ties, network.lengths, strict=True):
        yield TapeOut(
            name=tie.name,
            start=network.corners[tie.start],
            end=network.corners[tie.end],
            wanted_mm=round(wanted, 3),
        )


def _square(bed: Assembly, taken: Sequence[Taken], show: Printer) -> SquareAnswer | None:
    """The corners, once enough lengths are taped. One that is taped twice was taped again; where more than
    one is another by then, the bed was pushed, and what was taped last counts.
    """
    first: dict[str, float] = {}
    again: dict[str, float] = {}
    names = network_of(bed).names
    for t in taken:
        if t.job == "tape" and t.station in names:
            (again if t.station in first else first)[t.station] = Length(t.written).mm
    if sum(later != first[name] for name, later in again.items()) > 1:
        first, again = {**first, **again}, {}
    return check_taped(bed, Tapes(first, again), show)
