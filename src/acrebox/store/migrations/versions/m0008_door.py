"""What a session is of, browsers that are known, answers to writes that make something, what happened; where
a bed came from, which names look alike.
"""

from typing import Any

import sqlalchemy as sa
from alembic import op

from acrebox.store.names import looks_as

revision = "0008"
down_revision = "0007"


def upgrade() -> None:
    """Add the tables and columns, and how every name looks."""
    now = sa.func.now()
    stamp = sa.DateTime(timezone=True)

    def account(name: str, nullable: bool) -> sa.Column[Any]:
        its = sa.ForeignKey("account.id", ondelete="CASCADE")
        return sa.Column(name, sa.Uuid(), its, nullable=nullable, index=True)

    any_id = sa.func.gen_random_uuid()
    op.add_column("session", sa.Column("id", sa.Uuid(), server_default=any_id, nullable=False))
    op.add_column("session", sa.Column("agent", sa.String(200), server_default="", nullable=False))
    op.add_column("session", sa.Column("address", sa.String(60), server_default="", nullable=False))
    op.create_unique_constraint("session_id", "session", ["id"])
    op.create_table(
        "browser",
        sa.Column("key", sa.String(64), primary_key=True),
        account("account_id", nullable=False),
        sa.Column("ends_at", stamp, nullable=False),
    )
    op.create_table(
        "answered",
        sa.Column("who", sa.Uuid(), primary_key=True),
        sa.Column("key", sa.Uuid(), primary_key=True),
        sa.Column("asked", sa.String(64), nullable=False),
        sa.Column("status", sa.Integer(), nullable=True),
        sa.Column("headers", sa.JSON(), nullable=True),
        sa.Column("body", sa.LargeBinary(), nullable=True),
        sa.Column("made_at", stamp, server_default=now, nullable=False, index=True),
    )
    op.create_table(
        "event",
        sa.Column("place", sa.BigInteger(), sa.Identity(), primary_key=True),
        sa.Column("at", stamp, server_default=now, nullable=False, index=True),
        sa.Column("what", sa.String(20), nullable=False),
        sa.Column("by", sa.String(60), nullable=False),
        sa.Column("address", sa.String(60), nullable=False),
        account("about", nullable=True),
        sa.Column("yard_id", sa.Uuid(), sa.ForeignKey("yard.id"), nullable=True, index=True),
        sa.Column("named", sa.String(200), nullable=False),
    )
    op.add_column("bed", sa.Column("came_from", sa.Uuid(), sa.ForeignKey("yard.id"), nullable=True))
    op.add_column("bed", sa.Column("moved_at", stamp, nullable=True))
    op.add_column("account", sa.Column("told_to", sa.BigInteger(), server_default="0", nullable=False))
    op.add_column("account", sa.Column("looks_as", sa.String(400), server_default="", nullable=False))
    connection = op.get_bind()
    put = sa.text("UPDATE account SET looks_as = :looks WHERE id = :id")
    for row in connection.execute(sa.text("SELECT id, name FROM account")).all():
        connection.execute(put, {"id": row.id, "looks": looks_as(row.name)})
    op.create_index("account_looks_as", "account", ["looks_as"])
