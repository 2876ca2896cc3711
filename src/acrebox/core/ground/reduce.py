"""Readings reduced to heights: by height of instrument and by rise and fall, with the arithmetic check."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from statistics import median

from acrebox.core.ground.book import Book, Reading
from acrebox.core.ground.limits import ground_limit


@dataclass(frozen=True)
class Reduced:
    """One reading as it is reduced: its height by the height of instrument, and by rise and fall [mm]; `line`
    is the height of the instrument, or of the line, it was read under.
    """

    row: int
    station: str
    sight: str
    reading: float
    height: float
    by_rise: float
    rise: float
    line: float


@dataclass(frozen=True)
class Station:
    """A station with the heights that were read on it [mm]; `height` is what counts."""

    name: str
    height: float
    read: tuple[float, ...]
    known: bool

    @property
    def spread(self) -> float:
        """How far its heights lie apart, that of the datum among them [mm]."""
        every = (*self.read, self.height) if self.known else self.read
        return max(every) - min(every) if every else 0.0


@dataclass(frozen=True)
class Reduction:
    """A whole book reduced: every reading in its order, the stations in the order in which they were met, and
    the sums of the arithmetic check [mm]; `gained` is the last height less the first, set-up by set-up: one
    that stands on a known height begins anew from that.

    `misclosure` is how far the last reading on a station that was known before is off it; None where the
    book does not come back to one.
    """

    rows: tuple[Reduced, ...]
    stations: tuple[Station, ...]
    back: float
    fore: float
    rise: float
    fall: float
    gained: float
    misclosure: float | None
    noise: float

    @property
    def agrees(self) -> bool:
        """Whether the arithmetic holds: Σ back − Σ fore = Σ rise − Σ fall = heights gained."""
        whole = self.back - self.fore
        return abs(whole - (self.rise - self.fall)) < 1e-6 and abs(whole - self.gained) < 1e-6

    def station(self, name: str) -> Station | None:
        """The station of that name."""
        return next((s for s in self.stations if s.name == name), None)


def reduced(book: Book) -> Reduction:
    """A book reduced, by both ways.

    Height of instrument = height + backsight, height = height of instrument − sight; rise = the sight before
    − this one (Punmia, Surveying I, chapter 9).
    """
    sights = list(_as_sights(book))
    rows = list(_rows(book, sights))
    stations = _stations(book, rows)
    back = sum(r.reading for r in rows if r.sight == "back")
    fore = sum(r.reading for r in rows if r.sight == "fore")
    return Reduction(
        rows=tuple(rows),
        stations=stations,
        back=back,
        fore=fore,
        rise=sum(r.rise for r in rows if r.rise > 0),
        fall=-sum(r.rise for r in rows if r.rise < 0),
        gained=_gained(rows),
        misclosure=_misclosure(book, rows),
        noise=ground_limit(f"{book.method}_noise", book.system),
    )


def _as_sights(book: Book) -> Iterator[tuple[Reading, str]]:
    """Every row with its sight. Drops are all read under one line: the first is its backsight, the last its
    foresight. The last sight of an instrument is a foresight, however it was called.
    """
    last = len(book.readings) - 1
    for n, row in enumerate(book.readings):
        if book.method == "instrument":
            ends = n == last or (book.readings[n + 1].sight == "back")
            yield row, "fore" if ends and row.sight == "between" else str(row.sight)
        else:
            yield row, "back" if n == 0 else "fore" if n == last else "between"


def _rows(book: Book, sights: Sequence[tuple[Reading, str]]) -> Iterator[Reduced]:
    heights, rises = {book.datum.station: book.datum.height.mm}, {book.datum.station: book.datum.height.mm}
    line, before = _first_line(book), None
    for n, (row, sight) in enumerate(sights):
        if sight == "back" and book.method == "instrument":
            line = heights[row.station] + row.amount
        height = line - row.amount
        anew = sight == "back" or before is None
        rise = 0.0 if anew or before is None else before.reading - row.amount
        by_rise = rises.get(row.station, height) if anew or before is None else before.by_rise + rise
        before = Reduced(n, row.station, sight, row.amount, height, by_rise, rise, line)
        heights.setdefault(row.station, height)
        rises.setdefault(row.station, by_rise)
        yield before


def _first_line(book: Book) -> float:
    """How high the line of a book of drops lies: over the datum where that was read, else at it."""
    if book.method == "instrument":
        return 0.0
    on = [r.amount for r in book.readings if r.station == book.datum.station]
    return book.datum.height.mm + (on[0] if on else 0.0)


def _gained(rows: Sequence[Reduced]) -> float:
    """Over every set-up the height of its last sight less that of its backsight, summed [mm]."""
    found, start = 0.0, 0.0
    for n, row in enumerate(rows):
        if row.sight == "back":
            start = row.height
        if n == len(rows) - 1 or rows[n + 1].sight == "back":
            found += row.height - start
    return found


def _stations(book: Book, rows: Sequence[Reduced]) -> tuple[Station, ...]:
    """Each station once. What was read more than twice counts by its median, so that one slip does not
    count; a backsight reads nothing new.
    """
    found = []
    for name in dict.fromkeys([book.datum.station, *(r.station for r in rows)]):
        known = name == book.datum.station
        read = tuple(
            r.height
            for n, r in enumerate(rows)
            if r.station == name and (r.sight != "back" or (n == 0 and not known))
        )
        if not read and not known:
            continue
        height = book.datum.height.mm if known else median(read) if len(read) > 2 else sum(read) / len(read)
        found.append(Station(name, height, read, known))
    return tuple(found)


def _misclosure(book: Book, rows: Sequence[Reduced]) -> float | None:
    """How far the book misses where it comes back to, last of all: the datum, or a station read before."""
    seen = {book.datum.station: book.datum.height.mm} if book.method == "instrument" else {}
    off: float | None = None
    for row in rows:
        if row.station in seen and (row.sight != "back" or book.method != "instrument"):
            off = row.height - seen[row.station]
        seen.setdefault(row.station, row.height)
    return off
