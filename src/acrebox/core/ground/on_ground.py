"""A bed put on its ground: what is open to it is filled down to it, its holes are as deep as it is high."""

from dataclasses import replace
from math import ceil

from acrebox.core.assembly import Assembly, Compartment, Good
from acrebox.core.design import Design
from acrebox.core.ground.holes import concrete_in, holes_of
from acrebox.core.ground.level import CARRIED, trench_of
from acrebox.core.measure.convert import litres
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.bodies import Loft
from acrebox.core.shape.ground import Ground

ON_IT_MM = 1.0


def on_ground(bed: Assembly, ground: Ground | None, design: Design, bag: float, show: Printer) -> Assembly:
    """The bed with its compartments open to the ground where they stand on it (those with a floor of their
    own stay as they are), and with concrete for its holes as deep as they are there, `bag` being what a bag
    sets to [L]. What is packed under the walls is none of it.
    """
    if ground is None:
        return bed
    choice = design.ground.on(design.site.stands_on)
    left = replace(ground, packed=trench_of(bed, choice.trench.mm)) if choice.school in CARRIED else ground
    rooms = (
        bed.compartments if design.construction.floored else tuple(_open(c, left) for c in bed.compartments)
    )
    goods = tuple(_poured(bed, g, ground, bag, show) if g.key == "concrete" else g for g in bed.goods)
    return replace(bed, compartments=rooms, goods=goods, ground=ground)


def _poured(bed: Assembly, good: Good, ground: Ground, bag: float, show: Printer) -> Good:
    holes = holes_of(bed, ground)
    every = litres(concrete_in(holes))
    deep = [h.deep for h in holes]
    bags = ceil(every / bag - 1e-9)
    working = (
        f"{len(holes)} holes {show.length(min(deep))} to {show.length(max(deep))} deep in the ground"
        f" as it is,"
        f" less the posts: {show.cubic(every)} ÷ {show.pack(bag)} a bag, rounded up = {bags}"
    )
    return replace(good, count=bags, working=working)


def _open(room: Compartment, ground: Ground) -> Compartment:
    stands = isinstance(room.inside, Loft) and abs(room.inside.bounds[0][2]) < ON_IT_MM
    return replace(room, ground=ground) if stands else room
