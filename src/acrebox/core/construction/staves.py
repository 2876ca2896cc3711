"""Short upright boards from reclaimed pallets on two rails, made as panels and joined; a top rail ties them."""

from collections.abc import Sequence
from dataclasses import dataclass, field
from itertools import pairwise
from math import ceil

from acrebox.core.assembly import Assembly, Joint, Member, Part, Role, WallLayer
from acrebox.core.construction.courses import TALLEST_MM
from acrebox.core.construction.inside import cavity_within
from acrebox.core.construction.joining import layer_joints, post_joints
from acrebox.core.construction.outlines import outside_outline, refuse_askew
from acrebox.core.construction.posts import (
    PostPlan,
    chosen_limit,
    footing,
    set_posts,
    spacing_rule,
    spans_of,
    stand_height,
)
from acrebox.core.construction.sections import ChosenTimber, choose_timber, longest_stick
from acrebox.core.construction.walls import UP, Ring, across, even_joints, flat_pieces
from acrebox.core.design import Design, Staves
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.outline import Outline, Side
from acrebox.core.shape.solid import Solid
from acrebox.core.stock import Catalogue

# Common practice: the low rail keeps this clear of the ground; the high one is flush with the top, to carry the top rail.
RAIL_INSET_MM = 40.0
NARROWEST_MM, WIDEST_MM = 30.0, 400.0
SLIVER_MM = 45.0
ROUNDING_MM = 0.05


@dataclass
class Pool:
    """Boards to hand, widest first [mm]; an average width never runs out."""

    widths: list[float]
    average: float | None
    used: int = field(default=0)

    def _next(self) -> float:
        if self.average is None and not self.widths:
            raise LookupError
        self.used += 1
        return self.average if self.average is not None else self.widths.pop(0)

    def take(self, length: float) -> list[tuple[float, bool]]:
        """The staves of a panel of that length [mm], left to right: (width, whether it is ripped).

        The widest stand at the ends; what must be ripped stands mid-panel, as two halves where one would be a sliver.
        Raises LookupError when the boards to hand do not suffice.
        """
        whole: list[float] = []
        left = length
        while left > ROUNDING_MM:
            board = self._next()
            if board > left + ROUNDING_MM:
                return _arranged(whole, _ripped(whole, left))
            whole.append(board)
            left -= board
        return _arranged(whole, [])


def _ripped(whole: list[float], left: float) -> list[float]:
    """What is left of a panel, as one ripped board or, where that is a sliver, as two even ones with the last whole board
    (both ends of the panel keep a whole one)."""
    if left >= SLIVER_MM or len(whole) < 3:
        return [left]
    both = left + whole.pop()
    return [both / 2, both / 2]


def _arranged(whole: Sequence[float], ripped: Sequence[float]) -> list[tuple[float, bool]]:
    """Widest boards at both ends, narrower towards the middle, ripped ones in the middle."""
    order = sorted(whole, reverse=True)
    left, right = order[0::2], order[1::2]
    return [*((w, False) for w in left), *((w, True) for w in ripped), *((w, False) for w in reversed(right))]


@dataclass(frozen=True)
class _Frame:
    outline: Outline
    skin: Ring
    rails: Ring
    inner: Outline
    stave: ChosenTimber
    rail: ChosenTimber
    height: float
    choice: Staves
    longest_rail: float
    show: Printer


def assemble_staves(design: Design, book: Catalogue) -> Assembly:
    """Place staves, rails and posts of a bed with square corners.

    Raises DesignError naming the fields when the sizes cannot stand or the boards to hand do not suffice.
    """
    frame = _frame(design, book)
    choice, show = frame.choice, frame.show
    post = choose_timber(book, choice.post, choice.post_measured, "construction.post")
    staves, rails, tops, joins, counts = _panels(frame)
    stand = stand_height(choice, frame.height, show)
    limit = chosen_limit(choice, spacing_rule(frame.rail.thickness + frame.stave.thickness), post.width, show)
    posts, runs = set_posts(
        PostPlan(frame.inner, post, outward=False, limit=limit), choice, stand, joins, show
    )
    joints: list[Joint] = [
        *layer_joints(staves, rails, "stave to rail"),
        *post_joints(rails, posts, "rail to post"),
        *layer_joints(tops, rails, "top rail", along=True, into=frame.rail.width),
    ]
    face = frame.outline.inset(frame.stave.thickness)
    return Assembly(
        outline=frame.outline,
        inner=frame.inner,
        soil_face=face,
        wall=(WallLayer("stave", frame.stave.thickness), WallLayer("rail", frame.rail.thickness)),
        course_heights=(frame.height,),
        whole_course=frame.height,
        parts=(*staves, *rails, *tops, *posts),
        joints=tuple(joints),
        cavity=cavity_within(face, frame.height, [*rails, *posts]),
        spans=spans_of(runs, frame.rail.thickness + frame.stave.thickness, "panels"),
        members=_members(frame, runs),
        footing=footing(choice.post_depth, stand),
        timbers=(frame.stave.used, frame.rail.used, post.used),
        counts=counts,
        post_limit=limit,
        crown=frame.height + frame.rail.thickness,
    )


def _frame(design: Design, book: Catalogue) -> _Frame:
    show, choice = Printer(design.system, book.currency_sign), design.construction
    assert isinstance(choice, Staves)
    stave = choose_timber(book, choice.stave, choice.stave_measured, "construction.stave")
    rail = choose_timber(book, choice.rail, choice.rail_measured, "construction.rail")
    post = choose_timber(book, choice.post, choice.post_measured, "construction.post")
    if design.height is None:
        raise refuse("courses", design.courses, "Upright boards stand in no courses.", "a height instead")
    board = longest_stick(design, stave.timber, book)
    lowest = 2 * (rail.width + RAIL_INSET_MM)
    if not lowest <= design.height.mm <= min(board, TALLEST_MM):
        raise refuse(
            "height",
            design.height.text,
            f"Staves of {show.length(design.height.mm)} cannot be cut or carry two rails.",
            f"{show.length(lowest)} to {show.length(min(board, TALLEST_MM))}, the longest board to hand",
        )
    _check_widths(choice, show)
    wall = stave.thickness + rail.thickness
    outline = outside_outline(design, wall, 2 * post.width, show)
    refuse_askew(outline, choice.corner, "Panels of staves")
    if choice.panel.mm < 2 * WIDEST_MM / 2:
        raise refuse(
            "construction.panel",
            choice.panel.text,
            "A panel that short is no panel.",
            f"at least {show.length(WIDEST_MM)}",
        )
    corner = choice.corner
    return _Frame(
        outline,
        Ring(outline, stave.thickness, corner),
        Ring(outline.inset(stave.thickness), rail.thickness, corner),
        outline.inset(wall),
        stave,
        rail,
        design.height.mm,
        choice,
        longest_stick(design, rail.timber, book),
        show,
    )


def _check_widths(choice: Staves, show: Printer) -> None:
    if not choice.widths and choice.average is None:
        raise refuse(
            "construction.widths", "none", "No boards are measured.", "a list of widths, or their average"
        )
    named = [(f"construction.widths.{n}", w) for n, w in enumerate(choice.widths)]
    if choice.average is not None and not choice.widths:
        named.append(("construction.average", choice.average))
    for name, width in named:
        if not NARROWEST_MM <= width.mm <= WIDEST_MM:
            raise refuse(
                name,
                width.text,
                f"A board {show.length(width.mm)} wide is no pallet board.",
                f"{show.length(NARROWEST_MM)} to {show.length(WIDEST_MM)}",
            )


def _panels(
    frame: _Frame,
) -> tuple[list[Part], list[Part], list[Part], dict[int, list[float]], dict[str, str]]:
    """Staves, rails, top rails; where panels join along the inner sides; the counts in words."""
    choice = frame.choice
    pool = Pool(
        sorted((w.mm for w in choice.widths), reverse=True),
        None if choice.widths else (choice.average.mm if choice.average else None),
    )
    staves: list[Part] = []
    rails: list[Part] = []
    tops: list[Part] = []
    joins: dict[int, list[float]] = {}
    per_panel: list[str] = []
    for side in frame.outline.sides:
        low, high = frame.skin.longest(side, 1)
        count = ceil((high - low) / choice.panel.mm - 1e-9)
        marks = [low + (high - low) * n / count for n in range(count + 1)]
        for n, (a, b) in enumerate(pairwise(marks), start=1):
            made = _staves(frame, side, n, a, b, pool)
            per_panel.append(f"{side.name} panel {n}: {len(made)}")
            staves += made
        rails += _rails(frame, side, marks[1:-1])
        tops += _top_rails(frame, side, marks)
        inner = frame.inner.sides[side.index]
        joins[side.index] = [m - across(side, inner) for m in marks[1:-1]]
    spare = ceil(pool.used * (1 + choice.bad_share / 100))
    perimeter = ceil(
        frame.outline.perimeter / (pool.average or sum(w.mm for w in choice.widths) / len(choice.widths))
    )
    counts = {
        "boards": f"{pool.used} boards in all, panel by panel ({'; '.join(per_panel)})",
        "set aside": f"{spare} boards: {pool.used} and {choice.bad_share:g} % for bad ones",
        "by perimeter": (
            f"{perimeter} boards: the perimeter {frame.show.length(frame.outline.perimeter)} ÷ a board;"
            f" panels need {pool.used}"
        ),
    }
    return staves, rails, tops, joins, counts


def _staves(frame: _Frame, side: Side, panel: int, low: float, high: float, pool: Pool) -> list[Part]:
    try:
        boards = pool.take(high - low)
    except LookupError:
        need = ceil(
            frame.outline.perimeter / (sum(w.mm for w in frame.choice.widths) / len(frame.choice.widths))
        )
        raise refuse(
            "construction.widths",
            f"{len(frame.choice.widths)} boards",
            f"The boards to hand run out at {side.name}, panel {panel}.",
            f"about {need} boards of those widths",
        ) from None
    parts, at = [], low
    for n, (width, ripped) in enumerate(boards, start=1):
        solid = Solid(
            side.place(at, 0.0, 0.0), UP, side.along, side.inward, frame.height, width, frame.stave.thickness
        )
        parts.append(
            Part(
                f"{side.name} panel {panel} stave {n}",
                Role.STAVE,
                frame.stave.timber.key,
                solid,
                side.name,
                ripped=width if ripped else None,
            )
        )
        at += width
    return parts


def _rails(frame: _Frame, side: Side, joins: Sequence[float]) -> list[Part]:
    """Two rails a panel, low and high, behind its staves."""
    ring_side = frame.rails.outline.sides[side.index]
    moved = tuple(j - across(side, ring_side) for j in joins)
    made = []
    for level, base in (("low", RAIL_INSET_MM), ("high", frame.height - frame.rail.width)):
        for n, solid in enumerate(frame.rails.pieces(ring_side, 1, base, frame.rail.width, moved), start=1):
            made.append(
                Part(
                    f"{side.name} panel {n} {level} rail", Role.RAIL, frame.rail.timber.key, solid, side.name
                )
            )
    return made


def _top_rails(frame: _Frame, side: Side, marks: Sequence[float]) -> list[Part]:
    """The rail laid flat on top, joined over the middle of panels and never where they meet."""
    ring = Ring(frame.outline, frame.rail.width, frame.choice.corner)
    low, high = ring.longest(side, 1)
    middles = [(a + b) / 2 for a, b in pairwise(marks)]
    try:
        joints = even_joints(low, high, frame.longest_rail, middles)
    except ValueError:
        raise refuse(
            "construction.panel",
            frame.choice.panel.text,
            f"The top rail of {side.name} cannot be joined over the middle of its panels.",
            f"panels shorter than {frame.show.length(frame.longest_rail)}",
        ) from None
    pieces = flat_pieces(ring, side, frame.height, frame.rail.thickness, joints)
    return [
        Part(f"{side.name} top rail {n}", Role.TOP_RAIL, frame.rail.timber.key, solid, side.name)
        for n, solid in enumerate(pieces, start=1)
    ]


def _members(frame: _Frame, runs: list[tuple[Side, float, int]]) -> tuple[Member, ...]:
    """A stave between its rails, and the low rail between posts; soil piled against it, two thirds of the push is the low rail's."""
    rail = frame.rail
    clear = frame.height - RAIL_INSET_MM - rail.width
    stave = frame.stave
    up = Member(
        "every side",
        "stave",
        stave.timber.key,
        "up",
        clear,
        1,
        0.0,
        frame.height,
        stave.width,
        stave.thickness,
        "rails",
        strip=stave.width,
    )
    rails = [
        Member(
            side.name,
            "low rail",
            rail.timber.key,
            "along",
            bay,
            1,
            0.0,
            frame.height,
            rail.width,
            rail.thickness,
            "posts",
            share=2 / 3,
        )
        for side, bay, _ in runs
    ]
    return (up, *rails)
