"""Holes of the posts on the ground as it is: how deep, how wide, how much stands above, where they end."""

from collections.abc import Sequence
from dataclasses import dataclass

from acrebox.core.assembly import Assembly
from acrebox.core.shape.circles import Pit, pits_hold
from acrebox.core.shape.ground import Ground
from acrebox.core.shape.vector import Point2

LEAST_MM = 1.0


@dataclass(frozen=True)
class Hole:
    """A post that stands in the ground: where its middle is, how deep its hole is under the ground there, how
    wide [mm], how much of it stands above; how deep it was meant to stand, and how far its top lies under the
    rim (negative: over it, left long).
    """

    post: str
    at: Point2
    deep: float
    wide: float
    above: float
    meant: float
    under_rim: float
    post_area: float


def holes_of(bed: Assembly, ground: Ground | None) -> tuple[Hole, ...]:
    """The holes of a bed's posts, in their order; on level ground where it was not levelled."""
    meant = bed.stance.below if bed.stance else 0.0
    found = []
    for part in bed.parts:
        if not part.role.post:
            continue
        (x0, y0, low), (x1, y1, top) = part.body.bounds
        if low > -LEAST_MM:
            continue
        at = ((x0 + x1) / 2, (y0 + y1) / 2)
        z = ground.height_at(at) if ground is not None else 0.0
        wide = bed.stance.bears if bed.stance and bed.stance.bears else max(x1 - x0, y1 - y0)
        found.append(
            Hole(
                post=part.name,
                at=at,
                deep=max(0.0, z - low),
                wide=wide,
                above=top - z,
                meant=meant or -low,
                under_rim=bed.wall_top - top,
                post_area=part.body.volume / part.solid.length,
            )
        )
    return tuple(found)


def concrete_in(holes: Sequence[Hole]) -> float:
    """What holes take beside their posts [mm³]; those that meet are one."""
    wide = max((h.wide for h in holes), default=0.0)
    return pits_hold([Pit(h.at, h.deep, h.post_area) for h in holes], wide)[1]
