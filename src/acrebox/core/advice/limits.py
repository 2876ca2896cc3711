"""The limits of `limits.toml`, by name."""

import tomllib
from functools import cache
from importlib.resources import files


@cache
def _limits() -> dict[str, float]:
    return tomllib.loads(files("acrebox.core.advice").joinpath("limits.toml").read_text("utf-8"))


def limit(name: str) -> float:
    """A limit [mm, or a share] by its name in the data file."""
    return float(_limits()[name])
