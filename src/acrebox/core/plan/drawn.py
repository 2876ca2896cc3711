"""The bed drawn: views from its bodies, and its parts as solids."""

from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.drafting import Across, Drawings, Sides, Solids, draw_across, draw_sides, solids


def across_of(seen: Seen) -> Across:
    """Plan and section."""
    return draw_across(seen.assembly, seen.layers, seen.takeoff.part_labels)


def sides_of(seen: Seen) -> Sides:
    """Elevations and corners."""
    return draw_sides(seen.assembly, seen.takeoff.part_labels, seen.show.built)


def drawings_of(seen: Seen) -> Drawings:
    """All of them."""
    across, sides = seen.of(ACROSS), seen.of(SIDES)
    return Drawings(
        plan=across.plan,
        section=across.section,
        elevations=sides.elevations,
        corners=sides.corners,
        courses=sides.courses,
    )


def solids_of(seen: Seen) -> Solids:
    """Every part as a surface, its colour's material and the way it moves when the bed is pulled apart."""
    return solids(seen.assembly, seen.takeoff.part_labels)


# The views on a screen are asked for by themselves: those of the sides are half of the work.
ACROSS = register(
    Chapter(
        key="across",
        stage="shape",
        reads=("assembly", "layers", "takeoff"),
        work=across_of,
        model=Across,
        judged=False,
        aside=True,
    )
)
SIDES = register(
    Chapter(
        key="sides",
        stage="shape",
        reads=("show", "assembly", "takeoff"),
        work=sides_of,
        model=Sides,
        judged=False,
        aside=True,
    )
)
DRAWINGS = register(
    Chapter(
        key="drawings",
        stage="shape",
        reads=("across", "sides"),
        work=drawings_of,
        model=Drawings,
        judged=False,
    )
)
SOLIDS = register(
    Chapter(
        key="solids",
        stage="shape",
        reads=("assembly", "takeoff"),
        work=solids_of,
        model=Solids,
        judged=False,
        heavy=True,
    )
)
