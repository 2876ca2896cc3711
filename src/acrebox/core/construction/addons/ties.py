"""Cross ties: timbers inside that hold long sides together."""

from collections.abc import Iterator
from dataclasses import dataclass
from math import ceil

from shapely import LineString

from acrebox.core.assembly import Assembly, Joint, Part, Pull, stick
from acrebox.core.construction.clearance import clash
from acrebox.core.construction.joining import touching_pairs
from acrebox.core.construction.sections import ChosenTimber, choose_timber
from acrebox.core.construction.sizes import size
from acrebox.core.design import Design, MeasuredStick, Ties
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.bodies import Box
from acrebox.core.shape.outline import Side
from acrebox.core.shape.vector import UP
from acrebox.core.stock import Catalogue


def ties_by_rule(length: float) -> int:
    """Ties that a side of that length [mm] wants by common practice."""
    return max(0, ceil(length / size("tie_every") - 1e-9) - 1)


def add_ties(bed: Assembly, ties: Ties, design: Design, book: Catalogue) -> Assembly:
    """Tie every side that wants it to the wall straight across from it.

    Raises DesignError when nothing stands straight across, or there is no room.
    """
    show = Printer(design.system, book.currency_sign)
    stock = choose_timber(book, ties.stock, MeasuredStick(), "add_ons.ties.stock")
    levels = [bed.wall_top - size("tie_inset") - stock.width] + (
        [size("tie_inset")] if ties.levels == "top_and_bottom" else []
    )
    if levels[0] < (size("tie_inset") + stock.width if len(levels) > 1 else 0.0):
        raise refuse(
            "add_ons.ties.stock",
            ties.stock,
            f"A tie {show.length(stock.width)} high does not fit into {show.length(bed.wall_top)} of wall.",
            "a narrower tie, or ties at the top only",
        )
    made: list[Part] = []
    for place in _places(bed, ties, levels):
        made.append(_tie(bed, place, stock, made))
    if not made:
        raise refuse(
            "add_ons.ties",
            ties.count or "by rule",
            "No side wants a tie by the rule, or no wall stands straight across.",
            "a count of ties, or no ties",
        )
    joints = [
        Joint(
            kind="tie",
            parts=(met.name, tie.name),
            through=met.solid.thickness,
            into=tie.solid.length / 2,
            run=tie.solid.width,
        )
        for tie, met in touching_pairs(made, bed.parts)
    ]
    return bed.adding(made, joints, [stock.used], loads=[_pull(bed, made, levels[0])])


@dataclass(frozen=True, kw_only=True)
class _Place:
    """Where a tie is wanted: from a side to the one across, `at` [mm] along it, its underside at height z
    [mm].
    """

    side: Side
    other: Side
    at: float
    z: float
    name: str


def _places(bed: Assembly, ties: Ties, levels: list[float]) -> Iterator[_Place]:
    for side, other in _pairs(bed):
        longest = max(bed.outline.sides[s.index].length for s in (side, other))
        count = ties.count or ties_by_rule(longest)
        for n in range(1, count + 1):
            for z in levels:
                low = " low" if z == size("tie_inset") else ""
                at = side.length * n / (count + 1)
                yield _Place(side=side, other=other, at=at, z=z, name=f"{side.name} tie {n}{low}")


def _pull(bed: Assembly, made: list[Part], top: float) -> Pull:
    """The pull in one of the ties of the longest side."""
    side = max(bed.outline.sides, key=lambda s: s.length)
    first = made[0].side
    count = max(1, sum(p.side == first and abs(p.body.bounds[0][2] - top) < 1.0 for p in made))
    words = "a third of {push:.2f} kN/m × {length:.2f} m of wall"
    return Pull(
        side=side.name, what="cross tie", length=side.length / (count + 1), share=1 / 3, count=1, words=words
    )


def _pairs(bed: Assembly) -> list[tuple[Side, Side]]:
    """Sides that face each other straight across the soil, each pair once; the longest pairs where a leg
    has several.
    """
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
    along = other.coordinates(*hit)[0]
    return 0 < along < other.length and bool(bed.inner.polygon.contains(LineString([(x, y), hit])))


def _tie(bed: Assembly, place: _Place, stock: ChosenTimber, made: list[Part]) -> Part:
    """A tie near its place, moved along the side until it stands clear of posts."""
    side, half = place.side, stock.thickness / 2
    across = side.coordinates(*place.other.start)[1]
    for step in range(40):
        moved = place.at + size("tie_step") * (step // 2 + step % 2) * (1 if step % 2 else -1)
        if not moved - half >= 0 and moved + half <= side.length:
            continue
        start = side.place(moved - half, 0.0, place.z)
        box = Box(start, side.inward, UP, side.along, across, stock.width, stock.thickness)
        tie = stick(place.name, "cross tie", stock.timber.key, box, side=side.name)
        if clash(tie, [*bed.parts, *made]) is None:
            return tie
    raise refuse("add_ons.ties", place.name, "There is no room between the posts for that tie.", "fewer ties")
