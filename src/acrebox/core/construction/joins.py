"""Where long sides are joined from several timbers: no join above another, and each on a post."""

import itertools
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal
from math import ceil
from typing import Literal

from acrebox.core.assembly import Stance
from acrebox.core.construction.courses import Courses
from acrebox.core.construction.posts import PostLine
from acrebox.core.construction.sections import sold_sticks
from acrebox.core.construction.sizes import size
from acrebox.core.construction.walls import WallLine, across
from acrebox.core.design import Design
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.written import Length
from acrebox.core.shape.bodies import Box
from acrebox.core.shape.outline import Outline, Side
from acrebox.core.stock import Catalogue, Timber

JoinWay = Literal["equal", "full"]
WAYS: Mapping[JoinWay, str] = {
    "equal": "in equal pieces, even courses moved by half a piece",
    "full": "full timbers first, the off-cut next, even courses from the other end",
}
Run = tuple[float, float]


@dataclass(frozen=True, kw_only=True)
class SideJoins:
    """Joins of one side [mm from its first corner] in odd and in even courses, and which way it is joined."""

    odd: tuple[float, ...]
    even: tuple[float, ...]
    way: JoinWay

    def of(self, course: int) -> tuple[float, ...]:
        """The joins in a course (from 1)."""
        return self.odd if course % 2 else self.even

    def all(self, courses: int) -> tuple[float, ...]:
        """Every place where some course is joined."""
        return tuple(sorted({*self.odd, *(self.even if courses > 1 else ())}))

    def apart(self) -> float | None:
        """The least that joins of neighbouring courses lie apart [mm]."""
        return min((abs(a - b) for a in self.odd for b in self.even), default=None)


def joins_by(way: JoinWay, odd: Run, even: Run, most: float, far: bool = False) -> SideJoins:
    """A run (of odd and of even courses, from and to [mm]) joined one way so that no piece is over `most`;
    full timbers begin at its low end in odd courses, or at its `far` one.
    """
    if way == "full":
        return SideJoins(odd=_full(odd, most, far), even=_full(even, most, not far), way=way)
    # Both runs in as many pieces, so that the joins of one lie at the middles of the other's.
    count = max(ceil((high - low) / most - 1e-9) for low, high in (odd, even))
    return SideJoins(odd=_even_pieces(odd, count, 0.0), even=_even_pieces(even, count, 0.5), way=way)


def _full(run: Run, most: float, far: bool) -> tuple[float, ...]:
    """Full pieces from one end of a run, what is left at the other."""
    low, high = run
    count = ceil((high - low) / most - 1e-9)
    joints = [high - n * most if far else low + n * most for n in range(1, count)]
    return tuple(sorted(round(at, 4) for at in joints))


def _even_pieces(run: Run, count: int, shift: float) -> tuple[float, ...]:
    """So many equal pieces, or the same moved back by a share of a piece, which makes one more of them."""
    low, high = run
    if count <= 1:
        return ()
    piece = (high - low) / count
    steps = range(1, count + 1) if shift else range(1, count)
    return tuple(round(low + (n - shift) * piece, 4) for n in steps)


@dataclass(frozen=True, kw_only=True)
class Joins:
    """How every side of a bed is joined."""

    sides: Mapping[int, SideJoins]
    courses: int

    def of(self, side: Side, course: int) -> tuple[float, ...]:
        """The joins of a side in a course [mm]."""
        return self.sides[side.index].of(course)

    def all(self, side: Side) -> tuple[float, ...]:
        """Every place where a side is joined in some course [mm]."""
        return self.sides[side.index].all(self.courses)

    @property
    def any(self) -> bool:
        """Whether any side is joined at all."""
        return any(joins.odd or joins.even for joins in self.sides.values())

    def follows(self, way: JoinWay) -> bool:
        """Whether some side is joined that way."""
        return any(joins.odd and joins.way == way for joins in self.sides.values())

    def words(self, line: WallLine) -> str:
        """Which sides are joined, and how."""
        ways: dict[JoinWay, list[str]] = {}
        for side in line.outline.sides:
            if self.sides[side.index].odd:
                ways.setdefault(self.sides[side.index].way, []).append(side.name)
        return "; ".join(f"{', '.join(names)}: {WAYS[way]}" for way, names in ways.items())

    def pieces(self, line: WallLine) -> list[float]:
        """Lengths of all pieces of all courses [mm], corners left out of it."""
        found = []
        for side in line.outline.sides:
            for course in range(1, self.courses + 1):
                low, high = line.longest(side, course)
                ends = [low, *self.of(side, course), high]
                found += [b - a for a, b in itertools.pairwise(ends)]
        return found


def joined(line: WallLine, courses: int, longest: Mapping[int, float], overlap: float, way: JoinWay) -> Joins:
    """All sides joined one way, no piece over the longest there is [mm]; a side that cannot be joined so with
    joins that far apart [mm], and no piece shorter than that, is joined in equal pieces.
    """
    sides = {}
    for side in line.outline.sides:
        odd, even, most = line.longest(side, 1), line.longest(side, 2), longest[side.index]
        chosen = joins_by(way, odd, even, most, line.begins_far(side))
        apart = chosen.apart()
        too_near = courses > 1 and apart is not None and apart < overlap - 0.5
        if way == "full" and (too_near or _shortest(chosen, odd, even) < overlap - 0.5):
            chosen = joins_by("equal", odd, even, most)
        sides[side.index] = chosen
    return Joins(sides=sides, courses=courses)


def _shortest(joins: SideJoins, odd: Run, even: Run) -> float:
    """The shortest piece of a side in odd and in even courses [mm]."""
    ends = [(odd[0], *joins.odd, odd[1]), (even[0], *joins.even, even[1])]
    return min(b - a for run in ends for a, b in itertools.pairwise(run))


def check_joins(joins: Joins, line: WallLine, overlap: Length, show: Printer) -> None:
    """Joins of neighbouring courses must lie apart by the overlap asked for.

    Raises DesignError naming the side when they do not.
    """
    if joins.courses < 2:
        return
    for side in line.outline.sides:
        least = joins.sides[side.index].apart()
        if least is not None and least < overlap.mm - 0.5:
            raise refuse(
                "construction.overlap",
                overlap.text,
                f"On {side.name} the joints of two courses lie {show.length(least)} apart.",
                f"at most {show.length(least)}, or longer sleepers",
            )


def check_bearing(joins: Joins, post_width: float, written: object, show: Printer) -> None:
    """A post at a join must carry both ends.

    Raises DesignError when it is too narrow for two.
    """
    if joins.any:
        check_two_ends(post_width, written, "one timber", show)


def check_two_ends(post_width: float, written: object, one: str, show: Printer) -> None:
    """Raises DesignError when a post [mm wide] gives two ends too little to lie on; `one` is what a side
    may be no longer than, to need no join.
    """
    least = 2 * size("end_bearing")
    if post_width < least - 1e-6:
        raise refuse(
            "construction.post",
            written,
            f"Two ends meet on a post, and one {show.length(post_width)} wide gives each"
            f" {show.length(post_width / 2)}.",
            f"a post at least {show.length(least)} wide, or sides no longer than {one}",
        )


@dataclass(frozen=True, kw_only=True)
class Ways:
    """What the ways of joining are weighed by: the walls, what they are sawn from and the longest piece of
    every side [mm], the line of their posts, if they have any, and how those stand; how far apart joins lie.
    """

    design: Design
    book: Catalogue
    line: WallLine
    timber: Timber
    longest: Mapping[int, float]
    posts: PostLine | None
    foot: Stance
    courses: int
    overlap: Length
    show: Printer

    def by(self, way: JoinWay) -> Joins:
        """Joined one way."""
        return joined(self.line, self.courses, self.longest, self.overlap.mm, way)

    def price(self, joins: Joins) -> Decimal:
        """About what the timbers come to, with the posts that the joins want."""
        found = first_fit_price(joins.pieces(self.line), self._sold(self.timber))
        if self.posts is None:
            return found
        stands, _ = self.posts.stands(posts_behind(self.posts.face, self.line, joins.all))
        posts = [self.foot.above + self.foot.below] * len(stands)
        return found + first_fit_price(posts, self._sold(self.posts.post.timber))

    def _sold(self, timber: Timber) -> list[tuple[float, Decimal]]:
        return sold_sticks(self.design, timber, self.book)


def choose_joins(ways: Ways, asked: Literal["cheaper", "full", "equal"]) -> tuple[Joins, dict[str, str]]:
    """How the sides are joined, and notes that say so and what it comes to beside the other way.

    Raises DesignError when the way asked for gives joins too close above each other.
    """
    full, equal = ways.by("full"), ways.by("equal")
    if not full.follows("full"):
        if asked == "full" and full.any:
            raise refuse(
                "construction.joins",
                asked,
                "With full timbers first the joins of two courses would lie too close to each other.",
                f"equal pieces, or an overlap under {ways.show.length(ways.overlap.mm)}",
            )
        return equal, {"joints": equal.words(ways.line)} if equal.any else {}
    costs: dict[JoinWay, Decimal] = {"full": ways.price(full), "equal": ways.price(equal)}
    cheaper: JoinWay = "full" if costs["full"] < costs["equal"] else "equal"
    way = cheaper if asked == "cheaper" else asked
    other: JoinWay = "equal" if way == "full" else "full"
    money = ways.show.money
    posts = "" if ways.posts is None else " with their posts"
    taken = full if way == "full" else equal
    words = f"about {money(costs[way])}{posts}; {WAYS[other]}: about {money(costs[other])}"
    return taken, {"joints": taken.words(ways.line), "joined": words}


def course_pieces(
    line: WallLine, courses: Courses, joins: Joins, side: Side, course: int
) -> list[tuple[str, Box]]:
    """The pieces of a side in a course with their names, which stay however the bed changes."""
    boxes = line.pieces(side, course, courses.base(course), courses.of(course), joins.of(side, course))
    name = f"{side.name} {course}"
    return [(name if len(boxes) == 1 else f"{name}, piece {n}", box) for n, box in enumerate(boxes, start=1)]


def posts_behind(
    face: Outline, line: WallLine, joins: Callable[[Side], Sequence[float]]
) -> dict[int, list[float]]:
    """Where on the sides of a face [mm along them] a post must stand behind the joins of a wall."""
    return {
        side.index: [at - across(side, face.sides[side.index]) for at in joins(side)]
        for side in line.outline.sides
    }


def first_fit_price(pieces: Sequence[float], sold: Sequence[tuple[float, Decimal]]) -> Decimal:
    """About what pieces [mm] cost, cut first-fit from sticks of the one length that comes cheapest.

    `sold` are lengths [mm] with their prices in the yard's money. A cut takes what a usual saw takes: the
    price only tells two ways apart.
    """
    longest = max(pieces, default=0.0)
    costs = [price * _sticks(pieces, length) for length, price in sold if length >= longest - 1e-6]
    return min(costs, default=Decimal(0))


def _sticks(pieces: Sequence[float], length: float) -> int:
    """Sticks of a length [mm] that pieces take, each put into the first one with room."""
    left: list[float] = []
    lost = size("usual_kerf")
    for piece in sorted(pieces, reverse=True):
        place = next((n for n, room in enumerate(left) if room >= piece - 1e-6), None)
        if place is None:
            left.append(length - piece - lost)
        else:
            left[place] -= piece + lost
    return len(left)
