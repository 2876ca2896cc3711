"""The one registry of constructions: the model of their choices and what places their parts; a kind used
twice fails.
"""

from collections.abc import Callable
from typing import TypeVar

from acrebox.core.assembly import Assembly
from acrebox.core.construction.addons import add_ons
from acrebox.core.construction.floors import lay_floor
from acrebox.core.construction.hard import refuse_digging
from acrebox.core.construction.left_out import leave_out
from acrebox.core.construction.open_end import leave_open
from acrebox.core.construction.posts import with_drop
from acrebox.core.design import Construction, Design, Posted, constructions
from acrebox.core.stock import Catalogue

C = TypeVar("C", bound=Construction)
Builder = Callable[[Design, C, Catalogue], Assembly]
_builders: dict[str, Callable[[Design, Catalogue], Assembly]] = {}


def builds(model: type[C]) -> Callable[[Builder[C]], Builder[C]]:
    """Register a construction: its model under the `kind` it carries, and the function that builds it."""

    def add(function: Builder[C]) -> Builder[C]:
        constructions.register(model)

        def build(design: Design, book: Catalogue) -> Assembly:
            choice = design.construction
            assert isinstance(choice, model)
            return function(design, with_drop(choice, design, book), book)

        _builders[str(model.model_fields["kind"].default)] = build
        return function

    return add


def forget(kind: str) -> None:
    """Take a construction away again, as a test does with its own."""
    constructions.forget(kind)
    del _builders[kind]


def registered() -> tuple[str, ...]:
    """The kinds that can be built, in the order in which they were registered."""
    return tuple(_builders)


def assemble(design: Design, book: Catalogue) -> Assembly:
    """Place the parts of a design, its add-ons with them.

    Raises DesignError for choices that cannot stand.
    """
    refuse_digging(design)
    choice = design.construction
    bed = lay_floor(leave_out(_builders[choice.kind](design, book), design, book), design, book)
    bed = add_ons(bed, design, book)
    if isinstance(choice, Posted) and choice.open_end:
        straps = design.add_ons.straps
        bed = leave_open(bed, choice, strapped_round=straps is not None and straps.way == "round")
    return bed
