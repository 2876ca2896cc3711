"""Load case: wet soil on the floor of a box, on its boards, bearers and legs and on what holds its rails."""

from dataclasses import dataclass, replace

from acrebox.core.assembly import Carrier, FloorLoad
from acrebox.core.measure.printing import Printer
from acrebox.core.strength.bending import allowed_bow
from acrebox.core.strength.carried import Carried, CarriedRow
from acrebox.core.strength.factors import factor
from acrebox.core.strength.registry import Loaded, checks
from acrebox.core.strength.screws import ScrewsOf
from acrebox.core.strength.seats import stands
from acrebox.core.strength.sections import BendingSection, corrugated, rectangle
from acrebox.core.strength.sources import ADVICE, NDS, STATICS
from acrebox.core.strength.wood import bending_strength, stiffness
from acrebox.core.worked import Worked


@dataclass(frozen=True, kw_only=True)
class FloorCheck(Carried):
    """A floor under soil that presses with so much [kPa], and what of it carries."""

    case: FloorLoad
    pressure: float


@checks(FloorLoad)
def check_floor(case: FloorLoad, loaded: Loaded) -> FloorCheck:
    """Boards between bearers, a bearer between legs, a leg and the ground under it: one span each, w·L² ÷ 8
    and 5·w·L⁴ ÷ 384·E·I. Source: statics.
    """
    deep = max(0.0, loaded.depth - case.floor) / 1000
    q = loaded.push.unit_weight * deep / 1000  # N/mm²
    rows = [*_spans("floor", case.board, q * case.board.breadth, loaded)]
    if case.bearer is not None and case.bearer.span:
        rows += _spans("bearer", case.bearer, q * case.strip, loaded)
    if case.leg is not None:
        bay = max(case.bearer.span if case.bearer else 0.0, case.leg.breadth)
        force = q * case.strip * bay
        takes = stands(case.leg, loaded)
        rows.append(CarriedRow(what="leg", carries=force, takes=takes, words="stands"))
        if case.pad:
            rows.append(
                CarriedRow(
                    what="ground under a leg",
                    carries=force / case.pad**2 * 1000,
                    takes=factor("pad_pressure"),
                    words="paver",
                )
            )
    return FloorCheck(case=case, pressure=q * 1000, rows=tuple(rows))


def with_floor_screws(found: FloorCheck, screws: ScrewsOf) -> FloorCheck:
    """The same with the screws by which rails hang on the walls: half of what spans to them."""
    case = found.case
    if not case.at_wall or not case.wall:
        return found
    takes = sum(screws(j).sideways for j in case.at_wall) * factor("duration") / case.wall * 1000
    row = CarriedRow(
        what="screws of a rail, to the metre",
        carries=found.pressure * case.strip / 2,
        takes=takes,
        words="wall",
    )
    return replace(found, rows=(*found.rows, row))


def _spans(what: str, member: Carrier, load: float, loaded: Loaded) -> list[CarriedRow]:
    """A member between two supports under an even load [N/mm]: its moment [N·mm] and its bow [mm]."""
    section, strong, stiff, creep = _section(member, loaded)
    moment = load * member.span**2 / 8
    bow = creep * 5 * load * member.span**4 / (384 * stiff * section.inertia)
    most = allowed_bow(member.span)
    return [
        CarriedRow(what=what, carries=moment, takes=section.modulus * strong, words="bends"),
        CarriedRow(what=f"{what}, its bow", carries=bow, takes=most, words="bows"),
    ]


def _section(member: Carrier, loaded: Loaded) -> tuple[BendingSection, float, float, float]:
    """The section of a member, its strength and stiffness [MPa], and how much its bow grows."""
    sheet = loaded.book.find_sheet(member.stock)
    if sheet is not None:
        steel = corrugated(member.breadth, sheet.wave)
        return steel, factor("steel_bending"), factor("steel_stiffness"), 1.0
    wood, _ = loaded.wood(member.stock)
    strong = bending_strength(wood, member.breadth, member.depth)
    return rectangle(member.breadth, member.depth), strong, stiffness(wood), factor("creep")


def floor_worked(row: CarriedRow, found: FloorCheck, show: Printer) -> Worked:
    """How much of what it takes something of a floor carries, with its working."""
    said = {
        "bends": f"moment {show.moment(row.carries)} ÷ {show.moment(row.takes)} wet and lasting",
        "bows": f"bow {show.bow(row.carries)} ÷ {show.bow(row.takes)} that is not seen",
        "stands": f"{show.force(row.carries)} ÷ {show.force(row.takes)}",
        "paver": f"{show.pressure(row.carries)} ÷ {show.pressure(row.takes)}",
        "wall": f"{show.force(row.carries)} ÷ {show.force(row.takes)} wet and lasting",
    }[row.words]
    return Worked(
        amount=row.ratio if row.takes else 0.0,
        unit="",
        working=f"{said} = {show.number(row.ratio, 2) if row.takes else 'nothing holds it'}",
        assumptions=[f"wet soil presses with {show.pressure(found.pressure)}", ADVICE],
        source=f"{STATICS}; {NDS}",
    )
