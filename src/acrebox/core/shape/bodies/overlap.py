"""Whether two bodies run into each other: separating axes for sticks, manifold3d for the rest."""

from collections.abc import Iterator, Sequence

import numpy as np
from shapely import STRtree, box

from acrebox.core.shape.bodies.body import Body
from acrebox.core.shape.bodies.box import Box, overlap_depth

DEPTH_MM = 0.01
SPECK_MM3 = 1.0


def overlap(a: Body, b: Body) -> bool:
    """Whether two bodies share more than a hundredth of a millimetre, or, where one is not convex, a
    cubic millimetre.
    """
    (a0, a1), (b0, b1) = a.bounds, b.bounds
    if any(min(a1[i], b1[i]) - max(a0[i], b0[i]) <= DEPTH_MM for i in range(3)):
        return False
    if isinstance(a, Box) and isinstance(b, Box):
        if overlap_depth(a, b) <= DEPTH_MM:
            return False
        if a.is_convex and b.is_convex:
            return True
    return shared_volume(a, b) > SPECK_MM3


def shared_volume(a: Body, b: Body) -> float:
    """The volume that two bodies share [mm³]."""
    return abs(float((a.mesh.manifold ^ b.mesh.manifold).volume()))


def near_pairs(ones: Sequence[Body], others: Sequence[Body], reach: float = 0.0) -> Iterator[tuple[int, int]]:
    """Pairs (place in `ones`, place in `others`) whose boxes come within `reach` [mm] of each other, in
    order.
    """
    if not ones or not others:
        return
    tree = STRtree(_boxes(others, 0.0))
    found = tree.query(_boxes(ones, reach))
    lows = [b.bounds[0][2] for b in others]
    highs = [b.bounds[1][2] for b in others]
    order = np.lexsort((found[1], found[0]))
    for i, j in zip(found[0][order].tolist(), found[1][order].tolist(), strict=True):
        (_, _, z0), (_, _, z1) = ones[i].bounds
        if z0 <= highs[j] + reach and z1 >= lows[j] - reach:
            yield i, j


def _boxes(bodies: Sequence[Body], grown: float) -> "np.ndarray[tuple[int, ...], np.dtype[np.object_]]":
    bounds = [b.bounds for b in bodies]
    x0, y0 = (np.array([low[n] for low, _ in bounds]) - grown for n in (0, 1))
    x1, y1 = (np.array([high[n] for _, high in bounds]) + grown for n in (0, 1))
    return np.asarray(box(x0, y0, x1, y1))
