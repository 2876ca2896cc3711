"""Where a bench stands along a side: between what stands there, on legs, joined over them."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import pairwise

from acrebox.core.assembly import Assembly, Good, Part, of_role, stick
from acrebox.core.construction.posts import even_marks
from acrebox.core.construction.sections import ChosenTimber, choose_timber
from acrebox.core.construction.sizes import size
from acrebox.core.construction.walls import even_joints
from acrebox.core.design import HARD, Design
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.shape.bodies import Box
from acrebox.core.shape.outline import Side
from acrebox.core.shape.vector import Point2
from acrebox.core.stock import Catalogue


def free_run(bed: Assembly, side: Side) -> tuple[float, float]:
    """From where to where a side is free outside [mm along it]: between its corner blocks, or all of it."""
    low, high = 0.0, side.length
    for block in of_role(bed.parts, "corner block"):
        (u0, u1), (v0, v1) = side.reach(block.body), side.depth(block.body)
        if v0 > -1.0 or v1 > 1.0 or u1 < 0 or u0 > side.length:
            continue
        low, high = (max(low, u1), high) if u0 + u1 < side.length else (low, min(high, u0))
    return low, high


@dataclass(frozen=True, kw_only=True)
class BenchRun:
    """Where a bench stands along a side [mm]: from and to, so far off the wall, where its boards and its
    rails are joined, and where its legs stand.
    """

    low: float
    high: float
    off: float
    boards: tuple[float, ...]
    rails: tuple[float, ...]
    legs: tuple[float, ...]

    def every(self, apart: float) -> list[float]:
        """Where what lies across stands [mm]: at every leg, and evenly between them, nowhere further apart
        than so.
        """
        return even_marks(self.legs, apart)


def run_along(
    bed: Assembly, side: Side, written: str, longest: tuple[float, float], built: System
) -> BenchRun:
    """Where a bench stands whose boards and rails come so long [mm]. Where posts stand outside the wall, it
    stands before them, and has a leg at each.

    Raises DesignError when boards (`written` says which) or rails cannot be joined over the legs.
    """
    low, high = free_run(bed, side)
    before = bed.posts_before(side)
    ends = [low + size("seat_legs_inset", built), high - size("seat_legs_inset", built)]
    anchors = sorted(sum(side.reach(p.body)) / 2 for p in before) or ends
    marks = even_marks(anchors, size("seat_legs_every", built))
    try:
        boards, rails = (even_joints(low, high, most, marks[1:-1]) for most in longest)
    except ValueError:
        raise refuse(
            "add_ons.seats.board",
            written,
            f"The bench of {side.name} cannot be joined over its legs.",
            "a board sold in longer lengths",
        ) from None
    return BenchRun(
        low=low,
        high=high,
        off=max((-side.depth(p.body)[0] for p in before), default=0.0),
        boards=boards,
        rails=rails,
        legs=tuple(marks),
    )


def doubled(marks: Sequence[float], joins: Sequence[float], thick: float) -> tuple[float, ...]:
    """Marks [mm] with two side by side, each so thick [mm], where something is joined: one for each end."""
    near = [any(abs(m - j) < thick / 2 for j in joins) for m in marks]
    places = [(m - thick / 2, m + thick / 2) if two else (m,) for m, two in zip(marks, near, strict=True)]
    return tuple(at for place in places for at in place)


def pad_of(design: Design, built: System) -> float:
    """How wide what a leg stands on is [mm]: a paver, or nothing on ground that is hard."""
    return 0.0 if design.site.stands_on in HARD else size("leg_pad", built)


def pads(legs: Sequence[Part], wide: float, book: Catalogue, show: Printer) -> tuple[Good, ...]:
    """What legs stand on where the ground is soft: a paver so wide [mm], flush with the ground; legs that
    stand close share one.
    """
    if not wide:
        return ()
    placed: list[tuple[Point2, Point2]] = []
    for leg in legs:
        (x0, y0, _), (x1, y1, _) = leg.body.bounds
        for n, ((a0, b0), (a1, b1)) in enumerate(placed):
            both = (min(a0, x0), min(b0, y0)), (max(a1, x1), max(b1, y1))
            if max(both[1][0] - both[0][0], both[1][1] - both[0][1]) <= wide:
                placed[n] = both
                break
        else:
            placed.append(((x0, y0), (x1, y1)))
    sold = book.find_good("leg-pad")
    working = (
        f"{len(legs)} legs on {len(placed)}, {show.length(wide)} square, laid flush with the ground; those"
        " that stand close share one"
    )
    return (
        Good(key="leg-pad", what="pavers under legs", count=len(placed), unit=sold.unit, working=working),
    )


PAVED = {
    "bench": "lay its pavers first, flush with the ground and level with each other: its legs stand on them"
}
"""What a bench on soft ground is begun with."""


def before_the_cap(
    bed: Assembly, design: Design, book: Catalogue, run: BenchRun, seat: tuple[float, float]
) -> float:
    """How far before the back of a bench its boards begin [mm], which lie between two heights [mm]: clear of
    a cap that overhangs there.
    """
    cap = design.add_ons.cap
    if cap is None:
        return 0.0
    board = choose_timber(book, cap.board, cap.board_measured, "add_ons.cap.board", design.system)
    met = min(seat[1], bed.top + board.thickness) - max(seat[0], bed.top)
    return max(0.0, cap.overhang.mm - run.off) if met > 0 else 0.0


def fall_of(design: Design) -> float:
    """How much longer a leg may have to be than the bed is high over its highest ground [mm]: the fall of
    the ground, where the bed stands level over it.
    """
    ground = design.ground.on(design.site.stands_on)
    if ground.school == "dig_in" or len(ground.stations) < 2:
        return 0.0
    heights = [s.height.mm for s in ground.stations]
    return max(heights) - min(heights)


def cut_at(
    whole: Box,
    run: BenchRun,
    joints: tuple[float, ...],
    name: str,
    role: str,
    stock: ChosenTimber,
    side: Side,
) -> list[Part]:
    """A long piece divided at its joints."""
    ends = [0.0, *(at - run.low for at in joints), whole.length]
    x, y, z = whole.origin
    parts = []
    for n, (a, b) in enumerate(pairwise(ends), start=1):
        box = replace(whole, origin=(x + whole.along[0] * a, y + whole.along[1] * a, z), length=b - a)
        title = name if len(ends) == 2 else f"{name}.{n}"
        parts.append(stick(title, role, stock.timber.key, box, side=side.name))
    return parts
