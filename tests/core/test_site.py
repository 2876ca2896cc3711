"""Where a bed stands: room round it, ways to it, what it covers, what carries it, its sun."""

from math import hypot, inf
from typing import Any

import pytest
from hypothesis import HealthCheck, assume, given, settings
from hypothesis import strategies as st

from acrebox.core.measure.systems import System
from acrebox.core.plan import open_plan
from acrebox.core.site import Footprint, assembled, ground_plan, here_of, stand
from acrebox.core.yard import Place
from placed import EDGE, bed, lying, planned, ring, told, yard

HOUSE = {"name": "House", "kind": "house", "at": [[0, "12 m"], ["9 m", "12 m"], ["9 m", "11 m"], [0, "11 m"]]}
TAP = {"name": "Tap", "kind": "tap", "at": [["5 m", "10.9 m"]]}
GATE = {"name": "Gate", "kind": "gate", "at": [["16 m", "6 m"]]}
LONG, WIDE = 2400.0, 1200.0


def corners(found: Footprint) -> list[tuple[int, int]]:
    return [(round(x), round(y)) for x, y in found.ring]


def test_a_bed_lies_where_its_front_left_corner_is_and_turns_clockwise_about_it() -> None:
    assert corners(lying(yard())) == [(4000, 6000), (6400, 6000), (6400, 7200), (4000, 7200)]
    turned = yard(at={"Bed": {"x": "4 m", "y": "6 m", "turn": 90}})
    assert corners(lying(turned)) == [(4000, 6000), (4000, 3600), (5200, 3600), (5200, 6000)]


def test_a_bed_follows_a_wall_with_its_back_to_it() -> None:
    """Along the house's south face, which goes from (9, 11) to (0, 11) m: 1 m along it, 50 mm off."""
    follow = {"follow": {"thing": "House", "wall": 3, "along": "1 m", "gap": "50 mm"}}
    found = lying(yard(HOUSE, at={"Bed": follow}))
    assert corners(found) == [(5600, 9750), (8000, 9750), (8000, 10950), (5600, 10950)]
    front = next(side for side in found.sides if side[0] == "front")
    assert front[1][1] == pytest.approx(9750)
    edge = lying(yard(at={"Bed": {"follow": {"wall": 2, "along": "2 m"}}}))
    xs, ys = zip(*edge.ring, strict=True)
    assert (min(xs), max(xs)) == pytest.approx((16_000 - WIDE, 16_000))
    assert (min(ys), max(ys)) == pytest.approx((2000, 2000 + LONG))


@given(st.integers(1, 4), st.integers(0, 8), st.integers(0, 30), st.booleans())
def test_a_bed_along_any_edge_lies_inside_and_touches_it_where_it_is_flush(
    wall: int, along: int, gap: int, turned: bool
) -> None:
    edge = EDGE[::-1] if turned else EDGE
    follow = {"wall": wall, "along": f"{along} m", "gap": f"{gap} mm"}
    of = yard(at={"Bed": {"follow": follow}}, outline=edge)
    plan = ground_plan(of)
    assert plan.edge is not None
    found = lying(of)
    ends = [*plan.edge.exterior.coords]
    a, b = ends[wall - 1], ends[wall]
    long = hypot(b[0] - a[0], b[1] - a[1])
    off = [abs((p[0] - a[0]) * (b[1] - a[1]) - (p[1] - a[1]) * (b[0] - a[0])) / long for p in found.ring]
    assert min(off) == pytest.approx(gap, abs=1e-6)
    assert max(off) == pytest.approx(gap + WIDE, abs=1e-6)
    assert plan.edge.buffer(1).covers(found.polygon) or along * 1000 + LONG > long


def test_room_beside_every_side_and_what_stands_there() -> None:
    """A second bed 500 mm behind it, the house 900 behind that: closed forms."""
    places = {"Bed": {"x": "4 m", "y": "6 m"}, "B": {"x": "4 m", "y": "7.7 m"}}
    of = yard(HOUSE, beds=[bed(), bed("B")], at=places)
    ways = {w.side: w for w in planned(of).site.ways}
    assert ways["back"].clear_mm == pytest.approx(500)
    assert (ways["back"].against, ways["back"].serves) == ("B", "kneeling")
    assert ways["front"].open
    behind = {w.side: w for w in planned(of, "B").site.ways}["back"]
    assert behind.clear_mm == pytest.approx(11_000 - 8900)
    assert behind.against == "House"


def test_reach_is_from_the_sides_that_have_a_way() -> None:
    middle = planned(yard())
    assert middle.site.reach_mm == pytest.approx(WIDE / 2)
    flush = planned(yard(HOUSE, at={"Bed": {"follow": {"thing": "House", "wall": 3, "along": "1 m"}}}))
    assert flush.site.reach_mm == pytest.approx(WIDE)
    assert told(flush)["reach-from-ways"] == "fix"
    corner = yard(
        HOUSE,
        {"name": "Shed", "kind": "shed", "at": [[0, "6 m"], ["2 m", "6 m"], ["2 m", "11 m"], [0, "11 m"]]},
        at={"Bed": {"x": "2.3 m", "y": "9.7 m"}},
    )
    assert {"reach-from-ways", "way-narrow"} <= set(told(planned(corner)))


def test_a_round_bed_is_reached_from_the_quarters_that_are_free() -> None:
    of = yard(beds=[ring("Bed")], at={"Bed": {"x": "4 m", "y": "4 m"}})
    whole = planned(of).site
    assert [w.side for w in whole.ways] == ["front", "right", "back", "left"]
    assert whole.reach_mm == pytest.approx(lying(of).polygon.bounds[2] / 2 - 2000, abs=30)
    low = planned(yard(beds=[ring("Bed")], at={"Bed": {"x": "4 m", "y": "100 mm"}})).site
    assert {w.side: w.serves for w in low.ways}["front"] == "nobody"
    assert (low.reach_mm or inf) > (whole.reach_mm or 0)


def test_a_leg_of_the_bed_itself_stands_beside_its_next() -> None:
    """A U of 3.6 m with legs of 900 mm: 1.8 m between them."""
    legs = {"shape": "u", "length": "3.6 m", "width": "2.2 m", "front": "900 mm", "left": "900 mm"}
    u = bed(outline={**legs, "right": "900 mm"})
    ways = planned(yard(beds=[u])).site.ways
    between = [w.clear_mm for w in ways if w.against == "Bed"]
    assert between == pytest.approx([1800, 1800])


def test_ways_of_the_barrow_and_the_hose_go_round_what_stands_there() -> None:
    """To the barrow, which is 900 mm wide, the nearest place of its middle is 450 mm off the bed."""
    straight = planned(yard(GATE)).site.barrow
    assert straight is not None
    assert straight.long_mm == pytest.approx(16_000 - 6400 - 450, abs=40)
    fence = {"name": "Fence", "kind": "fence", "at": [["10 m", 0], ["10 m", "9 m"]]}
    round_it = planned(yard(GATE, fence)).site.barrow
    assert round_it is not None
    up = hypot(16_000 - 10_450, 9450 - 6000) + hypot(9550 - 6600, 9450 - 7400)
    assert round_it.long_mm == pytest.approx(up + 900, rel=0.05)
    shut = {"name": "Fence", "kind": "fence", "at": [["10 m", 0], ["10 m", "11.5 m"]]}
    blocked = planned(yard(GATE, shut))
    assert blocked.site.barrow is not None
    assert blocked.site.barrow.long_mm is None
    assert told(blocked)["barrow-blocked"] == "fix"
    assert {t.key: t.holds for t in blocked.site.ticks}["barrow"] is False


@pytest.mark.parametrize(
    ("thing", "level"),
    [
        ({"name": "Hatch", "kind": "hatch", "at": [["5 m", "6.5 m"]]}, "stop"),
        ({"name": "Hatch", "kind": "hatch", "at": [["3.5 m", "6.5 m"]]}, "fix"),
        (
            {
                "name": "Field",
                "kind": "drain_field",
                "at": [[4000, 4000], [9000, 4000], [9000, 7000], [4000, 6500]],
            },
            "stop",
        ),
        ({"name": "Gas", "kind": "service", "at": [[0, "5.7 m"], ["16 m", "5.7 m"]]}, "fix"),
    ],
)
def test_what_must_stay_free_is_named(thing: dict[str, Any], level: str) -> None:
    plan = planned(yard(thing))
    assert told(plan)["covers"] == level
    assert {t.key: t.holds for t in plan.site.ticks}["buried"] is False
    assert plan.site.covers[0].thing == thing["name"]
    far = planned(yard(thing, at={"Bed": {"x": "12 m", "y": "9 m"}}))
    assert "covers" not in told(far)


def test_a_deck_carries_what_its_owner_says() -> None:
    deck = {
        "name": "Deck",
        "kind": "deck",
        "at": [["3 m", "5 m"], ["8 m", "5 m"], ["8 m", "9 m"], ["3 m", "9 m"]],
        "may_carry": {"total_kg": "500 kg"},
    }
    plan = planned(yard(deck))
    kg = plan.facts["weight_full"].amount
    assert plan.site.on == "Deck"
    assert kg > 500
    assert told(plan)["place-carries"] == "stop"
    assert told(plan)["stands-elsewhere"] == "fix"
    said = [bed(site={"stands_on": "deck"})]
    strong = planned(yard({**deck, "may_carry": {"total_kg": f"{kg + 1} kg", "kpa": "1.9 kPa"}}, beds=said))
    found = [w.message for w in strong.watch_outs if w.code == "place-carries"]
    assert len(found) == 1
    assert "on each area" in found[0]
    assert "stands-elsewhere" not in told(strong)


def test_slope_wind_and_the_edge() -> None:
    lie = {"fall": "600 mm", "over": "16 m", "toward": "e", "wind_from": "n"}
    plan = planned(yard(HOUSE, lie=lie))
    assert plan.site.fall_mm == pytest.approx(LONG * 600 / 16_000)
    assert plan.site.wind == "sheltered by House"
    turned = planned(yard(lie=lie, north_deg=90))  # the plan's up is east: the bed's 1.2 m lie along the fall
    assert turned.site.fall_mm == pytest.approx(WIDE * 600 / 16_000)
    assert turned.site.wind is not None
    assert "open" in turned.site.wind
    out = planned(yard(at={"Bed": {"x": "15 m", "y": "6 m"}}))
    assert told(out)["beyond-the-yard"] == "fix"
    both = yard(beds=[bed(), bed("B")], at={"Bed": {"x": "4 m", "y": "6 m"}, "B": {"x": "5 m", "y": "6.5 m"}})
    assert told(planned(both))["over-another"] == "fix"


def test_sun_on_the_bed_in_hours_and_in_words() -> None:
    wall = {"name": "Wall", "kind": "wall", "at": [["3 m", "5.5 m"], ["8 m", "5.5 m"]], "height": "3 m"}
    free, shaded = planned(yard()), planned(yard(wall))
    assert free.site.sun is not None
    assert shaded.site.sun is not None
    assert len(free.site.sun.hours_by_month) == 12
    assert free.site.sun.hours_season > 12
    assert shaded.site.sun.hours_season < free.site.sun.hours_season - 2
    assert {s.by for s in shaded.site.sun.shades} == {"Wall"}
    assert free.site.sun.says == "sun evenly over the day; nothing shades it in June"
    east = {"name": "East", "kind": "wall", "at": [["6.6 m", "2 m"], ["6.6 m", "11 m"]], "height": "3 m"}
    late = planned(yard(east)).site.sun
    assert late is not None
    assert late.says.startswith("sun in the afternoon")
    assert late.afternoon > late.morning
    assert planned(yard(latitude=None)).site.sun is None


def test_shade_is_told_by_the_clock_of_the_yard() -> None:
    """At 75° west the mean sun is five hours behind Greenwich: the clock agrees with the sun but for its
    equation of time, under 20 minutes; an hour of summer time moves it.
    """
    east = {"name": "East", "kind": "wall", "at": [["6.6 m", "2 m"], ["6.6 m", "11 m"]], "height": "3 m"}

    def ends(clock: str | None) -> float:
        sun = planned(yard(east, longitude=-75, clock=clock)).site.sun
        assert sun is not None
        hour, minute = next(s for s in sun.shades if s.month == 6).ends.split(":")
        return int(hour) * 60 + int(minute)

    assert ends("Etc/GMT+5") == pytest.approx(ends(None), abs=10)
    assert ends("Etc/GMT+4") == ends("Etc/GMT+5") + 60


def test_a_yard_without_a_plan_asks_nothing_of_a_bed() -> None:
    plan = open_plan(yard().beds[0])
    assert not plan.site.placed
    assert told(plan) == {}


@settings(max_examples=25, suppress_health_check=[HealthCheck.filter_too_much])
@given(st.floats(2700, 12_000), st.floats(2700, 9000), st.floats(-180, 180))
def test_turning_yard_and_bed_together_changes_nothing_but_where_it_lies(
    x: float, y: float, turn: float
) -> None:
    """The same bed in a yard that is drawn turned by a quarter: the same room, reach and hours."""

    def quarter(at: list[Any]) -> list[Any]:
        return [at[1], f"{16_000 - at[0]} mm"]

    plain = [[0, 0], [16_000, 0], [16_000, 12_000], [0, 12_000]]
    wall = [[2000, 3000], [9000, 3500]]
    fence = {"name": "Fence", "kind": "fence"}
    one = yard({**fence, "at": wall}, outline=plain, at={"Bed": {"x": x, "y": y, "turn": turn}}, north_deg=10)
    two = yard(
        {**fence, "at": [quarter(p) for p in wall]},
        outline=[quarter(p) for p in plain],
        at={"Bed": {"x": y, "y": 16_000 - x, "turn": (turn + 90 + 180) % 360 - 180}},
        north_deg=280,
    )
    found = []
    for of in (one, two):
        built = assembled(of.beds[0])
        assert built is not None
        standing = stand(built, "Bed", here_of("Bed", of), System.METRIC)
        assert standing is not None
        assert standing.light is not None
        found.append((standing, standing.light))
    (here, light), (there, other) = found
    # Where it stands in a fence or over the edge, or just wide enough to kneel, a hair decides.
    assume(not here.beyond and all(w.clear > 1 and abs(w.clear - 450) > 1 for w in here.ways))
    assert here.reach == pytest.approx(there.reach, abs=1)
    assert [w.clear for w in here.ways] == pytest.approx([w.clear for w in there.ways], abs=1)
    assert light.hours == pytest.approx(other.hours, abs=0.05)


def test_a_place_is_kept_as_it_was_written() -> None:
    place = Place.model_validate({"x": "4 m", "y": 2500, "turn": 15})
    assert (place.x.mm, place.y.mm) == (4000, 2500)
    assert place.model_dump(mode="json", exclude_none=True)["x"] == "4 m"
