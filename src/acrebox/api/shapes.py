"""What goes over the wire besides Designs and Plans."""

from datetime import datetime
from typing import Literal, Self
from uuid import UUID

from pydantic import BaseModel

from acrebox.core.design import Design
from acrebox.core.drafting import View
from acrebox.core.plan import Plan
from acrebox.core.plan.model import Outside, Totals
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
    kind: Literal["boards", "sleepers", "staves", "framed_sheet"]


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
        keys = {piece.key for stick in plan.cutting.sticks for piece in stick.pieces}
        return cls(
            id=bed.id,
            revision=bed.revision,
            name=plan.name,
            units=plan.units,
            currency_sign=plan.currency_sign,
            outside=plan.outside,
            totals=plan.totals,
            view=plan.drawings.plan,
            needs_a_look=sum(w.level != "note" and w.accepted is None for w in plan.watch_outs),
            pieces=len(keys),
            pieces_cut=sum(kind == "cut" and key in keys for kind, key in bed.ticks),
        )
