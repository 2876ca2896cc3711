"""Beds, their revisions and their ticks."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB

revision = "0001"
down_revision = None


def upgrade() -> None:
    now = sa.func.now()
    op.create_table(
        "bed",
        sa.Column("id", sa.Uuid(), primary_key=True),
        sa.Column("place", sa.Integer(), sa.Identity(), nullable=False, unique=True),
        sa.Column("head", sa.Integer(), nullable=False),
        sa.Column("made_at", sa.DateTime(timezone=True), server_default=now, nullable=False),
        sa.Column("deleted_at", sa.DateTime(timezone=True)),
    )
    op.create_table(
        "revision",
        sa.Column("bed_id", sa.Uuid(), sa.ForeignKey("bed.id"), primary_key=True),
        sa.Column("number", sa.Integer(), primary_key=True),
        sa.Column("kind", sa.String(10), nullable=False),
        sa.Column("schema_version", sa.Integer(), nullable=False),
        sa.Column("design", JSONB(), nullable=False),
        sa.Column("undo_to", sa.Integer()),
        sa.Column("redo_to", sa.Integer()),
        sa.Column("made_at", sa.DateTime(timezone=True), server_default=now, nullable=False),
    )
    op.create_table(
        "tick",
        sa.Column("bed_id", sa.Uuid(), sa.ForeignKey("bed.id"), primary_key=True),
        sa.Column("kind", sa.String(10), primary_key=True),
        sa.Column("key", sa.String(120), primary_key=True),
        sa.Column("ticked_at", sa.DateTime(timezone=True), server_default=now, nullable=False),
    )
