"""Watch-outs about drains: nothing to leave by, too little, trays that stand, what rain outruns."""

from collections.abc import Iterator

from acrebox.core.advice.registry import Finding, rule
from acrebox.core.chapter import Seen
from acrebox.core.design.drainage import KINDS

BARE = {"deck": "the boards of the deck", "roof": "what keeps the roof dry"}
"""What lies bare under a bed without a floor."""


@rule(
    "sealed-floor",
    stage="drain",
    level="stop",
    field="drainage.kind",
    why="Roots in water that never leaves drown within days.",
)
def sealed_floor(seen: Seen) -> Iterator[Finding]:
    if seen.drains.kind != "sealed" or seen.reservoir is not None:
        return
    sheeted = seen.lined.floor == "pond"
    yield Finding(
        "Pond sheet seals its floor, and nothing says where the water goes that is too much."
        if sheeted
        else "Its floor is sealed, and nothing says where the water goes that is too much.",
        "Plumb it out through the wall, or lay fabric on the floor instead."
        if sheeted
        else "Drill it, plumb it to its plug, or give it an overflow.",
        field="lining.floor" if sheeted and seen.design.drainage.kind is None else None,
    )


@rule(
    "drain-two-ways",
    stage="drain",
    level="note",
    field="drainage.kind",
    why="What is asked twice can be answered in two ways; one of them is planned.",
)
def drain_two_ways(seen: Seen) -> Iterator[Finding]:
    kind, built = seen.design.drainage.kind, seen.design.construction.drains
    said = seen.design.construction.says_drain
    if said and kind is not None and kind != built:
        yield Finding(
            f"At Shape it drains as “{KINDS[built]}”; here it is “{KINDS[kind]}”, and that is planned.",
            "Say it in one place: leave one of the two as it is built.",
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
            f"{found.screens} pieces of mesh {show.length(found.screen)} wide.",
        )


@rule(
    "soil-on-deck",
    stage="drain",
    level="fix",
    field="construction.floor",
    why="Soil on the boards of a deck falls through their gaps and keeps them wet until they rot; on a roof a"
    " spade goes through what keeps it dry.",
)
def soil_on_deck(seen: Seen) -> Iterator[Finding]:
    """Where a bed without a floor of its own stands on a deck or a roof."""
    stands = seen.design.site.stands_on
    if stands not in BARE or seen.drains.floor is not None or seen.lined.floor == "pond":
        return
    own = "floor" in type(seen.design.construction).model_fields
    yield Finding(
        f"Its soil lies on {BARE[stands]}.",
        "Give it a floor of its own, on bearers: water then runs off under it."
        if own
        else "Lay a pond sheet under it, drained to one side, or have a bed with a floor there.",
        field=None if own else "lining.floor",
    )
