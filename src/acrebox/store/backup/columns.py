"""Which tables a database has for us, and their columns."""

from collections.abc import Collection
from dataclasses import dataclass

from sqlalchemy import Connection, MetaData, String, text
from sqlalchemy.schema import Table as Reflected

from acrebox.store.tables import Base

NOT_KEPT = ("session", "browser", "rate", "invitation", "answered")
"""Tables whose rows are in no backup: who is signed in by now is not signed in for ever, a link that was used
is not good again, and what is good for a day.
"""
FORMER: Collection[str] = ()
"""Tables of releases before that are no more."""


@dataclass(frozen=True)
class Table:
    """A table: its columns in order, its key, and which columns are text or count by themselves."""

    name: str
    columns: tuple[str, ...]
    key: tuple[str, ...]
    texts: frozenset[str]
    counted: tuple[str, ...]


def tables_of(at: Connection, schema: str) -> list[Table]:
    """The tables of a schema that are ours and are kept, each behind those that it refers to."""
    meta = MetaData()
    meta.reflect(at, schema=schema)
    kept = {*Base.metadata.tables, *FORMER} - {*NOT_KEPT}
    return [_told(table) for table in meta.sorted_tables if table.name in kept]


def _told(table: Reflected) -> Table:
    return Table(
        name=table.name,
        columns=tuple(column.name for column in table.columns),
        key=tuple(column.name for column in table.primary_key),
        texts=frozenset(column.name for column in table.columns if isinstance(column.type, String)),
        counted=tuple(column.name for column in table.columns if column.identity is not None),
    )


def empty(at: Connection, schema: str, tables: list[Table]) -> None:
    """Take out what migrations put into fresh tables."""
    names = ", ".join(f'"{schema}"."{table.name}"' for table in tables)
    at.execute(text(f"TRUNCATE {names} CASCADE"))
