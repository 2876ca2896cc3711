"""Level: readings with the stand-in, a planted slip found, the bed levelled, squared, and passed."""

import json
import re
import urllib.request
from typing import Any

from playwright.sync_api import Page, Route, expect
from work import design_of, make_bed, make_yard, no_sideways, open_bed, saved, serious_findings

from placed import bed as boards

BED = boards("Level me", units="metric")
OUTLINE_OF_AN_L = [(0, 0), (3000, 0), (3000, 900), (900, 900), (900, 2400), (0, 2430)]
CORNERS = ["front left", "front right", "back right", "back left"]


def new_bed(site: str) -> str:
    return make_bed(site, BED, make_yard(site, units="metric"))


def readings(site: str, bed: str) -> dict[str, Any]:
    with urllib.request.urlopen(f"{site}/api/beds/{bed}/readings") as answer:
        found: dict[str, Any] = json.load(answer)
        return found


def take(page: Page, written: str, station: str) -> None:
    """Type what was read at the station that is asked for."""
    expect(page.locator("[data-next]")).to_have_text(station)
    page.locator(".take form input").fill(written)
    page.get_by_role("button", name="Take it").click()
    expect(page.locator(".take form input")).to_have_value("")


def laser(page: Page, station: str) -> None:
    """Take what the stand-in reads there."""
    expect(page.locator("[data-next]")).to_have_text(station)
    page.get_by_role("button", name="From the laser").click()
    expect(page.locator(".take form input")).not_to_have_value("")
    page.get_by_role("button", name="Take it").click()
    expect(page.locator(".take form input")).to_have_value("")


def test_the_ground_is_read_the_slip_found_and_the_bed_planned_on_it(page: Page, site: str) -> None:
    bed = new_bed(site)
    open_bed(page, site, bed, "level")
    laser(page, "BM")
    for corner in CORNERS:
        laser(page, corner)
    # Back to the datum: misread by a whole decimetre.
    expect(page.locator("[data-next]")).to_have_text("BM")
    page.get_by_role("button", name="From the laser").click()
    box = page.locator(".take form input")
    expect(box).not_to_have_value("")
    read = int(re.sub(r"\D", "", box.input_value()))
    box.fill(f"{read + 100} mm")
    page.get_by_role("button", name="Take it").click()
    expect(page.locator("[data-suspect=BM]")).to_contain_text("decimetre")
    # It is struck out, and stays in the book.
    page.get_by_role("button", name=re.compile(f"Strike out: BM, {read + 100} mm")).click()
    expect(page.locator("[data-suspect]")).to_have_count(0)
    expect(page.locator("tr.struck")).to_have_count(1)
    take(page, f"{read} mm", "BM")
    expect(page.locator("[data-checks]")).to_contain_text("The sums agree")
    before = page.locator("[data-mark=soil] dd").first
    expect(before).to_be_visible()
    soil = before.inner_text()
    page.get_by_role("button", name="Plan on the heights of the book").click()
    expect(page.locator("[data-station='back left']")).to_contain_text(re.compile("dig|as it is"))
    expect(page.locator("[data-section]")).to_have_count(4)
    saved(page)
    ground = design_of(site, bed)["ground"]
    assert [s["at"] for s in ground["stations"]] == CORNERS
    assert [r["method"] for r in readings(site, bed)["readings"]] == ["instrument"] * 7
    # Dug in, ground stands in the bed: less soil goes in than on level ground.
    expect(before).not_to_have_text(soil)
    page.get_by_label("School of levelling").select_option("hang")
    expect(page.locator(".watch-out", has_text="would wash out")).to_be_visible()
    page.get_by_label("School of levelling").select_option("dig_in")
    expect(page.locator(".watch-out", has_text="would wash out")).to_have_count(0)
    holes = page.get_by_role("button", name=re.compile("Holes of"))
    holes.click()
    expect(page.locator("[data-hole]")).to_have_count(6)
    assert serious_findings(page) == []


def test_a_racked_bed_is_squared_and_its_first_course_made_true(page: Page, site: str) -> None:
    bed = new_bed(site)
    open_bed(page, site, bed, "level")
    page.locator("#job").select_option("tape")
    for written, name in zip(
        ["2400", "1200", "2400", "1200", "2702", "2664.5"],
        ["front", "right", "back", "left", "first diagonal", "second diagonal"],
        strict=True,
    ):
        take(page, written, name)
    expect(page.locator("[data-square]")).to_contain_text("Push back right")
    # Pushed, and both diagonals taped again.
    for name in ("first diagonal", "second diagonal"):
        page.locator("#where").select_option(name)
        take(page, "2683.3", name)
    expect(page.locator("[data-square]")).to_contain_text("square")
    page.locator("#job").select_option("first_course")
    laser(page, "BM")
    for corner in CORNERS:
        laser(page, corner)
    expect(page.locator("[data-true='first course']")).to_contain_text("not true yet")
    expect(page.locator("[data-true-station='front left']")).to_contain_text("knock it down")
    page.locator("#where").select_option("front left")
    laser(page, "front left")
    expect(page.locator("[data-true='first course']")).to_contain_text("It is true")
    page.get_by_role("button", name="Record that it is true").click()
    expect(page.locator(".passed", has_text="The first course")).to_be_visible()
    # The stages after it ask for what is not recorded yet.
    page.goto(f"{site}/bed/{bed}/fill")
    expect(page.locator("[data-level-first]")).to_contain_text("that the corners are square.")
    page.get_by_role("link", name="To Level").click()
    expect(page.locator(".passed", has_text="The first course")).to_be_visible()
    page.locator("#job").select_option("tape")
    page.get_by_role("button", name="Record that it is square").click()
    expect(page.locator(".passed", has_text="The corners")).to_be_visible()
    saved(page)
    page.goto(f"{site}/bed/{bed}/fill")
    expect(page.locator("#sheet h2").first).to_be_visible()
    expect(page.locator("[data-level-first]")).to_have_count(0)


def test_on_a_phone_without_a_line_by_keyboard_alone(page: Page, site: str) -> None:
    bed = new_bed(site)
    page.set_viewport_size({"width": 390, "height": 800})
    open_bed(page, site, bed, "level")
    expect(page.locator("[data-next]")).to_have_text("BM")
    page.context.set_offline(True)
    page.locator(".take form input").focus()
    for written in ("1500", "1480", "1510", "1400", "1390"):
        page.keyboard.type(written)
        page.keyboard.press("Enter")
        expect(page.locator(".take form input")).to_have_value("")
    expect(page.locator("[data-reading]")).to_have_count(5)
    expect(page.locator("[data-reading]").last).to_contain_text("waits to be sent")
    assert no_sideways(page)
    page.context.set_offline(False)
    page.evaluate("window.dispatchEvent(new Event('online'))")
    expect(page.locator("[data-reading]").last).not_to_contain_text("waits")
    assert len(readings(site, bed)["readings"]) == 5
    page.get_by_role("button", name=re.compile("^Undo back left")).focus()
    page.keyboard.press("Enter")
    expect(page.locator("tr.struck")).to_have_count(1)


def test_readings_that_cannot_be_are_named_and_kept(page: Page, site: str) -> None:
    bed = new_bed(site)
    open_bed(page, site, bed, "level")
    page.locator(".take form input").fill("high")
    page.get_by_role("button", name="Take it").click()
    expect(page.get_by_role("alert").filter(has_text="“high”")).to_be_visible()
    expect(page.locator("[data-reading]")).to_have_count(0)
    # It is still there to be mended.
    expect(page.locator(".take form input")).to_have_value("high")
    expect(page.locator("[data-next]")).to_have_text("BM")
    page.locator(".take form input").fill("")
    page.locator("#job").select_option("tape")
    for written, name in zip(
        ["2400", "1200", "2400", "1200", "3900", "2683"],
        ["front", "right", "back", "left", "first diagonal", "second diagonal"],
        strict=True,
    ):
        take(page, written, name)
    expect(page.get_by_role("alert").filter(has_text="longer than two sides")).to_contain_text("3900 mm")
    expect(page.locator("[data-reading]")).to_have_count(6)


def test_what_was_asked_before_a_reading_was_kept_does_not_take_it_back(page: Page, site: str) -> None:
    """The list that the page opened with comes later than the answer to the first reading."""
    bed = new_bed(site)
    late: list[Route] = []
    page.route(
        f"**/api/beds/{bed}/readings",
        lambda r: late.append(r) if r.request.method == "GET" else r.continue_(),
    )
    open_bed(page, site, bed, "level")
    while not late:
        page.wait_for_timeout(50)
    none_yet = late[0].fetch()
    take(page, "1500", "BM")
    expect(page.locator("[data-reading]")).not_to_contain_text("waits")
    with page.expect_response(f"**/api/beds/{bed}/readings"):
        late[0].fulfill(response=none_yet)
    page.wait_for_timeout(300)
    take(page, "1200", "front left")
    expect(page.locator("[data-reading]")).to_have_count(2)


def test_stations_are_chosen_on_the_drawing(page: Page, site: str) -> None:
    bed = new_bed(site)
    open_bed(page, site, bed, "level")
    page.locator("[data-place='back right']").focus()
    page.keyboard.press("Enter")
    expect(page.locator("[data-next]")).to_have_text("back right")
    page.locator("#method").select_option("string")
    page.locator("[data-place='front']").click()
    take(page, "120 mm", "front")
    take(page, "100 mm", "front left")
    expect(page.locator("[data-reading]")).to_have_count(2)


def test_who_types_elsewhere_while_a_reading_is_sent_is_let_type_there(page: Page, site: str) -> None:
    """In a browser that keeps nothing, where a reading is sent before anything else goes on."""
    bed = new_bed(site)
    page.add_init_script("IDBFactory.prototype.open = () => { throw new Error('none is kept here') }")
    open_bed(page, site, bed, "level")
    held: list[Route] = []
    page.route(
        "**/readings",
        lambda route: held.append(route) if route.request.method == "POST" else route.continue_(),
    )
    with page.expect_request(lambda asked: asked.method == "POST" and asked.url.endswith("/readings")):
        take(page, "1.432 m", "BM")
    own = page.get_by_label("A place of my own")
    own.press_sequentially("by the")
    with page.expect_response(lambda answer: answer.url.endswith("/readings")):
        held.pop().continue_()
    expect(page.locator("[data-reading]")).not_to_contain_text("waits")
    page.keyboard.type(" door")
    expect(own).to_have_value("by the door")


def test_an_l_is_taped_along_its_lines_and_a_hollow_of_ones_own_is_put_on_the_drawing(
    page: Page, site: str
) -> None:
    outline = {"shape": "l", "length": "3 m", "width": "2.4 m", "front": "900 mm", "left": "900 mm"}
    bed = make_bed(
        site, boards("Round the tree", units="metric", outline=outline), make_yard(site, units="metric")
    )
    open_bed(page, site, bed, "level")
    page.locator("#job").select_option("tape")
    expect(page.locator("[data-tape]")).to_have_count(15)
    page.locator("[data-tape='side 4']").focus()
    page.keyboard.press("Enter")
    expect(page.locator("[data-next]")).to_have_text("side 4")
    for tape in readings(site, bed)["tapes"]:
        # Corner 6 stands 30 mm too far back; every tape that leads to it shows that.
        points = {f"corner {n}": at for n, at in enumerate(OUTLINE_OF_AN_L, 1)}
        (x, y), (a, b) = points[tape["start"]], points[tape["end"]]
        if page.locator("[data-next]").inner_text() != tape["name"]:
            page.locator("#where").select_option(tape["name"])
        take(page, f"{((a - x) ** 2 + (b - y) ** 2) ** 0.5:.1f}", tape["name"])
    expect(page.locator("[data-square]")).to_have_text("Move corner 6 30 mm along side 6, towards corner 1.")
    page.locator("#job").select_option("ground")
    page.locator("#method").select_option("string")
    page.get_by_label("A place of my own").fill("hollow")
    page.keyboard.press("Enter")
    expect(page.locator("[data-next]")).to_have_text("hollow")
    page.locator(".stations svg polygon.bed").click(position={"x": 40, "y": 40}, force=True)
    right = page.get_by_label("How far to the right hollow lies")
    expect(right).to_have_value(re.compile(r"^\d+ mm$"))
    page.get_by_label("How far back hollow lies").fill("400 mm")
    take(page, "180 mm", "hollow")
    place = page.locator("[data-place='hollow']")
    expect(place).to_be_visible()
    [own] = [r for r in readings(site, bed)["readings"] if r["station"] == "hollow"]
    assert own["place"][1] == "400 mm"
    assert serious_findings(page) == []


def test_a_practice_round(page: Page, site: str) -> None:
    """Everything is read, one thing is got wrong, and the arithmetic is told; then all of it is right."""
    page.goto(f"{site}/practice/metric")
    read: dict[str, list[int]] = {}
    for station in ["BM", *CORNERS]:
        row = page.locator(f"[data-practice='{station}']")
        for _ in range(2 if station != "BM" else 1):
            row.get_by_role("button", name=re.compile("Read")).click()
        count = 1 if station == "BM" else 2
        expect(row.locator(".figures")).to_have_text(re.compile(rf"(\d+ mm(, )?){{{count}}}"))
        read[station] = [int(n) for n in re.findall(r"\d+", row.locator(".figures").inner_text())]
    slip = next(c for c in CORNERS if abs(read[c][0] - read[c][1]) > 90)
    heights = {c: read["BM"][0] - read[c][1] for c in CORNERS}
    low = min(heights.values())
    for c in CORNERS:
        page.get_by_label(f"Height of {c}").fill(f"{heights[c]}")
        page.get_by_label(f"To dig at {c}").fill(f"{heights[c] - low}")
    page.get_by_label("Height of front left").fill(f"{heights['front left'] + 50}")
    page.get_by_label("Misread was").select_option(slip)
    page.get_by_role("button", name="Check my answers").click()
    expect(page.locator("[data-practice='front left'] .look")).to_contain_text(f"{read['BM'][0]} mm −")
    page.get_by_label("Height of front left").fill(f"{heights['front left']}")
    page.get_by_role("button", name="Tape sides and diagonals").click()
    tapes = page.locator("p.figures")
    expect(tapes).to_contain_text("second diagonal")
    first, second = [int(n) for n in re.findall(r"diagonal (\d+)", tapes.inner_text())]
    push = (first**2 - second**2) / (4 * 2400)
    page.get_by_label("Push", exact=True).select_option("back right" if push > 0 else "back left")
    page.get_by_label("How far it is pushed").fill(f"{abs(push):.0f} mm")
    page.get_by_role("button", name="Check my answers").click()
    expect(page.get_by_text("10 of 10 right.")).to_be_visible()
    page.get_by_label("How far it is pushed").fill("a bit")
    page.get_by_role("button", name="Check my answers").click()
    expect(page.get_by_role("alert").filter(has_text="“a bit”")).to_be_visible()
    assert serious_findings(page) == []
