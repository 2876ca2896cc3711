"""Readings of a bed's levels and tapes: taken one by one, struck out, answered by the core."""

from datetime import datetime
from typing import Annotated, Any, Literal
from uuid import UUID

from fastapi import APIRouter, Query
from pydantic import BaseModel, Field

from acrebox.api.context import AllStores, InItsUnits, Stores
from acrebox.api.problems import RESPONSES
from acrebox.api.shapes import FieldProblem
from acrebox.core.design import Design, GroundChoice, GroundStation
from acrebox.core.errors import DesignError, Problem, refuse
from acrebox.core.ground import (
    MEASURES,
    SquareAnswer,
    check_square,
    corner_places,
    packing,
    places_of,
    read_book,
    read_tape,
    reduced,
)
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.measure.written import Length
from acrebox.core.plan import ASSEMBLY, open_plan
from acrebox.core.plan.levelling import LevelAnswer, TrueAnswer, answer_book, answer_true, concluded
from acrebox.standins.laser import Laser, Plot
from acrebox.store import KeptReading

router = APIRouter(
    prefix="/api/beds/{bed_id}", tags=["readings"], responses=RESPONSES, dependencies=[InItsUnits]
)

Job = Literal["ground", "first_course", "finished", "tape"]
DATUM = "BM"
EXAMPLE_FEET = "4' 7 1/2\""
BESIDE = (-1500.0, -1500.0)
"""Where the datum of the stand-in stands [mm]: beside the bed."""
LAID_HIGH_MM = 9.0


class ReadingIn(BaseModel):
    """A reading as it was taken; its `id` is the browser's, so that one sent twice counts once."""

    id: UUID
    job: Job
    method: Literal["instrument", "string", "water", "spirit", "tape"]
    station: Annotated[str, Field(min_length=1, max_length=60)]
    sight: Literal["back", "between", "fore"] | None = None
    written: Annotated[str, Field(min_length=1, max_length=40)]
    taken_at: datetime


class ReadingOut(ReadingIn):
    """A reading as it is kept; one that is struck does not count."""

    struck: bool


class ReadingsOut(BaseModel):
    """All readings of a bed, and what follows from those that count: the ground, with the heights to take
    from it; the first course and the finished bed held against level; the corners. What cannot be reduced is
    named in `problems`, by the place of its reading among those of its job.
    """

    readings: list[ReadingOut]
    places: dict[str, list[float]]
    corners: list[str]
    ground: LevelAnswer | None
    concluded: list[GroundStation]
    first_course: TrueAnswer | None
    finished: TrueAnswer | None
    square: SquareAnswer | None
    problems: list[FieldProblem]


class LaserOut(BaseModel):
    """What the laser stand-in reads, as one types it."""

    written: str


def _answer(bed_id: UUID, kept: Stores, rows: list[KeptReading]) -> ReadingsOut:
    bed = kept.beds.get(bed_id).design
    yard = kept.beds.around(bed_id).yard
    system = yard.units or bed.system
    plain = bed.model_copy(update={"ground": GroundChoice()})
    assembly = open_plan(plain)[ASSEMBLY]
    places = places_of(assembly)
    answer = ReadingsOut(
        readings=[_out(r) for r in rows],
        places={name: [float(x), float(y)] for name, (x, y) in places.items()},
        corners=list(corner_places(assembly)),
        ground=None,
        concluded=[],
        first_course=None,
        finished=None,
        square=None,
        problems=[],
    )
    _levels(answer, bed, rows, system)
    _tapes(answer, bed, rows)
    return answer


def _out(row: KeptReading) -> ReadingOut:
    return ReadingOut.model_validate(
        {
            "id": row.id,
            "job": row.job,
            "method": row.method,
            "station": row.station,
            "sight": row.sight,
            "written": row.written,
            "taken_at": row.taken_at,
            "struck": row.struck,
        }
    )


def _book(rows: list[KeptReading], job: str, bed: Design | None) -> dict[str, Any] | None:
    """The book of a job: of the method that was used last, what counts of it."""
    counted = [r for r in rows if r.job == job and not r.struck]
    if not counted:
        return None
    method = counted[-1].method
    field = "reading" if method == "instrument" else "drop"
    readings = []
    rows = [r for r in counted if r.method == method]
    if job != "ground":
        # What was raised or knocked down is read again: the last reading of a station counts.
        last = {r.station: r for r in rows if r.station != DATUM}
        rows = [r for r in rows if r.station == DATUM or last[r.station] is r]
    for row in rows:
        one: dict[str, Any] = {"station": row.station, field: row.written}
        if method == "instrument":
            one["sight"] = row.sight
        readings.append(one)
    book: dict[str, Any] = {"method": method, "datum": {"station": DATUM, "height": 0}, "readings": readings}
    if bed is not None:
        plain = bed.model_copy(update={"ground": bed.ground.model_copy(update={"stations": ()})})
        book["bed"] = plain.model_dump(mode="json", exclude_none=True, by_alias=True)
    return book


def _levels(answer: ReadingsOut, bed: Design, rows: list[KeptReading], system: System) -> None:
    """The three jobs that are levelled; what is wrong with one leaves the others as they are."""
    show = Printer(system)
    for job in ("ground", "first_course", "finished"):
        plain = _book(rows, job, bed if job == "ground" else None)
        if plain is None:
            continue
        try:
            book = read_book(plain)
            if job == "ground":
                answer.ground = answer_book(book)
                answer.concluded = list(concluded(bed, reduced(book), show))
            else:
                setattr(answer, job, answer_true(bed, reduced(book), show))
        except DesignError as fault:
            answer.problems += [_problem(job, p) for p in fault.problems]


def _tapes(answer: ReadingsOut, bed: Design, rows: list[KeptReading]) -> None:
    """The corners, once all six lengths are taped; what is taped twice counts as taped again."""
    first: dict[str, str] = {}
    again: dict[str, str] = {}
    for row in rows:
        if row.job == "tape" and not row.struck:
            (again if row.station in first else first)[row.station] = row.written
    if not all(name in first for name in MEASURES):
        return
    changed = [name for name, later in again.items() if later != first[name]]
    if len(changed) > 1:
        # More than one length is another now: the bed was pushed, and what was taped last counts.
        first, again = {**first, **again}, {}
    tape: dict[str, Any] = {
        "sides": [first[n] for n in MEASURES[:4]],
        "diagonals": [first[n] for n in MEASURES[4:]],
        "again": again,
    }
    if bed.outline.shape == "rectangle":
        long, wide = open_plan(bed.model_copy(update={"ground": GroundChoice()}))[ASSEMBLY].outline.size
        tape["wanted"] = {"length": float(long), "width": float(wide)}
    try:
        answer.square = check_square(read_tape(tape))
    except DesignError as fault:
        answer.problems += [_problem("tape", p) for p in fault.problems]


def _problem(job: str, p: Problem) -> FieldProblem:
    return FieldProblem(field=f"{job}.{p.field}", value=p.value, message=p.message, allowed=p.allowed)


@router.get("/readings")
def read_readings(bed_id: UUID, kept: AllStores) -> ReadingsOut:
    """Every reading of a bed, and what follows from them."""
    return _answer(bed_id, kept, kept.readings.of(bed_id))


@router.post("/readings", status_code=201)
def take_reading(bed_id: UUID, reading: ReadingIn, kept: AllStores) -> ReadingsOut:
    """Keep one reading. Refused is only what nobody can read; what does not fit the others is kept and
    told.
    """
    bed = kept.beds.get(bed_id).design
    system = kept.beds.around(bed_id).yard.units or bed.system
    row = KeptReading(**{**reading.model_dump(), "written": _readable(reading, system)})
    return _answer(bed_id, kept, kept.readings.take(bed_id, row))


def _readable(reading: ReadingIn, system: System) -> str:
    """What was written, with the unit that a bare number has in the yard. Raises DesignError where it is no
    length, or no tape of four corners.
    """
    if reading.job == "tape" and reading.station not in MEASURES:
        raise refuse("station", reading.station, "Nothing of that name is taped.", ", ".join(MEASURES))
    try:
        written = Length(reading.written, system)
        read_book({"method": "string", "readings": [{"station": reading.station, "drop": written.text}]})
    except DesignError as fault:
        first = fault.problems[0]
        raise refuse("written", first.value, first.message, first.allowed) from None
    except ValueError as fault:
        allowed = f"a length such as {'1.234 m' if system is System.METRIC else EXAMPLE_FEET}"
        raise refuse(
            "written", reading.written, f"{str(fault)[:1].upper()}{str(fault)[1:]}.", allowed
        ) from None
    return str(written.text)


@router.delete("/readings/{reading_id}")
def strike_reading(bed_id: UUID, reading_id: UUID, kept: AllStores) -> ReadingsOut:
    """Strike a reading out; it stays in the book."""
    return _answer(bed_id, kept, kept.readings.strike(bed_id, reading_id))


@router.put("/readings/{reading_id}")
def count_reading(bed_id: UUID, reading_id: UUID, kept: AllStores) -> ReadingsOut:
    """Let a reading count again that was struck out."""
    return _answer(bed_id, kept, kept.readings.strike(bed_id, reading_id, struck=False))


@router.get("/laser")
def read_laser(
    bed_id: UUID,
    kept: AllStores,
    station: Annotated[str, Query(max_length=60)],
    job: Job = "ground",
) -> LaserOut:
    """What the laser stand-in reads at a station: on an invented plot, with a small error of its own; on a
    course that is laid, off true by a little.
    """
    bed = kept.beds.get(bed_id).design
    places = places_of(open_plan(bed.model_copy(update={"ground": GroundChoice()}))[ASSEMBLY])
    if station != DATUM and station not in places:
        raise refuse("station", station, "The bed has no such place.", ", ".join([DATUM, *places]))
    turn = len(kept.readings.of(bed_id))
    plot = Plot(bed_id.int % 10_000)
    x, y = places.get(station, BESIDE)
    over = 0.0
    if job != "ground" and station != DATUM:
        # A course lies level whatever the ground does; its first corner was laid high, and is knocked down
        # once it was read.
        read = any(r.job == job and r.station == station for r in kept.readings.of(bed_id))
        high = job == "first_course" and station == next(iter(places)) and not read
        over = -plot.height_at(x, y) + (LAID_HIGH_MM if high else 0.0)
    mm = Laser(plot).read(x, y, turn, over)
    return LaserOut(written=Printer(bed.system).typed(mm))


class PackingOut(BaseModel):
    """How much to pack over a reach [mm], with its arithmetic."""

    pack_mm: float
    says: str


@router.get("/packing")
def work_packing(
    bed_id: UUID,
    kept: AllStores,
    gap: Annotated[str, Query(max_length=40)],
    level: Annotated[str, Query(max_length=40)],
    reach: Annotated[str, Query(max_length=40)],
) -> PackingOut:
    """How much a level that stands level over a gap under one end tells over a longer reach."""
    system = kept.beds.around(bed_id).yard.units or kept.beds.get(bed_id).design.system
    show = Printer(system)
    amounts: dict[str, float] = {}
    problems = []
    for name, text, least in (("gap", gap, 0.0), ("level", level, 50.0), ("reach", reach, 1.0)):
        try:
            amounts[name] = Length(text, system).mm
        except ValueError as fault:
            says = f"{str(fault)[:1].upper()}{str(fault)[1:]}."
            problems.append(Problem(name, text, says, f"a length from {show.length(least)}"))
            continue
        if amounts[name] < least:
            problems.append(Problem(name, text, "That is too little.", f"at least {show.length(least)}"))
    if problems:
        raise DesignError(problems)
    pack = packing(amounts["gap"], amounts["level"], amounts["reach"])
    slope = f"{show.exact(amounts['gap'])} ÷ {show.length(amounts['level'])}"
    told = f"{slope} × {show.length(amounts['reach'])}"
    return PackingOut(pack_mm=round(pack, 2), says=f"{told} = pack {show.exact(pack)}.")
