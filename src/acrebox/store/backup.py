"""Backups: everything in one file of plain SQL, zipped; taken while it runs, put back in one transaction.

`pg_dump` and `psql` of the server's own programs do the work.
"""

import gzip
import os
import shutil
import subprocess
from collections.abc import Iterator
from datetime import datetime
from pathlib import Path
from tempfile import TemporaryDirectory

from sqlalchemy.engine import URL, make_url

from acrebox.store.datafolder import ClusterError

KEPT = 7
"""How many backups that were taken by themselves are kept."""
STEM = "acrebox-"
ENDING = ".sql.gz"
ANEW = "DROP SCHEMA IF EXISTS public CASCADE;\nCREATE SCHEMA public;\n"
NOT_KEPT = ("session", "rate")
"""Tables whose rows are in no backup: who is signed in by now is not signed in for ever."""
OPTIONS = (
    *("--no-owner", "--no-privileges", "--schema=public", "--encoding=UTF8"),
    *(f"--exclude-table-data=public.{table}" for table in NOT_KEPT),
)


class BackupError(ClusterError):
    """A backup cannot be taken or put back. Nothing was changed."""


def take_backup(url: str, programs: Path, file: Path) -> None:
    """Write everything of a database into a file; it has its name once it is whole. Raises BackupError."""
    made = file.with_name(f"{file.name}.new-{os.getpid()}")
    words = [str(programs / "pg_dump"), *OPTIONS, *_to(make_url(url))]
    try:
        file.parent.mkdir(parents=True, exist_ok=True)
        with gzip.open(made, "wb") as out:
            work = subprocess.Popen(
                words, stdout=subprocess.PIPE, stderr=subprocess.PIPE, env=_environment(make_url(url))
            )
            assert work.stdout
            assert work.stderr
            shutil.copyfileobj(work.stdout, out)
            said = work.stderr.read().decode("utf-8", "replace")
            if work.wait():
                raise BackupError(f"The backup was not taken: {_last(said)}")
        made.chmod(0o600)
        made.rename(file)
    except OSError as reason:
        raise BackupError(f"The backup was not written to {file}: {reason.strerror}") from None
    finally:
        made.unlink(missing_ok=True)


def put_back(url: str, programs: Path, file: Path) -> None:
    """Put everything of a backup in place of all that is there, in one transaction: all of it or nothing.

    Raises BackupError where the file is none of ours or is not whole; then nothing is changed.
    """
    with TemporaryDirectory() as folder:
        script = Path(folder) / "restore.sql"
        try:
            with gzip.open(file, "rb") as packed, script.open("wb") as out:
                out.write(ANEW.encode())
                for line in _without_schema(packed):
                    out.write(line)
        except (OSError, EOFError) as reason:
            raise BackupError(f"{file} cannot be read as a backup: {reason}. Nothing was changed.") from None
        if b"PostgreSQL database dump complete" not in _end_of(script):
            raise BackupError(f"{file} is not a whole backup. Nothing was changed.")
        words = [str(programs / "psql"), "-X", "-q", "-v", "ON_ERROR_STOP=1", "--single-transaction"]
        done = subprocess.run(
            [*words, "-f", str(script), *_to(make_url(url))],
            capture_output=True,
            env=_environment(make_url(url)),
            check=False,
        )
    if done.returncode:
        said = _last(done.stderr.decode("utf-8", "replace"))
        raise BackupError(f"The backup was not put back: {said}. Nothing was changed.")


def keep_one(url: str, programs: Path, folder: Path, now: datetime) -> Path:
    """Take a backup by itself, and keep the last few of those. Raises BackupError."""
    file = folder / f"{STEM}{now:%Y%m%d-%H%M%S}{ENDING}"
    take_backup(url, programs, file)
    for old in sorted(folder.glob(f"{STEM}*{ENDING}"))[:-KEPT]:
        old.unlink()
    return file


def newest(folder: Path) -> Path | None:
    """The newest backup that was taken by itself."""
    return max(folder.glob(f"{STEM}*{ENDING}"), default=None)


def _to(url: URL) -> list[str]:
    """The words by which the programs reach a database."""
    found = ["-h", url.host or "127.0.0.1", "-p", str(url.port or 5432), "-d", url.database or "postgres"]
    return [*found, *(["-U", url.username] if url.username else [])]


def _environment(url: URL) -> dict[str, str]:
    return {**os.environ, **({"PGPASSWORD": str(url.password)} if url.password else {})}


def _without_schema(lines: Iterator[bytes]) -> Iterator[bytes]:
    """The script but for the making of the schema, which is made anew before it."""
    for line in lines:
        if not line.startswith((b"CREATE SCHEMA public", b"COMMENT ON SCHEMA public")):
            yield line


def _end_of(script: Path) -> bytes:
    with script.open("rb") as read:
        read.seek(max(0, script.stat().st_size - 400))
        return read.read()


def _last(said: str) -> str:
    """The last thing that a program said, in one line."""
    lines = [line.strip() for line in said.splitlines() if line.strip()]
    return lines[-1] if lines else "it does not say why"
