"""The bed from above."""

from collections.abc import Iterator, Mapping, Sequence
from itertools import pairwise

from acrebox.core.assembly import Assembly, Part
from acrebox.core.drafting.model import Dimension, Drawn, View, dimension, drawn, drawn_part
from acrebox.core.shape.bodies import Face, faces_of
from acrebox.core.shape.vector import X, Y

MOST_SIDES_DIMENSIONED = 12
HIDDEN_SHARE = 0.05


def draw_plan(bed: Assembly, labels: Mapping[str, str]) -> View:
    """Everything seen from above, topmost last, and over it the lines of what lies under the soil altogether,
    as a block under a vessel does; outside and inside sizes, posts from centre to centre.
    """
    top_down = sorted(bed.parts, key=lambda p: p.body.bounds[1][2])
    shapes: list[Drawn] = []
    for room in bed.compartments:
        shapes += [drawn("soil", None, "soil", "soil", face) for face in room.inside.seen_from_above]
    below: list[Drawn] = []
    for part in top_down:
        if shown := _round_the_soil(bed, part):
            shapes += drawn_part("seen", part, labels[part.name], shown)
        else:
            below += drawn_part("hidden", part, labels[part.name], part.body.seen_from_above)
    shapes += below
    for guide in bed.guides:
        shapes.append(drawn("guide", None, guide.what, "none", Face(guide.points)))
    if not bed.outline.corners:
        return View(name="plan", title="Plan from above", shapes=shapes, dimensions=list(_of_round(bed)))
    dimensions = _of_rectangle(bed) if bed.outline.is_rectangle else _of_sides(bed)
    return View(name="plan", title="Plan from above", shapes=shapes, dimensions=list(dimensions))


def _round_the_soil(bed: Assembly, part: Part) -> Sequence[Face]:
    """A part as seen from above: what lies under the soil, as the floor of a vessel does, is hidden by it."""
    faces = part.body.seen_from_above
    for room in bed.compartments:
        inside = room.parts and any(p.name == part.name for p in room.parts)
        if inside or part.body.bounds[1][2] > room.inside.bounds[1][2] + 1.0:
            continue
        shown: list[Face] = []
        for face in faces:
            covered = face.polygon.intersection(room.plan).area
            if covered > HIDDEN_SHARE * min(room.plan.area, face.polygon.area):
                circles = (*face.circles, *room.inside.circles(X, Y))
                shown += faces_of(face.polygon.difference(room.plan), circles)
            else:
                shown.append(face)
        faces = tuple(shown)
    return faces


def _of_rectangle(bed: Assembly) -> Iterator[Dimension]:
    length, width = bed.size("outside")
    (x0, y0), (x1, _), (_, y1) = bed.inner.points[:3]
    yield dimension("outside length", (0, 0), (length, 0), "below", 2)
    yield dimension("inside length", (x0, 0), (x1, 0), "below", 1)
    yield dimension("outside width", (0, 0), (0, width), "left", 2)
    yield dimension("inside width", (0, y0), (0, y1), "left", 1)
    for name, edge in (("back", "above"), ("right", "right")):
        wall = next(s for s in bed.outline.sides if s.name == name)
        marks = [wall.place(at, 0.0, 0.0)[:2] for at in bed.post_marks(name)]
        for a, b in pairwise(sorted(marks)):
            yield dimension("post centres", a, b, edge, 1)  # type: ignore[arg-type]


def _of_round(bed: Assembly) -> Iterator[Dimension]:
    """Over all, outside and inside; of an oval its width too."""
    (length, width), (long, wide) = bed.size("outside"), bed.size("inside")
    x0, y0 = (length - long) / 2, (width - wide) / 2
    yield dimension("outside", (0, 0), (length, 0), "below", 2)
    yield dimension("inside", (x0, 0), (x0 + long, 0), "below", 1)
    if length > width + 0.5:
        yield dimension("outside width", (0, 0), (0, width), "left", 2)
        yield dimension("inside width", (0, y0), (0, y0 + wide), "left", 1)


def _of_sides(bed: Assembly) -> Iterator[Dimension]:
    length, width = bed.size("outside")
    if len(bed.outline.sides) <= MOST_SIDES_DIMENSIONED:
        for side in bed.outline.sides:
            yield dimension(f"{side.name}, outside", side.start, side.end, "aligned", 1)
    if not any(
        abs(abs(s.end[0] - s.start[0]) - length) < 0.5 and max(s.start[1], s.end[1]) < 0.5
        for s in bed.outline.sides
    ):
        yield dimension("overall length", (0, 0), (length, 0), "below", 3)
    if not any(
        abs(abs(s.end[1] - s.start[1]) - width) < 0.5 and max(s.start[0], s.end[0]) < 0.5
        for s in bed.outline.sides
    ):
        yield dimension("overall width", (0, 0), (0, width), "left", 3)
