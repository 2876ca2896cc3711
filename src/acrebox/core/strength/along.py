"""Load case: sheet along a wall, bent by the soil between its studs."""

from acrebox.core.assembly import WallAlong
from acrebox.core.strength.beams import even_load
from acrebox.core.strength.bending import Bent, bent
from acrebox.core.strength.registry import Loaded, checks


@checks(WallAlong)
def check_along(case: WallAlong, loaded: Loaded) -> Bent:
    """The lowest wave of a sheet, which carries most, over equal spans: the push there on as much sheet as
    if all of it were as deep, for the section grows with the width and the share stays [N/mm].
    """
    sheet = loaded.book.find_sheet(case.stock)
    wave = min(sheet.pitch.mm if sheet else 0.0, case.high - case.low)
    deep = max(0.0, loaded.depth - max(case.low, loaded.floor) - wave / 2) / 1000
    beam = even_load(case.spans)
    return bent(
        case,
        loaded,
        spans=case.spans,
        lasting=loaded.push.slope * deep * case.breadth / 1000,
        passing=loaded.push.top * case.breadth / 1000,
        moment=(beam.moment, beam.moment),
        bow=(beam.deflection, beam.deflection),
    )
