"""Posts: how long by school, and how a run is divided so that no bay is over the limit."""

import tomllib
from functools import cache
from importlib.resources import files
from math import ceil

from acrebox.core.assembly import Footing
from acrebox.core.design import PostDepth

CONCRETE_MM = 300.0
DRIVEN_MM = 600.0
TRIM_ALLOWANCE_MM = 50.0


def footing(school: PostDepth, above: float) -> Footing:
    """Post above and below ground [mm] by school of depth, common practice."""
    below = {
        PostDepth.CONCRETE: CONCRETE_MM,
        PostDepth.AS_DEEP_AS_TALL: above,
        PostDepth.DRIVEN: DRIVEN_MM,
        PostDepth.NONE: 0.0,
    }[school]
    return Footing(above, below)


def bays(run: float, limit: float) -> int:
    """The fewest even bays of a run [mm] with none over the limit [mm]."""
    return max(1, ceil(run / limit - 1e-9))


@cache
def spacing_rules() -> tuple[tuple[float, float], ...]:
    """(least thickness [mm], limit between supports [mm]) from `posts.toml`, thickest first."""
    data = tomllib.loads(files("acrebox.core.construction").joinpath("posts.toml").read_text("utf-8"))
    return tuple(sorted(((row["thickness_mm"], row["limit_mm"]) for row in data["spacing"]), reverse=True))


def spacing_rule(thickness: float) -> float:
    """The rule-of-thumb limit between supports [mm] for boards of that thickness [mm]."""
    return next((limit for least, limit in spacing_rules() if thickness >= least - 0.5), spacing_rules()[-1][1])
