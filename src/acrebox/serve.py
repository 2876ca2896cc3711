"""What `bin/start` runs: the database, its migrations, the sample yard, the web server; all stopped
together.
"""

import argparse
import fcntl
import gc
import os
import signal
import socket
import sys
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from datetime import datetime
from pathlib import Path
from threading import Event, Thread
from time import time

import uvicorn

from acrebox.api.app import make_app
from acrebox.api.guard import LOOPBACK
from acrebox.core.errors import AcreBoxError
from acrebox.demo import seed
from acrebox.store import BedStore, YardStore
from acrebox.store.backup import keep_one, newest
from acrebox.store.cluster import programs_for, running_cluster
from acrebox.store.engine import connect, is_behind, migrate

ROOT = Path(__file__).parents[2]
DATABASE_SETTING = "ACREBOX_DATABASE_URL"
DAY_S = 24 * 3600
LOOKS_EVERY_S = 600
STOPS_IN_S = 2
"""How long requests that run may take when the server is stopped."""


class ServedAlreadyError(AcreBoxError):
    """Acre Box runs from the same folder already."""


class PortTakenError(AcreBoxError):
    """Another program listens on the port."""


@contextmanager
def database(home: Path, address: str, check: Callable[[], None]) -> Iterator[str]:
    """The address of the database to use: the one set in the environment, else our own cluster under
    `home`, which nobody else serves from meanwhile. What else is wanted is checked before it is started.

    Raises ServedAlreadyError where somebody serves from there, telling its address.
    """
    given = os.environ.get(DATABASE_SETTING)
    if given:
        check()
        yield given
        return
    with the_only_one(home, address):
        check()
        with running_cluster(home, alone=True) as url:
            yield url


@contextmanager
def the_only_one(home: Path, address: str) -> Iterator[None]:
    """Hold the folder `home` for ourselves, and tell others where we serve. Raises ServedAlreadyError."""
    home.mkdir(parents=True, exist_ok=True)
    with (home / "serving").open("a+", encoding="utf-8") as held:
        try:
            fcntl.flock(held, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError:
            held.seek(0)
            raise ServedAlreadyError(f"Acre Box runs already, at {held.read().strip() or address}") from None
        held.truncate(0)
        held.write(address)
        held.flush()
        try:
            yield
        finally:
            held.truncate(0)


class Backups:
    """Backups that are taken by themselves: one a day, in a folder beside the data."""

    def __init__(self, home: Path, url: str) -> None:
        self._home, self._url, self._folder = home, url, home / "backups"
        self._over = Event()
        self._thread = Thread(target=self._work, name="backups", daemon=True)

    def take(self) -> Path:
        """Take one now. Raises BackupError."""
        return keep_one(self._url, programs_for(self._home), self._folder, datetime.now())

    def start(self) -> None:
        """Begin to look for whether one is due."""
        self._thread.start()

    def stop(self) -> None:
        """Look no more; one that is being taken is let be."""
        self._over.set()

    def _work(self) -> None:
        while not self._over.is_set():
            last = newest(self._folder)
            if last is None or time() - last.stat().st_mtime >= DAY_S:
                try:
                    self.take()
                except AcreBoxError as reason:
                    print(f"bin/start: {reason}", file=sys.stderr, flush=True)
            self._over.wait(LOOKS_EVERY_S)


def check_port(host: str, port: int) -> None:
    """Raises PortTakenError where the port cannot be had, with what to do."""
    family = socket.AF_INET6 if ":" in host else socket.AF_INET
    with socket.socket(family, socket.SOCK_STREAM) as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind((host, port))
        except OSError as reason:
            raise PortTakenError(
                f"Port {port} on {host} cannot be had: {reason.strerror}. Give another: bin/start --port"
                f" {port + 1 if port < 65535 else 8040}"
            ) from None


def _words() -> argparse.Namespace:
    parser = argparse.ArgumentParser(
        prog="bin/start",
        description=(
            "Sets Acre Box up where needed, builds the pages when they changed, and serves them. Ctrl-C stops"
            " everything."
        ),
    )
    parser.add_argument("--port", type=int, default=8040, help="port to serve on (default %(default)s)")
    parser.add_argument(
        "--host", default="127.0.0.1", help="address to serve on (default: this machine only)"
    )
    parser.add_argument(
        "--trust",
        action="append",
        default=[],
        metavar="NAME",
        help="a name under which other machines ask for it; addresses of numbers are always answered",
    )
    parser.add_argument(
        "--empty", action="store_true", help="do not put the sample yard into a yard without beds"
    )
    parser.add_argument("--home", type=Path, default=ROOT / ".local", help=argparse.SUPPRESS)
    parser.epilog = (
        f"--no-build serves the pages as last built. {DATABASE_SETTING} uses another PostgreSQL server"
        " instead of our own."
    )
    return parser.parse_args()


def _interrupt(*_: object) -> None:
    raise KeyboardInterrupt


def main() -> int:
    """Serve until stopped; answers the exit code."""
    given = _words()
    signal.signal(signal.SIGTERM, _interrupt)
    address = f"http://{given.host}:{given.port}/"
    try:
        with database(given.home, address, lambda: check_port(given.host, given.port)) as url:
            engine = connect(url)
            backups = Backups(given.home, url) if not os.environ.get(DATABASE_SETTING) else None
            if backups and is_behind(engine):
                print(f"The data is of an older release; kept first in {backups.take()}", flush=True)
            migrate(engine)
            if not given.empty:
                seed(YardStore(engine), BedStore(engine))
            app = make_app(engine, ROOT / "web" / "dist", {*LOOPBACK, given.host, *given.trust})
            # What start-up made stays: the collector need not look through it again at every plan.
            gc.collect()
            gc.freeze()
            print(f"Acre Box is at {address}  (Ctrl-C stops it)", flush=True)
            if backups:
                backups.start()
            uvicorn.run(
                app,
                host=given.host,
                port=given.port,
                log_level="warning",
                server_header=False,
                timeout_graceful_shutdown=STOPS_IN_S,
            )
            if backups:
                backups.stop()
            engine.dispose()
    except KeyboardInterrupt:
        return 0
    except ServedAlreadyError as said:
        print(f"bin/start: {said}", flush=True)
        return 0
    except AcreBoxError as reason:
        print(f"bin/start: {reason}", file=sys.stderr)
        return 1
    return 0


if __name__ == "__main__":
    sys.exit(main())
