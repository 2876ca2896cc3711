"""A board laid flat along the top of the walls, mitred or butted at the corners."""

from acrebox.core.assembly import Assembly, Joint, Part, stick
from acrebox.core.construction.sections import choose_timber, longest_stick
from acrebox.core.construction.sizes import size
from acrebox.core.construction.walls import WallLine, even_joints, flat_pieces
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
    line = WallLine(outer, wide, Corner.MITRED if cap.corner is CapCorner.MITRED else Corner.LONG_THROUGH)
    longest = longest_stick(design, board.timber, book)
    parts = []
    for side in outer.sides:
        joints = even_joints(*line.longest(side, 1), longest)
        pieces = flat_pieces(line, side, bed.top, board.thickness, joints)
        name = bed.outline.sides[side.index].name
        for n, box in enumerate(pieces, start=1):
            title = f"{name} cap" + (f" {n}" if len(pieces) > 1 else "")
            parts.append(stick(title, "cap board", board.timber.key, box, side=name))
    return bed.adding(parts, _joints(bed, parts, board.thickness), [board.used])


def _joints(bed: Assembly, parts: list[Part], thickness: float) -> list[Joint]:
    """Every cap board to the first piece of its side that reaches the top of the wall."""
    sides = {s.name for s in bed.outline.sides}
    under: dict[str, Part] = {}
    for p in bed.parts:
        if p.side in sides and not p.role.post and abs(p.body.bounds[1][2] - bed.top) < 0.01:
            under.setdefault(p.side, p)
    return [
        Joint(
            kind="cap to wall",
            parts=(part.name, under[part.side].name),
            through=thickness,
            into=min(under[part.side].solid.width, size("cap_bite_most")),
            run=part.solid.overall,
        )
        for part in parts
        if part.side in under
    ]
