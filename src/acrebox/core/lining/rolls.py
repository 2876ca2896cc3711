"""From which rolls and sheets the pieces are cut: those to hand first, then the cheapest that is sold."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from decimal import Decimal

from acrebox.core.bench.flat import FlatPiece, FlatProblem, FlatStock, Roll, Sheet, cut_roll, cut_sheets
from acrebox.core.design import RollToHand, Sold
from acrebox.core.errors import DesignError
from acrebox.core.lining.pieces import LinerPiece
from acrebox.core.measure.convert import tenths
from acrebox.core.stock import Liner

CENTS = 100
Cut = Callable[[float, float | None], list[LinerPiece] | None]
"""The pieces of a material off a roll so wide and so long [mm; None: without end]; None where that is too
narrow.
"""


@dataclass(frozen=True, kw_only=True)
class Taken:
    """What pieces are cut from: a length off a roll, or sheets; how wide, how much of its length is taken
    [mm], in how many steps or sheets, what one costs; how the pieces lie in it, by their numbers.
    """

    material: Sold
    key: str
    name: str
    width: float
    length: float
    count: int
    step: float
    each: Decimal
    in_sheets: bool
    to_hand: bool
    sheets: tuple[Sheet, ...]
    proven: bool

    @property
    def cost(self) -> Decimal:
        """What all of it costs."""
        return self.count * self.each


Found = tuple[list[LinerPiece], list[Taken]]


def cut_from(
    material: Sold, cut: Cut, sold: Sequence[Liner], own: Sequence[RollToHand], effort: float
) -> Found | None:
    """The cheapest of what can be had; None where every roll is too narrow. The same always gets the same
    answer.
    """
    found: list[Found] = []
    for roll in own:
        pieces = cut(roll.width.mm, roll.length.mm)
        if pieces is not None:
            begun = _from_own(material, pieces, own, sold, effort)
            if begun is not None:
                found.append(begun)
    for liner in sold:
        pieces = cut(liner.width.mm, liner.length.mm if liner.length else None)
        if pieces is not None and (taken := _bought(material, pieces, liner, effort)) is not None:
            found.append((pieces, [taken] if taken.count else []))
    return min(found, key=lambda f: (sum(t.cost for t in f[1]), sum(p.count for p in f[0])), default=None)


def _flat(pieces: Sequence[LinerPiece]) -> list[FlatPiece]:
    return [
        FlatPiece(str(n), tenths(p.length), tenths(p.width), p.count, turns=True)
        for n, p in enumerate(pieces)
    ]


def _bought(material: Sold, pieces: Sequence[LinerPiece], liner: Liner, effort: float) -> Taken | None:
    """What of one roll or of one kind of sheet is bought for these pieces; None where one is too large."""
    price, wide = int(liner.price * CENTS), tenths(liner.width.mm)
    try:
        if liner.length is not None:
            stock = FlatStock(liner.key, tenths(liner.length.mm), wide, price)
            plan = cut_sheets(FlatProblem(tuple(_flat(pieces)), (stock,)), effort)
            count, step, long = len(plan.sheets), liner.length.mm, liner.length.mm
        else:
            assert liner.step is not None
            plan = cut_roll(_flat(pieces), Roll(liner.key, wide, tenths(liner.step.mm), price), effort)
            count, step = plan.cost // price if price else 0, liner.step.mm
            long = count * step
    except DesignError:
        return None
    return Taken(
        material=material,
        key=liner.key,
        name=liner.name,
        width=liner.width.mm,
        length=long,
        count=count,
        step=step,
        each=liner.price,
        in_sheets=liner.length is not None,
        to_hand=False,
        sheets=plan.sheets,
        proven=plan.proven,
    )


def _from_own(
    material: Sold,
    pieces: Sequence[LinerPiece],
    own: Sequence[RollToHand],
    sold: Sequence[Liner],
    effort: float,
) -> Found | None:
    """As many of the pieces as what is to hand gives, the largest first; the others bought."""
    stocks = tuple(
        FlatStock(str(n), tenths(r.length.mm), tenths(r.width.mm), 0, r.count) for n, r in enumerate(own)
    )
    singles = [(n, p) for n, p in enumerate(pieces) for _ in range(p.count)]
    singles.sort(key=lambda s: -s[1].length * s[1].width)
    held: list[int] = []
    for n, _ in singles:
        if _all_held(pieces, [*held, n], stocks) is not None:
            held.append(n)
    sheets = _all_held(pieces, held, stocks) or ()
    rest = [replace(p, count=left) for n, p in enumerate(pieces) if (left := p.count - held.count(n)) > 0]
    bought: list[Taken] = []
    if rest:
        options = [t for liner in sold if (t := _bought(material, rest, liner, effort)) is not None]
        if not options:
            return None
        best = min(options, key=lambda t: (t.cost, t.width))
        numbers = [n for n, p in enumerate(pieces) if p.count > held.count(n)]
        bought = [numbered(best, numbers)]
    return list(pieces), [*_taken_own(material, own, sheets), *bought]


def _all_held(
    pieces: Sequence[LinerPiece], held: Sequence[int], stocks: tuple[FlatStock, ...]
) -> tuple[Sheet, ...] | None:
    """How these pieces lie in what is to hand; None where they do not."""
    flat = [replace(f, count=held.count(n)) for n, f in enumerate(_flat(pieces)) if n in held]
    try:
        return cut_sheets(FlatProblem(tuple(flat), stocks), 0.1).sheets
    except DesignError:
        return None


def numbered(taken: Taken, numbers: Sequence[int]) -> Taken:
    """The same with its pieces called by other numbers: those that they have among more."""
    return replace(
        taken,
        sheets=tuple(
            replace(s, placed=tuple(replace(p, key=str(numbers[int(p.key)])) for p in s.placed))
            for s in taken.sheets
        ),
    )


def _taken_own(material: Sold, own: Sequence[RollToHand], sheets: Sequence[Sheet]) -> list[Taken]:
    """What is taken of each kind of roll to hand."""
    found = []
    for n, roll in enumerate(own):
        mine = tuple(s for s in sheets if s.stock == str(n) and s.placed)
        if mine:
            found.append(
                Taken(
                    material=material,
                    key=f"to hand {n + 1}",
                    name="to hand",
                    width=roll.width.mm,
                    length=roll.length.mm,
                    count=len(mine),
                    step=roll.length.mm,
                    each=Decimal(0),
                    in_sheets=True,
                    to_hand=True,
                    sheets=mine,
                    proven=True,
                )
            )
    return found
