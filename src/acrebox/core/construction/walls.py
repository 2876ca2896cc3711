"""Walls round an outline: how pieces end at corners of any angle, and how a long run is divided."""

import itertools
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from math import ceil, radians, sin, tan

from acrebox.core.design import Corner
from acrebox.core.shape.bodies import Box, EndCut
from acrebox.core.shape.outline import Outline, Side
from acrebox.core.shape.vector import UP

# A butt nearer to a straight line than this [sine] would be a long feather edge: such corners are mitred.
LEAST_BUTT_SINE = 0.5


@dataclass(frozen=True)
class PieceEnd:
    """Where a piece ends at a corner: so far in from it along the outer face [mm], and the cut."""

    set_in: float
    cut: EndCut


@dataclass(frozen=True)
class WallLine:
    """One layer of the wall: the outline of its outer face, its thickness [mm], its corner style.

    At the corners of `passing` the side named there runs through in every course, and so far past the
    corner [mm].
    """

    outline: Outline
    thickness: float
    corner: Corner
    passing: Mapping[int, tuple[int, float]] = field(default_factory=dict)

    def ends(self, side: Side, course: int) -> tuple[PieceEnd, PieceEnd]:
        """Both ends of a piece that takes a whole side in a course (from 1)."""
        count = len(self.outline.points)
        return self._end(side.index, side, course), self._end((side.index + 1) % count, side, course)

    def _end(self, corner: int, side: Side, course: int) -> PieceEnd:
        angle = self.outline.corners[corner]
        if corner in self.passing:
            through, past = self.passing[corner]
            return PieceEnd(-past if through == side.index else self.thickness, EndCut())
        if self.is_mitred(corner):
            return PieceEnd(0.0, EndCut(bevel=90 - angle / 2))
        cut = EndCut(bevel=_wrapped(90 - angle))
        return PieceEnd(
            0.0 if self.runs_through(corner, course) == side.index else self.thickness / sin(radians(angle)),
            cut,
        )

    def is_mitred(self, corner: int) -> bool:
        """Whether the pieces at a corner share its angle between them."""
        return corner not in self.passing and (
            self.corner is Corner.MITRED or abs(sin(radians(self.outline.corners[corner]))) < LEAST_BUTT_SINE
        )

    def runs_through(self, corner: int, course: int) -> int:
        """The side whose piece covers the other's end at a corner."""
        if corner in self.passing:
            return self.passing[corner][0]
        count = len(self.outline.points)
        before, after = self.outline.sides[corner - 1], self.outline.sides[corner]
        longer = (
            (before if before.length > after.length else after)
            if abs(before.length - after.length) > 0.5
            else before
            if before.index % 2 == 0
            else after
        )
        other = after if longer is before else before
        long_through = self.corner is Corner.LONG_THROUGH or (
            self.corner is Corner.ALTERNATE and course % 2 == 1
        )
        return (longer if long_through else other).index % count

    def pieces(
        self, side: Side, course: int, base: float, height: float, joints: tuple[float, ...] = ()
    ) -> list[Box]:
        """The pieces of a side in a course, divided square at `joints` [mm from the side's first corner]."""
        start, end = self.ends(side, course)
        at = [start.set_in, *joints, side.length - end.set_in]
        square = EndCut()
        return [
            Box(
                origin=side.place(a, 0.0, base),
                along=side.along,
                face=UP,
                through=side.inward,
                length=b - a,
                width=height,
                thickness=self.thickness,
                ends=(start.cut if n == 0 else square, end.cut if n == len(at) - 2 else square),
            )
            for n, (a, b) in enumerate(itertools.pairwise(at))
        ]

    def begins_far(self, side: Side) -> bool:
        """Whether the whole pieces of a side are laid from its last corner: which end comes first is a matter
        of how the bed is built there and not of where its walk began.
        """
        keys = []
        for end, angle in zip(self.ends(side, 1), (side.corner_start, side.corner_end), strict=True):
            keys.append((round(angle, 6), round(end.set_in, 4), round(end.cut.bevel, 6)))
        return keys[0] > keys[1]

    def longest(self, side: Side, course: int) -> tuple[float, float]:
        """From where to where a side's pieces reach, inner and outer edges taken together [mm along the
        side].
        """
        start, end = self.ends(side, course)
        slips = [tan(radians(e.cut.bevel)) * self.thickness for e in (start, end)]
        return start.set_in + min(0.0, slips[0]), side.length - end.set_in - min(0.0, slips[1])


def _wrapped(angle: float) -> float:
    """The same slope as an angle between -90° and 90°."""
    turned = (angle + 90) % 180 - 90
    return 0.0 if abs(turned) < 1e-9 else turned


def flat_pieces(
    line: WallLine, side: Side, base: float, thickness: float, joints: tuple[float, ...] = ()
) -> list[Box]:
    """Boards laid flat along a side at height `base` [mm], `thickness` [mm] high and `line.thickness` wide
    from its outer edge inwards, with plumb cuts at the corners.
    """
    laid = []
    for piece in line.pieces(side, 1, base, thickness, joints):
        first, last = (EndCut(mitre=cut.bevel) for cut in piece.ends)
        laid.append(
            replace(
                piece,
                face=side.inward,
                through=UP,
                width=line.thickness,
                thickness=thickness,
                ends=(first, last),
            )
        )
    return laid


def even_joints(
    low: float, high: float, most: float, marks: Sequence[float] = (), *, far: bool = False
) -> tuple[float, ...]:
    """Where a run [mm] is joined so that no piece is over `most`: even pieces, each joint at the nearest
    of `marks` if any are given; of two as near, at the first one, or the last where one begins `far`.

    Raises ValueError when the marks do not allow it.
    """
    count = ceil((high - low) / most - 1e-9)
    while count > 1:
        wanted = [low + (high - low) * n / count for n in range(1, count)]
        order = sorted(marks, reverse=far)
        joints = [min(order, key=lambda m: round(abs(m - w), 4)) for w in wanted] if marks else wanted
        ends = [low, *joints, high]
        if all(0 < b - a <= most + 1e-6 for a, b in itertools.pairwise(ends)):
            return tuple(joints)
        count += 1
        if count > len(marks) + 1:
            raise ValueError("no joints fit")
    return ()


def in_modules(
    low: float, high: float, module: float, *, least: float, lap: float = 0.0, far: bool = False
) -> tuple[float, ...]:
    """Where a run [mm] is joined from whole modules [mm] and what is left; an end shorter than `least` [mm]
    is shared with the module before it. Modules that lap [mm] are joined at the middle of the lap. They begin
    at the low end, or at the high one (`far`).
    """
    if far:
        near = in_modules(low, high, module, least=least, lap=lap)
        return tuple(low + high - at for at in reversed(near))
    if high - low <= module + 1e-6:
        return ()
    joints = [low + module - lap / 2]
    while high - joints[-1] > module - lap / 2 + 1e-6:
        joints.append(joints[-1] + module - lap)
    if high - joints[-1] < least:
        joints[-1] = ((joints[-2] if len(joints) > 1 else low) + high) / 2
    return tuple(joints)


def across(outer: Side, inner: Side) -> float:
    """How far along the outer side its inner neighbour starts [mm]."""
    (x, y), (ax, ay, _) = inner.start, outer.along
    return (x - outer.start[0]) * ax + (y - outer.start[1]) * ay
