"""The daily weather of a yard, as its file has it."""

import sqlalchemy as sa
from alembic import op

revision = "0006"
down_revision = "0005"


def upgrade() -> None:
    """Add the table."""
    op.create_table(
        "weather",
        sa.Column("yard_id", sa.Uuid(), sa.ForeignKey("yard.id"), primary_key=True),
        sa.Column("name", sa.String(120), nullable=False),
        sa.Column("text", sa.Text(), nullable=False),
        sa.Column("saved_at", sa.DateTime(timezone=True), server_default=sa.func.now(), nullable=False),
    )
