"""Started as root: as which account of the machine the work is done, and how root is given up for it."""

import os
import sys
from collections.abc import Callable
from pathlib import Path

from acrebox.core.errors import AcreBoxError
from acrebox.serve.holding import ROOT
from acrebox.store.accounts_of_system import (
    OWN,
    Account,
    account_named,
    become,
    can_reach,
    hand_over,
    reachable,
)

TLS = "tls"
OURS = (
    TLS,
    "postgres",
    "postgres.setup.log",
    "postgres.secret",
    "backups",
    "logs",
    "serving",
    "keys",
    ".starting",
)
"""What of the folder of the data is ours."""


def home_of(home: Path) -> Path:
    """The folder of the data; for root, one that the account can reach as which it is served."""
    account = account_named(OWN) if os.geteuid() == 0 else None
    return reachable(home.resolve(), account)


def who_serves() -> Account | None:
    """The account that root is given up for; None where this is not root. Raises AcreBoxError where there is
    none, and BlockedError where it cannot get at the program.
    """
    if os.geteuid() != 0:
        return None
    account = account_named(OWN)
    if account is None:
        raise AcreBoxError(f"Started as root, it serves as user '{OWN}', and there is none; run bin/setup.")
    blocked = [place for place in (ROOT, Path(sys.executable).parent) if not can_reach(account, place)]
    if blocked:
        raise BlockedError(
            f"this stays root: user '{OWN}' cannot get at {blocked[0]}. To have it done without, move the"
            " program where others can read it, such as /opt, or start it as another user."
        )
    return account


class BlockedError(AcreBoxError):
    """The account that serves cannot get at the program: root stays."""


def give_up(home: Path, account: Account) -> None:
    """Give the data to an account, and go on as that. Raises ClusterError."""
    hand_over(home, OURS, account)
    become(account)


def done_as_who_serves(home: Path, work: Callable[[], int]) -> int:
    """Do a piece of work as the account that serves: for root, in a process of its own. Answers its code.

    Raises AcreBoxError.
    """
    try:
        account = who_serves()
    except BlockedError as told:
        print(f"acrebox: {told}", file=sys.stderr, flush=True)
        account = None
    if account is None:
        return work()
    sys.stdout.flush()
    sys.stderr.flush()
    child = os.fork()
    if child:
        return os.waitstatus_to_exitcode(os.waitpid(child, 0)[1])
    code = 1
    try:
        give_up(home, account)
        code = work()
    except AcreBoxError as reason:
        print(f"acrebox: {reason}", file=sys.stderr)
    finally:
        sys.stdout.flush()
        sys.stderr.flush()
        os._exit(code)
