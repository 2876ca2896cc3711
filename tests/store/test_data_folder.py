"""The folder of the data: never deleted, made whole or not at all, refused with what to do."""

import os
import shutil
import signal
import subprocess
import sys
import time
from collections.abc import Iterator
from pathlib import Path
from shutil import rmtree
from threading import Event, Thread

import pytest

from acrebox.store.cluster import ClusterError, data_of, running_cluster
from acrebox.store.datafolder import SECRET
from answering import ask
from served import clear

ROOT = Path(__file__).parents[2]


def kept(folder: Path) -> dict[str, int]:
    """Every file of a folder, and how large it is."""
    return {str(p.relative_to(folder)): p.stat().st_size for p in folder.rglob("*") if p.is_file()}


@pytest.fixture(scope="module")
def whole(worker_id: str) -> Iterator[Path]:
    """A folder of data as it is made, and left alone."""
    made = ROOT / ".local" / f"whole-test-{worker_id}"
    clear(made)
    with running_cluster(made):
        pass
    yield data_of(made)
    clear(made)


@pytest.fixture
def data(home: Path, whole: Path) -> Path:
    """A copy of it, with all that it needs to be started, for a test to spoil."""
    copy = data_of(home)
    copy.parent.mkdir(parents=True, exist_ok=True)
    shutil.copystat(whole.parent, copy.parent)
    owner = whole.parent.stat()
    os.chown(copy.parent, owner.st_uid, owner.st_gid)
    subprocess.run(["cp", "-a", whole, copy], check=True)
    return copy


def test_pages_of_the_data_have_checksums(home: Path) -> None:
    with running_cluster(home) as url:
        assert ask(url, "SHOW data_checksums") == "on"


@pytest.mark.parametrize(
    ("spoil", "says"),
    [
        (lambda data: (data / "PG_VERSION").unlink(), "lacks PG_VERSION"),
        (lambda data: (data / "global/pg_control").unlink(), "lacks global/pg_control"),
        (lambda data: rmtree(data / "base"), "lacks base"),
        (lambda data: (data / "PG_VERSION").write_text("9"), "PostgreSQL 9"),
        (lambda data: (data / "PG_VERSION").write_text("??"), "no version of PostgreSQL"),
        (lambda data: (data / SECRET).unlink(), "word to get into the data is gone"),
    ],
)
def test_a_folder_that_is_not_whole_stops_the_start_and_stays_as_it_is(
    home: Path, data: Path, spoil: object, says: str
) -> None:
    spoil(data)  # type: ignore[operator]
    before = kept(data)
    with pytest.raises(ClusterError, match=says.replace("?", r"\?")) as fault, running_cluster(home):
        pass
    assert "Nothing was changed" in str(fault.value)
    assert kept(data) == before


def test_a_folder_of_something_else_is_left_alone(home: Path, data: Path) -> None:
    rmtree(data)
    data.mkdir()
    (data / "letters.txt").write_text("dear aunt")
    with pytest.raises(ClusterError, match="not whole"), running_cluster(home):
        pass
    assert kept(data) == {"letters.txt": 9}


def test_the_word_of_an_older_install_lies_beside_its_folder(home: Path, data: Path) -> None:
    (data / SECRET).rename(data.with_suffix(".secret"))
    with running_cluster(home) as url:
        assert ask(url, "SELECT 1") == 1


MAKE = """
import sys; from pathlib import Path
from acrebox.store.cluster import running_cluster
with running_cluster(Path(sys.argv[1])) as url: print("up", flush=True); sys.stdin.read()
"""


def begin(home: Path) -> subprocess.Popen[bytes]:
    environment = {**os.environ, "PYTHONPATH": str(ROOT / "src")}
    return subprocess.Popen(
        [sys.executable, "-c", MAKE, str(home)],
        env=environment,
        stdin=subprocess.PIPE,
        stdout=subprocess.PIPE,
        start_new_session=True,
    )


@pytest.mark.parametrize("after", [0.3, 0.8, 1.6])
def test_a_kill_while_it_is_set_up_is_harmless(home: Path, after: float) -> None:
    first = begin(home)
    time.sleep(after)
    os.killpg(first.pid, signal.SIGKILL)
    first.wait()
    with running_cluster(home, alone=True) as url:
        assert ask(url, "SELECT 1") == 1
    assert not list(data_of(home).parent.glob("postgres.new-*"))


def test_two_first_starts_wait_for_each_other(home: Path) -> None:
    both = [begin(home) for _ in range(2)]
    for one in both:
        assert one.stdout
        assert one.stdout.readline() == b"up\n"
    for one in reversed(both):
        assert one.stdin
        one.stdin.close()
        assert one.wait(60) == 0


def test_a_database_that_dies_is_started_again_where_it_was(home: Path) -> None:
    with running_cluster(home, alone=True) as url:
        pid = int((data_of(home) / "postmaster.pid").read_text().splitlines()[0])
        os.kill(pid, signal.SIGKILL)
        until = time.monotonic() + 60
        while True:
            try:
                assert ask(url, "SELECT 1") == 1
                break
            except Exception:
                assert time.monotonic() < until, "it was not started again"
                time.sleep(0.3)
    assert not (data_of(home) / "postmaster.pid").exists()


def test_one_that_a_killed_server_left_running_is_taken_over_and_stopped(home: Path) -> None:
    first = begin(home)
    assert first.stdout
    first.stdout.readline()
    os.kill(first.pid, signal.SIGKILL)
    first.wait()
    assert (data_of(home) / "postmaster.pid").exists()
    over, seen = Event(), []

    def serve() -> None:
        with running_cluster(home, alone=True) as url:
            seen.append(ask(url, "SELECT 1"))
            over.wait(30)

    thread = Thread(target=serve)
    thread.start()
    over.set()
    thread.join(60)
    assert seen == [1]
    assert not (data_of(home) / "postmaster.pid").exists()
