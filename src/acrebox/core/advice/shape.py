"""Watch-outs about size: reach, height, courses, depth of soil."""

from collections.abc import Iterator

from shapely import maximum_inscribed_circle

from acrebox.core.advice.limits import limit
from acrebox.core.advice.registry import Finding, rule
from acrebox.core.advice.under import open_below
from acrebox.core.assembly import Assembly
from acrebox.core.chapter import Seen
from acrebox.core.design import Reach
from acrebox.core.fill import root_depth as depth_for_roots


def reach_across(bed: Assembly) -> float:
    """How far it is across the bed [mm]: of a rectangle its width, else twice the deepest point's way to
    the edge.
    """
    if bed.outline.is_rectangle:
        return min(bed.size("outside"))
    return 2 * float(maximum_inscribed_circle(bed.outline.polygon, tolerance=5.0).length)


@rule(
    "reach",
    stage="shape",
    level="fix",
    field="outline.width",
    why="Soil that you cannot reach gets stepped on, and stepped-on soil sets hard.",
)
def reach(seen: Seen) -> Iterator[Finding]:
    across, show = reach_across(seen.assembly), seen.show
    if not seen.assembly.outline.corners and seen.design.site.reach is Reach.TWO_SIDES:
        yield from _round_reach(seen)
        return
    field = "outline" if seen.design.outline.shape in ("regular", "polygon") else "outline.width"
    # Of a bed against a wall one side is left to work from.
    if seen.design.site.reach is Reach.TWO_SIDES and "stands_out" not in seen.assembly.facts:
        most = limit("reach_two_sides", seen.show.built)
        if across > most + 20:
            yield Finding(
                f"{show.length(across)} across is more than an arm reaches from two sides"
                f" ({show.length(most)}).",
                f"Make it {show.length(most)} or less, or plan a stepping board.",
                field=field,
            )
        return
    easy, most = limit("reach_one_side_easy", seen.show.built), limit("reach_one_side_most", seen.show.built)
    if across > most:
        yield Finding(
            f"{show.length(across)} across is more than an arm reaches from one side ({show.length(most)} at"
            " most).",
            f"Make it {show.length(easy)} to {show.length(most)}, or give it a second side to work from.",
            field=field,
        )
    elif across > easy:
        yield Finding(
            f"{show.length(across)} from one side is a long arm's reach ({show.length(easy)} is easy).",
            "Try the reach on the ground before you cut.",
            level="note",
            field=field,
        )


def _round_reach(seen: Seen) -> Iterator[Finding]:
    """A round bed is reached from all round: what counts is how far it is to the middle."""
    radius, most = min(seen.assembly.size("outside")) / 2, limit("reach_radius", seen.show.built)
    if radius > most + 10:
        yield Finding(
            f"{seen.show.length(radius)} from the edge to the middle is more than an arm reaches"
            f" ({seen.show.length(most)}).",
            f"Make it {seen.show.length(2 * most)} across or less, or plan a stepping stone.",
            field="outline",
        )


@rule(
    "retained-height",
    stage="shape",
    level="stop",
    field="height",
    why=(
        "Past this height the push of wet soil is a matter for a licensed designer and the local code; Acre"
        " Box does not rate structures as safe."
    ),
)
def retained_height(seen: Seen) -> Iterator[Finding]:
    most = limit("retained_hobby_most", seen.show.built)
    if seen.assembly.wall_height > most:
        yield Finding(
            f"The wall holds back {seen.show.length(seen.assembly.wall_height)} of soil; a garden build"
            f" should stop at {seen.show.length(most)}.",
            "Make it lower, step it, or have it designed.",
        )


@rule(
    "sliver-course",
    stage="shape",
    level="fix",
    field="height",
    why="A narrow strip splits at its screws, and ripping it wastes most of a board.",
)
def sliver_course(seen: Seen) -> Iterator[Finding]:
    bed = seen.assembly
    top = bed.course_heights[-1] if bed.course_heights else bed.whole_course
    if top < limit("sliver_share") * bed.whole_course:
        lower = bed.wall_top - top
        yield Finding(
            f"The top course is a strip of {seen.show.length(top)}, under half a board.",
            f"Make the bed {seen.show.length(lower)} or {seen.show.length(lower + bed.whole_course)} high.",
        )


@rule(
    "root-depth",
    stage="shape",
    level="note",
    field="height",
    why=(
        "Most vegetables want about this much soil; with less, what lies below the bed must be open and"
        " loosened."
    ),
)
def root_depth(seen: Seen) -> Iterator[Finding]:
    depth, wanted = depth_for_roots(seen.layers), limit("depth_for_roots", seen.show.built)
    if depth < wanted:
        yield Finding(
            f"{seen.show.length(depth)} of soil for roots is less than {seen.show.length(wanted)}.",
            _deeper(seen),
        )


def _deeper(seen: Seen) -> str:
    """What gives roots more depth: what is bought ready made has no courses, and what is under a floor or
    hard is not loosened.
    """
    ready = "capacity" in seen.assembly.facts
    more = "Take a deeper one" if ready else "Add a course" if seen.design.courses else "Make it higher"
    other = "loosen the ground under the bed" if open_below(seen) else "grow what roots less deep"
    return f"{more}, or {other}."


@rule(
    "low-bed",
    stage="shape",
    level="note",
    field="height",
    why="All that is done in a low bed is done bent down or on one's knees.",
)
def low_bed(seen: Seen) -> Iterator[Finding]:
    rim, usual, show = seen.assembly.top, limit("rim_for_backs", seen.show.built), seen.show
    if rim < usual - 0.5:
        yield Finding(
            f"Its rim is {show.length(rim)} high; from {show.length(usual)} on it spares the back.",
            "Fine for whoever kneels well: the lower the bed, the less soil it takes. Else build it higher.",
        )
