"""The rules of `rules.toml`, by kind of joint, and the bites of `bites.toml`."""

from dataclasses import dataclass
from functools import cache

from acrebox.core.data import amounts, by_key, read_as
from acrebox.core.errors import AcreBoxError


@dataclass(frozen=True, kw_only=True)
class FixingRule:
    """How a kind of joint is fixed: family, fewest a joint, one every so many mm of contact, and the bite
    that is enough where something else carries too.
    """

    kind: str
    source: str
    family: str
    least: int
    every_mm: float
    bite_mm: float | None = None

    @property
    def families(self) -> tuple[str, ...]:
        """The families of fixings that serve."""
        return tuple(self.family.split("+"))


class FixingGapError(AcreBoxError):
    """A kind of joint has no row in the rules: the data, not the design, is at fault."""


@cache
def fixing_rules() -> dict[str, FixingRule]:
    """Every rule by its kind, in the order of the sheets."""
    return by_key(read_as(list[FixingRule], "fixing", "rules.toml", "rule"), "kind")


def fixing_rule(kind: str) -> FixingRule:
    """The rule of a kind of joint. Raises FixingGapError where there is none."""
    found = fixing_rules().get(kind)
    if found is None:
        raise FixingGapError(f"no rule says how a joint '{kind}' is fixed; add one to fixing/rules.toml")
    return found


def bite(name: str) -> float:
    """A length of biting [mm] by its name in the data file."""
    return amounts("fixing", "bites.toml")[name]
