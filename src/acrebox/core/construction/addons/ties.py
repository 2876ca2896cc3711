"""Cross ties: timbers inside that hold long sides together."""

from dataclasses import replace
from math import ceil

from shapely import LineString

from acrebox.core.assembly import Assembly, Joint, Part, Role
from acrebox.core.construction.addons.registry import clash
from acrebox.core.construction.joining import touching
from acrebox.core.construction.sections import ChosenTimber, choose_timber
from acrebox.core.construction.walls import UP
from acrebox.core.design import Design, Section, Ties
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.outline import Side
from acrebox.core.shape.solid import Solid
from acrebox.core.stock import Catalogue

# Common practice: one tie in a side of 3 m, two in 3.6 m.
TIE_EVERY_MM = 1500.0
INSET_MM = 50.0
STEP_MM = 20.0


def ties_by_rule(length: float) -> int:
    """Ties that a side of that length [mm] wants by common practice."""
    return max(0, ceil(length / TIE_EVERY_MM - 1e-9) - 1)


def add_ties(bed: Assembly, ties: Ties, design: Design, book: Catalogue) -> Assembly:
    """Tie every side that wants it to the wall straight across from it.

    Raises DesignError when nothing stands straight across, or there is no room.
    """
    show = Printer(design.system, book.currency_sign)
    stock = choose_timber(book, ties.stock, Section(), "add_ons.ties.stock")
    levels = [bed.wall_top - INSET_MM - stock.width] + ([INSET_MM] if ties.levels == "top_and_bottom" else [])
    if levels[0] < (INSET_MM + stock.width if len(levels) > 1 else 0.0):
        raise refuse(
            "add_ons.ties.stock",
            ties.stock,
            f"A tie {show.length(stock.width)} high does not fit into {show.length(bed.wall_top)} of wall.",
            "a narrower tie, or ties at the top only",
        )
    made: list[Part] = []
    for side, other in _pairs(bed):
        count = ties.count or ties_by_rule(
            max(bed.outline.sides[side.index].length, bed.outline.sides[other.index].length)
        )
        for n in range(1, count + 1):
            for z in levels:
                made.append(
                    _tie(
                        bed,
                        side,
                        other,
                        side.length * n / (count + 1),
                        z,
                        stock,
                        f"{side.name} tie {n}{' low' if z == INSET_MM else ''}",
                        made,
                    )
                )
    if not made:
        raise refuse(
            "add_ons.ties",
            ties.count or "by rule",
            "No side wants a tie by the rule, or no wall stands straight across.",
            "a count of ties, or no ties",
        )
    joints = [
        Joint("tie", (met.name, tie.name), met.solid.thickness, tie.solid.length / 2, tie.solid.width)
        for tie in made
        for met in bed.parts
        if touching(tie, met)
    ]
    return replace(
        bed, parts=(*bed.parts, *made), joints=(*bed.joints, *joints), timbers=(*bed.timbers, stock.used)
    )


def _pairs(bed: Assembly) -> list[tuple[Side, Side]]:
    """Sides that face each other straight across the soil, each pair once; the longest pairs where a leg has several."""
    sides = bed.inner.sides
    found: list[tuple[Side, Side]] = []
    for side in sorted(sides, key=lambda s: -s.length):
        x, y, _ = side.place(side.length / 2, 1.0, 0.0)
        for other in sides:
            facing = side.along[0] * other.along[0] + side.along[1] * other.along[1]
            taken = any(side in pair or other in pair for pair in found)
            if facing < -1 + 1e-9 and not taken and _between(bed, side, other, x, y):
                found.append((side, other))
    return [p for p in found if max(s.length for s in p) > min(bed.inner.size) or len(found) == 1]


def _between(bed: Assembly, side: Side, other: Side, x: float, y: float) -> bool:
    """Whether the middle of a side sees the other across soil alone."""
    across = (other.start[0] - x) * side.inward[0] + (other.start[1] - y) * side.inward[1]
    if across <= 0:
        return False
    hit = (x + side.inward[0] * (across - 1.0), y + side.inward[1] * (across - 1.0))
    along = (hit[0] - other.start[0]) * other.along[0] + (hit[1] - other.start[1]) * other.along[1]
    return 0 < along < other.length and bool(bed.inner.polygon.contains(LineString([(x, y), hit])))


def _tie(
    bed: Assembly,
    side: Side,
    other: Side,
    at: float,
    z: float,
    stock: ChosenTimber,
    name: str,
    made: list[Part],
) -> Part:
    """A tie near `at`, moved along the side until it stands clear of posts."""
    across = (other.start[0] - side.start[0]) * side.inward[0] + (
        other.start[1] - side.start[1]
    ) * side.inward[1]
    for step in range(40):
        moved = at + STEP_MM * (step // 2 + step % 2) * (1 if step % 2 else -1)
        if not moved - stock.thickness / 2 >= 0 and moved + stock.thickness / 2 <= side.length:
            continue
        solid = Solid(
            side.place(moved - stock.thickness / 2, 0.0, z),
            side.inward,
            UP,
            side.along,
            across,
            stock.width,
            stock.thickness,
        )
        tie = Part(name, Role.TIE, stock.timber.key, solid, side.name)
        if clash(tie, [*bed.parts, *made]) is None:
            return tie
    raise refuse("add_ons.ties", name, "There is no room between the posts for that tie.", "fewer ties")
