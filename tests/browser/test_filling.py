"""Fill: layers drawn and typed in the section, recipes, what is to hand; a season of a reservoir's water."""

from datetime import date, timedelta
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Page, expect
from work import design_of, make_bed, make_yard, no_sideways, open_bed, saved, serious_findings

from filled import MIX, OVAL, TANK, WET_TANK, boards

LOGS = [{"material": "logs", "depth": "200 mm"}, MIX]
LINED: dict[str, Any] = {**boards(), "name": "Lined", "lining": {"walls": "pond", "floor": "pond"}}


def layers(page: Page) -> list[str]:
    """How high each line between layers is said to lie, the lowest first."""
    found = page.locator("[id^=height-]")
    return [str(found.nth(n).input_value()) for n in range(found.count())]


def test_a_boundary_is_drawn_typed_and_stepped(page: Page, site: str) -> None:
    bed = make_bed(site, boards(layers=LOGS), make_yard(site, units="metric"))
    open_bed(page, site, bed, "fill")
    line = page.locator("[data-boundary='0']")
    expect(line).to_be_visible()
    expect(page.locator("#height-0")).to_have_value("200 mm")
    box = line.bounding_box()
    assert box
    x, y = box["x"] + box["width"] / 3, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x, y - 20, steps=5)
    page.mouse.up()
    expect(page.locator("#height-0")).not_to_have_value("200 mm")
    saved(page)
    drawn = design_of(site, bed)["fill"]["layers"][0]["depth"]
    assert 200 < float(drawn.removesuffix(" mm")) < 450
    # Typed in any unit, and told in the list beside it.
    page.locator("#height-0").fill("30 cm")
    page.locator("#height-0").press("Enter")
    expect(page.locator("#height-0")).to_have_value("300 mm")
    expect(page.locator("#depth-0")).to_have_value("300 mm")
    # Past the rim: named beside it, and kept as it was typed.
    page.locator("#height-0").fill("2 m")
    page.locator("#height-0").press("Enter")
    expect(page.locator("#height-wrong")).to_contain_text("750 mm")
    expect(page.locator("#height-0")).to_have_value("2 m")
    page.locator("#height-0").fill("250")
    page.locator("#height-0").press("Enter")
    expect(page.locator("#height-wrong")).to_have_count(0)
    expect(page.locator("#depth-0")).to_have_value("250 mm")
    # By keys alone.
    expect(line).to_have_attribute("aria-valuetext", "250 mm over the floor")
    line.focus()
    page.keyboard.press("ArrowUp")
    expect(line).to_have_attribute("aria-valuetext", "255 mm over the floor")
    expect(page.locator("#depth-0")).to_have_value("255 mm")
    saved(page)
    page.keyboard.press("Control+z")
    expect(page.locator("#depth-0")).to_have_value("250 mm")
    assert serious_findings(page) == []


def test_the_uppermost_line_is_the_gap(page: Page, site: str) -> None:
    bed = make_bed(site, boards(layers=LOGS), make_yard(site, units="metric"))
    open_bed(page, site, bed, "fill")
    page.locator("#height-1").fill("700")
    page.locator("#height-1").press("Enter")
    expect(page.locator("#fill-gap")).to_have_value("80 mm")
    saved(page)
    assert design_of(site, bed)["fill"]["gap"] == "80 mm"


def test_a_recipe_is_taken_changed_and_kept(page: Page, site: str) -> None:
    yard = make_yard(site, units="metric")
    bed = make_bed(site, boards(), yard)
    open_bed(page, site, bed, "fill")
    page.get_by_role("button", name="Recipes, and your own").click()
    wood = page.locator("[data-recipe=wood-below]")
    expect(wood).to_contain_text("for roots")
    wood.get_by_role("button", name="Fill as Wood below").click()
    expect(page.locator("#depth-0")).to_have_value("200 mm")
    expect(page.locator("[data-nitrogen]")).to_contain_text("dried blood")
    expect(page.locator("[data-sinks]")).to_contain_text("after 5 years")
    expect(wood.get_by_role("button")).to_have_text("filled so")
    page.locator("#depth-0").fill("150")
    page.locator("#depth-0").blur()
    expect(wood.get_by_role("button")).to_have_text("Fill so")
    page.get_by_role("button", name="Keep these layers as a recipe").click()
    expect(page.get_by_text("Name it first.")).to_be_visible()
    page.locator("#recipe-name").fill("Less wood")
    page.locator("#recipe-name").press("Enter")
    mine = page.locator("[data-recipe='Less wood']")
    expect(mine).to_contain_text("your own")
    # Another bed of the yard has it too.
    other = make_bed(site, {**boards(), "name": "Other"}, yard)
    open_bed(page, site, other, "fill")
    page.get_by_role("button", name="Recipes, and your own").click()
    page.locator("[data-recipe='Less wood']").get_by_role("button", name="Fill as Less wood").click()
    expect(page.locator("#depth-0")).to_have_value("150 mm")
    saved(page)
    lowest = design_of(site, other)["fill"]["layers"][0]
    assert (lowest["material"], lowest["depth"]) == ("logs", "150 mm")
    page.get_by_role("button", name="Take Less wood off the list").click()
    expect(page.locator("[data-recipe='Less wood']")).to_have_count(0)


def test_all_that_is_to_hand_is_laid(page: Page, site: str) -> None:
    heaps = [{"material": "logs", "measured": "bags", "count": 10, "holds": "60 L"}]
    bed = make_bed(site, boards(layers=LOGS, heaps=heaps), make_yard(site, units="metric"))
    open_bed(page, site, bed, "fill")
    page.get_by_label("Layer 1 is given by").select_option("hand")
    expect(page.locator("[data-layer=logs]")).to_contain_text("462 L")
    expect(page.locator("#height-0")).to_have_value("182 mm")
    page.get_by_label("Material of layer 1").select_option("straw")
    expect(page.get_by_text("Nothing of Straw is to hand.").first).to_be_visible()
    page.get_by_label("Material of layer 1").select_option("logs")
    expect(page.get_by_text("Nothing of Straw")).to_have_count(0)


def test_another_way_is_taken(page: Page, site: str) -> None:
    bed = make_bed(site, boards(), make_yard(site, units="metric"))
    open_bed(page, site, bed, "fill")
    page.locator("#ways-title").scroll_into_view_if_needed()
    lower = page.locator("[data-way=shallower]")
    expect(lower).to_contain_text("saves")
    expect(page.locator("[data-way=loads]")).to_contain_text("already")
    lower.get_by_role("button").click()
    saved(page)
    assert design_of(site, bed)["courses"] == 3


@pytest.mark.parametrize("document", [OVAL, TANK, LINED], ids=["trough", "half tank", "lined box"])
def test_a_reservoir_is_piped_tested_and_lasts(page: Page, site: str, document: dict[str, Any]) -> None:
    bed = make_bed(site, document, make_yard(site, units="metric", latitude=51))
    open_bed(page, site, bed, "drain")
    page.locator("#add-reservoir").click()
    expect(page.locator("[data-kept]")).to_contain_text("of water in coarse gravel")
    expect(page.locator("[data-pipe]").filter(has_text="riser")).to_be_visible()
    expect(page.locator(".watch-out", has_text="No test with water is recorded")).to_be_visible()
    page.locator("#add-water_test").click()
    expect(page.locator("[data-tested]")).to_contain_text("it holds")
    page.locator("#reservoir-test-on").fill("2026-04-11")
    page.locator("#reservoir-test-ran").click()
    page.locator("#reservoir-test-later").fill("100")
    page.locator("#reservoir-test-later").blur()
    expect(page.locator("[data-tested]")).to_contain_text("it leaks")
    page.locator("#season-title").scroll_into_view_if_needed()
    expect(page.locator("[data-season]")).to_contain_text("filled")
    expect(page.locator("[data-filled]").first).to_be_attached()
    assert page.locator("[data-other]").count() >= 6
    saved(page)
    kept = design_of(site, bed)["reservoir"]["test"]
    assert (kept["on"], kept["ran"], kept["later"]) == ("2026-04-11", True, "100 mm")


def weather(tmp_path: Path, name: str, rows: list[str]) -> Path:
    path = tmp_path / name
    path.write_text("\n".join(["date,tmin_c,tmax_c,rain_mm", *rows]), "utf-8")
    return path


def test_a_season_runs_by_a_weather_file_and_by_the_invented_year(
    page: Page, site: str, tmp_path: Path
) -> None:
    yard = make_yard(site, units="metric", latitude=51)
    bed = make_bed(site, {**TANK, "reservoir": {"medium": "gravel", "crop": "tomato"}}, yard)
    open_bed(page, site, bed, "drain")
    page.locator("#season-title").scroll_into_view_if_needed()
    expect(page.get_by_text("By an invented year")).to_be_visible()
    first = date(2026, 6, 1)
    rows = [f"{first + timedelta(days=n)},18,33,0" for n in range(60)]
    page.get_by_label("Weather file").set_input_files(weather(tmp_path, "hot.csv", rows))
    expect(page.get_by_text("By hot.csv")).to_be_visible()
    expect(page.locator("[data-season]")).to_contain_text("In the hottest time it lasts")
    page.get_by_role("button", name="When to fill it, and month by month").click()
    expect(page.locator("[data-dates]")).to_contain_text("Filled on")
    # A gap, a day twice, Fahrenheit: named, and the one before stays.
    gap = [*rows[:5], *rows[7:12], rows[11]]
    page.get_by_label("Weather file").set_input_files(weather(tmp_path, "gap.csv", gap))
    expect(page.locator("[data-not-taken]")).to_contain_text("2 days are missing")
    expect(page.locator("[data-not-taken]")).to_contain_text("comes twice")
    expect(page.get_by_text("By hot.csv")).to_be_visible()
    hot = [f"{first + timedelta(days=n)},61,92,0" for n in range(9)]
    page.get_by_label("Weather file").set_input_files(weather(tmp_path, "f.csv", hot))
    expect(page.locator("[data-not-taken]")).to_contain_text("Fahrenheit")
    page.get_by_role("button", name="back to the invented year").click()
    expect(page.get_by_text("By an invented year")).to_be_visible()
    assert serious_findings(page) == []


def test_a_bucket_tells_the_open_share(page: Page, site: str) -> None:
    bed = make_bed(site, WET_TANK, make_yard(site, units="metric"))
    open_bed(page, site, bed, "drain")
    page.get_by_role("button", name="How open it is, measured in a bucket").click()
    page.locator("#reservoir-bucket").fill("10 L")
    page.locator("#reservoir-bucket").blur()
    expect(page.get_by_text("A bucket is told by what it holds and what it took.").first).to_be_visible()
    page.locator("#reservoir-took").fill("4.2 L")
    page.locator("#reservoir-took").blur()
    expect(page.get_by_text("10 L = 0.42")).to_be_visible()


def test_fill_and_drain_on_a_phone(page: Page, site: str) -> None:
    bed = make_bed(site, WET_TANK, make_yard(site, units="metric"))
    page.set_viewport_size({"width": 390, "height": 844})
    open_bed(page, site, bed, "fill")
    expect(page.locator("[data-sinks]")).to_be_visible()
    page.get_by_role("button", name="Recipes, and your own").click()
    expect(page.locator("[data-recipe=reservoir-mix]")).to_be_visible()
    assert no_sideways(page)
    open_bed(page, site, bed, "drain")
    page.locator("#season-title").scroll_into_view_if_needed()
    expect(page.locator("[data-season]")).to_be_visible()
    assert no_sideways(page)
