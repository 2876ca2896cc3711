"""The form of a backup: a zip of `manifest.json` and one file of rows a table.

Rows are as PostgreSQL's COPY writes them as text: a line a row, a tab between fields, `\\N` for nothing
(PostgreSQL's manual, COPY, "Text Format"); UTF-8, times in UTC. The manifest names the release and the schema
they are of, and of every table its columns in order, how many rows there are, and the SHA-256 of its file.
"""

import json
import zipfile
import zlib
from collections.abc import Iterator
from contextlib import ExitStack, contextmanager
from dataclasses import dataclass
from datetime import datetime
from hashlib import sha256
from typing import IO, Annotated, Literal, Self

from pydantic import BaseModel, ConfigDict, Field, ValidationError

from acrebox.store.datafolder import ClusterError

ENDING = ".backup.zip"
MANIFEST = "manifest.json"
MANIFEST_BYTES = 1_000_000
"""How long a manifest may be."""
PIECE = 1 << 18
"""How much of a file is read at a time [B]."""

UNREADABLE = (zipfile.BadZipFile, zlib.error, EOFError, OSError, NotImplementedError, RuntimeError)
"""What a zip says that cannot be read: cut off, changed, packed another way, locked with a word."""

Name = Annotated[str, Field(pattern=r"^[a-z_]{1,60}$")]


class BackupError(ClusterError):
    """A backup cannot be taken or put back. Nothing was changed."""


def refused(why: str) -> BackupError:
    """What is raised where a backup is not put back."""
    return BackupError(f"{why}. Nothing was changed.")


class Rows(BaseModel):
    """What a backup has of a table."""

    model_config = ConfigDict(extra="forbid", frozen=True)

    columns: Annotated[tuple[Name, ...], Field(min_length=1, max_length=200)]
    rows: Annotated[int, Field(ge=0)]
    sha256: Annotated[str, Field(pattern=r"^[0-9a-f]{64}$")]


class Manifest(BaseModel):
    """What is in a backup, and of what it is."""

    model_config = ConfigDict(extra="forbid", frozen=True)

    format: Literal["acrebox-backup"] = "acrebox-backup"
    version: Literal[1] = 1
    release: Annotated[str, Field(max_length=40)]
    revision: Annotated[str, Field(pattern=r"^\d{4}$")]
    taken_at: datetime | None
    as_written: bool = True
    """Whether the rows are written as `taking` does, so that they are alike when they are read out again."""
    tables: Annotated[dict[Name, Rows], Field(max_length=200)]


def place_of(table: str) -> str:
    """Where the rows of a table lie in the zip."""
    return f"rows/{table}.copy"


class Writing:
    """A backup that is being written: table by table, and the manifest last; without that it is none."""

    def __init__(self, out: IO[bytes]) -> None:
        self._zip = zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED)
        self._tables: dict[str, Rows] = {}

    def __enter__(self) -> Self:
        return self

    def __exit__(self, *_: object) -> None:
        self._zip.close()

    def add(self, table: str, columns: tuple[str, ...], pieces: Iterator[bytes]) -> None:
        """Write the rows of a table: `pieces` of COPY's text, wherever they are cut."""
        known, rows = sha256(), 0
        with self._zip.open(place_of(table), "w", force_zip64=True) as file:
            for piece in pieces:
                file.write(piece)
                known.update(piece)
                rows += piece.count(b"\n")
        self._tables[table] = Rows(columns=columns, rows=rows, sha256=known.hexdigest())

    def end(self, release: str, revision: str, taken_at: datetime | None, as_written: bool = True) -> None:
        """Write the manifest: now it is whole."""
        told = Manifest(
            release=release,
            revision=revision,
            taken_at=taken_at,
            as_written=as_written,
            tables=self._tables,
        )
        self._zip.writestr(MANIFEST, told.model_dump_json(indent=2))


@dataclass(frozen=True)
class Archive:
    """A backup that was read, and found whole."""

    manifest: Manifest
    _zip: zipfile.ZipFile

    def pieces(self, table: str) -> Iterator[bytes]:
        """The rows of a table, as COPY takes them, in pieces."""
        return _pieces(self._zip, table)


@contextmanager
def opened(file: IO[bytes], name: str) -> Iterator[Archive]:
    """A backup, looked through whole before anything is done with it; `name` is what it is called in words.

    Raises BackupError where it is none, is cut off or was changed.
    """
    with ExitStack() as until:
        try:
            zipped = until.enter_context(zipfile.ZipFile(file))
            archive = Archive(_manifest_of(zipped), zipped)
            for table, rows in archive.manifest.tables.items():
                _check(archive, table, rows)
        except UNREADABLE as reason:
            raise refused(f"{name} cannot be read as a backup: {reason}") from None
        except _UnlikeError as unlike:
            raise refused(f"{name} is no backup that is whole: {unlike}") from None
        yield archive


class _UnlikeError(Exception):
    """How a file is unlike a backup."""


def _manifest_of(zipped: zipfile.ZipFile) -> Manifest:
    names = zipped.namelist()
    if MANIFEST not in names:
        raise _UnlikeError(f"there is no {MANIFEST} in it")
    if zipped.getinfo(MANIFEST).file_size > MANIFEST_BYTES:
        raise _UnlikeError(f"its {MANIFEST} is longer than {MANIFEST_BYTES} bytes")
    try:
        told = Manifest.model_validate(json.loads(zipped.read(MANIFEST)))
    except (ValidationError, ValueError) as fault:
        first = fault.errors()[0]["msg"] if isinstance(fault, ValidationError) else str(fault)
        raise _UnlikeError(f"its {MANIFEST} is not ours ({first})") from None
    wanted = [MANIFEST, *map(place_of, told.tables)]
    if sorted(names) != sorted(wanted):
        odd = sorted({*names} ^ {*wanted}) or ["a file twice"]
        raise _UnlikeError(f"its {MANIFEST} does not tell what is in it ({odd[0][:80]})")
    return told


def _check(archive: Archive, table: str, told: Rows) -> None:
    known, rows = sha256(), 0
    for piece in archive.pieces(table):
        known.update(piece)
        rows += piece.count(b"\n")
    if rows != told.rows:
        raise _UnlikeError(f"{place_of(table)} has {rows} rows, and {told.rows} are told")
    if known.hexdigest() != told.sha256:
        raise _UnlikeError(f"{place_of(table)} is not what was written")


def _pieces(zipped: zipfile.ZipFile, table: str) -> Iterator[bytes]:
    with zipped.open(place_of(table)) as rows:
        while piece := rows.read(PIECE):
            yield piece
