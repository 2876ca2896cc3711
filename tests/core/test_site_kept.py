"""Beds on the plan together: what a deck carries of them, where boxes are kept, beds in line and in rows."""

from math import hypot
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import LineString, Polygon
from shapely.affinity import rotate

from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.site import in_a_row, lined_up, lying_in, placed_at
from acrebox.core.yard import Place
from placed import bed, lying, planned, ring, told, yard

METRIC, IMPERIAL = Printer(System.METRIC), Printer(System.IMPERIAL)
DECK_AT = [["2 m", "2 m"], ["10 m", "2 m"], ["10 m", "8 m"], ["2 m", "8 m"]]
STORE_AT = [[0, 0], ["3 m", 0], ["3 m", "2 m"], [0, "2 m"]]


def deck(**more: Any) -> dict[str, Any]:
    return {"name": "Deck", "kind": "deck", "at": DECK_AT, **more}


def two(*things: dict[str, Any], **more: Any) -> Any:
    """Two beds alike, 1 m apart."""
    at = {"Bed": {"x": "3 m", "y": "3 m"}, "Other": {"x": "3 m", "y": "5.2 m"}}
    return yard(*things, beds=[bed(), bed("Other")], at=at, **more)


def test_what_stands_on_one_deck_is_carried_together() -> None:
    """By hand: a bed alone weighs half of two alike; the deck that may carry one does not carry both."""
    alone = planned(yard(deck(), at={"Bed": {"x": "3 m", "y": "3 m"}})).carried
    both = planned(two(deck())).carried
    assert alone.beside == []
    assert both.beside == ["Other"]
    assert both.all_kg == pytest.approx(2 * alone.kg)
    assert both.kpa == pytest.approx(alone.kpa)
    assert alone.kpa == pytest.approx(alone.kg * 9.80665 / (2.4 * 1.2) / 1000)
    one_and_a_half = f"{alone.kg * 1.5:.0f} kg"
    may = deck(may_carry={"total_kg": one_and_a_half})
    assert "place-carries" not in told(planned(yard(may, at={"Bed": {"x": "3 m", "y": "3 m"}})))
    plan = planned(two(may))
    assert told(plan)["place-carries"] == "stop"
    said = next(w.message for w in plan.watch_outs if w.code == "place-carries")
    assert "with Other" in said
    assert METRIC.weight(2 * alone.kg) in said


def test_a_bed_beside_the_deck_is_not_on_it() -> None:
    at = {"Bed": {"x": "3 m", "y": "3 m"}, "Other": {"x": "3 m", "y": "9 m"}}
    plan = planned(yard(deck(), beds=[bed(), bed("Other")], at=at))
    assert plan.carried.beside == []
    assert planned(yard(deck(), beds=[bed(), bed("Other")], at=at), "Other").carried is None


def test_a_deck_of_which_nobody_has_said_what_it_carries_is_asked_about_once() -> None:
    soil = planned(two(deck()))
    assert told(soil)["place-carries"] == "fix"
    standing = bed(site={"stands_on": "deck"})
    there = planned(yard(deck(), beds=[standing], at={"Bed": {"x": "3 m", "y": "3 m"}}))
    assert "place-carries" not in told(there)
    assert [w.code for w in there.watch_outs if w.code == "carried-unknown"] == ["carried-unknown"]
    stated = deck(may_carry={"kpa": "20 kPa"})
    quiet = planned(yard(stated, beds=[standing], at={"Bed": {"x": "3 m", "y": "3 m"}}))
    assert not [w for w in quiet.watch_outs if w.code in ("carried-unknown", "place-carries")]
    assert "20.00 kPa" in quiet.carried.says


def test_a_bed_stands_so_far_off_a_hatch() -> None:
    """The lid is 600 mm wide about (6, 6) m: 400 mm off its lower side the back lies at 5.3 m."""
    hatch = {"name": "Lid", "kind": "hatch", "at": [["6 m", "6 m"]]}
    follow = {"follow": {"thing": "Lid", "wall": 1, "along": 0, "gap": "400 mm"}}
    found = lying(yard(hatch, at={"Bed": follow}))
    ys = [y for _, y in found.ring]
    assert (min(ys), max(ys)) == pytest.approx((4100, 5300))
    assert told(planned(yard(hatch, at={"Bed": follow}))).get("covers") is None
    near = {"follow": {**follow["follow"], "gap": "100 mm"}}
    assert told(planned(yard(hatch, at={"Bed": near})))["covers"] == "fix"


def test_a_rim_is_wanted_as_high_as_a_sill() -> None:
    """Two courses of 195 mm are 390 mm high."""
    at = {"x": "4 m", "y": "6 m"}
    assert "rim-elsewhere" not in told(planned(yard(at={"Bed": {**at, "top": "390 mm"}})))
    plan = planned(yard(at={"Bed": {**at, "top": "450 mm"}}))
    said = next(w.message for w in plan.watch_outs if w.code == "rim-elsewhere")
    assert "60 mm too low" in said


def test_a_barrow_wants_room_to_turn() -> None:
    """A yard 1.1 m wider than the bed on every side lets a barrow by, but nowhere turn in 1.2 m."""
    narrow = [[0, 0], ["4.4 m", 0], ["4.4 m", "3.2 m"], [0, "3.2 m"]]
    gate = {"name": "Gate", "kind": "gate", "at": [[0, "500 mm"]]}
    tight = planned(yard(gate, outline=narrow, at={"Bed": {"x": "1 m", "y": "1 m"}}))
    assert told(tight)["barrow-turns"] == "note"
    assert not next(t for t in tight.site.ticks if t.key == "barrow").holds
    roomy = planned(yard(gate, outline=narrow, at={"Bed": {"x": "1 m", "y": "1.9 m"}}))
    assert "barrow-turns" not in told(roomy)


def test_where_a_box_is_kept() -> None:
    store = {"name": "Lean-to", "kind": "store", "at": STORE_AT}
    plan = planned(two(store))
    kept = plan.site.store
    assert kept.fits
    assert kept.thing == "Lean-to"
    assert (kept.take_mm2, kept.area_mm2) == pytest.approx((2 * 2400 * 1200, 3000 * 2000))
    small = {**store, "at": [[0, 0], ["2 m", 0], ["2 m", "2 m"], [0, "2 m"]]}
    assert told(planned(two(small)))["store-small"] == "note"
    bigger = {"name": "Garage", "kind": "store", "at": STORE_AT}
    assert planned(two(small, bigger)).site.store.thing == "Garage"
    blocks = {
        "schema": 1,
        "name": "Bed",
        "outline": {"length": "2.4 m", "width": "1.2 m"},
        "construction": {"kind": "blocks", "block": "16x8x8"},
        "courses": 2,
    }
    assert planned(yard(store, beds=[blocks], at={"Bed": {"x": "4 m", "y": "6 m"}})).site.store is None


def test_a_store_is_full_for_the_bed_that_no_longer_goes_in() -> None:
    """3 × 2 m: the first box of 2.4 × 1.2 m leaves strips 0.6 and 0.8 m wide; 3 × 2.4 m takes both."""
    store = {"name": "Lean-to", "kind": "store", "at": STORE_AT}
    whole = two(store)
    first, second = (told(planned(whole, name=name)) for name in ("Bed", "Other"))
    assert "store-full" not in first
    assert second["store-full"] == "note"
    assert "store-small" not in first | second
    larger = {**store, "at": [[0, 0], ["3 m", 0], ["3 m", "2.4 m"], [0, "2.4 m"]]}
    assert "store-full" not in told(planned(two(larger), name="Other"))
    # What does not lie in one lies in the next.
    more = {
        "name": "Shed",
        "kind": "store",
        "at": [["6 m", 0], ["9 m", 0], ["9 m", "1.5 m"], ["6 m", "1.5 m"]],
    }
    assert planned(two(store, more), name="Other").site.store.thing == "Lean-to"
    assert "store-full" not in told(planned(two(store, more), name="Other"))


@given(
    st.floats(500, 6000), st.floats(500, 6000), st.floats(300, 6000), st.floats(300, 6000), st.integers(0, 89)
)
def test_a_box_fits_a_square_room_when_its_sides_do(
    a: float, b: float, wide: float, deep: float, turn: int
) -> None:
    room = rotate(Polygon([(0, 0), (a, 0), (a, b), (0, b)]), turn, origin=(0, 0))
    fits = (wide <= a and deep <= b) or (deep <= a and wide <= b)
    slack = min(abs(wide - a), abs(deep - b), abs(deep - a), abs(wide - b))
    if slack > 5:
        lies = lying_in(room, (wide, deep))
        assert (lies is not None) is fits
        assert lies is None or room.buffer(2).covers(lies)


def test_a_box_goes_into_a_leg_of_a_room_but_not_round_its_corner() -> None:
    corner = Polygon([(0, 0), (4000, 0), (4000, 1300), (1300, 1300), (1300, 4000), (0, 4000)])
    assert lying_in(corner, (2400, 1200)) is not None
    assert lying_in(corner, (2400, 1400)) is None


turns = st.integers(-179, 180)
far = st.integers(3000, 9000)


@given(far, far, turns, st.sampled_from(["left", "right", "lower", "upper"]))
def test_lined_up_edges_are_level(x: int, y: int, turn: int, edge: str) -> None:
    of = yard(beds=[bed()], at={"Bed": {"x": f"{x} mm", "y": f"{y} mm", "turn": turn}})
    target = [(1000.0, 2000.0), (2500.0, 2100.0), (2000.0, 3300.0)]
    place = lined_up(lying(of), of.places["Bed"], target, edge, METRIC)  # type: ignore[arg-type]
    moved = lying(of.model_copy(update={"places": {"Bed": place}}))
    axis, most = (
        (0, max if edge == "right" else min)
        if edge in ("left", "right")
        else (1, max if edge == "upper" else min)
    )
    assert most(p[axis] for p in moved.ring) == pytest.approx(most(p[axis] for p in target), abs=1)
    other = 1 - axis
    assert moved.corner[other] == pytest.approx((x, y)[other], abs=1)
    assert moved.turn % 360 == pytest.approx(turn % 360)


@given(turns, st.integers(1, 5), st.sampled_from(["right", "left", "back", "front"]), st.integers(0, 1500))
def test_beds_in_a_row_have_the_path_between_them(turn: int, times: int, toward: str, path: int) -> None:
    of = yard(beds=[bed()], at={"Bed": {"x": "8 m", "y": "6 m", "turn": turn}})
    first = lying(of)
    row = in_a_row(first, of.places["Bed"], times, toward, path, METRIC)  # type: ignore[arg-type]
    assert len(row) == times
    before = first
    for place in row:
        after = lying(of.model_copy(update={"places": {"Bed": place}}))
        assert before.polygon.distance(after.polygon) == pytest.approx(path, abs=2.5)
        assert before.polygon.intersection(after.polygon).area < 5000
        before = after
    step = hypot(*(a - b for a, b in zip(before.corner, first.corner, strict=True))) / times
    size = 2400 if toward in ("right", "left") else 1200
    assert step == pytest.approx(size + path, abs=1)


def test_a_row_goes_the_way_the_bed_looks() -> None:
    of = yard(beds=[bed()], at={"Bed": {"x": "8 m", "y": "6 m"}})
    for toward, at in {
        "right": (11_000, 6000),
        "left": (5000, 6000),
        "back": (8000, 7800),
        "front": (8000, 4200),
    }.items():
        [place] = in_a_row(lying(of), of.places["Bed"], 1, toward, 600, METRIC)  # type: ignore[arg-type]
        assert (place.x.mm, place.y.mm) == at


def test_a_round_bed_keeps_its_box_when_it_is_lined_up() -> None:
    of = yard(beds=[ring("Bed")], at={"Bed": {"x": "8 m", "y": "6 m"}})
    found = lying(of)
    place = lined_up(found, of.places["Bed"], [(1000, 1000), (3000, 4000)], "left", METRIC)
    moved = lying(of.model_copy(update={"places": {"Bed": place}}))
    assert min(x for x, _ in moved.ring) == pytest.approx(1000, abs=1)
    assert LineString(moved.ring).length == pytest.approx(LineString(found.ring).length)


def test_a_place_is_typed_in_the_units_of_the_yard_on_either_side_of_its_beginning() -> None:
    metric = placed_at((1234.4, -500), 190, Place(), METRIC)
    assert (metric.x.text, metric.y.text, metric.turn) == ("1234 mm", "-500 mm", -170)
    feet = placed_at((-1409.7, 0.2), 0, Place(top="18 in"), IMPERIAL)
    assert feet.x.text == "-4' 7 1/2\""
    assert feet.x.mm == pytest.approx(-1409.7)
    assert feet.y.mm == 0
    assert feet.top is not None
    assert feet.top.mm == pytest.approx(457.2)


@pytest.mark.parametrize(
    ("show", "mm", "text"),
    [(METRIC, 9149, "9.1 m"), (METRIC, 400, "0.4 m"), (IMPERIAL, 9144, "30′"), (IMPERIAL, 1500, "4′ 11″")],
)
def test_how_far_to_walk_is_told_no_finer_than_one_walks(show: Printer, mm: float, text: str) -> None:
    assert show.walk(mm) == text


def test_what_two_people_lift_is_what_they_say() -> None:
    """A box of larch planks that weighs some 100 kg, built in the shed 8 m away."""
    shed = {"name": "Shed door", "kind": "workshop", "at": [["15 m", "6 m"]]}
    plan = planned(yard(shed, at={"Bed": {"x": "4 m", "y": "6 m"}}))
    said = next(w.message for w in plan.watch_outs if w.code == "carried-far")
    assert "about 50 kg" in said
    strong = planned(yard(shed, at={"Bed": {"x": "4 m", "y": "6 m"}}, two_lift="150 kg"))
    assert "carried-far" not in told(strong)
    weak = planned(yard(shed, at={"Bed": {"x": "4 m", "y": "6 m"}}, two_lift="20 kg"))
    assert "carry 20 kg" in next(w.message for w in weak.watch_outs if w.code == "carried-far")
