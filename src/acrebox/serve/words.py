"""The words that `bin/start` understands."""

import argparse
import os
from ipaddress import ip_address
from pathlib import Path

from acrebox.api.guard import LOOPBACK
from acrebox.serve.holding import DATABASE_SETTING, ROOT
from acrebox.store.backup import Elsewhere

MOST_PROCESSES = 16


def read_words() -> argparse.Namespace:
    """What was typed; tells what is wrong with it and ends where something is."""
    parser = argparse.ArgumentParser(
        prog="bin/start",
        description=(
            "Sets Acre Box up where needed, builds the pages when they changed, and serves them. Ctrl-C stops"
            " everything."
        ),
    )
    parser.add_argument(
        "--port", type=_between(1, 65535), default=8040, help="port to serve on (default %(default)s)"
    )
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
        "--proxy",
        action="append",
        default=[],
        type=_address,
        metavar="ADDRESS",
        help="a proxy on another machine that tells who asks; one on this machine is believed always",
    )
    parser.add_argument(
        "--accounts",
        action="store_true",
        help="ask everybody to sign in; always so where it is opened to other machines by --host",
    )
    parser.add_argument("--tls-cert", type=Path, metavar="FILE", help="certificate to serve by HTTPS with")
    parser.add_argument("--tls-key", type=Path, metavar="FILE", help="its key")
    parser.add_argument(
        "--processes",
        type=_between(1, MOST_PROCESSES),
        default=1,
        metavar="N",
        help="so many processes answer (default %(default)s)",
    )
    parser.add_argument(
        "--workers",
        type=_between(1, MOST_PROCESSES),
        default=os.cpu_count() or 1,
        metavar="N",
        help="so many processes plan beds, for each that answers (default: one a processor)",
    )
    parser.add_argument(
        "--backups", type=Path, metavar="FOLDER", help="put each day's backup there, too: on another disk"
    )
    parser.add_argument(
        "--backup-keys",
        type=Path,
        metavar="FILE",
        help="encrypt those to the public keys in this file (age1…, a line each)",
    )
    parser.add_argument(
        "--empty", action="store_true", help="do not put the sample yard into a yard without beds"
    )
    parser.add_argument("--home", type=Path, default=ROOT / ".local", help=argparse.SUPPRESS)
    parser.epilog = (
        f"--no-build serves the pages as last built. {DATABASE_SETTING} uses another PostgreSQL server"
        " instead of our own."
    )
    given = parser.parse_args()
    if bool(given.tls_cert) != bool(given.tls_key):
        parser.error("--tls-cert and --tls-key go together")
    for file in (given.tls_cert, given.tls_key):
        if file is not None and not os.access(file, os.R_OK):
            parser.error(f"{file} cannot be read")
    if given.backup_keys and not given.backups:
        parser.error("--backup-keys goes with --backups")
    keys = given.backup_keys and given.backup_keys.resolve()
    given.elsewhere = Elsewhere(given.backups.resolve(), keys) if given.backups else None
    given.accounts = given.accounts or given.host not in LOOPBACK
    return given


def _address(text: str) -> str:
    """The address of a machine, in numbers."""
    try:
        return str(ip_address(text))
    except ValueError:
        raise argparse.ArgumentTypeError(f"'{text}' is no address of numbers, such as 192.0.2.7") from None


class _between:  # noqa: N801
    """A whole number from `least` to `most`."""

    def __init__(self, least: int, most: int) -> None:
        self._least, self._most = least, most

    def __call__(self, text: str) -> int:
        if not (text.isascii() and text.isdigit() and self._least <= int(text[:9]) <= self._most):
            raise argparse.ArgumentTypeError(f"'{text}' is not from {self._least} to {self._most}")
        return int(text)
