"""Watch-outs about reservoirs: too little soil over them, too much to lift water through, too poor a soil."""

from collections.abc import Iterator

from acrebox.core.advice.registry import Finding, rule
from acrebox.core.chapter import Seen
from acrebox.core.wicking import lift_of, organic_of, wicking_limit


@rule(
    "soil-over-reservoir",
    stage="drain",
    level="fix",
    field="reservoir.depth",
    why="Roots want soil that is moist and not wet; with too little of it they stand in water.",
)
def soil_over_reservoir(seen: Seen) -> Iterator[Finding]:
    found, show = seen.reservoir, seen.show
    if found is None:
        return
    soil = found.under(seen.layers)
    least = wicking_limit("soil_above", show.built)
    if soil < least - 0.5:
        yield Finding(
            f"{show.length(soil)} of soil lie over the reservoir; roots want {show.length(least)}.",
            f"Make the reservoir {show.length(least - soil)} shallower, or the bed so much higher.",
        )


@rule(
    "soil-too-deep-to-lift",
    stage="drain",
    level="note",
    field="reservoir.depth",
    why="Soil lifts water only so far: over that it dries out while the reservoir is full.",
)
def soil_too_deep_to_lift(seen: Seen) -> Iterator[Finding]:
    found, show = seen.reservoir, seen.show
    if found is None:
        return
    soil = found.under(seen.layers)
    lifts = lift_of(organic_of(seen.layers), show.built)
    if soil > lifts + 0.5:
        yield Finding(
            f"{show.length(soil)} of soil lie over the reservoir; it lifts water about {show.length(lifts)}.",
            "Make the reservoir deeper, or water from above when it is dry.",
        )


@rule(
    "reservoir-soil-poor",
    stage="fill",
    level="fix",
    field="fill.layers",
    why="Plain soil packs and lifts little water; compost in it lifts more and keeps air in.",
)
def reservoir_soil_poor(seen: Seen) -> Iterator[Finding]:
    if seen.reservoir is None:
        return
    organic, least = organic_of(seen.layers), wicking_limit("organic_least")
    if organic < least - 1e-9:
        yield Finding(
            f"{seen.show.number(organic * 100)} % of the soil over the reservoir is organic matter.",
            f"Mix in compost or leaf mould until it is {seen.show.number(least * 100)} % at least.",
        )


@rule(
    "reservoir-untested",
    stage="drain",
    level="note",
    field="reservoir",
    why="What leaks is out of reach once the soil is in.",
)
def reservoir_untested(seen: Seen) -> Iterator[Finding]:
    if seen.reservoir is not None and seen.reservoir.test is None:
        yield Finding(
            "No test with water is recorded.",
            "Fill it to the overflow before anything goes in, look again after a day, and record it here.",
        )


@rule(
    "reservoir-leaks",
    stage="drain",
    level="fix",
    field="reservoir.test.later",
    why="What leaks is out of reach once the soil is in, and what it wets rots.",
)
def reservoir_leaks(seen: Seen) -> Iterator[Finding]:
    found, show = seen.reservoir, seen.show
    if found is None or found.test is None or not found.test.leaks:
        return
    most = show.length(wicking_limit("falls_most", show.built))
    yield Finding(
        f"The water fell {show.length(found.test.a_day)} a day; the sun takes {most} at most.",
        "Find the leak and mend it, and test it again, covered.",
    )


@rule(
    "overflow-untested",
    stage="drain",
    level="fix",
    field="reservoir.test.ran",
    why="An overflow that does not run drowns the roots in the first hard rain.",
)
def overflow_untested(seen: Seen) -> Iterator[Finding]:
    choice = seen.design.reservoir
    if choice is not None and choice.test is not None and not choice.test.ran:
        yield Finding(
            "The water test is recorded, but not that the overflow ran.",
            "Pour water in until it runs out of the overflow and away from the bed.",
        )


@rule(
    "backflow",
    stage="drain",
    level="note",
    field="reservoir",
    why="Where the pressure in the main drops, a hose that hangs in standing water sucks it into the house.",
)
def backflow(seen: Seen) -> Iterator[Finding]:
    if seen.reservoir is not None:
        yield Finding(
            f"{seen.show.volume(seen.reservoir.held)} of standing water are filled by a hose.",
            "Hold its end above the overflow, or put a double check valve on the tap: it must not lie in the"
            " water.",
        )
