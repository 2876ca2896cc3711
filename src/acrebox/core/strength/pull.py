"""Ties and straps: the pull in them, and what the screws at a tie's ends take."""

from collections.abc import Iterable
from dataclasses import dataclass

from acrebox.core.assembly import Assembly, Pull
from acrebox.core.strength.factors import factor
from acrebox.core.strength.registry import Loaded, checks
from acrebox.core.strength.sides import Side


@dataclass(frozen=True)
class TieCheck:
    """Pull in one tie or strap [N], what it comes from in words, and what its ends take [N] where they are
    screwed.
    """

    what: str
    pull: float
    words: str
    takes: float | None = None

    @property
    def holds(self) -> bool:
        """Whether its ends take the pull."""
        return self.takes is None or self.pull <= self.takes + 1e-9


@checks(Pull)
def check_pull(case: Pull, loaded: Loaded) -> TieCheck:
    """A share of the push on a length of wall, over all that hold it."""
    total = loaded.worst.push.total(loaded.depth / 1000)
    words = case.words.format(push=total, length=case.length / 1000, count=case.count)
    return TieCheck(case.what, total * case.length * case.share / case.count, words)


def check_ties(bed: Assembly, sides: Iterable[Side], screws: int) -> list[TieCheck]:
    """The tie that pulls most, as the walls lean on it: by the balance of what holds top and bottom."""
    pulls = [(abs(sum(force)), side.wall.side) for side in sides for force in side.answer.stops]
    if not pulls or not any(p.role.name == "cross tie" for p in bed.parts):
        return []
    most, name = max(pulls)
    words = f"{name} leans on it most, with {most:.0f} N"
    return [TieCheck("cross tie", most, words, takes=screws * factor("end_screw"))]
