"""Load case: a ring that the soil stretches, and the screws of its seams that hold it together."""

from dataclasses import dataclass
from math import sqrt

from acrebox.core.assembly import Hoop
from acrebox.core.measure.printing import Printer
from acrebox.core.stock import Catalogue
from acrebox.core.strength.factors import factor
from acrebox.core.strength.registry import Loaded, checks
from acrebox.core.strength.sources import ADVICE
from acrebox.core.worked import Worked

SEAM = "seam"
MOST_SCREWS = 40
SHEAR_SOURCE = "AISI S100, tilting of screws in thin sheet (from memory); T = p·r: statics"


@dataclass(frozen=True, kw_only=True)
class HoopCheck:
    """A ring: the push at its foot [kPa], its radius [mm], the tension there [N/mm of height] and in a whole
    seam [N]; how many screws a seam wants, what the lowest of so many carries and what one takes [N].
    """

    case: Hoop
    push: float
    tension: float
    seam: float
    screws: int
    lowest: float
    takes: float

    @property
    def holds(self) -> bool:
        """Whether so many screws can hold it."""
        return self.lowest <= self.takes + 1e-9


def screw_takes(steel: float, diameter: float) -> float:
    """What a screw through two sheets takes before it tilts out [N]: 4.2·√(t³·d)·Fu / Ω, for sheets `steel`
    [mm] thick and a screw of `diameter` [mm].

    Source: AISI S100, connections by screws (from memory).
    """
    return 4.2 * sqrt(steel**3 * diameter) * factor("sheet_fu") / factor("sheet_screw_safety")


def tension_between(case: Hoop, low: float, high: float, loaded: Loaded) -> float:
    """The hoop tension of a strip of a ring between two heights over the ground [mm], in N: the push on it
    times the radius.
    """
    high = min(high, loaded.depth)
    if high <= low:
        return 0.0
    below, above = (loaded.depth - low) / 1000, (loaded.depth - high) / 1000
    push = loaded.worst.push
    return (push.total(below) - push.total(above)) * case.radius


@checks(Hoop)
def check_hoop(case: Hoop, loaded: Loaded) -> HoopCheck:
    """Screws are spread evenly up a seam; the lowest of them carries the strip that it stands in."""
    sheet = loaded.book.find_sheet(case.stock)
    takes = screw_takes(sheet.steel.mm if sheet else 0.0, _diameter(loaded.book))
    low = max(0.0, case.low)
    tall = case.high - low

    def lowest(count: int) -> float:
        return tension_between(case, low, low + tall / count, loaded)

    count = next((n for n in range(1, MOST_SCREWS) if lowest(n) <= takes), MOST_SCREWS)
    foot = loaded.worst.push.at(loaded.depth / 1000)
    return HoopCheck(
        case=case,
        push=foot,
        tension=foot * case.radius / 1000,
        seam=tension_between(case, low, case.high, loaded),
        screws=count,
        lowest=lowest(count),
        takes=takes,
    )


def _diameter(book: Catalogue) -> float:
    return min((s.diameter.mm for s in book.screw if s.family == SEAM), default=0.0)


def hoop_worked(found: HoopCheck, show: Printer) -> Worked:
    """The tension in a ring at its foot [N/m], with its working."""
    return Worked(
        amount=found.tension * 1000,
        unit="N/m",
        working=(
            f"push {show.pressure(found.push)} × radius"
            f" {show.exact_run(found.case.radius)}{show.to_newtons} ="
            f" {show.line_load(found.tension)} of height, at the foot; in a whole seam"
            f" {show.force(found.seam)}"
        ),
        assumptions=["a true circle: out of round, the seams bend as well", ADVICE],
        source="T = p·r, statics",
    )


def seam_worked(found: HoopCheck, screws: int, show: Printer) -> Worked:
    """How many screws a seam has, with its working."""
    return Worked(
        amount=screws,
        unit="screws",
        working=(
            f"the lowest of {found.screws} would carry {show.force(found.lowest)} of the"
            f" {show.force(found.takes)} that one takes; as they are spaced {screws} a seam; together"
            f" {screws} × {found.case.seams} seams = {screws * found.case.seams}"
        ),
        assumptions=[ADVICE],
        source=SHEAR_SOURCE,
    )
