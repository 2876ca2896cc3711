"""Building a bed of each construction, changing it, typing outlines, hanging it on a wall, adding to it."""

from collections.abc import Callable

import pytest
from playwright.sync_api import BrowserContext, Page, expect
from work import (
    bed_id_of,
    design_of,
    make_bed,
    no_sideways,
    open_bed,
    plan_of,
    saved,
    serious_findings,
    tape,
    yard_of,
)

from acrebox.core.construction import registered
from sample import document

KINDS = {
    "boards": "Boards on posts",
    "sleepers": "Sleepers",
    "staves": "Upright pallet boards",
    "framed_sheet": "Corrugated sheet on frames",
}
SLEEPERS = {"kind": "sleepers", "sleeper": "sleeper-50x200", "post": "post-75x75"}


def new_bed(page: Page, site: str, kind: str, name: str = "New bed") -> str:
    page.goto(site)
    page.get_by_role("button", name=name, exact=True).click()
    expect(page.locator("[data-kind]")).to_have_count(len(registered()))
    page.locator(f"[data-kind={kind}]").click()
    saved(page)
    return bed_id_of(page)


@pytest.mark.parametrize("kind", KINDS)
def test_a_bed_of_each_construction_from_nothing(page: Page, site: str, kind: str) -> None:
    bed = new_bed(page, site, kind)
    expect(page.get_by_text(KINDS[kind]).first).to_be_visible()
    page.get_by_label("Length, outside").fill("2.2 m")
    expect(page.locator("#echo-length")).to_contain_text("2200 mm")
    saved(page)
    plan = plan_of(site, bed)
    assert plan["construction"] == kind
    assert plan["outside"]["length_mm"] == 2200
    assert tape(page, "soil") == f"{plan['totals']['soil_l']:,.0f} L"
    page.get_by_role("button", name="Sides and corner").click()
    expect(page.locator("figure.view")).to_have_count(4 + len(plan["drawings"]["corners"]))
    page.get_by_role("link", name="Bench").click()
    expect(page.locator("[data-cut]")).to_have_count(len(plan["cuts"]))
    page.get_by_role("link", name="Fill").click()
    expect(page.locator("[data-sum=settled]")).to_have_text(f"{plan['fill']['settled_l']:,.0f}")


def test_changing_the_construction_keeps_what_makes_sense_and_says_what_was_dropped(
    page: Page, site: str
) -> None:
    bed = make_bed(site, document(name="Changing", construction__post_limit="3 ft", fill={"gap": "2 in"}))
    open_bed(page, site, bed)
    page.get_by_role("button", name="Build it another way").click()
    page.locator("[data-kind=sleepers]").click()
    expect(page.get_by_text("Dropped or changed on the way")).to_be_visible()
    expect(page.locator(".said")).to_contain_text("board: 2x8")
    saved(page)
    design = design_of(site, bed)
    assert design["construction"]["kind"] == "sleepers"
    assert design["construction"]["post_limit"] == "3 ft"
    assert (design["outline"]["length"], design["fill"]["gap"]) == ("8 ft", "2 in")
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_label("Boards", exact=True)).to_be_visible()


def test_an_l_by_its_legs_and_a_u_walked_side_by_side(page: Page, site: str) -> None:
    bed = new_bed(page, site, "boards")
    page.get_by_label("Its outline is").select_option("l")
    page.get_by_label("Length, outside").fill("3 m")
    page.get_by_label("Width, outside").fill("2.5 m")
    page.get_by_label("Front leg, wide, outside").fill("1 m")
    page.get_by_label("Left leg, wide, outside").fill("1 m")
    saved(page)
    assert plan_of(site, bed)["outside"]["perimeter_mm"] == 11_000
    page.get_by_label("Its outline is").select_option("polygon")
    saved(page)
    walk = [("3 m", 90), ("2 m", 90), ("1 m", 90), ("1 m", 270), ("1 m", 270), ("1 m", 90), ("1 m", 90)]
    for n, (length, corner) in enumerate(walk):
        if n >= 3:
            page.get_by_role("button", name="One more side").click()
        page.get_by_label(f"Side {n + 1}", exact=True).fill(length)
        page.get_by_label(f"Corner after side {n + 1}, degrees inside the bed").fill(str(corner))
    saved(page)
    plan = plan_of(site, bed)
    assert [round(s["outside_mm"]) for s in plan["outside"]["sides"]] == [
        3000,
        2000,
        1000,
        1000,
        1000,
        1000,
        1000,
        2000,
    ]
    assert plan["inside"]["area_m2"] == pytest.approx(5 - 0.045 * (12 - 4 * 0.045), abs=1e-6)


def test_a_bed_hung_on_a_wall(page: Page, site: str) -> None:
    bed = make_bed(
        site,
        document(
            name="Hung",
            outline={"length": "4.2 m", "width": "1.1 m"},
            height=None,
            courses=3,
            construction=SLEEPERS,
        ),
    )
    open_bed(page, site, bed)
    page.get_by_label("its back posts bolted to a wall").check()
    saved(page)
    plan = plan_of(site, bed)
    lengths = {c["role"]: c["length_mm"] for c in plan["cuts"] if "post" in c["role"]}
    assert lengths == {"corner post": 1100, "ledger post": 550}
    # 1.1 m of bed and a ledger of 75 mm behind it.
    expect(page.locator(".came")).to_contain_text("Stands out from the wall")
    expect(page.locator(".came")).to_contain_text("1175 mm")
    page.get_by_label("Height of what is above").fill("500 mm")
    expect(page.locator(".wrong")).to_contain_text("would cover what is at")
    page.get_by_label("Height of what is above").fill("900 mm")
    expect(page.locator(".wrong")).to_have_count(0)
    page.get_by_label("must stay clear of posts").check()
    page.get_by_label("Hatch, from the left").fill("0")
    expect(page.locator(".wrong").first).to_contain_text("would cover the hatch")
    page.get_by_label("Hatch, from the left").fill("300 mm")
    saved(page)
    assert any(b["item"] == "wall-anchor" for b in plan_of(site, bed)["buying"])


def test_a_bench_and_what_else_can_be_added(page: Page, site: str) -> None:
    bed = make_bed(
        site,
        document(
            name="Added",
            outline={"length": "2.4 m", "width": "1.2 m"},
            height=None,
            courses=3,
            construction=SLEEPERS,
        ),
    )
    open_bed(page, site, bed)
    before = plan_of(site, bed)
    for box in (
        "Benches",
        "Cross ties",
        "A steel strap",
        "Trellis feet",
        "Hoop sleeves",
    ):
        page.get_by_role("checkbox", name=box).check()
        saved(page)
    page.get_by_label("Bench on back").check()
    expect(page.locator(".wrong")).to_contain_text("would stand in")
    page.get_by_label("Trellis on side").select_option("left")
    saved(page)
    plan = plan_of(site, bed)
    roles = {p["role"] for p in plan["parts"]} - {p["role"] for p in before["parts"]}
    assert roles == {"seat board", "seat rail", "seat bracket", "cross tie", "trellis upright", "hoop sleeve"}
    assert plan["inside"]["volume_l"] < before["inside"]["volume_l"]
    assert any(b["item"] == "strap" for b in plan["buying"])
    page.get_by_role("link", name="Bench", exact=False).first.click()
    expect(page.locator("[data-cut]")).to_have_count(len(plan["cuts"]))


def test_fixings_are_listed_with_their_bite(page: Page, site: str) -> None:
    open_bed(
        page,
        site,
        make_bed(
            site,
            document(
                name="Fixed",
                height=None,
                courses=2,
                construction={**SLEEPERS, "sleeper": "sleeper-oak-130x260"},
            ),
        ),
    )
    row = page.locator("[data-joint='sleeper to post']")
    expect(row).to_contain_text("pilot")
    row.get_by_role("button", name="Bite").click()
    expect(page.get_by_role("note")).to_contain_text("passed")


@pytest.mark.parametrize(
    ("changes", "label", "typed", "says"),
    [
        (
            {
                "construction": {**SLEEPERS},
                "height": None,
                "courses": 2,
                "outline": {"length": "4 m", "width": "1.2 m"},
            },
            "Joints overlap by",
            "2 m",
            "apart",
        ),
        (
            {
                "construction": {
                    "kind": "staves",
                    "rail": "larch-45x70",
                    "post": "post-75x75",
                    "average": "95 mm",
                },
                "height": "480 mm",
            },
            "Average width",
            "5 mm",
            "no pallet board",
        ),
        (
            {
                "construction": {
                    "kind": "framed_sheet",
                    "sheet": "sheet-wave-18",
                    "rail": "larch-45x70",
                    "post": "post-75x75",
                },
                "height": "700 mm",
            },
            "Height",
            "1.2 m",
            "cannot stand",
        ),
        (
            {"outline": {"shape": "l", "length": "3 m", "width": "2 m", "front": "1 m", "left": "1 m"}},
            "Front leg, wide, outside",
            "2.5 m",
            "leaves nothing",
        ),
    ],
)
def test_what_cannot_be_built_is_named_and_the_last_plan_stays(
    page: Page, site: str, changes: dict[str, object], label: str, typed: str, says: str
) -> None:
    bed = make_bed(site, document(name="Refused", **changes))
    open_bed(page, site, bed)
    soil = tape(page, "soil")
    page.get_by_label(label, exact=True).fill(typed)
    expect(page.locator(".wrong").first).to_contain_text(says)
    assert tape(page, "soil") == soil


def test_an_outline_that_crosses_itself_is_refused(page: Page, site: str) -> None:
    bed = new_bed(page, site, "boards")
    page.get_by_label("Its outline is").select_option("polygon")
    saved(page)
    page.get_by_label("Corner after side 2, degrees inside the bed").fill("20")
    expect(page.locator(".wrong").first).to_contain_text("cannot be closed")
    assert design_of(site, bed)["outline"]["sides"][1]["corner"] == 90


@pytest.mark.parametrize("kind", ["sleepers", "staves", "framed_sheet"])
def test_every_form_fits_a_phone_and_satisfies_axe(
    new_context: Callable[..., BrowserContext], site: str, kind: str
) -> None:
    page = new_context(viewport={"width": 390, "height": 844}, has_touch=True, is_mobile=True).new_page()
    page.goto(f"{site}/yard/{yard_of(site)}/new/metric")
    expect(page.locator("[data-kind]")).to_have_count(len(registered()))
    assert no_sideways(page)
    page.locator(f"[data-kind={kind}]").tap()
    saved(page)
    expect(page.locator("#fixings-title")).to_be_visible()
    assert no_sideways(page)
    assert serious_findings(page) == []


def test_a_construction_is_chosen_by_keyboard(page: Page, site: str) -> None:
    page.goto(f"{site}/yard/{yard_of(site)}/new/metric")
    expect(page.locator("[data-kind]")).to_have_count(len(registered()))
    page.locator("[data-kind=boards]").focus()
    page.keyboard.press("Tab")
    page.keyboard.press("Enter")
    saved(page)
    expect(page.get_by_label("Sleepers", exact=True)).to_be_visible()


def test_the_cut_list_tells_ends_and_notches_on_the_screen_and_on_paper(page: Page, site: str) -> None:
    bed = make_bed(
        site,
        document(
            name="Told",
            height=None,
            courses=1,
            construction={
                "kind": "framed_sheet",
                "sheet": "sheet-wave-18",
                "rail": "larch-45x70",
                "post": "post-100x100",
                "post_drop": "20 mm",
            },
            add_ons={"cap": {"board": "2x6", "corner": "mitred"}},
        ),
    )
    page.goto(f"{site}/bed/{bed}/bench")
    told = page.locator("tr.shape")
    expect(told.filter(has_text="mitre at both ends: long edge").first).to_be_visible()
    expect(told.filter(has_text="notch at").first).to_be_visible()
    page.emulate_media(media="print")
    expect(told.filter(has_text="notch at").first).to_be_visible()
