"""Browsers: which are signed in, and which are known, having signed in before."""

from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from secrets import token_urlsafe
from uuid import UUID

from sqlalchemy import Engine, delete, func, select
from sqlalchemy.orm import Session

from acrebox.store.accounts import Account, account_of, hash_of, in_days
from acrebox.store.documents import NotFoundError
from acrebox.store.tables import AccountRow, BrowserRow, SessionRow

SESSION_DAYS = 30
"""How long a browser stays signed in that is not used."""
LONGEST_DAYS = 90
"""How long a browser stays signed in however much it is used."""
KNOWN_DAYS = 365
"""How long a browser is known after it signed in."""
SEEN_EVERY = timedelta(hours=1)
"""How often it is written down that a session is used."""


@dataclass(frozen=True)
class SignedIn:
    """A browser that is signed in: what it says of itself, from where, since when."""

    id: UUID
    agent: str
    address: str
    made_at: datetime
    seen_at: datetime
    here: bool


class SessionStore:
    """Every browser that is signed in or known, in one database; only hashes of their keys are kept."""

    def __init__(self, engine: Engine) -> None:
        self._engine = engine

    def sign_in(self, account: UUID, agent: str = "", address: str = "") -> str:
        """A key for a browser."""
        key = token_urlsafe(32)
        with Session(self._engine) as session:
            session.execute(delete(SessionRow).where(SessionRow.ends_at < func.now()))
            row = SessionRow(
                key=hash_of(key),
                account_id=account,
                ends_at=in_days(SESSION_DAYS),
                agent=agent[:200],
                address=address[:60],
            )
            session.add(row)
            session.commit()
        return key

    def sign_out(self, key: str) -> None:
        """Let a key be good no more."""
        with Session(self._engine) as session:
            session.execute(delete(SessionRow).where(SessionRow.key == hash_of(key)))
            session.commit()

    def who(self, key: str) -> Account | None:
        """Who has a key; None where it is not good, or not any more."""
        with Session(self._engine) as session:
            found = session.execute(
                select(AccountRow, SessionRow)
                .join(SessionRow, SessionRow.account_id == AccountRow.id)
                .where(SessionRow.key == hash_of(key), *_GOOD)
            ).one_or_none()
            if found is None:
                return None
            row, kept = found
            account = account_of(row)
            if datetime.now(UTC) - kept.seen_at > SEEN_EVERY:
                kept.seen_at, kept.ends_at = datetime.now(UTC), in_days(SESSION_DAYS)
                session.commit()
            return account

    def of(self, account: UUID, key: str) -> list[SignedIn]:
        """The browsers in which somebody is signed in, the last used first; `key` is that of who asks."""
        with Session(self._engine) as session:
            query = select(SessionRow).where(SessionRow.account_id == account, *_GOOD)
            return [
                SignedIn(r.id, r.agent, r.address, r.made_at, r.seen_at, r.key == hash_of(key))
                for r in session.scalars(query.order_by(SessionRow.seen_at.desc()))
            ]

    def end(self, account: UUID, which: UUID) -> None:
        """Sign a browser of somebody's out. Raises NotFoundError."""
        with Session(self._engine) as session:
            its = SessionRow.account_id == account, SessionRow.id == which
            if session.scalar(delete(SessionRow).where(*its).returning(SessionRow.id)) is None:
                raise NotFoundError(f"there is no browser {which} in which you are signed in")
            session.commit()

    # --- browsers that are known ------------------------------------------------------------------

    def is_known(self, account: UUID, key: str) -> bool:
        """Whether a browser signed in to an account before."""
        with Session(self._engine) as session:
            good = BrowserRow.key == hash_of(key), BrowserRow.ends_at > func.now()
            return session.scalar(select(BrowserRow.account_id).where(*good)) == account

    def know(self, account: UUID) -> str:
        """A key by which a browser is known from here on."""
        key = token_urlsafe(32)
        with Session(self._engine) as session:
            session.execute(delete(BrowserRow).where(BrowserRow.ends_at < func.now()))
            session.add(BrowserRow(key=hash_of(key), account_id=account, ends_at=in_days(KNOWN_DAYS)))
            session.commit()
        return key


_GOOD = (
    SessionRow.ends_at > func.now(),
    SessionRow.made_at > func.now() - timedelta(days=LONGEST_DAYS),
)
