"""What every other chapter stands on: the bed assembled, what it needs, its named facts."""

from pydantic import Field

from acrebox.core.assembly import Assembly
from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.construction import assemble
from acrebox.core.measure.convert import MM3_PER_LITRE
from acrebox.core.plan.rows import Row
from acrebox.core.takeoff import take_off
from acrebox.core.worked import Worked

BUILT_FROM = (
    "show",
    "design.outline",
    "design.height",
    "design.courses",
    "design.construction",
    "design.add_ons",
    "design.bench.lengths",
    "design.bench.trim",
    "design.bench.trim_ends",
)


class Fact(Row):
    """A named number of the bed that fits no other place: what a builder would write on the wall."""

    amount: float
    unit: str
    working: str
    assumptions: list[str] = Field(default_factory=list)
    source: str


def facts_of(seen: Seen) -> dict[str, Fact]:
    """What every bed has, and what its construction adds.

    Areas in m², volumes in litres; the outside volume is the outline's area times the height of the wall,
    its cap left out.
    """
    bed, show = seen.assembly, seen.show
    outside, inside = bed.outline.area, bed.soil_face.area
    volume = outside * bed.wall_top / MM3_PER_LITRE
    found = {
        "area_outside": Worked(
            amount=outside / 1e6, unit="m²", working=f"within the outline: {show.area(outside)}"
        ),
        "volume_outside": Worked(
            amount=volume,
            unit="L",
            working=(
                f"{show.area(outside)} × wall {show.run(bed.wall_top)}{show.to_cubic} ="
                f" {show.cubic_and_volume(volume)}"
            ),
            assumptions=["a cap on top is left out"],
        ),
        "area_inside": Worked(
            amount=inside / 1e6, unit="m²", working=f"what is planted, within the walls: {show.area(inside)}"
        ),
        **bed.facts,
    }
    return {
        name: Fact(
            amount=w.amount, unit=w.unit, working=w.working, assumptions=w.assumptions, source=w.source
        )
        for name, w in found.items()
    }


def _assemble(seen: Seen) -> Assembly:
    return assemble(seen.design, seen.book)


ASSEMBLY = register(Chapter(key="assembly", stage="shape", reads=BUILT_FROM, work=_assemble))
TAKEOFF = register(
    Chapter(
        key="takeoff",
        stage="shape",
        reads=("assembly",),
        work=lambda seen: take_off(seen.assembly, seen.book.density),
    )
)
FACTS = register(
    Chapter(key="facts", stage="shape", reads=("show", "assembly"), work=facts_of, model=dict[str, Fact])
)
