"""Section across the bed, at a right angle to its front, between two posts."""

from collections.abc import Iterator, Mapping, Sequence

from shapely import Polygon, box

from acrebox.core.assembly import Assembly, Part, prism
from acrebox.core.drafting.model import Dimension, Drawn, View, dimension, drawn, drawn_part, sent
from acrebox.core.fill.layers import FilledLayer
from acrebox.core.shape.bodies import Face, faces_of
from acrebox.core.shape.ground import Ground
from acrebox.core.shape.outline import Outline
from acrebox.core.shape.vector import UP, Y

# A cut closer than this to a post would not show as a cut beside it.
CLEAR_MM = 1.0
STEPS = 24
LEAST_FOOT_MM = 10.0


def section_at(bed: Assembly) -> float:
    """Where the bed is cut [mm from its left end]: over soil, clear of everything upright, in the front's
    first bay if it can be.

    Where no gap is clear of uprights, the middle of the bed.
    """
    front = bed.outline.sides[0]
    length, _ = bed.size("outside")
    uprights = sorted(
        (p.body.bounds[0][0] - CLEAR_MM, p.body.bounds[1][0] + CLEAR_MM) for p in bed.parts if p.role.upright
    )
    gaps, at = [], 0.0
    for low, high in [*uprights, (length, length)]:
        if low > at:
            gaps.append((at, low))
        at = max(at, high)
    marks = [front.start[0] + m * front.along[0] for m in bed.post_marks(front.name)]
    first = (marks[0], marks[1]) if len(marks) > 1 else (0.0, length)
    ordered = sorted(gaps, key=lambda g: (not first[0] <= (g[0] + g[1]) / 2 <= first[1], g[0] - g[1]))
    places = (_through(bed, *gap) for gap in ordered)
    return next((place for place in places if place is not None), length / 2)


def _through(bed: Assembly, low: float, high: float) -> float | None:
    """The middle of a gap, where it cuts the soil; of walls laid in courses the nearest place that meets no
    joint.
    """
    middle = (low + high) / 2
    if not _rooms(bed, middle):
        return None
    spans = [(p.body.bounds[0][0], p.body.bounds[1][0]) for p in bed.parts if p.role.laid]
    if not spans:
        return middle
    tried = sorted(
        (low + (high - low) * n / STEPS for n in range(1, STEPS)), key=lambda at: (abs(at - middle), at)
    )
    there = [at for at in tried if _rooms(bed, at)]
    # A joint or the end of a block is no cut through the wall: where most blocks are cut well within.
    return max(there, key=lambda at: sum(a + CLEAR_MM * 8 < at < b - CLEAR_MM * 8 for a, b in spans))


def _rooms(bed: Assembly, at: float) -> list[Face]:
    """The compartments as cut, those that are cut twice in two pieces, left to right."""
    faces = [face for room in bed.compartments for face in room.inside.section(0, at)]
    return sorted(faces, key=lambda f: min(y for y, _ in f.ring))


def _layers(bed: Assembly, layers: Sequence[FilledLayer], at: float) -> Iterator[Drawn]:
    """Each layer within each compartment, from where that one's depths are counted."""
    for room in bed.compartments:
        raised = room.cavity.base - bed.cavity.base
        for face in room.inside.section(0, at):
            room_cut = face.polygon if room.ground is None else _down_to(room.ground, face.polygon, at)
            y0, _, y1, _ = room_cut.bounds
            for n, layer in enumerate(layers):
                # The lowest one goes on down to the ground.
                foot = layer.base + raised if n else min(layer.base + raised, room_cut.bounds[1])
                band = box(y0 - 1.0, foot, y1 + 1.0, layer.top + raised)
                for shown in faces_of(room_cut.intersection(band), face.circles):
                    kind = layer.kind
                    yield drawn("layer", None, kind, kind, shown)


def _down_to(ground: Ground, cut: Polygon, at: float) -> Polygon:
    """A plumb room as cut, with what lies under it down to the ground, less what ground stands in it."""
    y0, _, y1, top = cut.bounds
    line = [(y0 + along, z) for along, z in ground.profile((at, y0), (at, y1))]
    column = box(y0, min(z for _, z in line) - 1.0, y1, top)
    return column.intersection(Polygon([*line, (y1, top), (y0, top)]))


def draw_section(bed: Assembly, layers: Sequence[FilledLayer], labels: Mapping[str, str]) -> View:
    """What is cut, the layers of fill, and the posts and bearers that stand behind the cut."""
    at = section_at(bed)
    shapes = list(_layers(bed, layers, at))
    behind = [
        p for p in bed.parts if (p.role.post or p.role.bears or p.role.beyond) and p.body.bounds[0][0] > at
    ]
    for post in _nearest(behind):
        shapes += drawn_part("hidden", post, labels[post.name], post.body.silhouette(Y, UP))
    for part in bed.parts:
        shapes += drawn_part("cut", part, labels[part.name], part.body.section(0, at))
    strips = _strips(bed.soil_face, at)
    return View(
        name="section",
        title="Section across, between posts" if any(p.role.post for p in bed.parts) else "Section across",
        shapes=shapes,
        dimensions=list(_dimensions(bed, layers, strips, _strips(bed.outline, at))),
        ground=0.0 if bed.ground else min(0.0, bed.cavity.floor),
        ground_line=sent(_ground(bed, at)),
    )


def _ground(bed: Assembly, at: float) -> list[tuple[float, float]]:
    """The ground along the cut, from one wall to the other."""
    strips = _strips(bed.outline, at)
    if bed.ground is None or not strips:
        return []
    low, high = strips[0][0], max(y for _, y in strips)
    return [(low + along, z) for along, z in bed.ground.profile((at, low), (at, high))]


def _strips(outline: Outline, at: float) -> list[tuple[float, float]]:
    """From where to where an outline is cut [mm across], strip by strip."""
    faces = prism(outline, 0.0, 1.0).section(0, at)
    return [(min(y for y, _ in f.ring), max(y for y, _ in f.ring)) for f in faces]


def _one_behind_the_other(a: Part, b: Part) -> bool:
    """Whether two parts cover each other in the section."""
    (_, *low_a), (_, *high_a) = a.body.bounds
    (_, *low_b), (_, *high_b) = b.body.bounds
    return all(min(high_a[n], high_b[n]) - max(low_a[n], low_b[n]) >= 1.0 for n in range(2))


def _nearest(posts: list[Part]) -> list[Part]:
    """The posts seen first behind the cut; the ones that stand behind them are left out."""
    seen: list[Part] = []
    for post in sorted(posts, key=lambda p: p.body.bounds[0][0]):
        if not any(_one_behind_the_other(post, other) for other in seen):
            seen.append(post)
    return seen


def _dimensions(
    bed: Assembly,
    layers: Sequence[FilledLayer],
    strips: list[tuple[float, float]],
    outer: list[tuple[float, float]],
) -> Iterator[Dimension]:
    width = max((high for _, high in outer), default=bed.size("outside")[1])
    foot = -bed.stance.below if bed.stance else 0.0
    for low, high in outer:
        yield dimension("outside width", (low, foot), (high, foot), "below", 2)
    if bed.outline.is_rectangle:
        (_, y0), (_, y1) = bed.inner.points[0], bed.inner.points[2]
        yield dimension("inside width", (y0, foot), (y1, foot), "below", 1)
    else:
        for y0, y1 in strips:
            yield dimension("soil across", (y0, foot), (y1, foot), "below", 1)
    yield dimension("height", (0, bed.foot), (0, bed.wall_top), "left", 2)
    if bed.foot > LEAST_FOOT_MM:
        yield dimension("over the ground", (0, 0), (0, bed.foot), "left", 2)
    base = bed.foot
    if len(bed.course_heights) > 1:
        for height in bed.course_heights:
            yield dimension("course", (0, base), (0, base + height), "left", 1)
            base += height
    yield dimension("soil depth", (width, layers[0].base), (width, layers[-1].top), "right", 1)
    if bed.stance and bed.stance.below:
        yield dimension("post in the ground", (width, foot), (width, 0), "right", 1)
        yield dimension("post", (width, foot), (width, bed.stance.above), "right", 2)
