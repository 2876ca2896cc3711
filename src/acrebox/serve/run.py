"""Serves until it is stopped."""

import gc
import os
import signal
import socket
import sys
from argparse import Namespace
from functools import partial
from pathlib import Path

import uvicorn
from sqlalchemy.exc import SQLAlchemyError
from uvicorn.supervisors import Multiprocess

from acrebox.api.addresses import HERE
from acrebox.api.guard import LOOPBACK
from acrebox.core.errors import AcreBoxError
from acrebox.demo import seed
from acrebox.jobs.lanes import prepare
from acrebox.serve.app import KEY, READS_IN, Serving
from acrebox.serve.holding import (
    DATABASE_SETTING,
    ROOT,
    ServedAlreadyError,
    bound,
    database,
    held,
    reached_at,
)
from acrebox.serve.jobs import JobsProcess
from acrebox.serve.keeping_up import Backups, Rounds
from acrebox.serve.log import log_to, turn_over
from acrebox.serve.patience import Patience
from acrebox.serve.root import TLS, BlockedError, give_up, home_of, who_serves
from acrebox.serve.words import read_words
from acrebox.store import AccountStore, BedStore, YardStore
from acrebox.store.engine import connect, is_behind, migrate
from acrebox.store.queue import make_tables
from acrebox.store.second_factor import key_in

STOPS_IN_S = 2
"""How long requests that run may take when the server is stopped."""
CIPHERS = "ECDHE+AESGCM:ECDHE+CHACHA20"
"""Of TLS 1.2 only what a key that gets out later does not open (RFC 9325, 4.1); those of 1.3 are all such."""
HEALTHY_IN_S = 30
"""How long a process that answers may keep still before it is made anew."""
PAGES = ROOT / "web" / "dist"


def main() -> int:
    """Serve until stopped; answers the exit code."""
    given = read_words()
    signal.signal(signal.SIGTERM, _interrupt)
    scheme = "https" if given.tls_cert else "http"
    shown = reached_at(given.host)
    address = f"{scheme}://{shown}:{given.port}/"
    try:
        home = home_of(given.home)
        with held(home, address), bound(given.host, given.port) as port:
            _give_up_root(home, given)
            prepare(READS_IN)  # while the database is started
            log_to(home)
            with database(home) as url:
                _serve(given, home, url, port, address)
    except KeyboardInterrupt:
        return 0
    except ServedAlreadyError as said:
        print(f"bin/start: {said}", flush=True)
        return 0
    except (AcreBoxError, OSError) as reason:
        print(f"bin/start: {reason}", file=sys.stderr)
        return 1
    except SQLAlchemyError as reason:
        print(f"bin/start: the database says: {_in_one_line(reason)}", file=sys.stderr)
        return 1
    return 0


def _interrupt(*_: object) -> None:
    raise KeyboardInterrupt


def _in_one_line(reason: SQLAlchemyError) -> str:
    told = str(getattr(reason, "orig", None) or reason)
    return " ".join(told.split()) or type(reason).__name__


def _give_up_root(home: Path, given: Namespace) -> None:
    """Started as root, serve as an account of our own, to which the data is given. Where it cannot get at the
    program, that is told, and root stays.
    """
    try:
        account = who_serves()
    except BlockedError as told:
        print(f"bin/start: {told}", file=sys.stderr, flush=True)
        return
    if account is None:
        return
    if given.tls_cert:
        # Keys are often root's alone: the account has copies, made anew at every start.
        given.tls_cert, given.tls_key = (
            _copied(file, home / TLS) for file in (given.tls_cert, given.tls_key)
        )
    give_up(home, account)


def _tell_first(accounts: AccountStore, address: str) -> None:
    """Print the link by which the first account is made, where there is none yet."""
    key = accounts.invite_first()
    if key is not None:
        print(f"The first account is made at {address}join#{key}", flush=True)
        print("  by whoever opens that first: it owns what is here, and is good once.", flush=True)


def _copied(file: Path, folder: Path) -> Path:
    """A copy of a file that nobody but its owner can read. Raises AcreBoxError."""
    if folder.is_symlink():
        raise AcreBoxError(f"{folder} should be a folder, and is a link. Nothing was changed. Move it away.")
    folder.mkdir(mode=0o700, exist_ok=True)
    copy = folder / file.name
    copy.unlink(missing_ok=True)
    copy.touch(mode=0o600)
    copy.write_bytes(file.read_bytes())
    return copy


def _serve(given: Namespace, home: Path, url: str, port: socket.socket, address: str) -> None:
    engine = connect(url)
    ours = not os.environ.get(DATABASE_SETTING)
    if given.elsewhere:
        given.elsewhere.check()
    backups = Backups(home, url, given.elsewhere)
    if ours and is_behind(engine):
        print(f"The data is of an older release; kept first in {backups.take()}", flush=True)
    migrate(engine)
    make_tables(engine)
    if not given.empty:
        seed(YardStore(engine), BedStore(engine))
    if given.accounts:
        key_in(home / KEY)
        _tell_first(AccountStore(engine), address)
    engine.dispose()
    names = (*LOOPBACK, given.host, *given.trust)
    Serving(
        url=url,
        home=str(home),
        pages=str(PAGES),
        names=names,
        proxies=tuple(given.proxy),
        workers=given.workers,
        accounts=given.accounts,
        secure=bool(given.tls_cert),
        alone=given.processes == 1,
    ).hand_on()
    rounds = Rounds(*([backups.look] if ours else []), partial(turn_over, home))
    config = uvicorn.Config(
        "acrebox.serve.app:app_of",
        factory=True,
        workers=given.processes,
        http=Patience,
        ws="none",
        log_config=None,
        log_level="warning",
        server_header=False,
        timeout_graceful_shutdown=STOPS_IN_S,
        timeout_worker_healthcheck=HEALTHY_IN_S,
        forwarded_allow_ips=[*HERE, *given.proxy],
        ssl_certfile=given.tls_cert,
        ssl_keyfile=given.tls_key,
        ssl_ciphers=CIPHERS,
    )
    # What start-up made stays: the collector need not look through it again.
    gc.collect()
    gc.freeze()
    print(f"Acre Box is at {address}  (Ctrl-C stops it)", flush=True)
    rounds.start()
    jobs = JobsProcess(url, home)
    jobs.start()
    try:
        if given.processes > 1:
            Multiprocess(config, sockets=[port]).run()
        else:
            uvicorn.Server(config).run(sockets=[port])
    finally:
        jobs.stop()
        rounds.stop()
