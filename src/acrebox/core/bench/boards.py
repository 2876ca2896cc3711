"""Measured boards, no two alike: what comes out of one board is settled before it is sawn, so each is a stick
of its own, and more are set aside for bad ones.
"""

from collections import Counter, defaultdict
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal

from acrebox.core.assembly import StickPiece, with_bad_ones
from acrebox.core.bench.supply import CutStick, StockCutting, Supply, usable
from acrebox.core.design import BenchChoice
from acrebox.core.errors import refuse
from acrebox.core.measure.convert import tenths
from acrebox.core.measure.printing import Printer
from acrebox.core.takeoff import CutGroup

Pieces = list[tuple[str, int]]


def cut_boards(
    groups: Sequence[CutGroup],
    labels: Mapping[str, str],
    had: Sequence[Supply],
    bench: BenchChoice,
    show: Printer,
    *,
    bad_share: float,
) -> StockCutting:
    """Every board from the cheapest length that holds what comes out of it, and a share more of them for bad
    ones [%]; `labels` are those of the parts by name.

    Raises DesignError when a board's pieces fit no length, or there are not enough.
    """
    stock = groups[0].stock
    source = _Source(had, bench, show, stock)
    boards: dict[tuple[int, float], Pieces] = defaultdict(list)
    for group in groups:
        for part in group.parts:
            assert isinstance(part.piece, StickPiece)
            assert part.piece.board is not None
            boards[part.piece.board].append((labels[part.name], group.length))
    sticks = []
    for (_, wide), pieces in sorted(boards.items()):
        supply, left = source.take(pieces)
        sticks.append(CutStick(stock, supply, tuple(pieces), left, wide=wide))
    more = with_bad_ones(len(sticks), bad_share) - len(sticks)
    longest = max(boards.values(), key=source.takes, default=[])
    aside = tuple(source.take(longest)[0] for _ in range(more))
    cost = sum((s.supply.price for s in sticks), Decimal(0)) + sum((s.price for s in aside), Decimal(0))
    return StockCutting(
        stock=stock,
        sticks=tuple(sticks),
        cost=cost,
        bound=cost,
        proven=True,
        fewest=True,
        aside=aside,
    )


@dataclass
class _Source:
    """Hands out lengths, the cheapest that holds what is asked, the shortest of those; each as often as there
    are.
    """

    had: Sequence[Supply]
    bench: BenchChoice
    show: Printer
    stock: str

    def __post_init__(self) -> None:
        self._taken: Counter[int] = Counter()

    def takes(self, pieces: Pieces) -> int:
        """The length that pieces take with the cuts between them [0.1 mm]."""
        return sum(length for _, length in pieces) + tenths(self.bench.kerf.mm) * (len(pieces) - 1)

    def take(self, pieces: Pieces) -> tuple[Supply, int]:
        """What pieces are sawn off, and what is left of it [0.1 mm]."""
        need = self.takes(pieces)
        fits = [n for n, s in enumerate(self.had) if usable(s, self.bench) >= need]
        if not fits:
            most = max((usable(s, self.bench) for s in self.had), default=0)
            raise refuse(
                "bench.lengths",
                self.show.length(need / 10),
                f"{len(pieces)} pieces out of one board take {self.show.length(need / 10)} of {self.stock}.",
                f"boards at least that long (the longest to be had gives {self.show.length(most / 10)}), or a"
                " saw with a smaller kerf",
            )
        free = [n for n in fits if (limit := self.had[n].limit) is None or self._taken[n] < limit]
        if not free:
            raise refuse(
                "bench.lengths",
                self.stock,
                f"The boards of {self.stock} do not suffice, with some set aside for bad ones.",
                "a higher limit on a length, one more length, or fewer set aside",
            )
        best = min(free, key=lambda n: (self.had[n].price, not self.had[n].to_hand, self.had[n].length))
        self._taken[best] += 1
        supply = self.had[best]
        rest = usable(supply, self.bench) - need - tenths(self.bench.kerf.mm)
        return supply, max(0, rest)
