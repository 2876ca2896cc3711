"""The same bed under heavier assumptions: push at rest, wetter soil, people at every edge."""

from acrebox.core.assembly import Assembly
from acrebox.core.design import Loads
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.written import UnitWeight
from acrebox.core.strength.bending import Bent
from acrebox.core.strength.check import StrengthCheck
from acrebox.core.strength.factors import factor
from acrebox.core.strength.soil import push_of


def heavier_loads(bed: Assembly, loads: Loads, unit_weight: float) -> Loads:
    """What loads a bed at the heavy end, where its soil weighs so much as assumed [kN/m³]: never less than
    as it is planned.
    """
    weight = min(factor("wettest"), push_of(loads, unit_weight).unit_weight * factor("wetter"))
    if loads.waterlogged:  # it is as wet as soil gets: water pushes beside it
        return loads.model_copy(update={"school": "at_rest", "people": _everywhere(bed)})
    more = {"school": "at_rest", "unit_weight": UnitWeight(weight), "people": _everywhere(bed)}
    return loads.model_copy(update=more)


def _everywhere(bed: Assembly) -> tuple[str, ...]:
    return tuple(side.name for side in bed.outline.sides)


def same_member(member: Bent, heavier: StrengthCheck) -> Bent | None:
    """What a member comes to under heavier assumptions."""
    case = member.case
    along = (m for side in heavier.sides if side.wall.side == case.side for m in side.members)
    alike = (m for m in (*along, *heavier.members) if (m.case.side, m.case.what) == (case.side, case.what))
    return next(alike, None)


def heavier_words(check: StrengthCheck, show: Printer) -> str:
    """Which assumptions they are."""
    water = ", beside the water" if check.push.water else ""
    weight = show.unit_weight(check.push.unit_weight)
    return f"the push at rest, soil of {weight}{water}, and people at every edge"
