"""The reservoir under the soil and its pipes, as the other chapters see them."""

from acrebox.core.chapter import Chapter, register
from acrebox.core.wicking import pipes_of, reservoir_of

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
KEPT_PIPES = register(
    Chapter(
        key="kept_pipes",
        stage="drain",
        reads=("show", "assembly", "drains", "reservoir_of", "design.reservoir"),
        work=lambda seen: pipes_of(seen.design, seen.assembly, seen.drains, seen.reservoir, seen.show),
    )
)
