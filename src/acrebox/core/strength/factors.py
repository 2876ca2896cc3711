"""The factors of `factors.toml`, by name."""

from acrebox.core.data import amounts


def factor(name: str) -> float:
    """A factor, stiffness or limit of the strength figures by its name in the data file."""
    return amounts("strength", "factors.toml")[name]
