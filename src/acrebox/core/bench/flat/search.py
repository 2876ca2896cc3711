"""The cheapest plan that the work allows, beside what none can cost less than."""

from collections.abc import Sequence

from acrebox.core.bench.flat.bound import least_cost, least_length
from acrebox.core.bench.flat.greedy import greedy_plans, level_plans
from acrebox.core.bench.flat.problem import FlatPiece, FlatPlan, FlatProblem, FlatStock, Roll, Sheet
from acrebox.core.bench.flat.shelves import off_the_roll, shelved
from acrebox.core.bench.work import Work
from acrebox.core.errors import DesignError, refuse

FIRST_ANSWER = 400_000
"""What a first answer may cost in work: a few tenths of a second."""


def cut_sheets(problem: FlatProblem, effort: float = 1.0) -> FlatPlan:
    """Pieces out of sheets. Raises DesignError naming a piece that no sheet takes."""
    for piece in problem.wide:
        if not any(problem.fits(piece, s) for s in problem.stocks if s.limit != 0):
            raise _too_large(piece)
    if not problem.wide:
        return FlatPlan((), 0, 0)
    work = Work(int(FIRST_ANSWER * effort))
    bound = least_cost(problem, work)
    plans = sorted(greedy_plans(problem), key=lambda plan: (plan[0], len(plan[1])))
    if not plans:
        raise refuse("sheets", "all of them", "There are not enough sheets for the pieces.", "more sheets")
    cost, sheets = plans[0]
    if cost > bound:
        for better, found in shelved(problem, cost, work):
            if better < cost:
                cost, sheets = better, found
    return FlatPlan(tuple(sheets), cost, bound)


def cut_roll(pieces: Sequence[FlatPiece], roll: Roll, effort: float = 1.0) -> FlatPlan:
    """Pieces off a roll: as few lengths sold as can be found. Raises DesignError naming a piece that is wider
    than the roll.
    """
    wanted = [p for p in pieces if p.count]
    for piece in wanted:
        if not any(b <= roll.across for _, b in piece.ways()):
            raise _too_large(piece)
    if not wanted:
        return FlatPlan((), 0, 0)
    work = Work(int(FIRST_ANSWER * effort))
    sheet, least = _shortest(wanted, roll), least_length(wanted, roll, work)
    if _lengths(sheet.used, roll) > _lengths(least, roll):
        better = off_the_roll(wanted, roll, sheet.used, work)
        sheet = better or sheet
    sold = _lengths(sheet.used, roll)
    taken = Sheet(roll.key, sheet.used, roll.across, sheet.placed)
    return FlatPlan((taken,), sold * roll.price, _lengths(least, roll) * roll.price)


def _lengths(used: int, roll: Roll) -> int:
    return -(-used // roll.step)


def _shortest(pieces: Sequence[FlatPiece], roll: Roll) -> Sheet:
    """The shortest of the first plans: in shelves, or all on one sheet that is as long as all pieces behind
    each other.
    """
    longest = sum(p.count * max(p.along, p.across) for p in pieces)
    endless = FlatProblem(tuple(pieces), (FlatStock(roll.key, longest, roll.across, 1),))
    one = [sheets[0] for _, sheets in greedy_plans(endless) if len(sheets) == 1]
    return min([*level_plans(pieces, roll), *one], key=lambda s: s.used)


def _too_large(piece: FlatPiece) -> DesignError:
    return refuse("pieces", piece.key, "No sheet is as large as that piece.", "a larger sheet, or it in two")
