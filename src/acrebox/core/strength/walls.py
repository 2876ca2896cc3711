"""The walls of a bed as grids: which pieces run along a side, what they hold, what holds them.

Read off the parts in place, so that every construction and every add-on is worked out alike.
"""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace

from acrebox.core.assembly import Assembly, Part, of_role
from acrebox.core.shape.outline import Side

CORNER_MM = 250.0
SAME_MM = 20.0
SAME_LEVEL_MM = 5.0
COURSES_TIED_MM = 600.0


@dataclass(frozen=True, kw_only=True)
class Ply:
    """A section [mm]: how much of it lies in the wall's plane and in the direction of the push."""

    stock: str
    breadth: float
    depth: float


@dataclass(frozen=True, kw_only=True)
class WallBeam:
    """Pieces in one line along a side: the middle of their height [mm], their section, where they are joined
    [mm along the wall], the soil that they hold by themselves from and to a height [mm] (rails hold what
    leans on them), and what lies on them along their length.
    """

    what: str
    ply: Ply
    z: float
    joints: tuple[float, ...]
    holds: tuple[float, float] | None
    on_top: tuple[Ply, ...] = ()


@dataclass(frozen=True, kw_only=True)
class WallPost:
    """What stands behind the beams [mm along the wall]: its section, how much of its depth a housing leaves
    [mm], how high it stands [mm]; in the ground, or a batten that only ties the pieces together.
    """

    at: float
    ply: Ply
    left: float
    top: float
    grounded: bool


@dataclass(frozen=True, kw_only=True)
class Wall:
    """A side between what holds its two ends, `length` [mm] apart, the first `start` [mm] from its corner;
    `stops` are places [mm along, mm up] that do not give: ties, or posts on a house wall. `on_posts`: posts
    in the ground could stand anywhere along it.
    """

    side: str
    length: float
    start: float
    beams: tuple[WallBeam, ...]
    posts: tuple[WallPost, ...]
    stops: tuple[tuple[float, float], ...]
    courses_tied: bool
    on_posts: bool

    @property
    def supports(self) -> list[float]:
        """Where it is held [mm along]: its ends, posts in the ground, stops."""
        inner = {p.at for p in self.posts if p.grounded} | {x for x, _ in self.stops}
        return sorted({0.0, self.length, *inner})


def walls_of(bed: Assembly) -> tuple[Wall, ...]:
    """Every side of a bed that has something running along it."""
    made = (_wall(bed, side) for side in bed.outline.sides)
    return tuple(wall for wall in made if wall is not None)


def _wall(bed: Assembly, side: Side) -> Wall | None:
    along = [p for p in bed.parts if p.side == side.name and p.role.bends != "no"]
    posts = [_Standing.of(bed, side, p) for p in bed.posts_at(side.name)]
    start, end = _ends(bed, side, posts)
    beams = _beams(side, along, start, end)
    if not beams or end - start < SAME_MM:
        return None
    inside = [p for p in posts if start + SAME_MM < p.at < end - SAME_MM]
    rigid = [p for p in inside if p.role == "ledger post"]
    stops = [(p.at - start, beam.z) for p in rigid for beam in beams if beam.z < p.top + SAME_MM]
    elsewhere = [(h.at, h.z) for h in bed.held if h.side == side.name]
    stops += [(at - start, z) for at, z in elsewhere if start + SAME_MM < at < end - SAME_MM]
    return Wall(
        side=side.name,
        length=round(end - start, 4),
        start=start,
        beams=tuple(_snapped(beam, [p.at - start for p in inside]) for beam in beams),
        posts=_merged([p for p in inside if p not in rigid], start),
        stops=tuple(sorted({(round(x, 1), round(z, 1)) for x, z in stops})),
        on_posts=bed.stance is not None and bed.stance.below > 0,
        courses_tied=any(j.kind == "course to course" for j in bed.joints),
    )


@dataclass(frozen=True, kw_only=True)
class _Standing:
    role: str
    at: float
    breadth: float
    depth: float
    left: float
    stock: str
    top: float
    grounded: bool

    @staticmethod
    def of(bed: Assembly, side: Side, post: Part) -> "_Standing":
        (u0, u1), (v0, v1) = side.reach(post.body), side.depth(post.body)
        dug = bed.stance is not None and bed.stance.below > 0 and post.role.dug
        return _Standing(
            role=post.role.name,
            at=(u0 + u1) / 2,
            breadth=u1 - u0,
            depth=v1 - v0,
            left=_left(side, post, v1 - v0),
            stock=post.stock,
            top=post.body.bounds[1][2],
            grounded=dug or post.role.name == "existing post",
        )


def _left(side: Side, post: Part, depth: float) -> float:
    """How deep the least that housings leave of a post is, in the direction of the push [mm]."""
    solid, (x, y, _) = post.solid, side.inward
    faced = [abs(axis[0] * x + axis[1] * y) for axis in (solid.along, solid.face, solid.through)]
    least = depth
    for notch in solid.notches:
        cut = zip(faced, (notch.along, notch.face, notch.through), strict=True)
        least = min(least, depth - sum(share * (high - low) for share, (low, high) in cut))
    return max(1.0, least)


def _ends(bed: Assembly, side: Side, posts: Sequence[_Standing]) -> tuple[float, float]:
    """Where the two ends of a side are held [mm along it]: its corner posts or blocks, else the walls that it
    meets.
    """
    blocks = [side.reach(p.body) for p in of_role(bed.parts, "corner block") if p.side == side.name]
    reach = CORNER_MM + bed.wall_thickness
    marks = [p.at for p in posts] + [(max(a, 0.0) + min(b, side.length)) / 2 for a, b in blocks]
    # A corner post stands at two sides and is named after one of them.
    others = [p for p in of_role(bed.parts, "corner post") if p.side != side.name]
    near = [p for p in others if -SAME_MM < side.depth(p.body)[0] < reach]
    marks += [sum(side.reach(p.body)) / 2 for p in near]
    first = [m for m in marks if -reach < m < reach]
    last = [m for m in marks if side.length - reach < m < side.length + reach]
    half = bed.wall_thickness / 2
    return max(0.0, min(first, default=half)), min(side.length, max(last, default=side.length - half))


def _snapped(beam: WallBeam, posts: Sequence[float]) -> WallBeam:
    """A beam with its joints at the middles of the posts that they lie on."""

    joints = []
    for at in beam.joints:
        near = sorted((abs(post - at), post) for post in posts if abs(post - at) < SAME_MM)
        joints.append(round(near[0][1] if near else at, 4))
    return replace(beam, joints=tuple(joints))


def _merged(posts: Sequence[_Standing], start: float) -> tuple[WallPost, ...]:
    """Posts as the grid has them; two at one place count once."""
    made: list[WallPost] = []
    for p in sorted(posts, key=lambda p: p.at):
        if made and p.at - start - made[-1].at < SAME_MM:
            continue
        ply = Ply(stock=p.stock, breadth=p.breadth, depth=p.depth)
        made.append(WallPost(at=round(p.at - start, 4), ply=ply, left=p.left, top=p.top, grounded=p.grounded))
    return tuple(made)


def _beams(side: Side, parts: Sequence[Part], start: float, end: float) -> tuple[WallBeam, ...]:
    """The lines of pieces along a side, the lowest first; what lies flat on top goes with the highest one."""
    lines: dict[tuple[bool, int], list[Part]] = {}
    for part in parts:
        (_, _, z0), (_, _, z1) = part.body.bounds
        lines.setdefault((part.role.bends == "on_top", round((z0 + z1) / 2 / SAME_LEVEL_MM)), []).append(part)
    upright = [_beam(side, line, start, end) for (top, _), line in sorted(lines.items()) if not top]
    # What is joined along its run is a hinge there, and stiffens nothing.
    plies = tuple(_ply(side, line[0]) for (top, _), line in sorted(lines.items()) if top and len(line) == 1)
    if not upright:
        return ()
    *lower, highest = sorted(upright, key=lambda b: b.z)
    named = [*lower, highest]
    return tuple(
        WallBeam(
            what=_named(beam.what, n, len(named)),
            ply=beam.ply,
            z=beam.z,
            joints=beam.joints,
            holds=beam.holds,
            on_top=plies if beam is highest else (),
        )
        for n, beam in enumerate(named)
    )


def _named(what: str, place: int, count: int) -> str:
    """`bottom board`, `top rail of the frame`: which one of its kind it is."""
    if count == 1:
        return what
    level = "bottom" if place == 0 else "top" if place == count - 1 else f"course {place + 1},"
    return f"{level} {what}"


def _ply(side: Side, part: Part) -> Ply:
    (_, _, z0), (_, _, z1) = part.body.bounds
    return Ply(stock=part.stock, breadth=z1 - z0, depth=_through(side, part))


def _beam(side: Side, line: Iterable[Part], start: float, end: float) -> WallBeam:
    pieces = sorted(line, key=lambda p: side.reach(p.body)[0])
    first = pieces[0]
    (_, _, z0), (_, _, z1) = first.body.bounds
    joints = [side.reach(p.body)[0] - start for p in pieces[1:]]
    what = first.role.name.removeprefix("wall ")
    return WallBeam(
        what=what,
        ply=Ply(stock=first.stock, breadth=z1 - z0, depth=_through(side, first)),
        z=(z0 + z1) / 2,
        joints=tuple(round(x, 4) for x in joints if SAME_MM < x < end - start - SAME_MM),
        holds=(z0, z1) if first.role.skin else None,
    )


def _through(side: Side, part: Part) -> float:
    """How thick a piece is in the direction of the push [mm]; its ends may be cut at any angle."""
    way = part.solid.through if abs(part.solid.through[2]) < 0.5 else part.solid.face
    inward = abs(way[0] * side.inward[0] + way[1] * side.inward[1])
    return part.solid.thickness if inward > 0.9 and way is part.solid.through else part.solid.width
