"""Watch-outs about drains: nothing to leave by, too little, trays that stand, what rain outruns."""

from collections.abc import Iterator

from acrebox.core.advice.registry import Finding, rule
from acrebox.core.chapter import Seen


@rule(
    "sealed-floor",
    stage="drain",
    level="stop",
    field="drainage.kind",
    why="Roots in water that never leaves drown within days.",
)
def sealed_floor(seen: Seen) -> Iterator[Finding]:
    if seen.drains.kind == "sealed":
        yield Finding(
            "Its floor is sealed, and nothing says where the water goes that is too much.",
            "Drill it, plumb it to its plug, or give it an overflow.",
        )


@rule(
    "drains-too-little",
    stage="drain",
    level="fix",
    field="drainage.count",
    why="Water that comes faster than it leaves stands among the roots.",
)
def drains_too_little(seen: Seen) -> Iterator[Finding]:
    found, show = seen.drains, seen.show
    if found.carries and found.carries < found.wanted:
        many = len(found.holes)
        what = (
            f"{many} {'hole' if many == 1 else 'holes'} of {show.length(found.diameter)}"
            if many
            else "Its pipe"
        )
        yield Finding(
            f"{what} {'carries' if many < 2 else 'carry'} {show.flow(found.carries)}; the rain brings"
            f" {show.flow(found.wanted)}.",
            "Drill more holes, or wider ones." if many else "Take a wider pipe, or drill the floor as well.",
        )


@rule(
    "trays-breed",
    stage="drain",
    level="note",
    field="drainage.trays",
    why="Mosquitoes breed in water that stands for longer than a few days.",
)
def trays_breed(seen: Seen) -> Iterator[Finding]:
    found, show = seen.drains, seen.show
    if found.trays:
        yield Finding(
            f"{found.trays} {'tray is' if found.trays == 1 else 'trays are'} full after"
            f" {show.short(found.tray_minutes, 0)} minutes of the hardest rain.",
            "Empty them after every rain, or lead them into a barrel with a lid.",
        )


@rule(
    "drain-unscreened",
    stage="drain",
    level="note",
    field="drainage.diameter",
    why="A hole wider than a pencil lets soil out and slugs in.",
)
def drain_unscreened(seen: Seen) -> Iterator[Finding]:
    found, show = seen.drains, seen.show
    if found.holes and found.diameter > 10.0:
        yield Finding(
            f"Holes {show.length(found.diameter)} wide want a screen.",
            f"{found.screens} pieces of mesh {show.length(found.screen)} wide, with fabric over them.",
        )
