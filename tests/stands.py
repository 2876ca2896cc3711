"""Whether a bed could stand: no part in another, every part reached by a fixing."""

from acrebox.core.assembly import Assembly, Part
from acrebox.core.shape.bodies import near_pairs, overlap


def clear_and_fixed(bed: Assembly) -> None:
    """No part stands in another, and every part is reached by a fixing."""
    bodies = [p.body for p in bed.parts]
    pairs = [(i, j) for i, j in near_pairs(bodies, bodies) if i < j and overlap(bodies[i], bodies[j])]
    met = [(bed.parts[i], bed.parts[j]) for i, j in pairs]
    assert [(a.name, b.name) for a, b in met if not beds_into(a, b)] == []
    fixed = {name for joint in bed.joints for name in joint.parts}
    assert {p.name for p in bed.parts} <= fixed


def beds_into(one: Part, other: Part) -> bool:
    """Whether one is a strap round the wall, which lies under what is screwed on over it."""
    strap, over = (one, other) if one.role.thin else (other, one)
    return strap.role.thin and not strap.side and not over.role.skin and not over.role.post
