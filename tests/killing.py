"""Kills what serves under writers, round by round: `python tests/killing.py [ROUNDS]`.

Every writer saves one bed again and again, one makes beds, and each repeats a write under its name until it
is answered. However often the server, its database or its workers are killed: every write that was answered
is there, once.
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
from typing import Any
from uuid import uuid4

from served import DESIGN, Served

WRITERS = 3
MOST_MADE = 150
"""How many beds are made at most: a yard takes 200."""


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
        based = {"If-Match": f'"{self.saved + 1}"'}
        told = answered(self, "PUT", f"/api/beds/{self.bed}", {**DESIGN, "name": name}, based)
        if told is None:
            return
        if (told["revision"], told["design"]["name"]) != (self.saved + 2, name):
            self.faults.append(f"{name} is answered by {told['revision']}, {told['design']['name']}")
            self.over.set()
        self.saved += 1


@dataclass
class Maker:
    """One who makes beds, and which he was told of."""

    served: Served
    over: Event
    made: list[str] = field(default_factory=list)
    faults: list[str] = field(default_factory=list)

    def work(self) -> None:
        """Make beds until it is over, or as many as the yard takes."""
        while not self.over.is_set() and len(self.made) < MOST_MADE:
            told = answered(self, "POST", "/api/beds", {**DESIGN, "name": f"Made {len(self.made)}"}, {})
            if told is not None:
                self.made.append(told["id"])


def answered(
    who: Writer | Maker, method: str, path: str, body: dict[str, Any], headers: dict[str, str]
) -> dict[str, Any] | None:
    """A write, repeated under its name until it is answered; None, and it is over, where that is refused."""
    named = {**headers, "Idempotency-Key": str(uuid4())}
    until = time.monotonic() + 300
    while time.monotonic() < until:
        try:
            status, text = who.served.ask(method, path, body, named)
        except (OSError, HTTPException):
            time.sleep(0.05)
            continue
        told: dict[str, Any] = json.loads(text)
        if status in (200, 201):
            return told
        # A worker that was killed under it, or the database that is away.
        if status not in (422, 503) or (status == 422 and "ended before" not in told["detail"]):
            who.faults.append(f"{body['name']} is answered {status}: {text[:200]!r}")
            who.over.set()
            return None
        time.sleep(0.05)
    who.faults.append(f"{body['name']} was not answered in five minutes")
    return None


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
        maker = Maker(served, over)
        threads = [Thread(target=work) for work in (*(w.work for w in writers), maker.work)]
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
        assert maker.faults == [], maker.faults
        there = {b["id"] for b in served.told("GET", "/api/beds")["beds"]}
        assert there == {*beds, *maker.made}, "a bed was lost, or made twice"
        assert sum(w.saved for w in writers) > 0
        took["made"] = [float(len(maker.made))]
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
        if name in ("writes", "made"):
            what = "writes" if name == "writes" else "beds made, all"
            print(f"{sum(values):.0f} {what} answered, each there once")
        elif values:
            values.sort()
            middle, last = values[len(values) // 2], values[-1]
            print(
                f"{name:>8} killed {len(values)} times; there again in {middle:.2f} s, at most {last:.2f} s"
            )
