"""Taped corners of any outline: what angles they make, which tape was misread, which corner goes where."""

import random
from math import atan2, cos, degrees, hypot, pi, sin
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from acrebox.core.assembly import Assembly
from acrebox.core.design import read_design
from acrebox.core.errors import DesignError
from acrebox.core.ground import Network, SquareAnswer, Tapes, check_taped, laid, network_of
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.plan import ASSEMBLY, open_plan
from acrebox.core.plan.readings import Taken, follow
from placed import bed, ring

SHOW = Printer(System.METRIC)
LEG = {"length": "3 m", "width": "2.4 m", "front": "900 mm", "left": "900 mm"}


def walked(*sides: tuple[str, float]) -> dict[str, Any]:
    return {"shape": "polygon", "sides": [{"length": long, "corner": angle} for long, angle in sides]}


OUTLINES: dict[str, dict[str, Any]] = {
    "rectangle": {"length": "2.4 m", "width": "1.2 m"},
    "L": {"shape": "l", **LEG},
    "U": {"shape": "u", **LEG, "right": "800 mm"},
    "H": {
        "shape": "h",
        "length": "3 m",
        "width": "2.4 m",
        "left": "900 mm",
        "right": "900 mm",
        "bar": "900 mm",
    },
    "hexagon": {"shape": "regular", "sides": 6, "side": "900 mm"},
    "leaning": walked(("2.4 m", 70), ("1.2 m", 110), ("2.4 m", 70)),
    "kite": walked(("2.4 m", 100), ("1.4 m", 95), ("1.9 m", 80)),
}
BEDS: dict[str, Assembly] = {
    name: open_plan(read_design(bed(name, outline=o)))[ASSEMBLY] for name, o in OUTLINES.items()
}
SPARE = {n: len(network_of(b).ties) - 2 * len(network_of(b).corners) + 3 for n, b in BEDS.items()}


def moved(network: Network, seed: int, far: float) -> list[tuple[float, float]]:
    """Every corner somewhere else, and the whole turned and carried elsewhere: tapes do not see that."""
    dice = random.Random(seed)
    turn, x0, y0 = dice.uniform(-pi, pi), dice.uniform(-1e4, 1e4), dice.uniform(-1e4, 1e4)
    points = [(x + dice.uniform(-far, far), y + dice.uniform(-far, far)) for x, y in network.wanted]
    return [(x0 + x * cos(turn) - y * sin(turn), y0 + x * sin(turn) + y * cos(turn)) for x, y in points]


def tapes(
    network: Network, points: list[tuple[float, float]], noise: float = 0.0, seed: int = 0
) -> dict[str, float]:
    dice = random.Random(seed)
    return {t.name: Network.between(points, t) + dice.gauss(0, noise) for t in network.ties}


def asked(name: str, first: dict[str, float], again: dict[str, float] | None = None) -> SquareAnswer:
    found = check_taped(BEDS[name], Tapes(first, again or {}), SHOW)
    assert found is not None
    return found


@pytest.mark.parametrize("name", BEDS)
@given(st.integers(0, 100_000))
def test_corner_angles_are_recovered_through_noise(name: str, seed: int) -> None:
    network = network_of(BEDS[name])
    points = moved(network, seed, 30)
    found = asked(name, tapes(network, points, 0.3, seed))
    assert found.spare == SPARE[name]
    assert found.suspect is None
    count = len(points)
    for n, corner in enumerate(found.corners):
        (x, y), (a, b), (c, d) = points[n], points[n - 1], points[(n + 1) % count]
        angle = degrees(atan2(b - y, a - x) - atan2(d - y, c - x)) % 360
        assert corner.angle_deg == pytest.approx(angle, abs=0.4)
        assert corner.name == network.corners[n]
    assert sum(c.angle_deg for c in found.corners) == pytest.approx(180 * (count - 2), abs=1e-3)


@pytest.mark.parametrize("name", BEDS)
@given(seed=st.integers(0, 100_000), which=st.integers(0, 50), slip=st.sampled_from([-70.0, 70.0]))
def test_a_misread_tape_is_told_and_named_where_others_check_it(
    name: str, seed: int, which: int, slip: float
) -> None:
    network = network_of(BEDS[name])
    right = tapes(network, moved(network, seed, 30), 0.3, seed)
    wrong_one = network.ties[which % len(network.ties)].name
    checked = laid(network, right).checked[network.names.index(wrong_one)]
    found = asked(name, {**right, wrong_one: right[wrong_one] + slip})
    if abs(slip) * checked**0.5 > 6:
        assert found.suspect is not None
        assert not found.square
        assert found.moves == []
        off = dict(zip(found.suspect.which, found.suspect.off_mm, strict=True))
        assert off[wrong_one] == pytest.approx(slip, abs=8)
    settled = asked(name, {**right, wrong_one: right[wrong_one] + slip}, {wrong_one: right[wrong_one]})
    assert settled.suspect is not None
    assert settled.suspect.which == [wrong_one]
    assert settled.suspect.off_mm == pytest.approx([slip], abs=0.01)


def test_with_tapes_to_spare_the_misread_one_is_named_alone() -> None:
    network = network_of(BEDS["L"])
    right = tapes(network, list(network.wanted))
    found = asked("L", {**right, "corner 1 to corner 4": right["corner 1 to corner 4"] + 100})
    assert found.suspect is not None
    assert found.suspect.which == ["corner 1 to corner 4"]
    assert found.suspect.off_mm == pytest.approx([100], abs=0.01)
    assert found.words == "One tape is misread: corner 1 to corner 4 by 100 mm. Tape it again."
    two = {
        **right,
        "side 1": right["side 1"] + 80,
        "corner 2 to corner 5": right["corner 2 to corner 5"] - 60,
    }
    assert "More than one tape is misread" in asked("L", two).words


@pytest.mark.parametrize("name", BEDS)
@given(n=st.integers(0, 20), way=st.floats(-pi, pi), far=st.floats(25, 60))
def test_a_lone_corner_is_sent_home(name: str, n: int, way: float, far: float) -> None:
    """Moved as it is told, along a side and at a right angle to that, it lies where it should."""
    network = network_of(BEDS[name])
    points = list(network.wanted)
    n %= len(points)
    points[n] = (points[n][0] + far * cos(way), points[n][1] + far * sin(way))
    found = asked(name, tapes(network, points))
    assert found.suspect is None
    assert not found.square
    if len(network.corners) == 4:
        return  # Two corners of four may as well have moved round the other two.
    [move] = found.moves
    assert move.corner == network.corners[n]
    side = next(t for t in network.ties if t.name == move.along)
    other = network.wanted[side.end if side.start == n else side.start]
    home = network.wanted[n]
    ahead = [
        (o - h) / hypot(other[0] - home[0], other[1] - home[1]) for o, h in zip(other, home, strict=True)
    ]
    turned = 1 if side.start == n else -1
    x = points[n][0] + move.by_mm * ahead[0] - move.aside_mm * ahead[1] * turned
    y = points[n][1] + move.by_mm * ahead[1] + move.aside_mm * ahead[0] * turned
    assert (x, y) == pytest.approx(home, abs=0.01)


def test_where_the_corner_of_an_l_goes() -> None:
    """Corner 6 stands 40 mm too far back, in line with side 6: it goes as far towards corner 1."""
    network = network_of(BEDS["L"])
    points = list(network.wanted)
    points[5] = (points[5][0], points[5][1] + 40)
    found = asked("L", tapes(network, points))
    assert found.move is not None
    assert (found.move.corner, found.move.along) == ("corner 6", "side 6")
    assert found.move.by_mm == pytest.approx(40, abs=0.01)
    assert found.words == "Move corner 6 40 mm along side 6, towards corner 1."
    points[5] = (points[5][0] + 10, points[5][1])
    assert asked("L", tapes(network, points)).words.endswith("and 10 mm outwards at a right angle to that.")


def test_a_leaning_bed_is_held_to_its_own_angles() -> None:
    network = network_of(BEDS["leaning"])
    found = asked("leaning", tapes(network, list(network.wanted)))
    assert found.square
    assert found.words == "Every corner is where it should be."
    assert [c.wanted_deg for c in found.corners] == pytest.approx([110, 70, 110, 70])


def test_a_bed_of_many_corners_is_checked_as_soon_as_its_tapes_suffice() -> None:
    network = network_of(BEDS["L"])
    every = tapes(network, list(network.wanted))
    need = 2 * 6 - 3
    first = dict(list(every.items())[:need])
    assert check_taped(BEDS["L"], Tapes(first, {}), SHOW) is None
    enough = asked("L", dict(list(every.items())[: need + 1]))
    assert enough.spare == 1
    # It checks the first four corners, and nothing that leads to the two others.
    assert enough.words.endswith("checks side 4, side 5, side 6, corner 1 to corner 5: tape that again too.")
    assert "No other tape" not in asked("L", every).words
    many = open_plan(read_design(bed("Many", outline={"shape": "regular", "sides": 24, "side": "500 mm"})))[
        ASSEMBLY
    ]
    network = network_of(many)
    points = list(network.wanted)
    points[7] = (points[7][0] + 30, points[7][1])
    answer = check_taped(many, Tapes(tapes(network, points), {}), SHOW)
    assert answer is not None
    assert [m.corner for m in answer.moves] == ["corner 8"]
    assert answer.spare == 20


def test_three_sides_have_nothing_to_check_them() -> None:
    three = open_plan(read_design(bed("Three", outline={"shape": "regular", "sides": 3, "side": "1.5 m"})))[
        ASSEMBLY
    ]
    network = network_of(three)
    answer = check_taped(three, Tapes(tapes(network, list(network.wanted)), {}), SHOW)
    assert answer is not None
    assert (answer.spare, answer.square) == (0, True)
    assert "No other tape checks side 1, side 2, side 3" in answer.words


def test_a_round_bed_is_taped_across() -> None:
    found = open_plan(read_design(ring("Ring")))[ASSEMBLY]
    network = network_of(found)
    assert network.names == (
        "front to back",
        "front right to back left",
        "right to left",
        "back right to front left",
    )
    across = dict(zip(network.names, network.lengths, strict=True))
    answer = check_taped(found, Tapes(across, {}), SHOW)
    assert answer is not None
    assert (answer.square, answer.words) == (True, "It is as round as it should be.")
    pressed = {**across, "front to back": across["front to back"] - 40}
    answer = check_taped(found, Tapes(pressed, {}), SHOW)
    assert answer is not None
    assert answer.words == "Push front and back out by 20 mm each."


def test_a_tape_that_no_corners_have_is_named() -> None:
    network = network_of(BEDS["L"])
    lengths = tapes(network, list(network.wanted))
    with pytest.raises(DesignError) as refused:
        asked("L", {**lengths, "corner 1 to corner 3": 9000.0})
    assert [p.field for p in refused.value.problems] == ["corner 1 to corner 3"]
    bed_ = read_design(bed("L", outline=OUTLINES["L"]))
    long = {**lengths, "corner 1 to corner 3": 9000.0}
    taken = [Taken("tape", "tape", name, None, f"{mm} mm") for name, mm in long.items()]
    followed, problems = follow(bed_, taken, SHOW)
    assert followed.square is None
    assert [p.field for p in problems] == ["tape.corner 1 to corner 3"]
    assert [t.name for t in followed.tapes] == list(network.names)
