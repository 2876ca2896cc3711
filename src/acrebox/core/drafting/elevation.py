"""One side of the bed from outside: its pieces and joints, the posts behind, the places of the fixings."""

from collections.abc import Iterator, Mapping, Sequence
from itertools import pairwise

from acrebox.core.assembly import Assembly, Part, Role
from acrebox.core.drafting.model import Dimension, Shape, View, dimension, ring
from acrebox.core.shape.outline import Side
from acrebox.core.shape.solid import convex_hull

FIXING_MM = 7.0
HIDDEN = (Role.RAIL, Role.STUD)
SKINS = (Role.WALL, Role.SLEEPER, Role.STAVE, Role.SHEET)
MOST_FIXINGS = 240


def draw_elevation(
    bed: Assembly,
    side: Side,
    labels: Mapping[str, str],
    fixings: Mapping[str, int],
    fixed: Sequence[tuple[Part, Part, str]],
) -> View:
    """A side seen from outside, its first corner to the left."""
    mine = [p for p in bed.parts if p.side == side.name and not p.role.is_post]
    behind = [
        *bed.posts_at(side.name),
        *(p for p in mine if p.role in HIDDEN and not _is_outside(side, p, mine)),
    ]
    shown = [p for p in mine if p not in behind and p.role not in (Role.TIE, Role.SLEEVE)]
    shown.sort(key=lambda p: -_depth(side, p))
    shapes = [
        Shape(kind="seen", part=labels[p.name], role=p.role, points=ring(_seen(side, p))) for p in shown
    ]
    shapes += [
        Shape(kind="hidden", part=labels[p.name], role=p.role, points=ring(_seen(side, p))) for p in behind
    ]
    shapes += list(_fixings(side, fixings, fixed))
    return View(
        name=side.name,
        title=f"{side.name.capitalize()}, from outside",
        shapes=shapes,
        dimensions=list(_dimensions(bed, side)),
        ground=0.0,
    )


def _seen(side: Side, part: Part) -> list[tuple[float, float]]:
    """A part's outline as seen from outside the side: along it, and up."""
    if part.solid.is_aligned and abs(side.along[0] * side.along[1]) < 1e-9:
        u0, u1, z0, z1 = _box(side, part)
        return [(u0, z0), (u1, z0), (u1, z1), (u0, z1)]
    (x, y), (ax, ay, _) = side.start, side.along
    return convex_hull(((c[0] - x) * ax + (c[1] - y) * ay, c[2]) for c in part.solid.corners)


def _depth(side: Side, part: Part) -> float:
    """How far in from the side's line a part begins [mm]."""
    (x, y), (nx, ny, _) = side.start, side.inward
    return float(min((c[0] - x) * nx + (c[1] - y) * ny for c in part.solid.corners))


def _is_outside(side: Side, part: Part, mine: list[Part]) -> bool:
    """Whether a rail or stud lies outside the skin, as where the sheet is inside."""
    skins = [_depth(side, p) for p in mine if p.role in SKINS]
    return bool(skins) and _depth(side, part) < min(skins)


def skin_joints(bed: Assembly) -> dict[str, list[tuple[Part, Part, str]]]:
    """By side, the joints whose fixings are seen from outside: a piece of the wall, what is behind it, the kind."""
    parts = {p.name: p for p in bed.parts}
    found: dict[str, list[tuple[Part, Part, str]]] = {}
    for joint in bed.joints:
        one, other = (parts[name] for name in joint.parts)
        if one.role in SKINS and "corner" not in joint.kind:
            found.setdefault(one.side, []).append((one, other, joint.kind))
    return found


def _fixings(side: Side, each: Mapping[str, int], fixed: Sequence[tuple[Part, Part, str]]) -> Iterator[Shape]:
    """Small marks where pieces are fixed to posts and rails, spread over the height or the length they share."""
    boxes: dict[str, tuple[float, float, float, float]] = {}
    count = 0
    for one, other, kind in fixed:
        a, b = (boxes.get(p.name) or boxes.setdefault(p.name, _box(side, p)) for p in (one, other))
        low_u, high_u = max(a[0], b[0]), min(a[1], b[1])
        low_z, high_z = max(a[2], b[2]), min(a[3], b[3])
        if high_u <= low_u or high_z <= low_z:
            continue
        number = each.get(kind, 2)
        upright = high_z - low_z >= high_u - low_u or "post" in kind
        for n in range(number):
            share = (n + 0.5) / number
            u, z = (
                ((low_u + high_u) / 2, low_z + (high_z - low_z) * share)
                if upright
                else (low_u + (high_u - low_u) * share, (low_z + high_z) / 2)
            )
            r = FIXING_MM / 2
            count += 1
            if count > MOST_FIXINGS:
                return
            yield Shape(
                kind="fixing",
                part=None,
                role="fixing",
                points=ring([(u - r, z - r), (u + r, z - r), (u + r, z + r), (u - r, z + r)]),
            )


def _box(side: Side, part: Part) -> tuple[float, float, float, float]:
    """From where to where a part reaches along a side, and up [mm]."""
    (x, y), (ax, ay, _) = side.start, side.along
    us = [(c[0] - x) * ax + (c[1] - y) * ay for c in part.solid.corners]
    (_, _, z0), (_, _, z1) = part.solid.bounds
    return min(us), max(us), z0, z1


def _dimensions(bed: Assembly, side: Side) -> Iterator[Dimension]:
    inner = bed.inner.sides[side.index]
    foot = -bed.footing.below if bed.footing else 0.0
    yield dimension("outside", (0, foot), (side.length, foot), "below", 2)
    inset = (inner.start[0] - side.start[0]) * side.along[0] + (inner.start[1] - side.start[1]) * side.along[
        1
    ]
    yield dimension("inside", (inset, foot), (inset + inner.length, foot), "below", 1)
    marks = bed.post_marks(side.name)
    for a, b in pairwise(marks):
        yield dimension("post centres", (a, bed.top), (b, bed.top), "above", 1)
    yield dimension("height", (0, 0), (0, bed.wall_top), "left", 1)
    if bed.footing and bed.footing.below:
        yield dimension("post in the ground", (side.length, foot), (side.length, 0), "right", 1)
