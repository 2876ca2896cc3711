"""Parts as real solids, checked by trimesh with manifold3d: watertight, no two in one place, volumes that add up."""

from itertools import combinations
from typing import Any

import numpy as np
import pytest
import trimesh
from hypothesis import given, settings

from acrebox.core.assembly import Assembly, Part
from acrebox.core.construction import assemble
from acrebox.core.design import Design, read_design
from acrebox.core.stock import catalogue
from acrebox.demo import demo_beds
from strategies import any_design, sheet_designs

FACES = [(0, 1, 3, 2), (4, 6, 7, 5), (0, 4, 5, 1), (2, 3, 7, 6), (0, 2, 6, 4), (1, 5, 7, 3)]
SPECK_MM3 = 1.0


def mesh(part: Part) -> trimesh.Trimesh:
    """The part as a closed surface, its notches cut out."""
    corners = np.array(part.solid.corners)
    triangles = [t for a, b, c, d in FACES for t in ((a, b, c), (a, c, d))]
    made = trimesh.Trimesh(corners, triangles, process=False)
    if made.volume < 0:
        made.invert()
    for notch in part.solid.notches:
        low, high = (np.array(p) for p in part.solid.notch_bounds(notch))
        made = trimesh.boolean.difference([made, trimesh.creation.box(bounds=[low, high])], engine="manifold")
    return made


def near(a: Part, b: Part) -> bool:
    (a0, a1), (b0, b1) = a.solid.bounds, b.solid.bounds
    return all(min(a1[i], b1[i]) - max(a0[i], b0[i]) > 0.01 for i in range(3))


def check(bed: Assembly) -> None:
    meshes = {p.name: mesh(p) for p in bed.parts}
    for part in bed.parts:
        assert meshes[part.name].is_watertight, part.name
        assert meshes[part.name].volume == pytest.approx(part.solid.volume, rel=1e-6), part.name
    for a, b in combinations(bed.parts, 2):
        if near(a, b):
            shared = trimesh.boolean.intersection([meshes[a.name], meshes[b.name]], engine="manifold")
            assert shared.is_empty or abs(shared.volume) < SPECK_MM3, (
                f"{a.name} and {b.name} share {shared.volume:.1f} mm³"
            )


@settings(max_examples=25)
@given(any_design())
def test_random_designs_are_made_of_real_solids(document: dict[str, Any]) -> None:
    check(assemble(read_design(document), catalogue()))


@settings(max_examples=20)
@given(sheet_designs())
def test_posts_are_notched_for_their_rails(document: dict[str, Any]) -> None:
    check(assemble(read_design(document), catalogue()))


@pytest.mark.parametrize("bed", demo_beds(), ids=lambda b: b.name)
def test_the_sample_yard_is_made_of_real_solids(bed: Design) -> None:
    check(assemble(bed, catalogue()))


@pytest.mark.parametrize("bed", demo_beds(), ids=lambda b: b.name)
def test_the_cavity_is_what_the_parts_leave_of_the_prism(bed: Design) -> None:
    """The soil's prism less every part in it, by boolean difference, is the volume that the core integrates."""
    built = assemble(bed, catalogue())
    prism = trimesh.creation.extrude_polygon(built.soil_face.polygon, built.wall_top)
    inside = [mesh(p) for p in built.parts if near_box(p, prism)]
    left = trimesh.boolean.difference([prism, *inside], engine="manifold")
    assert built.cavity.litres_to(built.wall_top) * 1e6 == pytest.approx(left.volume, rel=1e-6)


def near_box(part: Part, prism: trimesh.Trimesh) -> bool:
    low, high = part.solid.bounds
    return all(min(high[i], prism.bounds[1][i]) - max(low[i], prism.bounds[0][i]) > 0.01 for i in range(3))
