"""Watch-outs about cutting and buying sticks."""

from collections.abc import Iterator

from acrebox.core.advice.limits import limit
from acrebox.core.advice.registry import Finding, rule
from acrebox.core.chapter import Seen

MISFITS_NAMED = 3


@rule(
    "kerf-room",
    stage="bench",
    level="note",
    field="bench.kerf",
    why="A stick sold a hair short, or with an end out of square, then loses you a piece.",
)
def kerf_room(seen: Seen) -> Iterator[Finding]:
    least = limit("tight_stick", seen.show.built)
    tight = [
        s
        for section in seen.cuttings
        for s in section.sticks
        if sum(n for _, n in s.pieces) + (len(s.pieces) - 1) * seen.design.bench.kerf.mm * 10
        > s.supply.length - least * 10
    ]
    if tight:
        names = ", ".join(sorted({"+".join(label for label, _ in s.pieces) for s in tight})[:4])
        yield Finding(
            f"{len(tight)} of the sticks have under {seen.show.drill(least)} to spare ({names}).",
            "Measure the sticks at the yard and take ones a little long with clean square ends.",
        )


@rule(
    "cutting-gap",
    stage="bench",
    level="note",
    field="bench.lengths",
    why="A cheaper way of cutting may exist; the gap says by how much at most.",
    source="the bound of the cutting search",
)
def cutting_gap(seen: Seen) -> Iterator[Finding]:
    for section in seen.cuttings:
        if not section.proven:
            yield Finding(
                f"The cutting of {section.stock} costs {seen.show.money(section.cost)}; no plan can cost less"
                f" than {seen.show.money(section.bound)}.",
                "Good enough to buy; search longer for a cheaper one, or look at fewer stock lengths.",
            )


@rule(
    "past-the-tilt",
    stage="bench",
    level="fix",
    field="bench.tilt",
    why="A bevel that the blade cannot lean to is not one pass of the saw, and a forced cut wanders.",
)
def past_the_tilt(seen: Seen) -> Iterator[Finding]:
    most = seen.design.bench.tilt
    steep = {
        group.label: max(abs(end.bevel) for end in group.piece.ends)
        for group in seen.takeoff.cut
        if any(abs(end.bevel) > most + 0.01 for end in group.piece.ends)
    }
    if steep:
        named = ", ".join(f"{label} {angle:.4g}°" for label, angle in steep.items())
        yield Finding(
            f"Bevels past the saw's tilt of {most:g}°: {named}.",
            "Mark the cut on all four faces and saw it by hand, stand the piece on a wedge of the difference,"
            " or let the sides butt at that corner.",
        )


@rule(
    "two-sided-cut",
    stage="bench",
    level="note",
    field="bench.depth",
    why="A blade that does not come through leaves a stub that splits off crooked.",
)
def two_sided_cut(seen: Seen) -> Iterator[Finding]:
    depth, show = seen.design.bench.depth, seen.show
    if depth is None:
        return
    thick = {u.stock: min(u.thickness, u.width) for u in seen.assembly.timbers}
    for stock, through in sorted(thick.items(), key=lambda row: -row[1]):
        cut = [g for g in seen.takeoff.lengths if g.stock == stock]
        if not cut or through <= depth.mm + 0.05:
            continue
        timber = seen.book.find_timber(stock)
        named = ", ".join(g.label for g in cut)
        yield Finding(
            f"{timber.name if timber else stock} is {show.length(through)} thick; the saw cuts"
            f" {show.length(depth.mm)} deep ({named}).",
            (
                "Square the line round it, cut, turn it over and meet the cut from the other face."
                if through <= 2 * depth.mm
                else "Cut from all four faces along a line squared round it, and saw the core by hand."
            ),
        )


@rule(
    "made-misfit",
    stage="bench",
    level="fix",
    field="bench.offcuts",
    why="A piece that is sawn for another size goes up crooked, or not at all.",
    source="the pieces ticked off and the cut list",
)
def made_misfit(seen: Seen) -> Iterator[Finding]:
    off = [p for p in seen.sawn_pieces if not p.fits]
    if off:
        more = f", and {len(off) - MISFITS_NAMED} more" if len(off) > MISFITS_NAMED else ""
        yield Finding(
            f"{'; '.join(p.words for p in off[:MISFITS_NAMED])}{more}.",
            "Saw down what is too long, take back the tick of what is too short, or undo the change of size.",
        )
