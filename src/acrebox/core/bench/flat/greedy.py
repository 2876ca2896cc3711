"""A first plan: piece by piece into the free rectangle that it fills best, which is then cut in two from edge
to edge. Every order, rule and kind of sheet is tried in turn, and the cheapest plan kept.
"""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, field
from itertools import product

from acrebox.core.bench.flat.problem import FlatPiece, FlatProblem, FlatStock, Placed, Roll, Sheet, singles

Order = Callable[[FlatPiece], tuple[int, int]]
ORDERS: tuple[Order, ...] = (
    lambda p: (-p.area, -p.along),
    lambda p: (-p.along, -p.across),
    lambda p: (-p.across, -p.along),
    lambda p: (-max(p.along, p.across), -p.area),
)
SPLITS = ("along", "across", "larger")
"""Where a free rectangle is cut once a piece lies in its corner: first along the sheet, first across it, or
so that the larger rest stays whole.
"""


@dataclass
class _Free:
    x: int
    y: int
    along: int
    across: int


@dataclass
class _Open:
    stock: FlatStock
    free: list[_Free]
    placed: list[Placed] = field(default_factory=list)


def greedy_plans(problem: FlatProblem) -> Iterator[tuple[int, list[Sheet]]]:
    """Every plan that the orders, rules and main kinds of sheet give: its cost [cents] and its sheets."""
    every = singles(problem.wide)
    for order, split, main in product(ORDERS, SPLITS, problem.stocks):
        sheets = _laid(problem, sorted(every, key=order), split, main)
        if sheets is not None:
            yield sum(s.stock.price for s in sheets), [_sheet(s, problem.kerf) for s in sheets]


def _laid(
    problem: FlatProblem, pieces: Sequence[FlatPiece], split: str, main: FlatStock
) -> list[_Open] | None:
    """Sheets as they fill up: what costs nothing first, then the main kind, then the cheapest that takes the
    piece; None where a piece finds no sheet.
    """
    left = {s.key: s.limit for s in problem.stocks}
    ranked = sorted(problem.stocks, key=lambda s: (s.price > 0, s is not main, s.price, s.along * s.across))
    opened: list[_Open] = []
    for piece in pieces:
        if _put(opened, piece, split):
            continue
        stock = next((s for s in ranked if left[s.key] != 0 and problem.fits(piece, s)), None)
        if stock is None:
            return None
        many = left[stock.key]
        left[stock.key] = None if many is None else many - 1
        new = _Open(stock, [_Free(0, 0, *problem.room(stock))])
        opened.append(new)
        _put([new], piece, split)
    return opened


def _put(opened: Sequence[_Open], piece: FlatPiece, split: str) -> bool:
    """Into the free rectangle of which it leaves the narrowest rest."""
    found = [
        (min(f.along - a, f.across - b), f.along * f.across, n, m, a, b)
        for n, sheet in enumerate(opened)
        for m, f in enumerate(sheet.free)
        for a, b in piece.ways()
        if a <= f.along and b <= f.across
    ]
    if not found:
        return False
    *_, n, m, a, b = min(found)
    sheet, free = opened[n], opened[n].free.pop(m)
    sheet.placed.append(Placed(piece.key, free.x, free.y, a, b))
    beside, behind = free.across - b, free.along - a
    first_along = split == "along" or (split == "larger" and beside * free.along > behind * free.across)
    if first_along:
        rests = (_Free(free.x, free.y + b, free.along, beside), _Free(free.x + a, free.y, behind, b))
    else:
        rests = (_Free(free.x + a, free.y, behind, free.across), _Free(free.x, free.y + b, a, beside))
    sheet.free += [r for r in rests if r.along > 0 and r.across > 0]
    return True


def _sheet(opened: _Open, kerf: int) -> Sheet:
    placed = tuple(Placed(p.key, p.x, p.y, p.along - kerf, p.across - kerf) for p in opened.placed)
    return Sheet(opened.stock.key, opened.stock.along, opened.stock.across, placed)


def level_plans(pieces: Sequence[FlatPiece], roll: Roll) -> Iterator[Sheet]:
    """Off a roll in shelves across it: each piece into the first shelf with room, deepest first; pieces lie
    as they are, or all as shallow, or all as deep as they may.
    """
    for choose in (_straight, min, max):
        lying = [(p.key, *choose([w for w in p.ways() if w[1] <= roll.across])) for p in singles(pieces)]
        shelves: list[tuple[int, int, list[tuple[str, int, int]]]] = []
        for key, a, b in sorted(lying, key=lambda p: (-p[1], -p[2])):
            at = next((n for n, s in enumerate(shelves) if a <= s[0] and s[1] + b <= roll.across), None)
            if at is None:
                shelves.append((a, b, [(key, a, b)]))
            else:
                deep, used, there = shelves[at]
                shelves[at] = (deep, used + b, [*there, (key, a, b)])
        placed, x = [], 0
        for deep, _, there in shelves:
            y = 0
            for key, a, b in there:
                placed.append(Placed(key, x, y, a, b))
                y += b
            x += deep
        yield Sheet(roll.key, x, roll.across, tuple(placed))


def _straight(ways: Sequence[tuple[int, int]]) -> tuple[int, int]:
    return ways[0]
