"""Tables. A bed's designs are append-only revisions; undo and redo add revisions too."""

from datetime import datetime
from typing import Any
from uuid import UUID

from sqlalchemy import DateTime, ForeignKey, Identity, Integer, String, func
from sqlalchemy.dialects.postgresql import JSONB
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column


class Base(DeclarativeBase):
    """All tables of the store."""


class BedRow(Base):
    """A bed and the number of its newest revision. Deleted beds keep everything, and can come back."""

    __tablename__ = "bed"

    id: Mapped[UUID] = mapped_column(primary_key=True)
    place: Mapped[int] = mapped_column(Integer, Identity(), unique=True)
    head: Mapped[int]
    made_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now())
    deleted_at: Mapped[datetime | None] = mapped_column(DateTime(timezone=True))


class RevisionRow(Base):
    """A design as it stood. `undo_to` and `redo_to` are the revisions whose designs undo and redo bring
    back.
    """

    __tablename__ = "revision"

    bed_id: Mapped[UUID] = mapped_column(ForeignKey("bed.id"), primary_key=True)
    number: Mapped[int] = mapped_column(primary_key=True)
    kind: Mapped[str] = mapped_column(String(10))
    schema_version: Mapped[int]
    design: Mapped[dict[str, Any]] = mapped_column(JSONB)
    undo_to: Mapped[int | None]
    redo_to: Mapped[int | None]
    made_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now())


class TickRow(Base):
    """Something ticked off: a piece cut, a line bought, a layer laid."""

    __tablename__ = "tick"

    bed_id: Mapped[UUID] = mapped_column(ForeignKey("bed.id"), primary_key=True)
    kind: Mapped[str] = mapped_column(String(10), primary_key=True)
    key: Mapped[str] = mapped_column(String(120), primary_key=True)
    ticked_at: Mapped[datetime] = mapped_column(DateTime(timezone=True), server_default=func.now())
