"""The limits of `limits.toml`, by name."""

from acrebox.core.data import amounts


def limit(name: str) -> float:
    """A limit [mm, or a share] by its name in the data file."""
    return amounts("advice", "limits.toml")[name]
