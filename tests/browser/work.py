"""What a person does on the pages, and what they read there."""

import json
import re
import urllib.request
from pathlib import Path
from typing import Any

from playwright.sync_api import Page, expect

from acrebox.core.design import read_design
from acrebox.core.plan import plan_document
from acrebox.demo import demo_yard

AXE = (Path(__file__).parents[2] / "web/node_modules/axe-core/axe.min.js").read_text("utf-8")


def make_bed(site: str, document: dict[str, Any], yard: str | None = None) -> str:
    """A bed by the API, in the units it is written in, for tests that begin later; answers its id."""
    document = {"units": str(read_design(document).system), **document}
    request = urllib.request.Request(
        f"{site}/api/beds" + (f"?yard={yard}" if yard else ""),
        json.dumps(document).encode(),
        {"Content-Type": "application/json"},
    )
    with urllib.request.urlopen(request) as answer:
        return str(json.load(answer)["id"])


def make_yard(site: str, **fields: Any) -> str:
    """A yard of its own for a test."""
    body = json.dumps({"schema": 1, "name": "Plot 7", **fields}).encode()
    request = urllib.request.Request(f"{site}/api/yards", body, {"Content-Type": "application/json"})
    with urllib.request.urlopen(request) as answer:
        return str(json.load(answer)["id"])


def yard_of(site: str) -> str:
    """The id of the sample yard."""
    with urllib.request.urlopen(f"{site}/api/yards") as answer:
        return str(json.load(answer)[0]["id"])


def design_of(site: str, bed_id: str) -> dict[str, Any]:
    """The design as the server has it."""
    with urllib.request.urlopen(f"{site}/api/beds/{bed_id}") as answer:
        design: dict[str, Any] = json.load(answer)["design"]
        return design


def plan_of(site: str, bed_id: str) -> dict[str, Any]:
    """The core's plan of the saved design."""
    return plan_document(design_of(site, bed_id), yard=demo_yard().model_copy(update={"pile": ()}))


def saved(page: Page) -> None:
    """Wait until the page says that the server has it."""
    expect(page.locator(".save")).to_have_text("saved")


def open_bed(page: Page, site: str, bed_id: str, stage: str = "shape") -> None:
    page.goto(f"{site}/bed/{bed_id}/{stage}")
    saved(page)
    expect(page.locator("main h2").first).to_be_visible()


def bed_id_of(page: Page) -> str:
    found = re.search(r"/bed/([0-9a-f-]+)", page.url)
    assert found
    return found[1]


def tape(page: Page, mark: str) -> str:
    return page.locator(f"[data-mark={mark}] dd").first.inner_text()


def serious_findings(page: Page, *rules: str) -> list[str]:
    """What axe-core calls serious or critical, by all its rules or by these."""
    page.evaluate(AXE)
    found = page.evaluate(
        "async rules => (await axe.run(rules.length ? { runOnly: rules } : {}))"
        ".violations.filter(v => ['serious', 'critical'].includes(v.impact))"
        ".map(v => v.id + ': ' + v.nodes[0].target)",
        list(rules),
    )
    return list(found)


def no_sideways(page: Page) -> bool:
    """Whether nothing on the page is wider than the window."""
    return bool(
        page.evaluate(
            "document.documentElement.scrollWidth <= innerWidth && [...document.querySelectorAll('.spread,"
            " .sheet')].every(e => e.scrollWidth <= e.clientWidth + 1)"
        )
    )
