"""How water leaves the bed, as the other chapters see it."""

from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.drainage import Drains, drains_of


def drains(seen: Seen) -> Drains:
    """How the bed drains."""
    return drains_of(seen.design, seen.assembly, seen.show)


DRAINS = register(
    Chapter(
        key="drains",
        stage="drain",
        reads=(
            "show",
            "assembly",
            "design.drainage",
            "design.construction",
            "design.lining.floor",
            "design.reservoir",
        ),
        work=drains,
    )
)
