"""Bodies, rooms and ground against closed forms and trimesh with manifold3d (general-purpose libraries)."""

from math import pi

import numpy as np
import pytest
import trimesh
from hypothesis import given
from hypothesis import strategies as st
from shapely import Polygon, box

from acrebox.core.assembly import Compartment, StickPiece, role
from acrebox.core.assembly.parts import Part
from acrebox.core.shape.bodies import (
    Body,
    Box,
    Corners,
    Extrusion,
    Loft,
    LyingCylinder,
    Notch,
    Oval,
    Swept,
    overlap,
    shared_volume,
)
from acrebox.core.shape.cavity import cavity_of, together
from acrebox.core.shape.ground import ground_between
from acrebox.core.shape.vector import UP, X, Y

BLOCK = box(0, 0, 397, 194).difference(box(30, 30, 190, 164)).difference(box(207, 30, 367, 164))
POST = Box((0, 0, -300), UP, X, Y, 900, 75, 75, notches=(Notch((300, 370), (0, 75), (0, 45)),))
BODIES: dict[str, Body] = {
    "post": POST,
    "block": Extrusion(BLOCK, (0, 0, 0), UP, X, Y, 194),
    "channel": Extrusion(
        Polygon([(0, 0), (40, 0), (40, 3), (3, 3), (3, 40), (0, 40)]), (5, 6, 7), X, Y, UP, 900
    ),
    "ring": Swept(box(740, 0, 745, 600), (900, 900)),
    "bent sheet": Swept(box(740, 0, 745, 600), (900, 900), 20, 75),
    "trough": Loft(
        ((0, Oval((0, 0), 285, 900)), (320, Oval((0, 0), 305, 900))),
        Loft(((20, Oval((0, 0), 280, 900)), (320, Oval((0, 0), 300, 900)))),
    ),
    "half drum": LyingCylinder(start=(0, 0, 292.5), along=X, length=880, radius=292.5, top=292.5),
}
ROUND = {"ring", "bent sheet", "trough", "half drum"}


@pytest.mark.parametrize("name", BODIES)
def test_a_body_is_watertight_and_as_large_as_its_surface(name: str) -> None:
    body = BODIES[name]
    mesh = trimesh.Trimesh(body.mesh.points, body.mesh.triangles, process=True)
    assert mesh.is_watertight
    # A round body's surface is flat pieces of a ninety-sixth of a turn: 0.07 % less than the body.
    assert mesh.volume == pytest.approx(body.volume, rel=8e-4 if name in ROUND else 1e-9)
    assert np.allclose(np.array(body.bounds), mesh.bounds, atol=1e-6 if name not in ROUND else 1.0)


@pytest.mark.parametrize("name", BODIES)
def test_areas_by_height_add_up_to_the_volume(name: str) -> None:
    body = BODIES[name]
    assert sum(a.litres_to(a.z1) for a in body.areas) * 1e6 == pytest.approx(body.volume, rel=1e-6)


@pytest.mark.parametrize("name", BODIES)
@pytest.mark.parametrize("axis", [0, 1, 2])
def test_a_section_is_how_fast_the_body_grows_there(name: str, axis: int) -> None:
    """The volume between two near planes, by manifold3d, over their distance."""
    body = BODIES[name]
    low, high = body.bounds
    at, near = low[axis] + (high[axis] - low[axis]) * 0.43, 0.05
    normal = tuple(float(n == axis) for n in range(3))
    between = body.mesh.manifold.trim_by_plane(normal, at - near)
    between = between.trim_by_plane(tuple(-n for n in normal), -(at + near))
    area = sum(f.polygon.area for f in body.section(axis, at))
    assert area == pytest.approx(between.volume() / (2 * near), rel=2e-3)


def test_a_block_seen_from_above_shows_its_two_cores_and_a_trough_its_circles() -> None:
    [block] = BODIES["block"].seen_from_above
    assert len(block.holes) == 2
    [cut] = BODIES["trough"].footprint(200)
    assert len(cut.holes) == 1
    assert {round(c.radius, 2) for c in cut.circles} == {297.5, 292.0}


def test_what_stands_in_a_notch_does_not_overlap_and_what_fills_more_does() -> None:
    rail = Box((-200, 0, 0), X, UP, Y, 600, 70, 45)
    assert not overlap(POST, rail)
    assert overlap(POST, Box((-200, 0, 0), X, UP, Y, 600, 80, 45))
    assert shared_volume(POST, Box((-200, 0, 0), X, UP, Y, 600, 80, 45)) == pytest.approx(10 * 75 * 45)


def test_a_tapered_oval_holds_its_prismatoid_and_not_the_mean_of_its_rims() -> None:
    """Straight .9 m, r .28 → .30 m, h .3 m: .2358938 m³ (closed form; the mean of the two areas is wrong)."""
    inside = Loft(((0, Oval((0, 0), 280, 900)), (300, Oval((0, 0), 300, 900))))
    assert inside.volume / 1e9 == pytest.approx(0.2358938, abs=5e-8)
    mean = 300 * sum(pi * r**2 + 2 * r * 900 for r in (280, 300)) / 2 / 1e9
    assert mean == pytest.approx(0.235957, abs=1e-6)


def test_half_a_drum_lying_and_filled_to_a_quarter_of_its_diameter() -> None:
    """D .585 m, L .88 m: 118.264 L, to D/4 46.242 L (circular segment, closed form; also `fluids`)."""
    cavity = cavity_of(BODIES["half drum"].areas, [])
    assert cavity.litres_to(292.5) == pytest.approx(118.264, abs=1e-3)
    assert cavity.litres_to(585 / 4) == pytest.approx(46.242, abs=1e-3)
    assert cavity.height_of(46.242) == pytest.approx(585 / 4, abs=0.01)


def test_two_tiers_filled_alike_hold_the_sum() -> None:
    low, high = (Loft(((z, Corners(square(500))), (z + 300, Corners(square(500))))) for z in (0.0, 400.0))
    both = together([Compartment("low", low).cavity, Compartment("high", high).cavity])
    assert both.litres_to(200) == pytest.approx(2 * 0.25 * 200)


def square(side: float) -> tuple[tuple[float, float], ...]:
    return ((0.0, 0.0), (side, 0.0), (side, side), (0.0, side))


def stick_at(box_: Box) -> Part:
    return Part(name="post", role=role("mid post"), body=box_, piece=StickPiece(stock="x", finished=1.0))


heights = st.floats(-150, 150)


@given(st.tuples(heights, heights, heights, heights, heights))
def test_a_room_over_sloping_ground_holds_what_lies_above_the_ground(zs: tuple[float, ...]) -> None:
    """The prism between two surfaces, each part of it worked out by trimesh on the same triangles."""
    corners = [(0.0, 0.0), (2000.0, 0.0), (2000.0, 1000.0), (0.0, 1000.0), (900.0, 400.0)]
    ground = ground_between([(x, y, z) for (x, y), z in zip(corners, zs, strict=True)])
    room = Loft(((0.0, Corners(tuple(corners[:4]))), (400.0, Corners(tuple(corners[:4])))))
    over = Compartment("bed", room, (), ground).cavity.litres_to(400.0)
    by_hand = sum(
        abs(Polygon([p[:2] for p in t]).area) * (400.0 - sum(p[2] for p in t) / 3) for t in ground.triangles
    )
    assert over == pytest.approx(by_hand / 1e6, rel=1e-6)
    post = Box((700.0, 300.0, -500.0), UP, X, Y, 800.0, 75.0, 75.0)
    less = Compartment("bed", room, (stick_at(post),), ground).cavity.litres_to(400.0)
    stands = sum(s.litres_to(300.0) for s in ground.over(box(700, 300, 775, 375), 300.0))
    assert over - less == pytest.approx(stands, abs=1e-6)


def test_ground_that_does_not_reach_round_the_bed_is_told() -> None:
    ground = ground_between([(0.0, 0.0, 0.0), (100.0, 0.0, 0.0), (0.0, 100.0, 0.0)])
    with pytest.raises(ValueError, match="whole bed"):
        ground.over(box(0, 0, 500, 500), 300.0)
    assert ground.height_at((10.0, 10.0)) == 0.0


def test_a_leaning_strut_takes_its_room_from_the_soil() -> None:
    """A stick at 45° through a room: what manifold3d shares out of it."""
    c = 2**-0.5
    strut = Box((100.0, 200.0, 0.0), (c, 0.0, c), (-c, 0.0, c), Y, 400.0, 50.0, 50.0)
    room = Loft(((0.0, Corners(square(600))), (300.0, Corners(square(600)))))
    bare, less = Compartment("bed", room), Compartment("bed", room, (stick_at(strut),))
    gone = bare.cavity.litres_to(300.0) - less.cavity.litres_to(300.0)
    assert gone * 1e6 == pytest.approx(shared_volume(strut, room), rel=1e-6)
