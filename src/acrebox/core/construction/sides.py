"""Sides asked for by name."""

from acrebox.core.assembly import Assembly
from acrebox.core.errors import refuse
from acrebox.core.shape.outline import Side


def outer_side(bed: Assembly, name: str, field: str) -> Side:
    """The side of that name, along the outside of the wall.

    Raises DesignError that lists the sides there are.
    """
    found = next((s for s in bed.outline.sides if s.name == name), None)
    if found is None:
        raise refuse(
            field, name, f"The bed has no side called '{name}'.", ", ".join(s.name for s in bed.outline.sides)
        )
    return found
