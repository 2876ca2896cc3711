"""The plan of a yard on its page: laid out by typing and dragging, beds moved on it, by keyboard too."""

import json
import re
import urllib.request
from typing import Any

import pytest
from playwright.sync_api import Locator, Page, expect
from work import make_bed, make_yard, no_sideways, saved, serious_findings

from placed import bed as boards

EDGE = [[0, 0], ["12 m", 0], ["12 m", "9 m"], [0, "9 m"]]
HIGH_WALL = {"name": "High wall", "kind": "wall", "height": "3 m", "at": [[0, "1 m"], ["6 m", "1 m"]]}
FAR = {"x": "8 m", "y": "5 m"}


BED = boards("Row", units="metric")


def saved_yard(site: str, yard: str) -> dict[str, Any]:
    with urllib.request.urlopen(f"{site}/api/yards/{yard}") as answer:
        found: dict[str, Any] = json.load(answer)["yard"]
        return found


def laid_out(site: str, *things: dict[str, Any], at: dict[str, Any] | None = None) -> tuple[str, str]:
    """A yard of 12 × 9 m with a bed on its plan; answers both ids."""
    yard = make_yard(site, units="metric", latitude=47, outline=EDGE, things=list(things))
    made = make_bed(site, BED, yard)
    body = json.dumps({**saved_yard(site, yard), "places": {made: at or FAR}}).encode()
    headers = {"Content-Type": "application/json", "If-Match": '"1"'}
    urllib.request.urlopen(urllib.request.Request(f"{site}/api/yards/{yard}", body, headers, method="PUT"))
    return yard, made


def on_plan(page: Page, name: str = "Row") -> Locator:
    return page.locator(f"[data-bed-on-plan='{name}']")


def hours(page: Page, name: str = "Row") -> float:
    found = re.search(r"[\d.]+", on_plan(page, name).locator(".hours").text_content() or "")
    assert found
    return float(found[0])


def open_row(page: Page, name: str = "Row") -> Locator:
    """The row of a bed, unfolded."""
    fold = page.get_by_role("button", name="Where each bed stands")
    if fold.get_attribute("aria-expanded") == "false":
        fold.click()
    row = page.locator(f"[data-place='{name}']")
    head = row.locator("button[aria-expanded]").first
    if head.get_attribute("aria-expanded") == "false":
        head.click()
    return row


def drag(page: Page, what: Locator, dx: float, dy: float) -> None:
    """Drag something so many pixels, from its middle."""
    what.scroll_into_view_if_needed()
    box = what.bounding_box()
    assert box
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x + dx / 2, y + dy / 2)
    page.mouse.move(x + dx, y + dy)
    page.mouse.up()


def pixels(page: Page, metres: float) -> float:
    """How many pixels so many metres are on the plan."""
    edge = page.locator("svg .edge").bounding_box()
    assert edge
    return metres * edge["width"] / 12


def test_things_and_their_corners_are_dragged(page: Page, site: str) -> None:
    shed = {
        "name": "Shed",
        "kind": "shed",
        "at": [["2 m", "5 m"], ["4 m", "5 m"], ["4 m", "7 m"], ["2 m", "7 m"]],
    }
    pole = {
        "name": "Pole",
        "kind": "gate",
        "at": [{"by": "offset", "thing": "Shed", "wall": 1, "along": 0, "off": "1 m"}],
    }
    yard, _ = laid_out(site, shed, pole)
    page.goto(f"{site}/yard/{yard}")
    thing = page.locator("[data-thing=Shed] polygon")
    thing.click()
    expect(page.locator("[data-corner-on-plan]")).to_have_count(4)
    expect(page.get_by_label("Name of Shed")).to_be_visible()
    drag(page, thing, pixels(page, 1), 0)
    saved(page)
    assert [c["x"] for c in saved_yard(site, yard)["things"][0]["at"]] == [
        "3000 mm",
        "5000 mm",
        "5000 mm",
        "3000 mm",
    ]
    # A corner catches on the edge of the yard; what was measured from the shed has gone along.
    drag(page, page.locator("[data-corner-on-plan='things.0.at.2']"), 0, -pixels(page, 1.95))
    saved(page)
    assert saved_yard(site, yard)["things"][0]["at"][2]["y"] == "9000 mm"
    plan = json.load(urllib.request.urlopen(f"{site}/api/yards/{yard}/plan"))
    assert plan["things"][1]["corners"] == [[3000, 4000]]
    # What was measured in is not dragged away from its tapes.
    page.locator("[data-spot=Pole]").click()
    handle = page.locator("[data-corner-on-plan]")
    expect(handle).to_have_count(1)
    drag(page, handle, pixels(page, 2), 0)
    assert saved_yard(site, yard)["things"][1]["at"][0]["by"] == "offset"
    page.get_by_role("button", name="Undo").click()
    page.locator("[data-thing-row=Shed] .fold").click()
    expect(page.get_by_label("Shed, corner 3, up the plan")).to_have_value("7000 mm")


def test_a_bed_dragged_into_the_shade_has_fewer_hours(page: Page, site: str) -> None:
    # The wall runs along the south: the ground behind it is in its shade.
    yard, made = laid_out(site, HIGH_WALL)
    page.goto(f"{site}/yard/{yard}")
    expect(on_plan(page).locator(".hours")).to_be_visible()
    sunny = hours(page)
    drag(page, on_plan(page), -pixels(page, 6), pixels(page, 3.5))
    saved(page)
    expect(on_plan(page)).to_contain_text("look")
    assert hours(page) < sunny - 3
    place = saved_yard(site, yard)["places"][made]
    x, y = (int(place[axis].removesuffix(" mm")) for axis in "xy")
    assert x % 50 == y % 50 == 0
    assert (x, y) == pytest.approx((2000, 1500), abs=100)
    page.get_by_label("Sun on the ground").select_option("6")
    expect(page.locator("svg .sun rect").first).to_be_attached()
    # The table says the same of that month.
    page.get_by_role("button", name="Sun by month, bed by bed").click()
    expect(page.locator(".no-print [data-sun-of=Row] td").nth(5)).to_have_text(str(hours(page)))


def test_all_of_it_by_keyboard(page: Page, site: str) -> None:
    yard, made = laid_out(site, HIGH_WALL)
    page.goto(f"{site}/yard/{yard}")
    on_plan(page).focus()
    page.keyboard.press("t")
    saved(page)
    expect(page.get_by_label("Row, turned")).to_have_value("15")
    # Everything else stands in rows that Tab and Enter reach.
    fold = page.get_by_role("button", name="What stands in the yard")
    fold.focus()
    page.keyboard.press("Enter")
    expect(fold).to_have_attribute("aria-expanded", "true")
    page.keyboard.press("Tab")
    expect(page.locator("[data-thing-row='High wall'] .fold")).to_be_focused()
    page.keyboard.press("Enter")
    page.get_by_label("Height of High wall").focus()
    page.keyboard.press("Control+a")
    page.keyboard.type("2 m")
    saved(page)
    assert saved_yard(site, yard)["things"][0]["height"] == "2 m"
    row = open_row(page)
    row.get_by_label("Row stands").focus()
    page.keyboard.press("ArrowDown")
    row.get_by_label("What Row stands along").select_option("High wall")
    saved(page)
    assert saved_yard(site, yard)["places"][made]["follow"]["thing"] == "High wall"
    assert serious_findings(page) == []


def test_the_plan_on_a_phone(page: Page, site: str) -> None:
    yard, _ = laid_out(site, HIGH_WALL)
    page.set_viewport_size({"width": 390, "height": 800})
    page.goto(f"{site}/yard/{yard}")
    expect(on_plan(page)).to_be_visible()
    row = open_row(page)
    page.get_by_role("button", name="What stands in the yard").click()
    page.locator("[data-thing-row='High wall'] .fold").click()
    expect(page.get_by_label("High wall, corner 1 is measured")).to_be_visible()
    assert no_sideways(page)
    row.get_by_role("button", name="Take it off the plan: Row").click()
    expect(on_plan(page)).to_have_count(0)


def test_the_plan_is_printed_with_the_sun_of_every_bed(page: Page, site: str) -> None:
    yard, _ = laid_out(site, HIGH_WALL)
    page.goto(f"{site}/yard/{yard}")
    expect(on_plan(page)).to_be_visible()
    page.emulate_media(media="print")
    expect(page.locator(".print-only [data-sun-of=Row]")).to_be_visible()
    expect(page.get_by_label("What the beds share")).to_be_hidden()
    expect(page.get_by_role("button", name="Print the plan")).to_be_hidden()
