"""Rings, blocks, troughs, tanks and drums on the pages: new, changed, weighed up, by phone and by key."""

from collections.abc import Callable
from typing import Any

import pytest
from playwright.sync_api import BrowserContext, Page, expect
from work import (
    bed_id_of,
    design_of,
    make_bed,
    make_yard,
    no_sideways,
    open_bed,
    plan_of,
    saved,
    serious_findings,
    tape,
)

from acrebox.core.measure.systems import System
from sample import document

KINDS = {
    "ring": "A ring of sheet",
    "blocks": "Hollow blocks",
    "trough": "A trough",
    "tote": "Half a caged tank",
    "drum": "Half a drum",
}
TELLS = {
    "ring": "seam_screws",
    "blocks": "corner_blocks",
    "trough": "capacity",
    "tote": "tanks",
    "drum": "tanks",
}


def ring(name: str, **construction: Any) -> dict[str, Any]:
    return {
        "schema": 1,
        "name": name,
        "outline": {"shape": "circle"},
        "height": "600 mm",
        "construction": {"kind": "ring", "sheet": "sheet-wave-18", "sheets": 5, **construction},
    }


@pytest.mark.parametrize("system", list(System))
@pytest.mark.parametrize("kind", KINDS)
def test_one_of_each_from_nothing(page: Page, site: str, kind: str, system: System) -> None:
    yard = make_yard(site, name=f"Rounds {kind} {system}", units=str(system))
    page.goto(f"{site}/yard/{yard}")
    page.get_by_role("button", name="New bed", exact=True).click()
    page.locator(f"[data-kind={kind}]").click()
    saved(page)
    expect(page.get_by_text(KINDS[kind]).first).to_be_visible()
    expect(page.locator(f"[data-fact={TELLS[kind]}]")).to_be_visible()
    plan = plan_of(site, bed_id_of(page))
    # No red on a first bed.
    expect(page.locator(".watch-out.stop, .watch-out.fix")).to_have_count(0)
    assert [w for w in plan["watch_outs"] if w["level"] != "note"] == []
    for view in ("Sides and corner", "Solid"):
        page.get_by_role("button", name=view).click()
    page.get_by_role("link", name="Bench").click()
    expect(page.locator("[data-cut]")).to_have_count(len(plan["cuts"]))
    page.get_by_role("link", name="Fill").click()
    expect(page.locator("[data-sum=settled]")).to_be_visible()


def test_boards_become_each_of_them_and_come_back(page: Page, site: str) -> None:
    bed = make_bed(site, document(name="Turning", outline={"length": "2.4 m", "width": "1.2 m"}))
    open_bed(page, site, bed)
    for at, (kind, title) in enumerate(KINDS.items()):
        page.get_by_role("button", name="Build it another way").click()
        page.locator(f"[data-kind={kind}]").click()
        expect(page.locator(".said[role=status]")).to_contain_text("board: ")
        expect(page.locator("strong", has_text=title).first).to_be_visible()
        saved(page)
        assert design_of(site, bed)["construction"]["kind"] == kind
        page.get_by_role("button", name="Good", exact=True).click()
        page.get_by_role("button", name="Build it another way").click()
        page.locator("[data-kind=boards]").click()
        expect(page.get_by_label("Boards", exact=True)).to_be_visible()
        saved(page)
        page.get_by_role("button", name="Good", exact=True).click()
        if at == 0:
            page.get_by_role("button", name="Undo").click()
            page.get_by_role("button", name="Undo").click()
            expect(page.get_by_label("Boards", exact=True)).to_have_value("spruce-2x8")
            saved(page)
            assert design_of(site, bed)["outline"]["length"] == "2.4 m"


def test_a_ring_by_its_sheets_and_by_its_diameter(page: Page, site: str) -> None:
    bed = make_bed(site, ring("By sheets"))
    open_bed(page, site, bed)
    expect(page.locator("[data-fact=diameter]")).to_contain_text("1210 mm")
    page.get_by_label("Sheets round").fill("6")
    expect(page.locator("[data-fact=diameter]")).to_contain_text("1451 mm")
    # Two sheets close no ring: said beside the field, and the last good plan stays.
    page.get_by_label("Sheets round").fill("2")
    expect(page.locator(".wrong")).to_contain_text("close no ring")
    expect(page.locator("[data-fact=diameter]")).to_contain_text("1451 mm")
    page.get_by_label("Sheets round").fill("")
    expect(page.locator(".wrong").first).to_contain_text("wants a diameter")
    page.locator("#diameter").fill("1.6 m")
    expect(page.locator("[data-fact=smaller]")).to_contain_text("1451 mm")
    expect(page.locator("[data-fact=larger]")).to_contain_text("1693 mm")
    saved(page)
    assert plan_of(site, bed)["facts"]["sheets"]["amount"] == 7


def test_a_cap_is_ticked_and_the_ring_measured_for_roundness(page: Page, site: str) -> None:
    bed = make_bed(site, ring("Capped"))
    open_bed(page, site, bed)
    page.get_by_label("A timber cap", exact=True).check()
    expect(page.locator("[data-fact=cap_mitre]")).to_contain_text("22.5°")
    page.get_by_label("Sides of the cap").fill("6")
    expect(page.locator("[data-fact=cap_mitre]")).to_contain_text("30°")
    for n, (bearing, across) in enumerate(((0, "1.25 m"), (60, "1.2 m"), (120, "1.14 m"))):
        page.locator("[data-add='construction.measured_across']").click()
        page.get_by_label("Bearing", exact=True).nth(n).fill(str(bearing))
        page.get_by_label("Measured across", exact=True).nth(n).fill(across)
    expect(page.get_by_text("push in by").first).to_be_visible()
    saved(page)
    found = plan_of(site, bed)["facts"]["measured_out_of_round"]
    expect(page.locator("[data-fact=measured_out_of_round]")).to_contain_text(found["text"].split()[0])


def test_an_oval_ring_asks_for_ties(page: Page, site: str) -> None:
    bed = make_bed(site, ring("Oval", sheets=7))
    open_bed(page, site, bed)
    page.get_by_label("Its outline is").select_option("oval")
    expect(page.locator(".wrong").first).to_contain_text("bulge")
    page.get_by_label("Ties across", exact=True).check()
    expect(page.locator("[data-fact=tie_rods]")).to_be_visible()
    saved(page)


def test_a_trough_as_it_is_sold_and_as_it_is_typed(page: Page, site: str) -> None:
    listed = {"kind": "trough", "trough": "trough-oval-1200"}
    outline = {"shape": "oval", "length": "1200 mm", "width": "600 mm"}
    bed = make_bed(site, {"schema": 1, "name": "Trough", "outline": outline, "construction": listed})
    open_bed(page, site, bed)
    expect(page.get_by_label("Its outline is")).to_have_count(0)
    page.get_by_label("The trough", exact=True).select_option("trough-round-900")
    expect(page.locator("[data-fact=capacity]")).to_contain_text("382 L")
    page.get_by_label("The bed stands on").select_option("blocks")
    expect(page.locator("[data-fact=footing_blocks]")).not_to_contain_text("0 blocks")
    page.get_by_label("The bed stands on").select_option("deck")
    page.get_by_label("It may carry, in all").fill("200 kg")
    expect(page.get_by_text("may stand there").first).to_be_visible()
    saved(page)
    assert any(w["code"] == "may-carry" for w in plan_of(site, bed)["watch_outs"])


def test_the_other_half_becomes_a_bed_and_both_pay_half(page: Page, site: str) -> None:
    yard = make_yard(site, name="Halves")
    tote = {"kind": "tote", "tote": "tote-1000", "history": "food", "half": "lower"}
    outline = {"shape": "rectangle", "length": "1.2 m", "width": "1 m"}
    bed = make_bed(site, {"schema": 1, "name": "Salads", "outline": outline, "construction": tote}, yard)
    open_bed(page, site, bed)
    before = float(plan_of(site, bed)["totals"]["stock_cost"])
    page.locator("[data-other-half]").click()
    expect(page.get_by_text("“Salads, other half” is in the yard")).to_be_visible()
    saved(page)
    assert design_of(site, bed)["construction"]["halves"] == "both"
    assert plan_of(site, bed)["totals"]["stock_cost"] < before
    page.get_by_role("link", name="look at it").click()
    expect(page.get_by_label("Which half")).to_have_value("upper")
    assert design_of(site, bed_id_of(page))["construction"]["halves"] == "both"


def test_a_ring_is_weighed_up_against_blocks_and_a_trough(page: Page, site: str) -> None:
    bed = make_bed(site, ring("Round or not"))
    page.goto(f"{site}/bed/{bed}/weigh")
    expect(page.locator("[data-row=cost] td")).to_have_count(3)
    for n, kind in ((2, "blocks"), (3, "trough")):
        page.get_by_label(f"Variant {n} is built of").select_option(kind)
        expect(page.get_by_label(f"Variant {n} is built of")).to_have_value(kind)
    expect(page.locator("[data-row=low_beds_area] td")).to_have_count(3)
    expect(page.locator("[data-row=growing_area] .better")).to_have_count(1)
    assert serious_findings(page) == []


@pytest.mark.parametrize("kind", KINDS)
def test_each_fits_a_phone_and_satisfies_axe(
    new_context: Callable[..., BrowserContext], site: str, kind: str
) -> None:
    from acrebox.core.choosing import starting_design

    bed = make_bed(site, starting_design(kind, System.METRIC).document())
    page = new_context(viewport={"width": 390, "height": 844}, has_touch=True, is_mobile=True).new_page()
    open_bed(page, site, bed)
    expect(page.locator(f"[data-fact={TELLS[kind]}]")).to_be_visible()
    assert no_sideways(page)
    assert serious_findings(page) == []


def test_a_ring_is_asked_and_answered_by_keys_alone(page: Page, site: str) -> None:
    bed = make_bed(site, ring("By keys"))
    open_bed(page, site, bed)
    page.get_by_label("Sheets round").focus()
    page.keyboard.press("Control+a")
    page.keyboard.type("4")
    expect(page.locator("[data-fact=sheets]")).to_contain_text("4 sheets")
    for _ in range(30):
        page.keyboard.press("Tab")
        if page.evaluate("document.activeElement.getAttribute('aria-label') === 'A timber cap'"):
            break
    page.keyboard.press("Space")
    expect(page.locator("[data-fact=cap_side]")).to_be_visible()
    saved(page)
    figure = page.locator("[data-fact=cap_side] button")
    figure.focus()
    page.keyboard.press("Enter")
    expect(page.get_by_text("tan(22.5°)").first).to_be_visible()
    assert tape(page, "cost").startswith("€")
