"""The sizes of `sizes.toml`, by name."""

from acrebox.core.data import amount
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System

FILE = ("construction", "sizes.toml")


def size(name: str, system: System = System.METRIC) -> float:
    """A size by which things are built [mm], by its name in the data file; a yard that measures in inches may
    have another, round in inches.
    """
    return amount(*FILE, name, system)


def printed(name: str, show: Printer) -> str:
    """The same for the bed that a Printer prints, as it prints it."""
    return show.length(size(name, show.built))
