"""What could stand where a design names a stock that nobody sells any more."""

import re
from collections.abc import Mapping, Sequence
from typing import Any

from pydantic import BaseModel

from acrebox.core.design import Asked, bed_groups, constructions, questions_of
from acrebox.core.errors import Problem
from acrebox.core.stock import catalogue


class Mend(BaseModel):
    """A field whose stock is not sold any more, and the stocks that could stand there."""

    field: str
    value: str
    choices: list[str]


def mends(problems: Sequence[Problem], document: Mapping[str, Any]) -> list[Mend]:
    """Fields at fault that name a stock which nobody sells, with those of its use that could stand there."""
    uses = {asked.path: asked.stock for asked in _questions(document) if asked.stock}
    found = []
    for p in problems:
        value = _at(document, p.field)
        named = set(re.findall(r"[\w.-]+", p.allowed))
        choices = [key for key in _sold(uses.get(p.field)) if key in named]
        if choices and isinstance(value, str) and value not in named:
            found.append(Mend(field=p.field, value=value, choices=choices))
    return found


def _questions(document: Mapping[str, Any]) -> list[Asked]:
    kind = _at(document, "construction.kind")
    model = constructions.models.get(kind) if isinstance(kind, str) else None
    asked = questions_of(model, "construction") if model else []
    return [*asked, *(q for group in bed_groups() for q in group.questions)]


def _sold(use: str | None) -> list[str]:
    """The keys of what is sold for a use; of everything where no use is known."""
    book = catalogue()
    timber = [t.key for t in book.timber if use in (None, t.use)]
    sheet = [s.key for s in book.sheet if use in (None, "sheet")]
    return [*timber, *sheet, *(f.key for f in book.fill if use is None)]


def _at(document: Any, path: str) -> Any:
    for step in path.split("."):
        if isinstance(document, list) and step.isdigit() and int(step) < len(document):
            document = document[int(step)]
        elif isinstance(document, Mapping):
            document = document.get(step)
        else:
            return None
    return document
