"""Sleeves inside the two longest sides that hold the feet of hoops."""

from dataclasses import replace

from acrebox.core.assembly import Assembly, Joint, Part, Role
from acrebox.core.construction.addons.registry import clash
from acrebox.core.construction.joining import contact_height, touching
from acrebox.core.construction.posts import even_marks
from acrebox.core.construction.sections import ChosenTimber, choose_timber
from acrebox.core.construction.walls import UP
from acrebox.core.design import Design, Hoops, Section
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.outline import Side
from acrebox.core.shape.solid import Solid
from acrebox.core.stock import Catalogue

DROP_MM = 20.0
INSET_MM = 150.0
STEP_MM = 15.0


def add_hoops(bed: Assembly, hoops: Hoops, design: Design, book: Catalogue) -> Assembly:
    """Sleeves in pairs across the bed, clear of the posts; drawn and counted as square boxes round the pipe.

    Raises DesignError when they are longer than the wall is high, or find no room.
    """
    show = Printer(design.system, book.currency_sign)
    pipe = choose_timber(book, hoops.stock, Section(), "add_ons.hoops.stock")
    if not 50.0 <= hoops.length.mm <= bed.wall_top - DROP_MM:
        raise refuse(
            "add_ons.hoops.length",
            hoops.length.text,
            "The sleeves do not fit inside the wall.",
            f"{show.length(50)} to {show.length(bed.wall_top - DROP_MM)}",
        )
    if hoops.spacing.mm < 200.0:
        raise refuse(
            "add_ons.hoops.spacing",
            hoops.spacing.text,
            "Hoops that close leave no room for a hand.",
            f"at least {show.length(200)}",
        )
    longest = sorted(bed.inner.sides, key=lambda s: (-round(s.length, 2), s.index))[:2]
    made: list[Part] = []
    for side in longest:
        inset = min(INSET_MM, side.length / 4)
        marks = even_marks([inset, side.length - inset], hoops.spacing.mm)
        made += [_sleeve(bed, side, mark, hoops.length.mm, pipe, n) for n, mark in enumerate(marks, start=1)]
    joints = [
        Joint("sleeve", (part.name, wall.name), 2.0, wall.solid.thickness, contact_height(part, wall))
        for part in made
        for wall in bed.parts
        if not wall.role.is_post and touching(part, wall)
    ]
    return replace(
        bed, parts=(*bed.parts, *made), joints=(*bed.joints, *joints), timbers=(*bed.timbers, pipe.used)
    )


def _sleeve(bed: Assembly, side: Side, at: float, length: float, pipe: ChosenTimber, number: int) -> Part:
    for step in range(60):
        moved = at + STEP_MM * (step // 2 + step % 2) * (1 if step % 2 else -1)
        solid = Solid(
            side.place(moved, 0.0, bed.wall_top - DROP_MM - length),
            UP,
            side.along,
            side.inward,
            length,
            pipe.width,
            pipe.thickness,
        )
        part = Part(f"{side.name} sleeve {number}", Role.SLEEVE, pipe.timber.key, solid, side.name)
        if clash(part, bed.parts) is None and 0 <= moved <= side.length - pipe.width:
            return part
    raise refuse(
        "add_ons.hoops",
        f"{side.name} sleeve {number}",
        "There is no room between the posts for that sleeve.",
        "hoops further apart",
    )
