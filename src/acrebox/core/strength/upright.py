"""Load case: a stud or stave, bent by the soil between a low and a high support."""

from acrebox.core.assembly import Upright
from acrebox.core.strength.beams import even_load, growing_load
from acrebox.core.strength.bending import Bent, bent
from acrebox.core.strength.registry import Loaded, checks


@checks(Upright)
def check_upright(case: Upright, loaded: Loaded) -> Bent:
    """What stands on the soil is even, the soil itself grows with depth; both greatest values are added,
    which is safe.
    """
    push, strip = loaded.worst.push, case.strip / 1000
    one, growing = even_load(1), growing_load()
    return bent(
        case,
        loaded,
        spans=1,
        lasting=push.slope * (loaded.depth - loaded.floor) / 1000 * strip,
        passing=push.top * strip,
        moment=(growing.moment, one.moment),
        bow=(growing.deflection, one.deflection),
    )
