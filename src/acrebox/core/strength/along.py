"""Load case: a board, rail or sheet along a wall, bent by the soil between its supports."""

from acrebox.core.assembly import WallAlong
from acrebox.core.strength.beams import even_load
from acrebox.core.strength.bending import Bent, bent
from acrebox.core.strength.registry import Loaded, checks


@checks(WallAlong)
def check_along(case: WallAlong, loaded: Loaded) -> Bent:
    """The push at mid-height of what it holds, or a share of all of it, even over equal spans [N/mm]."""
    depth = loaded.depth / 1000
    if case.share is not None:
        load = loaded.push.total(depth) * case.share
    else:
        low, high = case.low / 1000, min(case.high, loaded.depth) / 1000
        load = loaded.push.at(depth - (low + high) / 2) * max(0.0, high - low)
    beam = even_load(case.spans)
    return bent(
        case, loaded, spans=case.spans, load=load, moment_share=beam.moment, bow_share=beam.deflection
    )
