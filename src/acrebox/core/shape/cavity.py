"""The cavity: what soil can fill, as area by height, so that V(z) and z(V) exist for every shape of bed."""

import itertools
from collections.abc import Iterable
from dataclasses import dataclass

from acrebox.core.measure.convert import MM3_PER_LITRE


@dataclass(frozen=True)
class Slice:
    """Between z0 and z1 [mm] the area is a + b·t + c·t² [mm²], t = z − z0. A prism has b = c = 0."""

    z0: float
    z1: float
    a: float
    b: float = 0.0
    c: float = 0.0

    def litres_to(self, z: float) -> float:
        """Volume from z0 up to z [L], z held within the slice."""
        t = min(max(z, self.z0), self.z1) - self.z0
        return (self.a * t + self.b * t**2 / 2 + self.c * t**3 / 3) / MM3_PER_LITRE


@dataclass(frozen=True)
class Cavity:
    """Slices from the floor up, each starting where the one below ends."""

    slices: tuple[Slice, ...]

    @property
    def floor(self) -> float:
        return self.slices[0].z0

    @property
    def top(self) -> float:
        return self.slices[-1].z1

    def litres_to(self, z: float) -> float:
        """V(z): volume from the floor up to height z [L]."""
        return sum(s.litres_to(z) for s in self.slices)

    def height_of(self, litres: float) -> float:
        """z(V): the height [mm] to which a volume [L] fills the cavity, by bisection to 1e-6 mm.

        Raises ValueError when it holds less than that.
        """
        low, high = self.floor, self.top
        if not -1e-9 <= litres <= self.litres_to(high) * (1 + 1e-12) + 1e-9:
            raise ValueError(f"the bed holds {self.litres_to(high):.1f} L, not {litres:.1f} L")
        while high - low > 1e-6:
            middle = (low + high) / 2
            low, high = (middle, high) if self.litres_to(middle) < litres else (low, middle)
        return (low + high) / 2


def prism_less(area: float, floor: float, top: float, stands: Iterable[tuple[float, float, float]]) -> Cavity:
    """A prism of area [mm²] from floor to top [mm], less what stands inside: (area, z from, z to) each."""
    inside = [(a, max(z0, floor), min(z1, top)) for a, z0, z1 in stands if z1 > floor and z0 < top]
    heights = sorted({floor, top, *(z for _, z0, z1 in inside for z in (z0, z1))})
    return Cavity(
        tuple(
            Slice(z0, z1, area - sum(a for a, low, high in inside if low <= z0 and high >= z1))
            for z0, z1 in itertools.pairwise(heights)
        )
    )
