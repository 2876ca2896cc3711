"""Every side of a bed under the push of the soil: its pieces, its posts, its ties, as one grid."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise

from acrebox.core.assembly import WallAlong
from acrebox.core.strength.bending import Bent, bent_in_grid
from acrebox.core.strength.grid import Answer, Grid, GridBeam, Upright, solve
from acrebox.core.strength.registry import Loaded
from acrebox.core.strength.sections import rectangle
from acrebox.core.strength.walls import COURSES_TIED_MM, Ply, Wall, WallBeam, WallPost
from acrebox.core.strength.wood import stiffness

POST_LIMIT = "construction.post_limit"
RIGID = 1e13
"""Stiffness of what ties courses together so that they bow as one [N·mm²]."""


@dataclass(frozen=True, kw_only=True)
class Side:
    """A side as worked out: its wall, its pieces, what its posts and its stops take."""

    wall: Wall
    members: tuple[Bent, ...]
    answer: Answer


def check_sides(walls: Iterable[Wall], loaded: Loaded) -> tuple[Side, ...]:
    """Work out every side of a bed; those alike only once."""
    worked: dict[tuple[Wall, bool], Side] = {}
    found = []
    for wall in walls:
        plain = replace(wall, side="", start=0.0)
        key = plain, wall.side in loaded.loads.people
        if key not in worked:
            worked[key] = _check(plain, loaded.on(wall.side))
        alike = worked[key]
        members = tuple(replace(m, case=replace(m.case, side=wall.side)) for m in alike.members)
        found.append(replace(alike, wall=wall, members=members))
    return tuple(found)


def _check(wall: Wall, loaded: Loaded) -> Side:
    loads = beam_loads(wall, loaded)
    answer = solve(grid_of(wall, loads, loaded))
    return Side(wall=wall, members=_members(wall, loads, answer, loaded), answer=answer)


def holds_as_a_box(side: Side, loaded: Loaded) -> bool:
    """Whether a side would hold from corner to corner, with its posts only tying it together."""
    wall, loaded = side.wall, loaded.on(side.wall.side)
    loose = replace(wall, posts=tuple(replace(p, grounded=False) for p in wall.posts))
    loads = beam_loads(wall, loaded)
    answer = solve(grid_of(loose, loads, loaded))
    return all(m.holds for m in _members(loose, loads, answer, loaded))


def beam_loads(wall: Wall, loaded: Loaded) -> list[tuple[float, float]]:
    """What every beam takes [N/mm]: from the soil, and from what stands on it. A board takes what leans on
    it; two rails what leans on the wall before them, by its lever.
    """
    found = []
    rails = [beam for beam in wall.beams if beam.holds is None]
    for beam in wall.beams:
        if beam.holds is not None:
            found.append(_between(*beam.holds, loaded))
            continue
        others = [r for r in rails if r is not beam]
        found.append(_on_rail(beam, others, loaded))
    return found


def _between(low: float, high: float, loaded: Loaded) -> tuple[float, float]:
    """The push on a strip of wall between two heights [N/mm], soil and what stands on it apart."""
    low, high = max(low, loaded.floor), min(high, loaded.depth)
    if high <= low:
        return 0.0, 0.0
    below, above = (loaded.depth - low) / 1000, (loaded.depth - high) / 1000
    return loaded.push.slope * (below**2 - above**2) / 2, loaded.push.top * (high - low) / 1000


def _on_rail(beam: WallBeam, others: Sequence[WallBeam], loaded: Loaded) -> tuple[float, float]:
    """What a rail takes of all the push: the soil's acts at a third of its depth, what stands on it at
    half.
    """
    soil, top = _between(0.0, loaded.depth, loaded)
    if not others:
        return soil, top
    other = max(others, key=lambda r: abs(r.z - beam.z))
    arm = other.z - beam.z

    def share(centre: float) -> float:
        return min(1.0, max(0.0, (other.z - centre) / arm))

    deep = loaded.depth - loaded.floor
    return soil * share(loaded.floor + deep / 3), top * share(loaded.floor + deep / 2)


def grid_of(wall: Wall, loads: Sequence[tuple[float, float]], loaded: Loaded) -> Grid:
    """A wall as a grid; courses that are screwed to each other bow together."""
    beams = tuple(
        GridBeam(
            z=beam.z,
            stiff=sum(_ei(p, loaded) for p in plies(beam)),
            # What lies on it in one piece bridges its joints.
            joints=() if beam.on_top else beam.joints,
            loads=load,
        )
        for beam, load in zip(wall.beams, loads, strict=True)
    )
    uprights = [Upright(at=p.at, stiff=_post_ei(p, loaded), top=p.top, fixed=p.grounded) for p in wall.posts]
    if wall.courses_tied and len(wall.beams) > 1:
        taken = {u.at for u in uprights}
        count = max(2, round(wall.length / COURSES_TIED_MM))
        marks = {round(wall.length * n / count, 4) for n in range(1, count)}
        marks |= {x for beam in wall.beams for x in beam.joints}
        uprights += [Upright(at=x, stiff=RIGID, top=1e6, fixed=False) for x in sorted(marks - taken)]
    return Grid(length=wall.length, beams=beams, uprights=tuple(uprights), stops=wall.stops)


def plies(beam: WallBeam) -> tuple[Ply, ...]:
    """What bends together: the pieces themselves, and what lies on them."""
    return (beam.ply, *beam.on_top)


def _ei(ply: Ply, loaded: Loaded) -> float:
    wood, _ = loaded.wood(ply.stock)
    return stiffness(wood) * rectangle(ply.breadth, ply.depth).inertia


def _post_ei(post: WallPost, loaded: Loaded) -> float:
    wood, _ = loaded.wood(post.ply.stock)
    return stiffness(wood) * rectangle(post.ply.breadth, post.left).inertia


def _members(
    wall: Wall, loads: Sequence[tuple[float, float]], answer: Answer, loaded: Loaded
) -> tuple[Bent, ...]:
    return tuple(
        bent_in_grid(_case(wall, beam), beam, load, found, loaded, _supports(wall, beam))
        for beam, load, found in zip(wall.beams, loads, answer.beams, strict=True)
    )


def _own_stops(wall: Wall, beam: WallBeam) -> list[float]:
    """The stops that hold a beam [mm along]: those nearest to it."""
    return [x for x, z in wall.stops if min(wall.beams, key=lambda b: abs(b.z - z)) is beam]


def _supports(wall: Wall, beam: WallBeam) -> list[float]:
    """Where a beam is held [mm along]."""
    posts = [p.at for p in wall.posts if p.grounded]
    return sorted({0.0, wall.length, *_own_stops(wall, beam), *posts})


def _case(wall: Wall, beam: WallBeam) -> WallAlong:
    """A beam as a case of load: how far its supports stand apart, and what they are."""
    gaps = [b - a for a, b in pairwise(_supports(wall, beam))]
    low, high = beam.holds or (0.0, beam.z + beam.ply.breadth / 2)
    posts = any(p.grounded for p in wall.posts)
    return WallAlong(
        side=wall.side,
        what=beam.what,
        by_rule=beam.holds is not None,
        limit_field=POST_LIMIT if wall.on_posts else "",
        stock=beam.ply.stock,
        span=max(gaps),
        spans=len(gaps),
        low=low,
        high=high,
        breadth=beam.ply.breadth,
        depth=beam.ply.depth,
        between="posts" if posts else "ties" if _own_stops(wall, beam) else "corners",
    )
