"""Documents of older releases, brought to the form of today step by step.

Each step is a small function from the form it knows to the next one; it leaves alone what is not of that
form. New optional fields need no step, and do not raise `schema`.
"""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from acrebox.core.bounds import check_bounds
from acrebox.core.design.base import CURRENT_SCHEMA
from acrebox.core.errors import refuse

Document = dict[str, Any]


@dataclass(frozen=True)
class Step:
    """What a release changed in the form: for documents up to a schema number, in words, and how."""

    upto: int
    says: str
    change: Callable[[Document], Document]


def _cap_among_add_ons(data: Document) -> Document:
    """The cap once was a part of the construction of boards."""
    construction = data.get("construction")
    if (
        not isinstance(construction, dict)
        or construction.get("kind") != "boards"
        or "cap" not in construction
    ):
        return data
    rest = {k: v for k, v in construction.items() if k != "cap"}
    add_ons = data.get("add_ons")
    add_ons = dict(add_ons) if isinstance(add_ons, dict) else {}
    if construction["cap"] is not None:
        add_ons.setdefault("cap", construction["cap"])
    return {**data, "construction": rest, **({"add_ons": add_ons} if add_ons else {})}


STEPS = (Step(1, "the cap of a bed of boards is one of its add-ons", _cap_among_add_ons),)


def upgraded(data: Any) -> Any:
    """A document in the form of today; what is no document at all is left for reading to refuse.

    Raises DesignError for a document of a newer release, or one whose `schema` is no whole number.
    """
    if not isinstance(data, dict):
        return data
    check_bounds(data)
    schema = data.get("schema", data.get("schema_", CURRENT_SCHEMA))
    if isinstance(schema, bool) or not isinstance(schema, int) or schema < 1:
        raise refuse("schema", schema, "That is no number of a form of documents.", f"1 to {CURRENT_SCHEMA}")
    if schema > CURRENT_SCHEMA:
        says = "This was written by a newer release of Acre Box than this one."
        raise refuse("schema", schema, says, f"at most {CURRENT_SCHEMA}, or the newer release")
    for step in STEPS:
        if schema <= step.upto:
            data = step.change(data)
    return {**data, "schema": CURRENT_SCHEMA} if "schema" in data else data
