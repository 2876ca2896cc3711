"""Areas by height, piece by piece, each with its exact integral."""

import itertools
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from math import acos, sqrt
from typing import Protocol

from acrebox.core.measure.convert import MM3_PER_LITRE


class AreaPiece(Protocol):
    """An area [mm²] as a function of height between z0 and z1 [mm]."""

    @property
    def z0(self) -> float:
        """The height it starts at [mm]."""
        ...

    @property
    def z1(self) -> float:
        """The height it ends at [mm]."""
        ...

    def area_at(self, z: float) -> float:
        """The area at a height [mm²]; 0 outside."""
        ...

    def litres_to(self, z: float) -> float:
        """Volume from z0 up to z [L], z held between z0 and z1."""
        ...


@dataclass(frozen=True)
class Slice:
    """Between z0 and z1 [mm] the area is a + b·t + c·t² [mm²], t = z − z0. A prism has b = c = 0."""

    z0: float
    z1: float
    a: float
    b: float = 0.0
    c: float = 0.0

    def area_at(self, z: float) -> float:
        """The area at a height [mm²]; 0 outside."""
        t = z - self.z0
        return self.a + self.b * t + self.c * t**2 if self.z0 <= z <= self.z1 else 0.0

    def litres_to(self, z: float) -> float:
        """Volume from z0 up to z [L], z held between z0 and z1."""
        t = min(max(z, self.z0), self.z1) - self.z0
        return (self.a * t + self.b * t**2 / 2 + self.c * t**3 / 3) / MM3_PER_LITRE

    def between(self, low: float, high: float) -> "Slice":
        """The same function from `low` to `high` [mm], which lie within it."""
        t = low - self.z0
        return Slice(low, high, self.a + self.b * t + self.c * t**2, self.b + 2 * self.c * t, self.c)

    def times(self, factor: float) -> "Slice":
        """The area so many times over."""
        return replace(self, a=self.a * factor, b=self.b * factor, c=self.c * factor)


@dataclass(frozen=True, kw_only=True)
class SegmentSlice:
    """A cylinder lying with its axis at height `axis`: the area is length × the chord at that height [mm].

    Filled to h over its lowest line it holds length × (r² acos((r−h)/r) − (r−h)√(2rh − h²)), the circular
    segment.
    """

    z0: float
    z1: float
    axis: float
    radius: float
    length: float

    def area_at(self, z: float) -> float:
        """Length × chord [mm²]; 0 outside."""
        if not self.z0 <= z <= self.z1:
            return 0.0
        return self.length * 2 * sqrt(max(0.0, self.radius**2 - (z - self.axis) ** 2))

    def litres_to(self, z: float) -> float:
        """Volume from z0 up to z [L], z held between z0 and z1."""
        held = min(max(z, self.z0), self.z1)
        return self.length * (self._segment(held) - self._segment(self.z0)) / MM3_PER_LITRE

    def _segment(self, z: float) -> float:
        r, h = self.radius, min(max(z - self.axis + self.radius, 0.0), 2 * self.radius)
        return r**2 * acos(max(-1.0, min(1.0, (r - h) / r))) - (r - h) * sqrt(max(0.0, 2 * r * h - h**2))


def fitted(z0: float, z1: float, areas: tuple[float, float, float]) -> Slice:
    """The slice whose area is quadratic and as given at 1/6, 1/2 and 5/6 of the way from z0 to z1 [mm,
    mm²].
    """
    low, middle, high = areas
    size = z1 - z0
    c = (low - 2 * middle + high) / (size / 3) ** 2 / 2
    b = (high - low) / (2 * size / 3) - c * size
    return Slice(z0, z1, middle - b * size / 2 - c * size**2 / 4, b, c)


def merged(added: Iterable[Slice], taken: Iterable[Slice] = ()) -> tuple[Slice, ...]:
    """The sum of slices less others, as slices that follow each other upwards; heights where nothing is
    are left out.
    """
    alike: dict[tuple[float, float], Slice] = {}
    for sign, pieces in ((1.0, added), (-1.0, taken)):
        for piece in pieces:
            if piece.z1 - piece.z0 > 1e-9:
                span, part = (piece.z0, piece.z1), piece.times(sign)
                alike[span] = _sum(alike[span], part) if span in alike else part
    marks = sorted({z for span in alike for z in span})
    found = []
    for low, high in itertools.pairwise(marks):
        over = [s.between(low, high) for s in alike.values() if s.z0 <= low and s.z1 >= high]
        if over and high - low > 1e-9:
            found.append(_all(over))
    return tuple(found)


def within(slices: Iterable[Slice], low: float, high: float) -> list[Slice]:
    """What of slices lies between two heights [mm]."""
    return [s.between(max(s.z0, low), min(s.z1, high)) for s in slices if s.z1 > low and s.z0 < high]


def _sum(one: Slice, other: Slice) -> Slice:
    return Slice(one.z0, one.z1, one.a + other.a, one.b + other.b, one.c + other.c)


def _all(slices: Sequence[Slice]) -> Slice:
    first = slices[0]
    return Slice(
        first.z0, first.z1, sum(s.a for s in slices), sum(s.b for s in slices), sum(s.c for s in slices)
    )
