"""The ground of a floor in rectangles across which its boards run."""

from dataclasses import dataclass
from itertools import pairwise

from shapely import LineString

from acrebox.core.construction.floors.frame import FIELD, Run
from acrebox.core.design import BoxFloor
from acrebox.core.errors import refuse
from acrebox.core.shape.bodies import Box
from acrebox.core.shape.outline import Outline
from acrebox.core.shape.vector import UP, X, Y


@dataclass(frozen=True, kw_only=True)
class Cell:
    """A rectangle of the floor [mm]: boards run across it, from a wall to the one across; `turned` where that
    is along x.
    """

    run: Run
    across: Run
    turned: bool

    def box(self, along: Run, across: Run, z: Run) -> Box:
        """A box so far along the cell, across it and up [mm], lying across it."""
        return self._box(along, across, z, lies="across")

    def lengthwise(self, along: Run, across: Run, z: Run) -> Box:
        """The same, lying along it on edge or flat."""
        return self._box(along, across, z, lies="along")

    def _box(self, along: Run, across: Run, z: Run, lies: str) -> Box:
        u, v = (Y, X) if self.turned else (X, Y)
        at = (across[0], along[0], z[0]) if self.turned else (along[0], across[0], z[0])
        sizes = {u: along[1] - along[0], v: across[1] - across[0], UP: z[1] - z[0]}
        long = v if lies == "across" else u
        wide, thick = sorted((axis for axis in sizes if axis != long), key=lambda axis: -sizes[axis])
        return Box(
            origin=at,
            along=long,
            face=wide,
            through=thick,
            length=sizes[long],
            width=sizes[wide],
            thickness=sizes[thick],
        )


def cells_of(face: Outline, choice: BoxFloor) -> list[Cell]:
    """The floor in rectangles across which boards run from wall to wall, the shorter way of the whole.

    Raises DesignError where corners are not square.
    """
    if any(abs(c - 90) > 1e-6 and abs(c - 270) > 1e-6 for c in face.corners) or any(
        min(abs(v) for v in side.along[:2]) > 1e-9 for side in face.sides
    ):
        raise refuse(FIELD, choice.kind, "A floor is laid in a bed of square corners.", "none, or such a bed")
    turned = face.size[1] > face.size[0] + 1e-6
    way = 1 if turned else 0
    x0, y0, x1, y1 = face.polygon.bounds
    marks = sorted({round(p[way], 4) for p in face.points})
    found = []
    for low, high in pairwise(marks):
        middle = (low + high) / 2
        line = LineString(
            [(x0 - 1, middle), (x1 + 1, middle)] if turned else [(middle, y0 - 1), (middle, y1 + 1)]
        )
        cut = face.polygon.intersection(line)
        for part in getattr(cut, "geoms", [cut]):
            met = sorted(p[1 - way] for p in part.coords)
            found.append(Cell(run=(low, high), across=(met[0], met[-1]), turned=turned))
    return found
