"""What a bed is planned with: its yard, what the beds before it leave of the pile, what is sawn already."""

from dataclasses import dataclass
from typing import Annotated
from uuid import UUID

from fastapi import Depends, Query, Request

from acrebox.api.figures import made_of
from acrebox.core.yard import LONE, Yard, left_over
from acrebox.store import BedStore, YardStore


@dataclass(frozen=True)
class Stores:
    """The stores of one database."""

    yards: YardStore
    beds: BedStore


def stores(request: Request) -> Stores:
    """The stores of the app."""
    found = request.app.state.stores
    assert isinstance(found, Stores)
    return found


AllStores = Annotated[Stores, Depends(stores)]


def yard_for(bed_id: UUID, kept: Stores, name: str) -> Yard:
    """The yard as one of its beds has it: what earlier beds leave of the pile, what is sawn already; `name`
    is what the bed is called by now. Raises NotFoundError.
    """
    around = kept.beds.around(bed_id)
    left = left_over(around.yard.pile, around.taken)
    return around.yard.model_copy(update={"pile": left, "made": made_of(name, around.sawn)})


@dataclass(frozen=True)
class Asked:
    """Which bed or yard a planning is for."""

    request: Request
    bed: Annotated[
        UUID | None, Query(description="the bed that is planned, for its yard and what is sawn")
    ] = None
    yard: Annotated[
        UUID | None, Query(description="the yard that it is planned in, where it is no bed yet")
    ] = None

    def yard_of(self, name: str) -> Yard:
        """The yard to plan a bed of that name with; the usual one where neither bed nor yard is named.

        Raises NotFoundError when there is no such bed or yard.
        """
        if self.bed is None and self.yard is None:
            return LONE
        kept = stores(self.request)
        if self.bed is not None:
            return yard_for(self.bed, kept, name)
        assert self.yard is not None
        return kept.yards.get(self.yard).yard


Context = Annotated[Asked, Depends()]
