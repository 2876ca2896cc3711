"""Load cases and what works each of them out: one file a kind, one registry."""

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Any, TypeVar

from acrebox.core.assembly import LoadCase
from acrebox.core.design import Loads
from acrebox.core.stock import Catalogue, Species
from acrebox.core.strength.factors import factor
from acrebox.core.strength.soil import Push

L = TypeVar("L", bound=LoadCase)


@dataclass(frozen=True)
class Loaded:
    """What loads the bed: the soil's push, from and to which height it lies (`floor`, `depth` [mm]), what is
    known of the woods.
    """

    push: Push
    depth: float
    loads: Loads
    book: Catalogue
    floor: float = 0.0

    def with_people(self) -> "Loaded":
        """The same with people on the edge. They push as far down as a bed is high: the wedge that leans on
        the wall is no wider at the top than they stand away from it.
        """
        return replace(self, push=replace(self.push, on_top=self.push.on_top + factor("people")))

    def on(self, side: str) -> "Loaded":
        """What loads one side."""
        return self.with_people() if side in self.loads.people else self

    @property
    def worst(self) -> "Loaded":
        """What loads the side that is loaded most."""
        return self.with_people() if self.loads.people else self

    def wood(self, stock: str) -> tuple[Species, bool]:
        """The wood a stock is taken for, and whether that is a guess at the weak end."""
        timber = self.book.find_timber(stock)
        key = self.loads.species or (timber.species if timber else "unknown")
        found = self.book.find_species(key)
        assert found is not None  # keys of the catalogue, or checked before
        return found, key == "unknown"


_checks: dict[type[LoadCase], Callable[[Any, Loaded], Any]] = {}


def checks(case: type[L]) -> Callable[[Callable[[L, Loaded], Any]], Callable[[L, Loaded], Any]]:
    """Register what works out a kind of load case; a kind used twice fails at import."""

    def add(function: Callable[[L, Loaded], Any]) -> Callable[[L, Loaded], Any]:
        if case in _checks:
            raise ValueError(f"load case {case.__name__} is registered twice")
        _checks[case] = function
        return function

    return add


def check(case: LoadCase, loaded: Loaded) -> Any:
    """What comes of a load case."""
    return _checks[type(case)](case, loaded)
