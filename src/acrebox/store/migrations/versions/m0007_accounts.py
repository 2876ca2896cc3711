"""Accounts, their sessions and invitations, who may look at or work in a yard; names of writes that are no
revisions; counters of rates. Lines that are bought are ticked off under keys that no longer have the words
of their pack, which were those of the units shown.
"""

import sqlalchemy as sa
from alembic import op

revision = "0007"
down_revision = "0006"

BY_LENGTH = r":[0-9.]+$"
"""How the key of a stick ends that is bought."""


def upgrade() -> None:
    """Add the tables, and whose a yard is: nobody's so far, which is the first owner's."""
    now = sa.func.now()
    stamp = sa.DateTime(timezone=True)
    op.create_table(
        "account",
        sa.Column("id", sa.Uuid(), primary_key=True),
        sa.Column("name", sa.String(60), nullable=False),
        sa.Column("known_as", sa.String(200), nullable=False, unique=True),
        sa.Column("secret", sa.String(200), nullable=False),
        sa.Column("first", sa.Boolean(), nullable=False),
        sa.Column("made_at", stamp, server_default=now, nullable=False),
    )
    op.create_index("account_first", "account", ["first"], unique=True, postgresql_where=sa.text("first"))
    op.create_table(
        "session",
        sa.Column("key", sa.String(64), primary_key=True),
        sa.Column(
            "account_id",
            sa.Uuid(),
            sa.ForeignKey("account.id", ondelete="CASCADE"),
            nullable=False,
            index=True,
        ),
        sa.Column("made_at", stamp, server_default=now, nullable=False),
        sa.Column("seen_at", stamp, server_default=now, nullable=False),
        sa.Column("ends_at", stamp, nullable=False),
    )
    op.add_column("yard", sa.Column("owner_id", sa.Uuid(), sa.ForeignKey("account.id"), nullable=True))
    op.create_table(
        "invitation",
        sa.Column("id", sa.Uuid(), primary_key=True),
        sa.Column("key", sa.String(64), nullable=False, unique=True),
        sa.Column("yard_id", sa.Uuid(), sa.ForeignKey("yard.id"), nullable=True),
        sa.Column("may", sa.String(10), nullable=True),
        sa.Column("made_by", sa.Uuid(), sa.ForeignKey("account.id", ondelete="CASCADE"), nullable=True),
        sa.Column("made_at", stamp, server_default=now, nullable=False),
        sa.Column("ends_at", stamp, nullable=False),
    )
    op.create_table(
        "share",
        sa.Column("yard_id", sa.Uuid(), sa.ForeignKey("yard.id"), primary_key=True),
        sa.Column("account_id", sa.Uuid(), sa.ForeignKey("account.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("may", sa.String(10), nullable=False),
    )
    op.create_table(
        "rate",
        sa.Column("key", sa.String(200), primary_key=True),
        sa.Column("count", sa.Integer(), nullable=False),
        sa.Column("ends_at", stamp, nullable=False),
    )
    op.create_table(
        "written",
        sa.Column("id", sa.Uuid(), primary_key=True),
        sa.Column("bed_id", sa.Uuid(), sa.ForeignKey("bed.id"), primary_key=True),
        sa.Column("made_at", stamp, server_default=now, nullable=False, index=True),
    )
    op.execute(
        "INSERT INTO tick (bed_id, kind, key, length_mm, ticked_at)"
        " SELECT bed_id, kind, split_part(key, ':', 1), length_mm, ticked_at FROM tick"
        f" WHERE kind = 'buy' AND key !~ '{BY_LENGTH}' ON CONFLICT DO NOTHING"
    )
    op.execute(f"DELETE FROM tick WHERE kind = 'buy' AND key ~ ':' AND key !~ '{BY_LENGTH}'")
