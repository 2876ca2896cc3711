"""Watch-outs about the soil."""

from collections.abc import Iterator

from acrebox.core.advice.limits import limit
from acrebox.core.advice.registry import Finding, rule
from acrebox.core.advice.under import open_below
from acrebox.core.chapter import Seen
from acrebox.core.construction.sizes import printed
from acrebox.core.fill import FilledLayer, root_depth
from acrebox.core.fill.limits import fill_limit
from acrebox.core.fill.nitrogen import feeds, tied_up
from acrebox.core.measure.convert import MM3_PER_LITRE

MAY_CARRY_WEEDKILLER = ("manure", "straw")
THROUGH = {
    "sheet": "Saw {hole} through a valley of the sheet, file it, paint it, and press a grommet in.",
    "block": "Leave a joint between two blocks of the top course open, or drill {hole} through the face of a"
    " block beside its core.",
    "timber": "Drill {hole} through a board, away from posts and joins, and sleeve it.",
}
"""How a pipe gets through a wall, by what that is drawn as."""


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
    sinks = any(c.material.lost_first[1] > 0 for layer in seen.layers for c in layer.everything)
    if seen.design.fill.keep_back == 0 and sinks and any(p.way in ("bags", "both") for p in seen.purchases):
        yield Finding("Nothing is kept back for topping up.", "Keep a bag of what lies on top back.")


@rule(
    "garden-soil-alone",
    stage="fill",
    level="fix",
    field="fill.layers",
    why="Garden soil by itself settles, sheds water when dry and sets hard in a bed.",
)
def garden_soil_alone(seen: Seen) -> Iterator[Finding]:
    plain = _plain_share(seen)
    if plain > limit("plain_soil_share"):
        yield Finding(
            f"{plain:.0%} of the growing layer is plain garden soil.",
            "Mix in compost: about 40 % of the whole, with 10 % manure.",
        )


def _plain_share(seen: Seen) -> float:
    """The share of plain garden soil in what roots grow in."""
    growing = [c for layer in seen.layers if layer.for_roots for c in layer.contents]
    total = sum(c.settled for c in growing)
    plain = sum(c.settled for c in growing if c.material.key == "garden-soil")
    return plain / total if total else 0.0


@rule(
    "container-soil",
    stage="fill",
    level="fix",
    field="fill.layers",
    why="A bed with a floor is a container: no worm comes up into it, and plain soil sets hard.",
)
def container_soil(seen: Seen) -> Iterator[Finding]:
    plain, most = _plain_share(seen), fill_limit("container_soil")
    if seen.drains.floor is not None and most + 0.005 < plain <= limit("plain_soil_share"):
        yield Finding(
            f"{plain:.0%} of the growing layer is plain garden soil, and the bed has a floor.",
            f"At most {most:.0%} of it; compost, and something that keeps it loose, for the rest.",
        )


@rule(
    "nitrogen-tied",
    stage="fill",
    level="note",
    field="fill.layers",
    why="Fresh straw and wood rot by nitrogen that they take from the soil beside them: plants turn yellow.",
    source="NRAES-54 (from memory) for C:N; common practice",
)
def nitrogen_tied(seen: Seen) -> Iterator[Finding]:
    tied, show = tied_up(seen.layers), seen.show
    grams = sum(t.grams for t in tied)
    if grams < fill_limit("told_from"):
        return
    names = " and ".join(dict.fromkeys(t.material.name for t in tied))
    given = " or ".join(f"{show.weighed(grams / 1000 / f.nitrogen)} of {f.name}" for f in feeds())
    yield Finding(
        f"{names} take {show.weighed(grams / 1000)} of nitrogen in their first year.",
        f"Give it to them: {given}; half as they go in, half {fill_limit('weeks_later'):g} weeks later.",
    )


@rule(
    "weedkiller-left",
    stage="fill",
    level="note",
    field="fill.layers",
    why="Some weedkillers of pasture and grain pass through animal and heap unharmed, and stunt beans and"
    " tomatoes for years.",
)
def weedkiller_left(seen: Seen) -> Iterator[Finding]:
    names = [x.material.name for x in seen.purchases if x.material.key in MAY_CARRY_WEEDKILLER]
    if names:
        yield Finding(
            f"{' and '.join(dict.fromkeys(names))}: bought from where nobody knows what was sprayed.",
            "Sow six beans in a pot of it mixed with compost first; if their tips curl, do not use it.",
        )


@rule(
    "lead-in-soil",
    stage="fill",
    level="note",
    field="fill.layers",
    why="Old paint, petrol and ash left lead in the soil of towns; it comes in on leaves, roots and hands.",
)
def lead_in_soil(seen: Seen) -> Iterator[Finding]:
    plain = sum(c.settled for x in seen.layers for c in x.contents if c.material.key == "garden-soil")
    if plain:
        yield Finding(
            f"{seen.show.volume(plain)} of garden soil go in; near old houses and roads it may hold lead.",
            "Have a sample tested once, and take bought soil where it is over your country's limit.",
        )


@rule(
    "weeds-first",
    stage="fill",
    level="note",
    field="fill",
    why="Couch grass, bindweed and their like grow up through any depth of soil; lawn rots under card.",
)
def weeds_first(seen: Seen) -> Iterator[Finding]:
    if open_below(seen):
        area = seen.show.area(seen.assembly.soil_face.area)
        yield Finding(
            f"{area} of ground lie open under it.",
            "Fork out roots of perennial weeds first; then wet cardboard over the grass, edges lapped by"
            f" {seen.show.length(fill_limit('card_laps', seen.show.built))}, no tape, no print that shines.",
        )


@rule(
    "water-before-soil",
    stage="fill",
    level="note",
    field="fill",
    why="Once it is full nobody gets a pipe through its wall or under its soil.",
)
def water_before_soil(seen: Seen) -> Iterator[Finding]:
    bed, show = seen.assembly, seen.show
    if "capacity" in bed.facts or seen.design.reservoir is not None:
        return  # said with what goes through its wall
    skins = {p.role.solid for p in bed.parts if p.role.skin}
    how = next((words for solid, words in THROUGH.items() if solid in skins), THROUGH["timber"])
    yield Finding(
        f"A pipe for watering goes in before the {show.volume(sum(x.settled for x in seen.layers))} of soil.",
        how.format(hole=printed("sleeve_hole", show)),
    )


def _fillers(seen: Seen) -> list[FilledLayer]:
    return [layer for layer in seen.layers if layer.is_filler]


@rule(
    "filler-depth",
    stage="fill",
    level="note",
    field="fill.layers",
    why="A thin filler saves little; a thick one rots away under the roots and takes the soil down with it.",
)
def filler_depth(seen: Seen) -> Iterator[Finding]:
    show = seen.show
    deep = sum(x.top - x.base for x in _fillers(seen))
    least, most = (fill_limit(name, show.built) for name in ("filler_least", "filler_most"))
    if deep and not least - 0.5 <= deep <= most + 0.5:
        yield Finding(
            f"The filler lies {show.length(deep)} deep.",
            f"{show.length(least)} to {show.length(most)} of it is usual.",
        )


@rule(
    "roots-over-filler",
    stage="fill",
    level="fix",
    field="fill.layers",
    why="Roots stop at the filler: what lies over it is all the soil they have.",
)
def roots_over_filler(seen: Seen) -> Iterator[Finding]:
    show, deep = seen.show, root_depth(seen.layers)
    wanted = fill_limit("over_filler", show.built)
    if _fillers(seen) and deep < wanted - 0.5:
        yield Finding(
            f"{show.length(deep)} of soil lie over the filler; roots want {show.length(wanted)}.",
            f"{show.length(wanted - deep)} less filler, or a bed that much higher.",
        )


@rule(
    "bags-dearer",
    stage="fill",
    level="note",
    field="fill.bought",
    why="Past the break-even a load costs less than bags, however many they are.",
    source="the price list",
)
def bags_dearer(seen: Seen) -> Iterator[Finding]:
    show = seen.show
    for bought in seen.purchases:
        if bought.asked != "bags" or not (bought.in_bags and bought.as_load):
            continue
        saved = bought.in_bags.cost - bought.as_load.cost
        if saved > 0:
            yield Finding(
                f"{bought.material.name} in bags costs {show.money(saved)} more than a load.",
                "Buy it the cheapest way, or as a load.",
            )
