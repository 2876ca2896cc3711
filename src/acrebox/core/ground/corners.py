"""Are the corners where they should be: what tapes between them say, whether one was misread, which corner to
move and how far.
"""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from math import sqrt

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel

from acrebox.core.errors import DesignError, Problem
from acrebox.core.ground.network import Laid, Network, angles_of, laid, placed_on
from acrebox.core.measure.printing import Printer

SIDEWAYS_MM = 1.0
"""What a corner is moved aside by no less than, to be told."""


class CornerAngle(BaseModel):
    """The angle inside a corner, and the one that is wanted [°]."""

    name: str
    angle_deg: float
    wanted_deg: float


class Suspect(BaseModel):
    """Tapes of which one is misread, and how far each would be off if it was that [mm]."""

    which: list[str]
    off_mm: list[float]
    words: str


class Move(BaseModel):
    """The corner to move, along which side of it, and how far towards that side's other end (negative: away
    from it), and how far inwards at a right angle to that (negative: outwards) [mm].
    """

    corner: str
    along: str
    by_mm: float
    aside_mm: float = 0.0
    words: str


class SquareAnswer(BaseModel):
    """What the tapes say. `residuals_mm` are taped less fitted, in the order of `tapes`; `spare` is how many
    tapes there are to check the others; `true_diagonal_mm` is told of rectangles. `moves` are all corners
    that lie elsewhere, `move` the first of them.
    """

    tapes: list[str]
    corners: list[CornerAngle]
    residuals_mm: list[float]
    spare: int
    suspect: Suspect | None
    move: Move | None
    moves: list[Move]
    true_diagonal_mm: float | None
    square: bool
    words: str


@dataclass(frozen=True)
class Tapes:
    """Lengths by the names of what was taped [mm]: the first time, and what was taped again."""

    first: Mapping[str, float]
    again: Mapping[str, float]

    def used(self, alike: float) -> dict[str, float]:
        """Every length as it counts: what was taped again and agrees is the mean of both, else the later."""
        found = dict(self.first)
        for name, later in self.again.items():
            was = self.first[name]
            found[name] = (was + later) / 2 if abs(was - later) <= alike else later
        return found

    def changed(self, alike: float) -> dict[str, float]:
        """What was taped again and was misread at first, by how much [mm]."""
        used = self.used(alike)
        return {n: self.first[n] - used[n] for n in self.again if abs(self.first[n] - self.again[n]) > alike}


@dataclass(frozen=True)
class Held:
    """How closely tapes are held to be alike, and corners to be in place [mm]."""

    noise: float
    sure: float
    enough: float

    @property
    def alike(self) -> float:
        """What two tapes of one length differ by and are still the same."""
        return self.sure * sqrt(2)


def unreachable(network: Network, lengths: Mapping[str, float], show: Printer) -> Iterator[Problem]:
    """Every tape that no corners have beside the others, by its name."""
    used = network.of(lengths)
    taped = [lengths[t.name] for t in used.ties]
    for n, least, most in used.out_of_reach(taped):
        says = "No corners have such a length: it is longer than two sides together, or too short."
        allowed = f"between {show.length(least)} and {show.length(most)}"
        yield Problem(used.ties[n].name, show.length(taped[n]), says, allowed)


def check_corners(
    network: Network, tapes: Tapes, held: Held, show: Printer, *, right_angles: bool = False
) -> SquareAnswer:
    """What tapes say of corners. Raises DesignError, by the names of the tapes, where no corners have them.

    Needs as many tapes as the shape has freedoms. A rectangle (`right_angles`) that leans is pushed along its
    back.
    """
    used = tapes.used(held.alike)
    if problems := list(unreachable(network, used, show)):
        raise DesignError(problems)
    found = laid(network, used)
    disagree = max(found.misses) > held.sure
    suspect = _misread(found, tapes, held.sure, show) if disagree else _was_misread(tapes, held, show)
    moves = [] if disagree else list(_moves(network, found, held.enough, show, right_angles))
    words = suspect.words if disagree and suspect else " ".join(m.words for m in moves)
    fine = "It is square." if right_angles else "Every corner is where it should be."
    unchecked = [n for n in found.unchecked if n not in tapes.again]
    once = f" No other tape checks {', '.join(unchecked)}: tape that again too." if unchecked else ""
    return SquareAnswer(
        tapes=list(found.network.names),
        corners=[
            CornerAngle(name=n, angle_deg=round(a, 4), wanted_deg=round(w, 4))
            for n, a, w in zip(network.corners, found.angles, angles_of(network.wanted), strict=True)
        ],
        residuals_mm=[round(r, 3) for r in found.residuals],
        spare=found.network.spare,
        suspect=suspect,
        move=moves[0] if moves else None,
        moves=moves,
        true_diagonal_mm=network.lengths[-1] if right_angles else None,
        square=not disagree and not moves,
        words=(words or fine) + once,
    )


def _misread(found: Laid, tapes: Tapes, sure: float, show: Printer) -> Suspect:
    """Which tape may be misread: each without which the others agree. With one tape to spare that is any of
    them; with more it is mostly one. Where it is none, more than one is misread: the worst is told.
    """
    pairs = zip(found.network.names, found.misses, strict=True)
    missed = {n: m for n, m in pairs if m > 0 and n not in tapes.again}
    alone = {n for n in missed if max(found.without(n).misses) <= sure}
    which = [n for n in missed if n in alone] or [n for n in missed if missed[n] == max(missed.values())]
    offs = {n: off for n in which if (off := found.off_by_itself(n)) is not None}
    told = ", ".join(f"{n} by {show.exact(abs(off))}" for n, off in offs.items())
    if not offs:
        words = "The tapes do not agree, and all were taken twice: begin anew, with the tape pulled tight."
    elif not alone:
        words = f"More than one tape is misread. The worst is {told}: tape that again first."
    elif len(offs) == 1:
        words = f"One tape is misread: {told}. Tape it again."
    else:
        words = f"One tape is misread: {told}. Tape one of them again; the longest first."
    return Suspect(which=list(offs), off_mm=[round(off, 2) for off in offs.values()], words=words)


def _was_misread(tapes: Tapes, held: Held, show: Printer) -> Suspect | None:
    """What a second tape has settled."""
    changed = tapes.changed(held.alike)
    if not changed:
        return None
    told = ", ".join(f"{n} by {show.exact(abs(off))}" for n, off in changed.items())
    return Suspect(
        which=list(changed),
        off_mm=[round(off, 2) for off in changed.values()],
        words=f"Misread was {told}; the second tape counts.",
    )


def _moves(network: Network, found: Laid, enough: float, show: Printer, lean: bool) -> Iterator[Move]:
    """Which corners to move: those that lie elsewhere while the others lie as they should; of a rectangle
    that leans, the back corner of its longer diagonal, and the other goes with it.
    """
    count = len(network.corners)
    off = np.abs(_apart(found.corners) - _apart(network.wanted))
    if float(off.max()) <= enough:
        return
    out = _left_out(off, enough)
    if lean and len(out) > 1:
        yield from _pushed(found, enough, show)
        return
    held = count - len(out) > 1
    kept = [n for n in range(count) if not held or n not in out]
    turn, move = placed_on({n: network.wanted[n] for n in kept}, {n: found.corners[n] for n in kept})
    for n in out:
        goal = np.array(network.wanted[n]) @ turn + move
        by = (goal - np.array(found.corners[n])) @ turn.T
        if held or float(np.hypot(*by)) > enough:
            yield _move(network, n, by, show)


def _apart(points: Sequence[Sequence[float]]) -> NDArray[np.float64]:
    """How far every two corners lie apart [mm]."""
    at = np.array(points, float)
    return np.asarray(np.hypot(*(at[:, None] - at[None, :]).transpose(2, 0, 1)))


def _left_out(off: NDArray[np.float64], enough: float) -> tuple[int, ...]:
    """Few corners without which no two lie wrongly apart: one after the other the corner that lies wrong to
    most others, of as many to the most, of alike the last, so that the front is held.
    """
    kept = list(range(len(off)))
    while len(kept) > 1:
        among = off[np.ix_(kept, kept)]
        wrong = (among > enough).sum(axis=0)
        if not wrong.any():
            break
        worst = max(range(len(kept)), key=lambda k: (int(wrong[k]), round(float(among[k].sum()), 3), k))
        kept.pop(worst)
    return tuple(n for n in range(len(off)) if n not in kept)


def _move(network: Network, n: int, by: NDArray[np.float64], show: Printer) -> Move:
    """One corner moved along that of its two sides on which most of its way lies."""
    points, count = network.wanted, len(network.corners)
    sides = [(network.ties[n].name, (n + 1) % count), (network.ties[n - 1 if n else count - 1].name, n - 1)]
    ahead = [_unit(points[n], points[other]) for _, other in sides]
    best = max((0, 1), key=lambda k: abs(float(ahead[k] @ by)))
    side, other = sides[best]
    along = float(ahead[best] @ by)
    # The bed lies on the left hand of its sides, walked from each corner to the next.
    left = np.array((-ahead[best][1], ahead[best][0])) * (1 if best == 0 else -1)
    aside = float(left @ by)
    where = f"{'towards' if along > 0 else 'away from'} {network.corners[other]}"
    also = ""
    if abs(aside) > SIDEWAYS_MM:
        way = "inwards" if aside > 0 else "outwards"
        also = f", and {show.exact(abs(aside))} {way} at a right angle to that"
    words = f"Move {network.corners[n]} {show.exact(abs(along))} along {_the(side)}, {where}{also}."
    return Move(corner=network.corners[n], along=side, by_mm=along, aside_mm=aside, words=words)


def _the(side: str) -> str:
    return side if side[-1].isdigit() else f"the {side}"


def _unit(a: Sequence[float], b: Sequence[float]) -> NDArray[np.float64]:
    way = np.subtract(b, a)
    return np.asarray(way / np.hypot(*way))


def racked(found: Laid) -> float:
    """How far a leaning rectangle is pushed along its back to be square, from back right to back left [mm]
    (negative: the other way): (d₁² − d₂²) ÷ 4 × its mean length.
    """
    front, _, back, _, first, second = found.lengths
    return (first**2 - second**2) / (2 * (front + back))


def _pushed(found: Laid, enough: float, show: Printer) -> Iterator[Move]:
    by = racked(found)
    if abs(by) <= enough / 2:
        return
    back_right, back_left = found.network.corners[2:]
    corner, to = (back_right, back_left) if by > 0 else (back_left, back_right)
    words = f"Push {corner} {show.exact(abs(by))} towards {to}: its diagonal is the longer one."
    yield Move(corner=corner, along=found.network.ties[2].name, by_mm=abs(by), words=words)
