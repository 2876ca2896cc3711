"""Watch-outs about where the bed stands: sun, room round it, what it covers, what carries it."""

from collections.abc import Iterator
from math import inf

from acrebox.core.advice.carried import DEFER
from acrebox.core.advice.limits import limit
from acrebox.core.advice.registry import Finding, rule
from acrebox.core.chapter import Seen
from acrebox.core.design import CARRIED, HARD, ON_HARD, Reach
from acrebox.core.site import site_limit

CARRIED_FAR_MM = 3000.0


@rule(
    "sun-little",
    stage="site",
    level="fix",
    field="place",
    why="What bears fruit wants six hours of direct sun a day, leaves four; no soil makes up for it.",
)
def sun_little(seen: Seen) -> Iterator[Finding]:
    here = seen.standing
    if here is None or here.light is None:
        return
    hours = here.light.over_season
    fruit, leaves = site_limit("sun_for_fruit"), site_limit("sun_for_leaves")
    if hours < fruit:
        yield Finding(
            f"{seen.show.number(hours, 1)} hours of sun a day over the months of growing.",
            "Move it into the sun, or plant what is content with less.",
            level="note" if hours >= leaves else None,
        )


@rule(
    "reach-from-ways",
    stage="site",
    level="fix",
    field="place",
    why="Soil that you cannot reach gets stepped on, and stepped-on soil sets hard.",
)
def reach_from_ways(seen: Seen) -> Iterator[Finding]:
    here, show = seen.standing, seen.show
    if here is None:
        return
    easy, most = (site_limit(k, show.built) for k in ("arm_easy", "arm_most"))
    if not here.bed.sides and len(here.reached) == len(here.ways):
        easy = most = limit("reach_radius", show.built)
    if here.reach == inf:
        yield Finding(
            f"No side has a way of {show.length(site_limit('way_to_kneel', show.built))} to kneel in.",
            "Move it off what stands round it.",
        )
    elif here.reach > easy + 1 and not _told_already(seen, here.reach):
        yield Finding(
            f"From the ways round it the farthest soil is {show.length(here.reach)} away;"
            f" {show.length(easy)} is easy, {show.length(most)} the most.",
            "Make a way along another side, or make the bed narrower.",
            level="note" if here.reach <= most + 1 else None,
        )


def _told_already(seen: Seen, reach: float) -> bool:
    """Whether it is worked from one side anyway: then its width is judged where that is asked."""
    across = min(seen.assembly.size("outside"))
    one_side = seen.design.site.reach is Reach.ONE_SIDE or "stands_out" in seen.assembly.facts
    return one_side and reach <= across + 1


@rule(
    "way-narrow",
    stage="site",
    level="note",
    field="place",
    why="A gap that nobody fits in grows weeds that nobody reaches.",
)
def way_narrow(seen: Seen) -> Iterator[Finding]:
    here, show = seen.standing, seen.show
    if here is None:
        return
    kneel, flush = (site_limit(k, show.built) for k in ("way_to_kneel", "as_good_as_flush"))
    for way in here.ways:
        if flush < way.clear < kneel:
            yield Finding(
                f"Between its {way.side} and {way.against} are {show.length(way.clear)}; kneeling takes"
                f" {show.length(kneel)}.",
                "Move it flush, or make the way wide enough.",
            )


@rule(
    "barrow-blocked",
    stage="site",
    level="fix",
    field="place",
    why="All its soil comes by barrow; where none gets through, it is carried in buckets.",
)
def barrow_blocked(seen: Seen) -> Iterator[Finding]:
    here, show = seen.standing, seen.show
    if here is not None and here.barrow is not None and here.barrow.long is None:
        wide = show.length(site_limit("way_for_a_barrow", show.built))
        yield Finding(
            f"From {here.barrow.start} no way of {wide} leads to it.",
            "Widen the narrowest place, or count on buckets.",
        )


@rule(
    "barrow-lip",
    stage="site",
    level="note",
    field="height",
    why="A barrow tips over what is lower than its lip; higher walls want a ramp or a shovel.",
)
def barrow_lip(seen: Seen) -> Iterator[Finding]:
    here, show = seen.standing, seen.show
    lip = site_limit("barrow_lip", show.built)
    if here is not None and here.bed.top > lip:
        yield Finding(
            f"Its wall is {show.length(here.bed.top)} high; a barrow tips over {show.length(lip)}.",
            "Lay a board as a ramp, leave an end open while filling, or shovel.",
        )


@rule(
    "covers",
    stage="site",
    level="fix",
    field="place",
    why="What lies under a bed is dug for when it fails, through the bed.",
)
def covers(seen: Seen) -> Iterator[Finding]:
    here, show = seen.standing, seen.show
    for c in here.covers if here else ():
        kind = c.thing.kind
        where = "over" if not c.far else f"{show.length(c.far)} off"
        wanted = f"; {show.length(c.keep)} is wanted" if c.far else ""
        stop = not c.far and not kind.dig
        yield Finding(
            f"It stands {where} {c.thing.name}, {kind.title}{wanted}. {kind.why}",
            "Have it located before you dig; call before the first post." if kind.dig else "Move it off.",
            level="stop" if stop else None,
        )


@rule(
    "beyond-the-yard",
    stage="site",
    level="fix",
    field="place",
    why="What stands beyond the edge stands on somebody else's ground.",
)
def beyond(seen: Seen) -> Iterator[Finding]:
    here = seen.standing
    if here is not None and here.beyond > 0:
        share = seen.show.number(here.beyond * 100)
        yield Finding(f"{share} % of it lies beyond the edge of the yard.", "Move it in.")


@rule(
    "over-another",
    stage="site",
    level="fix",
    field="place",
    why="Two beds cannot stand in one place.",
)
def over_another(seen: Seen) -> Iterator[Finding]:
    for name in seen.standing.over if seen.standing else ():
        yield Finding(f"It lies over {name}.", "Move one of them.")


@rule(
    "stands-elsewhere",
    stage="site",
    level="fix",
    field="site.stands_on",
    why="What it stands on decides about posts, footings and what may be carried.",
)
def stands_elsewhere(seen: Seen) -> Iterator[Finding]:
    here = seen.standing
    if here is None or here.on is None or here.on.ground is None:
        return
    said, found = seen.design.site.stands_on, here.on.ground
    raised = said.value == "blocks" and found.value not in CARRIED
    if said is not found and not raised:
        yield Finding(
            f"On the plan it stands on {here.on.name}, {here.on.kind.title}; here it is said to stand on"
            f" {said.value}.",
            "Say what it stands on, or move it.",
        )


@rule(
    "hard-ground",
    stage="site",
    level="note",
    field="site.stands_on",
    why="What is dug, driven or concreted into it lets water in, and is not its owner's any more.",
)
def hard_ground(seen: Seen) -> Iterator[Finding]:
    on = seen.design.site.stands_on
    if on in HARD:
        posts = " Its walls hold each other at rigid corners." if seen.assembly.stance else ""
        yield Finding(
            f"It stands on {ON_HARD[on]}: no post in the ground, no concrete, no trench, nothing buried."
            f"{posts}",
            "Pack it level where it stands. Anchors into what is below only where its owner says so.",
        )


@rule(
    "place-carries",
    stage="site",
    level="stop",
    field="place",
    why="A deck, a roof or a balcony carries so much and no more; wet soil is what people underrate.",
    source="what the owner states",
)
def place_carries(seen: Seen) -> Iterator[Finding]:
    load, show = seen.load, seen.show
    if load is None:
        return
    total, each = load.on.may_carry.total_kg, load.on.may_carry.kpa
    lower = f"A lower bed, lighter soil, or another place. {DEFER}"
    others = [n for n, kg in load.beside if kg is not None]
    if total is not None and load.all_kg > total.kg:
        together = f" with {', '.join(others)}" if others else ""
        yield Finding(
            f"Filled and wet it weighs {show.weight(load.all_kg)}{together}; {load.on.name} may carry"
            f" {show.weight(total.kg)}.",
            lower,
        )
    if each is not None and load.kpa > each.kpa:
        yield Finding(
            f"Filled and wet it bears with {show.pressure(load.kpa)}; {load.on.name} may carry"
            f" {show.pressure(each.kpa)} on each area.",
            lower,
        )
    site = seen.design.site
    said = site.may_carry.total_kg is not None or site.may_carry.kpa is not None
    if not load.stated and not said and site.stands_on not in CARRIED:
        yield Finding(
            f"Filled and wet it weighs {show.weight(load.all_kg)}, {show.pressure(load.kpa)} on the area it"
            f" covers, and nobody has said what {load.on.name} may carry.",
            f"Ask its owner or builder, and write it down with {load.on.name} on the plan. {DEFER}",
            level="fix",
        )


@rule(
    "barrow-turns",
    stage="site",
    level="note",
    field="place",
    why="A barrow that cannot turn is backed out, or tipped where nobody wants it.",
)
def barrow_turns(seen: Seen) -> Iterator[Finding]:
    here, show = seen.standing, seen.show
    if here is not None and here.barrow is not None and here.barrow.long is not None and not here.turns:
        wide = show.length(site_limit("barrow_turns", show.built))
        yield Finding(
            f"Nowhere beside it is {wide} free to turn a barrow in.",
            "Leave one side wider, or back the barrow in and walk out forwards.",
        )


@rule(
    "rim-elsewhere",
    stage="site",
    level="fix",
    field="place",
    why="A rim that is to be level with a deck or a sill shows every centimetre that it is not.",
)
def rim_elsewhere(seen: Seen) -> Iterator[Finding]:
    here, show = seen.standing, seen.show
    if here is None or here.top is None:
        return
    off = here.bed.top - here.top
    if abs(off) > site_limit("rim_level"):
        yield Finding(
            f"Its rim is wanted {show.length(here.top)} high; as it is built it is"
            f" {show.length(here.bed.top)}, {show.length(abs(off))} too {'high' if off > 0 else 'low'}.",
            "Change its height on the Shape page, bed it deeper, or set it up on blocks.",
        )


@rule(
    "store-small",
    stage="site",
    level="note",
    field="place",
    why="A finished box that lies out in the wet before it is set warps.",
)
def store_small(seen: Seen) -> Iterator[Finding]:
    here, show = seen.standing, seen.show
    if here is None or here.stored is None:
        return
    wide, deep = (show.length(v) for v in here.bed.size)
    if not here.stored.fits:
        yield Finding(
            f"Its box, {wide} × {deep}, does not lie flat in {here.stored.thing.name}.",
            "Stand it on its side there, or build it last and set it at once.",
        )


@rule(
    "store-full",
    stage="site",
    level="note",
    field="place",
    why="Boxes that are built before their places are ready lie somewhere dry till then, side by side.",
)
def store_full(seen: Seen) -> Iterator[Finding]:
    here, show = seen.standing, seen.show
    if here is None or here.stored is None or not here.stored.fits or here.stored.beside:
        return
    kept = here.stored
    yield Finding(
        f"{kept.thing.name} has no room left for its box beside those before it: all of them take"
        f" {show.area(kept.take)}, there are {show.area(kept.area)}.",
        "Set one of the others in its place first, stand boxes on their sides, or build this one last.",
    )


@rule(
    "screws-at-wall",
    stage="site",
    level="note",
    field="place",
    why="A drill with its bit, and the hand behind it, want room before the side that is screwed from there.",
)
def screws_at_wall(seen: Seen) -> Iterator[Finding]:
    here, bed, show = seen.standing, seen.assembly, seen.show
    if here is None:
        return
    room = site_limit("drill_room", show.built)
    tight = {way.side: way for way in here.ways if way.clear < room and way.against}
    for side in bed.outline.sides:
        way, behind = tight.get(side.name), {p.name for p in bed.posts_before(side)}
        from_outside = any(
            bed.part(j.parts[0]).role.skin
            and bed.part(j.parts[0]).side == side.name
            and not behind & set(j.parts)
            for j in bed.joints
        )
        if way is not None and from_outside and side.name not in bed.against:
            yield Finding(
                f"Its {side.name} is screwed from outside, {show.length(way.clear)} off {way.against}."
                f" A drill wants {show.length(room)}.",
                "Screw that side together before the bed is set in its place.",
            )


@rule(
    "damp-wall",
    stage="shape",
    level="note",
    field="construction.without",
    why="Soil against a wall brings damp in over its damp course; against a fence it rots boards and pushes"
    " them out.",
)
def damp_wall(seen: Seen) -> Iterator[Finding]:
    against, show = seen.assembly.facts.get("left_out"), seen.show
    if against is None:
        return
    push = seen.strength.push.total(max(0.0, seen.strength.depth) / 1000)
    yield Finding(
        f"Soil lies against what stands along {show.length(against.amount)}, and leans on it with"
        f" {show.line_load(push)}.",
        "Not against a wall that is lived behind: give the bed a side of its own there, a hand's width off."
        " Against a fence, hang pond sheet before it and see that its posts stand firm.",
    )


@rule(
    "carried-far",
    stage="site",
    level="note",
    field="place",
    why="A bed built elsewhere has to be carried to its place.",
)
def carried_far(seen: Seen) -> Iterator[Finding]:
    here, show = seen.standing, seen.show
    if here is None or here.carried is None or (here.carried.long or inf) < CARRIED_FAR_MM:
        return
    if any(p.role.laid for p in seen.assembly.parts):
        return  # it is carried block by block
    kg, said = seen.takeoff.weight_kg, here.two_lift
    most, about = said or site_limit("two_people_lift"), "" if said else "about "
    if kg > most:
        yield Finding(
            f"Empty it weighs {show.weight(kg)}; two people carry {about}{show.weight(most)}.",
            "Carry it in parts and join them there, or build it in its place.",
        )
