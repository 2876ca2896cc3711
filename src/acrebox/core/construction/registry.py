"""The one registry of constructions; a kind registered twice fails at import."""

from collections.abc import Callable

from acrebox.core.assembly import Assembly
from acrebox.core.construction.addons import add_ons
from acrebox.core.design import Design
from acrebox.core.stock import Catalogue

Builder = Callable[[Design, Catalogue], Assembly]
_builders: dict[str, Builder] = {}


def register(kind: str, builder: Builder) -> None:
    """Add a construction under the `kind` its design carries."""
    if kind in _builders:
        raise ValueError(f"construction '{kind}' is registered twice")
    _builders[kind] = builder


def registered() -> tuple[str, ...]:
    """The kinds that can be built."""
    return tuple(_builders)


def assemble(design: Design, book: Catalogue) -> Assembly:
    """Place the parts of a design, its add-ons with them.

    Raises DesignError for choices that cannot stand.
    """
    return add_ons(_builders[design.construction.kind](design, book), design, book)
