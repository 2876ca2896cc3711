"""Sleeves inside the two longest sides that hold the feet of hoops."""

from acrebox.core.assembly import Assembly, Joint, Part, stick
from acrebox.core.construction.clearance import clash
from acrebox.core.construction.joining import contact_height, touching_pairs
from acrebox.core.construction.posts import even_marks
from acrebox.core.construction.sections import ChosenTimber, choose_timber
from acrebox.core.construction.sizes import printed, size
from acrebox.core.design import Design, Hoops, MeasuredStick
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.bodies import Box
from acrebox.core.shape.outline import Side
from acrebox.core.shape.vector import UP
from acrebox.core.stock import Catalogue


def add_hoops(bed: Assembly, hoops: Hoops, design: Design, book: Catalogue) -> Assembly:
    """Sleeves in pairs across the bed, clear of the posts; drawn and counted as square boxes round the pipe.

    Raises DesignError when they are longer than the wall is high, or find no room.
    """
    show = book.printer(design.system)
    pipe = choose_timber(book, hoops.stock, MeasuredStick(), "add_ons.hoops.stock")
    most = bed.wall_top - size("sleeve_drop", show.built)
    if not size("sleeve_least", show.built) <= hoops.length.mm <= most:
        raise refuse(
            "add_ons.hoops.length",
            hoops.length.text,
            "The sleeves do not fit inside the wall.",
            f"{printed('sleeve_least', show)} to {show.length(most)}",
        )
    if hoops.spacing.mm < size("hoop_spacing_least", show.built):
        raise refuse(
            "add_ons.hoops.spacing",
            hoops.spacing.text,
            "Hoops that close leave no room for a hand.",
            f"at least {printed('hoop_spacing_least', show)}",
        )
    if bed.sockets:
        return _in_sockets(bed, hoops, pipe)
    longest = sorted(bed.inner.sides, key=lambda s: (-round(s.length, 2), s.index))[:2]
    made: list[Part] = []
    for side in longest:
        inset = min(size("sleeve_inset", show.built), side.length / 4)
        marks = even_marks([inset, side.length - inset], hoops.spacing.mm)
        made += [
            _sleeve(bed, side, mark, hoops.length.mm, pipe, n, show) for n, mark in enumerate(marks, start=1)
        ]
    joints = [
        Joint(
            kind="sleeve",
            parts=(part.name, wall.name),
            through=2.0,
            into=wall.solid.thickness,
            run=contact_height(part, wall),
        )
        for part, wall in touching_pairs(made, bed.parts)
        if not wall.role.post
    ]
    return bed.adding(made, joints, [pipe.used])


def _in_sockets(bed: Assembly, hoops: Hoops, pipe: ChosenTimber) -> Assembly:
    """Sleeves in the cores of the two longest sides, each in the one nearest to where an even spacing has
    it; what fills the core holds them.
    """
    longest = sorted(bed.outline.sides, key=lambda s: (-round(s.length, 2), s.index))[:2]
    made: list[Part] = []
    for side in longest:
        places = bed.sockets[side.name]
        marks = even_marks([places[0], places[-1]], hoops.spacing.mm)
        taken = sorted({min(places, key=lambda at: abs(at - mark)) for mark in marks})
        for n, at in enumerate(taken, start=1):
            low = bed.wall_top - hoops.length.mm
            start = side.place(at - pipe.width / 2, (bed.wall_thickness - pipe.thickness) / 2, low)
            box = Box(start, UP, side.along, side.inward, hoops.length.mm, pipe.width, pipe.thickness)
            made.append(stick(f"{side.name} sleeve {n}", "hoop sleeve", pipe.timber.key, box, side=side.name))
    return bed.adding(made, timbers=[pipe.used])


def _sleeve(
    bed: Assembly, side: Side, at: float, length: float, pipe: ChosenTimber, number: int, show: Printer
) -> Part:
    for step in range(60):
        moved = at + size("sleeve_step", show.built) * (step // 2 + step % 2) * (1 if step % 2 else -1)
        box = Box(
            side.place(moved, 0.0, bed.wall_top - size("sleeve_drop", show.built) - length),
            UP,
            side.along,
            side.inward,
            length,
            pipe.width,
            pipe.thickness,
        )
        part = stick(f"{side.name} sleeve {number}", "hoop sleeve", pipe.timber.key, box, side=side.name)
        if clash(part, bed.parts) is None and 0 <= moved <= side.length - pipe.width:
            return part
    raise refuse(
        "add_ons.hoops",
        f"{side.name} sleeve {number}",
        "There is no room between the posts for that sleeve.",
        "hoops further apart",
    )
