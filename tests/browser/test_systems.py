"""A bed from nothing in each system without meeting the other; material to hand; a fit taken and undone."""

import re

import pytest
from playwright.sync_api import Page, expect
from work import bed_id_of, design_of, make_bed, make_yard, open_bed, plan_of, saved

from sample import document

METRIC = re.compile(r"\d ?(?:mm|cm|m|m²|m³|L|kg|kPa|N|kN|N·m|litres?)(?![\w²³·/])")
IMPERIAL = re.compile(r"\d ?(?:″|′|ft|yd|lb|psf|psi|plf|ft²|ft³|yd³|lb·ft|cu ft)(?![\w²³·/])")


def words_of(page: Page) -> str:
    """What stands on the page, without the button that shows the other units."""
    page.wait_for_timeout(400)
    return str(page.evaluate("document.body.innerText"))


@pytest.mark.parametrize(("units", "other"), [("metric", IMPERIAL), ("imperial", METRIC)])
@pytest.mark.parametrize("kind", ["boards", "framed_sheet"])
def test_a_bed_from_nothing_never_meets_the_other_system(
    page: Page, site: str, units: str, other: re.Pattern[str], kind: str
) -> None:
    page.goto(f"{site}/yard/{make_yard(site, units=units)}/new/{units}")
    page.locator(f"[data-kind={kind}]").click()
    saved(page)
    bed = bed_id_of(page)
    for stage in ("shape", "bench", "fill"):
        open_bed(page, site, bed, stage)
        if stage == "shape":
            page.get_by_text("The soil and the wood it is worked out for").click()
            expect(page.locator("[data-fit], .hair p").first).to_be_visible()
        found = [line for line in words_of(page).splitlines() if other.search(line)]
        assert found == [], (stage, found)
    page.goto(f"{site}/bed/{bed}/weigh")
    expect(page.locator("[data-row=cost] td")).to_have_count(3)
    assert not other.search(words_of(page))


def test_a_click_shows_the_other_units_and_changes_no_bed(page: Page, site: str) -> None:
    bed = make_bed(site, document(name="Shown"))
    before = design_of(site, bed)
    open_bed(page, site, bed)
    expect(page.locator("[data-mark=weight]")).to_contain_text("lb")
    page.get_by_role("button", name="ft in").click()
    expect(page.locator("[data-mark=weight]")).to_contain_text("kg")
    expect(page.locator("#echo-length")).to_contain_text("2438.4 mm")
    page.reload()
    expect(page.locator("[data-mark=weight]")).to_contain_text("kg")
    assert design_of(site, bed) == before
    page.get_by_role("button", name="mm · L").click()
    expect(page.locator("[data-mark=weight]")).to_contain_text("lb")


def test_a_number_without_a_unit_is_read_in_the_yards(page: Page, site: str) -> None:
    bed = make_bed(site, document(name="Bare"))
    open_bed(page, site, bed)
    page.get_by_label("Length, outside").fill("90")
    saved(page)
    assert plan_of(site, bed)["outside"]["length_mm"] == pytest.approx(90 * 25.4)
    assert design_of(site, bed)["outline"]["length"] == "90 in"
    page.get_by_label("Length, outside").fill("8' 14\"")
    expect(page.locator(".wrong").first).to_contain_text("more after its feet than a whole one")


def test_a_heap_of_ones_own_is_used_first(page: Page, site: str) -> None:
    bed = make_bed(site, document(name="Heap"))
    open_bed(page, site, bed, "fill")
    before = plan_of(site, bed)["fill"]["cost"]
    page.locator("[data-add='fill.heaps']").click()
    page.get_by_label("How it is measured").select_option("cone")
    page.get_by_label("Heap, across its foot").fill("5 ft")
    page.get_by_label("Heap, height").fill("18 in")
    saved(page)
    fill = plan_of(site, bed)["fill"]
    [soil] = [p for p in fill["purchases"] if p["material"] == "garden-soil"]
    assert soil["to_hand_l"] == pytest.approx(3.14159 * 60**2 * 18 / 12 * 0.016387064, rel=1e-4)
    assert fill["cost"] < before
    expect(page.locator("[data-bought=garden-soil]")).to_contain_text("to hand")


def test_a_layer_becomes_a_mix(page: Page, site: str) -> None:
    bed = make_bed(site, document(name="Mixed"))
    open_bed(page, site, bed, "fill")
    page.get_by_label("Material of layer 1").select_option(label="a mix of several")
    saved(page)
    page.get_by_label("Share of material 1 in layer 1").fill("70")
    expect(page.locator(".wrong").first).to_contain_text("The mix adds up to 110 %")
    page.get_by_label("Share of material 2 in layer 1").fill("30")
    saved(page)
    layer = design_of(site, bed)["fill"]["layers"][0]
    assert [part["share"] for part in layer["mix"]] == [70, 30]
    expect(page.locator("[data-bought]")).to_have_count(len(plan_of(site, bed)["fill"]["purchases"]))


def test_a_fit_is_taken_by_one_click_and_undone(page: Page, site: str) -> None:
    cap = {"cap": {"board": "2x6", "overhang": "3/4 in", "corner": "mitred"}}
    bed = make_bed(site, document(name="Hair", add_ons=cap))
    open_bed(page, site, bed)
    before = plan_of(site, bed)["totals"]["cost"]
    page.locator("#hair-title").scroll_into_view_if_needed()
    fit = page.locator("[data-fit]").filter(has_text="saved").first
    expect(fit).to_be_visible()
    fit.scroll_into_view_if_needed()
    field = str(fit.get_attribute("data-fit")).split(".")
    was = design_of(site, bed)
    fit.get_by_role("button", name="Take it").click()
    saved(page)
    assert plan_of(site, bed)["totals"]["cost"] < before
    page.get_by_role("button", name="Undo", exact=True).click()
    expect(page.get_by_role("button", name="Redo", exact=True)).to_be_enabled()
    saved(page)
    assert plan_of(site, bed)["totals"]["cost"] == before
    assert design_of(site, bed)[field[0]] == was[field[0]]


def test_numbers_and_dates_are_written_as_the_yard_writes_them(page: Page, site: str) -> None:
    yard = make_yard(site, units="metric", numbers="comma", dates="month_first", currency="GBP")
    bed = make_bed(site, document(name="Written", outline__length="6 m", units="metric"), yard)
    open_bed(page, site, bed)
    expect(page.locator("[data-mark=cost]")).to_contain_text(re.compile(r"£[\d.]+,\d\d"))
    page.emulate_media(media="print")
    expect(page.locator(".print-head")).to_contain_text(re.compile(r"[A-Z][a-z]+ \d+, 20\d\d"))
