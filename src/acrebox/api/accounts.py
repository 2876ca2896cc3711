"""Signing in and out, links that let somebody in, and who may do what in a yard."""

from datetime import datetime
from typing import Annotated, Literal
from uuid import UUID

from fastapi import APIRouter, HTTPException, Request, Response
from limits import RateLimitItem, parse
from limits.strategies import FixedWindowRateLimiter
from pydantic import BaseModel, Field

from acrebox.api.context import AllStores, Stores
from acrebox.api.door import COOKIE, SAFE_COOKIE, Asks, MayDo
from acrebox.api.passphrases import check_passphrase, hash_of_nobody, hash_passphrase, is_old, is_right
from acrebox.api.problems import RESPONSES
from acrebox.core.errors import refuse
from acrebox.store import Account, May, NotFoundError, Person, Rates
from acrebox.store.accounts import SESSION_DAYS, known_as

router = APIRouter(prefix="/api", tags=["accounts"], responses=RESPONSES)

BY_NAME, BY_ADDRESS = parse("10/15 minutes"), parse("40/15 minutes")
"""How often somebody may try to sign in under one name, and from one address."""
BY_LINK = parse("20/hour")

Name = Annotated[str, Field(min_length=1, max_length=60, pattern=r"^[^\x00-\x1f]*\S[^\x00-\x1f]*$")]
Passphrase = Annotated[str, Field(min_length=1, max_length=200)]
Key = Annotated[str, Field(min_length=10, max_length=100)]
Shared = Literal["look", "work"]


class SessionOut(BaseModel):
    """Whether one has to sign in here, whether there is anybody yet who can, and who is signed in."""

    accounts: bool
    anybody: bool
    name: str | None
    id: UUID | None


class SignIn(BaseModel):
    """A name and its passphrase."""

    name: Name
    passphrase: Passphrase


class JoinIn(SignIn):
    """A name, a passphrase, and the key of the link."""

    key: Key


class LinkIn(BaseModel):
    """The key of a link."""

    key: Key


class ChangedIn(BaseModel):
    """The passphrase as it was and as it is to be."""

    old: Passphrase
    new: Passphrase


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


def _count(request: Request, limit: RateLimitItem, *what: str) -> None:
    """Raises HTTPException where something was done too often."""
    limiter = FixedWindowRateLimiter(Rates(request.app.state.engine))
    if not limiter.hit(limit, *what):
        until = limiter.get_window_stats(limit, *what).reset_time
        wait = max(1, round(until - datetime.now().timestamp()))
        raise HTTPException(
            429,
            f"That was tried too often. Try again in {-(-wait // 60)} min.",
            headers={"Retry-After": str(wait)},
        )


def _address(request: Request) -> str:
    return request.client.host if request.client else "nobody"


def _give_key(request: Request, response: Response, key: str) -> None:
    """Have the browser keep the key: no script reads it, no other site sends it."""
    secure = bool(request.app.state.secure) or request.url.scheme == "https"
    response.set_cookie(
        SAFE_COOKIE if secure else COOKIE,
        key,
        max_age=SESSION_DAYS * 24 * 3600,
        path="/",
        httponly=True,
        samesite="strict",
        secure=secure,
    )


def _give_new_key(request: Request, response: Response, kept: Stores, account: Account) -> None:
    """Have the browser keep a new key; the one that it had is good no more, wherever it was copied to."""
    for name in (SAFE_COOKIE, COOKIE):
        if key := request.cookies.get(name):
            kept.accounts.sign_out(key)
    _give_key(request, response, kept.accounts.sign_in(account.id))


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
    _count(request, BY_ADDRESS, "sign-in", _address(request))
    _count(request, BY_NAME, "name", known_as(given.name))
    found = kept.accounts.secret_of(given.name)
    if not is_right(found[1] if found else hash_of_nobody(), given.passphrase) or found is None:
        raise HTTPException(401, "No account has that name and that passphrase.")
    account, secret = found
    if is_old(secret):
        kept.accounts.renew_secret(account.id, hash_passphrase(given.passphrase))
    _give_new_key(request, response, kept, account)
    return _told(request, account, anybody=True)


@router.delete("/session", status_code=204)
def sign_out(request: Request, kept: AllStores, response: Response) -> None:
    """Sign out: the key is good no more, wherever it was copied to."""
    for name in (SAFE_COOKIE, COOKIE):
        key = request.cookies.get(name)
        if key:
            kept.accounts.sign_out(key)
            response.delete_cookie(
                name, path="/", secure=name == SAFE_COOKIE, httponly=True, samesite="strict"
            )


@router.post("/accounts", status_code=201)
def join(request: Request, given: JoinIn, kept: AllStores, response: Response) -> SessionOut:
    """Make an account by a link, which is used up, and sign in."""
    _count(request, BY_LINK, "link", _address(request))
    check_passphrase(given.passphrase, given.name)
    if not kept.accounts.is_good(given.key):
        raise HTTPException(403, "This link is not good, or was used already.")
    account = kept.accounts.join(given.key, given.name, hash_passphrase(given.passphrase))
    _give_new_key(request, response, kept, account)
    return _told(request, account, anybody=True)


@router.put("/account/passphrase", status_code=204)
def change_passphrase(request: Request, given: ChangedIn, asks: Asks, kept: AllStores) -> None:
    """Change one's passphrase: all other browsers are signed out."""
    account = _somebody(asks.account)
    _count(request, BY_NAME, "passphrase", str(account.id))
    found = kept.accounts.secret_of(account.name)
    if found is None or not is_right(found[1], given.old):
        raise refuse("old", "not shown", "That is not your passphrase.", "the passphrase as it is now")
    check_passphrase(given.new, account.name, "new")
    kept.accounts.change_secret(account.id, hash_passphrase(given.new), asks.key)


@router.post("/invitations/accept", status_code=204)
def accept(request: Request, given: LinkIn, asks: Asks, kept: AllStores) -> None:
    """Take up a link with the account that one has."""
    _count(request, BY_LINK, "link", _address(request))
    kept.accounts.accept(given.key, _somebody(asks.account).id)


@router.get("/yards/{yard_id}/people")
def list_people(yard_id: UUID, kept: AllStores) -> list[PersonOut]:
    """Everybody who may do something in a yard, its owner first."""
    return [PersonOut.of(p) for p in kept.accounts.people(yard_id)]


@router.put("/yards/{yard_id}/people/{account_id}")
def let(yard_id: UUID, account_id: UUID, given: InviteIn, kept: AllStores) -> list[PersonOut]:
    """Let somebody look or work."""
    kept.accounts.let(yard_id, account_id, May(given.may))
    return list_people(yard_id, kept)


@router.delete("/yards/{yard_id}/people/{account_id}", status_code=204)
def let_go(yard_id: UUID, account_id: UUID, asks: Asks, may: MayDo, kept: AllStores) -> None:
    """Share a yard with somebody no more; everybody may leave by himself."""
    own = asks.account is not None and asks.account.id == account_id
    if may is not May.OWN and not own:
        raise HTTPException(403, "Only its owner may do that.")
    kept.accounts.let_go(yard_id, account_id)


@router.get("/yards/{yard_id}/invitations")
def list_invitations(yard_id: UUID, kept: AllStores) -> list[InvitedOut]:
    """The links to a yard that are good yet."""
    return [
        InvitedOut(id=i.id, may="work" if i.may is May.WORK else "look", good_until=i.ends_at)
        for i in kept.accounts.invitations(yard_id)
    ]


@router.post("/yards/{yard_id}/invitations", status_code=201)
def invite(yard_id: UUID, given: InviteIn, asks: Asks, kept: AllStores) -> LinkOut:
    """A link by which one person comes to look at a yard or to work in it."""
    by = _somebody(asks.account).id
    kept.yards.get(yard_id)
    key, link = kept.accounts.invite(by, yard_id, May(given.may))
    return LinkOut(key=key, good_until=link.ends_at)


@router.delete("/yards/{yard_id}/invitations/{invitation_id}", status_code=204)
def withdraw(yard_id: UUID, invitation_id: UUID, kept: AllStores) -> None:
    """Let a link be good no more."""
    kept.accounts.withdraw(yard_id, invitation_id)


def _somebody(account: Account | None) -> Account:
    """Who is signed in. Raises NotFoundError where nobody has to be."""
    if account is None:
        raise NotFoundError("there are no accounts here: start with --accounts")
    return account
