"""How the service bears up: `python tests/speed/service.py`. Prints figures; asserts nothing."""

import http.client
import json
import multiprocessing
import os
import sys
import tempfile
import threading
import time
from copy import deepcopy
from itertools import count
from pathlib import Path
from typing import Any

sys.path[:0] = [str(Path(__file__).parents[1]), str(Path(__file__).parents[2] / "src")]

from acrebox.demo import demo_beds  # noqa: E402
from served import DESIGN, Served  # noqa: E402

PLAN = "/api/plan?chapters=cutting,buying,totals,watch_outs&workings=false&have="
SECONDS = 6.0
HEAVY = 60


def heavy_bed(n: int) -> dict[str, Any]:
    """A bed of many boards, each time of another length, so that nothing of it is known from before."""
    found: Any = deepcopy(
        next(d for d in (bed.document() for bed in demo_beds()) if d["outline"]["shape"] == "l")
    )
    found["name"] = f"Heavy {n}"
    found["outline"] |= {"length": f"{4000 + n} mm", "width": f"{3000 + n} mm"}
    return found  # type: ignore[no-any-return]


def percentile(values: list[float], share: float) -> float:
    return sorted(values)[min(len(values) - 1, int(share * len(values)))] if values else float("nan")


def throughput(served: Served, clients: int) -> tuple[float, float]:
    """Plans a second, and the 95th percentile of one [ms]."""
    took: list[float] = []
    until = time.monotonic() + SECONDS

    def work(number: int) -> None:
        n = 0
        while time.monotonic() < until:
            n += 1
            begun = time.monotonic()
            bed = {**DESIGN, "name": f"Client {number}, plan {n}"}
            assert served.ask("POST", PLAN, bed)[0] == 200
            took.append(time.monotonic() - begun)

    threads = [threading.Thread(target=work, args=(n,)) for n in range(clients)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    return len(took) / SECONDS, 1000 * percentile(took, 0.95)


def keep_asking(port: int, seconds: float, told: Any) -> None:
    """Keep so many heavy plans asked for; puts how they were answered."""
    statuses: dict[int, int] = {}
    until = time.monotonic() + seconds

    numbers = count()

    def ask() -> None:
        while time.monotonic() < until:
            text = json.dumps(heavy_bed(next(numbers))).encode()
            line = http.client.HTTPConnection("127.0.0.1", port, timeout=90)
            line.request("POST", "/api/plan?effort=200", text, {"Content-Type": "application/json"})
            answer = line.getresponse()
            answer.read()
            statuses[answer.status] = statuses.get(answer.status, 0) + 1
            line.close()

    askers = [threading.Thread(target=ask) for _ in range(HEAVY)]
    for thread in askers:
        thread.start()
    for thread in askers:
        thread.join()
    told.put(statuses)


def under_load(served: Served) -> None:
    """What cheap requests take while heavy plans are asked for all the time."""
    seconds = 15.0
    told: multiprocessing.Queue[dict[int, int]] = multiprocessing.Queue()
    crowd = multiprocessing.Process(target=keep_asking, args=(served.port, seconds, told))
    crowd.start()
    time.sleep(2)
    found: dict[str, list[float]] = {}
    until = time.monotonic() + seconds - 3
    while time.monotonic() < until:
        for path in ("/api/health", "/", "/api/yards"):
            at = time.monotonic()
            served.ask("GET", path)
            found.setdefault(path, []).append(time.monotonic() - at)
        time.sleep(0.02)
    print(f"{HEAVY} heavy plans asked for at all times: {told.get()} in {seconds:.0f} s; meanwhile")
    crowd.join()
    for path, took in found.items():
        half, late = (1000 * percentile(took, share) for share in (0.5, 0.95))
        print(f"  GET {path:<12} {len(took)} times, p50 {half:6.1f} ms, p95 {late:6.1f} ms")


def abuse(served: Served) -> None:
    """Memory of the server and its workers before and after what is large, wrong and odd."""
    before = served.resident_mb()
    layers = json.dumps({**DESIGN, "fill": {"layers": [{"x": 1}] * 1900}}).encode()
    stick = [{"stock": "larch-27x145", "length": "30 m", "count": 1000}]
    sticks = json.dumps({**DESIGN, "bench": {"offcuts": stick * 200}}).encode()
    for _ in range(60):
        served.ask("POST", "/api/plan", b"[" + b"1," * 900_000 + b"1]")
        served.ask("POST", "/api/plan", layers)
        served.ask("POST", "/api/plan", json.dumps({**DESIGN, "name": "n" * 1_500_000}).encode())
    for _ in range(3):
        served.ask("POST", "/api/plan?effort=200", sticks)
    print(f"memory: {before:.0f} MB before abuse, {served.resident_mb():.0f} MB after, server and workers")


def up_again(served: Served) -> None:
    took = []
    for _ in range(3):
        served.kill()
        begun = time.monotonic()
        served.start()
        took.append(time.monotonic() - begun)
    begun = time.monotonic()
    served.stop()
    stopped = time.monotonic() - begun
    print(f"up again after a kill in {min(took):.1f} to {max(took):.1f} s; stopped in {stopped:.2f} s")


def main() -> None:
    with tempfile.TemporaryDirectory(prefix="acrebox-speed-") as folder:
        Path(folder).chmod(0o755)
        served = Served(Path(folder) / "home")
        try:
            size = len(served.ask("POST", PLAN, DESIGN)[1])
            print(f"{os.cpu_count()} processors; a plan of one bed, {size} bytes")
            one = 0.0
            for clients in (1, 4, 16):
                rate, late = throughput(served, clients)
                one = one or rate
                print(
                    f"  {clients:>2} clients: {rate:6.1f} plans/s ({rate / one:.2f} × one), p95 {late:.0f} ms"
                )
            under_load(served)
            abuse(served)
            up_again(served)
        finally:
            served.stop()


if __name__ == "__main__":
    main()
