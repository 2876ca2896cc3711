"""Is it square: four taped sides and two diagonals, what angles they make, whether a tape was misread, which
corner to move and how far.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from math import hypot, isnan, sqrt
from typing import Annotated, Any

import numpy as np
from pydantic import BaseModel, Field

from acrebox.core.design import Choice, read_model, written_in
from acrebox.core.errors import DesignError, Problem
from acrebox.core.ground.limits import ground_limit
from acrebox.core.ground.quadrilateral import (
    CORNERS,
    ENDS,
    MEASURES,
    Quadrilateral,
    fitted,
    off_by_itself,
    placed_on,
)
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.written import Length, between, read_in

Taped = Annotated[Length, between(Length("10 mm"), Length("200 m"))]
SIDES = MEASURES[:4]


class Wanted(Choice):
    """The rectangle that is wanted."""

    length: Taped
    width: Taped


class Tape(Choice):
    """Taped sides (front, right, back, left) and diagonals (front left to back right, front right to back
    left); what was taped `again`, by its name; and by how much two tapes of one length differ (`noise`).
    """

    sides: tuple[Taped, Taped, Taped, Taped]
    diagonals: tuple[Taped, Taped]
    wanted: Wanted | None = None
    again: dict[str, Taped] = Field(default_factory=dict)
    noise: Annotated[Length, between(Length("0.1 mm"), Length("100 mm"))] | None = None


class CornerAngle(BaseModel):
    """The angle inside a corner [°]."""

    name: str
    angle_deg: float


class Suspect(BaseModel):
    """Tapes of which one is misread, and how far each would be off if it was that [mm]."""

    which: list[str]
    off_mm: list[float]
    words: str


class Move(BaseModel):
    """The corner to move, along which side of it, and how far towards that side's other end (negative: away
    from it) [mm].
    """

    corner: str
    along: str
    by_mm: float
    words: str


class SquareAnswer(BaseModel):
    """What the tapes say. `residuals_mm` are taped less fitted, sides then diagonals."""

    corners: list[CornerAngle]
    residuals_mm: list[float]
    suspect: Suspect | None
    move: Move | None
    true_diagonal_mm: float
    square: bool
    words: str


def read_tape(data: Any) -> Tape:
    """A Tape from plain JSON values. Raises DesignError that names every field at fault."""
    with read_in(written_in(data)):
        tape = read_model(Tape, data)
    problems = list(_problems(tape))
    if problems:
        raise DesignError(problems)
    return tape


def _problems(tape: Tape) -> Iterator[Problem]:
    show = Printer(written_in(tape.model_dump(mode="json")))
    for name in tape.again:
        if name not in MEASURES:
            yield Problem(f"again.{name}", name, "Nothing of that name is taped.", ", ".join(MEASURES))
    lengths = _used(tape, 0.0)
    for n, pairs in enumerate((((0, 1), (3, 2)), ((0, 3), (1, 2)))):
        most = min(lengths[a] + lengths[b] for a, b in pairs)
        least = max(abs(lengths[a] - lengths[b]) for a, b in pairs)
        if not least < lengths[4 + n] < most:
            says = "No four corners have such a diagonal: it is longer than two sides together, or too short."
            allowed = f"between {show.length(least)} and {show.length(most)}"
            yield Problem(f"diagonals.{n}", show.length(lengths[4 + n]), says, allowed)


def _used(tape: Tape, noise: float) -> list[float]:
    """Every length as it counts: what was taped again and agrees is the mean of both, else the later one."""
    first = [*(s.mm for s in tape.sides), *(d.mm for d in tape.diagonals)]
    found = []
    for name, length in zip(MEASURES, first, strict=True):
        later = tape.again.get(name)
        if later is None:
            found.append(length)
        else:
            found.append((length + later.mm) / 2 if abs(length - later.mm) <= noise else later.mm)
    return found


def check_square(tape: Tape) -> SquareAnswer:
    """What the tapes say of the four corners."""
    show = Printer(written_in(tape.model_dump(mode="json")))
    noise = tape.noise.mm if tape.noise else ground_limit("tape_noise", show.built)
    sure = ground_limit("sure_times") * noise
    used = _used(tape, sure * sqrt(2))
    found = fitted(used)
    suspect = _suspect(tape, used, found, sure, show)
    long, wide = _wanted(tape, found)
    open_yet = suspect is not None and found.noise > sure
    move = (
        None
        if open_yet
        else _move(found, long, wide, max(sure, ground_limit("square_enough", show.built)), show)
    )
    square = not open_yet and move is None
    return SquareAnswer(
        corners=[
            CornerAngle(name=n, angle_deg=round(a, 4)) for n, a in zip(CORNERS, found.angles, strict=True)
        ],
        residuals_mm=[round(r, 3) for r in found.residuals],
        suspect=suspect,
        move=move,
        true_diagonal_mm=hypot(long, wide),
        square=square,
        words=suspect.words if open_yet and suspect else move.words if move else "It is square.",
    )


def _wanted(tape: Tape, found: Quadrilateral) -> tuple[float, float]:
    if tape.wanted is not None:
        return tape.wanted.length.mm, tape.wanted.width.mm
    front, right, back, left, *_ = found.lengths
    return (front + back) / 2, (right + left) / 2


def _suspect(
    tape: Tape, used: Sequence[float], found: Quadrilateral, sure: float, show: Printer
) -> Suspect | None:
    """What may be misread. Six measures have one to spare: it tells that one of them is off, not which; a
    second tape of one settles that.
    """
    if found.noise > sure:
        each = zip(MEASURES, off_by_itself(used), strict=True)
        left = [(n, off) for n, off in each if n not in tape.again and not isnan(off)]
        names = ", ".join(f"{n} by {show.exact(abs(off))}" for n, off in left)
        return Suspect(
            which=[n for n, _ in left],
            off_mm=[round(off, 2) for _, off in left],
            words=f"One tape is misread: {names}. Tape one of them again; the longest first."
            if left
            else "The tapes do not agree, and all were taken twice: begin anew, with the tape pulled tight.",
        )
    first = [*(s.mm for s in tape.sides), *(d.mm for d in tape.diagonals)]
    changed = [
        (name, taped - now)
        for name, taped, now in zip(MEASURES, first, used, strict=True)
        if name in tape.again and abs(taped - tape.again[name].mm) > sure * sqrt(2)
    ]
    if not changed:
        return None
    told = ", ".join(f"{n} by {show.exact(abs(off))}" for n, off in changed)
    return Suspect(
        which=[n for n, _ in changed],
        off_mm=[round(off, 2) for _, off in changed],
        words=f"Misread was {told}; the second tape counts.",
    )


@dataclass(frozen=True)
class _Off:
    corner: int
    by: tuple[float, float]


def _move(found: Quadrilateral, long: float, wide: float, enough: float, show: Printer) -> Move | None:
    """Which corner to move: the one that is off by itself where the three others lie as they should; else, a
    racked bed is pushed at the back corner of its longer diagonal.
    """
    box = [(0.0, 0.0), (long, 0.0), (long, wide), (0.0, wide)]
    if max(abs(n - w) for n, w in zip(found.lengths, _lengths(box), strict=True)) <= enough:
        return None
    lone = _lone(found, box, enough)
    if lone is not None:
        return _lone_move(lone, box, show)
    by = found.push
    if abs(by) <= enough / 2:
        return None
    corner, along = ("back right", "back") if by > 0 else ("back left", "back")
    to = "back left" if by > 0 else "back right"
    words = f"Push {corner} {show.exact(abs(by))} towards {to}: its diagonal is the longer one."
    return Move(corner=corner, along=along, by_mm=abs(by), words=words)


def _lengths(points: Sequence[Sequence[float]]) -> list[float]:
    return [hypot(*np.subtract(points[j], points[i])) for i, j in ENDS]


def _lone(found: Quadrilateral, box: Sequence[tuple[float, float]], enough: float) -> _Off | None:
    """The corner that alone lies elsewhere, and how far it goes to where it should be, along the axes of the
    wanted rectangle [mm].
    """
    best: tuple[float, _Off] | None = None
    for n in range(4):
        others = [k for k in range(4) if k != n]
        apart = [abs(found.lengths[m] - _lengths(box)[m]) for m, (i, j) in enumerate(ENDS) if n not in (i, j)]
        if max(apart) > enough:
            continue
        turn, move = placed_on({k: box[k] for k in others}, {k: found.corners[k] for k in others})
        goal = np.array(box[n]) @ turn + move
        by = (goal - np.array(found.corners[n])) @ turn.T
        if best is None or max(apart) < best[0]:
            best = (max(apart), _Off(n, (float(by[0]), float(by[1]))))
    return best[1] if best else None


def _lone_move(off: _Off, box: Sequence[tuple[float, float]], show: Printer) -> Move:
    """One corner moved along the side on which most of its way lies."""
    x, y = off.by
    across = abs(x) >= abs(y)
    side = (
        ("front" if off.corner in (0, 1) else "back")
        if across
        else ("left" if off.corner in (0, 3) else "right")
    )
    i, j = ENDS[SIDES.index(side)]
    other = j if off.corner == i else i
    way = np.sign(np.subtract(box[other], box[off.corner])[0 if across else 1])
    by = (x if across else y) * float(way)
    where = f"towards {CORNERS[other]}" if by > 0 else f"away from {CORNERS[other]}"
    rest = y if across else x
    also = f", and {show.exact(abs(rest))} at a right angle to that" if abs(rest) > 1 else ""
    words = f"Move {CORNERS[off.corner]} {show.exact(abs(by))} along the {side}, {where}{also}."
    return Move(corner=CORNERS[off.corner], along=side, by_mm=by, words=words)
