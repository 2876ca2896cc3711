"""POST /api/plan on loopback beside an endpoint that answers the same bytes from memory; bytes of the
first load; for every sample bed the time from a keystroke's answer to new figures on screen and the bytes
of an edit; the list of a yard of 1 to 500 beds. Prints figures; asserts nothing.

Run with the server up: .venv/bin/python tests/speed/web.py [--small] [http://127.0.0.1:8040]
With --small everything is done a few times only, to see that it runs.
"""

import gzip
import sys
import threading
from statistics import median, quantiles
from time import perf_counter, sleep
from typing import Any
from urllib.request import Request, urlopen

import httpx
import uvicorn
from fastapi import FastAPI, Response
from playwright.sync_api import Page, sync_playwright
from playwright.sync_api import Response as Answer

from acrebox.core.construction import registered
from acrebox.core.design import Posted, constructions
from acrebox.core.measure.written import Length
from acrebox.demo import demo_beds, demo_yard

SMALL = "--small" in sys.argv
ROUNDS = 20 if SMALL else 200
YARDS = (1, 5) if SMALL else (1, 20, 200, 500)
WALLED = {kind for kind in registered() if issubclass(constructions.models[kind], Posted)}
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


WIRE = {"Accept-Encoding": "gzip"}
EDITS = 2 if SMALL else 12
SEEN = """
async ([selector, text]) => {
  const mark = () => document.querySelector('[data-mark=soil] dd').innerText
  const field = document.querySelector(selector)
  const before = mark()
  const start = performance.now()
  field.value = text
  field.dispatchEvent(new Event('input', { bubbles: true }))
  while (mark() === before && performance.now() - start < 5000) await new Promise(requestAnimationFrame)
  return performance.now() - start
}
"""


def edits(site: str, page: Page, bed: str, walled: bool) -> tuple[list[float], list[int]]:
    """From a keystroke to the new figures on screen [ms], measured in the page, and the bytes of its plan
    over the wire, for some edits of a bed's width, or of what is left free above its soil where its width is
    not for anybody to say; the settling of keys (30 ms) is in it.
    """
    sizes: list[int] = []

    def size(response: Answer) -> None:
        if "/api/plan" in response.url:
            sizes.append(response.request.sizes()["responseBodySize"])

    stage, selector = ("shape", "#width") if walled else ("fill", "#fill-gap")
    page.goto(f"{site}/bed/{bed}/{stage}")
    page.locator("[data-mark=soil] dd").first.wait_for()
    page.locator(selector).wait_for()
    page.wait_for_timeout(1500)
    page.on("response", size)
    now = page.locator(selector).input_value() if walled else "25 mm"
    feet = "ft" in now or "'" in now
    waits = []
    for n in range(EDITS):
        text = f"{3 + n / 10:.1f} ft" if feet else f"{int(page_mm(now)) + 3 * (n + 1)} mm"
        waits.append(float(page.evaluate(SEEN, [selector, text])))
        page.wait_for_timeout(700)
    page.remove_listener("response", size)
    return waits, sizes


def page_mm(text: str) -> float:
    """A length as a field shows it [mm]."""
    return Length(text).mm


def in_browser(site: str, beds: list[dict[str, object]]) -> int:
    """Print what edits take; answers the bytes over the wire of a first load: document, scripts, styles
    (gzip) and fonts.
    """
    total = 0
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=FLAGS)
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        addresses: list[str] = []
        page.on("response", lambda r: addresses.append(r.url))
        page.goto(f"{site}/bed/{beds[0]['id']}/shape")
        page.locator(".view.plan").wait_for()
        page.wait_for_load_state("networkidle")
        first = list(dict.fromkeys(a for a in addresses if "/api/" not in a))
        for bed in beds:
            walled = bed["kind"] in WALLED
            waits, sizes = edits(site, page, str(bed["id"]), walled)
            p95 = quantiles(waits, n=20)[-1]
            what = "the width" if walled else "the gap"
            print(
                f"edit of {what} of '{bed['name']}': median {median(waits):.0f} ms, p95 {p95:.0f} ms"
                f" (aim 100: ratio {p95 / 100:.2f}); {max(sizes) / 1000:.1f} kB at most"
                f" (aim 15: ratio {max(sizes) / 15000:.2f})"
            )
        browser.close()
    for address in first:
        with urlopen(Request(address, headers=WIRE)) as answer:
            body = answer.read()
        packed = answer.headers.get("content-encoding") == "gzip" or address.endswith(".woff2")
        total += len(body if packed else gzip.compress(body))
    return total


def yards(site: str) -> None:
    """The list of beds of yards of several sizes, once the figures are kept."""
    body = demo_beds()[0].document()
    for count in YARDS:
        yard = httpx.post(f"{site}/api/yards", json={"name": f"Speed {count}"}).json()
        with httpx.Client(timeout=120) as client:
            for n in range(count):
                bed = {
                    **body,
                    "name": f"Bed {n}",
                    "outline": {**body["outline"], "length": f"{1200 + 3 * n} mm"},
                }
                client.post(f"{site}/api/beds?yard={yard['id']}", json=bed).raise_for_status()
            looks = 0
            start = perf_counter()
            while any(b["stale"] for b in client.get(f"{site}/api/beds?yard={yard['id']}").json()["beds"]):
                looks += 1
            worked = perf_counter() - start
            taken = []
            for _ in range(7):
                start = perf_counter()
                answer = client.get(f"{site}/api/beds?yard={yard['id']}", headers=WIRE)
                taken.append((perf_counter() - start) * 1e3)
            size = int(answer.headers.get("content-length", len(answer.content)))
            print(
                f"yard of {count} beds: list {median(taken):.0f} ms, {size / 1000:.0f} kB (aim 1000 ms: ratio"
                f" {median(taken) / 1000:.2f}); figures of all worked out anew in"
                f" {worked:.1f} s, {looks + 1} looks"
            )
            client.delete(f"{site}/api/yards/{yard['id']}", headers={"If-Match": '"1"'})


def about(bed: dict[str, Any]) -> dict[str, object]:
    """What of a bed is printed, and by what it is edited."""
    design = bed["design"]
    return {"id": bed["id"], "name": design["name"], "kind": design["construction"]["kind"]}


def main() -> None:
    site = next((word for word in sys.argv[1:] if word.startswith("http")), "http://127.0.0.1:8040")
    body = demo_beds()[0].document()
    answer = httpx.post(f"{site}/api/plan", json=body).content
    from_memory(answer, 8999)
    plan, memory = posts(f"{site}/api/plan", body), posts("http://127.0.0.1:8999/same", body)
    print(
        f"POST /api/plan: p50 {plan[0]:.1f} ms, p95 {plan[1]:.1f} ms; the same {len(answer)} bytes from"
        f" memory: p50 {memory[0]:.1f}, p95 {memory[1]:.1f}; ratio {plan[0] / memory[0]:.1f}"
    )
    yard = httpx.post(f"{site}/api/yards", json=demo_yard().document()).json()["id"]
    beds = [httpx.post(f"{site}/api/beds?yard={yard}", json=d.document()).json() for d in demo_beds()]
    size = in_browser(site, [about(b) for b in beds])
    httpx.delete(f"{site}/api/yards/{yard}", headers={"If-Match": '"1"'})
    print(f"first load: {size / 1000:.0f} kB over the wire (aim 200 kB: ratio {size / 200_000:.2f})")
    yards(site)


if __name__ == "__main__":
    main()
