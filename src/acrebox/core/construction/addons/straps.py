"""Steel bands right round the outside."""

from math import ceil

from acrebox.core.assembly import Assembly, Good, Pull
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
    edge, lap = show.length(bed.outline.perimeter), show.length(straps.lap.mm)
    working = (
        f"{straps.count} × (round the edge {edge} + lap {lap}) = {metres:.1f} m, at {heights} over the ground"
    )
    pull = Pull(
        side="",
        what="strap",
        length=min(bed.inner.size) / 2,
        share=1.0,
        count=straps.count,
        words="{push:.2f} kN/m × {length:.2f} m, half the width, ÷ {count}",
    )
    strap = Good(key="strap", what="steel strap", count=metres, unit="m", working=working)
    return bed.adding(goods=[strap], loads=[pull])
