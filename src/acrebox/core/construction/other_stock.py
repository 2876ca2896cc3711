"""Walls of more than one timber: another for a course, for a side, or for one course of one side."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from typing import Annotated

from pydantic import Field

from acrebox.core.assembly import UsedTimber
from acrebox.core.construction.courses import Courses
from acrebox.core.construction.sections import ChosenTimber, choose_timber, longest_stick
from acrebox.core.construction.sides import side_named
from acrebox.core.construction.sizes import printed, size
from acrebox.core.design import Asking, Design, MeasuredStick, asks
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.outline import Outline, Side
from acrebox.core.stock import Catalogue


class OtherStock(Asking):
    """Another timber for a course (counted from the ground), for a side, or for that course of that side."""

    order = ("course", "side", "stock")

    course: Annotated[int, Field(ge=1, le=40)] | None = Field(
        None, json_schema_extra=asks("Course", label="Of course", hint="Left empty: all of them.")
    )
    side: str | None = Field(
        None, json_schema_extra=asks("Side", label="Of side", of="sides", hint="Left empty: all of them.")
    )
    stock: str


class OtherBoards(OtherStock):
    """Other boards."""

    stock: str = Field(json_schema_extra=asks("Boards", label="Other boards", stock="board"))


class OtherSleepers(OtherStock):
    """Other sleepers."""

    stock: str = Field(json_schema_extra=asks("Sleepers", label="Other sleepers", stock="sleeper"))


@dataclass(frozen=True, kw_only=True)
class _Other:
    course: int | None
    side: str | None
    timber: ChosenTimber

    def serves(self, side: str, course: int) -> bool:
        return self.side in (None, side) and self.course in (None, course)


@dataclass(frozen=True, kw_only=True)
class WallStock:
    """What walls are sawn from: their usual timber, and others where they are asked for."""

    main: ChosenTimber
    others: tuple[_Other, ...]

    def of(self, side: Side, course: int) -> ChosenTimber:
        """The timber of a side in a course (from 1): the last one asked for there."""
        return next((o.timber for o in reversed(self.others) if o.serves(side.name, course)), self.main)

    @property
    def used(self) -> tuple[UsedTimber, ...]:
        """All of them, each once."""
        every = {c.timber.key: c for c in (*(o.timber for o in self.others), self.main)}
        return tuple(c.used for c in reversed(every.values()))

    def bottom(self, outline: Outline) -> list[str]:
        """What the bottom course of every side is sawn from."""
        return [self.of(side, 1).timber.key for side in outline.sides]

    def longest(
        self, outline: Outline, courses: Courses, design: Design, book: Catalogue
    ) -> dict[int, float]:
        """The longest piece that any timber of a side gives [mm]: its joins serve them all."""
        every = range(1, courses.count + 1)
        return {
            side.index: min(longest_stick(design, self.of(side, n).timber, book) for n in every)
            for side in outline.sides
        }


Section = Callable[[ChosenTimber], tuple[float, float]]


def wall_stock(
    main: ChosenTimber,
    rows: Sequence[OtherStock],
    section: Section,
    *,
    outline: Outline,
    courses: Courses,
    counted: bool,
    book: Catalogue,
    show: Printer,
) -> tuple[WallStock, Courses]:
    """The timbers of the walls, and the courses as high as they make them. `section` gives of a timber how
    thick a wall it makes and how high a course [mm]; `counted` says that the height follows the courses.

    Raises DesignError naming the row when a timber does not lie flush with the others.
    """
    others: list[_Other] = []
    heights = list(courses.heights)
    for n, row in enumerate(rows):
        at = f"construction.other.{n}"
        _check_place(row, at, outline, courses.count)
        timber = choose_timber(book, row.stock, MeasuredStick(), f"{at}.stock")
        (thick, high), (want_thick, want_high) = section(timber), section(main)
        grown = row.side is None and row.course is not None and counted
        if abs(thick - want_thick) > size("tape_tolerance"):
            raise refuse(
                f"{at}.stock",
                row.stock,
                f"That timber makes a wall {show.length(thick)} thick and the others one of"
                f" {show.length(want_thick)}.",
                f"a timber {show.length(want_thick)} thick",
            )
        tongues = abs(timber.timber.tongue_mm - main.timber.tongue_mm) > 1e-6
        if tongues or (not grown and abs(high - want_high) > size("tape_tolerance")):
            raise refuse(
                f"{at}.stock",
                row.stock,
                f"A course of that timber stands {show.length(high)} high and the others"
                f" {show.length(want_high)}" + (", and it has another tongue." if tongues else "."),
                f"a timber that makes courses of {show.length(want_high)}; another height only for a whole"
                " course, where the height is given in courses",
            )
        if grown and row.course is not None:
            heights[row.course - 1] += high - want_high
        others.append(_Other(course=row.course, side=row.side, timber=timber))
    if sum(heights) > size("tallest", show.built):
        raise refuse(
            "construction.other",
            f"{len(rows)} rows",
            f"With those timbers the walls stand {show.length(sum(heights))} high.",
            f"at most {printed('tallest', show)}",
        )
    return WallStock(main=main, others=tuple(others)), replace(courses, heights=tuple(heights))


def _check_place(row: OtherStock, at: str, outline: Outline, courses: int) -> None:
    if row.course is None and row.side is None:
        raise refuse(at, row.stock, "Another timber for nothing in particular.", "a course, a side, or both")
    if row.course is not None and row.course > courses:
        raise refuse(
            f"{at}.course", row.course, f"The bed has {courses} courses.", f"1 to {courses}, from the ground"
        )
    if row.side is not None:
        side_named(outline, row.side, f"{at}.side")
