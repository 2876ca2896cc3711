"""Watch-outs about the soil."""

from collections.abc import Iterator

from acrebox.core.advice.limits import limit
from acrebox.core.advice.registry import Finding, rule
from acrebox.core.chapter import Seen
from acrebox.core.measure.convert import MM3_PER_LITRE


@rule(
    "outside-volume",
    stage="fill",
    level="note",
    field="fill",
    why="Sums made with the outside size buy soil for the space that the boards and posts take.",
    source="geometry of the parts as placed",
)
def outside_volume(seen: Seen) -> Iterator[Finding]:
    by_outside = seen.assembly.outline.area * seen.assembly.wall_height / MM3_PER_LITRE
    inside = sum(layer.settled for layer in seen.layers)
    yield Finding(
        f"By the outside size it would be {seen.show.volume(by_outside)}; the inside takes"
        f" {seen.show.volume(inside)} to the fill line.",
        f"Nothing to do: the {seen.show.volume(by_outside - inside)} too many are already left out.",
    )


@rule(
    "no-reserve",
    stage="fill",
    level="fix",
    field="fill.keep_back",
    why="Fill drops in the first weeks; without some kept back you buy again for a few litres.",
)
def no_reserve(seen: Seen) -> Iterator[Finding]:
    if seen.design.fill.keep_back == 0 and any(p.way in ("bags", "both") for p in seen.purchases):
        yield Finding("No bag is kept back for topping up.", "Keep one bag of each back.")


@rule(
    "garden-soil-alone",
    stage="fill",
    level="fix",
    field="fill.layers",
    why="Garden soil by itself settles, sheds water when dry and sets hard in a bed.",
)
def garden_soil_alone(seen: Seen) -> Iterator[Finding]:
    growing = [c for layer in seen.layers if layer.for_roots for c in layer.contents]
    total = sum(c.settled for c in growing)
    plain = sum(c.settled for c in growing if c.material.key == "garden-soil")
    if total and plain > limit("plain_soil_share") * total:
        yield Finding(
            f"{plain / total:.0%} of the growing layer is plain garden soil.",
            "Mix in compost: about 40 % of the whole, with 10 % manure.",
        )
