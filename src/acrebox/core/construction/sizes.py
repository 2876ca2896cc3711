"""The sizes of `sizes.toml`, by name."""

from dataclasses import dataclass
from functools import cache

from acrebox.core.data import amount, in_round, read_as, row_reached
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System

FILE = ("construction", "sizes.toml")


@dataclass(frozen=True, kw_only=True)
class _Span:
    thickness_mm: float
    limit_mm: float
    limit_in: float
    source: str


@cache
def _seat_spans() -> list[_Span]:
    return read_as(list[_Span], "construction", "seats.toml", "span")


@cache
def _floor_spans() -> list[_Span]:
    return read_as(list[_Span], "construction", "floors.toml", "span")


def seat_span(thickness: float, system: System) -> float:
    """How far apart what carries a seat board of that thickness may lie [mm]. Source: common practice, row by
    row in `seats.toml`.
    """
    found = row_reached(_seat_spans(), "thickness_mm", thickness, 0.5)
    return in_round(found.limit_mm, found.limit_in, system)


def floor_span(thickness: float, system: System) -> float:
    """How far apart bearers may lie under floor boards of that thickness [mm], under the soil that is usual
    there. Source: common practice, row by row in `floors.toml`.
    """
    found = row_reached(_floor_spans(), "thickness_mm", thickness, 0.5)
    return in_round(found.limit_mm, found.limit_in, system)


def size(name: str, system: System = System.METRIC) -> float:
    """A size by which things are built [mm], by its name in the data file; a yard that measures in inches may
    have another, round in inches.
    """
    return amount(*FILE, name, system)


def printed(name: str, show: Printer) -> str:
    """The same for the bed that a Printer prints, as it prints it."""
    return show.length(size(name, show.built))
