"""A cutting problem by itself: lengths to cut, sticks sold and to hand, typed or from a file."""

from collections import Counter
from collections.abc import Iterator
from decimal import Decimal
from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field

from acrebox.core.bench.problem import CuttingPlan, CuttingProblem, StickKind
from acrebox.core.bench.search import NoCutting, cut_best
from acrebox.core.design import Choice, StickLength, read_checked, written_in
from acrebox.core.errors import Problem, refuse
from acrebox.core.measure.convert import tenths
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.written import Length, between

CENTS = 100
Kerf = Annotated[Length, between(Length(0), Length("12 mm"))]
Count = Annotated[int, Field(ge=1, le=10_000)]
Rows = Field(min_length=1, max_length=200)


class PieceAsked(Choice):
    """So many pieces of a length."""

    length: StickLength
    count: Count = 1


class StickAsked(Choice):
    """Sticks sold: their length, what one costs, how many there are (any number unless told)."""

    length: StickLength
    price: Annotated[Decimal, Field(ge=0, max_digits=9, decimal_places=2)]
    limit: Annotated[int, Field(ge=0, le=10_000)] | None = None


class ToHand(Choice):
    """Sticks to hand, which cost nothing."""

    length: StickLength
    count: Count = 1


class CuttingAsked(Choice):
    """Lengths to cut with a kerf a cut, out of sticks sold and to hand, which are squared already."""

    schema_version: Literal[1] = Field(1, alias="schema")
    kerf: Kerf = Length("3 mm")
    pieces: Annotated[tuple[PieceAsked, ...], Rows]
    sticks: Annotated[tuple[StickAsked, ...], Field(max_length=200)] = ()
    to_hand: Annotated[tuple[ToHand, ...], Field(max_length=200)] = ()


class _Row(BaseModel):
    model_config = ConfigDict(frozen=True)


class StickCut(_Row):
    """A stick as it is cut: its length and its pieces [mm], longest first; what it costs; whether it was to
    hand.
    """

    length_mm: float
    price: float
    to_hand: bool
    pieces: tuple[float, ...]


class LeftOver(_Row):
    """What is left: so many of a length [mm], off a stick that was cut or as a stick to hand that was not."""

    length_mm: float
    count: int
    whole: bool


class CuttingAnswer(_Row):
    """How each stick is cut, what those that are bought cost and what they cost at the least, whether no way
    costs less, and what is left.
    """

    cost: float
    bound: float
    proven: bool
    sticks: tuple[StickCut, ...]
    left: tuple[LeftOver, ...]


def read_cutting(data: Any) -> CuttingAsked:
    """A cutting problem from plain JSON values.

    Raises DesignError that names every field at fault: one that cannot be read, a piece that fits no stick.
    """
    return read_checked(CuttingAsked, data, written_in(data), _too_long)


def _too_long(asked: CuttingAsked) -> Iterator[Problem]:
    show = Printer(written_in(asked.model_dump(mode="json")))
    there = [s.length.mm for s in asked.sticks if s.limit != 0] + [h.length.mm for h in asked.to_hand]
    most = max(there, default=0.0)
    for n, piece in enumerate(asked.pieces):
        if piece.length.mm <= 0:
            yield Problem(
                f"pieces.{n}.length", str(piece.length.text), "A piece has a length.", "more than 0"
            )
        elif piece.length.mm > most + 1e-6:
            allowed = f"at most {show.length(most)}, the longest stick there is" if most else "some sticks"
            yield Problem(f"pieces.{n}.length", str(piece.length.text), "It fits no stick.", allowed)


def cut_asked(asked: CuttingAsked, effort: float = 1.0) -> CuttingAnswer:
    """The cheapest way of cutting that was found, and how cheap one can be at the least.

    Raises DesignError where the sticks do not suffice, or no way was found in that `effort`.
    """
    demand: Counter[int] = Counter()
    for piece in asked.pieces:
        demand[tenths(piece.length.mm)] += piece.count
    sold = [StickKind(tenths(s.length.mm), int(s.price * CENTS), s.limit) for s in asked.sticks]
    free = [StickKind(tenths(h.length.mm), 0, h.count) for h in asked.to_hand]
    lengths = tuple(sorted(demand, reverse=True))
    kinds = tuple(k for k in (*sold, *free) if k.usable > 0)
    problem = CuttingProblem(lengths, tuple(demand[n] for n in lengths), tenths(asked.kerf.mm), kinds)
    plan = cut_best(problem, effort)
    if isinstance(plan, NoCutting):
        cannot = plan.why == "cannot be"
        says = "They do not suffice for all pieces." if cannot else "No way of cutting was found so far."
        more = "more of them, or longer ones"
        raise refuse("sticks", f"{len(kinds)} kinds", says, more if cannot else f"a longer search, or {more}")
    return _answer(problem, plan, len([s for s in sold if s.usable > 0]))


def _answer(problem: CuttingProblem, plan: CuttingPlan, sold: int) -> CuttingAnswer:
    sticks = tuple(
        StickCut(
            length_mm=problem.kinds[s.kind].usable / 10,
            price=problem.kinds[s.kind].price / CENTS,
            to_hand=s.kind >= sold,
            pieces=tuple(n / 10 for n in s.pieces),
        )
        for s in plan.sticks
    )
    return CuttingAnswer(
        cost=plan.cost / CENTS,
        bound=plan.bound / CENTS,
        proven=plan.proven,
        sticks=sticks,
        left=tuple(_left(problem, plan, sold)),
    )


def _left(problem: CuttingProblem, plan: CuttingPlan, sold: int) -> Iterator[LeftOver]:
    """Off-cuts, the longest first, and then what of the sticks to hand was not cut."""
    rests: Counter[int] = Counter()
    for stick in plan.sticks:
        rests[problem.kinds[stick.kind].usable - sum(stick.pieces) - problem.kerf * len(stick.pieces)] += 1
    for rest, count in sorted(rests.items(), reverse=True):
        if rest > 0:
            yield LeftOver(length_mm=rest / 10, count=count, whole=False)
    used = Counter(stick.kind for stick in plan.sticks)
    for n, kind in enumerate(problem.kinds):
        if n >= sold and (kind.limit or 0) > used[n]:
            yield LeftOver(length_mm=kind.usable / 10, count=(kind.limit or 0) - used[n], whole=True)
