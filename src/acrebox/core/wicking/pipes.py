"""The pipes of a reservoir: a drilled loop on the floor with its riser, and the overflow through a wall."""

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
    loop_room,
    pipe_sizes,
    size_for,
    wall_at,
)
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.vector import Point2
from acrebox.core.wicking.reservoir import Reservoir

DRILLED = 3
"""The first so many kinds of pieces of a loop lie in the medium, and are drilled."""
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

    @property
    def length(self) -> float:
        """All pipe together [mm]."""
        return sum(p.length * p.count for p in self.pieces)


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
    loop = loop_room(floor, size, show.built)
    take = size.take_out
    pieces: list[CutPipe] = []
    fittings: dict[str, int] = {}
    corners: tuple[Point2, ...] = ()
    inside = floor.outline.representative_point()
    tee: Point2 = (inside.x, inside.y)
    rise = kept.inlet
    if loop is not None:
        x0, y0, x1, y1 = loop
        corners, tee = ((x0, y0), (x1, y0), (x1, y1), (x0, y1)), (x1, (y0 + y1) / 2)
        long, wide, half = x1 - x0, y1 - y0, (y1 - y0) / 2
        pieces = [
            CutPipe("front and back", long - 2 * take, long, 2),
            CutPipe("left end", wide - 2 * take, wide, 1),
            CutPipe("right end, each side of the tee", half - 2 * take, half, 2),
        ]
        fittings = {"elbow": 4, "tee": 1}
        rise = kept.inlet - size.outside.mm / 2
    drilled = sum(p.length * p.count for p in pieces[:DRILLED]) or kept.depth
    pieces.append(CutPipe(RISER, rise - take if loop else rise, rise, 1))
    for piece, more in _overflow(kept, floor, size, bed, show):
        pieces.append(piece)
        fittings = {**fittings, **{name: fittings.get(name, 0) + n for name, n in more.items()}}
    return KeptPipes(
        size=size,
        corners=corners,
        tee=tee,
        pieces=tuple(pieces),
        fittings=tuple(fittings.items()),
        holes=drilled_holes(drilled, show.built),
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
) -> list[tuple[CutPipe, dict[str, int]]]:
    """The overflow: a pipe through the wall; where it lies low an elbow on it outside that turns, and a pipe
    upright in that up to the height at which it overflows, at least as long as the elbow is deep.
    """
    out = drain_limit("pipe_out", show.built)
    through = (floor.through or bed.wall_thickness + out) + out
    found = [(CutPipe(OUT, through, through, 1), {"threaded adapter": 1})]
    upright = kept.depth - kept.port
    if upright - size.take_out >= size.socket.mm:
        found.append((CutPipe(STANDS, upright - size.take_out, upright, 1), {"elbow": 1}))
    elif upright > 0:
        found.append((CutPipe(STANDS, size.socket.mm, size.socket.mm, 1), {"elbow": 1}))
    return found
