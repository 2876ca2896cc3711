"""Watch-outs about what was added to the walls: benches, ties, straps."""

from collections.abc import Iterator

from acrebox.core.advice.limits import limit
from acrebox.core.advice.registry import Finding, rule
from acrebox.core.assembly import Assembly, Part, of_role
from acrebox.core.chapter import Seen
from acrebox.core.construction.addons.ties import ties_by_rule
from acrebox.core.construction.sizes import printed
from acrebox.core.design import CapCorner
from acrebox.core.strength import factor

STRAPS_USUAL = 2
TOUCH_MM = 0.02
STRONGER = {
    "cross tie": ("add_ons.ties", "Set more ties, or ties near the top and the bottom."),
    "strap": ("add_ons.straps", "Run more straps across, or set ties near the top and the bottom."),
}
"""What is changed where ties of a kind do not hold, and how."""


@rule(
    "straps-few",
    stage="shape",
    level="note",
    field="add_ons.straps.count",
    why="Between two straps the wall leans out as it would without them.",
)
def straps_few(seen: Seen) -> Iterator[Finding]:
    straps = seen.design.add_ons.straps
    if straps is None or straps.way != "across":
        return
    worst = max(seen.assembly.outline.sides, key=lambda s: s.length)
    usual = min(STRAPS_USUAL, ties_by_rule(worst.length, seen.show.built))
    if straps.count < usual:
        yield Finding(
            f"One strap across holds {worst.name}, {seen.show.length(worst.length)} long; {usual} are usual"
            f" from {printed('two_ties_from', seen.show)}.",
            f"Run {usual} straps across.",
        )


@rule(
    "strap-round",
    stage="shape",
    level="note",
    field="add_ons.straps",
    why="A band pulls inwards where it turns; along a straight wall it only lies against it.",
)
def strap_round(seen: Seen) -> Iterator[Finding]:
    straps, sides = seen.design.add_ons.straps, seen.assembly.outline.sides
    worst = max(sides, key=lambda s: s.length, default=None)
    if not seen.assembly.outline.corners:
        return
    if straps and straps.way == "round" and worst and ties_by_rule(worst.length, seen.show.built):
        yield Finding(
            f"A band round the bed holds its corners, not the middle of {worst.name}"
            f" ({seen.show.length(worst.length)}).",
            "Run straps across from post to post, or add cross ties.",
        )


@rule(
    "seat-height",
    stage="shape",
    level="fix",
    field="add_ons.seats.height",
    why="A seat much lower or higher than a chair is no seat.",
)
def seat_height(seen: Seen) -> Iterator[Finding]:
    seats = seen.design.add_ons.seats
    low, high = limit("seat_lowest", seen.show.built), limit("seat_highest", seen.show.built)
    if seats and not low - 1 <= seats.height.mm <= high + 1:
        yield Finding(
            f"The seat is {seen.show.length(seats.height.mm)} high; people sit well at"
            f" {seen.show.length(low)} to {seen.show.length(high)}.",
            "Change its height.",
        )


@rule(
    "seat-weak",
    stage="shape",
    level="fix",
    field="add_ons.seats",
    why="A bench gives way all at once, under somebody.",
    source="statics with NDS reference values; people on a bench: common practice (all from memory)",
)
def seat_weak(seen: Seen) -> Iterator[Finding]:
    for seat in seen.strength.seats:
        worst = seat.worst
        if seat.holds:
            continue
        takes = f"{worst.ratio:.0%} of what they take" if worst.takes else "and nothing takes it"
        yield Finding(
            f"The bench before {seat.case.side} with people along its edge"
            f" ({seen.show.weight(factor('sitters'))} on a metre): {worst.what}, {takes}.",
            "Take thicker boards or rails, or a bench that is less deep.",
            level="stop" if worst.ratio > limit("may_fall") else None,
            field=f"add_ons.seats.{worst.field}",
        )


@rule(
    "tie-weak",
    stage="shape",
    level="fix",
    field="add_ons.ties",
    why="A tie holds by its ends: where they let go the wall leans out at once.",
    source="NDS, wood screws (from memory)",
)
def tie_weak(seen: Seen) -> Iterator[Finding]:
    for tie in seen.strength.ties:
        if not tie.holds:
            field, more = STRONGER[tie.what]
            yield Finding(
                f"A {tie.what} pulls with {seen.show.force(tie.pull)}; the screws at its ends take"
                f" {seen.show.force(tie.takes or 0.0)}.",
                more,
                field=field,
            )


@rule(
    "floor-weak",
    stage="shape",
    level="fix",
    field="construction.floor",
    why="Wet soil is heavy, and what it lies on sags for as long as it lies there.",
    source="statics with NDS reference values (from memory)",
)
def floor_weak(seen: Seen) -> Iterator[Finding]:
    for floor in seen.strength.floors:
        worst = floor.worst
        if not floor.holds:
            yield Finding(
                f"The floor carries {seen.show.pressure(floor.pressure)} of wet soil: {worst.what}"
                + (f", {worst.ratio:.0%} of what it takes." if worst.takes else ", and nothing takes it."),
                "Take thicker boards or bearers, or less soil over it.",
                level="stop" if worst.ratio > limit("may_fall") else None,
            )


@rule(
    "cap-tips",
    stage="shape",
    level="fix",
    field="add_ons.cap.overhang",
    why="Where the middle of a cap board lies beside what carries it, whoever leans or sits on it works it"
    " loose.",
)
def cap_tips(seen: Seen) -> Iterator[Finding]:
    """Once, where most of it lies beside what carries it: the wall, rails and posts that end at its top."""
    bed, show, caps = seen.assembly, seen.show, of_role(seen.assembly.parts, "cap board")
    off, cap = max(((_off_its_bearing(bed, c), c) for c in caps), key=lambda one: one[0], default=(0.0, None))
    if cap is None or off <= limit("cap_off", show.built):
        return
    low = any(p.role.post and p.side == cap.side and p.solid.bounds[1][2] < bed.top - 1 for p in bed.parts)
    butted = seen.design.add_ons.cap is not None and seen.design.add_ons.cap.corner == CapCorner.BUTTED
    action, field = (
        ("Let the posts inside end at the top, under the cap.", "construction.post_drop")
        if low
        else ("Mitre its corners: it then lies on the posts there too.", "add_ons.cap.corner")
        if butted and any(p.role.post for p in bed.parts)
        else ("A narrower cap board, thicker walls, or more of it outside.", None)
    )
    yield Finding(
        f"The middle of {cap.name} lies {show.length(off)} beside what carries it.", action, field=field
    )


def _off_its_bearing(bed: Assembly, cap: Part) -> float:
    """How far the middle of a cap board lies beside all that it lies on [mm]; nothing where it is over it."""
    side = next((s for s in bed.outline.sides if s.name == cap.side), None)
    if side is None:
        return 0.0  # a ring's, on brackets
    (low, high), (start, end) = side.depth(cap.body), side.reach(cap.body)
    under = [
        side.depth(p.body)
        for p in bed.parts
        if (p.side == cap.side or p.role.post)
        and abs(p.body.bounds[1][2] - cap.body.bounds[0][2]) < TOUCH_MM
        and min(side.reach(p.body)[1], end) > max(side.reach(p.body)[0], start)
    ]
    if not under:
        return 0.0
    middle, first, last = (low + high) / 2, min(a for a, _ in under), max(b for _, b in under)
    return max(first - middle, middle - last, 0.0)
