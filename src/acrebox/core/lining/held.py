"""What holds a lining and goes over its joints: staples, nails, tape, sleeves."""

from collections.abc import Sequence
from math import ceil

from acrebox.core.assembly import Assembly
from acrebox.core.design import LiningChoice, WallLining
from acrebox.core.lining.limits import lining_limit
from acrebox.core.lining.pieces import LinerPiece
from acrebox.core.lining.room import LinedRoom
from acrebox.core.measure.systems import System

STIFF = ("none", "plastic_board")
"""Linings of walls that need no slack and no staple."""
METAL = ("sheet", "block", "wall")
"""Walls that take no staple."""


def is_wooden(bed: Assembly) -> bool:
    """Whether a staple holds in what lies to the soil."""
    return bool(bed.wall) and bed.wall[-1].what not in METAL


def tape_of(
    bed: Assembly, choice: LiningChoice, rooms: Sequence[LinedRoom], pieces: Sequence[LinerPiece]
) -> float:
    """Tape over corners and joints, over the laps of pond sheet and round its patches [mm]."""
    tape = 0.0
    if choice.corners == "tape":
        tape += sum(len(bed.inner.corners) * r.depth for r in rooms) + _joints(bed)
    bands = [p for p in pieces if p.material == "pond" and p.kind == "floor"]
    tape += sum(p.length for p in bands[1:])
    tape += sum(2 * (p.length + p.width) * p.count for p in pieces if p.kind == "patch")
    return tape


def _joints(bed: Assembly) -> float:
    """How much joint lies between boards of one course and one side [mm]."""
    rows: dict[tuple[str, int], list[float]] = {}
    for part in bed.parts:
        if part.role.skin and part.course is not None and part.side:
            rows.setdefault((part.side, part.course), []).append(part.solid.width)
    return sum(max(widths) * (len(widths) - 1) for widths in rows.values())


def sleeves_of(bed: Assembly, pipes: int, built: System) -> tuple[float, ...]:
    """How long the sleeves of so many pipes are that go through a wall of wood [mm]."""
    if not is_wooden(bed):
        return ()
    return (bed.wall_thickness + 2 * lining_limit("sleeve_out", built),) * pipes


def staples_of(
    walls: WallLining, run: float, pieces: Sequence[LinerPiece], rooms: Sequence[LinedRoom]
) -> float:
    """How much of a lining is stapled [mm]: its upper edge along the way (`run`) and between rows, every lap
    of strips and of wraps, the edge of what lies on the floor.
    """
    stapled = 0.0
    if walls not in STIFF:
        strips = [p for p in pieces if p.kind == "strip"]
        rows = max((p.row for p in strips), default=0)
        stapled += run * (1 + rows) + sum(p.width * p.count for p in strips)
        stapled += sum(p.length * p.count for p in pieces if p.kind == "wrap")
    loose = {p.material for p in pieces if p.kind == "floor" and p.material != "pond"}
    return stapled + sum(r.perimeter for r in rooms) * len(loose)


def nails_of(pieces: Sequence[LinerPiece], built: System) -> int:
    """How many nails: along the upper edge and the foot of boards."""
    every = lining_limit("nails_every", built)
    return sum(2 * (ceil(p.length / every - 1e-9) + 1) * p.count for p in pieces if p.kind == "board")
