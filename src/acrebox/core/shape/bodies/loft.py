"""Between outlines at heights: tapered and round vessels, their insides, and rooms whose walls are not
plumb.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import cached_property
from itertools import pairwise

import numpy as np
from shapely import Polygon, unary_union

from acrebox.core.shape.bodies.body import Body
from acrebox.core.shape.bodies.box import Box, box_round
from acrebox.core.shape.bodies.face import Circle, Face, faces_of
from acrebox.core.shape.bodies.mesh import Floats, Mesh, made, mesh_of, triangulated
from acrebox.core.shape.level import LevelOutline, Oval
from acrebox.core.shape.slices import AreaPiece, Slice, fitted, merged
from acrebox.core.shape.vector import UP, Point, Point2, X, Y


@dataclass(frozen=True)
class Corners:
    """An outline of straight sides, anticlockwise [mm]; another has its corners in the same order."""

    points: tuple[Point2, ...]

    @property
    def area(self) -> float:
        """Area [mm²]."""
        return sum(a[0] * b[1] - b[0] * a[1] for a, b in pairwise([*self.points, self.points[0]])) / 2

    def between(self, other: LevelOutline, share: float) -> "Corners":
        """Each corner a `share` (0 to 1) of the way to its fellow."""
        pairs = zip(self.points, other.points, strict=True)
        return Corners(tuple((a[0] + share * (b[0] - a[0]), a[1] + share * (b[1] - a[1])) for a, b in pairs))


@dataclass(frozen=True)
class Loft(Body):
    """Outlines at rising heights [mm], straight between each two; `hollow` is taken out of it.

    Every side moves straight from one outline to the next, so the area is quadratic in height: a tapered
    vessel is the prismatoid of its rims, not their mean times the height. Two outlines at one height are
    a step.
    """

    levels: tuple[tuple[float, LevelOutline], ...]
    hollow: "Loft | None" = None

    @cached_property
    def _solid(self) -> tuple[Slice, ...]:
        found = []
        for (z0, low), (z1, high) in pairwise(self.levels):
            if z1 - z0 > 1e-9:
                at = [low.between(high, share).area for share in (1 / 6, 1 / 2, 5 / 6)]
                found.append(fitted(z0, z1, (at[0], at[1], at[2])))
        return tuple(found)

    @cached_property
    def areas(self) -> tuple[AreaPiece, ...]:
        """Area by height [mm², mm], exact for round outlines too."""
        return merged(self._solid, self.hollow._solid if self.hollow else ())

    @cached_property
    def volume(self) -> float:
        """Volume [mm³], exact for round outlines too."""
        inside = self.hollow.volume if self.hollow else 0.0
        return sum(s.litres_to(s.z1) for s in self._solid) * 1e6 - inside

    @cached_property
    def mesh(self) -> Mesh:
        """Bottom, walls level by level, top; the hollow cut out."""
        rings = [(z, outline.points) for z, outline in self.levels]
        _, ends = triangulated(Polygon(rings[0][1]))
        _, top = triangulated(Polygon(rings[-1][1]))
        size, last = len(rings[0][1]), (len(rings) - 1) * len(rings[0][1])
        faces = [(a, c, b) for a, b, c in ends] + [(last + a, last + b, last + c) for a, b, c in top]
        for level in range(len(rings) - 1):
            here, there = level * size, (level + 1) * size
            for n in range(size):
                a, b = n, (n + 1) % size
                faces += [(here + a, here + b, there + a), (here + b, there + b, there + a)]
        outer = made([(x, y, z) for z, ring in rings for x, y in ring], faces)
        return mesh_of(outer.manifold - self.hollow._opened().manifold) if self.hollow else outer

    def _opened(self) -> Mesh:
        """The surface of a hollow, drawn a hair over its rim, so that no skin is left there."""
        z, rim = self.levels[-1]
        return Loft((*self.levels, (z + 1.0, rim))).mesh

    @cached_property
    def envelope(self) -> Box:
        """The box round it along the axes."""
        return box_round(self.mesh.points, (X, UP, Y))

    def circles(self, across: Point, up: Point) -> tuple[Circle, ...]:
        """The circles of its round outlines [mm], seen from above."""
        if across != X or up != Y:
            return ()
        return tuple(
            _circles(
                [o for _, o in self.levels] + ([o for _, o in self.hollow.levels] if self.hollow else [])
            )
        )

    @cached_property
    def bounds(self) -> tuple[Point, Point]:
        """Least and greatest corner [mm]."""
        xs, ys = zip(*(p for _, o in self.levels for p in o.points), strict=True)
        return (min(xs), min(ys), self.levels[0][0]), (max(xs), max(ys), self.levels[-1][0])

    @cached_property
    def is_plumb(self) -> bool:
        """Whether it is the same all the way up."""
        first = self.levels[0][1].points
        return self.hollow is None and all(o.points == first for _, o in self.levels)

    def silhouette(self, across: Point, up: Point) -> tuple[Face, ...]:
        """Its outline [mm along the two directions]; from above the outlines of all its levels together."""
        if across == X and up == Y:
            if self.is_plumb:
                return (Face(self.levels[0][1].points, (), self.circles(X, Y)),)
            return faces_of(unary_union([Polygon(o.points) for _, o in self.levels]), self.circles(X, Y))
        return super().silhouette(across, up)

    def section(self, axis: int, at: float) -> tuple[Face, ...]:
        """Its section by `axis = at` [mm]; level ones are its outline at that height, upright ones are drawn
        strip by strip if its sides allow.
        """
        if axis != 2 and self._is_parallel:
            return self._strips(axis, at)
        if axis != 2:
            return super().section(axis, at)
        outline = self._at(at)
        if outline is None:
            return ()
        inner = self.hollow._at(at) if self.hollow else None
        circles = tuple(_circles([o for o in (outline, inner) if o is not None]))
        return (Face(outline.points, (inner.points,) if inner else (), circles),)

    @cached_property
    def _is_parallel(self) -> bool:
        """Whether it is solid and every side keeps its direction from level to level: then an upright
        section's edges are straight from level to level.
        """
        if self.hollow is not None or not all(isinstance(o, Corners) for _, o in self.levels):
            return False
        first = _directions(self.levels[0][1].points)
        return all(bool(np.allclose(_directions(o.points), first, atol=1e-6)) for _, o in self.levels)

    def _strips(self, axis: int, at: float) -> tuple[Face, ...]:
        """Upright sections, one for each strip of the plan that is cut."""
        met = _crossings(self._rings, axis, at)
        if met is None:
            return super().section(axis, at)
        heights = [z for z, _ in self.levels]
        faces = []
        for n in range(0, met.shape[1], 2):
            left = list(zip(met[:, n].tolist(), heights, strict=True))
            right = list(zip(met[:, n + 1].tolist(), heights, strict=True))
            faces.append(Face((*left, *reversed(right))))
        return tuple(faces)

    @cached_property
    def _rings(self) -> Floats:
        """The corners of every level (levels × corners × 2)."""
        return np.array([o.points for _, o in self.levels])

    def _at(self, z: float) -> LevelOutline | None:
        for (z0, low), (z1, high) in pairwise(self.levels):
            if z0 < z <= z1:
                return low.between(high, (z - z0) / (z1 - z0))
        return None


def _directions(points: tuple[Point2, ...]) -> Floats:
    """Unit directions of an outline's sides."""
    ring = np.array(points)
    sides = np.roll(ring, -1, axis=0) - ring
    return np.asarray(sides / np.linalg.norm(sides, axis=1)[:, None])


def _crossings(rings: Floats, axis: int, at: float) -> Floats | None:
    """Where a line across an axis of the plan meets each of several outlines, in order (outlines × meetings).

    None where the outlines are not all met by the same of their sides.
    """
    ends = np.roll(rings, -1, axis=1)
    a, b = rings[..., axis] - at, ends[..., axis] - at
    met = (a >= 0) != (b >= 0)
    if (met != met[0]).any():
        return None
    sides = met[0]
    share = a[:, sides] / (a - b)[:, sides]
    start, end = rings[:, sides, 1 - axis], ends[:, sides, 1 - axis]
    return np.sort(start + share * (end - start), axis=1)


def _circles(outlines: Sequence[LevelOutline]) -> Iterator[Circle]:
    for outline in outlines:
        if isinstance(outline, Oval):
            (x, y), half = outline.centre, outline.straight / 2
            yield Circle(x + half, y, outline.radius)
            if half:
                yield Circle(x - half, y, outline.radius)
