"""Load case: people on a bench, at the edge of any metre of it."""

from dataclasses import dataclass

from acrebox.core.assembly import Carrier, SeatLoad
from acrebox.core.measure.convert import GRAVITY
from acrebox.core.measure.printing import Printer
from acrebox.core.strength.carried import Carried, CarriedRow
from acrebox.core.strength.factors import factor
from acrebox.core.strength.registry import Loaded, checks
from acrebox.core.strength.screws import ScrewsOf
from acrebox.core.strength.sections import rectangle
from acrebox.core.strength.sources import ADVICE, NDS, STATICS
from acrebox.core.strength.wood import bending_strength, stiffness
from acrebox.core.worked import Worked


@dataclass(frozen=True, kw_only=True)
class SeatCheck(Carried):
    """A bench, and what of it carries. Its screws are counted where they are chosen (`with_screws`)."""

    case: SeatLoad


def sitting() -> float:
    """People on a bench [N to the mm of its edge]."""
    return factor("sitters") * float(GRAVITY) / 1000


@checks(SeatLoad)
def check_seat(case: SeatLoad, loaded: Loaded) -> SeatCheck:
    """Boards, bearers, the front rail, legs and what they stand on. All that sit do so at the front edge: the
    front board, the ends of the bearers and the legs take it alone; a bearer also with all in its middle.
    """
    w, bay = sitting(), (case.rail or case.board).span
    rows = [_bends("seat board", case.board, w * case.board.span**2 / 8, loaded, "board")]
    if case.bearer is not None:
        on_one = w * case.board.span
        most = on_one * max(case.bearer.over, case.bearer.span / 4)
        rows.append(_bends("bearer", case.bearer, most, loaded, "rail"))
    if case.rail is not None:
        rows.append(_bends("front rail", case.rail, w * case.rail.span**2 / 8, loaded, "rail"))
    rows.append(_stands(case.leg, w * bay, loaded))
    if case.pad:
        rows.append(
            CarriedRow(
                what="ground under a leg",
                carries=w * bay / case.pad**2 * 1000,
                takes=factor("pad_pressure"),
                words="paver",
                field="sides",
            )
        )
    return SeatCheck(case=case, rows=tuple(rows))


def with_screws(found: SeatCheck, screws: ScrewsOf) -> SeatCheck:
    """The same with the screws of the rails: at the legs they carry what no bearer brings straight down on
    one; at the wall, where it hangs there, all that sit, right at the back.
    """
    case, w, rows = found.case, sitting(), list(found.rows)
    if case.rail is None:
        return found
    legs = [screws(j).sideways for j in case.at_legs]
    wall = [screws(j).sideways for j in case.at_wall]
    between = max(0.0, case.rail.span - case.board.span)
    rows.append(
        CarriedRow(
            what="screws at a leg",
            carries=w * between,
            takes=max(legs, default=0.0),
            words="legs",
            field="rail",
        )
    )
    if wall:
        drawn = [screws(j).drawn for j in case.at_wall]
        rail = case.rail
        rows += [
            CarriedRow(
                what="screws in the wall, drawn out",
                carries=w * 1000 * rail.breadth / rail.depth,
                takes=sum(drawn) / case.length * 1000,
                words="drawn",
                field="rail",
            ),
            CarriedRow(
                what="ground under the wall",
                carries=w / case.wall * 1000,
                takes=factor("pad_pressure"),
                words="under",
                field="sides",
            ),
        ]
        rows.append(
            CarriedRow(
                what="screws in the wall, to the metre",
                carries=w * 1000,
                takes=sum(wall) / case.length * 1000,
                words="wall",
                field="rail",
            )
        )
    return SeatCheck(case=case, rows=tuple(rows))


def _bends(what: str, member: Carrier, moment: float, loaded: Loaded, field: str) -> CarriedRow:
    """A member that people bend [N·mm]."""
    wood, _ = loaded.wood(member.stock)
    strength = bending_strength(wood, member.breadth, member.depth, lasting=False)
    return CarriedRow(
        what=what,
        carries=moment,
        takes=rectangle(member.breadth, member.depth).modulus * strength,
        words="bends",
        field=field,
    )


def stands(leg: Carrier, loaded: Loaded) -> float:
    """The force [N] that a leg takes: crushed, or bent out where it is slender. NDS (from memory)."""
    wood, _ = loaded.wood(leg.stock)
    slender = leg.span / min(leg.breadth, leg.depth)
    crush = factor("leg_crush")
    if slender > 0:
        buckles = factor("leg_buckles") * factor("least_stiffness") * stiffness(wood) / slender**2
        crush = min(crush, buckles)
    return crush * leg.breadth * leg.depth


def _stands(leg: Carrier, force: float, loaded: Loaded) -> CarriedRow:
    """A leg under a force [N]."""
    return CarriedRow(what="leg", carries=force, takes=stands(leg, loaded), words="stands", field="rail")


def seat_worked(row: CarriedRow, found: SeatCheck, show: Printer) -> Worked:
    """How much of what it takes something of a bench carries, with its working."""
    case, w = found.case, sitting()
    on = f"{show.weight(factor('sitters'))} on every metre, at the edge"
    rail = (case.rail or case.board).span
    said = {
        "bends": f"moment {show.moment(row.carries)} ÷ {show.moment(row.takes)} wet",
        "stands": (
            f"{show.exact_run(rail)} of bench × {show.line_load(w)} = {show.force(row.carries)};"
            f" {show.force(row.carries)} ÷ {show.force(row.takes)}"
        ),
        "paver": (
            f"{show.force(w * rail)} ÷ ({show.exact_run(case.pad)})²{show.from_newtons} ="
            f" {show.pressure(row.carries)}; {show.pressure(row.carries)} ÷ {show.pressure(row.takes)}"
        ),
        "legs": f"what bearers between legs bring: {show.force(row.carries)} ÷ {show.force(row.takes)}",
        "drawn": (
            f"half a rail's thickness before the wall, half its height over its lower edge:"
            f" {show.force(row.carries)} ÷ {show.force(row.takes)} wet"
        ),
        "under": (
            f"all at the back, on a wall {show.length(case.wall)} thick: {show.pressure(row.carries)} ÷"
            f" {show.pressure(row.takes)}"
        ),
        "wall": f"all at the back: {show.force(row.carries)} ÷ {show.force(row.takes)} wet",
    }[row.words]
    return Worked(
        amount=row.ratio if row.takes else 0.0,
        unit="",
        working=f"{said} = {show.number(row.ratio, 2) if row.takes else 'nothing holds it'}",
        assumptions=[on, ADVICE],
        source=f"{STATICS}; {NDS}; people on a bench: common practice (from memory)",
    )
