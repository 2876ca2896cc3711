"""Where beds stand: the yard keeps places by the ids of beds, the core knows beds by their names."""

from collections.abc import Mapping
from uuid import UUID

from acrebox.core.design import Design
from acrebox.core.yard import Yard


def drawn(yard: Yard) -> bool:
    """Whether anything is drawn on the plan of a yard."""
    return bool(yard.outline or yard.things or yard.places)


def names_of(beds: Mapping[UUID, Design], this: UUID | None = None, name: str = "") -> dict[UUID, str]:
    """A name of its own for every bed; `this` one is called `name` by now."""
    found: dict[UUID, str] = {this: name} if this is not None else {}
    for key, design in beds.items():
        if key in found:
            continue
        plain, count = str(design.name), 1
        called = plain
        while called in found.values():
            count += 1
            called = f"{plain} ({count})"
        found[key] = called
    return found


def stood(yard: Yard, beds: Mapping[UUID, Design], names: Mapping[UUID, str]) -> Yard:
    """The yard as the core has it: its places by the names of beds, and the beds that have one."""
    placed = {key: yard.places[str(key)] for key in names if str(key) in yard.places}
    there = (beds[key].model_copy(update={"name": names[key]}) for key in placed if key in beds)
    return yard.model_copy(
        update={"places": {names[key]: place for key, place in placed.items()}, "beds": tuple(there)}
    )
