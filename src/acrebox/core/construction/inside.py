"""The cavity of a bed with upright walls: the soil's face, less the parts that stand within it."""

from collections.abc import Iterable

from shapely import Polygon as ShapelyPolygon
from shapely import box, prepare

from acrebox.core.assembly import Part
from acrebox.core.shape.cavity import Cavity, prism_less
from acrebox.core.shape.outline import Outline
from acrebox.core.shape.solid import Solid


def cavity_within(face: Outline, top: float, parts: Iterable[Part], floor: float = 0.0) -> Cavity:
    """What soil can fill inside `face` from the floor to the top [mm], less every part that stands in it."""
    outline = face.polygon
    prepare(outline)
    taken: list[tuple[float, float, float]] = []
    for part in parts:
        solid = part.solid
        if not solid.is_upright:
            continue
        (_, _, z0), (_, _, z1) = solid.bounds
        if z1 <= floor or z0 >= top:
            continue
        footprint = ShapelyPolygon(solid.seen_along(2))
        area = footprint.area if outline.contains(footprint) else outline.intersection(footprint).area
        if area > 1e-6:
            taken.append((float(area), z0, z1))
            taken += [(-a, low, high) for a, low, high in _notches(solid, outline)]
    return prism_less(face.area, floor, top, taken)


def _notches(solid: Solid, outline: ShapelyPolygon) -> Iterable[tuple[float, float, float]]:
    """Area [mm²] and heights [mm] that notches give back to the cavity."""
    for notch in solid.notches:
        low, high = solid.notch_bounds(notch)
        area = outline.intersection(box(low[0], low[1], high[0], high[1])).area
        if area > 1e-6:
            yield float(area), low[2], high[2]
