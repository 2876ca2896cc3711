"""The one registry of add-ons, and what their builders share."""

from collections.abc import Callable, Sequence
from typing import Any

from acrebox.core.assembly import Assembly, Part
from acrebox.core.construction.clearance import clash
from acrebox.core.design import Design
from acrebox.core.errors import refuse
from acrebox.core.stock import Catalogue

Builder = Callable[[Assembly, Any, Design, Catalogue], Assembly]
_builders: dict[str, Builder] = {}


def register(name: str, builder: Builder) -> None:
    """Add an add-on under its field's name in the design; a name used twice fails at import."""
    if name in _builders:
        raise ValueError(f"add-on '{name}' is registered twice")
    _builders[name] = builder


def add_ons(bed: Assembly, design: Design, book: Catalogue) -> Assembly:
    """The bed with every add-on that the design asks for.

    Raises DesignError that names the add-on's field.
    """
    for name, builder in _builders.items():
        chosen = getattr(design.add_ons, name)
        if chosen is not None:
            _check_taken(name, design)
            bed = builder(bed, chosen, design, book)
    return bed


def _check_taken(name: str, design: Design) -> None:
    takes = design.construction.takes
    if name not in takes:
        raise refuse(
            f"add_ons.{name}",
            name,
            "That cannot be fixed to a bed of this kind.",
            f"{', '.join(takes)}" if takes else "no add-ons",
        )


def refuse_clash(field: str, parts: Sequence[Part], bed: Assembly, more: Sequence[Part] = ()) -> None:
    """Refuse an add-on that would stand in what is there already, or in `more` of its own. What is thin lies
    under it.
    """
    for part in parts:
        met = clash(part, [p for p in (*bed.parts, *more) if not p.role.thin])
        if met:
            raise refuse(
                field,
                part.name,
                f"The {part.role} of {part.side} would stand in the {met.role} of {met.side}.",
                "another side, or posts inside the bed",
            )
