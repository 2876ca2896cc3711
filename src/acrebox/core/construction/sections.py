"""Timber chosen by a design: looked up in the catalogue, corrected by what was measured."""

from dataclasses import dataclass
from decimal import Decimal

from acrebox.core.assembly import UsedTimber
from acrebox.core.construction.sizes import printed, size
from acrebox.core.design import Design, MeasuredStick
from acrebox.core.errors import refuse
from acrebox.core.measure.systems import System
from acrebox.core.stock import Catalogue, Sheet, Timber


@dataclass(frozen=True)
class ChosenTimber:
    """A section in use: its catalogue row, and the thickness and width [mm] that count."""

    field: str
    timber: Timber
    thickness: float
    width: float

    @property
    def used(self) -> UsedTimber:
        """What the Assembly keeps of it."""
        return UsedTimber(
            field=self.field,
            stock=self.timber.key,
            thickness=self.thickness,
            width=self.width,
            differs=self.differs,
        )

    @property
    def wide(self) -> float:
        """Its wider side [mm]."""
        return max(self.width, self.thickness)

    @property
    def thick(self) -> float:
        """Its other side [mm]."""
        return min(self.width, self.thickness)

    @property
    def cover(self) -> float:
        """The height [mm] that one course of it adds: less than its width where a tongue goes into a
        groove.
        """
        return self.width - self.timber.tongue_mm

    @property
    def differs(self) -> bool:
        """Whether the tape disagrees with the catalogue by more than half a millimetre, whichever way the
        timber is turned.
        """
        as_is = sorted((self.thickness, self.width))
        listed = sorted((self.timber.thickness.mm, self.timber.width.mm))
        return any(abs(a - b) > 0.5 for a, b in zip(as_is, listed, strict=True))


def choose_timber(
    book: Catalogue, name: str, measured: MeasuredStick, field: str, built: System = System.METRIC
) -> ChosenTimber:
    """The timber of that key or nominal size, at its measured size where one is given.

    Raises DesignError naming the field when the yard has no such timber or the measure is absurd.
    """
    timber = book.find_timber(name)
    if timber is None:
        known = ", ".join(f"{t.key} ({t.nominal})" for t in book.timber)
        raise refuse(
            field, name, f"The yard has no timber called '{name}'.", f"a stock key or nominal size: {known}"
        )
    show = book.printer(built)
    for side in ("thickness", "width"):
        length = getattr(measured, side)
        if length is not None and not size("smallest_stick") <= length.mm <= size("largest_stick"):
            raise refuse(
                f"{field}_measured.{side}",
                length.text,
                f"A {side} of {length.text} is no stick of timber.",
                f"{printed('smallest_stick', show)} to {printed('largest_stick', show)}",
            )
    thickness = (measured.thickness or timber.thickness).mm
    width = (measured.width or timber.width).mm
    return ChosenTimber(field, timber, thickness, width)


def choose_sheet(book: Catalogue, name: str, field: str) -> Sheet:
    """The sheet of that key.

    Raises DesignError naming the field when the yard has no such sheet.
    """
    sheet = book.find_sheet(name)
    if sheet is None:
        raise refuse(field, name, "The yard has no such sheet.", ", ".join(s.key for s in book.sheet))
    return sheet


def longest_stick(design: Design, timber: Timber | Sheet, book: Catalogue) -> float:
    """The longest piece that a stick of a section gives, after squaring [mm]."""
    trim = design.bench.trim.mm * (2 if design.bench.trim_ends == "both" else 1)
    return max(length for length, _ in sold_sticks(design, timber, book)) - trim


def sold_sticks(design: Design, timber: Timber | Sheet, book: Catalogue) -> list[tuple[float, Decimal]]:
    """The lengths in which a section is sold [mm] and their prices: the yard's own, else the catalogue's."""
    own = [
        (row.length.mm, row.price)
        for row in design.bench.lengths
        if book.find_cuttable(row.stock) == timber and row.limit != 0
    ]
    return own or [(row.length.mm, row.price) for row in timber.lengths]
