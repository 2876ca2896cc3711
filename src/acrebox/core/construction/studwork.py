"""Frames of two rails and studs along walls: where the studs stand, between posts or on their own."""

from dataclasses import dataclass
from itertools import pairwise

from acrebox.core.assembly import Joint, Part, stick
from acrebox.core.construction.joining import touching_pairs
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
    """The frame of one side: its timber, and where its studs and posts stand along the side [mm]."""

    side: Side
    marks: tuple[float, ...]
    rails: tuple[Part, ...]
    studs: tuple[Part, ...]

    @property
    def bays(self) -> list[float]:
        """Lengths between studs and posts [mm]."""
        return [b - a for a, b in pairwise(self.marks)]


def check_stud_limit(limit: Length, show: Printer) -> None:
    """Raises DesignError when studs cannot be spaced like that."""
    if not size("stud_limit_least") <= limit.mm <= size("stud_limit_most"):
        raise refuse(
            "construction.stud_limit",
            limit.text,
            "Studs cannot be spaced like that.",
            f"{show.length(size('stud_limit_least'))} to {show.length(size('stud_limit_most'))}",
        )


def side_frames(work: Studwork, posts: list[Part]) -> list[SideFrame]:
    """The frame of every side; a stud makes way for a post that stands within it.

    Raises DesignError when rails cannot be joined on the studs.
    """
    made = []
    wide = work.rail.width
    for side in work.line.outline.sides:
        low, high = work.line.longest(side, 1)
        taken = [side.reach(p.body) for p in posts_within(posts, side, work.rail.thickness)]
        anchors = sorted((a + b) / 2 for a, b in taken) or [low + wide / 2, high - wide / 2]
        marks = tuple(even_marks(anchors, work.limit.mm))
        stud_marks = [
            m for m in marks if not any(a - 0.01 < m + wide / 2 and m - wide / 2 < b + 0.01 for a, b in taken)
        ]
        studs = tuple(_stud(work, side, m, n) for n, m in enumerate(stud_marks, start=1))
        made.append(SideFrame(side=side, marks=marks, rails=_rails(work, side, marks), studs=studs))
    return made


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


def _rails(work: Studwork, side: Side, marks: tuple[float, ...]) -> tuple[Part, ...]:
    """The bottom and the top rail of a side, joined on its studs where it is longer than a stick."""
    wide, stock = work.rail.width, work.rail.timber.key
    try:
        joints = even_joints(*work.line.longest(side, 1), work.longest, marks[1:-1])
    except ValueError:
        raise refuse(
            "construction.stud_limit",
            work.limit.text,
            f"The rails of {side.name} cannot be joined on its studs.",
            f"studs closer than {work.show.length(work.longest)}",
        ) from None
    return tuple(
        stick(f"{side.name} {level} rail {n}", "rail", stock, box, side=side.name)
        for level, base in (("bottom", 0.0), ("top", work.height - wide))
        for n, box in enumerate(work.line.pieces(side, 1, base, wide, joints), start=1)
    )


def _stud(work: Studwork, side: Side, mark: float, number: int) -> Part:
    wide, tall = work.rail.width, work.height - 2 * work.rail.width
    start = side.place(mark - wide / 2, 0.0, wide)
    box = Box(start, UP, side.along, side.inward, tall, wide, work.rail.thickness)
    return stick(f"{side.name} stud {number}", "stud", work.rail.timber.key, box, side=side.name)


def _stands_on(rail: Part, stud: Part) -> bool:
    (a0, a1), (b0, b1) = rail.solid.bounds, stud.solid.bounds
    shared = [min(a1[i], b1[i]) - max(a0[i], b0[i]) for i in range(3)]
    return rail.side == stud.side and shared[0] > 0.1 and shared[1] > 0.1 and abs(shared[2]) < 0.01
