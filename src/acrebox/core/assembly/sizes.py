"""The outside sizes of a bed, as one measures them with a tape, each with its working."""

from dataclasses import dataclass
from itertools import groupby
from math import hypot

from acrebox.core.assembly.bed import Assembly
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.outline import Outline
from acrebox.core.worked import COMMON_PRACTICE, Worked, Workings

SIDES_SPELLED = 12
SPANS_SPELLED = 4
POSTS = "posts"
ALIKE_MM = 0.05
TRIMMED_MM = 0.5


@dataclass(frozen=True, kw_only=True)
class OutsideSizes:
    """Sizes [mm] of the box round the outline, the wall over the ground, a whole post."""

    length: float
    width: float
    height: float
    diagonal: float
    perimeter: float
    post: float
    working: Workings


def outside_sizes(bed: Assembly, typed: bool, cap: bool, show: Printer) -> OutsideSizes:
    """Measure a bed outside; `typed` says that its owner gave the outside sizes, `cap` that a cap lies on
    the wall.
    """
    (length, width), inside = bed.size("outside"), bed.size("inside")
    diagonal = hypot(length, width)
    post = post_worked(bed, show)
    return OutsideSizes(
        length=length,
        width=width,
        height=bed.wall_height,
        diagonal=diagonal,
        perimeter=bed.outline.perimeter,
        post=post.amount,
        working={
            "length_mm": _outer_size(bed, "length", length, None if typed else inside[0], show),
            "width_mm": _outer_size(bed, "width", width, None if typed else inside[1], show),
            "height_mm": _height_worked(bed, cap, show),
            "diagonal_mm": Worked(
                amount=diagonal,
                unit="mm",
                working=(
                    f"√(({show.run(length)})² + ({show.run(width)})²) = {show.run(diagonal)} ="
                    f" {show.length(diagonal)}"
                ),
                assumptions=["both diagonals alike: the corners are square"],
                source="Pythagoras",
            ),
            "perimeter_mm": Worked(
                amount=bed.outline.perimeter, unit="mm", working=perimeter_words(bed.outline, show)
            ),
            "post_mm": post,
            "post_limit_mm": limit_worked(bed, show),
        },
    )


def wall_words(bed: Assembly, show: Printer) -> str:
    """`2 boards × 38 mm`, or each layer of the wall: `2 walls × (stave 18 mm + rail 45 mm)`."""
    if len(bed.wall) == 1:
        return f"2 {bed.wall[0].what}s × {show.length(bed.wall[0].thickness)}"
    layers = " + ".join(f"{layer.what} {show.length(layer.thickness)}" for layer in bed.wall)
    return f"2 walls × ({layers})"


def square_between(bed: Assembly, outer: float, inner: float) -> bool:
    """Whether between two sizes of its boxes [mm] lie its walls alone: not so where a wall stands askew."""
    return abs(outer - inner - 2 * sum(layer.thickness for layer in bed.wall)) < ALIKE_MM


def _outer_size(bed: Assembly, name: str, outer: float, inner: float | None, show: Printer) -> Worked:
    """A size outside: as given, or the one inside and the walls."""
    words = bed.told.get(name) or (
        f"outside {name} {show.length(outer)}, as you gave it"
        if inner is None
        else f"inside {name} {show.length(inner)} + {wall_words(bed, show)} = {show.length(outer)}"
        if square_between(bed, outer, inner)
        else f"the box round the outside: {show.length(outer)}"
    )
    boxed = not bed.outline.is_rectangle and bool(bed.outline.corners)
    whole = ["of the box round the whole outline"] if boxed else []
    return Worked(amount=outer, unit="mm", working=words, assumptions=whole)


def _height_worked(bed: Assembly, cap: bool, show: Printer) -> Worked:
    """The wall's height as its courses, those alike taken together."""
    rows = (
        (height, len(list(alike))) for height, alike in groupby(bed.course_heights, lambda h: round(h, 6))
    )
    words = " + ".join(
        f"{count} × {show.length(height)}"
        + (" trimmed" if abs(height - bed.whole_course) > TRIMMED_MM else "")
        for height, count in rows
    )
    return Worked(
        amount=bed.wall_height,
        unit="mm",
        working=bed.told.get("height") or f"{words} = {show.length(bed.wall_height)}",
        assumptions=["a cap board comes on top of this"] if cap else [],
    )


def perimeter_words(outline: Outline, show: Printer) -> str:
    """How far it is round an outline: of a round one by its width, else side by side."""
    sides = outline.sides
    if not outline.corners:
        long, wide = outline.size
        straight = f" + 2 × {show.length(long - wide)}" if long > wide else ""
        return f"π × {show.length(wide)}{straight} = {show.length(outline.perimeter)}"
    spelled = " + ".join(show.length(s.length) for s in sides[:SIDES_SPELLED])
    rest = sides[SIDES_SPELLED:]
    more = f" + {show.length(sum(s.length for s in rest))} of the other sides" if rest else ""
    return f"{spelled}{more} = {show.length(outline.perimeter)}"


def post_worked(bed: Assembly, show: Printer) -> Worked:
    """A whole post [mm]: what stands above the ground and what in it."""
    foot = bed.stance
    if foot is None:
        return Worked(amount=0, unit="mm", working=f"no posts: {show.length(0)}")
    post, wall = foot.above + foot.below, show.length(bed.wall_top)
    top = f"wall {wall} − {show.length(foot.drop)} below the top" if foot.drop else f"wall {wall}"
    ground = f" + {show.length(foot.below)} in the ground" if foot.below else ""
    hidden = "the soil hides the post's top"
    return Worked(
        amount=post,
        unit="mm",
        working=f"{top}{ground} = {show.length(post)}; {foot.school}",
        assumptions=["cut longer than this, and trimmed level in place" if foot.trimmed else hidden],
        source=COMMON_PRACTICE,
    )


def limit_worked(bed: Assembly, show: Printer) -> Worked:
    """The limit between supports [mm]: chosen, or by the rule for the thinnest that spans there."""
    if not bed.spans and not bed.post_limit:
        return Worked(amount=0, unit="mm", working=f"no posts: {show.length(0)}")
    limit, posts = show.length(bed.post_limit), [s for s in bed.spans if s.between == POSTS]
    words = f"you set {limit}" if bed.limit_chosen else f"posts every {limit} at most"
    first = min(posts or bed.spans, key=lambda s: s.rule, default=None)
    if first is not None:
        thick, rule = f"{first.what} {show.length(first.thickness)} thick", show.length(first.rule)
        if bed.limit_chosen and posts:
            words += f"; the rule for {thick} is {rule}"
        elif posts:
            words = f"{thick}: posts every {rule} at most"
        else:
            words = (
                f"{words if bed.post_limit else f'no posts: {limit}'}; {thick}: {first.between} every {rule}"
            )
    spans = "; ".join(
        f"{s.side} {s.bays} bay{'s' if s.bays > 1 else ''} of at most {show.length(s.length)}"
        for s in bed.spans[:SPANS_SPELLED]
    )
    return Worked(
        amount=bed.post_limit,
        unit="mm",
        working=f"{words}; centre to centre {spans}" if spans else words,
        assumptions=["the fewest even bays with none over the limit"],
        source=COMMON_PRACTICE,
    )
