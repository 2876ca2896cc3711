"""Joints found where parts lie against each other, each with what a fixing passes and what can hold it."""

from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import replace

from acrebox.core.assembly import Joint, Part
from acrebox.core.construction.sizes import size
from acrebox.core.shape.bodies import near_pairs, overlap_depth

TOUCH_MM = 0.02


def touching(a: Part, b: Part) -> bool:
    """Whether the boxes of two parts lie against each other, by more than an edge."""
    (a0, a1), (b0, b1) = a.solid.bounds, b.solid.bounds
    flat = 0
    for n in range(3):
        shared = min(a1[n], b1[n]) - max(a0[n], b0[n])
        if shared < -TOUCH_MM:
            return False
        flat += shared < TOUCH_MM
    return flat < 2 and abs(overlap_depth(a.solid, b.solid)) < TOUCH_MM


def touching_pairs(ones: Sequence[Part], others: Sequence[Part]) -> Iterator[tuple[Part, Part]]:
    """Every pair, one of each, that lie against each other, in the order of the first and then of the
    second.
    """
    for i, j in near_pairs([p.solid for p in ones], [p.solid for p in others], TOUCH_MM):
        if ones[i] is not others[j] and touching(ones[i], others[j]):
            yield ones[i], others[j]


def contact_height(a: Part, b: Part) -> float:
    """Over what height two parts lie against each other [mm]."""
    (_, _, a0), (_, _, a1) = a.body.bounds
    (_, _, b0), (_, _, b1) = b.body.bounds
    return min(a1, b1) - max(a0, b0)


def lapped(
    kind: str, one: Part, other: Part, *, into: float | None = None, run: float | None = None
) -> Joint:
    """Two parts that lie against each other: the fixing passes the first one's thickness and bites into the
    other's, over the height they share, unless told otherwise [mm].
    """
    return Joint(
        kind=kind,
        parts=(one.name, other.name),
        through=one.solid.thickness,
        into=other.solid.thickness if into is None else into,
        run=contact_height(one, other) if run is None else run,
    )


def post_joints(
    walls: Sequence[Part], posts: Sequence[Part], kind: str = "board to post", *, from_post: bool = False
) -> Iterator[Joint]:
    """Every wall piece against every post it touches, with room for a screw: the fixing passes the piece and
    bites into the post, or the other way round, where heads are to be hidden.
    """
    faces = [replace(post, body=face) for post in posts for face in post.leans]
    for piece, post in touching_pairs(walls, [*posts, *faces]):
        if post in faces and piece.side == post.side:
            continue  # against its own side lies the post itself
        if contact_height(piece, post) >= size("screw_room") - 1e-6 and lies_against(piece, post):
            yield lapped(kind, post, piece) if from_post else lapped(kind, piece, post)


def lies_against(piece: Part, other: Part) -> bool:
    """Whether the other lies against a face of a piece that a fixing can go through, and not its end."""
    axis = piece.solid.through
    (p0, p1), (q0, q1) = piece.solid.reach(axis), other.solid.reach(axis)
    return abs(q0 - p1) < TOUCH_MM or abs(q1 - p0) < TOUCH_MM


def hardly_held(walls: Sequence[Part], joints: Sequence[Joint]) -> set[str]:
    """The wall pieces that fewer than two posts hold, by name."""
    held = Counter(name for joint in joints for name in joint.parts)
    return {piece.name for piece in walls if held[piece.name] < 2}


def housed_joints(pieces: Sequence[Part], posts: Sequence[Part], kind: str) -> Iterator[Joint]:
    """Every piece that passes through a post in its housing: the fixing passes the piece and bites into what
    the housing leaves of the post.
    """
    bodies, standing = [p.solid for p in pieces], [p.solid for p in posts]
    for i, j in near_pairs(bodies, standing):
        piece, post = pieces[i], posts[j]
        if not post.solid.notches or overlap_depth(piece.solid, post.solid) < TOUCH_MM:
            continue
        axis = piece.solid.through
        (p0, p1), (r0, r1) = post.solid.reach(axis), piece.solid.reach(axis)
        left = max(r0 - p0, p1 - r1)
        if left < TOUCH_MM:
            continue
        yield lapped(kind, piece, post, into=left)


def corner_joints(walls: Sequence[Part], kind: str = "corner") -> Iterator[Joint]:
    """Pieces of one course that meet at a corner: the fixing passes one's thickness into the other's end."""
    place = {piece.name: n for n, piece in enumerate(walls)}
    by_course: dict[int | None, list[Part]] = {}
    for piece in walls:
        by_course.setdefault(piece.course, []).append(piece)
    for pieces in by_course.values():
        for one, other in touching_pairs(pieces, pieces):
            if one.side != other.side and place[one.name] < place[other.name]:
                yield lapped(kind, one, other, into=other.solid.length / 2)


def course_joints(
    walls: Sequence[Part], wanted: set[str] | None = None, kind: str = "course to course"
) -> Iterator[Joint]:
    """Every piece and those of its side in the course below it, or of them only where one of both is wanted:
    the fixing passes the upper one's height.
    """
    for upper, lower in touching_pairs(walls, walls):
        if wanted is not None and not {upper.name, lower.name} & wanted:
            continue
        if upper.side == lower.side and (upper.course or 0) == (lower.course or 0) + 1:
            (a0, a1), (b0, b1) = upper.solid.bounds, lower.solid.bounds
            run = max(min(a1[i], b1[i]) - max(a0[i], b0[i]) for i in range(2))
            yield Joint(
                kind=kind,
                parts=(upper.name, lower.name),
                through=a1[2] - a0[2],
                into=b1[2] - b0[2],
                run=run,
            )


def layer_joints(
    outer: Sequence[Part],
    inner: Sequence[Part],
    kind: str,
    *,
    along: bool = False,
    through: float | None = None,
    into: float | None = None,
) -> Iterator[Joint]:
    """Pieces of an outer layer against those of the layer behind them.

    `along` spreads fixings along the piece behind; `through` and `into` [mm] stand for the thicknesses
    where a fixing goes another way. Where they share less than a screw wants there is none.
    """
    for one, other in touching_pairs(outer, inner):
        (a0, a1), (b0, b1) = one.solid.bounds, other.solid.bounds
        shared = [min(a1[i], b1[i]) - max(a0[i], b0[i]) for i in range(3)]
        if sorted(shared)[1] < size("screw_room") - 1e-6:
            continue
        run = max(shared) if along else min(max(shared[0], shared[1]), other.solid.width)
        passed = one.solid.thickness if through is None else through
        held = other.solid.thickness if into is None else into
        yield Joint(kind=kind, parts=(one.name, other.name), through=passed, into=held, run=run)
