"""Backups of older releases: dumps of plain SQL, zipped. Their COPY blocks are read, and nothing else.

What such a script would do is not done: not a word of it is given to a database or a shell.
"""

import gzip
import re
import zlib
from collections.abc import Iterator
from typing import IO

from pydantic import ValidationError

from acrebox.store.backup.columns import NOT_KEPT
from acrebox.store.backup.form import Writing, refused

MAGIC = b"\x1f\x8b"
BLOCK = re.compile(rb'COPY public\.([a-z_]{1,60}) \(([a-z_", ]+)\) FROM stdin;')
OVER = b"\\.\n"
END = b"-- PostgreSQL database dump complete"
VERSION = "alembic_version"
LONGEST = 64_000_000
"""How long a line may be that is looked at [B]."""


def is_dump(file: IO[bytes]) -> bool:
    """Whether a file is a zipped dump, by its first bytes."""
    begun = file.read(len(MAGIC))
    file.seek(0)
    return begun == MAGIC


def turned(file: IO[bytes], name: str, out: IO[bytes]) -> None:
    """Write what is in a dump as a backup. Raises BackupError where it is none of ours, or not whole."""
    try:
        with gzip.open(file, "rb") as lines, Writing(out) as written:
            revision = _read_into(written, lines, name)
            if not re.fullmatch(r"\d{4}", revision):
                raise refused(f"{name} is a dump, and none of Acre Box")
            written.end("an older one", revision, None, as_written=False)
    except (OSError, EOFError, zlib.error) as reason:
        raise refused(f"{name} cannot be read as a backup: {reason}") from None
    except ValidationError as fault:
        raise refused(f"{name} is none of our dumps: {fault.errors()[0]['msg']}") from None
    out.seek(0)


def _read_into(written: Writing, lines: gzip.GzipFile, name: str) -> str:
    """Read every COPY block; answers of which revision the tables are, as it stands there."""
    revision, whole, seen = "", False, set[str]()
    while line := lines.readline(LONGEST):
        whole = whole or line.startswith(END)
        block = BLOCK.fullmatch(line.rstrip(b"\r\n"))
        if block is None:
            continue
        table, rows = block[1].decode(), _rows(lines, name, block[1].decode())
        if table in seen:
            raise refused(f"{name} has table {table} twice")
        seen.add(table)
        if table == VERSION:
            revision = b"".join(rows).decode("ascii", "replace").strip()
        elif table in NOT_KEPT:
            for _ in rows:
                pass
        else:
            written.add(table, _columns(block[2]), rows)
    if not whole:
        raise refused(f"{name} is not a whole backup")
    return revision


def _columns(written: bytes) -> tuple[str, ...]:
    return tuple(part.strip().strip('"') for part in written.decode().split(","))


def _rows(lines: gzip.GzipFile, name: str, table: str) -> Iterator[bytes]:
    while line := lines.readline(LONGEST):
        if line == OVER:
            return
        yield line
    raise refused(f"{name} breaks off in table {table}")
