"""What reservoirs are held against."""

from acrebox.core.data import amount
from acrebox.core.measure.systems import System


def wicking_limit(name: str, built: System = System.METRIC) -> float:
    """A limit [mm, round in a system; a share] by its name in the data file."""
    return amount("wicking", "limits.toml", name, built)
