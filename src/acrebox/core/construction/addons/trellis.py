"""Uprights on the outside of one side, feet on the ground, for something to climb."""

from dataclasses import replace

from acrebox.core.assembly import Assembly, Joint, Part, Role
from acrebox.core.construction.addons.registry import refuse_clash
from acrebox.core.construction.joining import contact_height, touching
from acrebox.core.construction.posts import even_marks
from acrebox.core.construction.sections import choose_timber
from acrebox.core.construction.sides import outer_side
from acrebox.core.construction.walls import UP
from acrebox.core.design import Design, Section, Trellis
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.solid import Solid
from acrebox.core.stock import Catalogue


def add_trellis(bed: Assembly, trellis: Trellis, design: Design, book: Catalogue) -> Assembly:
    """Stand uprights against a side, evenly and no further apart than asked.

    Raises DesignError when they are lower than the wall or would stand in something.
    """
    show = Printer(design.system, book.currency_sign)
    stock = choose_timber(book, trellis.stock, Section(), "add_ons.trellis.stock")
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
    parts = [
        Part(
            f"{side.name} upright {n}",
            Role.TRELLIS,
            stock.timber.key,
            Solid(
                side.place(m - half, -stock.thickness, 0.0),
                UP,
                side.along,
                side.inward,
                trellis.height.mm,
                stock.width,
                stock.thickness,
            ),
            side.name,
        )
        for n, m in enumerate(marks, start=1)
    ]
    refuse_clash("add_ons.trellis.side", parts, bed)
    joints = [
        Joint(
            "upright to wall",
            (part.name, wall.name),
            stock.thickness,
            wall.solid.thickness,
            contact_height(part, wall),
        )
        for part in parts
        for wall in bed.parts
        if touching(part, wall)
    ]
    return replace(
        bed, parts=(*bed.parts, *parts), joints=(*bed.joints, *joints), timbers=(*bed.timbers, stock.used)
    )
