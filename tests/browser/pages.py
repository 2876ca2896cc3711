"""The real pages in headless Chromium, against the real server and a database of its own."""

import os
import signal
import subprocess
import sys
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Browser, BrowserContext, ConsoleMessage, Page, expect, sync_playwright
from sqlalchemy import text

from acrebox.store.engine import connect
from answering import until_it_answers
from databases import database
from served import free_port

ROOT = Path(__file__).parents[2]
CHROMIUM = "/usr/bin/chromium"
WAITS_MS = 60_000
"""A busy machine takes its time; what comes at all comes within this."""
expect.set_options(timeout=WAITS_MS)
# Refusals, and the line that tests take down.
EXPECTED = ("status of 4", "status of 503", "ERR_INTERNET_DISCONNECTED")
DESK: dict[str, Any] = {"viewport": {"width": 1280, "height": 800}}
FLAGS = [
    "--no-sandbox",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--no-first-run",
    "--disable-component-extensions-with-background-pages",
]


@pytest.fixture(scope="session")
def site_database(server_url: str) -> Iterator[str]:
    """The address of the database behind the site."""
    with database(server_url) as url:
        yield url


@pytest.fixture
def spoil(site_database: str) -> Callable[[str, str, str], None]:
    """Writes into a kept design what no page would: for beds that another release left behind."""

    def write(bed: str, path: str, value: str) -> None:
        engine = connect(site_database)
        with engine.begin() as connection:
            connection.execute(
                text(
                    "UPDATE revision SET design ="
                    " jsonb_set(design, CAST(:path AS text[]), CAST(:value AS jsonb))"
                    " WHERE bed_id = CAST(:bed AS uuid)"
                ),
                {"path": path, "value": value, "bed": bed},
            )
        engine.dispose()

    return write


@pytest.fixture(scope="session")
def site(site_database: str) -> Iterator[str]:
    """The address of a running server with the sample yard in."""
    assert (ROOT / "web/dist/index.html").exists(), "the pages are not built; bin/test builds them"
    url = site_database
    port = free_port()
    words = [sys.executable, "-m", "acrebox.serve", "--port", str(port)]
    server = subprocess.Popen(
        words, env={**os.environ, "ACREBOX_DATABASE_URL": url, "PYTHONPATH": str(ROOT / "src")}, cwd=ROOT
    )
    address = f"http://127.0.0.1:{port}"
    until_it_answers(address, server)
    yield address
    server.send_signal(signal.SIGINT)
    assert server.wait(60) == 0


@pytest.fixture(scope="session")
def browser() -> Iterator[Browser]:
    with sync_playwright() as playwright:
        started = playwright.chromium.launch(executable_path=CHROMIUM, args=[*FLAGS, "--disable-gpu"])
        yield started
        started.close()


class Complaints:
    """What the console of a page says is wrong; what tests bring about is expected."""

    def __init__(self) -> None:
        self.told: list[str] = []

    def listen(self, context: BrowserContext) -> BrowserContext:
        context.set_default_timeout(WAITS_MS)
        context.on("console", self._hear)
        context.on("weberror", lambda error: self.told.append(str(error.error)))
        return context

    def _hear(self, message: ConsoleMessage) -> None:
        if message.type == "error" and not any(known in message.text for known in EXPECTED):
            self.told.append(message.text)


@pytest.fixture
def new_context(browser: Browser) -> Iterator[Callable[..., BrowserContext]]:
    """Makes browser contexts whose pages must stay free of console errors."""
    made: list[BrowserContext] = []
    complaints = Complaints()

    def make(**options: Any) -> BrowserContext:
        context = complaints.listen(browser.new_context(**{**DESK, **options}))
        made.append(context)
        return context

    yield make
    for context in made:
        context.close()
    assert complaints.told == []


@pytest.fixture(scope="session")
def desk(browser: Browser) -> Iterator[tuple[BrowserContext, Complaints]]:
    """One context for all pages that need none of their own: what it has loaded once it has."""
    complaints = Complaints()
    context = complaints.listen(browser.new_context(**DESK))
    yield context, complaints
    context.close()


@pytest.fixture
def page(desk: tuple[BrowserContext, Complaints], site: str) -> Iterator[Page]:
    """A page of its own in the shared context, which is left as it was found: on line, with nothing kept."""
    context, complaints = desk
    complaints.told.clear()
    opened = context.new_page()
    yield opened
    context.unroute_all(behavior="ignoreErrors")
    context.set_offline(False)
    last, *others = context.pages
    for other in others:
        other.close()
    last.goto("about:blank")
    forget = context.new_cdp_session(last)
    everything = {"origin": site, "storageTypes": "local_storage,indexeddb,cookies"}
    forget.send("Storage.clearDataForOrigin", everything)
    last.close()
    assert complaints.told == []
