"""The sizes of `sizes.toml`, by name."""

from dataclasses import dataclass
from functools import cache

from acrebox.core.data import amount, in_round, read_as
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System

FILE = ("construction", "sizes.toml")


@dataclass(frozen=True, kw_only=True)
class _SeatSpan:
    thickness_mm: float
    limit_mm: float
    limit_in: float
    source: str


@cache
def _seat_spans() -> list[_SeatSpan]:
    rows = read_as(list[_SeatSpan], "construction", "seats.toml", "span")
    return sorted(rows, key=lambda row: -row.thickness_mm)


def seat_span(thickness: float, system: System) -> float:
    """How far apart what carries a seat board of that thickness may lie [mm]. Source: common practice, row by
    row in `seats.toml`.
    """
    found = next((r for r in _seat_spans() if thickness >= r.thickness_mm - 0.5), _seat_spans()[-1])
    return in_round(found.limit_mm, found.limit_in, system)


def size(name: str, system: System = System.METRIC) -> float:
    """A size by which things are built [mm], by its name in the data file; a yard that measures in inches may
    have another, round in inches.
    """
    return amount(*FILE, name, system)


def printed(name: str, show: Printer) -> str:
    """The same for the bed that a Printer prints, as it prints it."""
    return show.length(size(name, show.built))
