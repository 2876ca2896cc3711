"""A second factor at sign-in, and codes for whoever has lost it."""

import sqlalchemy as sa
from alembic import op

revision = "0009"
down_revision = "0008"


def upgrade() -> None:
    """Add the tables."""
    stamp = sa.DateTime(timezone=True)
    op.create_table(
        "second_factor",
        sa.Column("account_id", sa.Uuid(), sa.ForeignKey("account.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("sealed", sa.String(200), nullable=False),
        sa.Column("since", stamp, nullable=True),
        sa.Column("last_step", sa.BigInteger(), server_default="0", nullable=False),
    )
    op.create_table(
        "recovery_code",
        sa.Column("key", sa.String(64), primary_key=True),
        sa.Column(
            "account_id",
            sa.Uuid(),
            sa.ForeignKey("account.id", ondelete="CASCADE"),
            nullable=False,
            index=True,
        ),
    )
