"""Outlines at one height that another of their kind can be drawn up to: round ones, exact."""

from dataclasses import dataclass
from functools import cached_property
from math import cos, pi, sin
from typing import Protocol

from acrebox.core.shape.vector import Point2

ROUND_POINTS = 96


class LevelOutline(Protocol):
    """An outline at one height, that another of its kind can be drawn up to."""

    @property
    def area(self) -> float:
        """Area [mm²]."""
        ...

    @property
    def points(self) -> tuple[Point2, ...]:
        """Its corners, anticlockwise [mm]."""
        ...

    def between(self, other: "LevelOutline", share: float) -> "LevelOutline":
        """The outline a `share` (0 to 1) of the way to another of its kind."""
        ...


@dataclass(frozen=True)
class Oval:
    """Two half circles with `straight` between them along x [mm]; a circle where that is 0."""

    centre: Point2
    radius: float
    straight: float = 0.0

    @property
    def area(self) -> float:
        """πr² + 2r·s [mm²]."""
        return pi * self.radius**2 + 2 * self.radius * self.straight

    @cached_property
    def points(self) -> tuple[Point2, ...]:
        """Points round it, anticlockwise [mm], as many for every size."""
        (x, y), half = self.centre, ROUND_POINTS // 2
        found = []
        for side, start in ((1, -pi / 2), (-1, pi / 2)):
            for n in range(half + 1):
                angle = start + pi * n / half
                found.append(
                    (x + side * self.straight / 2 + self.radius * cos(angle), y + self.radius * sin(angle))
                )
        return tuple(found[:-1]) if self.straight else (*found[:half], *found[half + 1 : -1])

    def between(self, other: LevelOutline, share: float) -> "Oval":
        """Centre, radius and straight a `share` (0 to 1) of the way to the other's."""
        assert isinstance(other, Oval)
        (ax, ay), (bx, by) = self.centre, other.centre
        return Oval(
            (ax + share * (bx - ax), ay + share * (by - ay)),
            self.radius + share * (other.radius - self.radius),
            self.straight + share * (other.straight - self.straight),
        )
