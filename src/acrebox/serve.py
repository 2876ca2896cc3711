"""What `bin/start` runs: the database, its migrations, the sample yard, the web server; all stopped
together.
"""

import argparse
import gc
import os
import signal
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

import uvicorn

from acrebox.api.app import make_app
from acrebox.core.errors import AcreBoxError
from acrebox.demo import seed
from acrebox.store import BedStore, YardStore
from acrebox.store.cluster import running_cluster
from acrebox.store.engine import connect, migrate

ROOT = Path(__file__).parents[2]
DATABASE_SETTING = "ACREBOX_DATABASE_URL"


@contextmanager
def database(home: Path) -> Iterator[str]:
    """The address of the database to use: the one set in the environment, else our own cluster under
    `home`.
    """
    given = os.environ.get(DATABASE_SETTING)
    if given:
        yield given
    else:
        with running_cluster(home) as url:
            yield url


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
    try:
        with database(given.home) as url:
            engine = connect(url)
            migrate(engine)
            if not given.empty:
                seed(YardStore(engine), BedStore(engine))
            app = make_app(engine, ROOT / "web" / "dist")
            # What start-up made stays: the collector need not look through it again at every plan.
            gc.collect()
            gc.freeze()
            print(f"Acre Box is at http://{given.host}:{given.port}/  (Ctrl-C stops it)", flush=True)
            uvicorn.run(app, host=given.host, port=given.port, log_level="warning", server_header=False)
            engine.dispose()
    except KeyboardInterrupt:
        return 0
    except AcreBoxError as reason:
        print(f"bin/start: {reason}", file=sys.stderr)
        return 1
    return 0


if __name__ == "__main__":
    sys.exit(main())
