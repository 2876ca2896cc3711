"""The sizes of a bed that may be changed by a hair: where they stand in its document, how far, and in what
steps.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any

from acrebox.core.data import amount, read_as
from acrebox.core.design import Design
from acrebox.core.measure.convert import MM_PER_INCH
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.measure.written import Length

FILE = ("fits", "fits.toml")
STEP_MM = {System.METRIC: 1.0, System.IMPERIAL: float(MM_PER_INCH) / 16}


@dataclass(frozen=True, kw_only=True)
class _Row:
    field: str
    words: str


@dataclass(frozen=True, kw_only=True)
class Size:
    """One size of a bed [mm], what it is called, and how far it may be changed either way."""

    field: str
    words: str
    mm: float
    far: float
    step: float

    def near(self, change: float) -> float | None:
        """The change of this size [mm] that is at least so much the same way, in whole steps; None where
        that is too far, or leaves less than nothing.
        """
        sign = 1.0 if change > 0 else -1.0
        to = self.mm + change
        steps = -(-abs(to) // self.step) if sign > 0 else to // self.step
        moved = steps * self.step - self.mm
        # A hair less than a whole step is that step.
        if abs(moved - change) > self.step - 1e-6:
            moved -= sign * self.step
        return moved if 1e-6 < abs(moved) <= self.far + 1e-6 and self.mm + moved >= -1e-6 else None


def setting(name: str, built: System = System.METRIC) -> float:
    """A setting of the data file, a length as is round in a system."""
    return amount(*FILE, name, built)


def sizes_of(design: Design, show: Printer) -> Iterator[Size]:
    """The sizes of a bed that may be changed."""
    rows = [(row.field, row.words) for row in read_as(list[_Row], *FILE, "size")]
    for path, length in (*_outline(design.outline), *_named(design, [field for field, _ in rows])):
        words = dict(rows).get(path) or f"a {path.rsplit('.', 1)[-1].replace('_', ' ')} of"
        far = max(setting("share") * length.mm, setting("least_far", show.built))
        yield Size(field=path, words=words, mm=length.mm, far=far, step=STEP_MM[show.built])


def _outline(outline: Any) -> Iterator[tuple[str, Length]]:
    for name, value in dict(outline).items():
        if isinstance(value, Length):
            yield f"outline.{name}", value
        elif isinstance(value, tuple):
            for n, row in enumerate(value):
                yield f"outline.{name}.{n}.length", row.length


def _named(design: Design, fields: list[str]) -> Iterator[tuple[str, Length]]:
    for path in fields:
        value: Any = design
        for step in path.split("."):
            value = getattr(value, step, None)
        if isinstance(value, Length):
            yield path, value
