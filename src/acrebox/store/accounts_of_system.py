"""Accounts of the machine: as whom the database, and for root the app too, runs."""

import os
import pwd
import subprocess
from collections.abc import Iterable
from dataclasses import dataclass
from hashlib import sha256
from pathlib import Path
from typing import Any

from acrebox.store.datafolder import ClusterError

OWN = "acrebox"
"""The account that is kept for the app; `bin/setup` makes it where it runs as root."""
USUAL = "postgres"
ELSEWHERE = Path("/var/lib/acrebox")


@dataclass(frozen=True)
class Account:
    """An account of the machine."""

    name: str
    uid: int
    gid: int

    @property
    def alone(self) -> dict[str, Any]:
        """By which root begins a process as it: the words of `subprocess`."""
        return {"user": self.uid, "group": self.gid, "extra_groups": []}


def account_named(name: str) -> Account | None:
    """An account by its name; None where there is none."""
    try:
        found = pwd.getpwnam(name)
    except KeyError:
        return None
    return Account(found.pw_name, found.pw_uid, found.pw_gid)


def account_for(data: Path) -> Account:
    """For root, as whom a cluster runs: who owns its data, else the account that is kept for it.

    Raises ClusterError where there is no such account.
    """
    if data.exists() and data.stat().st_uid != 0:
        try:
            found = pwd.getpwuid(data.stat().st_uid)
            return Account(found.pw_name, found.pw_uid, found.pw_gid)
        except KeyError:
            return Account(str(data.stat().st_uid), data.stat().st_uid, data.stat().st_gid)
    kept = account_named(OWN) or account_named(USUAL)
    if kept is None:
        raise ClusterError(
            f"As root the database runs as user '{OWN}', and there is no such user; run bin/setup."
        )
    return kept


def can_reach(account: Account, place: Path) -> bool:
    """Whether an account gets into a folder."""
    words = ["test", "-r", str(place), "-a", "-x", str(place)]
    done = subprocess.run(words, check=False, cwd="/", **account.alone)
    return done.returncode == 0


def reachable(home: Path, account: Account | None) -> Path:
    """`home`; or for root, if the account cannot get there, a folder of that name under /var/lib."""
    home.mkdir(parents=True, exist_ok=True)
    if account is None or can_reach(account, home):
        return home
    other = ELSEWHERE / sha256(str(home).encode()).hexdigest()[:12]
    other.mkdir(parents=True, exist_ok=True)
    return other


def hand_over(home: Path, names: Iterable[str], account: Account) -> None:
    """Give a folder, and what is called so in it with all that it holds, to an account. No link is followed:
    where it leads is none of ours.

    Raises ClusterError while a database of another account runs there.
    """
    home.mkdir(parents=True, exist_ok=True)
    _give(str(home), account)
    for place in (home / name for name in names):
        if place.is_dir() and not place.is_symlink():
            _check_still(place / "postmaster.pid", account)
            for folder, _, files in os.walk(place):
                for path in (folder, *(os.path.join(folder, name) for name in files)):
                    _give(path, account)
        elif place.is_symlink() or place.exists():
            _give(str(place), account)


def _give(path: str, account: Account) -> None:
    if os.lstat(path).st_uid != account.uid:
        os.lchown(path, account.uid, account.gid)


def _check_still(pid: Path, account: Account) -> None:
    if not pid.exists() or pid.stat().st_uid == account.uid:
        return
    first = pid.read_text("utf-8", "replace").split("\n", 1)[0]
    if first.isdigit() and Path(f"/proc/{first}").exists():
        raise ClusterError(
            f"A database of another account runs on {pid.parent} (process {first}). Stop it first: the data"
            f" is handed over to '{account.name}'."
        )


def become(account: Account) -> None:
    """Give up root for good: from here on this process is of that account."""
    os.setgroups([])
    os.setgid(account.gid)
    os.setuid(account.uid)
    os.environ.update(HOME=str(ELSEWHERE), USER=account.name, LOGNAME=account.name)
