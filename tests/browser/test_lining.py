"""Line: templates measure true on paper; the sheet on a phone, by keys alone."""

from io import BytesIO
from math import hypot
from typing import Any

import pytest
from playwright.sync_api import Page, expect
from pypdf import PdfReader
from work import (
    make_bed,
    make_yard,
    no_sideways,
    open_bed,
    plan_of,
    saved,
    serious_findings,
)

MM_PER_POINT = 25.4 / 72
Point = tuple[float, float]
AN_L = {
    "schema": 1,
    "name": "Round the corner",
    "units": "metric",
    "outline": {"shape": "l", "length": "2.4 m", "width": "2 m", "front": "900 mm", "left": "900 mm"},
    "construction": {"kind": "boards", "board": "larch-45x195", "post": "post-75x75"},
    "courses": 2,
}
TROUGH = {
    "schema": 1,
    "name": "By the tap",
    "units": "metric",
    "outline": {"shape": "oval", "length": "900 mm", "width": "500 mm"},
    "construction": {"kind": "trough", "plug": "40 mm"},
    "height": "500 mm",
}


def opened(page: Page, site: str, document: dict[str, Any], stage: str = "line") -> str:
    bed = make_bed(site, document, make_yard(site, units="metric"))
    open_bed(page, site, bed, stage)
    return bed


def lines_of(data: bytes, sheet: int) -> list[tuple[Point, Point]]:
    """The straight lines of a page of a PDF [mm]."""
    found: list[tuple[Point, Point]] = []
    at: Point | None = None

    def drawn(op: bytes, args: list[Any], cm: list[float], _: list[float]) -> None:
        nonlocal at
        if op not in (b"m", b"l"):
            return
        x, y = float(args[0]), float(args[1])
        now = (
            (cm[0] * x + cm[2] * y + cm[4]) * MM_PER_POINT,
            (cm[1] * x + cm[3] * y + cm[5]) * MM_PER_POINT,
        )
        if op == b"l" and at is not None:
            found.append((at, now))
        at = now

    PdfReader(BytesIO(data)).pages[sheet].extract_text(visitor_operand_before=drawn)
    return found


def length(line: tuple[Point, Point]) -> float:
    return hypot(line[1][0] - line[0][0], line[1][1] - line[0][1])


def middle(line: tuple[Point, Point]) -> Point:
    return (line[0][0] + line[1][0]) / 2, (line[0][1] + line[1][1]) / 2


def test_the_template_of_the_holes_measures_true_on_paper(page: Page, site: str) -> None:
    drilled = {**TROUGH, "drainage": {"kind": "holes", "count": 6, "diameter": "12 mm"}}
    bed = opened(page, site, drilled, "drain")
    page.get_by_role("link", name="Templates at full size").click()
    expect(page.locator("[data-sheet]").first).to_be_visible()
    count = page.locator("[data-sheet]").count()
    data = page.pdf(prefer_css_page_size=True)
    assert len(PdfReader(BytesIO(data)).pages) == count
    holes = plan_of(site, bed)["drainage"]["holes"]
    apart = {
        round(hypot(a["x_mm"] - b["x_mm"], a["y_mm"] - b["y_mm"]), 1) for a in holes for b in holes if a != b
    }
    seen = 0
    for sheet in range(count):
        lines = lines_of(data, sheet)
        assert any(length(line) == pytest.approx(100, abs=0.2) for line in lines)
        # The level arm of the cross in each hole is 12 mm long, the ones that join sheets are 8 mm.
        marks = {
            middle(line)
            for line in lines
            if length(line) == pytest.approx(12, abs=0.1) and line[0][1] == pytest.approx(line[1][1])
        }
        on_paper = [m for m in marks if 10 <= m[0] <= 200 and 20 <= m[1] <= 290]
        for a in on_paper:
            for b in on_paper:
                if a != b:
                    gap = hypot(a[0] - b[0], a[1] - b[1])
                    assert min(abs(gap - one) for one in apart) < 0.3
        seen += len(on_paper)
    assert seen >= len(holes)


def test_templates_and_the_sheet_on_a_phone_by_keyboard(page: Page, site: str) -> None:
    page.set_viewport_size({"width": 390, "height": 800})
    bed = opened(page, site, AN_L)
    page.locator("#lining-walls").focus()
    page.keyboard.type("thick")
    expect(page.locator("[data-lined]")).to_contain_text("thick plastic")
    page.get_by_role("button", name="Show the drawing").press("Enter")
    expect(page.locator("figure[data-piece]").first).to_be_visible()
    assert no_sideways(page)
    step = page.locator("[data-step=slack]").get_by_role("checkbox")
    step.focus()
    page.keyboard.press("Space")
    expect(step).to_be_checked()
    saved(page)
    page.goto(f"{site}/bed/{bed}/templates")
    first = page.get_by_role("radio").first
    expect(first).to_be_checked()
    first.focus()
    page.keyboard.press("ArrowDown")
    expect(page.get_by_role("radio").nth(1)).to_be_checked()
    assert no_sideways(page)
    assert serious_findings(page) == []
