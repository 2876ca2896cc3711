"""Whoever does something that cannot be taken back gives his passphrase once more, and a code where he has a
second factor.
"""

from typing import Annotated

from fastapi import HTTPException, Request
from limits import parse
from pydantic import BaseModel, Field

from acrebox.api.context import Stores
from acrebox.api.passphrases import is_right
from acrebox.api.tries import count
from acrebox.core.errors import refuse
from acrebox.store import Account, SecondFactorStore

BY_ACCOUNT = parse("10/15 minutes")
"""How often somebody may give his passphrase, or a code, once he is signed in."""
Code = Annotated[str, Field(min_length=6, max_length=40)]
LONGEST = 200
"""How long a passphrase is at most [characters]."""
Passphrase = Annotated[str, Field(min_length=1, max_length=LONGEST)]


class ByPassphrase(BaseModel):
    """One's passphrase, once more."""

    passphrase: Passphrase


class ByBoth(ByPassphrase):
    """One's passphrase and a code."""

    code: Code


def factors_of(kept: Stores) -> SecondFactorStore:
    """Second factors. Raises HTTPException where there are none here."""
    if kept.factors is None:
        raise HTTPException(409, "There are no second factors here: this server has no key for them.")
    return kept.factors


def by_passphrase(
    request: Request, passphrase: str, account: Account, kept: Stores, field: str = "passphrase"
) -> Account:
    """Who is signed in, having given his passphrase once more. Raises HTTPException, DesignError."""
    count(request, BY_ACCOUNT, "passphrase", str(account.id))
    found = kept.accounts.secret_of(account.name)
    if found is None or not is_right(found[1], passphrase):
        raise refuse(field, "not shown", "That is not your passphrase.", "the passphrase as it is now")
    return account


def by_both(request: Request, given: ByBoth, account: Account, kept: Stores) -> Account:
    """The same, and a code."""
    found = by_passphrase(request, given.passphrase, account, kept)
    if factors_of(kept).use(found.id, given.code) is None:
        raise not_good(given.code)
    return found


def not_good(code: str) -> Exception:
    """That a code is none."""
    says = "That code is not good, or was used already."
    return refuse("code", code, says, "the six digits that your device shows now, or a recovery code")
