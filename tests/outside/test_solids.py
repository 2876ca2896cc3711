"""Parts as real solids, checked by trimesh with manifold3d: watertight, no two in one place, volumes that
add up.
"""

from itertools import combinations
from typing import Any

import numpy as np
import pytest
import trimesh
from hypothesis import given, settings
from manifold3d import Manifold, Mesh64

from acrebox.core.assembly import Assembly, Part
from acrebox.core.construction import assemble
from acrebox.core.design import Design, read_design
from acrebox.core.shape.bodies import Box, Extrusion
from acrebox.core.stock import catalogue
from acrebox.demo import demo_beds
from strategies import any_design, sheet_designs

SPECK_MM = 2e-4
"""How deep two solids that touch may seem to run into each other: a mesh is made of rounded numbers, the
outline of each kept to a ten-thousandth of a millimetre.
"""
# A film so thin over all of a wall is no overlap.
FILM_MM = 1e-4


def mesh(part: Part) -> trimesh.Trimesh:
    """The part as a closed surface of trimesh's."""
    return trimesh.Trimesh(part.body.mesh.points, part.body.mesh.triangles, process=True)


def solid(part: Part) -> Manifold:
    """The same for manifold3d, in doubles: trimesh hands it floats, which part faces that touch."""
    made = part.body.mesh
    return Manifold(Mesh64(np.asarray(made.points, np.float64), np.asarray(made.triangles, np.uint64)))


def near(a: Part, b: Part) -> bool:
    (a0, a1), (b0, b1) = a.body.bounds, b.body.bounds
    return all(min(a1[i], b1[i]) - max(a0[i], b0[i]) > 0.01 for i in range(3))


def face(a: Part, b: Part) -> float:
    """About the face by which two parts can touch [mm²]: that of the smaller one."""
    return float(min(a.body.volume, b.body.volume) ** (2 / 3))


def check(bed: Assembly) -> None:
    meshes = {p.name: mesh(p) for p in bed.parts}
    for part in bed.parts:
        assert meshes[part.name].is_watertight, part.name
        # A round face is drawn as flat ones.
        drawn = 1e-6 if isinstance(part.body, Box | Extrusion) else 0.012
        assert meshes[part.name].volume == pytest.approx(part.body.volume, rel=drawn), part.name
    for a, b in combinations(bed.parts, 2):
        if near(a, b):
            shared = (solid(a) ^ solid(b)).volume()
            assert abs(shared) < SPECK_MM * face(a, b), f"{a.name} and {b.name} share {shared:.1f} mm³"


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
    """The soil's prism less every part in it, by boolean difference, is the volume that the core
    integrates.
    """
    built = assemble(bed, catalogue())
    [room] = built.compartments
    prism = trimesh.Trimesh(room.inside.mesh.points, room.inside.mesh.triangles, process=True)
    assert prism.is_watertight
    stands = {p.name for p in room.parts}
    skins = [p for p in built.parts if p.name not in stands]
    inside = [mesh(p) for p in room.parts if near_box(p, prism)]
    left = trimesh.boolean.difference([prism, *inside], engine="manifold") if inside else prism
    # A mesh goes round a vessel in chords; what the core says of it is exact (held against `fluids`).
    apart = 1e-3 if bed.construction.kind in ("trough", "drum") else 1e-6
    assert built.cavity.litres_to(built.wall_top) * 1e6 == pytest.approx(left.volume, rel=apart)
    for skin in skins:
        if near_box(skin, prism):
            shared = trimesh.boolean.intersection([prism, mesh(skin)], engine="manifold")
            # Two meshes of one round face, each in chords of its own, lie this far apart at most.
            film = FILM_MM if apart < 1e-3 else 1e-2
            assert shared.is_empty or abs(shared.volume) < film * skin.solid.length * skin.solid.width, (
                f"the soil reaches into {skin.name}"
            )


def near_box(part: Part, prism: trimesh.Trimesh) -> bool:
    low, high = part.body.bounds
    return all(min(high[i], prism.bounds[1][i]) - max(low[i], prism.bounds[0][i]) > 0.01 for i in range(3))
