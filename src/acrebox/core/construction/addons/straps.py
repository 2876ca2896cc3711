"""Steel bands right round the outside, or across the bed."""

from acrebox.core.assembly import Assembly, Good, Held, Pull
from acrebox.core.construction.sides import facing
from acrebox.core.design import Design, Straps
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.outline import Side
from acrebox.core.stock import Catalogue
from acrebox.core.stock import Good as SoldGood

HEIGHT = 0.75
"""Share of the wall's height at which straps run; common practice."""


def add_straps(bed: Assembly, straps: Straps, design: Design, book: Catalogue) -> Assembly:
    """Bands round the bed or across it, at three quarters of the wall.

    Raises DesignError where they would hold nothing.
    """
    show = book.printer(design.system)
    strap = book.find_good("strap")
    return (_across if straps.way == "across" else _round)(bed, straps, strap, show)


def _round(bed: Assembly, straps: Straps, sold: SoldGood, show: Printer) -> Assembly:
    """Bands right round, the highest at three quarters of the wall."""
    if any(corner > 180 for corner in bed.outline.corners):
        raise refuse(
            "add_ons.straps",
            "straps",
            "A band cannot hold an outline with an inner corner.",
            "straps across, or cross ties",
        )
    each = bed.outline.perimeter + straps.lap.mm
    long = straps.count * each
    heights = ", ".join(
        show.length(bed.wall_top * HEIGHT * n / straps.count) for n in range(straps.count, 0, -1)
    )
    edge, lap = show.length(bed.outline.perimeter), show.length(straps.lap.mm)
    working = (
        f"{straps.count} × (round the edge {edge} + lap {lap}) = {show.run(long)}, at {heights} over the"
        " ground"
    )
    pull = Pull(
        side="",
        what="strap",
        length=max(side.length for side in bed.inner.sides) / 2,
        share=1.0,
        count=straps.count,
        words=f"{{push}} × {{length}}, half {_widest(bed)}, ÷ {{count}}",
    )
    strap = Good(key="strap", what="steel strap", count=sold.units_of(long), unit=sold.unit, working=working)
    return bed.adding(goods=[strap], loads=[pull])


def _widest(bed: Assembly) -> str:
    return "the longest side" if bed.outline.corners else "of how wide it is"


def _across(bed: Assembly, straps: Straps, sold: SoldGood, show: Printer) -> Assembly:
    """Straps from a post of the longest side to one straight across from it."""
    side = max(bed.inner.sides, key=lambda s: (round(s.length, 2), -s.index))
    outer = bed.outline.sides[side.index]
    met = facing(bed, side, side.length / 2)
    if met is None:
        raise refuse(
            "add_ons.straps.way",
            straps.way,
            f"Nothing stands straight across from the middle of {outer.name}.",
            "a strap round the bed",
        )
    wide = side.coordinates(*met.start)[1]
    inside = [m for m in bed.post_marks(side.name) if 0.0 < m < outer.length]
    if len(inside) < straps.count:
        raise refuse(
            "add_ons.straps.count",
            straps.count,
            f"{outer.name.capitalize()} has {len(inside)} posts for straps to run from.",
            f"at most {len(inside)}" if inside else "a bed with posts, or a strap round it",
        )
    each = wide + straps.lap.mm
    long = straps.count * each
    high = show.length(bed.wall_top * HEIGHT)
    working = (
        f"{straps.count} × (across {show.length(wide)} + {show.length(straps.lap.mm)} folded onto the posts)"
        f" = {show.run(long)}, at {high} over the ground, from post to post"
    )
    pull = Pull(
        side=side.name,
        what="strap",
        length=outer.length / (straps.count + 1),
        share=1.0,
        count=1,
        words="{push} × {length} of wall",
    )
    strap = Good(key="strap", what="steel strap", count=sold.units_of(long), unit=sold.unit, working=working)
    return bed.adding(goods=[strap], loads=[pull], held=_held(bed, side, met, straps.count))


def _held(bed: Assembly, side: Side, met: Side, count: int) -> list[Held]:
    """Where straps hold both sides: at the posts nearest to even places along the one they run from."""
    marks = bed.post_marks(side.name)
    outer, other = bed.outline.sides[side.index], bed.outline.sides[met.index]
    found = []
    for n in range(1, count + 1):
        at = min(marks, key=lambda mark: abs(mark - outer.length * n / (count + 1)))
        x, y, _ = outer.place(at, 0.0, 0.0)
        across = other.coordinates(x, y)[0]
        z = bed.wall_top * HEIGHT
        found += [
            Held(side=outer.name, at=at, z=z),
            Held(side=other.name, at=across, z=z),
        ]
    return found
