"""What goes over the wire besides Designs and Plans."""

from collections.abc import Sequence
from datetime import datetime
from typing import Annotated, Any, Literal, Self
from uuid import UUID

from pydantic import BaseModel, Field

from acrebox.core.design import Design
from acrebox.core.errors import DesignError, Problem
from acrebox.core.measure.systems import System
from acrebox.core.plan.figures import Alone, BedFigures, alone
from acrebox.core.plan.head_rows import Understood
from acrebox.core.plan.understood import understood
from acrebox.core.remedies import Mend, mends
from acrebox.core.weighing import Rates
from acrebox.core.yard import Yard, list_of
from acrebox.jobs.figures import Listed
from acrebox.store import Bed, May, StoredYard
from acrebox.store.queue import At


class FieldProblem(BaseModel):
    """One field at fault: its path, what was given, what is wrong, what is allowed."""

    field: str
    value: str
    message: str
    allowed: str

    @classmethod
    def of(cls, problem: Problem) -> Self:
        """From the core's."""
        return cls(field=problem.field, value=problem.value, message=problem.message, allowed=problem.allowed)


class TickOut(BaseModel):
    """Something ticked off; of a piece cut, how long it is [mm] where that is known."""

    kind: str
    key: str
    length_mm: float | None = None


class TickIn(BaseModel):
    """How long the piece is that was cut [mm]."""

    length_mm: Annotated[float, Field(gt=0, le=100_000)] | None = None


class BedOut(BaseModel):
    """A bed at its newest revision; `revision` is also its ETag. `problems` say why nobody can read it."""

    id: UUID
    yard: UUID
    revision: int
    design: dict[str, Any]
    problems: list[FieldProblem]
    saved_at: datetime
    can_undo: bool
    can_redo: bool
    may: Literal["look", "work", "own"]
    ticks: list[TickOut]

    @classmethod
    def of(cls, bed: Bed, may: May = May.OWN) -> Self:
        """From the store's bed."""
        problems: tuple[Problem, ...] = ()
        document = dict(bed.document)
        try:
            document = bed.design.document()
        except DesignError as fault:
            problems = fault.problems
        return cls(
            id=bed.id,
            yard=bed.yard_id,
            revision=bed.revision,
            design=document,
            problems=[FieldProblem.of(p) for p in problems],
            saved_at=bed.saved_at,
            can_undo=bed.can_undo,
            can_redo=bed.can_redo,
            may=may.value,
            ticks=[TickOut(kind=t.kind, key=t.key, length_mm=t.length_mm) for t in bed.ticks],
        )


class ChangeIn(BaseModel):
    """A bed and the construction it is to be built of."""

    design: Design
    kind: Annotated[str, Field(min_length=1, max_length=40)]


class ChangeOut(BaseModel):
    """The bed built that way, and in words what was dropped."""

    design: Design
    dropped: list[str]


class WeighIn(BaseModel):
    """Variants to put side by side, and the rates of work."""

    designs: Annotated[list[Design], Field(max_length=4)]
    rates: Rates = Rates()


class YardOut(BaseModel):
    """A yard at its newest revision, which is also its ETag; `problems` say what of it no bed can use."""

    id: UUID
    revision: int
    yard: Yard
    saved_at: datetime
    can_undo: bool
    can_redo: bool
    may: Literal["look", "work", "own"]
    beds: int
    price_list: str
    understood: dict[str, Understood]
    problems: list[FieldProblem]

    @classmethod
    def of(cls, kept: StoredYard, may: May = May.OWN) -> Self:
        """From the store's yard."""
        return cls(
            id=kept.id,
            revision=kept.revision,
            yard=kept.yard,
            saved_at=kept.saved_at,
            can_undo=kept.can_undo,
            can_redo=kept.can_redo,
            may=may.value,
            beds=kept.beds,
            price_list=list_of(kept.yard, kept.yard.units or System.METRIC),
            understood=understood(kept.yard),
            problems=[FieldProblem.of(p) for p in kept.problems],
        )


class YardBed(BaseModel):
    """A bed as the page of its yard shows it.

    One that cannot be read or planned has `problems` instead of figures, and `mends` where another stock
    would do. A `stale` one is being worked out: ask again.
    """

    id: UUID
    revision: int
    name: str
    pieces_cut: int
    figures: BedFigures | None
    stale: bool
    problems: list[FieldProblem]
    mends: list[Mend]

    @classmethod
    def of(cls, row: Listed) -> Self:
        """From a row of the yard."""
        bed, figures = row.bed, row.figures
        cut = {tick.key for tick in bed.ticks if tick.kind == "cut"}
        return cls(
            id=bed.id,
            revision=bed.revision,
            name=str(bed.document.get("name") or "A bed without a name"),
            pieces_cut=len(cut & set(figures.pieces)) if figures else 0,
            figures=figures,
            stale=row.stale,
            problems=[FieldProblem.of(p) for p in row.problems],
            mends=mends(row.problems, bed.document),
        )


class BedsOfYard(BaseModel):
    """Every bed of a yard, and what they come to one by one."""

    beds: list[YardBed]
    alone: Alone
    work: At | None = Field(
        default=None,
        description="how far the work is by which beds are worked out; nothing where none is left",
    )

    @classmethod
    def of(cls, rows: Sequence[Listed], at: At | None = None) -> Self:
        """From the rows of the yard, and how far the work on them is."""
        return cls(
            beds=[YardBed.of(row) for row in rows],
            alone=alone(r.figures for r in rows if r.figures),
            work=at if any(row.stale for row in rows) else None,
        )
