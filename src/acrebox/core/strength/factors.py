"""The factors of `factors.toml`, by name."""

from acrebox.core.data import amounts


def factor(name: str) -> float:
    """A factor, stiffness [MPa] or limit [mm, share of a span] of the strength figures by its name."""
    return amounts("strength", "factors.toml")[name]
