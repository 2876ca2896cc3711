"""Sheets ripped into strips of one width, cut in two dimensions: which strips of which sheets the pieces come
out of, the whole sheets paid once.
"""

from collections import Counter, defaultdict
from collections.abc import Sequence

from acrebox.core.bench.flat import FlatPiece, FlatPlan, FlatProblem, FlatStock, cut_sheets
from acrebox.core.bench.supply import Supply, usable
from acrebox.core.design import BenchChoice
from acrebox.core.errors import DesignError
from acrebox.core.measure.convert import tenths

CENTS = 100
MOST_PIECES = 30
"""More pieces than these are left to strips cut like sticks, which are found at once."""

Strip = tuple[Supply, tuple[int, ...]]
"""A strip of a sheet, and the lengths cut from it [0.1 mm]."""


def cut_in_strips(
    demand: Counter[int], wide: float, sheet: float, had: Sequence[Supply], bench: BenchChoice, effort: float
) -> tuple[FlatPlan, list[list[Strip]]] | None:
    """Pieces of these lengths [0.1 mm], so `wide` [mm], out of sheets of a width [mm]: the plan, and sheet by
    sheet its strips. Corrugation runs along: no piece is turned. None where there are too many or it cannot
    be.
    """
    if sum(demand.values()) > MOST_PIECES:
        return None
    pieces = tuple(FlatPiece(str(n), n, tenths(wide), count) for n, count in sorted(demand.items()))
    stocks = tuple(
        FlatStock(str(n), usable(s, bench), tenths(sheet), int(s.price * CENTS), s.limit)
        for n, s in enumerate(had)
    )
    try:
        plan = cut_sheets(FlatProblem(pieces, stocks, tenths(bench.kerf.mm)), effort)
    except DesignError:
        return None
    kerf = tenths(bench.kerf.mm)
    found = []
    for one in plan.sheets:
        strips: dict[int, list[int]] = defaultdict(list)
        for placed in sorted(one.placed, key=lambda p: (p.y, p.x)):
            strips[round(placed.y / (placed.across + kerf))].append(placed.along)
        supply = had[int(one.stock)]
        if any(sum(row) + kerf * (len(row) - 1) > usable(supply, bench) for row in strips.values()):
            return None
        found.append([(supply, tuple(sorted(row, reverse=True))) for row in strips.values()])
    return plan, found
