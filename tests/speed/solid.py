"""The solid view: bytes of its chunk (gzip), time to the first picture, pictures a second for a bed of
500 parts.

Software WebGL, so the figures are those of a machine without a graphics card. Prints figures; asserts
nothing. Run with the server up: .venv/bin/python tests/speed/solid.py [http://127.0.0.1:8040]
"""

import gzip
import sys
from time import perf_counter
from urllib.request import urlopen

import httpx
from playwright.sync_api import sync_playwright

from core import sixty_sided

FLAGS = [
    "--no-sandbox",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--no-first-run",
    "--use-angle=swiftshader",
    "--enable-unsafe-swiftshader",
]
TURNS = """() => new Promise(done => {
  const canvas = document.querySelector('canvas'); let n = 0; const start = performance.now()
  function turn() {
    canvas.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowLeft' }))
    canvas.getContext('webgl2')?.finish()
    if (++n < 40) requestAnimationFrame(turn); else done(40 / ((performance.now() - start) / 1000))
  }
  requestAnimationFrame(turn)
})"""


def main() -> None:
    site = sys.argv[1] if len(sys.argv) > 1 else "http://127.0.0.1:8040"
    bed = httpx.post(
        f"{site}/api/beds", json={**sixty_sided(), "name": "Five hundred parts"}, timeout=60
    ).json()
    try:
        with sync_playwright() as playwright:
            browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=FLAGS)
            page = browser.new_page(viewport={"width": 1280, "height": 800})
            chunks: list[str] = []
            page.on(
                "response",
                lambda r: chunks.append(r.url) if "SolidView" in r.url and r.url.endswith(".js") else None,
            )
            page.goto(f"{site}/bed/{bed['id']}/shape")
            page.locator(".view.plan").wait_for()
            start = perf_counter()
            page.get_by_role("button", name="Solid").click()
            page.locator("canvas[data-parts]").wait_for(timeout=60_000)
            first = perf_counter() - start
            parts = page.locator("canvas").get_attribute("data-parts")
            rate = page.evaluate(TURNS)
            with urlopen(chunks[0]) as answer:
                size = len(gzip.compress(answer.read()))
            browser.close()
        print(
            f"solid chunk: {size / 1000:.0f} kB gzip; first picture of {parts} parts: {first:.2f} s;"
            f" {rate:.1f} pictures a second while turning (software WebGL)"
        )
    finally:
        httpx.delete(f"{site}/api/beds/{bed['id']}", headers={"If-Match": '"1"'})


if __name__ == "__main__":
    main()
