"""Ground that nobody digs into: what was asked for by name and cannot be there is refused at its field."""

from collections.abc import Iterator

from acrebox.core.design import HARD, ON_HARD, Design, PostDepth, Posted
from acrebox.core.errors import DesignError, Problem

ANCHORED = "anchors into it only where its owner says so"


def refuse_digging(design: Design) -> None:
    """Raises DesignError that names every field that wants the ground dug under a bed where nobody digs."""
    if design.site.stands_on in HARD and (found := list(_dug(design))):
        raise DesignError(found)


def _dug(design: Design) -> Iterator[Problem]:
    on, choice, ground = ON_HARD[design.site.stands_on], design.construction, design.ground
    soft = "say under Site that it stands on soil"
    if isinstance(choice, Posted):
        if choice.post_depth not in (None, PostDepth.NONE):
            yield Problem(
                "construction.post_depth",
                str(choice.post_depth.value),
                f"No post goes into {on}.",
                f"none, the walls holding each other at rigid corners; {ANCHORED}; or {soft}",
            )
        if choice.post_below is not None and choice.post_below.mm > 0:
            yield Problem(
                "construction.post_below",
                str(choice.post_below.text),
                f"No post goes into {on}.",
                f"nothing; {ANCHORED}; or {soft}",
            )
    bury = getattr(choice, "bury", None)
    if bury is not None and bury.mm > 0:
        yield Problem(
            "construction.bury", str(bury.text), f"Nothing is buried in {on}.", f"nothing; or {soft}"
        )
    if ground.bury.mm > 0:
        yield Problem(
            "ground.bury", str(ground.bury.text), f"Nothing is buried in {on}.", f"nothing; or {soft}"
        )
    if ground.base.mm > 0:
        yield Problem(
            "ground.base",
            str(ground.base.text),
            f"No base is rammed on {on}.",
            f"none: what carries a bed there is level, or packed where it stands; or {soft}",
        )
    if "trench" in ground.model_fields_set:
        yield Problem(
            "ground.trench", str(ground.trench.text), f"No trench is dug in {on}.", f"left empty; or {soft}"
        )
    if "school" in ground.model_fields_set and ground.school != "legs":
        yield Problem(
            "ground.school",
            ground.school,
            f"On {on} nothing is dug, rammed or hung on posts in the ground.",
            f"legs: packed up where it stands; or {soft}",
        )
