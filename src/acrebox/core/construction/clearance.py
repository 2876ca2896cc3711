"""Parts that would stand in each other."""

from collections.abc import Sequence

from acrebox.core.assembly import Part
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.bodies import near_pairs, overlap


def clash(part: Part, others: Sequence[Part]) -> Part | None:
    """The first of the others that a part would stand in, or None."""
    for other in others:
        if overlap(part.body, other.body):
            return other
    return None


def check_clear(posts: Sequence[Part], show: Printer) -> None:
    """Refuse posts that would stand in each other."""
    bodies = [p.body for p in posts]
    for i, j in near_pairs(bodies, bodies):
        if i < j and overlap(bodies[i], bodies[j]):
            raise refuse(
                "outline",
                f"{posts[i].name}, {posts[j].name}",
                "Two posts would stand in each other.",
                f"longer sides, thinner posts than {show.length(posts[i].solid.width)}, or a wider limit"
                " between posts",
            )
