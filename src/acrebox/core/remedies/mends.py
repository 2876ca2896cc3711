"""What could stand where a design names a stock that nobody sells any more."""

from collections.abc import Mapping, Sequence
from typing import Any

from pydantic import BaseModel

from acrebox.core.errors import Problem
from acrebox.core.stock import catalogue


class Mend(BaseModel):
    """A field whose stock is not sold any more, and the stocks that could stand there."""

    field: str
    value: str
    choices: list[str]


def mends(problems: Sequence[Problem], document: Mapping[str, Any]) -> list[Mend]:
    """Fields at fault that name a stock which nobody sells, with what could stand there."""
    book, found = catalogue(), []
    for p in problems:
        choices = [key for key in p.allowed.split(", ") if book.find_cuttable(key) or book.find_fill(key)]
        value = _at(document, p.field)
        if choices and isinstance(value, str):
            found.append(Mend(field=p.field, value=value, choices=choices))
    return found


def _at(document: Any, path: str) -> Any:
    for step in path.split("."):
        if isinstance(document, list) and step.isdigit() and int(step) < len(document):
            document = document[int(step)]
        elif isinstance(document, Mapping):
            document = document.get(step)
        else:
            return None
    return document
