"""Line: walls and floors of four beds are lined, what is cut and bought is read, templates measure true."""

from io import BytesIO
from math import hypot
from typing import Any

import pytest
from playwright.sync_api import Page, expect
from pypdf import PdfReader
from work import (
    design_of,
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
SLEEPERS = {
    "schema": 1,
    "name": "Two courses",
    "units": "metric",
    "outline": {"shape": "rectangle", "length": "2.4 m", "width": "1.2 m"},
    "construction": {"kind": "sleepers", "sleeper": "sleeper-100x200", "lay": "edge", "post": "post-100x100"},
    "courses": 2,
}
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
FRAMED = {
    "schema": 1,
    "name": "Waves",
    "units": "metric",
    "outline": {"shape": "rectangle", "length": "2.4 m", "width": "1.2 m"},
    "construction": {
        "kind": "framed_sheet",
        "sheet": "sheet-wave-18",
        "rail": "larch-45x70",
        "post": "post-75x75",
    },
    "height": "600 mm",
}


def opened(page: Page, site: str, document: dict[str, Any], stage: str = "line") -> str:
    bed = make_bed(site, document, make_yard(site, units="metric"))
    open_bed(page, site, bed, stage)
    return bed


def test_a_bed_of_two_courses_is_lined(page: Page, site: str) -> None:
    bed = opened(page, site, SLEEPERS)
    expect(page.locator("[data-deep]")).to_contain_text("375 mm")
    expect(page.locator("figure[data-piece]").first).to_contain_text("wall strip")
    page.locator("#lining-top").fill("40")
    page.locator("#lining-top").blur()
    expect(page.locator("[data-deep]")).to_contain_text("360 mm")
    page.locator("#lining-coat").select_option("bitumen")
    expect(page.locator("[data-coat]")).to_contain_text("L on")
    page.locator("#lining-slack").fill("0")
    page.locator("#lining-slack").blur()
    expect(page.locator(".watch-out", has_text="hangs taut")).to_be_visible()
    page.locator("#lining-slack").fill("4")
    page.locator("#lining-slack").blur()
    expect(page.locator(".watch-out", has_text="hangs taut")).to_have_count(0)
    page.locator("[data-step=coat]").get_by_role("checkbox").click()
    expect(page.locator("[data-step=coat]").get_by_role("checkbox")).to_be_checked()
    saved(page)
    lining = plan_of(site, bed)["lining"]
    expect(page.locator("tr[data-liner]")).to_have_count(len(lining["pieces"]))
    expect(page.locator("[data-buy=staples]")).to_be_visible()
    assert serious_findings(page) == []


def test_an_l_is_lined_on_its_floor_and_notched_round_its_posts(page: Page, site: str) -> None:
    bed = opened(page, site, AN_L)
    page.locator("#lining-floor").select_option("mesh")
    expect(page.locator(".watch-out", has_text="no fabric over it")).to_be_visible()
    page.locator("#lining-floor").select_option("mesh_and_fabric")
    expect(page.locator(".watch-out", has_text="no fabric over it")).to_have_count(0)
    expect(page.locator("figure[data-roll=mesh] svg").first).to_be_visible()
    expect(page.locator("figure[data-roll=fabric] svg").first).to_be_visible()
    saved(page)
    pieces = plan_of(site, bed)["lining"]["pieces"]
    assert sum(p["notches"] for p in pieces if p["material"] == "mesh") >= 6
    expect(page.locator("figure[data-piece]", has_text="notch").first).to_be_visible()


def test_a_trough_is_lined_in_one_piece_and_a_roll_to_hand_is_cut_first(page: Page, site: str) -> None:
    bed = opened(page, site, TROUGH)
    expect(page.locator("[data-lined]")).to_contain_text("not lined")
    expect(page.locator("tr[data-liner]")).to_contain_text("screen over a hole")
    page.locator("#lining-walls").select_option("pond")
    page.locator("#lining-floor").select_option("pond")
    expect(page.locator("[data-lined]")).to_contain_text("One piece of pond sheet")
    expect(page.locator("[data-buy^=pond]")).to_be_visible()
    page.locator("[data-add='lining.rolls']").click()
    page.locator("#lining-rolls-0-material").select_option("pond")
    for name, size in (("width", "2.5 m"), ("length", "3 m")):
        page.locator(f"#lining-rolls-0-{name}").fill(size)
        page.locator(f"#lining-rolls-0-{name}").blur()
    expect(page.locator("[data-buy^=pond]")).to_have_count(0)
    expect(page.locator("figure[data-roll=pond]")).to_contain_text("to hand")
    saved(page)
    assert design_of(site, bed)["lining"]["rolls"][0]["material"] == "pond"


def test_a_framed_sheet_bed_is_lined_and_a_roll_too_narrow_is_named(page: Page, site: str) -> None:
    bed = opened(page, site, FRAMED)
    expect(page.locator("[data-deep]")).to_contain_text("575 mm")
    page.locator("#lining-floor").select_option("mesh")
    page.locator("#lining-seams").click()
    expect(page.get_by_text("the widest roll is").first).to_be_visible()
    # What was chosen stays, and is mended where it stands.
    expect(page.locator("#lining-floor")).to_have_value("mesh")
    page.locator("#lining-floor").select_option("fabric")
    expect(page.get_by_text("the widest roll is")).to_have_count(0)
    expect(page.locator("figure[data-roll=fabric]")).to_be_visible()
    saved(page)
    assert design_of(site, bed)["lining"]["seams"] is False


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


def test_a_plumbed_trough_is_on_the_buying_list(page: Page, site: str) -> None:
    opened(page, site, TROUGH, "drain")
    page.locator("#drainage-kind").select_option("plumbed")
    expect(page.locator("[data-buy^=pipe]")).to_be_visible()
    expect(page.locator("[data-buy^=elbow]")).to_contain_text("4")
    page.locator("#drainage-tanks").fill("2")
    page.locator("#drainage-tanks").blur()
    expect(page.locator("[data-pipe='from plug to plug']")).to_be_visible()
    page.locator("[data-step=dry]").get_by_role("checkbox").click()
    saved(page)
