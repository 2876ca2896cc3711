"""Setting out: pegs, strings on profiles, 3-4-5, diagonals to expect."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from math import cos, hypot, radians, sqrt
from typing import Literal

from shapely import LineString, Point

from acrebox.core.assembly import Assembly
from acrebox.core.ground.limits import ground_limit
from acrebox.core.ground.network import Tie
from acrebox.core.ground.taped import network_of
from acrebox.core.measure.systems import System
from acrebox.core.shape.outline import Side
from acrebox.core.shape.vector import Point2

RIGHT_ANGLE = 90.0
SAME = 1e-6
SAME_MM = 1.0


@dataclass(frozen=True)
class Peg:
    """A peg at a corner, or one of a profile that a string is tied to [mm, from the front left corner of the
    bed's box]; `off` is how far that stands beyond its corner. Where something stands already, a mark on it.
    """

    name: str
    at: Point2
    corner: str
    off: float
    kind: Literal["peg", "profile", "mark"]


@dataclass(frozen=True)
class Diagonal:
    """How far two corners lie apart [mm], and how far `along` and `across` the bed."""

    start: str
    end: str
    length: float
    along: float
    across: float


@dataclass(frozen=True)
class CornerCheck:
    """How the angle of a corner is checked with a tape: so far along one side, so far along the other, and so
    far between the marks [mm].
    """

    corner: str
    angle: float
    along: float
    across: float
    between: float


@dataclass(frozen=True)
class SettingOut:
    """All that a bed is set out with. A round one has its middle (of an oval both ends' middles) and a string
    as long as its radius instead of strings along its sides.
    """

    pegs: tuple[Peg, ...]
    diagonals: tuple[Diagonal, ...]
    checks: tuple[CornerCheck, ...]
    middles: tuple[Point2, ...]
    radius: float | None


def set_out(bed: Assembly, built: System) -> SettingOut:
    """What to peg and to tape before anything is dug."""
    if not bed.outline.corners:
        return _round(bed)
    network = network_of(bed)
    names = list(network.corners)
    diagonals = [
        Diagonal(names[t.start], names[t.end], long, *_apart(network.wanted, t))
        for t, long in list(zip(network.ties, network.lengths, strict=True))[len(names) :]
    ]
    return SettingOut(
        pegs=tuple(_pegs(bed, names, built)),
        diagonals=tuple(diagonals),
        checks=tuple(_checks(bed, names, built)),
        middles=(),
        radius=None,
    )


def _apart(points: Sequence[Point2], tie: Tie) -> Point2:
    (x0, y0), (x1, y1) = points[tie.start], points[tie.end]
    return abs(x1 - x0), abs(y1 - y0)


def _pegs(bed: Assembly, names: list[str], built: System) -> Iterator[Peg]:
    """A peg at every corner, and two beyond it, in line with its sides, so that the strings can be taken off
    and put back. What a string runs along needs none; where it runs on over the bed, its profile stands
    beyond that.
    """
    off = ground_limit("profile_off", built)
    sides, gone = bed.staked.sides, {s.name for s in bed.outline.sides} - {s.name for s in bed.own_sides}
    for n, (name, at) in enumerate(zip(names, bed.staked.points, strict=True)):
        before, after = sides[n - 1], sides[n]
        on_it = bool({before.name, after.name} & gone)
        yield Peg(f"{'mark' if on_it else 'peg'} {n + 1}", at, name, 0.0, "mark" if on_it else "peg")
        runs = (
            ("a", before, _unit(before.start, before.end), after),
            ("b", after, _unit(after.end, after.start), before),
        )
        for letter, side, way, over in runs:
            if {side.name, over.name} & gone:
                continue  # its string lies on what stands there, or ends at the mark
            far, kind = _ends(bed, at, way, over, off)
            yield Peg(
                f"{kind} {n + 1} {letter}", (at[0] + way[0] * far, at[1] + way[1] * far), name, far, kind
            )


def _ends(
    bed: Assembly, at: Point2, way: Point2, over: Side, off: float
) -> tuple[float, Literal["profile", "mark"]]:
    """How far beyond a corner a string ends that runs on over a side [mm]: so far off the bed, or at what
    stands along that side.
    """
    if over.name in bed.against:
        return bed.against[over.name], "mark"
    reach = 2 * max(bed.outline.size) + off
    line = LineString([at, (at[0] + way[0] * reach, at[1] + way[1] * reach)])
    crossed = line.intersection(bed.outline.polygon)
    far = off
    for piece in sorted(getattr(crossed, "geoms", [crossed]), key=lambda g: g.distance(Point(at))):
        near = piece.distance(Point(at))
        if piece.length > SAME_MM and near < far:
            far = near + piece.length + off
    return far, "profile"


def _unit(a: Point2, b: Point2) -> Point2:
    long = hypot(b[0] - a[0], b[1] - a[1])
    return ((b[0] - a[0]) / long, (b[1] - a[1]) / long)


def _checks(bed: Assembly, names: list[str], built: System) -> Iterator[CornerCheck]:
    sides = bed.staked.sides
    for n, (name, angle) in enumerate(zip(names, bed.outline.corners, strict=True)):
        before, after = sides[n - 1].length, sides[n].length
        if abs(angle - RIGHT_ANGLE) < SAME or abs(angle - 270) < SAME:
            unit = three_four_five(after, before, built)
            four = after >= before
            along, across = (4 * unit, 3 * unit) if four else (3 * unit, 4 * unit)
            yield CornerCheck(name, angle, along, across, 5 * unit)
        else:
            long = _round_down(min(before, after), ground_limit("tape_step", built))
            inside = min(angle, 360 - angle)
            yield CornerCheck(name, angle, long, long, long * sqrt(2 - 2 * cos(radians(inside))))


def three_four_five(one: float, other: float, built: System) -> float:
    """The unit of the largest triangle of 3, 4 and 5 units, in round steps, that the sides of a corner
    take [mm]; where they take none, of the smallest, with strings that go on beyond.
    """
    long, short = max(one, other), min(one, other)
    step = ground_limit("unit_of_3_4_5", built)
    return max(step, _round_down(min(long / 4, short / 3), step))


def _round_down(value: float, step: float) -> float:
    return max(step, int((value + SAME) / step) * step)


def _round(bed: Assembly) -> SettingOut:
    xs, ys = [p[0] for p in bed.outline.points], [p[1] for p in bed.outline.points]
    long, wide = max(xs) - min(xs), max(ys) - min(ys)
    radius, x, y = min(long, wide) / 2, (max(xs) + min(xs)) / 2, (max(ys) + min(ys)) / 2
    apart = max(long, wide) / 2 - radius
    if apart < 1.0:
        middles: tuple[Point2, ...] = ((x, y),)
    elif long >= wide:
        middles = ((x - apart, y), (x + apart, y))
    else:
        middles = ((x, y - apart), (x, y + apart))
    return SettingOut((), (), (), middles, radius)
