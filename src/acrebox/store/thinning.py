"""Which of many revisions of a document are kept: the newest hundred, the next hundred to which undoing and
redoing leads, and of days before the last of each.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import UTC, datetime

NEWEST = 100
"""How many of the newest are kept, and how many steps can be undone or redone, whenever they were made."""
EVERY = 20
"""At every so many revisions a document is thinned."""


@dataclass(frozen=True)
class Mark:
    """A revision by its number, when it was made, and to which others undoing and redoing it leads."""

    number: int
    made_at: datetime
    undo_to: int | None = None
    redo_to: int | None = None


@dataclass(frozen=True)
class Thinned:
    """The numbers that go, and where undoing and redoing leads of those that stay, where that is another."""

    gone: frozenset[int]
    undo_to: dict[int, int | None]
    redo_to: dict[int, int | None]


def thinned(marks: Sequence[Mark]) -> Thinned:
    """What goes of the revisions of one document, given in the order of their numbers. Undoing leads to the
    next one before that is kept; what cannot be redone step by step any more is not redone.
    """
    older = marks[: max(0, len(marks) - NEWEST)]
    last_of_day = {mark.made_at.astimezone(UTC).date(): mark.number for mark in older}
    undo = {m.number: m.undo_to for m in marks}
    redo = {m.number: m.redo_to for m in marks}
    gone = frozenset(m.number for m in older) - frozenset(last_of_day.values())
    if marks:
        gone -= {*_steps(undo, marks[-1].number), *_steps(redo, marks[-1].number)}

    def kept_before(number: int | None) -> int | None:
        while number in gone:
            number = undo.get(number)
        return number

    stay = [m for m in marks if m.number not in gone]
    return Thinned(
        gone=gone,
        undo_to={m.number: kept_before(m.undo_to) for m in stay if m.undo_to in gone},
        redo_to={m.number: None for m in stay if m.redo_to in gone},
    )


def _steps(leads: Mapping[int, int | None], number: int) -> list[int]:
    """Where so many steps lead, one after the other."""
    found = list[int]()
    step = leads.get(number)
    while step is not None and len(found) < NEWEST:
        found.append(step)
        step = leads.get(step)
    return found
