"""The rules of `rules.toml`, by kind of joint."""

import tomllib
from dataclasses import dataclass
from functools import cache
from importlib.resources import files


@dataclass(frozen=True)
class FixingRule:
    """How a kind of joint is fixed: family, fewest a joint, one every so many mm of contact."""

    kind: str
    family: str
    least: int
    every_mm: float


@cache
def fixing_rules() -> dict[str, FixingRule]:
    """Every rule by its kind; a kind named twice fails."""
    rows = tomllib.loads(files("acrebox.core.fixing").joinpath("rules.toml").read_text("utf-8"))["rule"]
    found = {row["kind"]: FixingRule(**row) for row in rows}
    if len(found) != len(rows):
        raise ValueError("a kind of joint has two fixing rules")
    return found
