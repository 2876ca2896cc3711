"""Every course from above, of walls laid piece by piece: blocks, with the bars that stand in them."""

from collections.abc import Mapping

from acrebox.core.assembly import Assembly
from acrebox.core.drafting.model import Drawn, View, dimension, drawn_part


def draw_courses(bed: Assembly, labels: Mapping[str, str]) -> list[View]:
    """A view for each course that has pieces laid in it; none of other beds."""
    laid = sorted({p.course for p in bed.parts if p.role.laid and p.course is not None})
    return [_course(bed, course, labels) for course in laid]


def _course(bed: Assembly, course: int, labels: Mapping[str, str]) -> View:
    """What lies at the middle of a course."""
    at = sum(bed.course_heights[: course - 1]) + bed.course_heights[course - 1] / 3
    shapes: list[Drawn] = []
    for part in bed.parts:
        (_, _, low), (_, _, high) = part.body.bounds
        if low < at < high:
            shapes += drawn_part("cut", part, labels[part.name], part.body.footprint(at))
    length, width = bed.size("outside")
    return View(
        name=f"course {course}",
        title=f"Course {course}, from above",
        shapes=shapes,
        dimensions=[
            dimension("outside length", (0, 0), (length, 0), "below", 1),
            dimension("outside width", (0, 0), (0, width), "left", 1),
        ],
    )
