"""What drains are held against."""

from acrebox.core.data import amount
from acrebox.core.measure.systems import System


def drain_limit(name: str, built: System = System.METRIC) -> float:
    """A limit [mm, round in a system; a count; a factor] by its name in the data file."""
    return amount("drainage", "limits.toml", name, built)
