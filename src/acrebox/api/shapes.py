"""What goes over the wire besides Designs and Plans."""

from datetime import datetime
from typing import Self
from uuid import UUID

from pydantic import BaseModel

from acrebox.core.design import Design
from acrebox.core.drafting import View
from acrebox.core.plan import DRAWINGS, HEAD, OUTSIDE, TICKS, TOTALS, WATCH_OUTS, Plan
from acrebox.core.plan.head_rows import Totals
from acrebox.core.plan.shape_rows import Outside
from acrebox.core.weighing import Rates
from acrebox.store import Bed


class Tick(BaseModel):
    """Something ticked off."""

    kind: str
    key: str


class BedOut(BaseModel):
    """A bed at its newest revision; `revision` is also its ETag."""

    id: UUID
    revision: int
    design: Design
    saved_at: datetime
    can_undo: bool
    can_redo: bool
    ticks: list[Tick]

    @classmethod
    def of(cls, bed: Bed) -> Self:
        """From the store's bed."""
        ticks = [Tick(kind=kind, key=key) for kind, key in bed.ticks]
        return cls(
            id=bed.id,
            revision=bed.revision,
            design=bed.design,
            saved_at=bed.saved_at,
            can_undo=bed.can_undo,
            can_redo=bed.can_redo,
            ticks=ticks,
        )


class ChangeIn(BaseModel):
    """A bed and the construction it is to be built of."""

    design: Design
    kind: str


class ChangeOut(BaseModel):
    """The bed built that way, and in words what was dropped."""

    design: Design
    dropped: list[str]


class WeighIn(BaseModel):
    """Variants to put side by side, and the rates of work."""

    designs: list[Design]
    rates: Rates = Rates()


class YardBed(BaseModel):
    """A bed as the yard shows it: its drawing from above and its main figures."""

    id: UUID
    revision: int
    name: str
    units: str
    currency_sign: str
    outside: Outside
    totals: Totals
    view: View
    needs_a_look: int
    pieces: int
    pieces_cut: int

    @classmethod
    def of(cls, bed: Bed, plan: Plan) -> Self:
        """From the store's bed and its plan."""
        head = plan[HEAD]
        keys = {tick.key for tick in plan[TICKS] if tick.kind == "cut"}
        return cls(
            id=bed.id,
            revision=bed.revision,
            name=head.name,
            units=head.units,
            currency_sign=head.currency_sign,
            outside=plan[OUTSIDE],
            totals=plan[TOTALS],
            view=plan[DRAWINGS].plan,
            needs_a_look=sum(w.level != "note" and w.accepted is None for w in plan[WATCH_OUTS]),
            pieces=len(keys),
            pieces_cut=sum(kind == "cut" and key in keys for kind, key in bed.ticks),
        )
