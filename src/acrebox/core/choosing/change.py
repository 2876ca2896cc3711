"""Changing the construction of a bed: what still makes sense is kept, and what is not is said."""

from dataclasses import dataclass
from typing import Any

from acrebox.core.choosing.offers import starting_design
from acrebox.core.construction import assemble
from acrebox.core.design import Design, read_design
from acrebox.core.errors import DesignError
from acrebox.core.measure.printing import Printer
from acrebox.core.stock import Catalogue, catalogue

NEVER_SAID = ("kind",)


@dataclass(frozen=True)
class Changed:
    """The bed in its new construction, and in words what was dropped or had to change."""

    design: Design
    dropped: tuple[str, ...]


def change_construction(design: Design, kind: str) -> Changed:
    """The same bed built another way: size, site, saw, fill and add-ons stay; so do posts and corners where both have them.

    Raises DesignError when not even the outline can be built that way.
    """
    book = catalogue()
    show = Printer(design.system)
    start = starting_design(kind, design.system)
    old, new = (
        design.construction.model_dump(mode="json", exclude_none=True),
        start.construction.model_dump(mode="json", exclude_none=True),
    )
    if old["kind"] == kind:
        return Changed(design, ())
    shared = {
        name: value
        for name, value in old.items()
        if name in type(start.construction).model_fields and name not in NEVER_SAID
    }
    if shared.get("corner") == "mitred" and kind in ("staves", "framed_sheet"):
        del shared["corner"]
    if kind == "framed_sheet":
        shared.pop("post_drop", None)
        shared.pop("post_limit", None)
    dropped = [
        f"{name.replace('_', ' ')}: {_words(value)}"
        for name, value in old.items()
        if name not in shared and name not in NEVER_SAID and _said(design, name, value)
    ]
    data = {**design.document(), "construction": {**new, **shared}}
    return _fitted(data, start, design, dropped, book, show)


def _said(design: Design, name: str, value: Any) -> bool:
    """Whether a choice is worth a word: one that is not simply the default."""
    default = type(design.construction).model_fields[name].get_default(call_default_factory=True)
    plain = getattr(default, "text", default)
    if hasattr(plain, "model_dump"):
        plain = plain.model_dump(mode="json", exclude_none=True)
    return value not in (plain, str(plain), None, [], {})


def _words(value: Any) -> str:
    if isinstance(value, list):
        return f"{len(value)} entries"
    return ", ".join(f"{k} {_words(v)}" for k, v in value.items()) if isinstance(value, dict) else str(value)


def _fitted(
    data: dict[str, Any], start: Design, old: Design, dropped: list[str], book: Catalogue, show: Printer
) -> Changed:
    """Fit the height, then drop add-ons that the new construction cannot carry, one by one."""
    tall = assemble(old, book).wall_top
    data.pop("height", None)
    data.pop("courses", None)
    heights = _heights(start, tall, show)
    problem: DesignError | None = None
    for size in heights:
        tried, said = {**data, **size}, list(dropped)
        for _ in range(8):
            try:
                made = read_design(tried)
                built = assemble(made, book)
            except DesignError as fault:
                problem = fault
                field = fault.problems[0].field
                add_on = field.split(".")[1] if field.startswith("add_ons.") else None
                if add_on is None or add_on not in tried.get("add_ons", {}):
                    break
                tried = {**tried, "add_ons": {k: v for k, v in tried["add_ons"].items() if k != add_on}}
                said.append(f"{add_on}: {fault.problems[0].message}")
                continue
            if abs(built.wall_top - tall) > 1.0:
                said.append(f"height: {show.length(tall)} becomes {show.length(built.wall_top)}")
            return Changed(made, tuple(said))
    assert problem is not None
    raise problem


def _heights(start: Design, tall: float, show: Printer) -> list[dict[str, Any]]:
    """Ways to come near a height [mm], nearest first."""
    plain = show.length(tall).replace("′", "'").replace("″", '"')
    if start.construction.kind == "staves":
        usual = start.height.text if start.height else plain
        return [{"height": plain}, {"height": usual}]
    if start.construction.kind == "framed_sheet":
        return [{"height": plain}, {"courses": 1}, {"courses": 2}]
    each = assemble(start, catalogue()).course_heights[-1]
    nearest = max(1, round(tall / each))
    return [{"courses": n} for n in (nearest, max(1, nearest - 1), nearest + 1)]
