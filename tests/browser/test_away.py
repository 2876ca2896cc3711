"""The database is stopped under an open page: it says so, keeps what is typed, and comes back by itself."""

import signal
import subprocess
import sys
from collections.abc import Callable, Iterator
from pathlib import Path

import pytest
from playwright.sync_api import BrowserContext, expect

from acrebox.store import cluster
from answering import ask, until_it_answers
from served import ROOT, clear, free_port, serving


class Yard:
    """A server whose database can be stopped and started."""

    def __init__(self, home: Path) -> None:
        self.database = cluster._Cluster(home)
        self.database.start()
        self.url = self.database.own_url()
        self._port = int(self.url.rsplit(":", 1)[1].split("/")[0])
        port = free_port()
        self.address = f"http://127.0.0.1:{port}"
        words = [sys.executable, "-m", "acrebox.serve", "--port", str(port), "--home", str(home)]
        self.server = subprocess.Popen(words, env=serving(self.url))
        until_it_answers(self.address, self.server)

    def go(self) -> None:
        self.database.stop()

    def come(self) -> None:
        self.database._start_on(self._port)

    def end(self) -> None:
        self.server.send_signal(signal.SIGINT)
        assert self.server.wait(60) == 0
        self.database.stop()


@pytest.fixture
def yard(worker_id: str) -> Iterator[Yard]:
    home = ROOT / ".local" / f"away-test-{worker_id}"
    clear(home)
    made = Yard(home)
    yield made
    made.end()
    clear(home)


def test_a_page_outlives_its_database(yard: Yard, new_context: Callable[..., BrowserContext]) -> None:
    page = new_context().new_page()
    page.goto(yard.address)
    link = page.get_by_role("link", name="Kitchen door herbs").first
    expect(link).to_be_visible()
    # Figures that come meanwhile move the link: a press could miss it.
    page.goto(f"{yard.address}{link.get_attribute('href')}")
    length = page.locator("input#length")
    expect(length).to_have_value("1.35 m")
    yard.go()
    # The browser tells of every answer that is none; that is what is looked at here.
    length.fill("1.4 m")
    length.press("Tab")
    expect(page.get_by_text("The yard cannot be reached; what you type is kept here.").first).to_be_visible()
    expect(page.locator(".save.offline").first).to_be_visible()
    # Another page that is opened meanwhile says so too, and neither shows an empty yard.
    other = page.context.new_page()
    other.goto(yard.address)
    expect(other.get_by_role("alert").first).to_contain_text("The yard cannot be reached")
    expect(other.get_by_text("No beds yet")).to_have_count(0)
    yard.come()
    expect(page.locator(".save.saved").first).to_be_visible()
    expect(page.get_by_text("The yard cannot be reached")).to_have_count(0)
    expect(other.get_by_role("link", name="Kitchen door herbs").first).to_be_visible()
    kept = ask(yard.url, "SELECT design->'outline'->>'length' FROM revision WHERE number = 2")
    assert kept == "1.4 m"
