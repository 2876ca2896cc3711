"""The page of a yard: beds that cannot be read or built, and on a phone."""

import json
import re
from typing import Any

from playwright.sync_api import Page, expect
from work import design_of, make_bed, make_yard, no_sideways, serious_findings, yard_of

from sample import document


def test_beds_that_cannot_be_read_or_built_hide_nothing_and_can_be_mended(
    page: Page, site: str, spoil: Any
) -> None:
    yard = make_yard(site)
    good = make_bed(site, document(name="Sound"), yard)
    gone = make_bed(site, document(name="Old stock"), yard)
    odd = make_bed(site, document(name="Odd form"), yard)
    spoil(gone, "{construction,board}", '"elm-2x9"')
    spoil(odd, "{outline,shape}", '"star"')
    page.goto(f"{site}/yard/{yard}")
    expect(page.locator("[data-bed=Sound]")).to_contain_text("8′ × 4′")
    expect(page.locator("[data-bed='Old stock']")).to_contain_text("elm-2x9")
    assert serious_findings(page) == []
    page.get_by_label("Instead of elm-2x9 in Old stock").select_option("spruce-2x8")
    expect(page.locator("[data-bed='Old stock']")).to_contain_text("8′ × 4′")
    assert design_of(site, gone)["construction"]["board"] == "spruce-2x8"
    page.goto(f"{site}/bed/{odd}/shape")
    text = page.get_by_label("The bed as text")
    expect(text).to_have_value(re.compile("star"))
    expect(page.get_by_role("alert").first).to_contain_text("outline")
    assert serious_findings(page) == []
    text.fill("{")
    page.get_by_role("button", name="Save it").click()
    expect(page.get_by_role("alert").first).to_contain_text("not JSON")
    text.fill(json.dumps(document(name="Odd no more")))
    page.get_by_role("button", name="Save it").click()
    expect(page.get_by_label("Name of the bed")).to_have_value("Odd no more")
    assert design_of(site, good)["name"] == "Sound"


def test_a_yard_on_a_phone(new_context: Any, site: str) -> None:
    page = new_context(viewport={"width": 390, "height": 844}, has_touch=True, is_mobile=True).new_page()
    page.goto(f"{site}/yard/{yard_of(site)}")
    expect(page.locator("[data-bed]").first).to_be_visible()
    expect(page.get_by_text("Prices and lengths")).to_be_visible()
    assert no_sideways(page)
    assert serious_findings(page) == []
