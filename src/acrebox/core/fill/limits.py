"""What filling is held against."""

from acrebox.core.data import amount
from acrebox.core.measure.systems import System


def fill_limit(name: str, built: System = System.METRIC) -> float:
    """A limit [mm, round in a system; minutes; a share] by its name in the data file."""
    return amount("fill", "limits.toml", name, built)
