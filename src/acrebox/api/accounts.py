"""Signing in and out, links that let somebody in, and who may do what in a yard."""

from datetime import datetime
from hashlib import sha256
from typing import Annotated, Literal
from uuid import UUID

from fastapi import APIRouter, HTTPException, Request, Response
from limits import parse
from pydantic import BaseModel, Field

from acrebox.api.account import browser_of, somebody
from acrebox.api.context import AllStores, Stores
from acrebox.api.door import COOKIE, SAFE_COOKIE, Asks, MayDo, anybody_of
from acrebox.api.notes import Notes
from acrebox.api.once import MadeId
from acrebox.api.passphrases import (
    LEAST,
    check_passphrase,
    hash_of_nobody,
    hash_passphrase,
    is_old,
    is_right,
    strength_of,
)
from acrebox.api.problems import RESPONSES, CodeWantedError
from acrebox.api.sure import LONGEST, Passphrase
from acrebox.api.tries import Tries, address_of, count
from acrebox.core.errors import refuse
from acrebox.store import Account, Happened, May, Person, Rates, SecondFactorStore
from acrebox.store.accounts import hash_of
from acrebox.store.names import known_as, odd_in
from acrebox.store.second_factor import Used
from acrebox.store.sessions import KNOWN_DAYS, SESSION_DAYS

router = APIRouter(prefix="/api", tags=["accounts"], responses=RESPONSES)

BY_LINK = parse("20/hour")
"""How often links are tried from one address."""
BY_TYPING = parse("300/15 minutes")
"""How often it is asked from one address how good a passphrase is."""
KNOWN = "acrebox_known"
SAFE_KNOWN = f"__Host-{KNOWN}"
"""The name of the key by which a browser is known that signed in before."""

Name = Annotated[str, Field(min_length=1, max_length=60, pattern=r"^[^\x00-\x1f]*\S[^\x00-\x1f]*$")]
Key = Annotated[str, Field(min_length=10, max_length=100)]
Shared = Literal["look", "work"]


class SessionOut(BaseModel):
    """Whether one has to sign in here, whether there is anybody yet who can, and who is signed in."""

    accounts: bool
    anybody: bool
    name: str | None
    id: UUID | None


class Named(BaseModel):
    """A name and its passphrase."""

    name: Name
    passphrase: Passphrase


class ConsideredIn(BaseModel):
    """What somebody with that name thinks of as a passphrase; where no name is given, who is signed in."""

    passphrase: Annotated[str, Field(max_length=LONGEST)]
    name: Annotated[str, Field(max_length=60)] = ""


class StrengthOut(BaseModel):
    """How hard that is to guess, of 0 to 4; whether it is taken; how many characters are missing; why it is
    easy, where that is known.
    """

    score: Annotated[int, Field(ge=0, le=4)]
    taken: bool
    missing: Annotated[int, Field(ge=0, le=LEAST)]
    why: str


class SignIn(Named):
    """The same, and a code where the account has a second factor."""

    code: Annotated[str, Field(max_length=40)] = ""


class JoinIn(Named):
    """A name, a passphrase, and the key of the link."""

    key: Key


class LinkIn(BaseModel):
    """The key of a link."""

    key: Key


class InviteIn(BaseModel):
    """What the link is to let somebody do."""

    may: Shared


class LinkOut(BaseModel):
    """The key of a new link: it is told this once."""

    key: str
    good_until: datetime


class InvitedOut(BaseModel):
    """A link that is good yet."""

    id: UUID
    may: Shared
    good_until: datetime


class PersonOut(BaseModel):
    """Somebody who may do something in a yard."""

    id: UUID
    name: str
    may: Literal["look", "work", "own"]

    @classmethod
    def of(cls, person: Person) -> "PersonOut":
        """From the store's."""
        return cls(id=person.account.id, name=person.account.name, may=person.may.value)


def _give(request: Request, response: Response, name: str, key: str, days: int) -> None:
    """Have the browser keep a key: no script reads it, no other site sends it."""
    secure = bool(request.app.state.secure) or request.url.scheme == "https"
    response.set_cookie(
        f"__Host-{name}" if secure else name,
        key,
        max_age=days * 24 * 3600,
        path="/",
        httponly=True,
        samesite="strict",
        secure=secure,
    )


def _known(request: Request, kept: Stores, account: Account) -> str | None:
    """The key of the browser, where that signed in to an account before."""
    key = request.cookies.get(SAFE_KNOWN) or request.cookies.get(KNOWN) or ""
    return key if key and kept.sessions.is_known(account.id, key) else None


def _let_in(request: Request, response: Response, kept: Stores, account: Account, known: bool) -> None:
    """Have the browser keep a new key; the one that it had is good no more, wherever it was copied to. One
    that was not known is from here on, and its account is told.
    """
    for name in (SAFE_COOKIE, COOKIE):
        if key := request.cookies.get(name):
            kept.sessions.sign_out(key)
    agent, address = request.headers.get("user-agent", ""), address_of(request)
    _give(request, response, COOKIE, kept.sessions.sign_in(account.id, agent, address), SESSION_DAYS)
    if not known:
        _give(request, response, KNOWN, kept.sessions.know(account.id), KNOWN_DAYS)


def _told(request: Request, account: Account | None, anybody: bool) -> SessionOut:
    has_to = bool(request.app.state.accounts)
    name, key = (account.name, account.id) if account else (None, None)
    return SessionOut(accounts=has_to, anybody=anybody, name=name, id=key)


@router.get("/session")
def read_session(request: Request, kept: AllStores) -> SessionOut:
    """Whether one has to sign in, and who has."""
    caller = getattr(request.state, "caller", None)
    return _told(request, caller.account if caller else None, kept.accounts.any())


@router.post("/session")
def sign_in(request: Request, given: SignIn, kept: AllStores, response: Response) -> SessionOut:
    """Sign in: the browser is given a key. Wrong names and wrong passphrases are told alike."""
    found = kept.accounts.secret_of(given.name)
    address = address_of(request)
    known = _known(request, kept, found[0]) if found else None
    name = sha256(known_as(given.name).encode("utf-8", "replace")).hexdigest()[:32]
    tries = Tries(Rates(request.app.state.engine), name, address, known and hash_of(known)[:32])
    tries.check()
    if not is_right(found[1] if found else hash_of_nobody(), given.passphrase) or found is None:
        tries.wrong()
        if found:
            kept.events.note(Happened.REFUSED, given.name, address, about=found[0].id)
        raise HTTPException(401, "No account has that name and that passphrase.")
    account, secret = found
    if kept.factors and kept.factors.of(account.id).since:
        _second(kept.factors, account, given.code, tries, kept, address)
    tries.right()
    if is_old(secret):
        kept.accounts.renew_secret(account.id, hash_passphrase(given.passphrase))
    _let_in(request, response, kept, account, known is not None)
    what = Happened.SIGN_IN if known else Happened.NEW_BROWSER
    kept.events.note(what, account.name, address, about=account.id, named=browser_of(request))
    return _told(request, account, anybody=True)


def _second(
    factors: SecondFactorStore, account: Account, code: str, tries: Tries, kept: Stores, address: str
) -> None:
    """Raises CodeWantedError where no code was given, or one that is not good."""
    if not code.strip():
        raise CodeWantedError("This account has a second factor: give the code that your device shows.")
    used = factors.use(account.id, code)
    if used is None:
        tries.wrong()
        kept.events.note(Happened.REFUSED, account.name, address, about=account.id)
        raise CodeWantedError("That code is not good, or was used already.")
    if used is Used.RECOVERY:
        kept.events.note(Happened.RECOVERY, account.name, address, about=account.id)


@router.delete("/session", status_code=204)
def sign_out(request: Request, kept: AllStores, response: Response) -> None:
    """Sign out: the key is good no more, wherever it was copied to."""
    for name in (SAFE_COOKIE, COOKIE):
        if key := request.cookies.get(name):
            kept.sessions.sign_out(key)
    forget_key(request, response)


def forget_key(request: Request, response: Response) -> None:
    """Have the browser keep its key no more."""
    for name in (SAFE_COOKIE, COOKIE):
        if name in request.cookies:
            secure = name == SAFE_COOKIE
            response.delete_cookie(name, path="/", secure=secure, httponly=True, samesite="strict")


@router.post("/accounts", status_code=201)
def join(request: Request, given: JoinIn, kept: AllStores, response: Response) -> SessionOut:
    """Make an account by a link, which is used up, and sign in."""
    count(request, BY_LINK, "link", address_of(request))
    if odd := odd_in(given.name):
        says = f"This name has {odd}; others could not tell it from another."
        raise refuse("name", given.name, says, "letters of one script, digits, spaces and signs")
    check_passphrase(given.passphrase, given.name)
    if not kept.accounts.is_good(given.key):
        raise HTTPException(403, "This link is not good, or was used already.")
    yard = kept.accounts.yard_of_link(given.key)
    account = kept.accounts.join(given.key, given.name, hash_passphrase(given.passphrase))
    _let_in(request, response, kept, account, known=False)
    kept.events.note(Happened.JOINED, account.name, address_of(request), about=account.id, yard=yard)
    return _told(request, account, anybody=True)


@router.post("/passphrase-strength")
def consider(request: Request, given: ConsideredIn) -> StrengthOut:
    """How good a passphrase is that somebody thinks of. Nothing of it is kept."""
    count(request, BY_TYPING, "strength", address_of(request))
    asks = anybody_of(request)
    name = given.name or (asks.account.name if asks and asks.account else "")
    found = strength_of(given.passphrase, name)
    return StrengthOut(score=found.score, taken=found.taken, missing=found.missing, why=found.why)


@router.post("/invitations/accept", status_code=204)
def accept(request: Request, given: LinkIn, asks: Asks, kept: AllStores, notes: Notes) -> None:
    """Take up a link with the account that one has."""
    count(request, BY_LINK, "link", address_of(request))
    account, yard = somebody(asks).id, kept.accounts.yard_of_link(given.key)
    kept.accounts.accept(given.key, account)
    notes(Happened.JOINED, about=account, yard=yard)


@router.get("/yards/{yard_id}/people")
def list_people(yard_id: UUID, kept: AllStores) -> list[PersonOut]:
    """Everybody who may do something in a yard, its owner first."""
    return [PersonOut.of(p) for p in kept.accounts.people(yard_id)]


@router.put("/yards/{yard_id}/people/{account_id}")
def let(yard_id: UUID, account_id: UUID, given: InviteIn, kept: AllStores, notes: Notes) -> list[PersonOut]:
    """Let somebody look or work."""
    kept.accounts.let(yard_id, account_id, May(given.may))
    notes(Happened.SHARED, given.may, yard=yard_id, about=account_id)
    return list_people(yard_id, kept)


@router.delete("/yards/{yard_id}/people/{account_id}", status_code=204)
def let_go(yard_id: UUID, account_id: UUID, asks: Asks, may: MayDo, kept: AllStores, notes: Notes) -> None:
    """Share a yard with somebody no more; everybody may leave by himself."""
    own = asks.account is not None and asks.account.id == account_id
    if may is not May.OWN and not own:
        raise HTTPException(403, "Only its owner may do that.")
    kept.accounts.let_go(yard_id, account_id)
    notes(Happened.LET_GO, yard=yard_id, about=account_id)


@router.get("/yards/{yard_id}/invitations")
def list_invitations(yard_id: UUID, kept: AllStores) -> list[InvitedOut]:
    """The links to a yard that are good yet."""
    return [
        InvitedOut(id=i.id, may="work" if i.may is May.WORK else "look", good_until=i.ends_at)
        for i in kept.accounts.invitations(yard_id)
    ]


@router.post("/yards/{yard_id}/invitations", status_code=201)
def invite(
    yard_id: UUID, given: InviteIn, asks: Asks, kept: AllStores, notes: Notes, made: MadeId
) -> LinkOut:
    """A link by which one person comes to look at a yard or to work in it."""
    by = somebody(asks).id
    kept.yards.get(yard_id)
    key, link = kept.accounts.invite(by, yard_id, May(given.may), made)
    notes(Happened.INVITED, given.may, yard=yard_id)
    return LinkOut(key=key, good_until=link.ends_at)


@router.delete("/yards/{yard_id}/invitations/{invitation_id}", status_code=204)
def withdraw(yard_id: UUID, invitation_id: UUID, kept: AllStores, notes: Notes) -> None:
    """Let a link be good no more."""
    kept.accounts.withdraw(yard_id, invitation_id)
    notes(Happened.WITHDRAWN, yard=yard_id)
