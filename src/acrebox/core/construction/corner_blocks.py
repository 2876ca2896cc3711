"""Corner blocks instead of posts: two upright lengths as tall as the wall, an L of them at each corner."""

from dataclasses import dataclass
from typing import Literal

from acrebox.core.assembly import Joint, Part, stick
from acrebox.core.construction.joining import lapped, touching_pairs
from acrebox.core.construction.sections import ChosenTimber
from acrebox.core.construction.sizes import printed, size
from acrebox.core.construction.walls import WallLine, across
from acrebox.core.design import Corner
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.bodies import Box
from acrebox.core.shape.outline import Outline, Side
from acrebox.core.shape.vector import UP

Where = Literal["outside", "inside"]
Run = tuple[float, float]
BETWEEN_BLOCKS = "corner blocks"


@dataclass(frozen=True, kw_only=True)
class CornerBlocks:
    """The blocks of a bed: the walls they hold, the face they stand against and whether outside it, their
    timber, their height [mm].
    """

    line: WallLine
    face: Outline
    where: Where
    timber: ChosenTimber
    height: float

    def covers(self, corner: int) -> int:
        """The side whose block covers the edge of the other: the one that runs through in every course."""
        if self.line.corner in (Corner.LONG_THROUGH, Corner.SHORT_THROUGH):
            return self.line.runs_through(corner, 1)
        return corner

    def _from_corner(self, side: int, corner: int) -> Run:
        """From where to where a side's block stands, away from the corner [mm]."""
        in_nook = (self.face.corners[corner] > 180) == (self.where == "outside")
        covers = self.covers(corner) == side
        start = (0.0 if covers else self.timber.thick) if in_nook else (-self.timber.thick if covers else 0.0)
        return start, start + self.timber.wide

    def ends(self, side: Side) -> tuple[Run, Run]:
        """From where to where the blocks at a side's two corners stand [mm along it]."""
        last = (side.index + 1) % len(self.face.points)
        a, b = self._from_corner(side.index, last)
        return self._from_corner(side.index, side.index), (side.length - b, side.length - a)

    def run(self, side: Side) -> float:
        """What a side spans from the middle of one block to the middle of the other [mm]."""
        (a0, a1), (b0, b1) = self.ends(side)
        return (max(b0, 0.0) + min(b1, side.length)) / 2 - (max(a0, 0.0) + min(a1, side.length)) / 2

    def bearing(self, side: Side) -> float:
        """The least that an end of one of its pieces lies on a block [mm]."""
        off = across(self.line.outline.sides[side.index], side)
        least = self.timber.wide
        for course in (1, 2):
            low, high = (at - off for at in self.line.longest(self.line.outline.sides[side.index], course))
            (a0, a1), (b0, b1) = self.ends(side)
            low, high = max(low, 0.0), min(high, side.length)
            least = min(least, a1 - max(a0, low), min(b1, high) - b0)
        return least


def place_blocks(blocks: CornerBlocks, show: Printer) -> list[Part]:
    """Two blocks a corner.

    Raises DesignError when the corners are not square, a side has no room for its blocks, or an end of a
    piece would hardly reach them.
    """
    askew = [c for c in blocks.face.corners if abs(c - 90) > 1e-6 and abs(c - 270) > 1e-6]
    if askew:
        raise refuse(
            "construction.held_by",
            "corner_blocks",
            f"Corner blocks meet square, and this bed has a corner of {askew[0]:.4g}°.",
            "square corners, or posts",
        )
    parts = []
    for side in blocks.face.sides:
        _check(blocks, side, show)
        first, last = blocks.ends(side)
        parts += [
            _block(blocks, side, first[0], f"{side.name} first corner block"),
            _block(blocks, side, last[0], f"{side.name} last corner block"),
        ]
    return parts


def _check(blocks: CornerBlocks, side: Side, show: Printer) -> None:
    (_, first), (last, _) = blocks.ends(side)
    room = last - first
    if room < size("between_blocks", show.built) - 1e-6:
        short = side.length + size("between_blocks", show.built) - room
        raise refuse(
            "construction.held_by",
            "corner_blocks",
            f"The corner blocks of {side.name} would stand in each other: it is"
            f" {show.length(side.length)} long.",
            f"at least {show.length(short)} along that side, a narrower sleeper, or posts",
        )
    if blocks.bearing(side) < size("end_bearing") - 1e-6:
        raise refuse(
            "construction.blocks",
            blocks.where,
            f"On {side.name} an end that butts would lie {show.length(max(0.0, blocks.bearing(side)))} on its"
            " corner block.",
            f"at least {printed('end_bearing', show)}: blocks inside the corners, sides that run"
            " through"
            " in every course, or posts",
        )


def _block(blocks: CornerBlocks, side: Side, at: float, name: str) -> Part:
    v = -blocks.timber.thick if blocks.where == "outside" else 0.0
    box = Box(
        origin=side.place(at, v, 0.0),
        along=UP,
        face=side.along,
        through=side.inward,
        length=blocks.height,
        width=blocks.timber.wide,
        thickness=blocks.timber.thick,
    )
    return stick(name, "corner block", blocks.timber.timber.key, box, side=side.name)


def block_joints(blocks: CornerBlocks, walls: list[Part], parts: list[Part]) -> list[Joint]:
    """Every piece of wall to the blocks of its side, and the two blocks of a corner to each other."""
    found = [
        lapped("block to wall", block, wall)
        for block, wall in touching_pairs(parts, walls)
        if block.side == wall.side
    ]
    for corner in range(len(blocks.face.points)):
        before, after = parts[2 * corner - 1], parts[2 * corner]
        # The screw passes the block that covers the edge of the other.
        one, other = (after, before) if blocks.covers(corner) == corner else (before, after)
        found.append(lapped("block to block", one, other, into=other.solid.width))
    return found
