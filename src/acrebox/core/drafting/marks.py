"""Marks where parts are fixed to each other, in a view of a side."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from acrebox.core.assembly import Assembly, Part
from acrebox.core.drafting.model import Drawn, drawn
from acrebox.core.fixing import fixings_of
from acrebox.core.measure.systems import System
from acrebox.core.shape.bodies import Face
from acrebox.core.shape.outline import Side

FIXING_MM = 7.0
TOUCH_MM = 0.5
Span = tuple[float, float]


@dataclass(frozen=True, kw_only=True)
class Marked:
    """Two parts that are fixed to each other, by so many."""

    one: Part
    other: Part
    count: int
    upright: bool


def joints_by_side(bed: Assembly, built: System) -> dict[str, list[Marked]]:
    """The joints of every side: of parts of its own with whatever they are fixed to."""
    found: dict[str, list[Marked]] = {}
    for joint in bed.joints:
        one, other = (bed.part(name) for name in joint.parts)
        upright = one.role.post or other.role.post
        marked = Marked(one=one, other=other, count=fixings_of(joint, built), upright=upright)
        for name in {one.side, other.side} - {""}:
            found.setdefault(name, []).append(marked)
    return found


def marks_of(side: Side, fixed: Sequence[Marked]) -> Iterator[Drawn]:
    """Small marks, spread over the height or the length that two parts share as they are seen from outside
    the side.
    """
    for joint in fixed:
        u, z = (_shared(a, b) for a, b in zip(_box(side, joint.one), _box(side, joint.other), strict=True))
        if u is None or z is None or u[1] - u[0] < TOUCH_MM:
            continue
        upright = joint.upright or z[1] - z[0] >= u[1] - u[0]
        low, high = z if upright else u
        for n in range(joint.count):
            at = low + (high - low) * (n + 0.5) / joint.count
            yield _mark((u[0] + u[1]) / 2, at) if upright else _mark(at, (z[0] + z[1]) / 2)


def _shared(a: Span, b: Span) -> Span | None:
    """What two spans share: a place only, where they touch."""
    low, high = max(a[0], b[0]), min(a[1], b[1])
    if high < low - TOUCH_MM:
        return None
    return (low, high) if high > low else ((low + high) / 2,) * 2


def _box(side: Side, part: Part) -> tuple[Span, Span]:
    """From where to where a part reaches along a side, and up [mm]."""
    (_, _, z0), (_, _, z1) = part.body.bounds
    return side.reach(part.body), (z0, z1)


def _mark(u: float, z: float) -> Drawn:
    r = FIXING_MM / 2
    face = Face(((u - r, z - r), (u + r, z - r), (u + r, z + r), (u - r, z + r)))
    return drawn("fixing", None, "fixing", "solid", face)
