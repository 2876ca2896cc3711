"""How water leaves: holes on the true floor, what they carry, trays and screens, a loop of pipe."""

from acrebox.core.drainage.drains import Drains, drains_of
from acrebox.core.drainage.floor import Floor, floor_of
from acrebox.core.drainage.flow import orifice, rain_on
from acrebox.core.drainage.limits import drain_limit
from acrebox.core.drainage.loop import (
    CutPipe,
    Loop,
    PipeSize,
    Port,
    drilled_holes,
    loop_on,
    pipe_sizes,
    ring_on,
    size_for,
    wall_at,
)
from acrebox.core.drainage.packers import packers_for
from acrebox.core.drainage.pattern import by_distance, laid_out, most_that_fit

__all__ = [
    "CutPipe",
    "Drains",
    "Floor",
    "Loop",
    "PipeSize",
    "Port",
    "by_distance",
    "drain_limit",
    "drains_of",
    "drilled_holes",
    "floor_of",
    "laid_out",
    "loop_on",
    "most_that_fit",
    "orifice",
    "packers_for",
    "pipe_sizes",
    "rain_on",
    "ring_on",
    "size_for",
    "wall_at",
]
