"""The limits of `limits.toml`, by name."""

from acrebox.core.data import amount
from acrebox.core.measure.systems import System


def limit(name: str, built: System = System.METRIC) -> float:
    """A limit [mm, round in a system; or a share] by its name in the data file."""
    return amount("advice", "limits.toml", name, built)
