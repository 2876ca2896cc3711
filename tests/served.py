"""A running server of a test's own: started, asked, killed."""

import http.client
import json
import os
import signal
import socket
import subprocess
import sys
import time
from pathlib import Path
from shutil import rmtree
from typing import Any

from acrebox.demo import demo_beds
from acrebox.store.cluster import data_of
from answering import until_it_answers

ROOT = Path(__file__).parents[1]
DESIGN: dict[str, Any] = demo_beds()[0].document()


def free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])


def clear(home: Path) -> None:
    """Take away a folder of a test's own, wherever what was kept for it lies."""
    kept = data_of(home).parent
    rmtree(home, ignore_errors=True)
    rmtree(kept, ignore_errors=True)


def serving(url: str | None = None) -> dict[str, str]:
    """The environment to serve in: over another database where its address is given."""
    found = {**os.environ, "PYTHONPATH": str(ROOT / "src")}
    found.pop("ACREBOX_DATABASE_URL", None)
    return found if url is None else {**found, "ACREBOX_DATABASE_URL": url}


class Served:
    """A server and its folder; started again on the same port it has the same data."""

    def __init__(self, home: Path, *words: str, wait: bool = True) -> None:
        self.home, self.port, self._words, self._wait = home, free_port(), words, wait
        self.process = self.start()

    @property
    def kept(self) -> Path:
        """Where it keeps everything: for root, elsewhere where its account cannot reach the folder."""
        return data_of(self.home).parent

    @property
    def address(self) -> str:
        return f"http://127.0.0.1:{self.port}"

    def start(self) -> subprocess.Popen[bytes]:
        said = [sys.executable, "-m", "acrebox.serve", "--home", str(self.home), "--port", str(self.port)]
        self.process = subprocess.Popen([*said, *self._words], env=serving(), stdout=subprocess.DEVNULL)
        if self._wait:
            until_it_answers(self.address, self.process)
        return self.process

    @staticmethod
    def rest() -> None:
        time.sleep(0.1)

    def kill(self) -> None:
        self.process.kill()
        self.process.wait()

    def stop(self) -> int:
        if self.process.poll() is None:
            self.process.send_signal(signal.SIGINT)
        return self.process.wait(60)

    def ask(
        self, method: str, path: str, body: Any = None, headers: dict[str, str] | None = None
    ) -> tuple[int, bytes]:
        """Status and body; text and bytes are sent as they are, anything else as JSON."""
        line = http.client.HTTPConnection("127.0.0.1", self.port, timeout=90)
        try:
            sent = body if isinstance(body, bytes) or body is None else json.dumps(body).encode()
            line.request(method, path, sent, {"Content-Type": "application/json", **(headers or {})})
            answer = line.getresponse()
            return answer.status, answer.read()
        finally:
            line.close()

    def told(self, method: str, path: str, body: Any = None, **headers: str) -> Any:
        status, text = self.ask(method, path, body, {k.replace("_", "-"): v for k, v in headers.items()})
        assert status < 400, (status, text[:300])
        return json.loads(text)

    def looked_over(self, path: str) -> Any:
        """A list of beds in which every one is worked out; each look works out some."""
        until = time.monotonic() + 90
        while time.monotonic() < until:
            told = self.told("GET", path)
            if not any(bed["stale"] for bed in told["beds"]):
                return told
            self.rest()
        raise AssertionError(f"{path} is never worked out")

    def workers(self) -> list[int]:
        """The processes that plan beds."""
        found = []
        for folder in Path("/proc").glob("[0-9]*"):
            try:
                words = (folder / "cmdline").read_bytes()
                parent = int((folder / "stat").read_text().rsplit(") ", 1)[1].split()[1])
            except OSError:
                continue
            if b"forkserver" in words:
                found.append((int(folder.name), parent))
        servers = {pid for pid, parent in found if parent == self.process.pid}
        return [pid for pid, parent in found if parent in servers]

    def resident_mb(self) -> float:
        """What the server and its workers have in memory [MB], shared pages counted once a process."""
        pids = [self.process.pid, *self.workers()]
        lines = [Path(f"/proc/{pid}/status").read_text().splitlines() for pid in pids]
        return sum(float(x.split()[1]) for rows in lines for x in rows if x.startswith("VmRSS")) / 1024

    def logs(self, name: str) -> bool:
        """Whether the log has a request of that name: its line is written when it is answered."""
        until = time.monotonic() + 30
        while time.monotonic() < until:
            if name in (self.kept / "logs" / "acrebox.log").read_text("utf-8"):
                return True
            time.sleep(0.05)
        return False
