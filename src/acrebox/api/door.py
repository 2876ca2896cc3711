"""Who asks, and whether they may: everybody where nobody has to sign in, else who a key was given to.

What every route asks for stands in `ROUTES`; one that is not there is closed.
"""

from dataclasses import dataclass
from typing import Annotated
from uuid import UUID

from fastapi import Depends, HTTPException, Request
from starlette.concurrency import run_in_threadpool
from starlette.requests import HTTPConnection
from starlette.types import ASGIApp, Receive, Scope, Send

from acrebox.api.context import Stores
from acrebox.api.problems import away, problem
from acrebox.store import AWAY, Account, May, NotFoundError, StoredYard

COOKIE = "acrebox_session"
SAFE_COOKIE = f"__Host-{COOKIE}"
"""The name of the key where it is sent by TLS alone: browsers then take it from nobody else."""
OPEN = "open"
SIGNED_IN = "signed in"
Rule = May | str
ROUTES: dict[Rule, str] = {
    OPEN: """
        GET /api/health
        GET /api/ready
        GET /api/session
        POST /api/session
        DELETE /api/session
        POST /api/accounts
        POST /api/passphrase-strength
    """,
    # What is planned and not kept; beds and yards that it names are looked at.
    SIGNED_IN: """
        GET /api/stages
        GET /api/constructions
        GET /api/stock
        GET /api/questions
        POST /api/plan
        POST /api/change-construction
        POST /api/other-half
        POST /api/remedies
        POST /api/fits
        POST /api/alternatives
        POST /api/weigh-up
        POST /api/recipes
        POST /api/other-ways
        POST /api/layers-moved
        POST /api/season
        GET /api/practice/{number}/reading
        GET /api/practice/{number}/tape
        POST /api/practice/{number}/check
        GET /api/yards
        POST /api/yards
        GET /api/changes
        PUT /api/account/passphrase
        GET /api/account/sessions
        DELETE /api/account/sessions/{session_id}
        GET /api/account/events
        GET /api/account/notices
        PUT /api/account/notices
        GET /api/account/second-factor
        POST /api/account/second-factor
        PUT /api/account/second-factor
        POST /api/account/second-factor/codes
        POST /api/account/second-factor/off
        GET /api/account/data
        POST /api/account/leave
        POST /api/invitations/accept
    """,
    # Whoever may look at a yard may leave it: that route sees to the rest itself.
    May.LOOK: """
        GET /api/beds
        GET /api/beds/{bed_id}
        GET /api/beds/{bed_id}/readings
        GET /api/beds/{bed_id}/laser
        GET /api/beds/{bed_id}/packing
        GET /api/yards/{yard_id}
        GET /api/yards/{yard_id}/plan
        GET /api/yards/{yard_id}/sun-map
        GET /api/yards/{yard_id}/best-place
        POST /api/yards/{yard_id}/stand
        POST /api/yards/{yard_id}/line-up
        POST /api/yards/{yard_id}/repeat
        GET /api/yards/{yard_id}/people
        DELETE /api/yards/{yard_id}/people/{account_id}
    """,
    May.WORK: """
        POST /api/beds
        PUT /api/beds/{bed_id}
        DELETE /api/beds/{bed_id}
        POST /api/beds/{bed_id}/restore
        POST /api/beds/{bed_id}/copy
        PUT /api/beds/{bed_id}/yard/{yard_id}
        POST /api/beds/{bed_id}/undo
        POST /api/beds/{bed_id}/redo
        PUT /api/beds/{bed_id}/ticks/{kind}/{key}
        DELETE /api/beds/{bed_id}/ticks/{kind}/{key}
        POST /api/beds/{bed_id}/readings
        PUT /api/beds/{bed_id}/readings/{reading_id}
        DELETE /api/beds/{bed_id}/readings/{reading_id}
        PUT /api/yards/{yard_id}
        POST /api/yards/{yard_id}/work
        DELETE /api/yards/{yard_id}/work
        POST /api/yards/{yard_id}/undo
        POST /api/yards/{yard_id}/redo
        PUT /api/yards/{yard_id}/weather
        DELETE /api/yards/{yard_id}/weather
        PUT /api/yards/{yard_id}/recipes
        DELETE /api/yards/{yard_id}/recipes/{name}
    """,
    May.OWN: """
        DELETE /api/yards/{yard_id}
        POST /api/yards/{yard_id}/restore
        PUT /api/yards/{yard_id}/people/{account_id}
        GET /api/yards/{yard_id}/invitations
        POST /api/yards/{yard_id}/invitations
        DELETE /api/yards/{yard_id}/invitations/{invitation_id}
    """,
}
LEAVES = "PUT /api/beds/{bed_id}/yard/{yard_id}"
"""Who works in a yard may put a bed into it; out of a yard only its owner lets one go. The owner of the yard
from which it was taken may bring it back, whatever he may do where it is.
"""
RULES: dict[str, Rule] = {
    line.strip(): rule for rule, lines in ROUTES.items() for line in lines.strip().splitlines()
}
ASKS = {name.split()[1] for name, rule in RULES.items() if rule == OPEN}
"""What is answered to who is not signed in."""


@dataclass(frozen=True)
class Caller:
    """Who asks; without an account it is whoever is in the house, who may do everything. `key` is what the
    browser has.
    """

    account: Account | None = None
    key: str = ""

    @property
    def owner(self) -> UUID | None:
        """Whose is what it makes."""
        return self.account.id if self.account else None


HOUSE = Caller()


class Door:
    """Finds out who asks, and answers 401 to whoever has to sign in first."""

    def __init__(self, app: ASGIApp, stores: Stores | None, accounts: bool) -> None:
        self._app, self._stores, self._accounts = app, stores, accounts

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """One request."""
        if scope["type"] != "http":
            await self._app(scope, receive, send)
            return
        path = str(scope["path"])
        state = scope.setdefault("state", {})
        state["caller"] = HOUSE
        if self._accounts and path.startswith("/api/"):
            assert self._stores is not None
            cookies = HTTPConnection(scope).cookies
            key = cookies.get(SAFE_COOKIE) or cookies.get(COOKIE) or ""
            try:
                account = await run_in_threadpool(self._stores.sessions.who, key) if key else None
            except AWAY:
                await away()(scope, receive, send)
                return
            state["caller"] = Caller(account, key) if account else None
            if account is None and path not in ASKS:
                says = "Sign in first. What you typed is kept in this browser."
                answer = problem(401, "sign-in", "Sign in first.", says)
                answer.headers["WWW-Authenticate"] = 'Session realm="Acre Box"'
                await answer(scope, receive, send)
                return
        await self._app(scope, receive, send)


def anybody_of(request: Request) -> Caller | None:
    """Who asks, where somebody is known to."""
    found = getattr(request.state, "caller", HOUSE)
    assert found is None or isinstance(found, Caller)
    return found


def caller_of(request: Request) -> Caller:
    """Who asks. Raises HTTPException where nobody is signed in who has to be."""
    found = anybody_of(request)
    if found is None:
        raise HTTPException(401, "Sign in first.")
    return found


Asks = Annotated[Caller, Depends(caller_of)]


def authorise(request: Request) -> May:
    """What who asks may do in the yard that is named, by itself or as that of a bed; where none is,
    everything.

    Raises NotFoundError for what is not there for them, HTTPException where they may not.
    """
    route = f"{request.method} {request.scope['route'].path}"
    rule = RULES.get(route)
    if rule is None:
        raise HTTPException(403, "Nobody said who may do this.")
    if rule == OPEN:
        return May.OWN
    account = caller_of(request).account
    if account is None:
        return May.OWN
    kept: Stores = request.app.state.stores
    least = May.OWN
    wanted = rule if isinstance(rule, May) else May.LOOK
    mays = kept.accounts.mays(account)
    named = _named(request, kept)
    if route == LEAVES and _brings_back(named, mays, kept):
        return May.OWN
    for what, key, yard in named:
        may = mays.get(yard) if yard else None
        if may is None:
            raise NotFoundError(f"there is no {what} {key}")
        needed = May.OWN if route == LEAVES and what == "bed" else wanted
        if may.rank < needed.rank:
            raise HTTPException(403, _SAYS[needed])
        least = min(least, may, key=lambda m: m.rank)
    return least


_SAYS = {
    May.WORK: "You may look at this yard, not work in it. Its owner can let you.",
    May.OWN: "Only its owner may do that.",
}


def _named(request: Request, kept: Stores) -> list[tuple[str, UUID, UUID | None]]:
    """The beds and yards that an address names: what it is, its id, and its yard where there is one."""
    named = [*request.path_params.items(), *request.query_params.multi_items()]
    found: list[tuple[str, UUID, UUID | None]] = []
    for name, value in named:
        if name in ("bed_id", "bed", "yard_id", "yard"):
            try:
                key = UUID(str(value))
            except ValueError:
                continue  # told by its field, when it is read
            of_bed = name.startswith("bed")
            found.append(("bed", key, kept.accounts.yard_of_bed(key)) if of_bed else ("yard", key, key))
    return found


def _brings_back(named: list[tuple[str, UUID, UUID | None]], mays: dict[UUID, May], kept: Stores) -> bool:
    """Whether a bed goes back to the yard from which it was taken, which is one's own."""
    goes = {what: (key, yard) for what, key, yard in named}
    bed, yard = goes.get("bed"), goes.get("yard")
    if bed is None or bed[1] is None or yard is None or mays.get(yard[0]) is not May.OWN:
        return False
    return kept.beds.came_from(bed[0]) == yard[0]


MayDo = Annotated[May, Depends(authorise)]


def yards_of(asks: Caller, kept: Stores) -> list[tuple[StoredYard, May]]:
    """The yards that somebody may look at, and what he may do there; the usual one is made for who has
    none.
    """
    yards = kept.yards.list()
    if asks.account is not None:
        mays = kept.accounts.mays(asks.account)
        found = [(yard, mays[yard.id]) for yard in yards if yard.id in mays]
    else:
        found = [(yard, May.OWN) for yard in yards]
    return found or [(kept.yards.usual(asks.owner), May.OWN)]


def first_of(asks: Caller, kept: Stores, least: May) -> StoredYard:
    """The first yard in which somebody may do so much; one of his own is made where there is none."""
    found = (yard for yard, may in yards_of(asks, kept) if may.rank >= least.rank)
    return next(found, None) or kept.yards.usual(asks.owner)
