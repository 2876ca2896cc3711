"""What a floor lies on: rails along its walls, bearers between them, legs under what no wall carries."""

from collections.abc import Iterator, Sequence
from itertools import pairwise
from math import ceil

from acrebox.core.assembly import Part, stick
from acrebox.core.construction.floors.cells import Cell
from acrebox.core.construction.floors.frame import FIELD, Frame, Run
from acrebox.core.construction.sizes import size
from acrebox.core.construction.walls import even_joints
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.bodies import Box, overlap
from acrebox.core.shape.vector import UP, Point, X, Y


def lines_of(frame: Frame, cell: Cell, show: Printer) -> list[float]:
    """Middles across a cell of what its boards lie on [mm]: along each of the two walls on which they end,
    before what stands against it, and evenly between, so that no board spans more than it may.

    Raises DesignError where those along the walls would lie in each other.
    """
    (a, b), half = cell.across, frame.wide / 2
    low, high = a + _before(frame, cell, a) + half, b - _before(frame, cell, b) - half
    if high - low < frame.wide - 1e-6:
        raise refuse(
            f"{FIELD}.bearer",
            frame.choice.bearer,
            f"Two of them, {show.length(frame.wide)} wide each, have no room within"
            f" {show.length(high - low + frame.wide)} between what stands against the walls.",
            "narrower ones, or a wider bed",
        )
    bays = max(1, ceil((high - low) / frame.span - 1e-9))
    return [low + (high - low) * n / bays for n in range(bays + 1)]


def rails_of(frame: Frame, cell: Cell, lines: Sequence[float], done: int) -> Iterator[Part]:
    """The first and the last line: a bearer along each of the two walls."""
    for number, box in enumerate(_along(frame, cell, (lines[0], lines[-1])), start=done + 1):
        stock = frame.bearer.timber.key
        yield stick(f"floor rail {number}", "floor bearer", stock, box, side=_side(frame, box))


def bearers_of(frame: Frame, cell: Cell, lines: Sequence[float], done: int) -> Iterator[Part]:
    """The lines between."""
    for number, box in enumerate(_along(frame, cell, lines[1:-1]), start=done + 1):
        yield stick(f"floor bearer {number}", "floor bearer", frame.bearer.timber.key, box)


def _along(frame: Frame, cell: Cell, lines: Sequence[float]) -> Iterator[Box]:
    """Bearers along lines of a cell, in pieces that are sold so long, round what stands in their way."""
    half = frame.wide / 2
    for line in lines:
        across = line - half, line + half
        for free in _free(cell.run, across, frame, cell):
            for piece in pairwise([free[0], *even_joints(*free, frame.longest[1]), free[1]]):
                yield cell.lengthwise(piece, across, frame.z)


def _free(run: Run, across: Run, frame: Frame, cell: Cell) -> Iterator[Run]:
    """The stretches of a run that nothing stands in [mm]."""
    taken: list[Run] = []
    asked, way = cell.lengthwise(run, across, frame.clear), 1 if cell.turned else 0
    for part in frame.bed.parts:
        if overlap(part.body, asked):
            first, last = part.body.bounds
            taken.append((first[way], last[way]))
    at = run[0]
    for low, high in [*sorted(taken), (run[1], run[1])]:
        if low - at > size("end_bearing"):
            yield at, low
        at = max(at, high)


def _before(frame: Frame, cell: Cell, wall: float) -> float:
    """How far posts, studs and rails stand in from a wall of a cell [mm] at the height of the bearers."""
    way = 0 if cell.turned else 1
    inward, most = 1.0 if wall == cell.across[0] else -1.0, size("floor_stands_in", frame.built)
    strip = (wall, wall + inward * most)
    asked = cell.lengthwise(cell.run, (min(strip), max(strip)), frame.clear)
    deep = 0.0
    for part in frame.bed.parts:
        if overlap(part.body, asked):
            low, high = part.body.bounds
            stands_in = high[way] - wall if inward > 0 else wall - low[way]
            # What runs on across the bed stands against the walls at its ends.
            if stands_in <= most:
                deep = max(deep, stands_in)
    return deep


def _side(frame: Frame, box: Box) -> str:
    """The side along which a bearer lies."""
    (x0, y0, _), (x1, y1, _) = box.bounds
    middle = (x0 + x1) / 2, (y0 + y1) / 2
    return min(frame.bed.inner.sides, key=lambda s: (abs(s.coordinates(*middle)[1]), s.index)).name


def legs_of(frame: Frame, bearers: Sequence[Part], done: int) -> Iterator[Part]:
    """Off-cuts on end under bearers that no wall carries: at both ends, and so often that none bends."""
    if not frame.hung:
        return
    for bearer in bearers:
        box = bearer.solid
        low, high = box.reach(box.along)
        wide = frame.bearer.wide
        ends = low + wide / 2, max(low + wide / 2, high - wide / 2)
        bays = max(1, ceil((ends[1] - ends[0]) / frame.legs_every - 1e-9))
        marks = sorted({round(ends[0] + (ends[1] - ends[0]) * n / bays, 3) for n in range(bays + 1)})
        for mark in marks:
            done += 1
            yield _leg(frame, box, mark, done)


def _leg(frame: Frame, bearer: Box, mark: float, number: int) -> Part:
    wide, thick = frame.bearer.wide, frame.bearer.thick
    (x0, y0, low), _ = bearer.bounds
    on_x = abs(bearer.along[0]) > 0.5
    origin: Point = (mark - wide / 2, y0, 0.0) if on_x else (x0, mark - wide / 2, 0.0)
    box = Box(origin, UP, X if on_x else Y, Y if on_x else X, low, wide, thick)
    return stick(f"floor leg {number}", "floor leg", frame.bearer.timber.key, box)
