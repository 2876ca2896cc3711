"""POST /api/plan on loopback beside an endpoint that answers the same bytes from memory; bytes of the
first load; time from a keystroke to new figures on screen. Prints figures; asserts nothing.

Run with the server up: .venv/bin/python tests/speed/web.py [http://127.0.0.1:8040]
"""

import gzip
import re
import sys
import threading
from statistics import median, quantiles
from time import perf_counter, sleep
from urllib.request import Request, urlopen

import httpx
import uvicorn
from fastapi import FastAPI, Response
from playwright.sync_api import sync_playwright

from acrebox.demo import demo_beds

ROUNDS = 200
FLAGS = [
    "--no-sandbox",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--no-first-run",
]


def from_memory(body: bytes, port: int) -> None:
    """Serve the same bytes from memory, to compare with."""
    app = FastAPI()

    @app.post("/same")
    def same() -> Response:
        return Response(body, media_type="application/json")

    threading.Thread(
        target=uvicorn.run, args=(app,), kwargs={"port": port, "log_level": "error"}, daemon=True
    ).start()
    sleep(1)


def posts(url: str, body: dict[str, object]) -> tuple[float, float]:
    """p50 and p95 [ms] of posting to an address."""
    taken = []
    with httpx.Client(headers={"Accept-Encoding": "identity"}) as client:
        for _ in range(ROUNDS):
            start = perf_counter()
            client.post(url, json=body).raise_for_status()
            taken.append((perf_counter() - start) * 1e3)
    return median(taken), quantiles(taken, n=20)[-1]


def first_load(site: str) -> int:
    """Bytes over the wire for the page of the newest bed: document, scripts, styles (gzip) and fonts."""
    total = 0
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=FLAGS)
        page = browser.new_page()
        addresses: list[str] = []
        page.on("response", lambda r: addresses.append(r.url))
        page.goto(site)
        page.locator("article a").last.click()
        page.locator(".view.plan").wait_for()
        page.wait_for_load_state("networkidle")
        field = page.get_by_label(re.compile("^Width"))
        waits = []
        for n in range(10):
            before = page.locator("[data-mark=soil] dd").first.inner_text()
            start = perf_counter()
            field.fill(f"{900 + 20 * n} mm")
            page.wait_for_function(
                "b => document.querySelector('[data-mark=soil] dd').innerText !== b", arg=before
            )
            waits.append((perf_counter() - start) * 1e3)
        print(
            f"keystroke to new figures on screen: median {median(waits):.0f} ms (aim 100 ms: ratio"
            f" {median(waits) / 100:.2f}); driving the browser is in it"
        )
        browser.close()
    for address in dict.fromkeys(a for a in addresses if "/api/" not in a):
        with urlopen(Request(address, headers={"Accept-Encoding": "gzip"})) as answer:
            body = answer.read()
        total += len(
            body
            if answer.headers.get("content-encoding") == "gzip" or address.endswith(".woff2")
            else gzip.compress(body)
        )
    return total


def main() -> None:
    site = sys.argv[1] if len(sys.argv) > 1 else "http://127.0.0.1:8040"
    body = demo_beds()[0].document()
    answer = httpx.post(f"{site}/api/plan", json=body).content
    from_memory(answer, 8999)
    plan, memory = posts(f"{site}/api/plan", body), posts("http://127.0.0.1:8999/same", body)
    print(
        f"POST /api/plan: p50 {plan[0]:.1f} ms, p95 {plan[1]:.1f} ms; the same {len(answer)} bytes from"
        f" memory: p50 {memory[0]:.1f}, p95 {memory[1]:.1f}; ratio {plan[0] / memory[0]:.1f}"
    )
    bed = httpx.post(f"{site}/api/beds", json={**body, "name": "Speed"}).json()
    try:
        size = first_load(site)
    finally:
        newest = httpx.get(f"{site}/api/beds/{bed['id']}").headers["etag"]
        httpx.delete(f"{site}/api/beds/{bed['id']}", headers={"If-Match": newest})
    print(f"first load: {size / 1000:.0f} kB over the wire (aim 250 kB: ratio {size / 250_000:.2f})")


if __name__ == "__main__":
    main()
