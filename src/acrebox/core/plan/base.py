"""What every other chapter stands on: the bed assembled, what it needs, and the ground under it."""

from acrebox.core.assembly import Assembly
from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.construction import assemble
from acrebox.core.ground import ground_of, levelled, on_ground
from acrebox.core.takeoff import take_off

BUILT_FROM = (
    "show",
    "design.outline",
    "design.height",
    "design.courses",
    "design.construction",
    "design.add_ons",
    "design.site.stands_on",
    "design.ground",
    "design.bench.lengths",
    "design.bench.trim",
    "design.bench.trim_ends",
)


def _assemble(seen: Seen) -> Assembly:
    bed = assemble(seen.design, seen.book)
    ground = ground_of(bed, seen.design.ground.on(seen.design.site.stands_on))
    return on_ground(bed, ground, seen.design, seen.book.find_good("concrete").yield_l, seen.show)


ASSEMBLY = register(Chapter(key="assembly", stage="shape", reads=BUILT_FROM, work=_assemble))
TAKEOFF = register(
    Chapter(
        key="takeoff",
        stage="shape",
        reads=("assembly",),
        work=lambda seen: take_off(seen.assembly, seen.book.density),
    )
)
LEVELLED = register(
    Chapter(
        key="levelled",
        stage="level",
        reads=("assembly", "design.ground", "design.site.stands_on"),
        work=lambda seen: levelled(seen.assembly, seen.design.ground.on(seen.design.site.stands_on)),
    )
)
