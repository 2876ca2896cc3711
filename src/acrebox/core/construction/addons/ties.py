"""Cross ties: timbers inside that hold long sides together."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from math import ceil

from acrebox.core.assembly import Assembly, Held, Joint, Part, TieHold, TieLoad, stick
from acrebox.core.construction.clearance import clash
from acrebox.core.construction.joining import TOUCH_MM, contact_height, lapped, touching_pairs
from acrebox.core.construction.sections import ChosenTimber, choose_timber
from acrebox.core.construction.sides import facing
from acrebox.core.construction.sizes import size
from acrebox.core.design import Design, MeasuredStick, Ties
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.shape.bodies import Box
from acrebox.core.shape.outline import Side
from acrebox.core.shape.vector import UP
from acrebox.core.stock import Catalogue

TIE_STEPS = 40
"""How often a tie is moved along its side until it finds room."""


def ties_by_rule(length: float, built: System) -> int:
    """Ties that a side so long outside [mm] wants: one from 3 m (10 ft), two from 3.6 m
    (12 ft), then one every 1.5 m (5 ft), in the round sizes of the system it is planned in.

    Source: common practice.
    """
    if length < size("tie_from", built) - 1e-6:
        return 0
    if length < size("two_ties_from", built) - 1e-6:
        return 1
    return max(2, ceil(length / size("tie_every", built) - 1e-9) - 1)


def add_ties(bed: Assembly, ties: Ties, design: Design, book: Catalogue) -> Assembly:
    """Tie every side that wants it to the wall straight across from it.

    Raises DesignError when nothing stands straight across, or there is no room.
    """
    show = book.printer(design.system)
    stock = choose_timber(book, ties.stock, MeasuredStick(), "add_ons.ties.stock")
    levels = _levels(bed, ties, stock, show)
    made: list[_Tied] = []
    for place in _places(bed, ties, levels, stock, show.built):
        taken = [part for tied in made for part in tied.parts]
        made.append(_tie(bed, place, stock, taken, show.built))
    if not made:
        raise refuse(
            "add_ons.ties",
            ties.count or "by rule",
            "No side wants a tie by the rule, or no wall stands straight across.",
            "a count of ties, or no ties",
        )
    return bed.adding(
        [part for tied in made for part in tied.parts],
        [joint for tied in made for joint in tied.joints],
        [stock.used],
        loads=[tied.load for tied in made],
        held=[held for tied in made for held in tied.load.held],
    )


@dataclass(frozen=True, kw_only=True)
class _Tied:
    """A tie with the cleats at its ends, how they are fixed, and what it holds by what."""

    parts: tuple[Part, ...]
    joints: tuple[Joint, ...]
    load: TieLoad


@dataclass(frozen=True, kw_only=True)
class _Place:
    """Where a tie is wanted: from a side to the one across, `at` [mm] along it, its underside at height z
    [mm].
    """

    side: Side
    other: Side
    at: float
    z: float
    name: str


def _levels(bed: Assembly, ties: Ties, stock: ChosenTimber, show: Printer) -> list[float]:
    """Heights of the undersides of ties [mm], the highest first.

    Raises DesignError when they do not fit into the wall.
    """
    low = size("tie_inset", show.built)
    high = bed.wall_top - low - stock.width
    levels = {"top": [high], "bottom": [low], "top_and_bottom": [high, low]}[ties.levels]
    if high < (low + stock.width if len(levels) > 1 else 0.0):
        raise refuse(
            "add_ons.ties.stock",
            ties.stock,
            f"A tie {show.length(stock.width)} high does not fit into {show.length(bed.wall_top)} of wall.",
            "a narrower tie, or ties at one height only",
        )
    return levels


def _places(
    bed: Assembly, ties: Ties, levels: list[float], stock: ChosenTimber, built: System
) -> Iterator[_Place]:
    """Ties of every side that wants some, the longest sides first; a tie serves the side that it lands on
    too.
    """
    landed: dict[int, int] = {}
    for side in sorted(bed.inner.sides, key=lambda s: (-round(s.length, 2), s.index)):
        wanted = _wanted(bed, ties, side, built) - landed.get(side.index, 0)
        number = 0
        for n in range(1, wanted + 1):
            at = side.length * n / (wanted + 1)
            if ties.to == "posts":
                at = _beside_a_post(bed, side, at, stock.thickness / 2)
            met = facing(bed, side, at)
            if met is None:
                continue
            number += 1
            landed[met.index] = landed.get(met.index, 0) + 1
            for z in levels:
                low = " low" if z == size("tie_inset", built) and len(levels) > 1 else ""
                yield _Place(side=side, other=met, at=at, z=z, name=f"{side.name} tie {number}{low}")


def _wanted(bed: Assembly, ties: Ties, side: Side, built: System) -> int:
    """How many ties a side wants: by its length outside, or so many where it is longer than the bed is
    across there.
    """
    if ties.count is None:
        return ties_by_rule(bed.outline.sides[side.index].length, built)
    met = facing(bed, side, side.length / 2)
    if met is None:
        return 0
    across = side.coordinates(*met.start)[1]
    return ties.count if side.length > across - 1e-6 else 0


def _beside_a_post(bed: Assembly, side: Side, at: float, half: float) -> float:
    """The place along a side nearest to `at` [mm] where a tie (its half thickness [mm]) lies against a post
    that stands inside; the same place where there is none.
    """
    inside = [p for p in bed.posts_at(side.name) if side.depth(p.body)[1] > 1.0]
    flanks = [edge for p in inside for a, b in [side.reach(p.body)] for edge in (a - half, b + half)]
    free = [edge for edge in flanks if half <= edge <= side.length - half]
    return min(free, key=lambda edge: abs(edge - at), default=at)


def _tie(bed: Assembly, place: _Place, stock: ChosenTimber, made: list[Part], built: System) -> _Tied:
    """A tie near its place, moved along the side until it stands clear of posts, and up or down until there
    is something at both ends to fix it to.
    """
    side, half = place.side, stock.thickness / 2
    across = side.coordinates(*place.other.start)[1]
    flush = 0.0 if place.z == size("tie_inset", built) else bed.wall_top - stock.width
    for z in (place.z, flush):
        far = TIE_STEPS / 2 * size("tie_step", built) + half + stock.thickness
        near = _near([*bed.parts, *made], side, place.at, far, *_cleat_reach(bed, z, stock, built))
        for step in range(TIE_STEPS):
            moved = place.at + size("tie_step", built) * (step // 2 + step % 2) * (1 if step % 2 else -1)
            if moved - half < 0 or moved + half > side.length:
                continue
            if any(facing(bed, side, edge) != place.other for edge in (moved - half, moved + half)):
                continue
            start = side.place(moved - half, 0.0, z)
            box = Box(start, side.inward, UP, side.along, across, stock.width, stock.thickness)
            tie = stick(place.name, "cross tie", stock.timber.key, box, side=side.name)
            if _meets_both(near, tie) and clash(tie, near) is None:
                held = _held(bed, place, tie, near, stock, built)
                if held is not None:
                    return held
    raise refuse(
        "add_ons.ties",
        place.name,
        "There is no room between the posts for that tie and its cleats, or nothing at its ends to hold it.",
        "fewer ties, or ties of another height",
    )


def _cleat_reach(bed: Assembly, z: float, stock: ChosenTimber, built: System) -> tuple[float, float]:
    """From and to which height a cleat stands beside a tie whose underside lies at z [mm]: its middle, or as
    near to it as the wall goes.
    """
    tall = min(bed.wall_top, max(stock.width, size("tie_cleat", built)))
    low = min(max(0.0, z + stock.width / 2 - tall / 2), bed.wall_top - tall)
    return low, low + tall


def _held(
    bed: Assembly, place: _Place, tie: Part, near: Sequence[Part], stock: ChosenTimber, built: System
) -> _Tied | None:
    """A tie held at both ends, each by what stands at its flanks: posts, or cleats against the wall. None
    where an end has neither.

    Screwed through the wall into its end a tie would not hold: screws in end grain take no pull. Source: NDS
    (from memory).
    """
    cleats: list[Part] = []
    ends: list[tuple[TieHold, ...]] = []
    for end, wall in enumerate((place.side, place.other)):
        holds = []
        for flank in (0, 1):
            post = _post_beside(tie, near, flank, end)
            if post is not None:
                holds.append(TieHold(joint=lapped("tie to post", tie, post)))
                continue
            cleat = _cleat(bed, place, tie, (end, flank), stock, built, f"{tie.name} cleat {len(cleats) + 1}")
            if cleat is None or clash(cleat, [*near, *cleats]) is not None:
                continue
            behind = tuple(_through_the_wall(bed, cleat, near, wall))
            if behind:
                cleats.append(cleat)
                holds.append(TieHold(joint=lapped("tie to cleat", tie, cleat), behind=behind))
        if not holds:
            return None
        ends.append(tuple(holds))
    joints = [joint for end in ends for hold in end for joint in (hold.joint, *hold.behind)]
    outer = [next(s for s in bed.outline.sides if s.name == wall.name) for wall in (place.side, place.other)]
    held = tuple(held for wall in outer for held in _holds(bed, wall, tie, cleats, joints))
    load = TieLoad(side="", what="cross tie", held=held, ends=(ends[0], ends[1]))
    return _Tied(parts=(tie, *cleats), joints=tuple(joints), load=load)


def _through_the_wall(bed: Assembly, cleat: Part, near: Sequence[Part], wall: Side) -> Iterator[Joint]:
    """From outside through every piece of the wall behind a cleat into it."""
    for _, part in touching_pairs([cleat], near):
        tall = contact_height(cleat, part)
        if tall >= size("screw_room") and _before(cleat, part, wall):
            yield Joint(
                kind="wall to cleat",
                parts=(part.name, cleat.name),
                through=bed.wall_thickness,
                into=cleat.solid.width,
                run=tall,
            )


def _holds(
    bed: Assembly, wall: Side, tie: Part, cleats: Sequence[Part], joints: Sequence[Joint]
) -> Iterator[Held]:
    """At which heights a tie holds a wall: its own, and those of the pieces that its cleats there are screwed
    to.
    """
    (_, _, low), (_, _, high) = tie.body.bounds
    at, own = sum(wall.reach(tie.body)) / 2, (low + high) / 2
    there = {cleat.name for cleat in cleats if cleat.side == wall.name}
    met = [
        bed.part(j.parts[0]).body.bounds for j in joints if j.kind == "wall to cleat" and j.parts[1] in there
    ]
    heights = {round((z0 + z1) / 2, 1) for (_, _, z0), (_, _, z1) in met if not z0 <= own <= z1}
    for z in (own, *sorted(heights)):
        yield Held(side=wall.name, at=at, z=z)


def _post_beside(tie: Part, near: Sequence[Part], flank: int, end: int) -> Part | None:
    """The post that stands against a flank of a tie (0: where its side begins) at its first or last end."""
    axis = tie.solid.through
    middle = sum(tie.solid.reach(tie.solid.along)) / 2
    edge = tie.solid.reach(axis)[flank]
    for _, post in touching_pairs([tie], [p for p in near if p.role.post and p.stock]):
        (a, b), along = post.body.reach(axis), sum(post.body.reach(tie.solid.along)) / 2
        beside = abs((b, a)[flank] - edge) < TOUCH_MM
        if beside and (along > middle) == bool(end) and contact_height(tie, post) >= size("screw_room"):
            return post
    return None


def _cleat(
    bed: Assembly,
    place: _Place,
    tie: Part,
    where: tuple[int, int],
    stock: ChosenTimber,
    built: System,
    name: str,
) -> Part | None:
    """An upright length of the tie's timber in the corner of tie and wall, so deep along the tie as that is
    wide; None where it would stand past the side.
    """
    end, flank = where
    side, thick, deep = place.side, stock.thickness, stock.width
    low, high = side.reach(tie.body)
    at = high if flank else low - thick
    if at < -TOUCH_MM or at + thick > side.length + TOUCH_MM:
        return None
    foot, top = _cleat_reach(bed, tie.body.bounds[0][2], stock, built)
    start = side.place(at, tie.solid.length - deep if end else 0.0, foot)
    box = Box(start, UP, side.inward, side.along, top - foot, deep, thick)
    return stick(name, "tie cleat", stock.timber.key, box, side=(place.other if end else side).name)


def _before(cleat: Part, part: Part, wall: Side) -> bool:
    """Whether a part lies behind a cleat, seen from the soil, along enough of it for a screw."""
    (a0, a1), (b0, b1) = wall.reach(cleat.body), wall.reach(part.body)
    outward = wall.depth(part.body)[1] <= wall.depth(cleat.body)[0] + TOUCH_MM
    return outward and min(a1, b1) - max(a0, b0) >= size("screw_room") - TOUCH_MM


def _near(parts: Sequence[Part], side: Side, at: float, far: float, bottom: float, top: float) -> list[Part]:
    """The parts that a tie and its cleats could meet within so far of its place along a side, between two
    heights [mm].
    """
    found = []
    for part in parts:
        (_, _, low), (_, _, high) = part.body.bounds
        first, last = side.reach(part.body)
        if low <= top + 1 and high >= bottom - 1 and first <= at + far + 1 and last >= at - far - 1:
            found.append(part)
    return found


def _meets_both(near: Sequence[Part], tie: Part) -> bool:
    """Whether something at both ends of a tie has room for its screws."""
    axis = tie.solid.along
    low, high = tie.solid.reach(axis)
    met = [
        part.body.reach(axis)
        for _, part in touching_pairs([tie], near)
        if contact_height(tie, part) >= size("screw_room")
    ]
    return any(abs(b - low) < 0.1 for _, b in met) and any(abs(a - high) < 0.1 for a, _ in met)
