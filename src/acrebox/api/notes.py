"""What happened is written down by the route that does it: who asked, and from where."""

from typing import Annotated, Protocol
from uuid import UUID

from fastapi import Depends, Request

from acrebox.api.context import AllStores
from acrebox.api.door import Asks
from acrebox.api.tries import address_of
from acrebox.store import Happened

NOBODY = "whoever is in the house"


class Note(Protocol):
    """Writes down what happened; `named` is what it was done to."""

    def __call__(
        self, what: Happened, named: str = "", *, yard: UUID | None = None, about: UUID | None = None
    ) -> None:
        """One event."""


def noting(request: Request, asks: Asks, kept: AllStores) -> Note:
    """By whom and from where this is asked, for what is written down of it."""
    by = asks.account.name if asks.account else NOBODY

    def note(what: Happened, named: str = "", *, yard: UUID | None = None, about: UUID | None = None) -> None:
        kept.events.note(what, by, address_of(request), about=about, yard=yard, named=named)

    return note


Notes = Annotated[Note, Depends(noting)]
