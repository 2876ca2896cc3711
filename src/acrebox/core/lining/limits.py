"""What linings are cut and held by."""

from acrebox.core.data import amount
from acrebox.core.measure.systems import System


def lining_limit(name: str, built: System = System.METRIC) -> float:
    """A limit [mm, round in a system; a spread in m²/L; hours; %] by its name in the data file."""
    return amount("lining", "limits.toml", name, built)
