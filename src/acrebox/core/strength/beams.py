"""Beams: moment and bow under an even or a growing load, over one to four equal spans."""

from dataclasses import dataclass
from functools import cache

from acrebox.core.data import by_key, read_as


@dataclass(frozen=True, kw_only=True)
class Coefficients:
    """Greatest moment over wL², and greatest deflection times EI over wL⁴, and whose they are."""

    moment: float
    deflection: float
    source: str
    spans: int = 1


@cache
def _even() -> dict[str, Coefficients]:
    return by_key(read_as(list[Coefficients], "strength", "beams.toml", "even"), "spans")


def even_load(spans: int) -> Coefficients:
    """Coefficients of an even load over that many equal spans; more than four are as four."""
    return _even()[str(min(max(spans, 1), 4))]


@cache
def growing_load() -> Coefficients:
    """Coefficients of a load that grows from nothing to w over one span."""
    return read_as(Coefficients, "strength", "beams.toml", "triangle")
