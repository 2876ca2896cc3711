"""Sides that are left out: what stands there already, a fence or a wall, holds the soil instead."""

from collections.abc import Callable, Iterator
from dataclasses import replace

from acrebox.core.assembly import Assembly, Part
from acrebox.core.construction.concrete import concrete_for
from acrebox.core.construction.sides import side_named
from acrebox.core.design import Design, PostDepth, Posted
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import named
from acrebox.core.shape.outline import Outline, Side
from acrebox.core.stock import Catalogue
from acrebox.core.worked import COMMON_PRACTICE, Worked

FIELD = "construction.without"


def butting(choice: Posted, outline: Outline) -> dict[int, tuple[int, float]]:
    """The corners at a side that is left out: the sides that meet it there butt against what stands in its
    place.

    Raises DesignError for a side that the bed has not, corners that are not square, or no side that is left.
    """
    found: dict[int, tuple[int, float]] = {}
    for side in _left_out(choice, outline):
        if any(abs(corner - 90) > 1e-6 for corner in (side.corner_start, side.corner_end)):
            says = "What stands there would not run square to the sides next to it."
            raise refuse(FIELD, side.name, says, "a side with a square corner at both ends")
        after = (side.index + 1) % len(outline.points)
        if side.index in found or after in found:
            raise refuse(FIELD, side.name, "Two sides next to each other hold no corner.", "one of them")
        found |= {side.index: (side.index, 0.0), after: (side.index, 0.0)}
    return found


def _left_out(choice: Posted, outline: Outline) -> Iterator[Side]:
    for n, name in enumerate(dict.fromkeys(choice.without)):
        yield side_named(outline, name, f"{FIELD}.{n}")


def leave_out(bed: Assembly, design: Design, book: Catalogue) -> Assembly:
    """The bed without what would stand along the sides that are left out, save the posts of its corners.

    Raises DesignError where nothing else holds those corners, or something is fixed to a side that is not
    there.
    """
    choice = design.construction
    if not isinstance(choice, Posted) or not choice.without:
        return bed
    corners = [p for p in bed.parts if p.role.name == "corner post"]
    if not corners:
        says = "Without that side nothing holds the ends of the sides next to it."
        raise refuse(FIELD, ", ".join(choice.without), says, "posts inside, or every side of its own")
    for name in ("seats", "trellis"):
        chosen = getattr(design.add_ons, name)
        sides = getattr(chosen, "sides", None) or [getattr(chosen, "side", None)]
        if chosen is not None and set(sides) & set(choice.without):
            says = "Nothing of the bed stands there to fix it to."
            raise refuse(f"add_ons.{name}", name, says, "a side that is not left out")
    gone = {p.name for p in bed.parts if p.side in choice.without and not _stays(p)}
    parts = tuple(p for p in bed.parts if p.name not in gone)
    show = book.printer(design.system)
    left = replace(
        bed,
        parts=parts,
        joints=tuple(j for j in bed.joints if not gone & set(j.parts)),
        spans=tuple(s for s in bed.spans if s.side not in choice.without),
        loads=tuple(x for x in bed.loads if x.side not in choice.without),
        compartments=tuple(
            replace(c, parts=tuple(p for p in c.parts if p.name not in gone)) for c in bed.compartments
        ),
        facts={**bed.facts, "left_out": _fact(bed, choice, show.length)},
        against={**bed.against, **{name: -thick for name, thick in _face(bed, choice)}},
    )
    poured = concrete_for(parts, bed.stance, PostDepth.CONCRETE, book, show)
    goods = tuple(x for good in bed.goods for x in (poured if good.key == "concrete" else (good,)))
    return replace(left, goods=goods)


def _face(bed: Assembly, choice: Posted) -> Iterator[tuple[str, float]]:
    """How far inside the outline the face of what stands along each side left out is [mm]: where that of the
    wall would be.
    """
    for side in bed.outline.sides:
        if side.name in choice.without:
            yield side.name, side.coordinates(*bed.inner.sides[side.index].start)[1]


def _stays(part: Part) -> bool:
    return part.role.name in ("corner post", "existing post")


def _fact(bed: Assembly, choice: Posted, length: Callable[[float], str]) -> Worked:
    """How long what stands there is, along which the soil leans on it [mm]."""
    sides = [s for s in bed.inner.sides if s.name in choice.without]
    long = sum(s.length for s in sides)
    words = " + ".join(named(length(s.length), s.name) for s in sides)
    return Worked(amount=long, unit="mm", working=f"{words} = {length(long)}", source=COMMON_PRACTICE)
