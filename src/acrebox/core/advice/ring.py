"""Watch-outs about rings of sheet."""

from collections.abc import Iterator

from acrebox.core.advice.limits import limit
from acrebox.core.advice.registry import Finding, rule
from acrebox.core.chapter import Seen


@rule(
    "ring-flat",
    stage="shape",
    level="note",
    field="construction.sheets",
    why="A seam is two sheets thick and bends less; the fewer sheets, the more of the circle is seam.",
    source="geometry of flats and arcs; how far a seam stays flat: common practice",
)
def ring_flat(seen: Seen) -> Iterator[Finding]:
    facts = seen.assembly.facts
    if "out_of_round" not in facts:
        return
    off, sheets = facts["out_of_round"].amount, facts["sheets"].amount
    share = off / (facts["diameter"].amount / 2)
    if share > limit("ring_flat_share"):
        looks = "a rounded triangle" if sheets <= 3 else f"a shape of {sheets:.0f} corners"
        yield Finding(
            f"{sheets:.0f} sheets make {looks}: {seen.show.length(off)} further out mid-sheet than at the"
            " seams, drawn dashed.",
            "Take one sheet more, or keep a strap round it until the soil has settled.",
        )


@rule(
    "ring-wide",
    stage="shape",
    level="fix",
    field="construction.sheets",
    why="A wide ring is floppy before it is full, and nobody reaches its middle.",
)
def ring_wide(seen: Seen) -> Iterator[Finding]:
    facts, most = seen.assembly.facts, limit("ring_most_sheets")
    if "check_stick" not in facts or facts["sheets"].amount <= most:
        return
    wide = facts["diameter"].amount
    near = wide <= 2 * limit("reach_radius", seen.show.built)
    yield Finding(
        f"{facts['sheets'].amount:.0f} sheets make a ring {seen.show.length(wide)} across: up to {most:.0f}"
        f" stand well, more are floppy until they are full{'' if near else ' and out of reach'}.",
        "Make two rings or a smaller one; at the least keep a strap round it until it is full.",
        level="note" if near else None,
    )


@rule(
    "ring-oval",
    stage="shape",
    level="note",
    field="construction.ties",
    why="Soil pushes every loose ring into a circle; an oval keeps its straight sides only by its ties.",
)
def ring_oval(seen: Seen) -> Iterator[Finding]:
    rods = seen.assembly.facts.get("tie_rods")
    if rods:
        yield Finding(
            f"{rods.amount:.0f} rods hold the straight sides ({rods.working}).",
            "Put them in before the soil; dig round them, never through them.",
        )


@rule(
    "out-of-round",
    stage="shape",
    level="note",
    field="construction.measured_across",
    why="A ring that stands round pulls evenly on its seams; one that does not bends them.",
)
def out_of_round(seen: Seen) -> Iterator[Finding]:
    found = seen.assembly.facts.get("measured_out_of_round")
    if found is None:
        return
    wide = seen.assembly.facts["diameter"].amount
    good = "Good enough: the soil rounds it."
    bad = found.amount > limit("round_fix_share") * wide
    yield Finding(
        f"It is {seen.show.bow(found.amount)} out of round: {found.working}.",
        "Push it in with the strap on before more soil goes in." if bad else good,
        level="fix" if bad else None,
    )


@rule(
    "old-sheet",
    stage="shape",
    level="note",
    field="construction.stock",
    why="Old paint may hold lead, and a rusted hole lets soil out.",
)
def old_sheet(seen: Seen) -> Iterator[Finding]:
    if "used sheet" in seen.assembly.known:
        yield Finding(
            f"{seen.assembly.facts['sheets'].amount:.0f} of its sheets were used before.",
            "Test the paint with a lead kit, hold each against the light, file and paint what is cut.",
        )


@rule(
    "ring-seam",
    stage="shape",
    level="stop",
    field="construction.sheet",
    why="A seam that opens lets the whole ring go at once.",
    source="T = p·r, statics; screws in thin sheet: AISI S100 (from memory)",
)
def ring_seam(seen: Seen) -> Iterator[Finding]:
    for found in seen.strength.hoops:
        if not found.holds:
            yield Finding(
                f"The lowest screw of a seam would carry {seen.show.force(found.lowest)} of the"
                f" {seen.show.force(found.takes)} that one takes, however many there are.",
                "A lower or a smaller ring, thicker sheet, or a steel band round its foot.",
            )


@rule(
    "dark-sheet",
    stage="shape",
    level="note",
    field="construction.outward",
    why="Dark metal in the sun heats the soil behind it: good in a cold spring, too much in a hot summer.",
)
def dark_sheet(seen: Seen) -> Iterator[Finding]:
    if "dark outward" in seen.assembly.known:
        area = seen.assembly.outline.perimeter * seen.assembly.wall_height / 2
        yield Finding(
            f"About half of its side, {seen.show.area(area)} of dark sheet, is in the sun at a time.",
            "Turn the light face outward, or let something hang over its south side.",
        )
