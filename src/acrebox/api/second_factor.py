"""A second factor for one's account: taken, confirmed, given up, its recovery codes."""

from datetime import datetime
from typing import Annotated

import pyotp
import segno
from fastapi import APIRouter, HTTPException, Request
from pydantic import BaseModel, Field

from acrebox.api.account import browser_of, somebody
from acrebox.api.context import AllStores
from acrebox.api.door import Asks
from acrebox.api.notes import Notes
from acrebox.api.problems import RESPONSES
from acrebox.api.sure import (
    BY_ACCOUNT,
    ByBoth,
    ByPassphrase,
    Code,
    by_both,
    by_passphrase,
    factors_of,
    not_good,
)
from acrebox.api.tries import count
from acrebox.store import Happened
from acrebox.store.second_factor import CODES, STEP_S

router = APIRouter(prefix="/api/account/second-factor", tags=["account"], responses=RESPONSES)

ISSUER = "Acre Box"


class FactorOut(BaseModel):
    """Since when a second factor is asked for, nothing where it is not; how many recovery codes are left."""

    since: datetime | None
    codes_left: int


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
    found = factors_of(kept).of(somebody(asks).id)
    return FactorOut(since=found.since, codes_left=found.codes_left)


@router.post("")
def begin(request: Request, given: ByPassphrase, asks: Asks, kept: AllStores) -> SecretOut:
    """A new secret for a device that shows codes; it is not asked for until a code of it was given."""
    account = by_passphrase(request, given.passphrase, somebody(asks), kept)
    if factors_of(kept).of(account.id).since:
        raise HTTPException(409, "You have a second factor. Give that up first.")
    secret = factors_of(kept).begin(account.id)
    address = pyotp.TOTP(secret, interval=STEP_S).provisioning_uri(name=account.name, issuer_name=ISSUER)
    return SecretOut(secret=secret, address=address, picture=_drawn(address))


@router.put("")
def confirm(request: Request, given: CodeIn, asks: Asks, kept: AllStores, notes: Notes) -> CodesOut:
    """Have it asked for from here on, by a code of it."""
    account = somebody(asks)
    count(request, BY_ACCOUNT, "code", str(account.id))
    codes = factors_of(kept).confirm(account.id, "".join(given.code.split()))
    if codes is None:
        raise not_good(given.code)
    notes(Happened.FACTOR, browser_of(request), about=account.id)
    return CodesOut(codes=codes)


@router.post("/codes")
def renew_codes(request: Request, given: ByBoth, asks: Asks, kept: AllStores, notes: Notes) -> CodesOut:
    """Other recovery codes in place of those there are."""
    account = by_both(request, given, somebody(asks), kept)
    codes = factors_of(kept).renew(account.id)
    notes(Happened.CODES, browser_of(request), about=account.id)
    return CodesOut(codes=codes)


@router.post("/off", status_code=204)
def give_up(request: Request, given: ByBoth, asks: Asks, kept: AllStores, notes: Notes) -> None:
    """Have it asked for no more."""
    account = by_both(request, given, somebody(asks), kept)
    factors_of(kept).off(account.id)
    notes(Happened.NO_FACTOR, browser_of(request), about=account.id)


def _drawn(address: str) -> Picture:
    rows = list(segno.make(address, error="m").matrix_iter(border=0))
    path = "".join(f"M{x} {y}h1v1h-1z" for y, row in enumerate(rows) for x, dark in enumerate(row) if dark)
    return Picture(size=len(rows), path=path)
