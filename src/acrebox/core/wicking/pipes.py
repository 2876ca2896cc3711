"""The pipes of a reservoir: a drilled loop on the floor with its riser, and the overflow through a wall."""

from collections import Counter
from dataclasses import dataclass

from acrebox.core.assembly import Assembly
from acrebox.core.design import Design
from acrebox.core.drainage import (
    CutPipe,
    Drains,
    Floor,
    PipeSize,
    Port,
    drain_limit,
    drilled_holes,
    pipe_sizes,
    ring_on,
    size_for,
    wall_at,
)
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.vector import Point2
from acrebox.core.wicking.reservoir import Reservoir

RISER = "riser, out of the tee"
OUT = "overflow, out through the wall"
STANDS = "overflow, upright in its elbow"


@dataclass(frozen=True, kw_only=True)
class KeptPipes:
    """The pipe of a reservoir: the corners of its loop (none where the floor is too small for one) and where
    its riser stands [mm], its pieces and fittings, how many holes are drilled, where the overflow leaves.
    """

    size: PipeSize
    corners: tuple[Point2, ...]
    tee: Point2
    pieces: tuple[CutPipe, ...]
    fittings: tuple[tuple[str, int], ...]
    holes: int
    port: Port


def pipes_of(
    design: Design, bed: Assembly, drains: Drains, kept: Reservoir | None, show: Printer
) -> KeptPipes | None:
    """The pipes of a reservoir; None where there is none, or it has no floor to lie on.

    Raises DesignError for a pipe that is asked for and nobody sells, or that is wider than the reservoir is
    deep.
    """
    floor = drains.floor
    if design.reservoir is None or kept is None or floor is None:
        return None
    size = _size(design, kept, show)
    ring = ring_on(floor, size, show.built)
    inside = floor.outline.representative_point()
    tee = ring.tee if ring else (inside.x, inside.y)
    # In its tee the riser begins half a pipe over the floor.
    rise = kept.inlet - size.outside.mm / 2 if ring else kept.inlet
    pieces = [
        *(ring.pieces if ring else ()),
        CutPipe(RISER, rise - size.take_out if ring else rise, rise, 1),
    ]
    fittings = Counter(dict(ring.fittings) if ring else {})
    fittings["end cap"] += 1  # on the riser: mosquitoes breed in water that stands open
    for piece, fitting in _overflow(kept, floor, size, bed, show):
        pieces.append(piece)
        fittings[fitting] += 1
    return KeptPipes(
        size=size,
        corners=ring.corners if ring else (),
        tee=tee,
        pieces=tuple(pieces),
        fittings=tuple(fittings.items()),
        holes=drilled_holes(ring.drilled if ring else kept.depth, show.built),
        port=Port((wall_at(floor, tee), tee[1]), size.outside.mm, kept.base + kept.port),
    )


def _size(design: Design, kept: Reservoir, show: Printer) -> PipeSize:
    """The pipe that is asked for, else the usual one, narrower where the reservoir is shallow."""
    choice = design.reservoir
    assert choice is not None
    if choice.pipe is not None:
        size = size_for(None, choice.pipe.mm, "reservoir.pipe", show)
        if size.outside.mm >= kept.depth:
            says, most = "The pipe does not lie under the medium.", show.length(kept.depth)
            raise refuse("reservoir.pipe", choice.pipe.text, says, f"less than {most}")
        return size
    usual = size_for(None, None, "reservoir.pipe", show)
    sizes = [s for s in pipe_sizes() if s.system is show.built and s.outside.mm <= usual.outside.mm]
    return next((s for s in reversed(sizes) if _lies(s, kept)), sizes[0])


def _lies(size: PipeSize, kept: Reservoir) -> bool:
    """Whether a pipe lies under the medium, and stands in its elbow where the overflow lies low."""
    upright = kept.depth - kept.port - size.take_out
    return size.outside.mm < kept.depth and (kept.port == kept.depth or upright >= size.socket.mm)


def _overflow(
    kept: Reservoir, floor: Floor, size: PipeSize, bed: Assembly, show: Printer
) -> list[tuple[CutPipe, str]]:
    """The overflow, each pipe with its fitting: one through the wall; where it lies low an elbow outside that
    turns, and a pipe upright in it up to the height of the overflow, at least as long as the elbow is deep.
    """
    out = drain_limit("pipe_out", show.built)
    through = (floor.through or bed.wall_thickness + out) + out
    found = [(CutPipe(OUT, through, through, 1), "threaded adapter")]
    upright = kept.depth - kept.port
    if upright - size.take_out >= size.socket.mm:
        found.append((CutPipe(STANDS, upright - size.take_out, upright, 1), "elbow"))
    elif upright > 0:
        found.append((CutPipe(STANDS, size.socket.mm, size.socket.mm, 1), "elbow"))
    return found
