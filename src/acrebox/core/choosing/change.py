"""Changing the construction of a bed: what still makes sense is kept, and what is not is said."""

from dataclasses import dataclass
from typing import Any

from acrebox.core.choosing.offers import starting_design
from acrebox.core.construction import assemble
from acrebox.core.design import Design, read_design, usual_of
from acrebox.core.errors import DesignError, Problem
from acrebox.core.measure.printing import Printer
from acrebox.core.stock import Catalogue, catalogue, list_for

NEVER_SAID = ("kind",)
MOST_LET_GO = 8


@dataclass(frozen=True)
class Changed:
    """The bed in its new construction, and in words what was dropped or had to change."""

    design: Design
    dropped: tuple[str, ...]


def change_construction(design: Design, kind: str) -> Changed:
    """The same bed built another way: size, site, saw, fill and add-ons stay; so do fields that both have.

    A field that the new construction refuses goes back to its own; what is dropped is said.
    Raises DesignError when not even the outline can be built that way.
    """
    book = catalogue(list_for(design.system, None))
    show = book.printer(design.system)
    start = starting_design(kind, design.system)
    old = design.construction.model_dump(mode="json", exclude_none=True)
    new = start.construction.model_dump(mode="json", exclude_none=True)
    if old["kind"] == kind:
        return Changed(design, ())
    model = type(start.construction)
    names = [n for n in old if n in model.model_fields and n not in NEVER_SAID and n not in model.keeps_own]
    shared = {name: old[name] for name in names}
    dropped = [
        _drop(name, value)
        for name, value in old.items()
        if name not in shared and name not in NEVER_SAID and _said(design, name, value)
    ]
    outline, lost = outline_for(design, start, book, show)
    if model.instead_of_size and outline.get("diameter"):
        new.pop(model.instead_of_size, None)
    data = {**design.document(), "outline": outline, "construction": {**new, **shared}}
    if design.reservoir is not None and not start.construction.closed and design.lining.floor != "pond":
        data["lining"] = {**data.get("lining", {}), "walls": "pond", "floor": "pond"}
        lost = [*lost, "lining: pond sheet on floor and walls, so that it keeps its water"]
    return _fitted(data, start, design, [*lost, *dropped], book, show)


def outline_for(
    design: Design, start: Design, book: Catalogue, show: Printer
) -> tuple[dict[str, Any], list[str]]:
    """The outline that another construction begins with, and in words what becomes of the one there is: kept
    where it can be built round it, else one about as long and as wide; what is ready made has its own.
    """
    now = design.outline.model_dump(mode="json", exclude_none=True)
    if start.construction.ready_made:
        long, wide = assemble(start, book).size("inside")
        said = f"outline and height: as it is bought, {show.length(long)} × {show.length(wide)} inside"
        return start.outline.model_dump(mode="json", exclude_none=True), [said]
    sized = design.construction.ready_made or (now["shape"] == "circle" and "diameter" not in now)
    if now["shape"] in start.construction.shapes and not sized:
        return now, []
    long, wide = assemble(design, book).size("outside")
    shape = start.construction.shapes[0]
    written = {"length": show.typed(long), "width": show.typed(wide)}
    if shape == "circle":
        written = {"diameter": show.typed(wide)}
    across = f"{written['diameter']} across" if shape == "circle" else " × ".join(written.values())
    was = f"{now['shape']} becomes {shape}, " if now["shape"] != shape else ""
    return {"shape": shape, "measured": "outside", **written}, [f"outline: {was}{across}"]


def _drop(name: str, value: Any) -> str:
    return f"{name.replace('_', ' ')}: {_words(value)}"


def _said(design: Design, name: str, value: Any) -> bool:
    """Whether a choice is worth a word: one that is not simply the default."""
    default = usual_of(type(design.construction).model_fields[name], design.system)
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
    """Fit the height, then let go, one by one, of fields and add-ons that the new construction cannot
    carry.
    """
    tall = assemble(old, book).wall_height
    data.pop("height", None)
    data.pop("courses", None)
    problem: DesignError | None = None
    for size in _heights(start, tall, show):
        tried, said = {**data, **size}, list(dropped)
        for _ in range(MOST_LET_GO):
            try:
                made = read_design(tried)
                built = assemble(made, book)
            except DesignError as fault:
                problem = fault
                less = _let_go(tried, fault.problems[0], start, old, said)
                if less is None:
                    break
                tried = less
                continue
            if abs(built.wall_height - tall) > 1.0:
                said.append(f"height: {show.length(tall)} becomes {show.length(built.wall_height)}")
            return Changed(made, tuple(said))
    assert problem is not None
    raise problem


def _let_go(
    tried: dict[str, Any], fault: Problem, start: Design, old: Design, said: list[str]
) -> dict[str, Any] | None:
    """The bed without the add-on or the kept field at fault, or with an outline of its own where the one that
    there was became another anyway; None where it is none of these.
    """
    head, _, rest = fault.field.partition(".")
    name = rest.split(".")[0]
    kept = old.outline.model_dump(mode="json", exclude_none=True)
    own = start.outline.model_dump(mode="json", exclude_none=True)
    if head == "outline" and tried["outline"] not in (own, kept):
        said.append(f"outline: {fault.message} It begins with its own size.")
        instead = start.construction.instead_of_size
        more = {instead: getattr(start.construction, instead)} if instead else {}
        return {**tried, "outline": own, "construction": {**tried["construction"], **more}}
    if head == "add_ons" and name in tried.get("add_ons", {}):
        said.append(f"{name}: {fault.message}")
        return {**tried, "add_ons": {k: v for k, v in tried["add_ons"].items() if k != name}}
    usual = start.construction.model_dump(mode="json", exclude_none=True)
    if (
        head == "construction"
        and name in tried["construction"]
        and tried["construction"][name] != usual.get(name)
    ):
        said.append(_drop(name, tried["construction"][name]))
        kept = {k: v for k, v in tried["construction"].items() if k != name}
        return {**tried, "construction": kept | ({name: usual[name]} if name in usual else {})}
    return None


def _heights(start: Design, tall: float, show: Printer) -> list[dict[str, Any]]:
    """Ways to come near a height [mm], in the order in which the construction is measured, nearest first."""
    ways: list[dict[str, Any]] = []
    if start.construction.ready_made:
        return [{}]
    for way in type(start.construction).measured_by:
        if way == "height":
            ways.append({"height": show.typed(tall)})
            if start.height:
                ways.append({"height": start.height.text})
        else:
            each = assemble(start, catalogue()).course_heights[-1]
            nearest = max(1, round(tall / each))
            ways += [{"courses": n} for n in (nearest, max(1, nearest - 1), nearest + 1)]
    return ways
