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
    push, strip = loaded.push, case.strip / 1000
    even, grown = push.top * strip, push.slope * loaded.depth / 1000 * strip
    one, growing = even_load(1), growing_load()
    load = even + grown
    moment, bow = one.moment, one.deflection
    if load > 0:
        moment = (even * one.moment + grown * growing.moment) / load
        bow = (even * one.deflection + grown * growing.deflection) / load
    return bent(case, loaded, spans=1, load=load, moment_share=moment, bow_share=bow)
