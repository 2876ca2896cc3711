"""A second factor: codes by the clock (RFC 6238, by `pyotp`), each taken once, and codes for whoever has
lost it.

Secrets are sealed (Fernet, of `cryptography`) by a key that lies in a file beside the data and in no database
and no backup. Of recovery codes only hashes are kept.
"""

from dataclasses import dataclass
from datetime import datetime
from enum import StrEnum
from hmac import compare_digest
from pathlib import Path
from secrets import choice
from time import time
from uuid import UUID

import pyotp
from cryptography.fernet import Fernet, InvalidToken
from sqlalchemy import Engine, delete, func, select, update
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.orm import Session

from acrebox.store.accounts import hash_of
from acrebox.store.documents import StoreError
from acrebox.store.tables import RecoveryCodeRow, SecondFactorRow

STEP_S = 30
"""How long a code is good by the clock."""
STEPS = 1
"""How many steps a clock may be off."""
CODES = 10
"""How many recovery codes there are."""
LETTERS = "abcdefghjkmnpqrstuvwxyz23456789"
"""What they are written with: nothing that looks like another."""
GROUPS, GROUP = 6, 4
"""How they are written: 24 letters of 31, which is 118 bits: none is found by trying hashes (ASVS 2.6.2)."""


class OtherKeyError(StoreError):
    """The secret was sealed by another key than is here."""


class Used(StrEnum):
    """What was taken for a second factor."""

    CLOCK = "clock"
    RECOVERY = "recovery"


@dataclass(frozen=True)
class Factor:
    """Somebody's second factor: since when it is asked for, how many recovery codes are left."""

    since: datetime | None
    codes_left: int


def key_in(file: Path) -> Fernet:
    """The key that a file has, made where there is none; nobody else of this machine reads it."""
    if not file.exists():
        file.parent.mkdir(mode=0o700, parents=True, exist_ok=True)
        made = file.with_suffix(".new")
        made.unlink(missing_ok=True)
        made.touch(mode=0o600)
        made.write_bytes(Fernet.generate_key())
        made.replace(file)
    return Fernet(file.read_bytes().strip())


class SecondFactorStore:
    """Second factors of accounts, in one database."""

    def __init__(self, engine: Engine, key: Fernet) -> None:
        self._engine, self._key = engine, key

    def of(self, account: UUID) -> Factor:
        """Somebody's second factor."""
        with Session(self._engine) as session:
            its = SecondFactorRow.account_id == account
            since = session.scalar(select(SecondFactorRow.since).where(its))
            left = select(func.count()).where(RecoveryCodeRow.account_id == account)
            return Factor(since, session.scalar(left) or 0)

    def begin(self, account: UUID) -> str:
        """A new secret, in base 32; it is not asked for until a code of it was given."""
        secret = pyotp.random_base32()
        sealed = self._key.encrypt(secret.encode()).decode()
        new = insert(SecondFactorRow).values(account_id=account, sealed=sealed)
        fresh = {"sealed": sealed, "last_step": 0}
        with Session(self._engine) as session:
            session.execute(
                new.on_conflict_do_update(
                    index_elements=["account_id"], set_=fresh, where=SecondFactorRow.since.is_(None)
                )
            )
            session.commit()
        return secret

    def confirm(self, account: UUID, code: str) -> list[str] | None:
        """Ask for it from here on, where this is a code of it: its recovery codes, told this once."""
        if self._clock(account, code, asked_for=False) is None:
            return None
        with Session(self._engine) as session:
            its = SecondFactorRow.account_id == account
            session.execute(update(SecondFactorRow).where(its).values(since=func.now()))
            codes = _renewed(session, account)
            session.commit()
            return codes

    def renew(self, account: UUID) -> list[str]:
        """Other recovery codes in place of those there are."""
        with Session(self._engine) as session:
            codes = _renewed(session, account)
            session.commit()
            return codes

    def use(self, account: UUID, code: str) -> Used | None:
        """What a code is, which is good no more from here on; None where it is none. Raises OtherKeyError
        where only a recovery code can be told.
        """
        plain = "".join(code.split()).replace("-", "").lower()
        if len(plain) == GROUPS * GROUP:
            its = RecoveryCodeRow.account_id == account, RecoveryCodeRow.key == hash_of(plain)
            with Session(self._engine) as session:
                used = session.scalar(
                    delete(RecoveryCodeRow).where(*its).returning(RecoveryCodeRow.account_id)
                )
                session.commit()
            return Used.RECOVERY if used else None
        return self._clock(account, plain, asked_for=True)

    def off(self, account: UUID) -> None:
        """Ask for it no more."""
        off(self._engine, account)

    def _clock(self, account: UUID, code: str, *, asked_for: bool) -> Used | None:
        """Whether it is a code of about now, later than the last one that was taken."""
        with Session(self._engine) as session:
            row = session.get(SecondFactorRow, account)
            if row is None or (row.since is not None) is not asked_for:
                return None
            try:
                secret = self._key.decrypt(row.sealed.encode()).decode()
            except InvalidToken:
                raise OtherKeyError("the key of second factors on this machine is another now") from None
            clock, now = pyotp.TOTP(secret, interval=STEP_S), int(time()) // STEP_S
            step = next(
                (
                    now + off
                    for off in range(-STEPS, STEPS + 1)
                    if compare_digest(clock.generate_otp(now + off).encode(), code.encode())
                ),
                None,
            )
            if step is None:
                return None
            later = SecondFactorRow.account_id == account, SecondFactorRow.last_step < step
            taken = update(SecondFactorRow).where(*later).values(last_step=step)
            took = session.scalar(taken.returning(SecondFactorRow.account_id))
            session.commit()
            return Used.CLOCK if took else None


def off(engine: Engine, account: UUID) -> None:
    """Ask somebody for no second factor any more."""
    with Session(engine) as session:
        session.execute(delete(SecondFactorRow).where(SecondFactorRow.account_id == account))
        session.execute(delete(RecoveryCodeRow).where(RecoveryCodeRow.account_id == account))
        session.commit()


def _renewed(session: Session, account: UUID) -> list[str]:
    session.execute(delete(RecoveryCodeRow).where(RecoveryCodeRow.account_id == account))
    codes = ["".join(choice(LETTERS) for _ in range(GROUPS * GROUP)) for _ in range(CODES)]
    session.add_all(RecoveryCodeRow(key=hash_of(code), account_id=account) for code in codes)
    return ["-".join(code[n : n + GROUP] for n in range(0, len(code), GROUP)) for code in codes]
