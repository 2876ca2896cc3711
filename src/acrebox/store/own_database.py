"""The role that the app has in its cluster, and its database: it owns that, and may do nothing else.

Every step can be done twice, so that whatever ends it half-way harms nothing. Of an older install, whose
tables lay in the cluster's first database, that database becomes the app's.
"""

import os
import secrets
from pathlib import Path

from psycopg import Connection, Error, connect
from psycopg.sql import SQL, Identifier, Literal
from sqlalchemy.engine import URL, make_url

from acrebox.store.datafolder import ClusterError

ADMIN = "acrebox"
"""Who may do everything in a cluster; the app only sets up its own role as that."""
ROLE = "acrebox_app"
DATABASE = "acrebox"
FIRST = "postgres"
NEUTRAL = "template1"
WORD = "acrebox-app.secret"


def own_database(admin: str, data: Path) -> str:
    """The address by which the app gets into its database; both are made where they are not there.

    Raises ClusterError.
    """
    address = make_url(admin)
    word = _word(data)
    try:
        with _reached(address, NEUTRAL) as at:
            _make_role(at, word)
            _make_database(at, address)
        with _reached(address, DATABASE) as at:
            _give_all(at)
    except Error as reason:
        raise ClusterError(f"The database cannot be set up: {str(reason).strip().splitlines()[-1]}") from None
    own = address.set(username=ROLE, password=word, database=DATABASE)
    return own.render_as_string(hide_password=False)


def _reached(address: URL, database: str) -> Connection[tuple[object, ...]]:
    return connect(
        host=address.host,
        port=address.port or 5432,
        user=address.username,
        password=str(address.password),
        dbname=database,
        autocommit=True,
    )


def _word(data: Path) -> str:
    """The word of the role; it lies with the data, as that of the cluster does."""
    kept = data / WORD
    if not kept.exists():
        made = kept.with_suffix(f".new-{os.getpid()}")
        made.touch(mode=0o600)
        made.write_text(secrets.token_urlsafe(24), "utf-8")
        owner = data.stat()
        if os.geteuid() == 0:
            os.chown(made, owner.st_uid, owner.st_gid)
        made.replace(kept)
    return kept.read_text("utf-8").strip()


def _make_role(at: Connection[tuple[object, ...]], word: str) -> None:
    there = at.execute("SELECT 1 FROM pg_roles WHERE rolname = %s", [ROLE]).fetchone()
    verb = SQL("ALTER") if there else SQL("CREATE")
    may = SQL("LOGIN NOSUPERUSER NOCREATEDB NOCREATEROLE NOREPLICATION NOBYPASSRLS")
    at.execute(SQL("{} ROLE {} {} PASSWORD {}").format(verb, Identifier(ROLE), may, Literal(word)))


def _make_database(at: Connection[tuple[object, ...]], address: URL) -> None:
    names = _databases(at)
    if DATABASE not in names and FIRST in names and _has_tables(address):
        at.execute(SQL("ALTER DATABASE {} RENAME TO {}").format(Identifier(FIRST), Identifier(DATABASE)))
        names = _databases(at)
    for name in {FIRST, DATABASE} - names:
        at.execute(SQL("CREATE DATABASE {} TEMPLATE template0").format(Identifier(name)))
    at.execute(SQL("ALTER DATABASE {} OWNER TO {}").format(Identifier(DATABASE), Identifier(ROLE)))
    # Nobody gets into a database that he does not own.
    for name in {FIRST, DATABASE, NEUTRAL}:
        at.execute(SQL("REVOKE ALL ON DATABASE {} FROM PUBLIC").format(Identifier(name)))


def _databases(at: Connection[tuple[object, ...]]) -> set[str]:
    return {str(row[0]) for row in at.execute("SELECT datname FROM pg_database").fetchall()}


def _has_tables(address: URL) -> bool:
    """Whether the cluster's first database has the tables of an older install."""
    with _reached(address, FIRST) as first:
        found = first.execute("SELECT to_regclass('public.alembic_version')").fetchone()
    return found is not None and found[0] is not None


def _give_all(at: Connection[tuple[object, ...]]) -> None:
    """Whatever lies in the app's database is the app's."""
    at.execute(SQL("ALTER SCHEMA public OWNER TO {}").format(Identifier(ROLE)))
    rows = at.execute(
        "SELECT c.relname FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace"
        " JOIN pg_roles r ON r.oid = c.relowner"
        " WHERE n.nspname = 'public' AND c.relkind IN ('r', 'v', 'm') AND r.rolname <> %s",
        [ROLE],
    ).fetchall()
    for (name,) in rows:
        at.execute(SQL("ALTER TABLE public.{} OWNER TO {}").format(Identifier(str(name)), Identifier(ROLE)))
