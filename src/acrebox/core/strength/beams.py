"""Beams: moment and bow under an even or a growing load, over one to four equal spans."""

import tomllib
from dataclasses import dataclass
from functools import cache
from importlib.resources import files


@dataclass(frozen=True)
class Coefficients:
    """Greatest moment over wL², and greatest deflection times EI over wL⁴."""

    moment: float
    deflection: float


@cache
def _tables() -> tuple[dict[int, Coefficients], Coefficients]:
    data = tomllib.loads(files("acrebox.core.strength").joinpath("beams.toml").read_text("utf-8"))
    even = {row["spans"]: Coefficients(row["moment"], row["deflection"]) for row in data["even"]}
    return even, Coefficients(**data["triangle"])


def even_load(spans: int) -> Coefficients:
    """Coefficients of an even load over that many equal spans; more than four are as four."""
    even, _ = _tables()
    return even[min(max(spans, 1), max(even))]


def growing_load() -> Coefficients:
    """Coefficients of a load that grows from nothing to w over one span."""
    return _tables()[1]
