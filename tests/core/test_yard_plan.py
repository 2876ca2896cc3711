"""The plan of a yard: corners by distances, off walls and by two tapes; what is measured twice."""

from math import cos, hypot, isclose, radians, sin
from typing import Any

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from acrebox.core.errors import DesignError
from acrebox.core.yard import Yard, check_yard, read_yard

EDGE = [[0, 0], ["16 m", 0], ["16 m", "12 m"], [0, "12 m"]]

OFF = {"by": "offset", "along": 0, "off": 0}


def yard(*things: dict[str, Any], **more: Any) -> dict[str, Any]:
    return {"schema": 1, "units": "metric", "outline": EDGE, "things": list(things), **more}


def thing(*at: Any, kind: str = "fence", name: str = "It", **more: Any) -> dict[str, Any]:
    return {"name": name, "kind": kind, "at": list(at), **more}


def read(data: dict[str, Any]) -> Yard:
    return check_yard(read_yard(data))


def faults(data: dict[str, Any]) -> list[str]:
    with pytest.raises(DesignError) as refused:
        read(data)
    return [p.field for p in refused.value.problems]


def corner(data: dict[str, Any], name: str = "It", n: int = 0) -> tuple[float, float]:
    return read(data).measured().corners[name][n]


def tape(n: int, length: Any, thing: str = "yard") -> dict[str, Any]:
    return {"of": {"thing": thing, "corner": n}, "length": length}


def test_two_tapes_meet_in_a_right_angle() -> None:
    """3, 4, 5: on the yard's front edge a corner 3 m to the right, one 5 m off it and 4 m off the first."""
    post = thing([0, 0], ["3 m", 0], name="Post", kind="fence")
    taped = {"by": "tapes", "tapes": [tape(1, "5 m", "Post"), tape(2, "4 m", "Post")]}
    assert corner(yard(post, thing(taped, kind="tree"))) == pytest.approx((3000, 4000))
    right = {**taped, "side": "right"}
    assert corner(yard(post, thing(right, kind="tree"))) == pytest.approx((3000, -4000))


@given(st.floats(100, 15_900), st.floats(100, 11_900), st.sampled_from([(1, 2), (2, 3), (3, 4), (4, 1)]))
def test_a_corner_taped_from_two_others_lies_where_it_was(x: float, y: float, ends: tuple[int, int]) -> None:
    edge = [(0.0, 0.0), (16_000.0, 0.0), (16_000.0, 12_000.0), (0.0, 12_000.0)]
    far = [hypot(x - edge[n - 1][0], y - edge[n - 1][1]) for n in (1, 2, 3, 4)]
    taped = {
        "by": "tapes",
        "tapes": [tape(n, far[n - 1]) for n in ends],
        "checks": [tape(n, far[n - 1]) for n in (1, 2, 3, 4) if n not in ends],
    }
    made = read(yard(thing(taped, kind="tree"))).measured()
    assert made.corners["It"][0] == pytest.approx((x, y), abs=0.2)
    assert all(abs(m.off) < 0.2 for m in made.misfits)
    assert len(made.misfits) == 2


def test_a_third_tape_says_by_how_much_it_does_not_agree() -> None:
    taped = {"by": "tapes", "tapes": [tape(1, "5 m"), tape(2, "13 m")], "checks": [tape(4, "9.2 m")]}
    [misfit] = read(yard(thing(taped, kind="tree"))).measured().misfits
    x, y = 3500.0, (25e6 - 3500.0**2) ** 0.5  # (16² + 5² − 13²) ÷ 32 = 3.5 m along
    assert misfit.found == pytest.approx(hypot(x, 12_000 - y))
    assert misfit.off == pytest.approx(9200 - misfit.found)
    assert misfit.where == "things.0.at.0"


def test_an_offset_goes_into_the_yard_away_from_a_house_and_left_of_a_line() -> None:
    house = thing([0, "12 m"], ["9 m", "12 m"], ["9 m", "11 m"], [0, "11 m"], kind="house", name="House")
    off = {"by": "offset", "along": "4 m", "off": "1 m"}
    assert corner(yard(thing({**off, "wall": 1}, kind="tap"))) == pytest.approx((4000, 1000))
    assert corner(yard(thing({**off, "wall": 2}, kind="tap"))) == pytest.approx((15_000, 4000))
    from_house = {**off, "thing": "House", "wall": 3}
    assert corner(yard(house, thing(from_house, kind="tap"))) == pytest.approx((5000, 10_000))
    turned = {**house, "at": house["at"][::-1]}
    again = {**off, "thing": "House", "wall": 1}
    assert corner(yard(turned, thing(again, kind="tap"))) == pytest.approx((4000, 10_000))
    line = thing(["2 m", "2 m"], ["10 m", "2 m"], name="Line")
    left = {**off, "thing": "Line", "wall": 1}
    assert corner(yard(line, thing(left, kind="tap"))) == pytest.approx((6000, 3000))
    right = {**left, "off": "-1 m"}
    assert corner(yard(line, thing(right, kind="tap"))) == pytest.approx((6000, 1000))


@given(st.floats(0, 360), st.floats(0, 9000), st.floats(-3000, 3000))
def test_an_offset_is_a_right_angle_in_any_direction(angle: float, along: float, off: float) -> None:
    a = radians(angle)
    line = thing([0, 0], [9000 * cos(a), 9000 * sin(a)], name="Line")
    spot = {"by": "offset", "thing": "Line", "wall": 1, "along": along, "off": off}
    x, y = corner(yard(line, thing(spot, kind="tree"), outline=None))
    assert x * cos(a) + y * sin(a) == pytest.approx(along, abs=1e-6)
    assert -x * sin(a) + y * cos(a) == pytest.approx(off, abs=1e-6)


def test_triangles_that_do_not_close_are_named_with_what_would_close_them() -> None:
    short = {"by": "tapes", "tapes": [tape(1, "2 m"), tape(2, "13 m")]}
    apart = {"by": "tapes", "tapes": [tape(1, "30 m"), tape(2, "13 m")]}
    for taped, says in ((short, "too short together"), (apart, "differ by more")):
        with pytest.raises(DesignError) as refused:
            read(yard(thing(taped, kind="tree")))
        [problem] = refused.value.problems
        assert problem.field == "things.0.at.0.tapes"
        assert says in problem.message
        assert "16000 mm" in problem.message


@pytest.mark.parametrize(
    ("data", "field"),
    [
        (yard(thing(["-3 m", 5], kind="tap", name="Tap"), thing(["20 m", 5], kind="hatch")), "things.1.at.0"),
        (yard(places={"Bed": {"x": "17 m", "y": "1 m"}}), "places.Bed"),
        (yard(latitude=95), "latitude"),
        (yard(thing([0, 0], [1, 1], height="0 mm")), "things.0.height"),
        (yard(thing([0, 0], [1000, 0], kind="wal")), "things.0.kind"),
        (yard(thing([0, 0], kind="fence")), "things.0.at"),
        (yard(thing([0, 0], [0, 0], kind="fence")), "things.0.at.1"),
        (yard(thing([0, 0], [1, 1]), thing([5, 0], [1, 1])), "things.1.name"),
        (yard(thing({**OFF, "wall": 5}, kind="tap")), "things.0.at.0.wall"),
        (
            yard(thing({"by": "offset", "thing": "House", "wall": 1, "along": 0, "off": 0})),
            "things.0.at.0.thing",
        ),
        (yard(thing({"x": "wide", "y": 0}, kind="tap")), "things.0.at.0.x"),
        (yard(outline=[[0, 0], [1000, 0]]), "outline"),
        (yard(clock="Moon/Tranquility"), "clock"),
        (yard(places={"Bed": {"follow": {"thing": "House"}}}), "places.Bed.follow.thing"),
    ],
)
def test_what_cannot_be_drawn_is_named(data: dict[str, Any], field: str) -> None:
    assert field in faults(data)


def test_what_shades_the_yard_may_lie_beyond_its_edge() -> None:
    assert corner(yard(thing(["-3 m", "5 m"], kind="tree"))) == (-3000, 5000)


@given(st.lists(st.tuples(st.integers(0, 16), st.integers(0, 12)), min_size=3, max_size=6, unique=True))
def test_a_yard_that_is_read_is_written_as_it_was(corners: list[tuple[int, int]]) -> None:
    data = yard(outline=[[f"{x} m", f"{y} m"] for x, y in corners])
    made = read_yard(data)
    again = read_yard(made.document())
    assert again == made
    assert isclose(sum(x for x, _ in made.measured().corners["yard"]), sum(x for x, _ in corners) * 1000)
    assume(len(corners) > 3)
    assert len(made.outline or ()) == len(corners)
