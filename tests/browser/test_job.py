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


def test_an_edit_shows_what_it_changed_on_the_tape(page: Page, site: str) -> None:
    open_bed(page, site, make_bed(site, document(name="Tape", units="metric")))
    before = float(tape(page, "soil").removesuffix(" L").replace(",", ""))
    page.get_by_label("Width, outside").fill("3 ft")
    change = page.locator("[data-mark=soil] .change")
    expect(change).to_contain_text("−")
    after = float(tape(page, "soil").removesuffix(" L").replace(",", ""))
    said = float(change.inner_text().removeprefix("−").removesuffix(" L").replace(",", ""))
    assert before - after == pytest.approx(said, abs=1)


def test_ticks_outlive_a_reload_and_the_line_says_so(page: Page, site: str) -> None:
    bed = make_bed(site, document(name="Ticks"))
    open_bed(page, site, bed, "bench")
    boxes = page.locator(".sticks .tick")
    boxes.nth(0).check()
    boxes.nth(1).check()
    expect(page.locator(".line li", has_text="Bench")).to_contain_text("in hand")
    saved(page)
    page.reload()
    expect(boxes.nth(1)).to_be_checked()
    expect(page.locator("#cut-title")).to_contain_text("2 of 14 cut")
    boxes.nth(1).uncheck()
    expect(page.locator("#cut-title")).to_contain_text("1 of 14 cut")


def test_what_is_sawn_stays_sawn_when_the_bed_grows_and_what_no_longer_fits_is_told(
    page: Page, site: str
) -> None:
    bed = make_bed(site, document(name="Grows"))
    open_bed(page, site, bed, "bench")
    for label in ("A1 cut", "A2 cut", "B1 cut"):
        page.get_by_role("checkbox", name=label).click()
    expect(page.locator("#cut-title")).to_contain_text("3 of 14 cut")
    page.get_by_role("link", name="Shape").click()
    page.get_by_label("Length, outside").fill("8 ft 1/16 in")
    saved(page)
    page.get_by_role("link", name="Bench").click()
    expect(page.locator("#cut-title")).to_contain_text("3 of 14 cut")
    expect(page.locator(".watch-out", has_text="front 1 is sawn at 8′")).to_contain_text("too short")
    expect(page.locator(".line li", has_text="Bench")).to_contain_text("needs a look")
    page.get_by_role("button", name="Undo").click()
    expect(page.locator(".watch-out", has_text="is sawn at")).to_have_count(0)


def test_undo_redo_and_come_back_tomorrow(page: Page, site: str) -> None:
    bed = make_bed(site, document(name="Undo"))
    open_bed(page, site, bed)
    length = page.get_by_label("Length, outside")
    length.fill("6 ft")
    saved(page)
    page.get_by_role("button", name="Undo").click()
    expect(length).to_have_value("8 ft")
    page.get_by_role("button", name="Redo").click()
    expect(length).to_have_value("6 ft")
    saved(page)
    page.reload()
    expect(length).to_have_value("6 ft")
    assert design_of(site, bed)["outline"]["length"] == "6 ft"


def two_tabs(new_context: Callable[..., BrowserContext], site: str, bed: str) -> tuple[Page, Page]:
    context = new_context()
    one, other = context.new_page(), context.new_page()
    for tab in (one, other):
        open_bed(tab, site, bed)
    return one, other


def test_edits_of_two_tabs_in_other_fields_come_together(
    new_context: Callable[..., BrowserContext], site: str
) -> None:
    bed = make_bed(site, document(name="Together"))
    one, other = two_tabs(new_context, site, bed)
    one.get_by_label("Length, outside").fill("6 ft")
    saved(one)
    other.get_by_label("Width, outside").fill("3 ft")
    expect(other.get_by_label("Length, outside")).to_have_value("6 ft")
    saved(other)
    outline = design_of(site, bed)["outline"]
    assert (outline["length"], outline["width"]) == ("6 ft", "3 ft")
    expect(other.get_by_text("changed elsewhere meanwhile")).to_be_visible()


def test_two_tabs_that_change_the_same(new_context: Callable[..., BrowserContext], site: str) -> None:
    bed = make_bed(site, document(name="Two tabs"))
    one, other = two_tabs(new_context, site, bed)
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


def test_in_a_conflict_mine_can_go_on_top(new_context: Callable[..., BrowserContext], site: str) -> None:
    bed = make_bed(site, document(name="On top"))
    one, other = two_tabs(new_context, site, bed)
    one.get_by_label("Length, outside").fill("6 ft")
    saved(one)
    other.get_by_label("Length, outside").fill("7 ft")
    other.get_by_role("button", name="Put mine on top").click()
    saved(other)
    assert design_of(site, bed)["outline"]["length"] == "7 ft"
    other.get_by_role("button", name="Undo").click()
    expect(other.get_by_label("Length, outside")).to_have_value("6 ft")


@pytest.mark.parametrize(
    ("label", "typed", "says"),
    [
        ("Length, outside", "0", "at least"),
        ("Length, outside", "-4", "negative"),
        ("Width, outside", "wide", "not a"),
        ("Width, outside", "9 in", "shorter than its posts"),
        ("Height", "13 in", "not a whole number"),
        ("Length, outside", "300 ft", "longer than a bed can be planned"),
    ],
)
def test_bad_input_is_named_and_the_last_good_plan_stays(
    page: Page, site: str, label: str, typed: str, says: str
) -> None:
    bed = make_bed(site, document(name="Bad input"))
    open_bed(page, site, bed)
    expect(page.locator(".view.plan .dimension").first).to_be_visible()
    before = page.locator(".view.plan .dimension").all_text_contents()
    cost = tape(page, "cost")
    field = page.get_by_label(label, exact=True)
    field.fill(typed)
    wrong = page.locator(".wrong").first
    expect(wrong).to_contain_text(says)
    expect(wrong).to_contain_text("Allowed")
    expect(page.locator(".save")).to_contain_text("not saved")
    assert page.locator(".view.plan .dimension").all_text_contents() == before
    assert tape(page, "cost") == cost
    assert field.input_value() == typed
    page.reload()
    expect(page.get_by_label(label, exact=True)).to_have_value(typed)
    page.get_by_role("button", name="Undo").click()
    expect(page.locator(".wrong")).to_have_count(0)
    saved(page)


def test_a_figure_opens_its_working(page: Page, site: str) -> None:
    open_bed(page, site, make_bed(site, document(name="Working")))
    page.get_by_role("button", name=re.compile("Inside length: show the working")).click()
    note = page.get_by_role("note")
    expect(note).to_contain_text("8′ − 2 boards × 1½″ = 7′ 9″")
    expect(note).to_contain_text("Source")


def test_point_at_a_part_and_its_row_lights_and_the_reverse(page: Page, site: str) -> None:
    open_bed(page, site, make_bed(site, document(name="Pointing")), "bench")
    page.get_by_role("button", name="Plan and section").click()
    part = page.locator(".view.section [data-part^=A]").first
    part.hover()
    expect(page.locator("[data-cut=A]")).to_have_class(re.compile("pointed"))
    page.locator("[data-cut=B]").hover()
    expect(page.locator(".view.plan [data-part^=B]").first).to_have_class(re.compile("pointed"))
    expect(part).not_to_have_class(re.compile("pointed"))


def test_the_cutting_says_that_it_is_proven_best(page: Page, site: str) -> None:
    bed = make_bed(site, document(name="Proof"))
    open_bed(page, site, bed, "bench")
    expect(page.locator(".proof").first).to_contain_text("proven best")
    page.locator(".proof").first.click()
    expect(page.get_by_role("note")).to_contain_text("nothing can cost less")
    page.locator("[data-add-offcut=post-4x4]").click()
    saved(page)
    assert design_of(site, bed)["bench"]["offcuts"] == [{"stock": "post-4x4", "length": "8 ft", "count": 1}]
    expect(page.locator(".which", has_text="to hand")).to_have_count(1)


def test_fill_by_depth_and_by_share_in_bags_or_a_load(page: Page, site: str) -> None:
    bed = make_bed(site, document(name="Filling"))
    open_bed(page, site, bed, "fill")
    page.get_by_role("button", name="One more layer").click()
    expect(page.locator(".wrong")).to_contain_text("100 %")
    page.get_by_role("button", name="Share evenly").click()
    saved(page)
    page.get_by_label("Layer 1 is given by").select_option("depth")
    page.get_by_label("Depth of layer 1").fill("3 in")
    expect(page.locator(".wrong")).to_contain_text("shares add up")
    page.get_by_role("button", name="Share evenly").click()
    saved(page)
    layers = design_of(site, bed)["fill"]["layers"]
    assert layers[0]["depth"] == "3 in"
    assert sum(layer.get("share") or 0 for layer in layers) == 100
    page.get_by_label("How Garden compost is bought").select_option("bulk")
    saved(page)
    expect(page.locator("[data-buy=compost]").first).to_contain_text("loose")
    page.get_by_label("Layer 1 is in").check()
    expect(page.locator(".line li", has_text="Fill")).to_contain_text("in hand")


def test_what_was_measured_is_followed(page: Page, site: str) -> None:
    bed = make_bed(site, document(name="Measured", height=None, courses=2))
    open_bed(page, site, bed)
    page.get_by_text("It measures differently").first.click()
    page.get_by_label("Boards: width measured").fill("7 1/2 in")
    saved(page)
    assert plan_of(site, bed)["outside"]["height_mm"] == 381
    expect(page.get_by_text("You measured").first).to_be_visible()


def test_a_watch_out_is_accepted_with_a_reason(page: Page, site: str) -> None:
    bed = make_bed(site, document(name="Reach", outline__width="5 ft"))
    open_bed(page, site, bed)
    expect(page.locator(".line li", has_text="Shape")).to_contain_text("needs a look")
    page.get_by_text("needs a look").last.click()
    page.get_by_label("Reason to accept: reach").fill("stepping stones")
    page.get_by_role("button", name="Accept it").click()
    saved(page)
    expect(page.locator(".line li", has_text="Shape")).to_contain_text("done")
    assert design_of(site, bed)["accepted"] == [{"code": "reach", "reason": "stepping stones"}]


def test_copy_delete_and_bring_back(page: Page, site: str) -> None:
    make_bed(site, document(name="Original"))
    page.goto(site)
    page.get_by_role("button", name="Copy Original", exact=True).click()
    copy = page.locator("[data-bed='Original, copy']")
    expect(copy).to_be_visible()
    page.get_by_role("button", name="Delete Original, copy").click()
    expect(copy).to_have_count(0)
    page.get_by_role("button", name="Bring it back").click()
    expect(copy).to_be_visible()


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


@pytest.mark.parametrize("stage", ["shape", "bench", "fill"])
def test_on_a_phone_nothing_runs_sideways_and_targets_are_big(
    new_context: Callable[..., BrowserContext], site: str, stage: str
) -> None:
    bed = make_bed(site, document(name="Phone"))
    page = new_context(viewport={"width": 390, "height": 844}, has_touch=True, is_mobile=True).new_page()
    open_bed(page, site, bed, stage)
    assert no_sideways(page)
    small = page.evaluate(
        "[...document.querySelectorAll('.sheet button, .sheet select, .top button, .top a, .sheet"
        " .n-input')].filter(e => e.offsetParent && e.getBoundingClientRect().height < 42 &&"
        " !e.closest('.n-input')).map(e => e.outerHTML.slice(0, 90))"
    )
    assert small == []
    if stage == "bench":  # the sticks are what one wants at the saw
        expect(page.locator(".piece").first).to_be_visible()
    else:
        page.get_by_role("button", name="Show the drawing").tap()
        expect(page.locator(".view.layers" if stage == "fill" else ".view.plan")).to_be_visible()
    assert no_sideways(page)
    page.goto(site)
    expect(page.locator("[data-bed=Phone]").first).to_be_visible()
    assert no_sideways(page)


@pytest.mark.parametrize("sun", [False, True])
def test_axe_finds_nothing_serious(page: Page, site: str, sun: bool) -> None:
    bed = make_bed(site, document(name="Axe", outline__width="5 ft"))
    page.goto(site)
    if sun:
        page.get_by_role("button", name="Sunlight").click()
    expect(page.locator("[data-bed=Axe]").first).to_be_visible()
    assert serious_findings(page) == []
    for stage in ("shape", "bench", "fill"):
        open_bed(page, site, bed, stage)
        assert serious_findings(page) == [], stage


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
