"""The folder that the database's data lies in: whether it is whole and ours; how it is made.

Nothing here deletes or changes a folder that may have data in it: what is wrong of it is told, with what to
do. A new one is made beside its place and renamed into it when it is whole, so that whatever ends the making
half-way harms nothing.
"""

import fcntl
import os
import shutil
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from pathlib import Path

from acrebox.core.errors import AcreBoxError

DATA = "postgres"
"""What the folder of the data is called under its home."""
VERSION = "PG_VERSION"
WANTED = (VERSION, "global/pg_control", "base", "pg_wal", "postgresql.conf")
"""What every whole folder of data has."""
SECRET = "acrebox.secret"
"""Where the word lies by which we get in: in the folder itself, so that neither comes without the other."""
KEEP = "Nothing was changed."


class ClusterError(AcreBoxError):
    """The private PostgreSQL cluster cannot be made or started."""


@contextmanager
def one_at_a_time(home: Path) -> Iterator[None]:
    """Within it nobody else makes or starts a cluster under `home`; who comes second waits."""
    with (home / ".starting").open("w") as held:
        fcntl.flock(held, fcntl.LOCK_EX)
        yield


def is_there(data: Path) -> bool:
    """Whether there is a folder of data; one with nothing in it is none."""
    return data.exists() and (not data.is_dir() or any(data.iterdir()))


def check_whole(data: Path) -> int:
    """The major version that a folder of data is of.

    Raises ClusterError where it is no folder, cannot be read, or lacks what every whole one has.
    """
    if not data.is_dir():
        raise ClusterError(f"{data} should be the folder of the data, and is a file. {KEEP} Move it away.")
    if not os.access(data, os.R_OK | os.X_OK):
        raise ClusterError(
            f"The folder of the data, {data}, belongs to somebody else. {KEEP} Start as who owns it, or give"
            " it to yourself (chown -R)."
        )
    lacking = [name for name in WANTED if not (data / name).exists()]
    if lacking:
        raise ClusterError(
            f"The folder of the data, {data}, is not whole: it lacks {', '.join(lacking)}. {KEEP} Bring it"
            " back from a backup; or, to begin anew without what is in it, move it away and start again."
        )
    text = (data / VERSION).read_text("utf-8", "replace").strip()
    if not text.isdigit():
        raise ClusterError(
            f"{data / VERSION} reads '{text[:20]}', which is no version of PostgreSQL. {KEEP} Bring it back"
            " from a backup."
        )
    return int(text)


def secret_of(data: Path) -> str:
    """The word by which we get in; that of an older install lies beside its folder. Raises ClusterError."""
    for place in (data / SECRET, data.with_suffix(".secret")):
        if place.exists():
            return place.read_text("utf-8").strip()
    raise ClusterError(
        f"The word to get into the data is gone: neither {data / SECRET} nor {data.with_suffix('.secret')} is"
        f" there. {KEEP} Bring one of them back from a backup."
    )


def make_beside(data: Path, initialise: Callable[[Path], None]) -> None:
    """Make a folder of data by `initialise` beside its place, and put it there when it is whole.

    What an earlier making left half-way, which nobody ever used, is cleared away first.
    """
    for left in data.parent.glob(f"{data.name}.new-*"):
        shutil.rmtree(left, ignore_errors=True)
    made = data.with_name(f"{data.name}.new-{os.getpid()}")
    try:
        initialise(made)
        check_whole(made)
        if data.exists():
            data.rmdir()  # an empty one; whatever has something in it was refused
        made.rename(data)
    finally:
        shutil.rmtree(made, ignore_errors=True)
