"""The limits of `limits.toml`, by name."""

from acrebox.core.data import amount
from acrebox.core.measure.systems import System


def site_limit(name: str, built: System = System.METRIC) -> float:
    """A limit [mm, round in a system; hours; kg] by its name in the data file."""
    return amount("site", "limits.toml", name, built)
