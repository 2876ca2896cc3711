"""Watch-outs about level: gaps under a propped wall, steps, deep cuts, posts that stand too shallow."""

from collections.abc import Iterator

from acrebox.core.advice.registry import Finding, rule
from acrebox.core.chapter import Seen
from acrebox.core.ground import ground_limit, holes_of
from acrebox.core.measure.convert import litres

SHALLOW_SHARE = 0.8


@rule(
    "propped-gap",
    stage="level",
    level="fix",
    field="ground.school",
    why="A propped corner lets the soil wash out from under it, and what it carries sags to meet the ground.",
)
def propped_gap(seen: Seen) -> Iterator[Finding]:
    found, show = seen.levelled, seen.show
    if found is None or found.school not in ("hang", "dig_in"):
        return
    worst = found.widest
    if worst.gap <= ground_limit("gap_washes"):
        return
    if found.school == "dig_in":
        yield Finding(
            f"Under {worst.side} the ground falls on to {show.length(worst.gap)} under the first course, by"
            " what was read elsewhere: nobody read it there, and it would be propped.",
            "Read the ground at every corner: it is dug in to the lowest.",
        )
    else:
        yield Finding(
            f"Under {worst.side} a gap of up to {show.length(worst.gap)} stays open; about"
            f" {show.volume(litres(found.backfill))} of soil would wash out round the bed.",
            "Back-fill it outside and in, or cut a board to the ground; better, dig the high side in.",
        )


@rule(
    "steps-wanted",
    stage="level",
    level="note",
    field="ground.school",
    why="Where the ground rises by more than a course, the first one can begin a course higher there.",
)
def steps_wanted(seen: Seen) -> Iterator[Finding]:
    found, show = seen.levelled, seen.show
    if found is None or found.school != "dig_in":
        return
    for side in found.sides:
        # Where it has fallen to the foot of the first course again, nothing stands over that.
        for at, up in ((at, up) for at, up in side.steps if up > 0):
            yield Finding(
                f"Along {side.side}, {show.length(at)} from its first corner, the ground stands {up}"
                f" {'course' if up == 1 else 'courses'} over the foot of the first one.",
                "Step the first course up there, or dig the whole side in.",
            )


@rule(
    "deep-cut",
    stage="level",
    level="note",
    field="ground.school",
    why="What is dug has to go somewhere, and a wall in a deep cut stands wet.",
)
def deep_cut(seen: Seen) -> Iterator[Finding]:
    found, show = seen.levelled, seen.show
    deepest = max((s for s in found.stations), key=lambda s: s.dig) if found else None
    if found and deepest and deepest.dig > ground_limit("deep_cut", show.built):
        yield Finding(
            f"At {deepest.name} {show.length(deepest.dig)} are dug; {show.volume(litres(found.spoil))} of"
            " loose soil come out.",
            "Build the low side up instead, step the first course, or turn the bed along the slope.",
        )


@rule(
    "post-on-slope",
    stage="level",
    level="fix",
    field="construction.post_below",
    why="A post holds by what is in firm ground; what stands in what was packed or filled holds nothing.",
)
def post_on_slope(seen: Seen) -> Iterator[Finding]:
    found, show = seen.levelled, seen.show
    if found is None:
        return
    short = [h for h in holes_of(seen.assembly, found.ground) if h.deep < SHALLOW_SHARE * h.meant]
    if short:
        worst = min(short, key=lambda h: h.deep)
        yield Finding(
            f"{len(short)} {'post stands' if len(short) == 1 else 'posts stand'} less deep than they should:"
            f" {worst.post} only {show.length(worst.deep)} in the ground instead of"
            f" {show.length(worst.meant)}.",
            "Set the posts deeper by what the ground falls, or dig the high side in.",
        )


@rule(
    "ground-unread",
    stage="level",
    level="note",
    field="ground.stations",
    why="Four readings tell how much is dug, packed and filled; a guess is out by barrow loads.",
)
def ground_unread(seen: Seen) -> Iterator[Finding]:
    stations = seen.design.ground.stations
    if 0 < len(stations) < 3:
        yield Finding(
            f"Only {len(stations)} {'place is' if len(stations) == 1 else 'places are'} read; the rest is"
            " taken as level across.",
            "Read every corner.",
        )


@rule(
    "base-wanted",
    stage="level",
    level="note",
    field="ground.base",
    why="Softwood on wet earth rots from below; on stone it dries out after rain.",
)
def base_wanted(seen: Seen) -> Iterator[Finding]:
    found, show, ground = seen.levelled, seen.show, seen.design.ground
    first = next((p for p in seen.assembly.parts if p.role.skin and p.course == 1), None)
    if found is None or ground.base.mm > 0 or first is None or seen.design.site.stands_on != "soil":
        return
    timber = seen.book.find_timber(first.stock)
    wood = seen.book.find_species(timber.species) if timber else None
    if wood is not None and not wood.hard and wood.life_years[1] <= ground_limit("rots_within"):
        yield Finding(
            f"The first course is {wood.name.lower()} and lies on the ground itself.",
            f"Dig {show.length(ground_limit('base_under_softwood', show.built))} deeper and bed it on stone.",
        )


@rule(
    "ground-twisted",
    stage="level",
    level="note",
    field="ground.stations",
    why="Between four corners that lie in no plane the ground may fold one way or the other.",
)
def ground_twisted(seen: Seen) -> Iterator[Finding]:
    found, show = seen.levelled, seen.show
    if found is None:
        return
    out, holds = litres(found.unsure), seen.assembly.cavity.litres_to(seen.assembly.cavity.top)
    if out > ground_limit("twist_told") * holds:
        yield Finding(
            f"The ground is twisted: for all that was read, the soil down to it may be {show.volume(out)}"
            " more or less.",
            "Read the middle of the bed too, as a place of your own.",
        )
