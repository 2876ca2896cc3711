"""Templates at full size: the holes of a floor and flat pieces, laid out on sheets of paper to be joined."""

from collections.abc import Iterator, Sequence
from math import ceil

from shapely import LineString, Point, box, unary_union
from shapely.geometry.base import BaseGeometry

from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.design import MATERIALS
from acrebox.core.drainage import Drains
from acrebox.core.lining import Line, LinerPiece, rings_of
from acrebox.core.measure.convert import MM_PER_INCH
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.plan.drain_rows import DrainHoleRow
from acrebox.core.plan.line_rows import Ring, points_of
from acrebox.core.plan.rows import Amount, Row

PAPERS = {System.METRIC: ("A4", 190.0, 262.0), System.IMPERIAL: ("letter", 195.0, 244.0)}
"""Paper of a system: its name, how wide and tall the drawing on one sheet is [mm]: ISO 216 and ANSI Y14.1
less margins and a line of words.
"""
JOINED_MM = 10.0
"""How far two sheets lie over each other [mm]."""
CHECKED = {System.METRIC: 100.0, System.IMPERIAL: 4 * float(MM_PER_INCH)}
MOST_SHEETS = 40


class PaperRow(Row):
    """A sheet of paper: its name (column letter, row number from below), where its lower left corner lies on
    the template [mm].
    """

    name: str
    x_mm: Amount
    y_mm: Amount


class TemplateRow(Row):
    """A template [mm]: rings of its edge, holes, folds and slits; the paper, how wide and tall the drawing on
    one sheet is, how long the line is that checks it, the sheets (none where there would be too many).
    """

    key: str
    name: str
    says: str
    rings: list[Ring]
    holes: list[DrainHoleRow]
    folds: list[Ring]
    slits: list[Ring]
    paper: str
    wide_mm: Amount
    tall_mm: Amount
    check_mm: Amount
    sheets: list[PaperRow]


def templates_of(seen: Seen) -> list[TemplateRow]:
    """Every template of the bed."""
    return list(_templates(seen))


def _templates(seen: Seen) -> Iterator[TemplateRow]:
    show = seen.show
    if seen.drains.holes:
        yield _floor(seen.drains, show)
    for n, piece in enumerate(seen.lined.pieces):
        yield _piece(n, piece, show)


def _floor(drains: Drains, show: Printer) -> TemplateRow:
    assert drains.floor is not None
    edge = drains.floor.outline
    holes = [DrainHoleRow(x_mm=x, y_mm=y, diameter_mm=drains.diameter) for x, y in drains.holes]
    drawn = unary_union([edge.exterior, *(Point(p).buffer(drains.diameter / 2) for p in drains.holes)])
    return _laid_out(
        "holes",
        "Holes in the floor",
        f"{len(holes)} of {show.length(drains.diameter)}, from above: lay it down, punch the middles.",
        rings_of(edge),
        drawn,
        show,
        holes=holes,
    )


def _piece(n: int, piece: LinerPiece, show: Printer) -> TemplateRow:
    flat = piece.pattern
    lines = [LineString([*ring, ring[0]]) for ring in flat.rings] + [LineString(s) for s in flat.slits]
    size = f"{show.length(piece.length)} × {show.length(piece.width)}"
    return _laid_out(
        f"piece {n}",
        f"{piece.what[0].upper()}{piece.what[1:]}",
        f"{piece.count} of {MATERIALS[piece.material]}, {size}.",
        flat.rings,
        unary_union(lines),
        show,
        folds=flat.folds,
        slits=flat.slits,
    )


def _laid_out(
    key: str,
    name: str,
    says: str,
    rings: Sequence[Line],
    drawn: BaseGeometry,
    show: Printer,
    *,
    holes: Sequence[DrainHoleRow] = (),
    folds: Sequence[Line] = (),
    slits: Sequence[Line] = (),
) -> TemplateRow:
    paper, wide, tall = PAPERS[show.built]
    return TemplateRow(
        key=key,
        name=name,
        says=says,
        rings=points_of(rings),
        holes=list(holes),
        folds=points_of(folds),
        slits=points_of(slits),
        paper=paper,
        wide_mm=wide,
        tall_mm=tall,
        check_mm=CHECKED[show.built],
        sheets=_sheets(drawn, wide, tall),
    )


def _sheets(drawn: BaseGeometry, wide: float, tall: float) -> list[PaperRow]:
    """The sheets on which something is drawn, each lying a little over the next; none where they are too
    many.
    """
    x0, y0, x1, y1 = drawn.bounds
    across, up = _steps(x1 - x0, wide), _steps(y1 - y0, tall)
    if across * up > MOST_SHEETS:
        return []
    # What is drawn lies in the middle of the sheets together.
    left = (x0 + x1 - (across * (wide - JOINED_MM) + JOINED_MM)) / 2
    low = (y0 + y1 - (up * (tall - JOINED_MM) + JOINED_MM)) / 2
    found = []
    for row in range(up):
        for column in range(across):
            x, y = left + column * (wide - JOINED_MM), low + row * (tall - JOINED_MM)
            if drawn.intersects(box(x, y, x + wide, y + tall)):
                found.append(PaperRow(name=f"{chr(ord('A') + column)}{row + 1}", x_mm=x, y_mm=y))
    return found


def _steps(length: float, sheet: float) -> int:
    return max(1, ceil((length - JOINED_MM) / (sheet - JOINED_MM) - 1e-9))


TEMPLATES = register(
    Chapter(
        key="templates",
        stage="drain",
        reads=("show", "drains", "lined"),
        work=templates_of,
        model=list[TemplateRow],
        judged=False,
        aside=True,
        heavy=True,
    )
)
