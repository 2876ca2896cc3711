"""What can be had of a section, and what comes of it: sticks as cut, and what they come to."""

from collections import Counter
from dataclasses import dataclass
from decimal import Decimal

from acrebox.core.design import BenchChoice
from acrebox.core.measure.convert import tenths
from acrebox.core.stock import Catalogue


@dataclass(frozen=True)
class Supply:
    """One length of a section that can be had [0.1 mm]: price, limit, or an off-cut to hand."""

    length: int
    price: Decimal
    limit: int | None
    to_hand: bool


@dataclass(frozen=True)
class CutStick:
    """A stick as cut: pieces as (label, length [0.1 mm]), and what is left over [0.1 mm].

    A sheet that is ripped gives several `strips`, each cut like a stick: this is the one of that number.
    A measured board is so `wide` [mm].
    """

    stock: str
    supply: Supply
    pieces: tuple[tuple[str, int], ...]
    offcut: int
    strip: int = 1
    strips: int = 1
    wide: float | None = None


@dataclass(frozen=True, kw_only=True)
class StockCutting:
    """All sticks of one section with their cost and bound; `aside` are whole ones more, for bad ones."""

    stock: str
    sticks: tuple[CutStick, ...]
    cost: Decimal
    bound: Decimal
    proven: bool
    fewest: bool
    aside: tuple[Supply, ...] = ()

    @property
    def taken(self) -> list[CutStick]:
        """Every stick and every sheet once."""
        return [s for s in self.sticks if s.strip == 1]

    @property
    def supplied(self) -> list[Supply]:
        """What all of them are taken from, and the whole ones more."""
        return [*(s.supply for s in self.taken), *self.aside]

    @property
    def bought(self) -> list[Supply]:
        """That of it which is not to hand."""
        return [s for s in self.supplied if not s.to_hand]


def supplies(stock: str, bench: BenchChoice, book: Catalogue) -> list[Supply]:
    """What can be had of a section: the yard's lengths (or the ones the gardener gave), and off-cuts to
    hand.
    """
    own = [s for s in bench.lengths if book.find_cuttable(s.stock) == book.find_cuttable(stock)]
    timber = book.find_cuttable(stock)
    assert timber is not None
    sold = [(s.length.mm, s.price, s.limit) for s in own] or [
        (s.length.mm, s.price, None) for s in timber.lengths
    ]
    bought = [Supply(tenths(mm), price, limit, False) for mm, price, limit in sold]
    spare: Counter[int] = Counter()
    for cut in bench.offcuts:
        if book.find_cuttable(cut.stock) == timber:
            spare[tenths(cut.length.mm)] += cut.count
    return bought + [Supply(mm, Decimal(0), count, True) for mm, count in sorted(spare.items(), reverse=True)]


def usable(supply: Supply, bench: BenchChoice) -> int:
    """Length left after squaring the end or ends [0.1 mm]."""
    return supply.length - tenths(bench.trim.mm) * (2 if bench.trim_ends == "both" else 1)
