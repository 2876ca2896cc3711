"""A corner from above, course by course: how the sides meet, and where the post stands."""

from collections.abc import Mapping

from shapely import Polygon as ShapelyPolygon
from shapely import box

from acrebox.core.assembly import Assembly, Part, Role
from acrebox.core.drafting.model import Shape, View, ring

REACH = 3.2
IN_THE_CORNER = (Role.WALL, Role.SLEEPER, Role.SHEET, Role.STAVE, Role.RAIL, Role.STUD)


def draw_corners(bed: Assembly, labels: Mapping[str, str]) -> list[View]:
    """The first corner in the first course, and in the second where that one is made otherwise."""
    first = _corner(bed, labels, 1)
    second = _corner(bed, labels, 2) if len(bed.course_heights) > 1 else None
    if second is None or [s.points for s in second.shapes] == [s.points for s in first.shapes]:
        return [first]
    return [first, second]


def _corner(bed: Assembly, labels: Mapping[str, str], course: int) -> View:
    """What lies at the middle of a course within reach of the outline's first corner."""
    at = sum(bed.course_heights[: course - 1]) + bed.course_heights[course - 1] * 0.5
    if bed.course_heights[course - 1] == bed.wall_top and any(p.role is Role.RAIL for p in bed.parts):
        at = next(p.solid.bounds[0][2] + 5.0 for p in bed.parts if p.role is Role.RAIL)
    reach = REACH * max(bed.wall_thickness, 60.0)
    x, y = bed.outline.ring[0]
    window = box(x - reach * 0.3, y - reach * 0.3, x + reach, y + reach)
    shapes = []
    for part in bed.parts:
        low, high = part.solid.bounds
        if not (part.role in IN_THE_CORNER or part.role.is_post) or not low[2] < at < high[2]:
            continue
        if low[0] > x + reach or low[1] > y + reach:
            continue
        cut = _clipped(part, at, window)
        if cut:
            shapes.append(Shape(kind="cut", part=labels[part.name], role=part.role, points=ring(cut)))
    title = f"Corner, course {course}" if len(bed.course_heights) > 1 else "Corner"
    return View(name=f"corner {course}", title=title, shapes=shapes, dimensions=[])


def _clipped(part: Part, at: float, window: ShapelyPolygon) -> list[tuple[float, float]]:
    points = part.solid.cut_at(2, at)
    if not points:
        return []
    outline = ShapelyPolygon(points)
    for notch in part.solid.notches:
        low, high = part.solid.notch_bounds(notch)
        if low[2] < at < high[2]:
            outline = outline.difference(box(low[0], low[1], high[0], high[1]))
    shown = outline.intersection(window)
    return [] if shown.is_empty or shown.geom_type != "Polygon" else list(shown.exterior.coords)[:-1]
