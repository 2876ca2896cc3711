"""Frames of two rails and studs along walls: where the studs stand, between posts or on their own."""

from collections.abc import Mapping, Sequence
from contextlib import suppress
from dataclasses import dataclass
from itertools import pairwise

from acrebox.core.assembly import Joint, Part, stick
from acrebox.core.construction.joining import lapped, touching_pairs
from acrebox.core.construction.posts import even_marks
from acrebox.core.construction.sections import ChosenTimber
from acrebox.core.construction.sizes import size
from acrebox.core.construction.walls import WallLine, even_joints
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.written import Length
from acrebox.core.shape.bodies import Box
from acrebox.core.shape.outline import Side
from acrebox.core.shape.vector import UP


@dataclass(frozen=True, kw_only=True)
class Studwork:
    """Frames round an outline: their line, their timber, `height` and longest stick [mm], and the limit
    between studs.
    """

    line: WallLine
    rail: ChosenTimber
    height: float
    limit: Length
    longest: float
    show: Printer


@dataclass(frozen=True, kw_only=True)
class SideFrame:
    """The frame of one side: its timber, and what its sheet spans between studs and posts [mm]."""

    side: Side
    bays: tuple[float, ...]
    rails: tuple[Part, ...]
    studs: tuple[Part, ...]


def check_stud_limit(limit: Length, show: Printer) -> None:
    """Raises DesignError when studs cannot be spaced like that."""
    least, most = (size(name, show.system) for name in ("stud_limit_least", "stud_limit_most"))
    if not least <= limit.mm <= most:
        raise refuse(
            "construction.stud_limit",
            limit.text,
            "Studs cannot be spaced like that.",
            f"{show.length(least)} to {show.length(most)}",
        )


def side_frames(
    work: Studwork, posts: list[Part], sheet_joins: Mapping[int, Sequence[float]]
) -> list[SideFrame]:
    """The frame of every side; a stud makes way for a post that stands within it. `sheet_joins` are where on
    each side two sheets meet [mm]: on a post or a stud, or where two panels do.

    Where rails are joined and no post stands, two panels meet: each with a stud of its own at its end.
    Raises DesignError when rails cannot be joined on the posts.
    """
    made = []
    half = work.rail.width / 2
    for side in work.line.outline.sides:
        low, high = work.line.longest(side, 1)
        taken = [side.reach(p.body) for p in posts_within(posts, side, work.rail.thickness)]
        standing = sorted((a + b) / 2 for a, b in taken)
        joins = _rail_joins(work, side, standing, sheet_joins[side.index])
        panels = [at for at in joins if not any(a < at < b for a, b in taken)]
        ends = standing or [low + half, high - half]
        laps = [at for at in sheet_joins[side.index] if standing and not _on_some(at, half, taken)]
        anchors = sorted({*ends, *laps, *(at - half for at in panels), *(at + half for at in panels)})
        marks = tuple(even_marks(anchors, work.limit.mm))
        stud_marks = [m for m in marks if not _on_some(m, half, taken)]
        studs = tuple(_stud(work, side, m, n) for n, m in enumerate(stud_marks, start=1))
        bays = tuple(b - a for a, b in pairwise(marks) if b - a > 2 * half + 0.01)
        made.append(SideFrame(side=side, bays=bays, rails=_rails(work, side, joins), studs=studs))
    return made


def _on_some(at: float, half: float, taken: Sequence[tuple[float, float]]) -> bool:
    """Whether a stud with its middle there [mm] would stand against or in a post."""
    return any(a - 0.01 < at + half and at - half < b + 0.01 for a, b in taken)


def _rail_joins(
    work: Studwork, side: Side, posts: Sequence[float], sheets: Sequence[float]
) -> tuple[float, ...]:
    """Where the rails of a side are joined [mm]: on its posts, as near to even as they stand; else where the
    sheets meet, and evenly in whatever is still longer than a stick.
    """
    low, high = work.line.longest(side, 1)
    if posts:
        sheets = posts[1:-1]
        if sheets:
            with suppress(ValueError):
                return even_joints(low, high, work.longest, sheets, far=work.line.begins_far(side))
        elif high - low <= work.longest + 1e-6:
            return ()
    marks = even_marks([low, *sheets, high], work.longest)
    return tuple(marks[1:-1])


def posts_within(posts: list[Part], side: Side, depth: float) -> list[Part]:
    """The posts that stand within the line of a side's frame, `depth` [mm] deep."""

    def within(post: Part) -> bool:
        (u0, u1), (v0, v1) = side.reach(post.body), side.depth(post.body)
        return v0 < depth - 0.01 and v1 > 0.01 and u1 > 0.01 and u0 < side.length - 0.01

    return [post for post in posts if within(post)]


SKEW = 0.7
"""Sine of the slant at which a stud is screwed to a rail on edge: 45°, common practice."""


def stud_joints(rails: list[Part], studs: list[Part], rail: ChosenTimber) -> list[Joint]:
    """Every stud's joints with the rails it stands between: through a rail that lies flat into the stud's
    end, else skewed through the stud into the rail.
    """
    found = []
    for under, stud in touching_pairs(rails, studs):
        if not _stands_on(under, stud):
            continue
        if rail.width < rail.thickness:
            ends = {"through": rail.width, "into": stud.solid.length / 2, "run": rail.thickness}
            found.append(Joint(kind="stud to rail", parts=(under.name, stud.name), **ends))
        else:
            slant = {"through": SKEW * rail.thickness, "into": rail.width, "run": rail.thickness}
            found.append(Joint(kind="stud to rail, skewed", parts=(stud.name, under.name), **slant))
    return found


def _rails(work: Studwork, side: Side, joins: tuple[float, ...]) -> tuple[Part, ...]:
    """The bottom and the top rail of a side."""
    wide, stock = work.rail.width, work.rail.timber.key
    return tuple(
        stick(f"{side.name} {level} rail {n}", "rail", stock, box, side=side.name)
        for level, base in (("bottom", 0.0), ("top", work.height - wide))
        for n, box in enumerate(work.line.pieces(side, 1, base, wide, joins), start=1)
    )


def _stud(work: Studwork, side: Side, mark: float, number: int) -> Part:
    wide, tall = work.rail.width, work.height - 2 * work.rail.width
    start = side.place(mark - wide / 2, 0.0, wide)
    box = Box(start, UP, side.along, side.inward, tall, wide, work.rail.thickness)
    return stick(f"{side.name} stud {number}", "stud", work.rail.timber.key, box, side=side.name)


def panel_joints(studs: list[Part]) -> list[Joint]:
    """The two studs where panels of a side meet, fixed to each other."""
    return [
        lapped("frame to frame along", one, other, into=other.solid.width)
        for one, other in touching_pairs(studs, studs)
        if one.side == other.side and one.name < other.name
    ]


def _stands_on(rail: Part, stud: Part) -> bool:
    (a0, a1), (b0, b1) = rail.solid.bounds, stud.solid.bounds
    shared = [min(a1[i], b1[i]) - max(a0[i], b0[i]) for i in range(3)]
    return rail.side == stud.side and shared[0] > 0.1 and shared[1] > 0.1 and abs(shared[2]) < 0.01
