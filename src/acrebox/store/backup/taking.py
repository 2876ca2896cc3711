"""Everything of a database into a backup, as it stands at one moment, while it goes on being used."""

import os
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, datetime
from pathlib import Path
from typing import IO

from psycopg import Cursor
from psycopg.sql import SQL, Composed, Identifier
from sqlalchemy import Connection
from sqlalchemy.exc import SQLAlchemyError

from acrebox import __version__
from acrebox.store.backup.columns import Table, tables_of
from acrebox.store.backup.form import BackupError, Writing
from acrebox.store.engine import connect, revision_of

AS_WRITTEN = (
    "SET LOCAL timezone = 'UTC'",
    "SET LOCAL datestyle = 'ISO, YMD'",
    "SET LOCAL intervalstyle = 'iso_8601'",
    "SET LOCAL bytea_output = 'hex'",
    "SET LOCAL extra_float_digits = 1",
    "SET LOCAL statement_timeout = 0",
)
"""How values are written, whatever the machine is set to."""


def take_backup(url: str, file: Path) -> None:
    """Write everything of a database into a file. Raises BackupError."""
    with written_whole(file) as out:
        write_backup(url, out)


@contextmanager
def written_whole(file: Path) -> Iterator[IO[bytes]]:
    """A file to write into that nobody else reads; it has its name once it is whole. Raises BackupError."""
    made = file.with_name(f"{file.name}.new-{os.getpid()}")
    try:
        file.parent.mkdir(parents=True, exist_ok=True)
        with os.fdopen(os.open(made, os.O_RDWR | os.O_CREAT | os.O_EXCL, 0o600), "r+b") as out:
            yield out
            out.flush()
            os.fsync(out.fileno())
        made.rename(file)
    except OSError as reason:
        raise BackupError(f"The backup was not written to {file}: {reason.strerror}.") from None
    finally:
        made.unlink(missing_ok=True)


def write_backup(url: str, out: IO[bytes]) -> None:
    """Write everything of a database into an open file. Raises BackupError, and OSError of the file."""
    engine = connect(url)
    try:
        with engine.connect().execution_options(isolation_level="REPEATABLE READ") as at, at.begin():
            revision = revision_of(at)
            if revision is None:
                raise BackupError("The backup was not taken: there are no tables yet.")
            with Writing(out) as written:
                for table in tables_of(at, "public"):
                    written.add(table.name, table.columns, rows_of(at, table, "public"))
                written.end(__version__, revision, datetime.now(UTC))
    except SQLAlchemyError as reason:
        raise BackupError(f"The backup was not taken: {_in_short(reason)}.") from None
    finally:
        engine.dispose()


def rows_of(at: Connection, table: Table, schema: str) -> Iterator[bytes]:
    """The rows of a table as COPY's text, in the order of their keys, written the same on every machine."""
    for setting in AS_WRITTEN:
        at.exec_driver_sql(setting)
    with cursor_of(at) as cursor, cursor.copy(_query(table, schema)) as copied:
        for piece in copied:
            yield bytes(piece)


def cursor_of(at: Connection) -> Cursor[tuple[object, ...]]:
    """The driver's own cursor, which can copy."""
    found = at.connection.cursor()
    assert isinstance(found, Cursor)
    return found


def _query(table: Table, schema: str) -> Composed:
    order = SQL(", ").join(
        SQL('{} COLLATE "C"').format(Identifier(name)) if name in table.texts else Identifier(name)
        for name in table.key
    )
    return SQL("COPY (SELECT {} FROM {} ORDER BY {}) TO STDOUT").format(
        SQL(", ").join(map(Identifier, table.columns)), Identifier(schema, table.name), order
    )


def _in_short(reason: SQLAlchemyError) -> str:
    lines = str(getattr(reason, "orig", None) or reason).strip().splitlines()
    return lines[-1].strip().rstrip(".") if lines else type(reason).__name__
