"""Watch-outs about what the bed stands on, and what that may carry."""

from collections.abc import Iterator

from acrebox.core.advice.limits import limit
from acrebox.core.advice.registry import Finding, rule
from acrebox.core.chapter import Seen
from acrebox.core.design import CARRIED
from acrebox.core.fill.carried import bears_kpa, full_weight

DEFER = "Local code and a licensed person decide; nothing here rates a structure as safe."


def _weight(seen: Seen) -> tuple[float, float]:
    """What it weighs full and wet [kg], and how heavy that is on the area that it covers [kPa]."""
    bed = seen.assembly
    kg = full_weight(bed, seen.layers, seen.takeoff.weight_kg, seen.book)
    return kg, bears_kpa(kg, bed.outline.area)


@rule(
    "may-carry",
    stage="shape",
    level="stop",
    field="site.may_carry.total_kg",
    why="A deck, a roof or a balcony carries so much and no more; wet soil is what people underrate.",
    source="what the owner states",
)
def may_carry(seen: Seen) -> Iterator[Finding]:
    site, show = seen.design.site, seen.show
    kg, kpa = _weight(seen)
    lower = f"A lower bed, lighter soil, or another place. {DEFER}"
    total, each = site.may_carry.total_kg, site.may_carry.kpa
    if total is not None and kg > total.kg:
        yield Finding(
            f"Filled and wet it weighs {show.weight(kg)}; {show.weight(total.kg)} may stand there.", lower
        )
    if each is not None and kpa > each.kpa:
        yield Finding(
            f"Filled and wet it bears with {show.pressure(kpa)} on the area it covers;"
            f" {show.pressure(each.kpa)} may stand there.",
            lower,
            field="site.may_carry.kpa",
        )


@rule(
    "carried-unknown",
    stage="shape",
    level="fix",
    field="site.stands_on",
    why="A deck, a roof or a balcony carries so much and no more; wet soil is what people underrate.",
    source="40 lb/ft² is the usual residential figure (International Residential Code, from memory)",
)
def carried_unknown(seen: Seen) -> Iterator[Finding]:
    site, show = seen.design.site, seen.show
    stated = site.may_carry.total_kg is not None or site.may_carry.kpa is not None
    if site.stands_on not in CARRIED or stated or (seen.load is not None and seen.load.stated):
        return
    kg, kpa = _weight(seen)
    yield Finding(
        f"Filled and wet it weighs {show.weight(kg)}, {show.pressure(kpa)} on the area it covers, and nobody"
        f" has said what it may be; floors of houses are usually meant for"
        f" {show.pressure(limit('usual_deck_kpa'))}.",
        f"Ask its owner or builder what it may carry, and type it in. {DEFER}",
    )
