"""Where a station lies that the bed does not have: to the right of the bed's front left corner, and back."""

import sqlalchemy as sa
from alembic import op

revision = "0005"
down_revision = "0004"


def upgrade() -> None:
    """Add the two."""
    op.add_column("reading", sa.Column("right", sa.String(40)))
    op.add_column("reading", sa.Column("back", sa.String(40)))
