"""The page of a yard: its beds, what they share, and beds that cannot be read or built."""

import json
import re
import urllib.request
from typing import Any

from playwright.sync_api import Page, expect
from work import bed_id_of, design_of, make_bed, make_yard, no_sideways, saved, serious_findings, yard_of

from sample import document


def yard_as_saved(site: str, yard: str) -> dict[str, Any]:
    with urllib.request.urlopen(f"{site}/api/yards/{yard}") as answer:
        found: dict[str, Any] = json.load(answer)["yard"]
        return found


def test_a_yard_shows_its_beds_its_money_and_what_needs_a_look(page: Page, site: str) -> None:
    yard = make_yard(site)
    make_bed(site, document(name="Wide", outline__width="5 ft"), yard)
    page.goto(f"{site}/yard/{yard}")
    expect(page.locator("[data-bed=Wide]")).to_contain_text("8′ × 5′")
    expect(page.locator("[data-bed=Wide] svg")).to_be_visible()
    sheet = page.get_by_label("What the beds share")
    expect(sheet).to_contain_text("for 1 beds")
    sheet.get_by_role("link", name="Wide").first.click()
    saved(page)
    expect(page.get_by_label("Width, outside")).to_have_value("5 ft")


def test_the_saw_of_the_yard_is_every_beds(page: Page, site: str) -> None:
    yard = make_yard(site)
    bed = make_bed(site, document(name="Sawn"), yard)
    page.goto(f"{site}/yard/{yard}")
    page.get_by_text("The saw", exact=True).click()
    page.get_by_label("Kerf", exact=True).fill("3/16 in")
    expect(page.locator("#echo-saw-kerf")).to_contain_text("4.8 mm")
    saved(page)
    assert yard_as_saved(site, yard)["saw"]["kerf"] == "3/16 in"
    page.goto(f"{site}/bed/{bed}/bench")
    saved(page)
    page.locator(".proof").first.click()
    expect(page.get_by_role("note")).to_contain_text("kerf 3⁄16″")
    page.keyboard.press("Escape")
    page.get_by_text("The saw, for this bed").click()
    page.get_by_label("Kerf", exact=True).fill("2 mm")
    saved(page)
    assert design_of(site, bed)["bench"] == {"kerf": "2 mm"}


def test_what_is_to_hand_costs_nothing_and_can_be_undone(page: Page, site: str) -> None:
    yard = make_yard(site)
    make_bed(site, document(name="To hand"), yard)
    page.goto(f"{site}/yard/{yard}")
    row = page.locator("[data-bed='To hand']")
    expect(row).to_contain_text("$")
    before = row.inner_text()
    page.get_by_role("button", name="Sticks to hand").click()
    page.get_by_label("Stock of row 1").select_option("spruce-2x8")
    page.get_by_label("Length to hand").fill("16 ft")
    saved(page)
    expect(row).not_to_have_text(before)
    page.get_by_role("button", name="Undo").click()
    saved(page)
    assert yard_as_saved(site, yard)["pile"] != [{"stock": "spruce-2x8", "length": "16 ft", "count": 1}]


def test_tax_is_shown_where_things_are_bought(page: Page, site: str) -> None:
    yard = make_yard(site)
    bed = make_bed(site, document(name="Taxed"), yard)
    page.goto(f"{site}/yard/{yard}")
    page.get_by_text("The place", exact=True).click()
    page.get_by_label("Tax on top").fill("101")
    expect(page.locator("[id='wrong-tax']")).to_contain_text("101")
    page.get_by_label("Tax on top").fill("10")
    saved(page)
    expect(page.get_by_label("What the beds share")).to_contain_text("tax of 10 % comes on top")
    page.goto(f"{site}/bed/{bed}/bench")
    expect(page.locator("[data-buy=taxed]")).to_contain_text("with 10 % tax")


def test_a_bed_is_moved_to_another_yard(page: Page, site: str) -> None:
    here, there = make_yard(site, name="Here"), make_yard(site, name="Over there")
    make_bed(site, document(name="Mover"), here)
    page.goto(f"{site}/yard/{here}")
    page.get_by_label("Move Mover to another yard").select_option(label="Over there")
    expect(page.locator("[data-bed=Mover]")).to_have_count(0)
    page.goto(f"{site}/yard/{there}")
    expect(page.locator("[data-bed=Mover]")).to_contain_text("8′ × 4′")


def test_bad_input_is_named_beside_its_field(page: Page, site: str) -> None:
    yard = make_yard(site)
    page.goto(f"{site}/yard/{yard}")
    page.get_by_text("The saw", exact=True).click()
    page.get_by_label("Kerf", exact=True).fill("2 m")
    expect(page.locator("[id='wrong-saw.kerf']")).to_contain_text("Allowed: 0 mm to 10 mm")
    expect(page.locator(".save")).to_contain_text("not saved")
    page.get_by_label("Kerf", exact=True).fill("3 mm")
    saved(page)


def test_another_yard_is_made_and_the_last_one_opens_again(page: Page, site: str) -> None:
    page.goto(site)
    page.get_by_label("Yard", exact=True).select_option("new")
    expect(page.get_by_text("No beds yet")).to_be_visible()
    page.get_by_text("The place", exact=True).click()
    page.get_by_label("Name of the yard").fill("Allotment")
    page.get_by_label("Measured in").select_option("imperial")
    saved(page)
    expect(page.get_by_role("button", name="New bed", exact=True)).to_be_visible()
    page.goto(site)
    expect(page.get_by_label("Yard", exact=True).locator("option:checked")).to_have_text("Allotment")
    page.get_by_role("button", name="New bed", exact=True).click()
    page.locator("[data-kind=boards]").click()
    saved(page)
    assert "units" not in design_of(site, bed_id_of(page))
    expect(page.get_by_role("button", name="ft in")).to_be_visible()


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


def test_a_yard_is_put_away_and_brought_back(page: Page, site: str) -> None:
    yard = make_yard(site, name="Away with it")
    make_bed(site, document(name="Kept bed"), yard)
    page.goto(f"{site}/yard/{yard}")
    page.get_by_role("button", name="Put this yard away").click()
    expect(page.get_by_label("Yard", exact=True).locator("option", has_text="Away with it")).to_have_count(0)
    page.get_by_role("button", name="Bring it back").click()
    expect(page.locator("[data-bed='Kept bed']")).to_contain_text("8′ × 4′")
