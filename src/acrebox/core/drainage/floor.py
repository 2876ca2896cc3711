"""The floor of a bed as water finds it: where it can be drilled."""

from dataclasses import dataclass
from functools import cached_property

from shapely import Polygon, unary_union
from shapely.geometry.base import BaseGeometry

from acrebox.core.assembly import Assembly, Part, SheetPiece
from acrebox.core.drainage.limits import drain_limit
from acrebox.core.measure.systems import System

OVER_MM = 5.0
"""How far over its lowest point a floor is cut to see how wide it is: one that is round lies on its line."""


@dataclass(frozen=True)
class Floor:
    """A floor seen from above [mm], its height, and what bears it from below; how much further a pipe goes
    that leaves through its wall; what it is of.
    """

    outline: Polygon
    height: float
    borne: BaseGeometry
    through: float = 0.0
    of: str = "plastic"

    @cached_property
    def middle(self) -> tuple[float, float]:
        """Its middle [mm]."""
        return self.outline.centroid.x, self.outline.centroid.y

    def open_to(self, edge: float, clear: float) -> BaseGeometry:
        """Where the middle of a hole may lie: so far off the walls, so far off what bears it [mm]."""
        return self.outline.buffer(-edge, join_style="mitre").difference(self.borne.buffer(clear))


def floor_of(bed: Assembly) -> Floor | None:
    """The floor of a vessel, and the blocks that bear it; None where it has none."""
    room = bed.compartments[0].inside
    low = room.bounds[0][2]
    faces = room.section(2, low + OVER_MM)
    if not faces:
        return None
    outline = max((f.polygon for f in faces), key=lambda p: p.area)
    bearing = [p.body for p in bed.parts if p.role.bears]
    floor = [p for p in bed.parts if p.role.floor and not p.role.bears]
    laid = floor or [p for p in bed.parts if p.role.skin]
    of = "metal" if any(_of_metal(p) for p in laid) else "timber" if laid[0].role.floor else "plastic"
    return Floor(outline, low, unary_union([f.polygon for b in bearing for f in b.seen_from_above]), of=of)


def _of_metal(part: Part) -> bool:
    return isinstance(part.piece, SheetPiece) or part.role.solid == "metal"


def sheet_floor(bed: Assembly, built: System) -> Floor:
    """The floor of a bed that is open below and has a sheet laid in it."""
    through = bed.wall_thickness + drain_limit("pipe_out", built)
    return Floor(bed.soil_face.polygon, bed.compartments[0].inside.bounds[0][2], Polygon(), through)
