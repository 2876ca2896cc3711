"""Steel bands right round the outside."""

from dataclasses import replace
from math import ceil

from acrebox.core.assembly import Assembly, Good
from acrebox.core.design import Design, Straps
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.stock import Catalogue


def add_straps(bed: Assembly, straps: Straps, design: Design, book: Catalogue) -> Assembly:
    """Bands round the bed, the highest at three quarters of the wall.

    Raises DesignError where the outline turns back: a band would pull the inner corner outwards.
    """
    show = Printer(design.system, book.currency_sign)
    if any(corner > 180 for corner in bed.outline.corners):
        raise refuse(
            "add_ons.straps",
            "straps",
            "A band cannot hold an outline with an inner corner.",
            "cross ties instead",
        )
    each = bed.outline.perimeter + straps.lap.mm
    metres = ceil(straps.count * each / 100) / 10
    heights = ", ".join(
        show.length(bed.wall_top * 0.75 * n / straps.count) for n in range(straps.count, 0, -1)
    )
    working = (
        f"{straps.count} × (round the edge {show.length(bed.outline.perimeter)} + lap"
        f" {show.length(straps.lap.mm)}) = {metres:.1f} m, at {heights} over the ground"
    )
    return replace(bed, goods=(*bed.goods, Good("strap", "steel strap", metres, "m", working)))
