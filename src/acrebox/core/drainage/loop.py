"""A loop of pipe on a floor, out through a plug: its middles as drawn, and what each piece is cut to."""

from dataclasses import dataclass
from functools import cache
from math import hypot, pi, sqrt

from pydantic import BaseModel, ConfigDict
from shapely import LineString, Point, affinity, box, maximum_inscribed_circle
from shapely.geometry.base import BaseGeometry

from acrebox.core.construction.vessels import does_not_pass
from acrebox.core.data import read_as
from acrebox.core.drainage.floor import Floor
from acrebox.core.drainage.limits import drain_limit
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.measure.written import Length
from acrebox.core.shape.vector import Point2

SAME_MM = 0.3
DRILLED = 3
"""The first so many kinds of pieces of a loop lie in the stone."""
HALVINGS = 40
LEAST_SHARE = 0.05
"""A box drawn in to less than this about the middle of a room lies in no part of it."""
INSIDE = 0.98
"""So much of the square in a circle is surely within a room."""


class PipeSize(BaseModel):
    """A size of pipe: outside, how deep it goes into a socket, and from where in a fitting it does."""

    model_config = ConfigDict(frozen=True)

    key: str
    system: System
    outside: Length
    socket: Length
    take: Length | None = None
    source: str

    @property
    def stem(self) -> str:
        """What its goods are called by."""
        return self.key.replace(" ", "-").replace("/", "-")

    @property
    def take_out(self) -> float:
        """From the middle of an elbow or a tee to where the pipe stops in it [mm]: by its row (ASTM D2466),
        else half the pipe and a hair (EN ISO 1452-3: z = d ÷ 2 + 1 mm); both from memory.
        """
        return self.take.mm if self.take else self.outside.mm / 2 + 1


@cache
def pipe_sizes() -> tuple[PipeSize, ...]:
    """Every size there is."""
    return tuple(read_as(list[PipeSize], "drainage", "pipes.toml", "pipe"))


@dataclass(frozen=True)
class CutPipe:
    """Pieces alike: what they are, how long each is cut, how far the middles at its ends lie apart [mm]."""

    label: str
    length: float
    middles: float
    count: int


@dataclass(frozen=True)
class Port:
    """Where a pipe goes out through a wall: from above, how wide it is, how high its middle lies [mm]."""

    at: Point2
    wide: float
    height: float


@dataclass(frozen=True)
class Loop:
    """A loop: the middles of its elbows, of its tee and of where it leaves [mm], its pieces and fittings, how
    many holes are drilled in it, how much of it is drilled [mm].
    """

    size: PipeSize
    corners: tuple[Point2, Point2, Point2, Point2]
    tee: Point2
    port: Point2
    pieces: tuple[CutPipe, ...]
    fittings: tuple[tuple[str, int], ...]
    holes: int
    drilled: float

    @property
    def drilled_pieces(self) -> tuple[CutPipe, ...]:
        """The pieces that lie in the stone and are drilled."""
        return self.pieces[:DRILLED]

    def around(self, built: System) -> float:
        """How wide the fabric round it is cut [mm]."""
        return pi * self.size.outside.mm + drain_limit("wrap_over", built)

    @property
    def length(self) -> float:
        """All pipe together [mm]."""
        return sum(p.length * p.count for p in self.pieces)


def size_for(plug: float | None, asked: float | None, field: str, show: Printer) -> PipeSize:
    """The pipe that is asked for in a field, else the largest that passes its plug [mm]. Raises DesignError
    naming that field where it is none there is, or does not pass.
    """
    sizes = [s for s in pipe_sizes() if s.system is show.built]
    if asked is not None:
        found = min(pipe_sizes(), key=lambda s: abs(s.outside.mm - asked))
        if abs(found.outside.mm - asked) > SAME_MM:
            allowed = ", ".join(show.exact(s.outside.mm) for s in sizes)
            raise refuse(field, show.exact(asked), "No pipe is sold that wide.", allowed)
    else:
        fit = [s for s in sizes if plug is None or s.outside.mm <= plug]
        if not fit:
            says = "Its plug takes no pipe that is sold."
            raise refuse("construction.plug", show.length(plug or 0), says, show.exact(sizes[0].outside.mm))
        found = fit[2] if plug is None else fit[-1]
    if plug is not None and found.outside.mm > plug + 1e-6:
        raise does_not_pass(field, show.exact(found.outside.mm), plug, show)
    return found


def loop_on(floor: Floor, size: PipeSize, show: Printer) -> Loop:
    """A loop off the walls, as large as the floor takes, with its tee in the middle of its right end. Raises
    DesignError where the floor is too small for one.
    """
    ring = ring_on(floor, size, show.built)
    if ring is None:
        raise refuse(
            "drainage.kind",
            "plumbed",
            "The floor is too small for a loop of that pipe.",
            "a narrower pipe, or holes",
        )
    wall = wall_at(floor, ring.tee)
    out = wall + floor.through - ring.tee[0]
    leaves = CutPipe("from the tee into the threaded adapter", out - 2 * size.take_out, out, 1)
    return Loop(
        size=size,
        corners=ring.corners,
        tee=ring.tee,
        port=(wall, ring.tee[1]),
        pieces=(*ring.pieces, leaves),
        fittings=(*ring.fittings, ("threaded adapter", 1)),
        holes=drilled_holes(ring.drilled, show.built),
        drilled=ring.drilled,
    )


@dataclass(frozen=True)
class Ring:
    """Drilled pipe right round a floor: the middles of its elbows, of its tee in the middle of its right end
    [mm], its pieces.
    """

    corners: tuple[Point2, Point2, Point2, Point2]
    tee: Point2
    pieces: tuple[CutPipe, ...]
    fittings: tuple[tuple[str, int], ...] = (("elbow", 4), ("tee", 1))

    @property
    def drilled(self) -> float:
        """How much of it is drilled [mm]: all of it."""
        return sum(p.length * p.count for p in self.pieces)


def ring_on(floor: Floor, size: PipeSize, built: System) -> Ring | None:
    """The ring of a pipe on a floor, off its walls; None where the floor is too small."""
    shape = _loop_room(floor, size, built)
    if shape is None:
        return None
    (x0, y0, x1, y1), take = shape, size.take_out
    long, wide, half = x1 - x0, y1 - y0, (y1 - y0) / 2
    return Ring(
        corners=((x0, y0), (x1, y0), (x1, y1), (x0, y1)),
        tee=(x1, (y0 + y1) / 2),
        pieces=(
            CutPipe("front and back", long - 2 * take, long, 2),
            CutPipe("left end", wide - 2 * take, wide, 1),
            CutPipe("right end, each side of the tee", half - 2 * take, half, 2),
        ),
    )


def joined(
    size: PipeSize, tanks: int, apart: float, show: Printer
) -> tuple[tuple[CutPipe, ...], tuple[tuple[str, int], ...]]:
    """The pipe outside from the plug of one tank to that of the next, so far apart [mm], and its fittings: a
    tee at every plug but the last, which turns into it. Raises DesignError where the plugs lie too close.
    """
    if tanks < 2:
        return (), ()
    cut = apart - 2 * size.take_out
    if cut < 2 * size.socket.mm:
        says = "The plugs lie too close for that pipe and its fittings."
        least = 2 * size.take_out + 2 * size.socket.mm
        raise refuse("drainage.apart", show.length(apart), says, f"at least {show.length(least)}")
    others = tanks - 1
    pieces = (CutPipe("from plug to plug", cut, apart, others),)
    return pieces, (("elbow", 1), ("tee", others), ("threaded adapter", tanks))


def _loop_room(floor: Floor, size: PipeSize, built: System) -> tuple[float, float, float, float] | None:
    """The box that a loop of pipe lies along, off the walls [mm]; None where the floor is too small."""
    room = floor.outline.buffer(-drain_limit("loop_off", built), join_style="mitre")
    shape = None if room.is_empty else _largest_in(room)
    least = 4 * size.take_out + 2 * size.socket.mm
    return shape if shape and min(shape[2] - shape[0], shape[3] - shape[1]) >= least else None


def drilled_holes(drilled: float, built: System) -> int:
    """How many holes go into so much pipe [mm]."""
    return int(drain_limit("pipe_hole_rows") * (drilled // drain_limit("pipe_hole_every", built)))


def _largest_in(room: BaseGeometry) -> tuple[float, float, float, float]:
    """The box of a room drawn in about its middle until the room covers it [mm]; of a room that bends round
    its middle one that is grown from its widest place.
    """
    whole = box(*room.bounds)
    low, high = 0.0, 1.0
    for _ in range(HALVINGS):
        share = (low + high) / 2
        covered = room.covers(affinity.scale(whole, share, share))
        low, high = (share, high) if covered else (low, share)
    shape = whole if room.covers(whole) else affinity.scale(whole, low, low)
    if low < LEAST_SHARE and shape is not whole:
        return _grown(room)
    x0, y0, x1, y1 = shape.bounds
    return float(x0), float(y0), float(x1), float(y1)


def _grown(room: BaseGeometry) -> tuple[float, float, float, float]:
    """A box grown from the middle of the largest circle in a room: a square first, then side by side [mm]."""
    (cx, cy), (px, py) = maximum_inscribed_circle(room, tolerance=1.0).coords
    half = hypot(px - cx, py - cy) / sqrt(2) * INSIDE
    sides = [cx - half, cy - half, cx + half, cy + half]
    for n, far in enumerate(room.bounds):
        low, high = 0.0, 1.0
        begins = sides[n]
        for _ in range(HALVINGS):
            share = (low + high) / 2
            tried = [*sides]
            tried[n] = begins + (far - begins) * share
            low, high = (share, high) if room.covers(box(*tried)) else (low, share)
        sides[n] = begins + (far - begins) * low
    x0, y0, x1, y1 = sides
    return x0, y0, x1, y1


def wall_at(floor: Floor, at: Point2) -> float:
    """Where the first wall lies to the right of a place on a floor [mm]."""
    _, _, far, _ = floor.outline.bounds
    met = LineString([at, (far + 1, at[1])]).intersection(floor.outline)
    first = min(getattr(met, "geoms", [met]), key=lambda piece: float(piece.distance(Point(at))))
    return float(first.bounds[2])
