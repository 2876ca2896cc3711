"""A number that was typed without a unit says which one it was read in.

Until now such a number was millimetres, or litres, whatever the bed was shown in. From here on it is one of
the system in which its yard or its bed is planned, so what is kept is given the unit that it was understood
in.
"""

import re
from collections.abc import Callable
from typing import Any

import sqlalchemy as sa
from alembic import op
from pydantic import BaseModel
from sqlalchemy.dialects.postgresql import JSONB

from acrebox.core.design import read_design
from acrebox.core.errors import AcreBoxError
from acrebox.core.plan.understood import understood
from acrebox.core.yard import read_yard

revision = "0003"
down_revision = "0002"

BARE = re.compile(r"\s*[\d.]+\s*")


def upgrade() -> None:
    """Go through every revision of every bed and of every yard."""
    connection = op.get_bind()
    for table, key, column, read in (
        ("revision", "bed_id", "design", read_design),
        ("yard_revision", "yard_id", "document", read_yard),
    ):
        _complete(connection, table, key, column, read)


def _complete(
    connection: sa.Connection, table: str, key: str, column: str, read: Callable[[Any], BaseModel]
) -> None:
    rows = connection.execute(sa.text(f"SELECT {key}, number, {column} FROM {table}")).all()
    put = sa.text(
        f"UPDATE {table} SET {column} = :document WHERE {key} = :key AND number = :number"
    ).bindparams(sa.bindparam("document", type_=JSONB))
    for row, number, document in rows:
        told = with_units(document, read)
        if told != document:
            connection.execute(put, {"key": row, "number": number, "document": told})


def with_units(document: Any, read: Callable[[Any], BaseModel]) -> Any:
    """A document whose bare numbers have the units they were read in; one that nobody can read stays."""
    try:
        found = understood(read(document))
    except AcreBoxError:
        return document
    for path, seen in found.items():
        unit = {"mm": "mm", "L": "L"}.get(seen.unit)
        text = _at(document, path)
        if unit and isinstance(text, str) and BARE.fullmatch(text):
            document = _with(document, path.split("."), f"{text.strip()} {unit}")
    return document


def _at(document: Any, path: str) -> Any:
    for step in path.split("."):
        if isinstance(document, list):
            document = document[int(step)] if int(step) < len(document) else None
        else:
            document = document.get(step) if isinstance(document, dict) else None
    return document


def _with(document: Any, steps: list[str], value: str) -> Any:
    if not steps:
        return value
    first, *rest = steps
    if isinstance(document, list):
        return [_with(row, rest, value) if n == int(first) else row for n, row in enumerate(document)]
    return {**document, first: _with(document[first], rest, value)}
