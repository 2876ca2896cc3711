"""What a server holds while it runs: its folder, its port, its database."""

import fcntl
import os
import socket
import time
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import TextIO

from acrebox.core.errors import AcreBoxError
from acrebox.store.cluster import running_cluster

ROOT = Path(__file__).parents[3]
DATABASE_SETTING = "ACREBOX_DATABASE_URL"


class ServedAlreadyError(AcreBoxError):
    """Acre Box runs from the same folder already."""


class PortTakenError(AcreBoxError):
    """Another program listens on the port."""


@contextmanager
def held(home: Path, address: str) -> Iterator[None]:
    """Hold the folder `home` for ourselves, and tell others where we serve; where the database is another's,
    nothing is held. Raises ServedAlreadyError, telling its address.
    """
    if os.environ.get(DATABASE_SETTING):
        yield
        return
    home.mkdir(parents=True, exist_ok=True)
    # Root opens it in a folder that is the account's: a link there leads nowhere.
    flags = os.O_RDWR | os.O_CREAT | os.O_CLOEXEC | os.O_NOFOLLOW
    with os.fdopen(os.open(home / "serving", flags, 0o644), "r+", encoding="utf-8") as told:
        while not _locked(told, fcntl.LOCK_EX):
            if not _locked(told, fcntl.LOCK_SH):
                told.seek(0)
                raise ServedAlreadyError(f"Acre Box runs already, at {told.read().strip() or address}")
            # No server has it, but what stops the database of one that was killed.
            fcntl.flock(told, fcntl.LOCK_UN)
            time.sleep(0.05)
        told.truncate(0)
        told.seek(0)
        told.write(address)
        told.flush()
        try:
            yield
        finally:
            told.truncate(0)


def _locked(file: TextIO, how: int) -> bool:
    try:
        fcntl.flock(file, how | fcntl.LOCK_NB)
    except BlockingIOError:
        return False
    return True


def bound(host: str, port: int) -> socket.socket:
    """The port, held from here on; nobody is let in yet. Raises PortTakenError with what to do."""
    family = socket.AF_INET6 if ":" in host else socket.AF_INET
    held_port = socket.socket(family, socket.SOCK_STREAM)
    held_port.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    try:
        held_port.bind((host, port))
    except OSError as reason:
        held_port.close()
        raise PortTakenError(
            f"Port {port} on {host} cannot be had: {reason.strerror}. Give another: bin/start --port"
            f" {port + 1 if port < 65535 else 8040}"
        ) from None
    return held_port


def reached_at(host: str) -> str:
    """Under which name or number others ask for what is served on an address of this machine."""
    if host in ("0.0.0.0", "::"):
        family, far = (socket.AF_INET6, "2001:db8::1") if ":" in host else (socket.AF_INET, "192.0.2.1")
        with socket.socket(family, socket.SOCK_DGRAM) as probe:
            try:
                probe.connect((far, 9))  # sends nothing: it only finds the way
                host = str(probe.getsockname()[0])
            except OSError:
                host = "localhost"
    return f"[{host}]" if ":" in host else host


@contextmanager
def database(home: Path) -> Iterator[str]:
    """The address of the database to use: the one set in the environment, else our own cluster under
    `home`.
    """
    given = os.environ.get(DATABASE_SETTING)
    if given:
        yield given
        return
    with running_cluster(home, alone=True) as url:
        yield url
