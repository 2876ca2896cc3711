"""Tables. Documents of beds and yards are append-only revisions; undo and redo add revisions too."""

from datetime import datetime
from typing import Any
from uuid import UUID

from sqlalchemy import (
    JSON,
    BigInteger,
    Boolean,
    DateTime,
    Float,
    ForeignKey,
    Identity,
    Integer,
    LargeBinary,
    String,
    Text,
    func,
)
from sqlalchemy.dialects.postgresql import JSONB
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column


class Base(DeclarativeBase):
    """All tables of the store."""


class Owner:
    """What has a document: the number of its newest revision. Put away it keeps everything, and can come
    back.
    """

    id: Mapped[UUID] = mapped_column(primary_key=True)
    place: Mapped[int] = mapped_column(Integer, Identity(), unique=True)
    head: Mapped[int]
    made_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now())
    deleted_at: Mapped[datetime | None] = mapped_column(DateTime(timezone=True))


class Revision:
    """A document as it stood. `undo_to` and `redo_to` are the revisions whose documents undo and redo bring
    back; `write_id` is the browser's own name of the write, so that one sent twice counts once.
    """

    number: Mapped[int] = mapped_column(primary_key=True)
    kind: Mapped[str] = mapped_column(String(10))
    schema_version: Mapped[int]
    undo_to: Mapped[int | None]
    redo_to: Mapped[int | None]
    write_id: Mapped[UUID | None]
    made_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now())


class YardRow(Owner, Base):
    """A yard, and whose it is; nobody's is the first owner's."""

    __tablename__ = "yard"

    owner_id: Mapped[UUID | None] = mapped_column(ForeignKey("account.id"))


class YardRevisionRow(Revision, Base):
    """A yard's document as it stood."""

    __tablename__ = "yard_revision"

    owner_id: Mapped[UUID] = mapped_column("yard_id", ForeignKey("yard.id"), primary_key=True)
    document: Mapped[dict[str, Any]] = mapped_column(JSONB)


class BedRow(Owner, Base):
    """A bed of a yard; from which it came, and when, where it was moved."""

    __tablename__ = "bed"

    yard_id: Mapped[UUID] = mapped_column(ForeignKey("yard.id"), index=True)
    came_from: Mapped[UUID | None] = mapped_column(ForeignKey("yard.id"))
    moved_at: Mapped[datetime | None] = mapped_column(DateTime(timezone=True))


class RevisionRow(Revision, Base):
    """A bed's design as it stood."""

    __tablename__ = "revision"

    owner_id: Mapped[UUID] = mapped_column("bed_id", ForeignKey("bed.id"), primary_key=True)
    document: Mapped[dict[str, Any]] = mapped_column("design", JSONB)


class TickRow(Base):
    """Something ticked off: a piece cut (and how long it is [mm]), a line bought, a layer laid."""

    __tablename__ = "tick"

    bed_id: Mapped[UUID] = mapped_column(ForeignKey("bed.id"), primary_key=True)
    kind: Mapped[str] = mapped_column(String(10), primary_key=True)
    key: Mapped[str] = mapped_column(String(120), primary_key=True)
    length_mm: Mapped[float | None] = mapped_column(Float)
    ticked_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now())


class FigureRow(Base):
    """A bed's figures for the page of its yard; `basis` stands for all that they were worked out from."""

    __tablename__ = "figure"

    bed_id: Mapped[UUID] = mapped_column(ForeignKey("bed.id"), primary_key=True)
    basis: Mapped[str] = mapped_column(String(64))
    figures: Mapped[dict[str, Any]] = mapped_column(JSONB)


class WeatherRow(Base):
    """The daily weather of a yard: what its file is called, and the file as it was read."""

    __tablename__ = "weather"

    yard_id: Mapped[UUID] = mapped_column(ForeignKey("yard.id"), primary_key=True)
    name: Mapped[str] = mapped_column(String(120))
    text: Mapped[str] = mapped_column(Text)
    saved_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now())


class ReadingRow(Base):
    """A reading of a level or a tape as it was written, with its time and its method; of a station that the
    bed does not have, how far to the right of its front left corner and how far back it lies.
    """

    __tablename__ = "reading"

    id: Mapped[UUID] = mapped_column(primary_key=True)
    place: Mapped[int] = mapped_column(Integer, Identity(), unique=True)
    bed_id: Mapped[UUID] = mapped_column(ForeignKey("bed.id"), index=True)
    job: Mapped[str] = mapped_column(String(20))
    method: Mapped[str] = mapped_column(String(20))
    station: Mapped[str] = mapped_column(String(60))
    sight: Mapped[str | None] = mapped_column(String(10))
    written: Mapped[str] = mapped_column(String(40))
    right: Mapped[str | None] = mapped_column(String(40))
    back: Mapped[str | None] = mapped_column(String(40))
    taken_at: Mapped[datetime] = mapped_column(DateTime(timezone=True))
    struck_at: Mapped[datetime | None] = mapped_column(DateTime(timezone=True))


class AccountRow(Base):
    """Somebody who signs in: his name, by which of its spellings he is known and what it looks like, the hash
    of his passphrase, up to which event he was told. One is the `first`, whose is what is nobody's.
    """

    __tablename__ = "account"

    id: Mapped[UUID] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(60))
    known_as: Mapped[str] = mapped_column(String(200), unique=True)
    secret: Mapped[str] = mapped_column(String(200))
    first: Mapped[bool] = mapped_column(Boolean)
    told_to: Mapped[int] = mapped_column(BigInteger, server_default="0")
    looks_as: Mapped[str] = mapped_column(String(400), server_default="", index=True)
    made_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now())


class SessionRow(Base):
    """A browser that is signed in, by the hash of the key that it has; what it says of itself, and from where
    it signed in.
    """

    __tablename__ = "session"

    key: Mapped[str] = mapped_column(String(64), primary_key=True)
    account_id: Mapped[UUID] = mapped_column(ForeignKey("account.id", ondelete="CASCADE"), index=True)
    made_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now())
    seen_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now())
    ends_at: Mapped[datetime] = mapped_column(DateTime(timezone=True))
    id: Mapped[UUID] = mapped_column(server_default=func.gen_random_uuid(), unique=True)
    agent: Mapped[str] = mapped_column(String(200), server_default="")
    address: Mapped[str] = mapped_column(String(60), server_default="")


class BrowserRow(Base):
    """A browser that signed in to an account before, by the hash of the key that it has for that."""

    __tablename__ = "browser"

    key: Mapped[str] = mapped_column(String(64), primary_key=True)
    account_id: Mapped[UUID] = mapped_column(ForeignKey("account.id", ondelete="CASCADE"), index=True)
    ends_at: Mapped[datetime] = mapped_column(DateTime(timezone=True))


class SecondFactorRow(Base):
    """The secret of somebody's second factor, sealed, since when it is asked for, and of which step of its
    clock the last code was that was taken.
    """

    __tablename__ = "second_factor"

    account_id: Mapped[UUID] = mapped_column(ForeignKey("account.id", ondelete="CASCADE"), primary_key=True)
    sealed: Mapped[str] = mapped_column(String(200))
    since: Mapped[datetime | None] = mapped_column(DateTime(timezone=True))
    last_step: Mapped[int] = mapped_column(BigInteger, server_default="0")


class RecoveryCodeRow(Base):
    """A code that is good once in place of a second factor, by its hash."""

    __tablename__ = "recovery_code"

    key: Mapped[str] = mapped_column(String(64), primary_key=True)
    account_id: Mapped[UUID] = mapped_column(ForeignKey("account.id", ondelete="CASCADE"), index=True)


class AnsweredRow(Base):
    """A write that made something, by the browser's own name of it: the sum of what was asked, and the answer
    once there is one.
    """

    __tablename__ = "answered"

    who: Mapped[UUID] = mapped_column(primary_key=True)
    key: Mapped[UUID] = mapped_column(primary_key=True)
    asked: Mapped[str] = mapped_column(String(64))
    status: Mapped[int | None]
    headers: Mapped[dict[str, str] | None] = mapped_column(JSON)
    body: Mapped[bytes | None] = mapped_column(LargeBinary)
    made_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now(), index=True)


class EventRow(Base):
    """Something that happened: who did it from where, about whom, in which yard, and what it was done to."""

    __tablename__ = "event"

    place: Mapped[int] = mapped_column(BigInteger, Identity(), primary_key=True)
    at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now(), index=True)
    what: Mapped[str] = mapped_column(String(20))
    by: Mapped[str] = mapped_column(String(60))
    address: Mapped[str] = mapped_column(String(60))
    about: Mapped[UUID | None] = mapped_column(ForeignKey("account.id", ondelete="CASCADE"), index=True)
    yard_id: Mapped[UUID | None] = mapped_column(ForeignKey("yard.id"), index=True)
    named: Mapped[str] = mapped_column(String(200))


class InvitationRow(Base):
    """A link that is good once: for an account, and for a yard to look at or to work in where it names one.
    That of the first owner was made by nobody.
    """

    __tablename__ = "invitation"

    id: Mapped[UUID] = mapped_column(primary_key=True)
    key: Mapped[str] = mapped_column(String(64), unique=True)
    yard_id: Mapped[UUID | None] = mapped_column(ForeignKey("yard.id"))
    may: Mapped[str | None] = mapped_column(String(10))
    made_by: Mapped[UUID | None] = mapped_column(ForeignKey("account.id", ondelete="CASCADE"))
    made_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now())
    ends_at: Mapped[datetime] = mapped_column(DateTime(timezone=True))


class ShareRow(Base):
    """What somebody may do in a yard that is another's."""

    __tablename__ = "share"

    yard_id: Mapped[UUID] = mapped_column(ForeignKey("yard.id"), primary_key=True)
    account_id: Mapped[UUID] = mapped_column(ForeignKey("account.id", ondelete="CASCADE"), primary_key=True)
    may: Mapped[str] = mapped_column(String(10))


class RateRow(Base):
    """How often something was done until its time ends."""

    __tablename__ = "rate"

    key: Mapped[str] = mapped_column(String(200), primary_key=True)
    count: Mapped[int]
    ends_at: Mapped[datetime] = mapped_column(DateTime(timezone=True))


class WrittenRow(Base):
    """The browser's own name of a write that made no revision, so that one sent twice counts once."""

    __tablename__ = "written"

    id: Mapped[UUID] = mapped_column(primary_key=True)
    bed_id: Mapped[UUID] = mapped_column(ForeignKey("bed.id"), primary_key=True)
    made_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now(), index=True)
