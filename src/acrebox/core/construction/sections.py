"""Timber chosen by a design: looked up in the catalogue, corrected by what was measured."""

from dataclasses import dataclass

from acrebox.core.design import Section
from acrebox.core.errors import refuse
from acrebox.core.stock import Catalogue, Timber

SMALLEST_MM, LARGEST_MM = 5.0, 600.0


@dataclass(frozen=True)
class ChosenTimber:
    """A section in use: its catalogue row, and the thickness and width [mm] that count."""

    timber: Timber
    thickness: float
    width: float

    @property
    def differs(self) -> bool:
        """Whether the tape disagrees with the catalogue by more than half a millimetre."""
        return abs(self.thickness - self.timber.thickness.mm) > 0.5 or abs(self.width - self.timber.width.mm) > 0.5


def choose_timber(book: Catalogue, name: str, measured: Section, field: str) -> ChosenTimber:
    """The timber of that key or nominal size, at its measured size where one is given.

    Raises DesignError naming the field when the yard has no such timber or the measure is absurd.
    """
    timber = book.find_timber(name)
    if timber is None:
        known = ", ".join(f"{t.key} ({t.nominal})" for t in book.timber)
        raise refuse(field, name, f"The yard has no timber called '{name}'.", f"a stock key or nominal size: {known}")
    for side in ("thickness", "width"):
        length = getattr(measured, side)
        if length is not None and not SMALLEST_MM <= length.mm <= LARGEST_MM:
            raise refuse(f"{field}_measured.{side}", length.text, f"A {side} of {length.text} is no stick of timber.", "5 mm to 600 mm (1/4 in to 2 ft)")
    thickness = (measured.thickness or timber.thickness).mm
    width = (measured.width or timber.width).mm
    return ChosenTimber(timber, thickness, width)
