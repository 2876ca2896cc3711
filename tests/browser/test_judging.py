"""Will it bow, what does it look like, which one to build."""

import re
from collections.abc import Callable, Iterator

import pytest
from pages import CHROMIUM, DESK, FLAGS, Complaints
from playwright.sync_api import Browser, BrowserContext, Page, expect
from work import design_of, make_bed, no_sideways, open_bed, plan_of, saved, serious_findings, tape

from sample import document

SOFTWARE_GL = ["--use-angle=swiftshader", "--enable-unsafe-swiftshader"]
BOWED = {"construction__post_limit": "8 ft"}


@pytest.fixture(scope="module")
def gl_browser(browser: Browser) -> Iterator[Browser]:
    """Chromium with software WebGL, driven by the same Playwright as the other one."""
    started = browser.browser_type.launch(executable_path=CHROMIUM, args=[*FLAGS, *SOFTWARE_GL])
    yield started
    started.close()


@pytest.fixture
def gl_page(gl_browser: Browser) -> Iterator[Page]:
    complaints = Complaints()
    context = complaints.listen(gl_browser.new_context(**DESK))
    yield context.new_page()
    context.close()
    assert complaints.told == []


def test_a_long_thin_bed_bows_and_the_remedy_brings_it_right(page: Page, site: str) -> None:
    bed = make_bed(site, document(name="Bowing", **BOWED))
    open_bed(page, site, bed)
    expect(page.locator("[data-bow=front]")).to_be_visible()
    row = page.locator("[data-member='front bottom board']")
    expect(row).to_have_class(re.compile("wrong"))
    before = plan_of(site, bed)
    page.locator("#hold-title").scroll_into_view_if_needed()
    remedy = page.locator("[data-remedy='0']")
    drawn = page.locator("[data-bow=front] title").text_content()
    extra = float(page.locator(".remedies li .figures").first.inner_text().replace("+€", ""))
    remedy.click()
    saved(page)
    after = plan_of(site, bed)
    assert "will-bow" not in {w["code"] for w in after["watch_outs"] if w["level"] != "note"}
    assert after["strength"]["holds"]
    assert after["totals"]["cost"] - before["totals"]["cost"] == pytest.approx(extra, abs=0.005)
    expect(row).not_to_have_class(re.compile("wrong"))
    expect(page.locator(".remedies")).to_have_count(0)
    assert page.locator("[data-bow=front] title").text_content() != drawn
    assert tape(page, "cost") == f"€{after['totals']['cost']:,.2f}"


def test_what_bows_is_told_in_sunlight_and_on_paper(page: Page, site: str) -> None:
    open_bed(page, site, make_bed(site, document(name="Outdoors", **BOWED)))
    row = page.locator("[data-member='front bottom board']")
    page.get_by_role("button", name="Sunlight").click()
    expect(row).to_have_class(re.compile("wrong"))
    expect(page.locator("[data-bow=front]")).to_be_visible()
    page.emulate_media(media="print")
    expect(row).to_be_visible()
    expect(page.locator("[data-bow=front]")).to_be_visible()


def test_the_solid_turns_by_keys_comes_apart_and_lights_its_rows(gl_page: Page, site: str) -> None:
    bed = make_bed(site, document(name="Solid"))
    open_bed(gl_page, site, bed, "bench")
    gl_page.get_by_role("button", name="Solid").click()
    canvas = gl_page.locator("canvas")
    expect(canvas).to_have_attribute("data-parts", str(len(plan_of(site, bed)["parts"])))
    turn = canvas.get_attribute("data-turn")
    canvas.focus()
    gl_page.keyboard.press("ArrowLeft")
    expect(canvas).not_to_have_attribute("data-turn", turn or "")
    box = canvas.bounding_box()
    assert box
    for share in (0.52, 0.56, 0.6, 0.64, 0.68):
        gl_page.mouse.click(box["x"] + box["width"] * 0.5, box["y"] + box["height"] * share)
        if gl_page.locator("tr.pointed").count():
            break
    expect(gl_page.locator("tr.pointed")).to_have_count(1)
    gl_page.get_by_label("Pull it apart").fill("30")
    expect(canvas).to_have_attribute("data-pulled", "0.30")
    pixels = gl_page.evaluate(
        "() => { const c = document.querySelector('canvas'); return c.toDataURL().length }"
    )
    assert pixels > 2000


def only_the_bed(page: Page) -> None:
    """Put the two alternatives away with which weighing up opens."""
    expect(page.locator("[data-row=cost] td")).to_have_count(3)
    page.get_by_role("button", name="Remove variant 3").click()
    page.get_by_role("button", name="Remove variant 2").click()
    expect(page.locator("[data-row=cost] td")).to_have_count(1)


def test_three_variants_are_weighed_up_and_one_kept_with_its_reason(page: Page, site: str) -> None:
    bed = make_bed(site, document(name="Weighing"))
    open_bed(page, site, bed)
    page.get_by_role("link", name="Weigh up").click()
    only_the_bed(page)
    page.get_by_role("button", name="One more variant").click()
    page.get_by_label("Variant 2 is built of").select_option("sleepers")
    page.get_by_role("button", name="One more variant").click()
    page.get_by_label("Courses of variant 3").or_(page.get_by_label("Height of variant 3")).fill("21 3/4 in")
    page.keyboard.press("Tab")
    cost = page.locator("[data-row=cost] td")
    expect(cost).to_have_count(3)
    expect(page.locator("[data-row=height] td").nth(2)).to_contain_text("1′ 9¾″")
    expect(page.locator(".better").first).to_contain_text("better")
    higher = cost.nth(2).inner_text()
    page.reload()
    expect(cost).to_have_count(3)
    page.get_by_role("button", name="Keep this one").nth(2).click()
    page.get_by_label("Why").fill("kinder to my back")
    page.get_by_role("button", name="Keep it, with this reason").click()
    expect(page.get_by_text("Kept after weighing up")).to_contain_text("kinder to my back")
    saved(page)
    design = design_of(site, bed)
    assert (design["name"], design["height"]) == ("Weighing", "21 3/4 in")
    assert design["decided"] == {"reason": "kinder to my back", "over": ["Weighing", "Variant 2"]}
    assert tape(page, "cost") in higher


def test_weighing_up_fits_a_phone_and_satisfies_axe(
    new_context: Callable[..., BrowserContext], site: str
) -> None:
    bed = make_bed(site, document(name="Phone weighing"))
    page = new_context(viewport={"width": 390, "height": 844}, has_touch=True, is_mobile=True).new_page()
    page.goto(f"{site}/bed/{bed}/weigh")
    expect(page.locator("[data-row=cost] td")).to_have_count(3)
    page.get_by_role("button", name="One more variant").tap()
    expect(page.locator("[data-row=cost] td")).to_have_count(4)
    assert no_sideways(page)
    assert serious_findings(page) == []
