"""A corner from above, course by course: how the sides meet, and where the post stands."""

from collections.abc import Mapping

from shapely import box

from acrebox.core.assembly import Assembly
from acrebox.core.drafting.model import Drawn, View, drawn_part
from acrebox.core.shape.bodies import faces_of

REACH = 3.2
LEAST_REACH_MM = 60.0


def draw_corners(bed: Assembly, labels: Mapping[str, str]) -> list[View]:
    """The first corner in the first course, and in the second where that one is made otherwise; none of a
    round bed.
    """
    if not any(p.role.corner for p in bed.parts):
        return []
    first = _corner(bed, labels, 1)
    second = _corner(bed, labels, 2) if len(bed.course_heights) > 1 else None
    if second is None or [s.points for s in second.shapes] == [s.points for s in first.shapes]:
        return [first]
    return [first, second]


def _height(bed: Assembly, course: int) -> float:
    """The middle of a course; of a wall that is one course of panels, a little way up the lowest thing
    behind its skin.
    """
    if not bed.course_heights:
        return bed.wall_top / 2
    tall = bed.course_heights[course - 1]
    behind = [p.body.bounds[0][2] for p in bed.parts if p.role.view == "behind" and not p.role.upright]
    if tall == bed.wall_top and behind:
        return behind[0] + 5.0
    return sum(bed.course_heights[: course - 1]) + tall / 2


def _corner(bed: Assembly, labels: Mapping[str, str], course: int) -> View:
    """What lies at the middle of a course within reach of the outline's first corner."""
    at = _height(bed, course)
    reach = REACH * max(bed.wall_thickness, LEAST_REACH_MM)
    x, y = bed.outline.points[0]
    window = box(x - reach * 0.3, y - reach * 0.3, x + reach, y + reach)
    shapes: list[Drawn] = []
    for part in bed.parts:
        low, high = part.body.bounds
        near = low[0] <= x + reach and low[1] <= y + reach
        if not part.role.corner or not near or not low[2] < at < high[2]:
            continue
        for face in part.body.footprint(at):
            shown = faces_of(face.polygon.intersection(window), face.circles)
            shapes += drawn_part("cut", part, labels[part.name], shown)
    title = f"Corner, course {course}" if len(bed.course_heights) > 1 else "Corner"
    return View(name=f"corner {course}", title=title, shapes=shapes, dimensions=[])
