"""Readings of a bed's levels and tapes: taken one by one, struck out, answered by the core."""

from dataclasses import asdict
from datetime import datetime
from functools import partial
from typing import Annotated, Literal
from uuid import UUID

from fastapi import APIRouter, Query
from pydantic import BaseModel, Field

from acrebox.api.context import AllStores, InItsUnits, Stores
from acrebox.api.problems import RESPONSES
from acrebox.api.shapes import FieldProblem
from acrebox.api.typed import Typed
from acrebox.api.working import AtWork, Work
from acrebox.core.design import Design
from acrebox.core.errors import Problem, refuse
from acrebox.core.ground import DATUM, network_of, packing, places_of
from acrebox.core.measure.days import FIRST, LAST, Moment
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.plan.levelling import on_level_ground
from acrebox.core.plan.readings import Followed, Taken, follow
from acrebox.standins.laser import Laser, Plot
from acrebox.store import KeptReading

router = APIRouter(
    prefix="/api/beds/{bed_id}", tags=["readings"], responses=RESPONSES, dependencies=[InItsUnits]
)

PlaceText = Annotated[str, Field(min_length=1, max_length=40)]
Job = Literal["ground", "first_course", "finished", "tape"]
BESIDE = (-1500.0, -1500.0)
"""Where the datum of the stand-in stands [mm]: beside the bed."""
MOST_FAR_MM = 50_000.0
"""How far from its bed a station lies at most."""
MOST_MM = 20_000.0
"""What no staff, tape or drop is longer than."""
LEAST_LEVEL_MM = 50.0
PLOTS = 10_000


class ReadingIn(BaseModel):
    """A reading as it was taken; its `id` is the browser's, so that one sent twice counts once. Of a station
    that the bed does not have, `place` is how far to the right of the front left corner of the bed's box it
    lies, and how far back.
    """

    id: UUID
    job: Job
    method: Literal["instrument", "string", "water", "spirit", "tape"]
    station: Annotated[str, Field(min_length=1, max_length=60)]
    sight: Literal["back", "between", "fore"] | None = None
    written: Annotated[str, Field(min_length=1, max_length=40)]
    taken_at: Moment
    place: tuple[PlaceText, PlaceText] | None = None


class ReadingOut(ReadingIn):
    """A reading as it is kept; one that is struck does not count. One that an earlier release kept with a
    time that no calendar has is without it, and named in the problems.
    """

    taken_at: datetime | None  # type: ignore[assignment]
    struck: bool


class ReadingsOut(Followed):
    """All readings of a bed and what follows from those that count. What cannot be reduced is named in
    `problems`, by its job and the place of its reading among those.
    """

    readings: list[ReadingOut]
    problems: list[FieldProblem]


class LaserOut(BaseModel):
    """What the laser stand-in reads, as one types it."""

    written: str


def _answer(bed_id: UUID, kept: Stores, work: Work, rows: list[KeptReading]) -> ReadingsOut:
    bed = kept.beds.get(bed_id).design
    taken = [Taken(r.job, r.method, r.station, r.sight, r.written, r.place) for r in rows if not r.struck]
    followed, problems = work(follow, bed, taken, Printer(_system(bed_id, kept)))
    return ReadingsOut(
        **dict(followed),
        readings=[ReadingOut.model_validate(asdict(r)) for r in rows],
        problems=[FieldProblem.of(p) for p in (*problems, *_out_of_time(rows))],
    )


def _out_of_time(rows: list[KeptReading]) -> list[Problem]:
    """What is wrong of the times of readings that were kept before times had bounds."""
    allowed = f"{FIRST.isoformat()} to {LAST.isoformat()}"
    return [
        Problem(f"readings.{n}.taken_at", r.taken_text, "That is too far off to be its time.", allowed)
        for n, r in enumerate(rows)
        if r.taken_at is None
    ]


def _system(bed_id: UUID, kept: Stores) -> System:
    """The units in which a bed's readings are typed: those of its yard, else its own."""
    return kept.beds.around(bed_id).yard.units or kept.beds.get(bed_id).design.system


def _taped(bed: Design) -> list[str]:
    """What of a bed is taped, by name."""
    return list(network_of(on_level_ground(bed)).names)


def _places(bed: Design) -> dict[str, tuple[float, float]]:
    """Where the stations of a bed lie."""
    return dict(places_of(on_level_ground(bed)))


@router.get("/readings")
def read_readings(bed_id: UUID, kept: AllStores, work: AtWork) -> ReadingsOut:
    """Every reading of a bed, and what follows from them."""
    return _answer(bed_id, kept, work, kept.readings.of(bed_id))


@router.post("/readings", status_code=201)
def take_reading(bed_id: UUID, reading: ReadingIn, kept: AllStores, work: AtWork) -> ReadingsOut:
    """Keep one reading. Refused is only what nobody can read; what does not fit the others is kept and
    told.
    """
    if reading.job == "tape":
        names = work(_taped, kept.beds.get(bed_id).design)
        if reading.station not in names:
            raise refuse("station", reading.station, "Nothing of that name is taped.", ", ".join(names))
    typed = Typed(_system(bed_id, kept))
    written = typed.written("written", reading.written, most=MOST_MM)
    place = None
    if reading.place is not None:
        right, back = reading.place
        place = (typed.placed("place.0", right, MOST_FAR_MM), typed.placed("place.1", back, MOST_FAR_MM))
    typed.done()
    row = KeptReading(**{**reading.model_dump(), "written": written, "place": place})
    return kept.readings.take(bed_id, row, partial(_answer, bed_id, kept, work))


@router.delete("/readings/{reading_id}")
def strike_reading(bed_id: UUID, reading_id: UUID, kept: AllStores, work: AtWork) -> ReadingsOut:
    """Strike a reading out; it stays in the book."""
    return kept.readings.strike(bed_id, reading_id, partial(_answer, bed_id, kept, work))


@router.put("/readings/{reading_id}")
def count_reading(bed_id: UUID, reading_id: UUID, kept: AllStores, work: AtWork) -> ReadingsOut:
    """Let a reading count again that was struck out."""
    told = partial(_answer, bed_id, kept, work)
    return kept.readings.strike(bed_id, reading_id, told, struck=False)


@router.get("/laser")
def read_laser(
    bed_id: UUID,
    kept: AllStores,
    work: AtWork,
    station: Annotated[str, Query(max_length=60)],
    job: Job = "ground",
    right: Annotated[str, Query(max_length=40)] = "",
    back: Annotated[str, Query(max_length=40)] = "",
) -> LaserOut:
    """What the laser stand-in reads at a station: on an invented plot, with a small error of its own; on a
    course that is laid, off true by a little. A station that the bed does not have is read where it is said
    to lie; where that is not said, beside the bed.
    """
    bed = kept.beds.get(bed_id).design
    places = work(_places, bed)
    rows = kept.readings.of(bed_id)
    typed = Typed(_system(bed_id, kept))
    at = (typed.at("right", right), typed.at("back", back)) if right and back else BESIDE
    typed.done()
    laser = Laser(Plot(bed_id.int % PLOTS))
    x, y = places.get(station, at)
    if job == "ground" or station == DATUM:
        mm = laser.read(x, y, len(rows))
    else:
        # The first corner of a first course was laid high, and is knocked down once it was read.
        first = job == "first_course" and station == next(iter(places))
        high = first and not any(r.job == job and r.station == station for r in rows)
        mm = laser.read_course(x, y, len(rows), high=high)
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
    typed, show = Typed(_system(bed_id, kept)), Printer(_system(bed_id, kept))
    gap_mm, level_mm = typed.length("gap", gap), typed.length("level", level, LEAST_LEVEL_MM)
    reach_mm = typed.length("reach", reach)
    typed.done()
    pack = packing(gap_mm, level_mm, reach_mm)
    told = f"{show.exact(gap_mm)} ÷ {show.length(level_mm)} × {show.length(reach_mm)}"
    return PackingOut(pack_mm=round(pack, 2), says=f"{told} = pack {show.exact(pack)}.")
