"""What levels, tapes and ground are held against."""

from acrebox.core.data import amount
from acrebox.core.measure.systems import System


def ground_limit(name: str, built: System = System.METRIC) -> float:
    """A limit [mm, round in a system; a factor; a share] by its name in the data file."""
    return amount("ground", "limits.toml", name, built)
