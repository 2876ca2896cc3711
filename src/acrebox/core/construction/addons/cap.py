"""A board laid flat along the top of the walls, mitred or butted at the corners."""

from dataclasses import replace

from acrebox.core.assembly import Assembly, Joint, Part, Role
from acrebox.core.construction.sections import choose_timber, longest_stick
from acrebox.core.construction.walls import Ring, even_joints, flat_pieces
from acrebox.core.design import Cap, CapCorner, Corner, Design
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.stock import Catalogue


def add_cap(bed: Assembly, cap: Cap, design: Design, book: Catalogue) -> Assembly:
    """Lay a cap on the wall's top; long sides are joined from even pieces.

    Raises DesignError when it would not rest on the wall or would close the bed.
    """
    show = Printer(design.system, book.currency_sign)
    board = choose_timber(book, cap.board, cap.board_measured, "add_ons.cap.board")
    out, wide = cap.overhang.mm, board.width
    if out > wide - bed.wall_thickness:
        least = max(0.0, wide - bed.wall_thickness)
        raise refuse(
            "add_ons.cap.overhang",
            cap.overhang.text,
            "The cap would not rest on the whole wall.",
            f"at most {show.length(least)}, or a wider cap board" if least else "a wider cap board",
        )
    try:
        outer = bed.outline.inset(-out)
        outer.inset(wide)
    except ValueError:
        raise refuse(
            "add_ons.cap.board",
            cap.board,
            "The cap boards would close the bed.",
            "a narrower cap board, or a wider bed",
        ) from None
    ring = Ring(outer, wide, Corner.MITRED if cap.corner is CapCorner.MITRED else Corner.LONG_THROUGH)
    longest = longest_stick(design, board.timber, book)
    parts = []
    for side in outer.sides:
        joints = even_joints(*ring.longest(side, 1), longest)
        pieces = flat_pieces(ring, side, bed.top, board.thickness, joints)
        for n, solid in enumerate(pieces, start=1):
            name = f"{bed.outline.sides[side.index].name} cap" + (f" {n}" if len(pieces) > 1 else "")
            parts.append(Part(name, Role.CAP, board.timber.key, solid, bed.outline.sides[side.index].name))
    held = [
        p
        for p in bed.parts
        if p.side in {s.name for s in bed.outline.sides}
        and abs(p.solid.bounds[1][2] - bed.top) < 0.01
        and not p.role.is_post
    ]
    joints_made = tuple(
        Joint(
            "cap to wall",
            (part.name, below.name),
            board.thickness,
            min(below.solid.width, 150.0),
            part.solid.overall,
        )
        for part in parts
        if (below := next((h for h in held if h.side == part.side), None))
    )
    return replace(
        bed,
        parts=(*bed.parts, *parts),
        joints=(*bed.joints, *joints_made),
        timbers=(*bed.timbers, board.used),
    )
