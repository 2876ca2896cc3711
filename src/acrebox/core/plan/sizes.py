"""The sizes of the bed, outside and inside, with their working."""

from math import hypot

from acrebox.core.advice import Seen
from acrebox.core.construction.posts import spacing_rule
from acrebox.core.construction.sections import ChosenTimber
from acrebox.core.design import Boards, Measured, PostDepth, PostTop
from acrebox.core.measure.convert import MM3_PER_LITRE
from acrebox.core.plan.model import Inside, Outside
from acrebox.core.worked import COMMON_PRACTICE, Worked, Workings

SCHOOLS = {
    PostDepth.CONCRETE: "300 mm in concrete",
    PostDepth.AS_DEEP_AS_TALL: "as deep as it stands high",
    PostDepth.DRIVEN: "driven 600 mm",
    PostDepth.NONE: "not in the ground",
}


def outside_of(seen: Seen) -> Outside:
    """The outside sizes, the diagonal to check square by, the posts."""
    bed, design = seen.assembly, seen.design
    length, width = bed.size("outside")
    footing = bed.footing
    post = (footing.above + footing.below) if footing else 0.0
    chosen = design.construction.post_limit
    limit = chosen.mm if chosen else spacing_rule(seen.board.thickness)
    return Outside(
        length_mm=length, width_mm=width, height_mm=bed.wall_top, courses=bed.courses,
        diagonal_mm=hypot(length, width), post_mm=post, post_limit_mm=limit,
        working=_outside_working(seen, length, width, post, limit),
    )  # fmt: skip


def _outside_working(seen: Seen, length: float, width: float, post: float, limit: float) -> Workings:
    show, bed = seen.show.length, seen.assembly
    inside = bed.size("inside")
    wall = seen.board.thickness

    def size(name: str, outer: float, inner: float) -> Worked:
        typed = seen.design.outline.measured is Measured.OUTSIDE
        words = f"outside {name} {show(outer)}, as you gave it" if typed else f"inside {name} {show(inner)} + 2 boards × {show(wall)} = {show(outer)}"
        return Worked(amount=outer, unit="mm", working=words)

    full = bed.courses - 1
    words = f"{bed.courses} × {show(bed.course_height)} = {show(bed.wall_top)}"
    if bed.top_course_height != bed.course_height:
        words = f"{full} × {show(bed.course_height)} + a top course ripped to {show(bed.top_course_height)} = {show(bed.wall_top)}"
    return {
        "length_mm": size("length", length, inside[0]),
        "width_mm": size("width", width, inside[1]),
        "height_mm": Worked(
            amount=bed.wall_top, unit="mm", working=words, assumptions=["a cap board comes on top of this"] if seen.design.construction.cap else []
        ),
        "diagonal_mm": Worked(
            amount=hypot(length, width),
            unit="mm",
            working=f"√({show(length)}² + {show(width)}²) = {show(hypot(length, width))}",
            assumptions=["both diagonals alike: the corners are square"],
            source="Pythagoras",
        ),
        "post_mm": _post_working(seen.design.construction, seen, post),
        "post_limit_mm": _limit_working(seen, seen.board, limit),
    }


def _post_working(choice: Boards, seen: Seen, post: float) -> Worked:
    show, footing = seen.show.length, seen.assembly.footing
    if footing is None:
        return Worked(amount=0, unit="mm", working="no posts")
    drop = choice.post_drop.mm if choice.post_top is PostTop.HIDDEN else 0.0
    top = f"wall {show(seen.assembly.wall_top)} − {show(drop)} below the top" if drop else f"wall {show(seen.assembly.wall_top)}"
    assumptions = ["cut 50 mm longer than this, and trimmed level in place"] if choice.post_top is PostTop.TRIMMED else ["the soil hides the post's top"]
    return Worked(
        amount=post,
        unit="mm",
        working=f"{top} + {show(footing.below)} in the ground ({SCHOOLS[choice.post_depth]}) = {show(post)}",
        assumptions=assumptions,
        source=COMMON_PRACTICE,
    )


def _limit_working(seen: Seen, board: ChosenTimber, limit: float) -> Worked:
    show = seen.show.length
    rule = spacing_rule(board.thickness)
    own = seen.design.construction.post_limit is not None
    words = (
        f"you set {show(limit)}; the rule for boards {show(board.thickness)} thick is {show(rule)}"
        if own
        else f"boards {show(board.thickness)} thick: a post every {show(rule)} at most"
    )
    bays = "; ".join(f"{s.side} {s.bays} bay{'s' if s.bays > 1 else ''} of {show(s.length)}" for s in seen.assembly.spans[:2])
    return Worked(
        amount=limit,
        unit="mm",
        working=f"{words}. {bays}, centre to centre",
        assumptions=["the fewest even bays with none over the limit"],
        source=COMMON_PRACTICE,
    )


def inside_of(seen: Seen) -> Inside:
    """The space inside up to the fill line."""
    bed = seen.assembly
    length, width = bed.size("inside")
    fill_top = seen.layers[-1].top
    depth = fill_top - bed.cavity.floor
    volume, brim = bed.cavity.litres_to(fill_top), bed.cavity.litres_to(bed.cavity.top)
    return Inside(
        length_mm=length, width_mm=width, depth_mm=depth, volume_l=volume, to_brim_l=brim,
        working=_inside_working(seen, length, width, depth, volume, brim),
    )  # fmt: skip


def _inside_working(seen: Seen, length: float, width: float, depth: float, volume: float, brim: float) -> Workings:
    show, bed, wall = seen.show.length, seen.assembly, seen.board.thickness
    outer = bed.size("outside")
    gap = seen.design.fill.gap.mm
    box = length * width * depth / MM3_PER_LITRE
    posts = [p for p in bed.parts if "post" in p.role]
    litres = seen.show.volume

    def between(outside: float, inside: float) -> Worked:
        return Worked(amount=inside, unit="mm", working=f"outside {show(outside)} − 2 boards × {show(wall)} = {show(inside)}")

    return {
        "length_mm": between(outer[0], length),
        "width_mm": between(outer[1], width),
        "depth_mm": Worked(amount=depth, unit="mm", working=f"wall {show(bed.wall_top)} − {show(gap)} left at the top = {show(depth)}"),
        "volume_l": Worked(
            amount=volume, unit="L",
            working=f"{show(length)} × {show(width)} × {show(depth)} = {litres(box)}, less {litres(box - volume)} for {len(posts)} posts inside = {litres(volume)}",
            assumptions=["level ground under the bed", "settled, to the fill line"],
        ),
        "to_brim_l": Worked(amount=brim, unit="L", working=f"the same up to the top of the wall: {litres(brim)}"),
    }  # fmt: skip
