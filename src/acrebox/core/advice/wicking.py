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
    soil = seen.layers[-1].top - seen.assembly.cavity.base - found.depth
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
    soil = seen.layers[-1].top - seen.assembly.cavity.base - found.depth
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
