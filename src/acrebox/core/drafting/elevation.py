"""One side of the bed from outside: its pieces and joints, the posts behind, the places of the fixings."""

from collections.abc import Iterator, Mapping, Sequence
from itertools import pairwise

from acrebox.core.assembly import Assembly, Part
from acrebox.core.drafting.marks import Marked, marks_of
from acrebox.core.drafting.model import Dimension, Drawn, View, dimension, drawn_part, sent
from acrebox.core.shape.bodies import Face
from acrebox.core.shape.outline import Side
from acrebox.core.shape.vector import UP


def draw_elevation(bed: Assembly, side: Side, labels: Mapping[str, str], fixed: Sequence[Marked]) -> View:
    """A side seen from outside, its first corner to the left.

    Parts that belong to no side are seen from every one.
    """
    mine = [
        p for p in bed.parts if not p.role.post and (p.side in (side.name, "") or _ends_here(bed, side, p))
    ]
    hidden = [p for p in mine if p.role.view == "behind" and not _is_outside(side, p, mine)]
    posts = _posts(bed, side)
    before = [p for p in posts if side.depth(p.body)[0] < -1.0 and p.role.dug]
    behind = [*(p for p in posts if p not in before), *hidden]
    names = {p.name for p in behind}
    shown = [*(p for p in mine if p.name not in names and p.role.view != "inside"), *before]
    shown.sort(key=lambda p: -side.depth(p.body)[0])
    shapes: list[Drawn] = []
    for kind, parts in (("seen", shown), ("hidden", behind)):
        for part in parts:
            shapes += drawn_part(kind, part, labels[part.name], _seen(side, part))  # type: ignore[arg-type]
    shapes += list(marks_of(side, fixed))
    title = f"{side.name.capitalize()}, from outside"
    return View(
        name=side.name,
        title=title,
        shapes=shapes,
        dimensions=list(_dimensions(bed, side)),
        ground=0.0,
        ground_line=sent(bed.ground.profile(side.start, side.end)) if bed.ground else [],
    )


def _ends_here(bed: Assembly, side: Side, part: Part) -> bool:
    """Whether a block of the next side ends in the face of this one, or a bar of it stands in this wall."""
    low, high = side.reach(part.body)
    if not (low < side.length and high > 0):
        return False
    near, far = side.depth(part.body)
    if part.role.laid:
        return abs(near) < 1.0
    return part.role.name == "steel bar" and near > 0 and far < bed.wall_thickness


def _posts(bed: Assembly, side: Side) -> list[Part]:
    """The posts that stand against a side, and those that it calls its own."""
    near = list(bed.posts_at(side.name))
    names = {p.name for p in near}
    own = (p for p in bed.parts if p.role.post and p.side == side.name and p.name not in names)
    return [*near, *own]


def _seen(side: Side, part: Part) -> tuple[Face, ...]:
    """A part's outline as seen from outside the side: along it from its first corner, and up."""
    start = side.start[0] * side.along[0] + side.start[1] * side.along[1]
    faces = part.body.silhouette(side.along, UP)
    return tuple(_moved(face, start) for face in faces)


def _moved(face: Face, by: float) -> Face:
    ring = tuple((x - by, y) for x, y in face.ring)
    return Face(ring, tuple(tuple((x - by, y) for x, y in hole) for hole in face.holes))


def _is_outside(side: Side, part: Part, mine: Sequence[Part]) -> bool:
    """Whether a rail or stud lies outside the skin, as where the sheet is inside."""
    skins = [side.depth(p.body)[0] for p in mine if p.role.skin]
    return bool(skins) and side.depth(part.body)[0] < min(skins)


def _dimensions(bed: Assembly, side: Side) -> Iterator[Dimension]:
    inner = bed.inner.sides[side.index]
    foot = -bed.stance.below if bed.stance else 0.0
    yield dimension("outside", (0, foot), (side.length, foot), "below", 2)
    inset = side.coordinates(*inner.start)[0]
    yield dimension("inside", (inset, foot), (inset + inner.length, foot), "below", 1)
    for a, b in pairwise(bed.post_marks(side.name)):
        yield dimension("post centres", (a, bed.top), (b, bed.top), "above", 1)
    yield dimension("height", (0, bed.foot), (0, bed.wall_top), "left", 1)
    if bed.stance and bed.stance.below and any(p.role.dug for p in _posts(bed, side)):
        yield dimension("post in the ground", (side.length, foot), (side.length, 0), "right", 1)
