"""Watch-outs about size and structure."""

from collections.abc import Iterator

from acrebox.core.advice.limits import limit
from acrebox.core.advice.registry import Finding, Seen, rule
from acrebox.core.construction.posts import spacing_rule
from acrebox.core.design import Reach


@rule("reach", stage="shape", level="fix", field="outline.width", why="Soil that you cannot reach gets stepped on, and stepped-on soil sets hard.")
def reach(seen: Seen) -> Iterator[Finding]:
    across, show = min(seen.assembly.size("outside")), seen.show
    if seen.design.site.reach is Reach.TWO_SIDES:
        most = limit("reach_two_sides")
        if across > most + 20:
            yield Finding(
                f"{show.length(across)} across is more than an arm reaches from two sides ({show.length(most)}).",
                f"Make it {show.length(most)} or less, or plan a stepping board.",
            )
        return
    easy, most = limit("reach_one_side_easy"), limit("reach_one_side_most")
    if across > most:
        yield Finding(
            f"{show.length(across)} across is more than an arm reaches from one side ({show.length(most)} at most).",
            f"Make it {show.length(easy)} to {show.length(most)}, or give it a second side to work from.",
        )
    elif across > easy:
        yield Finding(
            f"{show.length(across)} from one side is a long arm's reach ({show.length(easy)} is easy).",
            "Try the reach on the ground before you cut.",
            level="note",
        )


@rule("bow", stage="shape", level="fix", field="construction.post_limit", why="Wet soil pushes a long board outwards between its posts, and it stays bowed.")
def bow(seen: Seen) -> Iterator[Finding]:
    show = seen.show
    worst = max(seen.assembly.spans, key=lambda s: s.length / spacing_rule(s.thickness))
    allowed = spacing_rule(worst.thickness)
    if worst.length > allowed + 1:
        yield Finding(
            f"{show.length(worst.length)} between posts on the {worst.side}: boards {show.length(worst.thickness)} thick want a post every {show.length(allowed)}.",
            f"Set the limit between posts to {show.length(allowed)}, or take thicker boards.",
        )


@rule(
    "post-shallow",
    stage="shape",
    level="fix",
    field="construction.post_depth",
    why="A post that is too short in the ground leans out with the wall when the soil is wet.",
)
def post_shallow(seen: Seen) -> Iterator[Finding]:
    footing, show = seen.assembly.footing, seen.show
    if footing is None:
        return
    if footing.below == 0:
        low = seen.assembly.wall_top <= limit("low_wall_without_posts")
        yield Finding(
            f"The posts do not go into the ground; the wall of {show.length(seen.assembly.wall_top)} stands by its corners alone.",
            "Keep the corners rigid (three screws a board) and tie long sides." if low else "Set the posts in the ground, or keep the wall low.",
            level="note" if low else "fix",
        )
        return
    least = max(min(limit("post_depth_usual"), footing.above), footing.above * limit("post_depth_least_share"))
    if footing.below < least - 1:
        yield Finding(
            f"Posts {show.length(footing.below)} in the ground hold {show.length(footing.above)} above it; at least {show.length(least)} is wanted.",
            "Set them as deep as they stand high, or drive them deeper.",
        )


@rule(
    "retained-height",
    stage="shape",
    level="stop",
    field="height",
    why="Past this height the push of wet soil is a matter for a licensed designer and the local code; Acre Box does not rate structures as safe.",
)
def retained_height(seen: Seen) -> Iterator[Finding]:
    most = limit("retained_hobby_most")
    if seen.assembly.wall_top > most:
        yield Finding(
            f"The wall holds back {seen.show.length(seen.assembly.wall_top)} of soil; a garden build should stop at {seen.show.length(most)}.",
            "Make it lower, step it, or have it designed.",
        )


@rule(
    "nominal-size",
    stage="shape",
    level="note",
    field="construction.board",
    why="A board is sold by the size it had before it was planed; heights and insides follow the size it has now.",
    source="PS 20-20 (from memory)",
)
def nominal_size(seen: Seen) -> Iterator[Finding]:
    timber, show = seen.board.timber, seen.show
    nominal = timber.nominal.split("x")
    if all(n.isdigit() and int(n) <= 12 for n in nominal):
        yield Finding(
            f"A {timber.nominal} is not {nominal[0]} by {nominal[1]} in: it measures {show.length(seen.board.thickness)} × {show.length(seen.board.width)}.",
            "Measure one of yours and type it in if it differs.",
        )


@rule(
    "measured-differs",
    stage="shape",
    level="note",
    field="construction.board_measured",
    why="Everything here follows what you measured; a stick bought later may measure otherwise.",
)
def measured_differs(seen: Seen) -> Iterator[Finding]:
    if seen.board.differs:
        show, timber = seen.show, seen.board.timber
        yield Finding(
            f"You measured {show.length(seen.board.thickness)} × {show.length(seen.board.width)}; the catalogue says {show.length(timber.thickness.mm)} × {show.length(timber.width.mm)}.",
            "Measure a few more boards, and buy all of them from one pack.",
        )


@rule("sliver-course", stage="shape", level="fix", field="height", why="A narrow strip splits at its screws, and ripping it wastes most of a board.")
def sliver_course(seen: Seen) -> Iterator[Finding]:
    bed = seen.assembly
    if bed.top_course_height < limit("sliver_share") * bed.course_height:
        lower = (bed.courses - 1) * bed.course_height
        yield Finding(
            f"The top course is a strip of {seen.show.length(bed.top_course_height)}, under half a board.",
            f"Make the bed {seen.show.length(lower)} or {seen.show.length(lower + bed.course_height)} high.",
        )


@rule(
    "root-depth",
    stage="shape",
    level="note",
    field="height",
    why="Most vegetables want about this much soil; with less, what lies below the bed must be open and loosened.",
)
def root_depth(seen: Seen) -> Iterator[Finding]:
    depth, wanted = seen.layers[-1].top - seen.assembly.cavity.floor, limit("depth_for_roots")
    if depth < wanted:
        yield Finding(f"{seen.show.length(depth)} of soil is less than {seen.show.length(wanted)}.", "Add a course, or loosen the ground under the bed.")
