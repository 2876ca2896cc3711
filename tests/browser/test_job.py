"""The job from a size to the saw to the soil, as a gardener does it in the browser."""

import re
from collections.abc import Callable
from typing import Any

import pytest
from playwright.sync_api import BrowserContext, Page, expect
from work import bed_id_of, design_of, make_bed, no_sideways, open_bed, plan_of, saved, serious_findings, tape

from sample import document


def test_a_bed_from_nothing_in_feet_and_inches(page: Page, site: str) -> None:
    page.goto(site)
    page.get_by_role("button", name="New bed in ft and in").click()
    page.get_by_role("button", name="Boards on posts").click()
    saved(page)
    page.get_by_label("Name of the bed").fill("Salad by the gate")
    page.get_by_label("Length, outside").fill("7ft 10-1/2")
    expect(page.locator("#echo-length")).to_contain_text("7′ 10½″")
    page.get_by_label("Width, outside").fill("3' 6\"")
    saved(page)
    bed = bed_id_of(page)
    plan = plan_of(site, bed)
    assert (plan["name"], plan["outside"]["length_mm"], plan["outside"]["width_mm"]) == (
        "Salad by the gate",
        2400.3,
        1066.8,
    )
    assert tape(page, "sticks") == f"{plan['totals']['sticks']} sticks"
    assert tape(page, "cost") == f"€{plan['totals']['cost']:,.2f}"
    page.get_by_role("link", name="Bench").click()
    for cut in plan["cuts"]:
        row = page.locator(f"[data-cut={cut['label']}]")
        expect(row.locator("td").nth(1)).to_have_text(str(cut["count"]))
    page.get_by_role("link", name="Fill").click()
    expect(page.locator("[data-sum=settled]")).to_have_text(f"{plan['fill']['settled_ft3']:,.1f}")


def two_tabs(new_context: Callable[..., BrowserContext], site: str, bed: str) -> tuple[Page, Page]:
    """Two tabs with one bed; the second hears nothing of what is changed."""
    context = new_context()
    one, other = context.new_page(), context.new_page()
    other.add_init_script("delete window.EventSource")
    for tab in (one, other):
        open_bed(tab, site, bed)
    return one, other


def test_two_tabs_that_change_the_same(new_context: Callable[..., BrowserContext], site: str) -> None:
    bed = make_bed(site, document(name="Two tabs"))
    one, other = two_tabs(new_context, site, bed)
    other.get_by_label("Length, outside").fill("5 ft")
    saved(other)
    expect(one.get_by_label("Length, outside")).to_have_value("5 ft")
    expect(one.locator(".banner")).to_contain_text("changed elsewhere meanwhile")
    one.get_by_label("Length, outside").fill("6 ft")
    saved(one)
    other.get_by_label("Length, outside").fill("7 ft")
    box = other.get_by_role("alertdialog")
    expect(box).to_contain_text("changed elsewhere")
    expect(box.locator("tr", has_text="outline, length")).to_contain_text(re.compile("7 ft.*6 ft"))
    assert design_of(site, bed)["outline"]["length"] == "6 ft"
    box.get_by_role("button", name="Keep both").click()
    expect(other.get_by_label("Length, outside")).to_have_value("6 ft")
    other.goto(site)
    expect(other.locator("[data-bed='Two tabs, from the other tab']")).to_contain_text("7′ × 4′")


def test_point_at_a_part_and_its_row_lights_and_the_reverse(page: Page, site: str) -> None:
    open_bed(page, site, make_bed(site, document(name="Pointing")), "bench")
    page.get_by_role("button", name="Plan and section").click()
    part = page.locator(".view.section [data-part^=A]").first
    part.hover()
    expect(page.locator("[data-cut=A]")).to_have_class(re.compile("pointed"))
    page.locator("[data-cut=B]").hover()
    expect(page.locator(".view.plan [data-part^=B]").first).to_have_class(re.compile("pointed"))
    expect(part).not_to_have_class(re.compile("pointed"))


def test_by_keyboard_alone(page: Page, site: str) -> None:
    bed = make_bed(site, document(name="Keys"))
    page.goto(site)
    page.locator("[data-bed=Keys] a").focus()
    page.keyboard.press("Enter")
    saved(page)
    expect(page.locator("#echo-length")).to_contain_text("8′")
    page.get_by_label("Length, outside").focus()
    page.keyboard.press("ArrowUp")
    page.keyboard.press("Shift+ArrowUp")
    saved(page)
    assert plan_of(site, bed)["outside"]["length_mm"] == pytest.approx(2438.4 + 25.4 * (1 + 1 / 16))
    for _ in range(40):
        page.keyboard.press("Shift+Tab")
        if page.evaluate("document.activeElement.textContent").startswith("Bench"):
            break
    page.keyboard.press("Enter")
    expect(page.locator("#cut-title")).to_be_visible()
    page.locator(".sticks .tick").first.focus()
    page.keyboard.press("Space")
    expect(page.locator("#cut-title")).to_contain_text("1 of")
    page.locator(".proof").first.focus()
    page.keyboard.press("Enter")
    expect(page.get_by_role("note")).to_be_visible()
    page.keyboard.press("Escape")
    expect(page.get_by_role("note")).to_be_hidden()


def test_on_a_phone_nothing_runs_sideways_and_targets_are_big(
    new_context: Callable[..., BrowserContext], site: str
) -> None:
    bed = make_bed(site, document(name="Phone"))
    page = new_context(viewport={"width": 390, "height": 844}, has_touch=True, is_mobile=True).new_page()
    for stage in ("shape", "bench", "fill"):
        open_bed(page, site, bed, stage)
        assert no_sideways(page)
        small = page.evaluate(
            "[...document.querySelectorAll('.sheet button, .sheet select, .top button, .top a, .sheet"
            " .n-input')].filter(e => e.offsetParent && e.getBoundingClientRect().height < 42 &&"
            " !e.closest('.n-input')).map(e => e.outerHTML.slice(0, 90))"
        )
        assert small == [], stage
        if stage == "bench":  # the sticks are what one wants at the saw
            expect(page.locator(".piece").first).to_be_visible()
        else:
            page.get_by_role("button", name="Show the drawing").tap()
            expect(page.locator(".view.layers" if stage == "fill" else ".view.plan")).to_be_visible()
        assert no_sideways(page)
    page.goto(site)
    expect(page.locator("[data-bed=Phone]").first).to_be_visible()
    assert no_sideways(page)


def test_axe_finds_nothing_serious_in_ordinary_light_and_in_the_sun(page: Page, site: str) -> None:
    make_bed(site, document(name="Axe", outline__width="5 ft"))
    page.goto(site)
    for link, there in (
        (None, "[data-bed=Axe]"),
        (page.locator("[data-bed=Axe] a").first, "#fixings-title"),
        (page.get_by_role("link", name="Bench"), "#cut-title"),
        (page.get_by_role("link", name="Fill"), ".view.layers"),
    ):
        if link:
            link.click()
        saved(page)
        expect(page.locator(there).first).to_be_visible()
        assert serious_findings(page) == [], there
        # In the sun nothing is otherwise but the colours.
        page.get_by_role("button", name="Sunlight").click()
        assert serious_findings(page, "color-contrast") == [], there
        page.get_by_role("button", name="Sunlight").click()


def test_the_printed_bench_is_black_on_white_with_boxes(page: Page, site: str) -> None:
    open_bed(page, site, make_bed(site, document(name="Paper")), "bench")
    page.get_by_role("checkbox", name="A1 cut").click()
    page.emulate_media(media="print")
    look: dict[str, Any] = page.evaluate(
        "({ ink: getComputedStyle(document.body).color, paper:"
        " getComputedStyle(document.body).backgroundColor })"
    )
    assert look == {"ink": "rgb(0, 0, 0)", "paper": "rgb(255, 255, 255)"}
    expect(page.locator(".print-head")).to_contain_text("Paper")
    expect(page.locator(".sticks .tick").first).to_be_visible()
    mark = page.get_by_role("checkbox", name="A1 cut").locator(".mark")
    expect(mark).to_have_css("stroke", "rgb(0, 0, 0)")
    expect(page.locator(".view.plan")).to_be_visible()
    expect(page.locator(".workings")).to_contain_text("8′")
    for hidden in (".top", ".tape", ".saw"):
        expect(page.locator(hidden)).to_be_hidden()
