"""Boards to hand: how many staves each gives, and how they are laid panel by panel."""

from collections.abc import Sequence
from dataclasses import dataclass, field
from math import floor

from acrebox.core.construction.sizes import size

ROUNDING_MM = 0.05


@dataclass(frozen=True)
class Laid:
    """A stave of a panel: the width it shows [mm], and the board that it is sawn off: its number (from 1) and
    its width [mm].
    """

    width: float
    board: tuple[int, float]

    @property
    def ripped(self) -> bool:
        """Whether it is narrower than its board."""
        return self.width < self.board[1] - ROUNDING_MM


def staves_of_a_board(length: float, stave: float) -> int:
    """How many staves [mm] a board [mm] gives, with room for any saw between them."""
    room = size("stave_saw_room")
    return max(1, floor((length + room) / (stave + room) + 1e-9))


@dataclass
class Pool:
    """Boards to hand, widest first [mm], each giving so many staves of its own width; an average width never
    runs out.
    """

    widths: list[float]
    average: float | None
    each: int = 1
    boards: int = field(default=0)
    used: int = field(default=0)
    _open: tuple[float, int] = field(default=(0.0, 0))

    def _next(self) -> Laid:
        """A stave of the board that is begun, or of the next one."""
        width, left = self._open
        if not left:
            if self.average is None and not self.widths:
                raise LookupError
            width = self.average if self.average is not None else self.widths.pop(0)
            left = self.each
            self.boards += 1
        self._open = (width, left - 1)
        self.used += 1
        return Laid(width, (self.boards, width))

    def take(self, length: float) -> list[Laid]:
        """The staves of a panel of that length [mm], left to right.

        The widest stand at the ends; what must be ripped stands mid-panel, as two halves where one would
        be a sliver. Raises LookupError when the boards to hand do not suffice.
        """
        whole: list[Laid] = []
        left = length
        while left > ROUNDING_MM:
            stave = self._next()
            if stave.width > left + ROUNDING_MM:
                return _arranged(whole, _ripped(whole, left, stave))
            whole.append(stave)
            left -= stave.width
        return _arranged(whole, [])


def _ripped(whole: list[Laid], left: float, last: Laid) -> list[Laid]:
    """What is left of a panel [mm], ripped from the `last` stave or, where that gives a sliver, with the one
    before it from both, as even as the two are wide (both ends of the panel keep a whole one).
    """
    if left >= size("stave_sliver") or len(whole) < 3:
        return [Laid(left, last.board)]
    before = whole.pop()
    share = min((left + before.width) / 2, last.width)
    return [Laid(left + before.width - share, before.board), Laid(share, last.board)]


def _arranged(whole: Sequence[Laid], ripped: Sequence[Laid]) -> list[Laid]:
    """Widest staves at both ends, narrower towards the middle, ripped ones in the middle."""
    order = sorted(whole, key=lambda stave: -stave.width)
    return [*order[0::2], *ripped, *reversed(order[1::2])]
