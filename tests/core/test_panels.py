"""Boards to hand as staves, panels in modules, sheets in modules, strips of a sheet, an end left open."""

from collections import defaultdict
from itertools import pairwise
from math import ceil
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from acrebox.core.assembly import SheetPiece, StickPiece, of_role
from acrebox.core.construction import assemble
from acrebox.core.construction.pool import Pool, staves_of_a_board
from acrebox.core.construction.walls import in_modules
from acrebox.core.design import read_design
from acrebox.core.errors import DesignError
from acrebox.core.plan import plan_document
from acrebox.core.stock import catalogue
from sample import document


def pallet(**changes: Any) -> dict[str, Any]:
    """A box of pallet boards 450 mm high, 2.4 × 1.2 m."""
    construction = {"kind": "staves", "average": "95 mm", "rail": "larch-45x70", "post": "post-75x75"}
    return document(
        height="450 mm",
        outline={"shape": "rectangle", "length": "2.4 m", "width": "1.2 m"},
        construction={**construction, **changes},
    )


def notes(plan: dict[str, Any]) -> dict[str, str]:
    return {n["name"]: n["words"] for n in plan["notes"]}


def test_a_board_that_is_two_staves_gives_two_of_one_width() -> None:
    """1.2 m boards at 450 mm: two each. Common practice."""
    widths = [f"{w} mm" for w in (142, 140, 120, 110, 100, 98, 96, 95, 94, 92, 90, 88, 86, 85, 80, 78) * 3]
    bed = assemble(read_design(pallet(widths=widths)), catalogue())
    boards: dict[tuple[int, float], list[float]] = defaultdict(list)
    for part in of_role(bed.parts, "stave"):
        assert isinstance(part.piece, StickPiece)
        assert part.piece.board is not None
        assert part.solid.width <= part.piece.board[1] + 1e-6
        boards[part.piece.board].append(part.solid.width)
    assert {len(staves) for staves in list(boards.values())[:-1]} == {2}
    assert [wide for _, wide in boards] == sorted((wide for _, wide in boards), reverse=True)


@given(st.integers(300, 900), st.sampled_from([0, 10, 15, 40]), st.sampled_from(["2 mm", "6 mm"]))
def test_what_is_set_aside_and_what_the_list_says_are_one_number(high: int, bad: int, kerf: str) -> None:
    plan = plan_document({**pallet(bad_share=bad), "height": f"{high} mm", "bench": {"kerf": kerf}})
    staves = sum(p["role"] == "stave" for p in plan["parts"])
    boards = ceil(staves / staves_of_a_board(1200, high))
    listed = sum(b["count"] for b in plan["buying"] if b["item"] == "pallet-board")
    assert listed == ceil(boards * (1 + bad / 100) - 1e-9)
    assert notes(plan)["set aside"].startswith(f"{listed} boards")
    sawn = [s for s in plan["cutting"]["sticks"] if s["stock"] == "pallet-board"]
    assert len(sawn) == boards
    assert {s["wide_mm"] for s in sawn} == {95}


@given(st.lists(st.integers(30, 145), min_size=4, max_size=30), st.integers(300, 1500), st.integers(1, 3))
def test_no_stave_is_wider_than_its_board_and_none_comes_out_of_more_than_there_is(
    widths: list[int], length: int, each: int
) -> None:
    pool = Pool(sorted((float(w) for w in widths), reverse=True), None, each)
    try:
        laid = pool.take(float(length))
    except LookupError:
        assert sum(widths) * each < length
        return
    assert sum(stave.width for stave in laid) == pytest.approx(length, abs=0.06)
    assert all(stave.width <= stave.board[1] + 1e-6 for stave in laid)
    counts = [sum(s.board == board for s in laid) for board in {s.board for s in laid}]
    assert max(counts) <= each


def test_panels_in_modules_are_whole_ones_and_what_is_left() -> None:
    """2.364 m of skin from panels of 1 m: two whole ones and 364 mm; the ends of 1.2 m run through."""
    plan = plan_document(pallet(panel="1 m", panels="modules", corner="short_through"))
    rails = [p for p in plan["parts"] if p["side"] == "front" and p["name"].endswith("low rail")]
    assert len(rails) == 3
    staves = [p for p in plan["parts"] if p["name"].startswith("front panel 3 ")]
    assert sum(p["width_mm"] for p in staves if p["role"] == "stave") == pytest.approx(364)


@given(st.floats(500, 9000), st.floats(450, 3000), st.sampled_from([0.0, 150.0]))
def test_modules_fill_a_run_and_leave_no_short_end(run: float, module: float, lap: float) -> None:
    joints = in_modules(10.0, 10.0 + run, module, least=300, lap=lap)
    ends = [10.0, *joints, 10.0 + run]
    pieces = [b - a for a, b in pairwise(ends)]
    assert sum(pieces) == pytest.approx(run)
    most = module - (lap / 2 if joints else 0)
    assert max(pieces) <= most + 1e-6
    assert min(pieces) >= min(300, run) - 1e-6 or min(pieces) >= (module - lap) / 2 - 1e-6


def test_low_rails_and_the_top_rail_may_be_of_other_stock() -> None:
    plan = plan_document(pallet(low_rail="larch-45x95", top_rail="larch-45x95"))
    stock = {(p["role"], p["name"].split()[-2]): p["stock"] for p in plan["parts"] if "rail" in p["role"]}
    assert stock["rail", "low"] == "larch-45x95"
    assert stock["rail", "high"] == "larch-45x70"
    assert {p["stock"] for p in plan["parts"] if p["role"] == "top rail"} == {"larch-45x95"}
    with pytest.raises(DesignError) as refused:
        plan_document(pallet(low_rail="2x4"))
    assert refused.value.problems[0].field == "construction.low_rail"


def wave(**changes: Any) -> dict[str, Any]:
    """7.2 m of sheet ripped to 400 mm."""
    construction = {
        "kind": "framed_sheet",
        "sheet": "sheet-wave-18",
        "rail": "larch-45x70",
        "post": "post-75x75",
        "post_drop": "20 mm",
    }
    return document(
        height="400 mm",
        outline={"shape": "rectangle", "length": "7.2 m", "width": "1.2 m"},
        construction={**construction, **changes},
    )


@pytest.mark.parametrize("sheets", ["lap", "butt"])
@pytest.mark.parametrize("footing", ["posts", "frames"])
@pytest.mark.parametrize("face", ["outside", "inside"])
def test_where_sheets_meet_a_post_or_two_studs_stand(sheets: str, footing: str, face: str) -> None:
    """7.2 m from 3 m sheets: whole ones first; what is left of a lap of 150 mm lies half on each."""
    bed = assemble(read_design(wave(sheets=sheets, footing=footing, face=face)), catalogue())
    for side in bed.outline.sides:
        mine = [p for p in of_role(bed.parts, "sheet") if p.side == side.name]
        reach = sorted(side.reach(p.body) for p in mine)
        joins = [b for _, b in reach[:-1]]
        behind = [p for p in bed.parts if p.role.post or p.role.name == "stud"]
        for join in joins:
            lies = [side.reach(p.body) for p in behind if abs(side.depth(p.body)[0]) < 200]
            left = max(join - a for a, b in lies if a < join - 1 and b > join - 1)
            right = max(b - join for a, b in lies if a < join + 1 and b > join + 1)
            # Sheets that lap are screwed through each other into the middle of a stud.
            assert min(left, right) >= (22 if sheets == "lap" else 35)
    pieces = [p.piece for p in of_role(bed.parts, "sheet") if p.side == "front"]
    front = sorted(piece.length for piece in pieces if isinstance(piece, SheetPiece))
    assert len(front) == 3
    assert front[-1] == 3000
    total = 7200 if face == "outside" else 7200 - 2 * 45
    assert sum(front) == pytest.approx(total + (2 * 150 if sheets == "lap" else 0), abs=0.1)


@pytest.mark.parametrize("length", ["24 ft", "20 ft", "15 ft"])
def test_laps_lie_on_studs_and_ask_for_no_posts_of_their_own(length: str) -> None:
    """24 ft with a post every 4 ft: 7 posts a side, as it is built, wherever the sheets end."""
    construction = {
        "kind": "framed_sheet",
        "sheet": "sheet-wave-half",
        "rail": "2x4",
        "post": "4x4",
        "post_limit": "4 ft",
        "stud_limit": "2 ft",
    }
    outline = {"shape": "rectangle", "length": length, "width": "4 ft"}
    bed = assemble(
        read_design(document(height="26 in", outline=outline, construction=construction)), catalogue()
    )
    front = bed.outline.sides[0]
    assert len(bed.post_marks("front")) == ceil(int(length.split()[0]) / 4) + 1
    ends = sorted(front.reach(p.body)[1] for p in of_role(bed.parts, "sheet") if p.side == "front")[:-1]
    upright = [p for p in bed.parts if p.side == "front" and (p.role.post or p.role.name == "stud")]
    assert ends
    sheet = catalogue().find_sheet("sheet-wave-half")
    assert sheet is not None
    lap = sheet.end_lap.mm / 2
    for end in ends:
        behind = [(max(a, end - lap), min(b, end + lap)) for a, b in (front.reach(p.body) for p in upright)]
        assert max(b - a for a, b in behind) >= 35


def test_a_sheet_gives_as_many_strips_as_lie_side_by_side() -> None:
    """836 mm of sheet, strips of 400 mm and cuts of 3 mm: two; of 270 mm: three. Six pieces of whole length
    take three sheets, or two.
    """
    for high, each in ((400, 2), (270, 3)):
        plan = plan_document({**wave(sheets="butt"), "height": f"{high} mm"})
        strips = [s for s in plan["cutting"]["sticks"] if s["stock"] == "sheet-wave-18"]
        assert {s["strips"] for s in strips} == {each}
        bought = sum(b["count"] for b in plan["buying"] if b["unit"] == "sheet")
        assert bought == sum(s["strip"] == 1 for s in strips)
        by_length = {s["length_mm"] for s in strips}
        assert bought == sum(ceil(sum(s["length_mm"] == n for s in strips) / each) for n in by_length)
        assert f"ripped to {high} mm" in notes(plan)["ripped"]


def test_frames_are_joined_stud_to_stud_with_about_four() -> None:
    plan = plan_document(wave(footing="frames"))
    [along] = [f for f in plan["fixings"] if f["joint"] == "frame to frame along"]
    assert along["joints"] == 4
    assert along["count"] == 16


def test_timber_turned_flat_is_not_said_to_measure_otherwise() -> None:
    plan = plan_document(wave(rails="flat"))
    assert "measured-differs" not in [w["code"] for w in plan["watch_outs"]]


OPEN = [
    {"kind": "boards", "board": "larch-45x195", "post": "post-75x75"},
    {"kind": "sleepers", "sleeper": "sleeper-50x200", "post": "post-75x75"},
    {"kind": "staves", "average": "95 mm", "rail": "larch-45x70", "post": "post-75x75"},
    {"kind": "framed_sheet", "sheet": "sheet-wave-18", "rail": "larch-45x70", "post": "post-100x100"},
]


@pytest.mark.parametrize("construction", OPEN, ids=lambda c: c["kind"])
def test_any_bed_on_posts_can_keep_an_end_open_and_says_what_comes_last(construction: dict[str, Any]) -> None:
    stave = construction["kind"] == "staves"
    data = document(
        height="450 mm" if stave else None,
        outline={"shape": "rectangle", "length": "4.2 m", "width": "1.2 m"},
        construction={**construction, "open_end": True, "post_drop": "20 mm"},
        add_ons={"cap": {"board": "larch-27x145"}, "ties": {"count": 1}},
        **({} if stave else {"courses": 1 if "sheet" in construction else 2}),
    )
    plan = plan_document(data)
    words = notes(plan)["open end"]
    last = [p for p in plan["parts"] if p["side"] == "left" and "post" not in p["role"]]
    assert words.startswith("leave left off until the barrow has been in: last of all its ")
    assert plan["facts"]["parts_put_on_last"]["amount"] == len(last)
    assert all(p["name"] in plan["facts"]["parts_put_on_last"]["working"] for p in last)
    assert "open-end" not in [w["code"] for w in plan["watch_outs"]]
    loose = {**data, "construction": {**data["construction"], "post_depth": "none"}}
    assert "open-end" in [w["code"] for w in plan_document(loose)["watch_outs"]]


def test_the_open_end_can_be_named_and_must_be_a_side_that_a_barrow_reaches() -> None:
    sleepers = {"kind": "sleepers", "sleeper": "sleeper-50x200", "post": "post-75x75", "open_end": True}
    data = document(
        height=None,
        courses=2,
        outline={"shape": "rectangle", "length": "2.4 m", "width": "1.2 m"},
        construction={**sleepers, "open_side": "right"},
    )
    assert notes(plan_document(data))["open end"].startswith("leave right off")
    data["construction"]["hung"] = {"side": "back", "obstacle": "1.9 m"}
    data["construction"]["open_side"] = "back"
    with pytest.raises(DesignError) as refused:
        plan_document(data)
    assert refused.value.problems[0].field == "construction.open_side"
    data["construction"]["open_side"] = "north"
    with pytest.raises(DesignError) as refused:
        plan_document(data)
    assert refused.value.problems[0].field == "construction.open_side"
