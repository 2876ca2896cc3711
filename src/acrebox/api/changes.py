"""What others change is told to pages while they are looked at: server-sent events (WHATWG HTML, 9.2).

A notice says what to look at, and only to who may look at it; the page then asks for that as always.
"""

import asyncio
from collections.abc import AsyncIterator, Iterator
from contextlib import contextmanager, suppress
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Depends, Request
from fastapi.concurrency import run_in_threadpool
from fastapi.sse import EventSourceResponse, ServerSentEvent
from pydantic import BaseModel
from sqlalchemy import Engine

from acrebox.api.context import AllStores
from acrebox.api.door import Asks, Caller
from acrebox.api.problems import COMPONENTS, RESPONSES
from acrebox.api.tries import address_of
from acrebox.jobs.lanes import BusyError
from acrebox.store import ALL, AccountStore, Changed, Ear

PATH = "/api/changes"
SPEAKS_S = 45.0
"""How long one answer goes on, shorter than a request may take (`serve.patience`): the page then asks anew,
and what it may look at is found out anew.
"""
AGAIN_MS = 500
"""After how long it does."""
MOST, MOST_OF_ONE = 200, 40
"""How many pages one process tells, and how many of one house."""
KEPT = 100
"""How many notices wait for a page that reads slowly; of more it is told that anything may have changed."""

router = APIRouter(tags=["changes"], responses=RESPONSES)


class ChangedOut(BaseModel):
    """What was changed: a document that is at `revision` now, or something else of a bed or a yard, or
    something of one's account; where nothing is named, anything may have been.
    """

    yard: UUID | None = None
    bed: UUID | None = None
    revision: int | None = None
    account: UUID | None = None


class Listener:
    """One page, and what it may hear of; everything where `mays` is None."""

    def __init__(self, house: str, account: UUID | None, mays: set[UUID] | None) -> None:
        self.house, self._account, self._mays = house, account, mays
        self.heard: asyncio.Queue[Changed | None] = asyncio.Queue(KEPT)

    def hear(self, changed: Changed) -> None:
        """Keep a notice for the page, where it is for it."""
        mine = self._mays is None or changed == ALL or changed.yard in self._mays
        if not mine and (changed.account is None or changed.account != self._account):
            return
        self._put(changed)

    def end(self) -> None:
        """Have the answer end after what was heard so far."""
        self._put(None)

    def _put(self, one: Changed | None) -> None:
        if self.heard.full():
            while not self.heard.empty():
                self.heard.get_nowait()
            one = one and ALL
        self.heard.put_nowait(one)


class Hub:
    """Listens to the database for all pages that one process tells, as long as there are any."""

    def __init__(self, engine: Engine) -> None:
        self._engine = engine
        self._listeners: set[Listener] = set()
        self._ear: Ear | None = None

    @contextmanager
    def listening(self, one: Listener) -> Iterator[Listener]:
        """Have a page hear. Raises BusyError where there are too many."""
        theirs = sum(other.house == one.house for other in self._listeners)
        if len(self._listeners) >= MOST or theirs >= MOST_OF_ONE:
            raise BusyError("So many pages are told of changes that there is no room for one more.")
        self._listeners.add(one)
        if self._ear is None:
            self._ear = self._begin()
        else:
            one.hear(ALL)
        try:
            yield one
        finally:
            self._listeners.discard(one)
            if not self._listeners and self._ear is not None:
                self._ear.stop()
                self._ear = None

    def close(self) -> None:
        """Have all answers end."""
        for one in self._listeners:
            one.end()

    def _begin(self) -> Ear:
        loop = asyncio.get_running_loop()

        def hand_on(changed: Changed) -> None:
            with suppress(RuntimeError):  # the loop has ended meanwhile
                loop.call_soon_threadsafe(self._hear, changed)

        ear = Ear(self._engine, hand_on)
        ear.start()
        return ear

    def _hear(self, changed: Changed) -> None:
        for one in self._listeners:
            one.hear(changed)


async def listens(request: Request, asks: Asks, kept: AllStores) -> AsyncIterator[Listener]:
    """Who asks, as one who is told of changes. Raises BusyError."""
    hub: Hub = request.app.state.hub
    mays = await run_in_threadpool(_mays, asks, kept.accounts)
    with hub.listening(Listener(address_of(request), asks.owner, mays)) as one:
        yield one


def _mays(asks: Caller, accounts: AccountStore) -> set[UUID] | None:
    return None if asks.account is None else set(accounts.mays(asks.account))


Listens = Annotated[Listener, Depends(listens)]
_MODEL = COMPONENTS.format(model=ChangedOut.__name__)


@router.get(
    PATH,
    response_class=EventSourceResponse,
    responses={200: {"model": ChangedOut, "content": {"text/event-stream": {"schema": {"$ref": _MODEL}}}}},
)
async def hear_of_changes(one: Listens) -> AsyncIterator[ServerSentEvent]:
    """Notices of what is changed, as they come: the first says that they are listened for from there on."""
    loop = asyncio.get_running_loop()
    until = loop.time() + SPEAKS_S
    while (left := until - loop.time()) > 0:
        try:
            changed = await asyncio.wait_for(one.heard.get(), left)
        except TimeoutError:
            return
        if changed is None:
            return
        told = ChangedOut.model_validate(changed, from_attributes=True)
        yield ServerSentEvent(data=told.model_dump(mode="json", exclude_none=True), retry=AGAIN_MS)
        if changed.account is not None:
            return  # what one may look at may be another from here on
