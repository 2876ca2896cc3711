"""What a bed stands on where the ground is hard, so that water runs out under it."""

from math import ceil

from acrebox.core.assembly import Assembly
from acrebox.core.drainage.drains import Drains
from acrebox.core.drainage.limits import drain_limit
from acrebox.core.measure.systems import System


def packers_for(bed: Assembly, drains: Drains, built: System) -> int:
    """How many packers go under the walls of a bed on hard ground, side by side none over a limit from the
    next; round a vessel of metal with a drilled floor. A ring's edge and plastic want none: the one lets
    water out under its waves, the other bears all over.
    """
    apart = drain_limit("packers_apart", built)
    walled = {part.side for part in bed.parts if part.role.skin}
    sides = [side for side in bed.own_sides if side.name in walled] if bed.outline.corners else []
    if sides and drains.kind != "sealed":
        return sum(ceil(side.length / apart - 1e-9) for side in sides)
    metal = drains.floor is not None and drains.floor.of == "metal" and bool(drains.holes)
    if metal and bed.supports is None:
        return ceil(bed.outline.perimeter / apart - 1e-9)
    return 0
