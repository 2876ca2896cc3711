"""Uprights on the outside of one side, feet on the ground, for something to climb."""

from acrebox.core.assembly import Assembly, stick
from acrebox.core.construction.addons.registry import refuse_clash
from acrebox.core.construction.joining import lapped, touching_pairs
from acrebox.core.construction.posts import even_marks
from acrebox.core.construction.sections import choose_timber
from acrebox.core.construction.sides import outer_side
from acrebox.core.design import Design, MeasuredStick, Trellis
from acrebox.core.errors import refuse
from acrebox.core.shape.bodies import Box
from acrebox.core.shape.outline import Side
from acrebox.core.shape.vector import UP
from acrebox.core.stock import Catalogue


def add_trellis(bed: Assembly, trellis: Trellis, design: Design, book: Catalogue) -> Assembly:
    """Stand uprights against a side, evenly and no further apart than asked.

    Raises DesignError when they are lower than the wall or would stand in something.
    """
    show = book.printer(design.system)
    stock = choose_timber(book, trellis.stock, MeasuredStick(), "add_ons.trellis.stock")
    side = outer_side(bed, trellis.side, "add_ons.trellis.side")
    if trellis.height.mm <= bed.wall_top:
        raise refuse(
            "add_ons.trellis.height",
            trellis.height.text,
            "The uprights would not stand over the wall.",
            f"more than {show.length(bed.wall_top)}",
        )
    if trellis.spacing.mm < 2 * stock.width:
        raise refuse(
            "add_ons.trellis.spacing",
            trellis.spacing.text,
            "The uprights would stand against each other.",
            f"at least {show.length(2 * stock.width)}",
        )
    half = stock.width / 2
    marks = even_marks([half, side.length - half], trellis.spacing.mm)
    deep, key = stock.thickness, stock.timber.key
    parts = []
    for n, mark in enumerate(marks, start=1):
        start = side.place(_clear_of_posts(bed, side, mark, half) - half, -deep, 0.0)
        box = Box(start, UP, side.along, side.inward, trellis.height.mm, stock.width, deep)
        parts.append(stick(f"{side.name} upright {n}", "trellis upright", key, box, side=side.name))
    refuse_clash("add_ons.trellis.side", parts, bed)
    joints = [lapped("upright to wall", part, wall) for part, wall in touching_pairs(parts, bed.parts)]
    return bed.adding(parts, joints, [stock.used])


def _clear_of_posts(bed: Assembly, side: Side, mark: float, half: float) -> float:
    """The place nearest to a mark along a side [mm] where an upright stands clear of posts outside."""
    taken = [side.reach(p.body) for p in bed.posts_before(side)]

    def free(at: float) -> bool:
        within = half - 1e-6 <= at <= side.length - half + 1e-6
        return within and all(at + half <= a + 1e-6 or at - half >= b - 1e-6 for a, b in taken)

    places = [mark, *(a - half for a, _ in taken), *(b + half for _, b in taken)]
    return min((at for at in places if free(at)), key=lambda at: abs(at - mark), default=mark)
