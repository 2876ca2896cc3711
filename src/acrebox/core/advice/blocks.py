"""Watch-outs about walls of blocks."""

from collections.abc import Iterator
from math import inf

from acrebox.core.advice.registry import Finding, rule
from acrebox.core.chapter import Seen

TAPE_MM = 5.0


@rule(
    "blocks-snapped",
    stage="shape",
    level="note",
    field="outline",
    why="Blocks are not cut: a wall is so many halves of them, and a height so many courses.",
)
def blocks_snapped(seen: Seen) -> Iterator[Finding]:
    facts, show = seen.assembly.facts, seen.show.length
    said = []
    for axis, name in enumerate(("length", "width")):
        low, high = facts.get(f"{name}_smaller"), facts.get(f"{name}_larger")
        made = seen.assembly.size("outside")[axis]
        either = [f for f in (low, high) if f is not None]
        others = [f for f in either if abs(f.amount - made) > TAPE_MM]
        # Where one of them is as it is made, another size was asked for.
        if others and len(others) < len(either):
            said.append(f"{name} {show(made)}; {others[0].working}")
    if said:
        yield Finding(f"Made of whole and half blocks: {'. '.join(said)}.", "Take the size that suits you.")


@rule(
    "laid-loose",
    stage="shape",
    level="fix",
    field="construction.cores",
    why="A wall that nothing ties stands by its weight alone; wet soil moves it course by course.",
    source="statics; friction and the safety wanted: common practice",
)
def laid_loose(seen: Seen) -> Iterator[Finding]:
    failing = [x for x in seen.strength.laid if not x.holds]
    if not failing:
        return
    worst = min(failing, key=lambda x: min(x.slide, x.tip))
    slides = worst.slide < worst.tip
    least = min(worst.slide, worst.tip)
    times = seen.show.number(least, 1) if least < inf else ""
    yield Finding(
        f"{worst.case.side.capitalize()} would {'slide' if slides else 'tip'} from course {worst.course} at"
        f" {times} times the push; 1.5 times is wanted.",
        "Bars in every corner and between them keep courses from sliding; concrete round the bars keeps a"
        " wall from tipping; or make it a course lower.",
        field="construction.bars" if slides else None,
        level="stop" if least < 1.0 else None,
    )


@rule(
    "low-beds-instead",
    stage="shape",
    level="note",
    field="height",
    why="The same blocks laid lower plant more ground; laid higher they save the back.",
)
def low_beds_instead(seen: Seen) -> Iterator[Finding]:
    blocks = seen.assembly.facts.get("blocks")
    courses = len(seen.assembly.course_heights)
    if blocks is None or courses < 2:
        return
    area = seen.assembly.soil_face.area
    yield Finding(
        f"Its {blocks.amount:.0f} blocks make {courses} beds of one course instead:"
        f" {seen.show.area(courses * area)} to plant for {seen.show.area(area)}.",
        "Weigh the two up, if height is not what you want it for.",
    )
