"""What is ticked and typed while the line is down or slow is neither lost nor sent twice."""

import time
from collections.abc import Callable
from contextlib import suppress
from typing import Any

from pages import WAITS_MS
from playwright.sync_api import BrowserContext, Error, Page, Route, expect
from work import bed_id_of, design_of, make_bed, open_bed, saved, serious_findings

from acrebox.core.construction import registered
from sample import document


def ticks_of(page: Page, site: str, bed: str) -> list[dict[str, Any]]:
    found: list[dict[str, Any]] = page.request.get(f"{site}/api/beds/{bed}").json()["ticks"]
    return found


def revision_of(page: Page, site: str, bed: str) -> int:
    return int(page.request.get(f"{site}/api/beds/{bed}").json()["revision"])


def test_ticks_and_edits_wait_survive_the_page_and_are_sent_once(
    new_context: Callable[..., BrowserContext], site: str
) -> None:
    bed = make_bed(site, document(name="Offline"))
    context = new_context(ignore_https_errors=True)
    page = context.new_page()
    open_bed(page, site, bed, "bench")
    sent: list[str] = []
    context.on("request", lambda r: sent.append(f"{r.method} {r.url}") if r.method == "PUT" else None)
    # The line goes down: nothing reaches the server any more.
    context.route("**/api/**", lambda route: route.abort("internetdisconnected"))
    page.get_by_role("checkbox", name="A1 cut").click()
    page.get_by_role("checkbox", name="A2 cut").click()
    expect(page.locator("#cut-title")).to_contain_text("2 of 14 cut")
    page.get_by_text("The saw, for this bed").click()
    page.get_by_label("Kerf", exact=True).fill("2 mm")
    expect(page.locator(".save")).to_contain_text("not saved: no server")
    expect(page.locator(".waits")).to_contain_text("3 to send")
    assert ticks_of(page, site, bed) == []
    page.close()
    # The page was closed; the line comes back, and the bed is opened again.
    context.unroute("**/api/**")
    sent.clear()
    again = context.new_page()
    open_bed(again, site, bed, "bench")
    expect(again.locator("#cut-title")).to_contain_text("2 of 14 cut")
    expect(again.locator(".waits")).to_have_count(0)
    assert sorted(t["key"] for t in ticks_of(again, site, bed)) == ["back 1", "front 1"]
    assert [t["length_mm"] for t in ticks_of(again, site, bed)] == [2438.4, 2438.4]
    assert design_of(site, bed)["bench"]["kerf"] == "2 mm"
    assert revision_of(again, site, bed) == 2
    assert len([s for s in sent if "/ticks/" in s]) == 2


def test_the_line_comes_back_while_the_page_is_open(
    new_context: Callable[..., BrowserContext], site: str
) -> None:
    bed = make_bed(site, document(name="Back again"))
    context = new_context()
    page = context.new_page()
    open_bed(page, site, bed)
    context.set_offline(True)
    page.get_by_label("Length, outside").fill("6 ft")
    expect(page.locator(".save")).to_contain_text("not saved: no server")
    expect(page.locator(".waits")).to_contain_text("1 to send")
    # Another stage is opened meanwhile.
    page.get_by_role("link", name="Bench").click()
    expect(page.get_by_text("The server cannot be reached").first).to_be_visible()
    expect(page.locator("#cut-title")).to_have_count(0)
    context.set_offline(False)
    saved(page)
    expect(page.locator("#cut-title")).to_be_visible()
    # Its drawing comes too, and with its colours.
    piece = page.locator(".piece rect").first
    expect(piece).to_be_visible()
    assert piece.evaluate("piece => getComputedStyle(piece).fill") != "rgb(0, 0, 0)"
    expect(page.locator(".waits")).to_have_count(0)
    assert design_of(site, bed)["outline"]["length"] == "6 ft"
    assert revision_of(page, site, bed) == 2
    expect(page.get_by_role("alert").filter(has_text="cannot be reached")).to_have_count(0)


def test_on_a_slow_line_typing_closing_and_undo_make_no_conflict(
    new_context: Callable[..., BrowserContext], site: str
) -> None:
    bed = make_bed(site, document(name="Slow"))
    page = new_context().new_page()
    open_bed(page, site, bed)

    def late(route: Route) -> None:
        page.wait_for_timeout(700)
        route.continue_()

    page.route("**/api/beds/**", late)
    page.get_by_label("Length, outside").fill("6 ft")
    page.wait_for_timeout(450)
    # The first save is under way; what is typed now goes after it.
    page.get_by_label("Width, outside").fill("3 ft")
    saved(page)
    assert design_of(site, bed)["outline"]["width"] == "3 ft"
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_label("Width, outside")).to_have_value("4 ft")
    saved(page)
    expect(page.get_by_role("alertdialog")).to_have_count(0)
    page.get_by_label("Length, outside").fill("7 ft")
    page.get_by_role("link", name="Yard").click()
    until = time.monotonic() + WAITS_MS / 1000
    while design_of(site, bed)["outline"]["length"] != "7 ft":
        assert time.monotonic() < until, "what was typed last was not saved after the sheet was left"
        page.wait_for_timeout(100)


def test_nothing_is_hung_or_added_before_the_plan_is_there(page: Page, site: str) -> None:
    bed = make_bed(
        site,
        document(
            name="Hasty",
            height=None,
            courses=2,
            construction={"kind": "sleepers", "sleeper": "sleeper-50x200", "post": "post-75x75"},
        ),
    )
    held: list[Route] = []
    page.route("**/api/plan**", lambda route: held.append(route))
    page.goto(f"{site}/bed/{bed}/shape")
    expect(page.get_by_text("Working it out")).to_be_visible()
    expect(page.get_by_role("checkbox", name="Hung on a wall")).to_have_count(0)
    page.unroute("**/api/plan**")
    for route in held:
        with suppress(Error):  # asked again meanwhile
            route.continue_()
    page.get_by_role("checkbox", name="Hung on a wall").click()
    saved(page)
    assert design_of(site, bed)["construction"]["hung"] == {"side": "back"}


def test_a_new_bed_its_add_ons_and_its_ticks_by_keyboard_alone(page: Page, site: str) -> None:
    page.goto(site)
    press = page.keyboard.press

    def to(wanted: str, most: int = 90) -> None:
        """Tab until what has the focus is called so."""
        for _ in range(most):
            press("Tab")
            name = page.evaluate(
                "() => { const e = document.activeElement;"
                " return e.getAttribute('aria-label') || e.textContent || '' }"
            )
            if str(name).strip().startswith(wanted):
                return
        raise AssertionError(f"{wanted} was not reached")

    expect(page.get_by_text("New bed").first).to_be_visible()
    to("New bed")
    press("Enter")
    expect(page.locator("[data-kind]")).to_have_count(len(registered()))
    to("Boards on posts")
    press("Enter")
    saved(page)
    bed = bed_id_of(page)
    # What can be added is told with the plan.
    expect(page.get_by_label("A cap board")).to_be_visible()
    to("A cap board")
    press("Space")
    saved(page)
    assert design_of(site, bed)["add_ons"]["cap"]["board"] == "larch-27x145"
    expect(page.get_by_label("Overhang of the cap")).to_be_visible()
    to("Overhang of the cap")
    press("Control+a")
    page.keyboard.type("30 mm")
    saved(page)
    assert design_of(site, bed)["add_ons"]["cap"]["overhang"] == "30 mm"
    page.locator("main").focus()
    press(".")
    expect(page.locator("#cut-title")).to_be_visible()
    expect(page.get_by_label("A1 cut").first).to_be_attached()
    to("A1 cut", 200)
    press("Space")
    expect(page.locator("#cut-title")).to_contain_text("1 of")
    press("?")
    box = page.get_by_role("dialog")
    expect(box).to_contain_text("the next stage")
    assert serious_findings(page) == []
    press("Escape")
    expect(box).to_have_count(0)
    press(",")
    expect(page.get_by_label("Length, outside")).to_be_visible()
