"""The sizes of `sizes.toml`, by name."""

from acrebox.core.data import amounts, amounts_in_inches
from acrebox.core.measure.convert import MM_PER_INCH
from acrebox.core.measure.printing import System

FILE = ("construction", "sizes.toml")


def size(name: str, system: System = System.METRIC) -> float:
    """A size by which things are built [mm], by its name in the data file; a yard that measures in inches may
    have another, round in inches.
    """
    if system is System.IMPERIAL and (inches := amounts_in_inches(*FILE).get(name)) is not None:
        return inches * float(MM_PER_INCH)
    return amounts(*FILE)[name]
