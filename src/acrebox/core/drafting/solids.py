"""The parts as solids: surfaces of triangles, the edges worth drawing, and how each moves when the bed is
pulled apart.
"""

from collections.abc import Mapping
from math import hypot

from pydantic import BaseModel, ConfigDict

from acrebox.core.assembly import Assembly, Part


class SolidPart(BaseModel):
    """One part: points [mm] as x, y, z in a row; triangles and edges by the numbers of their points.

    `material` gives its colour; `apart` is how far it moves [m] along x, y and z for each metre the bed
    is pulled apart.
    """

    model_config = ConfigDict(frozen=True)

    id: str
    material: str
    points: list[float]
    triangles: list[int]
    edges: list[int]
    apart: tuple[float, float, float]


class Solids(BaseModel):
    """Every part, and the box round the bed: its length, width and height [mm]."""

    model_config = ConfigDict(frozen=True)

    parts: list[SolidPart]
    size: tuple[float, float, float]


def solids(bed: Assembly, labels: Mapping[str, str]) -> Solids:
    """The surfaces of all parts of a bed."""
    top = len(bed.course_heights) or 1
    length, width = bed.outline.size
    return Solids(
        parts=[_solid(p, labels[p.name], top, bed) for p in bed.parts], size=(length, width, bed.wall_top)
    )


def _solid(part: Part, label: str, top: int, bed: Assembly) -> SolidPart:
    mesh = part.body.mesh
    return SolidPart(
        id=label,
        material=part.role.solid,
        points=[round(v, 2) + 0.0 for v in mesh.points.reshape(-1).tolist()],
        triangles=mesh.triangles.reshape(-1).tolist(),
        edges=[n for edge in part.body.edges for n in edge],
        apart=_apart(part, top, bed),
    )


def _apart(part: Part, top: int, bed: Assembly) -> tuple[float, float, float]:
    """Outwards from its side by its role, up by its course or over everything."""
    role = part.role
    up = role.up if isinstance(role.up, float) else (part.course or 1) - 1 if role.up == "course" else top
    side = next((s for s in bed.outline.sides if s.name == part.side), None)
    x, y = side.inward[:2] if side else _to_the_middle(part, bed)
    return round(-role.out * x, 6) + 0.0, round(-role.out * y, 6) + 0.0, float(up)


def _to_the_middle(part: Part, bed: Assembly) -> tuple[float, float]:
    """Unit direction from a part of no side to the middle of a round bed; nowhere where it stands round it,
    or the bed has sides.
    """
    if bed.outline.corners:
        return 0.0, 0.0
    (x0, y0, _), (x1, y1, _) = part.body.bounds
    long, wide = bed.outline.size
    x, y = long / 2 - (x0 + x1) / 2, wide / 2 - (y0 + y1) / 2
    far = hypot(x, y)
    return (x / far, y / far) if far > wide / 20 else (0.0, 0.0)
