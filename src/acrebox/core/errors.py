"""Errors of the core.

AcreBoxError
 └─ DesignError      a design that cannot be planned: one Problem per field at fault
"""

from collections.abc import Sequence
from dataclasses import dataclass


@dataclass(frozen=True)
class Problem:
    """One thing wrong with one field: what was given, what is allowed and what to do about it."""

    field: str
    value: str
    message: str
    allowed: str


class AcreBoxError(Exception):
    """Base of every error that the product raises on purpose."""


class DesignError(AcreBoxError):
    """A design cannot be planned. `problems` names every field at fault."""

    def __init__(self, problems: Sequence[Problem]) -> None:
        self.problems = tuple(problems)
        super().__init__("; ".join(f"{p.field}: {p.message}" for p in self.problems))

    def __reduce__(self) -> tuple[type["DesignError"], tuple[Sequence[Problem]]]:
        """By its problems, so that it can go from one process to another."""
        return (DesignError, (self.problems,))


def refuse(field: str, value: object, message: str, allowed: str) -> DesignError:
    """A DesignError about one field, ready to raise."""
    return DesignError([Problem(field, str(value), message, allowed)])
