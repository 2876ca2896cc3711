"""Readings that cannot be right: stations that disagree with themselves, a book that does not close, a
station that alone leaves the plane of all others.
"""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from math import sqrt
from statistics import median

from acrebox.core.ground.limits import ground_limit
from acrebox.core.ground.plane import plane_through
from acrebox.core.ground.reduce import Reduction, Station
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.vector import Point2

DECIMETRE = 100.0
OF_A_PLANE = 3
LEAST_PLACES = 5


@dataclass(frozen=True)
class SuspectStation:
    """A station, how far it seems to be off [mm], and what to do."""

    station: str
    off: float
    words: str


def suspects(found: Reduction, places: Mapping[str, Point2], show: Printer) -> list[SuspectStation]:
    """What to read again, the farthest off first; `places` are where stations lie, as far as that is
    known.
    """
    told: dict[str, SuspectStation] = {}
    for one in (*_twice(found, show), *_open(found, show), *_out_of_plane(found, places, show)):
        told.setdefault(one.station, one)
    return sorted(told.values(), key=lambda s: -abs(s.off))


def _slip(off: float, noise: float) -> str:
    """What such an amount looks like."""
    whole = round(abs(off) / DECIMETRE)
    near = whole and abs(abs(off) - whole * DECIMETRE) <= 2 * noise
    return " A whole decimetre misread?" if near else " Misread?"


def _twice(found: Reduction, show: Printer) -> Iterator[SuspectStation]:
    most = ground_limit("reading_again") * found.noise
    for station in found.stations:
        if station.spread > most:
            off = _farthest(station)
            count = len(station.read) + station.known
            says = f"{station.name} disagrees by {show.exact(abs(off))} over {count} readings."
            yield SuspectStation(station.name, off, f"{says}{_slip(off, found.noise)} Read it again.")


def _farthest(station: Station) -> float:
    """How far its worst reading is off: of the height that is known, or of the middle one; of two, of the
    first.
    """
    if station.known:
        base = station.height
    elif len(station.read) > 2:
        base = median(station.read)
    else:
        base = station.read[0]
    return max((r - base for r in station.read), key=abs)


def _open(found: Reduction, show: Printer) -> Iterator[SuspectStation]:
    """A book that comes back to a station at another height."""
    if found.misclosure is None:
        return
    sets = sum(1 for r in found.rows if r.sight == "back")
    if abs(found.misclosure) > ground_limit("reading_again") * found.noise * sqrt(max(1, sets)):
        last = found.rows[-1].station
        far = show.exact(abs(found.misclosure))
        says = f"The book comes back to {last} {far} off: one sight on the way is misread."
        yield SuspectStation(last, found.misclosure, f"{says}{_slip(found.misclosure, found.noise)}")


def _out_of_plane(found: Reduction, places: Mapping[str, Point2], show: Printer) -> Iterator[SuspectStation]:
    """The station that leaves the plane of all others, where they lie even. Four places have one height to
    spare, which tells that one is off, not which: from five on.
    """
    known = [(s, places[s.name]) for s in found.stations if s.name in places]
    if len(known) < LEAST_PLACES:
        return
    best: tuple[float, float, Station] | None = None
    for n, (station, at) in enumerate(known):
        others = [k for m, k in enumerate(known) if m != n]
        plane = plane_through([p for _, p in others], [s.height for s, _ in others])
        rest = max(abs(s.height - plane.at(p)) for s, p in others)
        off = station.height - plane.at(at)
        if best is None or rest < best[0]:
            best = (rest, off, station)
    assert best is not None
    rest, off, station = best
    if abs(off) > max(ground_limit("out_of_plane"), OF_A_PLANE * max(rest, found.noise)):
        says = f"{station.name} disagrees by {show.exact(abs(off))} with the plane of all others."
        yield SuspectStation(station.name, off, f"{says}{_slip(off, found.noise)} Read it again.")
