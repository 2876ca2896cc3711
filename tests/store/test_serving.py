"""The start command: one at a time from one folder, a taken port told first, stopped quickly, backed up."""

import fcntl
import json
import os
import signal
import socket
import subprocess
import sys
import time
import urllib.request
from collections.abc import Iterator
from pathlib import Path
from threading import Timer

import pytest

from acrebox.serve.holding import ServedAlreadyError, held
from acrebox.store.cluster import data_of
from answering import until_it_answers
from served import clear, free_port

ROOT = Path(__file__).parents[2]


def words(module: str, *more: object) -> tuple[list[str], dict[str, str]]:
    environment = {k: v for k, v in os.environ.items() if k != "ACREBOX_DATABASE_URL"}
    return [sys.executable, "-m", module, *map(str, more)], {**environment, "PYTHONPATH": str(ROOT / "src")}


def run(module: str, *more: object) -> subprocess.CompletedProcess[str]:
    said, environment = words(module, *more)
    return subprocess.run(said, env=environment, capture_output=True, text=True, timeout=120, check=False)


@pytest.fixture(scope="module")
def served(worker_id: str) -> Iterator[tuple[subprocess.Popen[bytes], int, Path]]:
    """A server for whoever only asks it, and for the last of them, who stops it."""
    home, port = ROOT / ".local" / f"serving-test-{worker_id}", free_port()
    clear(home)
    said, environment = words("acrebox.serve", "--home", home, "--port", port, "--empty")
    server = subprocess.Popen(said, env=environment)
    until_it_answers(f"http://127.0.0.1:{port}", server)
    yield server, port, home
    if server.poll() is None:
        server.send_signal(signal.SIGINT)
        server.wait(60)
    clear(home)


def test_a_second_start_finds_the_first_and_says_so(
    served: tuple[subprocess.Popen[bytes], int, Path],
) -> None:
    _, port, home = served
    again = run("acrebox.serve", "--home", home, "--port", port)
    assert (again.returncode, again.stderr) == (0, "")
    assert f"runs already, at http://127.0.0.1:{port}/" in again.stdout
    with urllib.request.urlopen(f"http://127.0.0.1:{port}/api/beds") as answer:
        assert json.load(answer)["beds"] == [], "it was started empty"


def test_a_start_waits_for_what_stops_the_database_of_one_that_was_killed(tmp_path: Path) -> None:
    with (tmp_path / "serving").open("w") as guard:
        fcntl.flock(guard, fcntl.LOCK_SH)
        begun = time.monotonic()
        Timer(0.5, fcntl.flock, (guard, fcntl.LOCK_UN)).start()
        with held(tmp_path, "http://here/"):
            assert time.monotonic() - begun > 0.4
            with pytest.raises(ServedAlreadyError, match="at http://here/"), held(tmp_path, "http://there/"):
                pass


def test_it_stops_quickly_leaves_no_database_behind_and_has_been_backed_up(
    served: tuple[subprocess.Popen[bytes], int, Path], tmp_path: Path
) -> None:
    server, port, home = served
    until = time.monotonic() + 60
    while not list((data_of(home).parent / "backups").glob("acrebox-*.backup.zip")):
        assert time.monotonic() < until, "no backup was taken"
        time.sleep(0.2)
    # While it runs, everything goes into a file, and comes back out of it.
    taken = run("acrebox", "backup", tmp_path / "all.backup.zip", "--home", home)
    assert taken.returncode == 0, taken.stderr
    back = run("acrebox", "restore", tmp_path / "all.backup.zip", "--home", home)
    assert back.returncode == 0, back.stderr
    assert "is kept as kept_" in back.stdout
    assert run("acrebox", "restore", "--back", "--home", home).returncode == 0
    both = run("acrebox", "restore", tmp_path / "all.backup.zip", "--back", "--home", home)
    assert (both.returncode, both.stderr.splitlines()[-1]) == (
        2,
        "acrebox: error: restore: give a FILE, or --back",
    )
    with socket.create_connection(("127.0.0.1", port)) as slow:
        slow.sendall(b"POST /api/plan HTTP/1.1\r\nHost: localhost\r\nContent-Length: 900\r\n\r\n{")
        server.send_signal(signal.SIGINT)
        assert server.wait(60) == 0
    assert not (data_of(home) / "postmaster.pid").exists()


def test_a_taken_port_is_told_before_anything_is_made(home: Path) -> None:
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        port = taken.getsockname()[1]
        told = run("acrebox.serve", "--home", home, "--port", port)
    assert told.returncode == 1
    assert told.stderr.startswith(f"bin/start: Port {port} on 127.0.0.1 cannot be had")
    assert not (home / "postgres").exists()


def test_a_backup_that_is_none_is_told_in_one_line(home: Path, tmp_path: Path) -> None:
    told = run("acrebox", "restore", tmp_path / "gone.zip", "--home", home)
    assert told.returncode == 1
    assert told.stderr.count("\n") == 1
    assert "cannot be read as a backup" in told.stderr
