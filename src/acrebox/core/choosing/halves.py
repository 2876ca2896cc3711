"""The other half of what was cut in two: a bed of its own, out of the same tank or drum."""

from acrebox.core.construction import assemble
from acrebox.core.design import Design, read_design
from acrebox.core.stock import catalogue, list_for

OTHER = {"lower": "upper", "upper": "lower", "plain": "bungs", "bungs": "plain"}


def other_half(design: Design) -> Design | None:
    """The bed that the other half makes, named after this one; both then pay half. None where nothing was cut
    in two.

    Raises DesignError when the bed itself cannot be planned.
    """
    choice = design.construction.model_dump(mode="json", exclude_none=True)
    if "halves" not in choice:
        return None
    turned = {key: OTHER[choice[key]] for key in ("half", "end") if choice.get(key) in OTHER}
    document = {
        **design.document(),
        "name": f"{design.name[:70]}, other half",
        "construction": {**choice, **turned, "halves": "both"},
    }
    if design.height is not None:
        # What one half is deeper, the other is shallower.
        whole = read_design({k: v for k, v in design.document().items() if k != "height"})
        book = catalogue(list_for(design.system, None))
        rest = 2 * assemble(whole, book).wall_height - design.height.mm
        document["height"] = book.printer(design.system).typed(rest)
    document.pop("decided", None)
    return read_design(document)
