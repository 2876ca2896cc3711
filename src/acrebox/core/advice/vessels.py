"""Watch-outs about troughs, tanks and drums."""

from collections.abc import Iterator

from acrebox.core.advice.registry import Finding, rule
from acrebox.core.chapter import Seen
from acrebox.core.design import UNKNOWN_HISTORY

TAPE_MM = 5.0


@rule(
    "tank-history",
    stage="shape",
    level="stop",
    field="construction.history",
    why="What a tank held stays in its wall, and comes out into the soil and into what you eat.",
)
def tank_history(seen: Seen) -> Iterator[Finding]:
    if UNKNOWN_HISTORY in seen.assembly.known:
        yield Finding(
            "Nobody knows what it held before.",
            "Look for its label and ask who had it; take it only if it held food and nothing else.",
        )


@rule(
    "no-animals",
    stage="shape",
    level="note",
    field="construction.drain",
    why="Somebody fills it for animals one day, and it runs out through its floor.",
)
def no_animals(seen: Seen) -> Iterator[Finding]:
    if "floor drilled" in seen.assembly.known:
        held = seen.show.volume(seen.assembly.facts["capacity"].amount)
        yield Finding(
            f"A trough that held {held} of water holds none once its floor is drilled: it is no longer fit"
            " for animals.",
            "Mark it, or drain it through its plug and leave its floor whole.",
        )


@rule(
    "metal-in-sun",
    stage="shape",
    level="note",
    field="construction",
    why="Metal that the sun shines on heats the soil behind it, and dries it first along the edge.",
)
def metal_in_sun(seen: Seen) -> Iterator[Finding]:
    bed = seen.assembly
    if any(p.role.skin and p.role.solid == "metal" for p in bed.parts):
        area = bed.outline.perimeter * bed.wall_height / 2
        yield Finding(
            f"About half of its side, {seen.show.area(area)} of metal, is in the sun at a time.",
            "Shade the south side with something that hangs over, or line it with board; water by the edge.",
        )


@rule(
    "sleeves-first",
    stage="shape",
    level="note",
    field="construction",
    why="Once it is full nobody gets behind its wall to tighten a fitting.",
)
def sleeves_first(seen: Seen) -> Iterator[Finding]:
    bed = seen.assembly
    if "capacity" in bed.facts:
        yield Finding(
            f"Whatever goes through its wall, {seen.show.length(bed.wall_height)} high, goes in before the"
            f" {seen.show.volume(sum(x.settled for x in seen.layers))} of soil.",
            "Irrigation and hoop sleeves first, then stone, then soil.",
        )


@rule(
    "own-size",
    stage="shape",
    level="note",
    field="outline",
    why="What is bought ready made has the size that it has.",
)
def own_size(seen: Seen) -> Iterator[Finding]:
    choice, outline = seen.design.construction, seen.design.outline
    if not choice.ready_made:
        return
    asked = [getattr(outline, name, None) for name in ("length", "width", "diameter")]
    made = [*seen.assembly.size("inside"), *seen.assembly.size("outside")]
    off = [s for s in asked if s is not None and min(abs(s.mm - m) for m in made) > TAPE_MM]
    if off:
        show = seen.show.length
        long, wide = seen.assembly.size("inside")
        yield Finding(
            f"It measures {show(long)} × {show(wide)} inside; {show(off[0].mm)} was typed for another bed.",
            "Nothing to do, unless yours measures otherwise.",
        )


@rule(
    "no-price",
    stage="shape",
    level="note",
    field="construction.price",
    why="A cost that leaves out the dearest thing is no cost.",
)
def no_price(seen: Seen) -> Iterator[Finding]:
    if "no price" in seen.assembly.known:
        yield Finding(
            "The trough that you typed has no price: what the bed costs is without it.",
            "Type what it costs, or take one that is listed.",
        )
