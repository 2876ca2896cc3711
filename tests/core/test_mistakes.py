"""Mistakes of the trade that are caught: each with a bed that makes it and one that does not."""

from typing import Any

import pytest

from acrebox.core.errors import DesignError
from acrebox.core.plan import plan_document
from acrebox.core.stock import catalogue
from sample import courses_of, document

SLEEPERS = {"kind": "sleepers", "sleeper": "sleeper-100x200", "post": "post-100x100"}
BOARDS = {"kind": "boards", "board": "larch-45x195", "post": "post-75x75"}
BOX = {"shape": "rectangle", "length": "2.4 m", "width": "1.2 m"}


def said(data: dict[str, Any]) -> dict[str, dict[str, Any]]:
    """The watch-outs of a bed by code."""
    return {w["code"]: w for w in plan_document(data)["watch_outs"]}


def sleepers(courses: int = 2, **more: Any) -> dict[str, Any]:
    return courses_of(courses, outline=BOX, construction=SLEEPERS, **more)


@pytest.mark.parametrize(
    ("depth", "how"),
    [
        ("120 mm", None),
        ("100 mm", None),
        ("60 mm", "turn it over"),
        ("50 mm", "turn it over"),
        ("45 mm", "core"),
    ],
)
def test_what_the_saw_does_not_go_through_is_cut_from_more_faces(depth: str, how: str | None) -> None:
    """A sleeper 100 mm thick: 50 mm from each of two faces meet, 45 mm do not."""
    found = said(sleepers(bench={"depth": depth})).get("two-sided-cut")
    assert (found is None) if how is None else (found is not None and how in found["action"])
    if found:
        assert found["level"] == "note"
        assert "100 mm thick" in found["message"]


def test_nothing_is_said_of_a_saw_that_nobody_measured() -> None:
    assert "two-sided-cut" not in said(sleepers())


@pytest.mark.parametrize(("field", "typed"), [("depth", "-5 mm"), ("depth", "2 m"), ("kerf", "20 mm")])
def test_a_saw_that_no_one_has_is_refused_by_its_field(field: str, typed: str) -> None:
    with pytest.raises(DesignError) as refused:
        plan_document(sleepers(bench={field: typed}))
    assert [p.field for p in refused.value.problems] == [f"bench.{field}"]


@pytest.mark.parametrize(("courses", "low"), [(1, True), (2, True), (3, False)])
def test_a_rim_under_400_mm_is_hard_on_backs(courses: int, low: bool) -> None:
    """Courses of 195 mm: 195, 390 and 585."""
    assert ("low-bed" in said(courses_of(courses, outline=BOX, construction=BOARDS))) is low


@pytest.mark.parametrize(
    ("board", "post", "wood"),
    [
        ("spruce-2x8", "post-4x4", "Spruce"),
        ("larch-45x195", "post-4x4", "Larch"),
        ("oak-45x195", "post-4x4", None),
        ("oak-45x195", "post-75x75", "Larch"),
    ],
)
def test_wood_in_the_ground_is_told_by_how_long_it_lasts_there(
    board: str, post: str, wood: str | None
) -> None:
    """Posts of treated pine last 15 years and more in the ground; oak 10; spruce and larch less."""
    found = said(courses_of(2, outline=BOX, construction={**BOARDS, "board": board, "post": post}))
    told = found.get("wood-in-ground")
    assert (told is None) if wood is None else (told is not None and told["message"].startswith(wood))


def test_on_a_deck_no_wood_is_in_the_ground() -> None:
    bed = courses_of(2, outline=BOX, construction=BOARDS, site={"stands_on": "deck"})
    assert "wood-in-ground" not in said(bed)


def test_every_wood_lasts_less_in_the_ground_than_over_it() -> None:
    for wood in catalogue().species:
        assert wood.ground_years[0] < wood.ground_years[1]
        assert wood.ground_years[0] <= wood.life_years[0]
        assert wood.ground_years[1] <= wood.life_years[1]


def test_old_railway_sleepers_are_named_apart_from_other_old_wood() -> None:
    old = {**SLEEPERS, "sleeper": "sleeper-used-130x250"}
    used = said(courses_of(2, outline=BOX, construction=old))
    assert used["creosote"]["level"] == "fix"
    assert "reclaimed" not in used
    assert "creosote" not in said(sleepers())


def test_boards_with_a_tongue_are_laid_with_gaps() -> None:
    """135 mm × 3 % = 4 mm from dry to wet, half of it left in the joint."""
    board = {**BOARDS, "board": "larch-tg-28x135"}
    assert "2 mm" in said(courses_of(3, outline=BOX, construction=board))["boards-move"]["action"]
    assert "boards-move" not in said(courses_of(3, outline=BOX, construction=BOARDS))


def filled(*materials: str) -> dict[str, Any]:
    layers = [{"material": m, "share": 100 / len(materials)} for m in materials]
    return courses_of(2, outline=BOX, construction=BOARDS, fill={"layers": layers})


@pytest.mark.parametrize(
    ("code", "has", "lacks"),
    [
        ("weedkiller-left", ("manure", "compost"), ("compost", "topsoil-blend")),
        ("weedkiller-left", ("straw", "compost"), ("leaves", "topsoil-blend")),
        ("lead-in-soil", ("garden-soil", "compost"), ("topsoil-blend", "compost")),
    ],
)
def test_what_bought_soil_may_carry(code: str, has: tuple[str, ...], lacks: tuple[str, ...]) -> None:
    assert code in said(filled(*has))
    assert code not in said(filled(*lacks))


def test_ground_that_lies_open_is_cleared_of_weeds_first() -> None:
    bed = courses_of(2, outline=BOX, construction=BOARDS)
    assert "150 mm" in said(bed)["weeds-first"]["action"]
    assert "weeds-first" not in said({**bed, "site": {"stands_on": "paving"}})


@pytest.mark.parametrize(
    ("construction", "says"),
    [
        (BOARDS, "Drill 22 mm through a board"),
        ({"kind": "ring", "sheet": "sheet-wave-18", "sheets": 5}, "through a valley"),
        ({"kind": "blocks", "block": "400x200x200"}, "joint between two blocks"),
    ],
)
def test_a_pipe_for_water_goes_in_before_the_soil(construction: dict[str, Any], says: str) -> None:
    outline = {"shape": "circle"} if construction["kind"] == "ring" else BOX
    size = {"height": "600 mm", "courses": None} if construction["kind"] == "ring" else {}
    data = {**courses_of(2, outline=outline, construction=construction), **size}
    found = said({k: v for k, v in data.items() if v is not None})
    assert says in found["water-before-soil"]["action"]


def test_a_hose_into_a_reservoir_wants_a_check_against_backflow() -> None:
    trough = {
        "schema": 1,
        "name": "T",
        "outline": {"shape": "oval", "length": "1.8 m", "width": "0.6 m"},
        "height": "600 mm",
        "construction": {"kind": "trough"},
    }
    assert "backflow" in said({**trough, "reservoir": {}})
    assert "backflow" not in said(trough)


@pytest.mark.parametrize(("kind", "says"), [("trough", "deeper one"), ("boards", "Add a course")])
def test_what_gives_roots_more_depth_is_what_the_bed_has(kind: str, says: str) -> None:
    bed = courses_of(1, outline=BOX, construction=BOARDS)
    if kind == "trough":
        bed = document(
            height="250 mm",
            outline={"shape": "oval", "length": "1.2 m", "width": "0.6 m"},
            construction={"kind": "trough"},
        )
    action = said(bed)["root-depth"]["action"]
    assert says in action
    assert ("loosen" in action) == (kind == "boards")


def test_boards_to_hand_that_leave_none_to_spare() -> None:
    """19 boards at 90 mm: what is left of them is held against 15 % for bad ones."""

    def staves(count: int) -> dict[str, Any]:
        return document(
            height="500 mm",
            outline={"shape": "rectangle", "length": "1.2 m", "width": "0.8 m"},
            construction={
                "kind": "staves",
                "stave": "pallet-board",
                "widths": ["95 mm"] * count,
                "rail": "larch-45x70",
                "post": "post-75x75",
            },
        )

    facts = plan_document(staves(80))["facts"]
    used = 80 - int(facts["boards_spare"]["amount"])
    assert "few-spare" not in said(staves(80))
    assert "few-spare" in said(staves(used + 1))
