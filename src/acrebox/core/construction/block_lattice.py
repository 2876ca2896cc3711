"""Blocks in running bond round any outline of square corners: the outline snapped to half blocks, and every
course.

A wall one block thick is a ring of squares of half a block; a course covers it in twos, and the next course
is moved on by one: so no joint stands over another, and every corner square goes with one wall in one course
and with the other in the next.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.outline import Outline

LEAST_UNITS = 3
"""Half blocks of a side between two outer corners: two for the walls, one for the soil."""
Run = tuple[float, float]


@dataclass(frozen=True, kw_only=True)
class Module:
    """A block as it is laid: its length and thickness, the joint it is laid with [mm]; nothing when dry."""

    length: float
    thick: float
    joint: float

    @property
    def half(self) -> float:
        """What half a block takes of a wall, with its joint [mm]."""
        return (self.length + self.joint) / 2

    def side(self, units: int, reentrant: int) -> float:
        """The least outside length of a side of so many half blocks, so many of its ends inner corners
        [mm].
        """
        return (units + reentrant) * self.half - self.joint - reentrant * self.thick


@dataclass(frozen=True)
class SidePlan:
    """A side on the lattice: how many half blocks, and whether its start and its end are inner corners."""

    units: int
    inner: tuple[bool, bool]


@dataclass(frozen=True, kw_only=True)
class Lattice:
    """An outline on half blocks: its corners in them, and the outline that blocks make [mm]."""

    module: Module
    corners: tuple[tuple[int, int], ...]
    outline: Outline

    @cached_property
    def sides(self) -> tuple[SidePlan, ...]:
        """Every side in half blocks."""
        inner = [angle > 180 for angle in self.outline.corners]
        count = len(self.corners)
        found = []
        for n, (a, b) in enumerate(self.corners):
            c, d = self.corners[(n + 1) % count]
            found.append(SidePlan(abs(c - a) + abs(d - b), (inner[n], inner[(n + 1) % count])))
        return tuple(found)

    @cached_property
    def starts(self) -> tuple[int, ...]:
        """The place of every side's first corner square in the ring of squares."""
        at, found = 0, []
        for side in self.sides:
            found.append(at)
            at += side.units - 1 + sum(side.inner)
        return (*found, at)

    @property
    def squares(self) -> int:
        """How many half blocks a course is long, all round."""
        return self.starts[-1]

    def owns(self, side: int, course: int) -> tuple[bool, bool]:
        """Whether a side's run covers the corner square at its start and at its end, in a course (from 1)."""
        shift = (course + 1) % 2
        start, end = self.starts[side], self.starts[side + 1]
        # A block begins at every square of one parity: the corner's own, or the one before it.
        return (start - shift) % 2 == 0, (end - shift) % 2 == 1

    def run(self, side: int, course: int) -> Run:
        """From where to where blocks stand along a side in a course [mm from its first corner outside]."""
        plan, (first, last) = self.sides[side], self.owns(side, course)
        thick, long = self.module.thick, self.outline.sides[side].length

        def inset(inner: bool, owned: bool) -> float:
            if inner:
                return -thick if owned else 0.0
            return 0.0 if owned else thick

        return inset(plan.inner[0], first), long - inset(plan.inner[1], last)

    def blocks(self, side: int, course: int) -> list[Run]:
        """The blocks of a side in a course, first to last [mm from its first corner]; what they leave is
        spread evenly over the joints.
        """
        low, high = self.run(side, course)
        first, last = self.owns(side, course)
        plan = self.sides[side]
        squares = plan.units + sum(plan.inner) - (not first) - (not last)
        count = squares // 2
        joints = count - 1 + (not first) + (not last)
        gap = (high - low - count * self.module.length) / joints if joints else 0.0
        at = low + (0.0 if first else gap)
        return [
            (at + n * (self.module.length + gap), at + n * (self.module.length + gap) + self.module.length)
            for n in range(count)
        ]

    def gap(self, side: int, course: int) -> float:
        """The joint between the blocks of a side in a course [mm]."""
        found = self.blocks(side, course)
        low, _ = self.run(side, course)
        if len(found) > 1:
            return found[1][0] - found[0][1]
        return found[0][0] - low if found else 0.0


def snapped(asked: Outline, module: Module, field: str, show: Printer) -> Lattice:
    """The outline of half blocks nearest to one asked for [mm].

    Raises DesignError naming the outline where a side or the soil between two walls has no room for a block.
    """
    xs = _lines([x for x, _ in asked.points], module.half)
    ys = _lines([y for _, y in asked.points], module.half)
    corners = tuple((xs[round(x, 4)], ys[round(y, 4)]) for x, y in asked.points)
    return on_lattice(corners, module, field, show)


def on_lattice(corners: Sequence[tuple[int, int]], module: Module, field: str, show: Printer) -> Lattice:
    """The outline that blocks make whose corners are at these half blocks.

    Raises DesignError naming the field where it cannot be bonded.
    """
    flat = Outline(tuple((float(x), float(y)) for x, y in corners))
    sides = list(zip(corners, [*corners[1:], corners[0]], strict=True))
    short = [n for n, (a, b) in enumerate(sides) if a == b or _too_short(flat, n, a, b)]
    if short or flat.trouble() or not _leaves_room(flat):
        least = show.length(module.side(LEAST_UNITS, 0))
        raise refuse(
            field,
            f"{len(corners)} corners",
            "That outline cannot be bonded: between two walls there is no room for half a block of soil, or a"
            " side is shorter than one block.",
            f"sides of {least} or more, in steps of {show.length(module.half)}",
        )
    return Lattice(module=module, corners=tuple(corners), outline=_outline(corners, flat, module))


def _too_short(flat: Outline, n: int, a: tuple[int, int], b: tuple[int, int]) -> bool:
    """Whether a side has no room for its corner squares and one block."""
    units = abs(b[0] - a[0]) + abs(b[1] - a[1])
    inner = [flat.corners[n] > 180, flat.corners[(n + 1) % len(flat.corners)] > 180]
    return units < LEAST_UNITS - sum(inner)


def _leaves_room(flat: Outline) -> bool:
    """Whether half a block of soil is left between all walls [half blocks]."""
    try:
        inside = flat.inset(1.0)
        inside.inset(0.49)
    except ValueError:
        return False
    return True


def _lines(places: Sequence[float], half: float) -> dict[float, int]:
    """The half blocks nearest to places along an axis, counted from the first of them."""
    first = min(places)
    return {round(at, 4): round((at - first) / half) for at in places}


def _outline(corners: Sequence[tuple[int, int]], flat: Outline, module: Module) -> Outline:
    """The outline that blocks make [mm]: the faces of walls stand where the lattice has them, or as much
    further as the sides between them want.
    """
    count = len(corners)
    inner = [angle > 180 for angle in flat.corners]
    sides = [(corners[n], corners[(n + 1) % count]) for n in range(count)]
    # Of every side the axis that it stands across, its line on it, and whether the bed lies before that line.
    faces = []
    for (x, y), (u, v) in sides:
        faces.append((0, x, v > y) if x == u else (1, y, u < x))
    least: dict[tuple[int, int, bool], float] = {
        face: face[1] * module.half - (module.joint if face[2] else 0.0) for face in faces
    }
    spans = []
    for n, (a, b) in enumerate(sides):
        axis = 1 - faces[n][0]
        turned = inner[n] + inner[(n + 1) % count]
        before, after = faces[n - 1], faces[(n + 1) % count]
        low, high = (before, after) if before[1] < after[1] else (after, before)
        spans.append((low, high, module.side(abs(b[axis] - a[axis]), turned)))
    at = dict(least)
    for face in sorted(least, key=lambda face: (face[1], not face[2])):
        for low, high, long in spans:
            if high == face:
                at[face] = max(at[face], at[low] + long)
    points = []
    for n in range(count):
        own = {face[0]: at[face] for face in (faces[n - 1], faces[n])}
        points.append((own[0], own[1]))
    x0, y0 = min(x for x, _ in points), min(y for _, y in points)
    return Outline(tuple((round(x - x0, 4), round(y - y0, 4)) for x, y in points))
