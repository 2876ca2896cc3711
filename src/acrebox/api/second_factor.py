"""A second factor for one's account: taken, confirmed, given up, its recovery codes."""

from datetime import datetime
from typing import Annotated

import pyotp
import segno
from fastapi import APIRouter, HTTPException, Request
from limits import parse
from pydantic import BaseModel, Field

from acrebox.api.account import browser_of, somebody
from acrebox.api.context import AllStores, Stores
from acrebox.api.door import Asks
from acrebox.api.notes import Notes
from acrebox.api.passphrases import is_right
from acrebox.api.problems import RESPONSES
from acrebox.api.tries import count
from acrebox.core.errors import refuse
from acrebox.store import Account, Happened, SecondFactorStore
from acrebox.store.second_factor import CODES, STEP_S

router = APIRouter(prefix="/api/account/second-factor", tags=["account"], responses=RESPONSES)

BY_ACCOUNT = parse("10/15 minutes")
"""How often somebody may give his passphrase, or a code, once he is signed in."""
ISSUER = "Acre Box"
Code = Annotated[str, Field(min_length=6, max_length=40)]
Passphrase = Annotated[str, Field(min_length=1, max_length=200)]


class FactorOut(BaseModel):
    """Since when a second factor is asked for, nothing where it is not; how many recovery codes are left."""

    since: datetime | None
    codes_left: int


class ByPassphrase(BaseModel):
    """One's passphrase, once more."""

    passphrase: Passphrase


class ByBoth(ByPassphrase):
    """One's passphrase and a code."""

    code: Code


class CodeIn(BaseModel):
    """A code that the device shows."""

    code: Code


class Picture(BaseModel):
    """A QR code: squares of so many a side, those that are dark as one path in units of a square."""

    size: int
    path: str


class SecretOut(BaseModel):
    """What a device is given that shows codes: the secret, and the same as an address and as its picture."""

    secret: str
    address: str
    picture: Picture


class CodesOut(BaseModel):
    """Recovery codes, each good once: they are told this once."""

    codes: Annotated[list[str], Field(min_length=CODES, max_length=CODES)]


@router.get("")
def read_factor(asks: Asks, kept: AllStores) -> FactorOut:
    """One's second factor."""
    found = _factors(kept).of(somebody(asks).id)
    return FactorOut(since=found.since, codes_left=found.codes_left)


@router.post("")
def begin(request: Request, given: ByPassphrase, asks: Asks, kept: AllStores) -> SecretOut:
    """A new secret for a device that shows codes; it is not asked for until a code of it was given."""
    account = _sure(request, given.passphrase, asks.account, kept)
    if _factors(kept).of(account.id).since:
        raise HTTPException(409, "You have a second factor. Give that up first.")
    secret = _factors(kept).begin(account.id)
    address = pyotp.TOTP(secret, interval=STEP_S).provisioning_uri(name=account.name, issuer_name=ISSUER)
    return SecretOut(secret=secret, address=address, picture=_drawn(address))


@router.put("")
def confirm(request: Request, given: CodeIn, asks: Asks, kept: AllStores, notes: Notes) -> CodesOut:
    """Have it asked for from here on, by a code of it."""
    account = somebody(asks)
    count(request, BY_ACCOUNT, "code", str(account.id))
    codes = _factors(kept).confirm(account.id, "".join(given.code.split()))
    if codes is None:
        raise _not_good(given.code)
    notes(Happened.FACTOR, browser_of(request), about=account.id)
    return CodesOut(codes=codes)


@router.post("/codes")
def renew_codes(request: Request, given: ByBoth, asks: Asks, kept: AllStores) -> CodesOut:
    """Other recovery codes in place of those there are."""
    account = _surer(request, given, asks.account, kept)
    return CodesOut(codes=_factors(kept).renew(account.id))


@router.post("/off", status_code=204)
def give_up(request: Request, given: ByBoth, asks: Asks, kept: AllStores, notes: Notes) -> None:
    """Have it asked for no more."""
    account = _surer(request, given, asks.account, kept)
    _factors(kept).off(account.id)
    notes(Happened.NO_FACTOR, browser_of(request), about=account.id)


def _factors(kept: Stores) -> SecondFactorStore:
    if kept.factors is None:
        raise HTTPException(409, "There are no second factors here: this server has no key for them.")
    return kept.factors


def _sure(request: Request, passphrase: str, account: Account | None, kept: Stores) -> Account:
    """Who is signed in, having given his passphrase once more."""
    if account is None:
        raise HTTPException(404, "There are no accounts here: start with --accounts.")
    count(request, BY_ACCOUNT, "passphrase", str(account.id))
    found = kept.accounts.secret_of(account.name)
    if found is None or not is_right(found[1], passphrase):
        raise refuse("passphrase", "not shown", "That is not your passphrase.", "the passphrase as it is now")
    return account


def _surer(request: Request, given: ByBoth, account: Account | None, kept: Stores) -> Account:
    """The same, and a code."""
    found = _sure(request, given.passphrase, account, kept)
    if _factors(kept).use(found.id, given.code) is None:
        raise _not_good(given.code)
    return found


def _not_good(code: str) -> Exception:
    says = "That code is not good, or was used already."
    return refuse("code", code, says, "the six digits that your device shows now, or a recovery code")


def _drawn(address: str) -> Picture:
    rows = list(segno.make(address, error="m").matrix_iter(border=0))
    path = "".join(f"M{x} {y}h1v1h-1z" for y, row in enumerate(rows) for x, dark in enumerate(row) if dark)
    return Picture(size=len(rows), path=path)
