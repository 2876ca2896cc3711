"""Posts with housings cut for what passes through them."""

from dataclasses import replace

from acrebox.core.assembly import Part, StickPiece, sawn
from acrebox.core.shape.bodies import Notch
from acrebox.core.shape.vector import dot, less


def notched(post: Part, rails: list[Part]) -> Part:
    """The post with a housing for every rail that passes through it."""
    p0, p1 = post.solid.bounds
    axes = (post.solid.along, post.solid.face, post.solid.through)
    cut: list[Notch] = []
    for rail in rails:
        r0, r1 = rail.solid.bounds
        low = (max(p0[0], r0[0]), max(p0[1], r0[1]), max(p0[2], r0[2]))
        high = (min(p1[0], r1[0]), min(p1[1], r1[1]), min(p1[2], r1[2]))
        if any(h - w < 0.01 for w, h in zip(low, high, strict=True)):
            continue
        spans = [sorted(dot(less(p, post.solid.origin), axis) for p in (low, high)) for axis in axes]
        along, face, through = ((a, b) for a, b in spans)
        cut.append(Notch(along, face, through))
    if not cut:
        return post
    box = replace(post.solid, notches=tuple(_merged(cut)))
    assert isinstance(post.piece, StickPiece)
    return replace(post, body=box, piece=replace(post.piece, sawn=sawn(box)))


def _merged(notches: list[Notch]) -> list[Notch]:
    """Neighbouring housings that make one longer one, as where two rails butt inside a post."""
    done: list[Notch] = []
    for notch in sorted(notches, key=lambda n: (n.along, n.through, n.face)):
        last = done[-1] if done else None
        if (
            last
            and last.along == notch.along
            and last.through == notch.through
            and abs(last.face[1] - notch.face[0]) < 0.01
        ):
            done[-1] = Notch(last.along, (last.face[0], notch.face[1]), last.through)
        else:
            done.append(notch)
    return done
