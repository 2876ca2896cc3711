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
    """The pipes of a reservoir; None where there is none, or it has no floor to lie on. Raises DesignError
    for a pipe that nobody sells, or that is wider than the reservoir is deep.
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
    tee = floor.middle
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
    asked = choice.pipe
    size = size_for(None, asked.mm if asked else None, "reservoir.pipe", show)
    if size.outside.mm < kept.depth:
        return size
    low = [s for s in pipe_sizes() if s.system is show.built and s.outside.mm < kept.depth]
    if asked or not low:
        raise refuse(
            "reservoir.pipe" if asked else "reservoir.depth",
            show.exact(size.outside.mm) if asked else show.length(kept.depth),
            "The pipe does not lie under the medium.",
            f"a pipe of less than {show.length(kept.depth)}" if asked else "a deeper reservoir",
        )
    return low[-1]


def _overflow(
    kept: Reservoir, floor: Floor, size: PipeSize, bed: Assembly, show: Printer
) -> list[tuple[CutPipe, dict[str, int]]]:
    """The overflow: a pipe through the wall, a screen on its inside; where it lies low an elbow on it outside
    that turns, and a pipe upright in that up to the height at which it overflows.
    """
    out = drain_limit("pipe_out", show.built)
    through = (floor.through or bed.wall_thickness + out) + out
    found = [(CutPipe(OUT, through, through, 1), {"threaded adapter": 1})]
    if kept.port < kept.depth:
        upright = kept.depth - kept.port
        cut = upright - size.take_out
        if cut < size.socket.mm:
            least = kept.port + size.take_out + size.socket.mm
            says = "A low overflow has no room under so shallow a reservoir."
            allowed = f"at least {show.length(least)}, or the overflow at the top of the medium"
            raise refuse("reservoir.depth", show.length(kept.depth), says, allowed)
        found.append((CutPipe(STANDS, cut, upright, 1), {"elbow": 1}))
    return found
