"""In what order a reservoir is made: its overflow, the water test, its pipe, the medium, cloth and soil."""

from collections.abc import Iterator

from acrebox.core.chapter import Seen
from acrebox.core.drainage import drain_limit
from acrebox.core.wicking import Reservoir, wicking_limit

Step = tuple[str, str]
"""What a step is ticked off by, and its words."""


def reservoir_steps(found: Reservoir, seen: Seen) -> Iterator[Step]:
    """What is done after what."""
    yield from _overflow_steps(found, seen)
    yield (
        "test",
        (
            "Fill it with water to the overflow before anything goes in, mark the level, and look again after"
            " a day: it may not have fallen."
        ),
    )
    yield "run", "Pour water in until it runs out of the overflow, and see that it runs away from the bed."
    yield from _pipe_steps(found, seen)
    yield from _filling_steps(found, seen)


def _overflow_steps(found: Reservoir, seen: Seen) -> Iterator[Step]:
    """The hole through the wall, and what stands in it."""
    show, pipes = seen.show, seen.kept_pipes
    port = show.length(found.port)
    sleeve = next(iter(seen.lined.sleeves), 0.0)
    if pipes is not None and sleeve:
        yield (
            "port",
            f"Drill the wall for the overflow, its middle {port} over the floor, and set a sleeve"
            f" {show.length(sleeve)} long into it. Lay the sheet, and cut it there last: a cross no wider"
            " than the pipe, clamped between the flanges of the threaded adapter.",
        )
    elif pipes is not None and seen.lined.floor == "pond":
        yield (
            "port",
            f"Drill the wall for the overflow, its middle {port} over the floor, and deburr it. Lay the"
            " sheet, and cut it there last: a cross no wider than the pipe, clamped between the flanges of"
            " the threaded adapter.",
        )
    elif pipes is not None:
        yield (
            "port",
            f"Drill its wall for the overflow, {port} over the floor, deburr it, and screw the threaded"
            " adapter in with a seal on both sides.",
        )
    if found.port < found.depth:
        yield (
            "overflow",
            (
                f"Set the overflow {port} over the floor, and an elbow on it that turns: upright it keeps"
                f" {show.length(found.depth)} of water, turned down it empties the bed."
            ),
        )
    else:
        yield "overflow", f"Set the overflow {port} over the floor, at the top of the medium."


def _filling_steps(found: Reservoir, seen: Seen) -> Iterator[Step]:
    """Medium, cloth, soil, and the first weeks."""
    show = seen.show
    yield "medium", f"Tip the medium in round the pipe, {show.length(found.depth)} deep, and rake it level."
    up = show.length(wicking_limit("cloth_up", show.built))
    yield (
        "cloth",
        f"Lay the cloth over it, turned up {up} at the walls, cut close round the riser: soil stays out,"
        " water comes through.",
    )
    yield (
        "soil",
        "Fill the soil in layers, watered each, down into the corners: it lifts water where it is packed.",
    )
    yield (
        "young",
        f"Water young plants from above for {wicking_limit('young_weeks'):g} weeks: their roots do not reach"
        " down yet.",
    )


def _pipe_steps(found: Reservoir, seen: Seen) -> Iterator[Step]:
    """How the pipe is drilled, joined and stood up."""
    show, pipes = seen.show, seen.kept_pipes
    rise = show.length(found.inlet)
    if pipes is None or not pipes.corners:
        yield (
            "inlet",
            f"Stand the inlet pipe on the floor, {rise} high, drilled at its foot, a cap on its top.",
        )
        return
    wide = show.length(drain_limit("pipe_hole", show.built))
    yield "pipe holes", f"Drill {pipes.holes} holes {wide} wide in two rows on the lower half of the loop."
    yield (
        "inlet",
        f"Lay the loop on the floor, the branch of its tee up, and stand the riser in it: {rise} over the"
        " floor, a cap on it against mosquitoes.",
    )
