"""The one registry of add-ons, and what their builders share."""

from collections.abc import Callable, Iterable, Sequence
from dataclasses import replace
from typing import Any

from acrebox.core.assembly import Assembly, Part, Role
from acrebox.core.construction.inside import cavity_within
from acrebox.core.design import Design
from acrebox.core.errors import refuse
from acrebox.core.stock import Catalogue

Builder = Callable[[Assembly, Any, Design, Catalogue], Assembly]
_builders: dict[str, Builder] = {}
IN_THE_SOIL = (Role.TIE, Role.SLEEVE)


def register(name: str, builder: Builder) -> None:
    """Add an add-on under its field's name in the design; a name used twice fails at import."""
    if name in _builders:
        raise ValueError(f"add-on '{name}' is registered twice")
    _builders[name] = builder


def add_ons(bed: Assembly, design: Design, book: Catalogue) -> Assembly:
    """The bed with every add-on that the design asks for, and the cavity less what of them stands in it.

    Raises DesignError that names the add-on's field.
    """
    for name, builder in _builders.items():
        chosen = getattr(design.add_ons, name)
        if chosen is not None:
            bed = builder(bed, chosen, design, book)
    if any(p.role in IN_THE_SOIL for p in bed.parts):
        inside = [p for p in bed.parts if p.role.is_post or p.role in (Role.RAIL, Role.STUD, *IN_THE_SOIL)]
        bed = replace(bed, cavity=cavity_within(bed.soil_face, bed.wall_top, inside))
    return bed


def clash(part: Part, others: Iterable[Part]) -> Part | None:
    """The first of the others that a part would stand in, or None."""
    a0, a1 = part.solid.bounds
    for other in others:
        b0, b1 = other.solid.bounds
        if all(min(a1[i], b1[i]) - max(a0[i], b0[i]) > 0.01 for i in range(3)) and part.solid.overlaps(
            other.solid
        ):
            return other
    return None


def refuse_clash(field: str, parts: Sequence[Part], bed: Assembly) -> None:
    """Refuse an add-on that would stand in what is there already."""
    for part in parts:
        met = clash(part, bed.parts)
        if met:
            raise refuse(
                field,
                part.name,
                f"The {part.role} of {part.side} would stand in the {met.role} of {met.side}.",
                "another side, or posts inside the bed",
            )
