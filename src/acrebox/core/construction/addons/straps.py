"""Steel bands right round the outside, or across the bed from post to post."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from shapely import MultiPoint
from shapely.geometry.polygon import orient

from acrebox.core.assembly import (
    Assembly,
    Good,
    Held,
    Joint,
    LengthPiece,
    Part,
    Pull,
    TieHold,
    TieLoad,
    role,
)
from acrebox.core.construction.sides import facing
from acrebox.core.construction.sizes import size
from acrebox.core.design import Design, Straps
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.bodies import Box, Corners, Hollowed, Loft
from acrebox.core.shape.level import LevelOutline
from acrebox.core.shape.outline import Outline, RoundOutline, Side
from acrebox.core.shape.vector import UP
from acrebox.core.stock import Catalogue
from acrebox.core.stock import Good as SoldGood
from acrebox.core.worked import COMMON_PRACTICE, Worked

STOCK, LOCK = "strap", "strap-lock"
HEIGHT = 0.75
"""Share of the wall's height at which straps run; common practice."""
ROUND = "hang it at its height, draw the lock tight, then drive its screws; before anything is fixed over it"


def add_straps(bed: Assembly, straps: Straps, design: Design, book: Catalogue) -> Assembly:
    """Bands round the bed or across it, the highest at three quarters of the wall.

    Raises DesignError where they would hold nothing.
    """
    show = book.printer(design.system)
    made = (_across if straps.way == "across" else _round)(bed, straps, book, show)
    high = Worked(
        amount=bed.wall_top * HEIGHT,
        unit="mm",
        working=f"{HEIGHT} × {show.length(bed.wall_top)} of wall = {show.length(bed.wall_top * HEIGHT)}",
        assumptions=[
            "to the middle of the strap; the soil pushes most low down, the wall leans out most at the top"
        ],
        source=COMMON_PRACTICE,
    )
    return replace(made, facts={**made.facts, "strap_height": high})


def _round(bed: Assembly, straps: Straps, book: Catalogue, show: Printer) -> Assembly:
    """Bands right round, each closed and drawn tight by a lock."""
    if any(corner > 180 for corner in bed.outline.corners):
        raise refuse(
            "add_ons.straps",
            "straps",
            "A band cannot hold an outline with an inner corner.",
            "straps across, or cross ties",
        )
    line = _round_it(bed)
    each = line.perimeter + straps.lap.mm
    levels = [bed.wall_top * HEIGHT * n / straps.count for n in range(straps.count, 0, -1)]
    heights = ", ".join(show.length(z) for z in levels)
    parts = [_band(line, z, each, n, show) for n, z in enumerate(levels, start=1)]
    how = f"round the outside {show.length(line.perimeter)} + lap {show.length(straps.lap.mm)}"
    lock = book.find_good(LOCK)
    goods = [
        _bought(book.find_good(STOCK), straps.count, each, how, f"at {heights} over the ground", show),
        Good(
            key=LOCK,
            what="strap lock",
            count=straps.count,
            unit=lock.unit,
            working=f"it draws the ends together, one for each strap: {straps.count}",
        ),
    ]
    pull = Pull(
        side="",
        what="strap",
        length=max(side.length for side in bed.inner.sides) / 2,
        share=1.0,
        count=straps.count,
        words=f"{{push}} × {{length}}, half {_widest(bed)}, ÷ {{count}}",
    )
    made = bed.adding(parts, list(_kept_up(bed, parts)), goods=goods, loads=[pull])
    return replace(made, notes={**made.notes, "strap": ROUND})


def _widest(bed: Assembly) -> str:
    return "the longest side" if bed.outline.corners else "of how wide it is"


def _round_it(bed: Assembly) -> Outline:
    """The line of a taut band: round the walls, and round the posts that stand outside them."""
    outside = [p for side in bed.outline.sides for p in bed.posts_before(side)]
    if not outside:
        return bed.outline
    corners = [(x, y) for p in outside for x in _ends(p, 0) for y in _ends(p, 1)]
    hull = orient(MultiPoint([*bed.outline.points, *corners]).convex_hull.simplify(0.01))
    return Outline(tuple((float(x), float(y)) for x, y in hull.exterior.coords[:-1]))


def _ends(part: Part, axis: int) -> tuple[float, float]:
    low, high = part.body.bounds
    return low[axis], high[axis]


def _band(line: Outline, z: float, long: float, number: int, show: Printer) -> Part:
    """A band round a line, its middle at a height [mm]."""
    wide, thick = size("strap_wide", show.built), size("strap_thick", show.built)
    low, high = z - wide / 2, z + wide / 2
    outer, inner = _level(line.inset(-thick)), _level(line)
    body = Hollowed(
        Loft(((low, outer), (high, outer))),
        Loft(((low - 1.0, inner), (high + 1.0, inner))),
        line.area * wide,
    )
    return _strap(f"strap {number}", body, long)


def _level(line: Outline) -> LevelOutline:
    return line.oval if isinstance(line, RoundOutline) else Corners(line.points)


def _strap(name: str, body: Hollowed | Box, long: float, side: str = "") -> Part:
    return Part(
        name=name, role=role("strap"), body=body, piece=LengthPiece(stock=STOCK, length=long), side=side
    )


def _kept_up(bed: Assembly, straps: Sequence[Part]) -> Iterator[Joint]:
    """What keeps a band at its height: a screw near the middle of every side, into what it lies on there.
    Blocks are drilled by nobody for that: there it stays by its tension.
    """
    for strap in straps:
        (_, _, low), (_, _, high) = strap.body.bounds
        for side in bed.outline.sides if bed.outline.corners else [None]:
            behind = _behind(bed, side, (low + high) / 2)
            if behind is None:
                continue
            sheet = behind.role.sharp
            yield Joint(
                kind="strap to sheet" if sheet else "strap to wall",
                parts=(strap.name, behind.name),
                through=size("strap_thick"),
                into=max(behind.solid.thickness, 18.0) if sheet else behind.solid.thickness,
                run=0.0,
            )


def _behind(bed: Assembly, side: Side | None, z: float) -> Part | None:
    """The piece of timber or sheet in the wall's face at a height [mm], nearest to the middle of a side; of
    a round bed the first one.
    """
    found = []
    for part in bed.parts:
        (_, _, low), (_, _, high) = part.body.bounds
        if not part.role.skin or part.role.laid or not low <= z <= high:
            continue
        if side is None:
            return part
        if part.side == side.name:
            a, b = side.reach(part.body)
            middle = side.length / 2
            found.append((max(a - middle, middle - b, 0.0), part.name, part))
    return min(found, key=lambda f: f[:2])[2] if found else None


def _bought(sold: SoldGood, count: int, each: float, how: str, where: str, show: Printer) -> Good:
    long = count * each
    return Good(
        key=sold.key,
        what="steel strap",
        count=sold.units_of(long),
        unit=sold.unit,
        working=f"{count} × ({how}) = {show.length_and_run(long)}; {where}",
    )


def _across(bed: Assembly, straps: Straps, book: Catalogue, show: Printer) -> Assembly:
    """Straps from posts of the longest side to those straight across from them, each along a flank of both
    posts, so that its screws are pulled across and not out.
    """
    side = max(bed.inner.sides, key=lambda s: (round(s.length, 2), -s.index))
    outer = bed.outline.sides[side.index]
    pairs = list(_pairs(bed, side))
    if len(pairs) < straps.count:
        raise refuse(
            "add_ons.straps.count",
            straps.count,
            f"{outer.name.capitalize()} has {_posts(len(pairs))} inside with another straight across.",
            f"at most {len(pairs)}" if pairs else "a bed with posts inside, or a strap round it",
        )
    used: list[_Pair] = []
    for n in range(1, straps.count + 1):
        wanted = outer.length * n / (straps.count + 1)
        used.append(min(pairs, key=lambda p: abs(p.at - wanted)))
        pairs.remove(used[-1])
    names = [f"{outer.name} strap {n}" for n in range(1, straps.count + 1)]
    parts = [_between(bed, pair, straps, name, show) for pair, name in zip(used, names, strict=True)]
    ties = [_tied(bed, strap, pair) for strap, pair in zip(parts, used, strict=True)]
    long = max(p.solid.length for p in parts)
    laps = long - min(pair.free for pair in used)
    good = _bought(
        book.find_good(STOCK),
        straps.count,
        long,
        f"from post to post {show.length(long - laps)} + along both {show.length(laps)}",
        f"at {show.length(bed.wall_top * HEIGHT)} over the ground",
        show,
    )
    joints = [hold.joint for tie in ties for end in tie.ends for hold in end]
    held = [held for tie in ties for held in tie.held]
    return bed.adding(parts, joints, goods=[good], loads=ties, held=held)


def _posts(count: int) -> str:
    return "1 post" if count == 1 else f"{count or 'no'} posts"


@dataclass(frozen=True, kw_only=True)
class _Pair:
    """Two posts that stand inside, straight across from each other: each with its side, the first so far
    along its own [mm].
    """

    at: float
    side: Side
    near: Part
    across: Side
    far: Part

    @property
    def depths(self) -> tuple[float, float]:
        """From where to where it is free between them, from the first one's side [mm]."""
        return self.side.depth(self.near.body)[1], self.side.depth(self.far.body)[0]

    @property
    def free(self) -> float:
        """The clear width between them [mm]."""
        return self.depths[1] - self.depths[0]


def _pairs(bed: Assembly, side: Side) -> Iterator[_Pair]:
    """Posts that stand inside along a side, each with one straight across from it."""
    inside = [p for p in bed.posts_at(side.name) if _stands_in(side, p)]
    for post in sorted(inside, key=lambda p: side.reach(p.body)[0]):
        a, b = side.reach(post.body)
        met = facing(bed, side, (a + b) / 2)
        if met is None or a < 1.0 or b > side.length - 1.0:
            continue
        for other in bed.posts_at(met.name):
            c, d = side.reach(other.body)
            if _stands_in(met, other) and other is not post and (abs(a - c) < 0.5 or abs(b - d) < 0.5):
                yield _Pair(at=(a + b) / 2, side=side, near=post, across=met, far=other)
                break


def _stands_in(side: Side, post: Part) -> bool:
    """Whether a post stands inside the wall, so far that a strap finds hold on its flank."""
    return bool(post.stock) and side.depth(post.body)[1] >= size("strap_holds_least")


def _between(bed: Assembly, pair: _Pair, straps: Straps, name: str, show: Printer) -> Part:
    """A strap on edge along the same flank of two posts, as far along each as the lap says and it is deep."""
    wide, thick = size("strap_wide", show.built), size("strap_thick", show.built)
    side, (near, far) = pair.side, pair.depths
    (a, b), (_, d) = side.reach(pair.near.body), side.reach(pair.far.body)
    wall = side.coordinates(*pair.across.start)[1]
    over = min(straps.lap.mm / 2, near, wall - far)
    low = bed.wall_top * HEIGHT - wide / 2
    at = b if abs(b - d) < 0.5 else a - thick
    start = side.place(at, near - over, low)
    box = Box(start, side.inward, UP, side.along, far - near + 2 * over, wide, thick)
    return _strap(name, box, box.length, side.name)


def _tied(bed: Assembly, strap: Part, pair: _Pair) -> TieLoad:
    """What a strap holds: the wall at both of its posts, by the screws in each."""
    (_, _, low), (_, _, high) = strap.body.bounds
    held = []
    for inner, post in ((pair.side, pair.near), (pair.across, pair.far)):
        side = bed.outline.sides[inner.index]
        held.append(Held(side=side.name, at=sum(side.reach(post.body)) / 2, z=(low + high) / 2))
    ends = [
        TieHold(
            joint=Joint(
                kind="strap to post",
                parts=(strap.name, post.name),
                through=strap.solid.thickness,
                into=post.solid.width,
                run=0.0,
            )
        )
        for post in (pair.near, pair.far)
    ]
    return TieLoad(side="", what="strap", held=tuple(held), ends=((ends[0],), (ends[1],)))
