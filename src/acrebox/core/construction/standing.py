"""What a vessel stands on: level blocks, by how heavy it gets, or the ground itself."""

from math import ceil, sqrt

from acrebox.core.assembly import CountedPiece, Part, Supports, role
from acrebox.core.construction.sizes import size
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.bodies import Box
from acrebox.core.shape.level import Oval
from acrebox.core.shape.vector import UP, X, Y
from acrebox.core.worked import COMMON_PRACTICE, Worked

STOCK = "footing-block"


def blocks_under(foot: Oval | tuple[float, float], centre: tuple[float, float], show: Printer) -> list[Part]:
    """Level blocks under a vessel whose foot is an oval, or so long and wide [mm], round a centre; never
    further apart than is common.
    """
    wide = size("footing_block", show.built)
    if isinstance(foot, Oval):
        # The corners of the largest square in a half circle.
        half_y = max(0.0, foot.radius / sqrt(2) - wide / 4)
        half_x = foot.straight / 2 + half_y
    else:
        half_x, half_y = (max(0.0, s / 2 - wide / 2) for s in foot)
    made: list[Part] = []
    for x in _spread(half_x, show):
        for y in _spread(half_y, show):
            start = (centre[0] + x - wide / 2, centre[1] + y - wide / 2, 0.0)
            made.append(
                Part(
                    name=f"footing block {len(made) + 1}",
                    role=role("footing block"),
                    body=Box(start, X, Y, UP, wide, wide, wide),
                    piece=CountedPiece(stock=STOCK),
                )
            )
    return made


def _spread(half: float, show: Printer) -> list[float]:
    """Even places from one end to the other [mm from the middle]; one in the middle where two would touch."""
    if 2 * half < size("footing_block", show.built) * 1.25:
        return [0.0]
    count = ceil(2 * half / size("footing_apart", show.built) - 1e-9) + 1
    return [-half + 2 * half * n / (count - 1) for n in range(count)]


def supports_of(blocks: list[Part], show: Printer) -> Supports | None:
    """The blocks as what carries the bed; none where it stands on the ground."""
    if not blocks:
        return None
    wide = size("footing_block", show.built)
    return Supports(
        what="blocks", count=len(blocks), area=wide * wide, apart=size("footing_apart", show.built)
    )


def footing_fact(blocks: list[Part], show: Printer) -> Worked:
    """How many blocks it stands on."""
    if not blocks:
        return Worked(amount=0, unit="blocks", working="it stands on the ground as it is: 0")
    along = len({round(p.body.bounds[0][0], 1) for p in blocks})
    across = len(blocks) // along
    return Worked(
        amount=len(blocks),
        unit="blocks",
        working=(
            f"{along} along × {across} across = {len(blocks)}; none over"
            f" {show.length(size('footing_apart', show.built))} from the next"
        ),
        assumptions=["their tops in one level plane"],
        source=COMMON_PRACTICE,
    )
