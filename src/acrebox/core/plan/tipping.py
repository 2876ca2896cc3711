"""How the fill goes in: open or closed, load by load, layer by layer, watered, settled, then mulched."""

from collections.abc import Iterator

from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.fill import FilledLayer
from acrebox.core.fill.carried import barrows_for
from acrebox.core.fill.layers import NOT_CHOSEN
from acrebox.core.fill.limits import fill_limit
from acrebox.core.fill.nitrogen import feeds, tied_up
from acrebox.core.measure.printing import named
from acrebox.core.plan.nitrogen import NITROGEN
from acrebox.core.plan.rows import OrderRow
from acrebox.core.plan.soil_rows import TippingRow
from acrebox.core.site import site_limit
from acrebox.core.worked import COMMON_PRACTICE, Worked


def tipping_of(seen: Seen) -> TippingRow:
    """How the fill goes in, as published."""
    opens, end = _end(seen)
    barrow = seen.design.fill.barrow.litres
    loads = sum(barrows_for(p.loose, barrow) for p in seen.purchases)
    way = _way(seen)
    walk = 2 * (way or 0.0) / fill_limit("walk_mm_a_minute")
    each = fill_limit("shovel_minutes") + walk
    brought = sum(x.brought for x in seen.layers)
    show = seen.show
    walked = f" + {show.short(walk, 1)} min there and back over the way that is drawn" if way else ""
    return TippingRow(
        open_end=opens,
        says=end,
        loads=loads,
        minutes=loads * each,
        brought_kg=brought,
        order=[OrderRow(words=words) for words in _order(seen, opens)],
        working={
            "minutes": Worked(
                amount=loads * each,
                unit="min",
                working=f"{loads} loads × ({show.short(fill_limit('shovel_minutes'))} min to fill and tip"
                f"{walked}) = {show.short(loads * each, 0)} min",
                assumptions=["one person"] if way else ["one person", "the way is not drawn at Site"],
                source=COMMON_PRACTICE,
            ),
            "brought_kg": Worked(
                amount=brought,
                unit="kg",
                working=" + ".join(
                    f"{named(show.cubic(c.loose), c.material.name)} ×"
                    f" {show.density(c.material.loose_kg_per_l)}"
                    for x in seen.layers
                    for c in x.everything
                )
                + f" = {show.weight(brought)}",
                assumptions=["as it is sold, moist"],
                source=COMMON_PRACTICE,
            ),
        },
    )


def _way(seen: Seen) -> float | None:
    """How far a barrow goes [mm], where that is drawn."""
    found = seen.standing
    return found.barrow.long if found and found.barrow else None


def _end(seen: Seen) -> tuple[bool, str]:
    """Whether an end stays open for the barrow, and why."""
    bed, show = seen.assembly, seen.show
    lip = site_limit("barrow_lip", show.built)
    high = f"{show.length(bed.wall_top)} of wall"
    whole = "capacity" in bed.facts
    first = "" if whole else "Close it first: "
    if bed.wall_top <= lip:
        said = f"{first}a barrow tips over {high}."
        return False, said[0].upper() + said[1:]
    stands = bed.stance is not None and bed.stance.below > 0 and len(bed.course_heights) > 1
    if stands and seen.reservoir is None and not seen.drains.loop:
        return True, (
            f"A barrow tips over {show.length(lip)}, and the wall is {show.length(bed.wall_top)} high. Its"
            " posts stand in the ground by themselves: leave one end open above its lowest course, wheel in,"
            " and close it course by course as the soil rises."
        )
    if whole:
        return False, (
            f"A barrow tips over {show.length(lip)} and the wall is {show.length(bed.wall_top)} high: set a"
            " plank ramp against it, or shovel over."
        )
    return False, (
        f"Close it first: its strength comes from being closed. A barrow tips over {show.length(lip)} and the"
        f" wall is {show.length(bed.wall_top)} high: set a plank ramp against it, or shovel over."
    )


def _order(seen: Seen, opens: bool) -> Iterator[str]:
    show, fill = seen.show, seen.design.fill
    if seen.reservoir is not None:
        yield "Only once the water test is done: what leaks is out of reach under the soil."
    if opens:
        yield "One end open, a plank over its lowest course for the wheel."
    fed = _fed(seen)
    for n, layer in enumerate(seen.layers):
        yield _laid(layer, opens and n > 0, seen)
        if layer.at in fed:
            yield f"Over it half of what feeds it, {fed[layer.at]}, watered in."
    for p in seen.purchases:
        if p.reserve:
            yield f"Keep back {show.volume(p.reserve)} of {p.material.name}, closed and dry, for topping up."
    if opens:
        yield "Close the end before the last loads: they go in over the wall."
    yield (
        f"Fill to {show.length(fill.gap.mm)} under the rim, water it through, and let it settle for"
        f" {fill_limit('weeks_to_settle'):g} weeks; then top up, and mulch last."
    )


def _fed(seen: Seen) -> dict[int, str]:
    """What goes over each layer that wants nitrogen: half of the first feed there is, in words."""
    if not seen.of(NITROGEN).feeds:
        return {}
    feed = feeds()[0]
    grams: dict[int, float] = {}
    for tied in tied_up(seen.layers):
        grams[tied.at] = grams.get(tied.at, 0.0) + tied.grams
    return {
        at: f"{seen.show.weighed(of / 2000 / feed.nitrogen)} of {feed.name}"
        for at, of in grams.items()
        if at != NOT_CHOSEN
    }


def _laid(layer: FilledLayer, wheeled: bool, seen: Seen) -> str:
    """One layer: how many loads, to what height, and how; one that is `wheeled` in begins at the far end."""
    show = seen.show
    loads = barrows_for(layer.loose, seen.design.fill.barrow.litres)
    to = show.length(layer.top - seen.layers[0].base)
    many = f"{loads} {'load' if loads == 1 else 'loads'}"
    if layer.is_filler:
        voids = any(c.material.voids for c in layer.contents)
        how = "the thickest lowest, packed tight" if voids else "trodden down and soaked"
        into = f"; wash {show.volume(sum(c.settled for c in layer.fallen))} of soil into the gaps"
        return f"{layer.name}: {many}, {how}, up to {to} over the floor{into if layer.fallen else ''}."
    if layer.kind == "stone":
        return f"{layer.name}: {many}, raked level at {to} over the floor."
    every = fill_limit("watered_every", show.built)
    deep = layer.top - layer.base
    watered = f", watered in every {show.length(every)}" if deep > every * 1.25 else ", watered in"
    mixed = "mixed on a sheet before it goes in; " if layer.choice.mix else ""
    far = "from the closed end forward, " if wheeled else ""
    return f"{layer.name}: {mixed}{many}, {far}raked level at {to}{watered}, never trodden."


TIPPING = register(
    Chapter(
        key="tipping",
        stage="fill",
        reads=(
            "show",
            "assembly",
            "layers",
            "purchases",
            "nitrogen",
            "standing",
            "reservoir_of",
            "drains",
            "design.fill",
        ),
        work=tipping_of,
        model=TippingRow,
    )
)
