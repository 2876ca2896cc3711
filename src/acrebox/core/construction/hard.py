"""Ground that nobody digs into: what was asked for by name and cannot be there is refused at its field."""

from collections.abc import Iterator

from acrebox.core.design import HARD, ON_HARD, Design, PostDepth
from acrebox.core.errors import DesignError, Problem
from acrebox.core.measure.written import Length

ANCHORED = "anchors into it only where its owner says so"
ALONE = "none: it stands by its walls alone, its corners rigid"
SOFT = "say under Site that it stands on soil"


def refuse_digging(design: Design) -> None:
    """Raises DesignError that names every field that wants the ground dug under a bed where nobody digs."""
    if design.site.stands_on in HARD and (found := list(_dug(design))):
        raise DesignError(found)


def _dug(design: Design) -> Iterator[Problem]:
    on, choice, ground = ON_HARD[design.site.stands_on], design.construction, design.ground
    for name in choice.digs:
        if (asked := _into_the_ground(getattr(choice, name))) is not None:
            says = f"Nothing goes into {on}."
            yield Problem(f"construction.{name}", asked, says, f"{ALONE}; {ANCHORED}; or {SOFT}")
    for name, says in (("bury", f"Nothing is buried in {on}."), ("base", f"No base is rammed on {on}.")):
        if (asked := _into_the_ground(getattr(ground, name))) is not None:
            yield Problem(f"ground.{name}", asked, says, f"nothing: packed level where it stands; or {SOFT}")
    if "trench" in ground.model_fields_set:
        says = f"No trench is dug in {on}."
        yield Problem("ground.trench", str(ground.trench.text), says, f"left empty; or {SOFT}")
    if "school" in ground.model_fields_set and ground.school != "legs":
        says = f"On {on} nothing is dug, rammed or hung on posts in the ground."
        yield Problem("ground.school", ground.school, says, f"legs: packed up where it stands; or {SOFT}")


def _into_the_ground(asked: Length | PostDepth | None) -> str | None:
    """What was asked for, where it goes into the ground."""
    if isinstance(asked, Length):
        return str(asked.text) if asked.mm > 0 else None
    return None if asked in (None, PostDepth.NONE) else str(asked)
