"""The constructions as they are offered, from `kinds.toml`, each drawn by the same drawing code as every
bed.
"""

from functools import cache
from typing import Any

from pydantic import BaseModel, ConfigDict

from acrebox.core.construction import registered
from acrebox.core.data import DataFileError, by_key, read_as
from acrebox.core.design import Asked, Design, constructions, questions_of, read_design
from acrebox.core.drafting import View
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.plan import DRAWINGS, open_plan


class KindRow(BaseModel):
    """How a construction is offered: its words, and a design to start from in each system."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    kind: str
    title: str
    sentence: str
    suits: str
    asks: str
    metric: dict[str, Any]
    imperial: dict[str, Any]


class Offer(BaseModel):
    """One construction: a sentence, what it suits and asks for, a design to start from, its picture, its
    questions; the outlines that it can have, the field that gives it a size of its own, the
    add-ons that it takes.
    """

    model_config = ConfigDict(frozen=True)

    kind: str
    title: str
    sentence: str
    suits: str
    asks: str
    design: Design
    picture: View
    questions: list[Asked]
    shapes: list[str]
    size_from: str | None
    takes: list[str]


_more: dict[str, KindRow] = {}


def add_offer(row: KindRow) -> None:
    """Offer one more construction, as a test does with its own."""
    _more[row.kind] = row
    offers.cache_clear()


def forget_offer(kind: str) -> None:
    """Take an offer away again that was added."""
    del _more[kind]
    offers.cache_clear()


@cache
def _listed() -> dict[str, KindRow]:
    return by_key(read_as(list[KindRow], "choosing", "kinds.toml", "kind"), "kind")


def _rows() -> dict[str, KindRow]:
    found = {**_listed(), **_more}
    if set(found) != set(registered()):
        raise DataFileError(f"offered {sorted(found)}, registered {sorted(registered())}")
    return found


def starting_design(kind: str, system: System) -> Design:
    """A design of that construction to start from, in a system of units. Raises DesignError for a kind
    nobody builds.
    """
    row = _rows().get(kind)
    if row is None:
        raise refuse("kind", kind, "There is no such construction.", ", ".join(_rows()))
    start = row.metric if system is System.METRIC else row.imperial
    return read_design({"schema": 1, "name": "New bed", "units": str(system), **start})


@cache
def offers(system: System, shown: System | None = None) -> tuple[Offer, ...]:
    """Every construction that can be built, in the order in which they are offered: as planned in a system,
    and shown in one.
    """
    return tuple(_offer(row, system, shown) for row in _rows().values())


def _offer(row: KindRow, system: System, shown: System | None) -> Offer:
    design = starting_design(row.kind, system)
    return Offer(
        kind=row.kind,
        title=row.title,
        sentence=row.sentence,
        suits=row.suits,
        asks=row.asks,
        design=design,
        picture=open_plan(design, shown=shown)[DRAWINGS].picture,
        questions=questions_of(
            constructions.models[row.kind], "construction", Printer(shown or system, built=system)
        ),
        shapes=list(constructions.models[row.kind].shapes),
        size_from=constructions.models[row.kind].size_from,
        takes=list(constructions.models[row.kind].takes),
    )
