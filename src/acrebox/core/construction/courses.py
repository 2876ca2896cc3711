"""How many courses make a height, and what the bottom and the top one measure."""

from dataclasses import dataclass
from math import floor

from acrebox.core.construction.sizes import printed, size
from acrebox.core.design import Design
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer


@dataclass(frozen=True)
class Courses:
    """Heights of the courses from the ground up [mm], what a whole one measures, and the tongue that goes
    into the next one's groove.
    """

    heights: tuple[float, ...]
    whole: float
    tongue: float = 0.0

    @property
    def count(self) -> int:
        return len(self.heights)

    @property
    def height(self) -> float:
        """From the ground to the top of the wall [mm]."""
        return sum(self.heights)

    def base(self, course: int) -> float:
        """Height [mm] at which a course (from 1) starts."""
        return sum(self.heights[: course - 1])

    def of(self, course: int) -> float:
        """Height [mm] of a course (from 1)."""
        return self.heights[course - 1]

    def ripped(self, course: int, stock_width: float) -> float | None:
        """The width [mm] a course's boards are sawn to, or None where they are whole.

        The bottom course loses its groove and keeps its tongue, the top one its tongue alone; those between
        keep both.
        """
        tongued = self.tongue if course < self.count else 0.0
        grooved = self.tongue if course > 1 else 0.0
        wide = self.of(course) + tongued
        whole = stock_width if tongued and grooved else stock_width - size("tape_tolerance")
        return wide if wide < whole - 1e-6 else None

    def off(self, course: int) -> str:
        """What of a course's boards is sawn off where they are ripped, in words."""
        if not self.tongue:
            return ""
        edges = ("the groove" if course == 1 else "", "the tongue" if course == self.count else "")
        return " and ".join(edge for edge in edges if edge)


def stack_courses(design: Design, cover: float, tongue: float, rip_top: bool, show: Printer) -> Courses:
    """Courses for the design's height or count, each covering `cover` [mm]; a `tongue` [mm] comes off the
    top course, its groove off the bottom one.

    Raises DesignError when no whole course gives that height and the top one may not be ripped.
    """
    if design.courses is not None:
        courses = _whole(design.courses, cover, tongue)
        if courses.height > size("tallest", show.built):
            raise refuse(
                "courses",
                design.courses,
                f"{design.courses} courses stand {show.length(courses.height)} high.",
                f"at most {printed('tallest', show)},"
                f" {floor(size('tallest', show.built) / cover)} courses of this"
                " board",
            )
        return courses
    assert design.height is not None  # read_design lets one of the two through
    height = design.height.mm
    if not 0 < height <= size("tallest", show.built):
        raise refuse(
            "height",
            design.height.text,
            "A bed's height must be more than nothing and within reach.",
            f"more than 0, at most {printed('tallest', show)}",
        )
    count = max(1, round((height + tongue) / cover))
    if abs(_whole(count, cover, tongue).height - height) <= size("tape_tolerance"):
        return _whole(count, cover, tongue)
    if not rip_top:
        raise _no_whole_course(height, cover, tongue, design.height.text, show)
    full = floor((height + tongue) / cover)
    below = _whole(full, cover, tongue).heights if full else ()
    return Courses((*below, height - sum(below)), cover, tongue)


def _whole(count: int, cover: float, tongue: float) -> Courses:
    return Courses((cover - tongue, *[cover] * (count - 1)), cover, tongue)


def _no_whole_course(height: float, cover: float, tongue: float, text: object, show: Printer) -> Exception:
    below = floor((height + tongue) / cover)
    counts = [n for n in (below, below + 1) if n >= 1]
    choices = " or ".join(
        f"{show.length(_whole(n, cover, tongue).height)} ({n} course{'s' if n > 1 else ''})" for n in counts
    )
    message = f"{show.length(height)} is not a whole number of {show.length(cover)} courses."
    return refuse("height", text, message, f"{choices}; or let the top course be ripped")
