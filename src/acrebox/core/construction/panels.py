"""Panels of staves on rails along every side, and the rail that ties them on top: what the boards to hand
make of a bed.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from math import ceil

from acrebox.core.assembly import Part, UsedTimber, stick, with_bad_ones
from acrebox.core.construction.pool import Pool, staves_of_a_board
from acrebox.core.construction.posts import even_marks
from acrebox.core.construction.sections import ChosenTimber
from acrebox.core.construction.sizes import size
from acrebox.core.construction.walls import WallLine, across, even_joints, flat_pieces, in_modules
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.written import Length
from acrebox.core.shape.bodies import Box
from acrebox.core.shape.outline import Outline, Side
from acrebox.core.shape.vector import UP
from acrebox.core.worked import Worked


@dataclass(frozen=True, kw_only=True)
class Boards:
    """The boards to hand: their widths, or the average of them [mm]; how long one is, and the share of bad
    ones [%].
    """

    widths: tuple[float, ...]
    average: float | None
    length: float
    bad_share: float

    @property
    def usual(self) -> float:
        """How wide one is, taken all together [mm]."""
        return self.average or sum(self.widths) / len(self.widths)

    def pool(self, height: float) -> Pool:
        """They as staves so high [mm]."""
        each = staves_of_a_board(self.length, height)
        return Pool(sorted(self.widths, reverse=True), None if self.widths else self.average, each)


@dataclass(frozen=True, kw_only=True)
class PanelFrame:
    """What panels are made from and where they stand: the outline, the lines of staves and of rails, the
    inner outline; staves, high and low rails and the top one, and whether it is laid; how high and how long a
    panel is, and whether panels are whole ones and a rest; the longest top rail [mm].
    """

    outline: Outline
    skin: WallLine
    rails: WallLine
    inner: Outline
    stave: ChosenTimber
    rail: ChosenTimber
    low: ChosenTimber
    top: ChosenTimber
    tied: bool
    height: float
    panel: Length
    in_modules: bool
    boards: Boards
    longest_top: float
    show: Printer

    @property
    def rails_used(self) -> tuple[UsedTimber, ...]:
        """The timbers of its rails, each once."""
        rails = (self.top, self.low, self.rail) if self.tied else (self.low, self.rail)
        return tuple(c.used for c in {c.timber.key: c for c in rails}.values())

    def marks(self, side: Side) -> list[float]:
        """Where the panels of a side begin and end [mm from its first corner]."""
        low, high = self.skin.longest(side, 1)
        if self.in_modules:
            least, far = size("panel_end_least", self.show.built), self.skin.begins_far(side)
            return [low, *in_modules(low, high, self.panel.mm, least=least, far=far), high]
        return even_marks([low, high], self.panel.mm)


@dataclass(frozen=True, kw_only=True)
class Panels:
    """Panels as made: their parts, where they join along the inner sides [mm], and what was counted, in
    words.
    """

    staves: list[Part]
    low_rails: list[Part]
    high_rails: list[Part]
    tops: list[Part]
    joins: dict[int, list[float]]
    notes: dict[str, str]
    facts: dict[str, Worked]

    @property
    def rails(self) -> list[Part]:
        """Low and high ones."""
        return [*self.low_rails, *self.high_rails]


def make_panels(frame: PanelFrame) -> Panels:
    """The panels of every side, and the top rail.

    Raises DesignError when the boards run out, or the top rail cannot be joined over its panels.
    """
    pool = frame.boards.pool(frame.height)
    made = Panels(staves=[], low_rails=[], high_rails=[], tops=[], joins={}, notes={}, facts={})
    counts: list[str] = []
    for side in frame.outline.sides:
        marks = frame.marks(side)
        for n, (a, b) in enumerate(pairwise(marks), start=1):
            staves = _staves(frame, side, n, a, b, pool)
            counts.append(f"{side.name} panel {n}: {len(staves)}")
            made.staves.extend(staves)
        made.low_rails.extend(_rails(frame, side, marks[1:-1], "low"))
        made.high_rails.extend(_rails(frame, side, marks[1:-1], "high"))
        if frame.tied:
            made.tops.extend(_top_rails(frame, side, marks))
        inner = frame.inner.sides[side.index]
        made.joins[side.index] = [m - across(side, inner) for m in marks[1:-1]]
    made.notes.update(_notes(frame, pool, counts))
    made.facts.update(_spare(frame, pool))
    return made


def _spare(frame: PanelFrame, pool: Pool) -> dict[str, Worked]:
    """How many of the boards that were measured are left over, for bad ones; nothing where there is only an
    average.
    """
    measured = len(frame.boards.widths)
    if not measured:
        return {}
    wanted = with_bad_ones(pool.boards, frame.boards.bad_share) - pool.boards
    words = f"{measured} measured − {pool.boards} used = {measured - pool.boards} to spare"
    usual = f"for bad ones: {frame.boards.bad_share:g} % × {pool.boards}, rounded up = {wanted}"
    return {
        "boards_spare": Worked(amount=measured - pool.boards, unit="boards", working=words),
        "boards_spare_wanted": Worked(amount=wanted, unit="boards", working=usual),
    }


def _notes(frame: PanelFrame, pool: Pool, counts: Sequence[str]) -> dict[str, str]:
    edge, share = frame.outline.perimeter, frame.boards.bad_share
    each = f"{pool.boards} boards in all"
    if pool.each > 1:
        each = f"{pool.boards} boards give {pool.used} staves, {pool.each} of one width from each"
    aside = with_bad_ones(pool.boards, share)
    measured = len(frame.boards.widths)
    short = f"; {measured} are measured" if 0 < measured < aside else ""
    return {
        "boards": f"{each}, panel by panel ({'; '.join(counts)})",
        "set aside": f"{aside} boards: {pool.boards} and {share:g} % for bad ones{short}",
        "by perimeter": (
            f"{ceil(edge / frame.boards.usual)} boards: the perimeter {frame.show.length(edge)} ÷ a board;"
            f" panels need {pool.used}"
        ),
    }


def _staves(frame: PanelFrame, side: Side, panel: int, low: float, high: float, pool: Pool) -> list[Part]:
    try:
        boards = pool.take(high - low)
    except LookupError:
        need = ceil(frame.outline.perimeter / frame.boards.usual / pool.each)
        raise refuse(
            "construction.widths",
            f"{len(frame.boards.widths)} boards",
            f"The boards to hand run out at {side.name}, panel {panel}.",
            f"about {need} boards of those widths",
        ) from None
    parts, at = [], low
    for n, laid in enumerate(boards, start=1):
        start = side.place(at, 0.0, 0.0)
        box = Box(start, UP, side.along, side.inward, frame.height, laid.width, frame.stave.thickness)
        name = f"{side.name} panel {panel} stave {n}"
        stock = frame.stave.timber.key
        ripped = laid.width if laid.ripped else None
        parts.append(stick(name, "stave", stock, box, side=side.name, ripped=ripped, board=laid.board))
        at += laid.width
    return parts


def _rails(frame: PanelFrame, side: Side, joins: Sequence[float], level: str) -> list[Part]:
    """The low or the high rail of every panel, behind its staves."""
    behind = frame.rails.outline.sides[side.index]
    moved = tuple(j - across(side, behind) for j in joins)
    rail = frame.low if level == "low" else frame.rail
    base = size("stave_rail_inset", frame.show.built) if level == "low" else frame.height - rail.width
    return [
        stick(f"{side.name} panel {n} {level} rail", "rail", rail.timber.key, box, side=side.name)
        for n, box in enumerate(frame.rails.pieces(behind, 1, base, rail.width, moved), start=1)
    ]


def _top_rails(frame: PanelFrame, side: Side, marks: Sequence[float]) -> list[Part]:
    """The rail laid flat on top, joined over the middle of panels and never where they meet."""
    line = WallLine(frame.outline, frame.top.width, frame.skin.corner, frame.skin.passing)
    low, high = line.longest(side, 1)
    middles = [(a + b) / 2 for a, b in pairwise(marks)]
    try:
        joints = even_joints(low, high, frame.longest_top, middles, far=line.begins_far(side))
    except ValueError:
        raise refuse(
            "construction.panel",
            frame.panel.text,
            f"The top rail of {side.name} cannot be joined over the middle of its panels.",
            f"panels shorter than {frame.show.length(frame.longest_top)}",
        ) from None
    pieces = flat_pieces(line, side, frame.height, frame.top.thickness, joints)
    return [
        stick(f"{side.name} top rail {n}", "top rail", frame.top.timber.key, box, side=side.name)
        for n, box in enumerate(pieces, start=1)
    ]
