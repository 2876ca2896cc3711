"""A bed put on its ground: what is open to it is filled down to it."""

from dataclasses import replace

from acrebox.core.assembly import Assembly, Compartment
from acrebox.core.shape.bodies import Loft
from acrebox.core.shape.ground import Ground

ON_IT_MM = 1.0


def on_ground(bed: Assembly, ground: Ground | None) -> Assembly:
    """The bed with its compartments open to the ground where they stand on it; those with a floor of their
    own stay as they are.
    """
    if ground is None:
        return bed
    return replace(bed, compartments=tuple(_open(c, ground) for c in bed.compartments))


def _open(room: Compartment, ground: Ground) -> Compartment:
    plumb = isinstance(room.inside, Loft) and room.inside.is_plumb
    return replace(room, ground=ground) if plumb and abs(room.inside.bounds[0][2]) < ON_IT_MM else room
