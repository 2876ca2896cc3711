"""The ground between stations against planes and hyperbolic paraboloids, integrated by SciPy or exactly."""

from math import cos, pi, sin

import pytest
import shapely
from hypothesis import assume, given
from hypothesis import strategies as st
from scipy.integrate import dblquad
from shapely import Polygon

from acrebox.core.ground.surface import surface, under, unsure
from acrebox.core.shape.vector import Point2

LITRE = 1e6
shares = st.floats(0.2, 0.8)
slopes = st.floats(-0.3, 0.3)


@st.composite
def outlines(draw: st.DrawFn, square: bool = False) -> list[Point2]:
    """A rectangle, an L, a horseshoe or five to nine corners on a circle, turned in any way [mm]; or `square`
    to the axes.
    """
    long, wide = draw(st.floats(400, 9000)), draw(st.floats(400, 3000))
    a, b = long * draw(shares), wide * draw(shares)
    n = draw(st.integers(5, 9))
    kinds: list[list[Point2]] = [
        [(0, 0), (long, 0), (long, wide), (0, wide)],
        [(0, 0), (long, 0), (long, b), (a, b), (a, wide), (0, wide)],
        [(0, 0), (long, 0), (long, wide), (0.9 * long, wide), (0.9 * long, b), (a, b), (a, wide), (0, wide)],
        [(long / 2 * cos(2 * pi * k / n), long / 2 * sin(2 * pi * k / n)) for k in range(n)],
    ]
    if square:
        return draw(st.sampled_from(kinds[:3]))
    turn = draw(st.floats(0, 2 * pi))
    c, s = cos(turn), sin(turn)
    return [(x * c - y * s, x * s + y * c) for x, y in draw(st.sampled_from(kinds))]


def middles(corners: list[Point2]) -> list[Point2]:
    pairs = zip(corners, [*corners[1:], corners[0]], strict=True)
    return [((a[0] + b[0]) / 2, (a[1] + b[1]) / 2) for a, b in pairs]


def read_at(corners: list[Point2], which: str) -> list[Point2]:
    return {
        "corners": corners,
        "both": [*corners, *middles(corners)],
        "sides": middles(corners),
        "three": corners[:3],
    }[which]


@given(
    outlines(),
    st.sampled_from(["corners", "both", "sides", "three"]),
    slopes,
    slopes,
    st.floats(-200, 200),
    st.sampled_from([-45.0, 0.0, 150.0]),
)
def test_on_a_plane_all_of_it_is_that_plane(
    corners: list[Point2], which: str, along: float, across: float, height: float, by: float
) -> None:
    """The volume over a region is its area times the plane at its centroid."""

    def plane(at: Point2) -> float:
        return height + along * at[0] + across * at[1]

    ground = surface(corners, {at: plane(at) for at in read_at(corners, which)})
    region = Polygon(corners).buffer(by, join_style="mitre")
    assume(not region.is_empty)
    rising, missing = under(ground, region, 0.0)
    exact = region.area * plane((region.centroid.x, region.centroid.y))
    assert (rising - missing) / LITRE == pytest.approx(exact / LITRE, abs=0.1)
    assert unsure(ground, region) / LITRE == pytest.approx(0.0, abs=1e-3)


@given(
    st.tuples(st.floats(400, 9000), st.floats(400, 3000)),
    st.tuples(slopes, slopes, st.floats(-200, 200), st.floats(-200, 200)),
    st.booleans(),
    st.sampled_from([0.0, 40.0]),
)
def test_on_twisted_ground_it_is_out_by_no_more_than_is_told(
    size: tuple[float, float], shape: tuple[float, float, float, float], both: bool, wall: float
) -> None:
    """A rectangle on z = a + bx + cy + dxy, which is straight along every side."""
    (long, wide), (along, across, height, twist) = size, shape

    def z(y: float, x: float) -> float:
        return height + along * x + across * y + twist * x * y / (long * wide)

    corners: list[Point2] = [(0, 0), (long, 0), (long, wide), (0, wide)]
    ground = surface(corners, {(x, y): z(y, x) for x, y in read_at(corners, "both" if both else "corners")})
    region = Polygon(corners).buffer(-wall, join_style="mitre")
    rising, missing = under(ground, region, 0.0)
    exact = dblquad(z, wall, long - wall, wall, wide - wall)[0]
    assert abs(rising - missing - exact) <= unsure(ground, region) + 0.05 * LITRE
    if not both:
        # Four corners: half of what lies between its two diagonals either way.
        share = region.area / (long * wide) if wall else 1.0
        assert unsure(ground, region) <= abs(twist) * long * wide / 12 * 1.001 + 1
        if share == 1.0:
            assert unsure(ground, region) == pytest.approx(abs(twist) * long * wide / 12, rel=1e-6, abs=1)


@given(outlines(square=True), slopes, slopes, st.floats(-200, 200), st.booleans())
def test_on_a_saddle_straight_along_its_sides_any_outline_is_out_by_no_more_than_is_told(
    corners: list[Point2], along: float, across: float, twist: float, both: bool
) -> None:
    """Integrated by the midpoints of the sides of triangles, which is exact for what is quadratic (Strang and
    Fix, An Analysis of the Finite Element Method, table 4.1, as remembered).
    """
    region = Polygon(corners)
    x0, y0, x1, y1 = region.bounds
    size: float = (x1 - x0) * (y1 - y0)

    def z(x: float, y: float) -> float:
        return along * x + across * y + twist * x * y / size

    ground = surface(corners, {at: z(*at) for at in read_at(corners, "both" if both else "corners")})
    exact: float = sum(
        t.area * sum(z(*m) for m in middles([(x, y) for x, y in t.exterior.coords[:3]])) / 3
        for t in shapely.constrained_delaunay_triangles(region).geoms
    )
    rising, missing = under(ground, region, 0.0)
    assert abs(rising - missing - exact) <= unsure(ground, region) + 0.05 * LITRE
