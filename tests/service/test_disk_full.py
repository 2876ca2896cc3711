"""A full disk: what cannot be written is told and not lost by half, and what was written stays."""

import os
import subprocess
from collections.abc import Iterator
from pathlib import Path
from shutil import rmtree

import pytest

from served import DESIGN, ROOT, Served


@pytest.fixture
def small_disk(worker_id: str) -> Iterator[Path]:
    """A disk of 160 MB, where the machine lets us have one."""
    place = ROOT / ".local" / f"small-test-{worker_id}"
    rmtree(place, ignore_errors=True)
    place.mkdir(parents=True)
    words = ["mount", "-t", "tmpfs", "-o", "size=160m,mode=755", "tmpfs", str(place)]
    if os.geteuid() != 0 or subprocess.run(words, capture_output=True, check=False).returncode:
        rmtree(place)
        pytest.skip("this machine lets nobody have a small disk")
    yield place
    subprocess.run(["umount", "-l", str(place)], check=True)
    rmtree(place, ignore_errors=True)


def test_a_full_disk_is_told_and_what_was_answered_stays(small_disk: Path) -> None:
    served = Served(small_disk / "home", "--empty")
    try:
        bed = served.told("POST", "/api/beds", DESIGN)
        path, saved = f"/api/beds/{bed['id']}", 1
        filler = small_disk / "filler"
        with filler.open("wb") as out:
            try:
                while True:
                    out.write(b"x" * 65536)
                    out.flush()
            except OSError:
                pass
        told = set()
        for n in range(3000):
            changed = {**DESIGN, "name": f"Write {n} {'of many words ' * 4}"}
            status, _ = served.ask("PUT", path, changed, {"If-Match": f'"{saved}"'})
            told.add(status)
            if status != 200:
                break
            saved += 1
        assert told == {200, 503}, told
        assert served.ask("GET", "/api/health")[0] == 200
        filler.unlink()
        until_ready(served)
        assert served.told("GET", path)["revision"] == saved
        status, _ = served.ask("PUT", path, {**DESIGN, "name": "After"}, {"If-Match": f'"{saved}"'})
        assert status == 200
    finally:
        assert served.stop() == 0


def until_ready(served: Served) -> None:
    for _ in range(600):
        if served.ask("GET", "/api/ready")[0] == 200:
            return
        served.rest()
    raise AssertionError("the database does not come back")
