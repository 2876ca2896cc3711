"""What is done where Acre Box runs: `acrebox backup FILE` and `restore FILE`, everything in one file and
back; `acrebox passphrase NAME`, for who has forgotten it.
"""

import argparse
import os
import sys
from collections.abc import Callable, Iterator, Sequence
from contextlib import contextmanager
from datetime import datetime
from functools import partial
from getpass import getpass
from pathlib import Path
from typing import IO

from sqlalchemy import Engine

from acrebox.api.passphrases import check_passphrase, hash_passphrase
from acrebox.cli import tell
from acrebox.core.errors import AcreBoxError, DesignError
from acrebox.serve.holding import DATABASE_SETTING, ROOT
from acrebox.serve.root import done_as_who_serves, home_of
from acrebox.store import AWAY, AccountStore, EventStore, Happened
from acrebox.store.backup import BackupError, change_back, put_back, write_backup, written_whole
from acrebox.store.cluster import running_cluster
from acrebox.store.engine import connect, is_behind
from acrebox.store.second_factor import off

KEEPER, HERE = "whoever runs Acre Box", "this machine"
"""By whom, and from where, what is done here is said to be done."""


def main(words: Sequence[str]) -> int:
    """Do one of `COMMANDS`; answers 0, or 1 when it was not done. Files are those of who asks; for root, all
    else is done as the account that serves.
    """
    parser = _parser()
    given = parser.parse_args(words)
    if given.command == "restore" and (given.file is None) != given.back:
        parser.error("restore: give a FILE, or --back")
    try:
        home = home_of(given.home)
        with _file_of(given) as file:
            if done_as_who_serves(home, partial(_done, given, home, file)):
                raise _NotDoneError
    except _NotDoneError:
        return 1
    except AcreBoxError as reason:
        print(f"acrebox: {reason}", file=sys.stderr)
        return 1
    return 0


class _NotDoneError(Exception):
    """It was not done, and why is told already."""


def _done(given: argparse.Namespace, home: Path, file: IO[bytes] | None) -> int:
    try:
        with _reached(home) as url:
            COMMANDS[given.command](given, url, file)
    except DesignError as fault:
        tell(fault)
        return 1
    except AcreBoxError as reason:
        print(f"acrebox: {reason}", file=sys.stderr)
        return 1
    return 0


@contextmanager
def _file_of(given: argparse.Namespace) -> Iterator[IO[bytes] | None]:
    """The file that is read, or written: that has its name once it is whole. Raises BackupError."""
    file: Path | None = getattr(given, "file", None)
    if file is None:
        yield None
    elif given.command == "restore":
        try:
            read = file.open("rb")
        except OSError as reason:
            why = f"{file} cannot be read as a backup: {reason.strerror}. Nothing was changed."
            raise BackupError(why) from None
        with read:
            yield read
    else:
        with written_whole(file) as out:
            yield out


def _back_up(given: argparse.Namespace, url: str, file: IO[bytes] | None) -> None:
    assert file is not None
    write_backup(url, file)
    print(f"Everything is in {given.file}.")


def _restore(given: argparse.Namespace, url: str, file: IO[bytes] | None) -> None:
    now = datetime.now()
    if file is None:
        kept = change_back(url, now)
        _tell_all(url, "everything as it was before a backup was put back")
        print(f"Everything is as it was before the last restore; what was here by now is kept as {kept}.")
        return
    kept = put_back(url, file, str(given.file), now)
    _tell_all(url, f"everything, from {given.file.name}")
    print(f"Everything is as it is in {given.file}.")
    print(f"What was here before is kept as {kept}; `acrebox restore --back` changes it back.")


def _tell_all(url: str, what: str) -> None:
    """Write down for every account that everything was brought back."""
    with _engine(url) as engine:
        for account in AccountStore(engine).ids():
            EventStore(engine).note(Happened.RESTORED, KEEPER, HERE, about=account, named=what)


def _renew(given: argparse.Namespace, url: str, _: IO[bytes] | None) -> None:
    """Give an account another passphrase, which is asked for; every browser has to sign in anew."""
    with _engine(url) as engine:
        if is_behind(engine):
            raise AcreBoxError("An older release wrote what is kept here. Run bin/start first.")
        kept = AccountStore(engine)
        found = kept.secret_of(given.name)
        if found is None:
            there = ", ".join(kept.names()) or "nobody"
            raise AcreBoxError(f"There is no account {given.name!r}. Allowed: {there}.")
        account = found[0]
        passphrase = _asked(account.name)
        check_passphrase(passphrase, account.name)
        kept.change_secret(account.id, hash_passphrase(passphrase))
        off(engine, account.id)
        EventStore(engine).note(Happened.PASSPHRASE, KEEPER, HERE, about=account.id)
        print(f"{account.name} has another passphrase and no second factor, and signs in anew everywhere.")


def _asked(name: str) -> str:
    """A passphrase, typed twice and not shown, or a line of what is piped in. Raises AcreBoxError."""
    if not sys.stdin.isatty():
        return sys.stdin.readline().rstrip("\r\n")
    first = getpass(f"Another passphrase for {name}: ")
    if getpass("Once more: ") != first:
        raise AcreBoxError("Those were two. Nothing was changed.")
    return first


@contextmanager
def _engine(url: str) -> Iterator[Engine]:
    """An engine on the database. Raises AcreBoxError."""
    engine = connect(url)
    try:
        yield engine
    except AWAY:
        raise AcreBoxError("The database does not answer.") from None
    finally:
        engine.dispose()


@contextmanager
def _reached(home: Path) -> Iterator[str]:
    """The database, started for as long as it takes where it does not run."""
    given = os.environ.get(DATABASE_SETTING)
    if given:
        yield given
        return
    with running_cluster(home) as url:
        yield url


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="acrebox")
    commands = parser.add_subparsers(dest="command", required=True)

    def added(name: str, says: str) -> argparse.ArgumentParser:
        command = commands.add_parser(name, help=says, description=says)
        command.add_argument("--home", type=Path, default=ROOT / ".local", help=argparse.SUPPRESS)
        return command

    backup = added("backup", "write everything into one file; Acre Box may run meanwhile")
    restore = added("restore", "put everything of a backup in place of what is there, all of it or nothing")
    backup.add_argument("file", type=Path, help="the file: a zip of rows, a table a file")
    restore.add_argument("file", type=Path, nargs="?", help="the file, or a dump that an older release wrote")
    restore.add_argument(
        "--back", action="store_true", help="instead, change it for what was here before the last restore"
    )
    says = "give an account another passphrase: it is asked for, or read from what is piped in"
    added("passphrase", says).add_argument("name", help="by which that account signs in")
    return parser


COMMANDS: dict[str, Callable[[argparse.Namespace, str, IO[bytes] | None], None]] = {
    "backup": _back_up,
    "restore": _restore,
    "passphrase": _renew,
}
