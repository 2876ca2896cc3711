"""Fill: layers drawn and typed in the section, by mouse, by key and on a phone."""

from playwright.sync_api import Page, expect
from work import design_of, make_bed, make_yard, no_sideways, open_bed, saved, serious_findings

from filled import MIX, WET_TANK, boards

LOGS = [{"material": "logs", "depth": "200 mm"}, MIX]


def test_a_boundary_is_drawn_typed_and_stepped(page: Page, site: str) -> None:
    bed = make_bed(site, boards(layers=LOGS), make_yard(site, units="metric"))
    open_bed(page, site, bed, "fill")
    line = page.locator("[data-boundary='0']")
    expect(line).to_be_visible()
    expect(page.locator("#height-0")).to_have_value("200 mm")
    box = line.bounding_box()
    assert box
    x, y = box["x"] + box["width"] / 3, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x, y - 20, steps=5)
    page.mouse.up()
    expect(page.locator("#height-0")).not_to_have_value("200 mm")
    saved(page)
    drawn = design_of(site, bed)["fill"]["layers"][0]["depth"]
    assert 200 < float(drawn.removesuffix(" mm")) < 450
    # Typed in any unit, and told in the list beside it.
    page.locator("#height-0").fill("30 cm")
    page.locator("#height-0").press("Enter")
    expect(page.locator("#height-0")).to_have_value("300 mm")
    expect(page.locator("#depth-0")).to_have_value("300 mm")
    # Past the rim: named beside it, and kept as it was typed.
    page.locator("#height-0").fill("2 m")
    page.locator("#height-0").press("Enter")
    expect(page.locator("#height-wrong")).to_contain_text("750 mm")
    expect(page.locator("#height-0")).to_have_value("2 m")
    page.locator("#height-0").fill("250")
    page.locator("#height-0").press("Enter")
    expect(page.locator("#height-wrong")).to_have_count(0)
    expect(page.locator("#depth-0")).to_have_value("250 mm")
    # By keys alone.
    expect(line).to_have_attribute("aria-valuetext", "250 mm over the floor")
    line.focus()
    page.keyboard.press("ArrowUp")
    expect(line).to_have_attribute("aria-valuetext", "255 mm over the floor")
    expect(page.locator("#depth-0")).to_have_value("255 mm")
    saved(page)
    page.keyboard.press("Control+z")
    expect(page.locator("#depth-0")).to_have_value("250 mm")
    assert serious_findings(page) == []


def test_fill_and_drain_on_a_phone(page: Page, site: str) -> None:
    bed = make_bed(site, WET_TANK, make_yard(site, units="metric"))
    page.set_viewport_size({"width": 390, "height": 844})
    open_bed(page, site, bed, "fill")
    expect(page.locator("[data-sinks]")).to_be_visible()
    page.get_by_role("button", name="Recipes, and your own").click()
    expect(page.locator("[data-recipe=reservoir-mix]")).to_be_visible()
    assert no_sideways(page)
    open_bed(page, site, bed, "drain")
    page.locator("#season-title").scroll_into_view_if_needed()
    expect(page.locator("[data-season]")).to_be_visible()
    assert no_sideways(page)
