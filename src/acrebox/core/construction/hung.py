"""A bed hung on a wall: ledger posts bolted to it, their anchors, and what of the wall must stay free."""

import itertools
from collections.abc import Callable, Sequence
from dataclasses import replace

from acrebox.core.assembly import Good, Part, Stance, stick
from acrebox.core.construction.posts import PostLine, even_marks, post_box
from acrebox.core.construction.posts import Stand as PostStand
from acrebox.core.construction.sides import side_named
from acrebox.core.construction.sizes import size
from acrebox.core.construction.walls import WallLine
from acrebox.core.design import Choice
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.written import Length
from acrebox.core.shape.outline import Outline, Side
from acrebox.core.worked import COMMON_PRACTICE, Worked


class Hatch(Choice):
    """Something in the wall that must stay reachable: where it starts along the wall, and how wide it is."""

    start: Length
    width: Length

    def along(self, side: Side) -> tuple[float, float]:
        """From where to where along the walk of a side it lies [mm].

        People measure from the left, standing in front of the wall; the walk goes from right to left there.
        """
        last = side.length - self.start.mm
        return last - self.width.mm, last


class WallHung(Choice):
    """A bed against a wall: its back hangs on ledger posts bolted to it, its front posts go as deep as
    they stand.

    `obstacle` is the height of what is above (a sill, a vent) over the ground.
    """

    side: str = "back"
    obstacle: Length | None = None
    hatch: Hatch | None = None


def hung_side(how: WallHung, outline: Outline) -> Side:
    """The side of a bed that hangs on the wall.

    Raises DesignError when the bed has no such side.
    """
    found = side_named(outline, how.side, "construction.hung.side")
    if any(abs(corner - 90) > 1e-6 for corner in (found.corner_start, found.corner_end)):
        raise refuse(
            "construction.hung.side",
            how.side,
            "The sides next to it would not run square to the wall.",
            "a side with a square corner at both ends",
        )
    return found


def stands_against(post: Part, side: Side, reach: float) -> bool:
    """Whether a post stands against a side, its corners taken in; wall and post reach in so far [mm]."""
    _, inner = side.depth(post.body)
    return inner < reach + 1.0


def running_to_the_wall(side: Side, outline: Outline, ledger: float) -> dict[int, tuple[int, float]]:
    """The sides that meet a hung one run past its corners to the wall, as far as a `ledger` is thick [mm]."""
    count = len(outline.points)
    last = (side.index + 1) % count
    return {side.index: ((side.index - 1) % count, ledger), last: (last, ledger)}


def stands_out(side: Side, outline: Outline, ledger: float, show: Printer) -> Worked:
    """How far a hung bed stands out from the wall, its ledger posts taken in [mm]."""
    deep = max(abs(side.coordinates(x, y)[1]) for x, y in outline.points)
    words = (
        f"{show.length(deep)} of bed + {show.length(ledger)} of ledger posts = {show.length(deep + ledger)}"
    )
    return Worked(amount=deep + ledger, unit="mm", working=words)


def hang_posts(
    posts: Sequence[Part],
    plan: PostLine,
    walls: WallLine,
    side: Side,
    how: WallHung,
    *,
    joins: Sequence[float],
    above: float,
) -> list[Part]:
    """The posts of a hung bed: none inside along the wall, but ledgers behind it, `above` [mm] the ground."""
    reach = walls.thickness + plan.post.thickness
    behind = replace(plan, face=walls.outline, outward=True)
    clear = how.hatch.along(side) if how.hatch else None
    return [
        *(p for p in posts if not stands_against(p, side, reach)),
        *ledger_posts(side, behind, joins, above, walls.thickness, clear),
    ]


def ledger_posts(
    side: Side,
    line: PostLine,
    joins: Sequence[float],
    above: float,
    wall: float,
    clear: tuple[float, float] | None = None,
) -> list[Part]:
    """Posts bolted to the wall behind a side, at both ends, at its joints [mm along it] and evenly between.

    They stand `above` [mm] the ground and not in it, between the sides that run to the wall, each `wall`
    [mm] thick. From one place to another [mm along the side] none stands (`clear`), but one at each edge of
    it, save where a joint or an end of the side must have one.
    """
    half = line.post.width / 2
    anchors = [wall + half, *joins, side.length - wall - half]
    marks = even_marks(anchors, line.limit) if clear is None else _round(clear, anchors, line)
    foot = Stance(above, 0.0)
    return [
        stick(
            f"{side.name} ledger {n}",
            "ledger post",
            line.post.timber.key,
            post_box(line, PostStand(side, mark - line.post.width / 2, "ledger post", ""), foot),
            side=side.name,
        )
        for n, mark in enumerate(marks, start=1)
    ]


def _round(clear: tuple[float, float], anchors: Sequence[float], line: PostLine) -> list[float]:
    """Marks of posts [mm] with none in a stretch that must stay clear, save an anchor there."""
    wide = line.post.width
    low, high = clear[0] - wide / 2, clear[1] + wide / 2
    before, after = [a for a in anchors if a <= low], [a for a in anchors if a >= high]
    within = [a for a in anchors if low < a < high]
    # A post at each edge of the stretch, unless one stands there already.
    if before and low - before[-1] > wide and all(a - low > wide for a in within):
        before.append(low)
    if after and after[0] - high > wide and all(high - a > wide for a in within):
        after.insert(0, high)
    runs = [even_marks(run, line.limit) for run in (before, after) if run]
    return [*itertools.chain(*runs), *within]


def check_wall(how: WallHung, side: Side, height: float, ledgers: Sequence[Part], show: Printer) -> None:
    """What is above a bed so high [mm] must stay above it, and a hatch must stay clear of ledger posts.

    Raises DesignError naming the field when it does not.
    """
    length = show.length
    if how.obstacle is not None and height > how.obstacle.mm:
        raise refuse(
            "construction.hung.obstacle",
            how.obstacle.text,
            f"The bed stands {length(height)} high and would cover what is at {length(how.obstacle.mm)}.",
            f"at least {length(height)}, or a lower bed",
        )
    if how.hatch is not None:
        _check_hatch(how.hatch, side, ledgers, length)


def _check_hatch(hatch: Hatch, side: Side, ledgers: Sequence[Part], show: Callable[[float], str]) -> None:
    low, high = hatch.along(side)
    if low < -0.5:
        raise refuse(
            "construction.hung.hatch.start",
            hatch.start.text,
            "The hatch reaches past the end of the bed.",
            f"start and width together at most {show(side.length)}",
        )
    for post in ledgers:
        first, last = side.reach(post.body)
        if first < high - 0.01 and last > low + 0.01:
            at = side.length - last
            raise refuse(
                "construction.hung.hatch",
                f"{hatch.start.text} + {hatch.width.text}",
                f"The ledger post at {show(at)} from the left would cover the hatch.",
                f"a hatch clear of {show(at)} to {show(side.length - first)}, or another limit between posts",
            )


def wall_anchors(ledgers: Sequence[Part], show: Printer) -> tuple[Good, ...]:
    """The anchors that hold ledger posts: two a post, a third in long ones."""
    if not ledgers:
        return ()
    long = size("long_ledger", show.built)
    each = 3 if ledgers[0].solid.length > long else 2
    count = each * len(ledgers)
    words = (
        f"{len(ledgers)} ledger posts × {each} = {count}; two a post,"
        f" a third in posts over {show.length(long)}"
    )
    return (Good(key="wall-anchor", what="wall anchors", count=count, unit="piece", working=words),)


def anchor_notes(ledgers: Sequence[Part]) -> dict[str, str]:
    """How ledger posts are held."""
    if not ledgers:
        return {}
    words = (
        "bolt the ledger posts to the wall first, plumb, their anchors through the post into sound masonry or"
        " the frame, never into cladding alone"
    )
    return {"anchors": words}


def hatch_fact(hatch: Hatch, show: Printer) -> Worked:
    """How wide the hatch is that lies behind the bed [mm]."""
    words = f"clear of every ledger post, so wide: {show.length(hatch.width.mm)}"
    return Worked(amount=hatch.width.mm, unit="mm", working=words, source=COMMON_PRACTICE)
