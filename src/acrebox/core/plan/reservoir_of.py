"""The reservoir under the soil, as the other chapters see it."""

from acrebox.core.chapter import Chapter, register
from acrebox.core.wicking import reservoir_of

RESERVOIR_OF = register(
    Chapter(
        key="reservoir_of",
        stage="drain",
        reads=(
            "show",
            "assembly",
            "design.reservoir",
            "design.lining.floor",
            "design.construction",
            "design.fill.gap",
        ),
        work=lambda seen: reservoir_of(seen.design, seen.assembly, seen.show),
    )
)
