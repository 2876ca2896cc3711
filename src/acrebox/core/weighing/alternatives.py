"""Other sound ways to build a bed, to weigh it up against."""

from collections.abc import Iterator
from math import log

from acrebox.core.advice.limits import limit
from acrebox.core.choosing import change_construction, offers
from acrebox.core.construction import assemble
from acrebox.core.design import Design, Rectangle, read_design
from acrebox.core.errors import DesignError
from acrebox.core.measure.convert import MM_PER_INCH
from acrebox.core.measure.systems import System
from acrebox.core.plan import WATCH_OUTS, Plan, plan_bed
from acrebox.core.remedies import remedies
from acrebox.core.stock import catalogue
from acrebox.core.yard import LONE, Yard

ENOUGH = 2
LENGTH_STEP = {System.METRIC: 50.0, System.IMPERIAL: 2 * float(MM_PER_INCH)}


def alternatives(design: Design, yard: Yard = LONE) -> list[Design]:
    """Two sound beds of the same size built otherwise, named by what they are built of: nothing of them
    needs a look that does not of the bed itself. Of another construction where one can stand there, else a
    course lower or higher, else of another outline, the nearest to as large first. Fewer where no more can
    be found.

    Raises DesignError when the bed itself cannot be planned.
    """
    allowed = _alarms(plan_bed(design, yard))
    found: list[Design] = []
    for other in _others(design, yard):
        sound = _sound(other, yard, allowed)
        if sound is not None and all(sound.document() != known.document() for known in found):
            found.append(sound)
        if len(found) == ENOUGH:
            break
    return found


def _others(design: Design, yard: Yard) -> Iterator[Design]:
    system: System = design.units or yard.units or design.system
    elsewhere: list[tuple[float, Design]] = []
    ground = _ground(design)
    for offer in offers(system):
        if offer.kind == design.construction.kind:
            continue
        try:
            changed = change_construction(design, offer.kind).design
        except DesignError:
            continue  # that one cannot stand in this outline
        named = changed.model_copy(update={"name": offer.title, "decided": None})
        if changed.outline == design.outline:
            yield named
        else:
            near = _within_reach(named, ground)
            elsewhere.append((abs(log(_ground(near) / ground)), near))
    document = design.document()
    for more in (-1, 1):
        courses = document.get("courses")
        if isinstance(courses, int) and courses + more >= 1:
            count = courses + more
            name = f"{count} course{'s' if count > 1 else ''}"
            yield read_design({**document, "courses": count, "name": name}, yard.units)
    yield from (other for _, other in sorted(elsewhere, key=lambda each: each[0]))


def _ground(design: Design) -> float:
    """The ground that a bed covers [mm²]."""
    return assemble(design, catalogue()).outline.area


def _within_reach(design: Design, ground: float) -> Design:
    """A rectangle wider than arms reach, as a wide circle gives, made longer instead: as large [mm²]."""
    across = limit("reach_two_sides", design.system)
    if not isinstance(design.outline, Rectangle) or design.outline.width.mm <= across:
        return design
    document = design.document()
    show = catalogue().printer(design.system)
    step = LENGTH_STEP[design.system]
    sizes = {"width": show.typed(across), "length": show.typed(round(ground / across / step) * step)}
    return read_design({**document, "outline": {**document["outline"], **sizes}})


def _sound(design: Design, yard: Yard, allowed: set[str]) -> Design | None:
    """The design, or the first whole remedy of it, where it brings no alarm of its own; None where there is
    none.
    """
    try:
        if not _alarms(plan_bed(design, yard)) - allowed:
            return design
        cured = next((r.design for r in remedies(design, yard) if r.whole), None)
        if cured is not None and not _alarms(plan_bed(cured, yard)) - allowed:
            return cured
    except DesignError:
        return None
    return None


def _alarms(plan: Plan) -> set[str]:
    return {w.code for w in plan[WATCH_OUTS] if w.alarm}
