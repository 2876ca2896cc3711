"""What beds hold on a slope against solids, by manifold3d: the room down to the ground, less the ground and
what stands in it.
"""

from typing import Any

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from manifold3d import CrossSection, FillRule, Manifold, Mesh64, OpType
from shapely import Polygon

from acrebox.core.choosing import starting_design
from acrebox.core.construction import registered
from acrebox.core.design import read_design
from acrebox.core.ground import corner_places
from acrebox.core.ground.level import trench_of
from acrebox.core.measure.systems import System
from acrebox.core.plan import ASSEMBLY, open_plan
from acrebox.core.shape.bodies import Loft
from acrebox.core.shape.bodies.face import polygons
from acrebox.core.shape.ground import Triangle

DEEP = 900.0
OPEN = [kind for kind in registered() if not starting_design(kind, System.METRIC).construction.floored]
BUILT: list[tuple[str, dict[str, str]]] = [
    *((kind, {}) for kind in OPEN),
    ("framed_sheet", {"face": "inside"}),
    ("framed_sheet", {"footing": "frames"}),
]


def upright(piece: Polygon, low: float, high: float) -> Manifold:
    """A piece of the plan drawn up from one height to another."""
    rings = [np.array(ring.coords[:-1]) for ring in (piece.exterior, *piece.interiors)]
    return CrossSection(rings, FillRule.EvenOdd).extrude(high - low).translate([0, 0, low])


def column(piece: Polygon, triangle: Triangle) -> Manifold:
    """What of the ground lies under a piece of the plan, up to a triangle's plane."""
    a, b, c = (np.array(p) for p in triangle)
    normal = np.cross(b - a, c - a)
    normal *= np.sign(normal[2]) / np.linalg.norm(normal)
    return upright(piece, -DEEP, DEEP).trim_by_plane(-normal, float(-normal @ a))


def solid_of(mesh: Any) -> Manifold:
    return Manifold(Mesh64(mesh.points, mesh.triangles.astype(np.uint64)))


@pytest.mark.parametrize(("kind", "more"), BUILT)
@given(
    st.lists(st.integers(-60, 60), min_size=8, max_size=8),
    st.sampled_from(["dig_in", "build_up", "hang", "legs"]),
)
def test_a_bed_on_a_slope_holds_what_lies_between_its_walls_and_the_ground(
    kind: str, more: dict[str, str], heights: list[int], school: str
) -> None:
    """Of every construction, on ground that is planar or twisted, levelled by every school; waves are
    followed in steps of 5 mm.
    """
    begun = starting_design(kind, System.METRIC).document()
    begun["construction"] = {**begun["construction"], **more}
    flat = open_plan(read_design(begun))[ASSEMBLY]
    stations = [{"at": at, "height": f"{h} mm"} for at, h in zip(corner_places(flat), heights, strict=False)]
    design = read_design({**begun, "ground": {"stations": stations, "school": school}})
    bed = open_plan(design)[ASSEMBLY]
    ground, [room] = bed.ground, bed.compartments
    assert ground is not None
    assert isinstance(room.inside, Loft)
    foot = Polygon(room.inside.levels[0][1].points)
    packed = trench_of(bed, design.ground.trench.mm) if school in ("dig_in", "build_up") else Polygon()
    wide = Polygon(bed.outline.points).buffer(300, join_style="mitre")
    earth = [upright(p, -DEEP, 0.0) for p in polygons(wide.intersection(packed))]
    for triangle in ground.triangles:
        shape = Polygon([p[:2] for p in triangle]).intersection(wide)
        earth += [column(p, triangle) for p in polygons(shape)]
    whole = upright(foot, -DEEP, 0.0) + solid_of(room.inside.mesh)
    gone = [*earth, *(solid_of(p.body.mesh) for p in room.parts)]
    left = Manifold.batch_boolean([whole, *gone], OpType.Subtract)
    assert room.cavity.litres_to(room.cavity.top) == pytest.approx(left.volume() / 1e6, rel=2e-4)
