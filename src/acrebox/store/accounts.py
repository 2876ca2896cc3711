"""Accounts, who is signed in, invitations, and what anybody may do in which yard.

StoreError
 └─ SignInError    a name is taken, or a link is not good any more
"""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from enum import StrEnum
from hashlib import sha256
from secrets import token_urlsafe
from uuid import UUID, uuid4

from sqlalchemy import ColumnElement, Engine, delete, func, select, update
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session

from acrebox.store.documents import NotFoundError, StoreError, check_few
from acrebox.store.names import known_as, looks_as
from acrebox.store.tables import AccountRow, BedRow, InvitationRow, SessionRow, ShareRow, YardRow

INVITED_DAYS = 7
MOST_LINKS = 50
"""How many links to one yard are good at a time."""
NOT_SHARED = "this yard is not shared with anybody of that kind"


class SignInError(StoreError):
    """A name is taken, or a link is not good any more."""


class May(StrEnum):
    """What somebody may do in a yard; who may work may look, who owns it may do everything."""

    LOOK = "look"
    WORK = "work"
    OWN = "own"

    @property
    def rank(self) -> int:
        """How much it is."""
        return list(May).index(self)


@dataclass(frozen=True)
class Account:
    """Somebody who signs in; the `first` has what is nobody's."""

    id: UUID
    name: str
    first: bool


@dataclass(frozen=True)
class Person:
    """Somebody who may do something in a yard."""

    account: Account
    may: May


@dataclass(frozen=True)
class Invited:
    """A link that was made and not used yet."""

    id: UUID
    may: May
    ends_at: datetime


def hash_of(key: str) -> str:
    """What is kept of a key, or of a code."""
    return sha256(key.encode("utf-8", "replace")).hexdigest()


def in_days(days: int) -> datetime:
    """So many days from now."""
    return datetime.now(UTC) + timedelta(days=days)


def owned_by(account: UUID) -> ColumnElement[bool]:
    """That a yard is somebody's own; what is nobody's is the first one's."""
    first = select(AccountRow.first).where(AccountRow.id == account).scalar_subquery()
    return (YardRow.owner_id == account) | (YardRow.owner_id.is_(None) & first.is_(True))


class AccountStore:
    """Everybody who signs in, in one database."""

    def __init__(self, engine: Engine) -> None:
        self._engine = engine

    # --- accounts ---------------------------------------------------------------------------------

    def any(self) -> bool:
        """Whether there is an account."""
        with Session(self._engine) as session:
            return session.scalar(select(AccountRow.id).limit(1)) is not None

    def names(self) -> list[str]:
        """What those are called who have an account."""
        with Session(self._engine) as session:
            return list(session.scalars(select(AccountRow.name).order_by(AccountRow.known_as)))

    def ids(self) -> list[UUID]:
        """Who has an account."""
        with Session(self._engine) as session:
            return list(session.scalars(select(AccountRow.id)))

    def secret_of(self, name: str) -> tuple[Account, str] | None:
        """Who has a name, and the hash of his passphrase."""
        with Session(self._engine) as session:
            row = session.scalar(select(AccountRow).where(AccountRow.known_as == known_as(name)))
            return None if row is None else (account_of(row), row.secret)

    def change_secret(self, account: UUID, secret: str, keep: str = "") -> None:
        """Keep another hash, and sign all browsers out but the one with a key."""
        with Session(self._engine) as session:
            session.execute(update(AccountRow).where(AccountRow.id == account).values(secret=secret))
            others = SessionRow.account_id == account, SessionRow.key != hash_of(keep)
            session.execute(delete(SessionRow).where(*others))
            session.commit()

    def renew_secret(self, account: UUID, secret: str) -> None:
        """Keep the hash of the same passphrase as it is made now."""
        with Session(self._engine) as session:
            session.execute(update(AccountRow).where(AccountRow.id == account).values(secret=secret))
            session.commit()

    # --- invitations ------------------------------------------------------------------------------

    def invite_first(self) -> str | None:
        """The key by which the first account is made; None where there is one. Earlier keys are good no
        more.
        """
        with Session(self._engine) as session:
            if session.scalar(select(AccountRow.id).limit(1)) is not None:
                return None
            session.execute(delete(InvitationRow).where(InvitationRow.made_by.is_(None)))
            key = token_urlsafe(24)
            session.add(InvitationRow(id=uuid4(), key=hash_of(key), ends_at=in_days(INVITED_DAYS)))
            session.commit()
            return key

    def invite(self, by: UUID, yard: UUID, may: May, made: UUID | None = None) -> tuple[str, Invited]:
        """The key of a link that is good once, for an account and for what it may do in a yard. Raises
        TooManyError.
        """
        key, ends = token_urlsafe(24), in_days(INVITED_DAYS)
        with Session(self._engine) as session:
            session.execute(delete(InvitationRow).where(InvitationRow.ends_at < func.now()))
            # One that is asked for again by the same name is the same link, with another key.
            link = made or uuid4()
            session.execute(delete(InvitationRow).where(InvitationRow.id == link))
            there = session.scalar(select(func.count()).where(InvitationRow.yard_id == yard))
            check_few(there, MOST_LINKS, "links to one yard that are good yet")
            row = InvitationRow(id=link, key=hash_of(key), yard_id=yard, may=may, made_by=by, ends_at=ends)
            session.add(row)
            session.flush()
            invited = Invited(row.id, may, ends)
            session.commit()
        return key, invited

    def invitations(self, yard: UUID) -> list[Invited]:
        """The links to a yard that are good yet."""
        with Session(self._engine) as session:
            good = InvitationRow.yard_id == yard, InvitationRow.ends_at > func.now()
            rows = session.scalars(select(InvitationRow).where(*good).order_by(InvitationRow.made_at))
            return [Invited(row.id, May(row.may or May.LOOK), row.ends_at) for row in rows]

    def withdraw(self, yard: UUID, invitation: UUID) -> None:
        """Let a link to a yard be good no more. Raises NotFoundError."""
        with Session(self._engine) as session:
            of = InvitationRow.id == invitation, InvitationRow.yard_id == yard
            if not session.execute(delete(InvitationRow).where(*of).returning(InvitationRow.id)).all():
                raise NotFoundError(f"there is no link {invitation} to this yard that is good yet")
            session.commit()

    def yard_of_link(self, key: str) -> UUID | None:
        """The yard that a link lets in to; None where it is not good, or names none."""
        with Session(self._engine) as session:
            good = InvitationRow.key == hash_of(key), InvitationRow.ends_at > func.now()
            return session.scalar(select(InvitationRow.yard_id).where(*good))

    def is_good(self, key: str) -> bool:
        """Whether a link is good."""
        with Session(self._engine) as session:
            good = InvitationRow.key == hash_of(key), InvitationRow.ends_at > func.now()
            return session.scalar(select(InvitationRow.id).where(*good)) is not None

    def join(self, key: str, name: str, secret: str) -> Account:
        """A new account by a link, which is used up. The first has what was nobody's. Raises SignInError."""
        with Session(self._engine) as session:
            invited = self._use(session, key)
            alike = AccountRow.looks_as == looks_as(name)
            if session.scalar(select(AccountRow.id).where(alike).limit(1)) is not None:
                raise SignInError("Somebody has that name already, or one that looks like it.")
            account = AccountRow(
                id=uuid4(),
                name=" ".join(name.split()),
                known_as=known_as(name),
                looks_as=looks_as(name),
                secret=secret,
                first=invited.made_by is None,
            )
            session.add(account)
            try:
                session.flush()
            except IntegrityError:
                raise SignInError("Somebody has that name already.") from None
            if account.first:
                mine = YardRow.owner_id.is_(None)
                session.execute(update(YardRow).where(mine).values(owner_id=account.id))
            self._let_in(session, account.id, invited)
            made = account_of(account)
            session.commit()
            return made

    def accept(self, key: str, account: UUID) -> None:
        """Take up a link with an account that is there. Raises SignInError."""
        with Session(self._engine) as session:
            self._let_in(session, account, self._use(session, key))
            session.commit()

    def _use(self, session: Session, key: str) -> InvitationRow:
        good = InvitationRow.key == hash_of(key), InvitationRow.ends_at > func.now()
        invited = session.scalar(select(InvitationRow).where(*good).with_for_update())
        if invited is None:
            raise SignInError("This link is not good, or was used already.")
        session.delete(invited)
        return invited

    def _let_in(self, session: Session, account: UUID, invited: InvitationRow) -> None:
        if invited.yard_id is None or invited.may is None:
            return
        yard = session.get(YardRow, invited.yard_id)
        if yard is None or yard.owner_id == account:
            return
        has = session.scalar(
            select(ShareRow.may).where(ShareRow.yard_id == invited.yard_id, ShareRow.account_id == account)
        )
        may = May(invited.may)
        if has is None or May(has).rank < may.rank:  # a link gives a right, and takes none
            _share(session, invited.yard_id, account, may)

    # --- what anybody may do ----------------------------------------------------------------------

    def mays(self, account: Account) -> dict[UUID, May]:
        """What somebody may do in which yards, those put away among them; others are not there for him."""
        shared = select(ShareRow.yard_id, ShareRow.may).where(ShareRow.account_id == account.id)
        with Session(self._engine) as session:
            found = {yard: May(may) for yard, may in session.execute(shared)}
            own = session.scalars(select(YardRow.id).where(owned_by(account.id)))
            return found | dict.fromkeys(own, May.OWN)

    def yard_of_bed(self, bed: UUID) -> UUID | None:
        """The yard of a bed, put away or not; None where there is no such bed."""
        with Session(self._engine) as session:
            return session.scalar(select(BedRow.yard_id).where(BedRow.id == bed))

    def people(self, yard: UUID) -> Sequence[Person]:
        """Everybody who may do something in a yard, its owner first."""
        with Session(self._engine) as session:
            row = session.get(YardRow, yard)
            if row is None:
                raise NotFoundError(f"there is no yard {yard}")
            whose = AccountRow.id == row.owner_id if row.owner_id else AccountRow.first
            owner = session.scalar(select(AccountRow).where(whose))
            found = [Person(account_of(owner), May.OWN)] if owner else []
            shares = (
                select(AccountRow, ShareRow.may)
                .join(ShareRow, ShareRow.account_id == AccountRow.id)
                .where(ShareRow.yard_id == yard)
                .order_by(AccountRow.known_as)
            )
            return [*found, *(Person(account_of(a), May(may)) for a, may in session.execute(shares))]

    def let(self, yard: UUID, account: UUID, may: May) -> None:
        """Let somebody do more or less in a yard that is shared with him. Raises NotFoundError."""
        with Session(self._engine) as session:
            of = ShareRow.yard_id == yard, ShareRow.account_id == account
            done = session.execute(update(ShareRow).where(*of).values(may=may).returning(ShareRow.may)).all()
            if not done:
                raise NotFoundError(NOT_SHARED)
            session.commit()

    def let_go(self, yard: UUID, account: UUID) -> None:
        """Share a yard with somebody no more. Raises NotFoundError."""
        with Session(self._engine) as session:
            of = ShareRow.yard_id == yard, ShareRow.account_id == account
            if not session.execute(delete(ShareRow).where(*of).returning(ShareRow.account_id)).all():
                raise NotFoundError(NOT_SHARED)
            session.commit()


def _share(session: Session, yard: UUID, account: UUID, may: May) -> None:
    row = insert(ShareRow).values(yard_id=yard, account_id=account, may=may)
    session.execute(row.on_conflict_do_update(index_elements=["yard_id", "account_id"], set_={"may": may}))


def account_of(row: AccountRow) -> Account:
    """Somebody, from his row."""
    return Account(row.id, row.name, row.first)
