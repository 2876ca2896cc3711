"""A backup back into a database: beside what is there, by our own migrations, and then in its place.

Nothing in the file is executed: its rows go in by COPY, into tables and columns that our migrations made. All
of it is one transaction; until its end everybody sees what was there, and whatever goes wrong leaves that.
"""

from collections.abc import Iterator
from contextlib import ExitStack, contextmanager
from datetime import datetime
from hashlib import sha256
from tempfile import TemporaryFile
from time import monotonic, sleep
from typing import IO

from psycopg import Error
from psycopg.sql import SQL, Identifier
from sqlalchemy import Connection, Engine, text
from sqlalchemy.exc import OperationalError, SQLAlchemyError

from acrebox.store.backup.columns import Table, empty, tables_of
from acrebox.store.backup.dumps import is_dump, turned
from acrebox.store.backup.form import Archive, BackupError, opened, refused
from acrebox.store.backup.taking import AS_WRITTEN, cursor_of, rows_of
from acrebox.store.engine import connect, knows, migrate_in
from acrebox.store.telling import ALL, tell

SERVED = "public"
"""The schema that is served."""
COMING = "coming"
"""The one that is put together beside it."""
KEPT = "kept_"
KEPT_SCHEMAS = 2
"""How many that were served before are kept."""
UNLIKE = (LookupError, TypeError, ValueError, AttributeError)
"""How migrations fail on documents that are none."""
WAITS_S, LOOKS_EVERY_S = 60, 0.05
"""How long those are waited for who work on what is served."""


def put_back(url: str, file: IO[bytes], name: str, now: datetime) -> str:
    """Put everything of a backup in place of all that is there; answers the schema in which that is kept.

    Raises BackupError where the file is none of ours, is not whole, or is of a newer release; then nothing is
    changed.
    """
    with _read(file, name) as archive, _working(url, name) as at:
        _load(at, archive, name)
        return _swap(at, COMING, now)


def try_out(url: str, file: IO[bytes], name: str) -> int:
    """Put a backup beside what is there, and take it away again; answers how many rows it has.

    Raises BackupError.
    """
    with _read(file, name) as archive, _working(url, name) as at:
        _load(at, archive, name)
        at.exec_driver_sql(f"DROP SCHEMA {COMING} CASCADE")
        return sum(rows.rows for rows in archive.manifest.tables.values())


def change_back(url: str, now: datetime) -> str:
    """Change what is served for what was before the last restore; answers where that is kept now.

    Raises BackupError where nothing is kept.
    """
    with _working(url, "What was before") as at:
        kept = _kept(at)
        if not kept:
            raise refused("Nothing was put back here so far")
        at.exec_driver_sql(f"ALTER SCHEMA {kept[-1]} RENAME TO {COMING}")
        at.exec_driver_sql(f"SET LOCAL search_path TO {COMING}")
        migrate_in(at)
        return _swap(at, COMING, now)


@contextmanager
def _read(file: IO[bytes], name: str) -> Iterator[Archive]:
    """The file as a backup; a dump of an older release is turned into one first. Raises BackupError."""
    with ExitStack() as until:
        try:
            old = is_dump(file)
        except OSError as reason:
            raise refused(f"{name} cannot be read as a backup: {reason}") from None
        if old:
            made = until.enter_context(TemporaryFile())
            turned(file, name, made)
            file = made
        archive = until.enter_context(opened(file, name))
        if not knows(archive.manifest.revision):
            raise BackupError(
                f"{name} is of a newer release ({archive.manifest.release}, tables"
                f" {archive.manifest.revision}). Nothing was changed. Install that release first."
            )
        yield archive


@contextmanager
def _working(url: str, name: str) -> Iterator[Connection]:
    """One transaction on the database; nothing of it stays where something goes wrong. Raises BackupError."""
    engine: Engine = connect(url)
    try:
        with engine.begin() as at:
            for setting in AS_WRITTEN:
                at.exec_driver_sql(setting)
            yield at
    except (SQLAlchemyError, Error) as reason:
        told = str(getattr(reason, "orig", None) or reason).strip().splitlines()
        says = told[0].strip().rstrip(".") if told else type(reason).__name__
        raise refused(f"{name} was not put back: {says}") from None
    finally:
        engine.dispose()


def _load(at: Connection, archive: Archive, name: str) -> None:
    """Make the tables by our migrations, fill them, check what is in them, and bring them up to date."""
    at.exec_driver_sql(f"CREATE SCHEMA {COMING}")
    at.exec_driver_sql(f"SET LOCAL search_path TO {COMING}")
    migrate_in(at, archive.manifest.revision)
    tables = {table.name: table for table in tables_of(at, COMING)}
    told = archive.manifest.tables
    if strange := sorted({*told} - {*tables}):
        raise refused(f"{name} has a table that is not ours: {strange[0]}")
    empty(at, COMING, list(tables.values()))
    for table in tables.values():
        if table.name in told:
            _fill(at, archive, table, name)
    # What was put off until the end of the transaction is checked before anything more is done.
    at.exec_driver_sql("SET CONSTRAINTS ALL IMMEDIATE")
    try:
        migrate_in(at)
    except UNLIKE as odd:
        raise refused(f"{name} has what no release of ours wrote ({type(odd).__name__}: {odd})") from None


def _fill(at: Connection, archive: Archive, table: Table, name: str) -> None:
    told = archive.manifest.tables[table.name]
    if {*told.columns} != {*table.columns} or len(told.columns) != len(table.columns):
        odd = sorted({*told.columns} ^ {*table.columns}) or ["a column twice"]
        raise refused(f"{name} has other columns of table {table.name} than ours: {odd[0]}")
    copy = SQL("COPY {} ({}) FROM STDIN").format(
        Identifier(COMING, table.name), SQL(", ").join(map(Identifier, told.columns))
    )
    with cursor_of(at) as cursor, cursor.copy(copy) as into:
        for piece in archive.pieces(table.name):
            into.write(piece)
    rows = at.scalar(text(f'SELECT count(*) FROM "{COMING}"."{table.name}"'))
    if rows != told.rows:
        raise refused(f"{name}: of {told.rows} rows of {table.name} {rows} came")
    if archive.manifest.as_written:
        again = Table(table.name, told.columns, table.key, table.texts, table.counted)
        read = sha256()
        for piece in rows_of(at, again, COMING):
            read.update(piece)
        if read.hexdigest() != told.sha256:
            raise refused(f"{name}: the rows of {table.name} did not come as they are")
    for column in table.counted:
        at.execute(
            text(
                f'SELECT setval(pg_get_serial_sequence(:table, :column), greatest(max("{column}"), 1),'
                f' max("{column}") IS NOT NULL) FROM "{COMING}"."{table.name}"'
            ),
            {"table": f'"{COMING}"."{table.name}"', "column": column},
        )


def _swap(at: Connection, coming: str, now: datetime) -> str:
    """Serve one schema in place of another; writes that are under way end first, and others wait."""
    _have_alone(at, [f'{SERVED}."{table.name}"' for table in tables_of(at, SERVED)])
    kept = _free(at, f"{KEPT}{now:%Y%m%d_%H%M%S}")
    at.exec_driver_sql(f"ALTER SCHEMA {SERVED} RENAME TO {kept}")
    at.exec_driver_sql(f"ALTER SCHEMA {coming} RENAME TO {SERVED}")
    for old in _kept(at)[:-KEPT_SCHEMAS]:
        at.exec_driver_sql(f"DROP SCHEMA {old} CASCADE")
    tell(at, ALL)
    return kept


def _have_alone(at: Connection, tables: list[str]) -> None:
    """Wait until nobody works on the tables, and let nobody in. All or none are held, so that nobody waits
    for us who is waited for. Raises BackupError.
    """
    until = monotonic() + WAITS_S
    while tables:
        try:
            with at.begin_nested():
                at.exec_driver_sql(f"LOCK TABLE {', '.join(tables)} IN ACCESS EXCLUSIVE MODE NOWAIT")
            return
        except OperationalError:
            if monotonic() > until:
                raise refused(f"Somebody works on what is there, for {WAITS_S} s and more") from None
            sleep(LOOKS_EVERY_S)


def _kept(at: Connection) -> list[str]:
    """What was served before, the oldest first."""
    found = at.execute(text("SELECT nspname FROM pg_namespace WHERE nspname ~ '^kept_[0-9_]+$' ORDER BY 1"))
    return [str(name) for name in found.scalars()]


def _free(at: Connection, name: str) -> str:
    """A name that no schema has: of two within one second the second one is called later."""
    taken = {*_kept(at)}
    return next(each for n in range(1000) if (each := name if not n else f"{name}_{n:03}") not in taken)
