"""The sizes of `sizes.toml`, by name."""

from acrebox.core.data import amounts


def size(name: str) -> float:
    """A size by which things are built [mm], by its name in the data file."""
    return amounts("construction", "sizes.toml")[name]
