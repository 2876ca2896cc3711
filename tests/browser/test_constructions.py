"""Every construction in a real window: from nothing, on a phone, by keys alone."""

from collections.abc import Callable
from typing import Any

import pytest
from playwright.sync_api import BrowserContext, Page, expect
from work import (
    bed_id_of,
    make_bed,
    make_yard,
    no_sideways,
    open_bed,
    plan_of,
    saved,
    serious_findings,
    tape,
    yard_of,
)

from acrebox.core.choosing import starting_design
from acrebox.core.construction import registered
from acrebox.core.measure.systems import System

RING: dict[str, Any] = {
    "schema": 1,
    "name": "By keys",
    "outline": {"shape": "circle"},
    "height": "600 mm",
    "construction": {"kind": "ring", "sheet": "sheet-wave-18", "sheets": 5},
}


def test_a_ring_from_nothing(page: Page, site: str) -> None:
    page.goto(f"{site}/yard/{make_yard(site, name='Rounds', units='metric')}")
    page.get_by_role("button", name="New bed", exact=True).click()
    expect(page.locator("[data-kind]")).to_have_count(len(registered()))
    page.locator("[data-kind=ring]").click()
    saved(page)
    expect(page.locator("[data-fact=seam_screws]")).to_be_visible()
    plan = plan_of(site, bed_id_of(page))
    page.get_by_role("button", name="Sides and corner").click()
    page.get_by_role("link", name="Bench").click()
    expect(page.locator("[data-cut]")).to_have_count(len(plan["cuts"]))
    page.get_by_role("link", name="Fill").click()
    expect(page.locator("[data-sum=settled]")).to_have_text(f"{plan['fill']['settled_l']:,.0f}")


@pytest.mark.long
def test_each_fits_a_phone_and_satisfies_axe(new_context: Callable[..., BrowserContext], site: str) -> None:
    page = new_context(viewport={"width": 390, "height": 844}, has_touch=True, is_mobile=True).new_page()
    page.goto(f"{site}/yard/{yard_of(site)}/new/metric")
    expect(page.locator("[data-kind]")).to_have_count(len(registered()))
    assert no_sideways(page)
    page.locator("[data-kind=sleepers]").tap()
    saved(page)
    expect(page.locator("#fixings-title")).to_be_visible()
    assert serious_findings(page) == []
    for kind in registered():
        open_bed(page, site, make_bed(site, starting_design(kind, System.METRIC).document()))
        expect(page.locator("#hold-title")).to_be_attached()
        assert no_sideways(page), kind
        # What is not a matter of colours is asked of each where pages are mounted.
        assert serious_findings(page, "color-contrast") == [], kind


def test_a_ring_is_asked_and_answered_by_keys_alone(page: Page, site: str) -> None:
    open_bed(page, site, make_bed(site, RING))
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
