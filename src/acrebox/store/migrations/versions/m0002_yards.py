"""Yards: beds belong to one, ticks of cuts name parts, figures are kept, writes have names.

Every bed that is there comes into one yard. What the first release wrote out of the saw's defaults was never
chosen, so it is left to the yard now; anything else a bed has stays its own. A tick of a cut named the n-th
piece of a length: it becomes the tick of that piece's part, with its length, where the bed can be planned.
"""

from collections import Counter
from typing import Any
from uuid import uuid4

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB

from acrebox.core.design import read_design
from acrebox.core.errors import AcreBoxError
from acrebox.core.plan import CUTTING, plan_bed

revision = "0002"
down_revision = "0001"

WRITTEN_OUT: dict[str, dict[str, Any]] = {
    "bench": {
        "kerf": "3 mm",
        "trim": "0 mm",
        "trim_ends": "one",
        "keep_from": "300 mm",
        "lengths": [],
        "offcuts": [],
    },
    "loads": {
        "school": "at_rest",
        "unit_weight": 15.0,
        "friction": 30.0,
        "on_top": 2.4,
        "waterlogged": False,
    },
}
FIRST_YARD = {"schema": 1, "name": "The yard"}


def upgrade() -> None:
    """Make the tables and carry over what is there."""
    _tables()
    connection = op.get_bind()
    if connection.scalar(sa.text("SELECT count(*) FROM bed")):
        _one_yard(connection)
        _leave_to_yard(connection)
        _ticks_of_parts(connection)
    op.alter_column("bed", "yard_id", nullable=False)


def _tables() -> None:
    now = sa.func.now()
    op.create_table(
        "yard",
        sa.Column("id", sa.Uuid(), primary_key=True),
        sa.Column("place", sa.Integer(), sa.Identity(), nullable=False, unique=True),
        sa.Column("head", sa.Integer(), nullable=False),
        sa.Column("made_at", sa.DateTime(timezone=True), server_default=now, nullable=False),
        sa.Column("deleted_at", sa.DateTime(timezone=True)),
    )
    op.create_table(
        "yard_revision",
        sa.Column("yard_id", sa.Uuid(), sa.ForeignKey("yard.id"), primary_key=True),
        sa.Column("number", sa.Integer(), primary_key=True),
        sa.Column("kind", sa.String(10), nullable=False),
        sa.Column("schema_version", sa.Integer(), nullable=False),
        sa.Column("document", JSONB(), nullable=False),
        sa.Column("undo_to", sa.Integer()),
        sa.Column("redo_to", sa.Integer()),
        sa.Column("write_id", sa.Uuid()),
        sa.Column("made_at", sa.DateTime(timezone=True), server_default=now, nullable=False),
    )
    op.create_table(
        "figure",
        sa.Column("bed_id", sa.Uuid(), sa.ForeignKey("bed.id"), primary_key=True),
        sa.Column("basis", sa.String(64), nullable=False),
        sa.Column("figures", JSONB(), nullable=False),
    )
    op.add_column("revision", sa.Column("write_id", sa.Uuid()))
    op.add_column("tick", sa.Column("length_mm", sa.Float()))
    op.add_column("bed", sa.Column("yard_id", sa.Uuid(), sa.ForeignKey("yard.id"), index=True))
    op.create_unique_constraint("one_write", "revision", ["bed_id", "write_id"])
    op.create_unique_constraint("one_yard_write", "yard_revision", ["yard_id", "write_id"])


def _one_yard(connection: sa.Connection) -> None:
    yard = uuid4()
    connection.execute(sa.text("INSERT INTO yard (id, head) VALUES (:yard, 1)"), {"yard": yard})
    made = sa.text(
        "INSERT INTO yard_revision (yard_id, number, kind, schema_version, document)"
        " VALUES (:yard, 1, 'make', 1, :document)"
    ).bindparams(sa.bindparam("document", type_=JSONB))
    connection.execute(made, {"yard": yard, "document": FIRST_YARD})
    connection.execute(sa.text("UPDATE bed SET yard_id = :yard"), {"yard": yard})


def _leave_to_yard(connection: sa.Connection) -> None:
    rows = connection.execute(sa.text("SELECT bed_id, number, design FROM revision")).all()
    put = sa.text("UPDATE revision SET design = :design WHERE bed_id = :bed AND number = :number").bindparams(
        sa.bindparam("design", type_=JSONB)
    )
    for bed, number, design in rows:
        chosen = _chosen(design)
        if chosen != design:
            connection.execute(put, {"bed": bed, "number": number, "design": chosen})


def _chosen(design: Any) -> Any:
    """A design without what the first release wrote out of its defaults."""
    if not isinstance(design, dict):
        return design
    found = dict(design)
    for group, usual in WRITTEN_OUT.items():
        given = found.get(group)
        if isinstance(given, dict):
            found[group] = {k: v for k, v in given.items() if k not in usual or v != usual[k]}
    return found


def _ticks_of_parts(connection: sa.Connection) -> None:
    query = "SELECT b.id, r.design FROM bed b JOIN revision r ON r.bed_id = b.id AND r.number = b.head"
    put = sa.text(
        "UPDATE tick SET key = :part, length_mm = :mm WHERE bed_id = :bed AND kind = 'cut' AND key = :key"
    )
    for bed, design in connection.execute(sa.text(query)).all():
        ticked = connection.scalars(
            sa.text("SELECT key FROM tick WHERE bed_id = :bed AND kind = 'cut'"), {"bed": bed}
        ).all()
        parts = _parts(design) if ticked else {}
        for key in ticked:
            if key in parts:
                part, mm = parts[key]
                connection.execute(put, {"bed": bed, "key": key, "part": part, "mm": mm})


def _parts(design: Any) -> dict[str, tuple[str, float]]:
    """By the keys of the first release (stock, length in tenths, which of that length): part and length."""
    try:
        sticks = plan_bed(read_design(design))[CUTTING].sticks
    except AcreBoxError:
        return {}
    seen: Counter[str] = Counter()
    found = {}
    for stick in sticks:
        for piece in stick.pieces:
            alike = f"{stick.stock}:{round(piece.length_mm * 10)}"
            seen[alike] += 1
            found[f"{alike}:{seen[alike]}"] = (piece.key, piece.length_mm)
    return found
