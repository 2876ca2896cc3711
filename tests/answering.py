"""Servers and databases that tests start."""

import subprocess
import time
import urllib.request

from sqlalchemy import text

from acrebox.store.engine import connect


def until_it_answers(address: str, server: subprocess.Popen[bytes]) -> None:
    """Wait until a server answers, or is no longer there: on a busy machine that takes its time."""
    for _ in range(900):
        assert server.poll() is None, "the server has ended"
        try:
            urllib.request.urlopen(f"{address}/api/health", timeout=2).close()
            return
        except OSError:
            time.sleep(0.1)
    raise AssertionError(f"{address} does not answer")


def ask(url: str, question: str) -> object:
    """What a database answers to one question."""
    engine = connect(url)
    try:
        with engine.connect() as connection:
            return connection.scalar(text(question))
    finally:
        engine.dispose()
