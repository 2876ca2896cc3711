"""One's own account: the passphrase, where one is signed in, what happened."""

import re
from datetime import datetime
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Query, Request
from pydantic import BaseModel, Field

from acrebox.api.context import AllStores
from acrebox.api.door import Asks, Caller
from acrebox.api.notes import Notes
from acrebox.api.passphrases import check_passphrase, hash_passphrase
from acrebox.api.problems import RESPONSES
from acrebox.api.sure import Passphrase, by_passphrase
from acrebox.store import Account, Event, Happened, NotFoundError, SignedIn

router = APIRouter(prefix="/api/account", tags=["account"], responses=RESPONSES)

Place = Annotated[int, Field(ge=0, lt=2**63)]


class ChangedIn(BaseModel):
    """The passphrase as it was and as it is to be."""

    old: Passphrase
    new: Passphrase


class SignedInOut(BaseModel):
    """A browser in which one is signed in: what it is, in words and as it says itself, from where and when it
    signed in, when it was last used (to the hour), whether it is this one.
    """

    id: UUID
    browser: str
    agent: str
    address: str
    since: datetime
    used: datetime
    here: bool

    @classmethod
    def of(cls, found: SignedIn) -> "SignedInOut":
        """From the store's."""
        return cls(
            id=found.id,
            browser=told_of(found.agent),
            agent=found.agent,
            address=found.address,
            since=found.made_at,
            used=found.seen_at,
            here=found.here,
        )


class EventOut(BaseModel):
    """Something that happened to one's account or in a yard of one's own; `named` is what it was done to."""

    place: int
    at: datetime
    what: Happened
    by: str
    address: str
    yard: UUID | None
    named: str

    @classmethod
    def of(cls, found: Event) -> "EventOut":
        """From the store's."""
        return cls(
            place=found.place,
            at=found.at,
            what=found.what,
            by=found.by,
            address=found.address,
            yard=found.yard_id,
            named=found.named,
        )


class ReadIn(BaseModel):
    """Up to which event one has read."""

    place: Place


@router.put("/passphrase", status_code=204)
def change_passphrase(request: Request, given: ChangedIn, asks: Asks, kept: AllStores, notes: Notes) -> None:
    """Change one's passphrase: all other browsers are signed out."""
    account = by_passphrase(request, given.old, somebody(asks), kept, "old")
    check_passphrase(given.new, account.name, "new")
    kept.accounts.change_secret(account.id, hash_passphrase(given.new), asks.key)
    notes(Happened.PASSPHRASE, browser_of(request), about=account.id)


@router.get("/sessions")
def list_sessions(asks: Asks, kept: AllStores) -> list[SignedInOut]:
    """The browsers in which one is signed in, the last used first."""
    return [SignedInOut.of(each) for each in kept.sessions.of(somebody(asks).id, asks.key)]


@router.delete("/sessions/{session_id}", status_code=204)
def end_session(session_id: UUID, asks: Asks, kept: AllStores, notes: Notes) -> None:
    """Sign a browser out."""
    account = somebody(asks).id
    ended = next((s for s in kept.sessions.of(account, asks.key) if s.id == session_id), None)
    kept.sessions.end(account, session_id)
    notes(Happened.ENDED, told_of(ended.agent) if ended else "", about=account)


@router.get("/events")
def list_events(
    asks: Asks, kept: AllStores, before: Annotated[Place | None, Query()] = None
) -> list[EventOut]:
    """What happened to one's account and in the yards of one's own, the last first; earlier than `before`."""
    return [EventOut.of(each) for each in kept.events.of(somebody(asks).id, before)]


@router.get("/notices")
def list_notices(asks: Asks, kept: AllStores) -> list[EventOut]:
    """What happened to one's account that one has not read yet: a new browser, a passphrase, a share."""
    return [EventOut.of(each) for each in kept.events.unread(somebody(asks).id)]


@router.put("/notices", status_code=204)
def read_notices(given: ReadIn, asks: Asks, kept: AllStores) -> None:
    """One has read what happened up to a place."""
    kept.events.read(somebody(asks).id, given.place)


def browser_of(request: Request) -> str:
    """What the browser says it is, in words."""
    return told_of(request.headers.get("user-agent", ""))


def told_of(agent: str) -> str:
    """What a browser says of itself, in a few words: what kind of thing it runs on."""
    kinds = (("Mobile", "a phone"), ("Tablet", "a tablet"), ("(", "a computer"))
    found = next((says for sign, says in kinds if sign in agent), None)
    first = re.match(r"[\w./-]{1,40}", agent)
    return found or (f"a program, {first[0]}" if first else "a program that does not say what it is")


def somebody(asks: Caller) -> Account:
    """Who is signed in. Raises NotFoundError where nobody has to be."""
    if asks.account is None:
        raise NotFoundError("there are no accounts here: start with --accounts")
    return asks.account
