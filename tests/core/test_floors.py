"""Floors of boxes: boards or sheet on bearers, on the ground or hung within a tall box."""

from itertools import pairwise
from typing import Any

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from acrebox.core.assembly import Assembly, Carrier, FloorLoad, of_role
from acrebox.core.choosing.offers import starting_design
from acrebox.core.construction import assemble
from acrebox.core.construction.joining import touching
from acrebox.core.design import read_design
from acrebox.core.errors import DesignError
from acrebox.core.measure.systems import System
from acrebox.core.plan import plan_document
from acrebox.core.stock import catalogue
from acrebox.core.strength.check import loaded_by
from acrebox.core.strength.registry import check
from sample import courses_of
from stands import clear_and_fixed

KINDS = ("boards", "sleepers", "staves", "framed_sheet")
HANGS = ("wall to floor rail", "floor rail to wall")


def boxed(kind: str, floor: dict[str, Any] | None, **outline: Any) -> dict[str, Any]:
    """What a newcomer begins with, about 600 mm high, with a floor."""
    data = starting_design(kind, System.METRIC).document()
    data["outline"] = {"shape": "rectangle", "length": "2.4 m", "width": "1.2 m", **outline}
    data |= {"courses": 3} if kind in ("boards", "sleepers") else {"courses": None, "height": "600 mm"}
    data["construction"] |= {"floor": floor, "post_depth": "none"}
    return {k: v for k, v in data.items() if v is not None}


def built(data: dict[str, Any]) -> Assembly:
    return assemble(read_design(data), catalogue())


@pytest.mark.parametrize("kind", KINDS)
@pytest.mark.parametrize("below", [None, "250 mm"])
@pytest.mark.parametrize("of", ["boards", "sheet"])
def test_a_floor_is_held_and_stands_in_nothing(kind: str, below: str | None, of: str) -> None:
    bed = built(boxed(kind, {"kind": of, "below_rim": below}))
    clear_and_fixed(bed)
    carried(bed)


def carried(bed: Assembly) -> None:
    """Every board lies on a bearer near both of its ends; every bearer on the ground, on legs near its ends,
    or along a wall that it is screwed to.
    """
    boards, bearers = of_role(bed.parts, "floor board"), of_role(bed.parts, "floor bearer")
    legs = of_role(bed.parts, "floor leg")
    assert boards
    for board in boards:
        near(board, [b for b in bearers if touching(board, b)], 180)
    screwed = {name for j in bed.joints if j.kind in HANGS for name in j.parts}
    for bearer in bearers:
        under = [leg for leg in legs if touching(bearer, leg)]
        if abs(bearer.body.bounds[0][2]) > 0.01 and (under or bearer.name not in screwed):
            near(bearer, under, 100)
    assert all(abs(leg.body.bounds[0][2]) < 0.01 for leg in legs)


def near(part: Any, supports: list[Any], most: float) -> None:
    """The first and the last of its supports lie no further than that from the ends of a part [mm]."""
    axis = part.solid.along
    low, high = part.solid.reach(axis)
    at = sorted(sum(s.body.reach(axis)) / 2 for s in supports)
    assert at, part.name
    assert at[0] - low < most, part.name
    assert high - at[-1] < most, part.name


@given(
    st.sampled_from(KINDS),
    st.integers(700, 5000),
    st.integers(600, 1500),
    st.one_of(st.none(), st.integers(150, 400)),
    st.sampled_from(["boards", "sheet"]),
)
def test_a_floor_of_any_size_is_carried_or_refused(
    kind: str, length: int, width: int, below: int | None, of: str
) -> None:
    floor = {"kind": of, "below_rim": f"{below} mm" if below else None}
    try:
        bed = built(boxed(kind, floor, length=f"{length} mm", width=f"{width} mm"))
    except DesignError as refused:
        fields = {p.field.split(".")[0] for p in refused.problems}
        assume(not fields <= {"construction", "outline"})
        raise
    clear_and_fixed(bed)
    carried(bed)


SEAT = {
    "kind": "sleepers",
    "sleeper": "sleeper-50x200",
    "post": "post-75x75",
    "held_by": "corner_blocks",
    "corner": "short_through",
}


def hung(below: str = "300 mm", **more: Any) -> dict[str, Any]:
    """1.2 × 1.1 m inside, three courses of 200 mm, the floor so far below the rim."""
    return courses_of(
        3,
        outline={"shape": "rectangle", "length": "1.2 m", "width": "1.1 m", "measured": "inside"},
        construction={**SEAT, "floor": {"kind": "boards", "below_rim": below}},
        fill={"gap": "0 mm"},
        **more,
    )


def test_a_box_with_a_hung_floor_takes_what_lies_over_it() -> None:
    """1.2 × 1.1 × 0.3 m = 396 L; 600 mm deep it would be 792."""
    plan = plan_document(hung())
    assert plan["inside"]["volume_l"] == pytest.approx(396, abs=0.5)
    assert plan["facts"]["floor_top"]["amount"] == pytest.approx(300)
    assert sum(layer["settled_l"] for layer in plan["fill"]["layers"]) == pytest.approx(396, abs=0.5)
    without = hung()
    del without["construction"]["floor"]
    assert plan_document(without)["inside"]["volume_l"] == pytest.approx(792, abs=0.5)


def test_a_hung_floor_has_its_load_case() -> None:
    """Soil 0.3 m deep of 14 kN/m³ presses with 4.2 kPa; a strip a metre wide bends by w·L² ÷ 8."""
    plan = plan_document(hung(loads={"unit_weight": "14 kN/m3"}))
    [floor] = plan["strength"]["floors"]
    assert floor["pressure_kpa"] == pytest.approx(14 * 0.3)
    assert floor["holds"]
    rows = {r["what"]: r["ratio"] for r in floor["rows"]}
    assert set(rows) >= {"floor", "floor, its bow", "leg", "screws of a rail, to the metre"}
    bed = built(hung())
    bearers = sorted(b.solid.reach((0.0, 1.0, 0.0)) for b in of_role(bed.parts, "floor bearer"))
    span = max(sum(b) / 2 - sum(a) / 2 for a, b in pairwise(bearers))
    moment = 14e-6 * 300 * 1000 * span**2 / 8
    assert f"{moment / 1000:.1f} N·m" in floor["rows"][0]["working"]["ratio"]["working"]
    heavier = plan_document(hung(loads={"unit_weight": "20 kN/m3"}))["strength"]["floors"][0]
    for one, other in zip(floor["rows"], heavier["rows"], strict=True):
        assert other["ratio"] == pytest.approx(one["ratio"] * 20 / 14, abs=1e-3)


@pytest.mark.parametrize(("span", "holds"), [(550, True), (2000, False)])
def test_boards_that_span_too_far_under_soil_do_not_hold(span: float, holds: bool) -> None:
    """27 mm of larch under 4.2 kPa: at 2 m its bow is 3 × 5·w·L⁴ ÷ 384·E·I, far past what is not seen."""
    board = Carrier(stock="larch-27x145", span=span, breadth=1000, depth=27)
    loaded = loaded_by(read_design(hung()).loads, catalogue(), 600, 14)
    found = check(FloorLoad(side="", what="floor", floor=300, board=board, strip=span), loaded)
    assert found.holds is holds
    bow = next(r for r in found.rows if r.words == "bows")
    inertia, e = 1000 * 27**3 / 12, 11030 * 0.9
    assert bow.carries == pytest.approx(3 * 5 * 4.2 * span**4 / (384 * e * inertia), rel=1e-6)


def test_what_a_floor_does_not_carry_is_told() -> None:
    data = hung(loads={"unit_weight": "20 kN/m3", "species": "unknown"})
    assert "floor-weak" not in {w["code"] for w in plan_document(data)["watch_outs"]}
    # Slats of 11/16 in between bearers that are as far apart as under boards of their thickness.
    data["construction"]["floor"] |= {"bearer": "spruce-2x3", "stock": "spruce-1x6", "below_rim": "500 mm"}
    plan = plan_document(data)
    [floor] = plan["strength"]["floors"]
    assert ("floor-weak" in {w["code"] for w in plan["watch_outs"]}) is not floor["holds"]


def test_soil_that_lies_on_a_floor_does_not_push_below_it() -> None:
    low, deep = plan_document(hung()), plan_document(hung("500 mm"))
    stress = [max(m["stress_ratio"] for m in p["strength"]["members"]) for p in (low, deep)]
    assert stress[0] < stress[1]


def test_what_stands_under_a_floor_is_bought() -> None:
    """Pavers under legs on soil, none on paving; boards, bearers and screws in both."""
    soft, hard = plan_document(hung()), plan_document(hung(site={"stands_on": "paving"}))
    items = [{b["item"] for b in p["buying"]} for p in (soft, hard)]
    assert "leg-pad" in items[0]
    assert "leg-pad" not in items[1]
    joints = {f["joint"] for f in soft["fixings"]}
    assert {"floor board to bearer", "floor leg to bearer"} <= joints
    assert {c["role"] for c in soft["cuts"]} >= {"floor board", "floor bearer"}


def balcony(**more: Any) -> dict[str, Any]:
    return courses_of(
        2,
        outline={"shape": "rectangle", "length": "1.2 m", "width": "0.6 m"},
        construction={
            "kind": "boards",
            "board": "larch-27x145",
            "post": "post-75x75",
            "post_depth": "none",
            "floor": {"kind": "boards"},
        },
        site={"stands_on": "paving"},
        **more,
    )


def test_three_sleeved_holes_over_trays_in_a_floor() -> None:
    plan = plan_document(balcony(drainage={"kind": "few_sleeved", "count": 3, "trays": True}))
    assert len(plan["drainage"]["holes"]) == plan["drainage"]["trays"] == 3
    bed = built(balcony())
    for hole in plan["drainage"]["holes"]:
        for part in of_role(bed.parts, "floor bearer"):
            (x0, y0, _), (x1, y1, _) = part.body.bounds
            assert not (x0 <= hole["x_mm"] <= x1 and y0 <= hole["y_mm"] <= y1)
    # A tray fits under it: bearers lie flat, 45 mm high.
    assert min(b.body.bounds[1][2] for b in of_role(bed.parts, "floor bearer")) >= 40


def test_a_floor_of_boards_drains_between_them_and_holds_no_water() -> None:
    plan = plan_document(balcony())
    assert plan["drainage"]["kind"] == "open"
    assert "between the boards" in plan["drainage"]["says"]
    found = {w["code"]: w for w in plan["watch_outs"]}
    assert found["floor-unlined"]["level"] == "fix"
    assert "weeds-first" not in found
    lined = {w["code"] for w in plan_document(balcony(lining={"floor": "fabric"}))["watch_outs"]}
    assert "floor-unlined" not in lined
    for kind in ("plumbed", "sealed"):
        with pytest.raises(DesignError) as refused:
            plan_document(balcony(drainage={"kind": kind}))
        assert refused.value.problems[0].field == "drainage.kind"
    with pytest.raises(DesignError) as dry:
        plan_document(balcony(reservoir={}))
    assert dry.value.problems[0].field == "reservoir"


def test_a_floor_of_sheet_is_drilled_as_metal_one_of_boards_as_wood() -> None:
    holes = {"kind": "holes"}
    wood = plan_document(balcony(drainage=holes))["drainage"]["steps"]
    data = balcony(drainage=holes)
    data["construction"]["floor"] = {"kind": "sheet"}
    metal = plan_document(data)["drainage"]["steps"]
    assert not any("squeals" in s["words"] for s in wood)
    assert any("squeals" in s["words"] for s in metal)
    assert any("end grain" in s["words"] for s in wood)


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"below_rim": "590 mm"}, "construction.floor.below_rim"),
        ({"below_rim": "20 mm"}, "construction.floor.below_rim"),
        ({"stock": "no-such"}, "construction.floor.stock"),
        ({"bearer": "no-such"}, "construction.floor.bearer"),
        ({"kind": "sheet", "stock": "larch-27x145"}, "construction.floor.stock"),
    ],
)
def test_a_floor_that_cannot_be_is_refused_by_its_field(change: dict[str, Any], field: str) -> None:
    data = hung()
    data["construction"]["floor"] |= change
    with pytest.raises(DesignError) as refused:
        built(data)
    assert [p.field for p in refused.value.problems] == [field]


def test_bearers_that_have_no_room_beside_each_other_are_refused() -> None:
    """220 mm outside, boards of 27: 166 mm inside less two posts of 75 leave 16 for two bearers of 70."""
    data = balcony()
    data["outline"]["width"] = "220 mm"
    with pytest.raises(DesignError) as refused:
        built(data)
    assert [p.field for p in refused.value.problems] == ["construction.floor.bearer"]


def test_an_l_has_a_floor_in_each_of_its_legs() -> None:
    data = courses_of(
        2,
        outline={"shape": "l", "length": "2.4 m", "width": "2.0 m", "front": "0.9 m", "left": "0.8 m"},
        construction={
            "kind": "boards",
            "board": "larch-45x195",
            "post": "post-75x75",
            "floor": {"kind": "boards"},
        },
    )
    bed = built(data)
    clear_and_fixed(bed)
    carried(bed)
    assert (
        bed.soil_face.area
        > sum(b.solid.length * b.solid.width for b in of_role(bed.parts, "floor board"))
        > bed.soil_face.area * 0.95
    )
