"""Readings of levels and tapes, each with its time and its method; one that is struck out stays."""

import sqlalchemy as sa
from alembic import op

revision = "0004"
down_revision = "0003"


def upgrade() -> None:
    """Make the table."""
    op.create_table(
        "reading",
        sa.Column("id", sa.Uuid(), primary_key=True),
        sa.Column("place", sa.Integer(), sa.Identity(), nullable=False, unique=True),
        sa.Column("bed_id", sa.Uuid(), sa.ForeignKey("bed.id"), nullable=False, index=True),
        sa.Column("job", sa.String(20), nullable=False),
        sa.Column("method", sa.String(20), nullable=False),
        sa.Column("station", sa.String(60), nullable=False),
        sa.Column("sight", sa.String(10)),
        sa.Column("written", sa.String(40), nullable=False),
        sa.Column("taken_at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("struck_at", sa.DateTime(timezone=True)),
    )
