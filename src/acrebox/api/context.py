"""What a bed is planned with: its yard, what the beds before it leave of the pile, what is sawn already."""

from dataclasses import dataclass
from typing import Annotated
from uuid import UUID

from fastapi import Depends, Query, Request
from fastapi.concurrency import run_in_threadpool

from acrebox.core.design import read_in_yard_of
from acrebox.core.measure.systems import System
from acrebox.core.yard import LONE, Yard, left_over
from acrebox.jobs.figures import made_of
from acrebox.jobs.places import drawn, names_of, stood
from acrebox.store import (
    AccountStore,
    AnswerStore,
    BedStore,
    EventStore,
    KeptWeather,
    NotFoundError,
    ReadingStore,
    SecondFactorStore,
    SessionStore,
    WeatherStore,
    YardStore,
)
from acrebox.store.queue import Queue


@dataclass(frozen=True)
class Stores:
    """The stores of one database."""

    yards: YardStore
    beds: BedStore
    readings: ReadingStore
    weather: WeatherStore
    accounts: AccountStore
    sessions: SessionStore
    answers: AnswerStore
    events: EventStore
    factors: SecondFactorStore | None


def stores(request: Request) -> Stores:
    """The stores of the app."""
    found = request.app.state.stores
    assert isinstance(found, Stores)
    return found


AllStores = Annotated[Stores, Depends(stores)]


def queue(request: Request) -> Queue | None:
    """The queue of long work; none where everything is worked out while it is waited for."""
    found: Queue | None = getattr(request.app.state, "queue", None)
    return found


LongWork = Annotated[Queue | None, Depends(queue)]


def yard_for(bed_id: UUID, kept: Stores, name: str) -> Yard:
    """The yard as one of its beds has it: what earlier beds leave of the pile, what is sawn already, where
    beds stand; `name` is what the bed is called by now. Raises NotFoundError.
    """
    around = kept.beds.around(bed_id)
    left = left_over(around.yard.pile, around.taken)
    yard = around.yard.model_copy(update={"pile": left, "made": made_of(name, around.sawn)})
    if not drawn(yard):
        return yard
    beds = kept.beds.designs(around.yard_id)
    return stood(yard, beds, names_of(beds, bed_id, name))


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

    @property
    def yard_id(self) -> UUID | None:
        """The yard that is named, or that of the bed; None where neither is."""
        if self.bed is not None:
            return stores(self.request).beds.around(self.bed).yard_id
        return self.yard

    @property
    def weather(self) -> KeptWeather | None:
        """The weather that the yard has of its own."""
        yard = self.yard_id
        return None if yard is None else stores(self.request).weather.of(yard)


Context = Annotated[Asked, Depends()]


async def in_units_of_the_yard(request: Request) -> None:
    """Numbers that a bed has without a unit are read in the units of its yard: of the bed or the yard that
    the address names. It runs before the bed itself is read.
    """
    named = {**request.query_params, **request.path_params}
    bed, yard = named.get("bed_id") or named.get("bed"), named.get("yard")
    if bed or yard:
        read_in_yard_of(await run_in_threadpool(_units_of, stores(request), bed, yard))


def _units_of(kept: Stores, bed: str | None, yard: str | None) -> System | None:
    """The units of a yard, or of that of a bed; none where there is no such one, which is told elsewhere."""
    try:
        if bed:
            return kept.beds.around(UUID(str(bed))).yard.units
        return kept.yards.get(UUID(str(yard))).yard.units if yard else None
    except (ValueError, NotFoundError):
        return None


InItsUnits = Depends(in_units_of_the_yard)
