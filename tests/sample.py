"""Designs to start a test from."""

from typing import Any

from acrebox.core.design import Design, read_design
from acrebox.core.plan import Plan, open_plan

NORTH_BED: dict[str, Any] = {
    "schema": 1,
    "name": "North bed",
    "outline": {"shape": "rectangle", "length": "8 ft", "width": "4 ft", "measured": "outside"},
    "height": "14 1/2 in",
    "construction": {"kind": "boards", "board": "2x8", "post": "4x4", "corner": "long_through"},
}


def document(**changes: Any) -> dict[str, Any]:
    """The North bed's document with fields changed by path: `outline__length="2 m"`; None takes a field
    away.
    """
    data: dict[str, Any] = _copy(NORTH_BED)
    for path, value in changes.items():
        at = data
        *steps, last = path.split("__")
        for step in steps:
            at = at.setdefault(step, {})
        if value is None:
            at.pop(last, None)
        else:
            at[last] = value
    return data


def courses_of(courses: int, **changes: Any) -> dict[str, Any]:
    """The North bed, so many courses high, with fields changed."""
    return document(height=None, courses=courses, **changes)


def design(**changes: Any) -> Design:
    """The North bed, changed."""
    return read_design(document(**changes))


def planned(data: dict[str, Any], *chapters: str) -> Plan:
    """The Plan of a document: these chapters of it are worked out, and what they refuse is refused; the rest
    is when it is asked for.
    """
    plan = open_plan(read_design(data))
    for chapter in chapters:
        getattr(plan, chapter)
    return plan


def _copy(value: Any) -> Any:
    return {k: _copy(v) for k, v in value.items()} if isinstance(value, dict) else value
