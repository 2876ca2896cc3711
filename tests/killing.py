"""Kills what serves under writers, round by round: `python tests/killing.py [ROUNDS]`.

Every writer saves one bed again and again, and repeats a write under its name until it is answered. However
often the server, its database or its workers are killed: every write that was answered is there, once.
"""

import json
import os
import random
import signal
import sys
import tempfile
import time
from contextlib import suppress
from dataclasses import dataclass, field
from http.client import HTTPException
from pathlib import Path
from threading import Event, Thread
from uuid import uuid4

from served import DESIGN, Served

WRITERS = 3


@dataclass
class Writer:
    """One who saves a bed, and what he was told."""

    served: Served
    over: Event
    bed: str
    number: int
    saved: int = 0
    faults: list[str] = field(default_factory=list)

    def work(self) -> None:
        """Save until it is over; the last write is finished."""
        while not self.over.is_set():
            self._save(f"Bed {self.number}, write {self.saved + 1}")

    def _save(self, name: str) -> None:
        headers = {"If-Match": f'"{self.saved + 1}"', "Idempotency-Key": str(uuid4())}
        until = time.monotonic() + 300
        while time.monotonic() < until:
            try:
                path = f"/api/beds/{self.bed}"
                status, text = self.served.ask("PUT", path, {**DESIGN, "name": name}, headers)
            except (OSError, HTTPException):
                time.sleep(0.05)
                continue
            told = json.loads(text)
            if status == 200:
                if (told["revision"], told["design"]["name"]) != (self.saved + 2, name):
                    self.faults.append(f"{name} is answered by {told['revision']}, {told['design']['name']}")
                    self.over.set()
                self.saved += 1
                return
            # A worker that was killed under it, or the database that is away.
            if status not in (422, 503) or (status == 422 and "ended before" not in told["detail"]):
                self.faults.append(f"{name} is answered {status}: {text[:200]!r}")
                self.over.set()
                return
            time.sleep(0.05)
        self.faults.append(f"{name} was not answered in five minutes")


def kill_round(served: Served, what: str) -> float:
    """Kill one of them, and have it again; how long it took until it answers [s]."""
    begun = time.monotonic()
    if what == "app":
        served.kill()
        served.start()
    elif what == "database":
        pid = int((served.kept / "postgres" / "postmaster.pid").read_text().split("\n", 1)[0])
        with suppress(ProcessLookupError):
            os.kill(pid, signal.SIGKILL)
    else:
        for pid in served.workers():
            with suppress(ProcessLookupError):
                os.kill(pid, signal.SIGKILL)
    until = time.monotonic() + 120
    while time.monotonic() < until:
        with suppress(OSError, HTTPException):
            if served.ask("GET", "/api/ready")[0] == 200:
                return time.monotonic() - begun
        time.sleep(0.02)
    raise AssertionError(f"it is not there again after its {what} was killed")


def run(home: Path, rounds: int, seconds: float, seed: int = 0) -> dict[str, list[float]]:
    """So many rounds, or as many as there are in some seconds; how long each took, by what was killed."""
    served, over, luck = Served(home, "--empty"), Event(), random.Random(seed)
    took: dict[str, list[float]] = {"app": [], "database": [], "worker": []}
    try:
        beds = [served.told("POST", "/api/beds", DESIGN)["id"] for _ in range(WRITERS)]
        writers = [Writer(served, over, bed, n) for n, bed in enumerate(beds)]
        threads = [Thread(target=w.work) for w in writers]
        for thread in threads:
            thread.start()
        begun, done = time.monotonic(), 0
        while done < rounds and time.monotonic() - begun < seconds and not over.is_set():
            time.sleep(luck.uniform(0.0, 0.6))
            what = list(took)[done % 3]
            took[what].append(kill_round(served, what))
            done += 1
        over.set()
        for thread in threads:
            thread.join()
        for w in writers:
            assert w.faults == [], w.faults
            bed = served.told("GET", f"/api/beds/{w.bed}")
            assert bed["revision"] == w.saved + 1, "a write was lost, or counted twice"
            assert w.saved == 0 or bed["design"]["name"] == f"Bed {w.number}, write {w.saved}"
        assert sum(w.saved for w in writers) > 0
        took["writes"] = [float(w.saved) for w in writers]
    finally:
        over.set()
        served.stop()
    return took


if __name__ == "__main__":
    wanted = int(sys.argv[1]) if len(sys.argv) > 1 else 1000
    with tempfile.TemporaryDirectory(prefix="acrebox-kills-") as folder:
        Path(folder).chmod(0o755)
        told = run(Path(folder) / "home", wanted, float("inf"))
    for name, values in told.items():
        if name == "writes":
            print(f"{sum(values):.0f} writes answered, each there once")
        elif values:
            values.sort()
            middle, last = values[len(values) // 2], values[-1]
            print(
                f"{name:>8} killed {len(values)} times; there again in {middle:.2f} s, at most {last:.2f} s"
            )
