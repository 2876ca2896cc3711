"""`acrebox backup FILE` and `acrebox restore FILE`: everything in one file, and back."""

import argparse
import os
import sys
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from pathlib import Path

from acrebox.core.errors import AcreBoxError
from acrebox.serve.holding import DATABASE_SETTING, ROOT
from acrebox.store.backup import put_back, take_backup
from acrebox.store.cluster import programs_for, running_cluster
from acrebox.store.engine import connect, migrate

COMMANDS = ("backup", "restore")


def main(words: Sequence[str]) -> int:
    """Take a backup or put one back; answers 0, or 1 when it was not done."""
    given = _parser().parse_args(words)
    try:
        with _reached(given.home) as (url, programs):
            if given.command == "backup":
                take_backup(url, programs, given.file)
                print(f"Everything is in {given.file}.")
            else:
                put_back(url, programs, given.file)
                engine = connect(url)
                migrate(engine)
                engine.dispose()
                print(f"Everything is as it is in {given.file}.")
    except AcreBoxError as reason:
        print(f"acrebox: {reason}", file=sys.stderr)
        return 1
    return 0


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
    says = {
        "backup": "write everything into one file; Acre Box may run meanwhile",
        "restore": "put everything of a backup in place of what is there, all of it or nothing",
    }
    for name in COMMANDS:
        command = commands.add_parser(name, help=says[name], description=says[name])
        command.add_argument("file", type=Path, help="the file (plain SQL, zipped)")
        command.add_argument("--home", type=Path, default=ROOT / ".local", help=argparse.SUPPRESS)
    return parser
