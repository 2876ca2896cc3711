"""What happened that somebody may want to know of later: who did it, from where, and to whom or what.

Written for sign-ins, passphrases, shares, moves, what is put away and brought back; kept for `KEPT_DAYS`.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from enum import StrEnum
from uuid import UUID

from sqlalchemy import Engine, delete, func, or_, select, update
from sqlalchemy.orm import Session

from acrebox.store.accounts import owned_by
from acrebox.store.tables import AccountRow, EventRow, YardRow
from acrebox.store.telling import Changed, tell

KEPT_DAYS = 400
MOST = 200
"""How many are told at once."""


class Happened(StrEnum):
    """Kinds of what happened."""

    JOINED = "joined"
    SIGN_IN = "sign-in"
    NEW_BROWSER = "new browser"
    REFUSED = "refused"
    PASSPHRASE = "passphrase"
    FACTOR = "second factor"
    NO_FACTOR = "no second factor"
    RECOVERY = "recovery code"
    CODES = "other recovery codes"
    ENDED = "ended"
    INVITED = "invited"
    WITHDRAWN = "withdrawn"
    SHARED = "shared"
    LET_GO = "let go"
    MOVED = "moved"
    DELETED = "deleted"
    RESTORED = "restored"


TOLD = (
    Happened.NEW_BROWSER,
    Happened.PASSPHRASE,
    Happened.FACTOR,
    Happened.NO_FACTOR,
    Happened.RECOVERY,
    Happened.CODES,
    Happened.SHARED,
    Happened.LET_GO,
)
"""What is told to whom it is about, on his page, until he has read it."""


@dataclass(frozen=True)
class Event:
    """Something that happened; `named` is what it was done to, in words."""

    place: int
    at: datetime
    what: Happened
    by: str
    address: str
    yard_id: UUID | None
    named: str


class EventStore:
    """Everything that happened, in one database."""

    def __init__(self, engine: Engine) -> None:
        self._engine = engine

    def note(
        self,
        what: Happened,
        by: str,
        address: str,
        *,
        about: UUID | None = None,
        yard: UUID | None = None,
        named: str = "",
    ) -> None:
        """Write something down; what is very old is forgotten. Whoever and whatever is gone meanwhile is left
        out of it: that it happened is kept.
        """
        with Session(self._engine) as session:
            old = EventRow.at < func.now() - timedelta(days=KEPT_DAYS)
            session.execute(delete(EventRow).where(old))
            there = select(YardRow.id).where(YardRow.id == yard).with_for_update(key_share=True, read=True)
            whom = select(AccountRow.id).where(AccountRow.id == about)
            whom = whom.with_for_update(key_share=True, read=True)
            row = EventRow(what=what, by=by[:60], address=address[:60], named=named[:200])
            row.yard_id, row.about = session.scalar(there), session.scalar(whom)
            session.add(row)
            if row.about is not None:
                tell(session, Changed(account=row.about))
            session.commit()

    def of(self, account: UUID, before: int | None = None) -> Sequence[Event]:
        """What happened to somebody and in the yards that are his, the last first."""
        own = select(YardRow.id).where(owned_by(account))
        his = or_(EventRow.about == account, EventRow.yard_id.in_(own))
        query = select(EventRow).where(his).order_by(EventRow.place.desc()).limit(MOST)
        if before is not None:
            query = query.where(EventRow.place < before)
        with Session(self._engine) as session:
            return [_event(row) for row in session.scalars(query)]

    def unread(self, account: UUID) -> Sequence[Event]:
        """What is to be told to somebody, and was not read yet, the first first."""
        read = select(AccountRow.told_to).where(AccountRow.id == account).scalar_subquery()
        new = EventRow.about == account, EventRow.what.in_(TOLD), EventRow.place > read
        query = select(EventRow).where(*new).order_by(EventRow.place).limit(MOST)
        with Session(self._engine) as session:
            return [_event(row) for row in session.scalars(query)]

    def read(self, account: UUID, place: int) -> None:
        """Somebody has read everything up to a place."""
        further = AccountRow.id == account, AccountRow.told_to < place
        with Session(self._engine) as session:
            session.execute(update(AccountRow).where(*further).values(told_to=place))
            session.commit()


def _event(row: EventRow) -> Event:
    return Event(row.place, row.at, Happened(row.what), row.by, row.address, row.yard_id, row.named)
