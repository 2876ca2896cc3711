"""Whole walls by PyNiteFEA 3 beside ours: shared boards, posts in the ground, tied rails, boxes on their
corners.
"""

import itertools

import numpy as np
import pytest
from Pynite import FEModel3D

from acrebox.core.construction import assemble
from acrebox.core.design import Loads, read_design
from acrebox.core.stock import catalogue
from acrebox.core.strength.grid import Grid, solve
from acrebox.core.strength.registry import Loaded
from acrebox.core.strength.sides import beam_loads, grid_of
from acrebox.core.strength.soil import push_of
from acrebox.core.strength.walls import walls_of
from builds import WALLS

E_MPA = 1.0
STIFF = 1e9
"""So stiff and so light are all members across their own plane: only what the grid knows of can bend."""


def model(grid: Grid, case: int) -> tuple[FEModel3D, dict[tuple[int, float], str]]:
    """The same grid as frame elements: x along the wall, y up, z outwards; joints as released ends."""
    made = FEModel3D()
    made.add_material("unit", E_MPA, 1e-6, 0.3, 0.0)
    xs = sorted(
        {0.0, grid.length, *(u.at for u in grid.uprights), *(x for x, _ in grid.stops)}
        | {x for b in grid.beams for x in b.joints}
    )
    names = {}
    for n, beam in enumerate(grid.beams):
        made.add_section(f"B{n}", 1e6, beam.stiff, beam.stiff, 1e3)
        for x in xs:
            names[n, x] = made.add_node(f"N{n}_{x:.3f}", x, beam.z, 0.0)
            held = x in (0.0, grid.length)
            made.def_support(names[n, x], True, True, held, True, False, True)
        for a, b in itertools.pairwise(xs):
            member = made.add_member(f"M{n}_{a:.3f}", names[n, a], names[n, b], "unit", f"B{n}")
            if b in beam.joints:
                made.def_releases(member, Ryj=True)
            made.add_member_dist_load(member, "FZ", beam.loads[case], beam.loads[case])
    for k, upright in enumerate(grid.uprights):
        made.add_section(f"U{k}", 1e6, upright.stiff, upright.stiff, 1e3)
        order = sorted(range(len(grid.beams)), key=lambda n: grid.beams[n].z)
        chain = [names[n, upright.at] for n in order]
        for name in chain:
            node = made.nodes[name]
            made.def_support(name, True, True, False, not upright.fixed, False, True)
            assert node is not None
        if upright.fixed:
            foot = made.add_node(f"G{k}", upright.at, 0.0, 0.0)
            made.def_support(foot, True, True, True, True, True, True)
            chain.insert(0, foot)
        for a, b in itertools.pairwise(chain):
            made.add_member(f"P{k}_{a}", a, b, "unit", f"U{k}")
    for x, z in grid.stops:
        nearest = min(range(len(grid.beams)), key=lambda n: abs(grid.beams[n].z - z))
        free = not any(u.at == x for u in grid.uprights)
        made.def_support(names[nearest, x], True, True, True, free, False, True)
    made.analyze()
    return made, names


@pytest.mark.parametrize("bed", WALLS.values(), ids=WALLS)
def test_a_whole_wall_bows_as_finite_elements_have_it(bed: dict[str, object]) -> None:
    made = assemble(read_design(bed), catalogue())
    loads = Loads(on_top=1.0)
    depth = made.wall_top - 25.0
    loaded = Loaded(push_of(loads, 13.5), depth, loads, catalogue())
    wall = max(walls_of(made), key=lambda w: w.length)
    grid = grid_of(wall, beam_loads(wall, loaded), loaded)
    ours = solve(grid)
    for case in range(2):
        fea, names = model(grid, case)
        for n, beam in enumerate(ours.beams):
            xs = sorted(x for m, x in names if m == n)
            at = np.interp(xs, beam.places, beam.line[:, case])
            theirs = [fea.nodes[names[n, x]].DZ["Combo 1"] for x in xs]
            assert at == pytest.approx(theirs, rel=2e-2, abs=max(1e-3, 0.005 * max(beam.bow)))
