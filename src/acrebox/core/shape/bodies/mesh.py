"""Closed surfaces of triangles, and what manifold3d makes of them: sections, silhouettes, overlaps.

A mesh is wound so that its faces look outwards. manifold3d is loaded when the first body that is no plain box
is cut or laid over another.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from functools import cached_property
from typing import TYPE_CHECKING, Any

import numpy as np
from numpy.typing import NDArray
from shapely import Polygon, unary_union
from shapely.geometry.base import BaseGeometry

from acrebox.core.shape.vector import Point, Point2

if TYPE_CHECKING:
    from manifold3d import CrossSection, Manifold

Floats = NDArray[np.float64]
# Edges between faces that turn by less than this are not drawn: they only approximate a curve.
SEEN_TURN_COSINE = 0.94


@dataclass(frozen=True, eq=False)
class Mesh:
    """Points [mm] (n × 3) and triangles (m × 3) by the numbers of their points, outward."""

    points: Floats
    triangles: NDArray[np.int32]

    @cached_property
    def volume(self) -> float:
        """Volume within the surface [mm³], by the divergence theorem."""
        a, b, c = (self.points[self.triangles[:, n]] for n in range(3))
        return float(np.einsum("ij,ij->i", a, np.cross(b, c)).sum() / 6)

    @property
    def bounds(self) -> tuple[Point, Point]:
        """Least and greatest corner [mm]."""
        low, high = self.points.min(axis=0), self.points.max(axis=0)
        return tuple(low.tolist()), tuple(high.tolist())

    @cached_property
    def manifold(self) -> Manifold:
        """The same for manifold3d."""
        from manifold3d import Manifold, Mesh64

        made = Manifold(Mesh64(self.points, self.triangles.astype(np.uint64)))
        return _welded(self) if made.is_empty() else made

    @cached_property
    def edges(self) -> list[tuple[int, int]]:
        """The edges worth drawing, by the numbers of their points: where two faces meet at an angle that
        is seen.
        """
        a, b, c = (self.points[self.triangles[:, n]] for n in range(3))
        normals = np.cross(b - a, c - a)
        sizes = np.linalg.norm(normals, axis=1)
        normals = normals / np.where(sizes > 0, sizes, 1.0)[:, None]
        # Every edge of every triangle, its lower point first; those of a pair stand next to each other.
        edges = np.sort(self.triangles[:, ((0, 1), (1, 2), (2, 0))].reshape(-1, 2), axis=1)
        order = np.lexsort((edges[:, 1], edges[:, 0]))
        kept, first, count = np.unique(edges[order], axis=0, return_index=True, return_counts=True)
        one, other = order[first] // 3, order[np.minimum(first + 1, len(order) - 1)] // 3
        turn = np.einsum("ij,ij->i", normals[one], normals[other])
        seen = kept[(count != 2) | (turn < SEEN_TURN_COSINE)]
        return [(int(p), int(q)) for p, q in seen]

    def turned(self, axes: tuple[Point, Point, Point]) -> Mesh:
        """The same seen in other axes: three directions at right angles that become x, y and z."""
        turn = np.array(axes)
        triangles = self.triangles if np.linalg.det(turn) > 0 else self.triangles[:, ::-1]
        return Mesh(self.points @ turn.T, np.ascontiguousarray(triangles))


def _welded(mesh: Mesh) -> Manifold:
    """For manifold3d, points in one place made one: some builders repeat them."""
    from manifold3d import Manifold, Mesh64

    points, place = np.unique(np.round(mesh.points, 6), axis=0, return_inverse=True)
    triangles = place.reshape(-1)[mesh.triangles]
    flat = (triangles[:, 0] == triangles[:, 1]) | (triangles[:, 1] == triangles[:, 2])
    flat |= triangles[:, 0] == triangles[:, 2]
    return Manifold(Mesh64(points, triangles[~flat].astype(np.uint64)))


def mesh_of(manifold: Manifold) -> Mesh:
    """The surface of a body of manifold3d's."""
    found = manifold.to_mesh64()
    return Mesh(np.array(found.vert_properties[:, :3], float), np.array(found.tri_verts, np.int32))


def made(points: Iterable[Point], triangles: Iterable[tuple[int, int, int]]) -> Mesh:
    """A mesh of plain lists [mm], turned outwards if it looks inwards."""
    mesh = Mesh(np.array(list(points), float), np.array(list(triangles), np.int32))
    return mesh if mesh.volume >= 0 else Mesh(mesh.points, np.ascontiguousarray(mesh.triangles[:, ::-1]))


def flat_shape(section: CrossSection) -> BaseGeometry:
    """What manifold3d cuts or projects, as shapely has it: outer rings less the holes in them."""
    rings: list[Any] = section.to_polygons()
    outer = [Polygon(r) for r in rings if len(r) > 2 and _turn(r) > 0]
    holes = [Polygon(r) for r in rings if len(r) > 2 and _turn(r) < 0]
    whole = unary_union(outer)
    return whole.difference(unary_union(holes)) if holes else whole


def _turn(ring: Floats) -> float:
    x, y = ring[:, 0], ring[:, 1]
    return float(x @ np.roll(y, -1) - y @ np.roll(x, -1))


def triangulated(polygon: Polygon) -> tuple[list[Point2], list[tuple[int, int, int]]]:
    """A flat polygon with holes as points [mm] and triangles, anticlockwise."""
    from manifold3d import triangulate

    oriented = (
        polygon if polygon.exterior.is_ccw else Polygon(polygon.exterior.coords[::-1], polygon.interiors)
    )
    rings = [list(oriented.exterior.coords)[:-1]]
    for hole in oriented.interiors:
        ring = list(hole.coords)[:-1]
        rings.append(ring[::-1] if hole.is_ccw else ring)
    found = triangulate([np.array(r, np.float64) for r in rings])
    points = [(float(p[0]), float(p[1])) for ring in rings for p in ring]
    return points, [(int(a), int(b), int(c)) for a, b, c in found]
