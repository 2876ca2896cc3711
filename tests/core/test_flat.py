"""Rectangles out of sheets and rolls: nothing overlaps, every cut goes from edge to edge, nothing is missing,
and no bound is over what was found.
"""

import random
from collections import Counter
from collections.abc import Sequence
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from acrebox.core.bench.flat import (
    FlatPiece,
    FlatProblem,
    FlatStock,
    Placed,
    Roll,
    Sheet,
    cut_roll,
    cut_sheets,
    most_of,
)
from acrebox.core.design import read_design
from acrebox.core.errors import DesignError
from acrebox.core.plan import open_plan

SHEETS = (
    FlatStock("large", 30000, 12000, 4000),
    FlatStock("small", 24000, 9000, 2500),
    FlatStock("off-cut", 11000, 7000, 0, 1),
)


def random_pieces(seed: int) -> tuple[FlatPiece, ...]:
    dice = random.Random(seed)
    return tuple(
        FlatPiece(
            f"p{n}",
            dice.randint(500, 24000),
            dice.randint(400, 11000),
            dice.randint(1, 2),
            dice.random() < 0.5,
        )
        for n in range(dice.randint(1, 6))
    )


def by_cuts(placed: Sequence[Placed]) -> bool:
    """Whether pieces come apart by cuts from edge to edge."""
    if len(placed) <= 1:
        return True
    for axis in ("x", "y"):
        size = "along" if axis == "x" else "across"
        for edge in sorted({getattr(p, axis) for p in placed})[1:]:
            before = [p for p in placed if getattr(p, axis) + getattr(p, size) <= edge]
            after = [p for p in placed if getattr(p, axis) >= edge]
            if len(before) + len(after) == len(placed) and before and after:
                return by_cuts(before) and by_cuts(after)
    return False


def check(sheets: Sequence[Sheet], pieces: Sequence[FlatPiece], kerf: int) -> None:
    wanted = {p.key: p for p in pieces}
    assert Counter(p.key for s in sheets for p in s.placed) == {p.key: p.count for p in pieces}
    for sheet in sheets:
        for n, one in enumerate(sheet.placed):
            assert (one.along, one.across) in wanted[one.key].ways()
            assert one.x >= 0
            assert one.x + one.along <= sheet.along
            assert one.y >= 0
            assert one.y + one.across <= sheet.across
            for other in sheet.placed[:n]:
                apart_x = max(one.x - other.x - other.along, other.x - one.x - one.along)
                apart_y = max(one.y - other.y - other.across, other.y - one.y - one.across)
                assert max(apart_x, apart_y) >= kerf
        assert by_cuts(sheet.placed)


@settings(max_examples=8)
@given(st.integers(0, 10_000), st.sampled_from([0, 30]))
def test_sheets_hold_their_pieces_by_cuts_from_edge_to_edge(seed: int, kerf: int) -> None:
    pieces = random_pieces(seed)
    plan = cut_sheets(FlatProblem(pieces, SHEETS, kerf))
    check(plan.sheets, pieces, kerf)
    prices = {s.key: s.price for s in SHEETS}
    assert plan.cost == sum(prices[s.stock] for s in plan.sheets)
    assert plan.bound <= plan.cost
    assert sum(1 for s in plan.sheets if s.stock == "off-cut") <= 1
    area = sum(p.area * p.count for p in pieces)
    assert sum(s.along * s.across for s in plan.sheets) >= area


@given(st.integers(0, 10_000))
def test_a_roll_is_cut_no_longer_than_its_pieces_behind_each_other(seed: int) -> None:
    pieces = random_pieces(seed)
    roll = Roll("roll", 24000, 10000, 350)
    plan = cut_roll(pieces, roll)
    [sheet] = plan.sheets
    check(plan.sheets, pieces, 0)
    assert plan.bound <= plan.cost
    assert plan.cost == -(-sheet.along // 10000) * 350
    assert sheet.along <= sum(p.along * p.count for p in pieces)
    assert sheet.along * roll.across >= sum(p.area * p.count for p in pieces)


def plainly(long: int, wide: int, pieces: Sequence[tuple[int, int, float]]) -> float:
    """The same by trying every cut at every unit."""
    worth = [[0.0] * (wide + 1) for _ in range(long + 1)]
    for x in range(1, long + 1):
        for y in range(1, wide + 1):
            best = max((v for a, b, v in pieces if a <= x and b <= y), default=0.0)
            for k in range(1, x // 2 + 1):
                best = max(best, worth[k][y] + worth[x - k][y])
            for k in range(1, y // 2 + 1):
                best = max(best, worth[x][k] + worth[x][y - k])
            worth[x][y] = best
    return worth[long][wide]


@given(
    st.integers(5, 22),
    st.integers(5, 22),
    st.lists(st.tuples(st.integers(2, 15), st.integers(2, 15), st.integers(1, 90)), min_size=1, max_size=4),
)
def test_raster_points_lose_nothing(long: int, wide: int, pieces: list[tuple[int, int, int]]) -> None:
    sized = [(a, b, float(v)) for a, b, v in pieces]
    found = most_of(long, wide, sized)
    assert found.exact
    assert found.worth == pytest.approx(plainly(long, wide, sized))
    assert sum(n * v for n, (_, _, v) in zip(found.taken, sized, strict=True)) == pytest.approx(found.worth)


def test_a_coarse_raster_is_never_less_than_what_can_be_had() -> None:
    dice = random.Random(4)
    sized = [(dice.randint(700, 2900), dice.randint(600, 2500), 0.0) for _ in range(9)]
    sized = [(a, b, float(a * b)) for a, b, _ in sized]
    found = most_of(30000, 12000, sized)
    assert not found.exact
    assert found.worth >= max(v * (30000 // a) * (12000 // b) for a, b, v in sized)


def test_four_strips_fit_where_a_kerf_leaves_room_for_three() -> None:
    strips = (FlatPiece("strip", 10000, 2500, 4),)
    sheet = (FlatStock("s", 10000, 10000, 100),)
    assert cut_sheets(FlatProblem(strips, sheet)).cost == 100
    assert cut_sheets(FlatProblem(strips, sheet, kerf=30)).cost == 200


def test_corrugation_keeps_its_way() -> None:
    """1.2 m along and 0.8 m across do not fit a sheet 1 m along, but may if they turn."""
    sheet = (FlatStock("s", 10000, 13000, 100),)
    with pytest.raises(DesignError) as refused:
        cut_sheets(FlatProblem((FlatPiece("wall", 12000, 8000, 1),), sheet))
    assert (refused.value.problems[0].field, refused.value.problems[0].value) == ("pieces", "wall")
    turned = cut_sheets(FlatProblem((FlatPiece("wall", 12000, 8000, 1, turns=True),), sheet))
    assert [(p.along, p.across) for p in turned.sheets[0].placed] == [(8000, 12000)]
    with pytest.raises(DesignError):
        cut_roll((FlatPiece("wall", 12000, 8000, 1),), Roll("r", 7000, 10000, 100))
    with pytest.raises(DesignError):
        cut_sheets(FlatProblem((FlatPiece("a", 900, 900, 9),), (FlatStock("o", 1000, 1000, 0, 3),)))


def test_the_same_twice() -> None:
    problem = FlatProblem(random_pieces(77), SHEETS, 20)
    assert cut_sheets(problem) == cut_sheets(problem)
    assert cut_sheets(FlatProblem((), SHEETS)).sheets == ()


def test_what_costs_nothing_without_end_has_no_bound_over_nothing() -> None:
    free = (FlatStock("free", 10000, 10000, 0), FlatStock("sold", 12000, 12000, 500))
    plan = cut_sheets(FlatProblem((FlatPiece("a", 6000, 6000, 3),), free))
    assert (plan.cost, plan.bound) == (0, 0)


def framed(length: str, width: str, height: str) -> Any:
    outline = {"shape": "rectangle", "length": length, "width": width}
    wall = {"kind": "framed_sheet", "sheet": "sheet-wave-18", "rail": "larch-45x70", "post": "post-75x75"}
    document = {"schema": 1, "name": "Framed", "outline": outline, "construction": wall, "height": height}
    return open_plan(read_design(document))


def test_four_walls_come_out_of_one_sheet_that_is_ripped_in_four() -> None:
    """By hand: 4 × 203 mm and 3 kerfs of 3 mm are 821 of 836 mm; the longest wall is 2036 of 2500 mm. Strips
    cut like sticks, each at the price of a sheet, took two sheets and more.
    """
    plan = framed("2036 mm", "1520 mm", "203 mm")
    [row] = [b for b in plan.buying if b.item == "sheet-wave-18"]
    assert (row.count, row.length_mm) == (1, 2500)
    strips = [s for s in plan.cutting.sticks if s.stock == "sheet-wave-18"]
    assert [(s.strip, s.strips) for s in strips] == [(n, 4) for n in (1, 2, 3, 4)]
    assert [s.price for s in strips[1:]] == [0, 0, 0]


@given(st.integers(1200, 6000), st.integers(700, 1500), st.integers(160, 400))
def test_ripped_walls_lie_in_their_sheets(long: int, wide: int, high: int) -> None:
    """Every strip holds its pieces, no sheet more strips than its width gives, and all of them are cut."""
    plan = framed(f"{long} mm", f"{wide} mm", f"{high} mm")
    strips = [s for s in plan.cutting.sticks if s.stock == "sheet-wave-18"]
    rip = next(c.rip_mm for c in plan.cuts if c.stock == "sheet-wave-18")
    most = int((836 + 3) // (rip + 3))
    for strip in strips:
        assert strip.strips <= most
        assert sum(p.length_mm for p in strip.pieces) + 3 * (len(strip.pieces) - 1) <= strip.length_mm + 1e-6
    labels = [p.label for s in strips for p in s.pieces]
    assert sorted(labels) == sorted(p for c in plan.cuts if c.stock == "sheet-wave-18" for p in c.parts)
    section = next(s for s in plan.cutting.sections if s.stock == "sheet-wave-18")
    assert section.bound <= section.cost == pytest.approx(sum(s.price for s in strips))
