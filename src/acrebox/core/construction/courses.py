"""How many courses make a height, and what the top one measures."""

from dataclasses import dataclass
from math import floor

from acrebox.core.design import Design
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer

# Half of the 1/16 in to which people read a tape.
TAPE_TOLERANCE_MM = 0.8
TALLEST_MM = 2000.0


@dataclass(frozen=True)
class Courses:
    """Courses of one board width [mm]; `top` is the width of the top one, ripped or whole."""

    count: int
    each: float
    top: float

    @property
    def height(self) -> float:
        """From the ground to the top of the wall [mm]."""
        return (self.count - 1) * self.each + self.top

    @property
    def ripped(self) -> bool:
        return self.top < self.each - TAPE_TOLERANCE_MM

    def base(self, course: int) -> float:
        """Height [mm] at which a course (from 1) starts."""
        return (course - 1) * self.each

    def width(self, course: int) -> float:
        """Width [mm] of the boards of a course (from 1)."""
        return self.top if course == self.count else self.each


def stack_courses(design: Design, board_width: float, rip_top: bool, show: Printer) -> Courses:
    """Courses for the design's height or count.

    Raises DesignError when no whole course gives that height and the top one may not be ripped.
    """
    if design.courses is not None:
        courses = Courses(design.courses, board_width, board_width)
        if courses.height > TALLEST_MM:
            raise refuse(
                "courses",
                design.courses,
                f"{design.courses} courses stand {show.length(courses.height)} high.",
                f"at most {show.length(TALLEST_MM)}, {floor(TALLEST_MM / board_width)} courses of this board",
            )
        return courses
    assert design.height is not None  # read_design lets one of the two through
    height = design.height.mm
    if not 0 < height <= TALLEST_MM:
        raise refuse(
            "height", design.height.text, "A bed's height must be more than nothing and within reach.", f"more than 0, at most {show.length(TALLEST_MM)}"
        )
    whole = max(1, round(height / board_width))
    if abs(whole * board_width - height) <= TAPE_TOLERANCE_MM:
        return Courses(whole, board_width, board_width)
    if not rip_top:
        raise _no_whole_course(height, board_width, design.height.text, show)
    full = floor(height / board_width)
    return Courses(full + 1, board_width, height - full * board_width)


def _no_whole_course(height: float, width: float, text: object, show: Printer) -> Exception:
    below = floor(height / width)
    counts = [n for n in (below, below + 1) if n >= 1]
    choices = " or ".join(f"{show.length(n * width)} ({n} course{'s' if n > 1 else ''})" for n in counts)
    message = f"{show.length(height)} is not a whole number of {show.length(width)} courses."
    return refuse("height", text, message, f"{choices}; or let the top course be ripped")
