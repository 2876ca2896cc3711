"""Drain: holes on a floor, how many and how wide, refused where they do not fit; a loop of pipe."""

from playwright.sync_api import Page, expect
from work import design_of, make_bed, make_yard, no_sideways, open_bed, saved, serious_findings

TROUGH = {
    "schema": 1,
    "name": "By the tap",
    "units": "metric",
    "outline": {"shape": "oval", "length": "1.6 m", "width": "800 mm"},
    "construction": {"kind": "trough", "plug": "40 mm"},
    "height": "500 mm",
}


def test_a_trough_is_drilled_and_then_plumbed(page: Page, site: str) -> None:
    bed = make_bed(site, TROUGH, make_yard(site, units="metric"))
    open_bed(page, site, bed, "drain")
    expect(page.locator("[data-drains]")).to_contain_text("holes 12 mm wide")
    page.locator("#drainage-count").fill("6")
    page.locator("#drainage-count").blur()
    expect(page.locator("[data-drains]")).to_contain_text("6 holes")
    page.get_by_role("button", name="6 holes, from the outside").click()
    expect(page.locator("[data-hole]")).to_have_count(6)
    expect(page.locator("svg circle.hole")).to_have_count(6)
    # More than the floor takes: named, and kept as it was typed.
    page.locator("#drainage-count").fill("400")
    page.locator("#drainage-count").blur()
    expect(page.get_by_text("So many do not fit").first).to_be_visible()
    expect(page.locator("#drainage-count")).to_have_value("400")
    page.locator("#drainage-count").fill("6")
    page.locator("#drainage-count").blur()
    expect(page.get_by_text("So many do not fit")).to_have_count(0)
    page.locator("#drainage-kind").select_option("plumbed")
    expect(page.locator("[data-pipe]")).to_have_count(4)
    expect(page.locator("svg .pipe")).to_be_visible()
    saved(page)
    assert design_of(site, bed)["drainage"]["kind"] == "plumbed"
    page.locator("#drainage-kind").select_option("sealed")
    expect(page.locator(".watch-out", has_text="Its floor is sealed")).to_be_visible()
    assert serious_findings(page) == []


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


def test_water_is_kept_under_the_soil_of_a_trough(page: Page, site: str) -> None:
    """By hand: half of 500 mm is more than 500 − 25 − 300 = 175 mm; gravel is open by 40 %."""
    bed = make_bed(site, TROUGH, make_yard(site, units="metric"))
    open_bed(page, site, bed, "drain")
    page.locator("#add-reservoir").click()
    expect(page.locator("[data-kept]")).to_contain_text("175 mm deep")
    page.locator("#reservoir-medium").select_option("porous_rock")
    expect(page.locator("[data-kept]")).to_contain_text("porous rock")
    page.locator("#reservoir-depth").fill("300")
    page.locator("#reservoir-depth").blur()
    expect(page.locator(".watch-out", has_text="roots want")).to_be_visible()
    # Over the rim: named where it stands, and kept as it was typed.
    page.locator("#reservoir-depth").fill("600")
    page.locator("#reservoir-depth").blur()
    expect(page.get_by_text("overflow over the rim").first).to_be_visible()
    expect(page.locator("#reservoir-depth")).to_have_value("600")
    page.locator("#reservoir-depth").fill("150")
    page.locator("#reservoir-depth").blur()
    expect(page.locator("[data-kept]")).to_contain_text("150 mm deep")
    page.locator("[data-step=test]").get_by_role("checkbox").click()
    saved(page)
    assert design_of(site, bed)["reservoir"] == {"medium": "porous_rock", "depth": "150 mm"}
