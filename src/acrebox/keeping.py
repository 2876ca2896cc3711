"""What is done where Acre Box runs: `acrebox backup FILE` and `restore FILE`, everything in one file and
back; `acrebox passphrase NAME`, for who has forgotten it.
"""

import argparse
import os
import sys
from collections.abc import Callable, Iterator, Sequence
from contextlib import contextmanager
from getpass import getpass
from pathlib import Path

from sqlalchemy import Engine

from acrebox.api.passphrases import check_passphrase, hash_passphrase
from acrebox.cli import tell
from acrebox.core.errors import AcreBoxError, DesignError
from acrebox.serve.holding import DATABASE_SETTING, ROOT
from acrebox.store import AWAY, AccountStore
from acrebox.store.backup import put_back, take_backup
from acrebox.store.cluster import programs_for, running_cluster
from acrebox.store.engine import connect, is_behind, migrate


def main(words: Sequence[str]) -> int:
    """Do one of `COMMANDS`; answers 0, or 1 when it was not done."""
    given = _parser().parse_args(words)
    try:
        with _reached(given.home) as (url, programs):
            COMMANDS[given.command](given, url, programs)
    except DesignError as fault:
        tell(fault)
        return 1
    except AcreBoxError as reason:
        print(f"acrebox: {reason}", file=sys.stderr)
        return 1
    return 0


def _back_up(given: argparse.Namespace, url: str, programs: Path) -> None:
    take_backup(url, programs, given.file)
    print(f"Everything is in {given.file}.")


def _restore(given: argparse.Namespace, url: str, programs: Path) -> None:
    put_back(url, programs, given.file)
    with _engine(url) as engine:
        migrate(engine)
    print(f"Everything is as it is in {given.file}.")


def _renew(given: argparse.Namespace, url: str, _: Path) -> None:
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
        print(f"{account.name} has another passphrase, and signs in anew in every browser.")


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
def _reached(home: Path) -> Iterator[tuple[str, Path]]:
    """The database, started for as long as it takes where it does not run, and the programs for it."""
    given = os.environ.get(DATABASE_SETTING)
    if given:
        yield given, programs_for(None)
        return
    with running_cluster(home) as url:
        yield url, programs_for(home)


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="acrebox")
    commands = parser.add_subparsers(dest="command", required=True)

    def added(name: str, says: str) -> argparse.ArgumentParser:
        command = commands.add_parser(name, help=says, description=says)
        command.add_argument("--home", type=Path, default=ROOT / ".local", help=argparse.SUPPRESS)
        return command

    backup = added("backup", "write everything into one file; Acre Box may run meanwhile")
    restore = added("restore", "put everything of a backup in place of what is there, all of it or nothing")
    for command in (backup, restore):
        command.add_argument("file", type=Path, help="the file (plain SQL, zipped)")
    says = "give an account another passphrase: it is asked for, or read from what is piped in"
    added("passphrase", says).add_argument("name", help="by which that account signs in")
    return parser


COMMANDS: dict[str, Callable[[argparse.Namespace, str, Path], None]] = {
    "backup": _back_up,
    "restore": _restore,
    "passphrase": _renew,
}
