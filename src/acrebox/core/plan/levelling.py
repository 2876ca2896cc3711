"""A levelling book answered: heights, checks, what to read again, and what making a bed level takes."""

from collections.abc import Mapping

from pydantic import BaseModel

from acrebox.core.assembly import Assembly
from acrebox.core.design import Design, GroundChoice, GroundStation, StationPlace
from acrebox.core.ground import (
    AsBuilt,
    Book,
    Reduction,
    TrueStation,
    as_built,
    corner_places,
    ground_limit,
    places_of,
    reduced,
    suspects,
)
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.written import Coordinate
from acrebox.core.plan.base import ASSEMBLY
from acrebox.core.plan.book import open_plan
from acrebox.core.plan.level import GROUND
from acrebox.core.plan.level_rows import GroundRow
from acrebox.core.shape.vector import Point2


class StationOut(BaseModel):
    """A station: its height over the datum, how often it was read, how far its readings lie apart [mm]."""

    name: str
    height_mm: float
    readings: int
    spread_mm: float


class RowOut(BaseModel):
    """One reading reduced [mm]: its height by height of instrument and by rise and fall, and the line it was
    read under.
    """

    station: str
    sight: str
    reading_mm: float
    height_mm: float
    by_rise_mm: float
    rise_mm: float
    line_mm: float


class ChecksOut(BaseModel):
    """The arithmetic check and the misclosure [mm]; `agrees` is the arithmetic only, `misclosure_mm` null
    where the book comes back to no station.
    """

    sum_back_mm: float
    sum_fore_mm: float
    sum_rise_mm: float
    sum_fall_mm: float
    misclosure_mm: float | None
    agrees: bool
    words: str


class SuspectOut(BaseModel):
    """A station to read again, and how far it seems to be off [mm]."""

    station: str
    off_mm: float
    words: str


class LevelAnswer(BaseModel):
    """A book reduced, and with a bed what follows for it."""

    stations: list[StationOut]
    rows: list[RowOut]
    checks: ChecksOut
    suspects: list[SuspectOut]
    ground: GroundRow | None = None


def on_level_ground(bed: Design) -> Assembly:
    """A bed as it is built, whatever its ground was found to be: where its places are. Raises DesignError."""
    return open_plan(bed.model_copy(update={"ground": GroundChoice()}))[ASSEMBLY]


def answer_book(book: Book) -> LevelAnswer:
    """A book answered. Raises DesignError naming the fields of the bed that cannot be planned."""
    bed = book.design()
    if bed is not None:
        more = {"school": book.school, "bury": book.bury}
        ground = bed.ground.model_copy(update={k: v for k, v in more.items() if v is not None})
        bed = bed.model_copy(update={"ground": ground})
    return answer_reduction(reduced(book), Printer(book.system), bed, book.places)


def where(level: Assembly, own: Mapping[str, StationPlace]) -> dict[str, Point2]:
    """Where stations lie [mm]: the places of a bed, and places of one's own."""
    mine = {name: (at[0].mm, at[1].mm) for name, at in own.items()}
    return {**mine, **places_of(level)}


def answer_reduction(
    found: Reduction, show: Printer, bed: Design | None, own: Mapping[str, StationPlace]
) -> LevelAnswer:
    """Heights, checks and suspects; with a bed, what making it level takes on these heights, as its own
    choices of the ground have it. `own` is where stations lie that the bed does not have.
    """
    places = where(on_level_ground(bed), own) if bed is not None else {}
    return LevelAnswer(
        stations=[
            StationOut(
                name=s.name,
                height_mm=round(s.height, 4),
                readings=len(s.read),
                spread_mm=round(s.spread, 4),
            )
            for s in found.stations
        ],
        rows=[
            RowOut(
                station=r.station,
                sight=r.sight,
                reading_mm=round(r.reading, 4),
                height_mm=round(r.height, 4),
                by_rise_mm=round(r.by_rise, 4),
                rise_mm=round(r.rise, 4),
                line_mm=round(r.line, 4),
            )
            for r in found.rows
        ],
        checks=_checks(found, show),
        suspects=[
            SuspectOut(station=s.station, off_mm=round(s.off, 4), words=s.words)
            for s in suspects(found, places, show)
        ],
        ground=_ground(found, bed, own) if bed is not None else None,
    )


def _checks(found: Reduction, show: Printer) -> ChecksOut:
    off = found.misclosure
    closes = (
        "it comes back to no station that was known"
        if off is None
        else "it closes"
        if abs(off) < 0.05
        else f"it closes {show.exact(abs(off))} {'high' if off > 0 else 'low'}"
    )
    return ChecksOut(
        sum_back_mm=round(found.back, 4),
        sum_fore_mm=round(found.fore, 4),
        sum_rise_mm=round(found.rise, 4),
        sum_fall_mm=round(found.fall, 4),
        misclosure_mm=None if off is None else round(off, 4),
        agrees=found.agrees,
        words=f"The sums {'agree' if found.agrees else 'do not agree'}; {closes}.",
    )


def concluded(
    bed: Design, found: Reduction, own: Mapping[str, StationPlace], show: Printer | None = None
) -> tuple[GroundStation, ...]:
    """The heights of a reduction whose places are known, corners of the bed first, those of one's own last:
    to a tenth of a millimetre, or as one types them.
    """
    assembly = on_level_ground(bed)
    theirs = [*corner_places(assembly), *places_of(assembly)]
    names = dict.fromkeys([*theirs, *own])
    heights = {s.name: s.height for s in found.stations}
    return tuple(
        GroundStation(
            at=name,
            height=Coordinate(show.typed_at(heights[name]) if show else round(heights[name], 1)),
            place=None if name in theirs else own[name],
        )
        for name in names
        if name in heights
    )


def _ground(found: Reduction, bed: Design, own: Mapping[str, StationPlace]) -> GroundRow | None:
    """What making the bed level takes, on the heights of this book."""
    ground = bed.ground.model_copy(update={"stations": concluded(bed, found, own)})
    return open_plan(bed.model_copy(update={"ground": ground}))[GROUND]


class TrueStationOut(BaseModel):
    """A station of a course as it was built [mm]: how far it lies over the mean of all (negative: under it),
    how far it may, what to raise it by (negative: knock it down).
    """

    name: str
    off_mm: float
    may_mm: float
    by_mm: float
    holds: bool
    words: str


class TrueAnswer(BaseModel):
    """A course as it was built, held against level; `lean_mm` is how much it leans in a metre."""

    stations: list[TrueStationOut]
    lean_mm: float
    holds: bool
    words: str


def answer_true(design: Design, found: Reduction, show: Printer) -> TrueAnswer | None:
    """A course held against level; None with fewer than two stations of the bed."""
    bed = on_level_ground(design)
    rate = design.ground.true_to.mm / ground_limit("true_over", show.built) * 1000
    built = as_built({s.name: s.height for s in found.stations}, places_of(bed), rate)
    if built is None:
        return None
    return TrueAnswer(
        stations=[
            TrueStationOut(
                name=s.name,
                off_mm=round(s.off, 2),
                may_mm=round(s.may, 2),
                by_mm=round(s.by, 2),
                holds=s.holds,
                words=_true_words(s, show),
            )
            for s in built.stations
        ],
        lean_mm=round(built.lean, 3),
        holds=built.holds,
        words=_whole_words(built, bed, show),
    )


def _true_words(station: TrueStation, show: Printer) -> str:
    if station.holds:
        return "true enough"
    return f"{'raise it' if station.by > 0 else 'knock it down'} {show.exact(abs(station.by))}"


def _whole_words(built: AsBuilt, bed: Assembly, show: Printer) -> str:
    """Whether it matters here: what stands tall on the course leans with it."""
    if built.holds:
        return "It is true."
    tall = max((p.body.bounds[1][2] for p in bed.parts), default=bed.wall_top)
    off = built.off_at(tall)
    top = f"{show.length(tall)} up, what stands on it is {show.exact(off)} off plumb"
    return f"It is not true yet: {top}."
