"""The bed drawn: views from its bodies, and its parts as solids."""

from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.drafting import Drawings, Solids, draw, solids


def drawings_of(seen: Seen) -> Drawings:
    """Plan, section, elevations, corners."""
    return draw(seen.assembly, seen.layers, seen.takeoff.part_labels, seen.fixings)


def solids_of(seen: Seen) -> Solids:
    """Every part as a surface, its colour's material and the way it moves when the bed is pulled apart."""
    return solids(seen.assembly, seen.takeoff.part_labels)


DRAWINGS = register(
    Chapter(
        key="drawings",
        stage="shape",
        reads=("assembly", "layers", "takeoff", "fixed"),
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
