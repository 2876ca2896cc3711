"""Boards of mixed widths to hand, laid panel by panel."""

from collections.abc import Sequence
from dataclasses import dataclass, field

from acrebox.core.construction.sizes import size

ROUNDING_MM = 0.05


@dataclass
class Pool:
    """Boards to hand, widest first [mm]; an average width never runs out."""

    widths: list[float]
    average: float | None
    used: int = field(default=0)

    def _next(self) -> float:
        if self.average is None and not self.widths:
            raise LookupError
        self.used += 1
        return self.average if self.average is not None else self.widths.pop(0)

    def take(self, length: float) -> list[tuple[float, bool]]:
        """The staves of a panel of that length [mm], left to right: (width, whether it is ripped).

        The widest stand at the ends; what must be ripped stands mid-panel, as two halves where one would
        be a sliver. Raises LookupError when the boards to hand do not suffice.
        """
        whole: list[float] = []
        left = length
        while left > ROUNDING_MM:
            board = self._next()
            if board > left + ROUNDING_MM:
                return _arranged(whole, _ripped(whole, left))
            whole.append(board)
            left -= board
        return _arranged(whole, [])


def _ripped(whole: list[float], left: float) -> list[float]:
    """What is left of a panel, as one ripped board or, where that is a sliver, as two even ones with the
    last whole board (both ends of the panel keep a whole one).
    """
    if left >= size("stave_sliver") or len(whole) < 3:
        return [left]
    both = left + whole.pop()
    return [both / 2, both / 2]


def _arranged(whole: Sequence[float], ripped: Sequence[float]) -> list[tuple[float, bool]]:
    """Widest boards at both ends, narrower towards the middle, ripped ones in the middle."""
    order = sorted(whole, reverse=True)
    left, right = order[0::2], order[1::2]
    return [*((w, False) for w in left), *((w, True) for w in ripped), *((w, False) for w in reversed(right))]
