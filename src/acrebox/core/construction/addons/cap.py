"""A board laid flat along the top of the walls, mitred or butted at the corners."""

from dataclasses import replace

from acrebox.core.assembly import Assembly, Joint, Part, of_role, stick
from acrebox.core.construction.notching import notched
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
    show = book.printer(design.system)
    board = choose_timber(book, cap.board, cap.board_measured, "add_ons.cap.board", design.system)
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
    walls = {p.side for p in bed.parts if p.role.skin}
    for side in outer.sides:
        name = bed.outline.sides[side.index].name
        if name not in walls:
            continue
        joints = even_joints(*line.longest(side, 1), longest)
        pieces = flat_pieces(line, side, bed.top, board.thickness, joints)
        for n, box in enumerate(pieces, start=1):
            title = f"{name} cap" + (f" {n}" if len(pieces) > 1 else "")
            parts.append(stick(title, "cap board", board.timber.key, box, side=name))
    # Where uprights stand outside the wall, a cap that overhangs is notched round them.
    uprights = of_role(bed.parts, "trellis upright")
    parts = [notched(part, uprights) for part in parts] if uprights else parts
    capped = bed.adding(parts, _joints(bed, parts, board.thickness), [board.used])
    return replace(capped, notes={**bed.notes, **_holes(bed, parts, show)})


def _holes(bed: Assembly, caps: list[Part], show: Printer) -> dict[str, str]:
    """Sleeves that open under the cap want a hole in it."""
    sleeves = of_role(bed.parts, "hoop sleeve")
    under = [s for s in sleeves if any(_covers(cap, s) for cap in caps)]
    if not under:
        return {}
    wide = show.length(under[0].solid.width + size("sleeve_hole_play", show.built))
    return {"holes in the cap": f"drill {len(under)} holes {wide} wide, one over each hoop sleeve"}


def _covers(cap: Part, sleeve: Part) -> bool:
    (c0, c1), (s0, s1) = cap.solid.bounds, sleeve.solid.bounds
    return all(min(c1[i], s1[i]) - max(c0[i], s0[i]) > 0 for i in range(2))


def _joints(bed: Assembly, parts: list[Part], thickness: float) -> list[Joint]:
    """Every cap board to each piece of its side, and each post, that it lies on at the top of the wall."""
    at_the_top = [p for p in bed.parts if abs(p.body.bounds[1][2] - bed.top) < 0.01 and p.stock]
    found = []
    for part in parts:
        side = next(s for s in bed.outline.sides if s.name == part.side)
        low, high = side.reach(part.solid)
        for under in (p for p in at_the_top if (p.side == part.side or p.role.post) and _covers(part, p)):
            a, b = side.reach(under.body)
            run = min(b, high) - max(a, low)
            if run > size("end_bearing"):
                found.append(
                    Joint(
                        kind="cap to wall",
                        parts=(part.name, under.name),
                        through=thickness,
                        into=min(under.solid.width, size("cap_bite_most")),
                        run=run,
                    )
                )
    return found
