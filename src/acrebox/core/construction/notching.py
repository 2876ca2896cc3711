"""Sticks with housings cut for what passes through them."""

from dataclasses import replace

from acrebox.core.assembly import Part, StickPiece, sawn
from acrebox.core.shape.bodies import Notch
from acrebox.core.shape.vector import Point, dot, less


def notched(post: Part, rails: list[Part]) -> Part:
    """A stick with a housing for every other one that passes through it."""
    box = post.solid
    axes = (box.along, box.face, box.through)
    sizes = (box.length, box.width, box.thickness)
    cut: list[Notch] = []
    for rail in rails:
        spans = [_span(rail, box.origin, axis, most) for axis, most in zip(axes, sizes, strict=True)]
        if all(high - low >= 0.01 for low, high in spans):
            along, face, through = spans
            cut.append(Notch(along, face, through))
    if not cut:
        return post
    box = replace(post.solid, notches=tuple(_merged(cut)))
    assert isinstance(post.piece, StickPiece)
    return replace(post, body=box, piece=replace(post.piece, sawn=sawn(box)))


def _span(part: Part, origin: Point, axis: Point, most: float) -> tuple[float, float]:
    """From where to where a part reaches along an axis of a stick, within the stick [mm]."""
    reach = [dot(less(corner, origin), axis) for corner in part.solid.corners]
    return max(min(reach), 0.0), min(max(reach), most)


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
