"""Rectangles out of sheets and rolls, by cuts from edge to edge, in whole tenths of a millimetre.

A saw that takes a kerf is met by making every piece and every sheet longer and wider by one: k pieces and the
k − 1 cuts between them fit where k pieces with a kerf each fit what is a kerf longer.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property


@dataclass(frozen=True)
class FlatPiece:
    """A rectangle wanted [0.1 mm]: so far along the sheet (along its corrugation, or its roll), so far
    across, how many; one that `turns` may lie either way.
    """

    key: str
    along: int
    across: int
    count: int
    turns: bool = False

    @property
    def area(self) -> int:
        """The area of one [0.01 mm²]."""
        return self.along * self.across

    def ways(self) -> tuple[tuple[int, int], ...]:
        """Along and across, in each way it may lie."""
        straight = (self.along, self.across)
        return (straight, straight[::-1]) if self.turns and self.along != self.across else (straight,)


@dataclass(frozen=True)
class FlatStock:
    """A sheet [0.1 mm]: price [cents], and how many there are (None: as many as wanted)."""

    key: str
    along: int
    across: int
    price: int
    limit: int | None = None


@dataclass(frozen=True)
class Roll:
    """A roll of a width [0.1 mm], sold in lengths of so much [0.1 mm] at a price each [cents]."""

    key: str
    across: int
    step: int
    price: int


@dataclass(frozen=True)
class Placed:
    """A piece in its place: from the start of its sheet and from its edge, how far it reaches [0.1 mm]."""

    key: str
    x: int
    y: int
    along: int
    across: int


@dataclass(frozen=True)
class Sheet:
    """A sheet, or what is taken off a roll, with what is cut from it; how far along it is used [0.1 mm]."""

    stock: str
    along: int
    across: int
    placed: tuple[Placed, ...]

    @property
    def used(self) -> int:
        """How far along it anything lies [0.1 mm]."""
        return max((p.x + p.along for p in self.placed), default=0)


@dataclass(frozen=True)
class FlatPlan:
    """Sheets as cut, what they cost, and what no plan costs less than [cents]; of rolls in lengths sold."""

    sheets: tuple[Sheet, ...]
    cost: int
    bound: int

    @property
    def proven(self) -> bool:
        """Whether nothing cheaper can be had."""
        return self.cost <= self.bound


@dataclass(frozen=True)
class FlatProblem:
    """Pieces, the sheets to cut them from, and the kerf [0.1 mm]."""

    pieces: tuple[FlatPiece, ...]
    stocks: tuple[FlatStock, ...]
    kerf: int = 0

    @cached_property
    def wide(self) -> tuple[FlatPiece, ...]:
        """The pieces with a kerf each."""
        k = self.kerf
        return tuple(
            FlatPiece(p.key, p.along + k, p.across + k, p.count, p.turns) for p in self.pieces if p.count
        )

    def room(self, stock: FlatStock) -> tuple[int, int]:
        """Along and across of a sheet, a kerf more."""
        return stock.along + self.kerf, stock.across + self.kerf

    def fits(self, piece: FlatPiece, stock: FlatStock) -> bool:
        """Whether a piece (with its kerf) can be cut from a sheet at all."""
        long, wide = self.room(stock)
        return any(a <= long and b <= wide for a, b in piece.ways())


def singles(pieces: Sequence[FlatPiece]) -> list[FlatPiece]:
    """Every piece by itself."""
    return [FlatPiece(p.key, p.along, p.across, 1, p.turns) for p in pieces for _ in range(p.count)]
