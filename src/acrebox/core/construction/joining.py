"""Joints found where parts lie against each other, each with what a fixing passes and what can hold it."""

from collections.abc import Iterator, Sequence

from acrebox.core.assembly import Joint, Part
from acrebox.core.shape.solid import overlap_depth

TOUCH_MM = 0.02


def touching(a: Part, b: Part) -> bool:
    """Whether two parts lie against each other, by more than an edge."""
    (a0, a1), (b0, b1) = a.solid.bounds, b.solid.bounds
    # Written out, since it runs for every pair: most are far apart along x or y.
    if (
        a0[0] > b1[0] + TOUCH_MM
        or b0[0] > a1[0] + TOUCH_MM
        or a0[1] > b1[1] + TOUCH_MM
        or b0[1] > a1[1] + TOUCH_MM
    ):
        return False
    if a0[2] > b1[2] + TOUCH_MM or b0[2] > a1[2] + TOUCH_MM:
        return False
    flat = sum(min(a1[i], b1[i]) - max(a0[i], b0[i]) < TOUCH_MM for i in range(3))
    return flat < 2 and abs(overlap_depth(a.solid, b.solid)) < TOUCH_MM


def contact_height(a: Part, b: Part) -> float:
    """Over what height two parts lie against each other [mm]."""
    return min(a.solid.bounds[1][2], b.solid.bounds[1][2]) - max(a.solid.bounds[0][2], b.solid.bounds[0][2])


def post_joints(walls: Sequence[Part], posts: Sequence[Part], kind: str = "board to post") -> Iterator[Joint]:
    """Every wall piece against every post it touches: the fixing passes the piece and bites into the post."""
    for piece in walls:
        for post in posts:
            if touching(piece, post):
                yield Joint(
                    kind,
                    (piece.name, post.name),
                    piece.solid.thickness,
                    post.solid.thickness,
                    contact_height(piece, post),
                )


def corner_joints(walls: Sequence[Part], kind: str = "corner") -> Iterator[Joint]:
    """Pieces of one course that meet at a corner: the fixing passes one's thickness into the other's end."""
    by_course: dict[int | None, list[Part]] = {}
    for piece in walls:
        by_course.setdefault(piece.course, []).append(piece)
    for pieces in by_course.values():
        for n, one in enumerate(pieces):
            for other in pieces[n + 1 :]:
                if one.side != other.side and touching(one, other):
                    yield Joint(
                        kind,
                        (one.name, other.name),
                        one.solid.thickness,
                        other.solid.length / 2,
                        contact_height(one, other),
                    )


def layer_joints(
    outer: Sequence[Part],
    inner: Sequence[Part],
    kind: str,
    along: bool = False,
    through: float | None = None,
    into: float | None = None,
) -> Iterator[Joint]:
    """Pieces of an outer layer against those of the layer behind them.

    `along` spreads fixings along the piece behind; `through` and `into` [mm] stand for the thicknesses where a fixing goes
    another way.
    """
    for one in outer:
        for other in inner:
            if touching(one, other):
                (a0, a1), (b0, b1) = one.solid.bounds, other.solid.bounds
                shared = [min(a1[i], b1[i]) - max(a0[i], b0[i]) for i in range(3)]
                run = (
                    max(shared)
                    if along
                    else min(
                        max(shared[0], shared[1]), other.solid.width if other.solid.width > 0 else shared[2]
                    )
                )
                yield Joint(
                    kind,
                    (one.name, other.name),
                    one.solid.thickness if through is None else through,
                    other.solid.thickness if into is None else into,
                    run,
                )
