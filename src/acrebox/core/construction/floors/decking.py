"""Boards or sheets of a floor, side by side across its bearers."""

from collections.abc import Iterator, Sequence
from dataclasses import replace
from math import ceil

from acrebox.core.assembly import Part, SheetPiece, role, stick
from acrebox.core.construction.floors.cells import Cell
from acrebox.core.construction.floors.frame import FIELD, Frame, Run
from acrebox.core.construction.notching import notched
from acrebox.core.construction.sizes import size
from acrebox.core.construction.wave import sheet_profile
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.bodies import Body, Extrusion, Hollowed, overlap, shared_volume
from acrebox.core.shape.vector import UP, X, Y
from acrebox.core.stock import Sheet


def decks_of(frame: Frame, cell: Cell, done: int, show: Printer) -> Iterator[Part]:
    """Boards or sheets side by side across a cell, the last one ripped; where it would be a strip, the last
    two alike.
    """
    there, play = [*frame.bed.parts], size("floor_play", frame.built)
    across = cell.across[0] + play, cell.across[1] - play
    if across[1] - across[0] > frame.longest[0]:
        raise refuse(
            f"{FIELD}.stock",
            frame.choice.stock or frame.choice.kind,
            f"The floor is {show.length(across[1] - across[0])} across; the longest piece of it gives"
            f" {show.length(frame.longest[0])}.",
            "longer stock, or a narrower bed",
        )
    z = frame.under, frame.top
    for low, high, ripped in _strips(frame, cell.run):
        done += 1
        box = cell.box((low, high), across, z)
        if frame.sheet is not None:
            yield _cut_round(_sheet(frame.sheet, cell, (low, high), across, frame.under, done), there)
            continue
        assert frame.board is not None
        timber = frame.board.timber
        board = stick(
            f"floor board {done}",
            "floor board",
            timber.key,
            box,
            ripped=high - low if ripped else None,
        )
        yield notched(board, there)


def _strips(frame: Frame, run: Run) -> Iterator[tuple[float, float, bool]]:
    """From where to where each board lies [mm], and whether it is ripped."""
    long = run[1] - run[0]
    if frame.sheet is not None:
        wide, gap = frame.sheet.cover.mm, 0.0
    else:
        assert frame.board is not None
        tongue = frame.board.timber.tongue_mm
        wide, gap = frame.board.wide - tongue, 0.0 if tongue else size("floor_gap", frame.built)
    count = max(1, ceil((long + gap) / (wide + gap) - 1e-9))
    last = long - (count - 1) * (wide + gap)
    widths = [wide] * (count - 1) + [last]
    if count > 1 and last < wide / 2:
        widths[-2:] = [(wide + last) / 2] * 2
    at = run[0]
    for each in widths:
        yield at, at + each, each < wide - 0.05
        at += each + gap


def _sheet(sheet: Sheet, cell: Cell, along: Run, across: Run, base: float, number: int) -> Part:
    """A sheet lying flat, its waves across the cell; it is wider by its lap than it shows."""
    wide = along[1] - along[0]
    full = abs(wide - sheet.cover.mm) < 0.05
    u, v = (Y, X) if cell.turned else (X, Y)
    origin = (across[0], along[0], base) if cell.turned else (along[0], across[0], base)
    body = Extrusion(
        profile=sheet_profile(sheet.wave, wide),
        origin=origin,
        along=v,
        face=u,
        through=UP,
        length=across[1] - across[0],
    )
    lap = sheet.width.mm - sheet.cover.mm
    piece = SheetPiece(
        stock=sheet.key,
        finished=across[1] - across[0],
        ripped=None if full else min(sheet.width.mm, wide + lap),
        stock_width=sheet.width.mm,
    )
    return Part(name=f"floor sheet {number}", role=role("floor board"), body=body, piece=piece)


def _cut_round(sheet: Part, there: Sequence[Part]) -> Part:
    """A sheet less what stands in it: it is cut round that with snips, in place."""
    body: Body = sheet.body
    for part in there:
        if overlap(body, part.body):
            body = Hollowed(body, part.solid, shared_volume(body, part.solid))
    return replace(sheet, body=body)
