"""Level: readings with the stand-in, a planted slip found, the bed levelled, squared, and passed."""

import json
import re
import urllib.request
from typing import Any
from uuid import UUID

from playwright.sync_api import Page, Route, expect
from work import design_of, make_bed, make_yard, no_sideways, open_bed, saved, serious_findings

from acrebox.api.readings import PLOTS
from acrebox.standins.laser import Plot
from placed import bed as boards

BED = boards("Level me", units="metric")
OUTLINE_OF_AN_L = [(0, 0), (3000, 0), (3000, 900), (900, 900), (900, 2400), (0, 2430)]
CORNERS = ["front left", "front right", "back right", "back left"]


def new_bed(site: str) -> str:
    """A bed whose plot, which goes by its id, falls by more than 30 mm under it: some lie almost level."""
    yard = make_yard(site, units="metric")
    while True:
        bed = make_bed(site, BED, yard)
        plot = Plot(UUID(bed).int % PLOTS)
        heights = [plot.height_at(x, y) for x in (0, 2400) for y in (0, 1200)]
        if max(heights) - min(heights) > 30:
            return bed


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


def test_on_a_phone_without_a_line_by_keyboard_alone(page: Page, site: str) -> None:
    bed = new_bed(site)
    page.set_viewport_size({"width": 390, "height": 800})
    open_bed(page, site, bed, "level")
    expect(page.locator("[data-next]")).to_have_text("BM")
    # Where it is read is known by now.
    expect(page.locator("#where option", has_text="back left")).to_be_attached()
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
