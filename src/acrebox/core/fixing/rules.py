"""The rules of `rules.toml`, by kind of joint, and the bites of `bites.toml`."""

from dataclasses import dataclass
from functools import cache

from acrebox.core.data import amount, by_key, in_round, read_as
from acrebox.core.errors import AcreBoxError
from acrebox.core.measure.systems import System


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
    every_in: float
    bite_mm: float | None = None
    bite_in: float = 0.0

    def every(self, built: System) -> float:
        """One every so many mm of contact, round in a system."""
        return in_round(self.every_mm, self.every_in, built)

    def enough(self, built: System) -> float | None:
        """The bite [mm] that is enough, round in a system; None where it is as deep as the first part is
        thick.
        """
        return None if self.bite_mm is None else in_round(self.bite_mm, self.bite_in, built)

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


def bite(name: str, built: System = System.METRIC) -> float:
    """A length of biting [mm] by its name in the data file, round in a system."""
    return amount("fixing", "bites.toml", name, built)
