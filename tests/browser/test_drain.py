"""Drain: the floor on a phone, by keys alone."""

from playwright.sync_api import Page, expect
from work import make_bed, make_yard, no_sideways, open_bed

TROUGH = {
    "schema": 1,
    "name": "By the tap",
    "units": "metric",
    "outline": {"shape": "oval", "length": "1.6 m", "width": "800 mm"},
    "construction": {"kind": "trough", "plug": "40 mm"},
    "height": "500 mm",
}


def test_the_floor_by_keyboard_on_a_phone(page: Page, site: str) -> None:
    bed = make_bed(site, TROUGH, make_yard(site, units="metric"))
    page.set_viewport_size({"width": 390, "height": 800})
    open_bed(page, site, bed, "drain")
    page.locator("#drainage-diameter").focus()
    page.keyboard.press("Control+a")
    page.keyboard.type("16 mm")
    page.keyboard.press("Tab")
    expect(page.locator("[data-drains]")).to_contain_text("holes 16 mm wide")
    assert no_sideways(page)
