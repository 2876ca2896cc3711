"""Where a bench stands along a side: between what stands there, on brackets, joined over them."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import pairwise

from acrebox.core.assembly import Assembly, Part, of_role, stick
from acrebox.core.construction.posts import even_marks
from acrebox.core.construction.sections import ChosenTimber
from acrebox.core.construction.sizes import size
from acrebox.core.construction.walls import even_joints
from acrebox.core.errors import refuse
from acrebox.core.measure.systems import System
from acrebox.core.shape.bodies import Box
from acrebox.core.shape.outline import Side


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
    rails are joined, and its brackets: two where rails are joined.
    """

    low: float
    high: float
    off: float
    boards: tuple[float, ...]
    rails: tuple[float, ...]
    brackets: tuple[float, ...]

    def beside(self, mark: float, thick: float) -> float:
        """Where something so thick begins that lies along a bracket as thick as itself [mm]: towards the
        middle, or away from a bracket that stands there.
        """
        after, before = mark + thick / 2, mark - 1.5 * thick
        taken = any(0.01 < other - mark < 1.5 * thick for other in self.brackets)
        free = any(0.01 < mark - other < 1.5 * thick for other in self.brackets)
        middle = (self.low + self.high) / 2
        return before if taken or (mark > middle and not free) else after


def run_along(
    bed: Assembly, side: Side, written: str, longest: tuple[float, float], thick: float, built: System
) -> BenchRun:
    """Where a bench stands whose boards and rails come so long, and whose brackets are so `thick` [mm]. Where
    posts stand outside the wall, it stands before them, and each has its bracket.

    Raises DesignError when boards (`written` says which) or rails cannot be joined over the brackets.
    """
    low, high = free_run(bed, side)
    before = bed.posts_before(side)
    ends = [low + size("bracket_inset", built), high - size("bracket_inset", built)]
    anchors = sorted(sum(side.reach(p.body)) / 2 for p in before) or ends
    marks = even_marks(anchors, size("bracket_most" if before else "bracket_every", built))
    try:
        boards, rails = (even_joints(low, high, most, marks[1:-1]) for most in longest)
    except ValueError:
        raise refuse(
            "add_ons.seats.board",
            written,
            f"The bench of {side.name} cannot be joined over its brackets.",
            "a board sold in longer lengths",
        ) from None
    return BenchRun(
        low=low,
        high=high,
        off=max((-side.depth(p.body)[0] for p in before), default=0.0),
        boards=boards,
        rails=rails,
        brackets=_doubled(marks, rails, thick),
    )


def _doubled(marks: Sequence[float], joins: Sequence[float], thick: float) -> tuple[float, ...]:
    """Marks [mm] with two side by side, each so thick [mm], where something is joined: one for each end."""
    places = [(m - thick / 2, m + thick / 2) if m in joins else (m,) for m in marks]
    return tuple(at for place in places for at in place)


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
