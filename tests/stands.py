"""Whether a bed could stand: no part in another, every part reached by a fixing."""

from acrebox.core.assembly import Assembly
from acrebox.core.shape.bodies import near_pairs, overlap


def clear_and_fixed(bed: Assembly) -> None:
    """No part stands in another, and every part is reached by a fixing."""
    bodies = [p.body for p in bed.parts]
    pairs = [(i, j) for i, j in near_pairs(bodies, bodies) if i < j and overlap(bodies[i], bodies[j])]
    assert [(bed.parts[i].name, bed.parts[j].name) for i, j in pairs] == []
    fixed = {name for joint in bed.joints for name in joint.parts}
    assert {p.name for p in bed.parts} <= fixed
