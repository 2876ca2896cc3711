"""Section across the bed, at a right angle to its front, between two posts."""

from collections.abc import Iterator, Mapping, Sequence

from shapely import LineString

from acrebox.core.assembly import Assembly, Part, Role
from acrebox.core.drafting.model import Dimension, Shape, View, dimension, ring
from acrebox.core.fill.layers import FilledLayer

# A cut closer than this to a post would not show as a cut beside it.
CLEAR_MM = 1.0
UPRIGHT = (Role.CORNER_POST, Role.MID_POST, Role.LEDGER_POST, Role.STUD, Role.TRELLIS, Role.SLEEVE)


def section_at(bed: Assembly) -> float:
    """Where the bed is cut [mm from its left end]: over soil, clear of everything upright, in the first bay of the front if it can be.

    Where no gap is clear of uprights, the middle of the bed.
    """
    front = bed.outline.sides[0]
    length, _ = bed.size("outside")
    uprights = sorted(
        (p.solid.bounds[0][0] - CLEAR_MM, p.solid.bounds[1][0] + CLEAR_MM)
        for p in bed.parts
        if p.role in UPRIGHT
    )
    gaps, at = [], 0.0
    for low, high in [*uprights, (length, length)]:
        if low > at:
            gaps.append((at, low))
        at = max(at, high)
    marks = [front.start[0] + m * front.along[0] for m in bed.post_marks(front.name)]
    first = (marks[0], marks[1]) if len(marks) > 1 else (0.0, length)
    ordered = sorted(gaps, key=lambda g: (not first[0] <= (g[0] + g[1]) / 2 <= first[1], g[0] - g[1]))
    return next((middle for low, high in ordered if _strips(bed, middle := (low + high) / 2)), length / 2)


def _strips(bed: Assembly, at: float) -> list[tuple[float, float]]:
    """From where to where the soil is cut [mm across]; an H or a U may be cut twice."""
    _, width = bed.size("outside")
    cut = bed.soil_face.polygon.intersection(LineString([(at, -1.0), (at, width + 1.0)]))
    lines = getattr(cut, "geoms", [cut])
    return [
        (min(y for _, y in line.coords), max(y for _, y in line.coords))
        for line in lines
        if not line.is_empty
    ]


def draw_section(bed: Assembly, layers: Sequence[FilledLayer], labels: Mapping[str, str]) -> View:
    """What is cut, the layers of fill, and the posts that stand behind the cut."""
    at = section_at(bed)
    strips = _strips(bed, at)
    shapes = [
        Shape(
            kind="layer",
            part=None,
            role=layer.material.kind,
            points=ring([(y0, layer.base), (y1, layer.base), (y1, layer.top), (y0, layer.top)]),
        )
        for layer in layers
        for y0, y1 in strips
    ]
    behind = [p for p in bed.parts if p.role.is_post and p.solid.bounds[0][0] > at]
    shapes += [
        Shape(kind="hidden", part=labels[p.name], role=p.role, points=ring(p.solid.seen_along(0)))
        for p in _nearest(behind)
    ]
    for part in bed.parts:
        points = part.solid.cut_at(0, at)
        if points:
            shapes.append(Shape(kind="cut", part=labels[part.name], role=part.role, points=ring(points)))
    return View(
        name="section",
        title="Section across, between posts",
        shapes=shapes,
        dimensions=list(_dimensions(bed, layers, strips)),
        ground=bed.cavity.floor,
    )


def _nearest(posts: list[Part]) -> list[Part]:
    """The posts seen first behind the cut; the ones hidden by them are left out."""
    seen: list[Part] = []
    for post in sorted(posts, key=lambda p: p.solid.bounds[0][0]):
        low, high = post.solid.bounds
        if all(min(high[1], s.solid.bounds[1][1]) - max(low[1], s.solid.bounds[0][1]) < 1.0 for s in seen):
            seen.append(post)
    return seen


def _dimensions(
    bed: Assembly, layers: Sequence[FilledLayer], strips: list[tuple[float, float]]
) -> Iterator[Dimension]:
    _, width = bed.size("outside")
    foot = -bed.footing.below if bed.footing else 0.0
    yield dimension("outside width", (0, foot), (width, foot), "below", 2)
    if bed.outline.is_rectangle:
        (_, y0), (_, y1) = bed.inside[0], bed.inside[2]
        yield dimension("inside width", (y0, foot), (y1, foot), "below", 1)
    else:
        for y0, y1 in strips:
            yield dimension("soil across", (y0, foot), (y1, foot), "below", 1)
    yield dimension("height", (0, 0), (0, bed.wall_top), "left", 2)
    base = 0.0
    if len(bed.course_heights) > 1:
        for height in bed.course_heights:
            yield dimension("course", (0, base), (0, base + height), "left", 1)
            base += height
    yield dimension("soil depth", (width, layers[0].base), (width, layers[-1].top), "right", 1)
    if bed.footing and bed.footing.below:
        yield dimension("post in the ground", (width, foot), (width, 0), "right", 1)
        yield dimension("post", (width, foot), (width, bed.footing.above), "right", 2)
